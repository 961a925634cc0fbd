"""A class's marks as a OneRoster 1.2 CSV package: ``manifest``, ``categories``, ``lineItems`` and ``results``.

After the 1EdTech OneRoster 1.2 CSV Binding; what a school's system knows (class, students) goes by its own ids, what
Escuela adds by ids made of those, the same each time: a package taken again changes rows instead of adding them.
"""

from __future__ import annotations

import csv
import io
import uuid
import zipfile
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime

CATEGORY = "Escuela"
_FILES = ("categories", "lineItems", "results")
# Every file of the binding is named in the manifest, as there or not.
_OTHERS = (
    "academicSessions classes classResources courses courseResources demographics enrollments "
    "lineItemLearningObjectiveIds lineItemScoreScales orgs resources resultLearningObjectiveIds "
    "resultScoreScales roles scoreScales userProfiles userResources users"
).split()


@dataclass(frozen=True, slots=True)
class LineItem:
    """A lesson that was given to a class, with the marks that are to be had."""

    source_id: str
    title: str
    given_on: date
    due_on: date
    most: float


@dataclass(frozen=True, slots=True)
class Result:
    """A student's marks at a lesson; None while there are none. ``final`` once nothing waits to be marked."""

    line_item: str
    student: str
    marks: float | None
    final: bool
    late: bool
    on: date


def package(class_id: str, items: Sequence[LineItem], results: Sequence[Result], at: datetime) -> bytes:
    """The zip; ``at`` is when the rows were last changed."""
    stamp = at.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%S.000Z")
    category = stable_id(class_id, CATEGORY)
    common = {"status": "active", "dateLastModified": stamp}
    rows = {
        "categories": [{"sourcedId": category, **common, "title": CATEGORY, "weight": ""}],
        "lineItems": [
            {
                "sourcedId": i.source_id,
                **common,
                "title": i.title,
                "description": "",
                "assignDate": i.given_on.isoformat(),
                "dueDate": i.due_on.isoformat(),
                "classSourcedId": class_id,
                "categorySourcedId": category,
                "gradingPeriodSourcedId": "",
                "academicSessionSourcedId": "",
                "schoolSourcedId": "",
                "resultValueMin": "0",
                "resultValueMax": f"{i.most:g}",
            }
            for i in items
        ],
        "results": [
            {
                "sourcedId": stable_id(r.line_item, r.student),
                **common,
                "lineItemSourcedId": r.line_item,
                "studentSourcedId": r.student,
                "scoreStatus": _status(r),
                "score": "" if r.marks is None else f"{r.marks:g}",
                "textScore": "",
                "scoreDate": r.on.isoformat(),
                "comment": "",
                "classSourcedId": class_id,
                "inProgress": "",
                "incomplete": "",
                "late": str(r.late).lower(),
                "missing": "",
            }
            for r in results
        ],
    }
    data = io.BytesIO()
    with zipfile.ZipFile(data, "w", zipfile.ZIP_DEFLATED) as zipped:
        zipped.writestr("manifest.csv", _manifest())
        for name in _FILES:
            zipped.writestr(f"{name}.csv", _csv(rows[name]))
    return data.getvalue()


def stable_id(*parts: str) -> str:
    return str(uuid.uuid5(uuid.NAMESPACE_URL, "\n".join(parts)))


def _status(result: Result) -> str:
    if result.marks is None:
        return "not submitted"
    return "fully graded" if result.final else "partially graded"


def _manifest() -> str:
    told = {"manifest.version": "1.0", "oneroster.version": "1.2"}
    told |= {f"file.{name}": "bulk" for name in _FILES} | {f"file.{name}": "absent" for name in _OTHERS}
    told |= {"source.systemName": "Escuela", "source.systemCode": "escuela"}
    return _csv([{"propertyName": name, "value": value} for name, value in sorted(told.items())])


def _csv(rows: Sequence[dict[str, str]]) -> str:
    out = io.StringIO()
    if rows:
        writer = csv.DictWriter(out, list(rows[0]), lineterminator="\r\n")
        writer.writeheader()
        writer.writerows(rows)
    return out.getvalue()
