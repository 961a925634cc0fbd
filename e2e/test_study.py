"""The student's room where it is hard: keys alone, no network, leaving and returning, a server that dies."""

from __future__ import annotations

import json
import re
import urllib.request
import uuid

from conftest import NewPage, Stack, open_lesson, played_to, saved, sign_in_demo, until
from playwright.sync_api import Page, expect

# The space bar in the very instant in which the room stands in the page.
PRESSED_AT_ONCE = """new MutationObserver((_, watching) => {
  if (!document.querySelector("video")) return;
  watching.disconnect();
  document.body.dispatchEvent(new KeyboardEvent("keydown", { key: " ", bubbles: true, cancelable: true }));
}).observe(document, { childList: true, subtree: true })"""


def a_link(page: Page, name: str, *choices: str, grace: str = "1 hour") -> str:
    """A new assignment of the demo's ready lesson, with what is chosen by its label."""
    open_lesson(page, "How a canal lock lifts a boat", "Share")
    saved(page)
    page.get_by_label("For whom").fill(name)
    for choice in choices:
        page.get_by_label(choice).check()
    page.get_by_label("Answers given offline").select_option(label=grace)
    with page.expect_response(lambda r: r.request.method == "POST" and r.url.endswith("/assignments/")) as shared:
        page.get_by_role("button", name="Share", exact=True).click()
    page.get_by_role("article").filter(has_text=name).first.wait_for()
    return str(shared.value.json()["link"])


def enter(student: Page, link: str, name: str) -> None:
    student.goto(link)
    student.get_by_label("Your name").fill(name)
    student.keyboard.press("Enter")
    student.get_by_role("button", name="Play").wait_for()


def card(student: Page):  # noqa: ANN201
    found = student.get_by_role("region", name=re.compile("Item"))
    found.wait_for(timeout=40_000)
    return found


def test_a_lesson_is_studied_with_keys_alone(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page()
    enter(student, a_link(teacher, "Keys alone"), "Kim")
    for size in ("1", "1.5", "2", "0"):
        student.keyboard.press("c")
        expect(student.locator(f"[data-captions='{size}'] video")).to_be_visible()
    student.keyboard.press("Space")
    card(student)
    late_ms = float(student.evaluate("document.documentElement.dataset.pauseLateMs"))
    assert 0 <= late_ms < 250
    student.keyboard.press("a")
    student.keyboard.press("h")
    expect(student.get_by_role("button", name="Back to the item")).to_be_visible()
    student.keyboard.press("Escape")
    expect(student.get_by_role("radio").first).to_be_checked()
    student.keyboard.press("Enter")
    expect(student.get_by_text("not right")).to_be_visible()
    student.keyboard.press("r")
    student.keyboard.press("b")
    student.keyboard.press("Enter")
    expect(student.get_by_text("right at try 2")).to_be_visible()
    expect(student.get_by_text("the lock makes up the difference")).to_be_visible()
    before = student.evaluate("document.querySelector('video').currentTime")
    student.keyboard.press("h")
    expect(student.get_by_role("button", name="Back to the item")).to_be_visible()
    assert student.evaluate("document.querySelector('video').currentTime") < before
    student.keyboard.press("Escape")
    student.keyboard.press("Enter")
    played_to(student, int(before * 1000) + 500)
    # A note at this moment, for nobody else, still there on coming back.
    student.keyboard.press("m")
    student.keyboard.type("Three metres, not six")
    student.keyboard.press("Enter")
    expect(student.get_by_text("Your notes (1)")).to_be_visible()
    # Notes that are there take no key away from the recording, not even one pressed as soon as they are seen.
    student.add_init_script(PRESSED_AT_ONCE)
    student.reload()
    expect(student.get_by_text("Three metres, not six")).to_be_visible()
    expect(student.get_by_role("button", name="Pause")).to_be_visible()
    # Words are found in any form, and a press on what was found plays it.
    student.keyboard.press("/")
    student.keyboard.type("rope bow")
    expect(student.get_by_text("Said in 1 sentence")).to_be_visible()
    student.keyboard.press("Tab")
    found = student.evaluate("document.activeElement.innerText")
    student.keyboard.press("Enter")
    minutes, seconds = (int(part) for part in found.split(":"))
    until(student, f"Math.abs(document.querySelector('video').currentTime - {minutes * 60 + seconds}) < 3")


def test_without_a_network_answers_wait_and_arrive_once(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page(width=360, height=740, phone=True)
    enter(student, a_link(teacher, "Tunnel"), "Tom")
    student.get_by_role("button", name="Play").tap()
    asked = card(student)
    student.context.set_offline(True)
    asked.get_by_role("radio").nth(1).tap()
    asked.get_by_role("button", name="Answer").tap()
    expect(student.get_by_text("Saved on this device.")).to_be_visible()
    expect(student.get_by_text("1 answer will be sent")).to_be_visible()
    asked.get_by_role("button", name="Continue").tap()
    student.context.set_offline(False)
    expect(student.get_by_text("1 answer will be sent")).to_have_count(0, timeout=15_000)
    student.reload()
    expect(student.get_by_text("1 of 8 answered")).to_be_visible()
    open_lesson(teacher, "How a canal lock lifts a boat", "Results")
    teacher.get_by_role("combobox", name="Class").select_option(label="Tunnel")
    teacher.keyboard.press("Shift+W")
    expect(teacher.get_by_role("cell", name="right first time")).to_have_count(1)


def test_leaving_and_returning_goes_on_where_it_was(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page()
    link = a_link(teacher, "Return")
    enter(student, link, "Rita")
    student.keyboard.press("Space")
    card(student)
    student.keyboard.press("n")
    expect(student.get_by_text("not sure yet", exact=True)).to_be_visible()
    student.close()
    again = student.context.new_page()
    again.goto(link)
    again.get_by_role("button", name="Continue as Rita").click()
    expect(again.get_by_text("1 of 8 answered")).to_be_visible()
    until(again, "document.querySelector('video').currentTime > 10")


def test_whoever_may_not_skip_stays_where_they_are(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page()
    enter(student, a_link(teacher, "No skipping", "only what was watched before"), "Sam")
    student.get_by_label("Position in the recording").fill("120000")
    assert student.evaluate("document.querySelector('video').currentTime") < 5
    student.keyboard.press("/")
    student.keyboard.type("paddles")
    student.get_by_role("button", name=re.compile(r"^\d:\d\d$")).last.click()
    assert student.evaluate("document.querySelector('video').currentTime") < 5


def test_nothing_is_lost_or_doubled_when_the_server_is_killed(new_page: NewPage, stack: Stack) -> None:
    """Answers sent again and again by a device while the server dies under it, as the outbox does."""
    teacher = new_page()
    sign_in_demo(teacher)
    code = a_link(teacher, "Storm").rsplit("/", 1)[1]
    device = Device(stack.url, code)
    device.join("Stu")
    items = device.get()["lesson"]["items"]
    for number, item in enumerate(items):
        if number == 3:
            stack.kill(stack.server)
            stack.start_server()
        answer_id = str(uuid.uuid4())
        response = {"choice": {"chosen": [0]}, "true_false": {"truth": True}}.get(item["kind"], {"text": "x"})
        for _ in range(3):
            device.post("answers/", {"id": answer_id, "item": item["id"], "response": response})
    told = device.get()["student"]["items"]
    assert [len(i["answers"]) for i in told] == [1] * len(items)


class Device:
    """A student's device without a browser: cookies and JSON."""

    def __init__(self, url: str, code: str) -> None:
        self.base = f"{url}/api/study/{code}/"
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor())
        self.token = ""

    def get(self) -> dict:  # type: ignore[type-arg]
        with self.opener.open(self.base, timeout=10) as answer:
            return json.load(answer)

    def join(self, name: str) -> None:
        self.get()
        jar = next(h for h in self.opener.handlers if isinstance(h, urllib.request.HTTPCookieProcessor)).cookiejar
        self.token = next(c.value or "" for c in jar if c.name == "csrftoken")
        self.post("", {"nickname": name})

    def post(self, path: str, data: dict[str, object]) -> None:
        headers = {"Content-Type": "application/json", "X-CSRFToken": self.token}
        request = urllib.request.Request(self.base + path, json.dumps(data).encode(), headers, method="POST")
        self.opener.open(request, timeout=10).close()


def test_the_answer_is_in_sight_and_the_keys_go_on_in_every_window(new_page: NewPage) -> None:
    """A small laptop, a phone upright and sideways; from the front page, with the whole link in place of the code."""
    teacher = new_page()
    sign_in_demo(teacher)
    link = a_link(teacher, "Windows")
    for width, height in ((1366, 650), (360, 740), (740, 360)):
        student = new_page(width=width, height=height)
        student.goto("/")
        student.get_by_label("Lesson code").fill(f"Here: {link}")
        student.keyboard.press("Enter")
        student.get_by_label("Your name").fill(f"Kim {width}")
        student.keyboard.press("Enter")
        student.get_by_role("button", name="Play").wait_for()
        student.get_by_label("Position in the recording").fill("14000")
        student.keyboard.press("Space")
        asked = card(student)
        assert student.title().startswith("Item 1 of 8")
        box = asked.get_by_role("button", name="Answer", exact=True).bounding_box()
        assert box is not None
        assert box["y"] + box["height"] <= height, (width, height)
        student.keyboard.press("n")
        expect(student.get_by_text("not sure yet", exact=True)).to_be_visible()
        student.keyboard.press("Enter")
        asked.get_by_role("radio").first.wait_for()
        student.keyboard.press("b")
        student.keyboard.press("Enter")
        expect(student.get_by_text("right at try 2")).to_be_visible()


def test_a_lesson_kept_on_a_device_is_studied_without_a_network_reload_included(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page(width=360, height=740, phone=True)
    enter(student, a_link(teacher, "On the boat", "all beside the recording"), "Noa")
    code = student.url.rsplit("/", 1)[1]
    # What is looked for in other words is found by its meaning.
    student.get_by_text("Find in the recording").tap()
    student.get_by_role("searchbox").fill("why does pressure not open the gates?")
    expect(student.get_by_text("sentences are similar in meaning")).to_be_visible()
    expect(student.get_by_text("The harder the water presses")).to_be_visible()
    # Its size is said before.
    student.get_by_role("button", name=re.compile(r"Keep on this device \(\d")).tap()
    expect(student.get_by_text("Kept on this device")).to_be_visible()

    student.context.set_offline(True)
    student.reload()
    student.get_by_role("button", name="Play").tap()
    played_to(student, 3_000)
    student.evaluate("document.querySelector('video').currentTime = 150")
    played_to(student, 151_000)
    student.get_by_role("radio", name="Almost three metres").check(force=True)
    student.get_by_role("button", name="Answer", exact=True).tap()
    expect(student.get_by_text("1 answer will be sent", exact=False)).to_be_visible()
    # Loaded again, what waits counts as answered, and the next is open.
    student.reload()
    expect(student.get_by_role("heading", name=re.compile("What makes the water"))).to_be_visible()
    student.context.set_offline(False)
    student.evaluate("window.dispatchEvent(new Event('online'))")
    expect(student.get_by_text("1 answer will be sent", exact=False)).to_have_count(0)

    # Without a network once more: what has arrived is known there too.
    student.context.set_offline(True)
    student.reload()
    expect(student.get_by_role("heading", name=re.compile("What makes the water"))).to_be_visible()
    student.get_by_role("button", name=re.compile("How much higher")).tap()
    expect(student.get_by_text("right first time", exact=False)).to_be_visible()
    student.context.set_offline(False)

    # Whoever uses the device next finds nothing of it.
    fresh = student.context.new_page()
    fresh.goto(f"/s/{code}")
    fresh.get_by_role("button", name="I am someone else").click()
    fresh.get_by_label("Your name").wait_for()
    assert fresh.evaluate("caches.keys()") == []
