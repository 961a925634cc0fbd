import pytest

from escuela_core.checking.overview import LONG_MS, overview
from escuela_core.items import Gap, Note
from escuela_core.timeline import Span

SEGMENTS = [Span(0, 100_000), Span(100_000, 200_000), Span(200_000, 500_000)]
WHOLE = [Span(0, 500_000)]


def gap(at_ms: int, **fields) -> Gap:
    evidence = (Span(at_ms - 2_000, at_ms - 100),)
    return Gap(prompt="The gate is ___.", answers=("shut",), pause_ms=at_ms, **({"evidence": evidence} | fields))


def test_segments_that_nothing_asks_about_are_named() -> None:
    assert overview([gap(10_000), gap(150_000)], SEGMENTS, WHOLE).unasked == (2,)
    assert overview([], SEGMENTS, WHOLE).unasked == (0, 1, 2)


def test_a_note_asks_nothing() -> None:
    assert overview([Note(text="Look here.", pause_ms=10_000)], SEGMENTS[:1], WHOLE).unasked == (0,)


def test_a_long_stretch_without_a_pause_is_shown() -> None:
    found = overview([gap(20_000), gap(60_000), gap(110_000), gap(170_000)], SEGMENTS, WHOLE)
    assert found.quiet == (Span(170_000, 500_000),)


def test_an_even_rhythm_shows_nothing_however_slow() -> None:
    even = [gap(n * (LONG_MS + 10_000)) for n in range(1, 4)]
    assert overview(even, [], [Span(0, 4 * (LONG_MS + 10_000))]).quiet == ()


def test_what_is_left_out_is_no_stretch_without_a_pause() -> None:
    parts = [Span(0, 60_000), Span(400_000, 460_000)]
    assert overview([gap(30_000), gap(430_000)], [], parts).quiet == ()


def test_items_on_one_sentence_are_named_together() -> None:
    same = (Span(1_000, 2_000),)
    items = [gap(9_000, evidence=same), gap(50_000), gap(9_000, evidence=same)]
    assert overview(items, SEGMENTS, WHOLE).sharing == ((0, 2),)


@pytest.mark.parametrize(("goal", "count"), [("Name the gate", 2), ("Conjugate verbs", 0)])
def test_goals_are_counted(goal: str, count: int) -> None:
    items = [gap(9_000, goal="Name the gate"), gap(50_000, goal="Name the gate"), gap(70_000)]
    assert overview(items, SEGMENTS, WHOLE, ["Name the gate", "Conjugate verbs"]).goals[goal] == count


def test_kinds_and_depths_are_counted() -> None:
    found = overview([gap(9_000), gap(50_000, depth="reason")], SEGMENTS, WHOLE)
    assert found.kinds == {"gap": 2}
    assert found.depths == {"recall": 1, "reason": 1}
