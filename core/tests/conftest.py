import pytest

from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence, Transcript, Word

LOCK = (
    "Tonight we follow one small boat as it climbs from the harbour up to the canal.",
    "The canal lies almost three metres higher than the harbour.",
    "A lock is a stone chamber with a pair of gates at each end.",
    "The lock-keeper winds the paddles open, and water runs in from the upper side.",
    "The water flows in by its own weight, and no pump is needed.",
    "The chamber takes about six minutes to fill.",
    "The boat rises slowly because the keeper opens the paddles one by one.",
    "Marta Olivares built the first gates of oak in the old harbour.",
    "The gates of today are made of steel, but they still have the same shape.",
    "Emptying the chamber takes four minutes.",
    "Never tie a rope fast in the lock, because the boat would hang on it.",
    "The engine stays off while the water moves.",
)
GAP_MS = 500
WORD_MS = 300


def spoken(texts: tuple[str, ...], *, start_ms: int = 1_000, language: str = "en") -> Transcript:
    """A transcript with words of 300 ms and half a second between sentences."""
    sentences = []
    now = start_ms
    for text in texts:
        words = []
        for word in text.split():
            words.append(Word(now, now + WORD_MS, word, "given"))
            now += WORD_MS
        sentences.append(Sentence(tuple(words)))
        now += GAP_MS
    return Transcript(language, now + 500, tuple(sentences))


@pytest.fixture(scope="session")
def lock() -> Transcript:
    return spoken(LOCK)


@pytest.fixture(scope="session")
def lock_silences(lock: Transcript) -> list[Span]:
    """The silence after each sentence, as the sound would show it."""
    return [Span(s.end_ms, s.end_ms + GAP_MS) for s in lock.sentences]


def span_of(transcript: Transcript, part: str) -> Span:
    return next(s.span for s in transcript.sentences if part in s.text)
