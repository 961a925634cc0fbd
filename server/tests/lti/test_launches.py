"""Lessons in a learning platform, against its stand-in: chosen there, opened there, and what must not open."""

from __future__ import annotations

import json
import uuid
from datetime import timedelta
from urllib.parse import urlsplit

import pytest
from django.test import Client
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.classes import services as classes
from apps.classes.models import Member, SchoolClass
from apps.lti import keys
from apps.lti.models import Login, Platform, Teacher, Ticket, ToolKey
from apps.study import merging
from apps.study.models import Student

from ..conftest import CHOICE, answered, make_lesson, make_teacher, posted, run_jobs, signed_in
from .conftest import began

pytestmark = pytest.mark.django_db


def problem(response) -> str:
    assert response.status_code == 400
    page = response.content.decode()
    return str(json.loads(page.split('data-problem="')[1].split('"')[0].replace("&quot;", '"'))["code"])


def test_a_teacher_chooses_a_lesson_and_learners_are_in_it_under_their_names(teacher, school, lesson) -> None:
    told = school.chosen(signed_in(teacher), lesson)
    assert told["return_url"] == f"{school.platform.issuer}/return"
    item = school.platform.links[0]
    assert item["title"] == lesson.title
    assert item["lineItem"]["scoreMaximum"] == 4
    client, base = school.enter("s-ana")
    state = client.get(base).json()
    assert state["student"]["nickname"] == "Ana Ruiz"
    assert not state["lesson"]["items"][0].get("correct")
    school.enter("s-bo")
    school.enter("s-quiet")
    course = SchoolClass.objects.get(name="Boats and locks, year 7")
    assert {m.name for m in course.members.all()} == {"Ana Ruiz", "Bo Lind", "Student 1"}
    # The same person on another device is the same student.
    other, _ = school.enter("s-ana")
    assert other.get(base).json()["student"]["id"] == state["student"]["id"]


def test_lessons_are_shown_to_who_has_said_who_they_are_and_to_nobody_else(teacher, school, lesson) -> None:
    ticket = school.ticket(Client())
    told = Client().get(f"/api/lti/{ticket}/").json()
    assert (told["who"], told["lessons"], told["chooses"]) == ("", [], True)
    assert posted(Client(), f"/api/lti/{ticket}/", {"lesson": str(lesson.id)}).json()["code"] == "launch_who"
    assert Client().put(f"/api/lti/{ticket}/teacher/").status_code == 403
    # A colleague who comes from there sees their own, not those of who made the platform known.
    colleague = make_teacher("other@school.example", "Bruno Vane")
    signed_in(colleague).put(f"/api/lti/{ticket}/teacher/")
    assert Client().get(f"/api/lti/{ticket}/").json()["lessons"] == []
    assert posted(Client(), f"/api/lti/{ticket}/", {"lesson": str(lesson.id)}).status_code == 404
    own = make_lesson(colleague, (CHOICE,))
    assert [x["id"] for x in Client().get(f"/api/lti/{ticket}/").json()["lessons"]] == [str(own.id)]


def test_a_ticket_is_good_once_and_for_an_hour(teacher, school, lesson) -> None:
    ticket = school.ticket(Client())
    signed_in(teacher).put(f"/api/lti/{ticket}/teacher/")
    assert posted(Client(), f"/api/lti/{ticket}/", {"lesson": str(lesson.id)}).status_code == 200
    assert posted(Client(), f"/api/lti/{ticket}/", {"lesson": str(lesson.id)}).status_code == 404
    old = school.ticket(Client())
    Ticket.objects.filter(id=old).update(made_at=timezone.now() - timedelta(hours=2))
    assert Client().get(f"/api/lti/{old}/").status_code == 404


def test_what_the_class_has_already_can_be_chosen_again(teacher, school, lesson) -> None:
    school.chosen(signed_in(teacher), lesson)
    ticket = school.ticket(Client())
    given = Client().get(f"/api/lti/{ticket}/").json()["given"]
    assert [g["title"] for g in given] == [lesson.title]
    posted(Client(), f"/api/lti/{ticket}/", {"assignment": given[0]["id"]})
    assert Assignment.objects.count() == 1


def test_a_teacher_who_opens_a_lesson_is_led_to_its_results(teacher, school, lesson) -> None:
    school.chosen(signed_in(teacher), lesson)
    ticket = school.ticket(Client(), link="0")
    told = Client().get(f"/api/lti/{ticket}/").json()
    assert told["assignment"]["lesson_id"] == str(lesson.id)
    assert not told["chooses"]
    page = Client().get(f"/lti/from/{ticket}").headers["Content-Security-Policy"]
    assert f"frame-ancestors {school.platform.issuer};" in page + ";"
    # Somebody else on that platform who teaches there too is told nothing of it.
    Teacher.objects.update(user=make_teacher("other@school.example", "Bruno Vane"))
    assert Client().get(f"/api/lti/{ticket}/").json()["assignment"] is None


@pytest.mark.parametrize("wrong", ["key", "audience", "old", "nonce"])
def test_launches_that_cannot_be_believed_open_nothing(teacher, school, lesson, wrong) -> None:
    school.chosen(signed_in(teacher), lesson)
    assert problem(school.launch(Client(), "s-ana", wrong=wrong)) == "launch_refused"
    assert not Student.objects.exists()


def test_each_launch_is_good_once_and_in_the_browser_that_began_it(teacher, school, lesson) -> None:
    school.chosen(signed_in(teacher), lesson)
    client = Client()
    form = school.asked(client, "s-ana", "0")
    stolen = Client().post(f"/lti/{school.known.id}/launch", form)
    assert problem(stolen) == "launch_cookies"
    assert "login_hint=s-ana" in stolen.content.decode()
    # Now it is over for the first one as well.
    assert problem(client.post(f"/lti/{school.known.id}/launch", form)) == "launch_refused"
    form = school.asked(client, "s-ana", "0")
    assert client.post(f"/lti/{school.known.id}/launch", form).status_code == 302
    client.cookies[f"escuela_launch_{form['state'][:16]}"] = form["state"]
    assert problem(client.post(f"/lti/{school.known.id}/launch", form)) == "launch_refused"
    # The message of the launch before, in answer to a login of its own.
    assert problem(school.launch(Client(), "s-ana", wrong="replayed")) == "launch_refused"
    late = Client()
    form = school.asked(late, "s-ana", "0")
    Login.objects.update(begun_at=timezone.now() - timedelta(minutes=11))
    assert problem(late.post(f"/lti/{school.known.id}/launch", form)) == "launch_refused"


def test_a_platform_opens_only_what_was_given_through_it(teacher, school, lesson) -> None:
    """Whoever makes a platform of their own known cannot open other teachers' lessons with its keys."""
    school.chosen(signed_in(teacher), lesson)
    school.known.courses.update(context="another course")
    assert problem(school.launch(Client(), "s-ana")) == "launch_elsewhere"
    school.known.courses.update(context="course-7")
    stranger = make_teacher("other@school.example", "Bruno Vane")
    theirs = Platform.objects.get(id=school.known.id)
    theirs.pk, theirs.owner = uuid.uuid4(), stranger
    theirs.save(force_insert=True)
    school.platform.tool["login"] = school.platform.tool["login"].replace(str(school.known.id), str(theirs.id))
    school.platform.tool["launch"] = school.platform.tool["launch"].replace(str(school.known.id), str(theirs.id))
    assert problem(school.launch(Client(), "s-ana")) == "launch_elsewhere"


def test_only_teachers_choose_and_only_platforms_that_are_set_up_are_answered(teacher, school) -> None:
    assert problem(school.launch(Client(), "s-ana", "choose")) == "launch_teachers_only"
    login = f"/lti/{school.known.id}/login"
    assert problem(Client().get(login, {"iss": "https://other.example", "login_hint": "x"})) == "launch_refused"
    assert problem(Client().get(login, {"iss": school.platform.issuer})) == "launch_refused"
    client = signed_in(teacher)
    client.patch(f"/api/platforms/{school.known.id}/", {"keys_url": ""}, content_type="application/json")
    assert problem(Client().get(login, {"iss": school.platform.issuer})) == "platform_not_whole"
    assert client.delete(f"/api/platforms/{school.known.id}/").status_code == 204
    assert Client().get(login).status_code == 404
    assert client.put(f"/api/platforms/{school.known.id}/").status_code == 200


def test_names_come_from_the_platform_s_list_once_each(teacher, school, lesson) -> None:
    school.chosen(signed_in(teacher), lesson)
    run_jobs()
    course = SchoolClass.objects.get(name="Boats and locks, year 7")
    names = {"Ana Ruiz", "Bo Lind", "Student 1"}
    assert set(course.members.values_list("name", flat=True)) == names
    people = [dict(p) for p in school.platform.people if p["user_id"] != "s-bo"]
    people[1]["name"] = "Ana Ruiz Gil"
    school.platform.people = people
    client = signed_in(teacher)
    job = posted(client, f"/api/classes/{course.id}/course/", {}).json()
    run_jobs()
    told = client.get(f"/api/jobs/{job['id']}/").json()
    assert (told["result"]["new"], told["result"]["gone"]) == (0, 1)
    assert set(course.members.values_list("name", flat=True)) == {"Ana Ruiz Gil", "Bo Lind", "Student 1"}
    assert client.get(f"/api/classes/{course.id}/course/").json()["platform"] == "Lumbre campus"


def test_who_was_taken_out_stays_out_and_who_was_merged_is_the_other(teacher, school, lesson) -> None:
    school.chosen(signed_in(teacher), lesson)
    client, base = school.enter("s-ana")
    student = Student.objects.get()
    answered(student, uuid.uuid4(), lesson.items.first().id, {"chosen": [1]})
    course = SchoolClass.objects.get(name="Boats and locks, year 7")
    classes.add_members(course, "Ana R.")
    merging.merge(student.member, course.members.get(name="Ana R."))
    school.enter("s-ana")
    assert Student.objects.get().member.name == "Ana Ruiz"
    school.enter("s-bo")
    Member.objects.get(name="Bo Lind").remove()
    assert problem(school.launch(Client(), "s-bo")) == "launch_taken_out"


def test_both_get_to_know_each_other_by_one_address_and_once(teacher, school, lesson) -> None:
    client = signed_in(teacher)
    made = began("Same campus", client)
    ours = school.platform
    ours.tool = {"login": "", "launch": "", "keys": ""}
    address = urlsplit(made["ours"]["registration"]).path
    asked = {"openid_configuration": f"{ours.services}/configuration", "registration_token": ours.introduction}
    ours.misbehaves = "another-site"
    assert problem(Client().get(address, asked)) == "launch_claim"
    ours.misbehaves = ""
    assert problem(Client().get(address, asked | {"registration_token": "made up"})) == "platform_says_no"
    assert problem(Client().get(address, asked | {"openid_configuration": "http://10.0.0.1/x"})) == "link_private"
    assert Client().get(address, asked).status_code == 200
    assert next(p for p in client.get("/api/platforms/").json() if p["id"] == made["id"])["is_whole"]
    assert ours.tool["login"] == made["ours"]["login"]
    # Whoever finds the address later changes nothing.
    assert problem(Client().get(address, asked)) == "platform_whole"
    school.chosen(client, lesson)
    assert school.enter("s-ana")


def test_keys_turn_over_and_are_read_before_they_sign(school) -> None:
    first = ToolKey.objects.get()
    ToolKey.objects.update(made_at=timezone.now() - timedelta(days=31))
    keys.turn_over()
    assert [k["kid"] for k in keys.published()["keys"]][1] == str(first.id)
    assert not {"d", "p", "q"} & set(keys.published()["keys"][0])
    assert keys._signing_key().id == first.id
    newest = ToolKey.objects.exclude(id=first.id).get()
    ToolKey.objects.filter(id=newest.id).update(made_at=timezone.now() - timedelta(days=2))
    assert keys._signing_key().id == newest.id
    assert "PRIVATE" not in newest.private
