"""What XML can hold (W3C, XML 1.0, 2.2)."""

from __future__ import annotations


def legal(words: str) -> str:
    """``words`` without the characters that no XML file may have."""
    return "".join(c for c in words if c in "\t\n" or (c >= " " and c not in "\ufffe\uffff"))
