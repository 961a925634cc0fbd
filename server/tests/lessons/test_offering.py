"""A lesson offered to colleagues: looked at, copied with where it came from, taken back."""

import json

import pytest
from django.test import Client
from lxml import html

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


def test_what_is_offered_to_colleagues_is_found_by_them_alone_and_by_words(client, stranger, lesson) -> None:
    offered(client, lesson, reach="colleagues")
    (row,) = stranger.get("/api/offered/?words=TESSEL+lock").json()["rows"]
    assert (row["title"], row["author"], row["mine"], row["lesson_count"]) == ("Locks", "R. Tessel", False, 1)
    assert row["item_count"] == lesson.items.count()
    assert stranger.get(f"/api/offered/?words={lesson.title.split()[-1]}").json()["rows"] == [row]
    assert stranger.get("/api/offered/?words=lock+harvest").json()["rows"] == []
    assert client.get("/api/offered/").json()["rows"][0]["mine"]
    assert Client().get("/api/offered/").json()["rows"] == []
    # Under its link alone it is in no list.
    offered(client, lesson)
    assert stranger.get("/api/offered/").json()["rows"] == []


def test_anyone_sees_what_is_offered_to_anyone_and_copies_with_an_account(client, stranger, lesson) -> None:
    made = offered(client, lesson, reach="anyone").json()
    visitor, at = Client(), f"/api/offers/{made['key']}/"
    (row,) = visitor.get("/api/offered/").json()["rows"]
    assert (row["key"], row["mine"]) == (made["key"], False)
    told = visitor.get(at).json()
    assert told["lessons"][0]["items"]
    # No option, key or explanation goes with it.
    assert not [s for s in ("About six minutes", "Olivares", "It fills slowly") if s in str(told)]
    assert posted(visitor, at + "copies/", {}).status_code == 403
    assert posted(stranger, at + "copies/", {}).status_code == 201


def test_a_visitor_is_told_to_sign_in_whether_there_is_something_or_not(client, lesson) -> None:
    there, nothing = Client().get(address(client, lesson)), Client().get("/api/offers/nothing/")
    assert (there.status_code, there.content) == (403, nothing.content)


def test_the_list_takes_as_many_queries_for_many_as_for_one(
    client, stranger, lesson, django_assert_max_num_queries
) -> None:
    for reach in ("colleagues", "anyone"):
        Offer.objects.create(owner=lesson.owner, title="More", author="R.", reach=reach).lessons.set([lesson])
    with django_assert_max_num_queries(7):
        assert len(stranger.get("/api/offered/").json()["rows"]) == 2


def test_of_very_many_the_newest_are_shown_and_it_is_said(stranger, lesson) -> None:
    many = Offer.objects.bulk_create(
        Offer(owner=lesson.owner, title=f"Locks {n}", author="R.", reach="anyone") for n in range(101)
    )
    Offer.lessons.through.objects.bulk_create(Offer.lessons.through(offer=o, lesson=lesson) for o in many)
    told = stranger.get("/api/offered/").json()
    assert (len(told["rows"]), told["more"]) == (100, True)


def test_the_page_of_what_anyone_may_see_describes_itself_and_no_other_does(client, lesson) -> None:
    key = offered(client, lesson, reach="colleagues").json()["key"]
    page = Client().get(f"/offered/{key}")
    assert (page.status_code, b"og:title" in page.content) == (200, False)
    offered(client, lesson, reach="anyone", author="R. </script> Tessel")
    found = html.fromstring(Client().get(f"/offered/{key}").content)
    assert found.xpath("//meta[@property='og:url']/@content") == [f"http://testserver/offered/{key}"]
    (text,) = found.xpath("//script[@type='application/ld+json']/text()")
    told = json.loads(text)
    assert told["author"]["name"] == "R. </script> Tessel"
    assert told["license"] == "https://creativecommons.org/licenses/by/4.0/"
    assert "How long does the chamber" not in str(told)
