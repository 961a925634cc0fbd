"""What would put an item right, offered and never applied unasked: each mend is one press for the teacher.

A mend either changes the item (``item``), takes back its pause (``pause_ms``), drops it, or widens the extract by a
span; its sentence says what it would do.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace

from escuela_core.checking.comparing import Comparison
from escuela_core.checking.comparing.quantities import matches
from escuela_core.checking.features import Reading
from escuela_core.checking.findings import Finding
from escuela_core.checking.judging import Likelihood
from escuela_core.items import Choice, Gap, Item, TrueFalse
from escuela_core.language.inflecting import inflected
from escuela_core.language.languages import language_of
from escuela_core.language.levels import above
from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import is_light
from escuela_core.language.wordnet import senses
from escuela_core.timeline import Span, clock

_NOT = re.compile(r"\b(?:do|does|did)(?: not|n['’]t) (?P<verb>\w+)|(?P<can>can)not\b| not\b|n['’]t\b")  # noqa: RUF001


@dataclass(frozen=True, slots=True)
class Mend:
    """``code`` and ``params`` make the sentence; exactly one of the four ways is set.

    Where ``other`` names an item, it is that one whose pause is moved.
    """

    code: str
    message: str
    params: dict[str, str] = field(default_factory=dict)
    item: Item | None = None
    pause_ms: int | None = None
    drop: bool = False
    widen: Span | None = None
    other: str | None = None


@dataclass(frozen=True, slots=True)
class Said:
    """An option that is marked wrong, how it reads beside the talk and how likely the talk says it."""

    number: int
    reading: Reading
    likely: Likelihood


def mends(
    item: Item, verdict: str, reading: Reading, options: Sequence[Said], findings: Sequence[Finding]
) -> list[Mend]:
    """What is offered for ``item``, likeliest first; empty where nothing was found wrong or nothing is known to help.

    ``reading`` is that of the claim that decided, ``options`` are the wrong options.
    """
    codes = {f.code for f in findings}
    found: list[Mend] = []
    if verdict != "heard" or "no_key" in codes:
        clashes = dict(reading.facts.clashes())
        said = [f.option for f in findings if f.code == "also_right"]
        found += _other_key(item, reading, options, said[0] if said else None)
        found += _turned(item) if "contradicted" in codes else []
        found += _number(item, clashes.get("quantity"), reading.claim.language) if not found else []
        found += _without_not(item, clashes.get("negation")) if not found else []
    elif isinstance(item, Choice):
        firm = [f.option for f in findings if f.code == "also_right" and f.severity != "hint"]
        found += [_also_key(item, option) for option in firm if option is not None]
    return [m for m in found if m.item != item]


def pause_mend(item: Item, findings: Iterable[Finding], placed_ms: int) -> list[Mend]:
    """The pause that the rules give, where the teacher's own comes too early, cuts a word or crowds another."""
    if placed_ms == item.pause_ms or not any(f.code in {"too_early", "inside_speech"} for f in findings):
        return []
    at = clock(placed_ms)
    return [Mend("pause", f"Pause at {at}, in the silence after the answer.", {"at": at}, pause_ms=placed_ms)]


def crowding_mend(item: Item, finding: Finding) -> list[Mend]:
    """One pause for two items that stand too close: the later one's, so that neither is asked before its words."""
    if item.pause_ms is None or finding.other is None:
        return []
    at = clock(item.pause_ms)
    return [Mend("share", f"Ask both here, at {at}.", {"at": at}, pause_ms=item.pause_ms, other=finding.other)]


def twin_mend(finding: Finding) -> Mend:
    prompt = finding.params.get("prompt", "")
    return Mend("drop", f"Drop this one and keep “{prompt}”.", {"prompt": prompt}, drop=True)


def extract_mend(span: Span) -> Mend:
    """The extract made wide enough to take in the sentence an item rests on."""
    params = {"from": clock(span.start_ms), "to": clock(span.end_ms)}
    return Mend("widen", f"Take {params['from']} to {params['to']} into the extract.", params, widen=span)


def plainer_mends(item: Item, level: str, talk: Iterable[str], language: str) -> list[Mend]:
    """A commoner word of the same meaning for each that leaves the level; English only."""
    known = frozenset(talk)
    found = []
    for word in above(item.asked, level, language, known=known) if language_of(language).code == "en" else []:
        other = _plainer(item.asked, word, level)
        changed = _worded(item, word, other) if other else item
        if other and changed != item:
            params = {"word": word, "other": other}
            found.append(Mend("plainer", f"Say “{other}” in place of “{word}”.", params, item=changed))
    return found


def _other_key(item: Item, reading: Reading, options: Sequence[Said], likeliest: int | None) -> list[Mend]:
    """The option that the talk says, made the key: the one whose number it says, else the ``likeliest``."""
    if not isinstance(item, Choice) or len(item.key) > 1:
        return []
    clash = reading.facts.quantity
    language = reading.claim.language
    numbers = quantities(clash.said, language) if clash.outcome == "clashing" else []
    by_number = [
        o for o in options if any(matches(q, n) for q in quantities(_text(item, o.number), language) for n in numbers)
    ]
    best = by_number[:1] or [o for o in options if o.number == likeliest]
    mends = []
    for option in best:
        marked = tuple(replace(o, correct=n == option.number) for n, o in enumerate(item.options))
        text = _text(item, option.number)
        mends.append(
            Mend("other_key", f"Make “{text}” the right answer.", {"text": text}, item=replace(item, options=marked))
        )
    return mends


def _text(item: Choice, number: int) -> str:
    return item.options[number].text


def _also_key(item: Choice, number: int) -> Mend:
    marked = tuple(replace(o, correct=o.correct or n == number) for n, o in enumerate(item.options))
    text = item.options[number].text
    return Mend("also_key", f"Count “{text}” as right too.", {"text": text}, item=replace(item, options=marked))


def _turned(item: Item) -> list[Mend]:
    if not isinstance(item, TrueFalse) or item.answer is None:
        return []
    code = "mark_false" if item.answer else "mark_true"
    word = "false" if item.answer else "true"
    return [Mend(code, f"Mark the statement {word}.", item=replace(item, answer=not item.answer))]


def _filling(answer: str, claimed: str, said: str, language: str) -> str:
    """What fills a gap in place of ``answer`` so that what is ``claimed`` becomes what is ``said``: the number in the
    unit that stands outside, or the words in which the two differ; "" where neither is known."""
    mine, theirs = quantities(claimed, language), quantities(said, language)
    if quantities(answer, language) and len(mine) == len(theirs) == 1 and mine[0].stated[0]:
        return f"{theirs[0].low / (mine[0].low / mine[0].stated[0]):g}"
    ours, others = claimed.split(), said.split()
    differs = " ".join(w for w in ours if w not in others) == answer
    return " ".join(w for w in others if w not in ours) if differs else ""


def _number(item: Item, clash: Comparison | None, language: str) -> list[Mend]:
    """The number that the talk says; in a gap whose unit stands outside, in that unit."""
    if clash is None or not clash.said:
        return []
    claimed, said = clash.claimed, clash.said
    changed = _worded(item, claimed, said)
    if isinstance(item, Gap) and changed == item:
        claimed, said = item.answers[0], _filling(item.answers[0], claimed, said, language)
        changed = replace(item, answers=(said,)) if said else item
    params = {"claimed": claimed, "said": said}
    return [Mend("number", f"Say “{said}” in place of “{claimed}”.", params, item=changed)]


def _without_not(item: Item, clash: Comparison | None) -> list[Mend]:
    """The negation of the key taken out, where the talk says the thing itself."""
    if clash is None or not clash.claimed.startswith("not ") or isinstance(item, TrueFalse):
        return []
    mends = []
    for text in item.key_texts:
        plain = affirmed(text)
        if plain != text:
            params = {"text": plain}
            mends.append(Mend("affirm", f"Take the “not” out: “{plain}”.", params, item=_worded(item, text, plain)))
    return mends[:1]


def affirmed(text: str) -> str:
    """ "Does not reach" as "reaches", "cannot" as "can", "is not" as "is"; only the first negation."""
    found = _NOT.search(text)
    if found is None:
        return text
    if found["verb"]:
        helper = found.group()[:4].lower()
        tag = "VBZ" if helper.startswith("does") else "VBD" if helper.startswith("did") else "VBP"
        instead = inflected(found["verb"], tag)
    else:
        instead = found["can"] or ""
    return text[: found.start()] + instead + text[found.end() :]


def _worded(item: Item, before: str, after: str) -> Item:
    """``item`` with ``before`` said as ``after``: in the key, or in the question where the key does not say it."""

    def put(text: str) -> str:
        return re.sub(rf"(?<!\w){re.escape(before)}(?!\w)", lambda _: after, text, count=1)

    return item.reworded(put)


def _plainer(text: str, word: str, level: str) -> str:
    """The first word that WordNet puts beside the word's first sense and that stays in the level; else empty."""
    token = next((t for t in parsed(text) if t.text == word), None)
    part = {"NOUN": "n", "VERB": "v", "ADJ": "a", "ADV": "r"}.get(token.pos_, "") if token is not None else ""
    if token is None or not part:
        return ""
    lemma = token.lemma_.lower()
    others = [w.lower() for sense in senses(lemma, part)[:1] for w in sense.words]
    fitting = (w for w in others if len(w) > 2 and w.isalpha() and w != lemma and not is_light(w))
    chosen = next((w for w in fitting if not above(w, level, "en")), "")
    return inflected(chosen, token.tag_) if chosen and token.tag_ in _INFLECTED else chosen


_INFLECTED = frozenset({"NNS", "VBZ", "VBD", "VBN", "VBG", "JJR", "JJS", "RBR", "RBS"})
