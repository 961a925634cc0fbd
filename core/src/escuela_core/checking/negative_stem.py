"""Negative stems: "Which of these is NOT ...?" has the one option for its key that the talk does not say, or denies.

Such an item cannot be read like others, whose key must be said: its wrong options must be. "Stem" is the trade's word
for the question of a choice (Haladyna, Downing and Rodriguez 2002, who advise against negative ones).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from escuela_core.checking.features import Reading
from escuela_core.checking.judging import Likelihood
from escuela_core.checking.mending import Said
from escuela_core.checking.verdicts import Reason, Verdict

# From here on the item is confirmed: at it half of the right ones of the development talks are, and none of the wrong.
CONFIRMED_FROM = 0.4


def excepted(key: tuple[Reading, Likelihood], options: Sequence[Said]) -> Likelihood:
    """How likely the key is the exception: the talk says the other options (one or more), and does not say the key or
    denies it."""
    refused = key[0].figures["slot_refused"]
    said = key[1].heard * (1 - (0.0 if math.isnan(refused) else refused))
    right = (1 - said) * sum(o.likely.heard for o in options) / len(options)
    return Likelihood(right, (1 - right) / 2, (1 - right) / 2)


def decide_excepted(likely: Likelihood) -> tuple[Verdict, Reason]:
    """Confirmed, or left open: what the talk does not say can never be shown by one sentence of it."""
    if likely.heard >= CONFIRMED_FROM:
        return "heard", Reason("excepted", "The talk says the other options, and not this one.")
    return "unclear", Reason(
        "exception", "Asked is what does not hold; whether it is the only such option could not be confirmed."
    )
