"""What the writer offers first on talks it was not made on, judged by reading; and how fast it is.

usage: python core/benchmarks/writing.py [items|plain|speed|verdicts|checked]

``items`` prints ten items for each talk of ``written/`` and each English one of ``labelled/``, in Spanish for those of
``written/`` that begin with "es-"; ``plain`` prints as many of a plain baseline, in English: the first name or number
that the parser marks in a sentence is blanked out, sentences spread evenly; ``verdicts`` counts judgements of them in
``written/judged.tsv`` and says how many items were not judged yet; ``speed`` times twenty items of a ten-minute talk
and sixty of an hour; ``checked`` puts the judged items through the check.

Rules of judging: **key** is the marked answer right by the talk alone; **usable** would a colleague ask it without
changing a word (clear, grammatical, about something that matters, one right answer, others plausible and wrong);
**absurd** makes no sense or would make a class laugh.
"""

from __future__ import annotations

import re
import resource
import sys
import time
from collections import Counter
from collections.abc import Sequence
from itertools import cycle
from pathlib import Path

import talks

from escuela_core.checking import check
from escuela_core.items import Choice, Gap, Item, Match, Order, TrueFalse
from escuela_core.language.parsing import parsed
from escuela_core.transcripts import Transcript, read_captions
from escuela_core.writing import Wishes, propose

FOLDER = Path(__file__).parent / "written"
SPANISH = "es-"
EACH = 10
LETTER_MS, GAP_MS = 65, 400


def names(language: str = "en") -> list[str]:
    written = sorted(p.stem for p in FOLDER.glob("*.txt"))
    if language == "es":
        return [n for n in written if n.startswith(SPANISH)]
    labelled = [n for n in talks.own() if talks.load(n).transcript.language == language]
    return [*(n for n in written if not n.startswith(SPANISH)), *labelled]


def talk(name: str) -> Transcript:
    if name in talks.own():
        return talks.load(name).transcript
    lines = (FOLDER / f"{name}.txt").read_text("utf-8").splitlines()
    return spoken(lines, language="es" if name.startswith(SPANISH) else "en")


def spoken(lines: Sequence[str], *, language: str = "en") -> Transcript:
    """Sentences, one a line, at the speed of speech; a speaker's name in capitals stands before a colon."""
    at_ms, cues = 500, ["WEBVTT\n"]
    for line in lines:
        end_ms = at_ms + LETTER_MS * len(line)
        voiced = re.sub(r"^([A-Z]+): ", r"<v \1>", line)
        cues.append(f"{stamp(at_ms)} --> {stamp(end_ms)}\n{voiced}\n")
        at_ms = end_ms + GAP_MS
    return read_captions("\n".join(cues).encode(), language=language)


def stamp(ms: int) -> str:
    return f"{ms // 3_600_000:02}:{ms // 60_000 % 60:02}:{ms // 1000 % 60:02}.{ms % 1000:03}"


def shown(item: Item) -> str:
    """One line that holds all a reader needs to judge it."""
    match item:
        case Choice():
            return f"{item.prompt} | " + " | ".join(("*" if o.correct else "") + o.text for o in item.options)
        case TrueFalse():
            return f"{item.prompt} | {item.answer}"
        case Match():
            return f"{item.prompt} | " + " | ".join(f"{p.left} = {p.right}" for p in item.pairs)
        case Order():
            return f"{item.prompt} | " + " > ".join(item.steps)
    return f"{item.asked} | {' / '.join(item.key_texts)}"


def offered(language: str = "en") -> list[tuple[str, str, str]]:
    """Talk, kind and line of every item offered first."""
    made = ((name, propose(talk(name), Wishes(count=EACH))) for name in names(language))
    return [(name, item.kind, shown(item)) for name, proposal in made for item in proposal.items]


def plain() -> list[tuple[str, str, str]]:
    """The baseline's items, in the shape of ``offered``."""
    rows = []
    for name in names():
        gaps = []
        for sentence in talk(name).sentences:
            for found in parsed(sentence.text).ents[:1]:
                before, after = sentence.text[: found.start_char], sentence.text[found.end_char :]
                gaps.append((name, "gap", f"{before}___{after} | {found.text}"))
        rows += [gaps[int(n * max(1, len(gaps) / EACH))] for n in range(min(EACH, len(gaps)))]
    return rows


def verdicts() -> None:
    judged = judgements()
    writers = (("the writer", offered()), ("in Spanish", offered("es")), ("plain", plain()))
    for writer, items in writers:
        rows = [judged.get((name, text)) for name, _, text in items]
        known = [r for r in rows if r is not None]
        print(f"{writer}: {len(rows)} items offered, {len(known)} of them judged")
        for label, count in (
            ("right key", sum(k == "right" for k, _ in known)),
            ("usable without a change", sum(u == "usable" for _, u in known)),
            ("absurd", sum(u == "absurd" for _, u in known)),
        ):
            print(f"| {label} | {count} of {len(known)} | {count / max(1, len(known)):.0%} |")


def judgements() -> dict[tuple[str, str], tuple[str, str]]:
    """Key and use of every judged item, by talk and line."""
    lines = (FOLDER / "judged.tsv").read_text("utf-8").splitlines()
    rows = [line.split("\t") for line in lines if line and not line.startswith("#")]
    return {(name, text): (key, use) for name, text, key, use, _ in rows}


def checked() -> None:
    """What the check says of the judged items of both writers, by how they were judged."""
    judged, found = judgements(), Counter[tuple[str, str]]()
    for name in names():
        transcript = talk(name)
        gaps = [Gap(prompt=t.rsplit(" | ", 1)[0], answers=(t.rsplit(" | ", 1)[1],)) for n, _, t in plain() if n == name]
        items: list[Item] = [*propose(transcript, Wishes(count=EACH)).items, *gaps]
        for item, report in zip(items, check(items, transcript), strict=True):
            line = shown(item)
            if (name, line) in judged:
                stopped = report.verdict != "heard" or any(f.severity == "error" for f in report.findings)
                found[" ".join(judged[name, line]), "stopped" if stopped else "passed"] += 1
    for (use, outcome), count in sorted(found.items()):
        print(f"| {use} | {outcome} | {count} |")


def speed() -> None:
    every = [s.text for name in names() for s in talk(name).sentences]
    propose(talk(names()[0]), Wishes(count=2))
    for label, minutes, count in (("ten minutes", 10, 20), ("an hour", 60, 60)):
        transcript = spoken(lasting(every, minutes))
        began = time.perf_counter()
        made = propose(transcript, Wishes(count=count)).items
        took = time.perf_counter() - began
        print(f"| {label} ({transcript.duration_ms / 60_000:.0f} min) | {len(made)} items | {took:.1f} s |")
    print(f"memory at most {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024:.0f} MB")


def lasting(every: Sequence[str], minutes: int) -> list[str]:
    """Sentences that take so many minutes to say; from the first again where there are not enough."""
    lines: list[str] = []
    left_ms = minutes * 60_000
    for line in cycle(every):
        left_ms -= LETTER_MS * len(line) + GAP_MS
        if left_ms < 0:
            return lines
        lines.append(line)
    return lines


if __name__ == "__main__":
    what = sys.argv[1] if len(sys.argv) > 1 else "items"
    if what in ("items", "plain"):
        for row in [*offered(), *offered("es")] if what == "items" else plain():
            print("\t".join(row))
    else:
        {"verdicts": verdicts, "speed": speed, "checked": checked}[what]()
