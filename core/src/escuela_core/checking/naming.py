"""Which clashes may be named: only two fillers of the same place that cannot both be so.

A comparison that merely differs is a figure for the model; a sentence that says "the recording says X, the item says Y"
must hold, since one that does not costs more trust than ten that are not said. Measured by itself on everyday items
(``core/benchmarks/report_everyday.py``).
"""

from __future__ import annotations

import re

from escuela_core.checking.comparing import Comparison
from escuela_core.checking.evidence import Script
from escuela_core.checking.features import Reading, covered
from escuela_core.language.quantities import Quantity, quantities

# So much of what is asked must be said where the other filler stands.
ASKED_HERE, TOLD_HERE = 0.5, 0.6
# A value that the talk gives so many sentences from here may well be the one that is asked for.
NEAR = 6
# It is not where the sentence that gives it says at most so much of what is asked as the one that gives the other.
OF_ANOTHER = 0.5
_DENIES = re.compile(r"\b(?:not|no|none|never|nobody|nothing|neither|nor|without|hardly|cannot)\b|n't\b", re.IGNORECASE)
_ASKS = re.compile(
    r"\b(?:want|like|have) to know\b|\bwonder|\bthe question\b|\bask\w* (?:how|what|which|who|why|when)\b"
)
_IF = re.compile(r"\b(?:if|suppose|supposing|would)\b", re.IGNORECASE)
_SMALL = frozenset("a an the it its they their this that these those of in on at".split())
_EVERY = frozenset("all every everybody everyone everything always whole none never nobody only entirely".split())
_SOME = frozenset("most mostly mainly some many few several often sometimes usually partly almost nearly".split())


def nameable(sort: str, found: Comparison, reading: Reading, script: Script) -> bool:
    """Whether the two sides of ``found`` fill the same place of the claim and of its best sentence."""
    sentence = script.texts[reading.best]
    asks = sentence.rstrip().endswith("?") or _ASKS.search(sentence)
    # What holds under a condition may be worked out, and need not be what the sentence says without it.
    supposes = _IF.search(reading.claim.given) and not _IF.search(sentence)
    if asks or supposes or not _speaks_of_it(reading):
        return False
    if sort == "quantity":
        return _same_measure(found, reading, script)
    if sort == "negation":
        # "Never changes" denies the opposite of "stays", and so says the same.
        turned = reading.facts.opposite.outcome == "clashing"
        return not turned and bool(_DENIES.search(sentence)) != bool(_DENIES.search(reading.claim.asserted))
    if sort == "opposite":
        return _said_alone(found, reading, sentence)
    if sort == "degree":
        return bool(_words(found.claimed) & _EVERY) and bool(_words(found.said) & _SOME)
    return sort == "name"


def _speaks_of_it(reading: Reading) -> bool:
    """Whether the sentence and its neighbours say what is asked, or most of what a statement says."""
    figures = reading.figures
    statement = not reading.claim.given
    return figures["words"] >= TOLD_HERE if statement else figures["given_words"] >= ASKED_HERE


def _same_measure(found: Comparison, reading: Reading, script: Script) -> bool:
    """Whether the two are of one measure, and the item's own value is said near by only of something else."""
    language = script.transcript.language
    mine = [q for q in reading.claim.answer_quantities if q.text == found.claimed]
    near = range(max(0, reading.best - NEAR), min(len(script.texts), reading.best + NEAR + 1))
    told = {n: quantities(script.texts[n], language) for n in near}
    theirs = [q for row in told.values() for q in row if q.text == found.said and mine and _one_measure(mine[0], q)]
    claimed = quantities(reading.claim.text, language)
    if not theirs or any(_alike(theirs[0], q) for q in claimed):
        return False
    elsewhere = [n for n, row in told.items() if any(_alike(mine[0], q) for q in row)]
    asked = reading.claim.given or reading.claim.text
    here = covered(script, asked, script.words[reading.best])
    return all(n != reading.best and covered(script, asked, script.words[n]) <= OF_ANOTHER * here for n in elsewhere)


def _one_measure(mine: Quantity, other: Quantity) -> bool:
    return (mine.dimension, mine.sort) == (other.dimension, other.sort) and (
        bool(mine.dimension) or mine.unit == other.unit or not mine.unit
    )


def _alike(mine: Quantity, other: Quantity) -> bool:
    return mine.agrees(other) or mine.stated == other.stated


def _said_alone(found: Comparison, reading: Reading, sentence: str) -> bool:
    """Whether each side says only its own of the two, in what it asserts, and neither under a negation."""
    claim = _words(reading.claim.text)
    asserted, told = _words(reading.claim.asserted), _words(sentence)
    mine, theirs = _words(found.claimed), _words(found.said)
    # A comparison ("bigger") and a quality ("small") stand in different places.
    if found.claimed.endswith("er") != found.said.endswith("er"):
        return False
    if not _one_standard(reading.claim.text, sentence):
        return False
    denied = _DENIES.search(sentence) or _DENIES.search(reading.claim.text)
    return mine <= asserted and not theirs & claim and not mine & told and not denied


def _one_standard(claim: str, sentence: str) -> bool:
    """Whether two comparisons measure against the same: "A is higher than B" and "B is lower than A" do not clash."""
    mine, theirs = (_words(text.partition(" than ")[2]) - _SMALL for text in (claim, sentence))
    return not (mine and theirs) or bool(mine & theirs)


def _words(text: str) -> set[str]:
    return set(re.findall(r"\w+", text.lower()))
