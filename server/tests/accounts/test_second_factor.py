"""A second step when signing in: asked for once it is on, each code good once, guessing soon refused."""

from __future__ import annotations

from typing import Any

import pyotp
import pytest
from django.test import Client

from apps.accounts.models import SignedIn, User

from ..conftest import posted, signed_in

pytestmark = pytest.mark.django_db
PASSWORD = "seven blue anchors"
ADDRESS = "/api/account/second-factor/"


def entering(user: User, code: str = "", client: Client | None = None) -> Any:
    return posted(client or Client(), "/api/session/", {"email": user.email, "password": PASSWORD, "code": code})


def fresh(user: User) -> None:
    """As if half a minute had passed: the code of now was not used yet."""
    User.objects.filter(id=user.id).update(totp_step=0)


@pytest.fixture
def phone(teacher) -> tuple[pyotp.TOTP, list[str]]:
    """The teacher's app with the secret, and the codes kept on paper."""
    teacher.set_password(PASSWORD)
    teacher.save()
    client = Client()
    assert entering(teacher, client=client).status_code == 200
    assert posted(client, ADDRESS, {"password": "wrong"}).json()["code"] == "wrong_password"
    told = posted(client, ADDRESS, {"password": PASSWORD}).json()
    assert told["qr"].startswith("data:image/svg+xml")
    app = pyotp.TOTP(told["secret"])
    assert client.put(ADDRESS, {"code": "000 00"}, content_type="application/json").json()["code"] == "code_wrong"
    assert not client.get(ADDRESS).json()["on"]
    codes = client.put(ADDRESS, {"code": app.now()}, content_type="application/json").json()["codes"]
    assert client.get(ADDRESS).json() == {"on": True, "paper_left": 10}
    return app, codes


def test_a_code_is_asked_for_and_each_is_good_once(teacher, phone) -> None:
    app, _ = phone
    assert entering(teacher).json()["code"] == "code_wanted"
    assert entering(teacher).status_code == 409
    # The code that turned it on was used by that.
    assert entering(teacher, app.now()).json()["code"] == "code_wrong"
    fresh(teacher)
    assert entering(teacher, app.now()).json()["user"]["email"] == teacher.email
    assert entering(teacher, app.now()).json()["code"] == "code_wrong"


def test_codes_on_paper_let_in_once_each(teacher, phone) -> None:
    _, codes = phone
    assert entering(teacher, f"{codes[3][:5]}-{codes[3][5:].upper()}").status_code == 200
    assert entering(teacher, codes[3]).json()["code"] == "code_wrong"
    assert entering(teacher, codes[4]).status_code == 200


def test_a_wrong_password_tells_nothing_of_codes_and_nobody_is_signed_in_by_half(teacher, phone) -> None:
    app, _ = phone
    fresh(teacher)
    answer = posted(Client(), "/api/session/", {"email": teacher.email, "password": "x", "code": app.now()})
    assert answer.json()["code"] == "wrong_password"
    half = Client()
    entering(teacher, client=half)
    assert half.get("/api/session/").json()["user"] is None
    assert half.get("/api/lessons/").status_code == 403


def test_guessing_is_refused_and_does_not_keep_the_owner_out_elsewhere(teacher, phone) -> None:
    app, _ = phone
    fresh(teacher)
    told = [entering(teacher, f"{n:06d}").json()["code"] for n in range(12)]
    assert told[0] == "code_wrong"
    assert told[-1] == "too_many_requests"
    assert entering(teacher, app.now()).json()["code"] == "too_many_requests"
    at_home = Client(REMOTE_ADDR="198.51.100.7")
    assert entering(teacher, app.now(), at_home).status_code == 200


def test_turning_it_on_ends_other_sessions_and_off_needs_password_and_code(teacher, phone) -> None:
    app, codes = phone
    assert SignedIn.objects.filter(user=teacher).count() == 1
    client = signed_in(teacher)
    given = {"password": PASSWORD, "code": "123456"}
    assert client.patch(ADDRESS, given, content_type="application/json").json()["code"] == "code_wrong"
    given["code"] = codes[0]
    assert not client.patch(ADDRESS, given, content_type="application/json").json()["on"]
    assert entering(teacher).status_code == 200


def test_the_database_alone_tells_no_secret(teacher, phone, settings) -> None:
    app, codes = phone
    kept = User.objects.get(id=teacher.id)
    assert app.secret not in kept.totp
    assert codes[0] not in kept.paper_codes
    # With another secret of the server the app's codes are over; those on paper still let in.
    settings.SECRET_KEY = "another " * 9
    fresh(teacher)
    assert entering(teacher, app.now()).json()["code"] == "code_wrong"
    assert entering(teacher, codes[1]).status_code == 200
