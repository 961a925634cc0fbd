"""Negation: a word that claim and passage share, denied on one side only."""

from __future__ import annotations

from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_negation, negated_words


def compare(claim: str, passage: Passage) -> Comparison:
    mine, theirs = parsed(claim), passage.docs[0]
    mine_denied, theirs_denied = negated_words(mine), negated_words(theirs)
    both = {t.lemma_.lower() for t in mine if t.pos_ in {"VERB", "NOUN", "ADJ"}} & {
        t.lemma_.lower() for t in theirs if t.pos_ in {"VERB", "NOUN", "ADJ"}
    }
    turned = sorted((mine_denied ^ theirs_denied) & both)
    if turned and any(is_negation(t) for t in (mine if turned[0] in mine_denied else theirs)):
        word = turned[0]
        claimed, said = (f"not {word}", word) if word in mine_denied else (word, f"not {word}")
        return Comparison("clashing", claimed, said)
    return Comparison("same") if mine_denied & theirs_denied else SILENT
