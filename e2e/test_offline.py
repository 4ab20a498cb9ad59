"""Nothing a crew does on site needs a line: a day on a phone without one, and what is sent."""

from __future__ import annotations

import re

from django.test import Client
from playwright.sync_api import Route

from core.tasks import Stage
from demo.ids import demo_id
from e2e.offline import OfflineTestCase
from server.crews.models import User
from server.fieldbook.models import Shot

STUDIO = "Pottery studio, kiln room"
#: Whether what the screens of a job showed is kept.
IS_REMEMBERED = """
async (job) => {
  const db = await new Promise((done) => {
    const opening = indexedDB.open("yellow-peg");
    opening.onsuccess = () => done(opening.result);
  });
  const reading = db.transaction("kept").objectStore("kept").get("screens");
  const kept = await new Promise((done) => (reading.onsuccess = () => done(reading.result)));
  db.close();
  return (kept?.state.queries ?? []).some(({ queryKey }) => queryKey.join() === `job,${job}`);
}"""
#: The line is waited for as long as it takes.
NEVER_GIVES_UP = "AbortSignal.timeout = () => new AbortController().signal"


class OnAPhone(OfflineTestCase):
    """The stone of the studio, with no signal."""

    def log(self, name: str, reading: str = "4 4 7/8") -> None:
        """Log a reading on the point whose turn it is."""
        self.page.get_by_role("heading", name=f"Point {name}").wait_for()
        self.page.get_by_label("Reading on the rod").fill(reading)
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text(f"{name} is logged").wait_for()

    def test_what_was_shown_last_is_there_before_the_server_says_who_one_is(self) -> None:
        self.take_along(STUDIO, "stone")
        heading = self.page.get_by_role("heading", name="Point A6")
        heading.wait_for()
        self._until(lambda: self.page.evaluate(IS_REMEMBERED, str(demo_id(STUDIO))))
        self.page.add_init_script(NEVER_GIVES_UP)
        held: list[Route] = []
        asked = re.compile(rf"/api/v1/(session|jobs/{demo_id(STUDIO)})$")
        self.page.route(asked, lambda route: held.append(route))  # noqa: PLW0108
        self.page.reload(wait_until="commit")
        heading.wait_for()
        remembered = self.page.get_by_text("As it stood")
        remembered.wait_for()
        self._until(lambda: len(held) > 1)
        for route in tuple(held):
            route.continue_()
        self.page.unroute_all()
        remembered.wait_for(state="detached")

    def test_a_day_with_two_reloads_arrives_once_and_says_the_same(self) -> None:
        self.take_along(STUDIO, "stone")
        before = Shot.objects.count()
        self.lose_the_line()
        self.log("A6")
        self.line_says("1 to send")
        self.page.reload()
        self.log("B6")
        self.line_says("2 to send")
        self.page.reload()
        self.log("C1")
        self.page.get_by_test_id("line").click()
        waiting = self.page.get_by_role("dialog", name="On this phone")
        waiting.get_by_text("4 4 7/8 on B6 of").wait_for()
        self.assertEqual(waiting.get_by_text("not sent yet").count(), 3)
        waiting.get_by_role("button", name="Close").click()
        self.assertEqual(Shot.objects.count(), before)
        sheets = self.sheets_of_the_phone(str(demo_id(STUDIO)))
        self.find_the_line()
        self.assertEqual(Shot.objects.filter(typed="4 4 7/8").count(), 3)
        self.assertEqual(Shot.objects.count(), before + 3)
        client = Client()
        client.force_login(User.objects.get(username="marek"))
        for stage in Stage:
            path = f"/api/v1/jobs/{demo_id(STUDIO)}/stages/{stage}"
            self.assertEqual(sheets[stage], client.get(path).content.decode(), stage)
