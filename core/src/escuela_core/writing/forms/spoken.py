"""What the forms over unrehearsed speech share: whole pieces instead of clauses, and which words can be quoted."""

from __future__ import annotations

import re
from typing import TYPE_CHECKING

from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_content
from escuela_core.writing.alone import EMPTY, POINTING
from escuela_core.writing.clause import Clause, is_finite
from escuela_core.writing.resolving import BROKEN, NOT_DONE

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

# What a speaker thinks, says or does at the moment is not what the talk teaches.
SELF = frozenset("i i'm me my mine myself i'd i've i'll".split())
OPINION = frozenset(
    "think believe say guess suppose mean hope know wonder tell ask answer swear bet imagine love hate feel".split()
)
# What you meet with, or are shown, is not what you are told to do.
MET_WITH = frozenset("hear feel find meet know want like understand think seem mean".split())
SHOWN = frozenset({"see", "look", "notice", "remember"})
_TRAILING = re.compile(
    r"(?:,? (?:by the way|please|okay|ok|right|ever|basically|obviously|honestly|though|anyway|really|see|you see|"
    r"you know|sort of thing|or something|and so on|as well|too|then|like|and (?:please )?do (?:it|that|so)))+$",
    re.IGNORECASE,
)
_LEADING = re.compile(
    r"^(?:(?:(?:and|but|so|then|now|also|anyway|okay),?|(?:well|right|plus|oh|yes|no|yeah|see|look|seriously),) )+",
    re.IGNORECASE,
)
OPENS_A_CONDITION = re.compile(r"^(?:if|when|whenever|once|unless|as soon as|as long as|before|after)\b", re.IGNORECASE)
HANGS_ON = re.compile(r"^(?:though|although|that|which|say|because|where)\b", re.IGNORECASE)
_CUES = re.compile(
    r"\b(?:because|so|if|when|whenever|once|unless|before|after|until|either|called)\b|\?$", re.IGNORECASE
)
# Prepositions that are never the second half of a verb.
_NEEDS_MORE = frozenset("of for with from to at than like as into onto between".split())
# Words that something must come after.
_GOES_ON = frozenset("i he she we they because if when just also only very so not partly even".split())
_TORN_TAGS = frozenset("DT PRP$ CC TO WDT WP WRB MD PDT POS".split())
_OPENS_A_CLAUSE = frozenset("because if unless while whereas although though".split())
# What opens a remark on what was just said.
_REMARK = re.compile(
    r"^(?:it's|that's|it is|that is|i |which|what's|you know|(?:and )?(?:if|when|then) |and so)", re.IGNORECASE
)
SHORTEST, LONGEST = 3, 16
# From this frequency on (Zipf scale) a first word with a capital is no name.
COMMON_WORD = 3.5


def whole(number: int, doc: Doc) -> Clause:
    """A piece of a sentence as if it were one clause: all its words."""
    root = root_of(doc)
    return Clause(number, doc, root, "statement", (), tuple(doc))


def root_of(doc: Doc) -> Token:
    """The word that the others of a text hang on."""
    return next((t for t in doc if t.dep_ == "ROOT"), doc[0])


def parts_of(doc: Doc) -> list[str]:
    """The texts that the forms over speech are likely to parse of a piece, so that they can be read in one go."""
    if not (_CUES.search(doc.text) or any(t.pos_ == "NUM" for t in doc)):
        return []
    halves = re.split(r",? ?\bbecause ", tidy(doc.text))
    parts = (tidy(part) for half in halves for part in (half, *half.split(", ")))
    return [part for part in parts if part]


def tidy(text: str) -> str:
    """``text`` without what joins it to the words around it, in small letters where its capital is not its own."""
    said = _TRAILING.sub("", _LEADING.sub("", text.strip(" ,.;:!?"))).strip(" ,;")
    if not said:
        return ""
    first = re.split(r"[\s,'-]", said, maxsplit=1)[0]
    keeps = first == "I" or not first.istitle() or zipf_frequency(first.lower(), "en") < COMMON_WORD
    return said if keeps else said[:1].lower() + said[1:]


def reads_well(text: str, *, shortest: int = SHORTEST, longest: int = LONGEST) -> bool:
    """Whether words torn from speech read like a phrase: nothing broken off, doubled, or left hanging at an end."""
    words = text.split()
    if not shortest <= len(words) <= longest or BROKEN.search(text) or re.search(r",\s*,|[;:?!…—]", text):
        return False
    doc = parsed(text)
    if _hangs(doc[-1]) or doc[0].lower_ in {"or", "than", "which", "who", "whose"}:
        return False
    if any(a.lower_ == b.lower_ and a.is_alpha for a, b in zip(doc, doc[1:], strict=False)):
        return False
    if any(t.lower_ in _OPENS_A_CLAUSE and t.dep_ in {"mark", "advmod"} and not _goes_on(t) for t in doc):
        return False
    # Commas cut chatter into scraps; a phrase has few.
    return sum(t.text == "," for t in doc) * 4 <= len(words)


def _goes_on(joint: Token) -> bool:
    """Whether the clause that a word opens has a verb: "sieved, because the lumps" was broken off."""
    return any(t.pos_ in {"VERB", "AUX"} for t in joint.doc[joint.i + 1 :])


def _hangs(last: Token) -> bool:
    if last.tag_ in _TORN_TAGS or (last.lower_ == "that" and last.dep_ in {"mark", "det"}):
        return True
    if last.lower_ in _NEEDS_MORE and not any(t.tag_ in {"WP", "WDT"} for t in last.doc):
        return True
    if last.pos_ in {"VERB", "AUX"} and last.lemma_ in OPINION | {"be"} and len(last.doc) > 1:
        return True
    return last.lower_ in _GOES_ON


def first_that_reads_well(text: str, *, shortest: int = SHORTEST, longest: int = LONGEST) -> str:
    """The longest beginning of ``text``, cut at a comma, that reads well; "" where none does."""
    parts = text.split(", ")
    for end in range(len(parts), 0, -1):
        said = tidy(", ".join(parts[:end]))
        if reads_well(said, shortest=shortest, longest=longest):
            return said
    return ""


def has_content(doc: Doc, fewest: int = 1) -> bool:
    told = [t for t in doc if is_content(t) and t.pos_ != "NUM" and t.lemma_.lower() not in EMPTY]
    return len(told) >= fewest


def is_said_of_self(doc: Doc, *, of_others: bool = True) -> bool:
    """Whether the speaker speaks of the speaker, or says what people think; not ``of_others``, what "you" think."""
    if any(t.lower_ in SELF for t in doc):
        return True
    thinking = [t for t in doc if t.lemma_ in OPINION and t.pos_ == "VERB" and is_finite(t)]
    return any(of_others or any(c.lower_ in {"you", "we", "people"} for c in t.children) for t in thinking)


def is_work(doc: Doc) -> bool:
    """Whether the speaker tells of doing what everybody would do: "for that I use two hundred grams"."""
    verb = root_of(doc)
    subject = next((c for c in verb.children if c.dep_ == "nsubj"), None)
    speaks = [t for t in doc if t.lower_ in SELF]
    present = verb.tag_ == "VBP" or (verb.tag_ == "VBG" and any(c.lemma_ == "be" for c in verb.children))
    return speaks == [subject] and present and verb.lemma_ not in NOT_DONE | OPINION


def is_of_self_alone(doc: Doc) -> bool:
    """Whether the speaker speaks of the speaker, and not of work that everybody would do so."""
    return is_said_of_self(doc) and not is_work(doc)


def points(doc: Doc) -> bool:
    """Whether a word points out of the phrase; "there is" points at nothing."""
    return any(t.lower_ in POINTING and t.tag_ != "EX" and not _is_joint(t) for t in doc)


def _is_joint(token: Token) -> bool:
    return (token.lower_ == "that" and token.dep_ in {"mark", "nsubj", "dobj"} and token.tag_ in {"IN", "WDT"}) or (
        token.lower_ == "so" and token.pos_ != "PRON"
    )


def acts(doc: Doc) -> bool:
    """Whether a phrase tells somebody to do something: a bare verb first, or "you" with a verb of doing."""
    if doc[0].tag_ == "VB" or doc[0].lower_ in {"don't", "do", "never", "always"}:
        return True
    root = root_of(doc)
    subject = next((c for c in root.children if c.dep_ in {"nsubj", "nsubjpass"}), None)
    if subject is None:
        return root.tag_ in {"VB", "VBP"} and root.i <= 2
    helped = any(c.dep_ in {"aux", "auxpass"} for c in root.children)
    return (
        subject.lower_ == "you"
        and root.pos_ == "VERB"
        and not helped
        and root.lemma_ not in {"need", "have", "want", "get", "lose"}
    )


def has_verb(text: str) -> bool:
    """Whether a phrase says something: a finite verb, or a bare one that tells to do it."""
    doc = parsed(text)
    return any(is_finite(t) and t.pos_ in {"VERB", "AUX"} for t in doc) or doc[0].tag_ == "VB"


def with_its_verb(said: str) -> str:
    """Words with an "is" in place of a "'s" that was read as of what belongs: "if the chat's closed"."""
    if any(is_finite(t) for t in parsed(said)):
        return said
    whole_form = re.sub(r"(?<=\w)['’]s (?=\w)", " is ", said, count=1)
    return whole_form if any(is_finite(t) for t in parsed(whole_form)) else said


def without_remark(text: str) -> str:
    """``text`` up to where the speaker remarks on it: "change the cable, it's nothing"."""
    parts = text.split(", ")
    kept = [parts[0]]
    for part in parts[1:]:
        orders = part.startswith("and ") and parsed(part)[1].tag_ == "VB"
        if _REMARK.match(part) or orders:
            break
        kept.append(part)
    return ", ".join(kept)
