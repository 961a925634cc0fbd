"""The packaged sentence encoder as a network that can be taught further, and its weights as they are stored.

Needs torch and onnx, which nothing else here does.
"""

from __future__ import annotations

from pathlib import Path

import numpy as np
import onnx
import torch
from onnx import numpy_helper
from torch import nn
from torch.nn import functional

from escuela_core.language.vectors import MODEL

TYPES = "inner.embeddings.token_type_embeddings.weight"
LINEAR = {
    "query": "attention.self.query",
    "key": "attention.self.key",
    "value": "attention.self.value",
    "joined": "attention.output.dense",
    "wide": "intermediate.dense",
    "narrow": "output.dense",
}
NORMS = {"first_norm": "attention.output.LayerNorm", "second_norm": "output.LayerNorm"}


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


class Encoder(nn.Module):
    """The last layer's vectors for pieces, shape (rows, length, 384); 0 is no piece, ``types`` part two texts."""

    def __init__(self, packaged: Packaged) -> None:
        super().__init__()
        places = packaged.floats["inner.embeddings.position_embeddings.weight"]
        self.words = nn.Embedding.from_pretrained(
            torch.tensor(packaged.floats["inner.embeddings.word_embeddings.weight"])
        )
        self.places = nn.Embedding.from_pretrained(torch.tensor(places))
        self.types = nn.Embedding.from_pretrained(torch.tensor(packaged.given[TYPES]))
        self.norm = packaged.norm("inner.embeddings.LayerNorm").requires_grad_(requires_grad=False)
        self.layers = nn.ModuleList(Layer(packaged, n) for n in range(6))

    def forward(self, ids: torch.Tensor, types: torch.Tensor | None = None) -> torch.Tensor:
        types = torch.zeros_like(ids) if types is None else types
        x = self.norm(self.words(ids) + self.places(torch.arange(ids.shape[1]))[None] + self.types(types))
        for layer in self.layers:
            x = layer(x, (ids != 0)[:, None, None, :])
        return x


def stored(encoder: Encoder, packaged: Packaged, numbers: range) -> dict[str, np.ndarray]:
    """Layers ``numbers``: matrices as int8 with a scale for each column, under the names of the packaged model."""
    kept: dict[str, np.ndarray] = {}
    for number in numbers:
        parts, stem = encoder.layers[number].parts, f"inner.encoder.layer.{number}."
        for key, name in LINEAR.items():
            matrix = parts[key].weight.detach().t().numpy()
            whole, scale = packaged.stored[packaged.weight_of[stem + name]]
            kept[scale] = (np.abs(matrix).max(axis=0, keepdims=True) / 127).astype(np.float32)
            kept[whole] = np.round(matrix / kept[scale]).astype(np.int8)
            kept[f"{stem}{name}.bias"] = parts[key].bias.detach().numpy()
        for key, name in NORMS.items():
            kept[f"{stem}{name}.weight"] = parts[key].weight.detach().numpy()
            kept[f"{stem}{name}.bias"] = parts[key].bias.detach().numpy()
    return kept


def write(encoder: Encoder, head: nn.Linear, packaged: Packaged, out: Path, name: str) -> None:
    """Two layers a file, ``name``-1.npz to -3.npz; the last has the linear layer on top, its bias last."""
    for first in (0, 2, 4):
        kept = stored(encoder, packaged, range(first, first + 2))
        if first == 4:
            weight, bias = head.weight.detach().numpy(), head.bias.detach().numpy()
            kept["head"] = np.squeeze(np.concatenate([weight, bias[:, None]], axis=1))
        np.savez_compressed(out / f"{name}-{first // 2 + 1}.npz", **kept)  # type: ignore[arg-type]  # the arrays by their names
