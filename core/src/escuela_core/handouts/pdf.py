"""A handout as a tagged PDF (PDF/UA-1, ISO 14289-1), fonts embedded, set from its HTML file."""

from __future__ import annotations

from escuela_core.handouts.blocks import Document
from escuela_core.handouts.html import html
from escuela_core.handouts.pictures import Pictures


def pdf(document: Document, pictures: Pictures) -> bytes:
    """The pages as they are printed. Nothing is fetched: whatever the file names stands in it."""
    from weasyprint import HTML
    from weasyprint.urls import URLFetcher

    source = html(document, pictures, drawn=True)
    fetcher = URLFetcher(allowed_protocols=("data",), fail_on_errors=True)  # type: ignore[no-untyped-call]
    whole = HTML(string=source, url_fetcher=fetcher)  # type: ignore[no-untyped-call]
    made: bytes = whole.write_pdf(pdf_variant="pdf/ua-1")  # type: ignore[no-untyped-call]
    return made
