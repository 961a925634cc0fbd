import base64

import pytest

from apps.lessons.models import Item, Lesson
from apps.work.models import Job
from escuela_core.writing.pasting.pasted import LONGEST_PASTE

from ..conftest import posted, run_jobs, run_once_more

pytestmark = pytest.mark.django_db

TEXT = """Some notes first.

1. How long does emptying the chamber take? (0:02)
a) four minutes
b) forty minutes
Answer: a

2. What do whales eat?
a) krill
b) bread
Answer: a

3. Put the steps in order.
a) The boat comes to the canal
b) The water flows in
Correct order: a, b
"""


def sent(client, method: str, lesson: Lesson, **data):
    return getattr(client, method)(f"/api/lessons/{lesson.id}/pasted/", data, content_type="application/json")


def test_a_text_is_shown_as_what_it_becomes_and_nothing_is_kept(client, lesson) -> None:
    before = lesson.items.count()
    told = sent(client, "post", lesson, text=TEXT).json()
    assert [i["kind"] for i in told["items"]] == ["choice", "choice", "order"]
    assert [(line["number"], line["became"]) for line in told["lines"] if line["item"] == 0] == [
        (3, "prompt"),
        (4, "option"),
        (5, "option"),
        (6, "key"),
    ]
    assert [line["text"] for line in told["lines"] if line["became"] == "unread"] == ["Some notes first."]
    assert lesson.items.count() == before


def test_pasted_items_are_taken_in_where_their_words_are_said_as_one_change(client, lesson) -> None:
    before = set(lesson.items.values_list("id", flat=True))
    job = sent(client, "put", lesson, text=TEXT, left_out=[]).json()
    run_jobs()
    result = Job.objects.get(id=job["id"]).result
    taken = [i for i in lesson.items.all() if i.id not in before]
    emptying = next(i for i in taken if "emptying" in i.content["prompt"])
    assert result["made"] == len(taken) == 3
    assert emptying.place == Item.Place.LESSON
    assert 46_000 <= emptying.pause_ms <= 48_500
    assert [m["given_ms"] for m in result["moved"]] == [2_000]
    assert emptying.report["verdict"] == "heard"
    posted(client, f"/api/lessons/{lesson.id}/undo/", {})
    assert set(lesson.items.values_list("id", flat=True)) == before


def test_a_paste_whose_worker_died_after_it_comes_in_once(client, lesson) -> None:
    job = sent(client, "put", lesson, text=TEXT, left_out=[]).json()
    run_jobs()
    ids, result = set(lesson.items.values_list("id", flat=True)), Job.objects.get(id=job["id"]).result
    assert run_once_more(job["id"]) == result
    assert set(lesson.items.values_list("id", flat=True)) == ids


def test_single_items_can_be_left_out_and_a_text_without_any_is_refused(client, lesson) -> None:
    count = lesson.items.count()
    sent(client, "put", lesson, text=TEXT, left_out=[1, 2])
    run_jobs()
    assert lesson.items.count() == count + 1
    refused = sent(client, "put", lesson, text="Dear Ana, see you on Friday.", left_out=[])
    assert (refused.status_code, refused.json()["code"]) == (400, "nothing_pasted")
    assert sent(client, "post", lesson, text="x" * (LONGEST_PASTE + 1)).status_code == 400


def test_the_request_for_an_assistant_holds_the_script_with_times(client, lesson) -> None:
    request = client.get(f"/api/lessons/{lesson.id}/pasted/").content.decode()
    assert "[0:24] The chamber takes about six minutes to fill." in request
    assert "Answer: b" in request


def test_a_spreadsheet_comes_as_text_and_its_template_reads_back(client) -> None:
    made = client.get("/api/sheets/template/es/")
    assert made.headers["Content-Disposition"].endswith('.xlsx"')
    sent = {"content": base64.b64encode(made.content).decode()}
    text = client.post("/api/sheets/", sent, content_type="application/json").json()["text"]
    assert text.startswith("Pregunta\tTipo")
    wrong = client.post("/api/sheets/", {"content": "bm8="}, content_type="application/json")
    assert (wrong.status_code, wrong.json()["code"]) == (400, "sheet")
    assert client.post("/api/sheets/", {"content": "?"}, content_type="application/json").status_code == 400
