"""A mistake is put right from the screens, and nothing is lost by it."""

from __future__ import annotations

from django.utils import timezone
from playwright.sync_api import FilePayload

from demo.ids import demo_id
from e2e.browser import BrowserTestCase
from e2e.test_people import fill, press
from server.gear.models import Instrument
from server.jobs.models import (
    Archived,
    Benchmark,
    BenchmarkCorrection,
    DayOnJob,
    Floor,
    Happening,
    Job,
)
from server.pictures.models import Picture
from server.pictures.tests.pixels import drawn

STUDIO, SHELTER = "Pottery studio, kiln room", "Bicycle shelter"


class WrongJobs(BrowserTestCase):
    """At a desk."""

    def test_a_job_is_named_anew_archived_and_brought_back(self) -> None:
        self.open_demo_job(STUDIO)
        began = timezone.now()
        self.page.get_by_role("link", name="Job settings").click()
        fill(self.page, name="x" * 81)
        press(self.page, "Keep")
        self.page.get_by_text("It is longer than 80 characters").wait_for()
        fill(self.page, name="Pottery, glaze room")
        press(self.page, "Keep")
        self.page.get_by_role("link", name="Pottery, glaze room").wait_for()
        press(self.page, "Delete this job")
        press(self.page, "Yes, delete it")
        self.page.get_by_text("Archive it instead; nothing in it is lost.").wait_for()
        press(self.page, "Archive this job")
        self.page.get_by_text("Archived: nothing more is recorded in this job.").wait_for()
        self.assertEqual(str(Archived.objects.get().job_id), str(demo_id(STUDIO)))
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/stone")
        self.page.get_by_label("Reading on the rod").fill("4 4 7/8")
        press(self.page, "Log it")
        self.page.get_by_text("This job is archived: nothing more is recorded in it.").wait_for()
        self.page.goto(f"{self.live_server_url}/jobs")
        self.page.get_by_role("link", name="Well house floor").wait_for()
        self.assertEqual(self.page.get_by_role("link", name="Pottery, glaze room").count(), 0)
        self.page.get_by_label("Archived too (1)").check()
        self.page.get_by_role("link", name="Pottery, glaze room").click()
        self.page.get_by_role("link", name="Job settings").click()
        press(self.page, "Bring it back")
        self.page.get_by_role("button", name="Archive this job").wait_for()
        self.assertFalse(Archived.objects.exists())
        told = Happening.objects.filter(job_key=demo_id(STUDIO), recorded_at__gte=began)
        words = [one.what for one in told.order_by("recorded_at")]
        self.assertEqual(words, ["Name and place", "Archived", "Brought back"])
        self.complaints.clear()

    def test_a_job_opened_by_mistake_is_deleted(self) -> None:
        self.open_demo_job(STUDIO)
        jobs = Job.objects.count()
        self.page.goto(f"{self.live_server_url}/jobs/new")
        fill(self.page, name="Wrong one")
        self.page.locator("form").get_by_role("button").last.click()
        self.page.get_by_role("link", name="Job settings").click()
        press(self.page, "Delete this job")
        press(self.page, "Yes, delete it")
        self.page.wait_for_url("**/jobs")
        self.page.get_by_role("link", name="Well house floor").wait_for()
        self.assertEqual(self.page.get_by_role("link", name="Wrong one").count(), 0)
        self.assertEqual(Job.objects.count(), jobs)


class PutRight(BrowserTestCase):
    """What was typed wrong, at a desk; wrong on purpose in each form."""

    def open(self, path: str) -> None:
        self.page.goto(f"{self.live_server_url}/{path}")

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).locator("visible=true").first.wait_for()

    def test_a_benchmark_is_corrected_then_doubted_and_all_that_moves_is_shown_before(self) -> None:
        self.open_demo_job(STUDIO, "control")
        self.page.get_by_role("link", name="Put right, pictures: BM1").click()
        press(self.page, "Its elevation was mistyped")
        fill(self.page, elevation="347' 9\"")
        self.says("all that was read from set-up 1: up", "What rests on it")
        press(self.page, "Accept what moves")
        self.says("The record says why it was wrong.")
        fill(self.page, reason="read 9 for 0")
        press(self.page, "Accept what moves")
        self.says("corrected by Marek Dunmore: read 9 for 0")
        self.assertEqual(BenchmarkCorrection.objects.get().reason, "read 9 for 0")
        press(self.page, "Describe or place it better")
        fill(self.page, description="Nail in the plum tree", x="2 ft", y="")
        press(self.page, "Keep")
        self.says("Nothing was typed.")
        fill(self.page, y="3 ft")
        press(self.page, "Keep")
        self.says("Nail in the plum tree")
        press(self.page, "Destroyed, or doubted")
        press(self.page, "Retire BM1")
        self.says("Nobody said whether what was read from it still stands.")
        press(self.page, "Doubted")
        self.says("is in doubt: It stands on BM1, which is retired.")
        fill(self.page, why="hit by the digger")
        press(self.page, "Retire BM1")
        self.says("doubted: hit by the digger")
        self.open(f"jobs/{demo_id(STUDIO)}/set-up")
        self.says("It stands on BM1, which is retired.")
        self.open(f"jobs/{demo_id(STUDIO)}/settings")
        press(self.page, "Bring it back")
        self.page.get_by_role("button", name="Bring it back").wait_for(state="hidden")
        self.assertFalse(Benchmark.objects.get(name="BM1", job=demo_id(STUDIO)).is_retired)
        self.open(f"jobs/{demo_id(STUDIO)}/happened")
        self.says("Benchmark BM1 corrected", "Benchmark BM1 retired", "Benchmark BM1 brought back")

    def test_parts_gear_and_whole_jobs_are_put_right(self) -> None:
        self.open_demo_job(SHELTER, "pours")
        self.page.get_by_role("link", name="Open the list").first.click()
        self.page.get_by_role("tab", name="Run sheet").click()
        press(self.page, "Not wanted? Take it out")
        press(self.page, "Retire Shelter slab")
        self.says("Say why, in a few words.")
        fill(self.page, why="put off to spring")
        press(self.page, "Retire Shelter slab")
        self.page.wait_for_url("**/pours")
        self.says("No pour")
        floor = Floor.objects.get(job=demo_id(SHELTER))
        self.open(f"jobs/{demo_id(SHELTER)}/floors/{floor.pk}")
        press(self.page, "Not wanted? Take it out")
        self.says("Give them one of their own first.")
        self.open(f"jobs/{demo_id(SHELTER)}/settings")
        press(self.page, "Copy as a new job")
        self.page.locator("[name='name']").last.fill("Bicycle shelter, west gate")
        press(self.page, "Begin the new job")
        self.page.get_by_role("link", name="Bicycle shelter, west gate").wait_for()
        copy = Job.objects.get(name="Bicycle shelter, west gate")
        self.assertEqual((copy.floors.count(), copy.set_ups.count()), (1, 0))
        crew = demo_id("crew")
        self.open(f"gear/{crew}")
        self.page.get_by_role("link", name="Put right: Optical level").click()
        self.says("What is put right holds from a moment on.")
        fill(self.page, specification="4 mm at 30 m")
        press(self.page, "Put it right")
        self.says("It was used already: the record says why it was wrong.")
        fill(self.page, reason="wrong sheet")
        press(self.page, "Put it right")
        self.page.wait_for_url(f"**/gear/{crew}")
        self.says("4 mm")
        self.page.get_by_role("link", name="Put right: Optical level").click()
        press(self.page, "Broken, sold or lost? Take it out of use")
        press(self.page, "Retire Optical level")
        self.says("Say why, in a few words.")
        fill(self.page, why="dropped in the river")
        press(self.page, "Retire Optical level")
        self.says("Out of use", "dropped in the river")
        self.assertTrue(Instrument.objects.get(name="Optical level").is_retired)

    def test_the_day_says_who_is_where_and_a_calendar_follows_it(self) -> None:
        self.open_demo_job(SHELTER, "")
        self.open("jobs")
        self.says("Bicycle shelter: Marek Dunmore, Tobi Ferrant", "HOLD", "Pours ahead")
        self.page.get_by_label("Find a job").fill("hill larkspur")
        self.page.get_by_role("list", name="Jobs").get_by_text("Hillside workshop").wait_for()
        self.assertEqual(self.page.get_by_role("list", name="Jobs").get_by_role("link").count(), 1)
        self.page.get_by_label("Find a job").fill("nowhere")
        self.says("No job is called")
        press(self.page, "Put people on a job")
        self.page.get_by_label("Job", exact=True).click()
        self.page.get_by_role("option", name="Hillside workshop").click()
        self.page.get_by_role("group", name="People").get_by_text("Tobi Ferrant").click()
        self.says("Hillside workshop: Tobi Ferrant")
        on = DayOnJob.objects.get(job=demo_id("Hillside workshop"))
        self.assertEqual(on.person.username, "tobi")
        self.open("account")
        press(self.page, "Make an address")
        path = self.page.get_by_label("Its address").input_value()
        self.assertIn("Pour: Shelter slab", self.page.request.get(path).text())
        press(self.page, "End it")
        self.page.get_by_label("Its address").wait_for(state="hidden")
        self.assertEqual(self.page.request.get(path).status, 404)

    def test_a_picture_is_taken_seen_and_refused_where_it_is_none(self) -> None:
        self.open_demo_job(STUDIO, "set-up")
        taking = self.page.get_by_label("Picture of the set-up").first
        taking.set_input_files(
            FilePayload(name="a.jpg", mimeType="image/jpeg", buffer=b"no picture")
        )
        self.says("This phone can't read that as a picture.")
        large = drawn((2400, 1800))
        taking.set_input_files(FilePayload(name="b.jpg", mimeType="image/jpeg", buffer=large))
        self.page.get_by_role("button", name="Picture by Marek Dunmore").click()
        shown = self.page.get_by_role("dialog").get_by_role("img")
        shown.wait_for()
        width = "(img) => img.decode().then(() => img.naturalWidth)"
        self.assertEqual(shown.evaluate(width), 1600)
        self.assertEqual(Picture.objects.get().kind, "set-up")
