"""The pack house of the demo, from rough layout to screed points, and its plan's forms."""

from __future__ import annotations

import re
from datetime import UTC, datetime
from pathlib import Path
from tempfile import TemporaryDirectory
from uuid import uuid4

from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase, settle
from e2e.demo import load_demo
from server.crews.models import User
from server.fieldbook.models import SetUp
from server.jobs.models import Element, Point
from server.tests.site import OnAPhone as Phone

PACK = "Orchard pack house"
READS = re.compile(r"It reads (.+?) where")


class Staged(BrowserTestCase):
    """What the tests of the stages share."""

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name.replace('__', '.')}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def open(self, path: str) -> None:
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(PACK)}/{path}")
        settle(self.page)

    def choose(self, label: str, option: str) -> None:
        self.page.get_by_label(label, exact=True).locator("visible=true").click()
        self.page.get_by_role("option", name=option, exact=True).click()


class PackHouse(Staged):
    """Walked in the order of work."""

    def test_from_the_ground_to_the_screed_points(self) -> None:
        self.open_demo_job(PACK, "layout")
        self.says("String at", "Corner 4 is highest", "Square corners", "Beam:")
        self.press("A string between two points")
        fields = {"start": "52.00 ft", "end": "51.50 ft", "apart": "40 ft", "every": "10 ft"}
        for name, text in (fields | {"wanted": "lower 9 in"}).items():
            self.page.locator(f"[name='{name}']").fill(text)
        table = self.page.get_by_role("table", name="Stakes along the string")
        table.get_by_role("row").nth(5).wait_for()
        self.says("1:80", "falling", "in the middle")
        self.press("Seen today")
        self.page.reload()
        self.says("String at")
        self.assertEqual(self.page.get_by_role("note").count(), 0)
        self.open("dig")
        self.says(
            "South footing, point 3: over-dug by 1 1/2\"", "no frost depth is entered",
            "pier 2: nobody said what it bears on",
        )  # fmt: skip
        self.shoot_the_rest("Wash bay dig")
        self.shoot_the_rest("Post pad")
        self.shoot_the_rest("Gallery piers")
        last = self.page.get_by_role("table", name="Schedule of piers").get_by_role("row").last
        last.get_by_text("not shot").wait_for(state="detached")
        settle(self.page)
        self.page.get_by_role("button", name="What pier 2 bears on").click()
        self.page.get_by_label("Clean and flat").check()
        self.press("Record it")
        self.page.get_by_role("button", name="What pier 2 bears on").get_by_text(
            "undisturbed soil, clean"
        ).wait_for()
        self.assertEqual(self.page.get_by_text("pier 2: nobody said").count(), 0)
        self.open("forms")
        for element in ("South footing", "Post pad", "Stem wall", "Wash bay forms"):
            self.shoot_the_rest(element)
        self.fill(reading="4 ft", amount='1 1/2"')
        self.says("It is at 414' 5 1/2\"; the new one at 414' 7\"")
        self.open("piers")
        self.shoot_the_rest(None)
        self.says('turn its head UP 1/2"', "Cut list")
        self.open("marks")
        self.page.get_by_role("link", name="Shoot marks and screed points").click()
        self.shoot_the_rest("Cart bay marks")
        self.shoot_the_rest("Wash bay screed")
        steps = self.page.get_by_role("navigation", name="Order of work")
        for step in ("Dig", "Footings and forms", "Piers", "Marks and screed"):
            link = steps.get_by_role("link", name=re.compile(rf"\. {step}.*, done"))
            link.wait_for()

    def shoot_the_rest(self, element: str | None) -> None:
        """Shoot every point left of an element at what the rod reads when it is right.

        The first by hand, the others as a phone sends them; the screen is asked again then.
        """
        if element:
            self.choose("Element", element)
            self.page.get_by_role("heading", level=1, name=element).wait_for()
        points = self.page.get_by_role("list", name="Points").get_by_role("button")
        point = points.filter(has_text="not shot").first
        point.click()
        name = (point.locator("strong").first.text_content() or "").strip()
        self.page.get_by_role("heading", name=f"Point {name}", exact=True).wait_for()
        target = self.page.get_by_text(READS).first.text_content() or ""
        reads = READS.search(target)
        assert reads is not None
        self.page.get_by_label("Reading on the rod").fill(reads[1])
        self.page.keyboard.press("Enter")
        self.says(f"{name} is logged")
        stage = self.page.url.split(str(demo_id(PACK)))[1].strip("/").split("/")[0]
        self.send_the_rest(stage, element)
        self.page.reload()
        points.first.wait_for()
        self.assertEqual(points.filter(has_text="not shot").count(), 0)

    def send_the_rest(self, stage: str, element: str | None) -> None:
        phone = Phone()
        phone.force_login(User.objects.get(username="marek"))
        set_up = SetUp.objects.filter(job=demo_id(PACK)).order_by("number").last()
        assert set_up is not None
        sheet = phone.get(f"/api/v1/jobs/{demo_id(PACK)}/stages/{stage}").json()
        for work in sheet["works"]:
            if element not in (None, work["name"]):
                continue
            for peg in work["pegs"]:
                if peg["state"] != "not-shot":
                    continue
                path = f"/api/v1/set-ups/{set_up.pk}/points/{peg['id']}"
                body = {
                    "id": str(uuid4()), "set_up": str(set_up.pk), "point": peg["id"],
                    "reading": phone.get(path).json()["clamp"]["rod"],
                    "taken_at": datetime.now(UTC).isoformat(),
                }  # fmt: skip
                answer = phone.post("/api/v1/shots", body, content_type="application/json")
                self.assertEqual(answer.status_code, 201, answer.content)

    def test_every_height_shows_four_ways_and_fits_a_sheet(self) -> None:
        self.open_demo_job(PACK, "forms")
        self.choose("Element", "Stem wall")
        self.page.get_by_role("link", name="Heights").click()
        self.says("Base at 413' 4\"", "Course 3 at 415' 4\"", "slide DOWN", "Tape from the beam")
        self.page.get_by_role("link", name="Clamp sheet").click()
        self.says("Stem wall, footings and forms: clamp sheet", "Course 1 at 414' 0\"")
        self.page.emulate_media(media="print")
        for paper in ("A4", "Letter"):
            pages = re.findall(rb"/Type\s*/Page\b", self.page.pdf(format=paper))
            self.assertEqual(len(pages), 1, paper)


class ThePlan(Staged):
    """Elements typed, dragged, read from a table; wrong on purpose in each."""

    def setUp(self) -> None:
        super().setUp()
        load_demo()
        self.sign_in("marek", "string-line-4")
        self.folder = Path(self.enterContext(TemporaryDirectory()))

    def table(self, content: str) -> str:
        file = self.folder / "corners.csv"
        file.write_bytes(content.encode("latin-1"))
        return str(file)

    def test_a_footing_from_a_table_then_dragged(self) -> None:
        self.open("elements/new/footing")
        corners = self.page.get_by_label("Corners from a CSV file")
        corners.set_input_files(self.table("x;y\n0;0\n12,5 ft;1.0 ft\n"))
        self.says("Row 3, column 2: Decimal commas and decimal points are mixed.")
        corners.set_input_files(self.table("Stelle;x;y\nS\xfcd;0;-3 ft\nOst;12,5 ft;-3 ft\n"))
        self.says("Points to shoot on the footing's bottom")
        self.assertEqual(self.page.locator("[name='corners.1.x']").input_value(), "12.5 ft")
        self.fill(name="Annex footing")
        self.press("Add a step")
        self.fill(steps__0__along="40 ft", steps__0__drop='8"')
        self.says("its steps lie on it")
        self.fill(steps__0__along="6 ft")
        self.page.get_by_text("its steps lie on it").first.wait_for(state="detached")
        handle = self.page.get_by_label("drag corner 2")
        box = handle.bounding_box()
        assert box is not None
        middle = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(*middle)
        self.page.mouse.down()
        self.page.mouse.move(middle[0] + 40, middle[1], steps=4)
        self.page.mouse.up()
        dragged = self.page.locator("[name='corners.1.x']").input_value()
        self.assertRegex(dragged, r"^1[3-9]' \d+\"$")
        self.page.reload()
        self.assertEqual(self.page.locator("[name='corners.1.x']").input_value(), dragged)
        self.press("Put it on the plan")
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.says("Annex footing")
        footing = Element.objects.get(name="Annex footing")
        self.assertEqual(Point.objects.filter(element=footing, task="form").count(), 5)

    def test_corners_are_drawn_by_tapping(self) -> None:
        self.open("elements/new/lot")
        self.fill(name="Lot", corners__0__x="", corners__0__y="")
        self.press("Draw corners by tapping")
        plan = self.page.get_by_role("group", name="Plan of the element as typed")
        box = plan.bounding_box()
        assert box is not None
        for x, y in ((0.2, 0.3), (0.8, 0.3), (0.8, 0.7)):
            plan.click(position={"x": x * box["width"], "y": y * box["height"]})
        corners = [
            self.page.locator(f"[name='corners.{i}.{of}']").input_value()
            for i in range(3) for of in "xy"
        ]  # fmt: skip
        self.assertTrue(all(corners), corners)
        self.assertEqual(corners[1], corners[3])
        self.assertEqual(corners[2], corners[4])
        self.press("Put it on the plan")
        self.page.get_by_role("heading", name="The plan").wait_for()
        lot = Element.objects.get(name="Lot")
        self.assertEqual(len(lot.typed["corners"]), 3)

    def test_a_slip_of_the_finger_is_asked_about(self) -> None:
        self.open("elements/new/piers")
        self.fill(name="Walk", x="0", y="30 ft", x_last="40 ft", y_last="30 ft", count="1000")
        self.says("That is a great many.")
        self.press("1000 for sure")
        self.says("Points to shoot on the top of the pier")
        self.fill(count="5", layers__0__nominal='9"', bottom="414 ft")
        self.says("taller than the finished level")
        self.fill(bottom="")
        self.press("Put it on the plan")
        self.says("Walk")

    def test_panels_that_do_not_fit_say_where(self) -> None:
        self.open(f"floors/{demo_id(PACK, 'floor', 'Cart bay')}")
        self.press("Add a panel")
        self.says("They overlap by")
        self.page.get_by_role("button", name="Take this panel out").last.click()
        self.page.get_by_text("They overlap by").first.wait_for(state="detached")
        self.fill(panels__0__fall="1:20")
        self.choose("The formation under it", "is level")
        self.says("below the level formation")

    def test_a_change_of_level_lists_all_it_moves(self) -> None:
        self.open(f"floors/{demo_id(PACK, 'floor', 'Wash bay')}")
        self.fill(level="2' 0 1/2\"")
        self.says("Wash bay forms, top of form", "Gallery piers, top of pier", 'up 1/2"')
        self.says("points that were on are low")
        self.press("Accept what moves")
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.says("414' 6 1/2\"")
        self.open(f"floors/{demo_id(PACK, 'floor', 'Wash bay')}")
        self.fill(level="8 ft")
        self.page.get_by_role("combobox", name="Which way").click()
        self.page.get_by_role("option", name="below").click()
        self.says("What this moves")


class OnAPhone(Staged):
    """A stage in one hand: the reading is in reach, the caution is not in its way."""

    viewport = PHONE

    def test_the_keys_stand_above_the_caution(self) -> None:
        self.open_demo_job(PACK, "dig")
        keys = self.page.get_by_role("button", name="7", exact=True).bounding_box()
        caution = self.page.get_by_role("note").locator("visible=true").bounding_box()
        assert keys is not None
        assert caution is not None
        self.assertLess(keys["y"], caution["y"])
        self.page.locator("summary").click()
        self.says("From the clamp on BM1")
