"""Where the recording stops for an item, from its evidence, the silences of the sound and the words' times."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from escuela_core.errors import EscuelaError
from escuela_core.timeline import Span, clock
from escuela_core.transcripts.model import Sentence, Timing, Transcript

Purpose = Literal["check", "predict"]
GAP_MS = 200
AFTER_WORD_MS = 120
CLOSE_MS = 140
# Caption times are seconds off at worst; the silence that ends a sentence is sought this far around its end.
REACH_BEFORE_MS = 900
REACH_AFTER_MS = 1_500
# How far the end of a sentence may be off where no sound tells, by how its words' times are known.
LIKELY_ERROR_MS: Mapping[Timing, int] = {"aligned": 100, "given": 250, "estimated": 600, "guessed": 3_000}
# The rest of a clause, and the answer to a speaker's own question, follow at once or not at all.
GOES_ON_WITHIN_MS, ANSWERED_WITHIN_MS = 1_500, 5_000
# So many words are named where a pause is explained.
NAMED_WORDS = 2


class PauseOutsideError(EscuelaError):
    code = "pause_outside"

    def __init__(self, at_ms: int, duration_ms: int) -> None:
        super().__init__(
            f"A pause at {clock(at_ms)} lies outside the recording, which ends at {clock(duration_ms)}.",
            at=clock(at_ms),
            end=clock(duration_ms),
        )


@dataclass(frozen=True, slots=True)
class Pause:
    """An instant and what it rests on; ``silence_ms`` is 0 where no silence of the sound was found."""

    at_ms: int
    basis: Literal["sound", "captions"]
    silence_ms: int


def place(
    evidence: Sequence[Span],
    transcript: Transcript,
    silences: Sequence[Span],
    *,
    purpose: Purpose = "check",
) -> Pause:
    """The pause for ``evidence`` (not empty): after its last sentence, or for ``predict`` before its first."""
    check = purpose == "check"
    edge_ms = _said_out(max(s.end_ms for s in evidence), transcript) if check else min(s.start_ms for s in evidence)
    following_ms = _next_start(transcript, edge_ms) if check else _previous_end(transcript, edge_ms)
    heard = _silence_at(edge_ms, silences, after=check)
    if heard is not None:
        # In the middle of a short silence; in a long one close to the words, so that nobody waits for the question.
        middle = (heard.start_ms + heard.end_ms) // 2
        # Soft ends of words sink into the silence: where the words are said to go on in it, they do.
        spoken_ms = max(heard.start_ms, edge_ms) if check else min(heard.end_ms, edge_ms)
        at_ms = min(middle, spoken_ms + CLOSE_MS) if check else max(middle, spoken_ms - CLOSE_MS)
        return Pause(_inside(at_ms, transcript), "sound", heard.length_ms)
    gap_ms = abs(following_ms - edge_ms)
    if check:
        at_ms = edge_ms + (gap_ms // 2 if GAP_MS <= gap_ms < 2 * AFTER_WORD_MS + GAP_MS else min(AFTER_WORD_MS, gap_ms))
    else:
        at_ms = edge_ms - min(AFTER_WORD_MS, gap_ms)
    return Pause(_inside(at_ms, transcript), "captions", 0)


def _said_out(end_ms: int, transcript: Transcript) -> int:
    """Where what ends at ``end_ms`` is said out: a clause to its own end, a speaker's question to its answer."""
    said = transcript.sentences
    number = bisect_left([s.end_ms for s in said], end_ms)
    answered = False
    while number + 1 < len(said):
        here, following = said[number], said[number + 1]
        apart_ms = following.start_ms - here.end_ms
        asks = not answered and _ends(here) in "?？؟" and apart_ms <= ANSWERED_WITHIN_MS
        if not asks and not (_goes_on(here, following, transcript) and apart_ms <= GOES_ON_WITHIN_MS):
            break
        answered = answered or asks
        number += 1
        end_ms = following.end_ms
    return end_ms


def _ends(sentence: Sentence) -> str:
    """The mark that a sentence ends with, a space where it has none."""
    last = sentence.text.rstrip("\"'”’»)]")[-1:]
    return " " if last.isalnum() or not last else last


def _goes_on(here: Sentence, following: Sentence, transcript: Transcript) -> bool:
    """Whether one clause was cut in two: after a comma, or in punctuated words without a mark before a small letter."""
    if _ends(here) in ",;:":
        return True
    if _ends(here) != " " or not following.text[:1].islower():
        return False
    return 2 * sum(_ends(s) in ".?!…。？！؟" for s in transcript.sentences) > len(transcript.sentences)


@dataclass(frozen=True, slots=True)
class Whereabouts:
    """Where a pause stands: ``after`` the words before it, in how long a silence of the sound (0 where there is none),
    and how far it may be off in ms (0 where the sound tells)."""

    at_ms: int
    after: str
    silence_ms: int
    likely_error_ms: int


def whereabouts(at_ms: int, transcript: Transcript, silences: Sequence[Span]) -> Whereabouts:
    """What a teacher is told of a pause, wherever it was put."""
    number = bisect_right([s.start_ms for s in transcript.sentences], at_ms) - 1
    said = transcript.sentences[number].words if number >= 0 else ()
    before = [w for w in said if w.start_ms <= at_ms][-NAMED_WORDS:]
    after = " ".join(w.text for w in before).strip(' ,.;:!?…¿¡"“”«»')
    here = _silence_around(at_ms, silences)
    # A silence says when something ends, but where words are guessed not what.
    tells = silences and before and before[-1].timing != "guessed"
    error_ms = LIKELY_ERROR_MS[before[-1].timing] if before and not tells else 0
    return Whereabouts(at_ms, after, here.length_ms if here else 0, error_ms)


def _silence_around(at_ms: int, silences: Sequence[Span]) -> Span | None:
    number = bisect_right(silences, Span(at_ms, at_ms + 10**9)) - 1
    return silences[number] if number >= 0 and silences[number].start_ms <= at_ms <= silences[number].end_ms else None


def inside_word(at_ms: int, transcript: Transcript, silences: Sequence[Span]) -> bool:
    """Whether ``at_ms`` falls inside a spoken word; a silence of the sound overrules estimated word times."""
    if _silence_around(at_ms, silences) is not None:
        return False
    words = transcript.words
    number = bisect_right([w.start_ms for w in words], at_ms) - 1
    return number >= 0 and words[number].start_ms + 40 < at_ms < words[number].end_ms - 40


def within_recording(at_ms: int, duration_ms: int) -> int:
    """``at_ms`` itself. Raises PauseOutsideError where the recording has no such instant."""
    if not 0 <= at_ms <= duration_ms:
        raise PauseOutsideError(at_ms, duration_ms)
    return at_ms


def _inside(at_ms: int, transcript: Transcript) -> int:
    return max(0, min(at_ms, transcript.duration_ms))


def _next_start(transcript: Transcript, at_ms: int) -> int:
    starts = [s.start_ms for s in transcript.sentences]
    number = bisect_left(starts, at_ms)
    return starts[number] if number < len(starts) else transcript.duration_ms


def _previous_end(transcript: Transcript, at_ms: int) -> int:
    ends = [s.end_ms for s in transcript.sentences]
    number = bisect_right(ends, at_ms) - 1
    return ends[number] if number >= 0 else 0


def _silence_at(edge_ms: int, silences: Sequence[Span], *, after: bool) -> Span | None:
    """The silence that most likely ends (or opens) the sentence: long ones near the written edge win."""
    before, behind = (REACH_BEFORE_MS, REACH_AFTER_MS) if after else (REACH_AFTER_MS, REACH_BEFORE_MS)
    near = [s for s in silences if s.end_ms > edge_ms - before and s.start_ms < edge_ms + behind]
    if not near:
        return None

    def fitness(silence: Span) -> float:
        edge_of_sound = silence.start_ms if after else silence.end_ms
        return min(silence.length_ms, 1_000) - 0.6 * abs(edge_of_sound - edge_ms)

    best = max(near, key=fitness)
    return best if fitness(best) > -300 else None
