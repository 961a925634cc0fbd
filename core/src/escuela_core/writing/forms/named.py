"""What a thing is called: "you get a steep bank there, and that's called a river cliff", "a beach, which we call a
point bar". The name is left out of the speaker's own words."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator

from escuela_core.items import Gap
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_content
from escuela_core.writing.clause import Clause
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.gapped import quotation
from escuela_core.writing.forms.spoken import has_content, has_verb, is_of_self_alone, reads_well, tidy
from escuela_core.writing.talk import Talk

_NAME = r"(?:an? |the )?(?P<name>[\w'-]+(?: [\w'-]+){0,2})"
_CALLED = (
    r"(?:(?:is|'s|are|'re) (?:also |usually |often )?(?:called|known as|what (?:we|they|people|you) call)|"
    r"(?:we|they|people|you) (?:also |usually |often )?call(?: that| this| it| them)?)"
)
# "That's called a river cliff", "we call that a point bar".
_THAT_IS = re.compile(
    rf"^(?P<joint>(?:(?:that|this|it|those|these)(?: |(?=')))?{_CALLED}) {_NAME}$",
    re.IGNORECASE,
)
# "A little beach, which we call a point bar".
_WHICH = re.compile(rf"^(?P<what>.+), (?P<joint>which {_CALLED}) {_NAME}$", re.IGNORECASE)
# "This knot's called a figure of eight".
_INLINE = re.compile(
    rf"^(?P<what>.*\b(?:the|this|that|these|those) (?:\w+ )?\w+)(?P<joint>(?:'s|'re| is| are) called) {_NAME}$",
    re.IGNORECASE,
)
LONGEST_WHAT = 16


def named(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    text = tidy(piece.doc.text)
    places: tuple[int, ...] = (piece.sentence,)
    found = _WHICH.match(text)
    what = tidy(found["what"]) if found else ""
    before = piece.sentence - 1
    if found is None and before >= 0 and talk.said_in[before] == talk.said_in[piece.sentence]:
        found = _THAT_IS.match(text)
        what, places = tidy(talk.docs[before].text), (before, piece.sentence)
    inline = _INLINE.match(text) if found is None else None
    if inline is not None:
        found, what = inline, tidy(inline["what"])
    if found is None or not _is_name(found["name"], what) or not (inline or _tells(what)):
        return
    article = text[found.end("joint") : found.start("name")].strip()
    joined = f"{what}{found['joint']}" if inline else f"{what}, {found['joint']}"
    left = " ".join(filter(None, (joined, article, GAP_MARK)))
    item = Gap(prompt=quotation(left), answers=(found["name"],), **common(talk, places))
    yield Draft("named", item, places)


def _is_name(name: str, what: str) -> bool:
    """Whether it names a thing, in words that what is named does not give away."""
    words = parsed(name)
    told = {t.lemma_.lower() for t in parsed(what) if is_content(t)}
    own = [t for t in words if t.pos_ in {"NOUN", "PROPN", "ADJ"}]
    return bool(own) and not all(t.lemma_.lower() in told for t in own) and not any(t.pos_ == "PRON" for t in words)


def _tells(what: str) -> bool:
    """Whether what is named is told in words that stand by themselves."""
    if not reads_well(what, shortest=3, longest=LONGEST_WHAT) or not has_verb(what):
        return False
    doc = parsed(what)
    return has_content(doc) and not is_of_self_alone(doc)
