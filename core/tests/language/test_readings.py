import numpy as np
import pytest

from escuela_core.checking.evidence import script_of
from escuela_core.language import parsing, readings, terms
from escuela_core.language.vectors import Worded, encoder

TEXT = "Heavy ferries glide past the quiet breakwater."


@pytest.fixture
def fresh(monkeypatch):
    """As in a process that has read nothing yet."""

    def forget() -> None:
        for kept in ("_known", "_worded"):
            monkeypatch.setattr(encoder(), kept, type(encoder()._known)())  # noqa: SLF001 (a new process cannot be had)
        monkeypatch.setattr(terms, "_known", type(terms._known)())  # noqa: SLF001

    forget()
    return forget


def test_what_was_read_once_is_taken_up_without_reading_again(fresh, monkeypatch) -> None:
    (kept,) = readings.read([TEXT], "en")
    fresh()
    assert readings.unread([TEXT, "Something else."], "en") == [TEXT, "Something else."]
    readings.take_up([kept], "en")
    monkeypatch.setattr(parsing, "parsed", lambda _: pytest.fail("parsed again"))
    monkeypatch.setattr(encoder(), "_read", lambda _: pytest.fail("embedded again"))
    assert readings.unread([TEXT], "en") == []
    assert {"ferry", "glide", "breakwater"} <= terms.lemmas(TEXT, "en")
    assert np.linalg.norm(encoder().embed([TEXT])[0]) == pytest.approx(1.0, abs=1e-3)
    assert [TEXT[a:b] for a, b in encoder().words([TEXT])[0].spans] == TEXT.strip(".").split()


def test_a_talk_checked_from_its_readings_is_the_same_talk(fresh, lock) -> None:
    plain = script_of(lock)
    kept = readings.read([s.text for s in lock.sentences], "en")
    fresh()
    readings.take_up(kept, "en")
    again = script_of(lock)
    assert again.words == plain.words
    assert np.abs(again.vectors - plain.vectors).max() < 1e-3


def test_a_vector_of_another_model_is_not_taken_up(fresh) -> None:
    readings.take_up([readings.Reading(TEXT, np.zeros(7, np.float16).tobytes(), ("ferry",))], "en")
    assert not encoder().knows(TEXT)


def test_words_in_eight_bits_are_the_same_words_and_nearly_the_same_vectors() -> None:
    rng = np.random.default_rng(5)
    vectors = rng.normal(size=(3, 384)).astype(np.float32)
    vectors /= np.linalg.norm(vectors, axis=1, keepdims=True)
    kept = Worded.of([(0, 5), (6, 70_000), (70_001, 70_004)], vectors)
    again = Worded.from_bytes(kept.to_bytes(), 384)
    assert again.spans == kept.spans
    assert np.array_equal(again.codes, kept.codes)
    assert (again.vectors([2, 0]) * vectors[[2, 0]]).sum(axis=1) == pytest.approx(1.0, abs=1e-4)


@pytest.mark.parametrize("kept", [b"", b"\x01", b"\x02\x00\x00\x00abc", b"\xff" * 40])
def test_bytes_that_hold_no_words_are_left(kept) -> None:
    assert Worded.from_bytes(kept, 384) is None


def test_a_text_without_words_is_kept_as_such() -> None:
    (worded,) = encoder().words(["…"])
    again = Worded.from_bytes(worded.to_bytes(), 384)
    assert again.codes.shape == (0, 384)


def test_words_of_another_model_are_not_taken_up(fresh) -> None:
    other = Worded.of([(0, 5)], np.ones((1, 7), np.float32))
    readings.take_up([readings.Reading(TEXT, np.zeros(384, np.float16).tobytes(), ("ferry",), other.to_bytes())], "en")
    assert len(encoder().words([TEXT])[0].spans) == 7
