"""How long handouts and packages of a large lesson take, and how large they are: sixty items, a formula in each and a
picture in every third, beside the same sixty as bare text in one run.

    .venv/bin/python core/benchmarks/report_exchange.py
"""

from __future__ import annotations

import io
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

import numpy as np
from PIL import Image

from escuela_core.exchange.archive import pack
from escuela_core.exchange.cartridge import write_cartridge
from escuela_core.exchange.lesson import File, KeptItem, LessonFile
from escuela_core.exchange.qti import read_package, write_package
from escuela_core.exchange.qti.package import Named
from escuela_core.handouts import FORMS, Layout, Lesson, Part, compose, write
from escuela_core.items import Choice, Item, Option
from escuela_core.timeline import Span

ITEMS, PICTURES, RUNS = 60, 20, 3
LAYOUT = Layout(parts=(Part(kind="items", times=True, codes=True), Part(kind="answers")))


def picture(seed: int) -> bytes:
    """A photograph's worth of WebP: smooth, with noise."""
    rng = np.random.default_rng(seed)
    ramp = np.linspace(0, 200, 800)[None, :, None] + rng.normal(0, 12, (600, 800, 3))
    made = io.BytesIO()
    Image.fromarray(ramp.clip(0, 255).astype("uint8")).save(made, "WEBP", quality=82)
    return made.getvalue()


def items(*, rich: bool) -> list[Item]:
    formula = r" $\frac{a_%d}{b}+\sqrt{x^2}$" if rich else " a %d"
    made: list[Item] = []
    for n in range(ITEMS):
        options = tuple(Option(f"Answer {k}", correct=k == 1) for k in range(4))
        image = f"p{n % PICTURES}" if rich and n < PICTURES else ""
        span = Span(n * 1_000, n * 1_000 + 900)
        prompt = f"Question {n}" + formula % n
        made.append(Choice(id=f"i{n}", prompt=prompt, options=options, evidence=(span,), image=image))
    return made


def lesson(listed: list[Item]) -> Lesson:
    return Lesson("Sixty items", "en", tuple(listed), {}, (), (), (), "https://escuela.example/s/abc")


def fastest(call: Callable[[], object]) -> float:
    times = []
    for _ in range(RUNS):
        began = time.perf_counter()
        call()
        times.append(time.perf_counter() - began)
    return min(times)


def main() -> None:
    pictures = {f"p{n}": picture(n) for n in range(PICTURES)}
    rich, bare = (lesson(items(rich=r)) for r in (True, False))
    for form in FORMS:
        shown, plain = (compose(content, LAYOUT, "student") for content in (rich, bare))
        began = time.perf_counter()
        size = len(write(shown, form, pictures))
        first = time.perf_counter() - began
        again = fastest(lambda form=form, shown=shown: write(shown, form, pictures))  # type: ignore[misc]
        beside = fastest(lambda form=form, plain=plain: write(plain, form, {}))  # type: ignore[misc]
        took = f"first {first:5.2f} s  again {again:5.2f} s  bare text {beside:5.2f} s"
        print(f"handout {form:5} {took}  {size / 1e6:.2f} MB")
    with tempfile.TemporaryDirectory() as name:
        packages(Path(name), list(rich.items), pictures)


def packages(folder: Path, listed: list[Item], pictures: dict[str, bytes]) -> None:
    for key, data in pictures.items():
        (folder / key).write_bytes(data)
    named = {key: Named(folder / key, "image/webp") for key in pictures}
    whole = LessonFile(title="Sixty", language="en", duration_ms=60_000, items=tuple(KeptItem(i) for i in listed))
    whole = replace(whole, files=tuple(File(key, "", "image/webp", "") for key in pictures))
    written: dict[str, Callable[[], object]] = {
        "archive": lambda: pack(folder / "archive", whole, {key: folder / key for key in pictures}),
        "qti": lambda: write_package(folder / "qti", "Sixty", "en", listed, named),
        "cartridge": lambda: write_cartridge(folder / "cartridge", "Sixty", "en", listed, []),
    }
    for form, call in written.items():
        took = fastest(call)
        print(f"{form:13} {took:5.2f} s  {(folder / form).stat().st_size / 1e6:.2f} MB")
    print(f"qti read      {fastest(lambda: read_package(folder / 'qti')):5.2f} s")


if __name__ == "__main__":
    main()
