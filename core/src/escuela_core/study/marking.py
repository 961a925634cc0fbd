"""Marking one response against one item. The server alone calls this; open answers wait for the teacher."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Literal

from rapidfuzz.distance import OSA

from escuela_core.errors import EscuelaError
from escuela_core.items.model import Choice, Gap, Item, Note, Open, TrueFalse
from escuela_core.language.quantities import quantities

Outcome = Literal["right", "wrong", "not_sure", "waiting", "read"]
LONGEST_ANSWER = 5_000
TYPING_SLIP_FROM = 5


class ResponseShapeError(EscuelaError):
    code = "response_shape"

    def __init__(self, problem: str) -> None:
        super().__init__(f"The answer does not fit the question: {problem}.", problem=problem)


@dataclass(frozen=True, slots=True)
class Response:
    """What a student gave: chosen option numbers, a truth value, or text; ``not_sure`` instead of any."""

    chosen: tuple[int, ...] = ()
    truth: bool | None = None
    text: str = ""
    not_sure: bool = False


@dataclass(frozen=True, slots=True)
class Mark:
    """``share`` of the item's marks earned, 0 to 1; None while the teacher has not marked."""

    outcome: Outcome
    share: float | None


def response_from_json(data: object, item: Item) -> Response:
    """Read ``{"not_sure": true}`` or what the kind takes. Raises ResponseShapeError."""
    if not isinstance(data, dict):
        raise ResponseShapeError("it must be an object")
    if data.get("not_sure") is True and set(data) == {"not_sure"}:
        return Response(not_sure=True)
    reader = _RESPONSES[item.kind]
    return reader(data, item)


def _chosen(data: dict[str, Any], item: Item) -> Response:
    assert isinstance(item, Choice)
    chosen = data.get("chosen")
    whole = isinstance(chosen, list) and all(isinstance(c, int) and not isinstance(c, bool) for c in chosen)
    if set(data) != {"chosen"} or not whole or not chosen:
        raise ResponseShapeError("chosen must be a list of option numbers")
    if any(not 0 <= c < len(item.options) for c in chosen):
        raise ResponseShapeError("there is no such option")
    return Response(chosen=tuple(sorted(set(chosen))))


def _truth(data: dict[str, Any], _item: Item) -> Response:
    if set(data) != {"truth"} or not isinstance(data["truth"], bool):
        raise ResponseShapeError("truth must be true or false")
    return Response(truth=data["truth"])


def _text(data: dict[str, Any], _item: Item) -> Response:
    text = data.get("text")
    if set(data) != {"text"} or not isinstance(text, str) or not text.strip():
        raise ResponseShapeError("text must not be empty")
    if len(text) > LONGEST_ANSWER:
        raise ResponseShapeError(f"an answer may have at most {LONGEST_ANSWER} letters")
    return Response(text=text.replace("\x00", ""))


def _read(data: dict[str, Any], _item: Item) -> Response:
    if data:
        raise ResponseShapeError("a note takes no answer")
    return Response()


_RESPONSES: dict[str, Callable[[dict[str, Any], Item], Response]] = {
    "choice": _chosen,
    "true_false": _truth,
    "gap": _text,
    "open": _text,
    "note": _read,
}


def mark(item: Item, response: Response) -> Mark:
    """The mark of ``response``. A choice is right only with all right options and no other."""
    if isinstance(item, Note):
        return Mark("read", None)
    if response.not_sure:
        return Mark("not_sure", 0.0)
    if isinstance(item, Open):
        return Mark("waiting", None)
    return Mark("right", 1.0) if _is_right(item, response) else Mark("wrong", 0.0)


def _is_right(item: Item, response: Response) -> bool:
    match item:
        case Choice():
            return response.chosen == item.key
        case TrueFalse():
            return response.truth == item.answer
        case Gap():
            return any(same_answer(response.text, answer) for answer in item.answers)
    return False


def same_answer(given: str, wanted: str) -> bool:
    """Whether a typed answer counts: case, accents, punctuation and articles apart, number words read as numbers.

    One slip of typing (a letter missing, extra, wrong, or two swapped) passes in words of five letters or more.
    """
    mine, theirs = _folded(given), _folded(wanted)
    if mine == theirs:
        return True
    my_numbers, their_numbers = quantities(given), quantities(wanted)
    if my_numbers or their_numbers:
        same = len(my_numbers) == len(their_numbers) and all(
            (a.low, a.high, a.dimension or b.dimension) == (b.low, b.high, b.dimension or a.dimension)
            for a, b in zip(my_numbers, their_numbers, strict=True)
        )
        bare = not _folded("".join(_rest(given, my_numbers))) or _rest_folded(given) == _rest_folded(wanted)
        return same and bare
    my_words, their_words = mine.split(), theirs.split()
    return len(my_words) == len(their_words) and all(
        a == b or (len(b) >= TYPING_SLIP_FROM and OSA.distance(a, b) <= 1)
        for a, b in zip(my_words, their_words, strict=True)
    )


def _rest(text: str, found: list[Any]) -> str:
    for quantity in reversed(found):
        text = text[: quantity.start] + text[quantity.end :]
    return text


def _rest_folded(text: str) -> str:
    return re.sub(r"^(?:about|around)\b ?", "", _folded(_rest(text, quantities(text))))


def _folded(text: str) -> str:
    plain = unicodedata.normalize("NFKD", text.casefold())
    plain = "".join(c for c in plain if not unicodedata.combining(c))
    words = re.sub(r"[^\w\s]", " ", plain).split()
    while len(words) > 1 and words[0] in {"the", "a", "an", "el", "la", "los", "las", "un", "una"}:
        words = words[1:]
    return " ".join(words)
