"""Mails that a teacher wishes for: each told once, in their language, to nobody who did not ask."""

from datetime import timedelta

import pytest
from django.core import mail
from django.utils import timezone

from apps.assignments.services import share
from apps.classes.services import add_members, make_class
from apps.results.news import tell_all
from apps.study.models import Answer
from apps.study.services import finish, join_as

from ..conftest import StudentBrowser, item_with, sent

pytestmark = pytest.mark.django_db


@pytest.fixture
def given(teacher, lesson):
    school_class = make_class(teacher, "3 B")
    add_members(school_class, "Ana\nBo")
    return share(teacher, lesson, name="", policy={}, school_class=school_class)


def wished(client, *kinds: str):
    return sent(client, "put", "/api/news/", {"kinds": list(kinds)}).json()


def told() -> list[str]:
    tell_all()
    subjects = [m.subject for m in mail.outbox]
    mail.outbox.clear()
    return subjects


def handed_in(given, *names: str) -> None:
    for name in names:
        finish(join_as(given, given.school_class.members.get(name=name)))


def test_it_is_told_once_when_the_whole_class_has_handed_in(client, given, lesson) -> None:
    assert wished(client, "finished") == {"kinds": ["finished"]}
    handed_in(given, "Ana")
    assert told() == []
    handed_in(given, "Bo")
    assert told() == [f"Escuela: Everybody in 3 B has handed in “{lesson.title}”."]
    assert told() == []


def test_a_lesson_that_was_due_is_told_again_only_for_another_date(client, teacher, given, lesson) -> None:
    wished(client, "due")
    teacher.language = "es"
    teacher.save()
    for hours in (1, 3, 24 * 9):
        given.due_at = timezone.now() - timedelta(hours=hours)
        given.save()
        assert told() == ([] if hours > 48 else [f"Escuela: Ha vencido «{lesson.title}» para 3 B."])
        assert told() == []


def test_a_second_look_is_told_with_the_way_to_it(client, assignment, lesson) -> None:
    wished(client, "looks", "due")
    zoe = StudentBrowser(assignment)
    zoe.answer(item_with(lesson, "choice"), {"chosen": [0]})
    Answer.objects.update(look_asked_at=timezone.now(), look_reason="It is.")
    tell_all()
    assert [m.to for m in mail.outbox] == [["runa@school.example"]]
    assert f"http://testserver/lessons/{lesson.id}/results?view=marking&item=looks" in mail.outbox[0].body
    assert "Zoe" not in mail.outbox[0].body


def test_who_wishes_for_nothing_gets_nothing(client, given) -> None:
    handed_in(given, "Ana", "Bo")
    assert told() == []
    wished(client, "looks")
    assert wished(client) == {"kinds": []}
    assert told() == []


def test_a_mail_that_could_not_be_sent_is_tried_again_and_stops_no_other(client, given, monkeypatch) -> None:
    wished(client, "finished", "due")
    handed_in(given, "Ana", "Bo")
    given.due_at = timezone.now() - timedelta(hours=1)
    given.save()

    def refused(subject: str, *_given: object) -> None:
        if "handed in" in subject:
            raise ConnectionRefusedError
        mail.outbox.append(mail.EmailMessage(subject))

    with monkeypatch.context() as patched:
        patched.setattr("apps.results.news.send_mail", refused)
        assert [s[:20] for s in told()] == ["Escuela: “Locks” was"]
    assert [s[:20] for s in told()] == ["Escuela: Everybody i"]


def test_only_what_can_be_told_can_be_wished_for(client) -> None:
    assert sent(client, "put", "/api/news/", {"kinds": ["weather"]}).status_code == 400
