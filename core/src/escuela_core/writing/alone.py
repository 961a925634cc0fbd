"""Whether a clause can be understood away from its place: nothing points out of it, nothing was torn from it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from escuela_core.language.terms import is_content
from escuela_core.writing.clause import SPEAKER, Clause, is_finite

if TYPE_CHECKING:
    from spacy.tokens import Token

SHORTEST_WORDS, LONGEST_WORDS = 3, 24
# What points outside the clause: at the speaker, at the picture, at another sentence.
POINTING = frozenset(
    "i me my mine myself this that these those here there it its itself they them their theirs he him his she her hers "
    "us our ours such same other another others one ones today tonight tomorrow yesterday now then anyway both former "
    "latter so said otherwise".split()
)
# Subjects and objects that only point at what was said before or comes next.
EMPTY = frozenset(
    "answer question thing point reason problem idea trick way people lot rest part story bit matter example case "
    "fact kind sort job deal exception secret rule step news word mistake lesson change difference result "
    "effect trouble stuff somebody someone one something anything nothing everything everybody everyone nobody none "
    "all some most".split()
)
_JOINING = frozenset("which who whom whose that where when if because since as while and or but than".split())


def stands_alone(clause: Clause) -> bool:
    """Whether an item can be made of a clause: it says one thing, of something that is named, in whole words."""
    words = [t for t in clause.tokens if not t.is_punct]
    if any(t is not clause.verb and _is_second(t) for t in words) or _lost_its_joint(clause):
        return False
    if _is_spliced(clause):
        return False
    if clause.verb.lemma_ == "do" or any(c.dep_ == "attr" and c.lemma_ in EMPTY for c in clause.verb.children):
        return False
    if any(t.lower_ in {"other", "same", "such"} for t in clause.subject):
        return False
    if any(t.pos_ in {"VERB", "AUX"} for t in words if clause.subject and t.i < clause.subject[0].i):
        return False
    shortest = 2 if clause.reason or clause.condition or clause.manner == "instruction" else SHORTEST_WORDS
    if not shortest <= len(words) <= LONGEST_WORDS or not any(is_content(t) for t in clause.predicate):
        return False
    head = clause.head
    if head is not None and head.i not in clause.shown and head.lemma_.lower() in EMPTY:
        return False
    if (
        head is not None
        and any(t.tag_ == "JJ" and t.ent_type_ == "ORDINAL" for t in clause.subject if t.head == head)
        and head.lemma_.lower() in {"thing", "point", "change", "matter", "force", "one"}
    ):
        return False
    if points_away(clause.subject, clause.shown, []) or points_away(clause.tokens, clause.shown, clause.subject):
        return False
    if _lost_its_verb(clause):
        return False
    # A clause cut in many places reads badly; so does one whose parts stand in another order.
    gaps = sum(1 for a, b in zip(clause.tokens, clause.tokens[1:], strict=False) if b.i != a.i + 1)
    return gaps <= 2


def _is_second(token: Token) -> bool:
    """Whether a verb says a second thing on the sentence's own level: finite, with a subject and no word joining it."""
    if token.pos_ not in {"VERB", "AUX"} or token.dep_ in {"relcl", "advcl", "acl", "pcomp", "csubj"}:
        return False
    children = list(token.children)
    marked = any(c.dep_ == "mark" or c.tag_ in {"WRB", "WP", "WDT"} for c in children)
    return not marked and is_finite(token) and any(c.dep_ in {"nsubj", "nsubjpass"} for c in children)


def _is_spliced(clause: Clause) -> bool:
    """Whether a comma parts two things said side by side: a second finite verb follows it without a joining word."""
    opened_by: Token | None = None
    after_comma = False
    for token in clause.tokens:
        if token.text == ",":
            after_comma, opened_by = True, None
            continue
        opened_by = opened_by or token
        finite = token.tag_ in {"VBZ", "VBD", "VBP", "MD"} and token.pos_ in {"VERB", "AUX"}
        if after_comma and finite and opened_by.lower_ not in _JOINING and token.i > clause.verb.i:
            return True
    return False


def _lost_its_joint(clause: Clause) -> bool:
    """Whether an "and" or "but" went out of the middle while what it joined stayed."""
    kept = {t.i for t in clause.tokens}
    first, last = clause.tokens[0].i, clause.tokens[-1].i
    gone = [t for t in clause.doc[first:last] if t.i not in kept and t.pos_ == "CCONJ"]
    return any(t.i + 1 in kept or (t.i + 2 in kept and t.nbor(1).is_punct) for t in gone)


def _lost_its_verb(clause: Clause) -> bool:
    """Whether a name was torn from the verb right behind it: "in the mornings and Mikkel" without "wrote"; or a thing
    from one that has no other subject: "half inch and bath taps" without "take three quarters"."""
    last = clause.tokens[-1]
    if last.pos_ not in {"PROPN", "PRON", "NOUN"} or last.i + 1 >= len(last.doc):
        return False
    following = last.nbor(1)
    finite = following.pos_ in {"VERB", "AUX"} and is_finite(following)
    named = any(c.dep_ in {"nsubj", "nsubjpass"} for c in following.children)
    return finite and not (last.pos_ == "NOUN" and named)


def points_away(tokens: Sequence[Token], shown: dict[int, str], known: Sequence[Token]) -> bool:
    """Whether ``tokens`` hold a pointing word that is not written otherwise and can mean none of ``known``.

    What belongs to a thing ("its", "their") or is the subject of a part ("until it stops") can mean a noun of ``known``
    or one before it; an object ("passes it") only one before it that is not the subject.
    """
    for place, token in enumerate(tokens):
        word = token.lower_
        if token.i in shown or word not in POINTING:
            continue
        before = [t for t in tokens[:place] if t.pos_ in {"NOUN", "PROPN"} and not t.is_ancestor(token)]
        near = (
            [*known, *before] if token.dep_ in {"poss", "nsubj", "nsubjpass"} else [t for t in before if t not in known]
        )
        nouns = [t for t in near if t.pos_ in {"NOUN", "PROPN"}]
        written = SPEAKER not in shown.values() and bool(shown) and token.dep_ in {"poss", "nsubj", "nsubjpass"}
        plural = any(t.tag_ in {"NNS", "NNPS"} for t in nouns)
        singular = any(t.tag_ in {"NN", "NNP"} for t in nouns)
        if word in {"its", "it", "itself"} and (singular or written):
            continue
        if word in {"their", "them", "they"} and (plural or written):
            continue
        if word == "one" and token.pos_ == "NUM":
            continue
        if word in {"one", "ones"} and (nouns or known) and token.i > 0 and token.nbor(-1).pos_ in {"ADJ", "DET"}:
            continue
        if word == "that" and (token.dep_ == "mark" or token.head.dep_ in {"relcl", "ccomp"}):
            continue
        if word in {"other", "same", "so"} and token.dep_ in {"amod", "advmod"}:
            continue
        return True
    return False
