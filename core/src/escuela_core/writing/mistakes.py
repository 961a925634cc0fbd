"""Mistakes that students make, as a teacher lists them: each becomes a statement to be called false, where the talk
speaks to it; a bare number becomes a wrong option where a question asks for the like."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from escuela_core.items import Choice, Item, TrueFalse
from escuela_core.language.quantities import quantities
from escuela_core.language.vectors import encoder
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.by_words import says
from escuela_core.writing.clause import capital

MOST_MISTAKES, MOST_MISTAKE_LETTERS = 30, 300
# From this likeness on a sentence of the talk speaks to a mistake (MiniLM, cosine).
SPOKEN_TO = 0.5
FEWEST_WORDS = 4
# Put before what the writer would ask by itself.
WORTH = 3.0
_WHO_THINKS = re.compile(
    r"^[-•*\s]*(?:(?:they|students?|pupils?|many|some|people|los? (?:alumnos?|estudiantes)|muchos|algunos)\s+)?"
    r"(?:often\s+|always\s+|a menudo\s+)?(?:think|believe|say|write|assume|piensan|creen|dicen|escriben)\s+"
    r"(?:that|que)?\s*",
    re.IGNORECASE,
)


def statements(
    mistakes: Sequence[str], sentences: Sequence[Sentence], language: str
) -> Iterator[tuple[str, Item, int]]:
    """The mistake as written, the false statement made of it, and the number of the sentence it is nearest to."""
    told = [(m, _bare(m)) for m in mistakes[:MOST_MISTAKES]]
    told = [(m, bare) for m, bare in told if len(bare.split()) >= FEWEST_WORDS and not bare.endswith("?")]
    if not told or not sentences:
        return
    alike = encoder().embed([bare for _, bare in told]) @ encoder().embed([s.text for s in sentences]).T
    for (mistake, bare), row in zip(told, alike, strict=True):
        nearest = int(row.argmax())
        if row[nearest] < SPOKEN_TO:
            continue
        said = sentences[nearest]
        yield (
            mistake,
            TrueFalse(
                prompt=f"{capital(bare)}.",
                answer=False,
                explanation=says(said.text, language),
                evidence=(said.span,),
            ),
            nearest,
        )


def with_mistake(item: Item, mistakes: Sequence[str]) -> tuple[Item, str]:
    """A choice with a listed number in place of its last wrong option, where the key is a number of the same measure;
    and the mistake that was used, empty where none was."""
    if not isinstance(item, Choice) or len(item.key) != 1:
        return item, ""
    texts = [o.text for o in item.options]
    asked = quantities(texts[item.key[0]])
    for mistake in mistakes if len(asked) == 1 else ():
        bare = _bare(mistake)
        found = quantities(bare)
        like = len(found) == 1 and len(bare.split()) < FEWEST_WORDS and found[0].comparable(asked[0])
        known = any(found[0].agrees(q) for text in texts for q in quantities(text)) if like else True
        if not known:
            last = max(n for n, o in enumerate(item.options) if not o.correct)
            options = [replace(o, text=capital(bare)) if n == last else o for n, o in enumerate(item.options)]
            return replace(item, options=tuple(options)), mistake
    return item, ""


def _bare(mistake: str) -> str:
    return _WHO_THINKS.sub("", mistake).strip(' .;,-•*"“”')
