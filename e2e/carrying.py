"""Measures what a person feels of the server in the phone; for ./yp bench alone."""

from __future__ import annotations

import json
import re
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from statistics import median, quantiles

from bench.site import make_site
from e2e.browser import AnsweredAtOnce
from e2e.demo import load_demo
from e2e.offline import OfflineTestCase
from server.fieldbook.models import Shot
from server.offline.tests.node import BUILT

POINTS, UNSHOT, ENTERS = 280, 130, 20
MEGABYTE = 1024 * 1024
RESIDENT = re.compile(r"VmRSS:\s+(\d+) kB")
SLOWED = 4
#: How long a person looks at what a reading would say before it is logged, milliseconds.
A_LOOK = 1_200
#: Begins to watch, once a page; another series counts from nothing.
WATCH = """() => {
  const watches = "took" in window;
  window.took = [];
  if (watches) return;
  const heading = () => document.querySelector("h2").textContent;
  addEventListener("keydown", ({ key }) => {
    if (key !== "Enter") return;
    const pressed = performance.now(), from = heading();
    const watcher = new MutationObserver(() => {
      if (heading() === from) return;
      watcher.disconnect();
      requestAnimationFrame(() => window.took.push(performance.now() - pressed));
    });
    watcher.observe(document.body, { subtree: true, childList: true, characterData: true });
  }, true);
}"""


class Carrying(AnsweredAtOnce, OfflineTestCase):
    """A job of 2,000 shots in the hand."""

    def test_what_is_felt(self) -> None:
        load_demo()
        site = make_site(POINTS)
        Shot.objects.filter(point__in=site.points[-UNSHOT:])._raw_delete("default")
        self.come_in("marek")
        self.page.goto(f"{self.live_server_url}/jobs/{site.job}/stone")
        self.wait_until_taken(str(site.job))
        self._say_bytes()
        right = self._what_is_right()
        for slowed in (1, SLOWED):
            for line in ("no line", "300 ms", "loopback"):
                self._enters(line, slowed, right)
        self._say_memory()
        self.page.context.set_offline(True)
        for slowed in (1, SLOWED):
            self._cold_start(slowed)

    def _say_bytes(self) -> None:
        sizes = json.loads((BUILT / "made.json").read_text())["sizes"]
        total = sum(size["compressed"] for size in sizes.values())
        held = len(self.on_the_phone()["said"][0]["bytes"]) * 3 // 4
        _say(f"what a phone fetches once: {total / MEGABYTE:.1f} MB compressed (aim under 12)")
        _say(f"a job of 2,000 shots on the phone's disk: {held / MEGABYTE:.1f} MB")

    def _say_memory(self) -> None:
        """Say what the page and its worker take; the largest process is theirs."""
        wire = self.browser.new_browser_cdp_session()
        running = wire.send("SystemInfo.getProcessInfo")["processInfo"]
        wire.detach()
        pages = [one["id"] for one in running if one["type"] == "renderer"]
        kilobytes = max(int(RESIDENT.findall(_status(key))[0]) for key in pages)
        _say(f"memory of the page and its worker: {kilobytes / 1024:.0f} MB (aim under 350)")

    def _enters(self, line: str, slowed: int, right: str) -> None:
        self.page.context.set_offline(line == "no line")
        wire = self.page.context.new_cdp_session(self.page)
        if line == "300 ms":
            how = {"offline": False, "downloadThroughput": -1, "uploadThroughput": -1}
            wire.send("Network.emulateNetworkConditions", how | {"latency": 300})
        self.page.evaluate(WATCH)
        with self._slowed(slowed):
            for number in range(1, ENTERS + 1):
                self.page.get_by_label("Reading on the rod").fill(right)
                self.page.wait_for_timeout(A_LOOK)
                self.page.keyboard.press("Enter")
                self.page.wait_for_function(f"() => window.took.length >= {number}")
        wire.detach()
        taken = [float(one) for one in self.page.evaluate("() => window.took")]
        late = quantiles(taken, n=20)[18]
        aim = 150 if slowed == 1 else 300
        _say(
            f"from Enter to the next point, {line}, {_how(slowed)}: median {median(taken):.0f} ms, "
            f"95 of 100 within {late:.0f} ms (aim {aim})"
        )

    def _what_is_right(self) -> str:
        """Return what the rod reads where the stone is as it should be."""
        told = self.page.get_by_text(re.compile("It reads .* where the stone is right"))
        reads = re.search("It reads (.*) where", told.first.inner_text())
        assert reads is not None
        return reads[1]

    def _cold_start(self, slowed: int) -> None:
        with self._slowed(slowed):
            self.page.reload(wait_until="commit")
            self.line_says("working on this phone")
            taken = self.page.evaluate("() => performance.now()") / 1000
        aim = 8 if slowed == 1 else 25
        _say(f"from nothing to an answer, no line, {_how(slowed)}: {taken:.1f} s (aim {aim})")

    @contextmanager
    def _slowed(self, times: int) -> Iterator[None]:
        """Slow the page down so many times; the worker keeps its pace, as Chromium has it."""
        wire = self.page.context.new_cdp_session(self.page)
        wire.send("Emulation.setCPUThrottlingRate", {"rate": times})
        yield
        wire.send("Emulation.setCPUThrottlingRate", {"rate": 1})
        wire.detach()


def _status(process: int) -> str:
    return Path(f"/proc/{process}/status").read_text()


def _how(slowed: int) -> str:
    return "as it is" if slowed == 1 else f"slowed {slowed} times"


def _say(text: str) -> None:
    sys.stdout.write(f"{text}\n")
    sys.stdout.flush()
