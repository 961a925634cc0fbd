import threading
from collections.abc import Iterator
from wsgiref.simple_server import make_server

import pytest
from hypothesis import HealthCheck, given
from hypothesis import settings as settings_of
from hypothesis import strategies as st

from apps.recordings import hosts
from config import links
from config.errors import SentenceError
from standins.video_host import app as standin


@pytest.fixture
def host(settings) -> Iterator[str]:
    server = make_server("127.0.0.1", 0, standin.application, standin.Server, standin.Quiet)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    origin = f"http://127.0.0.1:{server.server_port}"
    settings.RECORDING_HOSTS = [standin.setting(origin)]
    settings.LINKS_ALLOWED = [f"127.0.0.1:{server.server_port}"]
    yield origin
    server.shutdown()


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
