"""A lesson in the page of another site, whose frame has no cookies of ours."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from urllib.parse import parse_qs, urlsplit

import pytest
from conftest import NewPage, Stack, sign_in_demo
from playwright.sync_api import expect
from test_study import a_link


class School(BaseHTTPRequestHandler):
    """A school's own site: its page frames whatever it is asked to."""

    def do_GET(self) -> None:
        framed = parse_qs(urlsplit(self.path).query).get("frame", [""])[0]
        self.send_response(200)
        self.send_header("Content-Type", "text/html")
        self.end_headers()
        self.wfile.write(f"<iframe src='{framed}' width=900 height=700></iframe>".encode())

    def log_message(self, *_: object) -> None:
        pass


@pytest.fixture
def school() -> Iterator[str]:
    """By another name than ours, so that to the browser it is another site."""
    server = ThreadingHTTPServer(("127.0.0.1", 0), School)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    yield f"http://localhost:{server.server_port}"
    server.shutdown()


def test_a_framed_lesson_is_studied_without_a_cookie(new_page: NewPage, stack: Stack, school: str) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page(beside=school)
    student.goto(f"{school}/?frame={a_link(teacher, 'School site')}")
    frame = student.frame_locator("iframe")
    frame.get_by_label("Your name").fill("Fee")
    frame.get_by_role("button", name="Start").click()
    frame.get_by_label("Position in the recording").fill("999999")
    frame.get_by_role("button", name="Go to the end").click()
    frame.get_by_role("button", name="Answer now").first.click()
    frame.get_by_role("radio").first.check()
    frame.get_by_role("button", name="Answer", exact=True).click()
    expect(frame.get_by_text("not right")).to_be_visible()
    # What a browser that blocks other sites' cookies still keeps: one for this site's frames of ours alone.
    assert all(c["partitionKey"] for c in student.context.cookies(stack.url))
    student.reload()
    frame.get_by_role("button", name="Continue as Fee").or_(frame.get_by_text("1 of 8 answered")).first.wait_for()


def test_a_teacher_s_page_does_not_stand_in_a_frame(new_page: NewPage, stack: Stack, school: str) -> None:
    page = new_page(beside=school)
    page.goto(f"{school}/?frame={stack.url}/sign-in")
    expect(page.frame_locator("iframe").get_by_role("button", name="Sign in")).to_have_count(0)
