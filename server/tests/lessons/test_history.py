"""What was changed is taken back and made again, can be read, and taken back to any point."""

from __future__ import annotations

from typing import Any

import pytest

from apps.lessons.history import services as history
from apps.lessons.items import services

from ..conftest import CHOICE, item_with, posted
from .test_lessons import desk, send, sentence_ids

pytestmark = pytest.mark.django_db


@pytest.fixture
def changes(client, lesson):
    """Three changes after the fixture's own, which are forgotten; how to read them."""
    lesson.changes.all().delete()
    item = item_with(lesson, "choice")
    posted(client, f"/api/lessons/{lesson.id}/items/", CHOICE | {"prompt": "And the harbour?"})
    client.put(f"/api/items/{item.id}/pause/", {"at_ms": 9_000}, content_type="application/json")
    sentence = lesson.recording.sentences.first()
    client.patch(
        f"/api/lessons/{lesson.id}/script/{sentence.pk}/",
        {"text": "Tonight we follow two small boats."},
        content_type="application/json",
    )

    def read() -> list[dict[str, Any]]:
        return client.get(f"/api/lessons/{lesson.id}/undo/").json()

    return read


def test_each_change_says_what_it_was_about(changes) -> None:
    assert [(c["kind"], c["about"], c["touched"]) for c in changes()] == [
        ("correct_sentence", "Tonight we follow two small boats.", 1),
        ("move_pause", CHOICE["prompt"], 1),
        ("add_item", "And the harbour?", 1),
    ]


def test_going_back_takes_all_that_came_after_with_it(client, lesson, changes) -> None:
    second = changes()[1]["id"]
    answer = posted(client, f"/api/lessons/{lesson.id}/undo/", {"to": second})
    assert answer.status_code == 200
    assert [c["undone"] for c in changes()] == [True, True, False]
    assert lesson.recording.sentences.first().text == "Tonight we follow one small boat up to the canal."
    assert item_with(lesson, "choice").pause_ms != 9_000
    assert lesson.items.count() == 4


def test_what_is_gone_already_cannot_be_gone_back_to(client, lesson, changes) -> None:
    first = changes()[-1]["id"]
    posted(client, f"/api/lessons/{lesson.id}/undo/", {"to": first})
    again = posted(client, f"/api/lessons/{lesson.id}/undo/", {"to": first})
    assert (again.status_code, again.json()["code"]) == (409, "nothing_to_undo")


def test_what_was_typed_in_one_go_is_one_line(client, lesson, changes) -> None:
    item = item_with(lesson, "gap")
    for prompt in ("It was ___.", "It was built by ___."):
        item.refresh_from_db()
        data = item.content | {"prompt": prompt}
        client.put(
            f"/api/items/{item.id}/", data, content_type="application/json", headers={"if-match": f'"{item.version}"'}
        )
    assert [c["about"] for c in changes()][:2] == ["It was built by ___.", "Tonight we follow two small boats."]


def test_reading_takes_the_same_queries_however_much_was_changed(
    client, lesson, changes, django_assert_max_num_queries
) -> None:
    with django_assert_max_num_queries(5):
        changes()


def test_dropping_is_undone_and_done_again(client, lesson) -> None:
    item = item_with(lesson, "choice")
    dropped = send(client, "patch", f"lessons/{lesson.id}/items/", {"ids": [str(item.id)], "place": "dropped"}).json()
    assert str(item.id) not in {i["id"] for i in dropped["items"]}
    assert dropped["undo"] == "drop_item"
    back = send(client, "post", f"lessons/{lesson.id}/undo/").json()
    assert str(item.id) in {i["id"] for i in back["items"]}
    assert back["redo"] == "drop_item"
    again = send(client, "post", f"lessons/{lesson.id}/redo/").json()
    assert str(item.id) not in {i["id"] for i in again["items"]}


def test_undo_reaches_back_over_many_changes_and_stops_at_the_first(client, lesson) -> None:
    before = desk(client, lesson)
    segment = before["segments"][0]["id"]
    send(client, "patch", f"segments/{segment}/", {"title": "Renamed"})
    send(client, "post", f"lessons/{lesson.id}/segments/", {"sentence": sentence_ids(lesson)[3]})
    send(client, "put", f"lessons/{lesson.id}/extract/", {"start_ms": 8_000, "end_ms": None})
    for _ in range(3):
        now = send(client, "post", f"lessons/{lesson.id}/undo/").json()
    assert now["segments"] == before["segments"]
    assert now["extract_start_ms"] is None
    while send(client, "post", f"lessons/{lesson.id}/undo/").status_code == 200:
        pass
    assert send(client, "post", f"lessons/{lesson.id}/undo/").json()["code"] == "nothing_to_undo"


def test_typing_is_one_change(client, lesson) -> None:
    item = item_with(lesson, "choice")
    start = item.content["prompt"]
    for text in ("How", "How long", "How long is it?"):
        item.refresh_from_db()
        send(client, "put", f"items/{item.id}/", item.content | {"prompt": text})
    send(client, "post", f"lessons/{lesson.id}/undo/")
    item.refresh_from_db()
    assert item.content["prompt"] == start


def test_a_new_change_ends_what_could_be_done_again(client, lesson) -> None:
    item = item_with(lesson, "choice")
    send(client, "patch", f"lessons/{lesson.id}/items/", {"ids": [str(item.id)], "place": "dropped"})
    send(client, "post", f"lessons/{lesson.id}/undo/")
    send(client, "patch", f"lessons/{lesson.id}/", {"title": "New"})
    assert send(client, "post", f"lessons/{lesson.id}/redo/").json()["code"] == "nothing_to_undo"


def test_a_change_keeps_only_what_differs_and_a_bout_of_typing_only_its_ends(client, lesson) -> None:
    item = item_with(lesson, "gap")
    first = item.content["prompt"]
    for prompt in ("The gates were ___.", "The gates were made by ___."):
        services.change_item(item, services.content_of(item.content | {"prompt": prompt}), None)
    change = lesson.changes.first()
    assert change is not None
    kept = [[side["items"][str(item.id)]["content"]["prompt"] for side in (change.before, change.after)]]
    assert kept == [[first, "The gates were made by ___."]]
    assert list(change.before["items"]) == list(change.after["items"]) == [str(item.id)]
    assert change.before["segments"] == change.after["segments"] == {}


def test_undoing_a_change_leaves_alone_what_it_did_not_touch(lesson) -> None:
    gap, choice = item_with(lesson, "gap"), item_with(lesson, "choice")
    services.move_pause(gap, 12_000)
    services.move_pause(choice, 20_000)
    history.undo(lesson)
    gap.refresh_from_db()
    choice.refresh_from_db()
    assert gap.pause_ms == 12_000
    assert choice.pause_ms != 20_000
    history.undo(lesson)
    history.redo(lesson)
    gap.refresh_from_db()
    assert gap.pause_ms == 12_000
