import pytest

from escuela_core.items import items_from_json
from escuela_core.results.sheet import Cell
from escuela_core.results.signs import Doing, Given, Sign, flags, signs
from escuela_core.timeline import Span

ITEMS = items_from_json(
    {
        "items": [
            {
                "id": str(n),
                "kind": "true_false",
                "prompt": f"Statement {n}",
                "answer": True,
                "marks": 1,
                "pause_ms": 10_000 * (n + 1),
                "evidence": [{"start_ms": 10_000 * n + 2_000, "end_ms": 10_000 * n + 8_000}],
            }
            for n in range(4)
        ]
    }
)


def doing(*at_s: float, played: tuple[tuple[float, Span], ...] = (), share: float = 0.5, text: str = "") -> Doing:
    return Doing(tuple(Given(n, at, text) for n, at in enumerate(at_s)), played, share)


WATCHED = tuple((12.0 * (n + 1), Span(10_000 * n, 10_000 * (n + 1))) for n in range(4))


def told(*doings: Doing) -> list[list[Sign]]:
    return signs(doings, ITEMS)


def test_who_watches_and_answers_gives_no_sign() -> None:
    assert told(doing(13, 25, 37, 49, played=WATCHED)) == [[]]


def test_answers_before_the_words_were_heard_are_told_by_their_items() -> None:
    assert told(doing(13, 25, played=WATCHED[:1])) == [[Sign("unheard", (1,))]]


def test_what_is_reported_a_little_after_the_answer_counts_as_heard_before() -> None:
    assert told(doing(5, played=((30.0, Span(0, 10_000)),))) == [[]]
    assert told(doing(5, played=((300.0, Span(0, 10_000)),))) == [[Sign("unheard", (0,))]]


def test_an_item_to_predict_from_is_no_sign() -> None:
    before = items_from_json(
        {"items": [{"id": "a", "kind": "true_false", "prompt": "?", "answer": True, "pause_ms": 1_000,
                    "evidence": [{"start_ms": 2_000, "end_ms": 8_000}]}]}
    )  # fmt: skip
    assert signs([doing(1)], before) == [[]]


@pytest.mark.parametrize(("share", "count"), [(1.0, 1), (0.5, 0)])
def test_nearly_full_marks_in_seconds_are_told_with_the_seconds(share: float, count: int) -> None:
    quick = doing(100, 101, 103, 105, played=((90.0, Span(0, 40_000)),), share=share)
    assert told(quick)[0] == [Sign("in_seconds", seconds=5)] * count


def test_the_same_longer_answer_is_told_to_both_sides() -> None:
    long, short, other = "It flows down by its own weight", "by its weight", "another answer of mine here it is"
    heard = ((1.0, Span(0, 40_000)),)
    both = told(*(doing(2, played=heard, text=t) for t in (long, long.upper() + "!", other)))
    assert both == [[Sign("same_words", (0,), others=(1,))], [Sign("same_words", (0,), others=(0,))], []]
    assert told(doing(2, played=heard, text=short), doing(2, played=heard, text=short)) == [[], []]
    assert told(*[doing(2, played=heard, text=long)] * 4) == [[]] * 4


def test_flags_say_where_a_student_stands() -> None:
    tried, not_sure, none = Cell("right", 1.0, 1), Cell("not_sure", 0.0, 1), Cell("not_reached", None, 0)

    def of(*cells: Cell, finished: bool = False, late: bool = False, seen_s: float = 1e6, sign: bool = False):  # noqa: ANN202
        return flags(cells, finished=finished, late=late, seen_s=seen_s, has_signs=sign)

    assert of(none, none) == ["not_started"]
    assert of(tried, none) == ["unfinished"]
    assert of(tried, none, seen_s=300) == ["unfinished", "stuck"]
    assert of(tried, none, seen_s=10) == ["unfinished"]
    assert of(tried, tried, finished=True, late=True, sign=True) == ["late", "signs"]
    assert of(tried, not_sure, not_sure, not_sure) == ["unsure"]
    assert of(Cell("waiting", None, 1)) == ["waiting"]
