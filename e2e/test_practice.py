"""A lesson played through the real interface, with nobody signed in and nothing sent."""

from __future__ import annotations

import re
from dataclasses import replace
from pathlib import Path
from typing import Any, ClassVar

from playwright.sync_api import Locator, Request, expect

from e2e.axe import violations
from e2e.browser import PATIENCE, BrowserTestCase
from server.crews.models import Crew
from server.jobs.models import Job
from simulation.ground import Place
from simulation.practice.acts import Carry, Center, Lift, SetLegs, Slide, StandUp, Switch, act
from simulation.practice.lessons import BY_KEY
from simulation.practice.on_site import OnSite, begin
from simulation.practice.rod import INCH

LESSON, SEED = "move", 12
ON_THE_BEAM = "Steady: on the beam."
#: Where the receiver and the legs are at first, and how far a key or a tap goes; metres.
BEGINS_AT, LEGS, FINE, WIDE = 0.9, 1.25, 0.0005, 0.005
#: How far a finger drags at once, and how much of the rod is drawn; metres.
HAND, SEEN = 0.06, 0.16
#: What is asked of the audio, kept as it is asked.
LISTEN = """
window.heard = [];
const own = AudioParam.prototype.setTargetAtTime;
AudioParam.prototype.setTargetAtTime = function (value, ...more) {
  window.heard.push(value);
  return own.call(this, value, ...more);
};
"""
#: The numbers drawn on the rod and how high they stand, those of the whole rod beside it, and
#: where on it the receiver is: pixels of the drawing.
DRAWN = """() => {
  const of = (one) => ({ number: Number(one.textContent), y: Number(one.getAttribute("y")) });
  const texts = [...document.querySelectorAll("[role=slider] text")].filter((one) =>
    /^-?\\d+$/.test(one.textContent));
  const size = (one) => Number(one.getAttribute("font-size"));
  const whole = [...document.querySelectorAll("[role=slider] path[stroke-width='2']")];
  return {
    near: texts.filter((one) => size(one) === 27).map(of),
    whole: texts.filter((one) => size(one) === 15).map(of),
    at: Number(/M[^ ]+ ([^h]+)h30/.exec(whole.map((one) => one.getAttribute("d")).join(""))[1]),
  };
}"""
MIDDLE = 210


class OnASite(BrowserTestCase):
    """Somebody who has no account, on a site whose truth is known here."""

    by_touch: ClassVar[bool] = False
    lesson: ClassVar[str] = LESSON
    seed: ClassVar[int] = SEED

    def setUp(self) -> None:
        super().setUp()
        self.sent: list[str] = []
        self.requests: list[str] = []
        self.page.on("request", self._note)
        self.page.add_init_script(LISTEN)
        self.truth: OnSite = begin(BY_KEY[self.lesson].scene(self.seed))
        self.receiver = BEGINS_AT

    def _note(self, request: Request) -> None:
        if request.method != "GET":
            self.sent.append(request.url)
        if "/practice" in self.page.url and "/api/" in request.url:
            self.requests.append(request.url)

    def use(self, control: Locator) -> None:
        """Press a control as this person does."""
        if self.by_touch:
            control.tap()
            return
        control.focus()
        self.page.keyboard.press("Enter")

    def press(self, name: str) -> None:
        """Press a button."""
        self.use(self.page.get_by_role("button", name=name, exact=True))

    def begin(self) -> None:
        """Begin the lesson on a site that is known."""
        address = f"{self.live_server_url}/practice/{self.lesson}?again=yes&seed={self.seed}"
        self.page.goto(address)
        self.page.get_by_role("button", name="Stand it up", exact=True).wait_for()
        self.assertTrue(self.page.get_by_role("banner").get_by_text("PRACTICE").is_visible())

    def does(self, done: Any) -> None:
        """Do the same where the truth is known."""
        self.truth = act(self.truth, done, self.truth.seconds + 30)

    def stand_up(self) -> None:
        """Stand the instrument up in the middle of the site, and set its legs."""
        length, width = self.truth.scene.size
        self.press("Stand it up")
        self.press("In the middle of the site")
        self.does(StandUp(Place(length / 2, width / 2), LEGS))
        self.page.get_by_role("img", name="The instrument").wait_for()
        assert self.truth.stand is not None
        while not self.truth.stand.levels:
            self.press("Set its legs")
            self.does(SetLegs())
        self.page.get_by_text("legs out of level").wait_for(state="detached")

    def carry(self, spot: str) -> None:
        """Carry the rod to a spot, upright and with the receiver on fine."""
        group = self.page.get_by_role("group", name="Carry the rod")
        self.use(group.get_by_role("button").filter(has_text=spot))
        self.page.get_by_role("heading", name=f"The rod on {spot},").wait_for()
        has_bubble = self.truth.scene.gear.has_bubble
        self.press("Center the bubble" if has_bubble else "Hold it upright")
        self.does(Carry(spot))
        self.does(Center())
        if self.truth.is_coarse:
            self.press("Switch to fine")
            self.page.get_by_role("button", name="Switch to coarse").wait_for()
            self.does(Switch(is_coarse=False))

    def slide_to(self, height: float) -> None:
        """Slide the receiver to a height on the rod: far, then near, then by the finest step."""
        slider = self.page.get_by_role("slider", name="Receiver on the rod")
        steps = round((height - self.receiver) / FINE)
        self.receiver += steps * FINE
        if self.by_touch:
            self._drag(slider)
            while left := round((self.receiver - self._at(slider)) / FINE):
                before = slider.get_attribute("aria-valuenow") or ""
                self.press("Slide the receiver up" if left > 0 else "Slide the receiver down")
                expect(slider).not_to_have_attribute("aria-valuenow", before, timeout=PATIENCE)
            self.receiver = self._at(slider)
        else:
            slider.focus()
            self._keys(steps, "ArrowUp", "ArrowDown", "PageUp", "PageDown")
            told = f"{round(self.receiver, 4):g}"
            expect(slider).to_have_attribute("aria-valuenow", told, timeout=PATIENCE)

    def _at(self, slider: Locator) -> float:
        return float(slider.get_attribute("aria-valuenow") or 0)

    def _drag(self, slider: Locator) -> None:
        """Drag the receiver along the rod, a hand's width at a time, until it is near."""
        slider.scroll_into_view_if_needed()
        while abs(left := self.receiver - self._at(slider)) > WIDE:
            box = slider.bounding_box()
            assert box is not None
            before = slider.get_attribute("aria-valuenow") or ""
            x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
            reach = max(-HAND, min(HAND, left))
            self.page.mouse.move(x, y)
            self.page.mouse.down()
            self.page.mouse.move(x, y - reach / SEEN * box["height"], steps=2)
            self.page.mouse.up()
            expect(slider).not_to_have_attribute("aria-valuenow", before, timeout=PATIENCE)

    def _keys(self, steps: int, more: str, less: str, much_more: str, much_less: str) -> None:
        far, near = divmod(abs(steps), round(WIDE / FINE))
        for _ in range(far):
            self.page.keyboard.press(much_more if steps > 0 else much_less)
        for _ in range(near):
            self.page.keyboard.press(more if steps > 0 else less)

    def is_steady(self) -> None:
        """Wait until the receiver tells that it is on the beam, where it is now."""
        slider = self.page.get_by_role("slider", name="Receiver on the rod")
        slider.and_(self.page.locator("[aria-busy=false]")).wait_for()
        self.page.get_by_role("status").filter(has_text=ON_THE_BEAM).wait_for()

    def read_off(self) -> float:
        """Read the rod at the receiver as it is drawn, inches: the feet from the whole rod."""
        drawn = self.page.evaluate(DRAWN)
        near = sorted(drawn["near"], key=lambda one: abs(one["y"] - MIDDLE))[:2]
        pitch = abs(near[0]["y"] - near[1]["y"]) / abs(near[0]["number"] - near[1]["number"])
        inches = near[0]["number"] + (near[0]["y"] - MIDDLE) / pitch
        low, high = drawn["whole"][0], drawn["whole"][-1]
        feet = low["number"] + (drawn["at"] - low["y"]) / (high["y"] - low["y"]) * (
            high["number"] - low["number"]
        )
        read: float = 12 * round(feet - inches / 12) + round(inches * 8) / 8
        return read

    def write_down(self, label: str, inches: float) -> None:
        """Write an answer down, in inches."""
        field = self.page.get_by_label(label, exact=True)
        field.fill(f"{inches} in")
        if self.by_touch:
            self.press("Write it down")
        else:
            field.press("Enter")
        field.wait_for(state="detached")

    def asked(self, way: str) -> float:
        """Return how much lower or higher the open task asks for, inches."""
        text = self.page.get_by_text(re.compile(f" {way} than BM1")).first.text_content() or ""
        found = re.search(r"is (?:(\d+)' )?(\d+)?(?: ?(\d)/(\d))?\" ", text)
        assert found is not None, text
        feet, inches, top, bottom = (int(group or 0) for group in found.groups())
        return 12 * feet + inches + (top / bottom if bottom else 0)

    def mark(self, spot: str, inches: float) -> None:
        """Clamp at a reading, lift the rod on its stake until it is steady, and mark it."""
        self.carry(spot)
        self.slide_to(inches * INCH)
        at = replace(self.truth, at=self.receiver)
        steps = round((at.crossing - self.receiver) / FINE)
        lift = self.page.get_by_role("slider", name="Lift the rod along its stake")
        lift.focus()
        self._keys(steps, "ArrowRight", "ArrowLeft", "PageUp", "PageDown")
        self.is_steady()
        self.does(Slide(self.receiver))
        self.does(Lift(steps * FINE))
        self.press("Mark it")
        self.page.get_by_text(f"Marked on {spot}.").wait_for()


class Practicing(OnASite):
    """One whole lesson, by the keyboard alone."""

    def is_for_everybody(self) -> None:
        """Find nothing that axe-core knows to keep somebody out, in either theme."""
        self.assertEqual(violations(self.page), [])

    def test_a_whole_lesson(self) -> None:
        jobs, crews = Job.objects.count(), Crew.objects.count()
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.use(self.page.get_by_role("link", name="Try it on a practice site"))
        self.page.get_by_text("14. Go or hold").wait_for()
        self.is_for_everybody()
        self.begin()
        self.stand_up()
        self.carry("BM1")
        self.is_for_everybody()
        self.assertEqual(self.page.evaluate("window.heard"), [])
        self.page.get_by_role("switch", name="Sound").press("Space")
        self.slide_to(self.truth.crossing)
        self.is_steady()
        self.assertTrue(any(value > 0 for value in self.page.evaluate("window.heard")))
        at_bench = self.read_off()
        self.write_down("Reading on BM1", at_bench)
        low = at_bench + self.asked("lower")
        self.write_down("Your answer", low)
        self.mark("S1", low)
        self.page.reload()
        self.page.get_by_text(f"Site {SEED}").wait_for()
        self.receiver = BEGINS_AT
        high = at_bench - self.asked("higher")
        self.write_down("Your answer", high)
        self.mark("S2", high)
        self.press("I am through: tell me the truth")
        self.page.get_by_role("heading", name="Passed, 50 of 50 points").wait_for()
        self.is_for_everybody()
        self.use(self.page.get_by_role("link", name="All lessons"))
        self.page.get_by_text("passed, 50 of 50").wait_for()
        self.assertEqual(self.sent, [])
        self.assertEqual((Job.objects.count(), Crew.objects.count()), (jobs, crews))


class OnAJobsScreens(OnASite):
    """A lesson written down on the screens of a job, as on a real one."""

    lesson = "stone"
    seed = 12

    def test_a_set_up_and_a_shot_are_judged_by_the_book(self) -> None:
        self.begin()
        self.stand_up()
        self.carry("BM1")
        self.slide_to(self.truth.crossing)
        self.is_steady()
        self.page.get_by_label("Plan: tap where the instrument stands").click()
        self.page.locator("[name='backsight']").fill(f"{self.truth.true_value():.3f} m")
        self.press("Record the set-up")
        self.page.get_by_role("heading", name="Set-up 1").wait_for()
        self.page.get_by_text("2. Shoot the stone at A1.").wait_for()
        self.carry("A1")
        self.use(self.page.get_by_role("link", name="Open that screen"))
        entry = self.page.get_by_label("Reading on the rod")
        entry.fill(f"{self.truth.true_value() + 0.05:.3f} m")
        self.press("Log it")
        self.page.get_by_text("A1 is logged").wait_for()
        self.page.reload()
        self.page.get_by_text("3. Shoot the stone at A2.").wait_for()
        self.page.get_by_role("button", name="all steps").click()
        self.page.get_by_role("link", name="The book").click()
        with self.page.expect_download() as download:
            self.page.get_by_role("button", name="CSV").click()
        self.assertIn("BM1", Path(download.value.path()).read_text())
        self.page.get_by_role("button", name="I am through").click()
        said = self.page.locator("body")
        self.page.get_by_text("What it would have cost").wait_for()
        self.assertIn("To do again: A1", said.inner_text())
        heights = said.get_by_text("by your book").all_inner_texts()
        self.assertEqual(len(heights), 1)
        off = re.search(r"truth: ([\d.]+) m low", heights[0])
        assert off is not None, heights
        self.assertAlmostEqual(float(off[1]), 0.05, delta=0.004)
        self.assertEqual(self.sent, [])
        self.assertEqual(Job.objects.count(), 0)
        self.assertEqual(self.requests, [])
