"""Words to sentences: by punctuation where there is some, else by pauses, cue ends and the grammar of the words."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence

from escuela_core.transcripts.model import Sentence, Word
from escuela_core.transcripts.words import PlacedWord

# One stop in forty words is the least that punctuated speech shows; automatic captions without any stay far below.
WORDS_PER_STOP = 40
LONGEST_SENTENCE_WORDS = 45
PAUSE_MS = 700
# From here on a silence behind a single letter ends the sentence.
INITIAL_PAUSE_MS = 400
_STOPS, _CLOSING = ".?!…。？！؟", "\"'”’»)]"  # noqa: RUF001 (full-width marks end sentences too)
_ABBREVIATIONS = frozenset(
    ("mr. mrs. ms. dr. prof. st. vs. etc. e.g. i.e. fig. no. approx. sr. sra. dra. p. ej. núm. pág. ee. uu.").split()
)
Starts = Callable[[Sequence[str]], Sequence[float]]


def _stops(word: str) -> bool:
    """Whether a sentence may end with ``word``: a stop, and perhaps a quotation mark or bracket behind it."""
    return word.rstrip(_CLOSING)[-1:] in tuple(_STOPS)


def is_punctuated(words: Sequence[PlacedWord]) -> bool:
    stops = sum(1 for w in words if _stops(w.word.text))
    return stops * WORDS_PER_STOP >= len(words)


def sentences_of(words: Sequence[PlacedWord], sentence_starts: Starts) -> list[Sentence]:
    """Sentences in order. ``sentence_starts`` says of unpunctuated words how likely each begins one (0 to 1)."""
    if not words:
        return []
    last = _ends_by_stops(words) if is_punctuated(words) else _ends_by_signs(words, sentence_starts)
    sentences: list[Sentence] = []
    begin = 0
    for end in last:
        group = words[begin : end + 1]
        sentences.append(Sentence(tuple(_in_order(group)), group[0].speaker))
        begin = end + 1
    return sentences


def _in_order(group: Sequence[PlacedWord]) -> list[Word]:
    ordered: list[Word] = []
    for placed in group:
        word = placed.word
        floor = ordered[-1].end_ms if ordered else word.start_ms
        start_ms = max(word.start_ms, floor)
        ordered.append(Word(start_ms, max(word.end_ms, start_ms + 1), word.text, word.timing))
    return ordered


def _ends_by_stops(words: Sequence[PlacedWord]) -> list[int]:
    ends = [
        i
        for i, placed in enumerate(words[:-1])
        if (_stops(placed.word.text) and not _is_abbreviation(placed.word, words[i + 1].word))
        or _speaker_changes(placed, words[i + 1])
    ]
    return [*ends, len(words) - 1]


def _is_abbreviation(word: Word, next_word: Word) -> bool:
    text, following = word.text, next_word.text
    lowered = text.lower()
    # "Press A." is no name that is yet to come: nobody rests within one. Times that were shared out tell nothing.
    if len(text) == 2 and word.timing in {"given", "aligned"} and next_word.start_ms - word.end_ms >= INITIAL_PAUSE_MS:
        return False
    if re.fullmatch(r"(?:[a-z]\.)+", lowered) and lowered not in {"i."}:
        return True
    return lowered in _ABBREVIATIONS or (following[:1].islower() and text.endswith(".") and len(text) <= 4)


def _speaker_changes(placed: PlacedWord, following: PlacedWord) -> bool:
    return following.speaker is not None and placed.speaker != following.speaker


def _ends_by_signs(words: Sequence[PlacedWord], sentence_starts: Starts) -> list[int]:
    likely = sentence_starts([w.word.text for w in words])
    ends: list[int] = []
    begin = 0
    for i in range(len(words) - 1):
        gap_ms = words[i + 1].word.start_ms - words[i].word.end_ms
        score = likely[i + 1] + 0.5 * min(1.0, max(0, gap_ms) / PAUSE_MS) + (0.05 if words[i].ends_cue else 0.0)
        if score >= 0.5 or _speaker_changes(words[i], words[i + 1]):
            ends.append(i)
            begin = i + 1
        elif i - begin + 1 >= LONGEST_SENTENCE_WORDS:
            cut = max(range(begin, i + 1), key=lambda k: likely[k + 1] + (0.1 if words[k].ends_cue else 0.0))
            ends.append(cut)
            begin = cut + 1
    return [*ends, len(words) - 1]
