"""How exactly pasted texts become items: every text of ``pasted/`` beside what it should give.

usage: python core/benchmarks/pasting.py [FOLDER]

A text stands above ``=====``, its items below, one a line: C, T, G, O, M or S for the kind, the question, then options,
pairs or steps after ``//`` (``*`` marks the key), an answer after ``=``, the pause in ms after ``@``, the explanation
after ``!``, marks after ``~``.
"""

from __future__ import annotations

import sys
from itertools import zip_longest
from pathlib import Path

from escuela_core.items import Choice, Gap, Item, Match, Open, Order, TrueFalse
from escuela_core.writing.pasting import Pasted, paste

FOLDER = Path(__file__).parent / "pasted"


def texts(folder: Path = FOLDER) -> list[tuple[str, str, list[str]]]:
    """Name, text and wanted items of each."""
    found = []
    for path in sorted(folder.glob("*.txt")):
        text, _, wanted = path.read_text("utf-8").partition("\n=====\n")
        found.append((path.stem, text, [line for line in wanted.split("\n") if line.strip()]))
    return found


def as_line(item: Item) -> str:
    """An item the way the wanted ones are written."""
    prompt = " ".join(item.asked.split())
    match item:
        case Choice():
            line = "C " + " // ".join([prompt, *(("*" if o.correct else "") + o.text for o in item.options)])
        case TrueFalse():
            line = f"T {prompt} = {str(item.answer).lower()}"
        case Gap():
            line = f"G {prompt} = {' / '.join(item.answers)}"
        case Open():
            line = f"O {prompt} = {item.model_answer}" + "".join(f" # {c.text}:{c.marks:g}" for c in item.criteria)
        case Match():
            line = "M " + " // ".join([prompt, *(f"{p.left} => {p.right}" for p in item.pairs)])
        case Order():
            line = "S " + " // ".join([prompt, *item.steps])
        case _:
            line = f"N {prompt}"
    line += "" if item.pause_ms is None else f" @{item.pause_ms}"
    line += f" ! {item.explanation}" if item.explanation else ""
    return line + ("" if item.marks == 1 else f" ~{item.marks:g}")


def compared(pasted: Pasted, wanted: list[str]) -> tuple[int, list[tuple[str, str]]]:
    """How many wanted items are there exactly, and the pairs (wanted, got) that differ."""
    got = [as_line(item) for item in pasted.items]
    missing = [w for w in wanted if w not in got]
    extra = [g for g in got if g not in wanted]
    pairs = list(zip_longest(missing, extra, fillvalue=""))
    return len(wanted) - len(missing), pairs


def main(folder: Path = FOLDER) -> None:
    exact = count = 0
    for name, text, wanted in texts(folder):
        pasted = paste(text)
        right, wrong = compared(pasted, wanted)
        exact, count = exact + right, count + len(wanted)
        for want, got in wrong:
            print(f"{name}\n  wanted {want}\n  got    {got}")
        for remark in pasted.remarks:
            print(f"{name}:{remark.line}: {remark.message}")
    print(f"{exact} of {count} items exactly right ({exact / count:.1%})")


if __name__ == "__main__":
    main(*map(Path, sys.argv[1:]))
