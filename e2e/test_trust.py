"""A knock half-way, caught by the re-read, and the way out; driven with the simulated site."""

from __future__ import annotations

import re

from core.tasks import Task
from demo.ids import demo_id
from e2e.browser import BrowserTestCase
from e2e.demo import load_demo
from server.crews.models import Crew, User
from server.fieldbook.models import Shot
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Floor, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.create_job import JobForm, create_job
from server.jobs.services.draft_floor import FloorForm
from server.jobs.services.lay_out_floor import lay_out_floor
from simulation import (
    Knock,
    Laser,
    Place,
    ReceiverTruth,
    RodTruth,
    SimulatedSite,
    Tilt,
    rough_ground,
)

BENCHMARK = (Place(-6.0, 3.0), 50.0)
FIRST, SECOND = Place(-2.0, 6.5), Place(8.0, -2.0)
LEVEL = 50.42
HILL = "Hillside workshop"
STUDIO = "Pottery studio, kiln room"


class KnockedHalfWay(BrowserTestCase):
    """The product does not know the truth; the test does."""

    def setUp(self) -> None:
        super().setUp()
        load_demo()
        self.site = SimulatedSite(
            11,
            rough_ground(11, LEVEL, (6.0, 4.0), 0.003),
            {"BM": BENCHMARK},
            ReceiverTruth(0.0008),
            RodTruth(0.5, 0.001),
        )
        self.job, self.floor = self.lay_out()
        self.points = {point.name: point for point in Point.objects.filter(floor=self.floor)}

    def lay_out(self) -> tuple[Job, Floor]:
        """Lay a metric floor out, for the browser to shoot."""
        marek = User.objects.get(username="marek")
        bolt = BenchmarkForm(demo_id("t", "bm"), "BM", "50.000", "Bolt", "-6", "3")
        crew = Crew.objects.get(pk=demo_id("crew"))
        job, _ = create_job(marek, JobForm(demo_id("t"), crew.pk, "Test pad", "m", "North", bolt))
        form = FloorForm(
            id=demo_id("t", "floor"), name="Pad", shape="rectangle", length="6", width="4",
            notch_length="", notch_width="", corners=[], level_from="elevation",
            level=f"{LEVEL + 0.12:.3f}", side="above", reference=None, thickness="0.120",
            least_thickness="0.110", tolerance="0.010", grid_spacing="2", mark_spacing="5",
            waste="5", order_step="0.1",
        )  # fmt: skip
        floor, _ = lay_out_floor(marek, job.pk, form)
        return job, floor

    def open(self, path: str) -> None:
        self.page.goto(f"{self.live_server_url}/jobs/{self.job.pk}/{path}")

    def choose(self, label: str, option: str) -> None:
        self.page.get_by_label(label, exact=True).click()
        self.page.get_by_role("option", name=option).click()

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def set_up(self, laser: Laser) -> None:
        """Stand the laser somewhere and record its backsight."""
        self.site.stand_up(laser)
        self.choose("Instrument", "Rotary laser, gray case")
        self.choose("Rod", "Staff, centimeters (numbers grow up)")
        self.fill(backsight=f"{self.site.sight('BM'):.3f}", x=f"{laser.at.x}", y=f"{laser.at.y}")
        self.page.get_by_text("Can prove ±0.010 m").wait_for()
        self.press("Record the set-up")
        self.page.wait_for_url("**/set-up")

    def shoot(self, count: int) -> list[str]:
        """Shoot so many points as the screen proposes them, and keep each; returns their names."""
        names: list[str] = []
        for _ in range(count):
            heading = self.page.get_by_role("heading", name=re.compile(r"^Point "))
            name = (heading.text_content() or "").removeprefix("Point ")
            reading = self.site.shoot(self.place(name))
            self.page.get_by_label("Reading on the rod").fill(f"{reading:.3f}")
            self.page.keyboard.press("Enter")
            logged = self.page.get_by_text(f"{name} is logged")
            keep = self.page.get_by_role("button", name=re.compile("^Keep "))
            logged.or_(keep).first.wait_for()
            if keep.is_visible():
                keep.click()
            logged.wait_for()
            names.append(name)
        return names

    def place(self, name: str) -> Place:
        found = self.points[name].place
        return Place(float(found.x), float(found.y))

    def read_again(self, verdict: str) -> None:
        self.page.get_by_role("button", name="Read BM again").first.click()
        dialog = self.page.get_by_role("dialog")
        dialog.locator("[name='reading']").fill(f"{self.site.sight('BM'):.3f}")
        dialog.get_by_text(re.compile(f", {verdict}$")).wait_for()
        self.press("Record it")
        dialog.wait_for(state="detached")

    def states(self) -> dict[str, str]:
        own, _ = self.own_pegs()
        return {peg["name"]: peg["state"] for peg in own.of([Task.STONE])}

    def own_pegs(self) -> tuple[OwnPegs, JobTrust]:
        job_trust = JobTrust(self.job)
        found, _ = pegs_of(stone_of([self.floor.pk]), JobPlan(self.job), job_trust)
        return found[self.floor.pk], job_trust

    def doubted(self) -> set[str]:
        return {name for name, state in self.states().items() if state == "in-doubt"}

    def test_caught_by_the_re_read_and_led_out_to_the_truth(self) -> None:
        self.sign_in("marek", "string-line-4")
        self.open("set-up/new")
        self.set_up(Laser(FIRST, 51.60, Tilt(0.00004, toward=70.0)))
        self.open("stone")
        sound = self.shoot(4)
        self.read_again("good")
        self.site.knock(Knock(self.site.readings + 3, lift=0.014))
        after = self.shoot(6)
        self.assertEqual(self.doubted(), set())
        self.read_again("not good")
        self.page.get_by_role("alert").get_by_text("Set-up 1 is in doubt").first.wait_for()
        self.assertEqual(self.doubted(), set(after))
        self.page.get_by_role("link", name="The way out").click()
        self.page.get_by_role("link", name="Set up again").click()
        self.set_up(Laser(SECOND, 51.45, Tilt(0.00004, toward=200.0)))
        self.page.get_by_role("link", name="The way out").click()
        self.page.get_by_text("Set-up 2 stands and can be shot from.").wait_for()
        tried = self.page.get_by_text("try first").text_content() or ""
        self.press(f"Shoot {tried.split(' ')[0]}")
        self.page.get_by_role("heading", name=f"Point {tried.split(' ')[0]}").wait_for()
        self.shoot(1)
        while self.doubted():
            self.shoot(1)
        for _ in range(sum(state == "not-shot" for state in self.states().values())):
            self.shoot(1)
        self.assertFalse({"in-doubt", "not-shot"} & set(self.states().values()))
        self.assertTrue(set(sound).isdisjoint(after))
        self.within_u()

    def within_u(self) -> None:
        """Hold what the floor says against the truth."""
        own, job_trust = self.own_pegs()
        for stone in own.found:
            name = stone.point.name
            truth = self.site.ground.elevation(self.place(name))
            shot = Shot.objects.filter(point=stone.point)
            last = shot.order_by("-taken_at")[0]
            sighting = job_trust.lines.sighting(last.set_up_id)
            sure = sighting.sure(last.observed, stone.point.place).half_width
            self.assertLessEqual(abs(float(stone.elevation) - truth), sure, name)

    def test_an_unlikely_reading_is_asked_about_and_never_changed(self) -> None:
        self.sign_in("marek", "string-line-4")
        self.open("set-up/new")
        self.set_up(Laser(FIRST, 51.60))
        self.open("stone")
        self.shoot(5)
        for decision in (re.compile("^100 mm off"), re.compile("^Keep")):
            heading = self.page.get_by_role("heading", name=re.compile(r"^Point "))
            name = (heading.text_content() or "").removeprefix("Point ")
            typed = f"{self.site.shoot(self.place(name)) + 0.1:.3f}"
            self.page.get_by_label("Reading on the rod").fill(typed)
            self.page.keyboard.press("Enter")
            asked = self.page.get_by_role("alertdialog")
            asked.get_by_text("against the points around it").wait_for()
            self.assertEqual(Shot.objects.filter(point=self.points[name]).count(), 0)
            asked.get_by_role("button", name=decision).click()
            self.page.get_by_text(f"{name} is logged").wait_for()
            shot = Shot.objects.get(point=self.points[name])
            if decision.pattern == "^Keep":
                self.assertEqual((shot.typed, shot.slip), (typed, "kept"))
            else:
                self.assertEqual((shot.first_typed, shot.slip), (typed, "100 mm off"))

    def test_a_knock_stops_the_readings_until_the_benchmark_is_good(self) -> None:
        self.sign_in("tobi", "holds-the-rod-2")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/stone")
        self.page.get_by_role("button", name="It was knocked").click()
        self.page.get_by_text("It was knocked, and the benchmark has not been read").wait_for()
        self.page.get_by_text("Nothing read from set-up 2 counts now.").wait_for()
        self.assertEqual(self.page.get_by_label("Reading on the rod").count(), 0)
        self.page.get_by_role("button", name="Read BM1 again").click()
        dialog = self.page.get_by_role("dialog")
        self.choose("Why", "It was knocked")
        dialog.locator("[name='reading']").fill("5' 2 3/8\"")
        dialog.get_by_text(", good").wait_for()
        self.press("Record it")
        self.page.get_by_text("BM1 was good 0 min ago").wait_for()
        dialog.wait_for(state="hidden")  # it gives the focus back as it goes
        self.page.get_by_label("Reading on the rod").fill("4' 5 1/8\"")
        self.page.keyboard.press("Enter")
        self.page.get_by_text("A6 is logged").wait_for()

    def test_the_rough_pass_is_kept_apart(self) -> None:
        self.sign_in("marek", "string-line-4")
        self.open("set-up/new")
        self.set_up(Laser(FIRST, 51.60))
        self.open("stone")
        self.press("Rough pass, ±0.012 m")
        rough = self.shoot(2)
        self.assertEqual(set(self.states().values()), {"not-shot"})
        self.page.get_by_text("2 of 12 roughly shot").wait_for()
        self.press("Fine pass, ±0.010 m")
        self.page.get_by_role("heading", name=f"Point {rough[0]}").wait_for()
        self.shoot(1)
        self.assertNotEqual(self.states()[rough[0]], "not-shot")
        settings = Shot.objects.filter(point=self.points[rough[0]]).values_list("setting")
        self.assertEqual({setting for (setting,) in settings}, {"coarse", "fine"})

    def test_an_optical_level_in_its_own_order_with_two_backsights(self) -> None:
        marek = User.objects.get(username="marek")
        spike = BenchmarkForm(demo_id("t", "bm2"), "BM2", "50.300", "Spike")
        add_benchmark(marek, self.job.pk, spike)
        self.sign_in("marek", "string-line-4")
        self.open("set-up/new")
        self.choose("Instrument", "Optical level")
        self.assertEqual(self.page.get_by_label("Receiver", exact=True).count(), 0)
        self.choose("Rod", "Staff, centimeters (numbers grow up)")
        order = self.page.get_by_role("checkbox")
        self.assertEqual(order.count(), 5)
        for i in range(5):
            order.nth(i).check()
        self.fill(backsight="1.600", x="-2", y="6.5")
        self.press("Another backsight")
        self.page.locator("[name='extras.0']").fill("1.2")
        self.page.get_by_text("more than 0.003 m").wait_for()
        self.page.locator("[name='extras.0']").fill("9 m")
        self.page.get_by_text("The rod has no such value.").wait_for()
        self.page.locator("[name='extras.0']").fill("1.302")
        self.page.get_by_text("The backsights disagree by 2.0 mm, within 0.003 m.").wait_for()
        self.page.get_by_text("51.601 m").first.wait_for()
        self.page.reload()
        self.assertEqual(self.page.locator("[name='extras.0']").input_value(), "1.302")
        self.press("Record the set-up")
        self.page.wait_for_url("**/set-up")
        self.page.get_by_text("The backsights disagree by 2.0 mm; the mean counts.").wait_for()
        self.open("book")
        self.page.get_by_text("mean of 2 backsights").wait_for()

    def test_backsights_that_disagree_stop_the_work_until_one_is_struck(self) -> None:
        marek = User.objects.get(username="marek")
        spike = BenchmarkForm(demo_id("t", "bm2"), "BM2", "50.300", "Spike")
        add_benchmark(marek, self.job.pk, spike)
        self.sign_in("marek", "string-line-4")
        self.open("set-up/new")
        self.choose("Instrument", "Rotary laser, gray case")
        self.choose("Rod", "Staff, centimeters (numbers grow up)")
        self.fill(backsight="1.600", x="-2", y="6.5")
        self.press("Another backsight")
        self.page.locator("[name='extras.0']").fill("1.350")
        self.press("Record the set-up")
        self.page.wait_for_url("**/set-up")
        self.page.get_by_text("Set-up 1 is in doubt").first.wait_for()
        listed = self.page.get_by_role("list", name="Backsights").get_by_role("listitem")
        second = listed.filter(has_text="BM2")
        second.get_by_role("button", name="Wrong? Strike it").click()
        self.press("Strike this backsight")
        self.page.get_by_text("Nothing was typed.").wait_for()
        self.fill(reason="Read on a stone beside the spike")
        self.press("Strike this backsight")
        second.get_by_text("struck: Read on a stone beside the spike").wait_for()
        self.page.get_by_text("Set-up 1 is in doubt").first.wait_for(state="detached")
        self.assertEqual(listed.get_by_role("button").count(), 0)
        self.open("stone")
        self.page.get_by_label("Reading on the rod").wait_for()

    def test_a_strict_crew_counts_sure_calls_only(self) -> None:
        self.sign_in("ines", "level-headed-7")
        studio = f"{self.live_server_url}/jobs/{demo_id(STUDIO)}"
        self.page.goto(studio)
        self.page.get_by_text("7 count as on").wait_for()
        self.page.goto(f"{self.live_server_url}/gear/{demo_id('crew')}")
        self.page.get_by_role("button", name="How the crew counts").click()
        self.choose("Close calls", "Strict: only sure calls count as on")
        self.press("Keep these choices")
        self.page.get_by_label("Close calls").get_by_text("Strict").wait_for()
        self.page.goto(studio)
        self.page.get_by_text("5 count as on").wait_for()


class Instruments(BrowserTestCase):
    """Checks, runs and limits in the demo."""

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def test_a_guided_check_tells_while_typing_and_is_kept(self) -> None:
        self.open_demo_job(HILL, "instruments")
        row = self.page.get_by_text("Rotary laser, gray case", exact=True)
        row.locator("xpath=../..").get_by_role("link", name="Check and history").click()
        self.page.get_by_role("link", name="Two positions, one wall").click()
        self.fill(near="6 ft", far="6 ft", gap="1/8 in", resolution="1/32 in")
        self.page.get_by_text("So short a base proves nothing.").wait_for()
        self.fill(far="21 m")
        self.page.get_by_text("another system of units").wait_for()
        self.fill(far="70 ft")
        self.page.get_by_text("FAIL", exact=True).wait_for()
        self.page.get_by_text("twice the error").wait_for()
        self.page.get_by_text("(longest sight here)").wait_for()
        self.page.reload()
        self.assertEqual(self.page.locator("[name='far']").input_value(), "70 ft")
        self.fill(resolution="1/4 in")
        self.page.get_by_text("would settle it").wait_for()
        self.fill(resolution="1/32 in")
        self.page.get_by_text("FAIL", exact=True).wait_for()
        self.press("Keep this check")
        self.page.get_by_text("! out of true").wait_for()
        self.page.get_by_role("img", name="Slope found by 7 checks").wait_for()
        self.press("It was dropped or knocked")
        self.page.get_by_text("Nothing was typed.").wait_for()
        self.fill(note="fell over in the wind")
        self.press("It was dropped or knocked")
        self.page.get_by_text("due at once").first.wait_for()

    def test_a_run_is_accepted_and_its_point_kept(self) -> None:
        self.open_demo_job(HILL, "runs")
        self.page.get_by_role("heading", name="BM1 → TP1 → TP2 → BM2").wait_for()
        for text in ("The sums prove", "6 readings from set-up 3", "it may be spread"):
            self.page.get_by_text(text).first.wait_for()
        self.page.get_by_label("Keep TP2 as").fill("BM2")
        self.press("Spread it and accept the run")
        self.page.get_by_text("BM2 already stands in this job").wait_for()
        self.page.get_by_label("Keep TP2 as").fill("BM3")
        self.press("Spread it and accept the run")
        self.page.get_by_text("Accepted: the misclosure is spread").wait_for()
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(HILL)}/control")
        self.page.get_by_text("TP2, carried by the run that closed on BM2").wait_for()

    def test_wrong_on_purpose_in_each_new_form(self) -> None:
        self.open_demo_job(HILL, "runs")
        self.page.get_by_role("button", name="Shoot a turning point from set-up").click()
        self.fill(name="TP1", reading="20 ft")
        self.press("Record the turning point")
        for text in ("The job has a point of that name.", "The rod has no such value."):
            self.page.get_by_text(text).wait_for()
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(HILL)}/control")
        self.press("Limits of trust")
        self.fill(reread_minutes="2", rough_tolerance="3")
        self.press("Keep these limits")
        for text in ("Give whole minutes", "That is no tolerance."):
            self.page.get_by_text(text).wait_for()
        self.page.goto(f"{self.live_server_url}/gear/{demo_id('crew')}")
        for form in ("Add a receiver", "Add an instrument", "How the crew counts"):
            self.press(form)
        receiver = self.page.locator("form").filter(has_text="Add the receiver")
        for name, text in {"name": "New", "fine": "3 mm", "coarse": "1 mm"}.items():
            receiver.locator(f"[name='{name}']").fill(text)
        self.press("Add the receiver")
        self.page.get_by_text("The fine band is not wider than the coarse one").wait_for()
        instrument = self.page.locator("form").filter(has_text="Add the instrument")
        instrument.locator("[name='name']").fill("New")
        self.fill(specification="1.5 mm", check_days="0")
        self.press("Add the instrument")
        self.page.get_by_text("A slope is an amount at a distance.").wait_for()
        self.press("Keep these choices")
        self.page.get_by_text("Give 1 to 366 days.").wait_for()
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(HILL)}/marks")
        self.page.get_by_text("these marks are VOID").wait_for()
