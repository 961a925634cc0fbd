"""Builds the demo's other captions from its true ones: a Spanish translation, and what an automatic captioner would
leave.

usage: python demo/captions.py
"""

from __future__ import annotations

import re
from pathlib import Path

from escuela_core.transcripts import Transcript, read_captions, webvtt
from escuela_core.transcripts.stamps import stamp

HERE = Path(__file__).parent
WORDS_PER_LINE = 7


def main() -> None:
    spanish = (HERE / "lessons" / "canal-lock.es.txt").read_text("utf-8").splitlines()
    sentences = true("canal-lock").sentences
    rows = [(s.start_ms, s.end_ms, text) for s, text in zip(sentences, spanish, strict=True)]
    (HERE / "media" / "canal-lock.es.vtt").write_text(webvtt.cues(rows), "utf-8")
    (HERE / "media" / "three-knots.auto.vtt").write_text(automatic(true("three-knots")), "utf-8")


def true(name: str) -> Transcript:
    return read_captions((HERE / "media" / f"{name}.vtt").read_bytes(), language="en")


def automatic(transcript: Transcript) -> str:
    """Rolling captions without capitals or stops: each cue repeats the line before it, and the next stands below."""
    words = [(w.start_ms, w.end_ms, re.sub(r"[^\w' ]", "", w.text.lower())) for w in transcript.words]
    lines = [words[n : n + WORDS_PER_LINE] for n in range(0, len(words), WORDS_PER_LINE)]
    cues = []
    before = ""
    for line in lines:
        fresh = line[0][2] + "".join(f"<{stamp(start_ms)}> {text}" for start_ms, _, text in line[1:])
        cues.append(f"{stamp(line[0][0])} --> {stamp(line[-1][1])}\n{before}\n{fresh}\n".replace("\n\n", "\n", 1))
        before = " ".join(text for _, _, text in line)
    return "\n".join(["WEBVTT\n", *cues])


if __name__ == "__main__":
    main()
