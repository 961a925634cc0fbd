"""Negative stems: "Which of these is NOT ...?" has the one option for its key that the talk does not say, or denies.

Such an item cannot be read like others, whose key must be said: its wrong options must be. "Stem" is the trade's word
for the question of a choice (Haladyna, Downing and Rodriguez 2002, who advise against negative ones).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace

from escuela_core.checking.evidence import Script
from escuela_core.checking.features import QUOTED_AMONG, Reading
from escuela_core.checking.judging import QUOTED, Likelihood
from escuela_core.checking.quoting import quotes
from escuela_core.checking.verdicts import Reason, Verdict

# From here on the item is confirmed: at it half of the right ones of the development talks are, and none of the wrong.
CONFIRMED_FROM = 0.4


def in_own_words(script: Script, reading: Reading, likely: Likelihood) -> tuple[Reading, Likelihood]:
    """An option whose own words stand where the question is spoken of, or right beside, is said there: the words of the
    question, which a talk seldom says of each, draw it to another sentence."""
    near = dict.fromkeys(at + step for at in reading.order[:QUOTED_AMONG] for step in (0, 1, -1))
    there = (at for at in near if 0 <= at < len(script.texts) and quotes(reading.claim.answer, script.texts[at]))
    best = next(there, None)
    return (reading, likely) if best is None else (replace(reading, best=best, quoted=True), QUOTED)


def excepted(key: tuple[Reading, Likelihood], others: Sequence[tuple[Reading, Likelihood]]) -> Likelihood:
    """How likely the key is the exception: the talk says the other options (one or more), and does not say the key or
    denies it."""
    refused = key[0].figures["slot_refused"]
    denied = 0.0 if key[0].quoted or math.isnan(refused) else refused
    said = key[1].heard * (1 - denied)
    right = (1 - said) * sum(likely.heard for _, likely in others) / len(others)
    return Likelihood(right, (1 - right) / 2, (1 - right) / 2)


def decide_excepted(likely: Likelihood) -> tuple[Verdict, Reason]:
    """Confirmed, or left open: what the talk does not say can never be shown by one sentence of it."""
    if likely.heard >= CONFIRMED_FROM:
        return "heard", Reason("excepted", "The talk says the other options, and not this one.")
    return "unclear", Reason(
        "exception", "Asked is what does not hold; whether it is the only such option could not be confirmed."
    )
