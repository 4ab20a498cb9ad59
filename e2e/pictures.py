"""Takes the pictures of the main views from the demo; run by ./yp shots, never by the tests."""

from __future__ import annotations

from collections.abc import Callable

from django.conf import settings
from playwright.sync_api import FilePayload, Page, expect

from demo.ids import demo_id
from e2e.browser import DESKTOP, MORE, PHONE, settle
from e2e.demo import load_demo
from e2e.offline import OfflineTestCase
from e2e.test_practice import OnASite
from e2e.works import WorkedFor
from server.imports.tests.drawn import dxf, shop
from server.notices.models import Notice
from server.notices.services.notices import link_of

FOLDER = settings.ROOT / "docs" / "screenshots"
STUDIO = demo_id("Pottery studio, kiln room")
SHELTER = demo_id("Bicycle shelter")
WELL = demo_id("Well house floor")
SHELTER_POUR = demo_id("Bicycle shelter", "pour", "Shelter slab")
PACK = demo_id("Orchard pack house")
HILL_NAME = "Hillside workshop"
HILL = demo_id(HILL_NAME)
LASER = demo_id("instrument", "Rotary laser, gray case")


#: How long all jobs of the day may take to be looked at, milliseconds.
MOST = 30_000


def type_reading(page: Page) -> None:
    """Type a reading without logging it."""
    page.get_by_label("Reading on the rod").fill("4' 4 1/8\"")
    page.get_by_test_id("answer").wait_for()


def type_floor(page: Page) -> None:
    """Type most of a floor."""
    page.get_by_role("button", name="L-shape").click()
    page.get_by_role("button", name=MORE).click()
    typed = {"name": "Glaze store", "length": "16 ft", "width": "12 ft", "notch_length": "6 ft",
             "notch_width": "4 ft", "level": '10"', "thickness": '5"'}  # fmt: skip
    for name, text in typed.items():
        page.locator(f"[name='{name}']").fill(text)
    page.get_by_label("Plan of the floor as typed").wait_for()


def open_a_point(page: Page) -> None:
    """Open a point of the forms beside the plan."""
    page.get_by_role("button", name="1c, low").click()
    page.get_by_text("To set it, from set-up").wait_for()


def move_a_level(page: Page) -> None:
    """Begin to move a finished level."""
    page.get_by_role("button", name="Move the finished level").click()
    page.locator("[name='by']").fill('1/2"')
    page.get_by_text("What this moves").wait_for()


def see_the_day(page: Page) -> None:
    """Wait until it is known where every job stands."""
    page.get_by_text("Next: ").first.wait_for()
    expect(page.get_by_text("looking…")).to_have_count(0, timeout=MOST)


def type_height(page: Page) -> None:
    """Type three numbers."""
    typed = {"known": "288.37 ft", "reading": "4' 7 3/8\"", "points.0.target": "287.10 ft"}
    for name, text in typed.items():
        page.locator(f"[name='{name}']").fill(text)
    page.get_by_test_id("height").wait_for()


def make_record(page: Page) -> None:
    """Ask for the job record, and wait until it is made."""
    page.get_by_role("button", name="Make the job record").click()
    page.get_by_text("pages, kept below").wait_for()


def bring_drawing(page: Page) -> None:
    """Bring a drawing in, and wait until it is shown."""
    chosen: FilePayload = {"name": "shop.dxf", "mimeType": "image/vnd.dxf", "buffer": dxf(shop)}
    page.locator("input[type=file]").set_input_files(chosen)
    page.get_by_role("heading", name="How it lies on the site").wait_for()


def nothing(page: Page) -> None:
    """Leave the screen as it opens."""
    page.evaluate("window.scrollTo(0, 0)")


VIEWS: list[tuple[str, str, dict[str, int], Callable[[Page], None]]] = [
    ("day", "jobs", DESKTOP, see_the_day),
    ("overview", f"jobs/{STUDIO}", DESKTOP, nothing),
    ("floor", f"jobs/{STUDIO}/floors/new", DESKTOP, type_floor),
    ("plan", f"jobs/{PACK}/floors?stage=forms", DESKTOP, open_a_point),
    ("ladder", f"jobs/{PACK}/heights", DESKTOP, move_a_level),
    ("height-phone", "height-now", PHONE, type_height),
    ("marks", f"jobs/{STUDIO}/marks", DESKTOP, nothing),
    ("stone", f"jobs/{STUDIO}/stone", DESKTOP, type_reading),
    ("concrete", f"jobs/{SHELTER}/concrete", DESKTOP, nothing),
    ("pour", f"jobs/{SHELTER}/pours/{SHELTER_POUR}", DESKTOP, nothing),
    ("book", f"jobs/{STUDIO}/book", DESKTOP, nothing),
    ("instrument", f"jobs/{HILL}/instruments/{LASER}", DESKTOP, nothing),
    ("records", f"jobs/{WELL}/records", DESKTOP, make_record),
    ("drawing", f"jobs/{WELL}/drawings", DESKTOP, bring_drawing),
]


class Pictures(WorkedFor):
    """One picture a view."""

    def test_take_them(self) -> None:
        load_demo()
        self.sign_in("marek", "string-line-4")
        state = self.page.context.storage_state()
        for name, path, viewport, prepare in VIEWS:
            page = self.new_page(storage_state=state, size=viewport)
            page.goto(f"{self.live_server_url}/{path}")
            settle(page)
            page.reload()  # what a screen is for is said the first time alone
            settle(page)
            prepare(page)
            settle(page)
            page.screenshot(path=FOLDER / f"{name}.png")
            page.context.close()
        customer = self.new_page(PHONE)
        customer.goto(f"{self.live_server_url}/notice/{link_of(Notice.objects.get())}")
        settle(customer)
        customer.screenshot(path=FOLDER / "notice-phone.png")


class WithoutASignal(OfflineTestCase):
    """The one of a phone that works alone."""

    def test_take_it(self) -> None:
        self.take_along("Pottery studio, kiln room", "stone")
        self.lose_the_line()
        self.page.get_by_label("Reading on the rod").fill("4' 4 7/8\"")
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("A6 is logged").wait_for()
        self.line_says("1 to send")
        type_reading(self.page)
        self.page.evaluate("window.scrollTo(0, 0)")
        self.page.screenshot(path=FOLDER / "stone-phone.png")


class OnAPracticeSite(OnASite):
    """A job's screens beside the site, what is told at the end, and through the telescope."""

    lesson = "stone"
    seed = 12

    def test_take_them(self) -> None:
        self.begin()
        self.stand_up()
        self.carry("BM1")
        self.page.get_by_label("Plan: tap where the instrument stands").click()
        self.page.locator("[name='backsight']").fill(f"{self.truth.true_value():.3f} m")
        self.press("Record the set-up")
        self.page.get_by_text("2. Shoot the stone at A1.").wait_for()
        self.carry("A1")
        self.press_link("Open that screen")
        self.slide_to(self.truth.crossing)
        self.is_steady()
        entry = self.page.get_by_label("Reading on the rod")
        entry.fill(f"{self.truth.true_value() + 0.05:.3f} m")
        self.page.get_by_text("A1 in").or_(self.page.get_by_test_id("answer")).first.wait_for()
        self.page.screenshot(path=FOLDER / "practice.png")
        self.press("Log it")
        self.page.get_by_text("A1 is logged").wait_for()
        self.press("I am through: tell me the truth")
        self.page.get_by_text("What it would have cost").wait_for()
        self.page.screenshot(path=FOLDER / "practice-end.png")

    def press_link(self, name: str) -> None:
        """Follow a link."""
        self.use(self.page.get_by_role("link", name=name))


class ThroughTheTelescope(OnASite):
    """An optical level, leveled and sharp."""

    lesson = "two-pegs"
    seed = 5

    def test_take_it(self) -> None:
        self.begin()
        show = self.page.get_by_role("button", name="Show me")
        show.click()
        self.page.get_by_label("Two screws: bubble left").wait_for()
        self.page.get_by_label("The bubble is in its ring").wait_for()
        show.click()
        self.page.get_by_role("status").filter(has_text="That is how").wait_for()
        self.page.get_by_role("status").filter(has_text="Sharp").wait_for()
        self.page.screenshot(path=FOLDER / "practice-level.png")
