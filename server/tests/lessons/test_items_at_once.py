"""Two writers of one item at the same moment, on two connections: neither is lost without a word."""

import pytest

from apps.lessons.items import services as items
from apps.lessons.models import Item

from ..conftest import CHOICE, at_once, item_with, make_lesson, make_teacher

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def item() -> Item:
    return item_with(make_lesson(make_teacher(), (CHOICE,)), "choice")


def again(item: Item) -> Item:
    """As another request reads it, before either has written."""
    return Item.objects.select_related("lesson").get(id=item.id)


def test_of_two_edits_made_on_one_version_the_second_is_refused(item) -> None:
    def edit(prompt: str):
        read = again(item)
        return lambda: items.change_item(read, item.content | {"prompt": prompt}, read.version)

    failed = at_once(edit("How long?"), edit("How many minutes?"))
    assert [getattr(e, "code", e) for e in failed] == ["changed_elsewhere"]
    assert again(item).content["prompt"] in ("How long?", "How many minutes?")


def test_a_moved_pause_and_a_decision_do_not_undo_each_other(item) -> None:
    moving, deciding = again(item), again(item)
    failed = at_once(
        lambda: items.move_pause(moving, 9_000), lambda: items.decide(deciding, "kept_anyway", "It is so.")
    )
    now = again(item)
    assert failed == []
    assert (now.pause_ms, now.decision, now.version) == (9_000, "kept_anyway", item.version + 2)


def test_what_was_put_elsewhere_meanwhile_stays_there(item) -> None:
    read = again(item)
    items.put(item.lesson, [item.id], Item.Place.POOL)
    items.move_pause(read, 9_000)
    assert again(item).place == Item.Place.POOL
