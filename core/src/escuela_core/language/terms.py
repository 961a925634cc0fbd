"""Content words by lemma, names and polarity of a parsed sentence: what two sentences can be compared by."""

from __future__ import annotations

import re
from collections import OrderedDict
from collections.abc import Iterable
from functools import lru_cache
from itertools import pairwise
from typing import TYPE_CHECKING

import simplemma

from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

# On wordfreq's Zipf scale: words that any sentence may hold.
TOO_COMMON = 6.2
_CONTENT = frozenset({"NOUN", "PROPN", "VERB", "ADJ", "ADV", "NUM"})
_LIGHT = frozenset(
    (
        "be have do go get make take come say tell see look know think want need use put let give call "
        "keep thing way lot bit kind sort well just now then here there really very also still even "
        "again so too much many more most"
    ).split()
)
_BEFORE_NOUNS = frozenset(
    "el la los las un una unos unas su sus del al este esta estos estas nuestro nuestra cada otro de con".split()
)
_NEGATIVE = frozenset(("no not n't never none nobody nothing neither nor without cannot hardly barely nowhere").split())
_PREVENTING = frozenset({"keep", "prevent", "stop", "hinder", "save", "protect"})
_KEPT = 32_768
_known: OrderedDict[tuple[str, str], frozenset[str]] = OrderedDict()
_WORD = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)?|\d+")


def lemmas(text: str, language: str = "en") -> frozenset[str]:
    """The content words of ``text`` as lemmas, light verbs and fillers left out."""
    own = language_of(language)
    key = (text, own.code)
    found = _known.get(key)
    if found is None:
        found = _known[key] = _english_lemmas(text) if own.is_read else _foreign_lemmas(text, own.code)
        while len(_known) > _KEPT:
            _known.popitem(last=False)
    return found


def is_read(text: str, language: str) -> bool:
    """Whether the lemmas of ``text`` are at hand."""
    return (text, language_of(language).code) in _known


def remember(text: str, language: str, words: Iterable[str]) -> None:
    """Take the lemmas of ``text`` from elsewhere."""
    _known.setdefault((text, language_of(language).code), frozenset(words))


def content_words(text: str, language: str) -> list[str]:
    """The words of a text in a language without a grammar here, as they are said, the commonest left out.

    Small letters, but for words that are never written without their capital. Of Spanish only what once stands after
    an article or the like and is no form of a verb, so that most are nouns.
    """
    words = _WORD.findall(text)
    small = {w for w in words if w.islower()}
    shown = [w if w.lower() not in small else w.lower() for w in words]
    if language_of(language).code == "es":
        after = {b for a, b in pairwise(shown) if a.lower() in _BEFORE_NOUNS}
        shown = [w for w in shown if w in after and not _is_verb(w.lower())]
    return [w for w in shown if zipf_frequency(w.lower(), language_of(language).code) < TOO_COMMON]


def _is_verb(word: str) -> bool:
    lemma = lemma_of(word, "es")
    return word != lemma and lemma.removesuffix("se").endswith(("ar", "er", "ir", "ír"))


def _foreign_lemmas(text: str, language: str) -> frozenset[str]:
    """By simplemma's tables where it has the language, else the words as they stand; the commonest left out."""
    words = [w.lower() for w in _WORD.findall(text)]
    return frozenset(lemma_of(w, language) for w in words if zipf_frequency(w, language) < TOO_COMMON)


@lru_cache(maxsize=32_768)
def lemma_of(word: str, language: str) -> str:
    """The lemma of a word out of its context, by simplemma's tables; the word itself where they have none."""
    try:
        return str(simplemma.lemmatize(word, lang=language)).lower()
    except ValueError:
        return word


def _english_lemmas(text: str) -> frozenset[str]:
    return frozenset(t.lemma_.lower() for t in parsed(text) if is_content(t))


def is_content(token: Token) -> bool:
    return token.pos_ in _CONTENT and token.lemma_.lower() not in _LIGHT and token.is_alpha and not token.is_stop


def is_light(lemma: str) -> bool:
    """Whether a word says next to nothing by itself: do, get, make, thing."""
    return lemma in _LIGHT


@lru_cache(maxsize=16_384)
def names(text: str) -> frozenset[str]:
    """Proper names of an English text, lower case, single words; a capital at its start alone is no name."""
    doc = parsed(text)
    return frozenset(
        t.lower_
        for t in doc
        if t.pos_ == "PROPN"
        and t.is_alpha
        and t.text[:1].isupper()
        and (t.i > 0 or t.ent_type_ in {"PERSON", "GPE", "ORG"})
    )


def is_negation(token: Token) -> bool:
    return token.lower_ in _NEGATIVE or token.dep_ == "neg"


def negated_words(doc: Doc) -> frozenset[str]:
    """Lemmas that stand under a negation: the negated verb or noun and its direct dependents after it."""
    found: set[str] = set()
    for token in doc:
        if is_negation(token):
            head = token.head
            found.add(head.lemma_.lower())
            # "Never use it, because it can work loose": the reason is not denied.
            after = (c for c in head.children if c.i > token.i and c.dep_ != "advcl")
            found.update(c.lemma_.lower() for c in after if is_content(c))
        elif token.lower_ == "from" and _is_kept_from(token):
            found.update(c.lemma_.lower() for c in token.children if c.dep_ == "pcomp")
    return frozenset(found)


def _is_kept_from(token: Token) -> bool:
    """ "Keep the boat from drifting" says that it does not drift, as "must not drift" does."""
    above = (token.head, token.head.head)
    return any(t.lemma_.lower() in _PREVENTING for t in above)


def rarity(lemma: str, language: str = "en") -> float:
    """0 for the commonest words to about 1 for words seen once in a hundred million (wordfreq's Zipf scale)."""
    return max(0.0, min(1.0, (8.0 - float(zipf_frequency(lemma, language_of(language).code))) / 8.0))
