from datetime import UTC, datetime, timedelta

import pytest

from escuela_core.items import Choice, Note, Open, Option
from escuela_core.study import Policy
from escuela_core.study.policy import (
    PolicyAttemptsError,
    PolicyGraceError,
    PolicyMannerError,
    PolicyRetakesError,
    PolicyTimesError,
)
from escuela_core.study.progress import (
    AssignmentShutError,
    KeyShownError,
    NotReachedError,
    NoTriesLeftError,
    NotSureNotOfferedError,
    Standing,
    Tried,
    is_done,
    may_answer,
    reached,
    shows_key,
    tries_left,
    unseen_before,
)
from escuela_core.timeline import Span

NOW = datetime(2026, 3, 2, 12, tzinfo=UTC)
HOUR = timedelta(hours=1)
ITEM = Choice(id="q", prompt="?", options=(Option("a", True), Option("b", False)), pause_ms=60_000)


def answer(
    tried: Tried = Tried(), policy: Policy = Policy(), state: str = "open", unseen: int = 0, *, not_sure: bool = False
) -> None:
    may_answer(ITEM, tried, Standing(policy, state), unseen, not_sure=not_sure)  # type: ignore[arg-type]


def left(outcomes: tuple[str, ...], policy: Policy, **standing: bool) -> int:
    return tries_left(ITEM, Tried(outcomes), Standing(policy, "open", **standing))  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("policy", "state"),
    [
        (Policy(), "open"),
        (Policy(opens_at=NOW + HOUR), "not_yet"),
        (Policy(opens_at=NOW), "open"),
        (Policy(due_at=NOW), "late"),
        (Policy(due_at=NOW + HOUR), "open"),
        (Policy(closes_at=NOW), "closed"),
        (Policy(due_at=NOW - HOUR, closes_at=NOW + HOUR), "late"),
    ],
)
def test_the_clock_opens_and_shuts_an_assignment(policy: Policy, state: str) -> None:
    assert policy.state(NOW) == state


def test_times_must_be_in_order() -> None:
    with pytest.raises(PolicyTimesError):
        Policy(due_at=NOW, closes_at=NOW - HOUR)


@pytest.mark.parametrize("attempts", [0, 11])
def test_attempts_have_bounds(attempts: int) -> None:
    with pytest.raises(PolicyAttemptsError):
        Policy(attempts=attempts)


def test_a_fresh_item_may_be_answered() -> None:
    answer()


@pytest.mark.parametrize("state", ["not_yet", "closed"])
def test_a_shut_assignment_takes_no_answer(state: str) -> None:
    with pytest.raises(AssignmentShutError):
        answer(state=state)


def test_late_answers_are_taken() -> None:
    answer(state="late")


@pytest.mark.parametrize("outcomes", [("right",), ("waiting",), ("wrong", "wrong"), ("not_sure", "wrong")])
def test_a_settled_item_takes_no_further_try(outcomes: tuple[str, ...]) -> None:
    with pytest.raises(NoTriesLeftError):
        answer(Tried(outcomes), Policy(attempts=2))  # type: ignore[arg-type]


def test_a_wrong_answer_or_none_yet_leaves_the_second_try() -> None:
    answer(Tried(("not_sure",)), Policy(attempts=2))
    answer(Tried(("wrong",)), Policy(attempts=2))
    assert left(("wrong",), Policy(attempts=3)) == 2


@pytest.mark.parametrize("feedback", ["at_end", "after_closing"])
def test_while_nothing_is_said_right_and_wrong_leave_the_same_tries(feedback: str) -> None:
    policy = Policy(attempts=2, feedback=feedback)  # type: ignore[arg-type]
    assert left(("right",), policy) == left(("wrong",), policy) == 1
    assert left(("right", "wrong"), policy) == left(("wrong", "right"), policy) == 0
    answer(Tried(("right",)), policy)
    assert left(("right",), policy, finished=True, all_in=True) == 0


def test_once_its_key_was_shown_an_item_takes_no_answer_even_with_tries_left() -> None:
    with pytest.raises(KeyShownError):
        answer(Tried(("wrong",), key_shown=True), Policy(attempts=5))
    assert is_done(ITEM, Tried((), key_shown=True), Standing(Policy(attempts=5), "open"))


@pytest.mark.parametrize(("waited_min", "counts_min"), [(0, 0), (30, 30), (60, 60), (61, 0), (-5, 0)])
def test_an_answer_that_waited_counts_at_its_own_time_within_the_grace(waited_min: int, counts_min: int) -> None:
    minute = timedelta(minutes=1)
    assert Policy(grace_min=60).counts_at(NOW, waited_min * minute) == NOW - counts_min * minute


def test_the_grace_has_bounds() -> None:
    with pytest.raises(PolicyGraceError):
        Policy(grace_min=-1)


def test_whoever_may_not_skip_must_have_watched_up_to_the_item() -> None:
    with pytest.raises(NotReachedError):
        answer(policy=Policy(skipping="watched"), unseen=40_000)
    answer(policy=Policy(skipping="watched"), unseen=2_000)
    answer(policy=Policy(skipping="freely"), unseen=60_000)


def test_a_second_played_at_the_end_is_not_the_whole_way_there() -> None:
    assert unseen_before(ITEM, [Span(59_000, 60_000)], [Span(0, 90_000)]) == 59_000
    assert unseen_before(ITEM, [Span(0, 61_000)], [Span(0, 90_000)]) == 0
    # What the lesson leaves out need not be watched.
    assert unseen_before(ITEM, [Span(0, 10_000)], [Span(0, 10_000), Span(55_000, 90_000)]) == 5_000


def test_not_sure_is_taken_only_where_it_is_offered() -> None:
    answer(not_sure=True)
    with pytest.raises(NotSureNotOfferedError):
        answer(policy=Policy(offer_not_sure=False), not_sure=True)


def shown(policy: Policy, outcomes: tuple[str, ...], **standing: bool) -> bool:
    return shows_key(ITEM, Tried(outcomes), Standing(policy, "open", **standing))  # type: ignore[arg-type]


def test_the_key_stays_hidden_while_a_try_is_left() -> None:
    assert not shown(Policy(attempts=2), ())
    assert not shown(Policy(attempts=2), ("wrong",))
    assert shown(Policy(attempts=2), ("wrong", "wrong"))
    assert shown(Policy(attempts=2), ("right",))


def test_with_feedback_at_the_end_the_key_waits_for_it() -> None:
    policy = Policy(feedback="at_end")
    assert not shown(policy, ("right",))
    assert shown(policy, ("right",), finished=True)
    assert shown(policy, ("right",), all_in=True)


def test_with_feedback_after_closing_finishing_tells_nothing() -> None:
    policy = Policy(feedback="after_closing", closes_at=NOW, grace_min=30)
    assert not shown(policy, ("right",), finished=True)
    assert not Standing.at(policy, NOW + HOUR / 4, finished=True).speaks
    assert Standing.at(policy, NOW + HOUR, finished=False).speaks


def test_a_key_that_is_never_shown_stays_hidden_to_the_end() -> None:
    assert not shown(Policy(show_key=False), ("right",), finished=True, all_in=True)


def test_a_note_is_done_once_read_and_an_open_answer_once_given() -> None:
    assert is_done(Note(text="n"), Tried(("read",)), Standing(Policy(attempts=3), "open"))
    assert is_done(Open(prompt="?"), Tried(("waiting",)), Standing(Policy(attempts=3), "open"))


def test_the_furthest_instant_is_the_end_of_the_last_stretch() -> None:
    assert reached([Span(0, 10), Span(50, 90), Span(20, 30)]) == 90
    assert reached([]) == 0


def test_items_beside_the_recording_go_with_free_movement_alone() -> None:
    with pytest.raises(PolicyMannerError):
        Policy(manner="beside", skipping="watched")
    assert Policy(manner="beside").skipping == "freely"


@pytest.mark.parametrize("retakes", [-1, 10])
def test_a_lesson_is_done_again_a_bounded_number_of_times(retakes: int) -> None:
    with pytest.raises(PolicyRetakesError):
        Policy(retakes=retakes)


def test_a_policy_is_read_off_whatever_has_its_fields() -> None:
    policy = Policy(attempts=3, manner="beside", retakes=1)
    assert Policy.of(policy) == policy
