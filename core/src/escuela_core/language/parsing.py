"""The grammar of sentences by spaCy's small pipelines, each loaded once, results kept for repeated texts.

English is read everywhere; Spanish by the writer, where its pipeline is installed. The two name parts of speech and
dependencies differently (English after OntoNotes, Spanish after Universal Dependencies).
"""

from __future__ import annotations

import warnings
from collections import OrderedDict
from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import TYPE_CHECKING

from escuela_core.language.boundaries import starts
from escuela_core.language.languages import PIPELINES, language_of

if TYPE_CHECKING:
    from spacy.language import Language
    from spacy.tokens import Doc


@lru_cache(maxsize=len(PIPELINES))
def pipeline(code: str = "en") -> Language:
    import spacy  # takes seconds: only where something is parsed

    with warnings.catch_warnings():
        warnings.filterwarnings("ignore", message=".*W095")  # made for an older spaCy, and read all the same
        return spacy.load(PIPELINES[code])


_known: OrderedDict[str, Doc] = OrderedDict()
_KEPT = 8_192


def parsed_in(language: str, texts: Sequence[str]) -> list[Doc]:
    """The parses of ``texts``, none of them kept. Only where the language has its grammar here."""
    return list(pipeline(language_of(language).code).pipe(texts, batch_size=64))


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


def sentence_starts(texts: Sequence[str], language: str) -> list[float]:
    """For words without punctuation: how likely each begins a sentence, 0 to 1, same length as ``texts``.

    For a language that is not read here every word gets 0, and pauses decide alone.
    """
    return starts(texts) if language_of(language).is_read else [0.0] * len(texts)
