import numpy as np
import pytest

from escuela_core.checking.evidence import script_of
from escuela_core.language import parsing, readings, terms
from escuela_core.language.vectors import encoder

TEXT = "Heavy ferries glide past the quiet breakwater."


@pytest.fixture
def fresh(monkeypatch):
    """As in a process that has read nothing yet."""

    def forget() -> None:
        monkeypatch.setattr(encoder(), "_known", type(encoder()._known)())  # noqa: SLF001 (a new process cannot be had)
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
