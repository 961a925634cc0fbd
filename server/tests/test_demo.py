"""The demo world, made by the product's own services from what is committed."""

import json

import pytest
from django.core.management import call_command

from apps.accounts.models import User
from apps.accounts.services import DEMO_EMAIL
from apps.assignments.models import Assignment
from apps.lessons.items.services import is_undecided
from apps.lessons.models import Lesson
from apps.privacy.erasing import erase_account
from apps.results.class_sheet import Sheet
from apps.results.item_selectors import item_data
from apps.results.selectors import sheet_data
from demo.students import CLASS, LINK_CLASS, ROOM_CLASS

from .conftest import DEMO

pytestmark = pytest.mark.django_db


@pytest.fixture(scope="module")
def demo(django_db_setup, django_db_blocker):
    with django_db_blocker.unblock():
        call_command("seed_demo")
        yield
        for user in User.objects.all():
            erase_account(user)


def lesson(title: str) -> Lesson:
    return Lesson.objects.get(title__startswith=title)


def test_media_are_small_and_of_three_to_five_minutes() -> None:
    files = sorted(DEMO.glob("*.mp4")) + sorted(DEMO.glob("*.webm"))
    assert len(files) == 6
    assert all(f.stat().st_size < 4_000_000 for f in files)


def test_the_demo_is_made_once(demo) -> None:
    call_command("seed_demo")
    assert Lesson.objects.filter(owner__email=DEMO_EMAIL).count() == 4
    # And one that a colleague offers.
    assert Lesson.objects.count() == 5
    assert all(180_000 <= r.recording.duration_ms <= 300_000 for r in Lesson.objects.all())


def test_what_was_said_without_a_script_has_items_of_the_writer_s_own(demo) -> None:
    mine = lesson("A first lesson").items.filter(place="lesson")
    assert mine.count() >= 8
    assert all(i.seen and i.report["standing"] == "confirmed" for i in mine)


def test_one_lesson_is_ready_and_shared_with_eighteen(demo) -> None:
    assert not any(is_undecided(i) for i in lesson("How a canal").items.all())
    data = sheet_data(Assignment.objects.get(school_class=None))
    assert len(data.students) == 18
    assert data.segments[2].advice
    assert data.waiting > 0


def test_a_class_has_its_names_and_some_have_begun(demo) -> None:
    data = sheet_data(Assignment.objects.get(school_class__name=CLASS))
    assert (len(data.students), len(data.absent)) == (6, 4)
    assert data.looks == 1


def test_a_class_came_in_by_its_link_and_one_still_waits(demo) -> None:
    given = Assignment.objects.get(school_class__name=LINK_CLASS)
    assert given.school_class.requests.count() == 1
    assert len(sheet_data(given).students) == 3


def test_a_lesson_was_played_in_class_and_its_marks_are_those_of_any(demo) -> None:
    given = Assignment.objects.get(school_class__name=ROOM_CLASS)
    assert len(given.room.told) == len(given.edition.items)
    data = sheet_data(given)
    assert (len(data.students), data.segments[0].answered > 3) == (7, True)
    assert max(s.coverage for s in data.students) > 0.5


def test_the_other_waits_half_way_through_the_check(demo) -> None:
    items = list(lesson("Three knots").items.all())
    codes = {f["code"] for i in items for f in i.report["findings"]}
    assert {"contradicted", "not_heard", "twin"} <= codes
    assert any(is_undecided(i) for i in items)


def test_items_of_the_ready_lesson_pause_in_silence(demo) -> None:
    found = lesson("How a canal")
    spans = found.recording.silence_spans()
    for item in found.items.all():
        assert any(s.start_ms <= item.pause_ms <= s.end_ms for s in spans), item.content["prompt"]


def test_what_is_said_is_what_was_written(demo) -> None:
    text = json.loads((DEMO.parent / "lessons" / "three-knots.json").read_text("utf-8"))
    written = [s for part in text["parts"] for s in part]
    assert [s.text for s in lesson("Three knots").recording.sentences.all()] == written


def test_the_items_of_the_class_have_their_figures(demo) -> None:
    sheet = Sheet(Assignment.objects.get(school_class=None))
    told = [item_data(sheet, n).statistics for n, i in enumerate(sheet.items) if not i.waits]
    assert all(t.answered >= 16 and 0 < t.facility < 1 for t in told)
    # The gates that point upstream were meant to be hard.
    assert min(told, key=lambda t: t.facility) is told[3]
    assert all(sum(third.students for third in t.thirds) == t.answered for t in told)
