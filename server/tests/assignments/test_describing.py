"""What the page of an open lesson tells to those who list links, and what it keeps to itself."""

from __future__ import annotations

import json

import pytest
from django.test import Client
from lxml import html

from apps.accounts import limits
from apps.assignments.services import share
from apps.classes.services import make_class

pytestmark = pytest.mark.django_db


def page(code: str):
    return html.fromstring(Client().get(f"/s/{code}").content)


def test_an_open_lesson_describes_itself(teacher, lesson) -> None:
    lesson.title = "Locks </script><script>alert(1)</script> & gates"
    lesson.save()
    # What titles say is the teacher's to say; what items ask and what answers them is not told.
    lesson.segments.update(title="Filling the chamber")
    assignment = share(teacher, lesson, name="Deck hands", policy={})
    found = page(assignment.code)
    told = {m.get("property"): m.get("content") for m in found.xpath("//meta[@property]")}
    assert told["og:title"] == lesson.title
    assert told["og:url"] == f"http://testserver/s/{assignment.code}"
    (data,) = found.xpath("//script[@type='application/ld+json']")
    read = json.loads(data.text)
    assert (read["@type"], read["name"], read["inLanguage"]) == ("LearningResource", lesson.title, "en")
    clips = read["video"]["hasPart"]
    assert len(clips) == lesson.segments.count()
    assert clips[0]["url"].endswith("#t=0")
    # Only the page's own script and the description.
    assert len(found.xpath("//script[not(@src)]")) == 1
    for secret in ("Deck hands", "How long does the chamber", "Olivares"):
        assert secret not in html.tostring(found).decode()


def test_a_class_s_lesson_says_nothing_of_itself(teacher, lesson) -> None:
    assignment = share(teacher, lesson, name="x", policy={}, school_class=make_class(teacher, "3 B"))
    assert page(assignment.code).findtext(".//title") == "Escuela"


def test_lessons_are_not_found_by_trying(teacher, lesson) -> None:
    assignment = share(teacher, lesson, name="x", policy={})
    for number in range(limits.WRONG_PAGES_FROM.most + 2):
        assert page(f"nothere{number}").findtext(".//title") == "Escuela"
    assert page(assignment.code).findtext(".//title") == "Escuela"
