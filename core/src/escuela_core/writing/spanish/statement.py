"""A Spanish sentence as a statement that can be understood without its neighbours: who, does what, and the rest."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from escuela_core.language.quantities import Quantity, quantities

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

SHORTEST, LONGEST, LONGEST_SUBJECT, LONGEST_ALONE = 4, 45, 12, 28
# Words that can be left out at the head of a sentence without a change of what it says.
_LEADING = frozenset("y e pero pues bueno además".split())
# Words that point to what was said before or is shown.
_POINTING = frozenset(
    "lo la los las le les él ella ello ellos ellas esto eso aquello éste ésta éstos éstas ése ésa ahí aquí allí así "
    "entonces también tampoco luego después primero segundo tercero finalmente ambos ambas mismo misma tal tales otro "
    "otra otros otras demás resto ejemplo".split()
)
_POINTING_AS = {"PRON", "ADV"}
_POINTING_ANYWHERE = frozenset(
    "suyo suya suyos suyas ambos ambas tal tales mismo misma parecido parecida siguiente anterior dicho dicha resto "
    "demás".split()
)
# Where in the talk it is said, not what is.
_NOW = frozenset("ahora hoy ya primera segunda tercera cuarta".split())
# What somebody thinks or says is not what is.
_BELIEVED = frozenset("pensar creer decir parecer imaginar suponer querer".split())
_BROKEN = re.compile(r"[?¿!¡…—\"“”«»()]|\.\.\.")
# What stands on either side of these is read by itself.
PARTS = re.compile(r"(?<=[:;])\s+")
_HELPERS = {"aux", "aux:pass", "expl", "expl:pass", "expl:pv", "expl:impers"}


@dataclass(frozen=True)
class Statement:
    """The tokens of each part in the order they are said; ``front`` stands before the subject, ``rest`` after the verb.

    A ``reason`` or ``purpose`` may stand in ``rest``; ``is_definition`` where a noun is said to be another.
    """

    sentence: int
    doc: Doc
    root: Token
    subject: tuple[Token, ...]
    verb: tuple[Token, ...]
    front: tuple[Token, ...]
    rest: tuple[Token, ...]
    reason: tuple[Token, ...]
    purpose: tuple[Token, ...]
    is_denied: bool
    is_definition: bool

    @property
    def quantities(self) -> list[Quantity]:
        """Those of the clause itself, in letters of the whole text."""
        own = [*self.subject, *self.verb, *self.front, *self.rest]
        first, last = min(t.idx for t in own), max(t.idx for t in own)
        return [q for q in quantities(self.doc.text, "es") if first <= q.start <= last]

    @property
    def is_whole(self) -> bool:
        """Whether nothing of the sentence was left out."""
        used = len(self.subject) + len(self.verb) + len(self.front) + len(self.rest)
        return used >= sum(not t.is_punct for t in self.doc)


def feature(token: Token, name: str) -> list[str]:
    """The values of a feature of the word's form, as Universal Dependencies names them; empty where it has none."""
    return token.morph.get(name, [])


def said(tokens: Iterable[Token]) -> str:
    """The words as they are written, stops at the ends taken off."""
    text = " ".join(t.text for t in sorted(tokens, key=lambda t: t.i))
    return re.sub(r"\s+([,.;:])", r"\1", text).strip(" ,.;:")


def statements_of(doc: Doc, sentence: int) -> list[Statement]:
    """The statements of a sentence: its main clause and those beside it that have a subject of their own."""
    if _BROKEN.search(doc.text) or len(doc) > LONGEST:
        return []
    heads = [t for t in doc if t.dep_ == "ROOT" or (t.dep_ == "conj" and t.head.dep_ == "ROOT" and t.pos_ == "VERB")]
    found = (_statement(doc, sentence, head) for head in heads)
    return [one for one in found if one is not None]


def _statement(doc: Doc, sentence: int, root: Token) -> Statement | None:
    """None where the clause needs its neighbours, speaks of the speaker, or has no subject before its verb."""
    copula = next((t for t in root.children if t.dep_ == "cop"), None)
    if root.lemma_ in _BELIEVED or not (root.pos_ == "VERB" or (copula is not None and root.pos_ in {"NOUN", "ADJ"})):
        return None
    finite = copula or next((t for t in root.children if t.dep_ in {"aux", "aux:pass"}), root)
    if "Fin" not in feature(finite, "VerbForm") or "Ind" not in feature(finite, "Mood"):
        return None
    if any(t.dep_ == "mark" for t in root.children) or (root.dep_ == "conj" and _is_conditioned(root.head)):
        return None
    left_out = {t for child in root.children if _is_beside(child) for t in child.subtree}
    # What follows a clause that is left out belongs to that one.
    end = min((t.i for t in left_out if t.i > root.i), default=len(doc))
    tokens = [t for t in root.subtree if t not in left_out and t.i < end and not t.is_space]
    while tokens and (tokens[0].lower_ in _LEADING or tokens[0].is_punct):
        tokens = tokens[1:]
    while tokens and tokens[-1].is_punct:
        tokens = tokens[:-1]
    if len(tokens) < SHORTEST or any(_points(t) for t in tokens):
        return None
    named, subject = _subject(root, finite)
    helpers = [t for t in root.children if t.dep_ in _HELPERS or t == copula or _is_close(t)]
    verb = sorted({*helpers, *([root] if copula is None else [])}, key=lambda t: t.i)
    if not named or verb[-1].i - verb[0].i >= len(verb):
        return None
    others = [t for t in tokens if t not in subject and t not in verb]
    if subject and any(subject[-1].i < t.i < verb[0].i and not t.is_punct for t in others):
        return None
    start = subject[0].i if subject else verb[0].i
    return Statement(
        sentence,
        doc,
        root,
        subject,
        tuple(verb),
        tuple(t for t in others if t.i < start and not t.is_punct and t.lower_ not in _NOW),
        tuple(t for t in others if t.i > verb[-1].i),
        _clause(root, {"porque"}),
        _clause(root, {"para"}),
        any(t.lower_ in {"no", "nunca", "jamás", "ni", "tampoco", "apenas"} for t in tokens),
        copula is not None and root.pos_ == "NOUN" and copula.lemma_ == "ser",
    )


def stands_alone(doc: Doc) -> bool:
    """Whether no word of a whole sentence leads away from it."""
    words = [t for t in doc if not t.is_punct]
    if not SHORTEST <= len(words) <= LONGEST_ALONE or _BROKEN.search(doc.text) or points_away(doc):
        return False
    # "Sus puertas eran de roble": whose?
    root = next((t.i for t in doc if t.dep_ == "ROOT"), 0)
    return not any(t.lower_ in {"su", "sus"} and t.i < root for t in doc)


def points_away(doc: Doc) -> bool:
    """Whether a word leads to what was said before, to what is seen, or to who speaks and listens."""
    return any(_points(t) for t in doc)


def names_its_thing(doc: Doc) -> bool:
    """Whether a noun or name does, or is, what the main verb says."""
    return any(t.dep_.startswith("nsubj") and t.head.dep_ == "ROOT" and t.pos_ in {"NOUN", "PROPN"} for t in doc)


def _points(token: Token) -> bool:
    """Whether a word leads away from its sentence: to what was said, to what is seen, to who speaks."""
    if {"1", "2"} & set(feature(token, "Person")) and token.pos_ in {"VERB", "AUX", "PRON", "DET"}:
        return True
    if "Dem" in feature(token, "PronType"):
        return True
    before_verb = token.i + 1 < len(token.doc) and token.nbor().pos_ in {"VERB", "AUX"}
    as_pointing = token.pos_ in _POINTING_AS or (token.pos_ == "DET" and before_verb)
    return token.lower_ in _POINTING_ANYWHERE or (token.lower_ in _POINTING and as_pointing)


def _subject(root: Token, finite: Token) -> tuple[bool, tuple[Token, ...]]:
    """Whether the subject names its thing, and its words where it stands in one piece before the verb."""
    head = next((t for t in root.children if t.dep_ in {"nsubj", "nsubj:pass"} and t.pos_ in {"NOUN", "PROPN"}), None)
    if head is None:
        return False, ()
    words = list(head.subtree)
    while words[-1].is_punct:
        words = words[:-1]
    while words[0].pos_ == "CCONJ" or words[0].is_punct:
        words = words[1:]
    named = head.pos_ == "PROPN" or any(t.dep_ in {"det", "nummod"} for t in head.children)
    named = named and not any(t.lower_ in {"su", "sus"} for t in words)
    if head.i > finite.i:
        return named, ()
    in_one_piece = words[-1].i < finite.i and words[-1].i - words[0].i < len(words) <= LONGEST_SUBJECT
    return named and in_one_piece, tuple(words)


def _is_close(token: Token) -> bool:
    """What belongs to the verb itself: the little pronoun "se" and the "no"."""
    return token.lower_ in {"se", "no"} and token.i < token.head.i


def _is_beside(token: Token) -> bool:
    """A clause beside this one, which holds without it."""
    return token.dep_ in {"parataxis", "cc"} or (token.dep_ == "conj" and token.pos_ in {"VERB", "AUX"})


def _is_conditioned(root: Token) -> bool:
    """Whether what stands before a clause says when it holds, and so may what follows it."""
    return any(t.dep_ == "advcl" and t.i < root.i for t in root.children)


def _clause(root: Token, marks: set[str]) -> tuple[Token, ...]:
    """The words of the clause or phrase after the verb that one of ``marks`` opens; none that points elsewhere."""
    for child in root.children:
        words = [t for t in child.subtree if not t.is_space]
        while words and words[-1].is_punct:
            words = words[:-1]
        after = bool(words) and child.i > root.i and child.dep_ in {"advcl", "obl"} and words[0].lower_ in marks
        if after and not any(_points(t) for t in words):
            return tuple(words)
    return ()
