"""Clauses turned into questions: fronting, do-support, and the question word the asked phrase calls for."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import is_content, is_negation
from escuela_core.language.wordnet import family, senses
from escuela_core.writing.clause import SPEAKER, Clause, full_form, opened, said, third_person

if TYPE_CHECKING:
    from spacy.tokens import Token

PERSON, ARTIFACT = 18, 6
USUAL_SENSES = 3
_HOW_ADJECTIVES = frozenset("long deep high wide tall thick far old heavy fast".split())
_LASTING = frozenset("take last need stay keep wait rest boil cook dry burn run continue".split())
_LIGHT = frozenset("have take make give do get pay let keep".split())
QUANTIFIED = frozenset("each every no any some most many all both half more several few".split())
_NAMING = frozenset("call name know".split())
_ROUGHLY = frozenset("about around roughly nearly almost over only just".split())


@dataclass(frozen=True)
class Question:
    """A prompt and the phrase of the clause that answers it. ``sort`` is quantity, term or thing."""

    prompt: str
    key: str
    phrase: tuple[Token, ...]
    quantity: Quantity | None
    sort: str


def questions(clause: Clause) -> Iterator[Question]:
    """Every question the clause answers by one of its phrases, most telling first."""
    if clause.manner != "statement" or clause.negated:
        return
    yield from _quantity_questions(clause)
    yield from _naming_questions(clause)
    yield from _subject_questions(clause)
    yield from _object_questions(clause)


def why(clause: Clause) -> str:
    """The question for the reason of a clause."""
    if clause.manner == "instruction":
        act = [t for t in clause.tokens if t.i >= clause.verb.i or not (is_negation(t) or t.lower_ == "do")]
        asked = f"Why should you{' not' if clause.negated else ''} {opened(act, clause.say(act))}"
        when = f" {opened(clause.condition, clause.say(clause.condition))}" if clause.condition else ""
        return f"{asked}{when}?"
    return inverted(clause, "Why", ())


def inverted(clause: Clause, word: str, without: Sequence[Token]) -> str:
    """``word``, the helper, the subject, then the rest of the clause but for ``without``; its condition at the end."""
    front, forms, replaced = _helper(clause)
    gone = {t.i for t in without} | {t.i for t in clause.subject} | {t.i for t in replaced}
    kept = [t for t in clause.tokens if t.i not in gone and not (t.is_punct and t.i < clause.verb.i)]
    before = [t for t in kept if t.i < clause.subject[0].i]
    rest = [t for t in kept if t.i > clause.subject[-1].i]
    shown = clause.shown | {t.i: "not" for t in rest if t.lower_ in {"n't", "n’t"}}
    shown |= {t.i: forms[t.i] for t in rest if t.i in forms}
    subject = opened(clause.subject, clause.say(clause.subject))
    parts = [word, front, subject, said(rest, shown), opened(before, said(before, shown))]
    if clause.condition:
        parts.append(opened(clause.condition, clause.say(clause.condition)))
    return " ".join(" ".join(p for p in parts if p).split()).rstrip(" ,") + "?"


def _helper(clause: Clause) -> tuple[str, dict[int, str], list[Token]]:
    """The word to front, the verbs that then take another form, by their places, and the tokens that move to the
    front."""
    verb = clause.verb
    helpers = [c for c in verb.children if c.dep_ in {"aux", "auxpass"} and c.i < verb.i and c.tag_ != "TO"]
    if len(helpers) == 1 and helpers[0].lemma_ == "get":
        # "The ends get blocked" asks with "do", as any other verb.
        return {"VBD": "did", "VBZ": "does"}.get(helpers[0].tag_, "do"), {helpers[0].i: "get"}, []
    if helpers:
        return full_form(helpers[0]), {}, [helpers[0]]
    if verb.lemma_ == "be":
        return full_form(verb), {}, [verb]
    if verb.tag_ == "VBD":
        return "did", {verb.i: verb.lemma_}, []
    third = verb.tag_ == "VBZ" or SPEAKER in clause.shown.values()
    return ("does" if third else "do"), {verb.i: verb.lemma_}, []


def _quantity_questions(clause: Clause) -> Iterator[Question]:
    for token in clause.tokens:
        if token.dep_ != "nummod" or token.head.pos_ not in {"NOUN", "PROPN"}:
            continue
        noun = token.head
        phrase = tuple(clause.doc[noun.left_edge.i : noun.right_edge.i + 1])
        measure = quantities(clause.say(phrase))
        if len(measure) != 1 or not clause.holds(phrase) or any(t.pos_ == "VERB" or t.dep_ == "prep" for t in phrase):
            continue
        if phrase[0].i > clause.verb.i:
            yield from _asked_quantity(clause, noun, phrase, measure[0])


def _asked_quantity(clause: Clause, noun: Token, phrase: tuple[Token, ...], measure: Quantity) -> Iterator[Question]:
    key = clause.say(phrase)
    verb = clause.verb
    after = clause.doc[noun.i + 1] if noun.i + 1 < len(clause.doc) else None
    if measure.dimension and after is not None and noun.head == after and after.lower_ in _HOW_ADJECTIVES:
        both = (*phrase, after)
        if clause.holds(both) and after.head == verb:
            yield Question(inverted(clause, f"How {after.lower_}", both), key, both, measure, "quantity")
    elif measure.dimension == "time" and noun.head == verb and verb.lemma_ in _LASTING:
        yield Question(inverted(clause, "How long", phrase), key, phrase, measure, "quantity")
    elif measure.dimension == "money" and noun.dep_ == "dobj" and verb.lemma_ in {"cost", "pay"}:
        yield Question(inverted(clause, "How much", phrase), key, phrase, measure, "quantity")
    elif measure.dimension and noun.dep_ == "attr" and verb.lemma_ == "be":
        yield Question(inverted(clause, "What", phrase), key, phrase, measure, "quantity")
    elif not measure.dimension and noun.dep_ in {"dobj", "attr"} and noun.tag_ == "NNS" and noun.head == verb:
        words = [
            t for t in phrase if t == noun or (t.dep_ in {"amod", "compound"} and t.i < noun.i and t.pos_ != "NUM")
        ]
        counted = clause.say([t for t in words if t.lower_ not in _ROUGHLY])
        if counted:
            yield Question(
                inverted(clause, f"How many {counted}", phrase), measure.text.strip(), phrase, measure, "quantity"
            )


def _naming_questions(clause: Clause) -> Iterator[Question]:
    verb = clause.verb
    if verb.lemma_ in _NAMING and any(c.dep_ == "auxpass" for c in verb.children):
        named = next((c for c in verb.children if c.dep_ in {"oprd", "dobj", "attr", "ccomp"} and c.i > verb.i), None)
        if named is not None and named.pos_ in {"NOUN", "PROPN", "ADJ"}:
            phrase = tuple(t for t in clause.tokens if t.i in {s.i for s in named.subtree})
            if phrase and len(phrase) <= 4:
                rest = [t for t in clause.tokens if t.i > phrase[-1].i]
                yield Question(inverted(clause, "What", [*phrase, *rest]), clause.say(phrase), phrase, None, "term")


def _subject_questions(clause: Clause) -> Iterator[Question]:
    subject = clause.subject
    head = clause.head
    rest = clause.predicate
    if head is None or head.pos_ not in {"NOUN", "PROPN"} or clause.speaks_of_speaker or clause.resolved:
        return
    if subject[0].i > clause.tokens[0].i or sum(1 for t in rest if is_content(t)) < 3 or clause.verb.lemma_ == "be":
        return
    if (
        len(subject) > 5
        or any(t.lower_ in QUANTIFIED for t in subject)
        or any(t.dep_ in {"relcl", "conj", "prep", "advmod"} or t.pos_ == "NUM" for t in subject)
        or clause.condition
    ):
        return
    yield Question(f"{_who_or_what(head)} {_singular(clause, rest)}?", clause.say(subject), subject, None, "thing")


def _singular(clause: Clause, rest: Sequence[Token]) -> str:
    """The predicate after "What": a plural verb becomes singular, as English asks."""
    first = min([c for c in clause.verb.children if c.dep_ in {"aux", "auxpass"}] + [clause.verb], key=lambda t: t.i)
    shown = dict(clause.shown)
    if clause.plural and (first.tag_ == "VBP" or first.lower_ == "were"):
        shown |= {first.i: "was" if first.lower_ == "were" else third_person(first)}
    return said(rest, shown)


def _who_or_what(head: Token) -> str:
    """A washer may be somebody or a ring of rubber; where both are usual, both are asked for."""
    if head.ent_type_ == "PERSON":
        return "Who"
    sorts = {s.lexfile for s in senses(head.lemma_.lower(), "n")[:USUAL_SENSES]} if head.pos_ == "NOUN" else set()
    if family(head.lemma_.lower()) != PERSON or head.pos_ != "NOUN":
        return "What"
    return "Who or what" if ARTIFACT in sorts else "Who"


def _object_questions(clause: Clause) -> Iterator[Question]:
    if clause.verb.lemma_ in _LIGHT:
        return
    target = next((c for c in clause.verb.children if c.dep_ == "dobj" and c.pos_ in {"NOUN", "PROPN"}), None)
    if target is None or target.i < clause.verb.i:
        return
    phrase = tuple(clause.doc[target.left_edge.i : target.right_edge.i + 1])
    rest = [t for t in clause.tokens if t not in phrase]
    if len(phrase) > 5 or not clause.holds(phrase) or sum(1 for t in rest if is_content(t)) < 3:
        return
    if any(t.pos_ == "NUM" or t.dep_ in {"relcl", "conj", "prep", "punct"} for t in phrase):
        return
    behind = [t for t in rest if t.i > phrase[-1].i and not t.is_punct]
    if behind and behind[0].pos_ == "CCONJ":
        return  # a second thing of the same kind would stand in the question
    yield Question(inverted(clause, _who_or_what(target), phrase), clause.say(phrase), phrase, None, "thing")
