"""Twice the input takes twice the time, whatever it holds: each reader of what comes from outside, on its worst shapes.

Shapes found by repeating a hundred pieces of every format against every reader; those that grew faster than their
input stand here.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from contextlib import suppress

import pytest

from escuela_core.errors import EscuelaError
from escuela_core.items.kinds.typed import same_answer
from escuela_core.study.roster import read_roster
from escuela_core.transcripts.reading import read_words
from escuela_core.writing.pasting import paste

LENGTH = 4_000
# Machines are busy; what grows with the square takes four times as long, and with every comment twice, for ever.
MOST_TIMES_LONGER = 3.4


def captions(before: str, after: str = "") -> Callable[[str], object]:
    return lambda text: read_words(f"{before}{text}{after}".encode())


VTT = captions("WEBVTT\n\n00:00:01.000 --> 00:00:05.000\n")
SRT = captions("1\n00:00:01,000 --> 00:00:05,000\n", "\n\n")
TTML = captions('<tt xmlns="http://www.w3.org/ns/ttml"><body><div><p begin="0s" end="1s">', "</p></div></body></tt>")
TTML_HEAD = captions("", '<tt xmlns="http://www.w3.org/ns/ttml"><body/></tt>')
LISTING = captions("0:01 Hello there.\n", "\n0:05 Bye.")


def asked(text: str) -> object:
    return paste(f"1. What is it? {text}\nA) x\nB) y\nAnswer: {text}")


def typed(text: str) -> object:
    return same_answer(text, "six minutes and a half")


def listed(text: str) -> object:
    """As long as a line of a class's list may be, a hundred times over."""
    return read_roster("\n".join([text[:290]] * (len(text) // 40)))


def tabled(text: str) -> object:
    return read_roster(f"Name,Group\n{text}")


SHAPES = [
    *((reader, piece) for reader in (listed, tabled) for piece in ("x", "a@", "\t", "1. ", "<a@b.", '"', "a,\n")),
    *(
        (reader, piece)
        for reader in (VTT, SRT, TTML, LISTING)
        for piece in ("[", "(a", "[[", "♪", "...", "A: ", "word ")
    ),
    *((VTT, piece) for piece in ("<v ", "<v a>", "<1", "{\\", "&", ">> ")),
    *((TTML_HEAD, piece) for piece in ("<!-- -->", "<!--", "<!-- --> ", "<?xml ")),
    *((LISTING, piece) for piece in (" ", "\t", "-", "- ", "0:0", "0:00 - ")),
    *(
        (asked, piece)
        for piece in ("- a\n", "x: y\n", "{\n", "0:00\n", "a. b\n", "1 a\n", "**", "__a", ",", "(", "at ")
    ),
    *(
        (typed, piece)
        for piece in ("9", "one and ", "one hundred ", "minus ", "1/", "1 2 ", "€", "\u0301", "and a half ")
    ),
]


def seconds(call: Callable[[str], object], text: str) -> float:
    begun = time.process_time()
    with suppress(EscuelaError):
        call(text)
    return time.process_time() - begun


@pytest.mark.parametrize(("reader", "piece"), SHAPES)
def test_twice_the_input_takes_about_twice_the_time(reader: Callable[[str], object], piece: str) -> None:
    texts = [(piece * (length // len(piece) + 1))[:length] for length in (LENGTH, 2 * LENGTH)]
    for _ in range(3):
        once, twice = (min(seconds(reader, text + "." * n) for n in range(2)) for text in texts)
        # What takes no time at all cannot be compared.
        if twice < 0.02 or twice < MOST_TIMES_LONGER * once:
            return
    pytest.fail(f"{len(texts[0])} letters take {once:.3f} s, twice as many {twice:.3f} s")
