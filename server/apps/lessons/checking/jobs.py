"""The long work of checking all items of a lesson."""

from __future__ import annotations

import hashlib
import json
from dataclasses import asdict, replace
from typing import Any

from apps.lessons.checking.opinions import rests_on, with_opinions
from apps.lessons.items.services import stored
from apps.lessons.models import Item, Lesson
from apps.lessons.segments.services import stretches
from apps.recordings import readings
from apps.work.models import Job
from apps.work.services import Steps, long_work
from escuela_core.checking import ItemReport, Mend, check
from escuela_core.checking.standing import standing
from escuela_core.items import Item as CoreItem

UNDECIDED_PLACES = (Item.Place.LESSON, Item.Place.POOL)


@long_work("check", ("check",))
def check_lesson(job: Job, steps: Steps) -> dict[str, Any]:
    """Every item of the lesson against what is said."""
    lesson = Lesson.with_removed.select_related("recording").filter(id=job.given["lesson"]).first()
    if lesson is not None:
        steps.once("check", lambda _share: check_items(lesson))
    return {}


def check_items(lesson: Lesson) -> None:
    """Check the lesson here and now, as a worker does, and keep the reports."""
    version = lesson.version
    items = list(lesson.items.filter(place__in=UNDECIDED_PLACES))
    recording = lesson.recording
    transcript = recording.transcript()
    readings.recall(recording, transcript)
    # Items of the lesson come first, so that of two twins the one in the pool carries the finding.
    items.sort(key=lambda i: (i.place != Item.Place.LESSON, i.position))
    reports = check(
        [_to_be_placed(i) for i in items],
        transcript,
        extract=stretches(lesson),
        silences=recording.silence_spans(),
        level=lesson.wishes.get("level", ""),
    )
    told = with_opinions(lesson, items, reports, transcript)
    for item, own, report in zip(items, reports, told, strict=True):
        if not item.pause_by_teacher and report.pause_ms is not None:
            # The teacher has not placed it: the sentences it rests on decide.
            item.content = item.content | {"pause_ms": report.pause_ms}
        Item.objects.filter(id=item.id, version=item.version).update(
            report=report_data(item, report) | {"rests_on": rests_on(own)}, content=item.content
        )
    Lesson.objects.filter(id=lesson.id, checked_version__lt=version).update(checked_version=version)


def _to_be_placed(item: Item) -> CoreItem:
    """The item as it is checked: what the teacher has not placed is placed again where its words decide, since nobody
    marked what it rests on or it has several parts, each said somewhere."""
    core = item.core()
    open_to_move = not item.pause_by_teacher and (not core.evidence or len(core.key_claims()) > 1)
    return replace(core, pause_ms=None) if open_to_move else core


def report_data(item: Item, report: ItemReport) -> dict[str, Any]:
    """A report as it is stored, with what it rests on and whether an earlier decision still holds."""
    words = {k: v for k, v in item.content.items() if k not in ("pause_ms", "marks", "depth", "wordings")}
    texts = [e.text for e in report.evidence[:1]]
    basis = hashlib.sha256(json.dumps([words, texts], sort_keys=True, ensure_ascii=False).encode()).hexdigest()
    findings = [asdict(f) for f in report.findings]
    if item.decision in (Item.Decision.KEPT, Item.Decision.KEPT_ANYWAY) and item.decision_basis != basis:
        message = "The item or its sentence was changed after it was decided."
        findings.append(
            {"code": "stale", "severity": "error", "message": message, "option": None, "other": None, "params": {}}
        )
    return {
        "verdict": report.verdict,
        "support": report.support,
        "reason": asdict(report.reason),
        "evidence": [asdict(e.span) | {"text": e.text, "score": e.score} for e in report.evidence],
        "findings": findings,
        "mends": [_mend(mend) for mend in report.mends],
        "pause": asdict(report.pause) if report.pause else None,
        "basis": basis,
        "standing": standing(report),
    }


def _mend(mend: Mend) -> dict[str, Any]:
    return {
        "code": mend.code,
        "message": mend.message,
        "params": mend.params,
        "content": stored(mend.item) if mend.item else None,
        "pause_ms": mend.pause_ms,
        "drop": mend.drop,
        "widen": asdict(mend.widen) if mend.widen else None,
        "other": mend.other,
    }
