"""Whole lessons made at random, with items of every kind."""

from __future__ import annotations

from typing import Any

from hypothesis import strategies as st

from escuela_core.exchange.lesson import File, KeptItem, LessonFile, Said, SegmentRow, Track
from escuela_core.handouts import PART_KINDS, Layout, Part
from escuela_core.items import Item, item_from_json
from escuela_core.items.rewording import texts_of, with_wording
from escuela_core.materials import KINDS as MATERIALS
from escuela_core.materials import Line, Material
from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence, Word

# Letters of several scripts, what XML must escape, and the marks that texts of items may hold.
LETTERS = "aB ñé中ا1<>&\"'*$_.:{}\\"
texts = st.text(LETTERS, min_size=1, max_size=20).map(lambda t: " ".join(t.split())).filter(bool)
times = st.integers(0, 3_600_000)
spans = st.tuples(times, st.integers(1, 60_000)).map(lambda t: Span(t[0], t[0] + t[1]))
marks = st.sampled_from([0.5, 1.0, 2.0, 3.0])


def lists(of: st.SearchStrategy[Any], least: int, most: int, **more: Any) -> st.SearchStrategy[list[Any]]:
    return st.lists(of, min_size=least, max_size=most, **more)


def _span_json(span: Span) -> dict[str, int]:
    return {"start_ms": span.start_ms, "end_ms": span.end_ms}


SHARED: dict[str, st.SearchStrategy[Any]] = {
    "explanation": st.one_of(st.just(""), texts),
    "marks": marks,
    "depth": st.sampled_from(["recall", "use", "reason", "extend"]),
    "purpose": st.sampled_from(["check", "predict"]),
    "evidence": lists(spans.map(_span_json), 0, 2),
}
OWN: dict[str, dict[str, st.SearchStrategy[Any]]] = {
    "choice": {
        "prompt": texts,
        "options": lists(
            st.fixed_dictionaries({"text": texts, "correct": st.booleans()}, optional={"feedback": texts}),
            2,
            5,
            unique_by=lambda o: o["text"],
        ).filter(lambda options: any(o["correct"] for o in options)),
    },
    "true_false": {"prompt": texts, "answer": st.booleans()},
    "gap": {
        "prompt": st.tuples(texts, texts).map(
            lambda t: " ".join(f"{t[0].replace('_', '')} ___ {t[1].replace('_', '')}".split())
        ),
        "answers": lists(texts, 1, 3, unique=True),
        "bank": lists(texts, 0, 3, unique=True),
    },
    "open": {
        "prompt": texts,
        "model_answer": st.one_of(st.just(""), texts),
        "criteria": lists(st.fixed_dictionaries({"text": texts, "marks": marks}), 0, 3),
    },
    "match": {"prompt": texts, "pairs": lists(st.fixed_dictionaries({"left": texts, "right": texts}), 2, 4)},
    "order": {"prompt": texts, "steps": lists(texts, 2, 5)},
    "groups": {
        "prompt": texts,
        "groups": lists(
            st.fixed_dictionaries({"name": texts, "things": lists(texts, 1, 3)}), 2, 3, unique_by=lambda g: g["name"]
        ),
    },
    "note": {"text": texts},
}


@st.composite
def items(draw: st.DrawFn, kinds: tuple[str, ...] = tuple(OWN)) -> Item:
    """One item; its id is left to who keeps it."""
    kind = draw(st.sampled_from(kinds))
    data = {"kind": kind} | draw(st.fixed_dictionaries(SHARED | OWN[kind]))
    if kind == "gap":
        data["bank"] = [word for word in data["bank"] if word not in data["answers"]]
    if draw(st.booleans()):
        data["pause_ms"] = draw(times)
    if draw(st.booleans()):
        data["time_limit_s"] = draw(st.integers(5, 3_600))
    item = item_from_json(data)
    if draw(st.booleans()):
        tag = draw(st.sampled_from(["plain", "es", "pt-BR"]))
        item = with_wording(item, tag, {at: draw(texts) for at in texts_of(item)})
    return item


@st.composite
def sentences(draw: st.DrawFn) -> tuple[Said, ...]:
    made = []
    now = 0
    for _ in range(draw(st.integers(0, 4))):
        words = draw(lists(texts.map(lambda t: t.replace(" ", "") or "x"), 1, 4))
        timing = draw(st.sampled_from(["given", "aligned", "estimated", "guessed"]))
        said = tuple(Word(now + 100 * n, now + 100 * n + 90, word, timing) for n, word in enumerate(words))
        made.append(Said(Sentence(said, draw(st.one_of(st.none(), texts))), draw(st.booleans())))
        now += 5_000
    return tuple(made)


lines = st.builds(Line, texts, st.one_of(st.just(""), texts), lists(spans, 0, 2).map(tuple))
segments = st.builds(SegmentRow, st.uuids().map(str), times, texts, texts, lists(texts, 0, 3).map(tuple), st.booleans())
layouts = st.builds(
    Layout,
    parts=lists(st.builds(Part, kind=st.sampled_from(PART_KINDS)), 0, 4).map(tuple),
    heading=st.one_of(st.just(""), texts),
    size=st.sampled_from(["normal", "large"]),
)
lessons = st.builds(
    LessonFile,
    title=texts,
    language=st.sampled_from(["en", "es-MX", "ar"]),
    duration_ms=st.integers(1, 10_000_000),
    has_picture=st.booleans(),
    link=st.one_of(st.just(""), texts),
    extract=st.one_of(st.none(), spans),
    sentences=sentences(),
    segments=lists(segments, 0, 3).map(tuple),
    items=lists(st.builds(KeptItem, items(), st.sampled_from(["lesson", "pool"]), st.booleans()), 0, 5).map(tuple),
    materials=lists(
        st.builds(
            Material,
            st.sampled_from(sorted(MATERIALS)),
            st.sampled_from(["before", "during", "after", "teacher"]),
            lists(lines, 0, 3).map(tuple),
        ),
        0,
        2,
    ).map(tuple),
    tracks=lists(
        st.builds(Track, st.just("es"), texts, lists(st.tuples(times, times, texts), 0, 2).map(tuple)), 0, 1
    ).map(tuple),
    goals=lists(texts, 0, 2).map(tuple),
    layout=st.one_of(st.none(), layouts),
    author=st.one_of(st.just(""), texts),
    files=st.just((File("a" * 32, "", "image/webp", ""),)),
)
