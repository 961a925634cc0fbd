"""Train the weights of ``language.boundaries``: the packaged sentence encoder, taught where sentences end.

usage: python core/benchmarks/train_boundaries.py FOLDER OUT [--steps N]

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

import numpy as np
import onnx
import talks
import torch
import writing
from onnx import numpy_helper
from prose import paragraphs
from tokenizers import Tokenizer
from torch import nn
from torch.nn import functional

from escuela_core.language.vectors import MODEL, TOKENIZER

WINDOW_PIECES, BATCH, SEED = 128, 32, 7
# A word in small letters, and whether a sentence ends with it.
Said = tuple[str, bool]
Chunk = tuple[list[int], list[int]]
STOP = re.compile(r"[.?!]+[\"'”’»)\]]*$")
ABBREVIATIONS = frozenset("mr. mrs. ms. dr. prof. st. vs. etc. e.g. i.e. fig. no. p. pp. vol. ed. cit. jr.".split())
LINEAR = {
    "query": "attention.self.query",
    "key": "attention.self.key",
    "value": "attention.self.value",
    "joined": "attention.output.dense",
    "wide": "intermediate.dense",
    "narrow": "output.dense",
}
NORMS = {"first_norm": "attention.output.LayerNorm", "second_norm": "output.LayerNorm"}


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


class Packaged:
    """The packaged model's numbers: its initializers, its weights as floats, and the names they are stored under."""

    def __init__(self) -> None:
        graph = onnx.load(str(MODEL)).graph
        self.given = {i.name: numpy_helper.to_array(i) for i in graph.initializer}
        self.floats: dict[str, np.ndarray] = {}
        self.stored: dict[str, tuple[str, str]] = {}
        for node in graph.node:
            if node.op_type == "Mul" and node.input[0].endswith("_f") and node.input[1].endswith("_scale"):
                whole, scale = node.input[0].removesuffix("_f") + "_q", node.input[1]
                self.stored[node.output[0]] = (whole, scale)
                self.floats[node.output[0]] = self.given[whole].astype(np.float32) * self.given[scale]
        products = {n.output[0]: n.input[1] for n in graph.node if n.op_type == "MatMul" and n.input[1] in self.floats}
        sums = [n.input for n in graph.node if n.op_type == "Add"]
        pairs = [(a, b) for one in sums for a, b in ((one[0], one[1]), (one[1], one[0]))]
        self.weight_of = {b.removesuffix(".bias"): products[a] for a, b in pairs if a in products and ".bias" in b}

    def linear(self, name: str) -> nn.Linear:
        weight = torch.tensor(self.floats[self.weight_of[name]]).t().contiguous()
        layer = nn.Linear(weight.shape[1], weight.shape[0])
        layer.weight.data, layer.bias.data = weight, torch.tensor(self.given[f"{name}.bias"])
        return layer

    def norm(self, name: str) -> nn.LayerNorm:
        layer = nn.LayerNorm(384, eps=1e-12)
        layer.weight.data = torch.tensor(self.given[f"{name}.weight"])
        layer.bias.data = torch.tensor(self.given[f"{name}.bias"])
        return layer


class Layer(nn.Module):
    """One layer of the encoder (Devlin et al. 2019), twelve heads of 32."""

    def __init__(self, packaged: Packaged, number: int) -> None:
        super().__init__()
        stem = f"inner.encoder.layer.{number}."
        self.parts = nn.ModuleDict({k: packaged.linear(stem + n) for k, n in LINEAR.items()})
        self.parts.update({k: packaged.norm(stem + n) for k, n in NORMS.items()})
        self.drop = nn.Dropout(0.1)

    def forward(self, x: torch.Tensor, mask: torch.Tensor) -> torch.Tensor:
        p, (rows, length, width) = self.parts, x.shape
        heads = [p[k](x).view(rows, length, 12, 32).transpose(1, 2) for k in ("query", "key", "value")]
        seen = functional.scaled_dot_product_attention(*heads, attn_mask=mask).transpose(1, 2)
        x = p["first_norm"](x + self.drop(p["joined"](seen.reshape(rows, length, width))))
        return p["second_norm"](x + self.drop(p["narrow"](functional.gelu(p["wide"](x)))))


class Network(nn.Module):
    def __init__(self, packaged: Packaged) -> None:
        super().__init__()
        places = packaged.floats["inner.embeddings.position_embeddings.weight"]
        places = places + packaged.given["inner.embeddings.token_type_embeddings.weight"][0]
        self.words = nn.Embedding.from_pretrained(
            torch.tensor(packaged.floats["inner.embeddings.word_embeddings.weight"])
        )
        self.places = nn.Embedding.from_pretrained(torch.tensor(places))
        self.norm = packaged.norm("inner.embeddings.LayerNorm").requires_grad_(requires_grad=False)
        self.layers = nn.ModuleList(Layer(packaged, n) for n in range(6))
        self.head = nn.Linear(384, 1)

    def forward(self, ids: torch.Tensor) -> torch.Tensor:
        x = self.norm(self.words(ids) + self.places(torch.arange(ids.shape[1]))[None])
        for layer in self.layers:
            x = layer(x, (ids != 0)[:, None, None, :])
        return self.head(x)[..., 0]


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


def write(network: Network, packaged: Packaged, out: Path) -> None:
    """Two layers a file: matrices as int8 with a scale for each column, under the names of the packaged model."""
    for first in (0, 2, 4):
        kept: dict[str, np.ndarray] = {}
        for number in (first, first + 1):
            parts, stem = network.layers[number].parts, f"inner.encoder.layer.{number}."
            for key, name in LINEAR.items():
                matrix = parts[key].weight.detach().t().numpy()
                whole, scale = packaged.stored[packaged.weight_of[stem + name]]
                kept[scale] = (np.abs(matrix).max(axis=0, keepdims=True) / 127).astype(np.float32)
                kept[whole] = np.round(matrix / kept[scale]).astype(np.int8)
                kept[f"{stem}{name}.bias"] = parts[key].bias.detach().numpy()
            for key, name in NORMS.items():
                kept[f"{stem}{name}.weight"] = parts[key].weight.detach().numpy()
                kept[f"{stem}{name}.bias"] = parts[key].bias.detach().numpy()
        if first == 4:
            head = network.head
            kept["head"] = np.append(head.weight.detach().numpy()[0], head.bias.detach().numpy())
        np.savez_compressed(out / f"boundaries-{first // 2 + 1}.npz", **kept)


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
    write(network.eval(), packaged, Path(sys.argv[2]))


if __name__ == "__main__":
    main()
