"""Handouts: what is printed or given on as a file, composed once and written in many forms."""

from escuela_core.handouts.composing import Lesson, compose, empty_parts
from escuela_core.handouts.gapping import as_items, rare
from escuela_core.handouts.layout import (
    PART_KINDS,
    SIZES,
    USUAL,
    VERSIONS,
    Layout,
    LayoutShapeError,
    Part,
    layout_from_json,
)
from escuela_core.handouts.writing import ENDINGS, FORMS, TYPES, Form, write

__all__ = [
    "ENDINGS",
    "FORMS",
    "PART_KINDS",
    "SIZES",
    "TYPES",
    "USUAL",
    "VERSIONS",
    "Form",
    "Layout",
    "LayoutShapeError",
    "Lesson",
    "Part",
    "as_items",
    "compose",
    "empty_parts",
    "layout_from_json",
    "rare",
    "write",
]
