"""All comparisons of one claim, and which of them clash."""

from __future__ import annotations

from dataclasses import dataclass

from escuela_core.checking.comparing import degrees, names, opposites, polarity, quantities, roles
from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.items.claim import Claim
from escuela_core.language.languages import language_of


@dataclass(frozen=True, slots=True)
class Facts:
    """What each comparison says, in the order in which a clash is named."""

    quantity: Comparison = SILENT
    name: Comparison = SILENT
    opposite: Comparison = SILENT
    negation: Comparison = SILENT
    direction: Comparison = SILENT
    degree: Comparison = SILENT
    role: Comparison = SILENT

    def clashes(self) -> list[tuple[str, Comparison]]:
        """What is plainly said otherwise, by sort."""
        return self._clashing("quantity", "name", "opposite", "negation")

    def signs(self) -> list[tuple[str, Comparison]]:
        """What may be said otherwise, by sort."""
        return self._clashing("direction", "degree")

    def _clashing(self, *sorts: str) -> list[tuple[str, Comparison]]:
        every: list[tuple[str, Comparison]] = [(sort, getattr(self, sort)) for sort in sorts]
        return [(sort, c) for sort, c in every if c.outcome == "clashing"]


def compare(claim: Claim, passage: Passage) -> Facts:
    """The facts of ``claim`` beside the passage; where the grammar cannot be read, its quantities alone."""
    if not language_of(passage.language).is_read:
        return Facts(quantities.compare(claim, passage))
    asserted = claim.asserted
    return Facts(
        quantities.compare(claim, passage),
        names.compare(claim, passage),
        opposites.compare(asserted, passage).or_else(opposites.of_the_number(claim, passage)),
        polarity.compare(asserted, passage),
        opposites.wider(asserted, passage),
        degrees.compare(asserted, passage),
        roles.compare(asserted, passage),
    )
