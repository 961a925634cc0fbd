import pytest

from escuela_core.results.attempts import Attempt, counted

FIRST, BETTER, WORSE, BEGUN = Attempt(4, True), Attempt(7, True), Attempt(3, True), Attempt(9, False)


@pytest.mark.parametrize(
    ("attempts", "last", "best"),
    [
        ([BEGUN], 0, 0),
        ([FIRST], 0, 0),
        ([FIRST, BETTER, WORSE], 2, 1),
        ([FIRST, BETTER, BEGUN], 1, 1),
        ([FIRST, FIRST], 1, 0),
    ],
)
def test_which_time_counts(attempts, last, best) -> None:
    assert [counted(attempts, how) for how in ("first", "last", "best")] == [0, last, best]
