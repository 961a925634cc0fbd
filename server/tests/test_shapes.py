"""What leaves the server: only what its shape has a field for, and JSON that says the same as the types."""

from datetime import UTC, datetime

import pytest
from pydantic import ValidationError

from apps.assignments.serializers import RulesData
from apps.study.lesson_serializers import QuestionOut, SpanOut, StudyMaterialOut
from apps.study.serializers import NotesOut, RulesOut
from config.shapes import Shape, respond, to_json
from escuela_core.study import policy
from escuela_core.timeline import Span


class Left(Shape):
    at: datetime
    span: SpanOut


def test_what_a_row_holds_beside_the_fields_stays_on_the_server() -> None:
    line = {"text": "gate", "meaning": "", "evidence": [{"start_ms": 0, "end_ms": 9}]}
    kept = {"kind": "glossary", "place": "before", "lines": [line], "key": "secret"}
    shown = to_json(StudyMaterialOut.model_validate(kept))
    assert shown == {"kind": "glossary", "place": "before", "lines": [{"text": "gate", "meaning": ""}]}
    assert "correct" not in QuestionOut.model_fields
    assert "explanation" not in QuestionOut.model_fields


def test_a_shape_is_made_of_objects_and_goes_out_as_json() -> None:
    shape = Left(at=datetime(2026, 3, 1, 8, tzinfo=UTC), span=SpanOut.model_validate(Span(1, 2)))
    answer = respond(shape, status=201, headers={"Cache-Control": "no-store"})
    assert answer.data == {"at": "2026-03-01T08:00:00Z", "span": {"start_ms": 1, "end_ms": 2}}
    assert (answer.status_code, answer.headers["Cache-Control"]) == (201, "no-store")
    assert respond(NotesOut([])).data == []


def test_a_student_is_told_every_rule_there_is() -> None:
    assert set(RulesOut.model_fields) == set(policy.NAMES)
    assert set(policy.NAMES) - {"opens_at", "due_at", "closes_at"} == set(RulesData().fields)


def test_nothing_of_it_changes_and_nothing_of_another_sort_gets_in() -> None:
    span = SpanOut(start_ms=1, end_ms=2)
    with pytest.raises(ValidationError):
        span.start_ms = 5
    with pytest.raises(ValidationError):
        SpanOut.model_validate({"start_ms": "soon", "end_ms": 2})
