"""Items for languages whose grammar is not read here: completions from the words' own statistics.

What is asked for is a word the talk returns to and everyday language hardly has (wordfreq); wrong options are other
such words of the talk that are heard with the same articles, which keeps number and gender.
"""

from __future__ import annotations

import random
import re
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise

from escuela_core.items import Choice, Gap, Item, Option
from escuela_core.items.model import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.transcripts.model import Sentence

SHORTEST, LONGEST = 6, 24
RAREST, EVERYDAY = 1.5, 4.8
RETURNS = 2
WANTED = 3
_WORD = re.compile(r"[^\W\d_]+")
_COMPLETE = {"es": "Completa: ", "en": "Complete: ", "fr": "Complétez : ", "de": "Ergänzen Sie: ", "it": "Completa: "}
_SAYS = {"es": "La grabación dice: “{}”", "en": "The recording says: “{}”"}
# A sentence that opens with one of these needs the one before it.
_NEEDS = {
    "es": frozenset("esto eso ese esa este esta estos estas aquello allí aquí él ella ellos ellas lo así".split())
}
_DETERMINERS = {
    "es": {"el": "m", "un": "m", "del": "m", "al": "m", "la": "f", "una": "f", "los": "mm", "unos": "mm", "las": "ff"},
    "fr": {"le": "m", "un": "m", "du": "m", "au": "m", "la": "f", "une": "f", "les": "mm"},
    "it": {"il": "m", "un": "m", "del": "m", "lo": "m", "la": "f", "una": "f", "i": "mm", "gli": "mm", "le": "ff"},
    "pt": {"o": "m", "um": "m", "do": "m", "a": "f", "uma": "f", "os": "mm", "as": "ff"},
    "de": {"der": "m", "die": "f", "das": "n", "den": "m", "dem": "m", "eine": "f", "ein": "m"},
}
_GREETING = re.compile(
    r"\b(?:hola|bienvenid[oa]s?|gracias|adiós|hasta luego|que viene|vídeo|repas\w+|bonjour|merci|ciao|grazie|"
    r"hallo|danke)\b",
    re.IGNORECASE,
)
_BROKEN = re.compile(r"…|\.\.\.|—|\?|¿|!|¡")


def drafts(sentences: Sequence[Sentence], language: str, seed: int) -> Iterator[tuple[Item, int, float]]:
    """Items with the number of the sentence they rest on and a worth to sort by."""
    code = language[:2].lower()
    counts = Counter(w.lower() for s in sentences for w in _WORD.findall(s.text))
    classes = articles_of(sentences, code)
    terms = {w: classes.get(w, "") for w, n in counts.items() if n >= RETURNS and _is_term(w, code)}
    if classes:
        # Where the language has articles, only words that bear one are asked for.
        terms = {w: c for w, c in terms.items() if c}
    for number, sentence in enumerate(sentences):
        words = _WORD.findall(sentence.text)
        opens = words[0].lower() if words else ""
        if _GREETING.search(sentence.text):
            continue
        if not SHORTEST <= len(words) <= LONGEST or _BROKEN.search(sentence.text) or opens in _NEEDS.get(code, ()):
            continue
        targets = [w for w in words[1:] if w.islower() and w in terms and words.count(w) == 1]
        if not targets:
            continue
        target = max(targets, key=lambda w: min(counts[w], 5) * (8 - zipf_frequency(w, code)))
        rng = random.Random(f"{seed}-{number}-{target}")
        worth = min(counts[target], 5) / 5 - abs(len(words) - 12) / 24
        for item in _items(sentence, target, terms, code, rng):
            yield item, number, worth + 0.1 * (item.kind == "choice")


def _items(sentence: Sentence, target: str, terms: Mapping[str, str], code: str, rng: random.Random) -> Iterator[Item]:
    prompt = re.sub(rf"\b{re.escape(target)}\b", GAP_MARK, sentence.text, count=1)
    explanation = _SAYS.get(code, "“{}”").format(sentence.text)
    yield Gap(prompt=prompt, answers=(target,), explanation=explanation, evidence=(sentence.span,))
    alike = [
        w
        for w in terms
        if w != target and w not in sentence.text.lower() and _alike(w, target) and terms[w] == terms[target]
    ]
    if len(alike) >= WANTED:
        texts = [target, *rng.sample(alike, WANTED)]
        rng.shuffle(texts)
        options = tuple(Option(t, t == target) for t in texts)
        asked = _COMPLETE.get(code, "") + prompt
        yield Choice(prompt=asked, options=options, explanation=explanation, evidence=(sentence.span,))


def articles_of(sentences: Sequence[Sentence], code: str) -> dict[str, str]:
    """Number and gender of the words of a talk by the articles they are heard with; empty for other languages."""
    known = _DETERMINERS.get(code, {})
    heard: dict[str, Counter[str]] = {}
    for sentence in sentences:
        words = [w.lower() for w in _WORD.findall(sentence.text)]
        for before, word in pairwise(words):
            if before in known:
                heard.setdefault(word, Counter())[known[before]] += 1
    return {word: counts.most_common(1)[0][0] for word, counts in heard.items()}


def _is_term(word: str, code: str) -> bool:
    return len(word) >= 5 and RAREST <= zipf_frequency(word, code) <= EVERYDAY


def _alike(one: str, other: str) -> bool:
    """About as long, and both with or both without the ending of a plural."""
    return abs(len(one) - len(other)) <= 4 and (one[-1] == "s") == (other[-1] == "s")
