"""Two people at once, a sign-in that ran out, and the keys of every rod."""

from __future__ import annotations

import re

from core.lengths import Length
from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase
from server.crews.models import Session
from server.fieldbook.models import Shot
from server.gear.models import Rod
from server.jobs.models import Floor

STUDIO = "Pottery studio, kiln room"
SHELTER = "Bicycle shelter"

KEYS = {
    "Grade rod, eighths": (["4", "feet", "2", "3/8 inch"], "4' 2 3/8\""),
    "Grade rod, hundredths": (["4", ".", "2", "0"], "4.20"),
    "Tape rule on a lath": (["3", "0", "5/16 inch"], '30 5/16"'),
    "Staff, centimeters": (["1", ".", "2", "8"], "1.28"),
}


class Together(BrowserTestCase):
    """Nobody's reading is lost to another's."""

    def test_two_people_shoot_the_same_point(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        other = self.new_page(storage_state=self.page.context.storage_state())
        other.goto(self.page.url)
        other.get_by_role("heading", name="Point A6").wait_for()
        for page, reading in ((self.page, "4 5"), (other, "4 5 1/8")):
            page.get_by_label("Reading on the rod").fill(f'{reading}"')
            page.get_by_test_id("answer").wait_for()
        for page in (self.page, other):
            page.get_by_role("button", name="Log it").click()
            page.get_by_text("A6 is logged").wait_for()
        self.assertEqual(Shot.objects.filter(point__name="A6").count(), 2)
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/book")
        self.page.get_by_role("row", name="A6").nth(1).wait_for()
        self.page.get_by_text("Arithmetic check: it proves").wait_for()
        other.context.close()

    def test_two_people_change_the_same_floor_and_both_changes_stand(self) -> None:
        self.open_demo_job(STUDIO)
        floor = Floor.objects.get(job=demo_id(STUDIO))
        self.page.goto(f"{self.live_server_url}/jobs/{floor.job_id}/floors/{floor.pk}")
        other = self.new_page(storage_state=self.page.context.storage_state())
        other.goto(self.page.url)
        for page, field, text in ((self.page, "thickness", '6"'), (other, "tolerance", '3/8"')):
            page.locator(f"[name='{field}']").fill(text)
        other.locator("[name='waste']").fill("7")
        self.page.get_by_role("button", name="Accept what moves").click()
        self.page.get_by_role("button", name="Accept what moves").wait_for(state="detached")
        send = other.get_by_role("button", name=re.compile("Change the floor|Accept what moves"))
        send.click()
        told = other.get_by_role("alert").filter(has_text="Somebody changed this")
        told.get_by_text('it is 6" by now').wait_for()
        other.screenshot(path="/tmp/over.png")
        self.assertEqual(other.locator("[name='thickness']").input_value(), '5"')
        other.get_by_role("button", name="Take it over").click()
        told.wait_for(state="detached")
        self.assertEqual(other.locator("[name='thickness']").input_value(), '6"')
        self.assertEqual(other.locator("[name='tolerance']").input_value(), '3/8"')
        send.click()
        send.wait_for(state="detached")
        floor.refresh_from_db()
        inches = [Length.from_inches(text) for text in ("6", "0.375")]
        self.assertEqual([floor.thickness, floor.tolerance, str(floor.waste)], [*inches, "0.0700"])

    def test_a_sign_in_that_ran_out_keeps_the_reading(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        entry = self.page.get_by_label("Reading on the rod")
        entry.fill("4' 5\"")
        self.page.get_by_test_id("answer").wait_for()
        Session.objects.all().delete()
        entry.press("Enter")
        self.page.get_by_text("You are not signed in.").wait_for()
        self.assertEqual(entry.input_value(), "4' 5\"")
        self.sign_in("marek", "string-line-4")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/stone")
        self.assertEqual(entry.input_value(), "4' 5\"")
        entry.press("Enter")
        self.page.get_by_text("A6 is logged").wait_for()

    def test_a_new_crew_is_told_what_to_do_at_every_step(self) -> None:
        self.open_demo_job(SHELTER)
        self.page.goto(f"{self.live_server_url}/jobs/new")
        for name, text in {
            "name": "Well head",
            "place": "Orchard",
        }.items():
            self.page.locator(f"[name='{name}']").fill(text)
        self.page.get_by_role("button", name="Open the job").click()
        self.page.get_by_role("heading", name="Where the job stands").wait_for()
        job = self.page.url
        for step, words in {
            "floors": "No floor yet.",
            "set-up": "The instrument is not set up yet.",
            "marks": "Lay out a floor first",
            "stone": "Lay out a floor first",
            "concrete": "Lay out a floor first",
            "book": "Set up the instrument first",
        }.items():
            self.page.goto(f"{job}/{step}")
            self.page.get_by_text(words).wait_for()


class EveryRodsKeys(BrowserTestCase):
    """The keypad has the rod's own graduation, in one hand."""

    viewport = PHONE

    def test_each_rod_is_typed_by_its_own_keys(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        for name, (keys, typed) in KEYS.items():
            with self.subTest(name):
                self.choose_rod(name)
                self.page.get_by_role("button", name="clear", exact=True).first.click()
                for key in keys:
                    self.page.get_by_role("button", name=key, exact=True).click()
                self.assertEqual(self.page.locator("[name='backsight']").input_value(), typed)
                self.page.get_by_label("Rod on the benchmark, reading").wait_for()

    def choose_rod(self, name: str) -> None:
        self.page.get_by_label("Rod", exact=True).click()
        self.page.get_by_role("option", name=name).click()

    def test_a_center_zero_rule_reads_below_and_above(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.choose_rod("Cut-and-fill rule")
        for name, text in {"backsight": "0", "x": "-6 ft", "y": "5 ft"}.items():
            self.page.locator(f"[name='{name}']").fill(text)
        self.page.get_by_text("Constant").first.wait_for()
        self.page.get_by_role("button", name="Record the set-up").click()
        self.page.get_by_role("heading", name="Set-up 3").wait_for()
        self.assertEqual(Rod.objects.filter(numbering="centre-zero").count(), 1)
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/stone")
        for key in ("9", "1/2 inch", "below zero"):
            self.page.get_by_role("button", name=key, exact=True).click()
        self.page.get_by_test_id("answer").get_by_text("leave it").wait_for()
        self.page.get_by_text('9 1/2" below zero').first.wait_for()
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("A6 is logged").wait_for()
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/book")
        notes = self.page.get_by_role("list", name="Level notes")
        notes.get_by_text('9 1/2" below zero').first.wait_for()
