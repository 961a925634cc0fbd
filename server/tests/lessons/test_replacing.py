"""Find and replace, over the script and over the items."""

from __future__ import annotations

from typing import Any

import pytest

from apps.lessons.models import Item

from ..conftest import WORDS, item_with, posted, run_jobs

pytestmark = pytest.mark.django_db


@pytest.fixture
def ask(client, lesson):
    def asked(find: str, replacement: str = "x", where: str = "script", **more: Any) -> Any:
        data = {"where": where, "find": find, "replacement": replacement} | more
        return posted(client, f"/api/lessons/{lesson.id}/replace/", data).json()

    return asked


def script_of(lesson) -> list[str]:
    return [s.text for s in lesson.recording.sentences.all()]


def undo(client, lesson) -> None:
    assert posted(client, f"/api/lessons/{lesson.id}/undo/", {}).status_code == 200


def test_replacing_in_the_script_is_shown_before_and_is_one_change(client, lesson, ask) -> None:
    rows = ask("chamber", "basin")
    after = ["The basin takes about six minutes to fill.", "Emptying the basin takes four minutes."]
    assert [r["after"] for r in rows] == after
    assert script_of(lesson) == list(WORDS)
    ask("chamber", "basin", chosen=[rows[0]["id"]])
    assert [("basin" in t) for t in script_of(lesson)] == [False, False, False, True, False, False]
    undo(client, lesson)
    assert script_of(lesson) == list(WORDS)


def test_replacing_minds_whole_words_capitals_and_signs(ask) -> None:
    assert len(ask("the")) == 6
    assert len(ask("the", match_case=True)) == 4
    assert len(ask("the", whole_words=False)) == 6
    assert ask("canal.", r"\1.", whole_words=False)[0]["after"].endswith(r"up to the \1.")
    assert ask(" ")["code"] == "find_empty"


def test_in_the_items_every_text_is_found_and_shown(ask) -> None:
    rows = ask("minutes", "min", "items")
    assert [(r["before"], r["after"]) for r in rows] == [
        (
            "About two minutes · About six minutes · It fills slowly, in about six minutes.",
            "About two min · About six min · It fills slowly, in about six min.",
        )
    ]


def test_items_change_together_are_checked_again_and_come_back(client, lesson, ask) -> None:
    rows = ask("six", "nine", "items")
    ask("six", "nine", "items", chosen=[r["id"] for r in rows])
    assert item_with(lesson, "choice").content["options"][1]["text"] == "About nine minutes"
    run_jobs()
    assert item_with(lesson, "choice").report["verdict"] == "contradicted"
    undo(client, lesson)
    assert item_with(lesson, "choice").content["options"][1]["text"] == "About six minutes"


def test_what_was_dropped_or_left_out_stays(lesson, ask) -> None:
    lesson.items.filter(id=item_with(lesson, "open").id).update(place=Item.Place.DROPPED)
    rows = ask("the", "this", "items")
    assert str(item_with(lesson, "open").id) not in [r["id"] for r in rows]
    ask("the", "this", "items", chosen=[])
    assert item_with(lesson, "choice").content["prompt"] == "How long does the chamber take to fill?"


def test_what_no_item_may_hold_is_refused_and_nothing_changes(lesson, ask) -> None:
    ask("fills", "", "items", chosen=[str(item_with(lesson, "choice").id)])
    grown = "z" * 200
    for _ in range(3):
        rows = ask("s", grown, "items", whole_words=False)
        told = ask("s", grown, "items", whole_words=False, chosen=[r["id"] for r in rows])
    assert isinstance(told, list) or told["code"] == "item_shape"
    assert ask("s", grown, "nowhere")["code"] == "invalid"


@pytest.mark.parametrize("chosen", [["²"], ["9" * 5_000], ["-1", "x", ""], ["٣"]])
def test_what_names_no_sentence_and_no_item_changes_nothing(lesson, ask, chosen) -> None:
    ask("chamber", "basin", chosen=chosen)
    assert script_of(lesson) == list(WORDS)
