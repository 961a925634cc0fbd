import subprocess
from pathlib import Path

import numpy as np
import pytest

from escuela_core.sound import recognising
from escuela_core.sound.loudness import loudness
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Word

ROOT = Path(__file__).resolve().parents[3]


@pytest.fixture(scope="module")
def recogniser(tmp_path_factory):
    return recognising.whisper(None, ROOT / ".state" / "models" / "whisper-base")


def test_ten_seconds_of_speech_are_written_down_with_their_times(recogniser) -> None:
    command = ["ffmpeg", "-v", "error", "-t", "10", "-i", str(ROOT / "demo" / "media" / "canal-lock.mp4")]
    command += ["-ac", "1", "-ar", "16000", "-f", "s16le", "-"]
    pcm = subprocess.run(command, capture_output=True, check=True, stdin=subprocess.DEVNULL).stdout
    heard = list(recogniser.recognise(np.frombuffer(pcm, np.int16), loudness([pcm], 16_000).silences(), None))
    words = [w for h in heard for w in h.words]
    text = " ".join(w.text for w in words).lower()
    assert "we follow one small boat" in text
    assert heard[0].language == "en"
    boat = next(w for w in words if w.text.startswith("boat"))
    assert 5_500 < boat.start_ms < 7_500
    assert all(a.end_ms <= b.start_ms for a, b in zip(words, words[1:], strict=False))


def test_noise_and_silence_have_no_words(recogniser) -> None:
    noise = np.random.default_rng(1).normal(0, 400, 16_000 * 8).astype(np.int16)
    for sound in (noise, np.zeros_like(noise)):
        assert [w for h in recogniser.recognise(sound, [], None) for w in h.words] == []


def test_long_sound_is_heard_in_stretches_that_end_in_silences() -> None:
    silences = [Span(n * 20_000, n * 20_000 + 400) for n in range(1, 60)]
    stretches = list(recognising._stretches(1_200_000, silences))
    assert (stretches[0].start_ms, stretches[-1].end_ms) == (0, 1_200_000)
    assert all(s.length_ms <= recognising.STRETCH_MS for s in stretches)
    assert all(s.end_ms % 20_000 == 200 for s in stretches[:-1])


def test_weights_that_are_not_the_right_ones_are_not_used(tmp_path, monkeypatch) -> None:
    monkeypatch.setattr(recognising, "MODEL_SHA256", "0" * 64)
    with pytest.raises(recognising.RecogniserMissingError):
        recognising.packaged(tmp_path / "m")
    assert not (tmp_path / "m" / "model.bin").exists()


def test_a_stretch_is_heard_with_its_times_in_the_whole_recording() -> None:
    told: list[object] = []

    class Counting:
        def recognise(self, samples, silences, language):
            told.extend((len(samples), silences, language))
            yield recognising.Heard((Word(100, 300, "tide", "aligned"),), "en", 400)

    heard: list[int] = []
    words = recognising.heard_in(
        Counting(),
        np.zeros(16_000 * 10, np.int16),
        [Span(0, 500), Span(3_500, 4_500), Span(8_000, 9_000)],
        Span(4_000, 6_000),
        language="en",
        each=lambda phrase: heard.append(phrase.until_ms),
    )
    assert told == [32_000, [Span(0, 500)], "en"]
    assert (words, heard) == ([Word(4_100, 4_300, "tide", "aligned")], [4_400])
