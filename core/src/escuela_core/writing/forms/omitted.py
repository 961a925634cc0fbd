"""A thing left out of the speaker's own words, where no clause of them can stand by itself.

"You always hold a seedling by the ___, never by the stem": what tells the thing apart stays.
"""

from __future__ import annotations

import random
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Gap
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_content
from escuela_core.writing.alone import EMPTY
from escuela_core.writing.clause import Clause, is_finite
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.gapped import quotation
from escuela_core.writing.forms.spoken import (
    HANGS_ON,
    OPENS_A_CONDITION,
    has_verb,
    is_of_self_alone,
    points,
    reads_well,
    root_of,
    tidy,
    without_remark,
)
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

# Everybody fills in what everybody says.
COMMONEST = 5.0
SHORTEST, LONGEST, FEWEST_BEFORE = 5, 18, 3
FEWEST_TOLD = 2
_CONTRASTS = frozenset("never not instead rather".split())


def quoted_words(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    # Of a clause that stands by itself there are gaps already, but for what it denies.
    if piece.doc.text.endswith("?") or any(c.sentence == piece.sentence and not c.negated for c in talk.clauses):
        return
    said = without_remark(tidy(piece.doc.text))
    if OPENS_A_CONDITION.match(said) or HANGS_ON.match(said):
        return
    if not reads_well(said, shortest=SHORTEST, longest=LONGEST) or not has_verb(said):
        return
    doc = parsed(said)
    if points(doc) or is_of_self_alone(doc) or not _says_of_whom(doc) or _is_torn(doc):
        return
    target = _target(doc)
    if target is None:
        return
    gapped = f"{said[: target.idx]}{GAP_MARK}{said[target.idx + len(target) :]}"
    item = Gap(prompt=quotation(gapped), answers=(target.text,), **common(talk, (piece.sentence,)))
    yield Draft("quoted_word", item, (piece.sentence,))


def _says_of_whom(doc: Doc) -> bool:
    """Whether its verb is told of a thing that is named, of "you", or to do."""
    root = root_of(doc)
    subject = next((c for c in root.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    if subject is None:
        return root.tag_ == "VB" and root.i <= 2
    told = [t for t in doc if is_finite(t) and t.dep_ in {"ROOT", "conj"}]
    return (
        bool(told)
        and root.lemma_ != "say"
        and (subject.pos_ in {"NOUN", "PROPN"} or subject.lower_ in {"you", "we", "i"})
    )


def _is_torn(doc: Doc) -> bool:
    """Whether a comma alone parts the verb from its subject: "the elder, wanted to build a boat" lost a name."""
    root = root_of(doc)
    subject = next((c for c in root.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    between = list(doc[subject.i + 1 : root.i]) if subject is not None else []
    one = sum(t.text == "," for t in between) == 1 and between[-1].text == ","
    return one and not any(t.pos_ in {"VERB", "AUX"} for t in between)


def _target(doc: Doc) -> Token | None:
    """The thing to leave out: behind the verb, rare enough to have been listened for, the first of a contrast; None
    where too little is left that tells it."""
    verb = root_of(doc).i
    told = [t for t in doc if is_content(t) and t.pos_ in {"NOUN", "PROPN", "ADJ"}]
    asked = [t for t in told if t.pos_ == "NOUN" and t.i > verb and _is_asked_for(t)]
    contrast = next((t.i for t in doc if t.i > verb and t.lower_ in _CONTRASTS), len(doc))
    before = [t for t in asked if t.i < contrast]
    return (before or asked)[-1] if asked and len(told) >= FEWEST_TOLD else None


def _is_asked_for(token: Token) -> bool:
    lemma = token.lemma_.lower()
    once = sum(t.lemma_.lower() == lemma for t in token.doc) == 1
    if token.dep_ == "compound" or any(c.dep_ in {"compound", "nummod"} for c in token.children):
        return False  # half of "ice cream" or of "three quarters"
    joined = any(0 <= n < len(token.doc) and token.doc[n].text == "-" for n in (token.i - 1, token.i + 1))
    rare = zipf_frequency(lemma, "en") < COMMONEST
    return once and rare and not joined and token.i >= FEWEST_BEFORE and token.is_alpha and lemma not in EMPTY
