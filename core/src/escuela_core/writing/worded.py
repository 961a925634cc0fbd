"""Words that a teacher marks to be asked about: each becomes a gap in the plainest sentence that says it."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from escuela_core.items import Gap, Item
from escuela_core.items.claim import GAP_MARK
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.by_words import says

MOST_WORDS, MOST_WORD_LETTERS = 30, 60
# Put before what the writer would ask by itself, behind listed mistakes.
WORTH = 2.8
SHORTEST, LONGEST, BEST = 4, 30, 12
EACH = 2


def gaps(words: Sequence[str], sentences: Sequence[Sentence], language: str) -> Iterator[tuple[str, Item, int, float]]:
    """The word as marked, the gap, the number of its sentence and its worth, for up to two sentences a word."""
    for word in dict.fromkeys(w.strip() for w in words[:MOST_WORDS]):
        found = re.compile(rf"(?<!\w){re.escape(word)}(?!\w)", re.IGNORECASE)
        places = [n for n, s in enumerate(sentences) if word and _bears(s.text, found)]
        places.sort(key=lambda n: (abs(len(sentences[n].text.split()) - BEST), n))
        for rank, number in enumerate(places[:EACH]):
            said = sentences[number]
            spoken = found.search(said.text)
            assert spoken
            prompt = f"{said.text[: spoken.start()]}{GAP_MARK}{said.text[spoken.end() :]}"
            explanation = says(said.text, language)
            gap = Gap(prompt=prompt, answers=(spoken.group(),), explanation=explanation, evidence=(said.span,))
            yield word, gap, number, WORTH - rank


def _bears(text: str, word: re.Pattern[str]) -> bool:
    return SHORTEST <= len(text.split()) <= LONGEST and not text.rstrip().endswith("?") and len(word.findall(text)) == 1
