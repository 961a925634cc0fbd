"""What an explanation asserts beside the key: a number or a name in it that the talk says otherwise."""

from __future__ import annotations

import re
from collections.abc import Iterator

from escuela_core.checking.evidence import Script, scores
from escuela_core.checking.features import read_claim
from escuela_core.checking.findings import Finding
from escuela_core.checking.verdicts import named_clash
from escuela_core.items import Item
from escuela_core.items.claim import Claim
from escuela_core.language.quantities import quantities

MOST_SENTENCES, FEWEST_WORDS = 5, 4
_QUOTED = re.compile(r"“[^”]*”|«[^»]*»|\"[^\"]*\"")
# A sentence that says what is wrong, or works something out, need not say what the talk says.
_TURNED = re.compile(
    r"\b(?:not|no|never|nor|n['’]t|without|instead|rather|wrong|false|incorrect|minus|plus|times|divided|nunca|ni|sin|"
    r"falso|incorrecto|más|menos|por)\b|[=+×÷]",
    re.IGNORECASE,
)


def explanation_findings(item: Item, script: Script) -> list[Finding]:
    """Plain clashes alone, one a sentence; what an explanation adds to the talk is the teacher's own."""
    language = script.transcript.language
    claims = [Claim(text, "", text, language=language) for text in _statements(item.explanation)]
    found = []
    for claim, row in zip(claims, scores(script, claims), strict=True) if claims else ():
        if len(quantities(claim.text, language)) > 1:
            continue
        reason = named_clash(read_claim(script, claim, row, [], kind="true_false"), script)
        if reason is not None and reason.params["sort"] in ("quantity", "name"):
            said, claimed = reason.params["said"], reason.params["claimed"]
            message = f"The talk says {said}, the explanation says {claimed}."
            found.append(Finding("explanation_clashes", "look", message, params={"said": said, "claimed": claimed}))
    return found


def _statements(explanation: str) -> Iterator[str]:
    bare = _QUOTED.sub(" ", explanation)
    sentences = [s.strip() for s in re.split(r"(?<=[.!?])\s+|\n+", bare)][:MOST_SENTENCES]
    for text in sentences:
        if len(text.split()) >= FEWEST_WORDS and not text.endswith((":", "?")) and not _TURNED.search(text):
            yield text
