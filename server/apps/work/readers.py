"""The readers of files from outside, each by its name.

Run as ``python -m apps.work.readers NAME OPTIONS`` with the file on standard input. Loads neither Django nor a language
model, so that it starts at once.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from escuela_core.errors import EscuelaError


def words(data: bytes, duration_ms: int | None) -> Any:
    from escuela_core.transcripts.reading import read_words

    return read_words(data, duration_ms=duration_ms).to_json()


def spreadsheet(data: bytes) -> Any:
    from escuela_core.formats.sheets import lines_of

    return lines_of(data)


def items(data: bytes) -> Any:
    from escuela_core.exchange.reading import read_items
    from escuela_core.items import item_to_json
    from escuela_core.items.texts import files, without_files

    found = read_items(data)
    told = [item_to_json(item) for item in found.items]
    left = [{"title": x.title, "why": x.why} for x in found.left]
    left += [{"title": t.get("prompt") or t.get("text", ""), "why": "files"} for t in told if any(files(t))]
    return {"items": [without_files(t) for t in told], "left": left}


def roster(data: bytes) -> Any:
    from escuela_core.formats.oneroster import read_package
    from escuela_core.study.roster import LONGEST_NAME

    return asdict(read_package(data, LONGEST_NAME))


def picture(_data: bytes, source: str, target: str, name: str) -> None:
    """Any of the common formats as WebP, upright, no wider than a screen, without what the camera wrote beside it."""
    from PIL import Image, ImageFile, ImageOps, UnidentifiedImageError

    # The setter of pages allows half a picture, wherever it has been loaded; here it is refused.
    ImageFile.LOAD_TRUNCATED_IMAGES = False
    try:
        with Image.open(source, formats=FORMATS) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise PictureError("picture_too_large", f"“{name}” has too many pixels.", limit_mb=20)
            upright = ImageOps.exif_transpose(opened)
            upright.thumbnail((WIDEST_PX, WIDEST_PX))
            has_clear_parts = upright.mode in {"RGBA", "LA", "PA"} or "transparency" in upright.info
            upright.convert("RGBA" if has_clear_parts else "RGB").save(target, "WEBP", quality=82)
    except Image.DecompressionBombError as error:
        raise PictureError("picture_too_large", f"“{name}” has too many pixels.", limit_mb=20) from error
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError) as error:
        raise PictureError(
            "picture_unreadable", f"“{name}” is not a picture that can be read (PNG, JPEG, WebP or GIF).", name=name
        ) from error


def lesson(_data: bytes, source: str, folder: str) -> Any:
    """The lesson of an archive, its files written into ``folder``: each as ``file<number>``, its recording as
    ``media``."""
    from pathlib import Path

    from escuela_core.exchange.archive import unpacked

    with unpacked(Path(source)) as archive:
        for number, file in enumerate(archive.lesson.files):
            archive.take(file, Path(folder) / f"file{number}")
        if archive.lesson.media is not None:
            archive.take(archive.lesson.media, Path(folder) / "media")
        return archive.lesson.to_json()


class PictureError(EscuelaError):
    def __init__(self, code: str, message: str, **params: str | int | float) -> None:
        super().__init__(message, **params)
        self.code = code


FORMATS = ("PNG", "JPEG", "WEBP", "GIF")
WIDEST_PX, MOST_PIXELS = 1_600, 60_000_000
READERS: dict[str, Callable[..., Any]] = {
    "words": words,
    "spreadsheet": spreadsheet,
    "items": items,
    "roster": roster,
    "picture": picture,
    "lesson": lesson,
}


def told_by(name: str, data: bytes, options: dict[str, Any]) -> dict[str, Any]:
    """What a reader makes of ``data``, or its sentence."""
    try:
        return {"read": READERS[name](data, **options)}
    except EscuelaError as error:
        return {"error": error.code, "message": error.message, "params": error.params}


def main(name: str, options: str) -> None:
    sys.stdout.write(json.dumps(told_by(name, sys.stdin.buffer.read(), json.loads(options))))


if __name__ == "__main__":
    main(*sys.argv[1:3])
