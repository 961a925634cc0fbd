"""Which clashes may be named: only two fillers of the same place that cannot both be so.

A comparison that merely differs is a figure for the model; a sentence that says "the recording says X, the item says Y"
must hold, since one that does not costs more trust than ten that are not said. Measured by itself on everyday items
(``core/benchmarks/report_everyday.py``).
"""

from __future__ import annotations

import re

from escuela_core.checking.comparing import Comparison
from escuela_core.checking.comparing.opposites import contraries
from escuela_core.checking.evidence import Script
from escuela_core.checking.features import Reading, covered
from escuela_core.items.claim import Claim
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import Quantity, quantities

# So much of what is asked must be said where the other filler stands.
ASKED_HERE, TOLD_HERE = 0.5, 0.6
# A value that the talk gives so many sentences from here may well be the one that is asked for.
NEAR = 6
ALL_ASKED, OF_ANOTHER = 0.8, 0.5
_DENIES = re.compile(r"\b(?:not|no|none|never|nobody|nothing|neither|nor|without|hardly|cannot)\b|n't\b", re.IGNORECASE)
_ASKS = re.compile(
    r"\b(?:want|like|have) to know\b|\bwonder|\bthe question\b|\bask\w* (?:how|what|which|who|why|when)\b"
)
_IF = re.compile(r"\b(?:if|suppose|supposing|would)\b", re.IGNORECASE)
_IT = frozenset("it they them this that".split())
_WORKED_OUT = re.compile(
    r"\bthan\b|\bdiffer|\bhow (?:much|many) (?:more|less|fewer|longer|\w+er)\b|\b(?:in all|in total|altogether|left)\b"
    r"|\b(?:whole|double|half|twice|both|together|rest|remaining)\b",
    re.IGNORECASE,
)
_LIMIT = re.compile(
    r"\b(?:less|more|fewer|longer|higher|lower|bigger|over|under|above|below|up to|at least|at most|exactly|until)\b"
    r"|\b(?:double|twice|half)\b",
    re.IGNORECASE,
)
# "The most distant" compares things; it does not say how many.
_SUPERLATIVE = re.compile(r"\bthe most \w+|\b(?:its|their|his|her) most \w+", re.IGNORECASE)
# Numbers that are read as years are compared with years alone.
YEARS = range(1000, 2101)
# The measure that a question asks for is not said beside its number.
_HOW = re.compile(r"\bhow (?:long|far|often|many|much|old|big|large|tall|wide|deep|high|fast|soon)\b", re.IGNORECASE)
# Verbs that say hardly anything by themselves.
_LIGHT = frozenset("be have do get make let take go".split())
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
        one_sided = bool(_DENIES.search(sentence)) != bool(_DENIES.search(reading.claim.asserted))
        here = covered(script, reading.claim.text, script.words[reading.best]) >= TOLD_HERE
        return not turned and one_sided and here and _says_what_is_denied(found, reading.claim, sentence)
    if sort == "opposite":
        return _said_alone(found, reading, sentence)
    if sort == "degree":
        plain = bool(_words(found.claimed) & _EVERY) and bool(_words(found.said) & _SOME)
        return plain and not _SUPERLATIVE.search(sentence)
    return sort == "name"


def _says_what_is_denied(found: Comparison, claim: Claim, sentence: str) -> bool:
    """Whether what one side denies is what the other says of its subject: a verb or a quality on both sides, and what a
    statement itself says. A thing that is denied ("no ring", "sand without moisture") says only what is not there."""
    word = found.claimed.removeprefix("not ")
    mine, theirs = ([t for t in parsed(text) if t.lemma_.lower() == word] for text in (claim.text, sentence))
    plain = all(t.pos_ in ("VERB", "ADJ") for t in (*mine, *theirs)) and mine and theirs
    said_itself = any(t.dep_ == "ROOT" or t.head.dep_ == "ROOT" and t.dep_ in ("acomp", "conj") for t in mine)
    return not claim.given and word not in _LIGHT and bool(plain) and said_itself


def _speaks_of_it(reading: Reading) -> bool:
    """Whether the sentence and its neighbours say what is asked, or most of what a statement says."""
    figures = reading.figures
    statement = not reading.claim.given
    return figures["words"] >= TOLD_HERE if statement else figures["given_words"] >= ASKED_HERE


def _same_measure(found: Comparison, reading: Reading, script: Script) -> bool:
    """Whether the two are of one measure, and the item's own value is said near by only of something else."""
    language, claim = script.transcript.language, reading.claim
    sentence = script.texts[reading.best]
    # What is worked out of the numbers, or lies on one side of a limit, need not be said.
    if _WORKED_OUT.search(claim.text) or _LIMIT.search(sentence):
        return False
    asked = _HOW.sub(" ", claim.given) or claim.text
    here = covered(script, asked, script.words[reading.best])
    if here < ASKED_HERE:
        return False
    mine = [q for q in reading.claim.answer_quantities if q.text == found.claimed]
    near = range(max(0, reading.best - NEAR), min(len(script.texts), reading.best + NEAR + 1))
    told = {n: quantities(script.texts[n], language) for n in near}
    theirs = [q for q in told[reading.best] if q.text == found.said and mine and _one_measure(mine[0], q)]
    claimed = quantities(claim.text, language)
    if not theirs or any(_alike(theirs[0], q) for q in claimed):
        return False
    # A second number of the item is another condition, unless the sentence gives it too.
    if any(not any(_alike(q, t) for t in told[reading.best]) for q in claimed if q != mine[0]):
        return False
    # Of several numbers in a sentence it is not known which is asked for; one that is said near by may be meant, but
    # where all that is asked stands here and hardly any of it there.
    rivals = [q for q in told[reading.best] if _one_measure(mine[0], q)]
    elsewhere = [n for n, row in told.items() if any(_alike(mine[0], q) for q in row)]
    plain = here >= ALL_ASKED and all(covered(script, asked, script.words[n]) <= OF_ANOTHER for n in elsewhere)
    return len(rivals) == 1 and (plain or not elsewhere)


def _one_measure(mine: Quantity, other: Quantity) -> bool:
    if _is_year(mine) != _is_year(other):
        return False
    return (mine.dimension, mine.sort) == (other.dimension, other.sort) and (
        bool(mine.dimension) or mine.unit == other.unit or not mine.unit
    )


def _is_year(number: Quantity) -> bool:
    return not number.dimension and not number.unit and int(number.low) in YEARS


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
    if not _one_standard(reading.claim.text, sentence) or not _one_subject(found, reading.claim.text, sentence):
        return False
    denied = _DENIES.search(sentence) or _DENIES.search(reading.claim.text)
    alone = mine <= asserted and not theirs & claim and not mine & told
    return alone and not denied and not _turned_twice(found, reading.claim.text, sentence)


def _turned_twice(found: Comparison, claim: str, sentence: str) -> bool:
    """Whether a second word is turned round too: "keeps the upper one" may well say "the lower one is lost"."""
    told = {form for t in parsed(sentence) for form in (t.lower_, t.lemma_.lower())}
    others = {t.lower_ for t in parsed(claim) if t.is_alpha and t.text != found.claimed}
    return any(contraries(word) & told for word in others - told)


def _one_standard(claim: str, sentence: str) -> bool:
    """Whether two comparisons measure against the same: "A is higher than B" and "B is lower than A" do not clash."""
    mine, theirs = (_words(text.partition(" than ")[2]) - _SMALL for text in (claim, sentence))
    return not (mine and theirs) or bool(mine & theirs)


def _one_subject(found: Comparison, claim: str, sentence: str) -> bool:
    """Whether the two opposites are said of the same: their subjects are one word, or one of them is "it"."""
    mine, theirs = _subjects(found.claimed, claim), _subjects(found.said, sentence)
    return not mine or not theirs or bool(mine & theirs) or bool((mine | theirs) & _IT)


def _subjects(words: str, text: str) -> set[str]:
    """The subjects and headwords of what ``words`` name in a text, in their dictionary form."""
    wanted = _words(words)
    found: set[str] = set()
    for token in parsed(text):
        if token.lower_ not in wanted and token.lemma_.lower() not in wanted:
            continue
        if token.dep_ in ("amod", "compound"):
            found.add(token.head.lemma_.lower())
        heads = [token, *token.ancestors]
        subject = next((c for h in heads for c in h.children if c.dep_ in ("nsubj", "nsubjpass")), None)
        if subject is not None:
            found.add(subject.lemma_.lower())
    return found


def _words(text: str) -> set[str]:
    return set(re.findall(r"\w+", text.lower()))
