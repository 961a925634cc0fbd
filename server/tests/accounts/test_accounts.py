import re

import pytest
from django.core import mail
from django.test import Client

from apps.accounts.models import User
from apps.accounts.services import DEMO_EMAIL

from ..conftest import make_teacher

pytestmark = pytest.mark.django_db
NEW = {"email": "Nora@School.example", "password": "seven blue anchors", "name": "Nora Lind", "language": "es"}


def post(client: Client, path: str, data: dict[str, str] | None = None):
    return client.post(f"/api/{path}", data or {}, content_type="application/json")


def link_in(message: mail.EmailMessage) -> str:
    found = re.search(r"https?://\S+", str(message.body))
    assert found
    return found.group()


def test_an_account_is_made_confirmed_by_mail_and_signed_in() -> None:
    browser = Client()
    assert post(browser, "accounts/", NEW).status_code == 204
    early = post(browser, "session/", {"email": NEW["email"], "password": NEW["password"]})
    assert (early.status_code, early.json()["code"]) == (403, "not_confirmed")
    token = link_in(mail.outbox[0]).rsplit("/", 1)[1]
    confirmed = post(browser, "accounts/confirm/", {"token": token})
    assert confirmed.json()["user"]["name"] == "Nora Lind"
    assert browser.get("/api/session/").json()["user"]["language"] == "es"


def test_signing_out_ends_the_session_and_signing_in_begins_it() -> None:
    make_teacher("runa@school.example")
    browser = Client()
    good = post(browser, "session/", {"email": "RUNA@school.example", "password": "a long pass phrase"})
    assert good.json()["user"]["email"] == "runa@school.example"
    assert browser.delete("/api/session/").json()["user"] is None
    assert browser.get("/api/lessons/").status_code == 403


def test_a_wrong_password_says_no_more_than_that() -> None:
    make_teacher("runa@school.example")
    for email in ("runa@school.example", "nobody@school.example"):
        answer = post(Client(), "session/", {"email": email, "password": "wrong"})
        assert (answer.status_code, answer.json()["code"]) == (400, "wrong_password")


def test_attempts_are_limited() -> None:
    make_teacher("runa@school.example")
    browser = Client()
    codes = [
        post(browser, "session/", {"email": "runa@school.example", "password": f"no {n}"}).status_code for n in range(7)
    ]
    assert codes[-1] == 429
    right = post(browser, "session/", {"email": "runa@school.example", "password": "a long pass phrase"})
    assert (right.status_code, right.json()["code"]) == (429, "locked_out")


def test_a_known_address_gets_a_mail_and_no_error() -> None:
    make_teacher("nora@school.example")
    assert post(Client(), "accounts/", NEW).status_code == 204
    assert "already have an account" in mail.outbox[0].subject
    assert User.objects.count() == 1


@pytest.mark.parametrize("password", ["short", "password123"])
def test_a_weak_password_is_refused(password: str) -> None:
    answer = post(Client(), "accounts/", NEW | {"password": password})
    assert answer.json()["code"] == "weak_password"
    assert not User.objects.exists()


def test_a_new_password_comes_by_mail_and_its_link_works_once() -> None:
    make_teacher("runa@school.example")
    browser = Client()
    assert post(browser, "accounts/ask-password/", {"email": "runa@school.example"}).status_code == 204
    assert post(browser, "accounts/ask-password/", {"email": "nobody@school.example"}).status_code == 204
    assert len(mail.outbox) == 1
    user, token = link_in(mail.outbox[0]).rsplit("/", 2)[1:]
    given = {"user": user, "token": token, "password": "quite another phrase"}
    assert post(browser, "accounts/new-password/", given).json()["user"]["email"] == "runa@school.example"
    assert post(Client(), "accounts/new-password/", given).json()["code"] == "bad_link"
    assert (
        post(Client(), "session/", {"email": "runa@school.example", "password": "quite another phrase"}).status_code
        == 200
    )


@pytest.mark.parametrize("token", ["", "x", "a:b:c"])
def test_a_forged_link_is_refused(token: str) -> None:
    assert post(Client(), "accounts/confirm/", {"token": token}).status_code == 400


def test_the_demo_teacher_signs_in_with_one_press_where_there_is_one(settings) -> None:
    assert post(Client(), "session/demo/").json()["code"] == "no_demo"
    make_teacher(DEMO_EMAIL)
    assert post(Client(), "session/demo/").json()["user"]["email"] == DEMO_EMAIL
    settings.DEMO_SIGN_IN = False
    assert post(Client(), "session/demo/").json()["code"] == "no_demo"


def test_signing_in_needs_the_csrf_token() -> None:
    browser = Client(enforce_csrf_checks=True)
    assert post(browser, "session/demo/").status_code == 403
    browser.get("/api/session/")
    token = browser.cookies["csrftoken"].value
    answer = browser.post("/api/session/demo/", {}, content_type="application/json", headers={"X-CSRFToken": token})
    assert answer.json()["code"] == "no_demo"


def test_the_outbox_page_shows_mails_as_text_and_only_in_development(settings, tmp_path) -> None:
    settings.EMAIL_FILE_PATH = tmp_path
    (tmp_path / "one.log").write_text("Subject: hi\n<script>alert(1)</script> http://x.example/confirm/abc", "utf-8")
    page = Client().get("/outbox/").content.decode()
    assert "&lt;script&gt;" in page
    assert '<a href="http://x.example/confirm/abc"' in page
    settings.OUTBOX_PAGE = False
    assert Client().get("/outbox/").status_code == 404


def test_the_language_is_kept_with_the_account(client, teacher) -> None:
    client.put("/api/session/language/", {"language": "es"}, content_type="application/json")
    teacher.refresh_from_db()
    assert teacher.language == "es"
    assert client.put("/api/session/language/", {"language": "xx"}, content_type="application/json").status_code == 400
