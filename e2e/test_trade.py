"""What the trade does beside a floor, on a phone: cast in, layered, spot-checked, taken along."""

from __future__ import annotations

from core.lengths import Length
from demo.ids import demo_id
from e2e.counting import Counting
from server.fieldbook.models import Shot
from server.gear.models import InstrumentKnock
from server.jobs.models import Element, Floor

PACK = "Orchard pack house"
SHELTER = "Bicycle shelter"
STUDIO = "Pottery studio, kiln room"


class OnThePhone(Counting):
    """Each by touch, counted from where a person is."""

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def go(self, job: str, step: str) -> None:
        """Open another step of a job that is there already."""
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(job)}/{step}")

    def choose(self, label: str, option: str) -> None:
        self.tap(self.page.get_by_label(label, exact=True).locator("visible=true"))
        self.tap(self.page.get_by_role("option", name=option))

    def test_bolts_are_put_on_the_plan_and_shot_at_their_projection(self) -> None:
        self.open_demo_job(PACK, "elements/new/embeds")
        self.enter("corners.0.x", "3 ft")
        self.enter("corners.0.y", "3 ft")
        self.enter("level", '2 1/2"')
        self.says("Points to shoot on the embed")
        self.tap(self.button("Put it on the plan"))
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.at_most("the plan → a bolt on it", 4, 3)
        bolts = Element.objects.get(name="Bolts, sleeves, drains 1")
        self.go(PACK, "in-slab")
        self.page.get_by_role("heading", name="Point 1").wait_for()
        self.tap(self.page.get_by_role("button", name="List", exact=True))
        self.choose("Element", bolts.name)
        self.page.reload()
        self.says("clamp the receiver at")
        self.taps = self.entries = 0
        self.type("3 7 1/4")
        self.tap(self.button("Log it"))
        self.says("1 is logged")
        self.at_most("a bolt → shot", 1, 1)
        self.assertEqual(Shot.objects.get(point__element=bolts).typed, "3 7 1/4")

    def test_a_curb_stands_above_the_slab_and_its_form_is_shot(self) -> None:
        self.open_demo_job(PACK, "elements/new/curb")
        for name, text in {"0.x": "0", "0.y": "0", "1.x": "6 ft", "1.y": "0"}.items():
            self.enter(f"corners.{name}", text)
        self.says("Points to shoot")
        self.tap(self.button("Put it on the plan"))
        self.page.get_by_role("heading", name="The plan").wait_for()
        curb = Element.objects.get(kind="curb")
        self.assertEqual(curb.level_offset, Length.from_inches(6))
        self.go(PACK, "forms")
        self.page.get_by_role("heading", name="Point").first.wait_for()
        self.tap(self.page.get_by_role("button", name="List", exact=True))
        self.choose("Element", curb.name)
        self.says("Point 1")

    def test_a_layer_under_the_slab_moves_the_stone_below_it(self) -> None:
        self.open_demo_job(PACK, f"floors/{demo_id(PACK, 'floor', 'Cart bay')}")
        self.tap(self.button("Add a layer"))
        self.page.get_by_label("Layer 1", exact=True).fill("Insulation")
        self.enter("layers.0.nominal", "2")
        self.says("What this moves")
        self.tap(self.button("Accept what moves"))
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.at_most("a floor → a layer under it", 3, 1)
        layers = Floor.objects.get(name="Cart bay").underside["layers"]
        self.assertEqual(
            [(layer["name"], layer["nominal"]) for layer in layers], [("Insulation", "2")]
        )
        self.go(PACK, "heights")
        told = self.page.locator("title").filter(has_text="top of insulation")
        told.first.wait_for(state="attached")

    def test_forms_are_shot_again_on_the_day_three_taps_to_each(self) -> None:
        self.open_demo_job(SHELTER, "forms")
        self.says("Before the pour: shoot these again", "Half-way between")
        self.tap(self.page.get_by_role("button", name="1a, farthest off its target"))
        self.page.get_by_role("heading", name="Point 1a").wait_for()
        self.type("1.228")
        self.tap(self.button("Shot again: log it"))
        self.says("1a is logged")
        self.at_most("forms → one of them shot again", 2, 1)

    def test_what_goes_into_the_truck_is_ticked_and_stays_ticked(self) -> None:
        self.open_demo_job(PACK, "")
        self.tap(self.link("What to take along"))
        self.says("in the truck")
        self.tap(self.page.get_by_label("Covers for open holes"))
        self.page.get_by_role("heading", name="1 of ").wait_for()
        self.at_most("the job → a thing ticked in the truck", 2, 0)
        self.page.reload()
        self.page.get_by_role("heading", name="1 of ").wait_for()
        self.says("Tubes for Gallery piers")

    def test_a_laser_is_sent_away_and_out_until_it_is_checked(self) -> None:
        self.open_demo_job(STUDIO, "instruments")
        row = self.page.get_by_text("Rotary laser, gray case", exact=True).first
        self.tap(row.locator("xpath=../..").get_by_role("link", name="Check and history"))
        self.choose("What happened", "It was sent away for calibration")
        self.enter("note", "to the maker")
        self.tap(self.button("It was sent away"))
        self.says("Sent away: to the maker", "! sent away for calibration")
        self.assertTrue(InstrumentKnock.objects.get(note="to the maker").is_away)

    def test_each_instrument_has_its_own_order_of_setting_up(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.tap(self.button("Setting up the laser, in this order"))
        self.tap(self.page.get_by_label("Roughly level"))
        self.says("It won't level itself")
        self.at_most("a set-up → its first step ticked", 2, 0)
