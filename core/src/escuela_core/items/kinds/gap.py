"""Gap: a sentence with one gap, ``___``, every filling that counts, and perhaps a bank of words to fill it from."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import GAP_MARK, Claim, answered
from escuela_core.items.kinds.typed import same_answer, typed
from escuela_core.items.model import Item, KeyWordsError, Response
from escuela_core.items.paper import Paper

MOST_ANSWERS, MOST_BANK = 30, 20


@dataclass(frozen=True, slots=True, kw_only=True)
class Gap(Item):
    """``bank`` holds the wrong words that the first filling is offered among; where it is empty students type."""

    kind: ClassVar[str] = "gap"
    part_word: ClassVar[str] = "Word"
    own_keys: ClassVar[set[str]] = {"prompt", "answers", "bank"}
    prompt: str
    answers: tuple[str, ...]
    bank: tuple[str, ...] = ()

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Gap:
        answers = shape.texts(data, "answers", path, most=MOST_ANSWERS)
        bank = shape.texts(data, "bank", path, most=MOST_BANK, needed=False)
        return cls(prompt=shape.text(data, "prompt", path), answers=answers, bank=bank, **shared)

    def own_json(self) -> dict[str, Any]:
        own: dict[str, Any] = {"prompt": self.prompt, "answers": list(self.answers)}
        return own | ({"bank": list(self.bank)} if self.bank else {})

    @property
    def has_key(self) -> bool:
        return GAP_MARK in self.prompt and bool(self.answers) and all(a.strip() for a in self.answers)

    @property
    def parts(self) -> list[str]:
        return [*self.answers[:1], *self.bank] if self.bank else []

    @property
    def shown(self) -> list[str]:
        """The words of the bank with the first filling among them, by the alphabet so that its place tells nothing."""
        return sorted(self.parts, key=str.casefold)

    @property
    def key_texts(self) -> list[str]:
        return list(self.answers)

    def on_paper(self, order: Sequence[int]) -> Paper:
        return Paper("fill", tuple(self.shown[n] for n in order), key=tuple(self.key_texts))

    @property
    def correctable(self) -> bool:
        return True

    def with_key(self, key: Sequence[str]) -> Gap:
        words = tuple(stripped for word in key if (stripped := word.strip()))
        if not words or len(words) > MOST_ANSWERS:
            raise KeyWordsError
        if not self.bank:
            return replace(self, answers=words)
        # Chosen from what is shown, which stays the same.
        if words[0] not in self.shown:
            raise KeyWordsError
        return replace(self, answers=words, bank=tuple(w for w in self.shown if w != words[0]))

    def claims(self) -> list[Claim]:
        whole = bool(self.answers) and self.answers[0].strip() and self.prompt.replace(GAP_MARK, "").strip()
        return [answered(self.prompt, self.answers[0])] if whole else []

    def wrong_claims(self) -> list[Claim]:
        return [answered(self.prompt, w) for w in self.bank if w.strip()] if GAP_MARK in self.prompt else []

    def key_reworded(self, change: Callable[[str], str]) -> Gap:
        return replace(self, answers=tuple(change(a) for a in self.answers))

    def response(self, data: dict[str, Any]) -> Response:
        return typed(data)

    def share(self, response: Response, language: str = "en") -> float:
        return float(any(same_answer(response.text, answer, language) for answer in self.answers))

    def said(self, response: Response) -> list[str]:
        return [response.text.strip()]
