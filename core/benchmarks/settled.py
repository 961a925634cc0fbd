"""Three lessons of twenty items on the demo's recordings, seven of each made wrong beforehand: what the check stops.

Each line of ``settled/*.txt`` is an item as ``kind|what is wrong with it|prompt|key`` (see ``talks``); nothing where it
is right. Stopped is what is not taken as heard or carries a finding that must be looked at.
usage: python core/benchmarks/settled.py [--all]
"""

from __future__ import annotations

import sys
from collections.abc import Iterator
from pathlib import Path

from talks import keyed

from escuela_core.checking import ItemReport, check
from escuela_core.items import Item, items_from_json
from escuela_core.transcripts import read_captions

FOLDER = Path(__file__).parent / "settled"
MEDIA = Path(__file__).parents[2] / "demo/media"


def lessons() -> Iterator[tuple[str, list[Item], list[str]]]:
    """Of each lesson its name, its items and what is wrong with each."""
    for path in sorted(FOLDER.glob("*.txt")):
        rows = [line.split("|") for line in path.read_text("utf-8").splitlines()]
        items = [
            {"id": f"q{n}", "prompt": prompt} | keyed(kind, key) for n, (kind, _, prompt, *key) in enumerate(rows, 1)
        ]
        yield path.stem, items_from_json({"items": items}), [row[1] for row in rows]


def is_stopped(report: ItemReport) -> bool:
    return report.verdict != "heard" or any(f.severity != "hint" for f in report.findings)


def main() -> None:
    for name, items, wrong in lessons():
        language = "es" if name.endswith(".es") else "en"
        transcript = read_captions((MEDIA / f"{name}.vtt").read_bytes(), language=language)
        reports = check(items, transcript)
        rows = list(zip(items, reports, wrong, strict=True))
        stopped = sum(is_stopped(r) for _, r, w in rows if w)
        left = sum(not is_stopped(r) for _, r, w in rows if not w)
        count = sum(map(bool, wrong))
        sys.stdout.write(f"{name}: {stopped} of {count} wrong ones stopped, {left} of {len(rows) - count} others not\n")
        for item, report, is_wrong in rows:
            if "--all" in sys.argv or bool(is_wrong) != is_stopped(report):
                found = ", ".join(f"{f.code} {f.severity}" for f in report.findings)
                mended = ", ".join(m.message for m in report.mends)
                sys.stdout.write(f"  {is_wrong or 'right'}: {item.asked} -> {report.verdict} {found} {mended}\n")


if __name__ == "__main__":
    main()
