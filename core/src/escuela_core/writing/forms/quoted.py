"""What a speaker gives a reason or a consequence for, in the speaker's own words where they point at something.

"You boil them in their skins, because if you peel them they drink up the water" cannot be understood by itself, but
quoted it can be asked about: the student has just heard it. Where nothing points, the question needs no quotation.
"""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Open
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import is_negation
from escuela_core.writing.clause import Clause, capital, is_finite
from escuela_core.writing.forms.form import WANTED, Draft, choice, common
from escuela_core.writing.forms.spoken import (
    HANGS_ON,
    OPENS_A_CONDITION,
    OPINION,
    SELF,
    acts,
    first_that_reads_well,
    has_content,
    has_verb,
    is_of_self_alone,
    is_said_of_self,
    points,
    reads_well,
    root_of,
    tidy,
    whole,
    without_remark,
)
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

_BECAUSE = re.compile(r"^(?P<main>.*?)[,;]? ?\b(?P<joint>because) (?P<why>.+)$", re.IGNORECASE)
# What it is done for: "on a tray first, so they don't touch".
_SO_THAT = re.compile(
    r"^(?P<main>.+?),? (?P<joint>so)(?: that)? (?P<why>(?:it|they|you|we|the \w+|nothing|nobody) "
    r"(?:still |just )?(?:don't|doesn't|do not|does not|can|can't|cannot|won't|isn't|aren't)\b.*)$",
    re.IGNORECASE,
)
# What happens to who does not: "hold it thin side on, otherwise the water piles up", "you must sign in, or it's gone".
_OTHERWISE = re.compile(r"^(?P<main>.*?),? ?\b(?P<joint>otherwise|or else),? (?P<why>.+)$", re.IGNORECASE)
_OR_ELSE = re.compile(
    r"^(?P<main>.+), (?P<joint>or) (?P<why>(?!(?:it|they|you|we) (?:can|could|may|might)\b)"
    r"(?:it|they|you|we|that|the \w+|your \w+)(?:'s|'ll|'re| \w+)\b.*)$",
    re.IGNORECASE,
)
_MUST = re.compile(
    r"\b(?:must|have to|has to|needs? to|got to|should|make sure|don't|do not|never|always|careful)\b", re.IGNORECASE
)
_MIDDLE_CONDITION = re.compile(r"\b(?:and|but|so),? (?P<opens>(?:if|when|whenever|once|unless) )", re.IGNORECASE)
_WHY_SO = re.compile(r"^(?:(?:and|but|so|now),? )?(?:why|why not|how come|why's that|why is that)\?$", re.IGNORECASE)
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
LONGEST_REASON, LONGEST_THEN = 22, 18
LONGEST_ASIDE = 3
_TAKES_A_CLAUSE = frozenset("see find notice hear show check remember decide realise realize make want need".split())
_SHOWN = frozenset({"see", "look", "notice", "remember"})
_MET_WITH = frozenset("hear feel find meet know want like understand think seem mean".split())
_DIRECTS = re.compile(r"\b(?:not|never|no|only|always|first|last|\w+ per)\b", re.IGNORECASE)


def quoted_reasons(piece: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    told = _reason_of(piece, talk)
    if told is None:
        return
    main, key, places = told
    prompt = _why(main)
    shared = common(talk, places, "reason")
    others = [
        (other[1], whole(n, talk.docs[n]))
        for n in range(len(talk.docs))
        if abs(n - piece.sentence) > 1 and (other := _reason_of(whole(n, talk.docs[n]), talk)) is not None
    ]
    item = choice(prompt, key, talk.apart(piece, others, WANTED, rng), rng, shared)
    if item is not None:
        yield Draft("quoted_reason", item, places)
    yield Draft("quoted_explain", Open(prompt=prompt, model_answer=capital(f"{key}."), **shared), places)


def _why(main: str) -> str:
    """What is asked: an order that points nowhere as it stands, everything else in the speaker's words."""
    doc = parsed(main)
    if (you := re.match(r"you (?!never|don't|do|can|should|must|will)", main)) and _is_told(doc) and not points(doc):
        return f"Why should you {main[you.end() :]}?"
    told = doc[0].tag_ == "VB" and not points(doc)
    refused = re.match(r"(?:don't|do not|never) ", main)
    if refused and not points(doc):
        return f"Why should you {'never' if refused[0].startswith('never') else 'not'} {main[refused.end() :]}?"
    if told:
        return f"Why should you {main}?"
    if doc[0].text == "I" and not points(doc[1:].as_doc()):
        return f"Why does the speaker {main[2:]}?"
    return f"Why does the speaker say “{main}”?"


def _is_told(doc: Doc) -> bool:
    """Whether "you" are told to do what can be done, not what you meet with: "you hear a click"."""
    root = root_of(doc)
    return acts(doc) and root.lemma_ not in _MET_WITH | _SHOWN and not any(is_negation(t) for t in doc)


def _reason_of(piece: Clause, talk: Talk) -> tuple[str, str, tuple[int, ...]] | None:
    """What a reason is given for, the reason with its first word, and the pieces both stand in."""
    text = piece.doc.text
    found = _BECAUSE.match(text) or _SO_THAT.match(text) or _OTHERWISE.match(text) or _OR_ELSE.match(text)
    if found is None or any(c.sentence == piece.sentence and c.reason for c in talk.clauses):
        return None
    why = first_that_reads_well(without_remark(tidy(found["why"])), longest=LONGEST_REASON)
    main = _main(found["main"])
    if found.re is _OR_ELSE and not (_MUST.search(main) or (main and parsed(main)[0].tag_ == "VB")):
        return None  # "they say bar, or some books say slope": another name, not what happens otherwise
    places: tuple[int, ...] = (piece.sentence,)
    before = piece.sentence - 1
    # "You don't dry it. Why not? Because ...": what is asked about stands before the question.
    before -= before > 0 and bool(_WHY_SO.match(talk.docs[before].text))
    if not found["main"].strip() and before >= 0 and not talk.docs[before].text.endswith("?"):
        main, places = _main(talk.docs[before].text), (before, piece.sentence)
    if not main or not why or not _is_said(main) or not _is_reason(why):
        return None
    joint = "otherwise" if found.re in (_OTHERWISE, _OR_ELSE) else found["joint"].lower()
    return main, f"{joint} {why}", places


def _main(text: str) -> str:
    """The last part of what stands before the reason that says something by itself; the whole where none does."""
    said = tidy(text)
    parts = said.split(", ")
    for start in reversed(range(1, len(parts))):
        rest = tidy(", ".join(parts[start:]))
        if reads_well(rest) and has_verb(rest) and has_content(parsed(rest)):
            return rest
    return said if reads_well(said, shortest=2) else ""


def _is_said(main: str) -> bool:
    doc = parsed(main)
    verb = root_of(doc)
    shown = next((c for c in verb.children if c.dep_ == "nsubj"), None)
    if shown is not None and verb.lemma_ == "be" and shown.lower_ in {"that", "this", "it"}:
        return False
    bare = shown is not None and verb.tag_ == "VB" and not any(c.dep_ == "aux" for c in verb.children)
    if bare or verb.lemma_ in _SHOWN | {"let"} or not has_content(doc) or is_of_self_alone(doc):
        return False
    if HANGS_ON.match(main) or (doc[0].tag_ in {"VBZ", "VBD"} and shown is None):
        return False
    # Without a verb only what tells what to do or not to do: "not more than twenty in a pot".
    return has_verb(main) or (shown is None and bool(_DIRECTS.search(main)))


def _is_reason(why: str) -> bool:
    doc = parsed(why)
    if not has_content(doc) or is_said_of_self(doc):
        return False
    # "If you hold the middle" alone tells no reason: what follows from it was lost.
    said = [t for t in doc if is_finite(t) and any(c.dep_ in {"nsubj", "nsubjpass", "expl"} for c in t.children)]
    return len(said) > (doc[0].lower_ in {"if", "when", "once"}) and not why.startswith("what")


def quoted_consequences(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    said = _from_its_condition(tidy(piece.doc.text))
    if not said or _is_asked_already(piece, talk):
        return
    when, then = _parted(said)
    when = _with_its_verb(when)
    if not then or not _is_condition(when):
        return
    then = first_that_reads_well(then, shortest=2, longest=LONGEST_THEN)
    if not then or not (has_content(parsed(then)) or quantities(then)) or is_said_of_self(parsed(then)):
        return
    told = parsed(then)
    if not has_verb(then) or _NOT_WHAT_FOLLOWS.search(then) or OPENS_A_CONDITION.match(then):
        return
    asked = "What should you do" if acts(told) else "What happens"
    shown = f"“{when}”" if points(parsed(when)) else when
    key = re.sub(r"^you (?!can|should|must|need|have|')", "", then) if acts(told) else then
    if len(key.split()) < 2:
        return
    shared = common(talk, (piece.sentence,), "reason")
    item = Open(prompt=f"{asked} {shown}?", model_answer=capital(f"{key}."), **shared)
    yield Draft("quoted_consequence", item, (piece.sentence,))


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


def _with_its_verb(when: str) -> str:
    """ "If the chat's closed" read as what it says, where its "'s" was read as of a thing that belongs to it."""
    if any(is_finite(t) for t in parsed(when)):
        return when
    whole_form = re.sub(r"(?<=\w)['’]s (?=\w)", " is ", when, count=1)
    return whole_form if any(is_finite(t) for t in parsed(whole_form)) else when


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
