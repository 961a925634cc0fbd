"""A clause with a gap in it: to be completed by one of four phrases, or by writing the word."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Gap
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.quantities import is_unit
from escuela_core.language.terms import is_content, rarity
from escuela_core.language.wordnet import family
from escuela_core.writing.clause import Clause, capital, content
from escuela_core.writing.distractors import number_of, wrong_phrases, wrong_quantities
from escuela_core.writing.forms.asked import by_size
from escuela_core.writing.forms.form import Draft, choice, common, measured
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Token

SHORTEST_WORDS = 5
# Words everybody would fill in, or that only point to a time or a part, test nothing.
EVERYDAY, COMMON = 5.4, 4.7
RETURNS = 3
_FORBIDDING = frozenset("can ca cannot must may should".split())
_TIME, _QUANTITY = 28, 23


def completed(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    shared = common(talk, [clause.sentence])
    measure = measured(clause)
    if measure is not None and _bears_a_gap(clause, limits=True):
        text = clause.text
        prompt = _complete(f"{text[: measure.start]}{GAP_MARK}{text[measure.end :]}")
        wrong = wrong_quantities(measure.text, measure, talk.elsewhere(clause.sentence), rng)
        item = choice(prompt, measure.text, wrong, rng, shared)
        if item is not None:
            yield Draft("complete_quantity", by_size(item), (clause.sentence,))
    if not _bears_a_gap(clause):
        return
    for target in _targets(clause, talk)[:1]:
        phrase = _phrase_of(target, clause)
        prompt = _complete(clause.changed({t.i: "" for t in phrase[1:]} | {phrase[0].i: GAP_MARK}))
        if not phrase or re.search(rf"-\s?{GAP_MARK}|{GAP_MARK}\s?-", prompt):
            continue  # half of a hyphenated word
        wrong = wrong_phrases(phrase, content(clause.tokens), clause.sentence, talk.phrases, rng)
        item = choice(prompt, clause.say(phrase), wrong, rng, shared)
        if item is not None:
            yield Draft("complete", item, (clause.sentence,))


def gaps(clause: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    shared = common(talk, [clause.sentence])
    measure = measured(clause)
    if measure is not None and _bears_a_gap(clause, limits=True):
        text = clause.text
        number = number_of(measure.text)
        prompt = f"{text[: measure.start]}{GAP_MARK}{text[measure.start + len(number) :]}."
        yield Draft("gap_quantity", Gap(prompt=capital(prompt), answers=(number,), **shared), (clause.sentence,))
    if not _bears_a_gap(clause):
        return
    for target in _targets(clause, talk)[:1]:
        prompt = f"{clause.changed({target.i: GAP_MARK})}."
        yield Draft("gap", Gap(prompt=capital(prompt), answers=(target.text,), **shared), (clause.sentence,))


def _complete(text: str) -> str:
    return f"Complete: {capital(text.strip())}."


def _bears_a_gap(clause: Clause, *, limits: bool = False) -> bool:
    """Whether enough is said to leave something out; with ``limits`` also where it says how far one must not go."""
    words = [t for t in clause.tokens if not t.is_punct]
    forbids = limits and clause.negated and any(c.lower_ in _FORBIDDING for c in clause.verb.children)
    if clause.negated and not forbids:
        return False
    fewest = 2 if forbids else 3
    return len(words) >= SHORTEST_WORDS and sum(1 for t in words if is_content(t)) >= fewest


def _targets(clause: Clause, talk: Talk) -> list[Token]:
    """The nouns worth asking for, best first: words of this talk that nobody fills in without having heard it."""
    return sorted(
        (t for t in clause.tokens if _is_target(t, clause, talk)),
        key=lambda t: -(min(talk.counts[t.lemma_.lower()], 5) * rarity(t.lemma_.lower())),
    )


def _is_target(token: Token, clause: Clause, talk: Talk) -> bool:
    lemma = token.lemma_.lower()
    if token.pos_ not in {"NOUN", "PROPN"} or not is_content(token) or is_unit(token.lower_) or token.i in clause.shown:
        return False
    if token.i < clause.verb.i or token.dep_ not in {"dobj", "pobj", "attr", "oprd", "conj"}:
        return False
    known = zipf_frequency(lemma, "en")
    # What the whole talk is about goes without saying.
    if lemma == talk.subject:
        return False
    if known > EVERYDAY or (known > COMMON and talk.counts[lemma] < RETURNS) or family(lemma) in {_TIME, _QUANTITY}:
        return False
    if token.i > 0 and (token.nbor(-1).pos_ == "NUM" or token.pos_ == token.nbor(-1).pos_ == "PROPN"):
        return False
    following = token.doc[token.i + 1].text.strip(".") if token.i + 1 < len(token.doc) else ""
    if len(following) == 1 and following.isupper():
        return False  # "vitamin C", or "press A" taken for one
    # The first half of a compound gives the second away: "razor blade".
    if any(c.dep_ == "compound" for c in token.children):
        return False
    return sum(1 for other in clause.tokens if other.lemma_.lower() == lemma) == 1


def _phrase_of(target: Token, clause: Clause) -> tuple[Token, ...]:
    """The noun with the adjectives and nouns right before it."""
    first = target.i
    while first > 0 and target.doc[first - 1].head == target and target.doc[first - 1].dep_ in {"amod", "compound"}:
        first -= 1
    return tuple(t for t in clause.tokens if first <= t.i <= target.i)
