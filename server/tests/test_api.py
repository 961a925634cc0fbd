"""Every operation that the description of the API names, with whatever fits the description and whatever does not.

Nothing breaks: a refusal is 4xx with a sentence. A few examples each in ``./test``; ``ESCUELA_API_EXAMPLES=500`` makes
a long run of it.
"""

from __future__ import annotations

import json
import os
from typing import Any

import pytest
import schemathesis
from django.conf import settings
from django.db import transaction
from hypothesis import HealthCheck, given
from hypothesis import settings as settings_of
from hypothesis import strategies as st

from .world import World

pytestmark = [pytest.mark.django_db, pytest.mark.filterwarnings("ignore")]
EXAMPLES = int(os.environ.get("ESCUELA_API_EXAMPLES", "4"))
description = schemathesis.openapi.from_path(settings.ROOT / "server" / "openapi.yaml")
HOSTILE = (
    {"content_type": "application/json", "data": "[" * 50_000},
    {"content_type": "application/json", "data": '{"a": "\\ud800", "nickname": "\\u0000", "id": 1e999}'},
    {"content_type": "application/json", "data": b"\xff\xfe{"},
    {"content_type": "application/xml", "data": "<a/>"},
    {"content_type": "application/json", "data": "{}", "HTTP_IF_MATCH": '"²"'},
    {"content_type": "application/json", "data": "{}", "HTTP_IF_MATCH": '"' + "9" * 400 + '"'},
)


@pytest.fixture
def world(lesson) -> World:
    return World(lesson)


def refused_in_a_sentence_or_taken(answer: Any) -> None:
    assert answer.status_code < 500, (answer.request["REQUEST_METHOD"], answer.request["PATH_INFO"])
    if answer.status_code >= 400:
        assert "json" in answer.headers["Content-Type"], (answer.request["PATH_INFO"], answer.content[:300])
        told = answer.json()
        assert told["code"]
        assert told["detail"]


def test_whatever_is_sent_is_taken_or_refused(client, world) -> None:
    for found in description.get_all_operations():
        operation = found.ok()

        @settings_of(max_examples=EXAMPLES, suppress_health_check=list(HealthCheck), database=None)
        @given(case=operation.as_strategy(), there=st.booleans())
        def send(case: Any, there: bool) -> None:
            if there:
                case.path_parameters.update({k: world.ids[k] for k in case.path_parameters if k in world.ids})
            who = world.student_browser.client if "{code}" in case.path else client
            body = "" if isinstance(case.body, schemathesis.core.NotSet) else json.dumps(case.body, default=str)
            with transaction.atomic():
                answer = who.generic(
                    case.method,
                    case.formatted_path,
                    body,
                    content_type="application/json",
                    query_params={k: str(v) for k, v in (case.query or {}).items()},
                )
                transaction.set_rollback(True)
            refused_in_a_sentence_or_taken(answer)

        send()


def test_what_is_no_request_at_all_is_refused_everywhere(client, world) -> None:
    for path, operations in description.raw_schema["paths"].items():
        address = path
        for name, value in world.ids.items():
            address = address.replace("{" + name + "}", str(value))
        who = world.student_browser.client if "{code}" in path else client
        for method in set(operations) & {"post", "put", "patch"}:
            for sent in HOSTILE:
                refused_in_a_sentence_or_taken(who.generic(method.upper(), address, **sent))


@pytest.mark.parametrize(
    "wanted", ["bytes=" + "9" * 5_000 + "-", "bytes=²-", "bytes=-0", "bytes=5-2", "lines=1-2", "\x00"]
)
def test_odd_ranges_are_answered(client, world, wanted) -> None:
    assert client.get(f"/media/{world.ids['key']}", headers={"Range": wanted}).status_code in (200, 206, 416)


def test_uploads_ask_for_numbers(client) -> None:
    for length in ("²", "9" * 400, "-1", "", "1e3"):
        answer = client.post("/api/uploads/", headers={"Upload-Length": length})
        assert 400 <= answer.status_code < 500, length
