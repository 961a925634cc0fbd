"""Loudness peaks and silences of mono PCM samples (int16, any rate); a stream, never the whole file in memory."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np

from escuela_core.timeline import Span

if TYPE_CHECKING:
    from numpy.typing import NDArray

FRAME_MS = 10
SHORTEST_SILENCE_MS = 120
# Speech stands some 20 dB above the room; a frame counts as silent this far below the recording's own speech level.
SILENCE_BELOW_SPEECH_DB = 24.0
QUIETEST_DB = -65.0


@dataclass(frozen=True, slots=True)
class Loudness:
    """Frame levels in dBFS (one per 10 ms), from which peaks and silences are read."""

    levels_db: NDArray[np.float32]

    @property
    def duration_ms(self) -> int:
        return len(self.levels_db) * FRAME_MS

    def peaks(self, count: int) -> list[int]:
        """``count`` heights from 0 to 100 over the whole recording, evenly spaced, for drawing."""
        if not len(self.levels_db):
            return []
        edges = np.linspace(0, len(self.levels_db), min(count, len(self.levels_db)) + 1).astype(int)
        highest = np.maximum.reduceat(self.levels_db, edges[:-1])
        top = float(np.percentile(highest, 99))
        return [int(h) for h in np.clip((highest - (top - 40.0)) * 2.5, 0, 100)]

    def silences(self) -> list[Span]:
        """Stretches of at least 120 ms below the silence level, in order."""
        quiet = self.levels_db < self._threshold_db()
        edges = np.flatnonzero(np.diff(np.concatenate(([0], quiet.astype(np.int8), [0]))))
        return [
            Span(int(a) * FRAME_MS, int(b) * FRAME_MS)
            for a, b in zip(edges[::2], edges[1::2], strict=True)
            if (b - a) * FRAME_MS >= SHORTEST_SILENCE_MS
        ]

    def _threshold_db(self) -> float:
        speech = float(np.percentile(self.levels_db, 90)) if len(self.levels_db) else 0.0
        floor = float(np.percentile(self.levels_db, 5)) if len(self.levels_db) else 0.0
        # Never below the room's own noise: with music under the voice silence is the quietest part there is.
        return max(QUIETEST_DB, speech - SILENCE_BELOW_SPEECH_DB, min(floor + 6.0, speech - 10.0))


def loudness(chunks: Iterable[bytes], rate: int) -> Loudness:
    """Levels of 16-bit mono PCM given in chunks of any size."""
    size = rate * FRAME_MS // 1000
    levels: list[NDArray[np.float32]] = []
    rest = b""
    for chunk in chunks:
        data = rest + chunk
        whole = len(data) // (2 * size) * 2 * size
        rest = data[whole:]
        frames = np.frombuffer(data[:whole], "<i2").reshape(-1, size).astype(np.float32) / 32768.0
        if len(frames):
            power = np.mean(frames * frames, axis=1)
            levels.append((10.0 * np.log10(power + 1e-10)).astype(np.float32))
    return Loudness(np.concatenate(levels) if levels else np.zeros(0, np.float32))
