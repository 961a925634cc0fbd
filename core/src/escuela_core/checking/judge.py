"""A door for a stronger judge: a model of textual inference (Dagan et al. 2006) that says whether a claim follows.

None is shipped. ``ESCUELA_JUDGE`` names a folder with ``model.onnx``, its ``tokenizer.json``, a ``config.json`` whose
``id2label`` names the outputs, and ``weights.json``, which ``core/training/train_check.py`` writes there: how much
the judge's word counts beside the other figures. What is missing or broken is said once, and work goes on without it.
"""

from __future__ import annotations

import json
import logging
import os
from collections.abc import Sequence
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from tokenizers import Tokenizer

from escuela_core.language.vectors import network

# What the judge says on the best sentence alone, and on the best few with their neighbours.
JUDGE_NAMES = tuple(f"judge_{what}_{on}" for on in ("best", "near") for what in ("entailed", "contradicted", "margin"))
LONGEST_TOKENS = 384
_BATCH = 16
_KEPT = 20_000
# The beginnings of the labels' names; what a model does not tell is NaN.
_SORTS = ("entail", "contra")
_log = logging.getLogger(__name__)
Pair = tuple[str, str]


class Judge:
    """An inference model in ONNX with two or three labels."""

    def __init__(self, folder: Path) -> None:
        self._session = network(folder / "model.onnx")
        inputs = self._session.get_inputs()
        self._inputs = {entry.name for entry in inputs}
        length = inputs[0].shape[1]
        self._tokenizer = Tokenizer.from_file(str(folder / "tokenizer.json"))
        fixed = length if isinstance(length, int) else None
        self._tokenizer.enable_truncation(fixed or LONGEST_TOKENS)
        self._tokenizer.enable_padding(length=fixed)
        labels = json.loads((folder / "config.json").read_text("utf-8"))["id2label"]
        self._columns = [
            next((int(n) for n, name in labels.items() if name.lower().startswith(sort)), None) for sort in _SORTS
        ]
        weights = folder / "weights.json"
        self.weights = weights if weights.exists() else None
        self._known: dict[Pair, NDArray[np.float64]] = {}

    def read(self, pairs: Sequence[Pair]) -> NDArray[np.float64]:
        """For each premise and hypothesis how likely it is entailed and how likely contradicted, shape (pairs, 2)."""
        fresh = sorted({p for p in pairs if p not in self._known}, key=lambda p: len(p[0]) + len(p[1]))
        if len(self._known) + len(fresh) > _KEPT:
            self._known.clear()
            fresh = list(dict.fromkeys(pairs))
        for first in range(0, len(fresh), _BATCH):
            batch = fresh[first : first + _BATCH]
            for pair, told in zip(batch, self._told(batch), strict=True):
                self._known[pair] = told
        return np.array([self._known[p] for p in pairs]).reshape(-1, len(_SORTS))

    def _told(self, pairs: Sequence[Pair]) -> NDArray[np.float64]:
        encodings = self._tokenizer.encode_batch(list(pairs))
        given = {
            "input_ids": np.array([e.ids for e in encodings], np.int64),
            "attention_mask": np.array([e.attention_mask for e in encodings], np.int64),
            "token_type_ids": np.array([e.type_ids for e in encodings], np.int64),
        }
        logits = np.asarray(self._session.run(None, {k: v for k, v in given.items() if k in self._inputs})[0], float)
        powers = np.exp(logits - logits.max(axis=1, keepdims=True))
        likely = powers / powers.sum(axis=1, keepdims=True)
        none = np.full(len(pairs), np.nan)
        return np.stack([none if c is None else likely[:, c] for c in self._columns], axis=1)


@lru_cache(maxsize=1)
def judge() -> Judge | None:
    """The judge of the folder that ``ESCUELA_JUDGE`` names; None where there is none or it cannot be read."""
    folder = os.environ.get("ESCUELA_JUDGE")
    if not folder:
        return None
    try:
        found = Judge(Path(folder))
        found.read([("The gate is shut.", "The gate is closed.")])
    # A model from elsewhere may be broken in any way; the check goes on without it.
    except Exception as error:  # noqa: BLE001
        _log.warning("The judge in %s cannot be used, the check goes on without it: %s", folder, error)
        return None
    if found.weights is None:
        _log.warning("The judge in %s has no weights.json yet: its word does not count until it is trained.", folder)
    return found


def judge_figures(judge: Judge, premises: Sequence[str], claim: str, rivals: Sequence[str]) -> dict[str, float]:
    """Of each of the two premises what the judge says of ``claim``, and how much likelier than the best rival."""
    hypotheses = (claim, *rivals)
    told = judge.read([(premise, text) for premise in premises for text in hypotheses])
    figures: list[float] = []
    for part in told.reshape(len(premises), len(hypotheses), len(_SORTS)):
        worth = np.nan_to_num(part[:, 0]) - np.nan_to_num(part[:, 1])
        margin = float(worth[0] - worth[1:].max()) if rivals else float("nan")
        figures += [float(part[0, 0]), float(part[0, 1]), margin]
    return dict(zip(JUDGE_NAMES, figures, strict=True))
