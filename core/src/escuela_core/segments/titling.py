"""A title for each segment: of the phrases said in it the one that comes nearest to what the segment is about.

Phrases are ranked by how near in meaning they are to the segment and how far from the rest of the talk (Bennani-Smires
et al. 2018), with weights learnt from the titles that people gave (``core/training/train_titles.py``).
"""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from escuela_core.language.inflecting import inflected
from escuela_core.language.parsing import parsed_all
from escuela_core.language.repair import repaired
from escuela_core.language.terms import rarity
from escuela_core.language.vectors import Vectors, encoder
from escuela_core.language.wordnet import family
from escuela_core.segments.describing import is_no_thing

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

LONGEST_WORDS, SHORTEST_LETTERS = 5, 3
# So many phrases of a segment are compared, those said most often first.
COMPARED = 60
# Figures of a phrase: cosines of meaning with the first sentence, the segment and the rest; how often and where it is
# said; how rare its head is; whether it is a name, or of the first sentence.
NAMES = "near_first near_whole near_others times said_first rare named in_first".split()
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
    is_named: bool = False
    at: list[int] = field(default_factory=list)


def titles(segments: Sequence[Sequence[str]], given: Sequence[str]) -> list[str]:
    """A title for each of ``segments`` (their sentences, in English), no two the same; empty where nothing fits.

    ``given`` are the titles that are settled already, empty where one is wanted.
    """
    chosen = list(given)
    for number, (texts, rest) in enumerate(zip(segments, rests(segments), strict=True)):
        if chosen[number]:
            continue
        taken = {_plain(title) for title in chosen}
        # What only the very first sentence names is the room, the morning and who is there.
        own = [p for p in phrases(texts) if _plain(p.text) not in taken and (number or p.at != [0])]
        chosen[number] = _best(own, texts, rest)
    return chosen


def _best(own: Sequence[Phrase], texts: Sequence[str], rest: Vectors) -> str:
    if not own:
        return ""
    weights, mean, spread = learnt()
    worth = (figures(own, texts, rest) - mean) / spread @ weights
    return own[int(worth.argmax())].text


def _plain(title: str) -> str:
    return title.lower().removesuffix("s")


@lru_cache(maxsize=1)
def learnt() -> tuple[Figures, Figures, Figures]:
    """Weight, mean and spread of each figure, shape (NAMES,)."""
    told = json.loads(_WEIGHTS.read_text("utf-8"))
    weights, mean, spread = ([told[of][name] for name in NAMES] for of in ("weights", "mean", "spread"))
    return np.array(weights), np.array(mean), np.array(spread)


def rests(segments: Sequence[Sequence[str]]) -> Vectors:
    """For each of ``segments`` what all others mean on average, shape (segments, width); nothing where it is alone."""
    means = np.stack([encoder().embed(list(texts)).mean(axis=0) for texts in segments])
    return np.asarray((means.sum(axis=0) - means) / max(len(means) - 1, 1), np.float32)


def figures(own: Sequence[Phrase], texts: Sequence[str], rest: Vectors) -> Figures:
    """What is known of the phrases ``own`` of a segment's ``texts``, shape (phrases, NAMES); ``rest`` of ``rests``."""
    sentences = encoder().embed(list(texts))
    meant = encoder().embed([phrase.text for phrase in own])
    near = meant @ np.stack([sentences[0], sentences.mean(axis=0), rest]).T
    told = [
        (
            np.log1p(len(phrase.at)),
            phrase.at[0] / len(texts),
            rarity(phrase.head, "en"),
            phrase.is_named,
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
        if not words or head.pos_ not in {"NOUN", "PROPN"} or is_no_thing(head.lower_):
            continue
        if any(w.pos_ in _NO_PART and w.text not in {"-", "'s", "’s"} for w in words) or not words[0].text[0].isalnum():
            continue
        if len(words) == 1 and head.pos_ == "NOUN" and family(head.lemma_.lower()) in _AMOUNTS:
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
            yield Phrase(_written(words), verb.lemma_.lower())


def _steps(doc: Doc) -> Iterator[Phrase]:
    """Each verb of doing that an order, a "you" or an "I" has, with its thing, as a title: "cleaning the rim"."""
    for verb in doc:
        thing = next((c for c in verb.children if c.dep_ == "dobj" and c.pos_ in {"NOUN", "PROPN"}), None)
        subject = next((c for c in verb.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
        told = verb.tag_ in {"VB", "VBP"} and (subject is None or subject.lower_ in {"you", "i", "we"})
        helped = any(c.dep_ in {"aux", "neg"} for c in verb.children)
        if thing is None or not told or helped or verb.lemma_.lower() in NOT_DONE or is_no_thing(thing.lower_):
            continue
        doing = inflected(verb.lemma_, "VBG")
        if len(thing) < SHORTEST_LETTERS or not doing.endswith("ing"):
            continue
        parts = [c.text.lower() for c in thing.lefts if c.dep_ == "compound"]
        particle = next((f" {c.lower_}" for c in verb.children if c.dep_ == "prt"), "")
        given = next((c.lower_ for c in thing.lefts if c.lower_ in {"a", "an"}), "the")
        article = "" if thing.pos_ == "PROPN" else f"{given} "
        noun = " ".join([*parts, thing.text if thing.pos_ == "PROPN" else thing.lower_])
        yield Phrase(f"{doing} {article}{noun}{particle}", thing.lemma_.lower())


def _written(words: Sequence[Token]) -> str:
    """As it stands, in small letters but for names and initials."""
    return "".join(
        (w.text if w.pos_ == "PROPN" or w.text.isupper() else w.text.lower()) + w.whitespace_ for w in words
    ).strip()
