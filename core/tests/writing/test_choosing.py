import random
from itertools import combinations

import pytest

from escuela_core.items import Choice, Gap, Item, Option, TrueFalse
from escuela_core.timeline import Span
from escuela_core.writing import Offer, choose
from escuela_core.writing.choosing import value

SAME = "the rope holds the ___"
WORDS = "rope tide gate lamp bell crane sail wave keel mast anchor buoy pier chart wind".split()


def gap(number: int, at_ms: int, *, words: str = "") -> Item:
    text = words or f"{WORDS[number % 15]} {WORDS[number * 7 % 15]} number {number} ___"
    return Gap(prompt=text, answers=(f"a{number}",), pause_ms=at_ms, evidence=(Span(at_ms - 900, at_ms - 100),))


def pool(size: int, seed: int) -> list[Offer]:
    rng = random.Random(seed)
    found = []
    for n in range(size):
        at_ms = rng.randrange(2_000, 600_000)
        item: Item = gap(n, at_ms)
        if n % 3 == 1:
            item = TrueFalse(prompt=f"{rng.choice(WORDS)} {n} {n * n}", answer=True, pause_ms=at_ms)
        if n % 3 == 2:
            options = (Option(f"yes {n}", True), Option(f"no {n}", False))
            item = Choice(prompt=f"{rng.choice(WORDS)} {n} {n + 1000}", options=options, pause_ms=at_ms)
        found.append(Offer(item, rng.random()))
    return found


STRETCHES = [Span(n * 100_000, (n + 1) * 100_000) for n in range(6)]


def test_every_stretch_is_covered_before_one_gets_a_second() -> None:
    offers = [Offer(gap(n, 10_000 + 20_000 * n), 0.9 if n < 5 else 0.5) for n in range(30)]
    chosen = choose(offers, 6, stretches=STRETCHES).numbers
    assert {(offers[n].item.pause_ms or 0) // 100_000 for n in chosen} == set(range(6))


def test_twins_never_come_together_and_are_named() -> None:
    offers = [
        Offer(gap(0, 10_000, words="the rope holds the ___"), 0.9),
        Offer(gap(0, 90_000, words="the rope holds the ___"), 0.8),
    ]
    chosen = choose(offers, 2)
    assert chosen.numbers == (0,)
    assert (chosen.left_out[1].why, chosen.left_out[1].other) == ("twin", 0)


def test_what_is_wrong_is_not_chosen() -> None:
    chosen = choose([Offer(gap(0, 10_000), 0.9, wrong=True), Offer(gap(1, 50_000), 0.1)], 2)
    assert chosen.numbers == (1,)
    assert chosen.left_out[0].why == "wrong"


def test_pauses_keep_apart_where_there_is_a_choice() -> None:
    offers = [Offer(gap(0, 10_000), 0.9), Offer(gap(1, 12_000), 0.8), Offer(gap(2, 90_000), 0.5)]
    chosen = choose(offers, 2)
    assert chosen.numbers == (0, 2)
    assert chosen.left_out[1].why == "crowds"


def test_kinds_are_mixed() -> None:
    chosen = choose(pool(60, 3), 9, stretches=STRETCHES).numbers
    assert {n % 3 for n in chosen} == {0, 1, 2}


def test_what_is_in_the_lesson_counts() -> None:
    kept = [gap(0, 10_000, words=SAME)]
    chosen = choose([Offer(gap(0, 80_000, words=SAME), 0.9), Offer(gap(3, 300_000), 0.2)], 1, kept=kept)
    assert chosen.numbers == (1,)
    assert chosen.left_out[0].why == "twin"
    assert chosen.left_out[0].other is None


@pytest.mark.parametrize("seed", range(12))
def test_a_choice_is_within_a_hair_of_the_best_there_is(seed: int) -> None:
    offers = pool(11, seed)
    chosen = choose(offers, 4, stretches=STRETCHES)
    reached = value(offers, chosen.numbers, stretches=STRETCHES)
    best = max(value(offers, c, stretches=STRETCHES) for c in combinations(range(11), 4))
    assert reached >= 0.97 * best


def test_asking_for_more_than_there_is_takes_all() -> None:
    assert len(choose(pool(5, 1), 50).numbers) <= 5
    assert choose([], 3).numbers == ()
