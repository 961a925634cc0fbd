"""What a second reader buys: the check of everyday items with the word of a text-generation service beside it.

usage: python core/benchmarks/second_reader.py simulate [--development]
       python core/benchmarks/second_reader.py requests FILE.jsonl [--development]
       python core/benchmarks/second_reader.py answers FILE.jsonl [--development] [--right-in 0.9]

``simulate`` answers from the labels, right in 70 to 95 of 100, with mistakes of the usual sorts. ``requests`` writes
every request, one a line: {"id", "messages"}; ``answers`` reads {"id", "answer"} lines back, so that any service can be
measured without a network. ``--development`` takes the talks that may be looked at.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from pathlib import Path
from random import Random
from typing import Any

import talks
from report_everyday import Row, rows_of, summary, table

from escuela_core.checking.second import RIGHT_IN, Put, batches, combined, messages, put, read

QUALITIES = (0.70, 0.80, 0.90, 0.95)
SOME_WORDS = 6
TOKENS_A_LETTER = 1 / 4


@dataclass(frozen=True)
class Request:
    id: str
    asked: Sequence[Put]
    rows: Sequence[Row]


def requests_of(rows: Sequence[Row], *, every: bool) -> Iterator[Request]:
    """One for each batch of a talk's items; ``every``: those that the check confirmed as well."""
    for talk in dict.fromkeys(r.talk.name for r in rows):
        by_item = {
            id(p): (p, r)
            for r in rows
            if r.talk.name == talk and (every or r.group != "confirmed")
            for p in [put(r.item, [e.span for e in r.report.evidence], r.talk.transcript)]
        }
        for number, asked in enumerate(batches(p for p, _ in by_item.values())):
            yield Request(f"{talk}/{number}", asked, [by_item[id(p)][1] for p in asked])


def reread(rows: Sequence[Row], answer: Callable[[Request], str], *, right_in: float, every: bool) -> list[Row]:
    """The rows with what the reader said; what the requests and answers cost is printed."""
    changed: dict[int, Row] = {}
    letters = asked = right = told = 0
    for request in requests_of(rows, every=every):
        text = answer(request)
        letters += sum(len(m["content"]) for m in messages(request.asked)) + len(text)
        opinions, _problems = read(text, request.asked)
        asked += len(request.asked)
        for place, opinion in opinions.items():
            row = request.rows[place]
            told += 1
            right += opinion.verdict == row.talk.labels[row.item.id]["verdict"]
            report = combined(
                row.report, request.asked[place], opinion, row.talk.transcript, by="The reader", right_in=right_in
            )
            changed[id(row)] = replace(row, report=report)
    cost = 24 * letters * TOKENS_A_LETTER / max(1, len(rows))
    print(f"\n{asked} of {len(rows)} items read, some {cost:.0f} tokens for 24 items of a lesson; ", end="")
    print(f"{right} of {told} verdicts are those of the labels ({right / max(1, told):.2f})")
    return [changed.get(id(row), row) for row in rows]


def simulated(quality: float) -> Callable[[Request], str]:
    def answer(request: Request) -> str:
        told = [_said(n, p, r, quality) for n, (p, r) in enumerate(zip(request.asked, request.rows, strict=True), 1)]
        return json.dumps({"items": [t for t in told if t is not None]}, ensure_ascii=False)

    return answer


def _said(number: int, asked: Put, row: Row, quality: float) -> dict[str, Any] | None:
    """One verdict, wrong by chance: what differs is overlooked, a clash is made up, what is there is not found, or
    nothing is said at all. The same item is always got wrong in the same way."""
    chance = Random(f"{row.talk.name} {row.item.id}")
    verdict = row.talk.labels[row.item.id]["verdict"]
    mistaken, sort = chance.random() >= quality, chance.random()
    sentences = [n for n in asked.sentences if _is_labelled(n, row)] or list(asked.sentences)[:1]
    quote = " ".join(asked.sentences[sentences[0]].split()[:SOME_WORDS])
    said: dict[str, Any] = {"id": number, "verdict": verdict, "sentences": sentences, "quote": quote, "reason": ""}
    if mistaken and sort < 0.1:
        return None
    if mistaken:
        made_up = "contradicted" if sort < 0.55 else "not_heard"
        said["verdict"] = made_up if verdict == "heard" else "heard"
    if said["verdict"] == "contradicted":
        words = "quite another thing" if mistaken else quote
        said["clash"] = {"said": words, "item": row.item.key_texts[0] if row.item.key_texts else ""}
        if asked.text.startswith("Statement"):
            said["clash"]["item"] = row.item.asked
    return said


def _is_labelled(number: int, row: Row) -> bool:
    sentence = row.talk.transcript.sentences[number - 1]
    return talks.at_true_sentence(row.talk, sentence.start_ms, sentence.end_ms, row.evidence)


def from_file(path: Path) -> Callable[[Request], str]:
    lines = [json.loads(line) for line in path.read_text("utf-8").splitlines() if line.strip()]
    told = {line["id"]: str(line.get("answer", "")) for line in lines}
    return lambda request: told.get(request.id, "")


def main() -> None:
    words = sys.argv[1:]
    if not words or words[0] not in ("simulate", "requests", "answers"):
        raise SystemExit(__doc__)
    rows = rows_of(map(talks.everyday, talks.names(reporting="--development" not in words)))
    if words[0] == "requests":
        lines = [{"id": r.id, "messages": messages(r.asked)} for r in requests_of(rows, every=True)]
        Path(words[1]).write_text("".join(json.dumps(n, ensure_ascii=False) + "\n" for n in lines), "utf-8")
        return
    if words[0] == "answers":
        right_in = float(words[words.index("--right-in") + 1]) if "--right-in" in words else RIGHT_IN
        again = reread(rows, from_file(Path(words[1])), right_in=right_in, every=True)
        summary(again)
        table(again, "with the reader's word")
        return
    print("Without a reader:")
    summary(rows)
    for every in (False, True):
        for quality in QUALITIES:
            print(f"\n## Right in {quality:.0%}, {'all items' if every else 'what was not confirmed'} read")
            summary(reread(rows, simulated(quality), right_in=quality, every=every))


if __name__ == "__main__":
    main()
