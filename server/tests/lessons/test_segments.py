"""Segments of a lesson: split, merged, moved, left out, summed up."""

import pytest

from apps.assignments.services import edition_content
from apps.lessons.models import Lesson

from ..conftest import WORDS, item_with, run_jobs
from .test_lessons import desk, send, sentence_ids

pytestmark = pytest.mark.django_db


def test_segments_split_merge_and_rename(client, lesson) -> None:
    count = len(desk(client, lesson)["segments"])
    split = send(client, "post", f"lessons/{lesson.id}/segments/", {"sentence": sentence_ids(lesson)[2]}).json()
    assert len(split["segments"]) == count + 1
    new = next(s for s in split["segments"] if s["title"].startswith("The water flows in"))
    renamed = send(client, "patch", f"segments/{new['id']}/", {"title": "Filling"}).json()
    assert "Filling" in {s["title"] for s in renamed["segments"]}
    assert (
        send(client, "post", f"lessons/{lesson.id}/segments/", {"sentence": sentence_ids(lesson)[2]}).json()["code"]
        == "segment_starts_here"
    )
    assert len(send(client, "delete", f"segments/{new['id']}/").json()["segments"]) == count
    first = split["segments"][0]["id"]
    assert send(client, "delete", f"segments/{first}/").json()["code"] == "segment_first"
    assert send(client, "patch", f"segments/{first}/", {"title": " "}).status_code == 400


def test_a_segment_left_out_is_neither_asked_about_nor_shown_nor_counted(client, lesson) -> None:
    half = send(client, "post", f"lessons/{lesson.id}/segments/", {"sentence": sentence_ids(lesson)[3]}).json()
    first, second = (s["id"] for s in half["segments"])
    asked = send(client, "patch", f"segments/{second}/", {"takes_part": False}).json()
    assert (asked["code"], asked["params"]["count"]) == ("segment_has_items", 2)
    without = send(client, "patch", f"segments/{second}/", {"takes_part": False, "items_to": "pool"}).json()
    assert [s["takes_part"] for s in without["segments"]] == [True, False]
    assert sorted(i["place"] for i in without["items"]) == ["lesson", "pool", "pool"]
    run_jobs()
    item = item_with(lesson, "choice")
    assert "outside_extract" in {f["code"] for f in item.report["findings"]}
    [widen] = [m["widen"] for m in item.report["mends"] if m["code"] == "widen"]
    assert widen["start_ms"] >= half["segments"][1]["start_ms"]
    content = edition_content(Lesson.objects.get(id=lesson.id), [item])
    assert [s["id"] for s in content["segments"]] == [first]
    assert content["stretches"] == [{"start_ms": 0, "end_ms": 24_500}]
    assert content["sentences"][-1]["text"] == WORDS[2]
    last = send(client, "patch", f"segments/{first}/", {"takes_part": False}).json()
    assert last["code"] == "segment_last"
    undone = send(client, "post", f"lessons/{lesson.id}/undo/").json()
    assert all(s["takes_part"] for s in undone["segments"])
    assert {i["place"] for i in undone["items"]} == {"lesson"}


def test_the_whole_is_summed_up_in_sentences_of_the_talk(client, lesson) -> None:
    summary = desk(client, lesson)["summary"]
    assert summary
    assert set(summary) <= set(WORDS)
