"""A phone that works without a signal: taking a job along, losing the line, what lies on it."""

from __future__ import annotations

from collections.abc import Callable
from time import monotonic
from typing import Any, ClassVar

from playwright.sync_api import ConsoleMessage

from core.tasks import Stage
from demo.ids import demo_id
from e2e.browser import PATIENCE, PHONE, BrowserTestCase
from server.offline.tests.node import PhoneInNode

READ = """async () => {
  const db = await new Promise((resolve, reject) => {
    const opening = indexedDB.open("yellow-peg");
    opening.onsuccess = () => resolve(opening.result);
    opening.onerror = () => reject(opening.error);
  });
  const all = (name) => new Promise((resolve) => {
    const reading = db.transaction(name).objectStore(name).getAll();
    reading.onsuccess = () => resolve(reading.result);
  });
  const [said, taken, outbox] = await Promise.all(["said", "taken", "outbox"].map(all));
  db.close();
  const text = (bytes) => {
    let binary = "";
    for (let i = 0; i < bytes.length; i += 8192)
      binary += String.fromCharCode(...bytes.subarray(i, i + 8192));
    return btoa(binary);
  };
  return { said: said.map((one) => ({ ...one, bytes: text(one.bytes) })), taken, outbox };
}"""
IS_TAKEN = """async (job) => {
  if (!navigator.serviceWorker.controller) return false;
  const names = (await indexedDB.databases()).map((one) => one.name);
  if (!names.includes("yellow-peg")) return false;
  return new Promise((resolve) => {
    const opening = indexedDB.open("yellow-peg");
    opening.onsuccess = () => {
      const db = opening.result;
      const reading = db.transaction("taken").objectStore("taken").getAll();
      reading.onsuccess = () => {
        db.close();
        resolve(reading.result.some((one) => one.job === job && one.at > 0));
      };
    };
  });
}"""
#: How often the page is asked again, milliseconds.
AGAIN = 100
LOST = "net::ERR_"


class OfflineTestCase(BrowserTestCase):
    """A phone in a hand, the demo's jobs, and a line that comes and goes."""

    viewport = PHONE
    works_alone: ClassVar[bool] = True

    def take_along(self, name: str, step: str = "") -> None:
        """Open a step of a demo job, and wait until all of it lies on the phone."""
        self.open_demo_job(name, step)
        self.wait_until_taken(str(demo_id(name)))

    def wait_until_taken(self, job: str) -> None:
        """Wait until a job and the application itself lie on the phone."""
        self._until(lambda: self.page.evaluate(IS_TAKEN, job))

    def lose_the_line(self) -> None:
        """Have no signal from now on."""
        self.page.context.set_offline(True)
        self.line_says("No signal")

    def find_the_line(self) -> None:
        """Have a signal again, and wait until all that was recorded is at the server."""
        self.page.context.set_offline(False)
        self.line_says("On line.")
        self._until(lambda: not self.on_the_phone()["outbox"])

    def _until(self, holds: Callable[[], object]) -> None:
        """Ask the page again and again, as long as it may take, until something holds."""
        last = monotonic() + PATIENCE / 1000
        while not holds():
            self.assertLess(monotonic(), last, "It never held.")
            self.page.wait_for_timeout(AGAIN)

    def line_says(self, text: str) -> None:
        """Wait until the quiet line says something."""
        self.page.get_by_test_id("line").filter(has_text=text).wait_for()

    def on_the_phone(self) -> Any:
        """Return what lies on the phone."""
        return self.page.evaluate(READ)

    def sheets_of_the_phone(self, job: str) -> dict[str, Any]:
        """Return the sheets of all stages as the phone works them out from what lies on it."""
        lies = self.on_the_phone()
        phone = PhoneInNode()
        try:
            phone.call("loadText", lies["said"][0]["bytes"])
            person = str(lies["said"][0]["person"])
            for one in lies["outbox"]:
                headers = one["headers"] | {"X-Person": person}
                asked = {name: one[name] for name in ("method", "path", "body")}
                told = phone.call("answer", asked | {"headers": headers})
                self.assertLess(told["status"], 300, told)
            return {
                stage: phone.call("answer", _get(f"jobs/{job}/stages/{stage}", person))["body"]
                for stage in Stage
            }
        finally:
            phone.end()

    def _console(self, message: ConsoleMessage) -> None:
        if LOST not in message.text:
            super()._console(message)


def _get(path: str, person: str) -> dict[str, Any]:
    headers = {"X-Person": person}
    return {"method": "GET", "path": f"/api/v1/{path}", "headers": headers, "body": ""}
