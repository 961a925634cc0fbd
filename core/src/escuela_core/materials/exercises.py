"""What is worked with on paper: a test of what the talk presumes, its summary with gaps, a guide for marking."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence

from escuela_core.items import Item, Open
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed, parsed_all
from escuela_core.language.terms import content_words, is_content, rarity
from escuela_core.language.wordnet import glosses
from escuela_core.materials.glossary import told_words
from escuela_core.materials.model import Line
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.by_words import articles_of

MOST_PRESUMED, MOST_GAPS = 6, 10
# Said at least so often, a word carries the talk; on wordfreq's Zipf scale a class should know the ones up to here.
CARRIES, KNOWN_FROM, KNOWN_TO = 2, 3.2, 5.2
_WORD = re.compile(r"[^\W\d_]{4,}")
_MEANS = {"en": "What does “{term}” mean?", "es": "¿Qué significa «{term}»?"}
_WORDS = {"en": "Words: {words}", "es": "Palabras: {words}"}
# Of a guide: all of it, a part of it, none of it.
_LEVELS = {
    "en": ("{marks} · {all}", "{marks} · part of it: {any}", "0 · none of this"),
    "es": ("{marks} · {all}", "{marks} · una parte: {any}", "0 · nada de esto"),
}


def _in(texts: dict[str, str], language: str) -> str:
    return texts.get(language_of(language).code, texts["en"])


def presumed(sentences: Sequence[Sentence], language: str) -> list[Line]:
    """Questions on the words that the talk leans on and does not explain, with what WordNet says they mean.

    In another language than English what they mean is left to the teacher.
    """
    counts, first = _spoken(sentences, language)
    own = language_of(language)
    explained = told_words(sentences) if own.is_read else frozenset[str]()
    known = {w: zipf_frequency(w, own.code) for w, n in counts.items() if n >= CARRIES and w not in explained}
    fit = [w for w, often in known.items() if KNOWN_FROM <= often < KNOWN_TO]
    chosen = sorted(fit, key=lambda w: (-counts[w], known[w], w))[:MOST_PRESUMED]
    lines = []
    for word in sorted(chosen, key=lambda w: first[w].start_ms):
        meaning = next(iter(glosses(word, "n")), "") if own.is_read else ""
        lines.append(Line(_in(_MEANS, language).format(term=word), meaning, (first[word].span,)))
    return lines


def _spoken(sentences: Sequence[Sentence], language: str) -> tuple[Counter[str], dict[str, Sentence]]:
    """The things that are spoken of, how often, and the sentence that says each first."""
    counts: Counter[str] = Counter()
    first: dict[str, Sentence] = {}
    if language_of(language).is_read:
        docs = parsed_all([s.text for s in sentences])
        said = [[t.lemma_.lower() for t in d if t.pos_ == "NOUN" and is_content(t) and len(t) > 3] for d in docs]
    else:
        things = articles_of(sentences, language_of(language).code)
        said = [[w for w in _WORD.findall(s.text) if w in things] for s in sentences]
    for sentence, words in zip(sentences, said, strict=True):
        for word in words:
            counts[word] += 1
            first.setdefault(word, sentence)
    return counts, first


def gap_text(summary: Sequence[Line], sentences: Sequence[Sentence], language: str) -> list[Line]:
    """Lines of a summary, a telling word of each taken out and given as its meaning; the words come last.

    Telling is a thing that the talk comes back to and everyday language hardly has.
    """
    counts, _ = _spoken(sentences, language)
    lines: list[Line] = []
    taken: set[str] = set()
    for line in summary[:MOST_GAPS]:
        left = [(w, lemma) for w, lemma in _things(line.text, language) if lemma not in taken]
        if left:
            word, lemma = max(left, key=lambda pair: (min(counts[pair[1]], 5) * rarity(pair[1], language), pair[0]))
            taken.add(lemma)
            gapped = re.sub(rf"\b{re.escape(word)}\b", GAP_MARK, line.text, count=1)
            lines.append(Line(gapped, word, line.evidence))
    if lines:
        bank = " · ".join(sorted((x.meaning for x in lines), key=str.lower))
        spans = tuple(s for x in lines for s in x.evidence)
        lines.append(Line(_in(_WORDS, language).format(words=bank), "", spans))
    return lines


def _things(text: str, language: str) -> list[tuple[str, str]]:
    """The nouns of a text with their lemmas; where the grammar is not read, its content words."""
    if language_of(language).is_read:
        nouns = [t for t in parsed(text) if t.pos_ == "NOUN" and is_content(t) and len(t) > 3]
        return [(t.text, t.lemma_.lower()) for t in nouns]
    return [(w, w.lower()) for w in content_words(text, language) if len(w) > 3 and w.isalpha()]


def marking_guide(items: Sequence[Item], language: str) -> list[Line]:
    """For each open item what earns all marks, what a part of them, and what none.

    The parts are its criteria; where it has none, the model answer is what earns all, and its telling words a part.
    """
    whole, part, none = _LEVELS.get(language_of(language).code, _LEVELS["en"])
    lines = []
    for item in items:
        if not isinstance(item, Open):
            continue
        wanted = [c.text for c in item.criteria if c.text.strip()]
        full = "; ".join(wanted) or item.model_answer
        any_of = " / ".join(wanted) if len(wanted) > 1 else ", ".join(_telling(full, language))
        if full:
            steps = [whole.format(marks=_shown(item.marks), all=full)]
            if any_of:
                steps.append(part.format(marks=_shown(item.marks / 2), any=any_of))
            lines.append(Line(item.prompt, " | ".join([*steps, none]), tuple(item.evidence)))
    return lines


def _telling(text: str, language: str) -> list[str]:
    words = (
        [t.lower_ for t in parsed(text) if is_content(t)]
        if language_of(language).is_read
        else content_words(text, language)
    )
    return list(dict.fromkeys(words))


def _shown(marks: float) -> str:
    return f"{marks:g}"
