"""Train the weights of ``language.boundaries``: the packaged sentence encoder, taught where sentences end.

usage: PYTHONPATH=core/benchmarks python core/training/train_boundaries.py FOLDER OUT [--steps N]

FOLDER holds freely licensed English prose as HTML or text, anywhere below it (for the shipped weights: the unpacked
Debian packages anarchism, debian-handbook in English, developers-reference, debian-faq, fortunes and jargon-text, two
and a half million words). First on that, then on the development talks and our own. Takes an hour on two cores; needs
torch and onnx, which nothing else here does. OUT gets ``boundaries-1.npz`` to ``-3.npz``.
"""

from __future__ import annotations

import random
import re
import sys
from collections.abc import Sequence
from pathlib import Path

import talks
import torch
import writing
from encoder import Encoder, Packaged, write
from prose import paragraphs
from tokenizers import Tokenizer
from torch import nn
from torch.nn import functional

from escuela_core.language.vectors import TOKENIZER

WINDOW_PIECES, BATCH, SEED = 128, 32, 7
# A word in small letters, and whether a sentence ends with it.
Said = tuple[str, bool]
Chunk = tuple[list[int], list[int]]
STOP = re.compile(r"[.?!]+[\"'”’»)\]]*$")
ABBREVIATIONS = frozenset("mr. mrs. ms. dr. prof. st. vs. etc. e.g. i.e. fig. no. p. pp. vol. ed. cit. jr.".split())


def bare(word: str) -> str:
    return re.sub(r"[^\w'-]", "", word.replace("’", "'").lower()).strip("'-")


def read(paragraph: str) -> list[Said]:
    """The words of a paragraph; none where it is no prose."""
    tokens = re.sub(r"\s+", " ", re.sub(r"\[[^\]]{0,80}\]|\([^)]{0,200}\)", " ", paragraph)).strip().split(" ")
    said: list[Said] = []
    for token, following in zip(tokens, [*tokens[1:], "A"], strict=True):
        stops = bool(STOP.search(token)) and token.lower() not in ABBREVIATIONS
        ends = stops and re.match(r"[\"'“‘(]*[A-Z0-9]", following) is not None
        words = [w for part in re.split(r"--|—|–|/|…", token) if (w := bare(part))]
        said += [(w, False) for w in words]
        if ends and said:
            said[-1] = (said[-1][0], True)
    ends_count = sum(e for _, e in said)
    letters = sum(w[0].isalpha() for w, _ in said)
    fit = len(tokens) >= 8 and ends_count and letters >= 0.85 * len(said) and len(said) / ends_count <= 45
    return said if fit else []


def spoken(sentences: Sequence[str]) -> list[Said]:
    said = []
    for sentence in sentences:
        words = [w for part in re.split(r"\s|—|–", sentence) if (w := bare(part))]
        said += [(w, n == len(words) - 1) for n, w in enumerate(words)]
    return said


def chunks(said: Sequence[Said], tokenizer: Tokenizer, known: dict[str, list[int]]) -> list[Chunk]:
    """Pieces and labels of stretches that fill a window; -1 where a piece does not end a word."""
    found, at = [], random.randrange(0, 60)
    while at < len(said) - 20:
        ids, labels, end = [101], [-1], at
        while end < len(said):
            word, ends = said[end]
            if word not in known:
                known[word] = tokenizer.encode(word, add_special_tokens=False).ids or [100]
            if len(ids) + len(known[word]) >= WINDOW_PIECES:
                break
            ids += known[word]
            labels += [-1] * (len(known[word]) - 1) + [int(ends)]
            end += 1
        found.append(([*ids, 102], [*labels, -1]))
        at = max(at + 1, end - random.randrange(0, 12))
    return found


class Network(nn.Module):
    def __init__(self, packaged: Packaged) -> None:
        super().__init__()
        self.encoder = Encoder(packaged)
        self.head = nn.Linear(384, 1)

    def forward(self, ids: torch.Tensor) -> torch.Tensor:
        return self.head(self.encoder(ids))[..., 0]


def train(network: Network, found: list[Chunk], *, rate: float, batch: int, steps: int | None) -> None:
    random.shuffle(found)
    wanted = [p for p in network.parameters() if p.requires_grad]
    optimizer = torch.optim.AdamW(wanted, lr=rate, weight_decay=0.01)
    count = min(steps or len(found), len(found) // batch)
    for step in range(count):
        rows = found[step * batch : (step + 1) * batch]
        longest = max(len(ids) for ids, _ in rows)
        ids = torch.tensor([i + [0] * (longest - len(i)) for i, _ in rows])
        labels = torch.tensor([n + [-1] * (longest - len(n)) for _, n in rows])
        for group in optimizer.param_groups:
            group["lr"] = rate * min(1, (step + 1) / 100) * max(0.02, 1 - step / count)
        told = labels >= 0
        loss = functional.binary_cross_entropy_with_logits(network(ids)[told], labels[told].float())
        optimizer.zero_grad()
        loss.backward()
        nn.utils.clip_grad_norm_(wanted, 1.0)
        optimizer.step()
        if step % 25 == 0:
            sys.stdout.write(f"step {step} of {count}, loss {loss.item():.3f}\n")


def main() -> None:
    torch.manual_seed(SEED)
    random.seed(SEED)
    steps = int(sys.argv[sys.argv.index("--steps") + 1]) if "--steps" in sys.argv else None
    tokenizer, known = Tokenizer.from_file(str(TOKENIZER)), dict[str, list[int]]()
    tokenizer.no_padding()
    packaged = Packaged()
    network = Network(packaged).train()
    prose = [read(p) for p in paragraphs(Path(sys.argv[1]))]
    random.shuffle(prose)
    train(network, chunks([w for p in prose for w in p], tokenizer, known), rate=3e-4, batch=BATCH, steps=steps)
    english = [t for n in talks.training() if (t := talks.load(n).transcript).language == "en"]
    own = [writing.talk(n) for n in writing.names() if n not in talks.own()]
    said = [spoken([s.text for s in t.sentences]) for t in (*english, *own)]
    tuned = [c for _ in range(4) for s in said for c in chunks(s, tokenizer, known)]
    train(network, tuned, rate=1e-4, batch=BATCH // 2, steps=steps)
    write(network.eval().encoder, network.head, packaged, Path(sys.argv[2]), "boundaries")


if __name__ == "__main__":
    main()
