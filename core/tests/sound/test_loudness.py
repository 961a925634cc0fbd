import numpy as np
import pytest

from escuela_core.sound.loudness import loudness
from escuela_core.timeline import Span

RATE = 16_000


def tone(ms: int, level: float = 0.3) -> bytes:
    t = np.arange(RATE * ms // 1000) / RATE
    return (np.sin(2 * np.pi * 220 * t) * level * 32767).astype("<i2").tobytes()


def noise(ms: int, level: float) -> bytes:
    return (np.random.default_rng(1).normal(0, level, RATE * ms // 1000) * 32767).astype("<i2").tobytes()


def test_a_silence_between_two_sounds_is_found_within_a_frame() -> None:
    heard = loudness([tone(1_000), tone(400, 0.0), tone(600)], RATE)
    assert heard.silences() == [Span(1_000, 1_400)]
    assert heard.duration_ms == 2_000


def test_a_breath_is_too_short_to_count() -> None:
    assert loudness([tone(500), tone(80, 0.0), tone(500)], RATE).silences() == []


def test_a_noisy_room_still_has_pauses() -> None:
    heard = loudness([noise(1_000, 0.1), noise(400, 0.003), noise(1_000, 0.1)], RATE)
    found = heard.silences()
    assert len(found) == 1
    assert abs(found[0].start_ms - 1_000) <= 20


def test_the_size_of_chunks_does_not_matter() -> None:
    data = tone(700) + tone(300, 0.0) + tone(500)
    whole = loudness([data], RATE)
    pieces = loudness([data[i : i + 1_001] for i in range(0, len(data), 1_001)], RATE)
    assert np.allclose(whole.levels_db, pieces.levels_db)


def test_peaks_are_as_many_as_asked_and_between_0_and_100() -> None:
    peaks = loudness([tone(1_000), tone(1_000, 0.0)], RATE).peaks(50)
    assert len(peaks) == 50
    assert peaks[5] > 90
    assert peaks[45] == 0


@pytest.mark.parametrize("chunks", [[], [b""], [b"\x00"]])
def test_no_sound_gives_nothing(chunks: list[bytes]) -> None:
    heard = loudness(chunks, RATE)
    assert heard.peaks(10) == []
    assert heard.silences() == []
