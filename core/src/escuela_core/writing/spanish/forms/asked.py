"""Who or what does it, what is acted on, and what a thing is."""

from __future__ import annotations

import random
import re
from collections.abc import Sequence
from typing import TYPE_CHECKING

from escuela_core.items import Open
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.forms.form import Drafts, Talk, among_phrases, question, shared, small
from escuela_core.writing.spanish.sorts import Phrase, phrase
from escuela_core.writing.spanish.statement import Statement, feature, said

if TYPE_CHECKING:
    from spacy.tokens import Token

# So many words beside verb and subject tell enough to ask who does it.
FEWEST_BESIDE = 3
# A noun that may be somebody: a lock-keeper ends like a road.
_MAY_BE_SOMEBODY = re.compile(
    r"(?<!ad)er[oa]$|ista$|^(?:guarda|niñ[oa]|gente|tripulación|hombre|mujer|alumn[oa]|maestr[oa]|profesora?)$"
)
# The parse takes these for adjectives.
_ADVERBS = {"despacio", "deprisa", "bien", "mal", "mucho", "poco"}


def asked(one: Statement, talk: Talk, rng: random.Random) -> Drafts:
    if one.is_denied:
        return
    subject = phrase(one.subject, one.sentence) if one.subject else None
    if one.is_definition:
        if subject is not None and not one.front and _tells_apart(one.rest):
            prompt = f"¿Qué {said(one.verb)} {small(one.subject)}?"
            answer = f"{capital(said(one.rest))}."
            yield "what_is", Open(prompt=prompt, model_answer=answer, **shared(one.sentence, talk))
        return
    if subject is not None and len(one.rest) + len(one.front) >= FEWEST_BESIDE:
        word = _who(subject, is_plural="Plur" in feature(one.root, "Number"))
        item = among_phrases(question(word, one, subject=False), subject, one, talk, rng) if word else None
        if item is not None:
            yield "who", item
    words = _acted_on(one)
    thing = phrase(words, one.sentence) if words else None
    if thing is not None and thing.form[2]:
        item = among_phrases(question("qué", one, without=words), thing, one, talk, rng)
        if item is not None:
            yield "what", item


def _who(subject: Phrase, *, is_plural: bool) -> str:
    """The question word for a subject; empty for several things, of which "qué" with its singular would tell."""
    if subject.is_person:
        return "quiénes" if is_plural else "quién"
    if is_plural:
        return ""
    return "quién o qué" if _MAY_BE_SOMEBODY.search(subject.head) else "qué"


def _tells_apart(what: Sequence[Token]) -> bool:
    """Whether a noun said of a thing tells what it is: one of a sort, or with what it does."""
    if len(what) < FEWEST_BESIDE:
        return False
    is_one = what[0].lower_ in {"un", "una", "unos", "unas"}
    return is_one or (what[0].pos_ in {"DET", "NOUN"} and any(t.lower_ == "que" for t in what))


def _acted_on(one: Statement) -> list[Token]:
    """The words of the verb's object, where it is a thing and not all that the verb has."""
    noun = next((t for t in one.root.children if t.dep_ == "obj" and t in one.rest and t.pos_ == "NOUN"), None)
    if noun is None:
        return []
    loose = {t for t in noun.subtree if t.pos_ == "ADV" or t.lower_ in _ADVERBS}
    words = [t for t in noun.subtree if t in one.rest and t not in loose and not t.is_punct]
    is_somebody = any(t.lower_ in {"a", "al"} and t.head == noun for t in words)
    return [] if is_somebody or len(words) >= len(one.rest) else words
