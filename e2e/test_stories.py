"""Parts of the trade from a crew that has nothing to the paper in the hand, on a phone."""

from __future__ import annotations

import csv
import re
from datetime import UTC, datetime
from pathlib import Path
from uuid import uuid4

from e2e.counting import Counting
from server.crews.models import User
from server.fieldbook.models import SetUp
from server.jobs.models import Element, Floor, Job
from server.tests.site import OnAPhone as Phone

PAGES = re.compile(rb"/Type\s*/Page\b")


class FromNothing(Counting):
    """A job begun by a height that was known and read: the beam at 26.24 ft."""

    def begin_job(self) -> None:
        self.begin()
        self.enter("known", "21.40 ft", is_focused=True)
        self.enter("reading", "4 10 1/8")
        self.tap(self.button("Keep it"))
        self.enter("job_name", "Spring house", is_focused=True)
        self.tap(self.button("Keep it in a new job"))
        self.link("The plan").wait_for()
        self.job = Job.objects.get()

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).locator("visible=true").first.wait_for()

    def go(self, step: str) -> None:
        self.page.goto(f"{self.live_server_url}/jobs/{self.job.pk}/{step}")

    def lay_out_floor(self, *, falls: bool = False) -> None:
        self.go("floors/new")
        self.enter("length", "20 ft", is_focused=True)
        self.enter("width", "14 ft")
        self.enter("thickness", '5"')
        self.enter("level", '8"')
        if falls:
            self.more()
            self.tap(self.button("Let it fall"))
            self.page.locator("[name='panels.0.fall']").fill("1/4 in per ft")
        self.tap(self.button("Lay out the floor"))
        self.link("Shoot the stone").wait_for()

    def put(self, kind: str, shape: str = "", **entries: str) -> Element:
        """Put an element on the plan, as it comes but for what is typed."""
        self.go(f"elements/new/{kind}")
        self.button("Put it on the plan").wait_for()
        if shape:
            self.tap(self.button(shape))
        for name, text in entries.items():
            field = self.page.locator(f"[name='{name}']")
            if not field.is_visible():
                self.tap(self.page.get_by_text("More measures"))
            field.fill(text)
        self.tap(self.button("Put it on the plan"))
        self.page.get_by_role("heading", name="The plan").wait_for()
        return Element.objects.get(kind=kind)

    def choose(self, label: str, option: str) -> None:
        self.tap(self.page.get_by_label(label, exact=True).locator("visible=true"))
        self.tap(self.page.get_by_role("option", name=option))

    def shoot_first(self, stage: str, reading: str, says: str) -> None:
        """Shoot the first point of a stage by hand."""
        self.go(stage)
        self.page.get_by_label("Reading on the rod").fill(reading)
        self.says(says)
        self.tap(self.button("Log it"))
        self.says("is logged")

    def send_the_rest(self, stage: str, readings: list[str]) -> None:
        """Send what is left of a stage as a phone does; one without a reading is right."""
        phone = Phone()
        phone.force_login(User.objects.get(username="flo"))
        set_up = SetUp.objects.get()
        if stage == "stone":
            floor = phone.get(f"/api/v1/floors/{Floor.objects.get().pk}").json()
            pegs = floor["plan"]["pegs"]
        else:
            sheet = phone.get(f"/api/v1/jobs/{self.job.pk}/stages/{stage}").json()
            pegs = [peg for work in sheet["works"] for peg in work["pegs"]]
        left = [peg for peg in pegs if peg["state"] == "not-shot"]
        for n, peg in enumerate(left):
            path = f"/api/v1/set-ups/{set_up.pk}/points/{peg['id']}"
            clamp = phone.get(path).json()["clamp"]
            body = {
                "id": str(uuid4()), "set_up": str(set_up.pk), "point": peg["id"],
                "reading": readings[n] if n < len(readings) else clamp["rod"],
                "taken_at": datetime.now(UTC).isoformat(),
            }  # fmt: skip
            answer = phone.post("/api/v1/shots", body, content_type="application/json")
            self.assertEqual(answer.status_code, 201, answer.content)

    def one_page(self) -> None:
        """What is on the screen prints on one sheet."""
        self.page.emulate_media(media="print")
        self.assertEqual(len(PAGES.findall(self.page.pdf(format="Letter"))), 1)
        self.page.emulate_media(media="screen")

    def test_a_sloping_lot_to_the_boards_on_paper(self) -> None:
        self.begin_job()
        self.lay_out_floor()
        boards = self.put("boards", tallest="3 ft", step="1 ft")
        self.shoot_first("layout", "4 ft", "at 22'")
        self.send_the_rest("layout", ["5 ft", "7' 6\"", "4' 6\""])
        self.page.reload()
        self.says("Corner 1 is highest, corner 3 lowest", "step down", "String at 22' 8 7/8\"")
        self.assertEqual(boards.typed["measures"]["tallest"], "3 ft")
        self.go(f"layout/sheet/{boards.pk}")
        self.says("clamp sheet")
        self.one_page()

    def test_an_outdoor_slab_falling_one_way_set_from_its_stone(self) -> None:
        self.begin_job()
        self.lay_out_floor(falls=True)
        self.put("form", shape="As a floor")
        self.go("forms")
        self.tap(self.button("A string between two points"))
        for name, text in {
            "start": "22.07 ft", "end": "21.65 ft", "apart": "20 ft", "every": "4 ft",
        }.items():  # fmt: skip
            self.page.locator(f"[name='{name}']").fill(text)
        self.says("falling")
        self.page.get_by_role("table", name="Stakes along the string").wait_for()
        self.shoot_first("stone", "4' 8\"", "add")
        self.send_the_rest("stone", ["4' 7\"", "4' 6\""])
        self.go("concrete?part=ways")
        self.says("Set the level from the stone", "the datum fixes the level")
        self.page.locator("[name='down']").fill("1 in")
        self.page.locator("[name='up']").fill("1 in")
        row = self.page.get_by_role("row", name=re.compile("^Set the level from the stone"))
        row.get_by_role("button", name="Choose it").tap()
        self.says("What this moves")
        before = Floor.objects.get().level_offset
        self.tap(self.button("Accept what moves"))
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.go("concrete")
        self.page.get_by_test_id("order").wait_for()
        self.assertNotEqual(Floor.objects.get().level_offset, before)

    def test_piers_by_tube_and_piles_by_screw_to_the_cutting_list(self) -> None:
        self.begin_job()
        self.lay_out_floor()
        line = {"x": "2 ft", "y": "3 ft", "x_last": "18 ft", "y_last": "3 ft", "count": "3"}
        deep = {"least_depth": "3 ft", "frost_depth": "3 ft"}
        piers = self.put("piers", **line, **deep, diameter='10"', stock="12 ft")
        self.shoot_first("layout", "5 ft", "at 21'")
        self.send_the_rest("layout", ["5 ft", "5 ft"])
        self.send_the_rest("dig", [])
        self.go("piers")
        self.says("Cut list")
        piles = self.put("piles", x="2 ft", y="11 ft", count="2", apart="16 ft", beam='7 1/4"')
        self.shoot_first("piers", "4' 2 1/8\"", "leave it")
        self.says("Tops under Slab")
        self.go(f"piers/sheet/{piers.pk}")
        self.says("clamp sheet")
        self.one_page()
        self.assertEqual({piers.name, piles.name}, {"Piers 1", "Screwed or driven piles 1"})

    def test_a_run_over_a_turning_point_closed_and_in_the_notes(self) -> None:
        self.begin_job()
        self.go("runs")
        self.enter("reading", "6 2")
        self.enter("x", "40 ft")
        self.enter("y", "0")
        self.tap(self.button("Record the turning point"))
        self.tap(self.link("Set up on TP1"))
        self.enter("backsight", "3 1")
        self.tap(self.button("Record the set-up"))
        self.page.get_by_role("heading", name="Set-up 2").wait_for()
        self.tap(self.page.get_by_role("button", name="Read TP1 again").locator("visible=true"))
        self.choose("Why", "Close the run")
        self.choose("Read on", "BM1")
        self.enter("reading", "1 9 1/4")
        self.says('1/8" low, good')
        self.tap(self.button("Record it"))
        self.go("runs")
        self.says("BM1 → TP1 → BM1", "The sums prove", "it may be spread")
        self.go("book")
        self.says("it proves")
        with self.page.expect_download() as download:
            self.link("CSV").tap()
        rows = list(csv.DictReader(Path(download.value.path()).read_text().splitlines()))
        self.assertEqual([row["point"] for row in rows if row["sight"]], ["TP1", "BM1"])

    def test_a_laser_checked_by_the_water_level_is_in_date(self) -> None:
        self.begin_job()
        self.go("instruments")
        self.tap(self.link("Check and history"))
        self.tap(self.link("Water level"))
        self.enter("to_a", "5 ft")
        self.enter("to_b", "85 ft")
        self.enter("a", "1/8")
        self.enter("b", "1/8")
        self.says("PASS")
        self.tap(self.button("Keep this check"))
        self.says("checked")
