"""Measures how soon a moved receiver sounds and shows, without a line; run by ./yp bench."""

from __future__ import annotations

import sys
from statistics import quantiles

from e2e.test_practice import OnASite

STEPS = 120
ANSWERED = """(key) => new Promise((done) => {
  const slider = document.querySelector("svg[role=slider]");
  const before = slider.getAttribute("aria-valuenow");
  const pressed = performance.now();
  const look = () => {
    const at = document.querySelector("svg[role=slider]");
    const isTold = at.getAttribute("aria-busy") === "false";
    if (isTold && at.getAttribute("aria-valuenow") !== before) done(performance.now() - pressed);
    else requestAnimationFrame(look);
  };
  slider.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
  requestAnimationFrame(look);
})"""


class Hearing(OnASite):
    """A receiver that is moved a half millimetre at a time, the line cut."""

    def test_answers(self) -> None:
        self.begin()
        self.stand_up()
        self.carry("BM1")
        self.context.set_offline(True)
        taken = []
        for number in range(STEPS):
            key = "ArrowUp" if number % 40 < 20 else "ArrowDown"
            taken.append(float(self.page.evaluate(ANSWERED, key)))
        self.context.set_offline(False)
        middle, late = quantiles(taken, n=20)[9], quantiles(taken, n=20)[18]
        sys.stdout.write(
            f"a moved receiver's answer without a line, in the browser: median {middle:.0f} ms, "
            f"95 of 100 within {late:.0f} ms (aim 50)\n"
        )
