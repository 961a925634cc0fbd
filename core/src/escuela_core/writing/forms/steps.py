"""Order: what one is told to do, or the speaker does, one after the other."""

from __future__ import annotations

import random
from collections.abc import Iterator

from escuela_core.items import Order
from escuela_core.writing.clause import Clause, capital, content
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.talk import Talk

# Steps of one piece of work follow each other; what comes much later belongs to another.
REACH, NEXT_WITHIN = 16, 4
FEWEST, MOST = 4, 5


def steps(clause: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    if not _is_step(clause):
        return
    chosen = [clause]
    for other in talk.clauses:
        if not chosen[-1].sentence < other.sentence <= clause.sentence + REACH or not _is_step(other):
            continue
        if other.sentence > chosen[-1].sentence + NEXT_WITHIN:
            break
        if other.manner == clause.manner and not any(content(other.tokens) == content(c.tokens) for c in chosen):
            chosen.append(other)
        if len(chosen) == MOST:
            break
    if len(chosen) < FEWEST:
        return
    sentences = tuple(c.sentence for c in chosen)
    item = Order(
        prompt="Put these steps in the order in which the recording gives them.",
        steps=tuple(capital(c.text) for c in chosen),
        **common(talk, sentences, "use"),
    )
    yield Draft("steps", item, sentences)


def _is_step(clause: Clause) -> bool:
    if clause.negated or len(clause.tokens) > 14 or len(clause.tokens) < 3:
        return False
    return clause.manner == "instruction" or clause.speaks_of_speaker
