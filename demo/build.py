"""Builds the demo's media and captions from lessons/*.json. Deterministic; needs requirements-dev.txt, ffmpeg.

usage: python demo/build.py [LESSON ...]
"""

from __future__ import annotations

import json
import re
import subprocess
import sys
import tempfile
from pathlib import Path

import numpy as np
from hibari import SAMPLE_RATE, Hibari, write_wav
from numpy.typing import NDArray
from pictures import frame, screen
from PIL import Image
from pocketsphinx import Decoder

from escuela_core.transcripts import Sentence, Transcript, Word, webvtt

HERE = Path(__file__).parent
FRAMES_PER_SECOND = 5
SENTENCE_GAP_S, PART_GAP_S, LEAD_S = 0.7, 1.6, 0.8
PACE = 0.8
H264 = "-c:v libx264 -preset slow -tune animation -crf 26 -pix_fmt yuv420p"
# How many frames lie between two that stand by themselves: few where things move, so that seeking is quick.
MOVING, STILL = 50, 300
Sound = NDArray[np.float32]


def main(names: list[str]) -> None:
    (HERE / "media").mkdir(exist_ok=True)
    for path in sorted((HERE / "lessons").glob("*.json")):
        if not names or path.stem in names:
            build(path)


def build(path: Path) -> None:
    lesson = json.loads(path.read_text("utf-8"))
    voice = Hibari()
    sound: list[Sound] = [np.zeros(int(LEAD_S * SAMPLE_RATE), np.float32)]
    sentences: list[Sentence] = []
    shots: list[tuple[int, float]] = []
    for part, texts in enumerate(lesson["parts"]):
        begun = _length_s(sound)
        for text in texts:
            spoken = _trimmed(np.asarray(voice(text, seed=0, speed=PACE), np.float32))
            sentences.append(Sentence(tuple(_word_times(text, spoken, _length_s(sound)))))
            sound += [spoken, np.zeros(int(SENTENCE_GAP_S * SAMPLE_RATE), np.float32)]
        sound.append(np.zeros(int((PART_GAP_S - SENTENCE_GAP_S) * SAMPLE_RATE), np.float32))
        shots.append((part, _length_s(sound) - begun))
    transcript = Transcript("en", round(_length_s(sound) * 1000), tuple(sentences))
    (HERE / "media" / f"{path.stem}.vtt").write_text(webvtt.write(transcript), "utf-8")
    _encode(path.stem, lesson, np.concatenate(sound), shots)


def _length_s(sound: list[Sound]) -> float:
    return sum(len(s) for s in sound) / SAMPLE_RATE


def _trimmed(sound: Sound) -> Sound:
    loud = np.flatnonzero(np.abs(sound) > 0.01)
    return sound[max(0, loud[0] - 240) : loud[-1] + 480]


def _word_times(text: str, sound: Sound, begun_s: float) -> list[Word]:
    """Words by forced alignment of the known text; by letters where the aligner does not know a word."""
    texts = text.split()
    spans = _aligned(texts, sound)
    length = len(sound) / SAMPLE_RATE
    if spans is None:
        letters = np.cumsum([0, *(len(t) + 1 for t in texts)]) / sum(len(t) + 1 for t in texts)
        spans = [(length * a, length * b) for a, b in zip(letters, letters[1:], strict=False)]
    spans[0] = (0.0, spans[0][1])
    spans[-1] = (spans[-1][0], length)
    at = [(round((begun_s + a) * 1000), round((begun_s + b) * 1000)) for a, b in spans]
    return [Word(a, max(b, a + 1), t, "given") for (a, b), t in zip(at, texts, strict=True)]


def _aligned(texts: list[str], sound: Sound) -> list[tuple[float, float]] | None:
    decoder = Decoder(samprate=16_000, loglevel="FATAL")
    words = [re.sub(r"[^a-z' ]", " ", t.lower().replace("’", "'")).split() for t in texts]
    flat = [w for group in words for w in group]
    if any(decoder.lookup_word(w) is None for w in flat):
        return None
    decoder.set_align_text(" ".join(flat))
    positions = np.arange(0, len(sound), SAMPLE_RATE / 16_000)
    pcm = (np.interp(positions, np.arange(len(sound)), sound) * 20_000).astype("<i2").tobytes()
    decoder.start_utt()
    decoder.process_raw(pcm, full_utt=True)
    decoder.end_utt()
    heard = [(s.start_frame / 100, (s.end_frame + 1) / 100) for s in decoder.seg() or [] if not s.word.startswith("<")]
    if len(heard) != len(flat):
        return None
    spans, at = [], 0
    for group in words:
        spans.append((heard[at][0], heard[at + len(group) - 1][1]))
        at += len(group)
    return spans


def _drawn(lesson: dict[str, object], part: int, share: float, title: str) -> Image.Image:
    screens = lesson.get("screens")
    if isinstance(screens, list):
        return screen(screens[part], title)
    return frame(str(lesson["picture"]), part, share, title)


def _encode(name: str, lesson: dict[str, object], sound: Sound, shots: list[tuple[int, float]]) -> None:
    with tempfile.TemporaryDirectory() as folder:
        wav = Path(folder) / "voice.wav"
        write_wav(str(wav), sound / max(1.0, float(np.abs(sound).max()) * 1.05))
        number = 0
        titles = lesson["segments"]
        assert isinstance(titles, list)
        for part, length_s in shots:
            count = round(length_s * FRAMES_PER_SECOND)
            for i in range(count):
                # Pictures move in steps of a second and stand in between: calm to watch, small to ship.
                share = (i // FRAMES_PER_SECOND * FRAMES_PER_SECOND) / max(1, count)
                drawn = _drawn(lesson, part, share, titles[part])
                drawn.save(Path(folder) / f"{number:05d}.png")
                number += 1
        source = ["-framerate", str(FRAMES_PER_SECOND), "-i", f"{folder}/%05d.png", "-i", str(wav)]
        apart = STILL if "screens" in lesson else MOVING
        for ending, options in (
            ("mp4", f"{H264} -g {apart} -c:a aac -b:a 64k -ac 1 -movflags +faststart"),
            ("webm", f"-c:v libvpx-vp9 -crf 40 -b:v 0 -g {apart} -row-mt 1 -c:a libopus -b:a 40k -ac 1"),
        ):
            target = HERE / "media" / f"{name}.{ending}"
            command = ["ffmpeg", "-v", "error", "-y", *source, *options.split(), "-r", "10", "-shortest", str(target)]
            subprocess.run(command, check=True, stdin=subprocess.DEVNULL)


if __name__ == "__main__":
    main(sys.argv[1:])
