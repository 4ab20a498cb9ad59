"""Measures how soon a screen of a large job answers on a slow phone; run by ./yp bench."""

from __future__ import annotations

import sys
from statistics import median
from time import perf_counter

from bench.site import add_elements, as_in_use, make_site
from e2e.browser import GO, AnsweredAtOnce, settle
from e2e.demo import load_demo

SLOWER = 4
TIMES = 3
#: A screen, and what on it is its answer.
SCREENS = (
    ("the plan", "floors", "[data-name^='area']"),
    ("the plan with a stage", "floors?stage=dig", "svg path[role='img']"),
    ("a stage", "dig", "[name='reading'], #reading, input"),
    ("the heights", "heights", "[data-rung]"),
)


class FirstAnswer(AnsweredAtOnce):
    """A job of 60 elements, 3,000 points and 20,000 shots, on a processor four times slower."""

    def test_how_soon(self) -> None:
        load_demo()
        site = make_site(200)
        add_elements(site, 60, 3_000, 20_000)
        as_in_use()
        self.sign_in("marek", "string-line-4")
        self.page.goto(f"{self.live_server_url}/jobs/{site.job}")
        settle(self.page)
        slowed = self.page.context.new_cdp_session(self.page)
        slowed.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
        for name, path, answer in SCREENS:
            loaded, gone_to = [], []
            for _ in range(TIMES):
                began = perf_counter()
                self.page.goto(f"{self.live_server_url}/jobs/{site.job}/{path}")
                self.page.locator(answer).first.wait_for()
                loaded.append(perf_counter() - began)
                self.page.goto(f"{self.live_server_url}/jobs/{site.job}/control")
                settle(self.page)
                began = perf_counter()
                self.page.evaluate(GO, f"/jobs/{site.job}/{path}")
                self.page.locator(answer).first.wait_for()
                gone_to.append(perf_counter() - began)
            sys.stdout.write(
                f"first answer of {name}, 3,000 points, {SLOWER}x slower: {median(gone_to):.2f} s "
                f"from another screen, {median(loaded):.2f} s by a whole load (aim 1)\n"
            )
