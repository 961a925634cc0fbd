"""Who does what to whom: the doer of the claim who is acted upon in the passage, or the other way round."""

from __future__ import annotations

from typing import TYPE_CHECKING, Literal

from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_content

if TYPE_CHECKING:
    from spacy.tokens import Token

Role = Literal["doer", "acted_on"]


def role(token: Token) -> Role | None:
    """The part a noun plays at its verb, active or passive; None for all others."""
    if token.dep_ in {"nsubj", "csubj"}:
        return "doer"
    if token.dep_ in {"nsubjpass", "dobj"}:
        return "acted_on"
    if token.dep_ == "pobj" and token.head.dep_ == "agent":
        return "doer"
    return None


def compare(claim: str, passage: Passage) -> Comparison:
    """Nouns of the claim whose part at the verb is turned round in the passage."""
    same = False
    for token in parsed(claim):
        mine = role(token)
        if mine is None or not is_content(token):
            continue
        theirs = {r for p in passage.find(token.lemma_.lower()) if p.sentence == 0 for r in [role(p.token)] if r}
        same = same or mine in theirs
        if theirs and mine not in theirs:
            return Comparison("clashing", token.text, token.text)
    return Comparison("same") if same else SILENT
