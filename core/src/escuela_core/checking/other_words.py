"""What speaks against an item's other wordings: written for words that have changed since, a number or name that is not
in them, a gap that is lost. No grammar is read, so that it can be said while somebody types."""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass

from escuela_core.checking.findings import Finding
from escuela_core.checking.severity import Severity
from escuela_core.items import Item
from escuela_core.items.claim import GAP_MARK
from escuela_core.items.rewording import Line, lines
from escuela_core.items.wording import language_in
from escuela_core.language.languages import language_of
from escuela_core.language.quantities import Quantity, quantities

_READ = {"en", "es"}
_DIGITS = re.compile(r"\d+(?:[.,:]\d+)*")
_WORDS = re.compile(r"[^\W\d_]+(?:['’-][^\W\d_]+)*|[.?!:…]")
_ENDS = frozenset(".?!:…")
# A name may be written otherwise in another language, though hardly at its beginning (London, Londres).
_ALIKE_LETTERS = 3
# Words that English writes with a capital and other languages do not.
_NO_NAMES = frozenset(
    "monday tuesday wednesday thursday friday saturday sunday january february march april june july august september"
    " october november december english spanish french german italian latin european american".split()
)


@dataclass(frozen=True, slots=True)
class Doubt:
    """``code``: ``stale``, ``gap``, ``missing`` (said in the original, not in the other words) or ``added``."""

    code: str
    words: str = ""


def doubts(line: Line, language: str, tag: str) -> list[Doubt]:
    """What speaks against one text of a wording; nothing while it is empty."""
    if not line.text.strip():
        return []
    found = [Doubt("stale")] if line.stale else []
    if line.original.count(GAP_MARK) != line.text.count(GAP_MARK):
        found.append(Doubt("gap"))
    language, target = (language_of(code).code for code in (language, language_in(tag, language)))
    missing, added = _numbers_apart(line, language, target)
    missing += [name for name in _names(line.original, language) if not _stands_in(name, line.text)]
    return found + [Doubt(code, ", ".join(w)) for code, w in (("missing", missing), ("added", added)) if w]


def other_words_findings(item: Item, language: str) -> list[Finding]:
    """One finding for each wording and sort of doubt."""
    found: list[Finding] = []
    for wording in item.wordings:
        said = [d for line in lines(item, wording.tag) for d in doubts(line, language, wording.tag)]
        for code, (severity, message) in _MESSAGES.items():
            of_it = [d for d in said if d.code == code]
            if of_it:
                params = {"wording": wording.tag, "words": ", ".join(dict.fromkeys(d.words for d in of_it if d.words))}
                text = message.format(**params)
                found.append(Finding(f"wording_{code}", severity, text, params=params))
    return found


_MESSAGES: dict[str, tuple[Severity, str]] = {
    "gap": ("error", "The wording “{wording}” does not have the gaps of the original."),
    "stale": ("look", "The original has changed since the wording “{wording}” was written."),
    "missing": ("look", "Not in the wording “{wording}”: {words}."),
    "added": ("look", "Only in the wording “{wording}”: {words}."),
}


def _numbers_apart(line: Line, language: str, target: str) -> tuple[list[str], list[str]]:
    """The numbers of the original that the other words do not have, and the other way round."""
    if language in _READ and target in _READ:
        mine, theirs = quantities(line.original, language), quantities(line.text, target)
        return _lacking(mine, theirs), _lacking(theirs, mine)
    digits, its = _DIGITS.findall(line.original), _DIGITS.findall(line.text)
    return [d for d in digits if d not in its], [d for d in its if d not in digits]


def _lacking(these: list[Quantity], others: list[Quantity]) -> list[str]:
    # "One" is as often an article or a pronoun as it is a number.
    return [q.text for q in these if q.stated != (1.0, 1.0) and not any(_same(q, o) for o in others)]


def _same(one: Quantity, other: Quantity) -> bool:
    return one.agrees(other) or one.stated == other.stated


def _names(text: str, language: str) -> list[str]:
    """Words with a capital that do not begin a sentence; in English and Spanish those are names."""
    if language not in _READ:
        return []
    words = _WORDS.findall(text)
    begins = [n == 0 or words[n - 1] in _ENDS for n in range(len(words))]
    return list(
        dict.fromkeys(
            w
            for w, first in zip(words, begins, strict=True)
            if not first and len(w) > 2 and w[0].isupper() and w[1:].islower() and w.lower() not in _NO_NAMES
        )
    )


def _stands_in(name: str, text: str) -> bool:
    begins = _plain(name)[:_ALIKE_LETTERS]
    return any(_plain(word).startswith(begins) for word in _WORDS.findall(text))


def _plain(word: str) -> str:
    return "".join(c for c in unicodedata.normalize("NFD", word.lower()) if not unicodedata.combining(c))
