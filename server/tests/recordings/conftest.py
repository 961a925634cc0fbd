"""A site of the wild web, in which each path misbehaves in its own way."""

import json
import threading
import time
from collections.abc import Iterator
from contextlib import suppress
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

import pytest

from config import links


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
