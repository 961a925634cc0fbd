"""English words in another form, by lemminflect's tables."""

from __future__ import annotations

from functools import lru_cache


@lru_cache(maxsize=8_192)
def inflected(lemma: str, tag: str) -> str:
    """``lemma`` in the form of the Penn tag ``tag`` (VBZ, VBD, VBN ...); the lemma itself where none is known."""
    from lemminflect import getInflection  # brings spaCy along, which takes seconds

    forms: tuple[str, ...] = getInflection(lemma, tag)  # type: ignore[no-untyped-call]
    return forms[0] if forms else lemma
