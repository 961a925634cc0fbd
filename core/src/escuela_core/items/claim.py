"""A claim: what an item asserts, its question and one answer made a single statement the talk would have to make."""

from __future__ import annotations

from dataclasses import dataclass

from escuela_core.language.quantities import Quantity, quantities

GAP_MARK = "___"


@dataclass(frozen=True, slots=True)
class Claim:
    """``text`` as the talk would have to say it; ``answer`` the words of the key alone, ``given`` those of the prompt.

    ``answer_at`` is where in ``text`` the answer begins; where it is None the last place that says it.

    ``denied`` claims come from a statement marked false: the item is right where the talk contradicts them.
    """

    text: str
    given: str
    answer: str
    option: int | None = None
    denied: bool = False
    answer_at: int | None = None
    language: str = "en"

    @property
    def answer_quantities(self) -> list[Quantity]:
        """The quantities of the answer, with the units that the words after a gap give them."""
        start = max(0, self.text.rfind(self.answer)) if self.answer_at is None else self.answer_at
        return [q for q in quantities(self.text, self.language) if q.start < start + len(self.answer) and q.end > start]

    @property
    def asserted(self) -> str:
        """The words the claim itself asserts; what a question takes for granted ("Why must it not ...?") is not."""
        return self.answer if self.given.rstrip().endswith("?") else self.text


def answered(prompt: str, answer: str, option: int | None = None) -> Claim:
    """``prompt`` with ``answer`` in its gap, or behind it."""
    if GAP_MARK in prompt:
        whole = prompt.replace(GAP_MARK, answer)
        return Claim(whole, prompt.replace(GAP_MARK, " "), answer, option, answer_at=prompt.index(GAP_MARK))
    return Claim(f"{prompt} {answer}", prompt, answer, option, answer_at=len(prompt) + 1)


def joined(left: str, right: str) -> Claim:
    """That ``right`` belongs to ``left``."""
    return Claim(f"{left} {right}", left, right, answer_at=len(left) + 1)
