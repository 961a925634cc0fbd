"""Opposites and directions: a word of the claim whose contrary the passage says, and not the word itself."""

from __future__ import annotations

from functools import lru_cache
from typing import TYPE_CHECKING

from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.items.claim import Claim
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_negation
from escuela_core.language.wordnet import near, opposites

if TYPE_CHECKING:
    from spacy.tokens import Token

# Directions in which things change, lie and compare: two ends each, in the words of teachers.
_ENDS = (
    (
        "more increase rise grow gain add raise up upward upwards high higher great greater large larger big bigger "
        "most widen swell expand extend multiply double strengthen maximum plenty",
        "less fewer decrease fall drop shrink lose reduce lower low down downward downwards small smaller little least "
        "narrow contract shorten divide halve weaken minimum lack",
    ),
    ("hot warm heat hotter warmer boil", "cold cool chill cooler colder freeze"),
    ("fast quick rapid faster quicker speed soon", "slow slower gradual slowly late"),
    ("before early earlier first start begin beginning open", "after late later last end finish stop close shut"),
    ("left", "right"),
    ("top above over upper upstairs", "bottom below under lower downstairs"),
    ("front ahead forward forwards", "back behind backward backwards"),
    ("inside in indoors inner internal within", "outside out outdoors outer external"),
    ("near close", "far distant"),
    ("north", "south"),
    ("east", "west"),
    ("push repel", "pull attract"),
    ("wet damp moist", "dry"),
    ("light bright", "heavy dark dim"),
    ("long tall deep thick", "short shallow thin"),
    ("hard rough stiff", "soft smooth"),
    ("help improve support loosen protect", "harm hinder damage worsen tighten"),
    ("allow permit let must", "forbid prevent ban"),
    ("keep stay remain hold", "change leave release"),
    ("same equal alike even", "different unequal uneven odd"),
    ("easy simple safe", "hard difficult dangerous"),
    ("acid", "alkaline alkali"),
    ("convex", "concave"),
    ("common often usual frequent always", "rare rarely unusual seldom never"),
    ("young new", "old"),
    ("full", "empty"),
    ("rich", "poor"),
    ("win", "lose"),
    ("buy pay", "sell earn"),
)

_SORTS = {"ADJ": "how", "ADV": "how", "ADP": "how", "VERB": "act", "NOUN": "thing"}
_SPLIT_ENDS = tuple((frozenset(one.split()), frozenset(other.split())) for one, other in _ENDS)


def compare(claim: str, passage: Passage) -> Comparison:
    """In the best sentence, by WordNet's own antonyms alone."""
    theirs = {t.lemma_.lower(): t.text for t in passage.docs[0] if t.is_alpha}
    for token in parsed(claim):
        lemma = token.lemma_.lower()
        if token.is_stop or lemma in theirs or token.pos_ not in {"ADJ", "VERB", "NOUN", "ADV"}:
            continue
        against = sorted(opposites(lemma) & theirs.keys())
        if against:
            return Comparison("clashing", token.text, theirs[against[0]])
    return SILENT


def of_the_number(claim: Claim, passage: Passage) -> Comparison:
    """The number is right, but said of the opposite: of emptying, where filling is asked about."""
    if any(is_negation(t) for t in parsed(claim.given)):
        return SILENT  # "not one is dark" is the same as lit
    for number in claim.answer_quantities:
        places = [p for p in passage.find_quantity(number) if p.sentence == 0]
        if not places:
            continue
        clauses = [{t.lemma_.lower(): t.text for t in _clause(p.token)} for p in places]
        for token in parsed(claim.given):
            lemma = token.lemma_.lower()
            if token.is_stop or token.pos_ not in {"ADJ", "VERB", "NOUN", "ADV"}:
                continue
            against = [sorted(opposites(lemma) & told.keys()) for told in clauses]
            if all(against) and not any(lemma in told for told in clauses):
                return Comparison("clashing", token.text, clauses[0][against[0][0]])
    return SILENT


def _clause(token: Token) -> list[Token]:
    """The words of the clause that says ``token``, without the clauses that hang on it."""
    verb = token
    while verb.head != verb and not (verb.pos_ in {"VERB", "AUX"} and verb.dep_ not in {"amod", "csubj", "pcomp"}):
        verb = verb.head
    apart = {
        t.i
        for other in verb.subtree
        if other != verb and other.dep_ in {"relcl", "advcl", "conj", "parataxis"} and other.pos_ in {"VERB", "AUX"}
        for t in other.subtree
    }
    return [t for t in verb.subtree if t.i not in apart]


def wider(claim: str, passage: Passage) -> Comparison:
    """The same with directions and the antonyms of near relatives, between words of one sort."""
    theirs = {t.lemma_.lower(): t for t in passage.docs[0] if t.is_alpha}
    every = frozenset(theirs)
    for token in parsed(claim):
        lemma, sort = token.lemma_.lower(), _SORTS.get(token.pos_)
        if sort is None or lemma in every or not (near(lemma) | _same_end(lemma)).isdisjoint(every):
            continue
        against = sorted(w for w in contraries(lemma) & every if _SORTS.get(theirs[w].pos_) == sort)
        if against:
            return Comparison("clashing", token.text, theirs[against[0]].text)
    return SILENT


@lru_cache(maxsize=20_000)
def contraries(lemma: str) -> frozenset[str]:
    """The antonyms of a word and of its near relatives, and the other end of its direction."""
    found = set(opposites(lemma))
    for relative in near(lemma):
        found |= opposites(relative)
    for one, other in _SPLIT_ENDS:
        found |= other if lemma in one else one if lemma in other else frozenset()
    return frozenset(found - near(lemma) - {lemma})


def _same_end(lemma: str) -> frozenset[str]:
    """The words of the same end of the directions that ``lemma`` belongs to."""
    return frozenset().union(*(end for ends in _SPLIT_ENDS for end in ends if lemma in end)) - {lemma}
