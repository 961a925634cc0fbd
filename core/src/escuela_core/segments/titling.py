"""A title for each segment: of the phrases said in it the one that comes nearest to what the segment is about.

Phrases are ranked by how near in meaning they are to the segment and how far from the rest of the talk (Bennani-Smires
et al. 2018), with weights learnt from the titles that people gave (``core/training/train_titles.py``).
"""

from __future__ import annotations

import json
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from escuela_core.language.inflecting import inflected
from escuela_core.language.parsing import parsed_all
from escuela_core.language.quantities import is_unit
from escuela_core.language.repair import repaired
from escuela_core.language.terms import rarity
from escuela_core.language.vectors import encoder
from escuela_core.language.wordnet import senses

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

LONGEST_WORDS, SHORTEST_LETTERS = 5, 3
# So many phrases of a segment are compared, those said most often first.
COMPARED = 60
# Figures of a phrase: cosines of meaning with the first sentence, the segment and the rest; how often and where it is
# said; how rare its head is; whether it is a name, a doing, of the first sentence.
NAMES = "near_first near_whole near_others times said_first rare named step in_first".split()
_WEIGHTS = Path(__file__).with_name("titling.json")

Figures = NDArray[np.float64]
# What is said, thought or had is no step.
NOT_DONE = frozenset(
    "be have do know think say see like love want hope need mean tell talk come go get try let give ask hear feel "
    "remember call find show look use lose guess keep wait happen mind".split()
)
# WordNet's lexicographer files of amounts and of times: alone they are no title.
_AMOUNTS = frozenset({23, 28})
_LINKS = frozenset("of for in from with between without".split())
_NO_PART = frozenset("PRON PUNCT INTJ AUX X SYM SPACE".split())


@dataclass(slots=True)
class Phrase:
    """A phrase that could be a title; ``at`` are the numbers of the sentences that hold it."""

    text: str
    head: str
    is_step: bool = False
    is_named: bool = False
    at: list[int] = field(default_factory=list)


def titles(segments: Sequence[Sequence[str]], given: Sequence[str]) -> list[str]:
    """A title for each of ``segments`` (their sentences, in English), no two the same; empty where nothing fits.

    ``given`` are the titles that are settled already, empty where one is wanted.
    """
    taken = {_plain(title) for title in given}
    chosen: list[str] = []
    for number, title in enumerate(given):
        chosen.append(title or _best(segments, number, taken))
        taken.add(_plain(chosen[-1]))
    return chosen


def _best(segments: Sequence[Sequence[str]], number: int, taken: Collection[str]) -> str:
    # What only the very first sentence names is the room, the morning and who is there.
    own = [p for p in phrases(segments[number]) if _plain(p.text) not in taken and (number or p.at != [0])]
    if not own:
        return ""
    weights, mean, spread = learnt()
    worth = (figures(own, segments, number) - mean) / spread @ weights
    return own[int(worth.argmax())].text


def _plain(title: str) -> str:
    return title.lower().removesuffix("s")


@lru_cache(maxsize=1)
def learnt() -> tuple[Figures, Figures, Figures]:
    """Weight, mean and spread of each figure, shape (NAMES,)."""
    told = json.loads(_WEIGHTS.read_text("utf-8"))
    weights, mean, spread = ([told[of][name] for name in NAMES] for of in ("weights", "mean", "spread"))
    return np.array(weights), np.array(mean), np.array(spread)


def figures(own: Sequence[Phrase], segments: Sequence[Sequence[str]], number: int) -> Figures:
    """What is known of the phrases ``own`` of segment ``number``, shape (phrases, NAMES)."""
    texts = segments[number]
    sentences = encoder().embed(list(texts))
    others = [encoder().embed(list(t)).mean(axis=0) for n, t in enumerate(segments) if n != number and t]
    rest = np.mean(others, axis=0) if others else np.zeros(sentences.shape[1])
    meant = encoder().embed([phrase.text for phrase in own])
    near = meant @ np.stack([sentences[0], sentences.mean(axis=0), rest]).T
    told = [
        (
            np.log1p(len(phrase.at)),
            phrase.at[0] / len(texts),
            rarity(phrase.head, "en"),
            phrase.is_named,
            phrase.is_step,
            phrase.text.lower() in texts[0].lower(),
        )
        for phrase in own
    ]
    return np.hstack([near, np.array(told, dtype=np.float64)])


def phrases(texts: Sequence[str]) -> list[Phrase]:
    """The phrases of a segment that could be its title, those said most often first, at most ``COMPARED``."""
    found: dict[str, Phrase] = {}
    for number, doc in enumerate(parsed_all([repaired(t) or t for t in texts])):
        for phrase in (*_things(doc), *_doings(doc), *_steps(doc)):
            if len(phrase.text) >= SHORTEST_LETTERS and len(phrase.text.split()) <= LONGEST_WORDS:
                found.setdefault(phrase.text.lower(), phrase).at.append(number)
    return sorted(found.values(), key=lambda p: (-len(p.at), p.at[0]))[:COMPARED]


def _things(doc: Doc) -> Iterator[Phrase]:
    """What is named, without its article: "the cold tap", "two kinds of waves"."""
    for chunk in doc.noun_chunks:
        head = chunk.root
        words = list(chunk)
        while words and (words[0].dep_ in {"det", "poss", "predet", "case"} or words[0].pos_ in {"ADV", *_NO_PART}):
            words = words[1:]
        if not words or head.pos_ not in {"NOUN", "PROPN"} or head.lower_ in {"one", "ones"} or is_unit(head.lower_):
            continue
        if any(w.pos_ in _NO_PART and w.text not in {"-", "'s", "’s"} for w in words) or not words[0].text[0].isalnum():
            continue
        if len(words) == 1 and head.pos_ == "NOUN" and _is_amount(head.lemma_.lower()):
            continue
        named = words[0].pos_ == "PROPN"
        yield Phrase(_written(words), head.lemma_.lower(), is_named=named)
        for link in head.children:
            object_ = next((c for c in link.children if c.dep_ == "pobj" and c.pos_ in {"NOUN", "PROPN", "NUM"}), None)
            if link.lower_ not in _LINKS or link.i != head.i + 1 or object_ is None:
                continue
            after = [w for w in object_.subtree if link.i < w.i <= object_.i]
            if not any(w.pos_ in {"VERB", *_NO_PART} or w.dep_ == "poss" for w in after):
                text = _written([*words, link, *after])
                yield Phrase(text, head.lemma_.lower(), is_named=named)


def _is_amount(noun: str) -> bool:
    known = senses(noun, "n")
    return bool(known) and known[0].lexfile in _AMOUNTS


def _doings(doc: Doc) -> Iterator[Phrase]:
    """What is done, where it is named as such: "sanding", "choosing a seed"."""
    for verb in doc:
        if verb.tag_ != "VBG" or verb.dep_ not in {"nsubj", "csubj", "ROOT", "pcomp", "dobj", "attr"}:
            continue
        if verb.lemma_.lower() in NOT_DONE or any(c.dep_ in {"aux", "nsubj", "neg"} for c in verb.children):
            continue
        thing = next((c for c in verb.children if c.dep_ == "dobj" and c.pos_ in {"NOUN", "PROPN"}), verb)
        words = list(doc[verb.i : thing.i + 1])
        if not any(w.pos_ in _NO_PART or w.dep_ == "poss" for w in words):
            yield Phrase(_written(words), verb.lemma_.lower(), is_step=True)


def _steps(doc: Doc) -> Iterator[Phrase]:
    """Each verb of doing that an order, a "you" or an "I" has, with its thing, as a title: "cleaning the rim"."""
    for verb in doc:
        thing = next((c for c in verb.children if c.dep_ == "dobj" and c.pos_ in {"NOUN", "PROPN"}), None)
        subject = next((c for c in verb.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
        told = verb.tag_ in {"VB", "VBP"} and (subject is None or subject.lower_ in {"you", "i", "we"})
        helped = any(c.dep_ in {"aux", "neg"} for c in verb.children)
        if thing is None or not told or helped or verb.lemma_.lower() in NOT_DONE or is_unit(thing.lower_):
            continue
        doing = inflected(verb.lemma_, "VBG")
        if thing.lower_ in {"one", "ones"} or len(thing) < SHORTEST_LETTERS or not doing.endswith("ing"):
            continue
        parts = [c.text.lower() for c in thing.lefts if c.dep_ == "compound"]
        particle = next((f" {c.lower_}" for c in verb.children if c.dep_ == "prt"), "")
        given = next((c.lower_ for c in thing.lefts if c.lower_ in {"a", "an"}), "the")
        article = "" if thing.pos_ == "PROPN" else f"{given} "
        noun = " ".join([*parts, thing.text if thing.pos_ == "PROPN" else thing.lower_])
        yield Phrase(f"{doing} {article}{noun}{particle}", thing.lemma_.lower(), is_step=True)


def _written(words: Sequence[Token]) -> str:
    """As it stands, in small letters but for names and initials."""
    return "".join(
        (w.text if w.pos_ == "PROPN" or w.text.isupper() else w.text.lower()) + w.whitespace_ for w in words
    ).strip()
