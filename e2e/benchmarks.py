"""Measurements on the whole stack, each beside its baseline. Run by ops/benchmarks.sh, for docs/benchmarks.md."""

from __future__ import annotations

import http.client
import json
import os
import statistics
import subprocess
import time
import uuid
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from urllib.parse import urlsplit

import psycopg
from conftest import ROOT, NewPage, Stack, open_lesson, sign_in_demo, until
from playwright.sync_api import Page

PAUSES = 40
TIMEUPDATE = """
(target) => new Promise((done) => {
  const video = document.querySelector('video');
  const listen = () => {
    if (video.currentTime * 1000 < target) return;
    video.removeEventListener('timeupdate', listen);
    video.pause();
    done(video.currentTime * 1000 - target);
  };
  video.addEventListener('timeupdate', listen);
  video.currentTime = (target - 1200) / 1000;
  video.play();
})
"""


def say(line: str) -> None:
    os.write(1, f"{line}\n".encode())


def row(name: str, late: list[float]) -> str:
    return f"| {name} | {statistics.median(late):.1f} | {max(late):.1f} | {min(late):.1f} |"


def test_pause_lateness(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "How a canal lock lifts a boat", "Items")
    page.keyboard.press("r")
    page.get_by_text("Rehearsal, nothing is recorded").wait_for()
    ours, plain = [], []
    ruler = page.get_by_role("navigation", name="Pauses").get_by_role("button")
    stops = ruler.count() - 1
    for n in range(PAUSES):
        page.evaluate("delete document.documentElement.dataset.pauseLateMs")
        ruler.nth(n % stops).click()
        until(page, "document.documentElement.dataset.pauseLateMs !== undefined")
        ours.append(float(page.evaluate("document.documentElement.dataset.pauseLateMs")))
    open_lesson(page, "How a canal lock lifts a boat", "Script")
    until(page, "document.querySelector('video')?.readyState > 2")
    for n in range(PAUSES):
        plain.append(float(page.evaluate(TIMEUPDATE, 15_000 + 4_000 * n)))
    say("\n| pause lateness, ms | median | worst | earliest |\n|---|---|---|---|")
    say(row("Escuela", ours))
    say(row("a player that listens to timeupdate", plain))


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


def test_answers_per_second(new_page: NewPage, stack: Stack) -> None:
    page = new_page()
    sign_in_demo(page)
    code = a_code(page, "Load")
    devices = [Device(stack.url, code) for _ in range(50)]
    items = [d.join(f"S{n}") for n, d in enumerate(devices)]
    pinged: list[float] = []

    def ping(device: Device) -> None:
        for _ in range(8):
            began = time.perf_counter()
            device.send("GET", "/api/ping/")
            pinged.append(time.perf_counter() - began)

    answered: list[float] = []

    def answers(pair: tuple[Device, list[dict[str, str]]]) -> None:
        for item in pair[1]:
            began = time.perf_counter()
            pair[0].answer(item, str(uuid.uuid4()))
            answered.append(time.perf_counter() - began)

    with ThreadPoolExecutor(50) as pool:
        began = time.perf_counter()
        list(pool.map(ping, devices))
        pings = len(pinged) / (time.perf_counter() - began)
        began = time.perf_counter()
        list(pool.map(answers, zip(devices, items, strict=True)))
        rate = len(answered) / (time.perf_counter() - began)
    p95 = statistics.quantiles(answered, n=20)[18] * 1000
    say("\n| 50 students at once, one server process | per second | p95, ms |\n|---|---|---|")
    say(f"| answers, marked and stored | {rate:.0f} ({rate / pings:.0%} of ping) | {p95:.0f} |")
    say(f"| the bare framework's ping | {pings:.0f} | {statistics.quantiles(pinged, n=20)[18] * 1000:.0f} |")


def test_kill_everything_in_turn(new_page: NewPage, stack: Stack) -> None:
    """kill -9 of server, worker and database in turn during 200 answers, each sent again until taken."""
    page = new_page()
    sign_in_demo(page)
    code = a_code(page, "Storm")
    devices = [Device(stack.url, code) for _ in range(25)]
    work = [(d, i) for n, d in enumerate(devices) for i in d.join(f"K{n}")]
    for number, (device, item) in enumerate(work[:200]):
        if number in (40, 120):
            stack.kill(stack.server)
            stack.start_server()
        if number in (60, 140):
            stack.kill(stack.worker)
            stack.start_worker()
        if number in (80, 160):
            kill_database()
        send_until_taken(device, item, str(uuid.uuid4()))
    with psycopg.connect(stack.environment["DATABASE_URL"]) as connection:
        found = connection.execute(
            "SELECT count(*), count(DISTINCT (a.student_id, a.item_id)) FROM study_answer a JOIN study_student s ON "
            "s.id = a.student_id JOIN assignments_assignment g ON g.id = s.assignment_id WHERE g.code = %s",
            [code],
        ).fetchone()
    assert found is not None
    lost, doubled = 200 - found[1], found[0] - found[1]
    say(f"\nkill -9 of server, worker, database, twice each, during 200 answers: {lost} lost, {doubled} doubled")
    assert found == (200, 200)


def send_until_taken(device: Device, item: dict[str, str], answer_id: str) -> None:
    for _ in range(100):
        try:
            device.answer(item, answer_id)
            device.answer(item, answer_id)
        except (OSError, http.client.HTTPException):
            time.sleep(0.3)
        else:
            return
    raise AssertionError("an answer was never taken")


def kill_database() -> None:
    pid = (Path(os.environ["PGBASE"]) / "data" / "postmaster.pid").read_text().split("\n")[0]
    subprocess.run(["kill", "-9", pid], check=True)
    subprocess.run([ROOT / "ops" / "pg.sh", "start"], check=True, stdout=subprocess.DEVNULL)
