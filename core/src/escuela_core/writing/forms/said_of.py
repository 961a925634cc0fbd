"""What is said of a thing: its own predicate among those of other things of the talk."""

from __future__ import annotations

import random
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.language.quantities import quantities
from escuela_core.language.terms import is_content, rarity
from escuela_core.language.wordnet import family
from escuela_core.writing.alone import points_away
from escuela_core.writing.clause import Clause, content, opened
from escuela_core.writing.forms.form import WANTED, Draft, choice, common
from escuela_core.writing.questions import QUANTIFIED
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Token

SHORTEST, LONGEST = 3, 16
TELLING = 0.42
# Understood behind its own subject, but not as an option that stands by itself.
_LEFT_POINTING = frozenset({"it", "they", "them", "itself", "themselves"})


def said_of(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    if not is_subject(clause) or clause.condition or not SHORTEST <= len(clause.predicate) <= LONGEST:
        return
    subject = clause.say(clause.subject)
    key = clause.say(clause.predicate)
    if content(clause.subject) & content(clause.predicate) or clause.verb.lemma_ in {"call", "name"}:
        return
    if any(t.lower_ in _LEFT_POINTING for t in clause.predicate):
        return
    others = [
        (c.say(c.predicate), c)
        for c in talk.clauses
        if c.sentence != clause.sentence
        and could_be_said_of(clause, c)
        and of_one_sort(clause.head, c.head)
        and not content(clause.subject) & content(c.tokens)
    ]
    wrong = talk.apart(clause, others, WANTED, rng)
    prompt = f"What does the recording say about {opened(clause.subject, subject)}?"
    item = choice(prompt, key, wrong, rng, common(talk, [clause.sentence]))
    if item is not None:
        yield Draft("said_of", item, (clause.sentence,))


def is_subject(clause: Clause) -> bool:
    """Whether the subject is a thing of its own that a question can name."""
    head = clause.head
    if clause.manner != "statement" or head is None or clause.speaks_of_speaker or clause.negated:
        return False
    if quantities(clause.say(clause.subject)):
        return False
    if any(t.pos_ in {"NUM", "ADV"} or t.lower_ in QUANTIFIED or t.lemma_ == "percent" for t in clause.subject):
        return False
    if (
        head.pos_ not in {"NOUN", "PROPN"}
        or points_away(clause.subject, {}, [])
        or clause.subject[0].i > clause.tokens[0].i
    ):
        return False
    return (
        head.pos_ == "PROPN"
        or max((rarity(t.lemma_.lower()) for t in clause.subject if is_content(t)), default=0) > TELLING
    )


def could_be_said_of(clause: Clause, other: Clause) -> bool:
    """Whether the predicate of ``other`` fits the subject of ``clause`` in form, while it is said of something else."""
    if other.manner != "statement" or other.negated or other.condition or other.speaks_of_speaker or other.head is None:
        return False
    if other.head.pos_ not in {"NOUN", "PROPN"} or not SHORTEST <= len(other.predicate) <= LONGEST:
        return False
    same_form = other.plural == clause.plural and finite(other) == finite(clause)
    near = abs(len(other.predicate) - len(clause.predicate)) <= 6
    pointing = any(t.lower_ in {"its", "it", "their", "they", "them", "itself"} for t in other.predicate)
    return same_form and near and not pointing and not content(other.subject) & content(clause.subject)


def of_one_sort(one: Token | None, other: Token | None) -> bool:
    """Whether two subjects are of one sort, by their WordNet family, so that the like could be said of both."""
    if one is None or other is None:
        return False
    return one.pos_ == other.pos_ == "PROPN" or family(one.lemma_.lower()) == family(other.lemma_.lower())


def finite(clause: Clause) -> str:
    """Past or not, by the verb that carries the tense."""
    helpers = [c for c in clause.verb.children if c.dep_ in {"aux", "auxpass"}]
    first = min([*helpers, clause.verb], key=lambda t: t.i)
    return "past" if first.tag_ == "VBD" else "modal" if first.tag_ == "MD" else "present"
