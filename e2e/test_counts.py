"""How many taps and entries everyday work takes, counted in the real interface and printed."""

from __future__ import annotations

from demo.ids import demo_id
from e2e.counting import Counting
from server.fieldbook.models import Shot, Strike
from server.jobs.models import Job, Point

STUDIO = "Pottery studio, kiln room"


class Counts(Counting):
    """Everyday work on a phone."""

    def three_numbers(self) -> None:
        self.enter("known", "21.40 ft", is_focused=True)
        self.enter("reading", "4 10 1/8")
        self.enter("points.0.target", "18 ft")
        self.page.get_by_test_id("height").get_by_text("8' 2 7/8\"").wait_for()

    def test_an_empty_crews_first_clamp_height_and_the_next_jobs(self) -> None:
        self.begin()
        self.three_numbers()
        self.at_most("empty crew → first clamp height", 6, 3)
        self.tap(self.button("Keep it"))
        self.enter("job_name", "Spring house", is_focused=True)
        self.tap(self.button("Keep it in a new job"))
        self.page.get_by_role("heading", name="Point P1").wait_for()
        self.assertEqual(Point.objects.get().name, "P1")
        self.page.goto(f"{self.live_server_url}/jobs")
        self.link("Spring house").wait_for()
        self.taps = self.entries = 0
        self.tap(self.link("Height now"))
        self.three_numbers()
        self.at_most("second job → a dig's clamp height", 6, 3)

    def test_an_empty_crews_first_floor_and_stone(self) -> None:
        self.begin()
        self.enter("known", "21.40 ft", is_focused=True)
        self.enter("reading", "4 10 1/8")
        self.tap(self.button("Keep it"))
        self.enter("job_name", "Spring house", is_focused=True)
        self.tap(self.button("Keep it in a new job"))
        self.tap(self.link("The plan"))
        self.enter("length", "20 ft", is_focused=True)
        self.enter("width", "14 ft")
        self.enter("thickness", '5"')
        self.enter("level", '8"')
        self.tap(self.button("Lay out the floor"))
        self.tap(self.link("Shoot the stone"))
        self.page.get_by_role("heading", name="Point A1").wait_for()
        self.type("4 7 1/8")
        self.tap(self.button("Log it"))
        self.page.get_by_text("A1 is logged").wait_for()
        self.at_most("empty crew → floor laid out and first stone shot", 14, 8)
        self.assertEqual(Job.objects.get().floors.get().name, "Slab")
        self.assertTrue(20 <= Point.objects.count() <= 28)
        self.taps = self.entries = 0
        self.type("4 7 1/4")
        self.tap(self.button("Log it"))
        self.page.get_by_text("is logged").nth(0).wait_for()
        self.at_most("each further stone reading", 1, 1)

    def test_a_logged_point_shot_again(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        self.tap(self.button("Point before"))
        self.page.get_by_text("logged from set-up 2").wait_for()
        self.taps = self.entries = 0
        for button, reading in (
            ("Shot again: log it", "4 4 1/4"),
            ("4' 4 1/4\" was misread: strike it, log this", "4 4 1/2"),
        ):
            self.taps = self.entries = 0
            self.type(reading)
            self.tap(self.button(button))
            self.page.get_by_text("is logged").wait_for()
            self.at_most("a logged point → shot again", 2, 1)
            self.tap(self.button("Point before"))
            self.page.get_by_text("logged from set-up 2").wait_for()
        kept = Shot.objects.filter(typed__in=("4 4 1/4", "4 4 1/2")).order_by("taken_at")
        self.assertEqual([one.typed for one in kept], ["4 4 1/4", "4 4 1/2"])
        struck = Strike.objects.filter(shot=kept[0]).get()
        self.assertEqual(struck.reason, "misread the rod")
        self.assertEqual(kept[0].point_id, kept[1].point_id)
        self.assertEqual(str(kept[0].set_up.job_id), str(demo_id(STUDIO)))
