"""The forms a handout is written in."""

from __future__ import annotations

from collections.abc import Callable
from importlib import import_module
from typing import Literal, get_args

from escuela_core.handouts.blocks import Document
from escuela_core.handouts.html import html
from escuela_core.handouts.pictures import Pictures
from escuela_core.handouts.plain import markdown, text

Form = Literal["pdf", "docx", "odt", "html", "form", "txt", "md"]
FORMS: tuple[Form, ...] = get_args(Form)
# What each is called on a disk, and to a browser.
ENDINGS: dict[Form, str] = {"form": "html"}
TYPES: dict[Form, str] = {
    "pdf": "application/pdf",
    "docx": "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
    "odt": "application/vnd.oasis.opendocument.text",
    "html": "text/html; charset=utf-8",
    "form": "text/html; charset=utf-8",
    "txt": "text/plain; charset=utf-8",
    "md": "text/markdown; charset=utf-8",
}


def _by(module: str) -> Callable[[Document, Pictures], bytes]:
    """A writer whose libraries are loaded only once it writes."""

    def written(document: Document, pictures: Pictures) -> bytes:
        writer = import_module(f"escuela_core.handouts.{module}")
        made: bytes = getattr(writer, module)(document, pictures)
        return made

    return written


_WRITERS: dict[Form, Callable[[Document, Pictures], bytes | str]] = {
    "pdf": _by("pdf"),
    "docx": _by("docx"),
    "odt": _by("odt"),
    "html": html,
    "form": lambda document, pictures: html(document, pictures, fill=True),
    "txt": text,
    "md": markdown,
}


def write(document: Document, form: Form, pictures: Pictures) -> bytes:
    """``document`` as a file; ``pictures`` are WebP files by the names that its items give."""
    made = _WRITERS[form](document, pictures)
    return made.encode() if isinstance(made, str) else made


def get_ready() -> None:
    """Load what setting pages needs, so that the first who asks does not wait for it."""
    blank = Document("", "en", "ltr", (), None, ())
    write(blank, "pdf", {})
