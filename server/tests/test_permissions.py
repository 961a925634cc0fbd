"""Who may do what at every address there is, read off the addresses themselves, so that a new one cannot be forgotten.

The rule: students' addresses are open to whoever has the code; a few are open to all; every other belongs to its
teacher. For nobody else, teacher or student, do its things exist.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Any

import pytest
from django.db import transaction
from django.test import Client
from django.urls import URLPattern, get_resolver

from .conftest import make_teacher, signed_in
from .world import World

pytestmark = pytest.mark.django_db
METHODS = ("get", "post", "put", "patch", "delete")
# A ticket is shown where no session may be; who has none finds nothing (server/tests/lti).
OPEN = re.compile(r"api/(session/(demo/)?|accounts/.*|ping/|study/.*|class/.*|mine/|offered/|lti/<str:ticket>/)")
# Not of the API: pages, and files under names that cannot be guessed (their own tests say who gets which).
ELSEWHERE = re.compile(r"(media/|outbox/|oembed|lti/|offered/|s/|c/|\(\?s\)|api/\(\?s\))")


def addresses() -> Iterator[tuple[str, str]]:
    """Each method at each address of the API."""

    def walk(resolver: Any, before: str = "") -> Iterator[tuple[str, URLPattern]]:
        for part in resolver.url_patterns:
            path = before + str(part.pattern)
            if isinstance(part, URLPattern):
                yield path, part
            else:
                yield from walk(part, path)

    for path, pattern in walk(get_resolver()):
        view = getattr(pattern.callback, "view_class", None) or getattr(pattern.callback, "cls", None)
        if not ELSEWHERE.match(path):
            assert view is not None, f"{path} is neither of the API nor named as something else"
            yield from ((method, path) for method in METHODS if hasattr(view, method))


def at(path: str, ids: dict[str, Any]) -> str:
    """The address of what there is. A parameter that nothing is known of is a new sort of thing: say what it names."""
    return "/" + re.sub(r"<\w+:(\w+)>", lambda m: str(ids[m.group(1)]), path)


OWNED = [(m, p) for m, p in addresses() if not OPEN.fullmatch(p)]


@pytest.fixture
def world(lesson) -> World:
    return World(lesson)


def status(client: Client, method: str, path: str) -> int:
    return int(getattr(client, method)(path, {}, content_type="application/json").status_code)


def test_a_teacher_s_things_are_refused_to_nobody_and_to_students(world) -> None:
    for who in (Client(), world.student_browser.client):
        assert {(m, p): status(who, m, at(p, world.ids)) for m, p in OWNED} == dict.fromkeys(OWNED, 403)


def test_another_teacher_s_things_do_not_exist(world) -> None:
    stranger = signed_in(make_teacher("other@school.example", "Bruno Vane"))
    named = [(m, p) for m, p in OWNED if re.search(r"<\w+:\w+_id>", p)]
    assert {(m, p): status(stranger, m, at(p, world.ids)) for m, p in named} == dict.fromkeys(named, 404)
    for method, path in [(m, p) for m, p in OWNED if "<" not in p and m == "get"]:
        answer = stranger.get(at(path, world.ids))
        assert str(world.ids["lesson_id"]) not in answer.content.decode(), path
        assert "Deck hands" not in answer.content.decode(), (method, path)


def test_their_owner_finds_them(teacher, world) -> None:
    """Whatever else is wrong with an empty request, it is not that there is nothing or that it is not theirs."""
    wrong = {}
    # There is no archive before its job is done.
    for method, path in [(m, p) for m, p in OWNED if not p.endswith("export/<uuid:job_id>/")]:
        with transaction.atomic():
            told = status(signed_in(teacher), method, at(path, world.ids))
            transaction.set_rollback(True)
        if told in (401, 403, 404) or told >= 500:
            wrong[method, path] = told
    assert wrong == {}


def test_students_addresses_know_only_their_own_student(world) -> None:
    theirs = world.other_student.get()["student"]
    assert theirs["nickname"] == "Bo"
    assert not any(i["answers"] for i in theirs["items"])
    for method, path in [(m, p) for m, p in addresses() if p.startswith("api/study/<str:code>/") and m == "post"]:
        if path != "api/study/<str:code>/":
            assert status(Client(), method, at(path, world.ids)) == 400, path


def test_nobody_s_page_is_kept_by_a_cache(client, world) -> None:
    for who, path in ((client, "/api/lessons/"), (world.student_browser.client, world.student_browser.base)):
        assert who.get(path).headers["Cache-Control"] == "no-store"


def test_only_the_study_pages_may_be_framed(client, world) -> None:
    for path in ("/", "/api/lessons/", "/outbox/", f"/media/{world.ids['key']}"):
        policy = client.get(path).headers["Content-Security-Policy"]
        assert "frame-ancestors 'none'" in policy or "sandbox" in policy, path
    assert "frame-ancestors *" in client.get(f"/s/{world.ids['code']}").headers["Content-Security-Policy"]
