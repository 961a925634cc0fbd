"""What the writer offers on unrehearsed talks: how many of ten, on how many of the facts worth asking about.

usage: python core/benchmarks/speech_facts.py [--own] [--auto] [--show] [TALK ...]
       python core/benchmarks/speech_facts.py requests FILE.jsonl
       python core/benchmarks/speech_facts.py answers FILE.jsonl [--show]

``--own`` takes the talks of ``spoken/``, a text each: the language and manner in its first line, then what is said, a
line marked ``+`` where it is worth asking about, ``-`` where no item may rest on it, ``.`` otherwise; its times are
those of even speech.
``--auto`` reads the captions without punctuation, ``--show`` prints the items and the sentences they rest on.
``requests`` writes what a text-generation service is asked for each talk, one a line: {"id", "messages"}; ``answers``
reads {"id", "answer"} lines back and puts the items through the same gates, so that any service can be measured without
a network.

Each talk of ``speech/`` has ``facts.json`` (what a good teacher would ask about, with the sentences that say it) and
``not_worth.json`` (sentences on which no item may rest). An item rests on a fact where its evidence overlaps the
sentence that says it, the last one named, by more than half of either.
"""

from __future__ import annotations

import json
import sys
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from talks import recorded

from escuela_core.checking import check
from escuela_core.items import Item
from escuela_core.transcripts import Transcript, read_captions, webvtt
from escuela_core.writing import KINDS, Wishes, propose
from escuela_core.writing.pasting import located
from escuela_core.writing.served import Answer, messages

FOLDER = Path(__file__).parent / "speech"
OWN = Path(__file__).parent / "spoken"
# About 150 words a minute, and a breath after each line.
MS_PER_LETTER, BREATH_MS, LEAD_MS = 62, 600, 500
WANTED = 10


@dataclass(frozen=True)
class Talk:
    name: str
    transcript: Transcript
    facts: list[dict[str, Any]]
    not_worth: set[int]
    sentences: list[dict[str, Any]]

    def resting_on(self, item: Item) -> set[int]:
        """The numbers of the labelled sentences that an item's evidence covers by half or more."""
        return {
            number
            for number, row in enumerate(self.sentences)
            for span in item.evidence
            if (min(span.end_ms, row["end_ms"]) - max(span.start_ms, row["start_ms"]))
            > min(span.end_ms - span.start_ms, row["end_ms"] - row["start_ms"]) / 2
        }


def load(name: str, *, auto: bool = False) -> Talk:
    if (OWN / f"{name}.txt").exists():
        return own(name)
    folder = FOLDER / name
    transcript, truth = recorded(folder, "captions.auto.vtt" if auto else "captions.vtt")
    facts, not_worth = (json.loads((folder / f"{part}.json").read_text("utf-8")) for part in ("facts", "not_worth"))
    return Talk(name, transcript, facts, set(not_worth), truth["sentences"])


def own(name: str) -> Talk:
    """A talk of ``spoken/``, each of its lines one cue and one fact or none."""
    head, *lines = (OWN / f"{name}.txt").read_text("utf-8").splitlines()
    rows: list[dict[str, Any]] = []
    now = LEAD_MS
    for line in lines:
        end = now + len(line[2:]) * MS_PER_LETTER
        rows.append({"text": line[2:], "mark": line[0], "start_ms": now, "end_ms": end})
        now = end + BREATH_MS
    captions = webvtt.cues([(r["start_ms"], r["end_ms"], r["text"]) for r in rows])
    transcript = read_captions(captions.encode(), language=head.split()[1], duration_ms=now)
    facts = [{"sentences": [n]} for n, row in enumerate(rows) if row["mark"] == "+"]
    return Talk(name, transcript, facts, {n for n, row in enumerate(rows) if row["mark"] == "-"}, rows)


def names() -> list[str]:
    if "--own" in sys.argv:
        return sorted(p.stem for p in OWN.glob("*.txt"))
    return sorted(p.name for p in FOLDER.iterdir() if p.is_dir())


def requests(file: Path) -> None:
    with file.open("w", encoding="utf-8") as lines:
        for name in names():
            asked = messages(load(name).transcript, Wishes(count=WANTED), count=WANTED)
            lines.write(json.dumps({"id": name, "messages": asked}, ensure_ascii=False) + "\n")


def answered(file: Path) -> dict[str, list[Item]]:
    """For each talk what its answer comes to: the items that are found in the talk and that the check does not stop."""
    told = {}
    for line in file.read_text("utf-8").splitlines():
        row = json.loads(line)
        transcript = load(row["id"]).transcript
        answer = Answer(transcript, KINDS)
        items = [f.item for f in located(answer.feed(row["answer"]), transcript) if f.found]
        answer.close()
        reports = check(items, transcript)
        told[row["id"]] = [i for i, r in zip(items, reports, strict=True) if r.verdict in ("heard", "unclear")]
    return told


def main() -> None:
    given = [w for w in sys.argv[1:] if not w.startswith("--")]
    if given[:1] == ["requests"]:
        requests(Path(given[1]))
    elif given[:1] == ["answers"]:
        report({name: (items, "") for name, items in answered(Path(given[1])).items()})
    else:
        made = {}
        for name in given or names():
            proposal = propose(load(name, auto="--auto" in sys.argv).transcript, Wishes(count=WANTED))
            made[name] = (list(proposal.items), proposal.short_because)
        report(made)


def report(made: dict[str, tuple[list[Item], str]]) -> None:
    print("| talk | offered of 10 | facts found | on a fact | on what is not worth it | why fewer |")
    print("|---|---|---|---|---|---|")
    total = [0, 0, 0, 0, 0]
    for name, (items, why) in made.items():
        talk = load(name)
        resting = [talk.resting_on(item) for item in items]
        facts = [f for f in talk.facts if any(f["sentences"][-1] in r for r in resting)]
        on_fact = sum(any(f["sentences"][-1] in r for f in talk.facts) for r in resting)
        spoilt = sum(bool(r & talk.not_worth) for r in resting)
        row = [len(items), len(facts), on_fact, spoilt, len(talk.facts)]
        total = [a + b for a, b in zip(total, row, strict=True)]
        print(f"| {name} | {row[0]} | {row[1]} of {row[4]} | {on_fact} | {spoilt} | {why} |")
        if "--show" in sys.argv:
            for item in items:
                print(
                    f"    {item.kind}: {item.asked} => {item.key_texts} {[getattr(o, 'text', o) for o in item.shown]}"
                )
                print(f"        {[s.text for s in talk.transcript.sentences if s.span in item.evidence]}")
    print(f"| all | {total[0]} | {total[1]} of {total[4]} | {total[2]} | {total[3]} | |")


if __name__ == "__main__":
    main()
