"""One clause of a talk, and how its tokens are written."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Literal

from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.inflecting import inflected
from escuela_core.language.terms import is_content, is_negation
from escuela_core.language.wordnet import family, senses

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

Manner = Literal["statement", "instruction"]
# From this frequency on (Zipf scale) a word at the start of a sentence is a word and no name.
KNOWN_WORD = 2.5
SPEAKER = "the speaker"
# What the parser takes for the name of a firm or a work at the start of a sentence is mostly a plain word.
_NAMED = frozenset({"PERSON", "GPE", "NORP", "LOC", "FAC"})
_EXPANDED = {"'s": "is", "’s": "is", "'re": "are", "’re": "are", "'ll": "will", "’ll": "will", "'m": "am", "’m": "am"}
_EXPANDED |= {"'ve": "have", "’ve": "have", "ca": "can", "wo": "will", "'d": "would", "’d": "would", "n't": "not"}
_EXPANDED |= {"n’t": "not", "sha": "shall"}


@dataclass(frozen=True)
class Clause:
    """``tokens`` are what is kept, in order; ``shown`` says which of them are written otherwise than spoken.

    ``reason`` is what follows "because" or "since", ``condition`` an "if" or "when" clause with its own first word;
    neither is part of ``tokens``. ``resolved`` tells that a pronoun was put back, which can be wrong.
    """

    sentence: int
    doc: Doc
    verb: Token
    manner: Manner
    subject: tuple[Token, ...]
    tokens: tuple[Token, ...]
    reason: tuple[Token, ...] = ()
    condition: tuple[Token, ...] = ()
    shown: dict[int, str] = field(default_factory=dict)
    resolved: bool = False

    @property
    def predicate(self) -> tuple[Token, ...]:
        """What is said of the subject: everything after it."""
        last = self.subject[-1].i if self.subject else -1
        return tuple(t for t in self.tokens if t.i > last)

    @property
    def negated(self) -> bool:
        return any(is_negation(t) for t in self.tokens)

    @property
    def refused(self) -> bool:
        """Whether an instruction says what not to do, and nothing else in it is negated."""
        return self.manner == "instruction" and [t.i < self.verb.i for t in self.tokens if is_negation(t)] == [True]

    @property
    def plural(self) -> bool:
        head = self.head
        return head is not None and (
            head.tag_ in {"NNS", "NNPS"} or head.lower_ in {"you", "we"} or any(c.dep_ == "conj" for c in head.children)
        )

    @property
    def head(self) -> Token | None:
        """The noun (or pronoun) that heads the subject; None for an instruction."""
        return next((t for t in self.subject if t.head not in self.subject), None)

    @property
    def speaks_of_speaker(self) -> bool:
        return SPEAKER in self.shown.values()

    @property
    def text(self) -> str:
        """The clause with its condition before it; an instruction begins with its verb."""
        return self.changed({})

    def changed(self, written: dict[int, str]) -> str:
        """``text`` with some tokens (by place in the sentence) written otherwise; "" leaves one out."""
        shown = self.shown | written
        text = said(self.tokens, shown)
        if not self.condition:
            return text
        return f"{said(self.condition, shown)}, {opened(self.tokens, text)}"

    @property
    def trimmed_share(self) -> float:
        words = sum(1 for t in self.doc if not t.is_punct)
        return 1 - sum(1 for t in self.tokens if not t.is_punct) / max(1, words)

    def say(self, tokens: Sequence[Token]) -> str:
        return said(tokens, self.shown)

    def holds(self, tokens: Sequence[Token]) -> bool:
        kept = {t.i for t in self.tokens}
        return all(t.i in kept for t in tokens)


def said(tokens: Sequence[Token], shown: dict[int, str] | None = None) -> str:
    """Tokens as text: inner spaces as spoken, no stray punctuation at the ends, nothing where words were left out."""
    if not tokens:
        return ""
    shown = shown or {}
    pieces: list[str] = []
    for token, following in zip(tokens, [*tokens[1:], None], strict=True):
        text = shown.get(token.i, token.text)
        # Where words between two kept tokens were left out, the space before the second went with them.
        beside = following is not None and following.i == token.i + 1 and not {token.i, following.i} & shown.keys()
        pieces.append(text + (token.whitespace_ if beside else " "))
    text = re.sub(r"\s+([,.;:?!'’%])", r"\1", re.sub(r"\s+", " ", "".join(pieces)))
    text = re.sub(r"\s+(n['’]t)\b", r"\1", text)
    return re.sub(r",\s*,", ",", text).strip(" ,;:-–—.!")


def opened(tokens: Sequence[Token], text: str) -> str:
    """``text``, which begins with ``tokens``, as it stands in mid-sentence: its capital kept for a name only."""
    first = tokens[0] if tokens else None
    keeps = first is None or _is_name(first) or first.text == "I" or (len(first) > 1 and first.text.isupper())
    return text if keeps else text[:1].lower() + text[1:]


def _is_name(token: Token) -> bool:
    """A word with a capital of its own: at the start of a sentence only where no dictionary has it in small letters."""
    if token.i > 0:
        return bool(token.pos_ == "PROPN")
    word = token.lower_
    described = [w for sense in senses(word, "a") for w in sense.words if w.lower() == word]
    if described and token.head.tag_ in {"NN", "NNS"}:
        return any(w != word for w in described)
    if token.ent_type_ not in _NAMED or token.pos_ != "PROPN":
        return token.is_alpha and zipf_frequency(word, "en") < KNOWN_WORD and family(word) is None
    return True


def content(tokens: Iterable[Token]) -> frozenset[str]:
    """The content words of ``tokens`` as lemmas, like ``language.terms.lemmas`` of their text."""
    return frozenset(t.lemma_.lower() for t in tokens if is_content(t))


def capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def third_person(verb: Token) -> str:
    """The verb as it follows "the speaker" or a singular noun."""
    known = {"are": "is", "am": "is", "have": "has", "do": "does", "'m": "is", "'re": "is", "'ve": "has"}
    if verb.lower_ in known:
        return known[verb.lower_]
    return inflected(verb.lemma_, "VBZ")


def full_form(token: Token) -> str:
    """A helper as it stands alone at the front of a question: "'s" is "is", "wo" is "will"."""
    following = token.nbor(1) if token.i + 1 < len(token.doc) else None
    owns = following is not None and following.lower_ in {"got", "had", "been"}
    if token.lower_ in {"'s", "’s"} and (token.lemma_ == "have" or owns):
        return "has"
    return _EXPANDED.get(token.lower_, token.lower_)


def written_out(subject: tuple[Token, ...]) -> dict[int, str]:
    """The helper right behind a noun in full: "the motor's off" is written "the motor is off"."""
    last = subject[-1]
    following = last.doc[last.i + 1] if last.i + 1 < len(last.doc) else None
    if (
        following is None
        or following.lower_ not in _EXPANDED
        or following.pos_ == "PART"
        or (following.i + 1 < len(following.doc) and following.nbor(1).lower_ in {"n't", "n’t"})
        or last.lower_ in {"you", "we"}
    ):
        return {}
    return {following.i: full_form(following)}


def is_finite(verb: Token) -> bool:
    helped = any(c.dep_ in {"aux", "auxpass"} and c.tag_ in {"VBZ", "VBP", "VBD", "MD"} for c in verb.children)
    return helped or verb.tag_ in {"VBZ", "VBP", "VBD"}
