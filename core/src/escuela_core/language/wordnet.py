"""A small reader of WordNet 3.0 as Debian's ``wordnet-base`` ships it: senses, opposites, families (Miller 1995)."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

_COMMON_SENSES = 4
# WordNet's pointers: derivation, similar, up, down, pertains to, participle.
_NEAR = frozenset("+ & @ ~ \\ <".split())
_ENDINGS = tuple("ingly ation ments ment ness ing ies ied ers er ed es ly s e".split())
FOLDER = Path("/usr/share/wordnet")
_FILES = {"n": "noun", "v": "verb", "a": "adj", "r": "adv"}


@dataclass(frozen=True, slots=True)
class Pointer:
    symbol: str
    offset: int
    part: str
    source: int
    target: int


@dataclass(frozen=True, slots=True)
class Sense:
    """One synset: its words (spaces, not underscores), its lexical file number and its pointers."""

    words: tuple[str, ...]
    lexfile: int
    pointers: tuple[Pointer, ...]


@lru_cache(maxsize=4)
def _data(part: str) -> bytes:
    path = FOLDER / f"data.{_FILES[part]}"
    return path.read_bytes() if path.exists() else b""


@lru_cache(maxsize=4)
def _index(part: str) -> dict[str, tuple[int, ...]]:
    path = FOLDER / f"index.{_FILES[part]}"
    if not path.exists():
        return {}
    found: dict[str, tuple[int, ...]] = {}
    for line in path.read_text(encoding="ascii", errors="replace").splitlines():
        if line.startswith(" "):
            continue
        fields = line.split()
        count = int(fields[2])
        found[fields[0]] = tuple(int(f) for f in fields[-count:])
    return found


@lru_cache(maxsize=20_000)
def _sense(part: str, offset: int) -> Sense:
    data = _data(part)
    fields = data[offset : data.index(b"\n", offset)].decode("ascii", "replace").split(" | ")[0].split()
    count = int(fields[3], 16)
    words = tuple(fields[4 + 2 * i].split("(")[0].replace("_", " ") for i in range(count))
    at = 4 + 2 * count
    pointers = []
    for i in range(int(fields[at])):
        symbol, target, where, ends = fields[at + 1 + 4 * i : at + 5 + 4 * i]
        where = "a" if where == "s" else where
        pointers.append(Pointer(symbol, int(target), where, int(ends[:2], 16), int(ends[2:], 16)))
    return Sense(words, int(fields[1]), tuple(pointers))


def senses(lemma: str, part: str) -> list[Sense]:
    """The senses of ``lemma`` as part of speech n, v, a or r, most frequent first; empty where unknown."""
    return [_sense(part, offset) for offset in _index(part).get(lemma.lower().replace(" ", "_"), ())]


@lru_cache(maxsize=20_000)
def glosses(lemma: str, part: str) -> tuple[str, ...]:
    """What each sense of ``lemma`` means, in words, most frequent first; without WordNet's examples."""
    data = _data(part)
    found = []
    for offset in _index(part).get(lemma.lower().replace(" ", "_"), ()):
        line = data[offset : data.index(b"\n", offset)].decode("utf-8", "replace")
        found.append(line.partition(" | ")[2].split(";")[0].split(' "')[0].strip())
    return tuple(g for g in found if g)


@lru_cache(maxsize=20_000)
def opposites(lemma: str, parts: str = "nvar") -> frozenset[str]:
    """Words that WordNet calls antonyms of ``lemma`` in any sense of the parts of speech ``parts``."""
    return frozenset().union(*(_against(s, lemma) for part in parts for s in senses(lemma, part)))


@lru_cache(maxsize=20_000)
def usual_opposites(lemma: str, part: str) -> frozenset[str]:
    """The antonyms of the commonest sense that has any, among the first two: of a dry room wet, not sweet."""
    return next((found for s in senses(lemma, part)[:2] if (found := _against(s, lemma))), frozenset())


def _against(sense: Sense, lemma: str) -> frozenset[str]:
    """The antonyms of ``lemma`` in one sense."""
    number = next((i + 1 for i, w in enumerate(sense.words) if w.lower() == lemma.lower()), 0)
    told = (p for p in sense.pointers if p.symbol == "!" and p.source in (0, number))
    return frozenset(_sense(p.part, p.offset).words[p.target - 1].lower() for p in told)


@lru_cache(maxsize=20_000)
def family(noun: str) -> int | None:
    """The lexical file (person, artifact, time ...) of the first sense; None where the noun is unknown."""
    first = senses(noun, "n")[:1]
    return first[0].lexfile if first else None


@lru_cache(maxsize=50_000)
def kin(lemma: str) -> frozenset[str]:
    """Single words near in meaning: synonyms, derived words, one step up or down; over the four commonest senses."""
    return _related(lemma, _NEAR)


@lru_cache(maxsize=50_000)
def near(lemma: str) -> frozenset[str]:
    """Single words that mean the same or nearly: of its senses, and for adjectives of those WordNet calls similar."""
    return _related(lemma, frozenset({"&"}))


def _related(lemma: str, symbols: Collection[str]) -> frozenset[str]:
    """The words of the commonest senses of ``lemma`` and of those that pointers with ``symbols`` lead to."""
    found: set[str] = set()
    for part in _FILES:
        for sense in senses(lemma, part)[:_COMMON_SENSES]:
            found.update(sense.words)
            for pointer in sense.pointers:
                if pointer.symbol in symbols:
                    found.update(_sense(pointer.part, pointer.offset).words)
    return frozenset(w.lower() for w in found if " " not in w) - {lemma}


@lru_cache(maxsize=50_000)
def stem(word: str) -> str:
    """A word without its commonest endings, at least three letters long; for telling forms of one word only."""
    for ending in _ENDINGS:
        if word.endswith(ending) and len(word) - len(ending) >= 3:
            return word[: -len(ending)]
    return word
