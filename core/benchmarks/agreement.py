"""How often the second reading of our own labelled talks agrees with the first: share and Cohen's kappa (1960).

The second reading (``labelled/second-reading.tsv``) was made without the first at hand, the items in chance order.
usage: python core/benchmarks/agreement.py
"""

from __future__ import annotations

import csv
import sys
from collections import Counter

import talks


def main() -> None:
    with (talks.OWN / "second-reading.tsv").open(encoding="utf-8") as file:
        read = list(csv.reader(file, delimiter="\t"))
    labels = {name: talks.load(name).labels for name in {row[0] for row in read}}
    pairs = [(labels[name][item]["verdict"], talks.VERDICTS[letter]) for name, item, letter in read]
    same = sum(a == b for a, b in pairs) / len(pairs)
    first, second = Counter(a for a, _ in pairs), Counter(b for _, b in pairs)
    chance = sum(first[v] * second[v] for v in first) / len(pairs) ** 2
    kappa = (same - chance) / (1 - chance)
    sys.stdout.write(f"{len(pairs)} items of {len(labels)} talks: the same {same:.1%}, kappa {kappa:.2f}\n")
    for (name, item, _), (a, b) in zip(read, pairs, strict=True):
        if a != b:
            sys.stdout.write(f"{name} {item}: {a}, then {b} ({labels[name][item]['trap']})\n")


if __name__ == "__main__":
    main()
