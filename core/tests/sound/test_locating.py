"""Known words are found by the aligner, or else by what a recogniser hears."""

from collections.abc import Sequence

import numpy as np
import pytest

from escuela_core.sound.locating import located
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Word

TEXTS = "The bowline makes a loop that does not slip".split()
SILENCE = np.zeros(16_000 * 12, np.int16)


def heard(texts: Sequence[str]) -> list[Word]:
    return [Word(n * 500, n * 500 + 400, text, "aligned") for n, text in enumerate(texts)]


def found(language: str, listen):  # noqa: ANN001, ANN202
    return located(TEXTS, SILENCE, [], language=language, listen=listen)


@pytest.mark.parametrize("language", ["en", "es"])
def test_where_the_aligner_finds_nothing_the_recogniser_is_listened_to(language: str) -> None:
    told = found(language, lambda: heard(["the", "bowline", "makes", "a", "loop", "that", "doesn't", "slip"]))
    assert told.are_spoken
    assert told.spans[:6] == tuple(Span(n * 500, n * 500 + 400) for n in range(6))
    assert told.spans[6] is None


def test_words_that_are_not_heard_are_not_what_is_spoken() -> None:
    assert not found("en", lambda: heard("yeast needs warm dough and a loop of time".split())).are_spoken


def test_without_anybody_to_listen_nothing_is_found() -> None:
    told = found("en", None)
    assert (told.are_spoken, set(told.spans)) == (False, {None})
