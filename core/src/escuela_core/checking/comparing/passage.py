"""The sentence that speaks to a claim and its neighbours, as a grammar in which words are found and distances taken."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING

from escuela_core.language.parsing import parsed
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import is_content
from escuela_core.language.wordnet import kin, stem

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

# From one sentence to the next counts as so many steps of grammar, beside the steps up to both verbs.
STEP_BETWEEN_SENTENCES = 4
# What one step of grammar leaves of nearness.
FADING = 0.75


@dataclass(frozen=True, slots=True)
class Place:
    """A word of the passage: the sentence (0 the best, others by distance) and its token."""

    sentence: int
    token: Token


class Passage:
    """``best`` is the sentence itself, ``around`` its neighbours; ``weigh`` gives a word's weight in the talk."""

    def __init__(self, best: str, around: Sequence[str], weigh: Callable[[str], float], language: str = "en") -> None:
        self.best, self.around, self.weigh, self.language = best, tuple(around), weigh, language
        self._found: dict[str, list[Place]] = {}

    @cached_property
    def quantities(self) -> list[list[Quantity]]:
        return [quantities(text, self.language) for text in (self.best, *self.around)]

    @cached_property
    def docs(self) -> list[Doc]:
        """The grammar of each sentence, for the languages that have one here."""
        return [parsed(text) for text in (self.best, *self.around)]

    @cached_property
    def _words(self) -> list[tuple[Place, str, str]]:
        places = [Place(n, t) for n, doc in enumerate(self.docs) for t in doc if is_content(t) or t.pos_ == "NUM"]
        return [(p, p.token.lemma_.lower(), stem(p.token.lemma_.lower())) for p in places]

    def find(self, word: str) -> list[Place]:
        """Where ``word`` (a lemma) is said, else where a form of it or a near relative is."""
        if word not in self._found:
            own = stem(word)
            exact = [p for p, lemma, root in self._words if lemma == word or root == own]
            relatives = kin(word)
            self._found[word] = exact or [p for p, lemma, _ in self._words if lemma in relatives]
        return self._found[word]

    def find_quantity(self, wanted: Quantity) -> list[Place]:
        """Where a quantity that agrees with ``wanted`` is said."""
        return [
            place
            for n, said in enumerate(self.quantities)
            for other in said
            if wanted.agrees(other) and (wanted.comparable(other) or not wanted.dimension or not other.dimension)
            for place in [self.place_of(n, other)]
        ]

    def place_of(self, sentence: int, quantity: Quantity) -> Place:
        doc = self.docs[sentence]
        return Place(sentence, next((t for t in doc if t.idx + len(t.text) > quantity.start), doc[-1]))

    def nearness(self, answers: Iterable[Iterable[Place]], anchors: Sequence[str]) -> float:
        """How near ``answers`` (the places of each word of an answer) stand to the ``anchors``, 0 to 1.

        A word of the answer that is not found counts as infinitely far; anchors that are not found do not count.
        """
        found = [(self.weigh(a), places) for a in anchors if (places := self.find(a))]
        total = sum(w for w, _ in found)
        groups = [list(g) for g in answers]
        if not total or not groups:
            return 0.0
        return sum(
            weight * max((FADING ** self.distance(o, a) for o in group for a in places), default=0.0)
            for group in groups
            for weight, places in found
        ) / (total * len(groups))

    def distance(self, a: Place, b: Place) -> int:
        """Steps of grammar from one word to the other; those in other clauses and sentences are farther."""
        mine, theirs = _climb(a.token), _climb(b.token)
        between = mine[-1][1] + theirs[-1][1] + STEP_BETWEEN_SENTENCES
        if a.sentence != b.sentence:
            return between
        up = dict(mine)
        # What was cut as one sentence may be two in its grammar.
        return min((up[place] + steps for place, steps in theirs if place in up), default=between)


def _climb(token: Token) -> list[tuple[int, int]]:
    """The tokens from ``token`` to the root with the steps to each; into a clause beside is two steps more."""
    found, steps = [(token.i, 0)], 0
    while token.head != token:
        steps += 1 + 2 * (token.dep_ in {"conj", "parataxis"} and token.pos_ in {"VERB", "AUX"})
        token = token.head
        found.append((token.i, steps))
    return found
