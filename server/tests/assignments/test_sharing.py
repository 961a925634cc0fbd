import uuid
from datetime import timedelta

import pytest
from django.utils import timezone

from apps.assignments.models import Assignment, Edition
from apps.assignments.services import share
from apps.lessons.items import services as items
from apps.lessons.models import Item

from ..conftest import CHOICE, item_with, make_lesson, run_jobs, sent

pytestmark = pytest.mark.django_db


def give(client, lesson, **policy):
    return client.post(f"/api/lessons/{lesson.id}/assignments/", policy, content_type="application/json")


def test_sharing_gives_a_link_a_code_and_a_qr(client, lesson) -> None:
    answer = give(client, lesson, name="Deck hands", attempts=2)
    assert answer.status_code == 201
    data = answer.json()
    assert data["link"].endswith(f"/s/{data['code']}")
    assert len(data["code"]) == 7
    assert data["qr"].startswith("data:image/svg+xml")
    assert (data["state"], data["item_count"], data["attempts"]) == ("open", 3, 2)


def test_an_edition_never_changes_with_the_lesson(client, lesson) -> None:
    give(client, lesson)
    edition = Edition.objects.get()
    before = (edition.content, edition.sha256)
    item = item_with(lesson, "choice")
    items.change_item(item, item.content | {"prompt": "Something else?"}, None)
    items.put(lesson, [item_with(lesson, "gap").id], Item.Place.DROPPED)
    edition.refresh_from_db()
    assert (edition.content, edition.sha256) == before
    assert len(edition.items) == 3


def test_the_same_words_shared_twice_are_one_edition(client, lesson) -> None:
    give(client, lesson, name="A")
    give(client, lesson, name="B")
    assert (Edition.objects.count(), Assignment.objects.count()) == (1, 2)


def test_an_undecided_error_stops_sharing_and_is_named(client, teacher) -> None:
    wrong = {**CHOICE, "options": [{"text": "4 minutes", "correct": True}, {"text": "An hour", "correct": False}]}
    lesson = make_lesson(teacher, (wrong,))
    answer = give(client, lesson)
    assert (answer.status_code, answer.json()["code"]) == (409, "items_undecided")
    assert CHOICE["prompt"] in answer.json()["detail"]
    items.decide(lesson.items.get(), "kept_anyway", "It is about another lock.")
    run_jobs()
    assert give(client, lesson).status_code == 201


def test_nothing_is_shared_while_the_check_runs_or_without_items(client, lesson, teacher) -> None:
    items.add_item(lesson, items.content_of({"kind": "note", "text": "Look.", "pause_ms": 5_000}))
    assert give(client, lesson).json()["code"] == "still_checking"
    run_jobs()
    assert give(client, lesson).status_code == 201
    assert give(client, make_lesson(teacher)).json()["code"] == "no_items"


def test_a_pool_item_is_not_shared(client, lesson) -> None:
    items.put(lesson, [item_with(lesson, "gap").id], Item.Place.POOL)
    run_jobs()
    assert give(client, lesson).json()["item_count"] == 2


def test_times_out_of_order_and_unknown_rules_are_refused(client, lesson) -> None:
    now = timezone.now()
    wrong = give(client, lesson, due_at=now.isoformat(), closes_at=(now - timedelta(hours=1)).isoformat())
    assert wrong.json()["code"] == "policy_times"
    assert give(client, lesson, feedback="never").status_code == 400
    assert give(client, lesson, attempts=99).status_code == 400
    assert not Assignment.objects.exists()


def closed(client, assignment, *, again: bool = False):
    path = f"/api/assignments/{assignment.id}/closed/"
    return (client.delete(path) if again else client.post(path)).json()


def test_an_assignment_is_closed_early_and_opened_again_under_its_dates(client, lesson, teacher) -> None:
    due, closes = timezone.now() + timedelta(days=2), timezone.now() + timedelta(days=3)
    assignment = share(teacher, lesson, name="x", policy={"due_at": due, "closes_at": closes})
    assert closed(client, assignment)["state"] == "closed"
    assert Assignment.objects.get().media_pass.until < closes + timedelta(days=29)
    opened = closed(client, assignment, again=True)
    assignment = Assignment.objects.get()
    assert (opened["state"], assignment.due_at, assignment.closes_at) == ("open", due, closes)
    assert assignment.media_pass.until == closes + timedelta(days=30)


def test_opening_again_after_its_time_leaves_it_without_an_end(client, assignment) -> None:
    Assignment.objects.update(closes_at=timezone.now() - timedelta(hours=1))
    assert closed(client, assignment, again=True)["state"] == "open"


@pytest.mark.parametrize("which", ["due_at", "closes_at"])
def test_a_time_that_has_passed_is_refused_but_one_that_has_come_may_stay(client, lesson, assignment, which) -> None:
    past = timezone.now() - timedelta(minutes=5)
    assert give(client, lesson, **{which: past.isoformat()}).json()["code"] == "policy_past"
    path = f"/api/assignments/{assignment.id}/"
    refused = client.patch(path, {which: past.isoformat()}, content_type="application/json")
    assert refused.json()["code"] == "policy_past"
    Assignment.objects.update(**{which: past})
    changed = client.patch(path, {"name": "Deck hands II"}, content_type="application/json")
    assert (changed.status_code, changed.json()["name"]) == (200, "Deck hands II")


def test_pressed_twice_it_is_given_out_once(client, lesson) -> None:
    made = str(uuid.uuid4())
    codes = {give(client, lesson, id=made, name="Deck hands").json()["code"] for _ in range(3)}
    assert len(codes) == Assignment.objects.count() == 1


def test_what_nobody_has_begun_is_taken_back_and_brought_back(client, assignment) -> None:
    path, page = f"/api/assignments/{assignment.id}/removed/", f"/api/study/{assignment.code}/"
    assert client.post(path).status_code == 204
    assert client.get(page).status_code == 404
    assert client.get(f"/api/lessons/{assignment.edition.lesson_id}/assignments/").json() == []
    assert client.delete(path).json()["code"] == assignment.code
    assert client.get(page).status_code == 200


def test_what_students_have_begun_is_not_taken_back(client, assignment, browser) -> None:
    refused = client.post(f"/api/assignments/{assignment.id}/removed/")
    assert (refused.status_code, refused.json()["code"]) == (409, "assignment_begun")


def test_the_policy_changes_and_the_edition_stays(client, assignment) -> None:
    answer = client.patch(
        f"/api/assignments/{assignment.id}/", {"attempts": 3, "skipping": "watched"}, content_type="application/json"
    )
    assert (answer.json()["attempts"], answer.json()["skipping"]) == (3, "watched")
    assert Edition.objects.count() == 1


def test_an_extract_shares_only_its_own_sentences(client, lesson) -> None:
    from apps.lessons.services import set_extract

    set_extract(lesson, 16_000, 46_000)
    run_jobs()
    for item in lesson.items.all():
        if items.is_undecided(item):
            items.put(item.lesson, [item.id], Item.Place.DROPPED)
    run_jobs()
    give(client, lesson)
    content = Edition.objects.get().content
    assert (content["start_ms"], content["end_ms"]) == (16_000, 46_000)
    assert all(16_000 <= s["start_ms"] < 46_000 for s in content["sentences"])
    assert content["segments"][0]["start_ms"] == 16_000


def test_codes_have_no_letters_that_look_alike(assignment) -> None:
    assert not set(assignment.code) & set("il1o0")


def test_a_shared_lesson_is_removed_but_stays_for_its_students(client, lesson, assignment) -> None:
    path = f"/api/lessons/{lesson.id}/removed/"
    assert client.post(path).status_code == 204
    assert client.get(f"/api/study/{assignment.code}/").status_code == 200
    assert client.delete(path).json()["code"] == "lesson_shared"
    assert lesson.recording.folder.exists()


def test_items_nobody_looked_at_go_along_only_by_saying_so(client, lesson) -> None:
    lesson.items.filter(content__kind="gap").update(seen=False)
    assert give(client, lesson).json()["item_count"] == 2
    assert give(client, lesson, with_unseen=True).json()["item_count"] == 3
    lesson.items.update(seen=False)
    assert give(client, lesson).json()["code"] == "items_unseen"


@pytest.mark.parametrize("act", ["change", "decide", "take"])
def test_what_a_teacher_changes_decides_or_takes_counts_as_looked_at(lesson, act) -> None:
    item = item_with(lesson, "gap")
    Item.objects.filter(id=item.id).update(seen=False)
    item.refresh_from_db()
    if act == "change":
        items.change_item(item, item.content | {"explanation": "Of oak!"}, None)
    elif act == "decide":
        items.decide(item, "kept", "")
    else:
        items.put(item.lesson, [item.id], Item.Place.LESSON)
    assert Item.objects.get(id=item.id).seen


def test_what_was_changed_after_it_was_given_out_is_kept_and_shown(client, assignment) -> None:
    address = f"/api/assignments/{assignment.id}/"
    sent(client, "patch", address, {"attempts": assignment.attempts, "name": assignment.name})
    assert client.get(address).json()["changes"] == []
    sent(client, "patch", address, {"attempts": 4, "retakes": 1})
    sent(client, "post", f"{address}closed/")
    sent(client, "delete", f"{address}closed/")
    told = client.get(address).json()["changes"]
    assert [(c["what"], c["fields_changed"]) for c in told] == [
        ("changed", ["attempts", "retakes"]),
        ("closed", []),
        ("opened", []),
    ]


def test_what_was_given_last_comes_first_however_many_there_are(client, teacher, lesson) -> None:
    names = [f"Group {n}" for n in range(6)]
    for name in names:
        share(teacher, lesson, name=name, policy={})
    given = client.get(f"/api/lessons/{lesson.id}/assignments/").json()
    assert [a["name"] for a in given] == names[::-1]
    assert [row["name"] for row in client.get("/api/overview/").json()] == names[::-1]
