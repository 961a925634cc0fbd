"""What a speaker gives a reason for, in the speaker's own words where they point at something.

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
from escuela_core.language.run_ons import tells_what_to_do
from escuela_core.language.terms import is_content, is_negation
from escuela_core.writing.clause import Clause, capital, is_finite
from escuela_core.writing.forms.form import WANTED, Draft, choice, common
from escuela_core.writing.forms.spoken import (
    HANGS_ON,
    MET_WITH,
    SHOWN,
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
    with_its_verb,
    without_remark,
)
from escuela_core.writing.talk import Reason, Talk

if TYPE_CHECKING:
    from spacy.tokens import Doc

_BECAUSE = re.compile(r"^(?P<main>.*?)[,;]? ?\b(?P<joint>because) (?P<why>.+)$", re.IGNORECASE)
# "Since" gives a reason where what it opens is so now; else it is a time.
_SINCE = re.compile(
    r"^(?P<main>.+?),? (?P<joint>since) (?P<why>(?:it|they|you|we|that|there|nobody|the \w+|your \w+)(?:['’]| ).+)$",
    re.IGNORECASE,
)
# The reason first, then what is done for it: "zero's at the top, so you read downwards".
_SO_DO = re.compile(
    r"^(?P<why>.+?),? so (?P<main>(?:you (?!can\b|could\b|might\b|may\b|'ll\b)|don't|do not|never|always|[a-z]+) .+)$",
    re.IGNORECASE,
)
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
_WHY_SO = re.compile(
    r"^(?:(?:and|but|so|now),? )?(?:why(?P<not> not)?(?: (?!do|does|is|are|did)(?:an? |the )?(?P<thing>\w+))?|how come|"
    r"why's that|why is that)\?$",
    re.IGNORECASE,
)
_DIRECTS = re.compile(r"\b(?:not|never|no|only|always|first|last|\w+ per)\b", re.IGNORECASE)

LONGEST_REASON = 22


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
    if main.startswith("I ") and not points(doc[1:].as_doc()):
        return f"Why does the speaker {main[2:]}?"
    return f"Why does the speaker say “{main}”?"


def _is_told(doc: Doc) -> bool:
    """Whether "you" are told to do what can be done, not what you meet with: "you hear a click"."""
    root = root_of(doc)
    return acts(doc) and root.lemma_ not in MET_WITH | SHOWN and not any(is_negation(t) for t in doc)


def _reason_of(piece: Clause, talk: Talk) -> Reason | None:
    """The reason that a piece gives, read once in a talk: those of all pieces are compared with each other."""
    if piece.sentence not in talk.reasons:
        talk.reasons[piece.sentence] = _read(piece, talk)
    return talk.reasons[piece.sentence]


def _read(piece: Clause, talk: Talk) -> Reason | None:
    text = piece.doc.text
    ways = (_BECAUSE, _SO_THAT, _OTHERWISE, _OR_ELSE, _SINCE)
    found = next(filter(None, (way.match(text) for way in ways)), None)
    if any(c.sentence == piece.sentence and c.reason for c in talk.clauses):
        return None
    if found is None:
        return _done_for_it(piece, talk)
    why = first_that_reads_well(without_remark(tidy(found["why"])), longest=LONGEST_REASON)
    main = _main(found["main"])
    if found.re is _OR_ELSE and not (main and tells_what_to_do(parsed(main))):
        return None  # "they say bar, or some books say slope": another name, not what happens otherwise
    if found.re is _SINCE and not all(t.tag_ in {"VBZ", "VBP", "MD"} for t in parsed(why) if is_finite(t)):
        return None
    places: tuple[int, ...] = (piece.sentence,)
    if not found["main"].strip() and (before := _asked_why(piece.sentence, talk)) is not None:
        main, places = _main(talk.docs[before].text), (before, piece.sentence)
    if not main or not why or not _is_said(main) or not _is_reason(why):
        return None
    joint = "otherwise" if found.re in (_OTHERWISE, _OR_ELSE) else found["joint"].lower()
    return main, f"{joint} {why}", places


def _done_for_it(piece: Clause, talk: Talk) -> Reason | None:
    """What is told to be done behind a "so", and why; the reason may be a piece of its own."""
    places: tuple[int, ...] = (piece.sentence,)
    found = _SO_DO.match(piece.doc.text)
    said, reason = (found["main"], found["why"]) if found is not None else (piece.doc.text, "")
    if found is None and _follows_from_before(piece, talk):
        reason, places = talk.docs[piece.sentence - 1].text, (piece.sentence - 1, piece.sentence)
    main, why = first_that_reads_well(without_remark(tidy(said))), _main(reason) if reason else ""
    if not main or not why or points(parsed(main)) or not (_is_said(main) and _is_reason(why)):
        return None
    if re.match(r"(?:this|that|these|those)\b", why):
        return None
    told = parsed(main)
    if not (acts(told) or re.match(r"(?:don't|do not|never|always) ", main)) or told[0].tag_ in {"VBZ", "VBD", "IN"}:
        return None
    return main, f"because {why}", places


def _follows_from_before(piece: Clause, talk: Talk) -> bool:
    """Whether a "so" joined a piece to the one before it."""
    n = piece.sentence
    if not n or talk.said_in[n - 1] != talk.said_in[n] or talk.docs[n - 1].text.endswith("?"):
        return False
    opens = re.escape(" ".join(tidy(piece.doc.text).split()[:3]))
    return bool(re.search(rf"\bso,? {opens}\b", talk.said[n], re.IGNORECASE))


def _asked_why(reason: int, talk: Talk) -> int | None:
    """The piece that a piece of its own gives the reason for: the one before it, or the one before "why not?" where
    that can be but one."""
    before = reason - 1
    asked = _WHY_SO.match(talk.docs[before].text) if before > 0 else None
    if asked is None:
        return before if before >= 0 and not talk.docs[before].text.endswith("?") else None
    before -= 1
    own = [n for n in range(before + 1) if talk.said_in[n] == talk.said_in[before]]
    if asked["thing"]:
        # "Why a hiss?" is asked of what was said of a hiss.
        own = [n for n in own if re.search(rf"\b{re.escape(asked['thing'])}\b", talk.docs[n].text, re.IGNORECASE)]
    elif asked["not"]:
        own = [n for n in own if any(is_negation(t) for t in talk.docs[n])]
    return own[0] if len(own) == 1 else None


def _main(text: str) -> str:
    """The last part of what stands before the reason that says something by itself; the whole where none does."""
    said = tidy(text)
    parts = said.split(", ")
    for start in reversed(range(1, len(parts))):
        rest = with_its_verb(tidy(", ".join(parts[start:])))
        if reads_well(rest) and has_verb(rest) and has_content(parsed(rest)):
            return rest
    return said if reads_well(said, shortest=2) else ""


def _is_said(main: str) -> bool:
    doc = parsed(main)
    verb = root_of(doc)
    shown = next((c for c in verb.children if c.dep_ == "nsubj"), None)
    if shown is not None and verb.lemma_ == "be" and shown.lower_ in {"that", "this", "it"}:
        # "In winter it's more like fifteen" says of when.
        return any(is_content(t) for t in doc[: shown.i])
    bare = shown is not None and verb.tag_ == "VB" and not any(c.dep_ == "aux" for c in verb.children)
    if bare or verb.lemma_ in SHOWN | {"let"} or not has_content(doc) or is_of_self_alone(doc):
        return False
    if HANGS_ON.match(main) or (doc[0].tag_ in {"VBZ", "VBD"} and shown is None):
        return False
    # Without a verb only what tells what to do or not to do, or where or how: "not more than twenty in a pot", "down
    # the sink with lots of water".
    directs = bool(_DIRECTS.search(main)) or (doc[0].pos_ in {"ADP", "ADV"} and has_content(doc, 2))
    return has_verb(main) or (shown is None and directs)


def _is_reason(why: str) -> bool:
    doc = parsed(why)
    # "Because they thought they were mistakes" is a reason.
    if not has_content(doc) or is_said_of_self(doc, of_others=False):
        return False
    # "If you hold the middle" alone tells no reason: what follows from it was lost.
    said = [t for t in doc if is_finite(t) and any(c.dep_ in {"nsubj", "nsubjpass", "expl"} for c in t.children)]
    return len(said) > (doc[0].lower_ in {"if", "when", "once"}) and not why.startswith("what")
