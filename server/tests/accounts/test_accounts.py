import re
from datetime import timedelta

import pytest
from django.core import mail
from django.db import connection
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from apps.accounts import limits
from apps.accounts.models import MailedLink, User
from apps.accounts.services import DEMO_EMAIL, device_of

from ..conftest import make_teacher, post_mail, signed_in

pytestmark = pytest.mark.django_db
NEW = {"email": "Nora@School.example", "name": "Nora Lind", "language": "es"}
PASSWORD = "seven blue anchors"


def post(client: Client, path: str, data: dict[str, str] | None = None, method: str = "post"):
    answer = getattr(client, method)(f"/api/{path}", data or {}, content_type="application/json")
    post_mail()
    return answer


def secret_in(message: mail.EmailMessage) -> str:
    """What stands behind the # of the link, where no server's log sees it."""
    found = re.search(r"https?://[^#\s]+#(\S+)", str(message.body))
    assert found
    return found.group(1)


def test_an_account_is_made_by_the_mailed_link_and_signed_in() -> None:
    browser = Client()
    assert post(browser, "accounts/", NEW).status_code == 204
    assert not User.objects.exists()
    given = {"token": secret_in(mail.outbox[0]), "password": PASSWORD}
    assert post(browser, "accounts/confirm/", given).json()["user"]["name"] == "Nora Lind"
    assert browser.get("/api/session/").json()["user"]["language"] == "es"
    again = post(browser, "accounts/confirm/", given | {"password": "quite another phrase"})
    assert again.json()["code"] == "bad_link"


def test_the_link_works_only_where_it_was_asked_for_and_for_an_hour() -> None:
    browser = Client()
    post(browser, "accounts/", NEW)
    given = {"token": secret_in(mail.outbox[0]), "password": PASSWORD}
    assert post(Client(), "accounts/confirm/", given).json()["code"] == "other_browser"
    MailedLink.objects.update(made_at=timezone.now() - timedelta(minutes=61))
    assert post(browser, "accounts/confirm/", given).json()["code"] == "bad_link"
    assert not User.objects.exists()


def test_whoever_asked_first_for_somebody_s_address_has_no_password_there() -> None:
    """An attacker registers the address of another; the owner registers too and confirms."""
    attacker, owner = Client(), Client()
    post(attacker, "accounts/", NEW | {"name": "Nora L."})
    stolen = secret_in(mail.outbox[-1])
    post(owner, "accounts/", NEW)
    post(owner, "accounts/confirm/", {"token": secret_in(mail.outbox[-1]), "password": PASSWORD})
    late = post(attacker, "accounts/confirm/", {"token": stolen, "password": "the attacker's own"})
    assert late.json()["code"] == "bad_link"
    assert User.objects.get().check_password(PASSWORD)


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
def test_a_weak_password_is_refused_and_the_link_still_works(password: str) -> None:
    browser = Client()
    post(browser, "accounts/", NEW)
    token = secret_in(mail.outbox[0])
    answer = post(browser, "accounts/confirm/", {"token": token, "password": password})
    assert answer.json()["code"] == "weak_password"
    assert post(browser, "accounts/confirm/", {"token": token, "password": PASSWORD}).status_code == 200


def test_a_new_password_comes_by_mail_works_once_and_signs_nobody_in() -> None:
    elsewhere = signed_in(make_teacher("runa@school.example"))
    browser = Client()
    assert post(browser, "accounts/ask-password/", {"email": "runa@school.example"}).status_code == 204
    assert post(browser, "accounts/ask-password/", {"email": "nobody@school.example"}).status_code == 204
    assert len(mail.outbox) == 1
    given = {"token": secret_in(mail.outbox[0]), "password": "quite another phrase"}
    assert post(browser, "accounts/new-password/", given).status_code == 204
    assert browser.get("/api/session/").json()["user"] is None
    assert elsewhere.get("/api/session/").json()["user"] is None
    assert post(Client(), "accounts/new-password/", given).json()["code"] == "bad_link"
    entered = post(Client(), "session/", {"email": "runa@school.example", "password": "quite another phrase"})
    assert entered.status_code == 200


@pytest.mark.parametrize("path", ["accounts/", "accounts/ask-password/"])
def test_asking_does_the_same_whether_an_address_is_known_or_not(path: str) -> None:
    make_teacher("runa@school.example")
    asked = []
    for email in ("runa@school.example", "nobody@school.example"):
        with CaptureQueriesContext(connection) as queries:
            answer = Client().post(f"/api/{path}", NEW | {"email": email}, content_type="application/json")
        asked.append((answer.status_code, answer.content, len(queries)))
    assert asked[0] == asked[1]


def test_mails_to_an_address_are_limited_and_a_proxy_s_word_is_not_believed() -> None:
    codes = [
        Client()
        .post(
            "/api/accounts/ask-password/",
            {"email": "a@b.example"},
            content_type="application/json",
            headers={"X-Forwarded-For": f"9.9.9.{n}"},
        )
        .status_code
        for n in range(4)
    ]
    assert codes == [204, 204, 204, 429]


def test_spraying_many_addresses_from_one_device_is_stopped_and_locks_nobody_out(settings) -> None:
    settings.TRUSTED_PROXIES = 1
    make_teacher("runa@school.example")

    def try_in(email: str, password: str, device: str) -> int:
        data = {"email": email, "password": password}
        forged = {"X-Forwarded-For": f"1.2.3.4, {device}"}
        return Client().post("/api/session/", data, content_type="application/json", headers=forged).status_code

    for n in range(limits.FAILED_FROM.most):
        assert try_in(f"t{n}@school.example", "password123!", "8.8.8.8") == 400
    assert try_in("runa@school.example", "password123!", "8.8.8.8") == 429
    assert try_in("runa@school.example", "a long pass phrase", "7.7.7.7") == 200


def test_a_name_in_a_mail_is_one_line_without_links() -> None:
    post(Client(), "accounts/", NEW | {"name": "Nora\r\nBcc: all@x.example https://evil.example www.evil.example now"})
    assert str(mail.outbox[0].body).startswith("Hola, Nora Bcc: now:\n")
    assert "evil" not in str(mail.outbox[0].body)


def test_the_password_is_changed_with_the_old_one_and_signs_out_elsewhere(client, teacher) -> None:
    here, elsewhere = Client(), Client()
    for browser in (here, elsewhere):
        post(browser, "session/", {"email": teacher.email, "password": "a long pass phrase"})
    wrong = post(here, "account/password/", {"old": "no", "new": "quite another phrase"}, "put")
    assert (wrong.status_code, wrong.json()["code"]) == (400, "wrong_password")
    right = {"old": "a long pass phrase", "new": "quite another phrase"}
    assert post(here, "account/password/", right, "put").status_code == 204
    assert here.get("/api/session/").json()["user"]
    assert elsewhere.get("/api/session/").json()["user"] is None


def test_the_address_changes_by_a_link_to_the_new_one_and_the_old_is_told(teacher) -> None:
    browser = Client()
    post(browser, "session/", {"email": teacher.email, "password": "a long pass phrase"})
    post(browser, "account/address/", {"email": "new@school.example", "password": "a long pass phrase"})
    assert mail.outbox[0].to == ["new@school.example"]
    token = {"token": secret_in(mail.outbox[0])}
    other = signed_in(make_teacher("else@school.example"))
    assert post(other, "account/address/", token, "put").json()["code"] == "bad_link"
    assert post(browser, "account/address/", token, "put").json()["user"]["email"] == "new@school.example"
    assert mail.outbox[1].to == ["runa@school.example"]


@pytest.mark.parametrize(
    ("agent", "device"),
    [
        ("Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140.0 Safari/537.36 Edg/140.0", "Edge, Linux"),
        ("Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) Version/18.0 Safari/604.1", "Safari, iPhone"),
        ("An old tablet\n\u202e", "An old tablet"),
    ],
)
def test_a_device_is_named_as_its_owner_knows_it(agent: str, device: str) -> None:
    assert device_of(agent) == device


def test_sessions_are_listed_and_ended(teacher) -> None:
    here, elsewhere = Client(), Client(headers={"User-Agent": "An old tablet"})
    for browser in (here, elsewhere):
        post(browser, "session/", {"email": teacher.email, "password": "a long pass phrase"})
    listed = here.get("/api/account/sessions/").json()
    assert [s["here"] for s in listed] == [False, True]
    assert listed[0]["device"] == "An old tablet"
    assert here.delete(f"/api/account/sessions/{listed[0]['id']}/").status_code == 204
    assert elsewhere.get("/api/session/").json()["user"] is None
    assert signed_in(make_teacher("e@s.example")).delete(f"/api/account/sessions/{listed[1]['id']}/").status_code == 404


@pytest.mark.parametrize("token", ["", "x", "a:b:c"])
def test_a_forged_link_is_refused(token: str) -> None:
    assert post(Client(), "accounts/confirm/", {"token": token, "password": PASSWORD}).status_code == 400


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
