"""WCAG 2.2 AA by axe-core on every screen in both themes; large text, forced colors, keyboard."""

from __future__ import annotations

from demo.ids import demo_id
from e2e.axe import violations
from e2e.browser import AT_REST, BrowserTestCase, settle
from e2e.demo import load_demo
from server.notices.models import Notice
from server.notices.services.notices import link_of

PACK, STUDIO, SHELTER, WELL, HILL = (
    "Orchard pack house",
    "Pottery studio, kiln room",
    "Bicycle shelter",
    "Well house floor",
    "Hillside workshop",
)
#: What reaches beyond the window, but for what is scrolled in a place of its own or hidden.
TOO_WIDE = """
() => {
  const scrolls = (one) => {
    for (let at = one.parentElement; at; at = at.parentElement)
      if (/(auto|scroll|hidden)/.test(getComputedStyle(at).overflowX)) return true;
    return false;
  };
  return [...document.querySelectorAll("h1,h2,h3,p,button,a,input,td,th,label")]
    .filter((one) => one.checkVisibility() && !scrolls(one))
    .filter((one) => one.getBoundingClientRect().right > innerWidth + 1)
    .slice(0, 3)
    .map((one) => (one.textContent || one.getAttribute("name") || one.tagName).slice(0, 50));
}
"""
MOVING = """document.getAnimations().filter((one) => one.playState === "running").length"""
#: How each state of a peg is drawn, without its colors.
SHAPES = """
() => {
  const found = {};
  const pegs = "svg[aria-label^='Plan of'] [role=button]:not([data-area])";
  for (const peg of document.querySelectorAll(pegs)) {
    const [, state] = (peg.getAttribute("aria-label") || "").split(", ");
    found[state] ??= [...peg.querySelectorAll("rect,path,circle")]
      .map((one) => one.outerHTML.replace(/(fill|stroke)="[^"]*"/g, "")).join("");
  }
  return found;
}
"""


def screens() -> list[str]:
    """Every screen somebody is on, of jobs that have something to show there."""
    pack, shelter, hill = (f"jobs/{demo_id(name)}" for name in (PACK, SHELTER, HILL))
    piers = demo_id(PACK, "element", "Gallery piers")
    pour = demo_id(SHELTER, "pour", "Shelter slab")
    laser = demo_id("instrument", "Rotary laser, gray case")
    own = (
        "", "instruments", "control", "floors", "floors?stage=forms", "floors?add=yes", "heights",
        "set-up", "set-up/new", "points", "layout", "dig", "forms", "piers", "stone", "marks",
        "marks/shoot", "concrete", "concrete?part=ways", "concrete?part=customer",
        "concrete?part=prices", "pours", "after", "book", "records", "records?part=sheets",
        "records?part=files", "records?part=survey", "happened", "settings", "stand", "drawings",
        "runs", "floors/new", f"elements/{piers}", f"piers/heights/{piers}",
        f"piers/sheet/{piers}",
    )  # fmt: skip
    return [
        "jobs", "jobs/new", "words", "account", "height-now",
        *(f"{pack}/{step}" for step in own),
        f"{shelter}/pours/{pour}", f"{shelter}/concrete?part=ways", f"{hill}/runs",
        f"{hill}/set-up/{demo_id(HILL, 'set-up', 80)}/way-out", f"{hill}/instruments/{laser}",
        f"gear/{demo_id('crew')}", f"people/{demo_id('crew')}",
    ]  # fmt: skip


class Access(BrowserTestCase):
    """What a machine can tell of it."""

    def looked_at(self, path: str) -> None:
        self.page.goto(f"{self.live_server_url}/{path}")
        settle(self.page)
        self.page.evaluate(AT_REST)

    def cut_off(self) -> list[str]:
        """Return what lies beyond the window where all text is twice as large."""
        self.page.evaluate("document.documentElement.style.fontSize = '200%'")
        told: list[str] = self.page.evaluate(TOO_WIDE)
        return told

    def test_every_screen_in_both_themes_and_at_twice_the_text(self) -> None:
        load_demo()
        wrong = []
        for path in ("sign-in", "begin", "new-password", f"notice/{link_of(Notice.objects.get())}"):
            self.looked_at(path)
            wrong += [(path, *violation) for violation in violations(self.page)]
        self.come_in("ines")
        for path in screens():
            self.looked_at(path)
            wrong += [(path, *violation) for violation in violations(self.page)]
            wrong += [(path, "at twice the text", one) for one in self.cut_off()]
        self.complaints.clear()
        self.maxDiff = None
        self.assertEqual(wrong, [])

    def test_the_dark_differs_in_its_colors_alone(self) -> None:
        self.open_demo_job(PACK, "floors?stage=forms")
        settle(self.page)
        drawn = self.page.locator("main").inner_html()
        self.page.get_by_role("button", name="Dark", exact=True).click()
        self.page.get_by_role("button", name="Sun", exact=True).wait_for()
        self.assertEqual(self.page.locator("main").inner_html(), drawn)
        self.assertIsNotNone(self.page.locator("html").get_attribute("data-dark"))

    def test_in_forced_colors_and_without_motion_pegs_and_keys_are_still_told_apart(self) -> None:
        self.open_demo_job(PACK, "floors?stage=forms")
        self.page.emulate_media(forced_colors="active", reduced_motion="reduce")
        self.page.get_by_role("button", name="4b, not shot").wait_for()
        self.assertEqual(self.page.evaluate(MOVING), 0)
        shapes = self.page.evaluate(SHAPES)
        self.assertGreater(len(shapes), 2)
        self.assertEqual(len(set(shapes.values())), len(shapes), shapes)
        stage = self.page.get_by_role("button", name="Footings and forms")
        self.assertEqual(stage.get_attribute("aria-pressed"), "true")

    def test_a_keyboard_alone_opens_the_plan_a_part_a_point_and_comes_back(self) -> None:
        self.open_demo_job(PACK, "floors?stage=forms")
        self.page.get_by_role("button", name="4b, not shot").focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("heading", name="4b").wait_for()
        self.page.get_by_role("button", name="← Everything").focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.page.locator("[data-area]").first.focus()
        self.page.keyboard.press(" ")
        self.page.get_by_role("button", name="← Everything").wait_for()


class Whole(BrowserTestCase):
    """Screens that are taken in at one look are whole without scrolling at 1280 by 800."""

    def test_shooting_the_ladder_and_go_or_hold_fit_the_window(self) -> None:
        load_demo()
        self.come_in("marek")
        pack, shelter = (f"jobs/{demo_id(name)}" for name in (PACK, SHELTER))
        pour = demo_id(SHELTER, "pour", "Shelter slab")
        for path in (
            f"{pack}/stone", f"{pack}/heights", f"{pack}/floors",
            f"{shelter}/pours/{pour}",
        ):  # fmt: skip
            self.page.goto(f"{self.live_server_url}/{path}")
            settle(self.page)
            self.page.reload()  # what a screen is for is said the first time alone
            settle(self.page)
            with self.subTest(path=path):
                tall = self.page.evaluate("document.documentElement.scrollHeight")
                self.assertLessEqual(tall, self.viewport["height"])
