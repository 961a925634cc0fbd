"""Statements go to the record store of the teacher's school, each once, whatever the store does meanwhile."""

import threading
from collections.abc import Iterator
from datetime import timedelta
from typing import Any
from wsgiref.simple_server import make_server

import pytest
from django.utils import timezone

from apps.records import sending
from apps.records.models import Delivery, RecordStore, Sent
from apps.records.sending import send_all
from apps.results import marking
from apps.study.models import Answer, Student
from apps.study.services import finish
from apps.work.outgoing import MOST_FAILURES
from config import links
from standins.record_store import app as standin

from ..conftest import StudentBrowser, item_with, sent

pytestmark = pytest.mark.django_db
RIGHT = {"chosen": [1]}


class Store:
    """The stand-in, running, and how a teacher makes it known."""

    def __init__(self, port: int, records: Any) -> None:
        self.url, self.records = f"http://127.0.0.1:{port}/xapi", records

    def made_known(self, client, **otherwise: Any) -> dict[str, Any]:
        given = {"url": self.url, "key": standin.KEY, "secret": standin.SECRET} | otherwise
        return sent(client, "put", "/api/record-store/", given).json()["store"]

    def said(self) -> list[tuple[str, str]]:
        rows = self.records.statements.values()
        return [(r["actor"]["account"]["name"], r["verb"]["display"]["en"]) for r in rows]


@pytest.fixture
def store(settings, monkeypatch) -> Iterator[Store]:
    records = standin.Records()
    server = make_server("127.0.0.1", 0, records, standin.Server, standin.Quiet)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.LINKS_ALLOWED = [f"127.0.0.1:{server.server_port}"]
    monkeypatch.setattr(links, "PATIENCE_S", 2.0)
    yield Store(server.server_port, records)
    server.shutdown()


@pytest.fixture
def zoe(assignment, lesson) -> StudentBrowser:
    browser = StudentBrowser(assignment)
    browser.answer(item_with(lesson, "choice"), RIGHT)
    return browser


def state(client) -> dict[str, Any]:
    return client.get("/api/record-store/").json()["store"]


def tried_later() -> int:
    Delivery.objects.update(again_at=timezone.now() - timedelta(seconds=1))
    return send_all()


def test_each_answer_goes_once_under_a_pseudonym(client, store, zoe) -> None:
    told = store.made_known(client)
    assert (told["sent"], told["failing"]) == (0, 0)
    assert "secret" not in told
    assert send_all() == 1
    assert send_all() == 0
    [(name, verb)] = store.said()
    assert verb == "answered"
    assert "Zoe" not in name
    finish(Student.objects.get())
    assert send_all() == 1
    assert [verb for _, verb in store.said()] == ["answered", "completed"]
    assert state(client)["sent"] == 2


def test_names_go_only_where_the_teacher_says_so(client, store, zoe) -> None:
    store.made_known(client, names=True)
    send_all()
    assert store.said() == [("Zoe", "answered")]


def test_nothing_goes_before_a_store_is_known_nor_after_it_is_taken_away(client, store, zoe) -> None:
    assert send_all() == 0
    store.made_known(client)
    assert sent(client, "delete", "/api/record-store/").json() == {"store": None}
    assert send_all() == 0
    assert store.said() == []


def test_marks_given_by_hand_are_another_statement(client, store, assignment, lesson) -> None:
    store.made_known(client)
    browser = StudentBrowser(assignment)
    browser.answer(item_with(lesson, "open"), {"text": "The water presses them."})
    assert send_all() == 1
    marking.give_marks(assignment, {Answer.objects.get().id: None}, marks=1, comment="")
    assert send_all() == 1
    scores = [r["result"].get("score", {}).get("scaled") for r in store.records.statements.values()]
    assert scores == [None, 0.5]


@pytest.mark.parametrize("how", ["busy", "odd"])
def test_what_a_store_does_not_take_is_kept_and_goes_later(client, store, zoe, how) -> None:
    store.made_known(client)
    store.records.misbehaves = how
    assert send_all() == 0
    told = state(client)
    assert (told["sent"], told["failing"]) == (0, 1)
    assert told["problem"]["code"] == "store_says_no"
    # It waits before it is tried again.
    store.records.misbehaves = ""
    assert send_all() == 0
    assert tried_later() == 1
    assert (state(client)["failing"], state(client)["problem"]) == (0, None)


def test_a_slow_store_is_not_waited_for(client, store, zoe, monkeypatch) -> None:
    store.made_known(client)
    monkeypatch.setattr(standin, "SLOW_S", 3)
    monkeypatch.setattr(links, "PATIENCE_S", 0.3)
    store.records.misbehaves = "slow"
    assert send_all() == 0
    assert state(client)["problem"]["code"] == "link_slow"


def test_a_wrong_secret_is_said_and_another_one_sends_what_waited(client, store, zoe) -> None:
    store.made_known(client, secret="guessed")
    assert send_all() == 0
    assert state(client)["problem"]["params"] == {"status": 401}
    store.made_known(client)
    assert send_all() == 1


def test_given_up_after_many_failures_until_the_teacher_asks(client, store, zoe) -> None:
    store.made_known(client)
    store.records.misbehaves = "busy"
    for _ in range(MOST_FAILURES):
        tried_later()
    assert Delivery.objects.get().again_at is None
    store.records.misbehaves = ""
    sent(client, "post", "/api/record-store/again/")
    assert send_all() == 1


def test_what_the_store_has_already_is_not_lost_nor_doubled(client, store, zoe, lesson) -> None:
    store.made_known(client)
    send_all()
    # It was taken, and the answer got lost on the way.
    Sent.objects.all().delete()
    zoe.answer(item_with(lesson, "open"), {"text": "The water."})
    assert send_all() == 2
    assert len(store.said()) == 2


def test_another_store_gets_everything(client, store, zoe) -> None:
    store.made_known(client)
    send_all()
    store.records.statements.clear()
    store.made_known(client, url=store.url + "/")
    assert send_all() == 1


def test_the_secret_is_wanted_once_and_kept_sealed(client, store) -> None:
    refused = sent(client, "put", "/api/record-store/", {"url": store.url, "key": "k"})
    assert (refused.status_code, refused.json()["code"]) == (400, "store_secret")
    store.made_known(client)
    assert standin.SECRET not in RecordStore.objects.get().secret
    assert store.made_known(client, secret="", names=True)["names"]
    assert sent(client, "put", "/api/record-store/", {"url": "ftp://x", "key": "k"}).json()["code"] == "link_not_web"


def test_a_colleague_sees_nothing_of_it(client, stranger, store) -> None:
    store.made_known(client)
    assert stranger.get("/api/record-store/").json() == {"store": None}


def test_marks_given_while_it_is_being_sent_are_not_missed(client, store, zoe, monkeypatch) -> None:
    store.made_known(client)
    store.records.misbehaves = "busy"
    send_all()
    store.records.misbehaves = ""
    first = sending._send

    def meanwhile(*sent_now: Any) -> None:
        first(*sent_now)
        Delivery.objects.update(changed=True)

    monkeypatch.setattr(sending, "_send", meanwhile)
    assert tried_later() == 1
    assert Delivery.objects.get().changed
