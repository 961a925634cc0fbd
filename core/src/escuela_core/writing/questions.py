"""Clauses turned into questions: fronting, do-support, and the question word the asked phrase calls for."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from spacy.tokens import Span, Token

from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import is_content
from escuela_core.language.wordnet import family
from escuela_core.writing.statements import Clause, said

PERSON = 18
_HOW_ADJECTIVES = frozenset(["long", "deep", "high", "wide", "tall", "thick", "far", "old", "heavy", "fast"])
_LASTING = frozenset(("take last need stay keep wait rest boil cook dry burn run continue").split())


@dataclass(frozen=True)
class Question:
    """A prompt and the phrase of the clause that answers it."""

    prompt: str
    key: str
    phrase: Span
    quantity: Quantity | None
    sort: str


def questions(clause: Clause) -> Iterator[Question]:
    """Every question the clause answers, most telling first."""
    yield from _quantity_questions(clause)
    yield from _definition_questions(clause)
    yield from _reason_questions(clause)
    yield from _subject_questions(clause)
    yield from _object_questions(clause)


def auxiliary(clause: Clause) -> tuple[str, str, list[Token]]:
    """The word to front, the verb as it then stands, and the tokens both replace."""
    root = clause.root
    helpers = [c for c in root.children if c.dep_ in {"aux", "auxpass"} and c.i < root.i]
    if helpers:
        return helpers[0].text, "", [helpers[0]]
    if root.lemma_ == "be":
        return root.text, "", [root]
    if root.tag_ == "VBD":
        return "did", root.lemma_, [root]
    return ("does" if root.tag_ == "VBZ" else "do"), root.lemma_, [root]


def _inverted(clause: Clause, word: str, without: Span) -> str:
    """``word`` + auxiliary + subject + the rest of the clause but for ``without``."""
    front, verb, replaced = auxiliary(clause)
    gone = {t.i for t in without} | {t.i for t in clause.subject} | {t.i for t in replaced}
    before = [t for t in clause.tokens if t.i < clause.subject.start and not t.is_punct]
    rest = [t for t in clause.tokens if t.i >= clause.subject.end and t.i not in gone]
    if verb:
        at = next((n for n, t in enumerate(rest) if t.i > clause.root.i), len(rest))
        tail = f"{said(rest[:at])} {verb} {said(rest[at:])}"
    else:
        tail = said(rest)
    opening = f"{_lowered(before)} " if before else ""
    sentence = f"{word} {front} {_lowered(clause.subject)} {tail} {opening}"
    return " ".join(sentence.split()).rstrip(" ,") + "?"


def _lowered(tokens: Span | list[Token]) -> str:
    text = said(list(tokens))
    first = next(iter(tokens))
    keeps = first.pos_ == "PROPN" or first.text == "I" or (len(first.text) > 1 and first.text.isupper())
    return text if keeps else text[:1].lower() + text[1:]


def _quantity_questions(clause: Clause) -> Iterator[Question]:
    for token in clause.tokens:
        if token.dep_ != "nummod" or token.head.pos_ not in {"NOUN", "PROPN"}:
            continue
        noun = token.head
        phrase = clause.doc[noun.left_edge.i : noun.right_edge.i + 1]
        measure = quantities(phrase.text)
        if len(measure) != 1 or not clause.holds(phrase) or any(t.pos_ == "VERB" for t in phrase):
            continue
        if phrase.start < clause.root.i or any(t.dep_ == "prep" for t in phrase):
            continue
        yield from _asked_quantity(clause, noun, phrase, measure[0])


def _asked_quantity(clause: Clause, noun: Token, phrase: Span, measure: Quantity) -> Iterator[Question]:
    key = said(list(phrase))
    after = clause.doc[noun.i + 1] if noun.i + 1 < len(clause.doc) else None
    if measure.dimension and after is not None and noun.head == after and after.lower_ in _HOW_ADJECTIVES:
        both = clause.doc[phrase.start : after.i + 1]
        if clause.holds(both):
            yield Question(_inverted(clause, f"How {after.lower_}", both), key, both, measure, "quantity")
    elif measure.dimension == "time" and noun.head == clause.root and clause.root.lemma_ in _LASTING:
        yield Question(_inverted(clause, "How long", phrase), key, phrase, measure, "quantity")
    elif measure.dimension and noun.dep_ == "attr" and clause.root.lemma_ == "be":
        yield Question(_inverted(clause, "What", phrase), key, phrase, measure, "quantity")
    elif not measure.dimension and noun.dep_ in {"dobj", "attr"} and noun.tag_ == "NNS" and noun.head == clause.root:
        words = [t for t in phrase if t.i > 0 and t.dep_ not in {"nummod", "det", "quantmod"} and t.pos_ != "NUM"]
        counted = said([t for t in words if t.lower_ not in {"about", "around"}])
        if counted:
            bare = measure.text.strip()
            yield Question(_inverted(clause, f"How many {counted}", phrase), bare, phrase, measure, "quantity")


def _definition_questions(clause: Clause) -> Iterator[Question]:
    root = clause.root
    if root.lemma_ in {"call", "name", "know"} and any(c.dep_ == "auxpass" for c in root.children):
        named = next((c for c in root.children if c.dep_ in {"oprd", "dobj", "attr", "ccomp"} and c.i > root.i), None)
        if named is not None and named.pos_ in {"NOUN", "PROPN"}:
            phrase = clause.doc[named.left_edge.i : named.right_edge.i + 1]
            if clause.holds(phrase):
                yield Question(_inverted(clause, "What", phrase), said(list(phrase)), phrase, None, "term")


def _reason_questions(clause: Clause) -> Iterator[Question]:
    reason = clause.reason
    words = [t for t in reason if not t.is_punct]
    pointing = {"this", "that", "these", "i", "we", "here", "he", "she"}
    if not 4 <= len(words) <= 16 or any(t.lower_ in pointing for t in words):
        return
    plural = clause.subject.root.tag_ in {"NNS", "NNPS"}
    loose = {t.lower_ for t in words if t.lower_ in {"it", "they", "them", "its", "their"}}
    if loose & ({"it", "its"} if plural else {"they", "them", "their"}):
        return
    phrase = clause.doc[words[0].i : words[-1].i + 1]
    key = said(list(reason))
    yield Question(_inverted(clause, "Why", phrase), key[:1].upper() + key[1:], phrase, None, "reason")


def _subject_questions(clause: Clause) -> Iterator[Question]:
    subject = clause.subject
    rest = [t for t in clause.tokens if t.i >= subject.end]
    if subject.start > clause.tokens[0].i or sum(1 for t in rest if is_content(t)) < 3 or clause.root.lemma_ == "be":
        return
    if len(subject) > 6 or any(t.dep_ == "relcl" for t in subject):
        return
    yield Question(f"{_who_or_what(subject)} {_singular(clause, rest)}?", said(list(subject)), subject, None, "thing")


def _singular(clause: Clause, rest: list[Token]) -> str:
    """The predicate after "What": a plural verb becomes singular, as English asks."""
    plural = clause.subject.root.tag_ in {"NNS", "NNPS"}
    first = next((c for c in clause.root.children if c.dep_ in {"aux", "auxpass"}), clause.root)
    predicate = said(rest)
    if plural and first.tag_ == "VBP" and predicate.startswith(first.text):
        return _third_person(first) + predicate[len(first.text) :]
    return predicate


def _third_person(token: Token) -> str:
    known = {"are": "is", "have": "has", "do": "does", "'re": "is", "'ve": "has"}
    if token.lower_ in known:
        return known[token.lower_]
    verb = token.lower_
    if verb.endswith(("s", "x", "z", "ch", "sh", "o")):
        return verb + "es"
    if verb.endswith("y") and verb[-2:-1] not in "aeiou":
        return verb[:-1] + "ies"
    return verb + "s"


def _who_or_what(phrase: Span) -> str:
    head = phrase.root
    if head.ent_type_ == "PERSON" or (head.pos_ == "NOUN" and family(head.lemma_.lower()) == PERSON):
        return "Who"
    return "What"


def _object_questions(clause: Clause) -> Iterator[Question]:
    target = next((c for c in clause.root.children if c.dep_ == "dobj" and c.pos_ in {"NOUN", "PROPN"}), None)
    if target is None or target.i < clause.root.i:
        return
    phrase = clause.doc[target.left_edge.i : target.right_edge.i + 1]
    rest = [t for t in clause.tokens if t.i not in {p.i for p in phrase}]
    if len(phrase) > 7 or not clause.holds(phrase) or sum(1 for t in rest if is_content(t)) < 3:
        return
    if any(t.pos_ == "NUM" or t.dep_ == "relcl" for t in phrase):
        return
    word = "Who" if _who_or_what(phrase) == "Who" else "What"
    yield Question(_inverted(clause, word, phrase), said(list(phrase)), phrase, None, "thing")
