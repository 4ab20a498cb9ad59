"""The ladder of heights: its order, its beam, what was shot, and a level that is moved on it."""

from __future__ import annotations

import re
from itertools import pairwise
from typing import Any

from demo.ids import demo_id
from e2e.test_stages import PACK, Staged
from server.jobs.models import Floor


def on_the_rail(rail: list[tuple[float, float]], height: float) -> float:
    """Return where a height lies between those that are drawn: on their straight way."""
    for (higher, its), (lower, own) in pairwise(rail):
        if higher >= height >= lower:
            return its + (own - its) * (higher - height) / ((higher - lower) or 1)
    return rail[0][1] if height > rail[0][0] else rail[-1][1]


class TheLadder(Staged):
    """The pack house's heights."""

    def open_ladder(self) -> None:
        self.open_demo_job(PACK, "heights")
        self.page.locator("[data-rung]").first.wait_for()

    def at(self, mark: str) -> float:
        return float(self.page.locator(f"[{mark}]").first.get_attribute(mark) or "nan")

    def sheet(self, path: str = "ladder") -> Any:
        """Return what the page was told."""
        return self.page.evaluate(
            f"fetch('/api/v1/jobs/{demo_id(PACK)}/{path}').then((one) => one.json())"
        )

    def follows(self, what: str) -> None:
        """Wait until something is listed among what moves."""
        self.page.get_by_role("listitem").filter(has_text=what).first.wait_for()

    def test_levels_beam_and_shots_lie_in_the_order_of_their_heights(self) -> None:
        self.open_ladder()
        sheet = self.sheet()
        heights = {rung["key"]: float(rung["level"]["metres"]) for rung in sheet["rungs"]}
        drawn = [
            (heights[one.get_attribute("data-rung") or ""], float(one.get_attribute("data-y") or 0))
            for one in self.page.locator("[data-rung]").all()
        ]
        self.assertGreater(len(drawn), 6)
        for (higher, its), (lower, own) in pairwise(drawn):
            self.assertGreater(higher, lower)
            self.assertGreaterEqual(own - its, 33.9)
        beam, at = float(sheet["beam"]["level"]["metres"]), self.at("data-beam")
        for height, y in drawn:
            self.assertEqual(height > beam, y < at)
        rail = sorted([*drawn, (beam, at)], reverse=True)
        shots = [float(shot) for rung in sheet["rungs"] for shot in rung["shots"]]
        self.assertGreater(len(shots), 20)
        path = self.page.locator("[data-shots]").get_attribute("d") or ""
        ticks = sorted(float(y) for y in re.findall(r"M\S+ (\S+?)h", path))
        lies = sorted({round(on_the_rail(rail, shot), 1) for shot in shots})
        self.assertEqual(len(ticks), len(lies))
        for tick, y in zip(ticks, lies, strict=True):
            self.assertAlmostEqual(tick, y, delta=0.2)

    def test_a_finished_level_is_moved_by_typing_and_left(self) -> None:
        self.open_ladder()
        self.press("Move the finished level")
        of = self.page.get_by_label("Of", exact=True)
        self.assertIn("Wash bay", of.text_content() or "")
        before = self.at("data-moving")
        self.fill(by="half a thumb")
        self.says("half a thumb")
        self.assertTrue(self.page.get_by_role("button", name="Accept what moves").is_disabled())
        self.fill(by='1/2"')
        self.says(
            "Top of slab at 414' 6 1/2\"",
        )
        self.follows('Wash bay forms, top of form: up 1/2"')
        self.assertLess(self.at("data-moving"), before)
        self.press("Down")
        self.says("Top of slab at 414' 5 1/2\"")
        self.assertGreater(self.at("data-moving"), before)
        self.press("Leave it where it is")
        self.assertEqual(self.page.locator("[data-moving]").count(), 0)
        floor = Floor.objects.get(job__name=PACK, name="Wash bay")
        assert floor.level_offset is not None
        self.assertEqual(floor.level_offset.nanometres, 2 * 304_800_000)

    def test_it_is_dragged_and_accepted_and_all_follows(self) -> None:
        self.open_ladder()
        rungs = self.sheet()["rungs"]
        top = next(
            rung for rung in rungs if rung["key"].endswith(":top") and rung["of"] == "Wash bay"
        )
        self.press("Move the finished level")
        handle = self.page.get_by_label("drag the finished level")
        handle.scroll_into_view_if_needed()
        box = handle.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x, y - 12, steps=4)
        self.page.mouse.up()
        by = self.page.locator("[name='by']").input_value()
        self.assertRegex(by, r'^\d+( \d/8)?"$')
        self.follows("Wash bay forms, top of form")
        says = self.page.get_by_text(re.compile("^Top of slab at"))
        said = (says.text_content() or "").removeprefix("Top of slab at ")
        self.assertNotEqual(said, top["level"]["text"])
        self.press("Accept what moves")
        self.page.get_by_role("heading", name="Move the finished level").wait_for(state="detached")
        moved = {rung["key"]: rung["level"] for rung in self.sheet()["rungs"]}
        self.assertEqual(moved[top["key"]]["text"], said)
        by_metres = float(moved[top["key"]]["metres"]) - float(top["level"]["metres"])
        self.assertGreater(by_metres, 0.01)
        for rung in rungs:
            if rung["of"] == "Wash bay" and rung["kind"] == "floor":
                now = float(moved[rung["key"]]["metres"]) - float(rung["level"]["metres"])
                self.assertAlmostEqual(now, by_metres, places=6)

    def test_what_was_told_of_one_floor_is_never_accepted_for_another(self) -> None:
        self.open_ladder()
        self.press("Move the finished level")
        self.fill(by='1/2"')
        self.says("Top of slab at 414' 6 1/2\"")
        accept = self.page.get_by_role("button", name="Accept what moves")
        self.page.route("**/raised", lambda _: None)  # the answer for what comes next is not there
        self.fill(by='5/8"')
        self.assertTrue(accept.is_disabled())
        self.fill(by='1/2"')
        self.says("Top of slab at 414' 6 1/2\"")
        self.choose("Of", "Cart bay")
        self.assertTrue(accept.is_disabled())
        self.assertEqual(self.page.get_by_text("Top of slab at").count(), 0)
        self.page.unroute_all()
