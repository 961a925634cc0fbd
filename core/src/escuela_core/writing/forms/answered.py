"""The speaker's own questions, where the next words answer them: items almost as they stand."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Open
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import is_content, is_negation
from escuela_core.writing.alone import EMPTY
from escuela_core.writing.clause import Clause, capital
from escuela_core.writing.distractors import wrong_quantities
from escuela_core.writing.forms.asked import by_size
from escuela_core.writing.forms.form import Draft, choice, common, measured
from escuela_core.writing.forms.spoken import (
    OPINION,
    first_that_reads_well,
    has_content,
    is_said_of_self,
    points,
    reads_well,
    tidy,
    whole,
    without_remark,
)
from escuela_core.writing.talk import Talk

if TYPE_CHECKING:
    from spacy.tokens import Doc

_ASKED = re.compile(
    r"(?:^|.*[,:;] )((?:(?:in|at|for|from|by|on|with|to) )?(?:what|why|how|when|where|which|who|whose)\b.*)\?$",
    re.IGNORECASE,
)
_ADDRESSED = re.compile(r",? (?:then|now|though|please|anyone|anybody|everybody|again|[A-Z]\w+)$")
# Somebody in the room answered, and not rightly.
_TURNED_DOWN = re.compile(
    r"^(?:no|not|nope|careful|almost|nearly|close|wrong|well, no|hm|really|that's what)\b", re.IGNORECASE
)
_PRAISE = re.compile(
    r"^(?:(?:oh|ah|yes|well|now|and),? )?(?:that's|it's|what) (?:an? )?(?:very |really )?"
    r"(?:good|great|nice|lovely|fair|clever)\b",
    re.IGNORECASE,
)
_INTO_THE_ANSWER = re.compile(
    r"^(?:the answer is(?: that)?|here's the thing[^:]*:|well,|honestly,|it's because) ?", re.IGNORECASE
)
_HOW_MUCH = re.compile(r"how (?:many|much|long|often|far|big|old|high|deep|hot|fast|heavy)\b", re.IGNORECASE)
_ASKS_FOR_TWO = re.compile(r"\bdifference between\b", re.IGNORECASE)
_PUT_OFF = frozenset({"let", "guess", "see", "come", "wait", "name", "show", "try", "ask"})
SHORTEST, LONGEST = 3, 14
NOT_YET = 6
SHORTEST_ANSWER, LONGEST_ANSWER, ENOUGH = 1, 26, 9


def answered(piece: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    asked = _question(piece.doc)
    if not asked:
        return
    places = _answer(piece.sentence, talk)
    if not places:
        return
    answer = ", ".join(filter(None, (_part(talk.docs[n]) for n in places)))
    if not _answers(answer, asked):
        return
    rests_on = tuple(places)
    shared = common(talk, rests_on, "reason" if asked.lower().startswith("why") else "recall")
    prompt = f"{capital(asked)}?"
    if points(parsed(prompt)):
        prompt = f"What is the answer to “{prompt}”?"
    first = whole(places[0], parsed(answer))
    measure = measured(first)
    if measure is not None and _HOW_MUCH.match(asked):
        wrong = wrong_quantities(measure.text, measure, talk.elsewhere(places[0]), rng)
        item = choice(prompt, measure.text, wrong, rng, shared)
        if item is not None:
            yield Draft("answered_quantity", by_size(item), rests_on)
    yield Draft("answered", Open(prompt=prompt, model_answer=capital(f"{answer}."), **shared), rests_on)


def _question(doc: Doc) -> str:
    """The question of a piece in words that can be understood by themselves; empty where it has none."""
    found = _ASKED.match(doc.text.strip())
    if found is None:
        return ""
    asked = found[1].strip()
    while (cut := _ADDRESSED.sub("", asked)) != asked:
        asked = cut
    words = parsed(f"{asked}?")
    content = [t for t in words if is_content(t) and t.lemma_.lower() not in EMPTY]
    if not SHORTEST <= len(asked.split()) <= LONGEST or not content or _shows(words):
        return ""
    if any(t.lower_ in {"i", "me", "my", "im", "i'm", "we", "us"} for t in words) and not _is_of_all(words):
        return ""
    if re.search(r"^(?:what about|how about|what if)|by the way", asked, re.IGNORECASE):
        return ""
    return asked


def _shows(words: Doc) -> bool:
    """Whether a question is about what is being shown or done: "what is this?", "where was I?"."""
    if any(t.lower_ in {"this", "that", "these", "those", "here", "now"} and t.dep_ != "mark" for t in words):
        return True
    going = [t for t in words if t.tag_ == "VBG" and any(c.lower_ == "we" for c in t.children)]
    return bool(going)


def _is_of_all(words: Doc) -> bool:
    """Whether a "we" means everybody: "how do we catch waves", not "where shall we begin"."""
    if any(t.lower_ in {"i", "me", "my", "us"} for t in words):
        return False
    return any(t.pos_ in {"NOUN", "PROPN"} and t.lemma_.lower() not in EMPTY for t in words)


def _answer(question: int, talk: Talk) -> list[int]:
    """The pieces that answer: the next sentence's first ones, a word of praise left out."""
    at, sentence = question + 1, talk.said_in[question]
    if at < len(talk.docs) and talk.said_in[at] == sentence and talk.docs[at].text.endswith("?"):
        return []  # went on asking
    if at < len(talk.docs) and _is_nothing(talk.docs[at]):
        at += 1
    if at >= len(talk.docs) or talk.said_in[at] > sentence + 2:
        return []
    place = talk.said_in[at]
    own = [n for n in range(at, min(at + 4, len(talk.docs))) if talk.said_in[n] == place]
    after = next((n for n in range(at, len(talk.docs)) if talk.said_in[n] > place), None)
    if talk.docs[own[-1]].text.endswith("?") or (after is not None and _TURNED_DOWN.match(talk.said[after])):
        return []
    if _ASKS_FOR_TWO.search(talk.docs[question].text):
        # What the one is and what the other is are said one after the other.
        own = [n for n in range(at, min(at + 4, len(talk.docs))) if talk.said_in[n] <= place + 1]
        return own if len(own) > 1 else []
    kept: list[int] = []
    words = 0
    for n in own:
        length = len(talk.docs[n].text.split())
        if kept and (words >= ENOUGH or words + length > LONGEST_ANSWER or not _part(talk.docs[n])):
            break
        kept.append(n)
        words += length
    return kept


def _is_nothing(doc: Doc) -> bool:
    """Whether a piece only praises the question or takes a breath."""
    return bool(_PRAISE.match(doc.text)) or (len(doc.text.split()) <= 5 and not has_content(doc))


def _part(doc: Doc) -> str:
    """What of a piece belongs to the answer."""
    return without_remark(
        first_that_reads_well(_INTO_THE_ANSWER.sub("", tidy(doc.text)), shortest=1, longest=LONGEST_ANSWER)
    )


def _answers(answer: str, asked: str) -> bool:
    words = parsed(answer)
    if not SHORTEST_ANSWER <= len(answer.split()) <= LONGEST_ANSWER or is_said_of_self(words):
        return False
    if not reads_well(answer, shortest=1, longest=LONGEST_ANSWER) or not (has_content(words) or quantities(answer)):
        return False
    if _HOW_MUCH.match(asked) and (not quantities(answer) or words[0].tag_ == "VB"):
        return False  # "how many are there? Count them"
    if not asked.lower().startswith("why") and any(is_negation(t) for t in words[:NOT_YET]):
        return False  # what it is not, and the answer comes later
    if words[0].tag_ == "VB" and re.match(r"(?:who|when|where|which)\b", asked, re.IGNORECASE):
        return False
    lemmas = {t.lemma_.lower() for t in words}
    if not quantities(answer) and not {t.lemma_.lower() for t in words if is_content(t)} - {
        t.lemma_.lower() for t in parsed(asked)
    }:
        return False
    if words[0].pos_ == "AUX" and len(words) > 1 and words[1].pos_ == "PRON":
        return False
    if lemmas & (_PUT_OFF | OPINION) or any(t.tag_ == "EX" for t in words):
        return False
    if all(t.pos_ in {"PROPN", "INTJ", "PUNCT", "ADV"} for t in words):
        return False
    if asked.lower().startswith("why"):
        return True
    return not answer.lower().startswith("because")
