"""Summaries and key terms, and titles made of terms, all taken from the words of the segment itself."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence

from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import is_unit
from escuela_core.language.repair import repaired
from escuela_core.language.terms import content_words, is_content, rarity

LONGEST_TITLE_WORDS = 5
# A term said so often, the others once, is a title by itself.
STANDS_OUT = 3
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
        if words and not is_no_thing(words[-1].lower_) and words[-1].pos_ in {"NOUN", "PROPN"}:
            found += [t.text.lower() if t.pos_ != "PROPN" else t.text for t in words if t.pos_ != "ADJ"]
            if len(words) in (2, 3):
                found.append(" ".join(t.text if t.pos_ == "PROPN" else t.text.lower() for t in words))
    return found


def is_no_thing(word: str) -> bool:
    """Whether a noun only stands for another, or measures it: no segment is about that."""
    return word in {"one", "ones"} or is_unit(word)


def title_of(texts: Sequence[str], terms: Sequence[str], language: str) -> str:
    """The first of a segment's ``terms``, those said again and again first; its first words where it has none."""
    joint = _AND.get(language_of(language).code, ", ")
    if not terms:
        return " ".join(texts[0].split()[:LONGEST_TITLE_WORDS]).rstrip(",;:")
    whole = " ".join(texts).lower()
    ranked = sorted(terms, key=lambda t: whole.count(t.lower()) < 2)
    said = [whole.count(t.lower()) for t in ranked]
    joined = ranked[0] if said[0] >= STANDS_OUT and max(said[1:], default=0) < 2 else joint.join(ranked[:2])
    return joined if len(joined.split()) <= LONGEST_TITLE_WORDS else ranked[0]


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
