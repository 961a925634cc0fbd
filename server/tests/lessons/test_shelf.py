"""Lessons as they stand on the shelf: removed and brought back, copied, in folders."""

from datetime import timedelta

import pytest
from django.utils import timezone

from apps.lessons.models import Lesson
from apps.privacy import tidying

from ..conftest import item_with, run_jobs
from .test_lessons import desk, send

pytestmark = pytest.mark.django_db


def listed(client, **asked) -> list[str]:
    return [row["title"] for row in client.get("/api/lessons/", asked).json()]


def test_a_removed_lesson_can_come_back_until_it_goes_for_good(client, lesson) -> None:
    path, folder, title = f"/api/lessons/{lesson.id}/removed/", lesson.recording.folder, lesson.title
    item = item_with(lesson, "choice")
    assert client.post(path).status_code == 204
    assert (listed(client), listed(client, removed="1")) == ([], [title])
    assert client.get(f"/api/lessons/{lesson.id}/").status_code == 404
    assert send(client, "put", f"items/{item.id}/pause/", {"at_ms": 1}).status_code == 404
    assert client.get("/api/find/", {"q": "lock"}).json() == []
    assert client.put(path).status_code == 204
    assert (listed(client), listed(client, removed="1")) == ([title], [])
    client.post(path)
    assert client.delete(path).status_code == 204
    assert not folder.exists()
    assert not Lesson.with_removed.exists()


def test_what_was_removed_a_month_ago_goes_by_itself(lesson) -> None:
    folder = lesson.recording.folder
    lesson.remove()
    assert tidying.tidy()["lessons"] == 0
    Lesson.with_removed.update(removed_at=timezone.now() - timedelta(days=31))
    assert tidying.tidy()["lessons"] == 1
    assert not folder.exists()


def test_a_copy_is_a_lesson_of_its_own(client, lesson) -> None:
    made = client.post(f"/api/lessons/{lesson.id}/copy/")
    assert (made.status_code, made.json()["title"]) == (201, f"{lesson.title} (2)")
    copied = Lesson.objects.get(id=made.json()["id"])
    run_jobs()
    first, second = (desk(client, one)["items"] for one in (lesson, copied))
    assert not {i["id"] for i in first} & {i["id"] for i in second}
    assert [i["content"] | {"id": ""} for i in first] == [i["content"] | {"id": ""} for i in second]
    assert all(i["report"] for i in second)
    said = lesson.recording.sentences.first()
    send(client, "patch", f"lessons/{lesson.id}/script/{said.id}/", {"text": "Other words.", "before": said.text})
    assert copied.recording.sentences.first().text == said.text
    lesson.remove()
    client.delete(f"/api/lessons/{lesson.id}/removed/")
    assert copied.recording.folder.exists()


def test_a_folder_is_renamed_and_its_lessons_go_along(client, lesson) -> None:
    send(client, "patch", f"lessons/{lesson.id}/", {"folder": "Tides"})
    assert send(client, "patch", "folders/", {"before": "Tides", "after": "Water"}).status_code == 204
    assert listed(client, folder="Water") == [lesson.title]
