"""What happens, or what to do, when something is so: an "if" or "when" clause and what follows from it."""

from __future__ import annotations

import random
from collections.abc import Iterator

from escuela_core.items import Open
from escuela_core.writing.clause import Clause, capital, content, opened
from escuela_core.writing.forms.form import WANTED, Draft, choice, common
from escuela_core.writing.talk import Talk


def consequences(clause: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    # A condition without a noun of its own ("if you're not sure") cannot be understood away from its place.
    if len(clause.condition) < 3 or not any(t.pos_ in {"NOUN", "PROPN"} for t in clause.condition):
        return
    when = opened(clause.condition, clause.say(clause.condition))
    if clause.manner == "instruction":
        prompt, key = f"What should you do {when}?", clause.say(clause.tokens)
    elif clause.head is not None and clause.head.lower_ in {"you", "we"}:
        return
    elif clause.speaks_of_speaker:
        prompt, key = f"What does the speaker do {when}?", clause.say(clause.predicate)
    else:
        would = any(c.lower_ in {"would", "could", "'d"} for c in clause.verb.children)
        prompt, key = f"What {'would happen' if would else 'happens'} {when}?", clause.say(clause.tokens)
    others = [
        (c.say(c.predicate if clause.speaks_of_speaker else c.tokens), c)
        for c in talk.clauses
        if c.manner == clause.manner
        and c.speaks_of_speaker == clause.speaks_of_speaker
        and (c.head is None or c.head.lower_ not in {"you", "we"})
        and abs(c.sentence - clause.sentence) > 1
        and abs(len(c.tokens) - len(clause.tokens)) <= 5
        and c.verb.tag_ == clause.verb.tag_
        and not c.negated
        and (c.verb.lemma_ != "be" or clause.verb.lemma_ == "be")
        and not content(clause.condition) & content(c.tokens)
    ]
    shared = common(talk, [clause.sentence], "reason")
    item = choice(prompt, key, talk.apart(clause, others, WANTED, rng), rng, shared)
    if item is not None:
        yield Draft("consequence", item, (clause.sentence,))
    yield Draft(
        "explain",
        Open(prompt=capital(prompt), model_answer=capital(f"{key}."), **shared),
        (clause.sentence,),
    )
