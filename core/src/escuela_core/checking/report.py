"""The check of a whole list of items: for each a verdict with its reason and evidence, and what else was found."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache

from escuela_core.checking.alternatives import alternatives
from escuela_core.checking.claim_scores import ClaimScores
from escuela_core.checking.evidence import Scores, Script, scores, script_of
from escuela_core.checking.explained import explanation_findings
from escuela_core.checking.features import Reading, read_claim
from escuela_core.checking.findings import Finding, form_findings, pause_findings
from escuela_core.checking.judging import EVEN, Likelihood, judged, likelihood, stated, turned
from escuela_core.checking.mending import (
    Mend,
    Said,
    crowding_mend,
    extract_mend,
    mends,
    pause_mend,
    plainer_mends,
    twin_mend,
)
from escuela_core.checking.negative_stem import decide_excepted, excepted, in_own_words
from escuela_core.checking.other_words import other_words_findings
from escuela_core.checking.severity import graded
from escuela_core.checking.twins import Asked, twins
from escuela_core.checking.verdicts import Reason, Verdict, decide, steps_turned, worst
from escuela_core.checking.wording import above_level, crowded, given_away, out_of_order, wording_findings
from escuela_core.items import Item
from escuela_core.items.claim import Claim
from escuela_core.items.stems import has_negative_stem
from escuela_core.language.languages import language_of
from escuela_core.placing import Whereabouts, place, whereabouts
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Transcript

__all__ = ["Evidence", "Finding", "ItemReport", "Mend", "Verdict", "check"]
SHOWN_EVIDENCE = 3
# A part of an item is said by its best sentence from this likelihood on.
PLAINLY = 0.5


@dataclass(frozen=True, slots=True)
class Evidence:
    """A sentence an item rests on; ``score`` about 0 to 1.2, comparable within one report."""

    span: Span
    text: str
    score: float


@dataclass(frozen=True, slots=True)
class ItemReport:
    """What the check says of one item and what it offers to mend it; ``support``: how likely the key is right."""

    id: str
    verdict: Verdict
    support: float
    reason: Reason
    pause_ms: int | None
    evidence: tuple[Evidence, ...]
    findings: tuple[Finding, ...] = field(default=())
    mends: tuple[Mend, ...] = field(default=())
    pause: Whereabouts | None = None
    # The sentences that the item rests on: its own evidence, else the best one of each of its claims.
    resting: tuple[Span, ...] = ()
    # The best sentence of each of its claims.
    parts: tuple[Span, ...] = ()
    # What the check makes of its words: how likely the talk says that the key is right.
    likely: Likelihood = EVEN


def check(
    items: Sequence[Item],
    transcript: Transcript,
    *,
    extract: Sequence[Span] = (),
    silences: Sequence[Span] = (),
    level: str = "",
) -> list[ItemReport]:
    """Check every item against what is said in ``extract`` (empty: in all of it); reports in the order of ``items``.

    ``level``: the class's, of the CEFR; where it is given, wording that leaves it is shown.
    """
    script = script_of(transcript.inside(*extract) if extract else transcript)
    rows = ClaimScores(script, items)
    outside = _outside(transcript, extract)
    ground = _Ground(script, rows, outside, silences)
    checked = [_checked(item, number, ground) for number, item in enumerate(items)]
    reports = [report for report, _ in checked]
    language = script.transcript.language
    asked = {
        number: a for number, (_, a) in enumerate(checked) if a is not None and language_of(language).has_word_vectors
    }
    doubled = twins(items, asked, [r.resting for r in reports], language)
    # What an item has only beside the others.
    beside = (doubled, given_away(items, language), crowded(items), out_of_order(items))
    return [
        _beside(
            _placed(report, ground), item, [found[number] for found in beside if number in found], level, transcript
        )
        for number, (report, item) in enumerate(zip(reports, items, strict=True))
    ]


def _placed(report: ItemReport, ground: _Ground) -> ItemReport:
    """``report`` with where its pause stands."""
    if report.pause_ms is None:
        return report
    return replace(report, pause=whereabouts(report.pause_ms, ground.script.transcript, ground.silences))


def _beside(report: ItemReport, item: Item, found: Sequence[Finding], level: str, transcript: Transcript) -> ItemReport:
    """``report`` with what the item has beside the others, and at the level of its class."""
    offered = [twin_mend(f) for f in found if f.code == "twin" and f.severity != "hint"]
    offered += [m for f in found if f.code == "crowded" for m in crowding_mend(item, f)]
    leaves = other_words_findings(item, transcript.language)
    if level:
        spoken = _spoken(transcript)
        above = above_level(item, level, spoken, transcript.language)
        offered += plainer_mends(item, level, spoken, transcript.language) if above else []
        leaves += above
    return replace(report, findings=(*report.findings, *leaves, *found), mends=(*report.mends, *offered))


@lru_cache(maxsize=4)
def _spoken(transcript: Transcript) -> frozenset[str]:
    """Every word of the talk in small letters."""
    return frozenset(w for s in transcript.sentences for w in s.text.lower().split())


def _outside(transcript: Transcript, extract: Sequence[Span]) -> Script | None:
    if not extract:
        return None
    inside = set(transcript.inside(*extract).sentences)
    rest = tuple(s for s in transcript.sentences if s not in inside)
    return script_of(Transcript(transcript.language, transcript.duration_ms, rest)) if rest else None


@dataclass(frozen=True)
class _Ground:
    """What every item of one report is checked on."""

    script: Script
    rows: ClaimScores
    outside: Script | None
    silences: Sequence[Span]


@dataclass(frozen=True)
class _Read:
    """An item read beside the talk. ``deciding``: the claim that decides, with ``likely``, what the talk says to the
    item; ``resting``: the claims whose sentences the item rests on; ``negative``: whether it asks for the exception."""

    deciding: Reading
    likely: Likelihood
    resting: Sequence[tuple[Reading, Likelihood]]
    options: list[Said]
    negative: bool


def _read(item: Item, number: int, ground: _Ground) -> _Read:
    script, rows = ground.script, ground.rows
    readings = [
        read_claim(script, claim, row, rows.options[number], kind=item.kind)
        for claim, row in zip(rows.keys[number], rows.of_keys(number), strict=True)
    ]
    judged = [(r, turned(likelihood(r)) if r.claim.denied else likelihood(r)) for r in readings]
    reading, likely = worst(judged)
    options = _options_read(script, item, rows.options[number], rows.of_options(number), reading)
    if options and has_negative_stem(item):
        key, *others = [
            in_own_words(script, *r) for r in ((reading, likely), *((o.reading, o.likely) for o in options))
        ]
        return _Read(key[0], excepted(key, others), others, options, negative=True)
    return _Read(reading, likely, judged, options, negative=False)


def _checked(item: Item, number: int, ground: _Ground) -> tuple[ItemReport, Asked | None]:
    """The report on an item, and what it asks of the talk where it could be read there."""
    script, rows = ground.script, ground.rows
    form = form_findings(item)
    keys = rows.keys[number]
    if not item.is_marked:
        reason = Reason("note", "A note asks nothing.")
        return ItemReport(item.id, "heard", 1.0, reason, item.pause_ms, (), tuple(form)), None
    if not keys or not script.words:
        reason = Reason(
            "nothing_to_check", "There is no key to look for." if not keys else "Nothing is said in the extract."
        )
        return ItemReport(item.id, "unclear", 0.0, reason, item.pause_ms, (), tuple(form)), None
    key_rows = rows.of_keys(number)
    read = _read(item, number, ground)
    reading, likely, options = read.deciding, read.likely, read.options
    readings = [r for r, _ in read.resting]
    outside, instead = None, list[Finding]()
    if read.negative:
        verdict, reason = decide_excepted(likely)
        shown = [*readings, reading]
    else:
        verdict, reason = steps_turned(item, readings) or decide(reading, likely, script)
        shown = [reading, *readings]
        outside = _outside_finding(verdict, item, ground.outside, reading)
        instead = alternatives(item, script, (reading, likely), options, instead=verdict != "heard")
    evidence = _evidence(script, shown, key_rows.max(axis=0))
    findings = [
        *form,
        *_verdict_findings(verdict, reason, likely),
        *instead,
        *([outside[0]] if outside else []),
        *wording_findings(item, evidence[0].text),
        *explanation_findings(item, script),
    ]
    parts = [script.transcript.sentences[r.best].span for r in readings]
    resting = _resting(item, read.resting, parts)
    findings += pause_findings(item, resting, script.transcript, ground.silences)
    placed = place(resting, script.transcript, ground.silences, purpose=item.purpose).at_ms
    # What the talk says in place of the key puts nothing right where the key is what it does not say.
    offered = [] if read.negative else mends(item, verdict, reading, options, findings)
    offered += pause_mend(item, findings, placed)
    offered += [extract_mend(outside[1])] if outside else []
    report = ItemReport(
        item.id,
        verdict,
        round(stated(likely.heard), 3),
        reason,
        placed if item.pause_ms is None else item.pause_ms,
        evidence,
        tuple(findings),
        tuple(offered),
        resting=tuple(dict.fromkeys(resting)),
        parts=tuple(dict.fromkeys(parts)),
        likely=likely,
    )
    decided = next(n for n, claim in enumerate(keys) if claim is reading.claim)
    return report, Asked(reading, key_rows[decided])


def _resting(item: Item, judged: Sequence[tuple[Reading, Likelihood]], parts: Sequence[Span]) -> list[Span]:
    """What an item rests on: its own evidence, and where it has several parts the sentences that plainly say them."""
    if not item.evidence:
        return list(parts)
    if len(parts) < 2:
        return list(item.evidence)
    said = [part for (_, likely), part in zip(judged, parts, strict=True) if likely.heard >= PLAINLY]
    return [*item.evidence, *said]


def _options_read(script: Script, item: Item, claims: Sequence[Claim], rows: Scores, key: Reading) -> list[Said]:
    """The wrong options beside the key; none where the language cannot be read."""
    if not judged(script.transcript.language):
        return []
    readings = [
        (claim, read_claim(script, claim, row, [key.claim, *(c for c in claims if c is not claim)], kind=item.kind))
        for claim, row in zip(claims, rows, strict=True)
    ]
    return [Said(claim.option or 0, reading, likelihood(reading)) for claim, reading in readings]


def _evidence(script: Script, readings: Sequence[Reading], row: Scores) -> tuple[Evidence, ...]:
    """The best sentence of each reading, the deciding one first, filled up with the next best."""
    own = list(dict.fromkeys(r.best for r in readings))
    order = dict.fromkeys([*own, *readings[0].order])
    sentences = script.transcript.sentences
    shown = list(order)[: max(SHOWN_EVIDENCE, len(own))]
    return tuple(Evidence(sentences[i].span, sentences[i].text, round(float(row[i]), 3)) for i in shown)


def _verdict_findings(verdict: Verdict, reason: Reason, likely: Likelihood) -> list[Finding]:
    if verdict not in ("contradicted", "not_heard"):
        return []
    # A number or a name that differs is plain to see; a turned "not" or an opposite needs more to be sure of.
    # What cannot be named is only worth a look.
    plain = reason.params.get("sort") in ("quantity", "name")
    named = reason.code != "otherwise"
    contradicted = 1.0 if plain else likely.contradicted if named else 0.0
    severity = graded(verdict, contradicted if verdict == "contradicted" else likely.not_heard)
    params = reason.params | ({} if named else {"sort": "unnamed"})
    return [Finding(verdict, severity, reason.message, params=params)] if severity else []


def _outside_finding(
    verdict: Verdict, item: Item, outside: Script | None, reading: Reading
) -> tuple[Finding, Span] | None:
    """That the item rests on a sentence outside the extract, and where that stands."""
    if outside is None or verdict == "heard":
        return None
    row = scores(outside, [reading.claim])[0]
    if row.max() < max(0.55, reading.score + 0.1):
        return None
    sentence = outside.transcript.sentences[int(row.argmax())]
    message = f"This is said only outside the extract: “{sentence.text}”"
    params = {"quote": sentence.text, "prompt": item.asked}
    return Finding("outside_extract", "error", message, params=params), sentence.span
