"""Items for languages whose grammar is not read here: completions and orders from the words' own statistics.

What is asked for is a word the talk returns to and everyday language hardly has (wordfreq); wrong options are other
such words of the talk that are heard with the same articles, which keeps number and gender.
An order is of short sentences that each speak of another such word.
"""

from __future__ import annotations

import random
import re
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise

from escuela_core.items import Choice, Gap, Item, Option, Order
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.languages import language_of
from escuela_core.transcripts.model import Sentence

SHORTEST, LONGEST = 6, 24
RAREST, EVERYDAY = 1.5, 4.8
RETURNS = 2
WANTED = 3
# Of an order: so many steps, at least so far apart, of at most so many words.
TARGETS = 2
STEPS, APART, LONGEST_STEP, ORDER_WORTH = 4, 2, 16, 1.3
_WORD = re.compile(r"[^\W\d_]+")
_ORDER = {
    "es": "Ordena estas frases como las dice la grabación.",
    "en": "Put these sentences in the order in which the recording says them.",
    "fr": "Remettez ces phrases dans l'ordre de l'enregistrement.",
    "de": "Ordnen Sie diese Sätze so, wie die Aufnahme sie sagt.",
    "it": "Ordina queste frasi come le dice la registrazione.",
}
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


def drafts(sentences: Sequence[Sentence], language: str, seed: int) -> Iterator[tuple[Item, tuple[int, ...], float]]:
    """Items with the numbers of the sentences they rest on and a worth to sort by."""
    code = language_of(language).code
    counts = Counter(w.lower() for s in sentences for w in _WORD.findall(s.text))
    classes = articles_of(sentences, code)
    terms = {w: classes.get(w, "") for w, n in counts.items() if n >= RETURNS and _is_term(w, code)}
    if classes:
        # Where the language has articles, only words that bear one are asked for.
        terms = {w: c for w, c in terms.items() if c}
    asked: list[tuple[int, str]] = []
    for number, sentence in enumerate(sentences):
        words = _WORD.findall(sentence.text)
        targets = [w for w in words[1:] if w.islower() and w in terms and words.count(w) == 1]
        if not targets or not _stands_alone(sentence.text, words, code):
            continue
        targets.sort(key=lambda w: -min(counts[w], 5) * (8 - zipf_frequency(w, code)))
        asked.append((number, targets[0]))
        # The word of the whole talk is asked for once; the next best may do elsewhere.
        for target in targets[:TARGETS]:
            rng = random.Random(f"{seed}-{number}-{target}")
            worth = min(counts[target], 5) / 5 - abs(len(words) - 12) / 24
            for item in _items(sentence, target, terms, code, rng):
                yield item, (number,), worth + 0.1 * (item.kind == "choice")
    yield from _orders(sentences, asked, code)


def _stands_alone(text: str, words: Sequence[str], code: str) -> bool:
    broken = _GREETING.search(text) or _BROKEN.search(text)
    return SHORTEST <= len(words) <= LONGEST and not broken and words[0].lower() not in _NEEDS.get(code, ())


def _orders(
    sentences: Sequence[Sentence], asked: Sequence[tuple[int, str]], code: str
) -> Iterator[tuple[Item, tuple[int, ...], float]]:
    """Four short sentences, some way apart, each on something else; those of a later order follow the earlier one's."""
    chosen: list[int] = []
    spoken: set[str] = set()
    for number, term in asked:
        if term in spoken or len(_WORD.findall(sentences[number].text)) > LONGEST_STEP:
            continue
        if chosen and number < chosen[-1] + APART:
            continue
        chosen.append(number)
        spoken.add(term)
        if len(chosen) == STEPS:
            texts = tuple(sentences[n].text.rstrip(".") for n in chosen)
            explanation = says(" … ".join(sentences[n].text for n in chosen), code)
            spans = tuple(sentences[n].span for n in chosen)
            prompt = _ORDER.get(code, _ORDER["en"])
            yield Order(prompt=prompt, steps=texts, explanation=explanation, evidence=spans), tuple(chosen), ORDER_WORTH
            chosen, spoken = [], set()


def _items(sentence: Sentence, target: str, terms: Mapping[str, str], code: str, rng: random.Random) -> Iterator[Item]:
    prompt = re.sub(rf"\b{re.escape(target)}\b", GAP_MARK, sentence.text, count=1)
    explanation = says(sentence.text, code)
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


def says(quoted: str, language: str) -> str:
    """The explanation of an item by the words it rests on, in its language where that is known here."""
    return _SAYS.get(language_of(language).code, "“{}”").format(quoted)


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
