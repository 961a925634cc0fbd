"""Titles, summaries and key terms, all taken from the words of the segment itself."""

from __future__ import annotations

import math
import re
from collections import Counter
from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING

from escuela_core.language.inflecting import inflected
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed, parsed_all
from escuela_core.language.quantities import is_unit
from escuela_core.language.repair import repaired
from escuela_core.language.terms import content_words, is_content, rarity
from escuela_core.segments.announcing import announced

if TYPE_CHECKING:
    from spacy.tokens import Doc

LONGEST_TITLE_WORDS = 5
# A segment is about steps from so many on; a step may title it that is done to one of so many first terms.
FEWEST_STEPS, TITLE_TERMS = 2, 4
# A term said so often, the others once, is a title by itself.
STANDS_OUT = 3
# "Press A": a letter is no thing that a segment is about.
SHORTEST_THING = 3
_INTENDS = re.compile(
    r"\b(?:I|we)(?:['’](?:m|re)| am| are) (?:just )?(?:going to|about to)\b|"
    r"\b(?:I|we)(?:['’]ll| will)\b|\blet['’]s\b|\bhow (?:I|we|you)\b|\bhow to\b",
    re.IGNORECASE,
)
# What is said, thought or had is no step.
NOT_DONE = frozenset(
    "be have do know think say see like love want hope need mean tell talk come go get try let give ask hear feel "
    "remember call find show look use lose guess keep wait happen".split()
)
_AND = {"en": " and ", "es": " y ", "pt": " e ", "fr": " et ", "it": " e ", "ca": " i ", "de": " und "}
_GREETINGS = ("good morning", "good evening", "good afternoon", "hello", "hi ", "welcome", "buenas", "buenos", "hola")
_OPENERS = ("and ", "but ", "so ", "it ", "this ", "that ", "they ", "he ", "she ", "these ", "those ", "well", "now,")


def key_terms(segments: Sequence[Sequence[str]], language: str) -> list[list[str]]:
    """For each segment its terms, best first: said often here, seldom elsewhere in the talk and in the language."""
    counted = [Counter(_terms(" ".join(repaired(t, language) or t for t in texts), language)) for texts in segments]
    spread = Counter(term for counts in counted for term in counts)
    ranked = []
    for counts in counted:
        weight = {
            term: (1 + math.log(n))
            * math.log(1 + len(segments) / spread[term])
            * rarity(term.split()[-1], language)
            * (1.35 if " " in term else 1.0)
            for term, n in counts.items()
        }
        ranked.append(_distinct(sorted(weight, key=lambda t: (-weight[t], t))))
    return ranked


def _distinct(terms: Sequence[str]) -> list[str]:
    kept: list[str] = []
    for term in terms:
        # The plural of a thing is the same thing.
        if not any(_things_in(term) & _things_in(other) for other in kept):
            kept.append(term)
        if len(kept) == 6:
            break
    return kept


def _things_in(term: str) -> set[str]:
    return {word.removesuffix("s") for word in term.lower().split()}


def _terms(text: str, language: str) -> list[str]:
    if not language_of(language).is_read:
        return [w for w in content_words(text, language) if len(w) > 3 and not w.isdigit()]
    found = []
    for chunk in parsed(text).noun_chunks:
        words = [t for t in chunk if t.pos_ in {"NOUN", "PROPN", "ADJ"} and is_content(t) and len(t) > 1]
        if words and not _is_no_thing(words[-1].lower_) and words[-1].pos_ in {"NOUN", "PROPN"}:
            found += [t.text.lower() if t.pos_ != "PROPN" else t.text for t in words if t.pos_ != "ADJ"]
            if len(words) in (2, 3):
                found.append(" ".join(t.text if t.pos_ == "PROPN" else t.text.lower() for t in words))
    return found


def _is_no_thing(word: str) -> bool:
    return word in {"one", "ones"} or is_unit(word)


def title_of(texts: Sequence[str], terms: Sequence[str], language: str = "en", opening: Sequence[str] = ()) -> str:
    """A short title: what the segment's ``opening`` sentences announce, else what is done in it, else its first terms.

    ``texts`` are the sentences the title may rest on; of the terms those said again and again come first.
    """
    name = next((name for text in opening if (name := announced(text, language))), "")
    title = (
        name
        or (_what_is_intended(opening) if language_of(language).is_read else "")
        or (_what_is_done(texts, terms) if language_of(language).is_read else "")
        or _what_is_named(texts, terms, language)
    )
    return title[:1].upper() + title[1:]


def _what_is_named(texts: Sequence[str], terms: Sequence[str], language: str) -> str:
    joint = _AND.get(language_of(language).code, ", ")
    if not terms:
        return " ".join(texts[0].split()[:LONGEST_TITLE_WORDS]).rstrip(",;:")
    whole = " ".join(texts).lower()
    ranked = sorted(terms, key=lambda t: whole.count(t.lower()) < 2)
    said = [whole.count(t.lower()) for t in ranked]
    joined = ranked[0] if said[0] >= STANDS_OUT and max(said[1:], default=0) < 2 else joint.join(ranked[:2])
    return joined if len(joined.split()) <= LONGEST_TITLE_WORDS else ranked[0]


def _what_is_intended(opening: Sequence[str]) -> str:
    """What a speaker says at the start that will be done: "I'm going to change the tube", "how we book a room"."""
    for text in opening:
        meant = _INTENDS.search(text)
        if meant is None:
            continue
        for _, step in _steps_in(parsed(repaired(text[meant.start() :]))):
            if len(step.split()) <= LONGEST_TITLE_WORDS:
                return step
    return ""


def _what_is_done(texts: Sequence[str], terms: Sequence[str]) -> str:
    """The step done to what the segment is about: "cleaning the rim"; empty where no two sentences tell steps."""
    done = [found for doc in parsed_all([repaired(t) or t for t in texts]) for found in _steps_in(doc)]
    if len(done) < FEWEST_STEPS:
        return ""
    words = [w for term in terms[:TITLE_TERMS] for w in term.lower().split()]
    named = [(words.index(thing), text) for thing, text in done if thing in words]
    return min(named)[1] if named else ""


def _steps_in(doc: Doc) -> Iterator[tuple[str, str]]:
    """What is worked on, and the step as a title, for each verb of doing that an order, a "you" or an "I" has."""
    for verb in doc:
        thing = next((c for c in verb.children if c.dep_ == "dobj" and c.pos_ in {"NOUN", "PROPN"}), None)
        subject = next((c for c in verb.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
        told = verb.tag_ in {"VB", "VBP"} and (subject is None or subject.lower_ in {"you", "i", "we"})
        helped = any(c.dep_ in {"aux", "neg"} for c in verb.children)
        if thing is None or not told or helped or verb.lemma_ in NOT_DONE:
            continue
        parts = [c.text.lower() for c in thing.lefts if c.dep_ == "compound"]
        particle = next((f" {c.lower_}" for c in verb.children if c.dep_ == "prt"), "")
        if is_unit(thing.lower_) or len(thing) < SHORTEST_THING:
            continue
        given = next((c.lower_ for c in thing.lefts if c.lower_ in {"a", "an"}), "the")
        article = "" if thing.pos_ == "PROPN" else f"{given} "
        noun = " ".join([*parts, thing.text if thing.pos_ == "PROPN" else thing.lower_])
        yield thing.lower_, f"{inflected(verb.lemma_, 'VBG')} {article}{noun}{particle}"


def summary_of_whole(parts: Sequence[tuple[str, Sequence[str]]], longest: int = 4) -> list[str]:
    """At most ``longest`` of the parts' own summaries, in order: those that name most of what all parts are about.

    ``parts`` are summaries with the key terms of their segments. A term already named counts no more.
    """
    open_terms = Counter(term.lower() for _, terms in parts for term in terms)
    left = {n: summary for n, (summary, _) in enumerate(parts) if summary}
    chosen: list[int] = []
    while left and len(chosen) < longest:
        named = {n: [t for t in open_terms if t in text.lower()] for n, text in left.items()}
        best = max(left, key=lambda n: (sum(open_terms[t] for t in named[n]), -n))
        chosen.append(best)
        for term in named[best]:
            del open_terms[term]
        del left[best]
    return [parts[n][0] for n in sorted(chosen)]


def summary_of(texts: Sequence[str], terms: Sequence[str]) -> str:
    """One sentence quoted from the segment: it names the most terms and can stand without its neighbours."""
    weights = {word: 1.0 / (rank + 1) for rank, term in enumerate(terms) for word in term.lower().split()}

    def worth(text: str) -> float:
        words = text.lower().split()
        named = sum(weights.get(w.strip(".,;:!?"), 0.0) for w in dict.fromkeys(words))
        alone = -1.0 if text.lower().startswith((*_OPENERS, *_GREETINGS)) or text.endswith("?") else 0.0
        return named + alone - 0.02 * abs(len(words) - 16)

    return max(texts, key=worth)
