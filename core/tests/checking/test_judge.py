import json
import shutil
from pathlib import Path

import numpy as np
import pytest
from tokenizers import Tokenizer
from tokenizers.models import WordLevel
from tokenizers.pre_tokenizers import Whitespace

from escuela_core.checking import check, judging
from escuela_core.checking.features import NAMES
from escuela_core.checking.judge import JUDGE_NAMES, Judge, judge, judge_figures
from escuela_core.checking.judging import SHARED
from escuela_core.items import items_from_json

LABELS = {"0": "neutral", "1": "ENTAILMENT", "2": "contradiction"}


@pytest.fixture
def folder(tmp_path, monkeypatch):
    shutil.copy(Path(__file__).parent / "judge" / "model.onnx", tmp_path)
    tokenizer = Tokenizer(WordLevel({"[PAD]": 0, "[UNK]": 1, "indeed": 2, "never": 3}, unk_token="[UNK]"))
    tokenizer.pre_tokenizer = Whitespace()
    tokenizer.save(str(tmp_path / "tokenizer.json"))
    (tmp_path / "config.json").write_text(json.dumps({"id2label": LABELS}))
    monkeypatch.setenv("ESCUELA_JUDGE", str(tmp_path))
    forget()
    yield tmp_path
    monkeypatch.undo()
    forget()


def forget() -> None:
    judge.cache_clear()
    judging._weights.cache_clear()  # noqa: SLF001 (a setting is read once in a process)


def trained(folder: Path, *, contradicted: float) -> None:
    """Weights by which nothing but the judge's word on the best sentence counts."""
    names = [*NAMES, *JUDGE_NAMES]
    column = names.index("judge_contradicted_best")
    table = np.zeros((3, len(names)))
    table[:, column] = [-contradicted, contradicted, 0.0]
    given = {"features": names, "mean": [0.0] * len(names), "spread": [1.0] * len(names)}
    given |= {"weights": {SHARED: table.tolist()}, "intercept": [2.0, 0.0, 0.0]}
    (folder / "weights.json").write_text(json.dumps(given))


ITEMS = items_from_json(
    {
        "items": [
            {"id": "a", "kind": "true_false", "prompt": "Olivares indeed made her gates from oak.", "answer": True},
            {"id": "b", "kind": "true_false", "prompt": "Olivares never made her gates from oak.", "answer": True},
        ]
    }
)


def test_a_judge_says_how_likely_a_claim_follows_and_how_likely_it_cannot(folder) -> None:
    told = Judge(folder).read([("a gate", "indeed"), ("a gate", "never"), ("a gate", "a lock")])
    assert told.shape == (3, 2)
    assert told[0, 0] > 0.9
    assert told[0, 1] < 0.1
    assert told[1, 1] > 0.9
    assert told[2].tolist() == pytest.approx([1 / 3, 1 / 3])


def test_a_pair_that_was_read_is_not_read_again(folder, monkeypatch) -> None:
    one = Judge(folder)
    before = one.read([("a", "never")])
    monkeypatch.setattr(one, "_told", lambda _: pytest.fail("read again"))
    assert (one.read([("a", "never"), ("a", "never")]) == before[0]).all()


def test_what_a_model_has_no_label_for_is_nan(folder) -> None:
    (folder / "config.json").write_text(json.dumps({"id2label": {"0": "other", "1": "else", "2": "contradiction"}}))
    told = Judge(folder).read([("a", "never")])
    assert np.isnan(told[0, 0])
    assert told[0, 1] > 0.9


def test_the_figures_set_a_claim_against_its_best_rival(folder) -> None:
    found = judge_figures(Judge(folder), ["one", "one two"], "indeed", ["never", "a lock"])
    assert set(found) == set(JUDGE_NAMES)
    assert found["judge_margin_best"] == pytest.approx(found["judge_entailed_best"], abs=0.05)
    assert np.isnan(judge_figures(Judge(folder), ["one", "two"], "indeed", [])["judge_margin_near"])


def test_a_trained_judge_decides_with_the_other_figures(folder, lock) -> None:
    trained(folder, contradicted=5.0)
    forget()
    assert [r.verdict for r in check(ITEMS, lock)] == ["heard", "contradicted"]


@pytest.mark.parametrize("spoilt", ["model.onnx", "tokenizer.json", "config.json"])
def test_a_broken_judge_is_said_once_and_the_check_goes_on(folder, lock, caplog, spoilt) -> None:
    plain = [r.verdict for r in check(ITEMS, lock)]
    forget()
    caplog.clear()
    (folder / spoilt).write_bytes(b"cut short")
    assert [r.verdict for r in check(ITEMS, lock)] == plain
    assert [r.verdict for r in check(ITEMS, lock)] == plain
    assert sum("cannot be used" in m for m in caplog.messages) == 1


def test_an_untrained_judge_does_not_count(folder, lock, caplog) -> None:
    with_it = [(r.verdict, r.support) for r in check(ITEMS, lock)]
    assert "until it is trained" in caplog.text
    shutil.rmtree(folder)
    forget()
    assert [(r.verdict, r.support) for r in check(ITEMS, lock)] == with_it
