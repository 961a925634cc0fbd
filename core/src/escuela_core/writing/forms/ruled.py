"""A rule of how a thing is done ("always by the leaf, never by the stem"): its thing left out of the quoted words."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Gap
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.parsing import parsed
from escuela_core.writing.alone import EMPTY
from escuela_core.writing.clause import Clause
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.gapped import quotation
from escuela_core.writing.forms.spoken import (
    HANGS_ON,
    OPENS_A_CONDITION,
    has_verb,
    is_said_of_self,
    points,
    reads_well,
    tidy,
    without_remark,
)
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

_RULES = re.compile(
    r"\b(?:always|never|only|must|mustn't|have to|has to|make sure|instead of|not the)\b", re.IGNORECASE
)
# Everybody fills in what everybody says.
COMMONEST = 5.3
LONGEST, FEWEST_BEFORE = 18, 3


def ruled(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    if piece.doc.text.endswith("?") or any(c.sentence == piece.sentence for c in talk.clauses):
        return
    said = without_remark(tidy(piece.doc.text))
    if not _RULES.search(said) or OPENS_A_CONDITION.match(said) or HANGS_ON.match(said):
        return
    if not reads_well(said, longest=LONGEST) or not has_verb(said):
        return
    doc = parsed(said)
    target = _target(doc)
    if target is None or is_said_of_self(doc) or points(doc):
        return
    gapped = f"{said[: target.idx]}{GAP_MARK}{said[target.idx + len(target) :]}"
    item = Gap(prompt=quotation(gapped), answers=(target.text,), **common(talk, (piece.sentence,)))
    yield Draft("ruled", item, (piece.sentence,))


def _target(doc: Doc) -> Token | None:
    """The thing the rule is about: what stands behind its verb, where a word before it says enough; the first of a
    contrast ("by the leaf, never by the stem")."""
    verb = next((t.i for t in doc if t.dep_ == "ROOT"), 0)
    things = [t for t in doc if t.pos_ == "NOUN" and t.i > verb and t.dep_ in {"dobj", "pobj", "attr", "conj"}]
    asked = [t for t in things if _is_asked_for(t)]
    contrast = next((t.i for t in doc if t.text == "," or t.lower_ in {"instead", "not"} and t.i > verb), len(doc))
    before = [t for t in asked if t.i < contrast]
    return (before or asked)[-1] if asked and len(asked) + len(things) > 2 else None


def _is_asked_for(token: Token) -> bool:
    lemma = token.lemma_.lower()
    once = sum(t.lemma_.lower() == lemma for t in token.doc) == 1
    return (
        once
        and token.i >= FEWEST_BEFORE
        and token.is_alpha
        and lemma not in EMPTY
        and zipf_frequency(lemma, "en") < COMMONEST
        and (token.i + 1 == len(token.doc) or token.nbor().text != "-")
    )
