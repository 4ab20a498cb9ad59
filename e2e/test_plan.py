"""The plan of the whole job: what is drawn where, what a tap opens, and the list beside it."""

from __future__ import annotations

import re
from itertools import combinations, product
from typing import Any

from e2e.browser import DESKTOP, PHONE
from e2e.test_stages import PACK, Staged
from server.jobs.models import Element, Floor

Box = dict[str, float]
#: Letters have a little air around them; boxes that share less than this do not cover each other.
AIR = 4.0


def covers(one: Box, other: Box, by: float = AIR) -> bool:
    """Whether two boxes cover each other by more than so many pixels, both ways."""
    across = min(one["x"] + one["width"], other["x"] + other["width"]) - max(one["x"], other["x"])
    down = min(one["y"] + one["height"], other["y"] + other["height"]) - max(one["y"], other["y"])
    return across > by and down > by


class ThePlan(Staged):
    """The pack house, with elements of every kind."""

    def boxes(self, selector: str) -> list[tuple[str, Box]]:
        """Return what is drawn and where, in pixels of the window."""
        found: list[tuple[str, Any]] = [
            (one.get_attribute("data-name") or one.get_attribute("aria-label") or "",
             one.bounding_box())
            for one in self.page.locator(selector).all()
        ]  # fmt: skip
        return [(name, box) for name, box in found if box]

    def open_plan(self, asked: str = "") -> None:
        self.open_demo_job(PACK, f"floors{asked}")
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.page.locator("[data-name^='area']").first.wait_for()

    def test_no_name_covers_another_or_a_peg(self) -> None:
        self.open_plan()
        for size, stage in product((DESKTOP, PHONE), ("", "?stage=forms", "?stage=stone")):
            self.page.set_viewport_size(size)  # type: ignore[arg-type]
            self.open(f"floors{stage}")
            self.page.locator("[data-name^='area']").first.wait_for()
            if stage:
                self.page.locator("[data-name^='peg']").first.wait_for()
            texts = self.boxes("[data-name]:not(:has(path))")
            self.assertGreater(len(texts), 5)
            for (one, first), (other, second) in combinations(texts, 2):
                self.assertFalse(covers(first, second), (stage, one, other))
            pegs = self.boxes("svg [aria-label*='shot'] path, svg [aria-label*=', on'] rect")
            for (_, peg), (name, text) in ((p, t) for p in pegs for t in texts):
                self.assertFalse(covers(peg, text, 4.0), (stage, name))

    def test_every_part_is_named_and_lies_where_it_was_typed(self) -> None:
        self.open_plan()
        parts: dict[Any, str] = dict(
            Floor.objects.filter(job__name=PACK).values_list("pk", "name")
        ) | dict(
            Element.objects.filter(job__name=PACK).exclude(kind="free").values_list("pk", "name")
        )
        for key, name in parts.items():
            area = self.page.locator(f"[data-area='{key}']")
            self.assertIn(name, area.get_attribute("aria-label") or "")
            self.assertEqual(self.page.locator(f"[data-name='area {key}']").count(), 1, name)
        floor, other = (
            self.page.locator(f"[data-area='{one.pk}'] polygon").first.bounding_box()
            for one in Floor.objects.filter(job__name=PACK).order_by("name").reverse()
        )
        assert floor is not None
        assert other is not None
        # The wash bay is 20 ft wide, the cart bay 18 ft; the cart bay lies to the right of it.
        self.assertAlmostEqual(floor["width"] / other["width"], 20 / 18, delta=0.03)
        self.assertGreater(other["x"], floor["x"] + floor["width"])

    def test_a_tap_opens_it_beside_the_plan_and_back_leads_out(self) -> None:
        self.open_plan()
        footing = Element.objects.get(job__name=PACK, name="South footing")
        self.page.locator(f"[data-area='{footing.pk}'] polygon").first.click(
            position={"x": 60, "y": 2}
        )
        self.page.get_by_role("heading", name="South footing").wait_for()
        self.says("Top of footing at its start", "6 of 6 shot", "0 of 6 shot")
        self.press("Show its points: footings and forms")
        self.page.get_by_role("button", name=re.compile("^3, low, ")).first.click()
        self.says("To set it, from set-up 3", "Clamp the receiver at", "Found at")
        self.page.go_back()
        self.page.get_by_role("heading", name="South footing").wait_for()
        self.press("← Everything")
        self.page.get_by_role("heading", name="The plan").wait_for()
        self.page.get_by_role("list", name="Everything on the plan").get_by_role(
            "button", name=re.compile("Wash bay Floor")
        ).click()
        self.says("Slab thickness", "0 of")
        self.page.get_by_role("link", name="What happened").click()
        self.says("Wash bay put on the plan")
        self.assertEqual(self.page.get_by_text("Cart bay put on the plan").count(), 0)

    def test_from_a_point_to_shooting_it(self) -> None:
        self.open_plan("?stage=forms")
        self.page.get_by_role("button", name=re.compile("^4b, not shot")).click()
        self.page.get_by_role("link", name="Shoot it", exact=True).click()
        self.page.get_by_role("heading", name="Point 4b", exact=True).wait_for()

    def test_the_wheel_keys_and_buttons_come_nearer_and_back(self) -> None:
        self.open_plan()
        floor = Floor.objects.get(job__name=PACK, name="Wash bay")
        outline = self.page.locator(f"[data-area='{floor.pk}'] polygon").first

        def box() -> Box:
            found: Any = outline.bounding_box()
            around = self.corner()
            return {**found, "x": found["x"] - around["x"], "y": found["y"] - around["y"]}

        whole = box()
        corner = self.corner()
        self.page.mouse.move(corner["x"] + whole["x"], corner["y"] + whole["y"])
        self.page.mouse.wheel(0, -200)
        self.page.get_by_role("button", name="The whole plan").wait_for()
        nearer = box()
        self.assertAlmostEqual(nearer["width"] / whole["width"], 2.718**0.5, delta=0.02)
        self.assertAlmostEqual(nearer["x"], whole["x"], delta=1.5)
        self.assertAlmostEqual(nearer["y"], whole["y"], delta=1.5)
        plan = self.page.get_by_role("application")
        plan.focus()
        self.page.keyboard.press("ArrowLeft")
        self.assertAlmostEqual(box()["x"], nearer["x"] + 60, delta=1)
        self.page.keyboard.press("-")
        self.page.keyboard.press("0")
        self.assertEqual(box(), whole)
        self.page.get_by_role("button", name="Nearer").click()
        corner = self.corner()
        middle = corner["x"] + whole["x"] + 5, corner["y"] + whole["y"] + 5
        before = box()
        self.page.mouse.move(*middle)
        self.page.mouse.down()
        self.page.mouse.move(middle[0] + 37, middle[1] + 21, steps=3)
        self.page.mouse.up()
        self.assertAlmostEqual(box()["x"], before["x"] + 37, delta=1)
        self.assertAlmostEqual(box()["y"], before["y"] + 21, delta=1)
        self.page.get_by_role("heading", name="The plan").wait_for()

    def test_a_section_is_cut_along_a_line_that_is_tapped(self) -> None:
        self.open_plan()
        self.press("Section")
        self.says("Tap where the section begins.")
        bays = [
            self.page.locator(f"[data-area='{floor.pk}'] polygon").first
            for floor in Floor.objects.filter(job__name=PACK).order_by("-name")
        ]
        for bay, across, says in zip(
            bays, (0.1, 0.9), ("Tap where it ends.", "long,"), strict=True
        ):
            box: Any = bay.bounding_box()
            self.page.mouse.click(box["x"] + across * box["width"], box["y"] + box["height"] * 0.4)
            self.says(says)
        self.page.locator("[data-cut='Wash bay, top of slab']").wait_for()
        wash, cart = (
            self.page.locator(f"[data-cut='{name} bay, top of slab']").first.bounding_box()
            for name in ("Wash", "Cart")
        )
        assert wash is not None
        assert cart is not None
        # The cart bay lies beyond the wash bay, two inches lower.
        self.assertGreater(cart["x"], wash["x"] + wash["width"])
        self.assertGreater(cart["y"], wash["y"])
        stone: Any = self.page.locator("[data-cut='Wash bay, stone']").first.bounding_box()
        self.assertGreater(stone["y"], wash["y"])
        self.press("Close the section")
        self.assertEqual(self.page.get_by_label("Section", exact=True).count(), 0)

    def corner(self) -> Box:
        """Where the plan's upper left corner is in the window."""
        found: Any = self.page.get_by_role("application").bounding_box()
        return dict(found)

    def test_adding_begins_on_the_plan(self) -> None:
        self.open_plan()
        self.press("Add to the plan")
        self.page.get_by_role("link", name="Strip footing").click()
        self.page.get_by_role("heading", name="Add: strip footing").wait_for()

    def test_a_close_call_and_a_reading_in_doubt_say_no_more_than_that(self) -> None:
        self.open_plan("?stage=forms")
        self.page.get_by_role("button", name=re.compile("^3a, too close to call")).click()
        aside = self.page.get_by_role("complementary", name="Beside the plan")
        aside.get_by_role("heading", name="3a").wait_for()
        self.assertNotRegex(aside.inner_text(), "shim up|lower it|leave it")
        self.open_demo_job("Hillside workshop", "floors?stage=stone")
        self.page.get_by_role("button", name=re.compile(", in doubt$")).first.focus()
        self.page.keyboard.press("Enter")
        aside.get_by_text("in doubt", exact=True).wait_for()
        self.assertEqual(aside.get_by_text("Found at").count(), 0)
        self.assertEqual(aside.get_by_text("Off, within").count(), 0)
