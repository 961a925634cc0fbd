import socket

import pytest
from hypothesis import given
from hypothesis import strategies as st

from config import links
from config.errors import SentenceError


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


@given(st.text(max_size=40))
def test_any_text_is_a_web_address_or_refused_as_none(text) -> None:
    try:
        url = links.checked(text)
    except SentenceError as error:
        assert error.code == "link_not_web"
    else:
        assert url.startswith(("http://", "https://"))


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
