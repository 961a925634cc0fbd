"""What stands on the shelf of the stand-in host: the demo's recordings, and some that show what can go wrong."""

from __future__ import annotations

from dataclasses import dataclass, field
from pathlib import Path

MEDIA = Path(__file__).resolve().parents[2] / "demo" / "media"


@dataclass(frozen=True)
class Track:
    """Captions in ``file``; automatic ones have neither capitals nor stops."""

    language: str
    label: str
    file: str
    automatic: bool = False


@dataclass(frozen=True)
class Shown:
    """One recording. ``trouble`` is what goes wrong with it, or empty."""

    id: str
    title: str
    media: str
    duration_s: float
    tracks: tuple[Track, ...] = ()
    chapters: tuple[tuple[float, str], ...] = ()
    trouble: str = ""
    words: str = field(default="", repr=False)


LOCK, KNOTS = "canal-lock.webm", "three-knots.webm"
SHELF = (
    Shown(
        "lock-up",
        "Up through the lock",
        LOCK,
        216.3,
        (Track("en", "English", "canal-lock.vtt"), Track("es", "Español", "canal-lock.es.vtt")),
        (
            (0, "From harbour to canal"),
            (46.4, "The water rises"),
            (98.7, "Gates like a picture frame"),
            (142.3, "Down again"),
            (181.8, "Keeping safe"),
        ),
        words="canal lock water gates boat",
    ),
    Shown(
        "knots",
        "Three knots from the rope loft",
        KNOTS,
        200.5,
        (Track("en", "English", "three-knots.vtt"),),
        words="rope bowline",
    ),
    Shown(
        "knots-auto",
        "Knots, recorded on the quay",
        KNOTS,
        200.5,
        (Track("en", "English, automatic", "three-knots.auto.vtt", automatic=True),),
        words="rope bowline quay",
    ),
    Shown("quiet-lock", "The lock, without captions", LOCK, 216.3, words="canal lock"),
    Shown("private", "Crew only", LOCK, 216.3, trouble="private"),
    Shown("removed", "Taken away", LOCK, 216.3, trouble="removed"),
    Shown("no-frame", "Only to be watched here", LOCK, 216.3, trouble="no_player"),
    Shown("slow", "From a slow disk", LOCK, 216.3, trouble="slow"),
    Shown("busy", "Asked for too often", LOCK, 216.3, trouble="busy"),
    Shown("live", "The quay, live", LOCK, 216.3, trouble="live"),
    Shown("list", "All about locks", LOCK, 216.3, trouble="playlist"),
    Shown("adults", "Night watch", LOCK, 216.3, trouble="age"),
)
BY_ID = {shown.id: shown for shown in SHELF}


def found(words: str) -> list[Shown]:
    """Recordings whose title or subject holds every word; those with trouble are not found by searching."""
    asked = words.lower().split()
    return [s for s in SHELF if not s.trouble and all(w in f"{s.title} {s.words}".lower() for w in asked)]
