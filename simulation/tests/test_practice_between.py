"""A tape and a water level between two spots, and the bubble of a rod (section 6 of the rules)."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from simulation.ground import Place
from simulation.practice.acts import Carry, Center, act
from simulation.practice.between import (
    EDGE,
    FILLED,
    HIGHEST,
    HOSE,
    LOWEST,
    PULLED,
    between,
    water,
)
from simulation.practice.lessons import BY_KEY
from simulation.practice.on_site import VIAL, WITH_A_BUBBLE, CantBeDone
from simulation.practice.rod import Line, PracticeRod
from simulation.practice.scene import Gear, Mark, Target
from simulation.tests.practice_site import BENCH, POINT, on, site


def where(lines: tuple[Line, ...], number: str) -> float:
    """How high a number stands above where the scale is read, metres."""
    return next(line.height for line in lines if line.number == number)


class TheWaterLevel(TestCase):
    """The benchmark lies 0.4 m above the point's ground."""

    def test_water_stands_lower_above_what_is_higher(self) -> None:
        at_bench, at_point = water(on(site()), BENCH, POINT)
        self.assertAlmostEqual(at_bench, FILLED - 0.2, delta=EDGE)
        self.assertAlmostEqual(at_point, FILLED + 0.2, delta=EDGE)

    def test_the_way_round_changes_which_end_is_which_and_nothing_else(self) -> None:
        there, back = water(on(site()), BENCH, POINT), water(on(site()), POINT, BENCH)
        self.assertAlmostEqual(there[0] - there[1], -0.4, delta=2 * EDGE)
        self.assertAlmostEqual(back[0] - back[1], 0.4, delta=2 * EDGE)

    def test_water_that_would_run_out_and_a_hose_too_short_are_refused(self) -> None:
        drop = HIGHEST - LOWEST
        for fall, is_held in ((drop - 0.02, True), (drop + 0.02, False)):
            marks = (Mark(BENCH, "hub", Place(2.0, 4.0), 2.0 + fall, 80.0),)
            state = on(site(marks=marks))
            if is_held:
                self.assertGreater(water(state, BENCH, POINT)[0], LOWEST - EDGE)
            else:
                with self.assertRaisesRegex(CantBeDone, "run out"):
                    water(state, BENCH, POINT)
        far = (Target(POINT, Place(2.0 + HOSE + 0.5, 4.0), 2.1),)
        with self.assertRaisesRegex(CantBeDone, "hose is"):
            water(on(site(targets=far, size=(60.0, 16.0))), BENCH, POINT)

    def test_a_rod_beside_each_end_shows_it_whatever_is_drawn_out(self) -> None:
        state = on(site(gear=_metric()))
        seen = between(state, BENCH, POINT)
        at_bench, at_point = water(state, BENCH, POINT)
        self.assertAlmostEqual(where(seen.first, "9"), 0.9 - at_bench, places=6)
        self.assertAlmostEqual(where(seen.second, "3"), 1.3 - at_point, places=6)


class TheTape(TestCase):
    """The benchmark and the point lie 9 m apart, and 0.4 m in height."""

    def test_it_reads_the_way_along_the_ground(self) -> None:
        seen = between(on(site(gear=_metric())), BENCH, POINT)
        along = (9.0**2 + 0.4**2) ** 0.5
        self.assertAlmostEqual(9.0 - where(seen.tape, "9"), along, delta=PULLED)
        self.assertEqual(seen.wholes[0], "9")

    def test_no_spot_and_the_same_spot_twice_are_refused(self) -> None:
        for first, second, why in ((BENCH, "Z9", "no such"), (POINT, POINT, "same spot")):
            with self.assertRaisesRegex(CantBeDone, why):
                between(on(site()), first, second)

    def test_farther_than_its_length_is_refused(self) -> None:
        far = (Target(POINT, Place(58.0, 4.0), 2.1),)
        with self.assertRaises(CantBeDone):
            between(on(site(targets=far, size=(60.0, 16.0))), BENCH, POINT)


class TheBubble(TestCase):
    """Left at the wall of its vial, the rod leans as before; in the middle, hardly."""

    def test_the_rod_leans_by_where_its_bubble_was_left(self) -> None:
        state = act(on(site()), Carry(POINT), 1.0)
        for off, least, most in (
            (0.0, 0.0, WITH_A_BUBBLE),
            (0.5, VIAL / 2, VIAL / 2),
            (1, VIAL, VIAL),
        ):
            lean = act(state, Center(off), 2.0).lean
            self.assertGreaterEqual(lean, least)
            self.assertLessEqual(lean, most)


class TwoPegs(TestCase):
    """The lesson's water gives the difference its instrument can't be trusted with."""

    def test_what_the_water_shows_is_right_on_every_site(self) -> None:
        lesson = BY_KEY["two-pegs"]
        for seed in range(30):
            scene = lesson.scene(seed)
            task = next(one for one in lesson.tasks(scene) if one.key == "water")
            at_a, at_b = water(on(scene), "A", "B")
            expected = task.expects(scene, None)  # type: ignore[arg-type]
            assert expected is not None
            assert isinstance(expected.right, float)
            rest = scene.gear.rod.step
            self.assertLessEqual(abs(abs(at_a - at_b) - expected.right), expected.within - rest)


def _metric() -> Gear:
    gear = site().gear
    return replace(gear, rod=PracticeRod((1.2, 1.2), "m/cm"))
