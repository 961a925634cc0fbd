"""The repairs that reading may make, each under a code with its sentence."""

from __future__ import annotations

from escuela_core.transcripts.model import Warning

SENTENCES = {
    "other_encoding": "The line was in another encoding than the rest; it was read as Latin-1.",
    "all_capitals": "The captions are all in capitals; they were changed to lower case.",
    "out_of_order": "The caption at {at} was out of order; it was moved to its place.",
    "rolling": "Roll-up captions: {count} cues repeat lines; each word was kept once.",
    "no_end": "The caption at {at} had no usable end; one was set.",
    "overlap": "The caption at {at} overlapped the next; it was cut.",
    "not_in_sound": "“{words}” was not found in the sound; its time near {at} is a guess.",
    "other_language": "The words look like another language ({found}) than the one chosen ({chosen}). Add the "
    "recording again with the right language, or the questions will make no sense.",
    "track_unread": "{track}: {why}",
}


def repair(line: int, code: str, **params: str) -> Warning:
    """The warning that says which repair was made at ``line`` (0: at no one line)."""
    return Warning(line, SENTENCES[code].format(**params), code, params)
