"""The stand-in learning platform as one WSGI application (LTI 1.3). usage: python app.py --port N"""

from __future__ import annotations

import argparse
import json
import secrets
import sys
from collections.abc import Callable, Iterable
from html import escape
from pathlib import Path
from socketserver import ThreadingMixIn
from typing import Any
from urllib.parse import parse_qsl, urlencode
from wsgiref.simple_server import WSGIRequestHandler, WSGIServer, make_server

sys.path.insert(0, str(Path(__file__).parent))
from course import AGS, CLIENT, COURSE, PEOPLE, Platform  # noqa: E402

Start = Callable[[str, list[tuple[str, str]]], Any]


class Site:
    """The platform over HTTP."""

    def __init__(self, platform: Platform) -> None:
        self.platform = platform

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        path, body = environ["PATH_INFO"], environ["wsgi.input"].read(int(environ.get("CONTENT_LENGTH") or 0))
        given = dict(parse_qsl(environ.get("QUERY_STRING", "")))
        part = path.strip("/").partition("/")[0] or "course"
        page = getattr(self, f"show_{part}", None)
        if page is None:
            return answered(start, "404 Not Found", "text/plain", "There is nothing here.")
        status, media_type, text = page(environ, given, body)
        next_page = f'<{self.platform.services}/members?page=2>; rel="next"'
        more = [("Link", next_page)] if text.startswith('{"id": 1') else []
        return answered(start, status, media_type, text, more)

    def show_course(self, _environ: dict[str, Any], _given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        ours, tool = self.platform, self.platform.tool
        fields = "".join(
            f'<p><label>{n} <input name="{n}" size="80" value="{escape(tool[n])}"></label></p>' for n in tool
        )
        mine = {
            "Issuer": ours.issuer,
            "Client ID": CLIENT,
            "Login address": f"{ours.issuer}/auth",
            "Token address": f"{ours.services}/token",
            "Keys address": f"{ours.services}/keys",
        }
        said = "".join(f"<dt>{k}</dt><dd><code>{escape(v)}</code></dd>" for k, v in mine.items())
        rows = "".join(
            f"<li>{escape(x['title'])}: " + " ".join(opening(str(n), p) for p in PEOPLE[:4]) + "</li>"
            for n, x in enumerate(ours.links)
        )
        marks = "".join(
            f"<tr><td>{escape(s['userId'])}<td>{s.get('scoreGiven', '–')} / {s.get('scoreMaximum', '–')}"
            f"<td>{escape(s['activityProgress'])}<td>{escape(s['gradingProgress'])}</tr>"
            for s in ours.scores
        )
        return html(
            f"<h1>{COURSE['title']}</h1><h2>Lessons</h2><ul>{rows}</ul>"
            f"<p>{opening('choose', PEOPLE[0], 'Put a lesson here')}</p><h2>Marks</h2><table>{marks}</table>"
            f"<h2>What the tool needs to know</h2><dl>{said}</dl><h2>What the tool says</h2>"
            f'<form method="post" action="/tool">{fields}<button>Keep</button></form>'
            '<form action="/introduce"><p><label>Or its one address for registering <input name="address" size="80">'
            "</label></p><button>Register</button></form>"
        )

    def show_tool(self, _environ: dict[str, Any], _given: dict[str, str], body: bytes) -> tuple[str, str, str]:
        self.platform.tool |= {k: v for k, v in parse_qsl(body.decode()) if k in self.platform.tool}
        return html('<p>Kept. <a href="/">To the course</a></p>')

    def show_introduce(self, _environ: dict[str, Any], given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        """The tool's one address is opened in a frame, and both tell each other the rest."""
        ours = self.platform
        asked = {"openid_configuration": f"{ours.services}/configuration", "registration_token": ours.introduction}
        return html(
            f'<iframe name="tool" title="Tool" width="960" height="300" '
            f'src="{escape(given["address"])}?{escape(urlencode(asked))}"></iframe>'
        )

    def show_configuration(
        self, _environ: dict[str, Any], _given: dict[str, str], _body: bytes
    ) -> tuple[str, str, str]:
        ours = self.platform
        return told(
            {
                "issuer": ours.issuer if ours.misbehaves == "another-site" else ours.services,
                "authorization_endpoint": f"{ours.issuer}/auth",
                "token_endpoint": f"{ours.services}/token",
                "jwks_uri": f"{ours.services}/keys",
                "registration_endpoint": f"{ours.services}/register",
            }
        )

    def show_register(self, environ: dict[str, Any], _given: dict[str, str], body: bytes) -> tuple[str, str, str]:
        ours = self.platform
        if environ.get("HTTP_AUTHORIZATION") != f"Bearer {ours.introduction}":
            return "401 Unauthorized", "text/plain", "No."
        tool = json.loads(body)
        ours.tool |= {"login": tool["initiate_login_uri"], "launch": tool["redirect_uris"][0], "keys": tool["jwks_uri"]}
        ours.issuer_said = ours.services
        return told(tool | {"client_id": CLIENT})

    def show_open(self, _environ: dict[str, Any], given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        ours = self.platform
        if not ours.tool["login"]:
            return html("<p>The tool's addresses are not known yet.</p>")
        hint = given["link"] + (f"!{given['wrong']}" if "wrong" in given else "")
        asked = {
            "iss": ours.issuer_said,
            "login_hint": given["as"],
            "target_link_uri": ours.tool["launch"],
            "lti_message_hint": hint,
            "client_id": CLIENT,
        }
        return html(
            f'<p><a href="/">{COURSE["title"]}</a></p><iframe name="lesson" title="Lesson" width="960" height="720" '
            f'allow="autoplay; fullscreen" src="{escape(ours.tool["login"])}?{escape(urlencode(asked))}"></iframe>'
        )

    def show_auth(self, _environ: dict[str, Any], given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        ours = self.platform
        wanted = {"client_id": CLIENT, "redirect_uri": ours.tool["launch"], "response_mode": "form_post"}
        if any(given.get(k) != v for k, v in wanted.items()) or "nonce" not in given:
            return "400 Bad Request", "text/plain", "This is not the tool that was made known."
        fields = {"state": given["state"], "id_token": ours.id_token(given)}
        hidden = "".join(f'<input type="hidden" name="{k}" value="{escape(v)}">' for k, v in fields.items())
        return html(
            f'<form method="post" action="{escape(given["redirect_uri"])}">{hidden}</form>'
            "<script>document.forms[0].submit()</script>"
        )

    def show_return(self, _environ: dict[str, Any], _given: dict[str, str], body: bytes) -> tuple[str, str, str]:
        why = self.platform.take(dict(parse_qsl(body.decode())).get("JWT", ""))
        return html(f"<p>{why or 'It stands in the course now.'} <a href='/' target='_top'>To the course</a></p>")

    def show_keys(self, _environ: dict[str, Any], _given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        public = self.platform.key.as_dict(private=False) | {"kid": self.platform.kid, "use": "sig", "alg": "RS256"}
        return told({"keys": [public]})

    def show_token(self, _environ: dict[str, Any], _given: dict[str, str], body: bytes) -> tuple[str, str, str]:
        form = dict(parse_qsl(body.decode()))
        claims = self.platform.believed(form.get("client_assertion", ""))
        if claims is None or claims.get("sub") != CLIENT or form.get("grant_type") != "client_credentials":
            return "401 Unauthorized", "application/json", '{"error": "invalid_client"}'
        token = secrets.token_urlsafe(16)
        self.platform.tokens[token] = form["scope"]
        return told({"access_token": token, "token_type": "Bearer", "expires_in": 3600, "scope": form["scope"]})

    def show_members(self, environ: dict[str, Any], given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        if not self.platform.may(environ, "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly"):
            return "401 Unauthorized", "text/plain", "No."
        page = int(given.get("page", 1))
        return told(
            {
                "id": page,
                "context": COURSE,
                "members": self.platform.people[:3] if page == 1 else self.platform.people[3:],
            }
        )

    def show_columns(self, environ: dict[str, Any], given: dict[str, str], body: bytes) -> tuple[str, str, str]:
        ours = self.platform
        if not ours.may(environ, f"{AGS}scope/score") or given.get("type") != "lesson":
            return "401 Unauthorized", "text/plain", "No."
        if ours.misbehaves == "busy":
            return "503 Service Unavailable", "text/plain", "Later."
        ours.scores.append(json.loads(body) | {"column": environ["PATH_INFO"].split("/")[2]})
        return "204 No Content", "text/plain", ""

    def show_scores(self, _environ: dict[str, Any], given: dict[str, str], _body: bytes) -> tuple[str, str, str]:
        """Everything that was told, for tests; ``?misbehave=busy`` takes no more until ``?misbehave=``."""
        self.platform.misbehaves = given.get("misbehave", self.platform.misbehaves)
        return told(self.platform.scores)


def opening(link: str, person: dict[str, Any], text: str = "") -> str:
    name = text or f"open as {person.get('name') or person.get('given_name') or person['user_id']}"
    return f'<a href="/open?{escape(urlencode({"link": link, "as": person["user_id"]}))}">{escape(name)}</a>'


def html(body: str) -> tuple[str, str, str]:
    head = f"<!doctype html><meta charset=utf-8><title>{COURSE['title']}</title><body style='font-family:sans-serif'>"
    return "200 OK", "text/html; charset=utf-8", head + body


def told(data: object) -> tuple[str, str, str]:
    return "200 OK", "application/json", json.dumps(data)


def answered(
    start: Start, status: str, media_type: str, text: str, more: list[tuple[str, str]] | None = None
) -> Iterable[bytes]:
    start(status, [("Content-Type", media_type), ("Cache-Control", "no-store"), *(more or [])])
    return [text.encode()]


class Server(ThreadingMixIn, WSGIServer):
    daemon_threads = True


class Quiet(WSGIRequestHandler):
    def log_message(self, format: str, *args: Any) -> None:
        pass


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--port", type=int, required=True)
    port = parser.parse_args().port
    with make_server("127.0.0.1", port, Site(Platform(port)), Server, Quiet) as server:
        server.serve_forever()


if __name__ == "__main__":
    main()
