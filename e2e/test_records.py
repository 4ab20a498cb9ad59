"""Records out and in, in the browser: made while one looks elsewhere, compared, brought in."""

from __future__ import annotations

from demo.ids import demo_id
from e2e.browser import new_crew
from e2e.demo import load_demo
from e2e.works import WorkedFor
from server.exports.job_file.write import written_job
from server.jobs.models import Job, Point
from server.tests.test_job_file import forget_everything, unsealed

SHELTER, STUDIO = "Bicycle shelter", "Pottery studio, kiln room"


class Records(WorkedFor):
    """The screen of everything that goes out and comes in."""

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def choose(self, label: str, name: str, content: bytes) -> None:
        file = {"name": name, "mimeType": "text/plain", "buffer": content}
        self.page.get_by_label(label).set_input_files(file)  # type: ignore[arg-type]
        self.says(name)

    def test_a_record_is_made_while_one_looks_elsewhere_and_a_copy_is_compared(self) -> None:
        self.open_demo_job(SHELTER, "records")
        self.press("Make the job record")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(SHELTER)}/book")
        self.page.get_by_role("heading", name="The book").wait_for()
        self.page.go_back()
        self.says("pages, kept below", "Digest")
        paper = self.page.get_by_role("link", name="Open the PDF").get_attribute("href")
        answer = self.page.request.get(f"{self.live_server_url}{paper}")
        self.assertEqual(answer.body()[:5], b"%PDF-")
        self.choose("Choose the PDF", "mailed.pdf", answer.body())
        self.press("Compare it")
        self.says("✓ yes", "The job has not changed since.")
        self.choose("Choose the PDF", "altered.pdf", answer.body() + b"%")
        self.press("Compare it")
        self.says("This file is none of the records made here")
        self.press("Look the digest up")
        self.says("Nothing was typed.")
        self.page.locator("[name='digest']").fill("abc")
        self.press("Look the digest up")
        self.says("No record of this job was made with that digest.")

    def test_tables_come_in_whole_or_say_which_row_is_wrong(self) -> None:
        self.open_demo_job(SHELTER, "records?part=survey")
        self.choose("Choose points, CSV", "hubs.csv", b"7,1.5,2.5,86.1,hub\n8,2,99x,86.2,nail\n")
        self.press("Bring them in")
        self.says("NOT done", "Row 2, column 3: This is no number.")
        self.choose("Choose points, CSV", "hubs-mended.csv", b"7,1.5,2.5,86.1,hub\n")
        self.press("Bring them in")
        self.says("1 benchmarks are here.")
        self.page.get_by_role("tab", name="Files and pictures").click()
        table = b"surface,point,reading\nShelter slab,A1,1.351\nShelter slab,Z9,1.3\n"
        self.choose("Choose readings, CSV", "morning.csv", table)
        self.press("Bring them in")
        self.says("Row 3: There is no such point.")
        self.choose("Choose readings, CSV", "noon.csv", table[: table.rindex(b"Shelter")])
        self.press("Bring them in")
        self.says("1 readings are in the book of set-up 1.")
        a1 = Point.objects.get(floor__job=demo_id(SHELTER), name="A1")
        self.assertEqual(a1.shots.count(), 2)

    def test_a_whole_job_comes_in_where_nobody_knew_it(self) -> None:
        load_demo()
        content = written_job(Job.objects.get(name=STUDIO))
        forget_everything()
        new_crew()
        self.sign_in("flo", "plumb-and-true")
        self.choose("Choose a job's file", "half.json", content[: len(content) // 2])
        self.press("Bring it in")
        self.says("NOT done", "It is cut short")
        self.assertFalse(Job.objects.exists())
        self.choose("Choose a job's file", "studio.json", content)
        self.press("Bring it in")
        self.says(f"{STUDIO} is here, with all its records.")
        self.page.get_by_role("link", name="Open the job").click()
        self.page.get_by_role("heading", name="Where the job stands").wait_for()
        self.page.get_by_label("Plan of Kiln room").wait_for()
        self.says("Brought in from a file, studio.json, by Flo", "only the file says by whom")
        self.page.goto(f"{self.page.url}/book")
        self.page.get_by_text("(by a file)").first.wait_for()
        self.assertEqual(unsealed(written_job(Job.objects.get())), unsealed(content))
