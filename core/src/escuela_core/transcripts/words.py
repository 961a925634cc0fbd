"""Cues to words with times: stamps inside the cue where there are some, else shared out by syllables."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.transcripts.cues import Cue
from escuela_core.transcripts.model import Word

# Slow, clear speech; a cue that lasts longer than its syllables need holds silence at its end (measured on own talks).
SLOWEST_SYLLABLE_MS = 420
_VOWELS = re.compile(r"[aeiouyáéíóúüàèìòùâêîôûäöåæø]+", re.IGNORECASE)
_SOUND_NOTE = re.compile(r"[\[(♪][^\])♪]*[\])♪]")


@dataclass(frozen=True, slots=True)
class PlacedWord:
    """A word with its speaker and whether its cue ends with it (boundaries need both)."""

    word: Word
    speaker: str | None
    ends_cue: bool


def syllables(word: str) -> int:
    """How many syllables ``word`` takes to say, by its groups of vowels; digits take about two each."""
    digits = sum(c.isdigit() for c in word)
    groups = len(_VOWELS.findall(word))
    if groups > 1 and re.search(r"[^aeiouyl]e$", word.lower().rstrip(".,;:!?")):
        groups -= 1
    letters = sum(c.isalpha() for c in word)
    return max(1, groups + 2 * digits, letters // 4 if not groups else 0)


def words_of(cues: Sequence[Cue]) -> list[PlacedWord]:
    """Every spoken word of clean ``cues``; sound notes such as ``[music]`` are not spoken and left out."""
    placed: list[PlacedWord] = []
    for cue in cues:
        spoken = _spoken(cue)
        for number, word in enumerate(spoken):
            placed.append(PlacedWord(word, cue.speaker, number == len(spoken) - 1))
    return placed


def _spoken(cue: Cue) -> list[Word]:
    text = " ".join(cue.lines)
    has_note = _SOUND_NOTE.search(text) is not None
    texts = _SOUND_NOTE.sub(" ", text).split() if has_note else text.split()
    texts = [t for t in texts if any(c.isalnum() for c in t) or not has_note]
    if not texts or cue.end_ms is None:
        return []
    if cue.stamps and not has_note:
        return _stamped(cue, texts, cue.end_ms)
    return _shared_out(texts, cue.start_ms, cue.end_ms)


def _stamped(cue: Cue, texts: list[str], end_ms: int) -> list[Word]:
    marks = {0: cue.start_ms} | {s.index: s.at_ms for s in cue.stamps if 0 <= s.index < len(texts)}
    starts = sorted(marks)
    words: list[Word] = []
    for number, first in enumerate(starts):
        stop = starts[number + 1] if number + 1 < len(starts) else len(texts)
        from_ms = max(marks[first], words[-1].end_ms if words else cue.start_ms)
        to_ms = marks.get(stop, end_ms)
        group = _shared_out(texts[first:stop], from_ms, max(to_ms, from_ms + 1))
        given = stop - first == 1
        words += [Word(w.start_ms, w.end_ms, w.text, "given") for w in group] if given else group
    return words


def _shared_out(texts: Sequence[str], start_ms: int, end_ms: int) -> list[Word]:
    weights = [syllables(t) + (0.5 if t[-1] in ".,;:?!" else 0.0) for t in texts]
    total = sum(weights)
    length = min(end_ms - start_ms, round(total * SLOWEST_SYLLABLE_MS))
    words: list[Word] = []
    spent = 0.0
    for text, weight in zip(texts, weights, strict=True):
        from_ms = start_ms + round(length * spent / total)
        spent += weight
        to_ms = start_ms + round(length * spent / total)
        words.append(Word(from_ms, max(to_ms, from_ms + 1), text, "estimated"))
    return words
