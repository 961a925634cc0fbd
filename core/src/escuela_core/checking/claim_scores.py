"""How every sentence of the talk scores for every claim of a list of items, worked out and read ahead in one go."""

from __future__ import annotations

from collections.abc import Sequence

from escuela_core.checking.evidence import Scores, Script, best, scores
from escuela_core.checking.ranking import LOOKED_AT
from escuela_core.items import Item
from escuela_core.items.claim import Claim
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import read_ahead
from escuela_core.language.vectors import encoder

_READ_AHEAD = 1


class ClaimScores:
    """The scores of every claim of every item, computed in one go."""

    def __init__(self, script: Script, items: Sequence[Item]) -> None:
        self.keys = [item.key_claims(script.transcript.language) for item in items]
        self.options = [item.option_claims(script.transcript.language) for item in items]
        every = [c for keys, options in zip(self.keys, self.options, strict=True) for c in (*keys, *options)]
        _read_ahead(script, every)
        self._table: Scores | None = scores(script, every) if every and script.words else None
        if self._table is not None and language_of(script.transcript.language).has_word_vectors:
            _read_near(script, self._table)
        self._first = [0]
        for keys, options in zip(self.keys, self.options, strict=True):
            self._first.append(self._first[-1] + len(keys) + len(options))

    def of_keys(self, number: int) -> Scores:
        assert self._table is not None
        first = self._first[number]
        return self._table[first : first + len(self.keys[number])]

    def of_options(self, number: int) -> Scores:
        assert self._table is not None
        return self._table[self._first[number] + len(self.keys[number]) : self._first[number + 1]]


def _read_ahead(script: Script, claims: Sequence[Claim]) -> None:
    """Every text of the claims parsed and embedded in one go: one by one it takes several times as long."""
    texts = [t for c in claims for t in (c.text, c.answer, c.given) if t]
    if language_of(script.transcript.language).has_word_vectors:
        encoder().words([c.text for c in claims])
    if script.speaks:
        read_ahead(texts)
    encoder().embed([t for c in claims for t in (c.text, c.given) if t])


def _read_near(script: Script, table: Scores) -> None:
    """The likely sentences and their neighbours read in one go, as far as what is kept of them is not their grammar."""

    def near(count: int) -> list[str]:
        numbers = {at + step for row in table for at in best(row, count) for step in (-1, 0, 1)}
        return [script.texts[at] for at in sorted(numbers) if 0 <= at < len(script.texts)]

    encoder().words(near(LOOKED_AT))
    if script.speaks:
        read_ahead(near(_READ_AHEAD))
