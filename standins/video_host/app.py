"""The stand-in video host as one WSGI application. usage: python app.py --port N"""

from __future__ import annotations

import argparse
import json
import re
import sys
import time
from collections.abc import Callable, Iterable
from pathlib import Path
from socketserver import ThreadingMixIn
from typing import Any
from urllib.parse import parse_qs, urlsplit
from wsgiref.simple_server import WSGIRequestHandler, WSGIServer, make_server

sys.path.insert(0, str(Path(__file__).parent))
from shelf import BY_ID, MEDIA, SHELF, Shown, found  # noqa: E402

SLOW_S = 30
HERE = Path(__file__).parent
Start = Callable[[str, list[tuple[str, str]]], Any]
Answer = tuple[str, str, bytes, list[tuple[str, str]]]


def application(environ: dict[str, Any], start: Start) -> Iterable[bytes]:
    status, media_type, body, more = answer(environ)
    start(status, [("Content-Type", media_type), ("Content-Length", str(len(body))), *more])
    return [body]


def answer(environ: dict[str, Any]) -> Answer:
    origin = f"http://{environ['HTTP_HOST']}"
    path = environ["PATH_INFO"]
    asked = {k: v[0] for k, v in parse_qs(environ.get("QUERY_STRING", "")).items()}
    if path in ("/oembed", "/details"):
        return told(origin, asked.get("url", ""), more if path == "/details" else oembed)
    if path == "/search":
        return as_json({"results": [in_search(origin, s) for s in found(asked.get("q", ""))]})
    if match := re.fullmatch(r"/captions/([\w.-]+\.vtt)", path):
        return file(match[1], "text/vtt; charset=utf-8", environ)
    if match := re.fullmatch(r"/file/([\w.-]+\.webm)", path):
        return file(match[1], "video/webm", environ)
    if match := re.fullmatch(r"/player/([\w-]+)", path):
        return player(match[1])
    if path == "/player.js":
        return "200 OK", "text/javascript", (HERE / "player.js").read_bytes(), []
    if match := re.fullmatch(r"/watch/([\w-]+)", path):
        return watch(match[1])
    return page("".join(f'<li><a href="/watch/{s.id}">{s.title}</a></li>' for s in SHELF)) if path == "/" else missing()


def told(origin: str, link: str, make: Callable[[str, Shown], dict[str, Any]]) -> Answer:
    """What oEmbed or the details say of a link, with all that can go wrong."""
    shown = BY_ID.get(urlsplit(link).path.rsplit("/", 1)[-1])
    if shown is None or shown.trouble == "removed":
        return missing()
    if shown.trouble == "private":
        return "403 Forbidden", "text/plain", b"private", []
    if shown.trouble == "busy":
        return "429 Too Many Requests", "text/plain", b"busy", [("Retry-After", "120")]
    if shown.trouble == "slow":
        time.sleep(SLOW_S)
    if shown.trouble in ("no_player", "live", "playlist", "age"):
        return as_json({"version": "1.0", "type": "link", "title": shown.title, "reason": shown.trouble})
    return as_json(make(origin, shown))


def oembed(origin: str, shown: Shown) -> dict[str, Any]:
    address = f"{origin}/player/{shown.id}"
    return {
        "version": "1.0",
        "type": "video",
        "title": shown.title,
        "duration": shown.duration_s,
        "width": 640,
        "height": 360,
        "html": f'<iframe src="{address}" width="640" height="360"></iframe>',
        "player_url": address,
    }


def more(origin: str, shown: Shown) -> dict[str, Any]:
    return {
        "language": shown.tracks[0].language if shown.tracks else "",
        "captions": [
            {
                "language": t.language,
                "label": t.label,
                "kind": "automatic" if t.automatic else "written",
                "address": f"{origin}/captions/{t.file}",
            }
            for t in shown.tracks
        ],
        "chapters": [{"start": start, "title": title} for start, title in shown.chapters],
    }


def in_search(origin: str, shown: Shown) -> dict[str, Any]:
    kinds = {t.automatic for t in shown.tracks}
    return {
        "link": f"{origin}/watch/{shown.id}",
        "title": shown.title,
        "duration": shown.duration_s,
        "captions": "person" if False in kinds else "machine" if kinds else "none",
        "preview_url": f"{origin}/player/{shown.id}?from=20&to=30",
    }


def player(name: str) -> Answer:
    shown = BY_ID.get(name)
    if shown is None or shown.trouble:
        return missing()
    body = (
        "<!doctype html><meta charset=utf-8><style>html,body{margin:0;height:100%;background:#1f2a37}"
        "video{width:100%;height:100%}</style>"
        f'<video src="/file/{shown.media}" playsinline preload="auto"></video><script src="/player.js"></script>'
    )
    return "200 OK", "text/html; charset=utf-8", body.encode(), []


def watch(name: str) -> Answer:
    shown = BY_ID.get(name)
    if shown is None or shown.trouble == "removed":
        return missing()
    return page(f'<h1>{shown.title}</h1><iframe src="/player/{shown.id}" width="640" height="360"></iframe>')


def page(body: str) -> Answer:
    return "200 OK", "text/html; charset=utf-8", f"<!doctype html><meta charset=utf-8>{body}".encode(), []


def missing() -> Answer:
    return "404 Not Found", "text/plain", b"nothing here", []


def as_json(data: dict[str, Any]) -> Answer:
    return "200 OK", "application/json", json.dumps(data).encode(), []


def file(name: str, media_type: str, environ: dict[str, Any]) -> Answer:
    """A file of the demo, whole or the range asked for."""
    path = MEDIA / name
    if not path.exists():
        return missing()
    data = path.read_bytes()
    match = re.fullmatch(r"bytes=(\d+)-(\d*)", environ.get("HTTP_RANGE", ""))
    if match is None:
        return "200 OK", media_type, data, [("Accept-Ranges", "bytes")]
    first, last = int(match[1]), min(int(match[2] or len(data) - 1), len(data) - 1)
    span = ("Content-Range", f"bytes {first}-{last}/{len(data)}")
    return "206 Partial Content", media_type, data[first : last + 1], [("Accept-Ranges", "bytes"), span]


def setting(origin: str) -> dict[str, str]:
    """How Escuela is told of this host."""
    return {
        "name": "Harbour shelf",
        "origin": origin,
        "oembed": f"{origin}/oembed?url={{link}}",
        "details": f"{origin}/details?url={{link}}",
        "search": f"{origin}/search?q={{words}}",
    }


class Server(ThreadingMixIn, WSGIServer):
    daemon_threads = True


class Quiet(WSGIRequestHandler):
    def log_message(self, *_: Any) -> None:
        """Says nothing."""


if __name__ == "__main__":
    parser = argparse.ArgumentParser(description="The stand-in video host.")
    parser.add_argument("--port", type=int, required=True)
    parser.add_argument(
        "--setting", action="store_true", help="print what ESCUELA_RECORDING_HOSTS must be for this host, and stop"
    )
    given = parser.parse_args()
    if given.setting:
        sys.stdout.write(json.dumps([setting(f"http://127.0.0.1:{given.port}")]))
    else:
        make_server("127.0.0.1", given.port, application, Server, Quiet).serve_forever()
