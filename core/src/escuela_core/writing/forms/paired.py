"""Match: several things of one stretch of the talk, each beside what is said of it."""

from __future__ import annotations

import random
from collections.abc import Iterator

from escuela_core.items import Match
from escuela_core.items.kinds.match import Pair
from escuela_core.writing.clause import Clause, capital, content
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.said_of import could_be_said_of, is_subject
from escuela_core.writing.talk import Talk

REACH = 14
FEWEST, MOST = 3, 5
LONGEST = 11


def paired(clause: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    if not _fits(clause):
        return
    chosen = [clause]
    for other in talk.clauses:
        if not clause.sentence < other.sentence <= clause.sentence + REACH or not _fits(other):
            continue
        if all(_apart(other, c) for c in chosen):
            chosen.append(other)
        if len(chosen) == MOST:
            break
    if len(chosen) < FEWEST:
        return
    pairs = tuple(Pair(capital(c.say(c.subject)), c.say(c.predicate)) for c in chosen)
    sentences = sorted({c.sentence for c in chosen})
    shared = common(talk, sentences)
    yield Draft(
        "paired",
        Match(prompt="Match each with what the recording says of it.", pairs=pairs, **shared),
        tuple(sentences),
    )


def _fits(clause: Clause) -> bool:
    return (
        is_subject(clause)
        and not clause.condition
        and not clause.resolved
        and 3 <= len(clause.predicate) <= LONGEST
        and len(clause.subject) <= 5
        and not content(clause.subject) & content(clause.predicate)
    )


def _apart(one: Clause, other: Clause) -> bool:
    """Two lines whose right sides fit either in form, and neither of which tells the other."""
    if not could_be_said_of(one, other) or not could_be_said_of(other, one):
        return False
    return not content(one.tokens) & content(other.subject) and not content(other.tokens) & content(one.subject)
