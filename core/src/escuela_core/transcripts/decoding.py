"""Bytes of a caption file to text: UTF-8, UTF-16 (with or without mark) or Latin-1, never a guess beyond those."""

from __future__ import annotations

import codecs

from escuela_core.errors import EscuelaError
from escuela_core.transcripts.model import Warning
from escuela_core.transcripts.repairs import repair

LARGEST_BYTES = 20_000_000
_MARKS = (
    (codecs.BOM_UTF8, "utf-8-sig"),
    (codecs.BOM_UTF16_LE, "utf-16"),
    (codecs.BOM_UTF16_BE, "utf-16"),
)


class CaptionsEmptyError(EscuelaError):
    code = "captions_empty"

    def __init__(self) -> None:
        super().__init__("The caption file is empty.")


class CaptionsTooLargeError(EscuelaError):
    code = "captions_too_large"

    def __init__(self, size: int) -> None:
        limit = LARGEST_BYTES // 1_000_000
        super().__init__(
            f"The caption file has {size // 1_000_000} MB; captions may have up to {limit} MB.",
            size_mb=size // 1_000_000,
            limit_mb=limit,
        )


class CaptionsNotTextError(EscuelaError):
    code = "captions_not_text"

    def __init__(self) -> None:
        super().__init__("The caption file is not text in UTF-8, UTF-16 or Latin-1; save it as UTF-8 and try again.")


def decode(data: bytes) -> tuple[str, list[Warning]]:
    """The text of a caption file, line ends as ``\\n``, and the lines in another encoding than the rest.

    Raises one of the three errors above.
    """
    if len(data) > LARGEST_BYTES:
        raise CaptionsTooLargeError(len(data))
    found, odd = _as_text(data)
    text = found.replace("\r\n", "\n").replace("\r", "\n").replace("\ufeff", "")
    if not text.strip():
        raise CaptionsEmptyError
    if _looks_binary(text):
        raise CaptionsNotTextError
    return text, [repair(line, "other_encoding") for line in odd]


def _as_text(data: bytes) -> tuple[str, list[int]]:
    """The text, and the numbers of the lines in Latin-1 where the others are UTF-8."""
    for mark, encoding in _MARKS:
        if data.startswith(mark):
            return _decoded(data, encoding), []
    # Without a mark, text in UTF-16 shows as a zero in every other byte of its Latin letters.
    sample = data[:2000]
    if sample.count(0) > len(sample) // 4:
        return _decoded(data, "utf-16-le" if sample[1::2].count(0) > sample[::2].count(0) else "utf-16-be"), []
    try:
        return data.decode("utf-8"), []
    except UnicodeDecodeError:
        return _mixed(data)


def _mixed(data: bytes) -> tuple[str, list[int]]:
    """A file put together from several: each line in UTF-8 where it is that, else in Latin-1."""
    lines: list[str] = []
    odd: list[int] = []
    accented = False
    for number, line in enumerate(data.split(b"\n"), 1):
        try:
            lines.append(line.decode("utf-8"))
            accented = accented or not line.isascii()
        except UnicodeDecodeError:
            lines.append(line.decode("latin-1"))
            odd.append(number)
    return "\n".join(lines), odd if accented else []


def _decoded(data: bytes, encoding: str) -> str:
    try:
        return data.decode(encoding)
    except UnicodeDecodeError as error:
        raise CaptionsNotTextError from error


def _looks_binary(text: str) -> bool:
    strange = sum(1 for c in text[:20_000] if (c < " " and c not in "\t\n\f") or "\x7f" <= c <= "\x9f")
    return strange > min(len(text), 20_000) // 100
