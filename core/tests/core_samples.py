"""Small transcripts made for one test."""

from escuela_core.transcripts import Sentence, Transcript, Word


def spoken_once(text: str) -> Transcript:
    words = tuple(Word(1_000 + 300 * i, 1_300 + 300 * i, w, "given") for i, w in enumerate(text.split()))
    return Transcript("en", words[-1].end_ms + 1_000, (Sentence(words),))
