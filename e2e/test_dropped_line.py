"""The line drops while a form is sent: nothing typed is lost, and nothing is recorded twice."""

from __future__ import annotations

from playwright.sync_api import Route

from demo.ids import demo_id
from e2e.browser import BrowserTestCase
from server.fieldbook.models import Reread, SetUp, Shot, TurningPoint
from server.gear.models import InstrumentCheck, InstrumentKnock
from server.jobs.models import Benchmark, Floor, Job, Point

STUDIO = "Pottery studio, kiln room"
HILL = "Hillside workshop"
LASER = demo_id("instrument", "Rotary laser, gray case")


def lose_the_answer(route: Route) -> None:
    """Let the request reach the server and its answer get lost."""
    if route.request.method == "POST":
        route.fetch()
        route.abort()
    else:
        route.fallback()


class DroppedLine(BrowserTestCase):
    """Each form is sent again under the key it was sent under before."""

    def send_twice(self, address: str, button: str) -> None:
        """Press with the answer lost, reload, and press again."""
        self.page.route(address, lose_the_answer)
        self.page.get_by_role("button", name=button, exact=True).click()
        self.page.get_by_text("The server could not be reached.").wait_for()
        self.page.unroute(address)
        self.complaints.clear()
        self.page.reload()
        self.page.get_by_role("button", name=button, exact=True).click()

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def test_a_benchmark(self) -> None:
        self.open_demo_job(STUDIO, "control")
        self.page.get_by_role("button", name="Add a benchmark", exact=True).click()
        self.fill(name="BM7", elevation="351.02 ft", description="Nail in the lintel")
        self.send_twice("**/benchmarks", "Add the benchmark")
        self.page.get_by_text("Nail in the lintel").wait_for()
        self.assertEqual(Benchmark.objects.filter(name="BM7").count(), 1)

    def test_while_the_server_is_away_it_says_so_and_goes_on_by_itself(self) -> None:
        self.open_demo_job(STUDIO, "control")
        self.page.get_by_role("button", name="Add a benchmark", exact=True).click()
        self.fill(name="BM8", elevation="351.02 ft", description="Nail in the lintel")
        body = '{"errors": [{"field": "", "code": "away", "typed": "", "why": "", "accepts": ""}]}'
        left = [503, 503]

        def away(route: Route) -> None:
            if left:
                route.fulfill(status=left.pop(), content_type="application/json", body=body)
            else:
                route.fallback()

        self.page.route("**/benchmarks", away)
        self.page.get_by_role("button", name="Add the benchmark", exact=True).click()
        said = self.page.get_by_text("The server is away for a moment.")
        said.wait_for()
        self.page.get_by_text("Nail in the lintel").wait_for()
        said.wait_for(state="detached")
        self.complaints.clear()
        self.assertEqual((left, Benchmark.objects.filter(name="BM8").count()), ([], 1))

    def test_a_floor(self) -> None:
        self.open_demo_job(STUDIO, "floors/new")
        self.more()
        self.fill(name="Annex", length="9 ft", width="8 ft", level='6"', thickness='4"')
        self.fill(grid_spacing="8 ft")
        self.fill(least_thickness='3 1/2"')
        self.send_twice(f"**/jobs/{demo_id(STUDIO)}/floors", "Lay out the floor")
        self.page.get_by_role("button", name="Annex Floor").wait_for()
        annex = Floor.objects.get(name="Annex")
        self.assertEqual(Point.objects.filter(floor=annex).count(), 6)

    def test_a_set_up(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.fill(backsight="5' 1 1/8\"", x="-4 ft", y="2 ft")
        self.send_twice("**/set-ups", "Record the set-up")
        self.page.get_by_role("heading", name="Set-up 3").wait_for()
        self.assertEqual(SetUp.objects.filter(job_id=demo_id(STUDIO)).count(), 3)
        self.assertEqual(SetUp.objects.filter(backsight_typed="5' 1 1/8\"").count(), 1)

    def test_a_job(self) -> None:
        self.open_demo_job(STUDIO)
        self.page.goto(f"{self.live_server_url}/jobs/new")
        self.fill(name="Ice house", place="Dell")
        self.send_twice("**/api/v1/jobs", "Open the job")
        self.page.get_by_role("heading", name="Where the job stands").wait_for()
        self.assertEqual(Job.objects.filter(name="Ice house").count(), 1)

    def test_a_check_and_a_drop(self) -> None:
        self.open_demo_job(HILL, f"instruments/{LASER}/face-about")
        before = InstrumentCheck.objects.count()
        self.fill(distance="91 ft", gap="1/16 in", resolution="1/64 in")
        self.send_twice("**/checks?*", "Keep this check")
        self.page.get_by_text("Is it true?").wait_for()
        self.assertEqual(InstrumentCheck.objects.count(), before + 1)
        self.fill(note="off the truck bed")
        self.send_twice("**/knocks", "It was dropped or knocked")
        self.page.get_by_text("off the truck bed").wait_for()
        self.assertEqual(InstrumentKnock.objects.filter(note="off the truck bed").count(), 1)

    def test_a_turning_point_and_a_run(self) -> None:
        self.open_demo_job(HILL, "runs")
        self.page.get_by_role("button", name="Shoot a turning point from set-up").click()
        self.fill(name="TP9", reading="4.02", x="-40", y="3")
        self.send_twice("**/turning-points", "Record the turning point")
        self.page.get_by_role("link", name="Set up on TP9").wait_for()
        self.assertEqual(TurningPoint.objects.filter(name="TP9").count(), 1)
        self.page.get_by_label("Keep TP1 as").fill("BM4")
        self.page.route("**/acceptance", lose_the_answer)
        self.page.get_by_role("button", name="Spread it and accept the run").click()
        # The news of the job may tell what became of it before the lost answer does.
        accepted = self.page.get_by_text("Accepted: the misclosure is spread")
        accepted.or_(self.page.get_by_text("The server could not be reached.")).wait_for()
        self.page.unroute("**/acceptance")
        self.complaints.clear()
        self.page.reload()
        accepted.wait_for()
        self.assertEqual(Benchmark.objects.filter(name="BM4").count(), 1)

    def test_a_re_read(self) -> None:
        self.open_demo_job(STUDIO, "set-up")
        self.page.get_by_role("button", name="Read BM1 again").click()
        self.fill(reading="5' 2 3/8\"")
        record = self.page.get_by_role("button", name="Record it", exact=True)
        self.page.route("**/rereads", lose_the_answer)
        record.click()
        self.page.get_by_text("The server could not be reached.").wait_for()
        self.page.unroute("**/rereads")
        self.complaints.clear()
        self.page.reload()
        self.page.get_by_role("button", name="Read BM1 again").click()
        self.assertEqual(self.page.locator("[name='reading']").input_value(), "5' 2 3/8\"")
        record.click()
        self.page.get_by_role("dialog").wait_for(state="detached")
        self.assertEqual(Reread.objects.filter(set_up__job_id=demo_id(STUDIO)).count(), 1)

    def lose(self, reading: str) -> None:
        """Log a reading whose answer gets lost."""
        self.page.route("**/api/v1/shots", lose_the_answer)
        self.page.get_by_label("Reading on the rod").fill(reading)
        self.page.get_by_test_id("answer").wait_for()
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("The server could not be reached.").wait_for()
        self.page.unroute("**/api/v1/shots")
        self.complaints.clear()

    def test_a_shot_sent_again_is_one_and_a_changed_one_is_another(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.lose("4' 5\"")
        # What is read again is held back: it would show B6 before its reading is changed.
        held: list[Route] = []

        def hold(route: Route) -> None:
            held.append(route)

        self.page.route("**/api/v1/floors/*", hold)
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("A6 is logged").wait_for()
        self.assertEqual(Shot.objects.filter(point__name="A6").count(), 1)
        self.lose("4' 4\"")
        self.page.get_by_label("Reading on the rod").fill("4' 4 1/2\"")
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("B6 is logged").wait_for()
        self.assertEqual(Shot.objects.filter(point__name="B6").count(), 2)
        self.page.unroute("**/api/v1/floors/*")
        for one in held:
            one.abort()
        self.complaints.clear()

    def test_after_a_reload_a_lost_answer_never_becomes_another_points_shot(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.lose("4' 5\"")
        self.page.reload()
        self.page.get_by_role("heading", name="Point B6").wait_for()
        self.assertEqual(self.page.get_by_label("Reading on the rod").input_value(), "")
        self.page.get_by_text("11 of 26 shot · set-up 2").wait_for()
        self.assertEqual(Shot.objects.filter(point__name="A6").count(), 1)
        self.assertFalse(Shot.objects.filter(point__name="B6").exists())
