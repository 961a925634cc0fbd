import subprocess
from pathlib import Path

import numpy as np
import pytest

from escuela_core.language.languages import language_of
from escuela_core.sound.aligning import align, fit, pieces
from escuela_core.sound.loudness import loudness
from escuela_core.sound.pronouncing import sounds, spoken
from escuela_core.timeline import Span
from escuela_core.transcripts import read_captions

DEMO = Path(__file__).resolve().parents[3] / "demo" / "media"
SECONDS = 40


@pytest.fixture(scope="module")
def voice():
    command = ["ffmpeg", "-v", "error", "-t", str(SECONDS), "-i", str(DEMO / "three-knots.mp4")]
    command += ["-ac", "1", "-ar", "16000", "-f", "s16le", "-"]
    pcm = subprocess.run(command, capture_output=True, check=True, stdin=subprocess.DEVNULL).stdout
    return np.frombuffer(pcm, np.int16), loudness([pcm], 16_000).silences()


@pytest.fixture(scope="module")
def words():
    read = read_captions((DEMO / "three-knots.vtt").read_bytes(), language="en")
    return [w for s in read.sentences if s.end_ms < SECONDS * 1000 - 500 for w in s.words]


def lateness(spans, words) -> float:
    assert all(spans)
    return float(np.percentile([abs(s.start_ms - w.start_ms) for s, w in zip(spans, words, strict=True)], 95))


@pytest.mark.parametrize("shift_ms", [0, 4_000, -6_000])
def test_words_seconds_off_are_found_where_they_are_spoken(voice, words, shift_ms) -> None:
    spans = align([w.text for w in words], *voice, expected=[w.start_ms + shift_ms for w in words])
    assert lateness(spans, words) < 150
    assert fit([w.text for w in words], spans, voice[1]) > 0.85


def test_a_text_without_times_is_laid_along_the_sound(voice, words) -> None:
    assert lateness(align([w.text for w in words], *voice), words) < 150


def test_a_sentence_that_was_never_spoken_mostly_stays_without_times(voice, words) -> None:
    added = "Now everybody should open the book at the second page and read the first lines aloud.".split()
    at = next(n for n, w in enumerate(words) if w.text.endswith(".") and n > 25) + 1
    texts = [w.text for w in words]
    spans = align([*texts[:at], *added, *texts[at:]], *voice)
    invented, spoken_ones = spans[at : at + len(added)], spans[:at] + spans[at + len(added) :]
    assert sum(s is None for s in invented) >= 0.6 * len(added)
    assert sum(s is not None for s in spoken_ones) >= 0.7 * len(words)


def test_words_of_another_talk_do_not_fit(voice) -> None:
    other = [w.text for w in read_captions((DEMO / "canal-lock.vtt").read_bytes(), language="en").words[:90]]
    assert fit(other, align(other, *voice), voice[1]) < 0.5
    assert fit(["a"], [None], voice[1]) == 0.0


def test_silence_holds_no_words() -> None:
    quiet = np.zeros(16_000 * 12, np.int16)
    assert align(["hello", "there", "boat"], quiet, []) == [None, None, None]
    assert align(["—", "…"], quiet, []) == [None, None]


def test_times_never_run_back(voice, words) -> None:
    spans = [s for s in align([w.text for w in reversed(words)], *voice) if s is not None]
    assert all(a.end_ms <= b.start_ms for a, b in zip(spans, spans[1:], strict=False))


def test_pieces_cover_everything_and_end_in_silences_where_there_are_some() -> None:
    cut = list(pieces(70_000, [Span(12_000, 12_600), Span(21_000, 21_100), Span(24_000, 24_400)]))
    assert cut[0] == Span(0, 24_200)
    assert (cut[0].start_ms, cut[-1].end_ms) == (0, 70_000)
    assert all(a.end_ms == b.start_ms for a, b in zip(cut, cut[1:], strict=False))
    assert max(p.length_ms for p in cut) <= 25_000


@pytest.mark.parametrize(
    ("word", "said"),
    [
        ("24%", "twenty four percent"), ("1,200", "one thousand two hundred"), ("1824", "eighteen twenty four"),
        ("1905,", "nineteen oh five"), ("2.5", "two point five"), ("3rd", "third"), ("21st", "twenty first"),
        ("lock-keeper", "lock keeper"), ("Harbour’s", "harbour's"), ("007", "zero zero seven"),
        ("5kg", "five kilograms"), ("—", ""),
    ],
)  # fmt: skip
def test_written_words_are_spoken_as_people_say_them(word, said) -> None:
    assert " ".join(spoken(word)) == said


def test_a_word_no_dictionary_holds_has_likely_sounds() -> None:
    assert sounds("mitre") == "M IH T R"
    assert sounds("Lumbre").startswith("L AH M B")
    assert sounds("?") == "AH"
    assert (language_of("en-GB").can_be_aligned, language_of("es").can_be_aligned) == (True, False)


def test_a_tone_holds_no_words_and_is_done_at_once() -> None:
    """Building a lattice over such sound takes minutes; the best path alone takes none."""
    tone = (8_000 * np.sin(2 * np.pi * 440 * np.arange(25 * 16_000) / 16_000)).astype(np.int16)
    texts = ["the rope goes round the post and back over its own standing part"] * 7
    words = " ".join(texts).split()
    assert align(words, tone, [], expected=[n * 250 for n in range(len(words))]) == [None] * len(words)
