"""How long fifty items take against more than three hours of talk: cold, again, and one that was changed.

usage: python core/benchmarks/checking_speed.py      (the development talks, one after the other, twice over)
"""

from __future__ import annotations

import resource
import sys
import time
from dataclasses import replace

import talks

from escuela_core.checking import check
from escuela_core.items import Item
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
    sys.stdout.write(f"memory {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024} MB\n")


if __name__ == "__main__":
    main()
