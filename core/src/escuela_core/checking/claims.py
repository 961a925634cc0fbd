"""What an item asserts: its prompt and key made one statement, and the same for each wrong option."""

from __future__ import annotations

from dataclasses import dataclass, replace

from escuela_core.items import Choice, Gap, Item, Match, Open, Order, TrueFalse
from escuela_core.items.model import GAP_MARK
from escuela_core.language.quantities import Quantity, quantities


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


def key_claims(item: Item, language: str = "en") -> list[Claim]:
    """The claims the item stands or falls by; several where several options are right, for pairs and for steps."""
    return [replace(claim, language=language) for claim in _keys(item)]


def _keys(item: Item) -> list[Claim]:
    match item:
        case Choice():
            return [_joined(item.prompt, item.options[i].text, i) for i in item.key]
        case TrueFalse() if item.answer is not None:
            return [Claim(item.prompt, "", item.prompt, denied=not item.answer)]
        case Gap() if item.answers and item.answers[0].strip() and item.prompt.replace(GAP_MARK, "").strip():
            return [_joined(item.prompt, item.answers[0], None)]
        case Open() if item.model_answer.strip():
            return [_joined(item.prompt, item.model_answer, None)]
        case Open():
            return [_joined(item.prompt, c.text, None) for c in item.criteria if c.text.strip()]
        case Match():
            return [
                Claim(f"{p.left} {p.right}", p.left, p.right, answer_at=len(p.left) + 1)
                for p in item.pairs
                if p.left.strip() and p.right.strip()
            ]
        case Order():
            return [Claim(step, "", step) for step in item.steps if step.strip()]
    return []


def option_claims(item: Item, language: str = "en") -> list[Claim]:
    """The claims of the options that are marked wrong, and of the wrong words of a gap's bank."""
    return [replace(claim, language=language) for claim in _wrong(item)]


def _wrong(item: Item) -> list[Claim]:
    if isinstance(item, Gap) and GAP_MARK in item.prompt:
        return [_joined(item.prompt, word, None) for word in item.bank if word.strip()]
    if not isinstance(item, Choice):
        return []
    return [_joined(item.prompt, o.text, i) for i, o in enumerate(item.options) if not o.correct and o.text.strip()]


def _joined(prompt: str, answer: str, option: int | None) -> Claim:
    if GAP_MARK in prompt:
        whole = prompt.replace(GAP_MARK, answer)
        return Claim(whole, prompt.replace(GAP_MARK, " "), answer, option, answer_at=prompt.index(GAP_MARK))
    return Claim(f"{prompt} {answer}", prompt, answer, option, answer_at=len(prompt) + 1)
