"""A lesson in a learning platform of another site: made known, chosen there, done there, its marks given back there."""

from __future__ import annotations

import json
import re
import time
import urllib.request
from typing import Any

from conftest import NewPage, Stack, axe_faults, sign_in_demo
from playwright.sync_api import FrameLocator, Page, expect

LOCK = "How a canal lock lifts a boat"


def scores(stack: Stack) -> list[dict[str, Any]]:
    with urllib.request.urlopen(f"http://127.0.0.1:{stack.platform_port}/scores", timeout=5) as answer:
        return json.load(answer)  # type: ignore[no-any-return]


def made_known(teacher: Page, stack: Stack, school: Page) -> None:
    """Both sides tell each other their addresses."""
    teacher.goto("/platforms")
    expect(teacher.get_by_label("Add a platform")).to_be_visible()
    teacher.keyboard.press("n")
    teacher.keyboard.type("Lumbre campus")
    teacher.keyboard.press("Enter")
    here = teacher.get_by_role("region", name="Lumbre campus")
    expect(here.get_by_text("Not ready yet")).to_be_visible()
    school.goto(stack.platform_url)
    said = dict(zip(school.locator("dt").all_inner_texts(), school.locator("dd").all_inner_texts(), strict=True))
    here.get_by_label("Issuer").fill(said["Issuer"])
    here.get_by_label("Client ID").fill(said["Client ID"])
    here.get_by_label("Address for signing in").fill(said["Login address"])
    here.get_by_label("Address for access tokens").fill("campus without a scheme")
    here.get_by_label("Public keys (JWKS)", exact=True).fill(said["Keys address"])
    here.get_by_role("button", name="Save").press("Enter")
    expect(here.get_by_role("alert")).to_contain_text("is not a web address")
    here.get_by_label("Address for access tokens").fill(said["Token address"])
    here.get_by_role("button", name="Save").press("Enter")
    expect(here.get_by_text("Ready", exact=True)).to_be_visible()
    assert axe_faults(teacher) == ""
    ours = here.locator("code").all_inner_texts()
    for name, value in zip(("login", "launch", "keys"), ours, strict=True):
        school.get_by_label(name).fill(value)
    school.get_by_role("button", name="Keep").click()
    expect(school.get_by_text("Kept.")).to_be_visible()


def opened(school: Page, stack: Stack, who: str) -> FrameLocator:
    school.goto(stack.platform_url)
    # The newest: a journey that is tried again finds what it put there the first time.
    school.get_by_role("link", name=who).last.click()
    return school.frame_locator("iframe")


def test_a_lesson_is_chosen_done_and_marked_in_a_learning_platform(new_page: NewPage, stack: Stack) -> None:
    teacher, school = new_page(), new_page()
    sign_in_demo(teacher)
    made_known(teacher, stack, school)

    choosing = opened(school, stack, "Put a lesson here")
    expect(choosing.get_by_text("Which lessons are yours?")).to_be_visible()
    link = choosing.get_by_role("link", name=re.compile("Say who I am"))
    teacher.goto(str(link.get_attribute("href")))
    expect(teacher.get_by_role("heading", name="Are you Edda Voss on Lumbre campus?")).to_be_visible()
    assert axe_faults(teacher) == ""
    teacher.get_by_role("button", name="Yes, that is me").press("Enter")
    expect(teacher.get_by_role("status")).to_contain_text("your lessons are there now")
    # The frame finds out by itself.
    choosing.get_by_role("button", name=f"Put “{LOCK}” here").first.press("Enter")
    expect(choosing.get_by_text("It stands in the course now.")).to_be_visible()

    before = len(scores(stack))
    phone = new_page(width=360, height=740, phone=True)
    lesson = opened(phone, stack, "open as Ana Ruiz")
    lesson.get_by_label("Position in the recording").fill("999999")
    lesson.get_by_role("button", name="Go to the end").click()
    lesson.get_by_role("button", name="Answer now").first.click()
    lesson.get_by_role("radio").first.check()
    lesson.get_by_role("button", name="Answer", exact=True).click()
    expect(lesson.get_by_text("not right")).to_be_visible()

    # Marks go out each minute, and each once.
    until = time.monotonic() + 150
    while len(scores(stack)) == before and time.monotonic() < until:
        time.sleep(2)
    told = scores(stack)[before:]
    assert [(s["userId"], s["activityProgress"]) for s in told] == [("s-ana", "InProgress")]
    assert told[0]["scoreMaximum"] > told[0]["scoreGiven"] >= 0

    teacher.goto("/classes")
    teacher.get_by_role("link", name="Boats and locks, year 7").last.click()
    teacher.get_by_role("button", name="Fetch the names").press("Enter")
    expect(teacher.get_by_text("3 students there")).to_be_visible(timeout=60_000)
    expect(teacher.locator("input[value='Bo Lind']")).to_be_visible()
    teacher.goto("/platforms")
    expect(teacher.get_by_text("marks of 1 student sent")).to_be_visible()

    mine = opened(school, stack, "open as Edda Voss")
    expect(mine.get_by_role("link", name="Results")).to_have_attribute("href", re.compile(r"/results\?assignment="))
    phone.goto(f"{stack.platform_url}/open?link=0&as=s-bo&wrong=key")
    expect(phone.frame_locator("iframe").get_by_role("alert")).to_contain_text("could not be opened")

    teacher.get_by_role("button", name="Remove").press("Enter")
    expect(teacher.get_by_text("“Lumbre campus” was removed")).to_be_visible()
    teacher.keyboard.press("Shift+U")
    expect(teacher.get_by_role("region", name="Lumbre campus")).to_be_visible()


def test_a_record_store_is_made_known_by_keys_and_taken_away(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    teacher.goto("/platforms")
    here = teacher.get_by_role("region", name="Record store")
    here.get_by_label("Address of the record store").fill("the school's")
    here.get_by_label("Key").fill("escuela")
    here.get_by_role("button", name="Start sending").press("Enter")
    expect(here.get_by_role("alert")).to_contain_text("Give the secret")
    here.get_by_label("Secret").fill("made-up")
    here.get_by_label("Secret").press("Enter")
    expect(here.get_by_role("alert")).to_contain_text("is not a web address")
    here.get_by_label("Address of the record store").fill("http://records.example/xapi")
    here.get_by_role("switch", name="Send students' names").press("Space")
    expect(here.get_by_text("Their names leave Escuela.")).to_be_visible()
    here.get_by_label("Key").press("Enter")
    expect(here.get_by_text("Nothing has been sent yet")).to_be_visible()
    assert axe_faults(teacher) == ""
    teacher.reload()
    expect(here.get_by_label("Key")).to_have_value("escuela")
    expect(here.get_by_label("Secret")).to_have_value("")
    here.get_by_role("button", name="Stop sending").press("Enter")
    expect(here.get_by_role("button", name="Start sending")).to_be_visible()
