"""Where each known word is spoken: an English text laid along its sound.

The sound is cut at its silences into pieces of ten to twenty-five seconds. For each piece a grammar holds the words
that may be
said in it, one after the other, and may be entered and left at any of them; the best path through it (Viterbi, by
pocketsphinx) says which are spoken there, and when. So captions that are seconds off, or a text without any times,
need no
first guess that is near. What the sound does not bear out is left without a time, never guessed.
"""

from __future__ import annotations

from bisect import bisect_left
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pocketsphinx import Config, Decoder, get_model_path

from escuela_core.sound.pronouncing import sounds, spoken
from escuela_core.timeline import Span

RATE = 16_000
Samples = NDArray[np.int16]
SHORTEST_PIECE_MS, LONGEST_PIECE_MS = 10_000, 25_000
CUT_SILENCE_MS = 200
# How far from its caption's time a word is looked for.
FAR_MS = 8_000
# Without times: how many words a second of sound can hold at most, and how many words of the text may be left unsaid
# in a row.
WORDS_PER_S, UNSAID = 4.5, 25
SKIP = 0.01
LEFT_OUT = 1e-4
FRAME_MS = 10
# Read speech takes 40 to 130 ms a letter; a path through other words than those spoken has many outside of this.
FASTEST_MS, SLOWEST_MS = 25, 220
BELIEVED = 0.8
SHORTEST_RUN = 7


@dataclass(frozen=True, slots=True)
class _Token:
    """One word as spoken, with the number of the written word it belongs to."""

    word: int
    text: str


def align(
    texts: Sequence[str],
    samples: Samples,
    silences: Sequence[Span],
    *,
    expected: Sequence[int] | None = None,
    progress: Callable[[float], None] = lambda _share: None,
) -> list[Span | None]:
    """The span of each word of ``texts``, in order, or None where the sound does not bear it out.

    ``samples``: mono, int16, 16 kHz (a memory map will do). ``expected``: a start in ms for each word, up to
    eight seconds off; without it the words are laid along the sound from its beginning.
    """
    found: list[Span | None] = [None] * len(texts)
    tokens = [_Token(n, said) for n, text in enumerate(texts) for said in spoken(text)]
    if not tokens:
        return found
    duration_ms = len(samples) * 1000 // RATE
    upcoming = 0
    for piece in pieces(duration_ms, silences):
        chosen = (
            _near(tokens, expected, piece, upcoming) if expected is not None else _following(tokens, piece, upcoming)
        )
        heard = _heard(tokens[chosen], samples, piece) if chosen.start < chosen.stop else []
        if heard:
            upcoming = chosen.start + heard[-1][0] + 1
            _keep(found, [(tokens[chosen.start + k], span) for k, span in heard])
        progress(piece.end_ms / duration_ms)
    return _in_company(rising(found))


def fit(texts: Sequence[str], spans: Sequence[Span | None], silences: Sequence[Span]) -> float:
    """How well ``texts`` are what is spoken, 0 to 1.

    The share of words found at a natural speed, times the share of the speech between the first and the last of them
    that they cover: a path through other words than those spoken skips much of both.
    """
    found = [(t, s) for t, s in zip(texts, spans, strict=True) if s is not None]
    if not found:
        return 0.0
    whole = Span(found[0][1].start_ms, found[-1][1].end_ms)
    quiet_ms = sum(whole.overlap_ms(s) for s in silences)
    covered_ms = sum(s.length_ms - sum(s.overlap_ms(q) for q in _around(silences, s)) for _, s in found)
    covered = min(1.0, covered_ms / max(1, whole.length_ms - quiet_ms))
    return covered * sum(_is_likely(t, s) for t, s in found) / len(texts)


def _around(silences: Sequence[Span], span: Span) -> Sequence[Span]:
    low = bisect_left(silences, span.start_ms, key=lambda s: s.end_ms)
    high = bisect_left(silences, span.end_ms, key=lambda s: s.start_ms)
    return silences[low:high]


def pieces(duration_ms: int, silences: Sequence[Span]) -> Iterator[Span]:
    """The recording in stretches cut at silences; in mid-speech only where none comes in time."""
    cuts = [(s.start_ms + s.end_ms) // 2 for s in silences if s.length_ms >= CUT_SILENCE_MS]
    begin, at = 0, 0
    while begin < duration_ms:
        end = min(begin + LONGEST_PIECE_MS, duration_ms)
        if end < duration_ms:
            while at < len(cuts) and cuts[at] <= end:
                at += 1
            if at and cuts[at - 1] >= begin + SHORTEST_PIECE_MS:
                end = cuts[at - 1]
        yield Span(begin, end)
        begin = end


def _near(tokens: Sequence[_Token], expected: Sequence[int], piece: Span, upcoming: int) -> slice:
    """The tokens whose captions stand near the piece, from the first that was not heard yet."""
    low = _first(tokens, expected, piece.start_ms - FAR_MS)
    high = _first(tokens, expected, piece.end_ms + FAR_MS)
    return slice(max(low, min(upcoming, high)), high)


def _first(tokens: Sequence[_Token], expected: Sequence[int], at_ms: int) -> int:
    low, high = 0, len(tokens)
    while low < high:
        middle = (low + high) // 2
        if expected[tokens[middle].word] < at_ms:
            low = middle + 1
        else:
            high = middle
    return low


def _following(tokens: Sequence[_Token], piece: Span, upcoming: int) -> slice:
    return slice(upcoming, min(len(tokens), upcoming + round(piece.length_ms / 1000 * WORDS_PER_S) + UNSAID))


@lru_cache(maxsize=1)
def _decoder() -> Any:
    config = Config(
        hmm=get_model_path("en-us/en-us"),
        dict=get_model_path("en-us/cmudict-en-us.dict"),
        lm=None,
        bestpath=False,
        loglevel="FATAL",
    )
    return Decoder(config)


def _heard(tokens: Sequence[_Token], samples: Samples, piece: Span) -> list[tuple[int, Span]]:
    """Which of ``tokens`` the best path through the piece speaks, by number, each with its span."""
    decoder = _decoder()
    names = _named(tokens)
    count = len(tokens)
    start, end = count + 1, count + 2
    moves: list[tuple[Any, ...]] = [(n, n + 1, 1.0, name) for n, name in enumerate(names)]
    moves += [(n, n + 1, LEFT_OUT) for n in range(count)]
    moves += [(start, n, SKIP) for n in range(count)]
    moves += [(n, end, SKIP) for n in range(1, count + 1)]
    decoder.add_fsg("piece", decoder.create_fsg("piece", start, end, moves))
    decoder.activate_search("piece")
    decoder.start_utt()
    decoder.process_raw(samples[piece.start_ms * 16 : piece.end_ms * 16].tobytes(), full_utt=True)
    decoder.end_utt()
    places = {name: n for n, name in enumerate(names)}
    return [
        (
            places[s.word.split("(")[0]],
            Span(piece.start_ms + s.start_frame * FRAME_MS, piece.start_ms + (s.end_frame + 1) * FRAME_MS),
        )
        for s in decoder.seg() or ()
        if s.word.split("(")[0] in places
    ]


def _named(tokens: Sequence[_Token]) -> list[str]:
    """A name of its own for each token, in the decoder's dictionary: the second ``the`` of a piece is ``the~2``."""
    decoder = _decoder()
    seen: Counter[str] = Counter()
    names = []
    for token in tokens:
        seen[token.text] += 1
        name = f"{token.text}~{seen[token.text]}"
        if decoder.lookup_word(name) is None:
            spoken_as = [decoder.lookup_word(token.text) or sounds(token.text), decoder.lookup_word(f"{token.text}(2)")]
            for number, phones in enumerate(filter(None, spoken_as), 1):
                decoder.add_word(name if number == 1 else f"{name}({number})", phones, False)
        names.append(name)
    return names


def _keep(found: list[Span | None], heard: Sequence[tuple[_Token, Span]]) -> None:
    """Tokens to written words; a piece whose words have no natural speed is not believed."""
    likely = [FASTEST_MS * len(t.text) <= s.length_ms <= SLOWEST_MS * max(3, len(t.text)) for t, s in heard]
    if len(heard) < 3 or sum(likely) < BELIEVED * len(heard):
        return
    for token, span in heard:
        before = found[token.word]
        found[token.word] = span if before is None else Span(before.start_ms, max(before.end_ms, span.end_ms))


def _is_likely(text: str, span: Span) -> bool:
    letters = sum(len(said) for said in spoken(text))
    return FASTEST_MS * letters <= span.length_ms <= SLOWEST_MS * max(3, letters)


def _in_company(found: list[Span | None]) -> list[Span | None]:
    """A few words found amid ones that were not are chance: they lose their time."""
    begin = 0
    while begin < len(found):
        end = begin
        while end < len(found) and (found[end] is None) == (found[begin] is None):
            end += 1
        if found[begin] is not None and end - begin < SHORTEST_RUN and begin > 0 and end < len(found):
            found[begin:end] = [None] * (end - begin)
        begin = end
    return found


def rising(found: list[Span | None]) -> list[Span | None]:
    """Times that never run back: a word heard before the one in front of it loses its time."""
    latest = 0
    for n, span in enumerate(found):
        if span is None:
            continue
        if span.start_ms < latest:
            found[n] = None
        else:
            latest = span.end_ms
    return found
