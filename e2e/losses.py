"""More that may go wrong with a phone that has no signal; run by ./yp test phone."""

from __future__ import annotations

import json
from pathlib import Path

from playwright.sync_api import FilePayload

from demo.ids import demo_id
from e2e.test_losses import READING, STUDIO, LossesTestCase
from server.crews.models import Membership
from server.fieldbook.models import Shot, Strike
from server.jobs.models import Benchmark
from server.pictures.models import Picture
from server.pictures.tests.pixels import drawn

#: What waited in the first version that worked without a signal; later ones have to send it.
OUTBOX = Path(__file__).with_name("outbox_1.json")
LEAVE = """(entries) => new Promise((resolve) => {
  const opening = indexedDB.open("yellow-peg");
  opening.onsuccess = () => {
    const writing = opening.result.transaction("outbox", "readwrite");
    entries.forEach((one) => writing.objectStore("outbox").add(one));
    writing.oncomplete = () => { opening.result.close(); resolve(); };
  };
})"""
#: The phone's disk takes nothing more, as a browser says it.
FILL_UP = """() => {
  self.before = IDBObjectStore.prototype.add;
  IDBObjectStore.prototype.add = () => { throw new DOMException("full", "QuotaExceededError"); };
}"""


class MoreLosses(LossesTestCase):
    """The stone of the studio, on a phone."""

    def test_two_pages_of_one_phone_know_of_each_other(self) -> None:
        self.take_along(STUDIO, "stone")
        other = self._watched(self.page.context.new_page())
        other.goto(self.page.url)
        other.get_by_role("heading", name="Point A6").wait_for()
        self.lose_the_line()
        other.get_by_test_id("line").filter(has_text="working on this phone").wait_for()
        self.log("A6")
        self.log("B6", other)
        self.page.reload()
        self.log("C1")
        self.line_says("3 to send")
        other.close()
        self.find_the_line()
        self.assertEqual(self.logged(), 3)

    def test_a_full_phone_says_so_and_keeps_what_was_typed(self) -> None:
        self.take_along(STUDIO, "stone")
        self.lose_the_line()
        (worker,) = self.page.workers
        worker.evaluate(FILL_UP)
        self.page.get_by_label("Reading on the rod").fill(READING)
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("This phone's storage is full").wait_for()
        self.assertEqual(self.page.get_by_label("Reading on the rod").input_value(), READING)
        worker.evaluate("() => { IDBObjectStore.prototype.add = self.before; }")
        self.log("A6")
        self.find_the_line()
        self.assertEqual(self.logged(), 1)

    def test_what_an_older_version_left_to_send_is_sent(self) -> None:
        self.take_along(STUDIO, "control")
        person = self.on_the_phone()["said"][0]["person"]
        left = OUTBOX.read_text().replace("{job}", str(demo_id(STUDIO)))
        self.page.evaluate(LEAVE, [{**load, "person": person} for load in json.loads(left)])
        self.page.reload()
        self._until(lambda: Benchmark.objects.filter(name="BM9").exists())
        self._until(lambda: not self.on_the_phone()["outbox"])

    def test_a_refused_reading_is_typed_anew_and_sent(self) -> None:
        self.take_along(STUDIO, "stone")
        refusal = {
            "field": "reading", "code": "invalid", "typed": READING, "why": "It is off the rod.",
            "accepts": "Read it again.", "offers": [],
        }  # fmt: skip
        answer = {"errors": [refusal]}
        self.page.route(
            "**/api/v1/shots", lambda route: route.fulfill(status=400, json=answer), times=1
        )
        self.log("A6")
        self.line_says("1 record refused")
        self.page.get_by_test_id("line").click()
        here = self.page.get_by_role("dialog", name="On this phone")
        here.get_by_role("button", name="Change").click()
        self.assertTrue(here.get_by_role("button", name="Send it changed").is_disabled())
        here.get_by_label("Reading").fill("4 5 1/8")
        here.get_by_role("button", name="Send it changed").click()
        here.get_by_text("All that was recorded here is sent.").wait_for()
        self.assertEqual(self.logged(), 0)
        self.assertEqual(Shot.objects.filter(typed="4 5 1/8", point__name="A6").count(), 1)
        self.complaints.clear()

    def test_a_job_whose_right_was_taken_away_leaves_the_phone_and_what_was_typed_stays(
        self,
    ) -> None:
        self.take_along(STUDIO, "stone")
        self.lose_the_line()
        self.log("A6")
        Membership.objects.filter(user__username="marek").delete()
        self.page.context.set_offline(False)
        self.line_says("1 record refused")
        self._until(lambda: self.on_the_phone()["taken"] == [])
        lies = self.on_the_phone()
        self.assertEqual((lies["said"], len(lies["outbox"])), ([], 1))
        self.page.get_by_test_id("line").click()
        here = self.page.get_by_role("dialog", name="On this phone")
        here.get_by_text(f"{READING} on A6 of").wait_for()
        here.get_by_role("button", name="Give to the office as a file").wait_for()
        self.assertEqual(self.logged(), 0)
        self.complaints.clear()

    def test_a_reading_is_struck_without_a_signal(self) -> None:
        self.take_along(STUDIO, "stone")
        self.lose_the_line()
        self.log("A6")
        self.page.get_by_role("button", name="Point before").click()
        self.page.get_by_role("button", name="Misread? Strike").click()
        self.page.get_by_label("Reason").fill("rod on a pebble")
        self.page.keyboard.press("Enter")
        self.page.get_by_role("dialog").wait_for(state="detached")
        self.find_the_line()
        strike = Strike.objects.get(reason="rod on a pebble")
        self.assertEqual(strike.shot.typed, READING)
        self.assertEqual(str(strike.shot.set_up.job_id), str(demo_id(STUDIO)))

    def test_a_picture_taken_without_a_signal_is_seen_at_once_and_waits_with_the_rest(self) -> None:
        self.take_along(STUDIO, "set-up")
        self.page.get_by_label("Picture of the set-up").first.wait_for(state="attached")
        self.lose_the_line()
        taken = FilePayload(name="a.jpg", mimeType="image/jpeg", buffer=drawn((2400, 1800)))
        self.page.get_by_label("Picture of the set-up").first.set_input_files(taken)
        self.line_says("1 to send")
        self.page.reload()
        self.page.get_by_role("button", name="Picture by Marek Dunmore").click()
        shown = self.page.get_by_role("dialog").get_by_role("img")
        shown.wait_for()
        width = "(img) => img.decode().then(() => img.naturalWidth)"
        self.assertEqual(shown.evaluate(width), 1600)
        self.assertFalse(Picture.objects.exists())
        self.find_the_line()
        kept = Picture.objects.get()
        self.assertEqual((kept.kind, kept.taken_by.username), ("set-up", "marek"))
        self.assertLess(len(kept.content.small), len(kept.content.large))
