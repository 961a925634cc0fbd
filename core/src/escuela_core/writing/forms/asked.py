"""A question with a question word, answered by one phrase of the clause: a quantity, a term, a thing."""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import replace

from escuela_core.items import Choice
from escuela_core.language.quantities import quantities
from escuela_core.writing.clause import Clause, content
from escuela_core.writing.distractors import wrong_phrases, wrong_quantities
from escuela_core.writing.forms.form import Draft, choice, common
from escuela_core.writing.questions import questions
from escuela_core.writing.talk import Talk


def asked(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    for question in questions(clause):
        if question.quantity is not None:
            wrong = wrong_quantities(question.key, question.quantity, talk.elsewhere(clause.sentence), rng)
        else:
            wrong = wrong_phrases(question.phrase, content(clause.tokens), clause.sentence, talk.phrases, rng)
        item = choice(question.prompt, question.key, wrong, rng, common(talk, [clause.sentence]))
        if item is not None:
            if question.quantity is not None:
                item = by_size(item)
            yield Draft(question.sort, item, (clause.sentence,))


def by_size(item: Choice) -> Choice:
    """Options that are numbers stand in rising order."""
    sized = [(found[0].low if (found := quantities(o.text)) else 0.0) for o in item.options]
    order = sorted(range(len(sized)), key=lambda n: sized[n])
    return replace(item, options=tuple(item.options[n] for n in order))
