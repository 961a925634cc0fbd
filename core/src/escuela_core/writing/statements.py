"""Which sentences can carry an item, and the one clause of each that says its fact and needs no neighbour."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from spacy.tokens import Doc, Span, Token

SHORTEST_WORDS, LONGEST_WORDS = 6, 26
# Words that point outside the clause: at the speaker, at the picture, at the sentence before.
_POINTING = frozenset(
    (
        "i me my mine myself this that these those here there it its they them their he him his she her "
        "we us our such same other another one ones mine today now then anyway"
    ).split()
)
_SPOKEN = re.compile(
    r"\b(?:er|um|uh|hang on|let me|let's|okay|ok|look at|as you can see|see here|remember|imagine|suppose|"
    r"hello|welcome|thank|sorry|i mean|you know|by the way|anyway|no wait|people used to|used to say|"
    r"that's wrong|what am i|hear that|laughs?)\b",
    re.IGNORECASE,
)
# A sentence the speaker broke off or put right halfway says two things at once.
_BROKEN = re.compile(r"[,;] (?:no|well|what|sorry|wait|yes|right)[,;]|—|\.\.\.|…")
_DROPPED = frozenset({"parataxis", "intj", "discourse", "dep", "meta"})
_REASONS = frozenset({"because", "since"})
_LOOSE_MARKS = frozenset(["because", "since", "so", "although", "though", "while", "whereas", "but", "and"])
# Subjects that only point at what was said before or comes next.
_EMPTY_SUBJECTS = frozenset(
    ("answer question thing point reason problem idea trick way people lot rest part story bit").split()
)
_PLACED_PRONOUNS = frozenset(["it", "its", "they", "them", "their", "he", "him", "his", "she", "her"])


@dataclass(frozen=True)
class Clause:
    """The main clause of a sentence, trimmed. ``tokens`` keep their place in the parse of the whole sentence."""

    sentence: int
    doc: Doc
    root: Token
    subject: Span
    tokens: tuple[Token, ...]
    reason: tuple[Token, ...]

    @property
    def text(self) -> str:
        return said(self.tokens)

    @property
    def trimmed_share(self) -> float:
        words = sum(1 for t in self.doc if not t.is_punct)
        return 1 - sum(1 for t in self.tokens if not t.is_punct) / max(1, words)

    def holds(self, span: Span) -> bool:
        kept = {t.i for t in self.tokens}
        return all(t.i in kept for t in span)


def said(tokens: Sequence[Token]) -> str:
    """Tokens as text: inner spaces as spoken, no stray punctuation at the ends, a capital for a name only."""
    if not tokens:
        return ""
    following = [*tokens[1:], None]
    # Where words between two kept tokens were left out, the space before the second went with them.
    pieces = [
        t.text_with_ws if n is not None and n.i == t.i + 1 else f"{t.text} "
        for t, n in zip(tokens, following, strict=True)
    ]
    text = "".join(pieces)
    text = re.sub(r"\s+([,.;:?!])", r"\1", re.sub(r"\s+", " ", text)).strip(" ,;:-–—.!")
    return re.sub(r",\s*,", ",", text)


def clause_of(sentence: int, doc: Doc) -> Clause | None:
    """The clause of ``doc`` an item can stand on; None where it needs its neighbours, asks, or greets."""
    text = doc.text
    if (
        text.rstrip().endswith("?")
        or _BROKEN.search(text)
        or _SPOKEN.search(text)
        or not SHORTEST_WORDS <= len(doc) <= 45
    ):
        return None
    roots = [t for t in doc if t.dep_ == "ROOT"]
    if len(roots) != 1:
        return None
    root = roots[0]
    subject = next((c for c in root.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    if subject is None or root.pos_ not in {"VERB", "AUX"} or not _is_finite(root):
        return None
    kept = _kept(doc, root)
    subject_span = doc[subject.left_edge.i : subject.right_edge.i + 1]
    tokens = tuple(t for t in doc if t.i in kept)
    clause = Clause(sentence, doc, root, subject_span, tokens, _reason(root))
    return clause if _stands_alone(clause, subject) else None


def _is_finite(root: Token) -> bool:
    helped = any(c.dep_ in {"aux", "auxpass"} and c.tag_ in {"VBZ", "VBP", "VBD", "MD"} for c in root.children)
    return helped or root.tag_ in {"VBZ", "VBP", "VBD"}


def _kept(doc: Doc, root: Token) -> set[int]:
    dropped: set[int] = set()
    for child in root.children:
        opened = child.left_edge.lower_
        loose = child.dep_ == "advcl" and (opened in _LOOSE_MARKS or _after_comma(child)) and child.i > root.i
        second = child.dep_ in {"conj", "ccomp"} and child.pos_ in {"VERB", "AUX"} and _after_comma_or_and(child)
        if child.dep_ in _DROPPED or loose or second or (child.dep_ == "cc" and child.i > root.i and _has_second(root)):
            dropped |= {t.i for t in child.subtree}
        if child.dep_ in {"cc", "intj"} and child.i < root.i:
            dropped.add(child.i)
        if child.dep_ == "advmod" and child.lower_ in {"so", "now", "then", "well", "also", "again"} and child.i < 2:
            dropped.add(child.i)
        if child.dep_ == "ccomp" and child.i < root.i:
            dropped |= {t.i for t in child.subtree}
    for token in doc:
        if token.dep_ == "relcl" and _after_comma(token):
            dropped |= {t.i for t in token.subtree}
    kept = {t.i for t in root.subtree} - dropped
    return {i for i in kept if not (doc[i].is_punct and (i == 0 or i - 1 in dropped or i + 1 in dropped))}


def _after_comma(token: Token) -> bool:
    left = token.left_edge
    return left.i > 0 and left.nbor(-1).text == ","


def _after_comma_or_and(token: Token) -> bool:
    if token.dep_ == "conj":
        return True
    return _after_comma(token) or any(c.lower_ in {"but", "and"} and c.i < token.i for c in token.head.children)


def _has_second(root: Token) -> bool:
    return any(c.dep_ == "conj" and c.pos_ in {"VERB", "AUX"} for c in root.children)


def _reason(root: Token) -> tuple[Token, ...]:
    for child in root.children:
        if child.dep_ == "advcl" and child.i > root.i and child.left_edge.lower_ in _REASONS:
            tokens = [t for t in child.subtree if t.i > child.left_edge.i]
            return tuple(tokens)
    return ()


def _stands_alone(clause: Clause, subject: Token) -> bool:
    words = [t for t in clause.tokens if not t.is_punct]
    # With a reason behind it a short clause is enough: "The boat rises slowly" asks why.
    shortest = 3 if clause.reason else SHORTEST_WORDS - 1
    if not shortest <= len(words) <= LONGEST_WORDS or subject.pos_ not in {"NOUN", "PROPN"}:
        return False
    for token in words:
        pointing = token.lower_ in _POINTING
        placed = (
            token.lower_ in _PLACED_PRONOUNS and token.i > clause.subject.end - 1 and token.dep_ in {"poss", "nsubj"}
        )
        linking = (
            token.lower_ == "that" and token.dep_ in {"mark", "nsubj", "dobj", "nsubjpass"} and token.i > clause.root.i
        )
        if pointing and not placed and not linking:
            return False
    # A clause cut in the middle of a bracket of words reads badly; so does one with two verbs left side by side.
    if clause.subject.root.lemma_.lower() in _EMPTY_SUBJECTS:
        return False
    gaps = sum(1 for a, b in zip(clause.tokens, clause.tokens[1:], strict=False) if b.i != a.i + 1)
    return gaps <= 1
