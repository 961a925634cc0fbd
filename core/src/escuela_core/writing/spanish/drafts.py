"""Every item that the grammar of a Spanish talk can carry, and what its words alone can."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING

from escuela_core.items import Item, Order
from escuela_core.language.parsing import parsed_in
from escuela_core.language.quantities import quantities
from escuela_core.transcripts.model import Sentence
from escuela_core.writing import by_words
from escuela_core.writing.spanish.forms import FORMS, left_out, spoken
from escuela_core.writing.spanish.forms.counted import FEWEST_ASKED, whole
from escuela_core.writing.spanish.forms.form import Talk
from escuela_core.writing.spanish.forms.spoken import OF_SELF
from escuela_core.writing.spanish.sorts import phrases
from escuela_core.writing.spanish.statement import PARTS, names_its_thing, points_away, statements_of

if TYPE_CHECKING:
    from spacy.tokens import Doc

Draft = tuple[Item, tuple[int, ...], float]
# What each form is worth, by what was usable of it on the development talks.
WORTH = {
    "number": 1.0,
    "year": 1.0,
    "left_out": 0.9,
    "reason": 0.9,
    "quoted_reason": 0.9,
    "quoted_condition": 0.9,
    "quoted_purpose": 0.7,
    "who": 0.8,
    "what_is": 0.7,
    "purpose": 0.7,
    "false": 0.6,
    "what": 0.5,
    "true": 0.4,
}
# Steps say that they follow each other.
_IN_TURN = re.compile(
    r"\b(?:primero|después|luego|entonces|al final|finalmente|por último|antes de|hasta que|cuando|a continuación)\b",
    re.IGNORECASE,
)
FEWEST_IN_TURN, LEADS_AWAY = 2, 0.6


def drafts(sentences: Sequence[Sentence], seed: int) -> Iterator[Draft]:
    """Items with the numbers of the sentences they rest on and a worth to sort by."""
    parts = [(number, part) for number, s in enumerate(sentences) for part in PARTS.split(s.text)]
    docs = list(zip((n for n, _ in parts), parsed_in("es", [part for _, part in parts]), strict=True))
    every = (whole([q]) for s in sentences for q in quantities(s.text, "es"))
    talk = Talk(sentences, phrases(docs), [n for n in every if n is not None and n >= FEWEST_ASKED])
    begun: set[int] = set()
    for number, doc in docs:
        rng = random.Random(f"{seed}-{number}-{doc.text}")
        made = [draft for one in statements_of(doc, number) for form in FORMS for draft in form(one, talk, rng)]
        # A later part of a sentence may be about what the first one names.
        if number not in begun or names_its_thing(doc):
            made += left_out(doc, number, talk, rng)
        begun.add(number)
        if not any(form in ("reason", "purpose") for form, _ in made):
            made += spoken(doc.text, number, talk)
        for form, item in made:
            yield item, (number,), WORTH[form]
    yield from _by_words(sentences, seed, docs)


def _by_words(sentences: Sequence[Sentence], seed: int, docs: Sequence[tuple[int, Doc]]) -> Iterator[Draft]:
    """What needs no grammar, worth less where the sentence leads away from itself; orders only of what has one."""
    away = {number for number, doc in docs if points_away(doc)}
    chatter = {number for number, doc in docs if _is_chatter(doc)}
    for item, numbers, worth in by_words.drafts(sentences, "es", seed):
        if isinstance(item, Order) and sum(bool(_IN_TURN.search(step)) for step in item.steps) < FEWEST_IN_TURN:
            continue
        if chatter.intersection(numbers):
            continue
        yield item, numbers, worth - LEADS_AWAY * bool(away.intersection(numbers))


def _is_chatter(doc: Doc) -> bool:
    """Whether a sentence says nothing by itself: a scrap without a verb of its own, or what the speaker feels."""
    root = next((t for t in doc if t.dep_ == "ROOT"), doc[0])
    says = root.pos_ in {"VERB", "AUX"} or any(t.dep_ == "cop" for t in root.children)
    opens = doc[0].lower_ in {"que", "porque", "si", "sí", "no"}
    return not says or opens or OF_SELF.search(doc.text) is not None
