"""Negative stems: "Which of these is NOT ...?" has the one option for its key that the talk does not say, or denies.

Such an item cannot be read like others, whose key must be said: its wrong options must be. "Stem" is the trade's word
for the question of a choice (Haladyna, Downing and Rodriguez 2002, who advise against negative ones).
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence

from escuela_core.checking.features import Reading
from escuela_core.checking.judging import Likelihood
from escuela_core.checking.mending import Said
from escuela_core.checking.verdicts import Reason, Verdict
from escuela_core.items import Choice, Item

# From here on the item is confirmed: at it half of the right ones of the development talks are, and none of the wrong.
CONFIRMED_FROM = 0.4
# A capital "NOT" asks for the exception, wherever one is chosen from several; a small one only out of "these".
_LOUD = re.compile(
    r"(?i:^\W*(?!por )(?:\w+ )?(?:which|who|whom|cu[aá]l|cu[aá]les|qui[eé]n|qué)\b).*\b(?:NOT|EXCEPT|NO)\b", re.DOTALL
)
_QUIET = re.compile(
    r"\bwhich (?:one )?of (?:these|the following|them)\b.*(?:\b(?:not|never|cannot)\b|n['’]t\b)"
    r"|\b(?:cuál|cuáles) de (?:est[ao]s|l[ao]s siguientes)\b.*\bno\b"
    r"|\b(?:except|excepto|salvo)\b[\s:.…_?]*$",
    re.IGNORECASE | re.DOTALL,
)


def has_negative_stem(item: Item) -> bool:
    """Whether ``item`` asks for the one option that is not so."""
    if not isinstance(item, Choice) or item.several or item.prompt.isupper():
        return False
    return bool(_LOUD.search(item.prompt) or _QUIET.search(item.prompt))


def excepted(key: tuple[Reading, Likelihood], options: Sequence[Said]) -> Likelihood:
    """How likely the key is the exception: the talk says the other options, and does not say the key or denies it."""
    refused = key[0].figures["slot_refused"]
    said = key[1].heard * (1 - (0.0 if math.isnan(refused) else refused))
    right = (1 - said) * sum(o.likely.heard for o in options) / len(options) if options else 0.0
    return Likelihood(right, (1 - right) / 2, (1 - right) / 2)


def decide_excepted(likely: Likelihood) -> tuple[Verdict, Reason]:
    """Confirmed, or left open: what the talk does not say can never be shown by one sentence of it."""
    if likely.heard >= CONFIRMED_FROM:
        return "heard", Reason("excepted", "The talk says the other options, and not this one.")
    return "unclear", Reason(
        "exception", "Asked is what does not hold; whether it is the only such option could not be confirmed."
    )
