"""What the forms share: the talk they look things up in, and how a question and its options are put together."""

from __future__ import annotations

import random
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from escuela_core.items import Choice, Item, Option
from escuela_core.items.model import Depth
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.by_words import says
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.sorts import Phrase, wrong_phrases
from escuela_core.writing.spanish.statement import Statement, said

if TYPE_CHECKING:
    from spacy.tokens import Token

LONGEST_QUESTION = 24
WANTED = 3
# The name by which a form is sorted, and its item.
Drafts = Iterator[tuple[str, Item]]


@dataclass(frozen=True)
class Talk:
    """All sentences, the noun phrases said, and the whole numbers that count something."""

    sentences: Sequence[Sentence]
    phrases: list[Phrase]
    numbers: list[int]


def shared(sentence: int, talk: Talk, depth: Depth = "recall") -> dict[str, Any]:
    """What every item carries: the words it rests on, quoted, and where they are."""
    spoken = talk.sentences[sentence]
    return {"explanation": says(spoken.text, "es"), "evidence": (spoken.span,), "depth": depth}


def question(word: str, one: Statement, *, without: Sequence[Token] = (), subject: bool = True) -> str:
    """Question word, verb, subject, the rest; what stood in front comes last. Empty where it gets too long."""
    rest = [t for t in one.rest if t not in without]
    parts = [word, small(one.verb), small(one.subject) if subject else "", said(rest), small(one.front)]
    words = " ".join(p for p in parts if p)
    return f"¿{capital(words)}?" if len(words.split()) <= LONGEST_QUESTION else ""


def small(tokens: Sequence[Token]) -> str:
    """The words with a small letter at the beginning, but for a name."""
    text = said(tokens)
    named = bool(tokens) and tokens[0].pos_ == "PROPN"
    return text if named else text[:1].lower() + text[1:]


def choice(prompt: str, key: str, wrong: Sequence[str], rng: random.Random, carried: dict[str, Any]) -> Choice | None:
    """A choice of four in chance order; None without a question or where too few are wrong."""
    if not prompt or len(wrong) < WANTED:
        return None
    texts = [key, *wrong]
    rng.shuffle(texts)
    return Choice(prompt=prompt, options=tuple(Option(capital(t), t == key) for t in texts), **carried)


def among_phrases(prompt: str, key: Phrase, one: Statement, talk: Talk, rng: random.Random) -> Choice | None:
    """``key`` among other phrases of the talk that fit its place."""
    wrong = wrong_phrases(key, one.doc.text, talk.phrases, rng)
    return choice(prompt, key.text, wrong, rng, shared(key.sentence, talk))
