"""Where English sentences begin in words without punctuation: the sentence encoder, trained further for it.

The packaged MiniLM (Wang et al. 2020) with the weights of its six layers put in place of its own, and one linear layer
over the last piece of each word. Trained on two and a half million words of freely licensed prose (a book of questions
and answers, manuals, quotations), capitals and punctuation taken away, then on the development talks; F1 word by word
on those 0.60 cross-validated by talk, where a convolutional network over words reached 0.46. Weights:
``models/boundaries-*.npz``, int8 with a scale for each column.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

import numpy as np
import onnxruntime
from numpy.typing import NDArray
from tokenizers import Tokenizer

from escuela_core.language.vectors import MODEL, TOKENIZER, network

# A stretch is read at once; of two that overlap, the one in which a word stands further from the edge decides.
WINDOW_PIECES, OVERLAP_WORDS, BATCH = 128, 14, 16
# At this probability a boundary is as likely right as wrong in the F1 of the development talks.
EVEN = 0.4
Array = NDArray[np.float32]
_MODELS = Path(__file__).parent / "models"
_OUTSIDE = re.compile(r"[^\w'-]")


@dataclass(frozen=True, slots=True)
class _Window:
    """Words ``first`` to ``end``, as numbered pieces, and where the last piece of each word stands among them."""

    first: int
    end: int
    pieces: tuple[int, ...]
    last: tuple[int, ...]


class _Network:
    """The encoder with the weights for boundaries, the linear layer (its bias last), and a tokenizer for words."""

    def __init__(self) -> None:
        weights: dict[str, NDArray[np.generic]] = {}
        for part in sorted(_MODELS.glob("boundaries-*.npz")):
            with np.load(part) as stored:
                weights |= {name: np.ascontiguousarray(stored[name]) for name in stored.files}
        self.head = weights.pop("head").astype(np.float32)
        # The session does not copy what it is given: both must live as long as it does.
        self._weights = weights
        self._given = {name: onnxruntime.OrtValue.ortvalue_from_numpy(value) for name, value in weights.items()}
        self.session = network(MODEL, self._given)
        self._tokenizer = Tokenizer.from_file(str(TOKENIZER))
        self._tokenizer.no_padding()
        self.opens, self.closes, self._unknown = (
            self._tokenizer.token_to_id(mark) or 0 for mark in ("[CLS]", "[SEP]", "[UNK]")
        )

    def pieces(self, word: str) -> tuple[int, ...]:
        """The numbers of a word's pieces, at least one."""
        found = self._tokenizer.encode(word, add_special_tokens=False).ids
        return tuple(found[: WINDOW_PIECES // 4]) or (self._unknown,)


@lru_cache(maxsize=1)
def _network() -> _Network:
    return _Network()


def starts(texts: Sequence[str]) -> list[float]:
    """For each word how likely it begins a sentence, scaled so that 0.5 is as likely as not; the first one 1."""
    ending = _after([_OUTSIDE.sub("", t.lower().replace("’", "'")).strip("'-") for t in texts])
    likely = np.minimum(1.0, ending / (2 * EVEN))
    return [1.0, *(float(p) for p in likely[:-1])] if texts else []


def _after(words: Sequence[str]) -> Array:
    """The probability of a boundary after each word, shape (words,)."""
    trained = _network()
    known = {w: trained.pieces(w) for w in set(words)}
    windows = list(_windows([known[w] for w in words], trained.opens, trained.closes))
    found, room = np.zeros(len(words), np.float32), np.full(len(words), -1)
    for first in range(0, len(windows), BATCH):
        batch = windows[first : first + BATCH]
        longest = max(len(w.pieces) for w in batch)
        ids = np.array([w.pieces + (0,) * (longest - len(w.pieces)) for w in batch], np.int64)
        given = {"input_ids": ids, "attention_mask": (ids != 0).astype(np.int64), "token_type_ids": np.zeros_like(ids)}
        hidden = trained.session.run(None, given)[0]
        likely = 1.0 / (1.0 + np.exp(-(hidden @ trained.head[:-1] + trained.head[-1])))
        for window, row in zip(batch, likely, strict=True):
            for place, at in enumerate(window.last):
                number = window.first + place
                edge = min(place if window.first else WINDOW_PIECES, window.end - number - 1)
                if edge > room[number]:
                    room[number], found[number] = edge, row[at]
    return found


def _windows(pieces: Sequence[tuple[int, ...]], opens: int, closes: int) -> Iterator[_Window]:
    first = 0
    while first < len(pieces):
        numbers, last, end = [opens], list[int](), first
        while end < len(pieces) and len(numbers) + len(pieces[end]) < WINDOW_PIECES:
            numbers += pieces[end]
            last.append(len(numbers) - 1)
            end += 1
        yield _Window(first, end, (*numbers, closes), tuple(last))
        if end == len(pieces):
            return
        first = max(first + 1, end - OVERLAP_WORDS)
