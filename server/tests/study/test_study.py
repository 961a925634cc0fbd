import json
import uuid
from datetime import timedelta

import pytest
from django.conf import settings
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.results.selectors import sheet_data
from apps.study.models import Answer, Stretch, Student

from ..conftest import StudentBrowser, item_with, there_since

pytestmark = pytest.mark.django_db
RIGHT, WRONG = {"chosen": [1]}, {"chosen": [0]}


def policy(assignment: Assignment, **fields: object) -> None:
    Assignment.objects.filter(id=assignment.id).update(**fields)


def test_an_answer_is_marked_and_explained_at_once(browser, lesson) -> None:
    told = browser.answer(item_with(lesson, "choice"), RIGHT).json()
    assert told["answers"][0]["outcome"] == "right"
    assert told["done"]
    assert (told["key"]["correct"], told["key"]["explanation"]) == ([1], "It fills slowly, in about six minutes.")


def test_a_wrong_answer_leaves_a_try_and_no_key(browser, lesson) -> None:
    told = browser.answer(item_with(lesson, "choice"), WRONG).json()
    assert (told["answers"][0]["outcome"], told["tries_left"], told["key"], told["done"]) == ("wrong", 1, None, False)
    second = browser.answer(item_with(lesson, "choice"), WRONG).json()
    assert second["key"]["correct"] == [1]
    third = browser.answer(item_with(lesson, "choice"), RIGHT)
    assert (third.status_code, third.json()["code"]) == (409, "no_tries_left")
    assert Answer.objects.count() == 2


def test_an_answer_sent_twice_counts_once(browser, lesson) -> None:
    answer_id = str(uuid.uuid4())
    first = browser.answer(item_with(lesson, "choice"), WRONG, answer_id)
    again = browser.answer(item_with(lesson, "choice"), RIGHT, answer_id)
    assert again.json() == first.json()
    assert Answer.objects.get().response == WRONG


def test_the_id_of_someone_else_s_answer_tells_nothing(browser, assignment, lesson) -> None:
    answer_id = str(uuid.uuid4())
    browser.answer(item_with(lesson, "choice"), RIGHT, answer_id)
    other = StudentBrowser(assignment, "Edo").answer(item_with(lesson, "choice"), WRONG, answer_id)
    assert (other.status_code, other.json()["code"]) == (409, "answer_elsewhere")
    assert "key" not in other.json()


def test_answers_come_in_any_order(browser, lesson) -> None:
    for kind, response in (("gap", {"text": "olivares"}), ("open", {"text": "By its weight."}), ("choice", RIGHT)):
        assert browser.answer(item_with(lesson, kind), response).status_code == 200
    outcomes = {i["answers"][0]["outcome"] for i in browser.get()["student"]["items"]}
    assert outcomes == {"right", "waiting"}


def test_a_gap_with_a_bank_offers_its_words_without_saying_which_is_right(teacher, lesson) -> None:
    from apps.assignments.services import share

    item = item_with(lesson, "gap")
    item.content = item.content | {"bank": ["Rueda", "Aranda"]}
    item.save()
    browser = StudentBrowser(share(teacher, lesson, name="Bank", policy={}))
    shown = next(q for q in browser.get()["lesson"]["items"] if q["kind"] == "gap")
    assert shown["options"] == sorted(["Rueda", "Aranda", item.content["answers"][0]])
    assert browser.answer(item, {"text": "Rueda"}).json()["answers"][0]["outcome"] == "wrong"


def test_an_item_not_reached_is_refused_where_skipping_is(browser, assignment, lesson) -> None:
    policy(assignment, skipping="watched")
    there_since(minutes=10)
    item = item_with(lesson, "gap")
    assert browser.answer(item, {"text": "Olivares"}).json()["code"] == "not_reached"
    browser.played((37_000, 38_000))
    assert browser.answer(item, {"text": "Olivares"}).json()["code"] == "not_reached"
    browser.played((0, 38_000))
    assert browser.answer(item, {"text": "Olivares"}).status_code == 200


@pytest.mark.parametrize(("field", "state"), [({"closes_at": -1}, "closed"), ({"opens_at": 1}, "not_yet")])
def test_a_shut_assignment_takes_no_answers_and_nobody_in(browser, assignment, lesson, field, state) -> None:
    policy(assignment, **{k: timezone.now() + timedelta(hours=v) for k, v in field.items()})
    refused = browser.answer(item_with(lesson, "choice"), RIGHT)
    assert (refused.status_code, refused.json()["code"]) == (409, "assignment_shut")
    assert StudentBrowser(assignment, "Late").joined.json()["code"] == "assignment_shut"
    assert browser.get()["state"] == state


def test_late_answers_are_taken_and_marked_late(browser, assignment, lesson) -> None:
    policy(assignment, due_at=timezone.now() - timedelta(minutes=1))
    browser.answer(item_with(lesson, "choice"), RIGHT)
    assert Answer.objects.get().late


def test_not_sure_is_taken_only_where_offered(browser, assignment, lesson) -> None:
    assert browser.answer(item_with(lesson, "choice"), {"not_sure": True}).json()["answers"][0]["outcome"] == "not_sure"
    policy(assignment, offer_not_sure=False)
    assert browser.answer(item_with(lesson, "gap"), {"not_sure": True}).json()["code"] == "not_sure_not_offered"


@pytest.mark.parametrize("response", [{"chosen": [9]}, {"text": "x"}, {"chosen": [1], "hint": 1}, {}])
def test_an_answer_that_does_not_fit_is_refused(browser, lesson, response) -> None:
    answer = browser.answer(item_with(lesson, "choice"), response)
    assert (answer.status_code, answer.json()["code"]) == (400, "response_shape")


def test_options_come_in_an_order_of_each_one_s_own_and_count_as_written(assignment, lesson) -> None:
    assignment.shuffle = True
    assignment.save()
    orders = set()
    for number in range(8):
        browser = StudentBrowser(assignment, f"Student {number}")
        shown = browser.get()["lesson"]["items"]
        choice = next(i for i in shown if i["kind"] == "choice")
        orders.add(tuple(choice["options"]))
        assert browser.get()["lesson"]["items"] == shown
    assert len(orders) > 1
    place = choice["options"].index("About six minutes")
    told = browser.answer(item_with(lesson, "choice"), {"chosen": [place]}).json()
    assert (told["answers"][0]["outcome"], told["key"]["correct"]) == ("right", [place])
    assert told["answers"][0]["response"] == {"chosen": [place]}
    assert Answer.objects.get().response == RIGHT


def test_an_item_of_another_lesson_is_refused(browser) -> None:
    given = {"id": str(uuid.uuid4()), "item": str(uuid.uuid4()), "response": RIGHT}
    assert browser.post("answers/", given).json()["code"] == "no_such_item"


def test_stretches_are_merged_believed_within_reason_and_taken_once(browser) -> None:
    def stretch(start: int, end: int, wall: int, key: str) -> dict[str, object]:
        return {"id": str(uuid.uuid5(uuid.NAMESPACE_URL, key)), "start_ms": start, "end_ms": end, "wall_ms": wall}

    rows = [stretch(0, 9_000, 9_000, "a"), stretch(8_000, 20_000, 7_000, "b"), stretch(20_000, 50_000, 1_000, "c")]
    there_since(minutes=10)
    for _ in range(2):
        assert browser.post("played/", {"stretches": rows}).status_code == 204
    assert Stretch.objects.count() == 2
    assert browser.get()["student"]["watched"] == [{"start_ms": 0, "end_ms": 20_000}]


def test_more_than_there_was_time_for_is_not_counted_and_stands_on_the_sheet(browser, assignment) -> None:
    there_since(minutes=0)
    browser.played((0, 9_000))
    assert "signs" not in sheet_data(assignment).students[0].flags
    # Each stretch by itself took as long as it says; together there was no time for them.
    browser.played((9_000, 20_000))
    row = sheet_data(assignment).students[0]
    assert "over_reported" in [sign.code for sign in row.signs]
    assert browser.get()["student"]["watched"] == [{"start_ms": 0, "end_ms": 9_000}]


def test_finishing_shows_what_was_held_back_to_the_end(browser, assignment, lesson) -> None:
    policy(assignment, feedback="at_end")
    told = browser.answer(item_with(lesson, "choice"), WRONG).json()
    assert (told["answers"][0]["outcome"], told["answers"][0]["share"], told["key"]) == ("taken", None, None)
    ended = browser.post("finished/", {}).json()["student"]
    shown = next(i for i in ended["items"] if i["answers"])
    assert (shown["answers"][0]["outcome"], shown["key"]["correct"]) == ("wrong", [1])


def secrets_of(lesson) -> list[str]:
    """Words that would give an answer away, and stand nowhere in the script a student may read."""
    return [
        "It fills slowly, in about six minutes.",
        "The water flows by its own weight.",
        '"Of oak."',
        "model_answer",
        '"correct": true',
        '"correct":true',
    ]


def test_no_student_address_and_no_static_file_tells_a_key_early(browser, assignment, lesson, student) -> None:
    other = StudentBrowser(assignment, nickname=None)
    pages = [
        json.dumps(other.get()),
        json.dumps(browser.get()),
        browser.client.get(f"/s/{assignment.code}").content.decode(),
        browser.client.get("/s/").content.decode(),
        browser.answer(item_with(lesson, "choice"), WRONG).content.decode(),
        browser.answer(item_with(lesson, "open"), {"text": "mine"})
        .content.decode()
        .replace("The water flows by its own weight.", "", 1),
    ]
    policy(assignment, feedback="at_end")
    pages.append(browser.answer(item_with(lesson, "gap"), {"text": "Olivares"}).content.decode())
    for text in pages:
        for secret in secrets_of(lesson):
            assert secret not in text
    for path in (settings.ROOT / "web" / "dist").rglob("*.js"):
        text = path.read_text("utf-8")
        assert all(secret not in text for secret in secrets_of(lesson)[:3])


def test_a_policy_without_keys_never_tells_one(browser, assignment, lesson) -> None:
    policy(assignment, show_key=False, attempts=1)
    browser.answer(item_with(lesson, "choice"), WRONG)
    browser.post("finished/", {})
    assert all(i["key"] is None for i in browser.get()["student"]["items"])


def test_a_rehearsal_marks_like_the_real_thing_and_records_nothing(client, lesson) -> None:
    seen = client.get(f"/api/lessons/{lesson.id}/rehearsal/").json()
    assert len(seen["items"]) == 3
    assert all(secret not in json.dumps(seen) for secret in secrets_of(lesson)[:2])
    item = item_with(lesson, "choice")

    def rehearse(response: dict[str, object], *tries: str):
        given = {"item": str(item.id), "response": response, "tries": list(tries)}
        return client.post(f"/api/lessons/{lesson.id}/rehearsal/", given, content_type="application/json").json()

    assert rehearse(WRONG)["tries_left"] == 1
    assert rehearse(RIGHT, "wrong")["answers"][-1]["outcome"] == "right"
    assert rehearse(RIGHT, "wrong", "wrong")["code"] == "no_tries_left"
    assert not Answer.objects.exists()
    assert not Student.objects.exists()
