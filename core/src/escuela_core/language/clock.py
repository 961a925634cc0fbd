"""Times of day as they are said and written: half past three, twenty to ten, 9.30 am, seven in the evening, noon."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.language.numbers import Token, read_number, word_at

HALF_DAY = 720
# The words that a time of day may begin with beside numbers.
STARTS = frozenset({"noon", "midday", "midnight"})
_LATER = frozenset({"afternoon", "evening", "night"})


@dataclass(frozen=True, slots=True)
class Time:
    """Minutes since midnight; below twelve hours where morning or evening was not said (``known`` is then False)."""

    minutes: int
    known: bool
    after: int


def read_time(tokens: Sequence[Token], at: int) -> Time | None:
    """The time of day that starts at token ``at``; None where a plain number or nothing stands there."""
    word = word_at(tokens, at)
    if word in STARTS:
        return Time(0 if word == "midnight" else HALF_DAY, True, at + 1)
    spoken = _past_or_to(tokens, at) or _on_the_clock(tokens, at)
    if spoken is None:
        return None
    minutes, after, sure = spoken
    part = _part_of_day(tokens, after)
    if part is None:
        return Time(minutes % HALF_DAY if minutes < 13 * 60 else minutes, minutes >= 13 * 60, after) if sure else None
    later, after = part
    return Time(minutes % HALF_DAY + HALF_DAY * later, True, after)


def _past_or_to(tokens: Sequence[Token], at: int) -> tuple[int, int, bool] | None:
    word = word_at(tokens, at)
    start = at + 1 if word == "a" and word_at(tokens, at + 1) == "quarter" else at
    named = {"half": 30, "quarter": 15}.get(word_at(tokens, start))
    number = None if named is not None else read_number(tokens, start)
    if named is None and (number is None or number.sort != "count" or not 1 <= number.value < 60):
        return None
    minutes = named if named is not None else int(number.value if number else 0)
    after = start + 1 if named is not None or number is None else number.after
    counted = word_at(tokens, after) in {"minute", "minutes"}
    after += counted
    sign = {"past": 1, "to": -1}.get(word_at(tokens, after), 0)
    hour = _hour(tokens, after + 1)
    # "Ten to fifteen" is a range: only quarters and minutes are said before an hour with "to".
    if not sign or hour is None or (sign < 0 and named is None and not counted):
        return None
    return (hour[0] * 60 + sign * minutes) % (2 * HALF_DAY), hour[1], True


def _hour(tokens: Sequence[Token], at: int) -> tuple[int, int] | None:
    number = read_number(tokens, at)
    if word_at(tokens, at) in {"noon", "midnight"}:
        return (12 if word_at(tokens, at) == "noon" else 0), at + 1
    if number is None or number.sort != "count" or number.value != int(number.value) or not 0 <= number.value <= 24:
        return None
    return int(number.value), number.after


def _on_the_clock(tokens: Sequence[Token], at: int) -> tuple[int, int, bool] | None:
    """9:30, 9.30 before am or pm, "seven o'clock", "seven" before a part of the day."""
    word = word_at(tokens, at)
    hours, colon, minutes = word.partition(":")
    if (
        colon
        and hours.isdecimal()
        and minutes.isdecimal()
        and len(minutes) == 2
        and int(hours) < 24
        and int(minutes) < 60
    ):
        return int(hours) * 60 + int(minutes), at + 1, True
    hours, dot, minutes = word.partition(".")
    if (
        dot
        and hours.isdecimal()
        and len(minutes) == 2
        and minutes.isdecimal()
        and int(hours) < 24
        and int(minutes) < 60
    ):
        return int(hours) * 60 + int(minutes), at + 1, False
    hour = _hour(tokens, at)
    if hour is None:
        return None
    o_clock = word_at(tokens, hour[1]) == "o'clock" or (
        word_at(tokens, hour[1]) == "o" and word_at(tokens, hour[1] + 2) == "clock"
    )
    after = hour[1] + (1 if word_at(tokens, hour[1]) == "o'clock" else 3 if o_clock else 0)
    return hour[0] * 60, after, o_clock


def _part_of_day(tokens: Sequence[Token], at: int) -> tuple[bool, int] | None:
    """Whether the later half of the day is named after a time, and the token after it."""
    word = word_at(tokens, at)
    if word in {"am", "pm"}:
        return word == "pm", at + 1
    if word in {"a", "p"} and word_at(tokens, at + 1) == "." and word_at(tokens, at + 2) == "m":
        return word == "p", at + 3 + (word_at(tokens, at + 3) == ".")
    if word == "at" and word_at(tokens, at + 1) == "night":
        return True, at + 2
    if word == "in" and word_at(tokens, at + 1) == "the" and word_at(tokens, at + 2) in {"morning", *_LATER}:
        return word_at(tokens, at + 2) in _LATER, at + 3
    return None
