"""Measures how soon the ways to pour answer a slider; run by ./yp bench, never by the tests."""

from __future__ import annotations

import sys
from statistics import quantiles

from bench.site import make_site
from e2e.browser import AnsweredAtOnce, settle
from e2e.demo import load_demo

STEPS = 80
ANSWERED = """() => new Promise((done) => {
  const pressed = performance.now();
  const look = (list, watcher) => {
    const answer = list.getEntries().find((one) => one.name.endsWith("/options"));
    if (!answer) return;
    watcher.disconnect();
    requestAnimationFrame(() => done(performance.now() - pressed));
  };
  new PerformanceObserver(look).observe({ type: "resource" });
  const slider = document.querySelector("input[type=range]");
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const next = Number(slider.value) + (Number(slider.value) >= 1.75 ? -1.5 : 0.125);
  set.call(slider, String(next));
  slider.dispatchEvent(new Event("change", { bubbles: true }));
})"""


class Sliding(AnsweredAtOnce):
    """The ways to pour a floor of 200 points and 2,000 shots."""

    def test_answers(self) -> None:
        load_demo()
        site = make_site(200)
        self.sign_in("marek", "string-line-4")
        self.page.goto(f"{self.live_server_url}/jobs/{site.job}/concrete?part=ways")
        settle(self.page)
        self.page.get_by_text("Set the level from the stone").wait_for()
        taken = [float(self.page.evaluate(ANSWERED)) for _ in range(STEPS)]
        middle, late = quantiles(taken, n=20)[9], quantiles(taken, n=20)[18]
        sys.stdout.write(
            f"a slider's answer on 2,000 shots, in the browser: median {middle:.0f} ms, "
            f"95 of 100 within {late:.0f} ms (aim 100)\n"
        )
