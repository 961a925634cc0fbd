"""Sentences that run on taken apart: "it comes up, it floats, and then it's out" says three things.

A piece ends at a comma where a clause that stands by itself has been said and another begins: a subject with a finite
verb behind it, joined by nothing or by "and", "but", "so". What depends on a clause ("because ...", "if ...") stays
with it. Parts of speech alone decide, since the parse of a sentence that runs on is seldom right.

What only points at the picture goes: "this nut down here" is written as "the nut".
"""

from __future__ import annotations

import re
from typing import TYPE_CHECKING

from escuela_core.language.wordnet import family

if TYPE_CHECKING:
    from spacy.tokens import Doc, Span, Token

FURTHEST_VERB = 8
FEWEST_WORDS = 2
_JOINING = frozenset("and but so then or".split())
_MUST = re.compile(
    r"\b(?:must|have to|has to|needs? to|got to|should|make sure|don't|do not|never|always|careful)\b", re.IGNORECASE
)
_DEPENDING = frozenset(
    "because since if when whenever once unless until while before after although though as which who whom whose that "
    "where whether how what than either".split()
)
_ASKING = frozenset("what where when why how who".split())
_TURNED_ROUND = frozenset("do does did is are can could should would will must".split())
FEWEST_ASKING = 3
_CONDITIONS = frozenset("if when whenever once unless".split())
_LEADING = frozenset("down up over right in out just".split())
_NEEDS_A_PLACE = frozenset("be get go come stay live".split())
_FINITE = frozenset("VBZ VBD VBP MD".split())
_NOMINAL = frozenset("DET ADJ NOUN PROPN PRON NUM ADV PART ADP".split())


def pieces(doc: Doc) -> list[str]:
    """The texts of the clauses of ``doc`` that stand by themselves, in order; the whole text where there is one."""
    cuts = [0]
    for token in doc:
        if token.text not in (",", ";"):
            continue
        following = doc[token.i + 1].lower_ if token.i + 1 < len(doc) else ""
        if following == "otherwise" or (following == "or" and _has_another_side(doc[cuts[-1] : token.i])):
            continue
        asks = _asks(doc, cuts[-1], token.i) and following not in _DEPENDING
        begins = _begins_anew(doc, token.i + 1) or _begins_with_a_condition(doc, token.i + 1)
        if asks or (begins and _is_whole(doc, cuts[-1], token.i)):
            cuts.append(token.i + 1)
    if len(cuts) == 1 and not any(_points(t) or _shows(t) or _addresses(t) for t in doc):
        return [doc.text]
    ends = [*cuts[1:], len(doc)]
    return [_written(doc, start, end) for start, end in zip(cuts, ends, strict=True)]


def _has_another_side(said: Span) -> bool:
    """Whether an "or" goes on with an "either", or says what happens to who does not do what was told."""
    return any(t.lower_ == "either" for t in said) or tells_what_to_do(said)


def tells_what_to_do(said: Doc | Span) -> bool:
    """Whether what comes behind an "or" holds only where this is not done: "you've got to be signed in, or it's
    gone"."""
    first = next((t for t in said if not t.is_punct), None)
    return bool(_MUST.search(said.text)) or (first is not None and first.tag_ == "VB")


def _is_whole(doc: Doc, start: int, end: int) -> bool:
    """Whether a main clause has been said from ``start`` to ``end``."""
    said = [t for t in doc[start:end] if not t.is_punct]
    while said and said[0].lower_ in _JOINING:
        said = said[1:]
    if len(said) < FEWEST_WORDS or _opens_a_condition(doc, said, end):
        return False
    first = said[0]
    if first.lower_ in _DEPENDING:
        # What an "if" opens has been said once a comma came behind it.
        commas = [t.i for t in doc[start:end] if t.text == ","]
        if first.lower_ in _CONDITIONS and not commas:
            return _says_what_follows(doc[start:end])
        said = [t for t in said if commas and t.i > commas[0]]
    return any(t.tag_ in _FINITE for t in said) or bool(said and said[0].tag_ == "VB")


def _opens_a_condition(doc: Doc, said: list[Token], end: int) -> bool:
    """Whether the last thing said is when something happens: "a leaf grows back, but if you bruise the stem, ..."."""
    opens = [t.i for t in said[1:] if t.lower_ in _CONDITIONS and doc[t.i - 1].lower_ in _JOINING]
    return bool(opens) and not any(t.text == "," for t in doc[opens[-1] : end])


def _asks(doc: Doc, start: int, end: int) -> bool:
    """Whether a question has been put from ``start`` to ``end``: "what do you need, ...", "what if it rains, ..."."""
    said = [t for t in doc[start:end] if not t.is_punct]
    while said and said[0].lower_ in _JOINING:
        said = said[1:]
    if len(said) < FEWEST_ASKING or said[0].lower_ not in _ASKING:
        return False
    if said[1].lower_ in ("if", "about"):
        return True
    return said[1].lower_ in _TURNED_ROUND and said[2].pos_ in ("PRON", "DET", "NOUN", "PROPN")


def _begins_anew(doc: Doc, at: int) -> bool:
    """Whether a subject and its finite verb stand from ``at`` on."""
    while at < len(doc) and doc[at].lower_ in _JOINING:
        at += 1
    named = False
    for token in doc[at : at + FURTHEST_VERB]:
        if token.lower_ in _DEPENDING and token.tag_ not in ("DT", "PRP"):
            return False
        if token.tag_ in _FINITE and named:
            return True
        if token.pos_ not in _NOMINAL or token.tag_ == "TO":
            return False
        named = named or token.pos_ in ("NOUN", "PROPN", "PRON", "NUM")
    return False


def _begins_with_a_condition(doc: Doc, at: int) -> bool:
    """Whether what stands from ``at`` on is a condition with what follows from it: "they go together, if bread costs
    more, you buy less butter", "the wheel's dry, if there's water underneath it slides"."""
    while at < len(doc) and doc[at].lower_ in _JOINING:
        at += 1
    if at >= len(doc) or doc[at].lower_ not in _CONDITIONS:
        return False
    end = next((t.i for t in doc[at:] if t.text == ","), len(doc))
    if _says_what_follows(doc[at:end]):
        return True
    return any(t.tag_ in _FINITE for t in doc[at:end]) and _begins_anew(doc, end + 1)


def _says_what_follows(condition: Span) -> bool:
    """Whether a condition holds a second finite verb with a subject of its own, with no comma between."""
    finite = [t for t in condition if t.tag_ in _FINITE and t.dep_ not in ("relcl", "acl")]
    joined = any(t.lower_ in _JOINING or (t.lower_ in _DEPENDING and t.i > condition.start) for t in condition)
    return len(finite) > 1 and not joined and any(t.pos_ in _NOMINAL for t in condition[1:])


def _points(token: Token) -> bool:
    """Whether a word says only where to look: "here", "down there", and what leads up to it."""
    if token.lower_ in ("here", "there"):
        # "You'll be there till Christmas" and "until it gets there" are nothing without it.
        return token.tag_ == "RB" and token.i > 0 and token.nbor(-1).lemma_ not in _NEEDS_A_PLACE
    following = token.nbor(1) if token.i + 1 < len(token.doc) else None
    return token.lower_ in _LEADING and following is not None and following.tag_ == "RB" and _points(following)


def _shows(token: Token) -> bool:
    """Whether a "this" or "that" belongs to a noun that is named."""
    if token.lower_ not in ("this", "that", "these", "those") or token.pos_ != "DET":
        return False
    for following in token.doc[token.i + 1 : token.i + 4]:
        if following.pos_ in ("NOUN", "PROPN"):
            return following.lower_ not in ("one", "ones") and following.ent_type_ not in ("DATE", "TIME")
        if following.pos_ not in ("ADJ", "NUM"):
            return False
    return False


def _addresses(token: Token) -> bool:
    """Whether a name between commas calls somebody ("both are right, Kaveh"); in a row, or behind a noun, it names."""
    if not _is_lone_name(token.doc, token.i):
        return False
    before = token.doc[token.i - 2] if token.i > 1 else None
    named = before is not None and before.pos_ in ("NOUN", "PROPN")
    return not named and not any(_is_lone_name(token.doc, token.i + step) for step in (-2, 2))


def _is_lone_name(doc: Doc, at: int) -> bool:
    if not 0 <= at < len(doc) or not doc[at].text.istitle():
        return False
    if doc[at].pos_ != "PROPN" and (doc[at].pos_ != "NOUN" or family(doc[at].lower_) is not None):
        return False
    opens, closes = at == 0 or doc[at - 1].text == ",", at + 1 < len(doc) and doc[at + 1].text in ",.?!"
    return opens and closes and len(doc) > 2


def _shown(token: Token) -> str:
    if _points(token) or _addresses(token):
        return ""
    return f"the{token.whitespace_}" if _shows(token) else token.text_with_ws


def _written(doc: Doc, start: int, end: int) -> str:
    said = list(doc[start:end])
    while said and (said[0].lower_ in _JOINING or said[0].text in ",;"):
        said = said[1:]
    while len(said) and said[-1].text in ",;":
        said = said[:-1]
    text = "".join(_shown(t) for t in said).strip()
    text = re.sub(r"\s+([,.;?!])", r"\1", text)
    text = re.sub(r",+(?=[,.?!])|^,\s*", "", text).strip()
    text = text[:1].upper() + text[1:]
    if _asks(doc, start, end):
        return f"{text.rstrip('.?!')}?"
    return text if text.endswith((".", "?", "!")) else f"{text}."
