"""A tape, a water level and the rod's bubble over the phone's addresses."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from server.practice.run import run_of
from server.practice.tests.site import PracticeTestCase
from server.practice.tests.test_truth import NEVER_NAMED, names_in
from simulation.practice.between import water
from simulation.practice.on_site import VIAL


class TheWaterLevel(PracticeTestCase):
    """Held to the two pegs of a lesson that asks for it."""

    def between(self, key: str, first: str, second: str, status: int = 200) -> Any:
        return self.ask(f"/{key}/between?first={first}&second={second}", status=status)

    def test_what_is_read_off_its_lines_answers_the_task(self) -> None:
        for seed in range(6):
            key = self.begin("two-pegs", seed)
            run = run_of(UUID(key))
            told = self.between(key, "A", "B")
            at_a, at_b = water(run.state, "A", "B")
            rod = run.state.rod
            printed = {round(one.height, 6): one.number for one in rod.face(0.0, rod.length)}
            for end, at in (("first", at_a), ("second", at_b)):
                self.assertTrue(told[end]["lines"])
                for seen in told[end]["lines"]:
                    self.assertEqual(printed[round(seen["height"] + at, 6)], seen["number"])
            difference = round(abs(at_a - at_b) / rod.step) * rod.step
            self.answer(key, "water", typed=f"{difference:.4f} m")
            (answer,) = [
                one
                for one in self.ask(f"/{key}/end", {})["answers"]
                if "water level" in one["asks"]
            ]
            self.assertTrue(answer["is_right"], answer)

    def test_it_gives_no_figure_away(self) -> None:
        key = self.begin("two-pegs", 3)
        told = self.between(key, "A", "B")
        self.assertEqual(names_in(told) & NEVER_NAMED, set())
        at_a, at_b = water(run_of(UUID(key)).state, "A", "B")
        for figure in (at_a, at_b, at_a - at_b):
            self.assertNotIn(f"{abs(figure):.7f}"[:7], str(told))

    def test_what_cant_be_is_said(self) -> None:
        key = self.begin("two-pegs", 3)
        (error,) = self.between(key, "A", "A", 400)["errors"]
        self.assertEqual((error["typed"], error["why"]), ("A", "Both ends are at the same spot."))
        (error,) = self.between(key, "A", "Z", 400)["errors"]
        self.assertIn("A, B", error["accepts"])
        self.ask(f"/{key}/between?first=A", status=400)


class TheBubble(PracticeTestCase):
    """Left where a hand left it, the sheet shows it there."""

    def test_it_stays_where_it_was_left(self) -> None:
        key = self.begin("move", 4)
        self.ready(key, self.ask(f"/{key}")["spots"][0]["name"])
        for off in (0.6, 1.0):
            told = self.act(key, "center", off=off)
            self.assertAlmostEqual(told["rod"]["bubble"], off)
            self.assertAlmostEqual(run_of(UUID(key)).state.lean, off * VIAL)
        self.assertLess(self.act(key, "center")["rod"]["bubble"], 0.26)
        self.act(key, "center", 400, off=1.5)
