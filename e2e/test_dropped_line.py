"""The line drops while a form is sent: nothing typed is lost, and nothing is recorded twice."""

from __future__ import annotations

from playwright.sync_api import Route

from e2e.browser import BrowserTestCase
from server.fieldbook.models import SetUp
from server.jobs.models import Benchmark, Floor, Point
from server.webapp.demo import demo_id

STUDIO = "Pottery studio, kiln room"


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
        self.fill(name="BM7", elevation="351.02 ft", description="Nail in the lintel")
        self.send_twice("**/benchmarks", "Add the benchmark")
        self.page.get_by_text("Nail in the lintel").wait_for()
        self.assertEqual(Benchmark.objects.filter(name="BM7").count(), 1)

    def test_a_floor(self) -> None:
        self.open_demo_job(STUDIO, "floors/new")
        self.fill(name="Annex", length="9 ft", width="8 ft", level='6"', thickness='4"')
        self.fill(least_thickness='3 1/2"')
        self.send_twice(f"**/jobs/{demo_id(STUDIO)}/floors", "Lay out the floor")
        self.page.get_by_role("heading", name="Annex").wait_for()
        annex = Floor.objects.get(name="Annex")
        self.assertEqual(Point.objects.filter(floor=annex).count(), 6)

    def test_a_set_up(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.fill(backsight="5' 1 1/8\"", x="-4 ft", y="2 ft")
        self.send_twice("**/set-ups", "Record the set-up")
        self.page.get_by_text("was already").or_(
            self.page.get_by_role("heading", name="Set-up 3")
        ).or_(self.page.get_by_text("already stands in the book")).first.wait_for()
        self.assertEqual(SetUp.objects.filter(job_id=demo_id(STUDIO)).count(), 3)
        self.assertEqual(SetUp.objects.filter(backsight_typed="5' 1 1/8\"").count(), 1)
