"""Shooting on the demo's half-done floor: keyboard alone, a dropped line, a helper's view."""

from __future__ import annotations

from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase
from e2e.demo import load_demo
from server.fieldbook.models import Shot, Strike

STUDIO = "Pottery studio, kiln room"


class Shooting(BrowserTestCase):
    """The stone of the studio."""

    def entry_says(self, text: str) -> None:
        self.page.wait_for_function("text => document.activeElement.value === text", arg=text)

    def test_keyboard_alone(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        self.entry_says("")
        keyboard = self.page.keyboard
        keyboard.press("?")
        self.page.get_by_role("dialog").get_by_text("log the reading").wait_for()
        keyboard.press("Escape")
        self.page.get_by_role("dialog").wait_for(state="detached")
        self.page.get_by_label("Reading on the rod").focus()
        for name in ("A6", "B6", "C1"):
            self.page.get_by_role("heading", name=f"Point {name}").wait_for()
            self.entry_says("")
            keyboard.type("4 4 7/8")
            keyboard.press("Enter")
            self.page.get_by_text(f"{name} is logged").wait_for()
        self.assertEqual(Shot.objects.filter(typed="4 4 7/8").count(), 3)
        keyboard.press("ArrowUp")
        self.page.get_by_role("button", name="Misread? Strike 4' 4 7/8\"").focus()
        keyboard.press("Enter")
        self.page.get_by_role("dialog").wait_for()
        self.page.get_by_label("Reason").focus()
        keyboard.type("rod on a pebble")
        keyboard.press("Enter")
        self.page.get_by_role("dialog").wait_for(state="detached")
        self.assertTrue(Strike.objects.filter(reason="rod on a pebble").exists())

    def test_enter_over_a_counted_reading_asks_first_what_that_one_was(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        keyboard, before = self.page.keyboard, Shot.objects.count()
        self.page.get_by_role("button", name="Point before").click()
        self.page.get_by_text("logged from set-up 2").wait_for()
        self.page.get_by_label("Reading on the rod").focus()
        keyboard.type("4 4 1/2")
        keyboard.press("Enter")
        says = "() => document.activeElement.textContent"
        self.assertEqual(self.page.evaluate(says), "Shot again: log it")
        self.assertEqual(Shot.objects.count(), before)
        keyboard.press("Enter")
        self.page.get_by_text("is logged").wait_for()
        self.assertEqual(Shot.objects.count(), before + 1)

    def test_what_was_misread_is_struck_only_when_the_new_reading_is_logged(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        self.page.get_by_role("button", name="Point before").click()
        self.page.get_by_text("logged from set-up 2").wait_for()
        strikes = Strike.objects.count()
        self.page.get_by_label("Reading on the rod").fill("5 4 1/2")
        wrong = self.page.get_by_role("button", name="was misread: strike it, log this")
        wrong.click()
        asked = self.page.get_by_role("alertdialog", name="Is this reading right?")
        asked.get_by_role("button", name="Read the rod again").click()
        self.page.get_by_text("logged from set-up 2").wait_for()
        self.assertEqual(Strike.objects.count(), strikes)
        self.page.get_by_label("Reading on the rod").fill("5 4 1/2")
        wrong.click()
        asked.get_by_role("button", name="Keep 5 4 1/2").click()
        self.page.get_by_text("is logged").wait_for()
        struck = Strike.objects.get(reason="misread the rod")
        kept = Shot.objects.get(typed="5 4 1/2")
        self.assertEqual((kept.slip, kept.point_id), ("kept", struck.shot.point_id))

    def test_an_extra_point_is_put_and_shot_next(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("button", name="Add a point").click()
        for name, text in (("x", "40 ft"), ("y", "2 ft")):
            self.page.locator(f"[name='{name}']").fill(text)
        put = self.page.get_by_role("button", name="Put the point there")
        put.click()
        self.page.get_by_text("That place is outside the floor.").wait_for()
        self.page.locator("[name='x']").fill("7 ft")
        put.click()
        self.page.get_by_role("list", name="Points").get_by_text("X1").wait_for()

    def test_a_decimal_feet_rod_shows_both(self) -> None:
        self.open_demo_job(STUDIO, "marks")
        self.page.get_by_label("Set-up", exact=True).click()
        self.page.get_by_role("option", name="Set-up 1").click()
        self.page.get_by_text("3.41 ft").first.wait_for()
        self.page.get_by_text("= 3' 5\"").first.wait_for()


class HelpersView(BrowserTestCase):
    """A helper on a phone shoots, and is not offered what only a foreman may do."""

    viewport = PHONE

    def test_helper(self) -> None:
        load_demo()
        self.sign_in("tobi", "holds-the-rod-2")
        self.assertEqual(self.page.get_by_role("link", name="New job").count(), 0)
        job = f"{self.live_server_url}/jobs/{demo_id(STUDIO)}"
        self.page.goto(f"{job}/set-up")
        self.page.get_by_role("heading", name="Set-up 2").wait_for()
        self.page.get_by_role("link", name="Set up here").wait_for()
        self.assertEqual(self.page.get_by_role("link", name="Runs and turning points").count(), 0)
        self.page.goto(f"{job}/stone")
        for key in ("4", "feet", "4", "7/8 inch"):
            self.page.get_by_role("button", name=key, exact=True).click()
        self.page.get_by_role("button", name="Log it").click()
        self.page.get_by_text("A6 is logged").wait_for()

    def test_big_enough_for_wet_gloves(self) -> None:
        self.open_demo_job(STUDIO, "stone")
        self.page.get_by_role("heading", name="Point A6").wait_for()
        small = self.page.evaluate(
            "[...document.querySelectorAll('button, a')]"
            ".filter(one => one.offsetParent)"
            ".map(one => [one.innerText, one.getBoundingClientRect()])"
            ".filter(([, box]) => box.height < 44 || box.width < 44)"
            ".map(([text]) => text)"
        )
        self.assertEqual(small, [])
        width = self.page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(width, PHONE["width"])

    def test_the_book_is_whole_in_the_hand(self) -> None:
        self.open_demo_job(STUDIO, "book")
        notes = self.page.get_by_role("list", name="Level notes").get_by_role("listitem")
        notes.first.wait_for()
        told = notes.all_inner_texts()
        self.assertRegex(told[0], r"""BM1\s+BS 5' 2 3/8"\s+347' 3 1/8"\s+HI 352' 5 1/2"\.""")
        self.assertRegex(told[1], r"""A3\s+IS 4' 4 5/8"\s+348' 0 7/8"\s+rise 9 3/4"\.""")
        self.assertRegex(told[2], r"""A4\s+IS 4' 5 1/8"\s+348' 0 3/8"\s+fall 1/2"\.""")
        (struck,) = (one for one in told if "struck" in one)
        self.assertIn("read the foot below", struck)
        reading = notes.filter(has_text="struck").locator("s").first
        self.assertIn(
            "line-through", reading.evaluate("one => getComputedStyle(one).textDecoration")
        )
        right = notes.evaluate_all(
            "rows => Math.max(...rows.map(row => row.getBoundingClientRect().right))"
        )
        self.assertLessEqual(right, PHONE["width"])

    def test_the_strip_says_which_screen_this_is(self) -> None:
        load_demo()
        self.sign_in("marek", "string-line-4")
        for path, name in (
            ("stone", "6. Shoot the stone"), ("heights", "3. The plan"), ("runs", "2. Control"),
            ("happened", "What happened"), ("settings", "Job settings"), ("dig", "Dig"),
            ("", "Where the job stands"),
        ):  # fmt: skip
            self.page.goto(f"{self.live_server_url}/jobs/{demo_id(STUDIO)}/{path}")
            strip = self.page.get_by_role("banner").get_by_role("button", name="all steps")
            strip.get_by_text(name, exact=True).wait_for()

    def test_what_happened_is_seen_before_it_is_sifted(self) -> None:
        self.open_demo_job(STUDIO, "happened")
        self.page.get_by_text("Kiln room, B1 read").wait_for()
        self.assertEqual(self.page.get_by_role("combobox").count(), 0)
        self.page.get_by_role("button", name="Only some of it").click()
        self.page.get_by_label("What", exact=True).click()
        self.page.get_by_role("option", name="Strikes").click()
        self.page.get_by_text("Kiln room, B1 read").wait_for(state="detached")
        self.page.get_by_text("struck: read the foot below").wait_for()
