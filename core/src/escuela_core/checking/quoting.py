"""Whether a statement is the talk's own words, perhaps with its parts in another order.

Greedy string tiling (Wise 1993): the longest runs of words that statement and sentence share are taken away one after
the other. What is left of the statement may only be words that do not change what it says.
"""

from __future__ import annotations

import re
from difflib import SequenceMatcher

SHORTEST_RUN = 2
SHORTEST_STATEMENT = 3
_HARMLESS = frozenset("a an the you should one that it is are".split())
# What a question has besides: "What are the gates made of? Steel" is said by "The gates are made of steel".
_ASKING = frozenset("what which who whom whose how when where why do does did many much".split())
MOST_RUNS_OF_A_QUESTION = 2
_REFUSING = frozenset(
    "not n't never no nor neither without hardly don't doesn't didn't isn't aren't won't can't "
    "nunca jamás ni sin tampoco apenas".split()
)
_WORD = re.compile(r"[^\W_]+(?:['’][^\W_]+)*|[.,;:!?]")


def quotes(statement: str, sentence: str) -> bool:
    """Whether ``sentence`` says ``statement`` in the same words, none of them under a negation of its own."""
    claimed = [word for word, _ in _words(statement)]
    said = _words(sentence)
    if len(claimed) < SHORTEST_STATEMENT:
        return False
    left, free = list(claimed), [word for word, _ in said]
    asks = "?" in statement
    longest = runs = 0
    while True:
        match = SequenceMatcher(None, left, free, autojunk=False).find_longest_match()
        if match.size < SHORTEST_RUN or _refused(said, match.b):
            break
        longest, runs = max(longest, match.size), runs + 1
        # Marks that match nothing keep runs from joining over what was taken.
        left[match.a : match.a + match.size] = ["\0"]
        free[match.b : match.b + match.size] = ["\1"] * match.size
    harmless = _HARMLESS | _ASKING if asks else _HARMLESS
    whole = longest >= SHORTEST_STATEMENT and all(w in harmless for w in left if w != "\0")
    return whole and not (asks and runs > MOST_RUNS_OF_A_QUESTION)


def _words(text: str) -> list[tuple[str, bool]]:
    """Each word in small letters, with whether a stop stands before it."""
    found, stopped = [], True
    for word in _WORD.findall(text):
        if word[0].isalnum():
            found.append((word.lower().replace("’", "'"), stopped))
            stopped = False
        else:
            stopped = True
    return found


def _refused(said: list[tuple[str, bool]], start: int) -> bool:
    """Whether a negation stands right before a run of words, with no stop in between."""
    for place in range(start, max(0, start - 3), -1):
        if said[place][1]:
            return False
        if said[place - 1][0] in _REFUSING:
            return True
    return False
