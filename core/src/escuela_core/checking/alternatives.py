"""Options marked wrong that the talk may say after all: as well as the key, or instead of it.

All options of an item are held against the one sentence that they and the key point to together: the right one is said
there, the others are less. That holds where the key is doubted. Beside a key that the talk says, of ten options that
seem to be said as well nine are not the answer: there one is named only where the talk gives it in one breath with the
key ("barges carried timber and salt").
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Sequence
from typing import TYPE_CHECKING

from escuela_core.checking.chance import chance, log_odds
from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.checking.evidence import Script
from escuela_core.checking.features import Reading
from escuela_core.checking.findings import Finding
from escuela_core.checking.judging import Likelihood
from escuela_core.checking.mending import Said
from escuela_core.checking.severity import Severity, graded
from escuela_core.checking.support import Said as Spoken
from escuela_core.checking.support import share_said, support
from escuela_core.items import Choice, Item
from escuela_core.items.claim import Claim
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import lemmas

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

NAMES = (
    "heard",
    "contradicted",
    "key_heard",
    "key_contradicted",
    "clashing",
    "at_ground",
    "said",
    "said_more",
    "number_near",
    "aligned_more",
    "around_more",
)
NONE = float("nan")
# What stands in one breath with the key is named from this likelihood on.
IN_ONE_BREATH_FROM = 0.2


def figures(script: Script, key: tuple[Reading, Likelihood], options: Sequence[Said]) -> list[dict[str, float]]:
    """The figures of each option in turn, beside the ``key`` and each other; NaN where one does not apply."""
    at = _ground([key[0], *(o.reading for o in options)])
    local = [_local(script, o.reading.claim, at) for o in options]
    found = []
    for number, option in enumerate(options):
        mine, others = local[number], [row for n, row in enumerate(local) if n != number]
        found.append(
            {
                "heard": log_odds(option.likely.heard),
                "contradicted": log_odds(option.likely.contradicted),
                "key_heard": log_odds(key[1].heard),
                "key_contradicted": log_odds(key[1].contradicted),
                "clashing": float(bool(option.reading.facts.clashes())),
                "at_ground": float(option.reading.best == at),
                "said": mine["said"],
                "number_near": mine["number_near"],
                "said_more": _more("said", mine, others),
                "aligned_more": _more("aligned", mine, others),
                "around_more": _more("around", mine, others),
            }
        )
    return found


def alternatives(
    item: Item, script: Script, key: tuple[Reading, Likelihood], options: Sequence[Said], *, instead: bool
) -> list[Finding]:
    """Options that are likely said, likeliest first; ``instead`` of the key where that is doubted, else as well."""
    if not isinstance(item, Choice) or not options:
        return []
    found: list[Finding] = []
    chances = [chance("also_right").of(row) for row in figures(script, key, options)]
    for likely, option in sorted(zip(chances, options, strict=True), key=lambda pair: -pair[0]):
        severity = graded("also_right", likely) if instead else _as_well(item, script, key[0], option, likely)
        if severity is None:
            continue
        text, quote = item.options[option.number].text, script.said(option.reading.best)
        message = f"“{text}” {'may be the right one' if instead else 'may be right as well'}: “{quote}”"
        params = {"text": text, "quote": quote} | ({"sort": "instead"} if instead else {})
        found.append(Finding("also_right", severity, message, option=option.number, params=params))
    return found


def _as_well(item: Choice, script: Script, key: Reading, option: Said, likely: float) -> Severity | None:
    """How much it weighs that an option may be right beside a key that the talk says; None where it is not worth
    saying."""
    if likely < IN_ONE_BREATH_FROM or not script.speaks:
        return None
    doc = parsed(script.texts[key.best])
    mine, theirs = (lemmas(item.options[n].text, key.claim.language) for n in (option.number, item.key[0]))
    heads, others = _heads(doc, mine - theirs), _heads(doc, theirs - mine)
    return "look" if any(b in a.conjuncts for a in heads for b in others) else None


def _heads(doc: Doc, words: frozenset[str]) -> list[Token]:
    """The words that lead a phrase said in ``doc``; none where it is not all there."""
    said = [t for t in doc if t.lemma_.lower() in words]
    if not words or {t.lemma_.lower() for t in said} != words:
        return []
    places = {t.i for t in said}
    return [t for t in said if t.head.i not in places]


def _ground(readings: Sequence[Reading]) -> int:
    """The sentence that most of the readings have among their first."""
    votes: dict[int, float] = defaultdict(float)
    for reading in readings:
        for rank, at in enumerate(reading.order, start=1):
            votes[at] += 1 / rank
    return max(votes, key=votes.__getitem__)


def _local(script: Script, claim: Claim, at: int) -> dict[str, float]:
    """How far the answer of ``claim`` is said in the sentence ``at``, by its words, its numbers and what they mean."""
    near = [n for n in (at - 1, at, at + 1) if 0 <= n < len(script.texts)]
    words = lemmas(claim.answer, claim.language)
    found = {
        "said": support(words, Spoken(script.words[at]), script),
        "number_near": share_said(claim.answer_quantities, [q for n in near for q in script.numbers[n]]),
        "aligned": NONE,
        "around": NONE,
    }
    if language_of(claim.language).has_word_vectors:
        alignment = Alignment(script, claim, (), [at])
        found["aligned"] = alignment.figures([at])["answer_aligned"]
        found["around"] = alignment.figures(near)["answer_aligned"]
    return found


def _more(name: str, mine: dict[str, float], others: Sequence[dict[str, float]]) -> float:
    """How much more than of the best of the others; NaN where there is nothing to compare."""
    return mine[name] - max((o[name] for o in others if not math.isnan(o[name])), default=NONE)
