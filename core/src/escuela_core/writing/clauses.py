"""The clauses of a talk that say one thing each and need no neighbour: what every proposed item is made from.

A spoken sentence often holds several ("the second stage needs no light, and it takes place in the fluid"). Each verb
with a subject of its own, and each instruction ("keep the tool sharp"), becomes a clause, trimmed of what trails behind
it. A pronoun is put back to the noun it stands for where there is one candidate only; otherwise the clause is rejected.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Literal

from spacy.tokens import Doc, Token
from wordfreq import zipf_frequency

from escuela_core.language.inflecting import inflected
from escuela_core.language.terms import is_content, is_negation
from escuela_core.language.wordnet import family

Manner = Literal["statement", "instruction"]
SHORTEST_WORDS, LONGEST_WORDS = 3, 24
LONGEST_SENTENCE = 60
# From this frequency on (Zipf scale) a word at the start of a sentence is a word and no name.
KNOWN_WORD = 2.5
SPEAKER = "the speaker"
_REASONS = frozenset({"because", "since"})
_CONDITIONS = frozenset("if when whenever once".split())
# What points outside the clause: at the speaker, at the picture, at another sentence.
_POINTING = frozenset(
    "i me my mine myself this that these those here there it its itself they them their theirs he him his she her hers "
    "us our ours such same other another others one ones today tonight tomorrow yesterday now then anyway both former "
    "latter so said".split()
)
# Talk about the talk, greetings, guesses, and what a speaker takes back.
_ASIDE = re.compile(
    r"\b(?:er|um|uh|hang on|let me|let's|okay|ok|look at|look here|as you can see|see here|remember|imagine|suppose|"
    r"picture this|hello|welcome|thank|thanks|sorry|i mean|you know|by the way|no wait|wait a|people used to|"
    r"used to say|used to think|used to believe|that's wrong|what am i|hear that|laughs?|forgive me|tell a lie|"
    r"make that|correction|beg your pardon|my favou?rite|goodbye|bye|next time|"
    r"next week|last week|lesson|lecture|video|course)\b",
    re.IGNORECASE,
)
_BROKEN = re.compile(r"[,;] (?:no|well|what|sorry|wait|right|oh|ah|listen)[,;]|—|\.\.\.|…|\boh,|\bah,", re.IGNORECASE)
_CORRELATED = re.compile(
    r"(?:and |so |now )?the (?:more|less|fewer|[a-z]+er)\b(?=.*, the (?:more|less|[a-z]+er)\b)", re.IGNORECASE
)
_BELIEVED = frozenset(
    "say think believe suppose claim imagine guess hope know wonder tell ask answer seem swear assume doubt feel "
    "mean admit promise bet find".split()
)
# Subjects and objects that only point at what was said before or comes next.
_EMPTY = frozenset(
    "answer question thing point reason problem idea trick way people lot rest part story bit matter example case "
    "fact kind sort job deal exception secret rule step news word mistake lesson change difference result "
    "somebody someone one something anything nothing everything everybody everyone nobody none all some most".split()
)
# What a speaker does with the hands in showing a thing; everything else in the first person is about the speaker.
_NOT_DONE = frozenset(
    "be have do know think say see like love want hope need mean guess believe tell talk call come go get make try "
    "keep start begin show give ask hear feel remember wonder suppose promise find live teach learn work buy".split()
)
_JOINING = frozenset("which who whom whose that where when if because since as while and or but than".split())
_LOOSE_AFTER = frozenset("too again also then instead".split())
_LOOSE_ADVERBS = _LOOSE_AFTER | frozenset("so now well first second therefore however next finally indeed".split())
_META = frozenset(
    "talk look see start turn come speak begin say call learn hear meet discuss finish end go get notice note try "
    "expect lose mind worry stand".split()
)
# Said to the class, not a step of the work.
_ADDRESSED = frozenset("be let do have look see listen notice note hear expect mind worry come thank try".split())
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
    if token.i == 0 and (not token.ent_type_ or token.pos_ != "PROPN"):
        return token.is_alpha and zipf_frequency(token.lower_, "en") < KNOWN_WORD and family(token.lower_) is None
    return token.pos_ == "PROPN"


def content(tokens: Iterable[Token]) -> frozenset[str]:
    """The content words of ``tokens`` as lemmas, like ``language.terms.lemmas`` of their text."""
    return frozenset(t.lemma_.lower() for t in tokens if is_content(t))


def capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def clauses(sentence: int, docs: Sequence[Doc]) -> list[Clause]:
    """The clauses of one sentence of ``docs`` an item can stand on; none where it asks, greets or breaks off."""
    doc = docs[sentence]
    if (
        doc.text.rstrip().endswith("?")
        or _CORRELATED.match(doc.text)
        or _BROKEN.search(doc.text)
        or _ASIDE.search(doc.text)
    ):
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
    kept, subject_tokens, shown, resolved = parts.kept, tuple[Token, ...](), dict[int, str](), False
    manner: Manner = "instruction" if subject is None else "statement"
    if subject is None:
        if not _is_instruction(verb):
            return None
        kept = [t for t in kept if t.i >= _first_of_instruction(verb).i]
    else:
        if not _is_finite(verb) or subject.i > verb.i or verb.lemma_ in _BELIEVED:
            return None
        subject_tokens = tuple(t for t in kept if t in set(subject.subtree) and t.i < verb.i)
        placed = _subject_shown(subject, verb, docs, sentence, before)
        if placed is None or not subject_tokens or any(t.text == "," for t in subject_tokens):
            return None
        shown, resolved = placed
        shown |= _written_out(subject_tokens)
    shown_everywhere = _condition_shown(parts.condition, shown)
    if shown_everywhere is None:
        return None
    reason = tuple(parts.reason)
    if reason and (not _follows(kept, reason) or points_away(reason, shown, kept)):
        reason = ()
    tokens = tuple(_trimmed(kept))
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
    return clause if _stands_alone(clause) else None


def _follows(kept: Sequence[Token], reason: Sequence[Token]) -> bool:
    """Whether the reason stands right behind what is kept, so that it is the reason of just this."""
    last = max((t.i for t in kept if t.i < reason[0].i), default=-1)
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


def _is_finite(verb: Token) -> bool:
    helped = any(c.dep_ in {"aux", "auxpass"} and c.tag_ in {"VBZ", "VBP", "VBD", "MD"} for c in verb.children)
    return helped or verb.tag_ in {"VBZ", "VBP", "VBD"}


def _is_instruction(verb: Token) -> bool:
    """A bare verb without a subject: "Keep it sharp", "Don't burst blisters", or joined to one by "and"."""
    if verb.tag_ not in {"VB", "VBP"} or verb.lemma_ in _ADDRESSED | _BELIEVED:
        return False
    helpers = [c for c in verb.children if c.dep_ == "aux"]
    if verb.i + 1 < len(verb.doc) and verb.nbor(1).pos_ in {"NUM", "PUNCT"}:
        return False
    if any(c.lower_ != "do" for c in helpers) or any(c.dep_ == "mark" for c in verb.children):
        return False
    if verb.dep_ == "conj":
        head = verb.head
        return not any(c.dep_ in {"nsubj", "nsubjpass"} for c in head.children) and _is_instruction(head)
    fronted = [c for c in verb.children if c.i < verb.i and c.dep_ in {"prep", "npadvmod", "advcl"}]
    if any(not _before_comma(c) for c in fronted):
        return False
    # Nothing but an adverb, a "don't" or a fronted phrase stands before it.
    return all(
        c.dep_ in {"aux", "neg", "advmod", "npadvmod", "punct", "advcl", "prep", "cc", "ccomp", "intj"}
        for c in verb.children
        if c.i < verb.i
    )


def _first_of_instruction(verb: Token) -> Token:
    return min([c for c in verb.children if c.dep_ in {"aux", "neg"} and c.i < verb.i] + [verb], key=lambda t: t.i)


def _parts(verb: Token) -> _Parts:
    """The clause of ``verb`` without what trails or opens it loosely."""
    parts = _Parts()
    for child in verb.children:
        part = sorted(child.subtree, key=lambda t: t.i)
        if child.dep_ == "advcl" and part[0].lower_ in _REASONS and child.i > verb.i:
            parts.reason = part[1:]
        elif child.dep_ == "advcl" and part[0].lower_ in _CONDITIONS and not parts.condition:
            parts.condition = part
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


def _subject_shown(
    subject: Token, verb: Token, docs: Sequence[Doc], sentence: int, before: Sequence[Clause]
) -> tuple[dict[int, str], bool] | None:
    """How the subject is written: None where it is a pronoun that cannot be put back for certain."""
    word = subject.lower_
    if subject.pos_ in {"NOUN", "PROPN"}:
        first = subject.left_edge
        if first.lower_ in {"this", "that", "these", "those"} and first.head == subject:
            known = any(
                t.lemma_.lower() == subject.lemma_.lower() for d in docs[max(0, sentence - 3) : sentence] for t in d
            )
            return ({first.i: "the"}, True) if known and subject.lemma_.lower() not in _EMPTY else None
        return {}, False
    if word in {"you", "we"}:
        return None if verb.lemma_ in _META or (word == "we" and verb.lemma_ in _NOT_DONE) else ({}, False)
    if word == "i":
        if verb.lemma_ in _NOT_DONE or verb.tag_ not in {"VBP", "VB"} or any(c.dep_ == "aux" for c in verb.children):
            return None
        return {subject.i: SPEAKER, verb.i: third_person(verb)}, False
    if word in {"it", "they"}:
        noun = _antecedent(subject, docs, sentence, before, plural=word == "they")
        if not noun:
            return None
        return {subject.i: noun}, True
    return None


def _written_out(subject: tuple[Token, ...]) -> dict[int, str]:
    """The helper right behind a noun in full: "the motor's off" is written "the motor is off"."""
    last = subject[-1]
    following = last.doc[last.i + 1] if last.i + 1 < len(last.doc) else None
    if (
        following is None
        or following.lower_ not in _EXPANDED
        or following.pos_ == "PART"
        or last.lower_ in {"you", "we"}
    ):
        return {}
    return {following.i: full_form(following)}


def _antecedent(pronoun: Token, docs: Sequence[Doc], sentence: int, before: Sequence[Clause], *, plural: bool) -> str:
    """The subject of the clause before, where it agrees in number and no other noun there competes as a subject."""
    if before:
        last = before[-1]
        return _as_antecedent(last.doc, last.verb, plural) if not last.resolved else ""
    here = [t for t in pronoun.doc[: pronoun.i] if t.pos_ in {"NOUN", "PROPN", "VERB"}]
    if here or not sentence:
        return ""
    earlier = docs[sentence - 1]
    root = next((t for t in earlier if t.dep_ == "ROOT"), None)
    if root is None or earlier.text.rstrip().endswith("?") or _BROKEN.search(earlier.text):
        return ""
    rivals = {t.lemma_ for t in earlier if t.dep_ in {"nsubj", "nsubjpass"} and (t.tag_ in {"NNS", "NNPS"}) == plural}
    return _as_antecedent(earlier, root, plural) if len(rivals) == 1 else ""


def _as_antecedent(doc: Doc, verb: Token, plural: bool) -> str:
    subject = next((c for c in verb.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    if subject is None or subject.pos_ not in {"NOUN", "PROPN"} or subject.lemma_.lower() in _EMPTY:
        return ""
    if (subject.tag_ in {"NNS", "NNPS"}) != plural or any(c.dep_ == "conj" for c in subject.children):
        return ""
    tokens = list(doc[subject.left_edge.i : subject.i + 1])
    if len(tokens) > 5 or any(t.lower_ in _POINTING for t in tokens):
        return ""
    text = opened(tokens, said(tokens))
    return re.sub(r"^an? ", "the ", text)


def third_person(verb: Token) -> str:
    """The verb as it follows "the speaker" or a singular noun."""
    known = {"are": "is", "am": "is", "have": "has", "do": "does", "'m": "is", "'re": "is", "'ve": "has"}
    if verb.lower_ in known:
        return known[verb.lower_]
    return inflected(verb.lemma_, "VBZ")


def full_form(token: Token) -> str:
    """A helper as it stands alone at the front of a question: "'s" is "is", "wo" is "will"."""
    if token.lower_ in {"'s", "’s"} and token.lemma_ == "have":
        return "has"
    return _EXPANDED.get(token.lower_, token.lower_)


def _stands_alone(clause: Clause) -> bool:
    words = [t for t in clause.tokens if not t.is_punct]
    if any(t is not clause.verb and _is_second(t) for t in words) or _lost_its_joint(clause):
        return False
    if _is_spliced(clause):
        return False
    if clause.verb.lemma_ == "do" or any(c.dep_ == "attr" and c.lemma_ in _EMPTY for c in clause.verb.children):
        return False
    if any(t.lower_ in {"other", "same", "such"} for t in clause.subject):
        return False
    if any(t.pos_ in {"VERB", "AUX"} for t in words if clause.subject and t.i < clause.subject[0].i):
        return False
    shortest = 2 if clause.reason or clause.condition or clause.manner == "instruction" else SHORTEST_WORDS
    if not shortest <= len(words) <= LONGEST_WORDS or not any(is_content(t) for t in clause.predicate):
        return False
    head = clause.head
    if head is not None and head.i not in clause.shown and head.lemma_.lower() in _EMPTY:
        return False
    if (
        head is not None
        and any(t.tag_ == "JJ" and t.ent_type_ == "ORDINAL" for t in clause.subject if t.head == head)
        and head.lemma_.lower() in {"thing", "point", "change", "matter", "force", "one"}
    ):
        return False
    if points_away(clause.subject, clause.shown, []) or points_away(clause.tokens, clause.shown, clause.subject):
        return False
    # A clause cut in many places reads badly; so does one whose parts stand in another order.
    gaps = sum(1 for a, b in zip(clause.tokens, clause.tokens[1:], strict=False) if b.i != a.i + 1)
    return gaps <= 2


def _is_second(token: Token) -> bool:
    """Whether a verb says a second thing on the sentence's own level: finite, with a subject and no word joining it."""
    if token.pos_ not in {"VERB", "AUX"} or token.dep_ in {"relcl", "advcl", "acl", "pcomp", "csubj"}:
        return False
    children = list(token.children)
    marked = any(c.dep_ == "mark" or c.tag_ in {"WRB", "WP", "WDT"} for c in children)
    return not marked and _is_finite(token) and any(c.dep_ in {"nsubj", "nsubjpass"} for c in children)


def _is_spliced(clause: Clause) -> bool:
    """Whether a comma parts two things said side by side: a second finite verb follows it without a joining word."""
    opened_by: Token | None = None
    after_comma = False
    for token in clause.tokens:
        if token.text == ",":
            after_comma, opened_by = True, None
            continue
        opened_by = opened_by or token
        finite = token.tag_ in {"VBZ", "VBD", "VBP", "MD"} and token.pos_ in {"VERB", "AUX"}
        if after_comma and finite and opened_by.lower_ not in _JOINING and token.i > clause.verb.i:
            return True
    return False


def _lost_its_joint(clause: Clause) -> bool:
    """Whether an "and" or "but" went out of the middle while what it joined stayed."""
    kept = {t.i for t in clause.tokens}
    first, last = clause.tokens[0].i, clause.tokens[-1].i
    gone = [t for t in clause.doc[first:last] if t.i not in kept and t.pos_ == "CCONJ"]
    return any(t.i + 1 in kept or (t.i + 2 in kept and t.nbor(1).is_punct) for t in gone)


def points_away(tokens: Sequence[Token], shown: dict[int, str], known: Sequence[Token]) -> bool:
    """Whether ``tokens`` hold a pointing word that is not written otherwise and can mean none of ``known``.

    What belongs to a thing ("its", "their") or is the subject of a part ("until it stops") can mean a noun of ``known``
    or one before it; an object ("passes it") only one before it that is not the subject.
    """
    for place, token in enumerate(tokens):
        word = token.lower_
        if token.i in shown or word not in _POINTING:
            continue
        before = [t for t in tokens[:place] if t.pos_ in {"NOUN", "PROPN"} and not t.is_ancestor(token)]
        near = (
            [*known, *before] if token.dep_ in {"poss", "nsubj", "nsubjpass"} else [t for t in before if t not in known]
        )
        nouns = [t for t in near if t.pos_ in {"NOUN", "PROPN"}]
        written = SPEAKER not in shown.values() and bool(shown) and token.dep_ in {"poss", "nsubj", "nsubjpass"}
        plural = any(t.tag_ in {"NNS", "NNPS"} for t in nouns)
        singular = any(t.tag_ in {"NN", "NNP"} for t in nouns)
        if word in {"its", "it", "itself"} and (singular or written):
            continue
        if word in {"their", "them", "they"} and (plural or written):
            continue
        if word == "one" and token.pos_ == "NUM":
            continue
        if word in {"one", "ones"} and (nouns or known) and token.i > 0 and token.nbor(-1).pos_ in {"ADJ", "DET"}:
            continue
        if word == "that" and (token.dep_ == "mark" or token.head.dep_ in {"relcl", "ccomp"}):
            continue
        if word in {"other", "same", "so"} and token.dep_ in {"amod", "advmod"}:
            continue
        return True
    return False
