"""SRT, the loose forms too: no number, a dot for the comma, no empty line between cues."""

from __future__ import annotations

from escuela_core.transcripts.blocks import blocks, plain
from escuela_core.transcripts.cues import Cue
from escuela_core.transcripts.model import Transcript
from escuela_core.transcripts.stamps import stamp

COMMA = ","


def read(text: str) -> list[Cue]:
    """Cues in the order of the file. Raises CaptionLineError."""
    return [
        Cue(
            block.line,
            block.start_ms,
            block.end_ms if block.end_ms > block.start_ms else None,
            tuple(line for line in map(plain, block.texts) if line),
        )
        for block in blocks(text.split("\n"))
    ]


def write(transcript: Transcript) -> str:
    """One numbered cue a sentence."""
    return "\n".join(
        f"{number}\n{stamp(s.start_ms, COMMA)} --> {stamp(s.end_ms, COMMA)}\n{s.text}\n"
        for number, s in enumerate(transcript.sentences, 1)
    )
