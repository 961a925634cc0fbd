import pytest

from escuela_core.results.goals import Asked, Goal, goals


def test_items_of_one_goal_stand_together_over_all_lessons() -> None:
    told = goals(
        [
            Asked("Names the parts of a lock", 1, (1.0, 0.0, None)),
            Asked("Says why boats rise", 2, (0.5, 1.0, None)),
            Asked(" names  the parts of a LOCK", 3, (0.0, 1.0, None)),
            Asked("", 1, (1.0, 1.0, 1.0)),
        ]
    )
    assert told == [
        Goal("Names the parts of a lock", 2, (0.25, 0.75, None)),
        Goal("Says why boats rise", 1, (0.5, 1.0, None)),
    ]
    assert [told[0].reached(n) for n in range(3)] == [False, True, None]


def test_what_was_not_answered_counts_neither_way() -> None:
    assert goals([Asked("g", 1, (1.0,)), Asked("g", 5, (None,))])[0].shares == (1.0,)


@pytest.mark.parametrize("asked", [[], [Asked("g", 0, (1.0,))], [Asked("  ", 1, (1.0,))]])
def test_without_a_goal_or_a_mark_there_is_none(asked: list[Asked]) -> None:
    assert goals(asked) == []
