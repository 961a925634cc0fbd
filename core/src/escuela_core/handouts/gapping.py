"""What was said, with words taken out: chosen by hand, by the level of the class, or every nth."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.handouts.layout import Part
from escuela_core.items.claim import GAP_MARK
from escuela_core.items.kinds import Gap
from escuela_core.language.levels import above
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence

# A gap as long as its word has about so many marks of a gap for so many letters; even ones are all as long.
EVEN_LETTERS = 8
# What stands around a word and stays when it goes: ``(gate),`` leaves ``( ),``.
_WORD = re.compile(r"^(?P<before>\W*)(?P<word>.*?)(?P<after>\W*)$", re.DOTALL)


@dataclass(frozen=True, slots=True)
class Gapped:
    """A paragraph for each stretch, gaps as ``items.rich`` reads them; ``taken`` are the words in the order said."""

    paragraphs: tuple[str, ...]
    taken: tuple[str, ...]


def gapped(sentences: Sequence[Sentence], part: Part, stretches: Sequence[Span]) -> Gapped:
    """``sentences`` of each stretch as one paragraph without the words that ``part`` takes out."""
    chosen = set(part.chosen)
    taken: list[str] = []
    paragraphs = []
    count = 0
    for stretch in stretches:
        words = []
        for sentence in (s for s in sentences if stretch.holds((s.start_ms + s.end_ms) // 2)):
            for word in sentence.words:
                count += 1
                goes = word.start_ms in chosen or (part.every > 0 and count % part.every == 0)
                bare = _WORD.match(word.text)
                if goes and bare and bare["word"]:
                    taken.append(bare["word"])
                    words.append(bare["before"] + _gap(bare["word"], part) + bare["after"])
                else:
                    words.append(word.text)
        if words:
            paragraphs.append(" ".join(words))
    return Gapped(tuple(paragraphs), tuple(taken))


def rare(sentences: Sequence[Sentence], level: str, language: str) -> list[int]:
    """The starts of the words that are above ``level``, each at the first place where it is said (ms)."""
    found: dict[str, int] = {}
    for sentence in sentences:
        above_it = set(above(sentence.text, level, language))
        for word in sentence.words:
            bare = _WORD.match(word.text)
            if bare and bare["word"] in above_it:
                found.setdefault(bare["word"], word.start_ms)
    return sorted(found.values())


def as_items(sentences: Sequence[Sentence], chosen: Sequence[int]) -> list[Gap]:
    """A gap for each of the ``chosen`` words (starts in ms) in its sentence, resting on it."""
    wanted = set(chosen)
    made = []
    for sentence in sentences:
        for place, word in enumerate(sentence.words):
            bare = _WORD.match(word.text)
            if word.start_ms in wanted and bare and bare["word"]:
                gap = bare["before"] + GAP_MARK + bare["after"]
                texts = [w.text for w in sentence.words]
                prompt = " ".join([*texts[:place], gap, *texts[place + 1 :]])
                made.append(Gap(prompt=prompt, answers=(bare["word"],), evidence=(sentence.span,)))
    return made


def _gap(word: str, part: Part) -> str:
    first = word[0] if part.help == "letters" else ""
    length = EVEN_LETTERS if part.even else len(word) - len(first)
    return first + "_" * max(len(GAP_MARK), length)
