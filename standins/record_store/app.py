"""The stand-in record store as one WSGI application (xAPI 1.0.3). usage: python app.py --port N"""

from __future__ import annotations

import argparse
import base64
import json
import time
from collections.abc import Callable, Iterable
from html import escape
from socketserver import ThreadingMixIn
from typing import Any
from urllib.parse import parse_qs
from wsgiref.simple_server import WSGIRequestHandler, WSGIServer, make_server

KEY, SECRET = "escuela", "made-up"
SLOW_S = 30
Start = Callable[[str, list[tuple[str, str]]], Any]


class Records:
    """What it was sent, by id; gone when it ends. ``misbehaves`` says how it fails: busy, slow, odd."""

    def __init__(self) -> None:
        self.statements: dict[str, dict[str, Any]] = {}
        self.misbehaves = ""

    def __call__(self, environ: dict[str, Any], start: Start) -> Iterable[bytes]:
        path, method = environ["PATH_INFO"].rstrip("/"), environ["REQUEST_METHOD"]
        if path == "/misbehave":
            self.misbehaves = parse_qs(environ.get("QUERY_STRING", "")).get("how", [""])[0]
            return said(start, "200 OK", f"From now on: {self.misbehaves or 'as it should be'}.")
        if path == "":
            return said(start, "200 OK", self.page(), "text/html; charset=utf-8")
        if path != "/xapi/statements":
            return said(start, "404 Not Found", "There is nothing here.")
        if environ.get("HTTP_AUTHORIZATION") != f"Basic {base64.b64encode(f'{KEY}:{SECRET}'.encode()).decode()}":
            return said(start, "401 Unauthorized", "Who is it?")
        if not environ.get("HTTP_X_EXPERIENCE_API_VERSION", "").startswith("1.0."):
            return said(start, "400 Bad Request", "The version is missing.")
        if method == "GET":
            return told(start, {"statements": list(self.statements.values()), "more": ""})
        return self.take(start, environ["wsgi.input"].read(int(environ.get("CONTENT_LENGTH") or 0)))

    def take(self, start: Start, body: bytes) -> Iterable[bytes]:
        if self.misbehaves == "busy":
            return said(start, "503 Service Unavailable", "Later.")
        if self.misbehaves == "slow":
            time.sleep(SLOW_S)
        if self.misbehaves == "odd":
            return told(start, {"error": "The disk is full."})
        rows = json.loads(body)
        if any({"id", "actor", "verb", "object"} - row.keys() for row in rows):
            return said(start, "400 Bad Request", "A statement lacks a part.")
        if any(row["id"] in self.statements for row in rows):
            return said(start, "409 Conflict", "One of them is here already.")
        self.statements |= {row["id"]: row for row in rows}
        return told(start, [row["id"] for row in rows])

    def page(self) -> str:
        rows = "".join(
            f"<tr><td>{escape(s['actor']['account']['name'])}<td>{escape(s['verb']['display']['en'])}"
            f"<td>{escape(s['result'].get('response', ''))}</tr>"
            for s in self.statements.values()
        )
        return (
            "<!doctype html><meta charset=utf-8><title>Record store</title><body style='font-family:sans-serif'>"
            f"<h1>Record store</h1><p>Address: …/xapi · key: {KEY} · secret: {SECRET}</p><table>{rows}</table>"
        )


def said(start: Start, status: str, text: str, media_type: str = "text/plain") -> Iterable[bytes]:
    start(status, [("Content-Type", media_type), ("Cache-Control", "no-store")])
    return [text.encode()]


def told(start: Start, data: object) -> Iterable[bytes]:
    return said(start, "200 OK", json.dumps(data), "application/json")


class Server(ThreadingMixIn, WSGIServer):
    daemon_threads = True


class Quiet(WSGIRequestHandler):
    def log_message(self, format: str, *args: Any) -> None:
        pass


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--port", type=int, required=True)
    with make_server("127.0.0.1", parser.parse_args().port, Records(), Server, Quiet) as server:
        server.serve_forever()


if __name__ == "__main__":
    main()
