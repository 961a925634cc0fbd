"""A lesson offered to colleagues: looked at, copied with where it came from, taken back."""

import pytest

from apps.accounts.models import User
from apps.lessons.models import Attachment, Lesson, Offer
from apps.privacy.erasing import erase_account
from apps.recordings.models import Recording

from ..conftest import item_with, posted, sent

pytestmark = pytest.mark.django_db


def offered(client, *lessons: Lesson, **more: str):
    given = {"lessons": [str(i.id) for i in lessons], "title": "Locks", "author": "R. Tessel", "licence": "CC BY 4.0"}
    return posted(client, "/api/offers/", given | more)


def address(client, lesson: Lesson) -> str:
    return f"/api/offers/{offered(client, lesson).json()['key']}/"


def test_a_colleague_sees_what_is_asked_and_nothing_of_any_student(client, stranger, lesson, browser) -> None:
    browser.answer(item_with(lesson, "open"), {"text": "By its weight."})
    told = stranger.get(address(client, lesson)).json()
    assert (told["author"], told["licence"], told["mine"]) == ("R. Tessel", "CC BY 4.0", False)
    assert "How long does the chamber take to fill?" in told["lessons"][0]["items"]
    assert "By its weight" not in str(told)


def test_a_copy_is_the_colleague_s_own_with_where_it_came_from(client, stranger, lesson) -> None:
    made = posted(stranger, address(client, lesson) + "copies/", {"folder": "From Runa"})
    assert made.status_code == 201
    copied = Lesson.objects.get(owner__name="Bruno Vane")
    assert (copied.title, copied.folder, copied.recording.owner) == (lesson.title, "From Runa", copied.owner)
    assert (copied.origin["author"], copied.origin["title"]) == ("R. Tessel", lesson.title)
    assert copied.items.count() == lesson.items.count()
    # What becomes of the copy is nothing to the original.
    sent(stranger, "patch", f"/api/lessons/{copied.id}/", {"title": "Mine now"})
    lesson.refresh_from_db()
    assert lesson.title != "Mine now"
    assert stranger.get("/api/lessons/").json()[0]["origin"]["licence"] == "CC BY 4.0"


def test_taken_back_the_link_leads_nowhere_and_copies_stay(client, stranger, lesson) -> None:
    link = address(client, lesson)
    posted(stranger, link + "copies/", {})
    assert stranger.delete(link).status_code == 404
    assert client.delete(link).status_code == 204
    assert stranger.get(link).status_code == 404
    assert Lesson.objects.filter(owner__name="Bruno Vane").count() == 1
    assert client.get("/api/offers/").json() == []


def test_offered_again_it_keeps_its_link(client, lesson) -> None:
    first, again = offered(client, lesson).json(), offered(client, lesson, author="Runa").json()
    assert (first["key"], again["author"]) == (again["key"], "Runa")
    assert Offer.objects.count() == 1


def test_nobody_offers_another_s_lessons_or_copies_their_own(client, stranger, lesson) -> None:
    assert offered(stranger, lesson).json()["code"] == "offer_empty"
    assert posted(client, address(client, lesson) + "copies/", {}).json()["code"] == "offer_own"


def test_a_deleted_lesson_is_not_offered_any_more(client, stranger, lesson) -> None:
    link = address(client, lesson)
    lesson.remove()
    assert stranger.get(link).status_code == 404


def test_where_there_is_no_room_nothing_is_copied(client, stranger, lesson, settings) -> None:
    link = address(client, lesson)
    settings.TEACHER_ROOM_BYTES = 10
    assert posted(stranger, link + "copies/", {}).json()["code"] == "quota"
    assert (Lesson.objects.count(), Recording.objects.count()) == (1, 1)


def test_a_picture_stays_with_the_copy_when_its_maker_s_account_goes(client, stranger, lesson) -> None:
    picture = Attachment.objects.create(lesson=lesson, kind="image", media_type="image/webp")
    picture.path.parent.mkdir(parents=True, exist_ok=True)
    picture.path.write_bytes(b"x")
    item = item_with(lesson, "choice")
    item.content |= {"image": picture.name}
    item.save()
    posted(stranger, address(client, lesson) + "copies/", {})
    erase_account(User.objects.get(id=lesson.owner_id))
    assert Attachment.objects.get().lesson.owner.name == "Bruno Vane"
    assert picture.path.exists()
