"""Captions in and out: formats, clean-up, words with times, sentences."""

from escuela_core.transcripts.model import Sentence, Timing, Transcript, Warning, Word
from escuela_core.transcripts.reading import read_captions

__all__ = ["Sentence", "Timing", "Transcript", "Warning", "Word", "read_captions"]
