"""How a word stands in its sentence: as said, under a negation, set aside for another, or as what others believe."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING, Literal

from escuela_core.language.terms import is_negation

if TYPE_CHECKING:
    from spacy.tokens import Token

Standing = Literal["said", "denied", "set_aside", "believed"]
_ASIDE = frozenset({"than", "instead", "unlike", "without", "except", "rather"})
_BELIEVING = frozenset({"think", "believe", "suppose", "assume", "imagine", "claim", "expect", "guess"})
_OTHERS = frozenset({"people", "many", "some", "most", "everyone", "everybody", "you", "they", "he", "she"})
_SPEAKERS = frozenset({"i", "we"})
_MYTHS = frozenset({"myth", "mistake", "error", "rumour", "rumor", "superstition", "misconception"})
# "Iron, no, forgive me, magnesium": what stands right before such words was not meant.
_TAKEN_BACK = re.compile(
    r"\s*,? *(?:er, |oh, |ah, )*(?:no(?=[,;.!]| wait)|(?:sorry|wait|forgive me|pardon me|hang on|i mean|or rather|"
    r"what am i saying|that's wrong|correction)\b)",
    re.IGNORECASE,
)
_OWN_CLAUSE = frozenset({"advcl", "relcl", "acl", "ccomp", "parataxis", "csubj"})


def standing(token: Token) -> Standing:
    """How ``token`` stands, judged on the way up to its own clause; a belief is looked for above that too."""
    if _TAKEN_BACK.match(token.doc.text, token.idx + len(token.text)):
        return "set_aside"
    at, below, inside = token, token, True
    while True:
        if inside:
            if at.lower_ in _ASIDE or _after_instead(at):
                return "set_aside"
            if _refused(at, token):
                return "denied"
        if _is_belief(at, below):
            return "believed"
        if at.head == at:
            return "said"
        inside = inside and not _leaves_clause(at)
        at, below = at.head, at


def _after_instead(at: Token) -> bool:
    """ "Rope instead of chain": the second of two that are joined by words that prefer the first."""
    joined = at.dep_ in {"conj", "appos"} and at.head.i < at.i
    return joined and any(t.lower_ in _ASIDE for t in at.doc[at.head.i + 1 : at.i])


def _refused(at: Token, token: Token) -> bool:
    """A negation at this word, before the token (or at its verb); "not only" refuses nothing."""
    return any(
        (is_negation(c) or (c.dep_ == "det" and c.lower_ == "no"))
        and (c.i < token.i or at.pos_ in {"VERB", "AUX"})
        and not (c.i + 1 < len(c.doc) and c.nbor().lower_ in {"only", "just"})
        for c in at.children
        if c != token
    )


def _leaves_clause(at: Token) -> bool:
    own_verb = at.pos_ in {"VERB", "AUX"}
    return own_verb and (at.dep_ in _OWN_CLAUSE or (at.dep_ == "conj" and any("subj" in c.dep_ for c in at.children)))


def _is_belief(at: Token, below: Token) -> bool:
    """Whether ``below`` is what somebody else, or the speaker once, holds true; or what is called a mistake."""
    if at == below:
        return False
    if at.lemma_.lower() in _MYTHS:
        return True
    if at.lemma_.lower() not in _BELIEVING or below.dep_ != "ccomp":
        return False
    subjects = {c.lower_ for c in at.children if "subj" in c.dep_}
    return bool(subjects & _OTHERS) or (bool(subjects & _SPEAKERS) and at.tag_ in {"VBD", "VBN"})
