"""Something wrong on purpose in each form, and nothing typed is lost."""

from __future__ import annotations

import re
from uuid import uuid4

from demo.ids import demo_id
from e2e.browser import AT_REST, GO, IN_THEME, PHONE, BrowserTestCase, new_crew
from e2e.demo import load_demo
from server.crews.models import User
from server.fieldbook.models import SetUp
from server.jobs.models import Element, Job
from server.notices.models import Notice
from server.notices.services.notices import link_of

STUDIO = "Pottery studio, kiln room"
HILL = "Hillside workshop"
PACK, SHELTER, WELL = "Orchard pack house", "Bicycle shelter", "Well house floor"
CONTRAST = """
([selector, least]) => {
  const parts = (color) => color.match(/[\\d.]+/g).slice(0, 3).map(Number);
  const light = ([r, g, b]) => {
    const line = [r, g, b].map((v) => v / 255)
      .map((v) => (v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4));
    return 0.2126 * line[0] + 0.7152 * line[1] + 0.0722 * line[2];
  };
  const behind = (one) => {
    for (let at = one; at; at = at.parentElement) {
      const color = getComputedStyle(at).backgroundColor;
      if (!color.startsWith("rgba(0, 0, 0, 0")) return color;
    }
    return "rgb(255, 255, 255)";
  };
  return [...document.querySelectorAll(selector)]
    .filter((one) => one.offsetParent && /\\d/.test(one.innerText) && !one.children.length)
    .map((one) => {
      const [a, b] = [getComputedStyle(one).color, behind(one)].map(parts).map(light);
      return [one.innerText, (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)];
    })
    .filter(([, ratio]) => ratio < least);
}
"""


#: Marks what is there as left, and lets the router go on.
class Forms(BrowserTestCase):
    """Each form refuses in its own place."""

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name.replace('__', '.')}']").fill(text)

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def choose(self, label: str, option: str | int) -> None:
        """Open a choice and take an option, by its words or its place."""
        self.page.get_by_label(label, exact=True).click()
        options = self.page.get_by_role("option")
        if isinstance(option, int):
            options.nth(option).click()
        else:
            options.filter(has_text=option).click()

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def value(self, name: str) -> str:
        return self.page.locator(f"[name='{name}']").input_value()

    def test_a_wrong_password(self) -> None:
        load_demo()
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.fill(username="marek", password="guess")
        self.press("Sign in")
        self.says("This name and password do not go together.")
        self.assertEqual(self.value("username"), "marek")

    def test_a_benchmark_that_stands_already(self) -> None:
        self.open_demo_job(STUDIO, "control")
        self.press("Add a benchmark")
        self.fill(name="BM2", elevation="350.1 ft", description="Nail in the gate post")
        self.press("Add the benchmark")
        self.says("BM2 already stands in this job, at 349' 9 3/4\".")
        self.page.reload()
        self.assertEqual(self.value("description"), "Nail in the gate post")
        self.fill(name="BM3")
        self.press("Add the benchmark")
        self.says("350' 1 1/4\"")
        self.page.locator("[name='name']").wait_for(state="detached")
        self.press("Add a benchmark")
        self.assertEqual(self.value("name"), "")

    def test_a_floor_of_crossed_corners(self) -> None:
        self.open_demo_job(STUDIO, "floors/new")
        self.press("Corners")
        self.press("Add a corner")
        corners = [("0", "0"), ("10 ft", "10 ft"), ("10 ft", "0"), ("0", "8 ft")]
        for i, (x, y) in enumerate(corners):
            self.fill(**{f"corners.{i}.x": x, f"corners.{i}.y": y})
        self.says("The outline crosses or touches itself there.")
        self.fill(thickness="abc", level="5.2")
        self.says("There is no number in it.", "It could be 5.2 ft or 5' 2\".")
        self.press("Lay out the floor")
        self.says("There is no number in it.", "The outline crosses or touches itself there.")
        self.page.reload()
        self.assertEqual(self.value("corners.3.y"), "8 ft")
        self.press("5' 2\"")
        self.assertEqual(self.value("level"), "5' 2\"")

    def test_a_floor_that_was_shot_keeps_its_outline(self) -> None:
        self.open_demo_job(STUDIO, "floors")
        self.page.get_by_role("list", name="Everything on the plan").get_by_role(
            "button", name="Floor"
        ).click()
        self.page.get_by_role("link", name="Change the plan").click()
        self.fill(grid_spacing="4 ft")
        self.press("Change the floor")
        self.says("Stone was already shot on this floor")
        self.fill(grid_spacing="6 ft", thickness='6"')
        self.says('down 1"', "points that were on are high")
        self.press("Accept what moves")
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.page.get_by_role("list", name="Everything on the plan").get_by_role(
            "button", name="Floor"
        ).click()
        self.says("347' 11 5/8\"")

    def test_a_set_up_off_the_rod_and_nowhere(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.fill(backsight="14 ft")
        self.says("The rod has no such value. It reads from 0 to 13' 0\".")
        self.fill(backsight="4' 6\"", x="3 ft")
        self.press("Record the set-up")
        self.says("Nothing was typed.")
        self.assertEqual(self.value("backsight"), "4' 6\"")

    def test_a_rod_of_no_length(self) -> None:
        load_demo()
        self.sign_in("marek", "string-line-4")
        self.page.get_by_role("link", name="Gear of Halfmoon").click()
        self.press("Add a rod")
        rods = self.page.locator("form").filter(has_text="Add the rod")
        rods.locator("[name='length']").fill("40 m")
        self.press("Add the rod")
        self.says("No rod has that length.")
        rods.locator("[name='name']").fill("Too long")
        self.press("Add the rod")
        self.says("No rod has that length.")

    def test_two_jobs_one_after_the_other(self) -> None:
        load_demo()
        self.sign_in("marek", "string-line-4")
        for name in ("Potting shed", "Wash house"):
            self.page.goto(f"{self.live_server_url}/jobs/new")
            self.fill(name=name)
            self.press("Open the job")
            self.page.get_by_role("heading", name="Where the job stands").wait_for()
            self.says(name, "Enter a benchmark")

    def test_set_up_before_there_is_a_benchmark_leads_to_one(self) -> None:
        new_crew()
        self.sign_in("flo", "plumb-and-true")
        self.page.get_by_role("link", name="New job").first.click()
        self.press("Open the job")
        self.page.get_by_role("heading", name="Where the job stands").wait_for()
        self.says("waits for a benchmark")
        job = Job.objects.get(name="Job 1")
        gone = {"benchmark": str(uuid4()), "instrument": str(uuid4())}
        for person in (0, User.objects.get(username="flo").pk):
            key = f"yp-draft:{person}:set-up:{job.pk}"
            keep = "([key, draft]) => localStorage.setItem(key, JSON.stringify(draft))"
            self.page.evaluate(keep, [key, gone])
        self.page.goto(f"{self.live_server_url}/jobs/{job.pk}/set-up/new")
        self.says("The rod first stands on a point you know.")
        self.press("Take it as zero")
        self.page.get_by_role("button", name="Feet and inches").click()
        self.fill(backsight="4 2")
        self.says("On BM1 the rod reads")
        self.press("Record the set-up")
        self.page.get_by_role("heading", name="Set-up 1").wait_for()
        set_up = SetUp.objects.get(job=job)
        assert set_up.benchmark is not None
        self.assertEqual(str(set_up.instrument.name), "Rotary laser")
        self.assertEqual(set_up.benchmark.name, "BM1")

    def test_the_marks_of_a_slab_are_ticked_without_a_second_element_to_name(self) -> None:
        self.open_demo_job(STUDIO, "marks")
        self.press("Tick the marks as they are set")
        self.page.wait_for_url("**/marks/shoot")
        self.says("0 of 8 shot")
        (marks,) = Element.objects.filter(job_id=demo_id(STUDIO), kind="marks")
        self.assertEqual((marks.name, marks.points.count()), ("Wall marks 1", 8))
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/marks")
        self.page.get_by_role("link", name="Shoot marks and screed points").wait_for()
        button = self.page.get_by_role("button", name="Tick the marks")
        self.assertEqual(button.count(), 0)

    def test_striking_needs_a_reason(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("list", name="Points").get_by_text("B3").click()
        self.press("Misread? Strike 4' 4 1/8\"")
        self.press("Strike it")
        self.says("Nothing was typed.")
        self.press("Keep the reading")
        self.says("logged from set-up 2")

    def test_an_address_that_is_none(self) -> None:
        load_demo()
        self.sign_in("marek", "string-line-4")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id('no such job')}")
        self.says("It was taken out, it is another crew's, or the address is not whole.")
        studio = f"jobs/{demo_id(STUDIO)}"
        for address in (
            f"{studio}/pours/{uuid4()}",
            f"{studio}/set-up/{uuid4()}/way-out",
            "jobs/x",
        ):
            self.page.goto(f"{self.live_server_url}/{address}")
            self.says("the address is not whole")
        self.complaints.clear()
        self.page.goto(f"{self.live_server_url}/nowhere")
        self.says("There is nothing here")

    def test_the_other_rods_say_constant_and_tape_tells_the_beam(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.page.get_by_label("Rod", exact=True).click()
        self.page.get_by_role("option", name="Tape rule on a lath").click()
        self.fill(backsight="30", x="-6 ft", y="5 ft")
        self.says("Constant", "344' 9 1/8\"", "Not a height of instrument")
        self.press("Another backsight")
        self.choose("And on", 0)
        self.choose("How it is read there", "Tape down from the beam")
        self.fill(**{"extras.0": "3 ft"})
        self.says("The beam is at 350' 3 1/8\".")
        self.press("Record the set-up")
        self.page.get_by_role("heading", name="Set-up 3").wait_for()
        self.page.get_by_role("navigation").get_by_role("link", name="Marks").click()
        self.says('44 1/2"', '9 1/2" below zero', "2' 2 1/2\" down from the beam")

    def test_marks_out_of_reach_say_the_way_out(self) -> None:
        self.open_demo_job(STUDIO, "set-up/new")
        self.fill(backsight='9"', x="-1 ft", y="5 ft")
        self.press("Record the set-up")
        self.page.get_by_role("heading", name="Set-up 3").wait_for()
        self.page.get_by_role("navigation").get_by_role("link", name="Marks").click()
        self.says(
            'This height is 5 1/2" above the beam',
            "Hold the rod upside down",
            "Raise the instrument",
        )


class InTheSun(BrowserTestCase):
    """Numbers stand out 7 to 1, by day and in the dark, on a phone as well."""

    viewport = PHONE

    def screens(self) -> list[str]:
        """Every screen with numbers: of a job that stands, and of one in doubt."""
        laser = demo_id("instrument", "Rotary laser, gray case")
        shaken = demo_id(HILL, "set-up", 80)
        studio = ("", "marks", "concrete", "book", "set-up", "stone")
        hill = ("", "control", f"instruments/{laser}", "runs", f"set-up/{shaken}/way-out", "stone")
        piers = demo_id(PACK, "element", "Gallery piers")
        pack = (
            *(
                "",
                "floors",
                "layout",
                "dig",
                "forms",
                "piers",
                "marks",
                "marks/shoot",
                "concrete",
            ),
            *(f"elements/{piers}", f"piers/heights/{piers}", f"piers/sheet/{piers}"),
        )
        return [
            *(f"jobs/{demo_id(PACK)}/{step}" for step in pack),
            *(f"jobs/{demo_id(STUDIO)}/{step}" for step in studio),
            *(f"jobs/{demo_id(HILL)}/{step}" for step in hill),
            f"jobs/{demo_id(SHELTER)}",
            f"jobs/{demo_id(SHELTER)}/pours",
            f"jobs/{demo_id(SHELTER)}/pours/{demo_id(SHELTER, 'pour', 'Shelter slab')}",
            f"jobs/{demo_id(WELL)}/concrete",
            f"jobs/{demo_id(WELL)}/pours/{demo_id(WELL, 'pour', 'Well house')}",
            f"gear/{demo_id('crew')}",
        ]

    def test_numbers(self) -> None:
        load_demo()
        self.sign_in("marek", "string-line-4")
        notice = f"notice/{link_of(Notice.objects.get())}"
        for screen in self.screens():
            self.look_at(screen)
            self.check_both(screen)
        self.look_at(notice)
        self.check_both(notice)

    def check_both(self, screen: str) -> None:
        for theme in ("dark", "light"):
            self.page.evaluate(IN_THEME, theme)
            self.check(theme, screen)

    def look_at(self, screen: str) -> None:
        """Go to a screen as a link would: the scripts are not begun anew."""
        self.page.evaluate(GO, f"/{screen}")
        self.page.locator("[data-left]").first.wait_for(state="detached")
        self.page.get_by_label("Loading").first.wait_for(state="detached")

    def check(self, scheme: str, screen: str) -> None:
        """Find a number on the screen, and none that is too pale or too wide."""
        numbers = self.page.locator("main").get_by_text(re.compile(r"\d"))
        numbers.locator("visible=true").first.wait_for()
        self.page.evaluate(AT_REST)
        with self.subTest(scheme=scheme, screen=screen):
            wide = self.page.evaluate("document.documentElement.scrollWidth")
            self.assertLessEqual(wide, self.viewport["width"])
            weak = self.page.evaluate(CONTRAST, ["main *", 7])
            self.assertEqual(weak, [])
            seen = self.page.evaluate(CONTRAST, ["main *", 22])
            self.assertTrue(seen, "the check saw no number")
