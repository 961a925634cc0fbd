"""Subjects put back to what they stand for: the speaker's "I", and a pronoun with one noun to mean."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import TYPE_CHECKING

from escuela_core.writing.alone import EMPTY, POINTING
from escuela_core.writing.clause import SPEAKER, Clause, opened, said, third_person

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

BROKEN = re.compile(r"[,;] (?:no|well|what|sorry|wait|right|oh|ah|listen)[,;]|—|\.\.\.|…|\boh,|\bah,", re.IGNORECASE)
# What a speaker does with the hands in showing a thing; everything else in the first person is about the speaker.
NOT_DONE = frozenset(
    "be have do know think say see like love want hope need mean guess believe tell talk call come go get make try "
    "keep start begin show give ask hear feel remember wonder suppose promise find live teach learn work buy".split()
)
_THINGS = frozenset({"dobj", "attr", "oprd", "pobj"})
_META = frozenset(
    "talk look see start turn come speak begin say call learn hear meet discuss finish end go get notice note try "
    "expect lose mind worry stand".split()
)


def subject_shown(
    subject: Token, verb: Token, docs: Sequence[Doc], sentence: int, before: Sequence[Clause]
) -> tuple[dict[int, str], bool] | None:
    """How the subject is written: None where it is a pronoun that cannot be put back for certain."""
    word = subject.lower_
    if subject.pos_ in {"NOUN", "PROPN"}:
        first = subject.left_edge
        if first.lower_ in {"this", "that", "these", "those"} and first.head == subject:
            known = any(
                t.lemma_.lower() == subject.lemma_.lower() for d in docs[max(0, sentence - 3) : sentence] for t in d
            )
            return ({first.i: "the"}, True) if known and subject.lemma_.lower() not in EMPTY else None
        return {}, False
    if word in {"you", "we"}:
        # "You can't go above a hundred metres" is no talk about the talk.
        forbids = {"neg", "aux"} <= {c.dep_ for c in verb.children}
        of_the_talk = verb.lemma_ in _META and not forbids
        return None if of_the_talk or (word == "we" and verb.lemma_ in NOT_DONE) else ({}, False)
    if word == "i":
        if verb.lemma_ in NOT_DONE or verb.tag_ not in {"VBP", "VB"} or any(c.dep_ == "aux" for c in verb.children):
            return None
        return {subject.i: SPEAKER, verb.i: third_person(verb)}, False
    if word == "it" and verb.lemma_ == "be" and any(t.tag_ in {"WRB", "WP"} for t in verb.rights):
        return None  # "it's where the stick is that counts" means no thing
    if word in {"it", "they"}:
        noun = _antecedent(subject, docs, sentence, before, plural=word == "they")
        if not noun or _is_said_after(noun, subject):
            return None
        return {subject.i: noun}, True
    return None


def _antecedent(pronoun: Token, docs: Sequence[Doc], sentence: int, before: Sequence[Clause], *, plural: bool) -> str:
    """The subject of the clause before, where it agrees in number and no other noun there competes as a subject."""
    if before:
        last = before[-1]
        if last.doc is pronoun.doc and _has_rival(last.tokens[-1].i + 1, pronoun, plural):
            return ""
        return _as_antecedent(last.doc, last.verb, plural) if not last.resolved else ""
    here = [t for t in pronoun.doc[: pronoun.i] if t.pos_ in {"NOUN", "PROPN", "VERB"}]
    if here or not sentence:
        return ""
    earlier = docs[sentence - 1]
    root = next((t for t in earlier if t.dep_ == "ROOT"), None)
    if root is None or earlier.text.rstrip().endswith("?") or BROKEN.search(earlier.text):
        return ""
    rivals = {t.lemma_ for t in earlier if t.dep_ in {"nsubj", "nsubjpass"} and (t.tag_ in {"NNS", "NNPS"}) == plural}
    return _as_antecedent(earlier, root, plural) if len(rivals) == 1 else _only_thing(earlier, plural)


def _is_said_after(noun: str, pronoun: Token) -> bool:
    """Whether what a pronoun would stand for is named after it: "it's fastest on the outside" is not said of the
    outside."""
    last = noun.rsplit(maxsplit=1)[-1].lower()
    return any(t.lower_ == last for t in pronoun.doc[pronoun.i + 1 :])


def _has_rival(start: int, pronoun: Token, plural: bool) -> bool:
    """Whether something else that the pronoun may mean was named from the token ``start`` on: "if you bruise the
    stem, it dies"."""
    nouns = (t for t in pronoun.doc[start : pronoun.i] if t.pos_ in {"NOUN", "PROPN"})
    return any((t.tag_ in {"NNS", "NNPS"}) == plural for t in nouns)


def _only_thing(doc: Doc, plural: bool) -> str:
    """What a sentence about "I" or "you" is about, where it names just one thing in a place of its own.

    Where it is about "it" or "they" itself, a pronoun that goes on means the same, whatever else is named.
    """
    named = [t for t in doc if t.pos_ in {"NOUN", "PROPN"} and t.dep_ in _THINGS]
    subjects = [t for t in doc if t.dep_ in {"nsubj", "nsubjpass"}]
    if len(named) != 1 or any(t.pos_ != "PRON" for t in subjects):
        return ""
    if any(t.lower_ == ("they" if plural else "it") for t in subjects):
        return ""
    thing = named[0]
    tokens = list(doc[thing.left_edge.i : thing.i + 1])
    fits = (thing.tag_ in {"NNS", "NNPS"}) == plural and thing.lemma_.lower() not in EMPTY and len(tokens) <= 5
    if not fits or any(t.lower_ in POINTING or t.is_punct or t.pos_ == "NUM" for t in tokens):
        return ""
    return re.sub(r"^an? ", "the ", opened(tokens, said(tokens)))


def _as_antecedent(doc: Doc, verb: Token, plural: bool) -> str:
    subject = next((c for c in verb.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    if subject is None or subject.pos_ not in {"NOUN", "PROPN"} or subject.lemma_.lower() in EMPTY:
        return ""
    if (subject.tag_ in {"NNS", "NNPS"}) != plural or any(c.dep_ == "conj" for c in subject.children):
        return ""
    tokens = list(doc[subject.left_edge.i : subject.i + 1])
    # "Four centimetres at least, they climb over the thin stuff": how much is no thing that is meant again.
    if len(tokens) > 5 or any(t.lower_ in POINTING or t.pos_ == "NUM" for t in tokens):
        return ""
    text = opened(tokens, said(tokens))
    return re.sub(r"^an? ", "the ", text)
