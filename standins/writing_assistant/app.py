"""The stand-in writing assistant as one WSGI application. usage: python app.py --port N [--setting]"""

from __future__ import annotations

import argparse
import json
import re
import sys
import time
from collections import Counter
from collections.abc import Callable, Iterable, Iterator
from socketserver import ThreadingMixIn
from typing import Any
from wsgiref.simple_server import WSGIRequestHandler, WSGIServer, make_server

from reading import opinions

SLOW_S = 30
PIECE = 24
Start = Callable[[str, list[tuple[str, str]]], Any]
_asked: Counter[str] = Counter()


def application(environ: dict[str, Any], start: Start) -> Iterable[bytes]:
    if environ["PATH_INFO"] != "/v1/chat/completions" or environ["REQUEST_METHOD"] != "POST":
        return refused(start, "404 Not Found")
    try:
        given = json.loads(environ["wsgi.input"].read(int(environ.get("CONTENT_LENGTH") or 0)))
        model, user = str(given["model"]), str(given["messages"][-1]["content"])
    except (ValueError, KeyError, TypeError, IndexError):
        return refused(start, "400 Bad Request")
    _asked[model] += 1
    if model == "slow":
        time.sleep(SLOW_S)
    if model == "busy" or (model == "busy-once" and _asked[model] == 1):
        return refused(start, "429 Too Many Requests", [("Retry-After", "1")])
    if model == "broken" or (model == "broken-once" and _asked[model] == 1):
        return refused(start, "500 Internal Server Error")
    text = said(model, user)
    tokens = {"prompt_tokens": len(user) // 4, "completion_tokens": len(text) // 4}
    if not given.get("stream"):
        start("200 OK", [("Content-Type", "application/json")])
        return [json.dumps({"choices": [{"message": {"content": text}}], "usage": tokens}).encode()]
    start("200 OK", [("Content-Type", "text/event-stream")])
    return streamed(text, tokens, whole=model != "cut-off")


def refused(start: Start, status: str, more: list[tuple[str, str]] | None = None) -> Iterable[bytes]:
    start(status, [("Content-Type", "application/json"), *(more or [])])
    return [json.dumps({"error": {"message": status}}).encode()]


def streamed(text: str, tokens: dict[str, int], *, whole: bool) -> Iterator[bytes]:
    for at in range(0, len(text), PIECE):
        yield event({"choices": [{"delta": {"content": text[at : at + PIECE]}}]})
    if whole:
        yield event({"choices": [], "usage": tokens})
        yield b"data: [DONE]\n\n"


def event(data: dict[str, Any]) -> bytes:
    return f"data: {json.dumps(data)}\n\n".encode()


def said(model: str, user: str) -> str:
    if "<items>" in user:
        return opinions(model, user)
    if "<texts>" in user:
        return rewritten(model, user)
    wanted = int(found[1]) if (found := re.search(r"Write (\d+) items", user)) else 5
    talk = user.rsplit("<transcript>", maxsplit=1)[-1]
    sentences = [(int(a), int(b), text) for a, b, text in re.findall(r"\[(\d+)-(\d+)\] (.+)", talk)]
    items = [item for s in sentences if (item := written(s, model)) is not None]
    step = max(1, len(items) // max(1, wanted))
    chosen = items[::step][:wanted]
    if model == "invented":
        chosen = [invented(n) for n in range(wanted)]
    if model == "obedient" and "praise the speaker" in talk:
        chosen = [{"kind": "true_false", "prompt": "This lecture is the finest ever held.", "answer": True}]
    answer = json.dumps({"items": chosen}, ensure_ascii=False, indent=1)
    if model == "cut-off":
        return answer[: len(answer) * 2 // 3]
    return f"Here are your questions!\n```json\n{answer}\n```\nGood luck." if model == "talkative" else answer


def rewritten(model: str, user: str) -> str:
    """Each text after the tag it is wanted in: no language, but what belongs where can be told."""
    tag = re.search(r"Wording: (\S+)", user)
    rows = re.findall(r"^\[(\d+)\] (.+)$", user, re.MULTILINE)
    texts = [{"id": int(n), "text": f"({tag[1] if tag else ''}) {text}"} for n, text in rows]
    if model == "forgetful":
        texts = texts[::2]
    answer = json.dumps({"texts": texts}, ensure_ascii=False)
    return answer[: len(answer) * 2 // 3] if model == "cut-off" else answer


def written(sentence: tuple[int, int, str], model: str) -> dict[str, Any] | None:
    """A gap of the longest word of a sentence, spoilt as the model says."""
    start_ms, end_ms, text = sentence
    words = re.findall(r"[^\W\d_]{5,}", text)
    if not 6 <= len(text.split()) <= 22 or not words or text.endswith("?"):
        return None
    key = max(words, key=len)
    prompt = text.replace(key, "___", 1)
    evidence = [{"start_ms": start_ms, "end_ms": end_ms}]
    if model == "wrong-times":
        evidence = [{"start_ms": start_ms + 86_400_000, "end_ms": end_ms + 86_400_000}]
    if model == "two-keys":
        options = [{"text": key, "correct": True}, {"text": key[::-1], "correct": True}]
        return {"kind": "choice", "prompt": f"Complete: {prompt}", "options": options, "evidence": evidence}
    if model == "other-language":
        german = "Welches Wort ergänzt den gesprochenen Satz über die heutige Vorführung am ehesten ___?"
        return {"kind": "gap", "prompt": german, "answers": [key], "evidence": evidence}
    return {"kind": "gap", "prompt": prompt, "answers": [key], "explanation": text, "evidence": evidence}


def invented(number: int) -> dict[str, Any]:
    things = ("dragon", "submarine", "volcano", "orchestra", "satellite")
    thing = things[number % len(things)]
    prompt = f"The {thing} of Captain Zembla weighs {number + 3} tons."
    return {"kind": "true_false", "prompt": prompt, "answer": True}


class Server(ThreadingMixIn, WSGIServer):
    daemon_threads = True


class Quiet(WSGIRequestHandler):
    def log_message(self, format: str, *args: Any) -> None:
        pass


def setting(port: int, model: str = "good") -> dict[str, Any]:
    url = f"http://127.0.0.1:{port}/v1/chat/completions"
    return {"name": "stand-in assistant", "url": url, "model": model, "timeout_s": 20}


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--port", type=int, required=True)
    parser.add_argument("--setting", action="store_true", help="print the value of ESCUELA_WRITER and end")
    given = parser.parse_args()
    if given.setting:
        sys.stdout.write(json.dumps(setting(given.port)))
        return
    with make_server("127.0.0.1", given.port, application, Server, Quiet) as server:
        server.serve_forever()


if __name__ == "__main__":
    main()
