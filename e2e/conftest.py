"""What journeys stand on: a stack of their own, and browsers before it."""

from __future__ import annotations

import contextlib
import os
import sys
import time
from collections.abc import Callable, Generator, Iterator

import pytest
from playwright.sync_api import Browser, BrowserContext, Error, Page, expect, sync_playwright
from stacks import ROOT, SEED, Seed, Stack, copied, execute

MADE = pytest.StashKey[Seed]()
# What the browser has of its own and no journey needs: the drop-down of its address bar alone, made anew for each
# window, took two fifths of the time that a page takes. All but the last three are those that Playwright turns off.
_OFF = (
    "AvoidUnnecessaryBeforeUnloadCheckSync DestroyProfileOnBrowserClose HttpsUpgrades HttpsFirstBalancedModeAutoEnable "
    "LensOverlay MediaRouter PaintHolding ThirdPartyStoragePartitioning OptimizationHints PreconnectToSearch "
    "AimEnabled WebUIOmniboxPopup WebUIOmniboxAimPopup WebUIOmniboxFullPopup"
).split()
CHROMIUM = [
    *"--no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking".split(),
    *"--disable-component-update --disable-sync --autoplay-policy=no-user-gesture-required".split(),
    f"--disable-features={','.join(_OFF)}",
]
# A busy machine may take its time; what is expected must come all the same.
expect.set_options(timeout=15_000)
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"


@pytest.hookimpl(tryfirst=True)
def pytest_sessionstart(session: pytest.Session) -> None:
    """Before there are workers, the demo is made for all of them."""
    if SEED not in os.environ and not session.config.option.collectonly:
        session.stash[MADE] = Seed()


def pytest_sessionfinish(session: pytest.Session) -> None:
    if MADE in session.stash:
        session.stash[MADE].end()


@pytest.fixture(scope="session")
def stack(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Stack]:
    name = f"e2e_{os.getpid()}"
    whole = copied(name, tmp_path_factory.mktemp("state"))
    whole.start_standins()
    whole.start_server()
    whole.start_worker()
    yield whole
    whole.end()
    execute(f'DROP DATABASE "{name}" WITH (FORCE)')


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium-headless-shell", args=CHROMIUM)
        yield browser
        browser.close()


NewPage = Callable[..., Page]
SHOWN = pytest.StashKey[list[Page]]()
ASKED = pytest.StashKey[dict[Page, list[str]]]()


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(item: pytest.Item) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """A journey that fails says what its pages showed then."""
    report = yield
    if report.when == "call" and report.failed:
        for page in item.stash.get(SHOWN, []):
            with contextlib.suppress(Error):
                report.sections.append((f"What {page.url} showed", page.locator("body").inner_text(timeout=5_000)))
                online = page.evaluate("navigator.onLine")
                asked = "\n".join(item.stash.get(ASKED, {}).get(page, [])[-30:])
                report.sections.append((f"What {page.url} asked for, online {online}", asked))
    return report


def pytest_runtest_logreport(report: pytest.TestReport) -> None:
    """What is tried again is not silent about why."""
    if report.outcome == "rerun":
        shown = [f"{title}:\n{text}" for title, text in report.sections]
        print("\n".join(["", report.nodeid, report.longreprtext[-1500:], *shown]), file=sys.__stdout__)


@pytest.fixture
def new_page(chromium: Browser, stack: Stack, request: pytest.FixtureRequest) -> Iterator[NewPage]:
    """A page on a device of its own. It fails the test on script errors and on requests to hosts unknown to it."""
    ours = (stack.url, stack.host_url, stack.platform_url, "data:", "blob:")
    contexts: list[BrowserContext] = []
    wrong: list[str] = []

    def make(
        *,
        width: int = 1280,
        height: int = 800,
        locale: str = "en-GB",
        scale: float = 1,
        phone: bool = False,
        beside: str = "data:",
    ) -> Page:
        context = chromium.new_context(
            base_url=stack.url,
            viewport={"width": width, "height": height},
            locale=locale,
            has_touch=phone,
            is_mobile=phone,
            device_scale_factor=scale,
            reduced_motion="reduce",
        )
        context.set_default_timeout(40_000)
        contexts.append(context)
        page = context.new_page()
        request.node.stash.setdefault(SHOWN, []).append(page)
        asked = request.node.stash.setdefault(ASKED, {}).setdefault(page, [])
        for what in ("request", "requestfinished", "requestfailed"):
            page.on(what, lambda r, what=what: asked.append(f"{time.time():.1f} {what} {r.method} {r.url}"))
        page.on("pageerror", lambda error: wrong.append(str(error)))
        page.on(
            "request",
            lambda r: None if r.url.startswith((*ours, beside)) else wrong.append(r.url),
        )
        return page

    yield make
    for context in contexts:
        context.close()
    assert wrong == []


def sign_in_demo(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Sign in as the demo teacher").click()
    page.get_by_role("link", name="How a canal lock lifts a boat").first.wait_for()


def open_lesson(page: Page, title: str, step: str) -> None:
    page.goto("/")
    page.get_by_role("link", name=title, exact=True).first.click()
    page.get_by_role("link", name=step, exact=False).first.wait_for()
    page.get_by_role("navigation", name="Steps of the lesson").get_by_role("link", name=step).click()


def open_copy(page: Page, title: str, step: str) -> None:
    """A copy of a lesson of the demo, for a journey that leaves items in it: the others find theirs as it was."""
    open_lesson(page, title, step)
    go_to_copy(page)


def go_to_copy(page: Page) -> None:
    """The same step of a copy of the lesson that is open."""
    lesson = page.url.split("/lessons/")[1].split("/")[0]
    token = next(c.get("value", "") for c in page.context.cookies() if c.get("name") == "csrftoken")
    copied = page.request.post(f"/api/lessons/{lesson}/copy/", headers={"X-CSRFToken": token}).json()["id"]
    headers = {"X-CSRFToken": token}
    assert page.request.patch(f"/api/lessons/{copied}/", headers=headers, data={"title": "Copied for a journey"}).ok
    page.goto(page.url.replace(lesson, copied))


def saved(page: Page) -> None:
    """Nothing is being kept or checked any more: what is still being checked is not shared."""
    expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible(timeout=120_000)


def axe_faults(page: Page) -> str:
    """What axe-core finds on the page as it stands, one line each; empty when there is nothing."""
    page.evaluate(AXE.read_text("utf-8"))
    found = page.evaluate("async () => (await axe.run(document, {resultTypes: ['violations']})).violations")
    return "\n".join(f"{v['id']}: {v['nodes'][0]['html'][:120]}" for v in found)


def until(page: Page, expression: str, timeout_s: float = 20) -> None:
    """Waits until a JavaScript expression holds; asked from here, since the pages' own policy lets no string be run."""
    ends = time.monotonic() + timeout_s
    while not page.evaluate(expression):
        assert time.monotonic() < ends, f"never true: {expression}"
        page.wait_for_timeout(60)


def played_to(page: Page, ms: int) -> None:
    until(page, f"document.querySelector('video').currentTime * 1000 >= {ms}")
