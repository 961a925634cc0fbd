"""What to do and what not to: instructions beside the talk's own warnings."""

from __future__ import annotations

import random
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.language.terms import is_negation
from escuela_core.writing.clause import Clause
from escuela_core.writing.forms.form import WANTED, Draft, choice, common
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Token

SHORTEST = 2
# Words that hang on a negation and make no sense without it.
HANGING = frozenset("any either anyone anything yet but until at too".split())


def instructed(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    if clause.manner != "instruction" or clause.condition or clause.negated != clause.refused:
        return
    if clause.refused and HANGING & {t.lower_ for t in clause.tokens}:
        return
    others = [
        (bare(c), c)
        for c in talk.clauses
        if c.manner == "instruction"
        and c.negated == c.refused != clause.refused
        and not (c.refused and HANGING & {t.lower_ for t in c.tokens})
        and not c.condition
        and len(c.tokens) >= SHORTEST
        and abs(len(c.tokens) - len(clause.tokens)) <= 8
    ]
    key = bare(clause)
    wrong = talk.apart(clause, others, WANTED, rng)
    prompt = (
        "Which of these should you not do?" if clause.refused else "Which of these does the recording tell you to do?"
    )
    item = choice(prompt, key, wrong, rng, common(talk, [clause.sentence], "use"))
    if item is not None:
        yield Draft("instructed", item, (clause.sentence,))


def bare(clause: Clause) -> str:
    """An instruction without its "don't", beginning with the verb."""
    return clause.say(_without_refusal(clause))


def _without_refusal(clause: Clause) -> list[Token]:
    refusal = {t.i for t in clause.tokens if t.i < clause.verb.i and (is_negation(t) or t.lower_ == "do")}
    return [t for t in clause.tokens if t.i not in refusal]
