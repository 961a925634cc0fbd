"""The clauses of a talk that say one thing each and need no neighbour: what every proposed item is made from.

A spoken sentence often holds several ("the second stage needs no light, and it takes place in the fluid"). Each verb
with a subject of its own, and each instruction ("keep the tool sharp"), becomes a clause, trimmed of what trails behind
it. A pronoun is put back to the noun it stands for where there is one candidate only; otherwise the clause is rejected.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from escuela_core.writing.alone import points_away, stands_alone
from escuela_core.writing.clause import SPEAKER, Clause, Manner, is_finite, written_out
from escuela_core.writing.resolving import BROKEN, subject_shown

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

LONGEST_SENTENCE = 60
_REASONS = frozenset({"because", "since"})
_CONDITIONS = frozenset("if when whenever once".split())
_CORRELATED = re.compile(
    r"(?:and |so |now )?the (?:more|less|fewer|[a-z]+er)\b(?=.*, the (?:more|less|[a-z]+er)\b)", re.IGNORECASE
)
_BELIEVED = frozenset(
    "say think believe suppose claim imagine guess hope know wonder tell ask answer seem swear assume doubt feel "
    "mean admit promise bet find".split()
)
_LOOSE_AFTER = frozenset("too again also then instead".split())
_LOOSE_ADVERBS = _LOOSE_AFTER | frozenset("so now well first second therefore however next finally indeed".split())
# Said to the class, not a step of the work.
_ADDRESSED = frozenset("be let do have look see listen notice note hear expect mind worry come thank try".split())


def clauses(sentence: int, docs: Sequence[Doc]) -> list[Clause]:
    """The clauses of one sentence of ``docs`` an item can stand on; none where it asks, greets or breaks off."""
    doc = docs[sentence]
    if doc.text.rstrip().endswith("?") or _CORRELATED.match(doc.text) or BROKEN.search(doc.text):
        return []
    if not 4 <= len(doc) <= LONGEST_SENTENCE:
        return []
    found: list[Clause] = []
    for verb in _verbs(doc):
        clause = _clause(sentence, docs, verb, found)
        if clause is not None:
            found.append(clause)
    return found


def _verbs(doc: Doc) -> Iterator[Token]:
    """The verbs that carry a clause of their own on the sentence's own level."""
    for token in doc:
        if token.pos_ not in {"VERB", "AUX"} or token.dep_ in {"aux", "auxpass", "amod", "compound"}:
            continue
        if token.dep_ == "ROOT" or (token.dep_ in {"conj", "ccomp", "parataxis"} and _on_top(token)):
            yield token


def _on_top(token: Token) -> bool:
    """Whether a clause is joined to the sentence by a comma or an "and", and is not what somebody says or thinks."""
    head = token.head
    if token.dep_ == "conj":
        return head.dep_ == "ROOT" or (head.dep_ in {"conj", "ccomp"} and _on_top(head))
    if head.dep_ != "ROOT" or any(c.dep_ == "mark" for c in token.children):
        return False
    low, high = (token, head) if token.i < head.i else (head, token)
    return any(t.text in ",;:" for t in token.doc[low.i : high.i]) and head.lemma_ not in _BELIEVED


def _clause(sentence: int, docs: Sequence[Doc], verb: Token, before: Sequence[Clause]) -> Clause | None:
    doc = docs[sentence]
    subject = next((c for c in verb.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    if any(c.dep_ == "expl" or (c.dep_ == "mark" and c.i < verb.i) for c in verb.children):
        return None
    parts = _parts(verb)
    kept, subject_tokens, shown, resolved = parts.kept, tuple["Token", ...](), dict[int, str](), False
    manner: Manner = "instruction" if subject is None else "statement"
    if subject is None:
        if not _is_instruction(verb):
            return None
        kept = [t for t in kept if t.i >= _first_of_instruction(verb).i]
    else:
        if not is_finite(verb) or subject.i > verb.i or verb.lemma_ in _BELIEVED:
            return None
        if _is_named_before(verb, subject) or verb.nbor(-1).text == ",":
            return None  # "exposure, I bring it down"; the verb of another subject: "Warm breath rises, meets the lid"
        if subject.lower_ in {"you", "we"} and any(c.lower_ == "then" for c in verb.children):
            return None  # what was done before it belongs to it
        subject_tokens = tuple(t for t in kept if t in set(subject.subtree) and t.i < verb.i)
        placed = subject_shown(subject, verb, docs, sentence, before)
        if placed is None or not subject_tokens or any(t.text == "," for t in subject_tokens):
            return None
        shown, resolved = placed
        shown |= written_out(subject_tokens)
    shown_everywhere = _condition_shown(parts.condition, shown)
    if shown_everywhere is None:
        return None
    reason = tuple(_trimmed(parts.reason))
    if reason and (not _follows(kept, reason) or points_away(reason, shown, kept) or reason[-1].lemma_ in _BELIEVED):
        reason = ()
    tokens = tuple(_trimmed(kept))
    if not tokens:
        return None
    clause = Clause(
        sentence,
        doc,
        verb,
        manner,
        subject_tokens,
        tokens,
        reason,
        tuple(_trimmed(parts.condition)),
        shown_everywhere,
        resolved,
    )
    return clause if stands_alone(clause) else None


def _is_named_before(verb: Token, subject: Token) -> bool:
    """Whether a thing stands before the clause, apart, that a pronoun in it means."""
    named = [t for t in verb.doc[: subject.left_edge.i] if t.pos_ in {"NOUN", "PROPN"} and _before_comma(t)]
    return bool(named) and any(c.dep_ == "dobj" and c.lower_ in {"it", "them"} for c in verb.children)


def _follows(kept: Sequence[Token], reason: Sequence[Token]) -> bool:
    """Whether the reason stands right behind what is kept, so that it is the reason of just this."""
    last = max((t.i for t in kept if t.i < reason[0].i and not t.is_punct), default=-1)
    return all(t.is_punct or t.lower_ in _REASONS for t in reason[0].doc[last + 1 : reason[0].i])


def _condition_shown(condition: Sequence[Token], shown: dict[int, str]) -> dict[int, str] | None:
    """``shown`` with the speaker's "I" of a condition put as the clause's; None where the condition points away."""
    written = dict(shown)
    for token in condition:
        if token.text == "I" and token.dep_ == "nsubj" and token.head.tag_ == "VBP" and SPEAKER in shown.values():
            written |= {token.i: "they"}
    said = next((t for t in condition if t.dep_ == "advcl"), None)
    broken = said is not None and said.lemma_ in _BELIEVED
    return None if broken or points_away(condition, written, []) else written


def _is_instruction(verb: Token) -> bool:
    """A bare verb without a subject: "Keep it sharp", "Don't burst blisters", or joined to one by "and"."""
    if verb.tag_ not in {"VB", "VBP"} or verb.lemma_ in _ADDRESSED | _BELIEVED:
        return False
    helpers = [c for c in verb.children if c.dep_ == "aux"]
    if verb.i + 1 < len(verb.doc) and verb.nbor(1).pos_ in {"NUM", "PUNCT"}:
        return False
    if any(c.lower_ != "do" for c in helpers) or any(c.dep_ == "mark" for c in verb.children):
        return False
    # Two verbs with nothing between them that joins them are not told one after the other.
    if any(c.dep_ == "conj" and c.pos_ == "VERB" and not _is_joined(verb, c) for c in verb.children):
        return False
    if verb.dep_ == "conj":
        head = verb.head
        return (
            _is_joined(head, verb)
            and not any(c.dep_ in {"nsubj", "nsubjpass"} for c in head.children)
            and _is_instruction(head)
        )
    # "Round the mouth stand arms" tells nobody to stand.
    fronted = [c for c in verb.children if c.i < verb.i and c.dep_ in {"prep", "npadvmod", "advcl", "advmod", "ccomp"}]
    if any(not _before_comma(c) for c in fronted if c.dep_ != "advmod" or any(c.children)):
        return False
    # Nothing but an adverb, a "don't" or a fronted phrase stands before it.
    return all(
        c.dep_ in {"aux", "neg", "advmod", "npadvmod", "punct", "advcl", "prep", "cc", "ccomp", "intj"}
        for c in verb.children
        if c.i < verb.i
    )


def _is_joined(verb: Token, other: Token) -> bool:
    between = verb.doc[verb.i + 1 : other.i]
    return any(t.pos_ == "CCONJ" or t.text in (",", ";", ":", "–", "—") or t.lower_ == "then" for t in between)


def _first_of_instruction(verb: Token) -> Token:
    return min([c for c in verb.children if c.dep_ in {"aux", "neg"} and c.i < verb.i] + [verb], key=lambda t: t.i)


def _opens_a_condition(part: Sequence[Token]) -> bool:
    """ "once it is dry", but not "once when it is dry and once before"."""
    return part[0].lower_ in _CONDITIONS and not (len(part) > 1 and part[1].lower_ in _CONDITIONS)


def _is_of_the_next(condition: Sequence[Token], verb: Token) -> bool:
    """Whether a condition after a clause is that of what comes behind it: "A leaf grows back, but if you bruise the
    stem it dies", "they go together, if bread costs more, you buy less"."""
    first, last = condition[0], condition[-1]
    if first.i < verb.i:
        return False
    apart = first.nbor(-1).text == "," and last.i + 1 < len(last.doc) and last.nbor(1).text == ","
    return first.nbor(-1).pos_ == "CCONJ" or (apart and any(is_finite(t) for t in last.doc[last.i + 1 :]))


def _gives_a_reason(part: Sequence[Token]) -> bool:
    """Whether "because" opens a part, or a "since" that is no time: "since it keeps all", not "since it came out"."""
    return part[0].lower_ in _REASONS and not (part[0].lower_ == "since" and any(t.tag_ == "VBD" for t in part))


def _parts(verb: Token) -> _Parts:
    """The clause of ``verb`` without what trails or opens it loosely."""
    parts = _Parts()
    for child in verb.children:
        part = sorted(child.subtree, key=lambda t: t.i)
        if child.dep_ == "advcl" and _gives_a_reason(part) and child.i > verb.i:
            parts.reason = part[1:]
        elif child.dep_ == "advcl" and _opens_a_condition(part) and not parts.condition:
            parts.condition = [] if _is_of_the_next(part, verb) else part
        elif not _is_loose(child, verb):
            continue
        parts.dropped |= {t.i for t in part}
    for token in verb.subtree:
        if token.dep_ in {"relcl", "advcl", "acl"} and _after_comma(token):
            parts.dropped |= {t.i for t in token.subtree}
    parts.kept = sorted((t for t in verb.subtree if t.i not in parts.dropped), key=lambda t: t.i)
    colon = max((n for n, t in enumerate(parts.kept) if t.text == ":" and t.i < verb.i), default=-1)
    parts.kept = parts.kept[colon + 1 :]
    return parts


@dataclass
class _Parts:
    reason: list[Token] = field(default_factory=list)
    condition: list[Token] = field(default_factory=list)
    kept: list[Token] = field(default_factory=list)
    dropped: set[int] = field(default_factory=set)


def _is_loose(child: Token, verb: Token) -> bool:
    """Whether a part of the clause can go without changing what it says."""
    if child.dep_ == "advcl":
        return _after_comma(child) or (child.i < verb.i and child.tag_ == "VBG")
    if child.dep_ in {"conj", "ccomp", "parataxis"} and child.pos_ in {"VERB", "AUX"}:
        return _on_top(child)
    if child.dep_ in {"cc", "preconj"}:
        following = next((c for c in verb.children if c.dep_ == "conj" and c.i > child.i), None)
        return child.i < verb.i or following is None or (following.pos_ in {"VERB", "AUX"} and _on_top(following))
    if child.dep_ in {"advmod", "prep", "npadvmod"} and _before_comma(child):
        aside = _after_comma(child) and child.i < verb.i
        opening = child.i < verb.i and (child.lower_.endswith("ly") or child.lower_ == "as")
        if aside or opening:
            return True
    if child.dep_ == "advmod":
        return child.lower_ in _LOOSE_ADVERBS and (child.i < verb.i or child.lower_ in _LOOSE_AFTER)
    return child.dep_ in {"parataxis", "intj", "discourse", "dep", "meta"}


def _before_comma(token: Token) -> bool:
    right = token.right_edge
    return right.i + 1 < len(right.doc) and right.nbor(1).text == ","


def _after_comma(token: Token) -> bool:
    left = token.left_edge
    return left.i > 0 and left.nbor(-1).text in ",;:"


def _trimmed(kept: list[Token]) -> list[Token]:
    """Without punctuation that stands at an end or at a place where something was left out."""
    found: list[Token] = []
    for n, token in enumerate(kept):
        beside = 0 < n < len(kept) - 1 and kept[n - 1].i == token.i - 1 and kept[n + 1].i == token.i + 1
        if token.is_space or (token.is_punct and not beside):
            continue
        found.append(token)
    while found and (found[-1].pos_ in {"CCONJ", "SCONJ", "PUNCT"} and found[-1].dep_ != "prep"):
        found.pop()
    while found and found[0].pos_ in {"CCONJ", "PUNCT"}:
        found.pop(0)
    return found
