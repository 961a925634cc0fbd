import json
import socket
import threading
import time
from collections.abc import Iterator
from contextlib import suppress
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from wsgiref.simple_server import make_server

import pytest
from hypothesis import HealthCheck, given
from hypothesis import settings as settings_of
from hypothesis import strategies as st

from apps.recordings import hosts
from config import links
from config.errors import SentenceError
from standins.video_host import app as standin


class Site(BaseHTTPRequestHandler):
    """A site of the wild web: each path misbehaves in its own way."""

    def do_GET(self) -> None:
        where = {"/loop": "/loop", "/inside": "http://127.0.0.1:9/x", "/on": "/file.mp4", "/odd": "file:///etc/passwd"}
        if self.path in where:
            self.send_response(302)
            self.send_header("Location", where[self.path])
            self.end_headers()
        elif self.path == "/slow":
            threading.Event().wait(3)
        elif self.path == "/drip":
            self.reply("video/mp4", b"", length=1_000)
            threading.Event().wait(3)
        elif self.path == "/head-drip":
            self.drip(b"HTTP/1.1 200 OK\r\nX-Long: ")
        elif self.path == "/body-drip":
            self.reply("video/mp4", b"", length=1_000)
            self.drip(b"")
        elif self.path in ("/huge", "/endless"):
            self.reply("video/mp4", b"x" * 5_000, length=10_000_000_000 if self.path == "/huge" else None)
        elif self.path == "/page":
            self.reply("text/html", b"<html></html>")
        elif self.path == "/file.mp4":
            self.reply("video/mp4", b"0123456789")
        else:
            self.send_error({"/broken": 500, "/private": 403, "/busy": 429}.get(self.path, 404))

    def do_POST(self) -> None:
        sent = self.rfile.read(int(self.headers["Content-Length"]))
        self.reply("application/json", json.dumps({"sent": sent.decode(), "who": self.headers["Who"]}).encode())

    def drip(self, begin: bytes) -> None:
        """A byte now and then, each within anybody's patience."""
        self.wfile.write(begin)
        with suppress(OSError):
            for _ in range(30):
                self.wfile.write(b"x")
                self.wfile.flush()
                time.sleep(0.1)

    def reply(self, media_type: str, data: bytes, length: int | None = -1) -> None:
        self.send_response(200)
        self.send_header("Content-Type", media_type)
        if length is not None:
            self.send_header("Content-Length", str(len(data) if length == -1 else length))
        self.end_headers()
        self.wfile.write(data)

    def log_message(self, *_: object) -> None:
        pass


@pytest.fixture
def site(settings, monkeypatch) -> Iterator[str]:
    server = ThreadingHTTPServer(("127.0.0.1", 0), Site)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    settings.LINKS_ALLOWED = [f"127.0.0.1:{server.server_port}"]
    monkeypatch.setattr(links, "PATIENCE_S", 0.5)
    yield f"http://127.0.0.1:{server.server_port}"
    server.shutdown()


@pytest.fixture
def host(settings) -> Iterator[str]:
    server = make_server("127.0.0.1", 0, standin.application, standin.Server, standin.Quiet)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    origin = f"http://127.0.0.1:{server.server_port}"
    settings.RECORDING_HOSTS = [standin.setting(origin)]
    settings.LINKS_ALLOWED = [f"127.0.0.1:{server.server_port}"]
    yield origin
    server.shutdown()


def refusal(link: str, most_bytes: int = 100_000) -> str:
    with pytest.raises(SentenceError) as told, links.opened(link, most_bytes=most_bytes, patience_s=0.5) as reply:
        list(reply.chunks())
    assert told.value.message.endswith((".", "?"))
    return told.value.code


@pytest.mark.parametrize(
    "link",
    [
        "ftp://a.example/x",
        "file:///etc/passwd",
        "javascript:alert(1)",
        "no address",
        "http://",
        "http://u:p@a.example/",
    ],
)
def test_only_web_addresses_are_followed(link) -> None:
    assert refusal(link) == "link_not_web"


@pytest.mark.parametrize(
    "address",
    ["127.0.0.1", "10.0.0.8", "192.168.1.1", "172.20.0.1", "169.254.169.254", "0.0.0.0", "100.64.0.1", "::1", "fe80::1"]
    + ["::ffff:127.0.0.1", "fd00::1", "64:ff9b::7f00:1", "2002:7f00:1::1", "2001:0:1::1", "fec0::1", "224.0.0.1"],
)
def test_no_name_leads_into_a_private_network(monkeypatch, address) -> None:
    family = socket.AF_INET6 if ":" in address else socket.AF_INET
    found = [(family, socket.SOCK_STREAM, 6, "", (address, 80))]
    monkeypatch.setattr(socket, "getaddrinfo", lambda *_, **__: found)
    assert refusal("http://harmless.example/video.mp4") == "link_private"


def test_a_redirect_into_a_private_network_is_not_followed(site) -> None:
    assert refusal(f"{site}/inside") == "link_private"
    assert refusal(f"{site}/odd") == "link_not_web"


@pytest.mark.parametrize(
    ("path", "code"),
    [
        ("/loop", "link_redirects"),
        ("/slow", "link_slow"),
        ("/drip", "link_slow"),
        ("/head-drip", "link_slow"),
        ("/body-drip", "link_slow"),
        ("/huge", "link_large"),
        ("/broken", "link_broken"),
        ("/private", "link_refused"),
        ("/busy", "link_busy"),
        ("/nothing", "link_gone"),
    ],
)
def test_what_goes_wrong_at_the_other_end_is_said_in_a_sentence(site, path, code) -> None:
    assert refusal(site + path) == code


def test_a_body_without_a_length_stops_at_the_limit(site) -> None:
    assert refusal(f"{site}/endless", most_bytes=1_000) == "link_large"


def test_a_link_straight_to_a_file_is_a_recording_and_a_page_is_not(site) -> None:
    assert hosts.at(f"{site}/on").title == "file.mp4"
    with pytest.raises(SentenceError, match="leads to a page"):
        hosts.at(f"{site}/page")


def test_a_host_tells_of_its_recording_its_captions_and_chapters(host) -> None:
    found = hosts.at(f"{host}/watch/lock-up")
    assert (found.title, found.duration_ms, found.language) == ("Up through the lock", 216_300, "en")
    assert [(t.language, t.by_machine) for t in found.tracks] == [("en", False), ("es", False)]
    assert found.chapters[1] == (46_400, "The water rises")
    assert found.player_url == f"{host}/player/lock-up"
    assert hosts.captions(found.tracks[1].address).startswith(b"WEBVTT")


@pytest.mark.parametrize(
    ("name", "code"),
    [
        ("private", "link_refused"),
        ("removed", "link_gone"),
        ("never-was", "link_gone"),
        ("busy", "link_busy"),
        ("no-frame", "link_no_player"),
        ("live", "link_live"),
        ("list", "link_playlist"),
        ("adults", "link_age"),
    ],
)
def test_each_trouble_of_a_host_has_its_sentence(host, name, code) -> None:
    with pytest.raises(SentenceError) as told:
        hosts.at(f"{host}/watch/{name}")
    assert told.value.code == code


def test_a_host_that_takes_its_time_is_not_waited_for(host, monkeypatch) -> None:
    monkeypatch.setattr(links, "PATIENCE_S", 0.3)
    with pytest.raises(SentenceError, match="takes too long"):
        hosts.at(f"{host}/watch/slow")


def test_searching_finds_by_every_word_and_says_who_made_the_captions(host) -> None:
    rows = hosts.hosts()[0].found("bowline quay")
    assert [(r["title"], r["captions"]) for r in rows] == [("Knots, recorded on the quay", "machine")]
    assert {r["captions"] for r in hosts.hosts()[0].found("lock")} == {"person", "none"}


FRAMED = {
    "type": "video",
    "title": "Locks of the old canal",
    "provider_name": "A host",
    "html": '<iframe width="200" height="113" src="https://player.example/embed/k3y?feature=oembed&amp;x=1" '
    'title="Locks" frameborder="0" allow="autoplay; encrypted-media" allowfullscreen></iframe>',
}
BY_COMMANDS = {
    "name": "h",
    "origin": "https://www.h.example",
    "oembed": "https://www.h.example/oembed?url={link}&format=json",
    "also": ["https://h.short.example"],
    "player": "https://player.example",
    "player_query": "enablejsapi=1",
    "dialect": "commands",
}


def test_a_host_that_answers_by_a_frame_is_played_in_that_frame(monkeypatch, settings, client) -> None:
    settings.RECORDING_HOSTS = [BY_COMMANDS]
    monkeypatch.setattr(hosts, "_json", lambda _address: FRAMED)
    monkeypatch.setattr(links, "checked", lambda link: link)
    found = hosts.at("https://h.short.example/k3y")
    assert (found.title, found.dialect, found.duration_ms) == ("Locks of the old canal", "commands", None)
    assert found.player_url == "https://player.example/embed/k3y?feature=oembed&x=1&enablejsapi=1"
    assert "frame-src 'self' https://player.example;" in client.get("/").headers["Content-Security-Policy"]


def test_a_frame_of_another_origin_is_refused(monkeypatch) -> None:
    host = hosts.Host(**BY_COMMANDS | {"player": "https://elsewhere.example"})
    monkeypatch.setattr(hosts, "_json", lambda _address: FRAMED)
    with pytest.raises(SentenceError, match="only be watched on its own site"):
        host.recording("https://www.h.example/k3y")


ANYTHING = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=6), inner, max_size=3),
    max_leaves=8,
)
TOLD = st.dictionaries(
    st.sampled_from(["title", "duration", "type", "reason", "captions", "chapters", "language"]), ANYTHING
)


@given(TOLD, TOLD, ANYTHING)
@settings_of(max_examples=150, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_whatever_a_host_tells_is_a_recording_or_a_sentence(monkeypatch, oembed, details, results) -> None:
    host = hosts.Host("h", "https://h.example", "o{link}", "d{link}", "s{words}")
    answers = {
        "o": oembed | {"player_url": "https://h.example/p", "type": "video"},
        "d": details,
        "s": {"results": results},
    }
    monkeypatch.setattr(hosts, "_json", lambda address: answers[address[0]])
    for ask in (lambda: host.recording("https://h.example/w"), lambda: host.found("lock")):
        try:
            ask()
        except SentenceError as error:
            assert error.code.startswith("link_")


@given(st.binary(max_size=60))
@settings_of(max_examples=80, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_an_answer_that_is_no_json_is_a_sentence(monkeypatch, data) -> None:
    monkeypatch.setattr(links, "page", lambda _address: ("application/json", data))
    try:
        told = hosts._json("https://h.example/o")
    except SentenceError as error:
        assert error.code == "link_broken"
    else:
        assert isinstance(told, dict)


@given(st.text(max_size=40))
def test_any_text_is_a_web_address_or_refused_as_none(text) -> None:
    try:
        url = links.checked(text)
    except SentenceError as error:
        assert error.code == "link_not_web"
    else:
        assert url.startswith(("http://", "https://"))


def test_a_player_or_preview_of_another_site_is_not_shown(monkeypatch) -> None:
    host = hosts.Host("h", "https://h.example", "o{link}", "", "s{words}")
    told = {
        "type": "video",
        "player_url": "https://evil.example/p",
        "results": [{"link": "x", "preview_url": "https://evil.example/"}],
    }
    monkeypatch.setattr(hosts, "_json", lambda _address: told)
    with pytest.raises(SentenceError, match="only be watched on its own site"):
        host.recording("https://h.example/w")
    assert host.found("x")[0]["preview_url"] == ""


def test_a_service_is_asked_and_its_answer_is_told_whatever_its_status(site) -> None:
    answer = links.asked(f"{site}/x", method="POST", body=b"words", headers={"Who": "me"})
    assert (answer.status, links.json_of(answer)) == (200, {"sent": "words", "who": "me"})
    assert answer.headers["content-type"] == "application/json"
    assert links.asked(f"{site}/broken").status == 500
    # A service that leads on elsewhere is not followed: what it was sent was meant for it alone.
    assert links.asked(f"{site}/on").status == 302
    assert links.json_of(links.asked(f"{site}/page")) is None


@pytest.mark.parametrize(
    ("path", "code"),
    [("/slow", "link_slow"), ("/head-drip", "link_slow"), ("/body-drip", "link_slow"), ("/huge", "link_large")],
)
def test_a_service_has_the_same_limits_as_a_link(site, monkeypatch, path, code) -> None:
    monkeypatch.setattr(links, "PAGE_BYTES", 1_000)
    with pytest.raises(SentenceError) as caught:
        links.asked(site + path)
    assert caught.value.code == code


def test_a_service_in_a_private_network_is_not_asked() -> None:
    for address in ("http://10.0.0.1/x", "http://169.254.169.254/latest", "ftp://campus.example/x"):
        with pytest.raises(SentenceError) as caught:
            links.asked(address, method="POST", body=b"x")
        assert caught.value.code in ("link_private", "link_not_web")
