"""Why: a clause whose reason the speaker gives, as a choice and as an open item."""

from __future__ import annotations

import random
from collections.abc import Iterator

from escuela_core.items import Open
from escuela_core.writing.clause import Clause, capital, opened
from escuela_core.writing.forms.form import WANTED, Draft, choice, common
from escuela_core.writing.questions import why
from escuela_core.writing.talk import Talk

SHORTEST, LONGEST = 3, 18


def reasons(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    if not SHORTEST <= len(clause.reason) <= LONGEST:
        return
    prompt = why(clause)
    key = _because(clause)
    wrong = talk.apart(clause, _elsewhere(clause, talk), WANTED, rng)
    shared = common(talk, [clause.sentence], "reason")
    item = choice(prompt, key, wrong, rng, shared)
    if item is not None:
        yield Draft("reason", item, (clause.sentence,))
    yield Draft(
        "explain",
        Open(prompt=capital(prompt), model_answer=capital(f"{key}."), **shared),
        (clause.sentence,),
    )


def _because(clause: Clause) -> str:
    return f"because {opened(clause.reason, clause.say(clause.reason))}"


def _elsewhere(clause: Clause, talk: Talk) -> list[tuple[str, Clause]]:
    """Reasons the talk gives for other things, then what it says elsewhere: true, but not why."""
    others = [c for c in talk.clauses if abs(c.sentence - clause.sentence) > 1 and not c.resolved]
    given = [(_because(c), c) for c in others if SHORTEST <= len(c.reason) <= LONGEST and not _points(c)]
    size = len(clause.reason)
    said = [
        (f"because {opened(c.tokens, c.say(c.tokens))}", c)
        for c in others
        if c.manner == "statement" and not c.condition and not c.speaks_of_speaker and abs(len(c.tokens) - size) <= 6
    ]
    return [*given, *said] if len(given) < WANTED + 2 else given


def _points(clause: Clause) -> bool:
    return any(t.lower_ in {"it", "they", "its", "their", "them", "one", "ones"} for t in clause.reason)
