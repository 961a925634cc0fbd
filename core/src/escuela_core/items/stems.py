"""Negative stems: questions that ask for the one option that is not so, and whether their "not" can be overlooked."""

from __future__ import annotations

import re

from escuela_core.items.kinds import Choice
from escuela_core.items.model import Item

# A capital "NOT" asks for the exception wherever one is chosen from several, unless it stands in a condition or reason;
# a small one only at the verb that is asked about: "Which of these shows that it is not shut?" asks for no exception.
_LOUD = re.compile(
    r"(?i:^\W*(?!por )(?:\w+ )?(?:which|who|whom|cu[aá]l|cu[aá]les|qui[eé]n|para qué|qué \w+)\b)"
    r"(?:(?!\b(?i:if|when|because|si|cuando|porque)\b).)*\b(?:NOT|EXCEPT|NO)\b",
    re.DOTALL,
)
_QUIET = re.compile(
    r"\bwhich (?:one )?of (?:these|the following|them)(?: \w+)?"
    r" (?:is|are|was|were|do|does|did|can|could|has|have|should|will)"
    r"(?:n['’]t\b|(?: (?!that|why|how|if|when|where|because|who|which)\w+){0,3} (?:not|never)\b|not\b)"
    r"|\b(?:cuál|cuáles) de (?:est[ao]s|l[ao]s siguientes)(?: \w+)? no\b"
    r"|\b(?:except|excepto|salvo)\b[\s:.…_?]*$",
    re.IGNORECASE | re.DOTALL,
)
# What is set in bold or italics is seen.
_EMPHASISED = re.compile(r"\*[^*]*\b(?:not|no|never|except|excepto|salvo)\b[^*]*\*", re.IGNORECASE)
_SMALL = re.compile(r"\b(?:not|never|cannot|no|\w+n['’]t)\b")


def has_negative_stem(item: Item) -> bool:
    """Whether ``item`` asks for the one option that is not so."""
    if not isinstance(item, Choice) or item.several or item.prompt.isupper():
        return False
    return bool(_LOUD.search(item.prompt) or _QUIET.search(item.prompt))


def overlooked_not(item: Item) -> str:
    """The small "not" of a negative stem, which students read over; empty where there is none."""
    if not has_negative_stem(item) or _LOUD.search(item.asked) or _EMPHASISED.search(item.asked):
        return ""
    found = _SMALL.search(item.asked)
    return found.group() if found else ""
