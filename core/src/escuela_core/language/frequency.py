"""How common a word is, on wordfreq's Zipf scale (Speer 2022): about 0, never seen, to 8, the commonest of all."""

from __future__ import annotations

from functools import lru_cache
from importlib import import_module
from types import ModuleType

# Neither rare nor common: what is said of words whose language has no list here, or one that needs its own cutter.
UNKNOWN = 4.0


@lru_cache(maxsize=65_536)
def zipf_frequency(word: str, language: str) -> float:
    """The frequency of ``word``; ``UNKNOWN`` where its language has no list that can be read."""
    if not _is_listed(language):
        return UNKNOWN
    return float(_lists().zipf_frequency(word, language))


@lru_cache(maxsize=128)
def _is_listed(language: str) -> bool:
    try:
        _lists().zipf_frequency("a", language)
    except (LookupError, ValueError, ModuleNotFoundError):
        return False
    return True


def _lists() -> ModuleType:
    return import_module("wordfreq")  # half a second: only where a word is looked up
