"""Words worth explaining: above the level of the class or terms of the talk, with what the talk says they are."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING

import numpy as np

from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.languages import language_of
from escuela_core.language.levels import LEVELS
from escuela_core.language.parsing import parsed_all
from escuela_core.language.terms import is_content, lemmas
from escuela_core.language.vectors import encoder
from escuela_core.language.wordnet import glosses
from escuela_core.materials.model import Line
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.by_words import articles_of
from escuela_core.writing.clause import Clause, opened
from escuela_core.writing.clauses import clauses

if TYPE_CHECKING:
    from spacy.tokens import Token

MOST_WORDS = 12
# The letters of WordNet for what is explained.
_PARTS = {"NOUN": "n", "VERB": "v", "ADJ": "a"}
# A sense is the one meant where it is this near to a sentence, and this much nearer than any other.
NEAR, AHEAD = 0.2, 0.08
MOST_SENSES, MOST_SAID = 6, 4
USUAL_LEVEL = "B1"
_WORD = re.compile(r"[^\W\d_]{4,}")


def glossary(sentences: Sequence[Sentence], language: str, level: str = "") -> list[Line]:
    """The words in the order they are first said. Where nothing says what a word means, its meaning stays empty."""
    rarest = LEVELS[level or USUAL_LEVEL].rarest
    if not language_of(language).is_read:
        return _by_words(sentences, language, rarest)
    docs = parsed_all([s.text for s in sentences])
    told = _told(sentences, docs)
    counts: Counter[str] = Counter()
    first: dict[str, int] = {}
    parts: dict[str, Counter[str]] = {}
    where: dict[str, set[int]] = {}
    for number, doc in enumerate(docs):
        for token in doc:
            lemma = token.lemma_.lower()
            if _is_word(token) and (lemma in told or zipf_frequency(lemma, "en") < rarest):
                counts[lemma] += 1
                first.setdefault(lemma, number)
                parts.setdefault(lemma, Counter())[_PARTS[token.pos_]] += 1
                where.setdefault(lemma, set()).add(number)
    worth = {w: (w in told) * 3 + min(counts[w], 4) + (8 - zipf_frequency(w, "en")) / 2 for w in counts}
    chosen = sorted(worth, key=lambda w: (-worth[w], w))[:MOST_WORDS]
    lines = []
    for word in sorted(chosen, key=lambda w: first[w]):
        meaning, number = told.get(word, ("", first[word]))
        sentence = sentences[number]
        if not meaning:
            part = parts[word].most_common(1)[0][0]
            meaning = _from_dictionary(word, part, [sentences[n].text for n in sorted(where[word])[:MOST_SAID]])
        lines.append(Line(word, meaning, (sentence.span,)))
    return lines


def _is_word(token: Token) -> bool:
    usable = token.pos_ in _PARTS and token.is_alpha and len(token) > 3 and not token.ent_type_
    return usable and is_content(token)


def told_words(sentences: Sequence[Sentence]) -> frozenset[str]:
    """The words that the talk itself says the meaning of."""
    return frozenset(_told(sentences, parsed_all([s.text for s in sentences])))


def _told(sentences: Sequence[Sentence], docs: Sequence[object]) -> dict[str, tuple[str, int]]:
    """Words that the talk itself says the meaning of, with the sentence that does."""
    found: dict[str, tuple[str, int]] = {}
    for number in range(len(sentences)):
        for clause in clauses(number, docs):  # type: ignore[arg-type]
            for word, meaning in _definitions(clause):
                if word in lemmas(meaning):
                    continue
                found.setdefault(word, (meaning, number))
    return found


def _definitions(clause: Clause) -> Iterator[tuple[str, str]]:
    """ "A punty is an iron rod", "the lump is called the gather", "tubes called xylem"."""
    head, verb = clause.head, clause.verb
    if clause.negated or head is None:
        return
    if verb.lemma_ == "be" and head.pos_ == "NOUN":
        attr = next((c for c in verb.children if c.dep_ == "attr" and c.pos_ == "NOUN"), None)
        plural = head.tag_ == "NNS" and attr is not None and attr.tag_ == "NNS"
        bare = attr is not None and not any(c.dep_ in {"det", "poss"} for c in attr.children)
        single = attr is not None and any(c.lower_ in {"a", "an"} for c in attr.children)
        if attr is not None and (single or (plural and bare)):
            yield head.lemma_.lower(), clause.say([t for t in clause.tokens if t.i >= attr.left_edge.i])
    if verb.lemma_ in {"call", "name"} and any(c.dep_ == "auxpass" for c in verb.children):
        named = next((c for c in verb.children if c.dep_ in {"oprd", "dobj", "attr"} and c.i > verb.i), None)
        if named is not None:
            yield named.lemma_.lower(), opened(clause.subject, clause.say(clause.subject))
    for token in clause.tokens:
        if token.lower_ == "called" and token.dep_ == "acl" and token.head.pos_ == "NOUN":
            named = next((c for c in token.children if c.i > token.i and c.pos_ in {"NOUN", "PROPN"}), None)
            if named is not None:
                yield named.lemma_.lower(), clause.say(list(clause.doc[token.head.left_edge.i : token.head.i + 1]))


def _from_dictionary(word: str, part: str, said: Sequence[str]) -> str:
    """The sense of WordNet that the sentences ``said`` with the word mean, among those of its part of speech.

    None is given where two are about as near: no meaning is better than a wrong one.
    """
    # Those of other parts of speech take part in the comparison: what the parser takes for a noun may be none.
    parts = [part, *(p for p in _PARTS.values() if p != part)]
    pool = [(p, g) for p in parts for g in [g for g in glosses(word, p) if word not in lemmas(g)][:MOST_SENSES]]
    senses = [g for _, g in pool]
    if len(pool) < 2:
        return senses[0] if senses else ""
    near = (encoder().embed(senses) @ encoder().embed(list(said)).T).max(axis=1)
    best, second = np.sort(near)[::-1][:2]
    chosen = int(np.argmax(near))
    return senses[chosen] if pool[chosen][0] == part and best >= NEAR and best - second >= AHEAD else ""


def _by_words(sentences: Sequence[Sentence], language: str, rarest: float) -> list[Line]:
    """For a language whose grammar is not read: the rare words that come back, for the teacher to explain."""
    code = language_of(language).code
    things = articles_of(sentences, code)
    counts: Counter[str] = Counter()
    first: dict[str, Sentence] = {}
    for sentence in sentences:
        for word in _WORD.findall(sentence.text):
            if word.islower() and (not things or word in things) and 1.5 <= zipf_frequency(word, code) < rarest:
                counts[word] += 1
                first.setdefault(word, sentence)
    chosen = sorted(counts, key=lambda w: (-min(counts[w], 4), zipf_frequency(w, code)))[:MOST_WORDS]
    return [Line(w, "", (first[w].span,)) for w in sorted(chosen, key=lambda w: first[w].start_ms)]
