"""Verdicts: the likelihoods of the model and the facts that clash, turned into one word and one sentence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Literal

from escuela_core.checking.comparing import Comparison
from escuela_core.checking.evidence import Script
from escuela_core.checking.features import Reading
from escuela_core.checking.judging import DOUBTED_BELOW, Likelihood, heard_from, judged
from escuela_core.checking.naming import nameable
from escuela_core.items import Item, Order

Verdict = Literal["heard", "unclear", "contradicted", "not_heard"]
# How much of a step's weighed words its sentence must say before its place in the talk counts.
STEP_FOUND_FROM = 0.6


@dataclass(frozen=True, slots=True)
class Reason:
    """Why a verdict was given: a sentence, and the code and values it is made from."""

    code: str
    message: str
    params: dict[str, str] = field(default_factory=dict)


def worst(judged: Sequence[tuple[Reading, Likelihood]]) -> tuple[Reading, Likelihood]:
    """The claim least likely to be right decides for an item with several."""
    return min(judged, key=lambda pair: pair[1].heard)


def decide(reading: Reading, likely: Likelihood, script: Script) -> tuple[Verdict, Reason]:
    """One verdict and its sentence. Where the engine cannot tell it says ``unclear``."""
    language = script.transcript.language
    if not judged(language):
        return _by_words_alone(reading)
    clash = None if reading.quoted else clash_of(reading)
    if reading.quoted and not reading.claim.denied:
        return "heard", Reason("said", "The talk says it here.")
    plain = clash is None or reading.claim.denied
    if plain and likely.heard >= heard_from(reading, clashes=clash is not None):
        return "heard", _why_heard(reading, named_clash(reading, script))
    named = named_clash(reading, script)
    if likely.heard < max(DOUBTED_BELOW, likely.contradicted, likely.not_heard):
        if likely.contradicted >= likely.not_heard:
            return "contradicted", _why_contradicted(reading, named, script)
        return "not_heard", Reason("not_found", "Not found in the talk; the nearest sentence is quoted.")
    if named is not None and not reading.claim.denied:
        return "unclear", Reason("maybe_clash", f"May clash: {named.message}", named.params)
    return "unclear", Reason("near", "The talk says something close to this, but it could not be confirmed.")


def _why_heard(reading: Reading, clash: Reason | None) -> Reason:
    # A statement marked false is right exactly where the talk clashes with it.
    if reading.claim.denied and clash is not None:
        return Reason("denied", f"The talk says otherwise: {clash.message}", clash.params)
    if reading.claim.denied:
        return Reason("denied_unnamed", "The talk seems to say otherwise, as the key has it.")
    return Reason("said", "The talk says it here.")


def _why_contradicted(reading: Reading, clash: Reason | None, script: Script) -> Reason:
    if reading.claim.denied:
        return Reason("denied_but_said", "Marked false, but the talk says it.")
    if clash is not None:
        return clash
    quote = script.said(reading.best)
    return Reason("otherwise", f"Could not be confirmed. The nearest sentence: “{quote}”", {"quote": quote})


def steps_turned(item: Item, readings: Sequence[Reading]) -> tuple[Verdict, Reason] | None:
    """Steps that the talk plainly gives in another order than the key; None where that cannot be said."""
    if not isinstance(item, Order):
        return None
    for before, after in pairwise(readings):
        if after.best < before.best and min(before.figures["words"], after.figures["words"]) >= STEP_FOUND_FROM:
            params = {"first": after.claim.text, "second": before.claim.text}
            message = f"The talk says “{params['first']}” before “{params['second']}”."
            return "contradicted", Reason("steps", message, params)
    return None


def _by_words_alone(reading: Reading) -> tuple[Verdict, Reason]:
    # Without a grammar for the language only plain wording can be judged, and only in the item's favour.
    figures = reading.figures
    if figures["words"] >= 0.9 and figures["answer_words"] >= 0.9 and not reading.claim.denied:
        return "heard", Reason("said", "The talk says it here.")
    return "unclear", Reason("language", "The check reads this language by its words alone, which is not enough here.")


def named_clash(reading: Reading, script: Script) -> Reason | None:
    """The clash that may be said aloud, None where none is sure enough to be."""
    for sort, found in (*reading.facts.clashes(), *reading.facts.signs()):
        if nameable(sort, found, reading, script):
            return _differ(sort, found)
    return None


def clash_of(reading: Reading) -> Reason | None:
    """A clash that counts against the claim: quantities first, then names, opposites and negation; only in a sentence
    on the subject."""
    figures = reading.figures
    on_subject = figures["given_words"] >= 0.34 or figures["meaning"] >= 0.55
    found = dict(reading.facts.clashes())
    if not on_subject or not found:
        return None
    for sort in ("quantity", "name", "opposite", "negation"):
        comparison = found.get(sort)
        if comparison is not None:
            return _differ(sort, comparison)
    return None


def _differ(sort: str, found: Comparison) -> Reason:
    params = {"sort": sort, "said": found.said, "claimed": found.claimed}
    return Reason("clash", f"The talk says {found.said}, the item says {found.claimed}.", params)
