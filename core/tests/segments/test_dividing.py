from conftest import spoken
from core_samples import spoken_once

from escuela_core.segments import divide
from escuela_core.segments.dividing import LONGEST_MS, SHORTEST_MS
from escuela_core.transcripts import Transcript

BREAD = tuple(
    f"{s}"
    for s in (
        "Flour and water make a dough when they are kneaded for ten minutes.",
        "Yeast turns the sugar of the flour into gas, and the dough rises.",
        "A warm kitchen makes the yeast work faster than a cold one.",
        "Salt slows the yeast down and gives the bread its taste.",
        "The oven must be hot before the bread goes in.",
        "A crust forms when the outside of the bread dries in the heat.",
        "Steam in the oven keeps the crust soft for the first minutes.",
        "Bread that cools on a rack keeps its crust crisp.",
    )
)
STARS = (
    "The moon shines because the sun lights one half of it.",
    "A full moon stands opposite the sun in the night sky.",
    "Planets wander against the background of the fixed stars.",
    "Jupiter has four large moons that a small telescope shows.",
    "The pole star marks the north because the axis of the earth points at it.",
    "A comet is a lump of ice that grows a tail near the sun.",
    "Meteors are grains of dust that burn up in the air.",
    "The milky way is our own galaxy seen from inside.",
)


def test_a_change_of_subject_becomes_a_boundary() -> None:
    talk = spoken(BREAD * 2 + STARS * 2)
    starts = [s.span.start_ms for s in divide(talk)]
    true = talk.sentences[16].start_ms
    assert any(abs(start - true) <= 12_000 for start in starts[1:])


def test_segments_cover_the_recording_without_gaps() -> None:
    segments = divide(spoken(BREAD * 3 + STARS * 3))
    assert segments[0].span.start_ms == 0
    assert all(a.span.end_ms == b.span.start_ms for a, b in zip(segments, segments[1:], strict=False))


def test_lengths_stay_within_bounds() -> None:
    for segment in divide(spoken((BREAD + STARS) * 8)):
        assert segment.span.length_ms <= LONGEST_MS + 15_000
        assert segment.span.length_ms >= SHORTEST_MS - 15_000


def test_titles_and_summaries_use_the_segment_s_own_words() -> None:
    talk = spoken(BREAD * 2 + STARS * 2)
    for segment in divide(talk):
        inside = " ".join(s.text for s in talk.sentences if segment.span.holds(s.start_ms))
        assert segment.summary in inside
        assert all(w.lower() in inside.lower() for w in segment.title.split() if w != "and")
        assert segment.key_terms


def test_one_sentence_is_one_segment() -> None:
    assert len(divide(spoken_once("A lock has two gates and a chamber."))) == 1


def test_nothing_said_is_no_segment() -> None:
    assert divide(Transcript("en", 1_000, ())) == []


def test_another_language_is_divided_too() -> None:
    texts = tuple(f"La esclusa número {n} tiene compuertas de madera y un guarda." for n in range(20))
    assert divide(spoken(texts, language="es"))[0].title
