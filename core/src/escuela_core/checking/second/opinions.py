"""What a second reader said, believed only as far as it can be checked against the sentences it was given."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from escuela_core.checking.second.asking import Put
from escuela_core.formats.streamed import whole_objects
from escuela_core.items import TrueFalse
from escuela_core.language.quantities import Quantity, quantities

Verdict = Literal["heard", "contradicted", "not_heard"]
VERDICTS: tuple[Verdict, ...] = ("heard", "contradicted", "not_heard")
LONGEST_ANSWER, LONGEST_REASON = 200_000, 300
_WORD = re.compile(r"\w+")
# A name: a word in capitals that does not begin a sentence.
_NAME = re.compile(r"(?<=[a-z,;] )[A-Z]\w+")


@dataclass(frozen=True, slots=True)
class Opinion:
    """A verdict on one item as read; ``doubt`` says why it is not believed, empty where it is.

    ``sentences`` are numbers from 1, ``also_right`` numbers of options from 0; ``said`` and ``claimed`` are the words
    that clash, empty where none were named that stand where they should.
    """

    verdict: Verdict
    sentences: tuple[int, ...] = ()
    quote: str = ""
    said: str = ""
    claimed: str = ""
    also_right: tuple[int, ...] = ()
    reason: str = ""
    doubt: str = ""

    @classmethod
    def kept(cls, data: dict[str, Any]) -> Opinion:
        """An opinion as it was kept in JSON."""
        return cls(**data | {name: tuple(data[name]) for name in ("sentences", "also_right")})


@dataclass(frozen=True, slots=True)
class Problem:
    """Something wrong with an answer as a whole, as a code and a sentence."""

    code: str
    message: str
    params: dict[str, str] = field(default_factory=dict)


def read(text: str, asked: Sequence[Put]) -> tuple[dict[int, Opinion], list[Problem]]:
    """The opinions in an answer by the place of their item in ``asked``, and what was wrong with the answer."""
    found: dict[int, Opinion] = {}
    twice: set[int] = set()
    for data in whole_objects(text[:LONGEST_ANSWER], "items"):
        number = _number(data.get("id"))
        if number is None or not 1 <= number <= len(asked) or data.get("verdict") not in VERDICTS:
            continue
        opinion = _opinion(data, asked[number - 1])
        # Two answers to one item that differ are none.
        if number - 1 in found and found[number - 1].verdict != opinion.verdict:
            twice.add(number - 1)
        found[number - 1] = opinion
    for place in twice:
        del found[place]
    missing = len(asked) - len(found)
    if not found:
        return found, [Problem("no_opinions", "The service's answer holds no verdicts.")]
    if missing:
        told = {"missing": str(missing), "count": str(len(asked))}
        return found, [Problem("not_all", f"The service said nothing of {missing} of {len(asked)} items.", told)]
    return found, []


def _opinion(data: dict[str, Any], asked: Put) -> Opinion:
    listed = data.get("sentences")
    numbers = [_number(n) for n in listed[:20]] if isinstance(listed, list) else []
    sentences = tuple(dict.fromkeys(n for n in numbers if n in asked.sentences))
    clash = data.get("clash")
    clash = clash if isinstance(clash, dict) else {}
    said, claimed = _text(clash.get("said")), _text(clash.get("item"))
    told = " ".join(asked.sentences[n] for n in sentences)
    if not (_stands(said, told) and _stands(claimed, asked.text)) or _same(said, claimed):
        said = claimed = ""
    quote = _text(data.get("quote"))
    opinion = Opinion(
        data["verdict"],
        sentences,
        quote if _stands(quote, told) else "",
        said,
        claimed,
        _also_right(data.get("also_right"), asked),
        _believable(_text(data.get("reason")), f"{told} {asked.text}", asked.language),
    )
    return replace(opinion, doubt=_doubt(opinion, quote, asked))


def _doubt(opinion: Opinion, quote: str, asked: Put) -> str:
    """Why an opinion is not believed: a code, empty where nothing speaks against it."""
    told = " ".join(asked.sentences[n] for n in opinion.sentences)
    if opinion.verdict != "not_heard" and not opinion.sentences:
        return "no_sentences"
    if quote and not opinion.quote and opinion.verdict != "not_heard":
        return "not_their_words"
    if opinion.verdict == "heard" and opinion.said:
        return "against_itself"
    if opinion.verdict == "contradicted" and not opinion.said:
        return "no_clash"
    if opinion.verdict == "heard" and not _numbers_stand(asked, told):
        return "other_numbers"
    return ""


def _numbers_stand(asked: Put, told: str) -> bool:
    """Whether no number of the key is missing in the deciding sentences while they give another in its place."""
    item = asked.item
    if isinstance(item, TrueFalse) and item.answer is False:
        return True
    key = item.prompt if isinstance(item, TrueFalse) else "; ".join(item.key_texts)
    mine, theirs = _counts(key, asked.language), _counts(told, asked.language)
    missing = [q for q in mine if not any(q.agrees(other) or q.stated == other.stated for other in theirs)]
    # Two numbers and more may be worked with.
    return not missing or len(theirs) >= 2 * len(missing) or not any(_in_place(m, t) for m in missing for t in theirs)


def _counts(text: str, language: str) -> list[Quantity]:
    """The quantities of a text but for ranks and a plain "one", which seldom counts."""
    return [q for q in quantities(text, language) if not q.ordinal and (q.stated != (1.0, 1.0) or q.dimension)]


def _in_place(mine: Quantity, other: Quantity) -> bool:
    return mine.dimension == other.dimension and (mine.unit == other.unit or not mine.unit or not other.unit)


def _also_right(given: Any, asked: Put) -> tuple[int, ...]:
    letters = {str(g).strip().upper()[:1] for g in given[:20]} if isinstance(given, list) else set()
    return tuple(n for letter, n in asked.wrong if letter in letters)


def _believable(reason: str, told: str, language: str) -> str:
    """The reason as far as its numbers and names stand in what was read; else nothing of it."""
    known = quantities(told, language)
    numbers = all(any(q.agrees(k) or q.stated == k.stated for k in known) for q in quantities(reason, language))
    names = all(name.lower() in told.lower() for name in _NAME.findall(reason))
    return reason if numbers and names else ""


def _text(given: Any) -> str:
    return " ".join(given.split())[:LONGEST_REASON] if isinstance(given, str) else ""


def _number(given: Any) -> int | None:
    text = str(given).strip()
    return int(text) if text.isascii() and text.isdigit() and len(text) < 7 else None


def _stands(words: str, told: str) -> bool:
    """Whether a stretch of words stands in a text in the same order, whatever the marks and capitals."""
    wanted = _plain(words)
    return bool(wanted) and f" {wanted} " in f" {_plain(told)} "


def _same(one: str, other: str) -> bool:
    return _plain(one) == _plain(other)


def _plain(text: str) -> str:
    return " ".join(_WORD.findall(text.lower().replace("’", "'")))
