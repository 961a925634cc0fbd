"""Times as caption files write them."""

from __future__ import annotations


def stamp(at_ms: int, fraction: str = ".") -> str:
    """``00:02:05.400``; SRT wants a comma for the point."""
    seconds, thousandths = divmod(at_ms, 1000)
    return f"{seconds // 3600:02d}:{seconds // 60 % 60:02d}:{seconds % 60:02d}{fraction}{thousandths:03d}"
