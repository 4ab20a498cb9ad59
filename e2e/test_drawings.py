"""From a drawing to the first clamp, and a drawing brought in again, in the real interface."""

from __future__ import annotations

import re
from functools import partial
from pathlib import Path

from playwright.sync_api import FilePayload

from core.lengths import Length
from e2e.counting import Counting
from e2e.works import WorkedFor
from server.imports.tests.drawn import dxf, shop
from server.jobs.models import Benchmark, Element, Floor


def drawing(content: bytes) -> FilePayload:
    """Return a drawing as it is chosen."""
    return {"name": "shop.dxf", "mimeType": "image/vnd.dxf", "buffer": content}


class FromADrawingCase(Counting, WorkedFor):
    """Somebody with a drawing."""

    def hand_in(self, content: bytes) -> None:
        """Choose a drawing."""
        self.page.locator("input[type=file]").set_input_files(drawing(content))
        self.taps += 1

    def bring(self, content: bytes) -> None:
        """Choose a drawing, and wait until it is shown."""
        self.hand_in(content)
        self.page.get_by_role("heading", name="How it lies on the site").wait_for()


class FromADrawing(FromADrawingCase):
    """A crew that has nothing but a drawing."""

    def test_a_drawing_of_a_rectangle_with_piers_to_the_first_clamp(self) -> None:
        self.begin()
        self.enter("known", "51.25 ft", is_focused=True)
        self.enter("reading", "4 10 1/8")
        self.tap(self.button("Keep it"))
        self.enter("job_name", "Shop", is_focused=True)
        self.tap(self.button("Keep it in a new job"))
        self.link("The plan").wait_for()
        self.taps = self.entries = 0
        self.tap(self.link("The plan"))
        self.tap(self.link("From a drawing"))
        self.bring(dxf(shop))
        self.enter("thickness", '5"')
        self.tap(self.page.get_by_label("BM7 nail in the post"))
        self.tap(self.button("Put it on the plan"))
        steps = self.page.get_by_role("button", name="all steps")
        self.page.wait_for_url(re.compile(r"/jobs/[0-9a-f-]+$"))
        floor, row = Floor.objects.get(), Element.objects.get()
        self.assertEqual((floor.name, row.name), ("Slab", "Piers"))
        self.assertEqual(row.typed["measures"]["count"], "4 for sure")
        self.assertEqual(Benchmark.objects.filter(name="BM7").count(), 1)
        self.at_most("a drawing with a slab and piers → on the plan", 6, 1)
        self.tap(steps)
        self.tap(self.link("Marks and screed"))
        clamp = self.page.get_by_text("Clamp the receiver at").first
        clamp.locator("xpath=..").get_by_text("4' 7 1/8\"").first.wait_for()
        self.at_most("a drawing with a slab and piers → the first clamp", 12, 2)
        self._brought_again()

    def _brought_again(self) -> None:
        job = Floor.objects.get().job_id
        self.page.goto(f"{self.live_server_url}/jobs/{job}/drawings")
        self.bring(dxf(partial(shop, moved=0.5)))
        moved = self.page.get_by_role("heading", name="Moved since it was placed")
        moved.wait_for()
        self.button("Let the plan follow").click()
        moved.wait_for(state="detached")
        corners = {(corner.x, corner.y) for corner in Floor.objects.get().corners.all()}
        self.assertIn((Length.from_inches(294), Length.from_feet(16)), corners)


class OnSheets(FromADrawingCase):
    """What goes out on paper, asked for where records are."""

    def test_a_plan_comes_down_and_what_there_is_none_of_says_why(self) -> None:
        self.open_demo_job("Pottery studio, kiln room", "records?part=sheets")
        with self.page.expect_download() as download:
            self.button("Plan to scale").click()
        content = Path(download.value.path()).read_bytes()
        self.assertTrue(content.startswith(b"%PDF"))
        self.button("Pier schedule").click()
        self.page.get_by_text("The plan has no piers.").wait_for()
        self.button("A section along a line").click()
        for name, text in (("from_right", "-2 ft"), ("from_away", "6 ft"), ("to_right", "30 ft")):
            self.page.locator(f"[name='{name}']").fill(text)
        self.button("Section, PDF").click()
        self.page.get_by_text("Nothing was typed.").first.wait_for()
        self.page.locator("[name='to_away']").fill("6 ft")
        with self.page.expect_download() as download:
            self.button("Section, PDF").click()
        self.assertTrue(Path(download.value.path()).read_bytes().startswith(b"%PDF"))
        self.complaints.clear()

    def test_a_drawing_is_laid_by_two_corners_and_says_what_they_miss(self) -> None:
        self.open_demo_job("Pottery studio, kiln room", "drawings")
        self.bring(dxf(shop))
        self.button("The shapes as a list").click()
        self.page.get_by_label("Layer").click()
        self.page.get_by_role("option", name="SLAB, 1 shapes").click()
        self.page.get_by_label(re.compile("rectangle, 24")).check()
        for corner, right in ((1, "10 ft"), (2, "34 ft")):
            self.button(f"I know corner {corner}").click()
            for name, text in (("right", right), ("away", "3 ft")):
                self.page.locator(f"[name='known.{corner - 1}.{name}']").fill(text)
        self.page.get_by_text("It lies by the points you know.").wait_for()
        self.page.get_by_text('Known point 2, misses by 0"').wait_for()
        self.page.locator("[name='known.1.right']").fill("33 ft")
        self.page.get_by_text("a drawing is not stretched").wait_for()
        self.complaints.clear()


class WrongOnPurpose(FromADrawingCase):
    """What can't be, said where it is, and nothing typed is lost."""

    def test_no_drawing_and_a_pad_that_is_round(self) -> None:
        self.open_demo_job("Pottery studio, kiln room", "drawings")
        self.hand_in(b"%PDF-1.7")
        self.page.get_by_text("Files of that kind are not read.").wait_for()
        self.page.go_back()
        self.bring(dxf(shop))
        for button in ("Not this", "Not this"):
            self.button(button).first.click()
        self.button("The shapes as a list").click()
        self.page.get_by_label("Layer").click()
        self.page.get_by_role("option", name="PIERS, 4 shapes").click()
        self.page.get_by_label(re.compile("circle, 1' 0")).first.check()
        self.page.get_by_role("combobox", name="It is").click()
        self.page.get_by_role("option", name="Pad", exact=True).click()
        self.button("Take it").click()
        self.page.locator("[name='depth']").fill('12"')
        self.button("Put it on the plan").click()
        self.page.get_by_text("A pad has four sides; this is round.").wait_for()
        self.assertEqual(self.page.locator("[name='depth']").input_value(), '12"')
        self.complaints.clear()
        self.assertFalse(Element.objects.filter(name="Pad").exists())
