"""Statements for true/false: a clause reworded but still said, or changed in the one thing that matters."""

from __future__ import annotations

import random
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from spacy.tokens import Token
from wordfreq import zipf_frequency

from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import is_negation
from escuela_core.language.wordnet import opposites
from escuela_core.writing.distractors import wrong_quantities
from escuela_core.writing.statements import Clause, said

REWORDED_FROM = 0.25
_TURNED = {
    "before": "after",
    "after": "before",
    "above": "below",
    "below": "above",
    "more": "less",
    "less": "more",
    "always": "never",
    "upstream": "downstream",
    "downstream": "upstream",
    "increases": "decreases",
    "higher": "lower",
    "lower": "higher",
    "faster": "slower",
    "slower": "faster",
    "warmer": "colder",
    "colder": "warmer",
    "larger": "smaller",
    "smaller": "larger",
    "stronger": "weaker",
    "weaker": "stronger",
}


@dataclass(frozen=True)
class Statement:
    """``said_instead`` is what the talk says where the statement is false, for the explanation."""

    text: str
    answer: bool
    changed: str = ""
    said_instead: str = ""


def true_statement(clause: Clause) -> Statement | None:
    """The clause where trimming or turning it round has made it other words than the speaker's sentence."""
    if any(is_negation(t) for t in clause.tokens):
        return None
    if (
        clause.reason
        and 4 <= len(clause.reason) <= 14
        and not any(t.lower_ in {"it", "they", "this"} for t in clause.reason)
    ):
        return Statement(_sentence(f"Because {said(list(clause.reason))}, {_lower_start(clause)}"), True)
    if clause.trimmed_share >= REWORDED_FROM:
        return Statement(_sentence(clause.text), True)
    return None


def false_statements(clause: Clause, elsewhere: Sequence[Quantity], rng: random.Random) -> Iterator[Statement]:
    """Statements that differ from the talk by one quantity or one opposite; never with a negation in them."""
    if any(is_negation(t) for t in clause.tokens):
        return
    text = clause.text
    found = quantities(text)
    if len(found) == 1 and not found[0].ordinal:
        wrong = wrong_quantities(found[0].text, found[0], elsewhere, rng)
        if wrong:
            changed = text[: found[0].start] + wrong[0] + text[found[0].end :]
            yield Statement(_sentence(changed), False, wrong[0], found[0].text)
    for token in clause.tokens:
        other = _opposite(token)
        if other is not None:
            before, after = (
                said([t for t in clause.tokens if (t.i > token.i) == late and t.i != token.i]) for late in (False, True)
            )
            changed = f"{before} {other} {after}".strip()
            yield Statement(_sentence(changed), False, other, token.text)
            return


def _opposite(token: Token) -> str | None:
    """The one opposite a hearer would think of, in the same form; None where there is no common one."""
    if token.lower_ in _TURNED and token.pos_ in {"ADJ", "ADV", "ADP", "SCONJ"}:
        return _TURNED[token.lower_]
    if token.pos_ != "ADJ" or token.dep_ != "acomp" or token.tag_ in {"JJR", "JJS", "RBR", "RBS"}:
        return None
    usual = [
        w
        for w in opposites(token.lower_)
        if " " not in w and zipf_frequency(w, "en") >= 3.6 and not w.startswith(("un", "non", "in"))
    ]
    return sorted(usual, key=lambda w: -float(zipf_frequency(w, "en")))[0] if usual else None


def _lower_start(clause: Clause) -> str:
    first = clause.tokens[0]
    text = clause.text
    return text if first.pos_ == "PROPN" or first.text == "I" else text[:1].lower() + text[1:]


def _sentence(text: str) -> str:
    return text[:1].upper() + text[1:].rstrip(" ,.;:") + "."
