"""Concrete in the browser: the map, the options while they are dragged, regrading, prices."""

from __future__ import annotations

import re

from demo.ids import demo_id
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

    def part(self, name: str) -> None:
        self.page.get_by_role("tab", name=name).click()

    def row(self, name: str) -> str:
        return self.page.get_by_role("row", name=re.compile(f"^{name}")).inner_text()

    def test_map_options_and_a_level_chosen_by_its_cost(self) -> None:
        self.open_demo_job(SHELTER, "concrete")
        self.says("0.118 m to 0.123 m, as planned", "B2: add 0.011 m", "How much of the floor")
        self.part("Ways to pour")
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
        self.open_demo_job(SHELTER, "concrete?part=ways")
        self.fill(trigger="10 mm")
        self.says("Over the trigger:", "the other 11 points stand")
        self.press("Regrade these")
        self.press("They are regraded now")
        self.page.get_by_role("heading", name="Point B2").wait_for()
        self.says("11 of 12 shot")
        self.assertEqual(Regrade.objects.get().points.count(), 1)

    def test_prices_that_can_not_be_and_an_option_without_one(self) -> None:
        self.open_demo_job(STUDIO, "concrete?part=prices")
        self.fill(concrete="-5", labor="cheap")
        self.press("Keep the prices")
        self.says("Nobody is paid that.", "This is not a number.")
        self.assertEqual(self.page.locator("[name='labor']").input_value(), "cheap")
        self.fill(concrete="", labor="0.60")
        self.press("Keep the prices")
        self.part("Ways to pour")
        self.says("lacks a price of concrete")

    def test_a_slider_answers_before_it_is_let_go(self) -> None:
        self.open_demo_job(SHELTER, "concrete?part=ways")
        self.fill(up="50 mm", down="50 mm")
        self.says("Cheapest without a hold: ")
        thumb = self.page.locator("input[type='range']").nth(1).locator("xpath=..")
        thumb.scroll_into_view_if_needed()
        box = thumb.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        for step in range(1, 31):
            self.page.mouse.move(x + 2 * step, y)
        self.says("raise it 0.0")
        self.page.mouse.up()
        self.assertIn("raise it", self.row("Raise or lower the slab"))

    def test_the_map_and_its_charts_draw_what_the_figures_say(self) -> None:
        self.open_demo_job(SHELTER, "concrete")
        plan = self.page.get_by_role("group", name="Thickness map of Shelter slab")
        plan.wait_for()
        self.says("Concrete from the left end, added up")
        bands = self.page.get_by_text(re.compile(r"^0\.\d+ m to 0\.\d+ m, "))
        shades = plan.locator("g[clip-path] path[stroke='none']")
        self.assertEqual(shades.count(), bands.count())
        floor = demo_id(SHELTER, "floor", "Shelter slab")
        told = self.page.request.get(f"{self.live_server_url}/api/v1/floors/{floor}/map").json()
        areas = [band["area"]["value"] for band in told["bands"]]
        self.assertAlmostEqual(sum(areas), 7.2 * 4.8, places=6)
        self.assertEqual(told["placed"][-1]["volume"]["text"], "4.19 m³")
        drawn = plan.text_content() or ""
        for name, thickness in (("A1", "0.122 m"), ("B2", "0.131 m"), ("B4", "0.111 m")):
            self.assertIn(name, drawn)
            self.assertIn(thickness, drawn)
        for line in told["contours"]:
            self.assertIn(line["level"]["text"], drawn)
        self.page.emulate_media(media="print")
        self.assertFalse(self.page.get_by_role("tab", name="Ways to pour").is_visible())
        self.assertFalse(self.page.get_by_role("navigation").is_visible())
        self.assertTrue(plan.is_visible())

    def test_prices_carry_their_currency(self) -> None:
        self.open_demo_job(SHELTER, "concrete?part=ways")
        self.says("Cheapest without a hold: pour as it is, $756.80")
        self.part("Prices and order")
        self.fill(currency="12")
        self.press("Keep the prices")
        self.says("That is no currency.")
        self.fill(currency="EUR")
        self.press("Keep the prices")
        self.part("Ways to pour")
        self.says("Cheapest without a hold: pour as it is, 756.80 EUR")
