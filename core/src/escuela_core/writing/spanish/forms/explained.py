"""Why and what for, to be answered in one's own words."""

from __future__ import annotations

import random

from escuela_core.items import Open
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.forms.form import Drafts, Talk, question, shared
from escuela_core.writing.spanish.statement import Statement, said

SHORTEST_REASON, FEWEST_LEFT = 4, 2


def explained(one: Statement, talk: Talk, _rng: random.Random) -> Drafts:
    for form, word, words in (("reason", "por qué", one.reason), ("purpose", "para qué", one.purpose)):
        left = [t for t in (*one.verb, *one.rest) if t not in words]
        if len(words) < SHORTEST_REASON or len(left) < FEWEST_LEFT:
            continue
        prompt = question(word, one, without=words)
        if prompt:
            answer = f"{capital(said(words))}."
            yield form, Open(prompt=prompt, model_answer=answer, **shared(one.sentence, talk, "reason"))
