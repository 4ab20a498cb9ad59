"""Concrete in the browser: the map, the options while they are dragged, regrading, prices."""

from __future__ import annotations

import re

from e2e.browser import BrowserTestCase
from server.fieldbook.models import Regrade

STUDIO, SHELTER = "Pottery studio, kiln room", "Bicycle shelter"


class Concrete(BrowserTestCase):
    """What a pour costs, and what to do about it."""

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def row(self, name: str) -> str:
        return self.page.get_by_role("row", name=re.compile(f"^{name}")).inner_text()

    def test_map_options_and_a_level_chosen_by_its_cost(self) -> None:
        self.open_demo_job(SHELTER, "concrete")
        self.says("0.118 m to 0.123 m, as planned", "B2: add 0.011 m", "How much of the floor")
        self.says("Cheapest without a hold: ")
        self.assertIn("4.40 m³", self.row("Pour as it is"))
        self.fill(up="30 mm", down="10 mm", raised="10 mm")
        self.says("raise it 0.010 m")
        slider = self.page.get_by_role("slider", name="Raise the slab by")
        slider.focus()
        for _ in range(10):
            self.page.keyboard.press("ArrowRight")
        self.says("raise it 0.020 m")
        self.assertIn("0.131 m", self.row("Raise or lower the slab"))
        self.fill(raised="40 mm")
        self.says("The datum does not allow the slab to move that far.")
        self.fill(raised="-5 mm")
        self.says("lower it 0.005 m")
        self.page.get_by_role("button", name="Choose it").first.click()
        self.says("What this moves", "down 0.005 m")
        self.press("Accept what moves")
        self.says("86.745 m")

    def test_what_is_regraded_is_shot_again_and_nothing_else(self) -> None:
        self.open_demo_job(SHELTER, "concrete")
        self.fill(trigger="10 mm")
        self.says("Over the trigger:", "the other 11 points stand")
        self.press("Regrade these")
        self.press("They are regraded now")
        self.page.get_by_role("heading", name="Point B2").wait_for()
        self.says("11 of 12 shot")
        self.assertEqual(Regrade.objects.get().points.count(), 1)

    def test_prices_that_can_not_be_and_an_option_without_one(self) -> None:
        self.open_demo_job(STUDIO, "concrete")
        self.fill(concrete="-5", labor="cheap")
        self.press("Keep the prices")
        self.says("Nobody is paid that.", "This is not a number.")
        self.assertEqual(self.page.locator("[name='labor']").input_value(), "cheap")
        self.fill(concrete="", labor="0.60")
        self.press("Keep the prices")
        self.says("lacks a price of concrete")
