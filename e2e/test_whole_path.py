"""From an empty crew to a proven book, as a crew would go."""

from __future__ import annotations

import csv
from pathlib import Path

from e2e.browser import PHONE, BrowserTestCase, new_crew


class WholePath(BrowserTestCase):
    """On a laptop."""

    viewport = PHONE

    def fill(self, **entries: str) -> None:
        """Type into fields by their names."""
        for name, text in entries.items():
            self.page.locator(f"[name='{name.replace('__', '.')}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def step(self, name: str) -> None:
        """Go to a step over the order of work."""
        self.page.get_by_role("button", name="all steps").click()
        self.page.get_by_role("navigation").get_by_role("link", name=name).click()

    def test_from_an_empty_crew_to_a_proven_book(self) -> None:
        new_crew()
        self.sign_in("flo", "plumb-and-true")
        self.add_gear()
        self.open_job()
        self.lay_out_floor()
        self.set_up_instrument()
        self.read_marks()
        self.shoot_stone()
        self.read_concrete()
        self.read_book()

    def add_gear(self) -> None:
        self.page.get_by_role("link", name="Gear of Lath & Line").click()
        rods = self.page.locator("form").filter(has_text="Add the rod")
        rods.locator("[name='name']").fill("Eighths")
        rods.locator("[name='length']").fill("13 ft")
        self.press("Add the rod")
        self.page.get_by_text("13' 0\", numbers grow up").wait_for()
        lasers = self.page.locator("form").filter(has_text="Add the instrument")
        lasers.locator("[name='name']").fill("Laser")
        self.press("Add the instrument")
        self.page.get_by_text("Rotary laser").first.wait_for()
        self.page.get_by_role("link", name="Your jobs").click()

    def open_job(self) -> None:
        self.page.get_by_role("link", name="New job").first.click()
        self.fill(name="Boat shed", place="Quay end")
        self.press("Open the job")
        self.page.get_by_role("heading", name="Where the job stands").wait_for()
        self.step("Control")
        self.fill(name="BM1", elevation="21.4", description="Ring bolt in the quay wall")
        self.press("Add the benchmark")
        self.page.get_by_text("It could be 21.4 ft or 21' 4\".").wait_for()
        self.press("21.4 ft")
        self.press("Add the benchmark")
        self.page.get_by_text("Ring bolt in the quay wall").wait_for()

    def lay_out_floor(self) -> None:
        self.step("The plan")
        self.page.get_by_role("link", name="Lay out a floor").first.click()
        self.fill(length="12 ft", width="12 ft", level="1 ft", thickness='4"')
        self.more()
        self.fill(name="Shed floor", least_thickness='5"')
        self.press("Lay out the floor")
        self.page.get_by_text("The least thickness is more than 0").wait_for()
        self.page.reload()
        self.more()
        self.fill(least_thickness='3 3/4"', grid_spacing="12 ft")
        self.page.get_by_text("22' 4 3/4\"").wait_for()
        self.press("Lay out the floor")
        self.page.get_by_role("heading", name="Where the job stands").wait_for()
        self.page.get_by_text("22' 0 3/4\"").first.wait_for()

    def set_up_instrument(self) -> None:
        self.step("Set up")
        self.page.get_by_role("link", name="Set up here").first.click()
        self.page.get_by_label("Plan: tap where the instrument stands").click(
            position={"x": 30, "y": 200}
        )
        self.page.get_by_label("instrument, here").wait_for()
        self.fill(backsight="5.4")
        self.press("5.4 ft")
        self.page.get_by_text("26' 9 5/8\"").first.wait_for()
        self.fill(backsight="4' 10 1/8\"")
        self.page.get_by_text("26' 2 7/8\"").first.wait_for()
        self.press("Record the set-up")
        self.page.get_by_role("heading", name="Set-up 1").wait_for()

    def read_marks(self) -> None:
        self.step("Marks")
        for text in (
            "3' 10 1/8\"",
            "slide DOWN 1' 0\"",
            "4' 2 1/8\"",
            'slide DOWN 8"',
            '8" below zero',
        ):
            self.page.get_by_text(text).first.wait_for()

    def shoot_stone(self) -> None:
        self.step("Shoot the stone")
        entry = self.page.get_by_label("Reading on the rod")
        entry.fill("4' 2 1/8\"")
        self.answer("leave it")
        entry.fill("4.2")
        self.page.get_by_text("It could be 4.2 ft or 4' 2\".").wait_for()
        self.press("4' 2\"")
        self.answer("leave it")
        entry.fill("3' 2 1/8\"")
        self.answer("take off 1' 0\"")
        self.press("Log it")
        self.page.get_by_role("button", name="a foot off: log 4' 2 1/8\", leave it").wait_for()
        self.press("Keep 3' 2 1/8\"")
        self.page.get_by_text("A1 is logged").wait_for()
        self.press("Point before")
        self.press("Misread? Strike 3' 2 1/8\"")
        self.press("misread the rod")
        self.press("Strike it")
        entry.wait_for()
        for name, reading in (
            ("A1", "4 2 1/8"),
            ("A2", "4' 1 3/4\""),
            ("B2", "4.19 ft"),
            ("B1", "4' 2 5/8\""),
        ):
            self.page.get_by_role("heading", name=f"Point {name}").wait_for()
            entry.fill(reading)
            entry.press("Enter")
            self.page.get_by_text(f"{name} is logged").wait_for()

    def answer(self, text: str) -> None:
        self.page.get_by_test_id("answer").get_by_text(text, exact=True).wait_for()

    def read_concrete(self) -> None:
        self.step("Concrete")
        self.page.get_by_test_id("order").wait_for()
        self.assertEqual(self.page.get_by_test_id("order").inner_text(), "2.00 yd³")
        for text in ("Thinnest, at A2", "1 point is thinner than", "0 % of the area"):
            self.page.get_by_text(text).first.wait_for()

    def read_book(self) -> None:
        self.step("The book")
        self.page.get_by_text("Arithmetic check: it proves").wait_for()
        self.page.get_by_text("struck: misread the rod.").wait_for()
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="CSV").click()
        rows = list(csv.DictReader(Path(download.value.path()).read_text().splitlines()))
        self.assertEqual([row["point"] for row in rows], ["BM1", "A1", "A1", "A2", "B2", "B1"])
        self.assertEqual([row["sight"] for row in rows], ["BS", "", "IS", "IS", "IS", "FS"])
