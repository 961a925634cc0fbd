"""So many students at once, over plain connections: what the benchmarks put on the stack."""

from __future__ import annotations

import http.client
import json
import statistics
import time
import uuid
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from urllib.parse import urlsplit

from conftest import Stack, open_lesson
from playwright.sync_api import Page


class Device:
    """A student's device over one kept connection."""

    def __init__(self, url: str, code: str = "") -> None:
        self.host = urlsplit(url).netloc
        self.code = code
        self.cookies: dict[str, str] = {}
        self.connection = http.client.HTTPConnection(self.host, timeout=15)

    def send(self, method: str, path: str, data: object = None) -> dict[str, object]:
        headers = {"Content-Type": "application/json", "X-CSRFToken": self.cookies.get("csrftoken", "")}
        headers["Cookie"] = "; ".join(f"{k}={v}" for k, v in self.cookies.items())
        try:
            self.connection.request(method, path, json.dumps(data) if data is not None else None, headers)
            answer = self.connection.getresponse()
            text = answer.read()
        except (OSError, http.client.HTTPException):
            self.connection.close()
            raise
        for header in answer.headers.get_all("Set-Cookie") or []:
            name, value = header.split(";", 1)[0].split("=", 1)
            self.cookies[name] = value
        if answer.status >= 500:
            raise ConnectionError(answer.status)
        return dict(json.loads(text)) if text else {}

    def join(self, name: str) -> list[dict[str, str]]:
        base = f"/api/study/{self.code}/"
        self.send("GET", base)
        return self.send("POST", base, {"nickname": name})["lesson"]["items"]  # type: ignore[index]

    def answer(self, item: dict[str, str], answer_id: str) -> None:
        response = {"choice": {"chosen": [0]}, "true_false": {"truth": True}}.get(item["kind"], {"text": "x"})
        given = {"id": answer_id, "item": item["id"], "response": response}
        self.send("POST", f"/api/study/{self.code}/answers/", given)


def a_code(page: Page, name: str) -> str:
    open_lesson(page, "How a canal lock lifts a boat", "Share")
    page.get_by_label("For whom").fill(name)
    page.get_by_role("button", name="Share", exact=True).click()
    link = page.get_by_role("article").filter(has_text=name).locator("a[href*='/s/']").first
    return (link.get_attribute("href") or "").rsplit("/", 1)[1]


def timed(call: Callable[[], object], into: list[float]) -> None:
    began = time.perf_counter()
    call()
    into.append(time.perf_counter() - began)


def p95_ms(seconds: list[float]) -> float:
    return statistics.quantiles(seconds, n=20)[18] * 1000


class Load:
    """So many students who answer everything as fast as they can, each on a connection of their own."""

    def __init__(self, stack: Stack, code: str, students: int) -> None:
        self.devices = [Device(stack.url, code) for _ in range(students)]
        with ThreadPoolExecutor(20) as pool:
            self.items = list(pool.map(lambda pair: pair[1].join(f"S{pair[0]}"), enumerate(self.devices)))

    def run(self, what: Callable[[Device, list[dict[str, str]], list[float]], object]) -> tuple[float, list[float]]:
        """How many a second, and how long each took."""
        took: list[float] = []
        began = time.perf_counter()
        with ThreadPoolExecutor(len(self.devices)) as pool:
            list(pool.map(lambda pair: what(*pair, took), zip(self.devices, self.items, strict=True)))
        return len(took) / (time.perf_counter() - began), took

    def answers(self) -> tuple[float, list[float]]:
        def study(device: Device, items: list[dict[str, str]], took: list[float]) -> None:
            for item in items:
                timed(lambda item=item: device.answer(item, str(uuid.uuid4())), took)  # type: ignore[misc]

        return self.run(study)

    def pings(self) -> tuple[float, list[float]]:
        def ping(device: Device, _items: object, took: list[float]) -> None:
            for _ in range(8):
                timed(lambda: device.send("GET", "/api/ping/"), took)

        return self.run(ping)
