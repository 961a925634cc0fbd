"""A number or a name asked for in the sentence it was said in, quoted: where no clause of it can stand by itself."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator

from escuela_core.items import Gap
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import is_content
from escuela_core.writing.alone import EMPTY
from escuela_core.writing.clause import Clause, capital, is_finite
from escuela_core.writing.distractors import number_of, wrong_quantities
from escuela_core.writing.forms.asked import by_size
from escuela_core.writing.forms.form import Draft, choice, common, measured
from escuela_core.writing.forms.spoken import (
    HANGS_ON,
    OPENS_A_CONDITION,
    SELF,
    has_verb,
    is_of_self_alone,
    reads_well,
    tidy,
    whole,
    without_remark,
)
from escuela_core.writing.talk import Talk

# That there are two of a thing is seldom worth asking.
FEWEST_COUNTED = 3
LONGEST_QUOTATION, LONGEST_AFTER, COMMONEST_NAME = 20, 6, 5.2
_ASKS = re.compile(
    r"(?:what|how) (?:if|about)\b|"
    r"(?:what|who|where|why|how|which) (?:do|does|did|is|are|can|could|should|would|will)\b",
    re.IGNORECASE,
)
_CALLED = re.compile(
    r"\b(?:called|known as|call (?:it|that|this|them)|called (?:it|that|this|them|that one|this one)) "
    r"(?:the |an? )?(?P<name>[A-Za-z][\w-]{2,})(?=[,.;]|$)"
)


def quoted_quantities(piece: Clause, talk: Talk, rng: random.Random) -> Iterator[Draft]:
    """A number asked for in the sentence it was said in, where no clause of it can stand by itself."""
    if any(c.sentence == piece.sentence and measured(c) for c in talk.clauses) or piece.doc.text.endswith("?"):
        return
    if not any(t.pos_ == "NUM" or t.is_digit for t in piece.doc):
        return
    told = tidy(piece.doc.text)
    parts = (without_remark(tidy(part)) for part in (told, *re.split(r", |\bbecause ", told)))
    said = next((c for p in parts if p and _asks_for_its_number(c := whole(piece.sentence, parsed(p)))), None)
    if said is None and talk.said_in.count(talk.said_in[piece.sentence]) == 1 and _is_amount(piece):
        said = whole(piece.sentence, parsed(told))
    measure = measured(said) if said is not None else None
    if said is None or measure is None:
        return
    before, after = said.text[: measure.start].rstrip(), said.text[measure.end :].rstrip(" .,;")
    quoted = _with_context(f"{before} {GAP_MARK}{after}".strip(), piece.sentence, talk)
    if not quoted or re.search(rf"\b{re.escape(measure.text)}\b", quoted, re.IGNORECASE):
        return
    wrong = wrong_quantities(measure.text, measure, talk.elsewhere(piece.sentence), rng)
    shared = common(talk, [piece.sentence])
    item = choice(quotation(quoted), measure.text, wrong, rng, shared)
    if item is not None:
        yield Draft("quoted_quantity", by_size(item), (piece.sentence,))
        return
    number = number_of(measure.text)
    quoted = quoted.replace(GAP_MARK, f"{GAP_MARK}{measure.text[len(number) :]}")
    yield Draft("quoted_quantity", Gap(prompt=quotation(quoted), answers=(number,), **shared), (piece.sentence,))


def _asks_for_its_number(said: Clause) -> bool:
    """Whether words say one thing with one number in it that is worth asking for."""
    measure = measured(said)
    if measure is None or not is_finite(said.verb) or not reads_well(said.text):
        return False
    if any(t.lemma_.lower() in EMPTY for t in said.doc) or is_of_self_alone(said.doc):
        return False
    before = said.text[: measure.start].rstrip()
    opens = OPENS_A_CONDITION.match(before)
    # "After about ten days" is no condition.
    if (opens and any(is_finite(t) for t in parsed(before))) or HANGS_ON.match(before):
        return False
    return bool(before) and not before.endswith(",") and bool(measure.dimension or measure.low >= FEWEST_COUNTED)


def _is_amount(said: Clause) -> bool:
    """Whether nothing is said but how much there is of what: "three drops of iodine"."""
    measure = measured(said)
    if measure is None or measure.low < FEWEST_COUNTED or any(t.pos_ in {"VERB", "AUX"} for t in said.doc):
        return False
    after = said.text[measure.end :]
    return measure.start == 0 and "," not in after and bool(re.match(r" ?(?:\w+ )?of (?:the )?[a-z]+", after))


def quoted_names(piece: Clause, talk: Talk, _rng: random.Random) -> Iterator[Draft]:
    """What a thing is called, asked for in the sentence that names it."""
    found = _CALLED.search(piece.doc.text)
    if found is None or piece.doc.text.endswith("?") or any(t.lower_ in SELF for t in piece.doc):
        return
    name = found["name"]
    if zipf_frequency(name.lower(), "en") > COMMONEST_NAME or parsed(name)[0].pos_ not in {"NOUN", "PROPN"}:
        return
    after = piece.doc.text[found.end("name") :].rstrip(" .")
    goes_on = after if len(after.split()) <= LONGEST_AFTER and re.match(r",? (?:in|on|at|under|next)\b", after) else ""
    said = f"{piece.doc.text[: found.start('name')]}{GAP_MARK}{goes_on}"
    quoted = _with_context(said, piece.sentence, talk)
    if not quoted or re.search(rf"\b{re.escape(name)}\b", quoted, re.IGNORECASE):
        return
    item = Gap(prompt=quotation(quoted), answers=(name,), **common(talk, [piece.sentence]))
    yield Draft("quoted_name", item, (piece.sentence,))


def _with_context(gapped: str, number: int, talk: Talk) -> str:
    """The piece with a gap, after as much of its sentence as a reader needs; "" where nothing is named."""
    said, at = gapped, number
    while at and talk.said_in[at - 1] == talk.said_in[number]:
        before = talk.docs[at - 1].text.rstrip(" .")
        goes_on = said if re.match(r"I\b", said) else said[:1].lower() + said[1:]
        longer = f"{before}, {goes_on}"
        if before.endswith("?") or _ASKS.match(before) or OPENS_A_CONDITION.match(before):
            break
        if len(longer.split()) > LONGEST_QUOTATION:
            break
        said, at = longer, at - 1
    if _ASKS.match(said):
        return ""
    if re.match(r"(?:it|they|that|this|these|those)\b", said, re.IGNORECASE):
        return _after_what_it_means(said, at, talk)
    return said if _names(said) and not re.match(r"there(?!'s| is| are)", said, re.IGNORECASE) else ""


def _names(said: str) -> bool:
    return any(t.pos_ in {"NOUN", "PROPN"} and is_content(t) for t in parsed(said.replace(GAP_MARK, "")))


def _after_what_it_means(said: str, number: int, talk: Talk) -> str:
    """What begins with a pronoun, behind the sentence that names what is meant; alone where it names something and
    the sentence before cannot be quoted."""
    before = talk.docs[number - 1].text.rstrip(" .") if number else ""
    whole_before = before and not before.endswith("?") and reads_well(tidy(before)) and has_verb(before)
    whole_before = whole_before and not re.search(r"\b(?:it|that|they|them)\b", before, re.IGNORECASE)
    if whole_before and _names(before) and len(f"{before} {said}".split()) <= LONGEST_QUOTATION:
        return f"{before}. {capital(said)}"
    return said if _names(said) and re.match(r"(?:it|they)\b", said, re.IGNORECASE) else ""


def quotation(gapped: str) -> str:
    return f"Complete what is said: “{capital(gapped)}.”"
