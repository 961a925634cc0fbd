from dataclasses import replace

import pytest

from escuela_core.items import Choice, Option
from escuela_core.study import Policy
from escuela_core.study.progress import Standing, Tried, may_answer, shows_key, tries_left
from escuela_core.study.room import NotAskedError, Room, RoomStepError, Step


def item(name: str, pause_ms: int) -> Choice:
    return Choice(id=name, prompt="?", options=(Option("a", True), Option("b", False)), pause_ms=pause_ms)


ITEMS = [item("p", 10_000), item("q", 30_000), item("r", 30_020), item("s", 60_000)]


def after(*steps: Step | tuple[Step, str], room: Room = Room()) -> Room:
    for step in steps:
        name, asked = (step, "") if isinstance(step, str) else step
        room = room.stepped(name, ITEMS, asked)
    return room


def test_answers_count_from_the_asking_until_the_spread_is_shown() -> None:
    assert not after("play").takes("p")
    assert after("play", ("ask", "p")).takes("p")
    assert not after(("ask", "p")).takes("q")
    assert not after(("ask", "p"), "spread").takes("p")
    assert not after(("ask", "p"), "tell").takes("p")


def test_a_spread_may_be_talked_over_and_the_item_asked_again() -> None:
    assert after(("ask", "p"), "spread", ("ask", "p")).takes("p")


def test_an_item_that_was_told_takes_no_answer_ever_again() -> None:
    told = after(("ask", "p"), "tell", "play", ("ask", "p"))
    assert told.phase == "told"
    assert not told.takes("p")


def test_hearing_a_part_again_leads_back_to_where_it_was() -> None:
    assert after(("ask", "p"), "hear").takes("p")
    assert after(("ask", "p"), "hear", "back").phase == "asking"
    assert after(("ask", "p"), "tell", "hear", "back").phase == "told"
    assert not after(("ask", "p"), "spread", "hear").takes("p")


def test_going_on_asks_the_next_item_of_the_same_pause_and_plays_after_the_last() -> None:
    second = after(("ask", "q"), "tell", "go_on")
    assert (second.item, second.phase) == ("r", "asking")
    assert after("tell", "go_on", room=second) == Room("playing", "", frozenset({"q", "r"}))
    assert after(("ask", "p"), "go_on").phase == "playing"


def test_what_was_told_already_is_passed_over() -> None:
    room = after(("ask", "r"), "tell", ("ask", "q"), "tell", "go_on")
    assert room.phase == "playing"


@pytest.mark.parametrize(
    ("before", "step"),
    [(["play"], "tell"), (["play"], "hear"), ([("ask", "p"), "tell"], "spread"), ([], "back"), ([], ("ask", "other"))],
)
def test_what_does_not_come_next_is_refused(before: list[Step | tuple[Step, str]], step: Step) -> None:
    room = after(*before)
    with pytest.raises(RoomStepError):
        after(step, room=room)


def standing(room: Room | None, **policy: object) -> Standing:
    return Standing(Policy(**policy), "open", room=room)  # type: ignore[arg-type]


def test_in_the_room_an_answer_is_taken_at_its_item_alone_wherever_the_student_has_watched() -> None:
    asking = standing(after(("ask", "q")), skipping="not_at_all")
    may_answer(ITEMS[1], Tried(), asking, unseen_ms=10**6, not_sure=False)
    with pytest.raises(NotAskedError):
        may_answer(ITEMS[0], Tried(), asking, unseen_ms=0, not_sure=False)
    assert tries_left(ITEMS[0], Tried(), asking) == 0


def test_in_the_room_the_teacher_decides_when_it_is_said_what_was_right() -> None:
    answered = Tried(("right",))
    asking, told = standing(after(("ask", "p"))), standing(after(("ask", "p"), "tell"), feedback="after_closing")
    assert not asking.speaks_of(ITEMS[0])
    assert not shows_key(ITEMS[0], answered, asking)
    assert told.speaks_of(ITEMS[0])
    assert shows_key(ITEMS[0], answered, told)
    assert not told.speaks_of(ITEMS[1])


def test_what_was_told_in_the_room_stays_told_after_it() -> None:
    later = replace(standing(None, feedback="after_closing"), told=frozenset("p"))
    assert later.speaks_of(ITEMS[0])
    assert shows_key(ITEMS[0], Tried(("right",), key_shown=True), later)
    assert not later.speaks_of(ITEMS[1])


def test_what_was_shown_elsewhere_is_not_told_once_the_policy_is_silent() -> None:
    silent = standing(None, feedback="after_closing")
    assert not silent.speaks_of(ITEMS[0])
    assert not shows_key(ITEMS[0], Tried(("right",), key_shown=True), silent)
