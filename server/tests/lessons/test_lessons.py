import pytest

from apps.lessons.items import services
from apps.lessons.models import Item, Lesson

from ..conftest import CHOICE, GAP, WORDS, item_with, make_lesson, make_teacher, run_jobs


def sentence_ids(lesson) -> list[int]:
    return [s.pk for s in lesson.recording.sentences.all()]


pytestmark = pytest.mark.django_db


def send(client, method: str, path: str, data=None, **headers):
    return getattr(client, method)(
        f"/api/{path}", data if data is not None else {}, content_type="application/json", headers=headers
    )


def desk(client, lesson: Lesson):
    return client.get(f"/api/lessons/{lesson.id}/").json()


def test_the_list_shows_what_waits(client, lesson) -> None:
    wrong = {**CHOICE, "options": [{"text": "4 minutes", "correct": True}, {"text": "An hour", "correct": False}]}
    services.add_item(lesson, services.content_of(wrong))
    run_jobs()
    row = client.get("/api/lessons/").json()[0]
    assert (row["title"], row["item_count"], row["to_decide"]) == ("Locks", 4, 1)
    assert row["pauses"] == sorted(row["pauses"])


def test_lessons_are_found_by_title_and_by_what_is_said(client, lesson, teacher) -> None:
    make_lesson(teacher, texts=("Knots hold a boat.", "A bowline is a loop."))
    assert len(client.get("/api/lessons/?q=Olivares").json()) == 1
    assert len(client.get("/api/lessons/?q=locks").json()) == 2
    assert client.get("/api/lessons/?q=zzz").json() == []


def test_the_list_comes_in_pages(client, lesson, teacher) -> None:
    make_lesson(teacher)
    answer = client.get("/api/lessons/?limit=1")
    assert (len(answer.json()), answer.headers["X-Total"]) == (1, "2")


def test_items_are_placed_in_the_silence_after_what_they_rest_on(client, lesson) -> None:
    item = next(i for i in desk(client, lesson)["items"] if i["content"]["kind"] == "choice")
    assert item["report"]["verdict"] == "heard"
    assert "six minutes" in item["report"]["evidence"][0]["text"]
    a, b = lesson.recording.silences[3]
    assert a <= item["content"]["pause_ms"] <= b


def test_an_item_that_rests_on_no_marked_sentence_moves_to_where_its_new_words_are_said(client, lesson) -> None:
    item = services.add_item(lesson, services.content_of(GAP | {"evidence": [], "pause_ms": None}))
    run_jobs()
    before_ms = Item.objects.get(id=item.id).pause_ms
    services.change_item(item, services.content_of(CHOICE | {"pause_ms": before_ms, "evidence": []}), None)
    run_jobs()
    a, b = lesson.recording.silences[3]
    assert before_ms is not None
    assert not a <= before_ms <= b
    assert a <= (Item.objects.get(id=item.id).pause_ms or 0) <= b


def test_an_item_is_added_changed_and_checked_again(client, lesson) -> None:
    answer = send(
        client,
        "post",
        f"lessons/{lesson.id}/items/",
        {"kind": "true_false", "prompt": "Emptying takes nine minutes.", "answer": True},
    )
    assert answer.status_code == 201
    assert answer.json()["checking"]
    run_jobs()
    made = Item.objects.get(id=answer.headers["X-Item"])
    assert made.report["verdict"] == "contradicted"
    fixed = send(
        client, "put", f"items/{made.id}/", made.content | {"answer": False}, **{"If-Match": f'"{made.version}"'}
    )
    assert fixed.status_code == 200
    run_jobs()
    made.refresh_from_db()
    assert (made.decision, made.report["verdict"]) == ("mended", "heard")


def test_two_tabs_never_overwrite_each_other(client, lesson) -> None:
    item = item_with(lesson, "choice")
    first = send(
        client, "put", f"items/{item.id}/", item.content | {"prompt": "First?"}, **{"If-Match": f'"{item.version}"'}
    )
    second = send(
        client, "put", f"items/{item.id}/", item.content | {"prompt": "Second?"}, **{"If-Match": f'"{item.version}"'}
    )
    assert first.status_code == 200
    assert (second.status_code, second.json()["code"]) == (412, "changed_elsewhere")
    item.refresh_from_db()
    assert item.content["prompt"] == "First?"


@pytest.mark.parametrize("header", ["abc", '"x"', '"1.5"'])
def test_a_version_that_is_no_number_is_refused(client, lesson, header) -> None:
    item = item_with(lesson, "choice")
    assert (
        send(client, "put", f"items/{item.id}/", item.content, **{"If-Match": header}).json()["code"] == "bad_version"
    )


@pytest.mark.parametrize(
    ("content", "path"),
    [
        ({"kind": "choice", "prompt": "?", "options": [], "colour": 1}, "item.colour"),
        ({"kind": "choice", "prompt": "?", "options": [{"text": 3, "correct": True}]}, "item.options[0].text"),
        ([1, 2], "item"),
        ({"kind": "riddle"}, "item.kind"),
    ],
)
def test_an_item_of_the_wrong_shape_is_refused_by_path(client, lesson, content, path) -> None:
    answer = send(client, "post", f"lessons/{lesson.id}/items/", content)
    assert (answer.status_code, answer.json()["params"]["path"]) == (400, path)


@pytest.mark.parametrize("at_ms", [-5, 10**8])
def test_a_pause_outside_the_recording_is_refused(client, lesson, at_ms) -> None:
    item = item_with(lesson, "choice")
    answer = send(client, "put", f"items/{item.id}/pause/", {"at_ms": at_ms})
    assert (answer.status_code, answer.json()["code"]) == (400, "pause_outside")
    answer = send(client, "post", f"lessons/{lesson.id}/items/", {"kind": "note", "text": "n", "pause_ms": 10**8})
    assert answer.json()["code"] == "pause_outside"


def test_the_teacher_s_own_pause_wins_and_can_be_given_back(client, lesson) -> None:
    item = item_with(lesson, "choice")
    placed = item.pause_ms
    send(client, "put", f"items/{item.id}/pause/", {"at_ms": 12_345})
    run_jobs()
    item.refresh_from_db()
    assert (item.pause_ms, item.pause_by_teacher) == (12_345, True)
    assert "too_early" in {f["code"] for f in item.report["findings"]} or item.content["evidence"] == []
    send(client, "delete", f"items/{item.id}/pause/")
    run_jobs()
    item.refresh_from_db()
    assert item.pause_ms == placed
    assert not item.pause_by_teacher


def test_several_items_are_put_away_in_one_change_and_only_ones_own(client, lesson) -> None:
    ids = [i["id"] for i in desk(client, lesson)["items"]]
    away = send(client, "patch", f"lessons/{lesson.id}/items/", {"ids": ids, "place": "pool"}).json()
    assert {i["place"] for i in away["items"]} == {"pool"}
    back = send(client, "post", f"lessons/{lesson.id}/undo/").json()
    assert {i["place"] for i in back["items"]} == {"lesson"}
    other = item_with(make_lesson(make_teacher("b@school.example", "B"), (CHOICE,)), "choice")
    mixed = {"ids": [*ids, str(other.id)], "place": "dropped"}
    assert send(client, "patch", f"lessons/{lesson.id}/items/", mixed).status_code == 404
    assert {i["place"] for i in desk(client, lesson)["items"]} == {"lesson"}


def test_a_corrected_sentence_is_read_again_and_undone(client, lesson) -> None:
    text = "The chamber takes about nine minutes to fill."
    send(client, "patch", f"lessons/{lesson.id}/script/{sentence_ids(lesson)[3]}/", {"text": text})
    assert client.get(f"/api/lessons/{lesson.id}/script/").json()[3]["text"] == text
    run_jobs()
    item = item_with(lesson, "choice")
    assert item.report["verdict"] == "contradicted"
    # What is offered is taken as it is sent.
    [mend] = [m for m in client.get(f"/api/lessons/{lesson.id}/").json()["items"] if m["id"] == str(item.id)][0][
        "report"
    ]["mends"]
    assert mend["params"] == {"claimed": "About six minutes", "said": "nine minutes"} or mend["content"]
    client.put(f"/api/items/{item.id}/", mend["content"], "application/json", headers={"If-Match": f'"{item.version}"'})
    run_jobs()
    assert item_with(lesson, "choice").report["verdict"] == "heard"
    send(client, "post", f"lessons/{lesson.id}/undo/")
    send(client, "post", f"lessons/{lesson.id}/undo/")
    assert client.get(f"/api/lessons/{lesson.id}/script/").json()[3]["text"] == WORDS[3]
    run_jobs()
    assert item_with(lesson, "choice").report["verdict"] == "heard"


def test_a_decision_holds_until_the_item_or_its_sentence_changes(client, lesson) -> None:
    item = item_with(lesson, "choice")
    send(client, "put", f"items/{item.id}/decision/", {"decision": "kept"})
    run_jobs()
    item.refresh_from_db()
    assert (item.decision, services.is_undecided(item)) == ("kept", False)
    send(client, "put", f"items/{item.id}/pause/", {"at_ms": 31_000})
    run_jobs()
    item.refresh_from_db()
    assert not services.is_undecided(item)
    send(
        client,
        "patch",
        f"lessons/{lesson.id}/script/{sentence_ids(lesson)[3]}/",
        {"text": "The chamber takes around six minutes to fill."},
    )
    run_jobs()
    item.refresh_from_db()
    assert "stale" in {f["code"] for f in item.report["findings"]}
    assert services.is_undecided(item)
    send(client, "put", f"items/{item.id}/decision/", {"decision": "kept"})
    run_jobs()
    item.refresh_from_db()
    assert not services.is_undecided(item)


def test_an_error_is_kept_only_with_a_reason(client, teacher) -> None:
    wrong = {**CHOICE, "options": [{"text": "4 minutes", "correct": True}, {"text": "An hour", "correct": False}]}
    lesson = make_lesson(teacher, (wrong,))
    item = lesson.items.get()
    assert services.is_undecided(item)
    assert send(client, "put", f"items/{item.id}/decision/", {"decision": "kept"}).json()["code"] == "needs_reason"
    no_reason = send(client, "put", f"items/{item.id}/decision/", {"decision": "kept_anyway", "reason": " "})
    assert no_reason.json()["code"] == "needs_reason"
    send(client, "put", f"items/{item.id}/decision/", {"decision": "kept_anyway", "reason": "Another lock is meant."})
    run_jobs()
    item.refresh_from_db()
    assert not services.is_undecided(item)
    assert item.decision_reason == "Another lock is meant."


@pytest.mark.parametrize(("start_ms", "end_ms"), [(9_000, 8_000), (0, 10**8)])
def test_an_extract_must_lie_inside(client, lesson, start_ms, end_ms) -> None:
    assert (
        send(client, "put", f"lessons/{lesson.id}/extract/", {"start_ms": start_ms, "end_ms": end_ms}).status_code
        == 400
    )


def test_the_order_of_items_at_one_pause_is_set(client, lesson) -> None:
    ids = [i["id"] for i in desk(client, lesson)["items"]]
    turned = send(client, "put", f"lessons/{lesson.id}/items/", {"ids": ids[::-1]}).json()
    assert [i["id"] for i in turned["items"]] == ids[::-1]


def test_a_gap_by_hand_finds_its_own_sentence(client, lesson) -> None:
    item = item_with(lesson, "gap")
    assert item.content["answers"] == GAP["answers"]
    assert "Olivares" in item.report["evidence"][0]["text"]


@pytest.mark.parametrize("kind", ["choice", "open", "gap"])
def test_an_item_goes_back_as_it_came(client, lesson, kind) -> None:
    shown = next(i for i in desk(client, lesson)["items"] if i["content"]["kind"] == kind)
    answer = send(client, "put", f"items/{shown['id']}/", shown["content"])
    assert answer.status_code == 200
    again = next(i for i in answer.json()["items"] if i["id"] == shown["id"])
    assert again["content"] == shown["content"]


def test_the_desk_says_what_nothing_asks_about(client, lesson) -> None:
    shown = desk(client, lesson)
    whole = shown["overview"]
    assert whole["kinds"] == {"choice": 1, "open": 1, "gap": 1}
    assert set(whole["unasked"]) <= {s["id"] for s in shown["segments"]}
    lesson.items.update(place="pool")
    empty = desk(client, lesson)["overview"]
    assert empty["kinds"] == {}
    assert empty["unasked"] == [s["id"] for s in shown["segments"] if s["takes_part"]]


def test_goals_of_the_wishes_are_counted_by_the_items_that_carry_them(client, lesson) -> None:
    lesson.wishes = {"kinds": ["gap"], "goals": ["Name the builder", "Conjugate verbs"]}
    lesson.save()
    item = item_with(lesson, "gap")
    item.content["goal"] = "Name the builder"
    item.save()
    assert desk(client, lesson)["overview"]["goals"] == {"Name the builder": 1, "Conjugate verbs": 0}


def test_the_level_of_the_wishes_is_checked_in_the_wording(client, lesson) -> None:
    lesson.wishes = {"kinds": ["gap"], "level": "A1"}
    lesson.save()
    item = item_with(lesson, "open")
    send(client, "put", f"items/{item.id}/", item.content | {"prompt": "Why is no propulsion needed?"})
    run_jobs()
    item.refresh_from_db()
    found = [f for f in item.report["findings"] if f["code"] == "above_level"]
    assert found
    assert found[0]["params"]["level"] == "A1"


def test_an_item_that_asks_several_things_is_split_in_two_and_back(client, lesson) -> None:
    steps = ["The boat enters.", "The gate closes.", "The water rises.", "The boat leaves."]
    item = services.add_item(
        lesson, services.content_of({"kind": "order", "prompt": "In which order?", "steps": steps})
    )
    services.add_item(lesson, services.content_of(GAP | {"prompt": "After it comes ___."}))
    shown = send(client, "post", f"items/{item.id}/split/").json()["items"]
    asked = [i["content"].get("steps") or i["content"]["prompt"] for i in sorted(shown, key=lambda i: i["position"])]
    assert asked[-3:] == [steps[:2], steps[2:], "After it comes ___."]
    send(client, "post", f"lessons/{lesson.id}/undo/")
    item.refresh_from_db()
    assert item.content["steps"] == steps


def test_an_item_that_asks_one_thing_is_not_split(client, lesson) -> None:
    told = send(client, "post", f"items/{item_with(lesson, 'choice').id}/split/").json()
    assert (told["code"], lesson.items.count()) == ("one_thing", 3)


def test_what_could_not_be_confirmed_is_kept_in_one_change_but_no_error(client, teacher) -> None:
    wrong = {**CHOICE, "options": [{"text": "9 minutes", "correct": True}, {"text": "An hour", "correct": False}]}
    lesson = make_lesson(teacher, (wrong, GAP))
    ids = [str(i.id) for i in lesson.items.all()]
    told = send(client, "put", f"lessons/{lesson.id}/decisions/", {"ids": ids}).json()
    decided = {i["content"]["kind"]: (i["decision"], i["report"]["standing"]) for i in told["items"]}
    assert decided == {"choice": ("", "wrong"), "gap": ("kept", "confirmed")}
    undone = send(client, "post", f"lessons/{lesson.id}/undo/").json()
    assert {i["decision"] for i in undone["items"]} == {""}
