"""What is meant by a word or by what was said: "a no-show is when ...", "grey means ...", "..., which means ..."."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator

from escuela_core.items import Open
from escuela_core.language.parsing import parsed
from escuela_core.writing.alone import EMPTY
from escuela_core.writing.clause import Clause, capital, content, is_finite
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.spoken import (
    OPENS_A_CONDITION,
    first_that_reads_well,
    has_content,
    has_verb,
    is_said_of_self,
    points,
    reads_well,
    tidy,
)
from escuela_core.writing.talk import Talk

_NAMED = r"(?P<term>(?:an? |the )?[\w'-]+(?: [\w'-]+){0,3})"
_IS_WHEN = re.compile(rf"^{_NAMED}(?: is|'s| are) (?P<told>(?:just )?(?:when|where|if) .+)$", re.IGNORECASE)
_MEANS = re.compile(rf"^{_NAMED} (?:just |simply )?(?P<verb>means?) (?:that )?(?P<told>.+)$", re.IGNORECASE)
_WHICH_MEANS = re.compile(
    r"^(?P<said>.+), (?:which|and that|that) (?:just |simply )?means (?:that )?(?P<told>.+)$", re.IGNORECASE
)
_FOR = re.compile(rf"^that(?:'s| is) what {_NAMED}(?: is|'s| are) for$", re.IGNORECASE)
_CALLED = re.compile(rf"\bcalled {_NAMED}$", re.IGNORECASE)
# A name given in a sentence of its own: "where they cross, that's the equilibrium".
_IS_NAMED = re.compile(rf"(?:\bcalled|(?:that|this)(?:'s| is)) {_NAMED}$", re.IGNORECASE)
_IT_MEANS = re.compile(r"^(?:it|that|which) (?:just |simply )?means (?:that )?(?P<told>.+)$", re.IGNORECASE)
_IT_IS_WHEN = re.compile(r"^(?:it|that|this)(?: is|'s) (?:just )?(?P<told>when .+)$", re.IGNORECASE)
FURTHEST_NAME = 2
_STRESSED = re.compile(r" (?:just|simply|really|basically)$", re.IGNORECASE)
LONGEST_MEANING = 22
# What somebody means, or what something comes to, is no meaning of a word.
_NO_TERM = frozenset("it that this which what they he she you we i there here everything".split())


def meant(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    text = tidy(piece.doc.text)
    asked = _what_for(piece, talk) or _of_a_name(text, piece, talk) or _of_a_word(text) or _of_what_was_said(text)
    prompt, told = asked or ("", "")
    key = first_that_reads_well(told, shortest=1, longest=LONGEST_MEANING)
    if not prompt or not key or is_said_of_self(parsed(key)):
        return
    told_already = content(parsed(prompt))
    if not content(parsed(key)) - told_already:
        return  # "cool means cool"
    item = Open(prompt=prompt, model_answer=capital(f"{key}."), **common(talk, (piece.sentence,)))
    yield Draft("meant", item, (piece.sentence,))


def _of_a_word(text: str) -> tuple[str, str] | None:
    """The question for what a word means, with what is said of it."""
    found = _IS_WHEN.match(text) or _MEANS.match(text)
    if found is None:
        return None
    term = _STRESSED.sub("", found["term"])
    if not _is_term(term):
        return None
    if found.re is _MEANS:
        verb = "do" if found["verb"].lower() == "mean" else "does"
        # "Grey means booked, and the striped ones ..." goes on with something else.
        return f"What {verb} {term} mean?", re.split(r", (?:and|but|so) ", found["told"])[0]
    return f"What is {term}?", found["told"]


def _of_a_name(text: str, piece: Clause, talk: Talk) -> tuple[str, str] | None:
    """The question for what a name means that was said right before: "a setting called searchable, and it means"."""
    found = _IT_MEANS.match(text) or _IT_IS_WHEN.match(text)
    if found is None:
        return None
    called = _name_before(piece.sentence, talk, FURTHEST_NAME if found.re is _IT_IS_WHEN else 1)
    if called is None:
        return None
    return (f"What is {called}?" if found.re is _IT_IS_WHEN else f"What does {called} mean?"), found["told"]


def _name_before(number: int, talk: Talk, furthest: int) -> str | None:
    """The name given in the piece before, or ``furthest`` pieces back with nothing said between."""
    for before in range(number - 1, max(-1, number - 1 - furthest), -1):
        in_one = talk.said_in[before] == talk.said_in[number]
        called = (_CALLED if in_one else _IS_NAMED).search(tidy(talk.docs[before].text))
        if called is not None and called["term"].split()[0].lower() not in _NO_TERM:
            return called["term"] if in_one or _is_term(called["term"]) else None
        if has_verb(talk.docs[before].text):
            return None
    return None


def _is_term(term: str) -> bool:
    """Whether words name a thing; "the trick is when ..." names nothing."""
    words = parsed(term)
    named = [t for t in words if t.pos_ in {"NOUN", "PROPN", "ADJ"}]
    if not named or words[0].lower_ in _NO_TERM or points(words):
        return False
    # "Peer reviewed" names a thing, "the trick works" and "a curve would" say something.
    if any(t.pos_ in {"AUX", "PART"} for t in words):
        return False
    if any(is_finite(t) for t in words) and any(t.pos_ in {"DET", "PRON"} for t in words):
        return False
    return not any(t.lemma_.lower() in EMPTY for t in named)


def _what_for(piece: Clause, talk: Talk) -> tuple[str, str] | None:
    """The question for what a thing is for, with the piece of its sentence before it."""
    found = _FOR.match(piece.doc.text.strip(" ."))
    before = piece.sentence - 1
    if found is None or before < 0 or talk.said_in[before] != talk.said_in[piece.sentence]:
        return None
    return (f"What is {found['term']} for?", tidy(talk.docs[before].text)) if _is_term(found["term"]) else None


def _of_what_was_said(text: str) -> tuple[str, str] | None:
    """The question for what something comes to, quoted, with what the speaker says it means."""
    found = _WHICH_MEANS.match(text)
    if found is None:
        return None
    said = next((p for p in _endings(found["said"]) if has_verb(p) and has_content(parsed(p))), "")
    # What follows from a condition is asked for as such.
    if not said or OPENS_A_CONDITION.match(said) or is_said_of_self(parsed(said)) or not has_verb(found["told"]):
        return None
    return f"What does the speaker mean by “{said}”?", found["told"]


def _endings(text: str) -> Iterator[str]:
    """The ends of a text that read well, the shortest first."""
    parts = text.split(", ")
    for start in reversed(range(len(parts))):
        said = tidy(", ".join(parts[start:]))
        if reads_well(said):
            yield said
