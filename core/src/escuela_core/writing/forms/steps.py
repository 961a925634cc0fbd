"""Order: what is done one after the other, whether the speaker says "put", "you put" or "I put"."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator

from escuela_core.items import Order
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_negation
from escuela_core.writing.alone import POINTING
from escuela_core.writing.clause import Clause, capital, content
from escuela_core.writing.forms.form import Draft, common
from escuela_core.writing.forms.spoken import OPINION, first_that_reads_well, has_content, tidy
from escuela_core.writing.talk import Talk

# Steps of one piece of work follow each other within so many sentences, chatter between them counted.
REACH, NEXT_WITHIN = 30, 8
FEWEST, MOST = 4, 5
LONGEST = 12
# Rules of safety are told one after the other too, but not in an order; steps are told by words like these.
_IN_ORDER = re.compile(r"\b(?:then|next|now|first|after|finally|once|before|until)\b", re.IGNORECASE)
FEWEST_TOLD = 2
_SAYS_WHO = re.compile(r"^(?:\w+ )?(?:you|I)\b|,? and (?:then )?(?:you|I) ", re.IGNORECASE)
_LEADS_IN = re.compile(r"^(?:then|now|next|first|finally|seriously)\b", re.IGNORECASE)
# What a step works on may be meant by these: the step before has named it.
_NAMED_BEFORE = frozenset("it its itself them their they one ones other there then".split())
_NO_WORK = frozenset("be have do know want need like see look say tell think let come go get hear mean try".split())


def steps(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    first = _step(piece.sentence, talk)
    if not first:
        return
    chosen, texts = [piece.sentence], [first]
    begun = talk.said_in[piece.sentence]
    for n in range(piece.sentence + 1, len(talk.docs)):
        if talk.said_in[n] > min(talk.said_in[chosen[-1]] + NEXT_WITHIN, begun + REACH) or len(chosen) == MOST:
            break
        text = _step(n, talk) if talk.said_in[n] != talk.said_in[chosen[-1]] else ""
        if text and not any(content(parsed(text)) <= content(parsed(t)) for t in texts):
            chosen.append(n)
            texts.append(text)
    told_in_order = sum(bool(_IN_ORDER.search(talk.said[n])) for n in chosen)
    if len(chosen) < FEWEST or told_in_order < FEWEST_TOLD:
        return
    item = Order(
        prompt="Put these steps in the order in which the recording gives them.",
        steps=tuple(capital(t) for t in texts),
        **common(talk, chosen, "use"),
    )
    yield Draft("steps", item, tuple(chosen))


def _step(number: int, talk: Talk) -> str:
    """What is done in a piece, beginning with the verb; "" where nothing is, or not to be."""
    doc = talk.docs[number]
    if _follows_from_a_condition(number, talk):
        return ""
    may_be = doc[0].tag_ == "VB" or _SAYS_WHO.search(doc.text) or _LEADS_IN.match(doc.text)
    if doc.text.endswith("?") or not may_be:
        return ""
    for part in re.split(r",? and (?:then )?(?=(?:you|I) )", tidy(talk.docs[number].text)):
        said = first_that_reads_well(part, shortest=2, longest=LONGEST)
        if said and (bare := _done(said)):
            return bare
    return ""


def _follows_from_a_condition(number: int, talk: Talk) -> bool:
    """Whether its sentence says first when it comes about, "if you wait they tangle, and you tear half of them", or of
    what: "some have discs, and then you change the whole cartridge"."""
    earlier = (n for n in range(number, -1, -1) if talk.said_in[n] == talk.said_in[number])
    return any(re.match(r"(?:if|unless|some|other|others)\b", talk.docs[n].text, re.IGNORECASE) for n in earlier)


def _done(said: str) -> str:
    """``said`` beginning with the verb of what is done; "" where it tells of nothing done."""
    opened = re.match(r"(?:first |next |finally )?(?:you|I) (?:then |just |first |now )?", said)
    bare = said[opened.end() :] if opened else said
    if not bare:
        return ""
    # Without its subject a verb may be taken for a noun or for the past.
    doc = parsed(said)
    first = next((t for t in doc if t.idx >= len(said) - len(bare)), doc[0])
    if first.tag_ not in ({"VB", "VBP", "VBD"} if opened else {"VB"}) or first.lemma_ in _NO_WORK | OPINION:
        return ""
    # "I cut" may be past; "you cut" is what to do.
    if first.tag_ == "VBD" and (said.startswith("I ") or first.lower_ != first.lemma_):
        return ""
    done = [t for t in doc if t.i >= first.i]
    if any(is_negation(t) or t.lower_ in POINTING - _NAMED_BEFORE for t in done):
        return ""
    works_on = any(t.pos_ in {"NOUN", "PROPN", "PRON", "NUM"} for t in done[1:])
    return bare if works_on and has_content(parsed(bare)) else ""
