"""Measures panning a large plan and dragging a level; run by ./yp bench, never by the tests."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from itertools import pairwise

from playwright.sync_api import Locator, Page

from bench.site import add_elements, make_site
from e2e.browser import BrowserTestCase, settle
from e2e.demo import load_demo

STEPS = 90
CATEGORIES = ["devtools.timeline", "disabled-by-default-devtools.timeline.frame"]


class Panning(BrowserTestCase):
    """A stage of a job with 60 elements and 3,000 points, zoomed and dragged about."""

    def test_frames(self) -> None:
        load_demo()
        site = make_site(1)
        add_elements(site, 60, 3_000, 20_000)
        self.sign_in("marek", "string-line-4")
        self.page.goto(f"{self.live_server_url}/jobs/{site.job}/dig")
        settle(self.page)
        for _ in range(3):
            self.page.get_by_role("button", name="Nearer").click()
        drawn = in_words(frames_while(self.page, drag_the_plan))
        pegs = self.page.locator("svg [role='img']").count()
        sys.stdout.write(f"panning 1,500 pegs of a stage: {drawn}; {pegs} shapes\n")

    def test_frames_of_a_level(self) -> None:
        load_demo()
        site = make_site(1)
        add_elements(site, 60, 3_000, 20_000)
        self.come_in("marek")
        self.page.goto(f"{self.live_server_url}/jobs/{site.job}/heights")
        settle(self.page)
        self.page.get_by_role("button", name="Move the finished level").click()
        drawn = in_words(frames_while(self.page, drag_the_level))
        sys.stdout.write(f"dragging a level on the ladder of 60 elements: {drawn}\n")


def frames_while(page: Page, act: Callable[[Page], None]) -> list[float]:
    """Return the milliseconds between the frames Chromium drew while something was done."""
    browser = page.context.browser
    assert browser is not None
    browser.start_tracing(page=page, categories=CATEGORIES)
    act(page)
    events = json.loads(browser.stop_tracing())["traceEvents"]
    drawn = sorted(event["ts"] for event in events if event["name"] == "DrawFrame")
    return [(later - one) / 1000 for one, later in pairwise(drawn)]


def in_words(milliseconds: list[float]) -> str:
    """Say how many frames there were, and how late."""
    late = sum(1 for millisecond in milliseconds if millisecond > 1000 / 60 * 1.5)
    return (
        f"{len(milliseconds)} frames, longest {max(milliseconds):.0f} ms (aim 50), "
        f"{late} later than 1 1/2 frames of 60"
    )


def drag_the_level(page: Page) -> None:
    """Drag the finished level up and down."""
    handle = page.get_by_label("drag the finished level")
    handle.scroll_into_view_if_needed()
    drag(page, handle, lambda i: (0, -(i % 30)))


def drag_the_plan(page: Page) -> None:
    """Drag the plan to and fro."""
    drag(page, page.get_by_role("group", name="Plan of"), lambda i: (1.5 * (i % 60), i % 40))


def drag(page: Page, what: Locator, by: Callable[[int], tuple[float, float]]) -> None:
    """Take something by its middle, drag it a step at a time, and let go."""
    box = what.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate("() => new Promise(requestAnimationFrame)")
    for i in range(STEPS):
        right, down = by(i)
        page.mouse.move(x + right, y + down)
    page.mouse.up()
