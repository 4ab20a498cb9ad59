"""The clamp sheet: on a phone, on both papers, and VOID in doubt; the way one sees first."""

from __future__ import annotations

import io
import re
from itertools import pairwise
from typing import Any
from uuid import UUID

import zxingcpp
from PIL import Image

from demo.ids import demo_id
from e2e.browser import AT_REST, IN_THEME, BrowserTestCase, settle
from server.crews.models import User
from server.jobs.models import Point
from server.overview.ladder import ladder_sheet

STUDIO, HILL = "Pottery studio, kiln room", "Hillside workshop"
#: Letters that would not be seen on white paper: their ground is not printed.
PALE = """
() => [...document.querySelectorAll("main *")]
  .filter((one) => [...one.childNodes].some(({ nodeType, data }) => nodeType === 3 && data.trim()))
  .filter((one) => one.checkVisibility())
  .map((one) => [one.closest("svg") ? "fill" : "color", one])
  .filter(([name, one]) => {
    const [red, green, blue] = getComputedStyle(one)[name].match(/[\\d.]+/g).map(Number);
    return red + green + blue > 480;
  })
  .map(([, one]) => one.textContent)
"""
#: What can be tapped or typed, and the names of forms that are not there.
KEYS = """
() => [...document.querySelectorAll("main :is(button, input, [role=combobox], [class*=MuiButton])")]
  .concat([...document.querySelectorAll("main h2")].filter((one) => !one.nextElementSibling))
  .filter((one) => one.checkVisibility())
  .map((one) => one.textContent)
"""


def job_ladder(name: str) -> Any:
    """Return a demo job's ladder as the server has it."""
    marek = User.objects.get(username="marek")
    return ladder_sheet(marek, UUID(str(demo_id(name))), None)


class ClampSheet(BrowserTestCase):
    """What to clamp, and what it rests on."""

    def test_it_says_what_it_rests_on_and_fits_both_papers(self) -> None:
        self.open_demo_job(STUDIO, "marks")
        self.page.get_by_role("link", name="Clamp sheet").click()
        said = self.page.locator("main")
        for text in (
            "Set-up 2 of", "backsight 5' 2 3/8\"", "BM1 last good", "checked, in date",
            "3' 11 7/8\"", "slide DOWN 1' 2 1/2\"", "fast beep",
        ):  # fmt: skip
            said.get_by_text(text).first.wait_for()
        self.assertEqual(said.get_by_text("VOID").count(), 0)
        self.page.emulate_media(media="print")
        for hidden in ("Order of work", "Sign out", "Print it"):
            found = self.page.get_by_text(hidden).or_(
                self.page.get_by_role("navigation", name=hidden)
            )
            self.assertFalse(any(found.nth(i).is_visible() for i in range(found.count())), hidden)
        for paper in ("A4", "Letter"):
            pages = re.findall(rb"/Type\s*/Page\b", self.page.pdf(format=paper))
            self.assertEqual(len(pages), 1, paper)

    def test_paper_is_white_in_the_dark_as_well(self) -> None:
        for step in ("marks/sheet", "book", "heights", "happened", "control", "pours"):
            self.open_demo_job(STUDIO, step)
            settle(self.page)
            self.page.evaluate(IN_THEME, "dark")
            pale = len(self.page.evaluate(PALE))
            self.page.emulate_media(media="print")
            self.page.evaluate(AT_REST)
            with self.subTest(step=step):
                self.assertGreater(pale, 2, "pale letters on the dark screen")
                self.assertEqual(self.page.evaluate(PALE), [])
                self.assertEqual(self.page.evaluate(KEYS), [], "keys and fields on paper")
            self.page.emulate_media(media="screen")

    def test_its_code_opens_the_same_sheet_on_another_phone(self) -> None:
        self.open_demo_job(STUDIO, "marks/sheet")
        code = self.page.get_by_role("img", name="Opens this sheet on a phone")
        code.wait_for()
        picture = Image.open(io.BytesIO(code.screenshot()))
        (read,) = zxingcpp.read_barcodes(picture.resize((480, 480)))
        self.assertEqual(read.text, code.get_attribute("data-address"))
        self.page.evaluate("localStorage.clear()")
        self.page.goto(read.text)
        self.page.get_by_text("Set-up 2 of").first.wait_for()
        self.assertTrue(self.page.url.endswith("/marks/sheet"))

    def test_where_to_stand_is_told_and_what_another_place_costs(self) -> None:
        self.open_demo_job(STUDIO, "set-up")
        self.page.get_by_role("link", name="Where to stand").click()
        self.page.get_by_role("heading", name="Stand at").wait_for()
        self.page.get_by_text("U is at most").wait_for()
        shades = self.page.locator("[data-shade]")
        self.assertGreater(shades.count(), 1)
        plan = self.page.get_by_role("group", name="Plan: the ground by how sure")
        plan.click(position={"x": 12, "y": 12})
        self.page.get_by_text("Where you tapped").wait_for()

    def test_the_ladder_has_every_height_in_its_order_with_the_beam_across(self) -> None:
        self.open_demo_job(STUDIO, "floors")
        self.page.get_by_role("link", name="All heights").click()
        rungs = self.page.locator("[data-rung]")
        rungs.first.wait_for()
        sheet = job_ladder(STUDIO)
        levels = [float(rung["level"]["metres"]) for rung in sheet["rungs"]]
        ys = [float(y or 0) for y in rungs.evaluate_all("all => all.map(one => one.dataset.y)")]
        self.assertEqual(ys, sorted(ys))
        self.assertEqual(len(ys), len({round(level, 3) for level in levels}))
        self.assertGreaterEqual(min(b - a for a, b in pairwise(ys)), 33.9)
        beam = float(self.page.locator("[data-beam]").get_attribute("data-beam") or 0)
        over = sum(level > float(sheet["beam"]["level"]["metres"]) for level in set(levels))
        self.assertEqual(sum(y < beam for y in ys), over)
        self.page.get_by_text("3' 11 7/8\"").first.wait_for()
        overflow = self.page.evaluate("document.body.scrollWidth - innerWidth")
        self.assertLessEqual(overflow, 0)

    def test_a_stakes_code_opens_its_point(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        point = Point.objects.get(floor__job_id=demo_id(STUDIO), name="C2")
        self.page.goto(f"{self.live_server_url}/at/{point.pk}")
        self.page.get_by_role("heading", name="Point C2").wait_for()

    def test_a_sheet_whose_set_up_is_in_doubt_says_void(self) -> None:
        self.open_demo_job(HILL, "marks/sheet")
        self.page.get_by_role("alert").get_by_text("VOID").wait_for()
        self.page.get_by_role("alert").get_by_text("BM2 read 0.07 ft high").wait_for()

    def test_the_way_one_sees_first_is_kept(self) -> None:
        self.open_demo_job(STUDIO, "marks")
        self.page.get_by_role("button", name="Slide", exact=True).click()
        self.page.reload()
        big = self.page.get_by_text("slide DOWN 1' 2 1/2\"").first
        self.assertGreater(big.evaluate("one => parseFloat(getComputedStyle(one).fontSize)"), 30)
        self.page.get_by_text("3' 11 7/8\"").first.wait_for()
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/marks/sheet")
        self.page.get_by_text("Center-zero rule").first.wait_for()
        first = self.page.locator("main").inner_text()
        self.assertLess(first.index("slide DOWN"), first.index("3' 11 7/8\""))
