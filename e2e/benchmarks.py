"""Measurements on the whole stack, each beside its baseline. Run by ops/benchmarks.sh, for docs/benchmarks.md."""

from __future__ import annotations

import http.client
import json
import os
import random
import socket
import statistics
import subprocess
import threading
import time
import uuid
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from urllib.parse import urlsplit

import psycopg
import pytest
from conftest import ROOT, NewPage, Stack, open_lesson, sign_in_demo, until
from load import Device, Load, a_code, p95_ms, timed

PAUSES = 40
STUDENTS, ANSWERS_EACH = 200, 50
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
    page.get_by_text("Preview: nothing is saved").wait_for()
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


@pytest.mark.parametrize("students", [50, 200])
def test_answers_per_second(new_page: NewPage, stack: Stack, students: int) -> None:
    page = new_page()
    sign_in_demo(page)
    load = Load(stack, a_code(page, f"Load {students}"), students)
    pings, pinged = load.pings()
    answers, answered = load.answers()
    say(f"\n| {students} students at once, one server process | per second | p95, ms |\n|---|---|---|")
    say(f"| answers, marked and stored | {answers:.0f} ({answers / pings:.0%} of ping) | {p95_ms(answered):.0f} |")
    say(f"| the bare framework's ping | {pings:.0f} | {p95_ms(pinged):.0f} |")


def test_slow_readers_of_recordings_stop_no_answer(new_page: NewPage, stack: Stack) -> None:
    """50 who read a recording at a few bytes a second, while 50 students answer."""
    page = new_page()
    sign_in_demo(page)
    alone = Load(stack, a_code(page, "Nobody reads"), 50).answers()
    beside = Load(stack, a_code(page, "Fifty read"), 50)
    media = str(beside.devices[0].send("GET", f"/api/study/{beside.devices[0].code}/")["lesson"]["media_url"])  # type: ignore[index]
    readers = [SlowReader(stack.url, media) for _ in range(50)]
    reading = beside.answers()
    for reader in readers:
        reader.stop()
    say("\n| 50 students answer | per second | p95, ms |\n|---|---|---|")
    say(f"| nobody reads a recording | {alone[0]:.0f} | {p95_ms(alone[1]):.0f} |")
    say(f"| 50 slow readers at the same time | {reading[0]:.0f} | {p95_ms(reading[1]):.0f} |")
    assert all(reader.began for reader in readers)


class SlowReader:
    """Asks for a recording over a small window and takes 200 bytes of it a second."""

    def __init__(self, url: str, path: str) -> None:
        self.socket = socket.socket()
        self.socket.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2_048)
        host, port = urlsplit(url).netloc.split(":")
        self.socket.connect((host, int(port)))
        self.socket.sendall(f"GET {path} HTTP/1.1\r\nHost: {host}:{port}\r\n\r\n".encode())
        self.began, self.over = False, threading.Event()
        self.thread = threading.Thread(target=self.read, daemon=True)
        self.thread.start()

    def read(self) -> None:
        while not self.over.is_set() and self.socket.recv(200):
            self.began = True
            self.over.wait(1)

    def stop(self) -> None:
        self.over.set()
        self.socket.close()


def test_kill_everything_at_random(new_page: NewPage, stack: Stack) -> None:
    """kill -9 of server, worker and database at random moments during 10,000 answers of 200 students."""
    page = new_page()
    sign_in_demo(page)
    code = a_code(page, "Storm")
    # With feedback at the end an item takes its ten tries whatever was answered.
    with psycopg.connect(stack.environment["DATABASE_URL"]) as connection:
        connection.execute(
            "UPDATE assignments_assignment SET attempts = 10, feedback = 'at_end' WHERE code = %s", [code]
        )
    devices = [Device(stack.url, code) for _ in range(STUDENTS)]
    items = [[i for i in d.join(f"K{n}") if i["kind"] != "open"] for n, d in enumerate(devices)]
    killed = {"server": 0, "worker": 0, "database": 0}
    over = threading.Event()

    def kill() -> None:
        chance = random.Random(11)
        while not over.wait(chance.uniform(2, 6)):
            what = chance.choice(sorted(killed))
            killed[what] += 1
            if what == "server":
                stack.kill(stack.server)
                stack.start_server()
            elif what == "worker":
                stack.kill(stack.worker)
                stack.start_worker()
            else:
                kill_database()

    def study(number: int) -> None:
        asked = items[number]
        for n in range(ANSWERS_EACH):
            send_until_taken(devices[number], asked[n % len(asked)], str(uuid.uuid4()))

    killer = threading.Thread(target=kill)
    killer.start()
    with ThreadPoolExecutor(40) as pool:
        list(pool.map(study, range(STUDENTS)))
    over.set()
    killer.join()
    wanted = STUDENTS * ANSWERS_EACH
    with psycopg.connect(stack.environment["DATABASE_URL"]) as connection:
        found = connection.execute(
            "SELECT count(*), count(DISTINCT (a.student_id, a.item_id, a.number)) FROM study_answer a "
            "JOIN study_student s ON s.id = a.student_id "
            "JOIN assignments_assignment g ON g.id = s.assignment_id WHERE g.code = %s",
            [code],
        ).fetchone()
    assert found is not None
    times = ", ".join(f"{what} {count} times" for what, count in killed.items())
    say("\n| kill -9 | answers | lost | doubled |\n|---|---|---|---|")
    say(f"| {times} | {wanted} | {wanted - found[1]} | {found[0] - wanted} |")
    assert found == (wanted, wanted)


def send_until_taken(device: Device, item: dict[str, str], answer_id: str) -> None:
    for _ in range(400):
        try:
            # Twice, as a device does that did not hear the first time.
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


class Phone(threading.Thread):
    """A phone in the room: it takes events as they come, and notes when each phase reached it."""

    def __init__(self, device: Device) -> None:
        super().__init__(daemon=True)
        self.device = device
        self.reached: dict[tuple[str, str], float] = {}
        self.connection = http.client.HTTPConnection(device.host, timeout=60)
        self.start()

    def run(self) -> None:
        cookies = "; ".join(f"{k}={v}" for k, v in self.device.cookies.items())
        headers = {"Cookie": cookies, "Accept": "text/event-stream"}
        self.connection.request("GET", f"/api/study/{self.device.code}/room/events/", headers=headers)
        answer = self.connection.getresponse()
        while line := answer.readline():
            if line.startswith(b"data: {"):
                told = json.loads(line[6:])
                item = (told["question"] or {}).get("id", "")
                self.reached.setdefault((told["phase"], item), time.perf_counter())


def resident_mb(pid: int) -> float:
    """Of a process and those it has started."""
    ids = subprocess.run(["pgrep", "-g", str(pid)], capture_output=True, text=True, check=True).stdout.split()
    pages = (int(Path(f"/proc/{i}/statm").read_text().split()[1]) for i in ids)
    return sum(pages) * os.sysconf("SC_PAGE_SIZE") / 1e6


def test_two_hundred_phones_in_the_room(new_page: NewPage, stack: Stack) -> None:
    """From a step of the teacher to the last phone, while everybody answers in between; beside it the bare ping."""
    page = new_page()
    sign_in_demo(page)
    code = a_code(page, "In the room")
    page.get_by_role("article").filter(has_text="In the room").get_by_role("link", name="Play it in class").click()
    load = Load(stack, code, 200)
    page.get_by_role("button", name="Let students in").click()
    page.get_by_role("button", name="Begin").wait_for()
    teacher = Device(stack.url)
    teacher.cookies = {c["name"]: c["value"] for c in page.context.cookies()}  # type: ignore[typeddict-item]
    path = f"/api/assignments/{page.url.split('/assignments/')[1].split('/')[0]}/room/"
    page.close()
    phones = [Phone(d) for d in load.devices]
    while not all(p.reached for p in phones):
        time.sleep(0.2)
    took: dict[str, list[float]] = {"ask": [], "spread": [], "tell": []}
    answered: list[float] = []
    assert stack.server is not None
    before = resident_mb(stack.server.pid)
    for item in load.items[0]:
        for step, phase in (("ask", "asking"), ("spread", "spread"), ("tell", "told")):
            version = teacher.send("GET", path)["room"]["version"]  # type: ignore[index]
            began = time.perf_counter()
            teacher.send("PATCH", path, {"step": step, "version": version, "item": item["id"]})
            while not all((phase, item["id"]) in p.reached for p in phones):
                time.sleep(0.02)
            took[step] += [p.reached[phase, item["id"]] - began for p in phones]
            if step == "ask":
                with ThreadPoolExecutor(200) as pool:
                    list(
                        pool.map(
                            lambda d, item=item: timed(lambda: d.answer(item, str(uuid.uuid4())), answered),  # type: ignore[misc]
                            load.devices,
                        )
                    )
    say("\n| 200 phones in the room, one server process | median, ms | p95, ms | last, ms |\n|---|---|---|---|")
    for step, late in (*took.items(), ("an answer", answered), ("the bare framework's ping", load.pings()[1])):
        say(f"| {step} | {statistics.median(late) * 1000:.0f} | {p95_ms(late):.0f} | {max(late) * 1000:.0f} |")
    say(f"\nResident memory of the server: {before:.0f} MB before, {resident_mb(stack.server.pid):.0f} MB after.")
    with psycopg.connect(stack.environment["DATABASE_URL"]) as connection:
        found = connection.execute(
            "SELECT count(*) FROM study_answer a JOIN study_student s ON s.id = a.student_id "
            "JOIN assignments_assignment g ON g.id = s.assignment_id WHERE g.code = %s",
            [code],
        ).fetchone()
    assert found == (200 * len(load.items[0]),)
