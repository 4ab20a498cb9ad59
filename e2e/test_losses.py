"""A line that goes at the wrong moment: every record arrives once, and what is refused stays."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Page, Route

from e2e.offline import OfflineTestCase
from server.fieldbook.models import Shot

STUDIO = "Pottery studio, kiln room"
READING = "4 4 7/8"


def lose_the_answer(route: Route) -> None:
    """Let the request reach the server, and its answer get lost."""
    route.fetch()
    route.abort()


class LossesTestCase(OfflineTestCase):
    """The stone of the studio, on a phone."""

    def log(self, name: str, page: Page | None = None) -> None:
        """Log a reading on the point whose turn it is."""
        page = page or self.page
        page.get_by_role("heading", name=f"Point {name}").wait_for()
        page.get_by_label("Reading on the rod").fill(READING)
        page.get_by_role("button", name="Log it").click()
        page.get_by_text(f"{name} is logged").wait_for()

    def logged(self) -> int:
        return Shot.objects.filter(typed=READING).count()


class Losses(LossesTestCase):
    """The line goes at the wrong moment."""

    def test_a_lost_answer_is_recorded_once_and_a_slow_line_is_not_waited_for(self) -> None:
        self.take_along(STUDIO, "stone")
        self.page.route("**/api/v1/shots", lose_the_answer, times=2)
        self.log("A6")
        self.line_says("1 to send")
        self._until(lambda: self.logged() == 1)
        self.log("B6")
        self._until(lambda: not self.on_the_phone()["outbox"])
        self.assertEqual(self.logged(), 2)
        held: list[Route] = []

        def hold(route: Route) -> None:
            held.append(route)

        self.page.route("**/api/v1/shots", hold)
        self.log("C1")
        self.log("C2")
        self._until(lambda: held)
        self.assertEqual(self.logged(), 2)
        for route in held:
            route.fallback()
        self.page.unroute("**/api/v1/shots")
        self._until(lambda: not self.on_the_phone()["outbox"])
        self.assertEqual(self.logged(), 4)

    def test_what_the_server_refuses_stays_in_words_and_nothing_waits_behind_it(self) -> None:
        self.take_along(STUDIO, "stone")
        self.lose_the_line()
        self.log("A6")
        self.log("B6")
        refused: list[Any] = []

        def refuse_one(route: Route) -> None:
            if not refused:
                refused.append(route.request.headers)
                errors = [
                    {"field": "", "code": "gone", "typed": "A6", "why": "A6 was moved.",
                     "accepts": "Shoot it again.", "offers": []}
                ]  # fmt: skip
                route.fulfill(status=409, json={"errors": errors})
            else:
                route.fallback()

        self.page.route("**/api/v1/shots", refuse_one)
        self.page.context.set_offline(False)
        self.line_says("1 record refused")
        said, now = (float(refused[0][name]) for name in ("x-phone-said", "x-phone-now"))
        self.assertGreater(now, said, "when it is sent, not when it was made")
        self._until(lambda: self.logged() == 1)
        self.page.get_by_test_id("line").click()
        here = self.page.get_by_role("dialog", name="On this phone")
        here.get_by_text("A6 was moved. Shoot it again.").wait_for()
        here.get_by_role("button", name="Send again").click()
        self._until(lambda: self.logged() == 2)
        here.get_by_text("All that was recorded here is sent.").wait_for()
        self.complaints.clear()

    def test_signing_out_asks_first_and_nobody_else_sees_what_waits(self) -> None:
        self.take_along(STUDIO, "stone")
        self.lose_the_line()
        self.log("A6")
        self.page.get_by_role("button", name="all steps").click()
        self.page.get_by_role("button", name="Sign out").click()
        asked = self.page.get_by_role("dialog", name="1 record not sent yet")
        asked.get_by_role("button", name="Sign out all the same").click()
        self.page.wait_for_url("**/sign-in")
        lies = self.on_the_phone()
        self.assertEqual((lies["said"], lies["taken"], len(lies["outbox"])), ([], [], 1))
        self.page.context.set_offline(False)
        self.sign_in("ines", "level-headed-7")
        self.line_says("On line.")
        self.page.get_by_role("button", name="On this phone").click()
        self.page.get_by_text("All that was recorded here is sent.").wait_for()
        self.assertEqual(self.logged(), 0)
        self.page.get_by_role("button", name="Close").click()
        self.page.get_by_role("button", name="Sign out").click()
        self.page.wait_for_url("**/sign-in")
        self.sign_in("marek", "string-line-4")
        self._until(lambda: self.logged() == 1)
