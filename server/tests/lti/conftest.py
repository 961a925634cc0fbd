"""The stand-in platform beside the server, and a browser that goes between both."""

from __future__ import annotations

import importlib.util
import io
import re
import threading
from collections.abc import Iterator
from html import unescape
from pathlib import Path
from typing import Any
from urllib.parse import parse_qsl, urlencode, urlsplit
from wsgiref.simple_server import make_server

import pytest
from django.test import Client

from apps.lessons.models import Lesson
from apps.lti.models import Platform

from ..conftest import posted, signed_in

APP = Path(__file__).resolve().parents[3] / "standins" / "learning_platform" / "app.py"
_spec = importlib.util.spec_from_file_location("learning_platform", APP)
assert _spec is not None
assert _spec.loader is not None
standin = importlib.util.module_from_spec(_spec)
_spec.loader.exec_module(standin)


class School:
    """The platform, and what its people do there; ``site`` is asked as their browsers ask it."""

    def __init__(self, platform: Any) -> None:
        self.platform = platform
        self.site = standin.Site(platform)
        self.known: Platform

    def ask(self, path: str, given: dict[str, str], body: dict[str, str] | None = None) -> tuple[int, str]:
        said: list[str] = []
        raw = urlencode(body or {}).encode()
        environ = {"PATH_INFO": path, "QUERY_STRING": urlencode(given), "CONTENT_LENGTH": str(len(raw))}
        text = b"".join(self.site(environ | {"wsgi.input": io.BytesIO(raw)}, lambda status, _: said.append(status)))
        return int(said[0][:3]), text.decode()

    def asked(self, client: Client, who: str, link: str, wrong: str = "") -> dict[str, str]:
        """The form that the platform has the browser send, after a login that begins here."""
        hint = f"{link}!{wrong}" if wrong else link
        login = urlsplit(self.platform.tool["login"]).path
        given = {
            "iss": self.platform.issuer_said,
            "login_hint": who,
            "lti_message_hint": hint,
            "client_id": standin.CLIENT,
        }
        sent = client.get(login, given)
        assert sent.status_code == 302, sent.content
        at = urlsplit(sent.headers["Location"])
        status, page = self.ask(at.path, dict(parse_qsl(at.query)))
        assert status == 200, page
        return {k: unescape(v) for k, v in re.findall(r'name="(\w+)" value="([^"]*)"', page)}

    def launch(self, client: Client, who: str, link: str = "0", wrong: str = "") -> Any:
        form = self.asked(client, who, link, wrong)
        return client.post(urlsplit(self.platform.tool["launch"]).path, form)

    def ticket(self, client: Client, link: str = "choose") -> str:
        found = self.launch(client, "t-edda", link)
        assert found.status_code == 302, found.content
        return str(found.headers["Location"]).rsplit("/", 1)[1]

    def chosen(self, teacher: Client, lesson: Lesson) -> Any:
        """The teacher has chosen ``lesson``, and the platform has taken it."""
        ticket = self.ticket(Client())
        assert teacher.put(f"/api/lti/{ticket}/teacher/").status_code == 200
        told = posted(Client(), f"/api/lti/{ticket}/", {"lesson": str(lesson.id)})
        assert told.status_code == 200, told.content
        _, page = self.ask("/return", {}, {"JWT": told.json()["token"]})
        assert "It stands in the course now" in page
        return told.json()

    def enter(self, who: str) -> tuple[Client, str]:
        """A learner's device in the lesson, and the address of what it asks."""
        client = Client()
        found = self.launch(client, who)
        assert found.status_code == 302, found.content
        path, entry = found.headers["Location"].split("#enter=")
        base = f"/api/study/{path.rsplit('/', 1)[1]}/"
        assert posted(client, f"{base}entry/", {"entry": entry}).status_code == 200
        return client, base


def began(name: str, client: Client) -> dict[str, Any]:
    """A platform that is known by its name alone."""
    made: dict[str, Any] = posted(client, "/api/platforms/", {"name": name}).json()
    return made


@pytest.fixture
def school(teacher, settings) -> Iterator[School]:
    """Known to the teacher, and it knows us; what Escuela asks of it goes over the network."""
    server = make_server("127.0.0.1", 0, None, standin.Server, standin.Quiet)
    here = School(standin.Platform(server.server_port))
    server.set_app(here.site)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.LINKS_ALLOWED = [f"127.0.0.1:{server.server_port}"]
    client = signed_in(teacher)
    made = began("Lumbre campus", client)
    ours = here.platform
    theirs = {
        "issuer": ours.issuer,
        "client_id": standin.CLIENT,
        "login_url": f"{ours.issuer}/auth",
        "token_url": f"{ours.services}/token",
        "keys_url": f"{ours.services}/keys",
    }
    told = client.patch(f"/api/platforms/{made['id']}/", theirs, content_type="application/json").json()
    assert told["is_whole"]
    here.known = Platform.objects.get(id=made["id"])
    ours.tool = told["ours"]
    # The platform runs in a thread that cannot see what the test has not written down for good.
    published = client.get("/lti/keys").json()
    ours.tool_keys = lambda: published
    yield here
    server.shutdown()
    server.server_close()
