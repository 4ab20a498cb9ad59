"""Any sight, any point: the rod upside down, a tape, a ceiling, a height kept; wrong on purpose."""

from __future__ import annotations

import re

from playwright.sync_api import Route

from core.lengths import Elevation
from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase, new_crew
from e2e.demo import load_demo
from server.crews.models import Role
from server.fieldbook.models import ExtraBacksight, SetUp, Shot
from server.gear.models import Rod
from server.jobs.models import Benchmark, Element, Job, Point

LOFT = "Seed store loft"
STUDIO = "Pottery studio, kiln room"


class AnySight(BrowserTestCase):
    """At a desk."""

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name.replace('__', '.')}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).locator("visible=true").click()

    def choose(self, label: str, option: str) -> None:
        self.page.get_by_label(label, exact=True).locator("visible=true").first.click()
        self.page.get_by_role("option", name=option).click()

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).locator("visible=true").first.wait_for()

    def test_a_benchmark_above_the_beam_is_taped_and_a_second_tape_may_disagree(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.choose("How it is read", "Tape up from the beam")
        self.fill(backsight="-14")
        self.says("A tape shows no minus.")
        self.fill(backsight='14"')
        self.says("346' 1 1/8\"")
        self.page.get_by_label(re.compile("^Rod on the benchmark")).wait_for()
        self.press("Another backsight")
        self.choose("And on", "BM1")
        self.choose("How it is read there", "Rod upside down")
        self.fill(extras__0='11"')
        self.says('The backsights disagree by 3"')
        self.press("Record the set-up")
        self.page.get_by_role("heading", name="Set-up 3").wait_for()
        self.says("1' 2\", taped up from the beam", '11", rod upside down')
        further = ExtraBacksight.objects.get(set_up__job_id=demo_id(STUDIO))
        self.assertEqual(further.sight, "upside-down")
        self.assertIsNone(further.set_up.x)
        self.page.get_by_role("button", name="Wrong? Strike it").nth(1).click()
        self.press("Strike this backsight")
        self.says("Nothing was typed.")
        self.fill(reason="read over the head")
        self.press("Strike this backsight")
        self.says("struck: read over the head")

    def test_a_ceiling_is_shot_upside_down_and_named_high_corner_first(self) -> None:
        self.open_demo_job(LOFT, "points")
        self.choose("Group", "Underside of joists")
        self.says('NE is the highest. SW is 1 1/8" lower', "in 10 ft")
        self.press("Another point")
        self.fill(name="NW")
        self.choose("It belongs to", "Underside of joists")
        self.press("Add the point")
        self.says("Underside of joists has a point of that name.")
        self.fill(name="Middle")
        self.press("Add the point")
        self.page.get_by_role("button", name="Add the point").wait_for(state="hidden")
        self.page.get_by_role("list", name="Points").get_by_text("Middle").click()
        self.choose("How it is read", "Rod upside down")
        self.says("Hold the rod upside down, its foot up against the point.")
        reading = self.page.get_by_label("Reading on the rod")
        reading.fill("14 ft")
        self.says("The rod has no such value.")
        reading.fill("3 6")
        self.says("rod upside down")
        self.press("Log it")
        self.says("Middle is logged", "Middle is the highest.")
        kept = Shot.objects.get(typed="3 6")
        self.assertEqual((kept.sight, kept.point.name), ("upside-down", "Middle"))
        self.page.get_by_role("navigation").get_by_role("link", name="The book").click()
        self.says("3' 6\", rod upside down")

    def drawn(self) -> dict[str, float]:
        """Return where the beam is drawn, and the point at the end of the tape."""
        svg = self.page.get_by_label("Rod on the benchmark").locator("visible=true").first
        told: dict[str, float] = svg.evaluate(
            """(svg) => {
              const y = (one) => one.getBoundingClientRect().y;
              const strokes = [...svg.querySelectorAll("path")];
              const wide = (w) => strokes.find((one) => one.getAttribute("stroke-width") === w);
              const end = wide("4");
              return { beam: y(wide("3")), end: end ? y(end) : -1,
                       turned: svg.querySelector("[transform^='rotate(180']") ? 1 : 0 };
            }"""
        )
        return told

    def test_what_is_held_is_drawn_as_it_is_held(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.fill(backsight='30"')
        self.says("349' 9 1/8\"")
        self.assertEqual((self.drawn()["end"], self.drawn()["turned"]), (-1, 0))
        self.choose("How it is read", "Rod upside down")
        self.says("344' 9 1/8\"")
        self.assertEqual(self.drawn()["turned"], 1)
        self.choose("How it is read", "Tape down from the beam")
        self.says("349' 9 1/8\"")
        down = self.drawn()
        self.assertGreater(down["end"], down["beam"] + 100)
        self.choose("How it is read", "Tape up from the beam")
        self.says("344' 9 1/8\"")
        up = self.drawn()
        self.assertLess(up["end"], up["beam"] - 100)

    def test_what_is_typed_stays_with_its_point(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        reading = self.page.get_by_label("Reading on the rod")
        reading.fill("4 4")
        self.page.get_by_role("button", name="Next point").click()
        self.page.get_by_role("heading", name="Point B6").wait_for()
        self.assertEqual(reading.input_value(), "")
        reading.fill("4 5")
        self.page.get_by_role("button", name="Point before").click()
        self.page.get_by_role("heading", name="Point A6").wait_for()
        self.assertEqual(reading.input_value(), "4 4")
        self.page.reload()
        self.assertEqual(reading.input_value(), "4 4")
        self.page.get_by_role("button", name="Next point").click()
        self.assertEqual(reading.input_value(), "4 5")

    def test_an_assumed_datum_is_tied_later_and_the_units_are_changed(self) -> None:
        self.open_demo_job(LOFT, "control")
        numbers: dict[str, set[str | None]] = {}
        self.page.on(
            "request",
            lambda one: numbers.setdefault(one.url.rsplit("/", 1)[1], set()).add(
                one.headers.get("x-phone-number")
            ),
        )
        self.press("Tie to a real elevation")
        self.press("Tie every height to it")
        self.says("Nothing was typed.")
        self.fill(real="high up")
        self.says("There is a word for its side and no number.")
        self.fill(real="612 ft")
        self.says("Every height moves up 323' 7 1/2\"", "612' 0\"")
        self.press("Leave it")
        self.says("288' 4 1/2\"")
        self.press("Tie to a real elevation")
        self.says("Every height moves up 323' 7 1/2\"")  # what it says moves the key down
        self.press("Tie every height to it")
        self.says("Tied: BM1 stands at 612' 0\"")
        self.press("Change the units")
        self.choose("Lengths are shown in", "Meters: 1.584")
        self.says("A re-read may differ by", "0.003 m")
        self.press("Show it in these")
        self.says("186.538 m", "Meters, such as 1.584 m.")
        self.assertEqual(numbers["tie-draft"], {None}, "what is only typed takes no number")
        self.assertNotIn(None, numbers["ties"])
        job = Job.objects.get(pk=demo_id(LOFT))
        self.assertEqual((job.style, job.ties.count()), ("m", 1))
        self.assertEqual(
            job.benchmarks.get().elevation + job.datum, Elevation.from_metres("186.5376")
        )

    def test_a_point_is_wanted_at_a_height_and_kept_as_a_benchmark(self) -> None:
        self.open_demo_job(LOFT, "points")
        self.choose("Group", "Points")
        self.choose("Point", "Door sill")
        self.press("Want it at a height")
        self.fill(target="high")
        self.press("Want it there")
        self.says("There is a word for its side and no number.")
        self.fill(target="290 ft")
        sheet = f"**/api/v1/jobs/{demo_id(LOFT)}"
        held: list[Route] = []
        is_held = [True]

        def hold(route: Route) -> None:
            (held.append if is_held else type(route).fallback)(route)

        self.page.route(sheet, hold)
        self.press("Want it there")
        self.says("wanted at 290' 0\"")
        self.press("Keep it as a benchmark")
        with self.page.expect_response(sheet):
            is_held.clear()
            for route in held:
                route.fallback()
        name = self.page.locator("form").filter(has_text="Keep it as a benchmark")
        name.locator("[name='name']").fill("BM1")
        name.get_by_role("button").click()
        self.says("BM1 already stands in this job")
        name.locator("[name='name']").fill("Sill")
        name.get_by_role("button").click()
        self.page.get_by_role("navigation").get_by_role("link", name="Control").click()
        self.says("Points, the point, Door sill")
        self.assertEqual(
            Benchmark.objects.get(name="Sill", job=demo_id(LOFT)).half_width is None, False
        )


class HeightNow(BrowserTestCase):
    """On a phone: wrong on purpose, kept twice, kept with the line down."""

    viewport = PHONE

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name.replace('__', '.')}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def says(self, text: str) -> None:
        self.page.get_by_text(text).locator("visible=true").first.wait_for()

    def begin(self) -> None:
        load_demo()
        self.come_in("tobi")
        self.page.goto(f"{self.live_server_url}/height-now")

    def test_wrong_entries_are_said_in_their_rows_and_nothing_typed_is_lost(self) -> None:
        self.begin()
        self.fill(known="288.4", reading="5.2", points__0__target="NaN")
        self.says("It could be 288.4 ft or 288' 4")
        self.says("It could be 5.2 ft or 5' 2\"")
        self.says("There is no number in it.")
        self.page.reload()
        self.press("288.4 ft")
        self.press("5' 2\"")
        self.fill(points__0__target="287 ft")
        self.page.get_by_test_id("height").get_by_text("6' 6 3/4\"").wait_for()
        self.fill(points__0__target="310 ft")
        self.says("above the beam")
        self.says("Tape 16' 5 1/4\" up from the beam.")
        self.fill(points__0__target="260 ft")
        self.says("too short")
        self.assertEqual(SetUp.objects.filter(job__name="x").count(), 0)

    def test_the_keys_say_higher_and_lower(self) -> None:
        self.begin()
        self.fill(reading="4 2")
        self.page.locator("[name='points.0.target']").click()
        for key in ("lower", "1", "feet"):
            self.press(key)
        self.page.get_by_test_id("height").get_by_text("5' 2\"").wait_for()
        self.press("higher")
        self.page.get_by_test_id("height").get_by_text("3' 2\"").wait_for()

    def test_kept_twice_with_the_answer_lost_it_is_one_job(self) -> None:
        self.begin()
        self.fill(known="", reading="4 2", points__0__target="-1 ft")
        self.page.get_by_test_id("height").get_by_text("5' 2\"").wait_for()
        self.press("Keep it")
        self.fill(job_name="Crane base")
        self.page.route("**/heights", lambda route: (route.fetch(), route.abort()))
        self.press("Keep it in a new job")
        self.says("The server could not be reached.")
        self.page.unroute("**/heights")
        self.complaints.clear()
        self.press("Keep it in a new job")
        self.page.get_by_role("heading", name="Point P1").wait_for()
        job = Job.objects.get(name="Crane base")
        self.assertEqual(Benchmark.objects.get(job=job).elevation.nanometres, 0)
        self.assertEqual(SetUp.objects.filter(job=job).count(), 1)
        self.assertEqual(Point.objects.filter(element__job=job).count(), 1)
        self.page.goto(f"{self.live_server_url}/jobs/{job.pk}/height-now")
        self.fill(reading="4 2", points__0__target="-2 ft")
        self.page.get_by_test_id("height").get_by_text("6' 2\"").wait_for()
        self.press("Keep it in Crane base")
        self.page.get_by_role("button", name="List").click()
        self.page.get_by_role("list", name="Points").get_by_text("P2").wait_for()
        self.assertEqual(Element.objects.filter(job=job).count(), 1)
        self.assertEqual(Benchmark.objects.filter(job=job).count(), 1)

    def test_a_helper_of_a_crew_without_a_rod_works_at_once_and_is_told_whom_to_ask(self) -> None:
        new_crew(Role.HELPER)
        self.come_in("flo")
        self.page.goto(f"{self.live_server_url}/height-now")
        self.page.get_by_role("button", name=re.compile("^Meters")).click()
        self.fill(known="63.4", reading="1.58", points__0__target="63.1")
        self.page.get_by_test_id("height").get_by_text("1.880 m").wait_for()
        self.press("Keep it")
        self.fill(job_name="Well cover")
        self.press("Keep it in a new job")
        self.says("The crew has no such rod yet. Ask your foreman to add it under Gear")
        self.complaints.clear()
        self.assertEqual(Rod.objects.filter(crew__memberships__user__username="flo").count(), 0)

    def test_units_change_as_often_as_wanted_and_are_kept_with_the_height(self) -> None:
        new_crew(Role.FOREMAN)
        self.come_in("flo")
        self.page.goto(f"{self.live_server_url}/height-now")
        self.page.get_by_role("button", name="Feet and inches").click()
        self.fill(known="", reading="19 1/4")
        self.page.get_by_text("1' 7 1/4\"").first.wait_for()
        self.press("ft in, read on Grade rod, feet and inches")
        self.page.get_by_role("menuitem", name="Inches alone, quarters").click()
        self.fill(points__0__target="lower 6 1/2")
        self.page.get_by_test_id("height").get_by_text('25 3/4"').wait_for()
        self.fill(points__0__target="lower 7")
        self.page.get_by_test_id("height").get_by_text('26 1/4"').wait_for()
        self.press("Keep it")
        self.fill(job_name="Well cover")
        self.press("Keep it in a new job")
        self.page.get_by_role("heading", name="Point P1").wait_for()
        self.assertEqual(Job.objects.get(name="Well cover").style, "in/4")
        rods = Rod.objects.filter(crew__memberships__user__username="flo")
        self.assertEqual([rod.graduation for rod in rods], ["in/4"])
