"""Further: what the recording says with a reason or under a condition, to be found again in a case of one's own."""

from __future__ import annotations

import random
from collections.abc import Iterator

from escuela_core.items import Criterion, Open
from escuela_core.writing.clause import Clause, capital, opened
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.talk import Talk

FEWEST, MOST = 4, 20


def extended(clause: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    """Asked for only where a teacher wants this depth: nothing that was said is its answer."""
    why = clause.reason or clause.condition
    if clause.manner != "statement" or clause.speaks_of_speaker or clause.resolved:
        return
    if not FEWEST <= len(clause.tokens) <= MOST or not FEWEST <= len(why) <= MOST:
        return
    said, ground = clause.say(clause.tokens), opened(why, clause.say(why))
    joined = f"{said}, because {ground}" if clause.reason else f"{said} {ground}"
    item = Open(
        prompt=f"The recording says: {joined}. Find a case that it does not mention where the same holds, and say why.",
        model_answer=capital(f"{joined}."),
        criteria=(
            Criterion("gives a case that the recording does not mention", 1),
            Criterion(f"explains the case by the recording's own ground: {ground}", 1),
        ),
        marks=2,
        **common(talk, [clause.sentence], "extend"),
    )
    yield Draft("extended", item, (clause.sentence,))
