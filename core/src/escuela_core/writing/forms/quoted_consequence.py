"""What follows from a condition, or is chosen between, in the speaker's own words where they point at something."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Open
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import quantities
from escuela_core.writing.clause import Clause, capital, is_finite
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.spoken import (
    MET_WITH,
    OPENS_A_CONDITION,
    OPINION,
    SELF,
    SHOWN,
    acts,
    first_that_reads_well,
    has_content,
    has_verb,
    is_said_of_self,
    points,
    reads_well,
    root_of,
    tidy,
    with_its_verb,
    without_remark,
)
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

_MIDDLE_CONDITION = re.compile(r"\b(?:and|but|so),? (?P<opens>(?:if|when|whenever|once|unless) )", re.IGNORECASE)
_NOT_WHAT_FOLLOWS = re.compile(r"\b(?:because|if)\b|^(?:what|which|who)\b", re.IGNORECASE)
_EITHER = re.compile(
    r"^(?P<who>.*?\b(?:you|we|they|it) (?:can|could|may|might) )?either (?P<one>.+?),? or "
    r"(?:(?:you|we|they|it) (?:can |could )?)?(?P<other>.+)$",
    re.IGNORECASE,
)
# What follows from a condition, said without a break: "if something's broken you report it".
_SAYS_MORE = re.compile(
    r"(?<!^if)(?<!and)(?<!or)(?<!that)(?<!what)(?<!how)(?<!where)(?<!which)(?<!when)(?<!because)(?<!,) "
    r"(?:you|we|they|he|she|I)(?:'ll|'ve|'d|'re)? (?!\w+ (?:to|of|for|in|on|with)$)\w+ (?:it|them|the|your|an?)\b",
    re.IGNORECASE,
)
# A second thing that follows: "you get a hard edge and everybody can tell".
_AND_SO_ON = re.compile(r" and (?=(?:you|it|they|we|everybody|nobody|that|the) )", re.IGNORECASE)
LONGEST_THEN = 18
LONGEST_ASIDE = 3
_TAKES_A_CLAUSE = frozenset("see find notice hear show check remember decide realise realize make want need".split())
_FORBIDS = re.compile(r"(?:you )?(?:do not|don't|must not|mustn't|never|should not|shouldn't)\b", re.IGNORECASE)
# That something is well, or not, is little to be asked for.
_JUDGES = re.compile(
    r"(?:that|this|it)(?:'s| is) (?:(?:just|really|very|quite|not|so) )*"
    r"(?:fine|okay|ok|good|great|bad|all right|alright|right|wrong|normal|nice|perfect|no problem|(?:good|bad) "
    r"(?:news|sign|idea))$",
    re.IGNORECASE,
)
_STANDS = frozenset("be have need get reach finish".split())


def quoted_consequences(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    said = _from_its_condition(tidy(piece.doc.text))
    if not said or _is_asked_already(piece, talk):
        return
    when, then = _parted(said)
    when = with_its_verb(when)
    if not then or not _is_condition(when):
        return
    first = _AND_SO_ON.split(then)[0]
    then = first_that_reads_well(then, shortest=2, longest=LONGEST_THEN) or first_that_reads_well(first, shortest=2)
    if not then or not (has_content(parsed(then)) or quantities(then)) or is_said_of_self(parsed(then)):
        return
    told = parsed(then)
    if not has_verb(then) or _JUDGES.match(then) or _NOT_WHAT_FOLLOWS.search(then) or OPENS_A_CONDITION.match(then):
        return
    forbids = bool(_FORBIDS.match(then))
    orders = forbids or (acts(told) and not _leads_to(parsed(when), told))
    # "When it gets loud you push your chin forward": whether one should is not said.
    tells = not forbids and re.match(r"you (?!must|should|need|have)", then)
    asked = ("What do you do" if tells else "What should you do") if orders else "What happens"
    shown = f"“{when}”" if points(parsed(when)) else when
    key = re.sub(r"^you (?!can|should|must|need|have|')", "", then) if orders else then
    if len(key.split()) < 2:
        return
    shared = common(talk, (piece.sentence,), "reason")
    item = Open(prompt=f"{asked} {shown}?", model_answer=capital(f"{key}."), **shared)
    yield Draft("quoted_consequence", item, (piece.sentence,))


def _leads_to(when: Doc, told: Doc) -> bool:
    """Whether what you do is what comes of what you did: "if you pull it backwards you tear it"."""
    done = [c for doc in (when, told) for t in doc if is_finite(t) for c in t.children if c.dep_ == "nsubj"]
    verbs = [c.head.lemma_ for c in done]
    return len(done) > 1 and all(c.lower_ == "you" for c in done) and verbs[0] not in MET_WITH | SHOWN | _STANDS


def _from_its_condition(text: str) -> str:
    """``text`` from its first condition on: "a leaf grows back, but if you bruise the stem, it dies"; "" without one,
    or where nothing is named from there on."""
    if OPENS_A_CONDITION.match(text):
        return text
    found = _MIDDLE_CONDITION.search(text)
    if found is None:
        return ""
    said = text[found.start("opens") :]
    return said if any(t.pos_ in {"NOUN", "PROPN"} for t in parsed(", ".join(_parted(said)))) else ""


def _unparted(said: str) -> tuple[str, str]:
    """The same for what is said without a comma, by its parse: "if you press it the water sits on the top"."""
    doc = parsed(said)
    root = root_of(doc)
    opening = next((c for c in root.children if c.dep_ == "advcl" and c.left_edge.i == 0 and c.i < root.i), None)
    subject = next((c for c in root.children if c.dep_ in {"nsubj", "nsubjpass"} and c.i < root.i), None)
    if opening is None or subject is None or subject.left_edge.i != opening.right_edge.i + 1:
        return said, ""
    return doc[: opening.right_edge.i + 1].text, doc[subject.left_edge.i :].text


def _parted(said: str) -> tuple[str, str]:
    """The condition and what follows from it; "" for that where the two cannot be told apart."""
    parts = said.split(", ")
    when, then = _unparted(parts[0])
    if then or len(parts) == 1:
        # "If you type teen and a star it finds teen, teens, teenager": what has no verb is counted up.
        more = next((n for n, part in enumerate(parts[1:], 1) if has_verb(part)), len(parts))
        return when, ", ".join([then, *parts[1:more]]) if then else ""
    when = parts[0]
    rest = parts[1:]
    while len(rest) > 1 and not has_verb(rest[0]):
        if len(rest[0].split()) > LONGEST_ASIDE:
            return when, ""
        when, rest = f"{when}, {rest[0]}", rest[1:]
    return tidy(when), tidy(without_remark(re.sub(r"^then ", "", ", ".join(rest))))


def _is_asked_already(piece: Clause, talk: Talk) -> bool:
    """Whether a clause of the piece is asked about by its condition."""
    return any(
        c.sentence == piece.sentence
        and c.condition
        and any(t.pos_ in {"NOUN", "PROPN"} for t in c.condition)
        and (c.head is None or c.head.lower_ not in {"you", "we"})
        for c in talk.clauses
    )


def _is_condition(when: str) -> bool:
    doc = parsed(when)
    if _SAYS_MORE.search(when) or any(_is_far(t) or _is_not_told(t) for t in doc):
        return False
    if not reads_well(when, longest=14) or not has_content(doc) or any(t.lower_ in SELF for t in doc):
        return False
    root = root_of(doc)
    of_you = root.lemma_ == "be" and any(c.lower_ == "you" for c in root.children)
    if of_you or any(c.dep_ == "advcl" for c in root.children) or re.match(r"\w+ (?:that|this)\b", when):
        return False  # what follows from it is in it already: "if you score it the break goes ragged"
    return any(is_finite(t) for t in doc)


def _is_far(token: Token) -> bool:
    """Whether an object stands away from its verb, as only what was begun anew does: "wait much longer the roots"."""
    if token.dep_ != "dobj" or token.pos_ not in {"NOUN", "PROPN"} or token.i < token.head.i:
        return False
    between = token.doc[token.head.i + 1 : token.left_edge.i]
    return any(t.dep_ == "advmod" and t.head == token.head for t in between)


def _is_not_told(token: Token) -> bool:
    """Whether a "that" clause hangs on a verb that takes none: "if you tick that it goes to the kitchen"."""
    joined = token.dep_ == "ccomp" and any(c.lower_ == "that" and c.dep_ == "mark" for c in token.children)
    return joined and token.head.lemma_ not in OPINION | _TAKES_A_CLAUSE


def either_or(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    found = _EITHER.match(tidy(piece.doc.text))
    if found is None:
        return
    one, other = tidy(found["one"]), tidy(found["other"].split(", ")[0])
    if not all(reads_well(t, shortest=1, longest=12) and not is_said_of_self(parsed(t)) for t in (one, other)):
        return
    if not has_content(parsed(f"{one}, {other}"), 2):
        return
    who = re.sub(r"^(?:there|here) ", "", tidy(found["who"] or "you can"))
    shared = common(talk, (piece.sentence,))
    shown = f"“{one}”" if points(parsed(one)) else one
    rest = "or do what" if parsed(other)[0].tag_ == "VB" else "or what"
    item = Open(prompt=f"{capital(who)} either {shown} {rest}?", model_answer=capital(f"{other}."), **shared)
    yield Draft("either_or", item, (piece.sentence,))
