"""Any JSON at all, sent anywhere: it is taken or refused in a sentence, and never breaks the server."""

from __future__ import annotations

import uuid

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from .conftest import StudentBrowser, item_with

pytestmark = pytest.mark.django_db
QUIET = settings(max_examples=60, suppress_health_check=[HealthCheck.function_scoped_fixture])
KEYS = st.sampled_from(
    "kind prompt options text correct answer answers marks pause_ms evidence start_ms end_ms position at_ms place ids "
    "decision reason count kinds segments title folder name attempts due_at id item response chosen truth not_sure "
    "stretches wall_ms nickname".split()
)
LEAVES = (
    st.none()
    | st.booleans()
    | st.integers(-(10**12), 10**12)
    | st.floats(allow_nan=False, allow_infinity=False)
    | st.text(max_size=20)
    | st.sampled_from(
        ["choice", "true_false", "gap", "open", "note", "kept", "kept_anyway", "pool", "lesson", "dropped"]
    )
)
BODY = st.recursive(
    LEAVES, lambda inner: st.lists(inner, max_size=3) | st.dictionaries(KEYS, inner, max_size=6), max_leaves=14
)


def refused_or_taken(answered) -> None:
    assert answered.status_code < 500
    if answered.status_code >= 400:
        body = answered.json()
        assert body["code"]
        assert body["detail"]


@QUIET
@given(body=BODY)
def test_teacher_s_addresses(client, lesson, body) -> None:
    item, segment = lesson.items.first(), lesson.segments.first()
    for method, path in (
        ("post", f"lessons/{lesson.id}/items/"),
        ("put", f"items/{item.id}/"),
        ("put", f"items/{item.id}/pause/"),
        ("patch", f"lessons/{item.lesson_id}/items/"),
        ("put", f"items/{item.id}/decision/"),
        ("put", f"lessons/{lesson.id}/extract/"),
        ("put", f"lessons/{lesson.id}/items/"),
        ("post", f"lessons/{lesson.id}/segments/"),
        ("patch", f"segments/{segment.id}/"),
        ("patch", f"lessons/{lesson.id}/"),
        ("patch", f"lessons/{lesson.id}/script/{lesson.recording.sentences.first().pk}/"),
        ("post", f"lessons/{lesson.id}/assignments/"),
        ("post", f"lessons/{lesson.id}/rehearsal/"),
        ("post", f"lessons/{lesson.id}/propose/"),
    ):
        refused_or_taken(getattr(client, method)(f"/api/{path}", body, content_type="application/json"))


@QUIET
@given(body=BODY)
def test_student_s_addresses(assignment, lesson, body) -> None:
    browser = StudentBrowser(assignment)
    item = item_with(lesson, "choice")
    for path in ("", "answers/", "played/", "finished/"):
        refused_or_taken(browser.client.post(browser.base + path, body, content_type="application/json"))
    given_answer = {"id": str(uuid.uuid4()), "item": str(item.id), "response": body}
    refused_or_taken(browser.post("answers/", given_answer))


@QUIET
@given(body=BODY)
def test_account_addresses(body) -> None:
    from django.test import Client

    for path in ("session/", "accounts/", "accounts/confirm/", "accounts/ask-password/", "accounts/new-password/"):
        refused_or_taken(Client().post(f"/api/{path}", body, content_type="application/json"))
