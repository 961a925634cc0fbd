"""A claim's facts beside the evidence's: quantities, names, negation, opposites. Each comparison names what clashes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from escuela_core.checking.claims import Claim
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import is_negation, names, negated_words
from escuela_core.language.wordnet import opposites

Outcome = Literal["same", "clashing", "silent", "missing"]
_NO_WORDS = frozenset({"no", "not", "never", "n't"})


@dataclass(frozen=True, slots=True)
class Comparison:
    """One fact compared. ``claimed`` and ``said`` are the words on both sides, empty where there is none."""

    outcome: Outcome
    claimed: str = ""
    said: str = ""


@dataclass(frozen=True, slots=True)
class Facts:
    quantity: Comparison
    name: Comparison
    negation: Comparison
    opposite: Comparison

    def clashes(self) -> list[tuple[str, Comparison]]:
        every = (
            ("quantity", self.quantity),
            ("name", self.name),
            ("negation", self.negation),
            ("opposite", self.opposite),
        )
        return [(sort, c) for sort, c in every if c.outcome == "clashing"]


def compare(claim: Claim, sentence: str, around: Sequence[str]) -> Facts:
    """The facts of an English ``claim`` beside the best ``sentence`` and the sentences ``around`` it."""
    return Facts(
        compare_quantities(claim, sentence, around),
        compare_names(claim, sentence, around),
        compare_negation(_asserted(claim), sentence),
        compare_opposites(_asserted(claim), sentence),
    )


def _asserted(claim: Claim) -> str:
    """The words the claim itself asserts; what a question takes for granted ("Why must it not ...?") is not."""
    return claim.answer if claim.given.rstrip().endswith("?") else claim.text


def compare_quantities(claim: Claim, sentence: str, around: Sequence[str]) -> Comparison:
    """Every quantity of the claim must be said; one that is not clashes with another of the same measure said there.

    The best sentence decides before its neighbours: the value of the fact next door is not this one's.
    """
    said = quantities(sentence)
    near = [q for text in around for q in quantities(text)]
    agreed = None
    for mine in quantities(claim.text):
        if any(_matches(mine, other) for other in said):
            agreed = mine
            continue
        rival = _rival(mine, said, claim)
        if rival is None and any(_matches(mine, other) for other in near):
            agreed = mine
            continue
        rival = rival or _rival(mine, near, claim)
        if rival is not None:
            return Comparison("clashing", mine.text, rival.text)
        return Comparison("missing", mine.text)
    return Comparison("same", agreed.text) if agreed is not None else Comparison("silent")


def _matches(mine: Quantity, other: Quantity) -> bool:
    close = mine.agrees(other)
    return close and (mine.comparable(other) or not mine.dimension or not other.dimension)


def _rival(mine: Quantity, said: Sequence[Quantity], claim: Claim) -> Quantity | None:
    given = quantities(claim.given)
    for other in said:
        if mine.comparable(other) and not any(_matches(q, other) for q in given):
            return other
    return None


def compare_names(claim: Claim, sentence: str, around: Sequence[str]) -> Comparison:
    """A name in the claim's answer that the talk does not say here clashes where another name stands instead."""
    mine = names(claim.text) - {"true", "false"}
    if not mine:
        return Comparison("silent")
    here = " ".join([sentence, *around]).lower()
    missing = sorted(n for n in mine if n not in here)
    if not missing:
        return Comparison("same", sorted(mine)[0])
    others = sorted(names(sentence) - {n for n in names(claim.text) if n in sentence.lower()})
    if others and missing[0] in claim.answer.lower():
        return Comparison("clashing", missing[0].title(), others[0].title())
    return Comparison("missing", missing[0].title())


def compare_negation(claim: str, sentence: str) -> Comparison:
    """A word that both share, denied on one side only."""
    mine, theirs = parsed(claim), parsed(sentence)
    mine_denied, theirs_denied = negated_words(mine), negated_words(theirs)
    both = {t.lemma_.lower() for t in mine if t.pos_ in {"VERB", "NOUN", "ADJ"}} & {
        t.lemma_.lower() for t in theirs if t.pos_ in {"VERB", "NOUN", "ADJ"}
    }
    turned = sorted((mine_denied ^ theirs_denied) & both)
    if turned and any(is_negation(t) for t in (mine if turned[0] in mine_denied else theirs)):
        word = turned[0]
        claimed, said = (f"not {word}", word) if word in mine_denied else (word, f"not {word}")
        return Comparison("clashing", claimed, said)
    return Comparison("same" if mine_denied & theirs_denied else "silent")


def compare_opposites(claim: str, sentence: str) -> Comparison:
    """A word of the claim whose antonym the sentence says, and not the word itself."""
    theirs = {t.lemma_.lower(): t.text for t in parsed(sentence) if t.is_alpha}
    for token in parsed(claim):
        lemma = token.lemma_.lower()
        if token.is_stop or lemma in theirs or token.pos_ not in {"ADJ", "VERB", "NOUN", "ADV"}:
            continue
        against = sorted(opposites(lemma) & theirs.keys())
        if against:
            return Comparison("clashing", token.text, theirs[against[0]])
    return Comparison("silent")
