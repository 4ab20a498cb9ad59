"""Go or hold in the browser: a pour on hold for two reasons, led to GO; another planned."""

from __future__ import annotations

import re

from e2e.browser import PHONE, BrowserTestCase
from server.pour.models import LiftedHold

SHELTER, PACK = "Bicycle shelter", "Orchard pack house"


class GoOrHold(BrowserTestCase):
    """The list, its answers and its lifted holds."""

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def press(self, name: str | re.Pattern[str]) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def test_from_hold_to_go(self) -> None:
        self.open_demo_job(SHELTER, "pours")
        self.page.get_by_text("HOLD", exact=True).wait_for()
        self.page.get_by_role("link", name="Open the list").click()
        self.says("2 hold it", "4.40 m³ ordered", "acknowledged by the school's caretaker")
        self.says("Truck 1 of 1.", "A truck every 30 minutes.", "Optical level: check is due.")
        self.press("Lift the hold: Instrument check in date")
        self.press("Lift the hold")
        self.says("Nothing was typed.")
        self.fill(reason="Checked this morning against the water level")
        self.press("Lift the hold")
        self.says("1 hold it", "Lifted by Marek")
        self.press("Lift the hold: Benchmark read again, and good")
        self.fill(reason="The sill is read at the first truck")
        self.press("Lift the hold")
        self.says("Nothing holds it")
        self.page.get_by_text("GO", exact=True).wait_for()
        self.assertEqual(LiftedHold.objects.count(), 2)
        self.press("Ordered")
        self.fill(answer="plenty")
        self.press("Record the answer")
        self.says("This is no amount of concrete.")
        self.fill(answer="3.0")
        self.press("Record the answer")
        self.says("3.00 m³ ordered, 4.40 m³ needed.")
        self.page.get_by_text("HOLD", exact=True).first.wait_for()

    def test_a_pour_is_planned_and_says_what_is_missing(self) -> None:
        self.open_demo_job(PACK, "pours")
        self.says("No pour is planned.")
        self.fill(name="Cart bay and footing")
        self.press("Plan this pour")
        self.page.get_by_role("alert").or_(self.page.locator(".Mui-error")).first.wait_for()
        self.page.locator("input[type='date']").fill("2031-05-06")
        self.page.get_by_label("Cart bay", exact=True).check()
        self.page.get_by_label("South footing").check()
        self.page.reload()
        self.press("Plan this pour")
        self.page.get_by_role("heading", name="Cart bay and footing").wait_for()
        self.says("16 points are not shot.", 'over-dug by 1 1/2"', "Nobody knows yet")


class GoOrHoldOnAPhone(GoOrHold):
    """At the truck."""

    viewport = PHONE
