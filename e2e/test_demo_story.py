"""The demo walked by its own story: what each screen of its jobs says, figure by figure."""

from __future__ import annotations

from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase, settle
from e2e.demo import load_demo

STUDIO, SHELTER = "Pottery studio, kiln room", "Bicycle shelter"
WELL = "Well house floor"

STUDIO_SAYS = {
    "": ["Go on shooting the stone.", "10 of 26 shot", "1 thin", "stone at 348' 0 5/8\""],
    "control": ["BM1", "347' 3 1/8\"", "Hub with a stake", "BM2", "349' 9 3/4\""],
    "floors": ["348' 5 5/8\""],
    "set-up": ["352' 5 1/2\"", "351' 10 1/2\"", "= 351.88 ft", "4.62 ft", "= 4' 7 1/2\""],
    "marks": ["3' 11 7/8\"", "slide DOWN 1' 2 1/2\"", "4' 4 7/8\"", "slide DOWN 9 1/2\"",
              "9 1/2\" below zero", "12' 0\" along wall 1"],
    "concrete": ["5.75 yd³", "16 of 26 points are not shot yet", "Thinnest, at B3", "4 1/4\"",
                 "1 point is thinner than 4 1/2\"", "71 % of the area"],
    "book": ["struck: read the foot below.", "Arithmetic check: it proves", "11 3/8\" − 2\"",
             "9 3/8\""],
}  # fmt: skip
SHELTER_SAYS = {
    "": ["A pour is on hold. See what holds it.", "3 holds", "12 of 12 shot"],
    "control": ["Sill", "86.415 m"],
    "floors": ["86.750 m"],
    "set-up": ["87.977 m", "1.562 m", "Optical level"],
    "marks": ["1.227 m", "slide DOWN 0.335 m", "1.347 m", "0.215 m below zero"],
    "concrete": ["4.40 m³", "Thinnest, at B4", "0.111 m", "Thickest, at B2", "4.15 m³",
                 "0 % of the area"],
    "book": ["0.334 m", "0.363 m − 0.029 m", "86.749 m − 86.415 m"],
}  # fmt: skip
WELL_SAYS = {
    "": ["All steps are done", "12 of 12 shot"],
    "concrete": ["1.25 yd³", "Thinnest, at C2", "Concrete from the left end, added up"],
    "concrete?part=customer": ["0.05 yd³ more", "Acknowledged by Ilka Sandor.", "$9.75"],
    "pours": ["POURED", "Well house"],
    "after": ["3/8\"", "5/32\" up away"],
    "records": ["Make the job record"],
    "records?part=survey": ["A survey's points, drawing and surfaces"],
}  # fmt: skip


SHAPES = """
one => [...one.querySelectorAll("rect,path,circle")]
  .map((shape) => shape.outerHTML.replace(/(fill|stroke)="[^"]*"/g, "")).join("")
"""


class DemoStory(BrowserTestCase):
    """On a laptop."""

    def test_each_job_says_what_it_should(self) -> None:
        load_demo()
        self.sign_in("ines", "level-headed-7")
        told = ((STUDIO, STUDIO_SAYS), (SHELTER, SHELTER_SAYS), (WELL, WELL_SAYS))
        for name, screens in told:
            for step, texts in screens.items():
                self.page.goto(f"{self.live_server_url}/jobs/{demo_id(name)}/{step}")
                settle(self.page)
                said = " ".join(self.page.locator("main").inner_text().split())
                for text in texts:
                    with self.subTest(job=name, step=step, text=text):
                        self.assertIn(text, said)
                wide = self.page.evaluate("document.documentElement.scrollWidth")
                self.assertLessEqual(wide, self.viewport["width"], (name, step))

    def test_the_stones_answers_follow_the_point(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        table = {"A1": 'add 1/2"', "A3": "leave it", "B3": 'take off 3/4"', "A5": 'add 7/8"'}
        for point, action in table.items():
            if self.viewport == PHONE:
                self.page.get_by_role("button", name="List", exact=True).click()
            self.page.get_by_role("list", name="Points").get_by_text(point, exact=True).click()
            self.page.get_by_role("heading", name=f"Point {point}").wait_for()
            self.page.get_by_test_id("answer").get_by_text(action, exact=True).wait_for()

    def test_pegs_are_told_apart_without_color(self) -> None:
        self.open_demo_job(STUDIO)
        plan = self.page.get_by_role("group", name="Plan of Kiln room")
        for words in (
            'A1, low, add 1/2"',
            'B3, high, take off 3/4", thin',
            "A3, on",
            "E4, not shot",
        ):
            plan.get_by_role("img", name=words, exact=True).wait_for()
        shapes = {
            words: plan.get_by_role("img", name=words, exact=True).evaluate(SHAPES)
            for words in (
                'A1, low, add 1/2"',
                'B3, high, take off 3/4", thin',
                "A3, on",
                "E4, not shot",
            )
        }
        self.assertEqual(len(set(shapes.values())), 4)
