"""The recogniser that the settings choose: the packaged model, another model folder, the tests' stand-in, or none."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from pathlib import Path

from django.conf import settings

from config.errors import SentenceError
from escuela_core.sound import recognising
from escuela_core.sound.aligning import RATE, Samples
from escuela_core.sound.recognising import Heard, Recogniser
from escuela_core.timeline import Span
from escuela_core.transcripts import Word

OFF, STAND_IN = "off", "stand-in"


def standing() -> str:
    """``ready``, ``missing`` or ``off``."""
    chosen = settings.RECOGNISER
    if chosen in (OFF, STAND_IN):
        return "off" if chosen == OFF else "ready"
    return "ready" if recognising.is_installed() else "missing"


def recogniser() -> Recogniser:
    """Raises ``recogniser_off`` or RecogniserMissingError."""
    chosen = settings.RECOGNISER
    if chosen == OFF:
        raise SentenceError("recogniser_off", "Speech recognition is switched off on this server.")
    if chosen == STAND_IN:
        return Standin()
    return recognising.whisper(Path(chosen) if chosen else None, Path(settings.MODELS_FOLDER) / "whisper-base")


class Standin:
    """Says one sentence for each stretch of sound between silences: for quick tests, which need no model."""

    sentence = "The harbour opens its gate at seven."

    def recognise(self, samples: Samples, silences: Sequence[Span], language: str | None) -> Iterator[Heard]:
        end_ms = len(samples) * 1000 // RATE
        starts = [0, *(s.end_ms for s in silences if s.end_ms < end_ms)]
        ends = [*(s.start_ms for s in silences if s.end_ms < end_ms), end_ms]
        for start_ms, stop_ms in zip(starts, ends, strict=True):
            texts = self.sentence.split()
            step = (stop_ms - start_ms) // len(texts)
            if step >= 50:
                words = tuple(
                    Word(start_ms + n * step, start_ms + (n + 1) * step, text, "aligned")
                    for n, text in enumerate(texts)
                )
                yield Heard(words, language or "en", stop_ms)
