"""A second reader's word weighed against the check's own figures: Bayes' rule over three verdicts.

How often the reader is right is a figure of the service, measured by ``core/benchmarks/second_reader.py`` on labelled
talks; an opinion that cannot be checked counts for nothing.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from escuela_core.checking.findings import Finding
from escuela_core.checking.judging import Likelihood, stated
from escuela_core.checking.report import Evidence, ItemReport
from escuela_core.checking.second.asking import Put
from escuela_core.checking.second.opinions import VERDICTS, Opinion
from escuela_core.checking.verdicts import Reason
from escuela_core.items import Choice
from escuela_core.transcripts.model import Transcript

# How often a service is taken to be right where it was not measured.
RIGHT_IN = 0.9
# How much of the check's own log odds is left beside a reader of sentences: chosen on the development talks.
OWN_SHARE = 0.6
# From how likely on the two together confirm a key, and are taken to speak against it.
CONFIRMED_FROM, AGAINST_FROM = 0.6, 0.7
# What the check itself made of the words, and the reader answers anew.
_OF_THE_VERDICT = {"contradicted", "not_heard", "also_right"}


def combined(
    report: ItemReport, asked: Put, opinion: Opinion, transcript: Transcript, *, by: str, right_in: float = RIGHT_IN
) -> ItemReport:
    """``report`` with the word of the reader called ``by``, which is right in ``right_in`` of 1 of its verdicts."""
    if opinion.doubt:
        return report
    likely = together(report.likely, opinion, right_in)
    findings = [f for f in report.findings if f.code not in _OF_THE_VERDICT]
    named = next((f for f in report.findings if f.code == "contradicted" and f.params.get("said")), None)
    params = {"by": by, "why": opinion.reason, "quote": opinion.quote or _first(asked, opinion)}
    if opinion.verdict == "heard" and named is not None:
        # Two words against each other are for the teacher to settle.
        told = Finding(named.code, "look", named.message, params=named.params)
        reason = Reason("read_otherwise", f"{by} reads it as said: “{params['quote']}”", params)
        return replace(report, verdict="unclear", reason=reason, support=0.5, findings=(told, *findings))
    support = round(stated(likely.heard), 3)
    if opinion.verdict == "contradicted" and named is not None:
        return replace(report, support=support)
    if opinion.verdict == "heard":
        sure = likely.heard >= CONFIRMED_FROM
        findings += _also_right(asked, opinion, by)
        return replace(
            report,
            verdict="heard" if sure else "unclear",
            reason=Reason("read_said", f"{by} reads it here: “{params['quote']}”", params),
            support=support,
            evidence=_evidence(report.evidence, opinion, transcript),
            findings=tuple(findings),
        )
    against = max(likely.contradicted, likely.not_heard) >= AGAINST_FROM
    if opinion.verdict == "contradicted":
        params |= {"said": opinion.said, "claimed": opinion.claimed, "sort": "read"}
        message = f"{by} reads “{opinion.said}” in the talk, “{opinion.claimed}” in the item."
        reason = Reason("read_clash", message, params)
        found = Finding("contradicted", "error" if against else "look", message, params=params)
    else:
        message = f"{by} does not find it in the sentences around."
        reason = Reason("read_not_found", message, params)
        found = Finding("not_heard", "look", message, params=params | {"sort": "read"})
    verdict = opinion.verdict if against else "unclear"
    evidence = _evidence(report.evidence, opinion, transcript)
    return replace(
        report, verdict=verdict, reason=reason, support=support, evidence=evidence, findings=(found, *findings)
    )


def together(own: Likelihood, opinion: Opinion, right_in: float) -> Likelihood:
    """How likely each verdict is once the reader has spoken; its mistakes go to either of the other two alike."""
    priors = [p**OWN_SHARE for p in (own.heard, own.contradicted, own.not_heard)]
    missed = (1 - right_in) / 2
    weighed = [
        prior * (right_in if verdict == opinion.verdict else missed)
        for prior, verdict in zip(priors, VERDICTS, strict=True)
    ]
    return Likelihood(*(w / sum(weighed) for w in weighed))


def _first(asked: Put, opinion: Opinion) -> str:
    return next((asked.sentences[n] for n in opinion.sentences), "")


def _evidence(found: Sequence[Evidence], opinion: Opinion, transcript: Transcript) -> tuple[Evidence, ...]:
    """The sentences that the reader named first, then those that the check had found."""
    named = [transcript.sentences[n - 1] for n in opinion.sentences]
    known = {e.span: e for e in found}
    first = {s.span: known.get(s.span, Evidence(s.span, s.text, 0.0)) for s in named}
    return tuple((first | {span: e for span, e in known.items() if span not in first}).values())


def _also_right(asked: Put, opinion: Opinion, by: str) -> list[Finding]:
    item = asked.item
    if not isinstance(item, Choice):
        return []
    return [
        Finding(
            "also_right",
            "look",
            f"{by} reads “{item.options[n].text}” as right as well.",
            option=n,
            params={"text": item.options[n].text, "by": by, "sort": "read"},
        )
        for n in opinion.also_right
    ]
