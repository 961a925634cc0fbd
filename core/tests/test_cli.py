import json
import subprocess
import wave
from pathlib import Path

import numpy as np
import pytest
from conftest import LOCK, spoken

from escuela_core import cli
from escuela_core.items import items_from_json
from escuela_core.transcripts import webvtt


@pytest.fixture
def captions(tmp_path: Path) -> Path:
    path = tmp_path / "lock.vtt"
    path.write_text(webvtt.write(spoken(LOCK)), "utf-8")
    return path


@pytest.fixture
def items(tmp_path: Path) -> Path:
    path = tmp_path / "items.json"
    item = {"kind": "gap", "prompt": "The chamber takes about ___ minutes to fill.", "answers": ["six"]}
    path.write_text(json.dumps({"items": [item]}), "utf-8")
    return path


def run(capsys, *arguments: object) -> dict[str, object]:
    assert cli.main([str(a) for a in arguments]) == 0
    return json.loads(capsys.readouterr().out)


def test_read_gives_sentences_words_and_warnings(capsys, captions: Path) -> None:
    found = run(capsys, "read", captions)
    assert set(found) == {"language", "duration_ms", "sentences", "words", "warnings"}
    assert [s["text"] for s in found["sentences"]] == list(LOCK)
    assert found["words"][0]["timing"] in {"given", "estimated"}


def test_segment_write_and_place_give_their_shapes(capsys, captions: Path, items: Path) -> None:
    segments = run(capsys, "segment", captions)["segments"]
    assert set(segments[0]) == {"start_ms", "end_ms", "title", "summary", "key_terms"}
    written = run(capsys, "write", captions, "--count", 2, "--kinds", "gap,true_false", "--seed", 5)["items"]
    assert all(i["kind"] in {"gap", "true_false"} and "pause_ms" in i and i["evidence"] for i in written)
    placed = run(capsys, "place", captions, items)["items"]
    assert placed[0]["pause_ms"] > 0


def test_fewer_items_than_asked_for_are_explained_beside_them(capsys, captions: Path) -> None:
    assert cli.main(["write", str(captions), "--count", "90"]) == 0
    told = capsys.readouterr().err
    assert "instead of 90" in told
    assert "sentences" in told


def test_check_gives_verdict_reason_evidence_and_findings(capsys, captions: Path, items: Path) -> None:
    found = run(capsys, "check", captions, items)["items"][0]
    assert set(found) == {"id", "verdict", "support", "reason", "pause_ms", "evidence", "findings"}
    assert found["id"] == "q1"
    assert found["evidence"][0]["text"] == "The chamber takes about six minutes to fill."


def test_an_extract_limits_what_is_seen(capsys, captions: Path) -> None:
    found = run(capsys, "read", captions, "--from-ms", 0, "--to-ms", 12_000)
    assert 0 < len(found["sentences"]) < len(LOCK)


def test_the_sound_places_the_pause(capsys, captions: Path, items: Path, tmp_path: Path) -> None:
    talk = spoken(LOCK)
    sound = np.random.default_rng(0).normal(0, 3_000, talk.duration_ms * 16)
    for a, b in zip(talk.sentences, talk.sentences[1:], strict=False):
        sound[a.end_ms * 16 : b.start_ms * 16] = 0
    path = tmp_path / "lock.wav"
    with wave.open(str(path), "wb") as out:
        out.setparams((1, 2, 16_000, 0, "NONE", ""))
        out.writeframes(sound.astype("<i2").tobytes())
    placed = run(capsys, "place", captions, items, "--sound", path)["items"][0]
    end = next(s.end_ms for s in talk.sentences if "six minutes" in s.text)
    assert end <= placed["pause_ms"] <= end + 500


@pytest.mark.parametrize(
    ("arguments", "sentence"),
    [
        (("read", "/no/such/file"), "cannot be read"),
        (("write", "{captions}", "--kinds", "riddle"), "The writer makes"),
        (("write", "{captions}", "--count", "0"), "must be 1 or more"),
        (("check", "{captions}", "{captions}"), "is not JSON"),
        (("place", "{captions}", "{items}", "--sound", "{captions}"), "no sound"),
        (("read", "{captions}", "--from-ms", "9", "--to-ms", "3"), "must end after it starts"),
    ],
)
def test_bad_input_is_one_sentence_and_exit_2(capsys, captions: Path, items: Path, arguments, sentence: str) -> None:
    filled = [a.format(captions=captions, items=items) for a in arguments]
    assert cli.main(filled) == 2
    told = capsys.readouterr()
    assert told.out == ""
    assert sentence in told.err
    assert told.err.count("\n") == 1


def test_it_is_installed_as_a_command(captions: Path) -> None:
    command = Path(cli.sys.executable).parent / "escuela-core"
    done = subprocess.run([command, "read", captions], capture_output=True, text=True, check=False)
    assert done.returncode == 0
    assert json.loads(done.stdout)["language"] == "en"


PASTED = """Hello Ana,

1. How long does the chamber take to fill? [0:01]
a) about six minutes
b) an hour
Answer: a

2. Who?
a) one
b) two
Answer: E
"""


def test_paste_gives_an_item_list_that_reads_back_and_tells_what_was_not_read(tmp_path, capsys) -> None:
    path = tmp_path / "pasted.txt"
    path.write_text(PASTED, "utf-8")
    assert cli.main(["paste", str(path)]) == 0
    out, err = capsys.readouterr()
    items = items_from_json(json.loads(out))
    assert [i.kind for i in items] == ["choice", "choice"]
    assert items[0].pause_ms == 1_000
    assert "Line 1 was not read: Hello Ana," in err
    assert "Line 11: The key “E” is none of the options." in err


def test_paste_with_the_talk_s_captions_puts_items_where_they_are_said(tmp_path, capsys, captions) -> None:
    path = tmp_path / "pasted.txt"
    path.write_text(PASTED, "utf-8")
    assert cli.main(["paste", str(path), "--captions", str(captions)]) == 0
    first = json.loads(capsys.readouterr().out)["items"][0]
    assert first["evidence"][0]["end_ms"] <= first["pause_ms"]
    assert first["pause_ms"] > 20_000


def test_paste_of_nothing_is_one_sentence_and_exit_2(tmp_path, capsys) -> None:
    path = tmp_path / "empty.txt"
    path.write_bytes(b"")
    assert cli.main(["paste", str(path)]) == 2
    assert capsys.readouterr().err.count("\n") == 1


def test_items_of_every_kind_are_checked_and_placed(tmp_path, capsys, captions) -> None:
    pairs = [{"left": "bow", "right": "front"}, {"left": "stern", "right": "back"}]
    items = {
        "items": [
            {"kind": "order", "prompt": "Sort.", "steps": ["The boat enters", "The chamber fills"]},
            {
                "kind": "match",
                "prompt": "Join.",
                "pairs": pairs,
            },
            {"kind": "open", "prompt": "Why?", "criteria": [{"text": "water flows by its own weight", "marks": 1}]},
            {"kind": "note", "text": "Watch the gates."},
        ]
    }
    path = tmp_path / "items.json"
    path.write_text(json.dumps(items), "utf-8")
    assert cli.main(["check", str(captions), str(path)]) == 0
    reports = json.loads(capsys.readouterr().out)["items"]
    assert [r["id"] for r in reports] == ["q1", "q2", "q3", "q4"]
    assert {r["verdict"] for r in reports} <= {"heard", "unclear", "contradicted", "not_heard"}
    assert cli.main(["place", str(captions), str(path)]) == 0
    placed = json.loads(capsys.readouterr().out)["items"]
    assert all(p["pause_ms"] for p in placed[:3])


def test_an_item_with_several_steps_is_placed_after_the_last_of_them(tmp_path, capsys, captions) -> None:
    steps = ["The chamber takes about six minutes to fill.", "The crew must let the ropes out little by little."]
    path = tmp_path / "steps.json"
    path.write_text(json.dumps({"items": [{"kind": "order", "prompt": "Sort.", "steps": steps}]}), "utf-8")
    (placed,) = run(capsys, "place", captions, path)["items"]
    assert len(placed["evidence"]) == 2
    assert placed["pause_ms"] >= max(e["end_ms"] for e in placed["evidence"])
