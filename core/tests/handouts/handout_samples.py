"""One lesson with an item of every kind and some of everything around the viewing."""

from __future__ import annotations

import io

from PIL import Image

from escuela_core.handouts import PART_KINDS, Layout, Lesson, Part
from escuela_core.items import items_from_json
from escuela_core.materials import Line, Material
from escuela_core.timeline import Span
from escuela_core.transcripts import Sentence, Word

ITEMS = {
    "items": [
        {
            "id": "a",
            "kind": "choice",
            "prompt": r"What does $\frac{a}{b}+x^2$ mean?",
            "options": [
                {"text": "It is **bold**", "correct": True},
                {"text": "Rain", "correct": False, "image": "rain"},
                {"text": "None of these", "correct": False},
            ],
            "explanation": "Because *so*.",
            "evidence": [{"start_ms": 62_000, "end_ms": 64_000}],
            "image": "lock",
            "image_alt": "A lock",
        },
        {
            "id": "b",
            "kind": "choice",
            "prompt": "Which are right?",
            "options": [
                {"text": "One", "correct": True},
                {"text": "Two", "correct": True},
                {"text": "Three", "correct": False},
            ],
        },
        {"id": "c", "kind": "true_false", "prompt": "The gate opens.", "answer": False},
        {"id": "d", "kind": "gap", "prompt": "The gate opens when ___ rises.", "answers": ["water"], "bank": ["sand"]},
        {"id": "e", "kind": "open", "prompt": "Why does it rise?", "model_answer": "Pressure", "marks": 2},
        {
            "id": "f",
            "kind": "match",
            "prompt": "Match.",
            "pairs": [{"left": "Gate", "right": "closes"}, {"left": "Valve", "right": "opens"}],
        },
        {"id": "g", "kind": "order", "prompt": "Put in order.", "steps": ["enter", "wait", "leave"]},
        {
            "id": "h",
            "kind": "groups",
            "prompt": "Sort.",
            "groups": [{"name": "Fish", "things": ["pike", "carp"]}, {"name": "Birds", "things": ["gull"]}],
        },
        {"id": "i", "kind": "note", "text": "Remember the rule."},
    ]
}


def spoken(text: str, start_ms: int, speaker: str | None = None) -> Sentence:
    words = text.split()
    return Sentence(
        tuple(Word(start_ms + 100 * n, start_ms + 100 * n + 90, word, "given") for n, word in enumerate(words)), speaker
    )


SENTENCES = (
    spoken("The gate opens when the water rises above the red mark.", 0, "Ana"),
    spoken("Then we close it (slowly), and wait for the boats.", 62_000, "Ben"),
)
MATERIALS = {
    "glossary": Material("glossary", "during", (Line("gate", "a door in water"), Line("valve", "lets water in"))),
    "warm_up": Material("warm_up", "before", (Line("What do you know about locks?"),)),
    "gap_text": Material("gap_text", "after", (Line("The ___ opens.", "gate"), Line("Words: gate"))),
    "key_points": Material("key_points", "after", (Line("The gate opens.", "", (Span(0, 1_000),)),)),
    "marking_guide": Material("marking_guide", "teacher", (Line("Why?", "2 · pressure | 0 · none of this"),)),
    "reading_text": Material("reading_text", "after", (Line("The gate opens.", "", (Span(0, 1_000),)),)),
}


def lesson(language: str = "en", title: str = "How a lock works") -> Lesson:
    return Lesson(
        title,
        language,
        tuple(items_from_json(ITEMS)),
        MATERIALS,
        ((Span(0, 60_000), "The gate"), (Span(60_000, 120_000), "The boats")),
        SENTENCES,
        ("say how a lock works",),
        "http://escuela.example/s/ABC",
    )


EVERYTHING = Layout(
    parts=tuple(
        Part(kind=kind, times=True, codes=True, every=5, columns=2 if kind == "transcript" else 1)
        for kind in PART_KINDS
    ),
    heading="Class 4B",
    level="B1",
)


def webp(colour: str = "red", size: tuple[int, int] = (60, 40)) -> bytes:
    made = io.BytesIO()
    Image.new("RGB", size, colour).save(made, "WEBP")
    return made.getvalue()


PICTURES = {"lock": webp(), "rain": webp("blue")}
