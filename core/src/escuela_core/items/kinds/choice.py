"""Choice: one right option or several; with several, all of them and no other make the answer right."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import Claim, answered
from escuela_core.items.kinds.arranged import options_shuffled
from escuela_core.items.model import Item, KeyWordsError, Response, ResponseShapeError
from escuela_core.items.paper import Paper, letter

MOST_OPTIONS = 12


@dataclass(frozen=True, slots=True)
class Option:
    """``image`` names a file, kept as given; ``text`` then stands below it, and for it where it is not seen."""

    text: str
    correct: bool
    feedback: str = ""
    image: str = ""


_OPTION_KEYS = {"text", "correct", "feedback", "image"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice(Item):
    kind: ClassVar[str] = "choice"
    part_word: ClassVar[str] = "Option"
    lettered: ClassVar[bool] = True
    own_keys: ClassVar[set[str]] = {"prompt", "options"}
    prompt: str
    options: tuple[Option, ...]

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Choice:
        options = tuple(
            Option(
                shape.text(row, "text", where),
                shape.flag(row, "correct", where),
                shape.text(row, "feedback", where, needed=False),
                shape.text(row, "image", where, needed=False),
            )
            for where, row in shape.tables(data, "options", path, _OPTION_KEYS, most=MOST_OPTIONS)
        )
        return cls(prompt=shape.text(data, "prompt", path), options=options, **shared)

    def own_json(self) -> dict[str, Any]:
        options = [
            {"text": o.text, "correct": o.correct} | {k: v for k in ("feedback", "image") if (v := getattr(o, k))}
            for o in self.options
        ]
        return {"prompt": self.prompt, "options": options}

    @property
    def key(self) -> tuple[int, ...]:
        return tuple(i for i, option in enumerate(self.options) if option.correct)

    @property
    def has_key(self) -> bool:
        return bool(self.key)

    @property
    def parts(self) -> Sequence[str]:
        return [o.text for o in self.options]

    @property
    def shown(self) -> list[str]:
        return [o.text for o in self.options]

    def order(self, chance: Random, *, shuffle: bool) -> list[int]:
        return options_shuffled(self.shown, chance) if shuffle else list(range(len(self.options)))

    @property
    def key_texts(self) -> list[str]:
        return [self.options[i].text for i in self.key]

    @property
    def images(self) -> list[str]:
        return [o.image for o in self.options]

    @property
    def several(self) -> bool:
        return len(self.key) > 1

    @property
    def lacking(self) -> list[tuple[str, str]]:
        few = len(self.options) < 2
        return [("too_few_options", "A choice needs two options or more.")] if few else []

    def key_shown(self, order: Sequence[int]) -> dict[str, Any]:
        return {
            "correct": [place for place, n in enumerate(order) if self.options[n].correct],
            "feedback": [self.options[n].feedback for n in order],
        }

    def on_paper(self, order: Sequence[int]) -> Paper:
        shown = [self.options[n] for n in order]
        return Paper(
            "mark_several" if self.several else "mark_one",
            tuple(o.text for o in shown),
            images=tuple(o.image for o in shown),
            key=tuple(f"{letter(n)}) {o.text}" for n, o in enumerate(shown) if o.correct),
        )

    @property
    def choosable(self) -> list[str]:
        return self.shown

    @property
    def said_right(self) -> list[str]:
        return self.key_texts

    @property
    def correctable(self) -> bool:
        return True

    def with_key(self, key: Sequence[str]) -> Choice:
        # One stays one: students could choose no more.
        if not key or not set(key) <= set(self.shown) or (not self.several and len(set(key)) != 1):
            raise KeyWordsError
        right = tuple(replace(o, correct=o.text in key) for o in self.options)
        if self.several and sum(o.correct for o in right) < 2:
            raise KeyWordsError
        return replace(self, options=right)

    def claims(self) -> list[Claim]:
        return [answered(self.prompt, self.options[i].text, i) for i in self.key]

    def wrong_claims(self) -> list[Claim]:
        wrong = [(i, o.text) for i, o in enumerate(self.options) if not o.correct and o.text.strip()]
        return [answered(self.prompt, text, i) for i, text in wrong]

    def key_reworded(self, change: Callable[[str], str]) -> Choice:
        options = tuple(replace(o, text=change(o.text)) if o.correct else o for o in self.options)
        return replace(self, options=options)

    def halves(self) -> tuple[Choice, Choice] | None:
        """Some of the keys in each, every wrong option in both."""
        if not self.several:
            return None
        middle = (len(self.key) + 1) // 2
        first, second = (
            replace(self, options=tuple(o for n, o in enumerate(self.options) if not o.correct or n in mine))
            for mine in (self.key[:middle], self.key[middle:])
        )
        return first, second

    def response(self, data: dict[str, Any]) -> Response:
        chosen = data.get("chosen")
        is_list = isinstance(chosen, list) and all(isinstance(c, int) and not isinstance(c, bool) for c in chosen)
        if set(data) != {"chosen"} or not is_list or not chosen:
            raise ResponseShapeError("chosen must be a list of option numbers")
        if any(not 0 <= c < len(self.options) for c in chosen):
            raise ResponseShapeError("there is no such option")
        return Response(chosen=tuple(sorted(set(chosen))))

    def share(self, response: Response, language: str = "en") -> float:
        return float(response.chosen == self.key)

    def said(self, response: Response) -> list[str]:
        return [self.options[n].text for n in response.chosen]
