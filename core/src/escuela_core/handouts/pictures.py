"""Pictures of items as printers and word processors take them."""

from __future__ import annotations

import io
from collections.abc import Mapping

from PIL import Image

# WebP files by the names that items give them.
Pictures = Mapping[str, bytes]
QUALITY = 85


def printable(webp: bytes) -> bytes:
    """A JPEG, which is set as it is; a PNG where parts are clear. Not every word processor reads WebP."""
    made = io.BytesIO()
    with Image.open(io.BytesIO(webp)) as picture:
        if picture.mode == "RGBA":
            picture.save(made, "PNG")
        else:
            picture.convert("RGB").save(made, "JPEG", quality=QUALITY)
    return made.getvalue()


def media_type(picture: bytes) -> str:
    """By its first bytes."""
    if picture.startswith(b"\xff\xd8"):
        return "image/jpeg"
    return "image/png" if picture.startswith(b"\x89PNG") else "image/webp"
