from escuela_core.items.texts import files, with_texts, without_files

ITEM = {
    "id": "choice",
    "kind": "choice",
    "prompt": "Which choice fills the lock?",
    "options": [
        {"text": "A choice", "correct": True, "feedback": "Good choice", "image": "choice-a.png"},
        {"text": "Rain", "correct": False},
    ],
    "explanation": "By choice.",
    "image": "choice.png",
    "image_alt": "A choice of gates",
    "evidence": [{"start_ms": 1, "end_ms": 2}],
}


def test_every_text_that_is_read_changes_and_nothing_else():
    changed = with_texts(ITEM, lambda text: text.replace("choice", "way"))
    assert (changed["id"], changed["kind"], changed["image"]) == ("choice", "choice", "choice.png")
    assert changed["prompt"] == "Which way fills the lock?"
    assert changed["options"][0] == ITEM["options"][0] | {"text": "A way", "feedback": "Good way"}
    assert (changed["explanation"], changed["image_alt"]) == ("By way.", "A way of gates")
    assert changed["evidence"] == ITEM["evidence"]


def test_lists_of_texts_change_too():
    gap = {"kind": "gap", "prompt": "___", "answers": ["a lock", "the lock"]}
    assert with_texts(gap, str.upper)["answers"] == ["A LOCK", "THE LOCK"]


def test_files_are_named_by_the_item_and_by_its_options():
    assert list(files(ITEM | {"sound": ""})) == ["choice-a.png", "choice.png"]
    bare = without_files(ITEM)
    assert list(files(bare)) == []
    assert bare["options"][0] == {"text": "A choice", "correct": True, "feedback": "Good choice"}
    assert bare["evidence"] == ITEM["evidence"]
