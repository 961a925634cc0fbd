"""The figures of docs/benchmarks.md for the sound and for long scripts, each beside its baseline in the same run.

usage: python core/benchmarks/report_sound.py [sound] [long]
Recordings are synthesised from labelled talks of the development set by several voices; that needs flite and espeak-ng
beside requirements-dev.txt. What is true of them is known because each sentence is spoken alone and laid down at a
known instant.
"""

from __future__ import annotations

import resource
import subprocess
import sys
import tempfile
import time
from dataclasses import dataclass
from functools import lru_cache, partial
from pathlib import Path

import numpy as np
import talks
from hibari import Hibari, write_wav
from numpy.typing import NDArray

from escuela_core.language.vectors import encoder
from escuela_core.placing import place
from escuela_core.segments import divide
from escuela_core.sound import recognising
from escuela_core.sound.aligning import RATE
from escuela_core.sound.locating import located
from escuela_core.sound.loudness import FRAME_MS, loudness
from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence, Transcript, Word, read_captions, timing, webvtt
from escuela_core.transcripts.words import length

Sound = NDArray[np.float32]
ROOT = Path(__file__).resolve().parents[2]
SENTENCES = 30
VOICES = ("flite:slt", "flite:rms", "hibari:en", "espeak:en-us")
TALKS = ("leaf-light", "paper-road", "moon-phases", "heat-pump")


@dataclass(frozen=True)
class Spoken:
    """A synthesised recording with its sentences' true times."""

    sound: Sound
    transcript: Transcript


def spoken(name: str, voice: str) -> Spoken:
    texts = [s.text for s in talks.load(name).transcript.sentences[:SENTENCES]]
    rng = np.random.default_rng(1)
    parts: list[Sound] = [np.zeros(RATE // 2, np.float32)]
    sentences: list[Sentence] = []
    for text in texts:
        sound = synthesised(text, voice)
        start_ms = sum(len(p) for p in parts) * 1000 // RATE
        sentences.append(laid_out(text, start_ms, start_ms + len(sound) * 1000 // RATE))
        parts += [sound, np.zeros(int(RATE * rng.uniform(0.25, 0.9)), np.float32)]
    whole = np.concatenate(parts)
    return Spoken(whole, Transcript("en", len(whole) * 1000 // RATE, tuple(sentences)))


@lru_cache(maxsize=1)
def hibari() -> Hibari:
    return Hibari()


def synthesised(text: str, voice: str) -> Sound:
    program, name = voice.split(":")
    with tempfile.NamedTemporaryFile(suffix=".wav") as file:
        if program == "hibari":
            write_wav(file.name, np.asarray(hibari()(text, seed=0), np.float32) * 0.8)
        else:
            flite = ["flite", "-voice", name, "-t", text, "-o", file.name]
            command = flite if program == "flite" else ["espeak-ng", "-v", name, "-w", file.name, text]
            subprocess.run(command, check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        pcm = ["ffmpeg", "-v", "error", "-i", file.name, "-ac", "1", "-ar", str(RATE), "-f", "s16le", "-"]
        raw = subprocess.run(pcm, check=True, capture_output=True, stdin=subprocess.DEVNULL).stdout
    sound = np.frombuffer(raw, np.int16).astype(np.float32)
    loud = np.flatnonzero(np.abs(sound) > 300)
    return sound[loud[0] : loud[-1] + 1] if len(loud) else sound


def laid_out(text: str, start_ms: int, end_ms: int) -> Sentence:
    """Words by their letters; only the sentence's own start and end are true."""
    texts = text.split()
    at = np.cumsum([0.0, *(length(t) for t in texts)])
    times = start_ms + (end_ms - start_ms) * at / at[-1]
    spans = zip(times, times[1:], texts, strict=False)
    return Sentence(tuple(Word(round(a), max(round(b), round(a) + 1), t, "given") for a, b, t in spans))


def with_noise(sound: Sound, kind: str) -> Sound:
    """``noise``: 15 dB below the voice, white; ``music``: chords 12 dB below it."""
    level = float(np.sqrt(np.mean(sound[np.abs(sound) > 300] ** 2)))
    if kind == "noise":
        return sound + np.random.default_rng(2).normal(0, level * 10 ** (-15 / 20), len(sound)).astype(np.float32)
    if kind == "music":
        t = np.arange(len(sound)) / RATE
        chords = sum(np.sin(2 * np.pi * f * t * (1 + (t // 2 % 4) / 6)) for f in (220.0, 277.2, 329.6))
        return sound + (chords / np.std(chords) * level * 10 ** (-12 / 20)).astype(np.float32)
    return sound


def spoilt(transcript: Transcript, how: str) -> list[int]:
    """What captions say of each word's start: shifted, stretched, cut to seconds."""
    starts = [w.start_ms for w in transcript.words]
    if how == "to seconds":
        return [s // 1000 * 1000 for s in starts]
    if how == "stretched 2 %":
        return [round(s * 1.02) for s in starts]
    return [s + int(float(how.split(maxsplit=1)[0]) * 1000) for s in starts]


def sound_report() -> None:
    print(
        "| sentence ends by the sound, ms | talks moved | median | p95 | captions alone: median | p95 | x real time "
        "| pauses in the silence after their sentence | median from its end | by captions alone |"
    )
    print("|---|---|---|---|---|---|---|---|---|---|")
    for kind in ("clean", "noise", "music"):
        for how in ("+6 s", "stretched 2 %", "to seconds"):
            report_row(kind, how)
    recogniser_report()


def report_row(kind: str, how: str) -> None:
    mine, plain, moved_talks, seconds, spent = [], [], 0, 0.0, 0.0
    stops: list[Stop] = []
    plain_stops: list[Stop] = []
    for name, voice in zip(TALKS, VOICES, strict=True):
        talk = made(name, voice)
        samples = with_noise(talk.sound, kind).clip(-32768, 32767).astype(np.int16)
        silences = loudness([samples.tobytes()], RATE).silences()
        given = spoilt(talk.transcript, how)
        began = time.perf_counter()
        found = located(
            [w.text for w in talk.transcript.words],
            samples,
            silences,
            language="en",
            expected=given,
            listen=partial(heard_out, samples, silences),
        )
        spent += time.perf_counter() - began
        seconds += len(samples) / RATE
        lasts = np.cumsum([len(s.words) for s in talk.transcript.sentences]) - 1
        off = [given[n] - talk.transcript.words[n].start_ms for n in lasts]
        plain += off
        # As in the product: where the words do not fit the sound, the captions stay as they are.
        fits = found.are_spoken
        moved_talks += fits
        retimed = timing.retimed(talk.transcript, found.spans).transcript
        moved = retimed.words
        captions = starting_at(talk.transcript, given)
        stops += pauses(retimed if fits else captions, silences, talk.transcript)
        plain_stops += pauses(captions, [], talk.transcript)
        pairs = zip(lasts, talk.transcript.sentences, off, strict=True)
        mine += [moved[n].end_ms - s.end_ms if fits else before for n, s, before in pairs]
    a, b = np.abs(mine), np.abs(plain)
    ends = f"{np.median(a):.0f} | {np.percentile(a, 95):.0f} | {np.median(b):.0f} | {np.percentile(b, 95):.0f}"
    right, plain_right = (np.mean([s.right for s in each]) for each in (stops, plain_stops))
    paused = f"{right:.0%} | {np.median([s.apart_ms for s in stops]):.0f} | {plain_right:.0%}"
    print(f"| {kind}, {how} | {moved_talks} of {len(TALKS)} | {ends} | {seconds / spent:.0f} | {paused} |")


@dataclass(frozen=True)
class Stop:
    """A pause after a sentence: how far from its true end, and whether before the next one begins."""

    apart_ms: int
    right: bool


def starting_at(transcript: Transcript, starts: list[int]) -> Transcript:
    """The same words where captions have them."""
    at = iter(starts)
    sentences = []
    for sentence in transcript.sentences:
        moved = [(start, w) for w, start in zip(sentence.words, at, strict=False)]
        words = tuple(Word(start, start + w.end_ms - w.start_ms, w.text, w.timing) for start, w in moved)
        sentences.append(Sentence(words, sentence.speaker))
    return Transcript(transcript.language, transcript.duration_ms + 10_000, tuple(sentences))


def pauses(read: Transcript, silences: list[Span], true: Transcript) -> list[Stop]:
    """Where the recording stops for an item that rests on a sentence, for each sentence but the last."""
    found = []
    following = true.sentences[1:]
    for mine, sentence, after in zip(read.sentences, true.sentences, following, strict=False):
        at_ms = place([mine.span], read, silences).at_ms
        # What is written down as the end of a sentence is where its sound falls below a level.
        right = sentence.end_ms - FRAME_MS <= at_ms <= after.start_ms + FRAME_MS
        found.append(Stop(abs(at_ms - sentence.end_ms), right))
    return found


def heard_out(samples: NDArray[np.int16], silences: list[Span], stretch: Span) -> list[Word]:
    recogniser = recognising.whisper(None, ROOT / ".state" / "models" / "whisper-base")
    return recognising.heard_in(recogniser, samples, silences, stretch, language="en")


_made: dict[str, Spoken] = {}


def made(name: str, voice: str) -> Spoken:
    if name not in _made:
        _made[name] = spoken(name, voice)
    return _made[name]


def recogniser_report() -> None:
    print("\n| recogniser | word error rate | times real time |\n|---|---|---|")
    for name, voice in zip(TALKS, VOICES, strict=True):
        talk = made(name, voice)
        samples = talk.sound.clip(-32768, 32767).astype(np.int16)
        silences = loudness([samples.tobytes()], RATE).silences()
        began = time.perf_counter()
        heard = [w.text for w in heard_out(samples, silences, Span(0, len(samples) * 1000 // RATE))]
        spent = time.perf_counter() - began
        rate = error_rate([w.text for w in talk.transcript.words], heard)
        print(f"| {voice} | {rate:.0%} | {len(samples) / RATE / spent:.1f} |")


def error_rate(true: list[str], heard: list[str]) -> float:
    """Word error rate: the least insertions, deletions and replacements (Levenshtein), numbers as words."""
    from escuela_core.sound.pronouncing import spoken as said

    a = [w for t in true for w in said(t)]
    b = [w for t in heard for w in said(t)]
    row = list(range(len(b) + 1))
    for i, x in enumerate(a, 1):
        before, row[0] = row[0], i
        for j, y in enumerate(b, 1):
            before, row[j] = row[j], min(row[j] + 1, row[j - 1] + 1, before + (x != y))
    return row[-1] / len(a)


def long_report() -> None:
    """Talks one after the other until three hours are full: read, cleaned, split, embedded, divided."""
    texts = [s.text for name in talks.names(reporting=False) for s in talks.load(name).transcript.sentences]
    print("\n| length | words | punctuated, s | automatic, s | per minute of talk, ms |\n|---|---|---|---|---|")
    for minutes in (10, 30, 90, 180):
        captions = long_captions(texts, minutes)
        spent = [timed(data) for data in captions]
        words = len(read_captions(captions[0], language="en").words)
        print(f"| {minutes} min | {words} | {spent[0]:.1f} | {spent[1]:.1f} | {spent[0] / minutes * 1000:.0f} |")
    peak_mb = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"\nMost memory of the process: {peak_mb:.0f} MB")


def long_captions(texts: list[str], minutes: int) -> list[bytes]:
    """The same words as punctuated WebVTT and as automatic captions; 150 words a minute, no sentence twice the same."""
    at, number, rows = 500, 0, []
    while at < minutes * 60_000:
        words = texts[number % len(texts)].split() + ([] if number < len(texts) else [f"({number})"])
        end = at + 380 * len(words)
        rows.append((at, end, " ".join(words)))
        at, number = end + 300, number + 1
    plain = [(a, b, "".join(c for c in t.lower() if c.isalnum() or c in " '")) for a, b, t in rows]
    return [webvtt.cues(rows).encode(), webvtt.cues(plain).encode()]


def timed(data: bytes) -> float:
    encoder.cache_clear()
    began = time.perf_counter()
    transcript = read_captions(data, language="en")
    encoder().embed([s.text for s in transcript.sentences])
    divide(transcript)
    return time.perf_counter() - began


if __name__ == "__main__":
    chosen = sys.argv[1:] or ["sound", "long"]
    if "sound" in chosen:
        sound_report()
    if "long" in chosen:
        long_report()
