"""Known words are found by the aligner, or else by what a recogniser hears."""

from collections.abc import Sequence

import numpy as np
import pytest

from escuela_core.sound import locating
from escuela_core.sound.locating import located
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Word

TEXTS = "The bowline makes a loop that does not slip".split()
SILENCE = np.zeros(16_000 * 12, np.int16)


def heard(texts: Sequence[str]) -> list[Word]:
    return [Word(n * 500, n * 500 + 400, text, "aligned") for n, text in enumerate(texts)]


def found(language: str, listen):  # noqa: ANN001, ANN202
    return located(TEXTS, SILENCE, [], language=language, listen=listen and (lambda _stretch: listen()))


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


def aligned(lost: Sequence[range]) -> list[Span | None]:
    """Forty words, two a second; those in ``lost`` were not found."""
    spans: list[Span | None] = [Span(n * 500, n * 500 + 400) for n in range(40)]
    for n in (n for some in lost for n in some):
        spans[n] = None
    return spans


def completed(monkeypatch, spans, listen):  # noqa: ANN001, ANN202
    monkeypatch.setattr(locating, "align", lambda *_args, **_more: list(spans))
    monkeypatch.setattr(locating, "fit", lambda *_args: 0.9)
    texts = [f"w{n}" for n in range(40)]
    return located(texts, np.zeros(16_000 * 20, np.int16), [], language="en", listen=listen)


def test_a_stretch_that_was_lost_is_heard_and_only_that(monkeypatch) -> None:
    asked: list[Span] = []

    def listen(stretch: Span) -> list[Word]:
        asked.append(stretch)
        return [Word(n * 500 + 50, n * 500 + 380, f"w{n}", "aligned") for n in range(6, 16)]

    told = completed(monkeypatch, aligned([range(10, 14)]), listen)
    assert asked == [Span(3_400, 8_500)]
    assert told.spans[10:14] == tuple(Span(n * 500 + 50, n * 500 + 380) for n in range(10, 14))
    assert told.spans[9] == Span(4_500, 4_900), "where both found a word the aligner's time stays"


def test_a_word_beside_a_lost_stretch_goes_to_where_it_is_heard(monkeypatch) -> None:
    spans = aligned([range(10, 14)])
    spans[14] = Span(5_000, 5_200)
    told = completed(
        monkeypatch, spans, lambda _s: [Word(n * 500, n * 500 + 400, f"w{n}", "aligned") for n in range(10, 15)]
    )
    assert told.spans[14] == Span(7_000, 7_400)


@pytest.mark.parametrize(
    ("lost", "times"), [([range(3, 5)], 0), ([range(5, 9), range(12, 16)], 1), ([range(36, 40)], 1)]
)
def test_single_words_are_not_worth_hearing_and_near_stretches_are_heard_at_once(monkeypatch, lost, times) -> None:
    asked: list[Span] = []
    told = completed(monkeypatch, aligned(lost), lambda stretch: asked.append(stretch) or ())
    assert len(asked) == times
    assert told.spans == tuple(aligned(lost)), "what is not heard either keeps no time"
