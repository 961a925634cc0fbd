"""How long fifty items take against more than three hours of talk: cold, again, and one that was changed.

Cold twice: with nothing known, and in a process of its own as a worker begins, with the models loaded and what reading
the sentences gave taken up from where it is kept with the recording.
usage: python core/benchmarks/checking_speed.py      (the development talks, one after the other, twice over)
"""

from __future__ import annotations

import pickle
import resource
import subprocess
import sys
import tempfile
import time
from dataclasses import replace
from pathlib import Path

import talks

from escuela_core.checking import check
from escuela_core.items import Item
from escuela_core.language import readings
from escuela_core.language.ready import get_ready
from escuela_core.transcripts import Sentence, Transcript, Word

SENTENCES, ITEMS = 1_900, 50


def long_talk() -> tuple[Transcript, list[Item]]:
    """One transcript of many talks, and items spread over them."""
    sentences: list[Sentence] = []
    items: list[Item] = []
    offset = 0
    names = [n for n in talks.names(reporting=False) if n not in {"ciclo-agua", "queso-casero"}]
    for name in names * 2:
        if len(sentences) >= SENTENCES:
            break
        talk = talks.load(name)
        for s in talk.transcript.sentences:
            words = tuple(Word(w.start_ms + offset, w.end_ms + offset, w.text, w.timing) for w in s.words)
            sentences.append(Sentence(words, s.speaker))
        offset += talk.truth["duration_ms"]
        items += talk.items
    step = len(items) // ITEMS
    chosen = [replace(item, id=f"q{n}") for n, item in enumerate(items[::step][:ITEMS])]
    return Transcript("en", offset, tuple(sentences)), chosen


def kept(file: Path) -> None:
    """As a fresh worker does it, with the readings in ``file``."""
    transcript, items = long_talk()
    stored = pickle.loads(file.read_bytes())  # noqa: S301 (written a moment ago by this program)
    started = time.perf_counter()
    get_ready()
    loaded = time.perf_counter()
    readings.take_up(stored, transcript.language)
    check(items, transcript)
    sys.stdout.write(f"a worker's start {loaded - started:.2f} s, then cold {time.perf_counter() - loaded:.2f} s\n")


def main() -> None:
    transcript, items = long_talk()
    minutes = transcript.duration_ms / 60_000
    sys.stdout.write(f"{len(items)} items, {minutes:.0f} minutes, {len(transcript.sentences)} sentences\n")
    for turn in ("cold", "again"):
        started = time.perf_counter()
        check(items, transcript)
        sys.stdout.write(f"{turn} {time.perf_counter() - started:.2f} s\n")
    changed = replace(items[3], explanation="It was changed just now.")
    started = time.perf_counter()
    check([changed], transcript)
    sys.stdout.write(f"one item {time.perf_counter() - started:.3f} s\n")
    with tempfile.NamedTemporaryFile() as file:
        Path(file.name).write_bytes(pickle.dumps(readings.read([s.text for s in transcript.sentences], "en")))
        subprocess.run([sys.executable, __file__, file.name], check=True)
    sys.stdout.write(f"memory {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024} MB\n")


if __name__ == "__main__":
    kept(Path(sys.argv[1])) if len(sys.argv) > 1 else main()
