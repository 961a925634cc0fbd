"""The same item in other words: what stands for what, what has gone stale, and that what is right stays right."""

from __future__ import annotations

from dataclasses import replace

import pytest

from escuela_core.items import KINDS, Choice, Gap, Item, Option, item_from_json, item_to_json
from escuela_core.items.rewording import in_wording, lines, tags_of, texts_of, with_wording
from escuela_core.items.shape import ItemShapeError
from escuela_core.study.marking import mark

LOCK = Choice(
    prompt="How long does the chamber take to fill?",
    options=(Option("six minutes", correct=True, feedback="Yes."), Option("four minutes", correct=False)),
    explanation="It takes six.",
    image="picture.webp",
)
SPANISH = {
    "prompt": "¿Cuánto tarda en llenarse la cámara?",
    "options[0].text": "seis minutos",
    "options[1].text": "cuatro minutos",
}


def test_the_texts_of_an_item_are_what_somebody_reads() -> None:
    assert texts_of(LOCK) == {
        "prompt": "How long does the chamber take to fill?",
        "options[0].text": "six minutes",
        "options[0].feedback": "Yes.",
        "options[1].text": "four minutes",
        "explanation": "It takes six.",
    }


def test_an_item_in_other_words_has_the_same_key_and_its_own_words_where_there_are_no_others() -> None:
    worded = in_wording(with_wording(LOCK, "es", SPANISH), "es")
    assert worded.asked == SPANISH["prompt"]
    assert [(o.text, o.correct) for o in worded.options] == [("seis minutos", True), ("cuatro minutos", False)]
    assert (worded.explanation, worded.image, worded.marks) == (LOCK.explanation, LOCK.image, LOCK.marks)
    assert in_wording(LOCK, "es") == LOCK


def test_what_only_moved_keeps_its_other_words() -> None:
    item = with_wording(LOCK, "es", SPANISH)
    turned = replace(item, options=item.options[::-1])
    assert {line.at: line.text for line in lines(turned, "es") if line.text} == {
        "prompt": SPANISH["prompt"],
        "options[0].text": "cuatro minutos",
        "options[1].text": "seis minutos",
    }
    assert not any(line.stale for line in lines(turned, "es"))


def test_what_was_put_between_has_no_other_words_yet() -> None:
    item = with_wording(LOCK, "es", SPANISH)
    new = replace(item, options=(item.options[0], Option("ten minutes", correct=False), item.options[1]))
    said = {line.original: line.text for line in lines(new, "es")}
    assert (said["ten minutes"], said["four minutes"]) == ("", "cuatro minutos")


def test_words_of_an_original_that_has_changed_are_stale_until_they_are_written_again() -> None:
    item = replace(with_wording(LOCK, "es", SPANISH), prompt="How long does filling take?")
    assert [line.at for line in lines(item, "es") if line.stale] == ["prompt"]
    # Another text being written does not make it fresh.
    other = with_wording(item, "es", {"explanation": "Tarda seis."})
    assert [line.at for line in lines(other, "es") if line.stale] == ["prompt"]
    again = with_wording(other, "es", {"prompt": "¿Cuánto tarda?"})
    assert not any(line.stale for line in lines(again, "es"))


def test_an_emptied_text_goes_and_a_wording_without_texts_with_it() -> None:
    item = with_wording(with_wording(LOCK, "es", SPANISH), "plain", {"prompt": "How long?"})
    assert tags_of([LOCK, item]) == ["es", "plain"]
    assert tags_of([with_wording(item, "plain", {"prompt": " "})]) == ["es"]


@pytest.mark.parametrize("kind", KINDS)
def test_every_kind_is_put_into_other_words_and_back(kind: str) -> None:
    item = item_from_json({"kind": kind, "explanation": "Because."} | EXAMPLES[kind])
    texts = texts_of(item)
    worded = with_wording(item, "plain", {at: text.upper() for at, text in texts.items()})
    assert item_from_json(item_to_json(worded)) == worded
    put: Item = in_wording(worded, "plain")
    assert texts_of(put) == {at: text.upper() for at, text in texts.items()}
    assert len(put.shown) == len(item.shown)


EXAMPLES: dict[str, dict[str, object]] = {
    "choice": {"prompt": "Which?", "options": [{"text": "this", "correct": True}, {"text": "that", "correct": False}]},
    "true_false": {"prompt": "It is so.", "answer": True},
    "gap": {"prompt": "A ___ falls.", "answers": ["stone"], "bank": ["leaf"]},
    "open": {"prompt": "Why?", "model_answer": "So.", "criteria": [{"text": "names it", "marks": 1}]},
    "match": {"prompt": "Match.", "pairs": [{"left": "a", "right": "b"}, {"left": "c", "right": "d"}]},
    "order": {"prompt": "Order.", "steps": ["first", "second"]},
    "groups": {"prompt": "Sort.", "groups": [{"name": "x", "things": ["a"]}, {"name": "y", "things": ["b"]}]},
    "note": {"text": "Look here."},
}


def test_what_is_typed_counts_in_any_wording() -> None:
    gap = with_wording(Gap(prompt="It takes ___.", answers=("six minutes",)), "es", {"answers[0]": "seis minutos"})
    outcomes = [mark(gap, gap.response({"text": text})).outcome for text in ("six minutes", "seis minutos", "cuatro")]
    assert outcomes == ["right", "right", "wrong"]


@pytest.mark.parametrize("tag", ["", "Spanish!", "es"])
def test_a_wording_needs_a_tag_of_its_own(tag: str) -> None:
    twice = [{"tag": "es", "texts": []}, {"tag": tag, "texts": []}]
    with pytest.raises(ItemShapeError, match=r"wordings\[1\].tag"):
        item_from_json({"kind": "note", "text": "x", "wordings": twice})
