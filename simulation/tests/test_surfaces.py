"""The stand-in's surfaces are as uneven as they say, and its beams tilt as they say."""

from __future__ import annotations

from random import Random
from statistics import mean, pstdev
from unittest import TestCase

from simulation import Laser, Place, patchy_stone, tilt_of_axes
from simulation.surfaces import OFF, SurfaceKind, worked_surface

FAR = [Place(x * 11.0, y * 13.0) for x in range(40) for y in range(40)]


class Surfaces(TestCase):
    """What each kind is."""

    def test_stone_spreads_as_it_says_and_runs_together_within_a_patch(self) -> None:
        for patch in (0.5, 3.0):
            stone = patchy_stone(Random(4), 0.010, patch)
            self.assertAlmostEqual(pstdev(map(stone.above, FAR)), 0.010, delta=0.002)
            beside = [stone.above(Place(at.x + patch / 20, at.y)) for at in FAR]
            apart = [stone.above(Place(at.x + patch * 3, at.y)) for at in FAR]
            here = [stone.above(at) for at in FAR]
            near, away = (
                pstdev(a - b for a, b in zip(here, there, strict=True)) for there in (beside, apart)
            )
            self.assertLess(near, 0.0025)
            self.assertGreater(away, 0.010)

    def test_a_step_an_edge_and_what_is_low(self) -> None:
        for seed in range(20):
            stepped = worked_surface(SurfaceKind.STEPPED, Random(seed))
            rise = [
                stepped.elevation(Place(stepped.step_at + by, 2.0)) for by in (-1e-6, 1e-6)
            ]  # fmt: skip
            self.assertAlmostEqual(rise[1] - rise[0], stepped.step, places=5)
            edged = worked_surface(SurfaceKind.LOW_EDGED, Random(seed))
            at = [edged.elevation(Place(3.0, edged.edge_width + by)) for by in (-1e-6, 1e-6)]
            self.assertAlmostEqual(at[1] - at[0], edged.edge, places=5)
            low = worked_surface(SurfaceKind.LOW_ALL_OVER, Random(seed))
            least, most = (limit / 1000 for limit in OFF["low-all-over"])
            self.assertTrue(least <= low.off <= most < 0)
            flat = worked_surface(SurfaceKind.FLAT, Random(seed))
            self.assertEqual((flat.off, flat.step, flat.edge), (0.0, 0.0, 0.0))

    def test_two_draws_of_a_seed_are_the_same(self) -> None:
        for kind in SurfaceKind:
            one, other = (worked_surface(kind, Random(9)) for _ in range(2))
            self.assertEqual(one, other)
            self.assertNotEqual(one, worked_surface(kind, Random(10)))


class Beams(TestCase):
    """A plane tilts by its axes; a cone rises the same all around."""

    def test_each_axis_tilts_its_own_way(self) -> None:
        laser = Laser(Place(0, 0), 1.5, tilt_of_axes(0.001, -0.0003))
        for x, y, rise in ((10, 0, 0.010), (-10, 0, -0.010), (0, 10, -0.003), (10, 10, 0.007)):
            self.assertAlmostEqual(laser.beam_at(Place(x, y)) - 1.5, rise, places=4)

    def test_a_cone_rises_with_the_distance_alone(self) -> None:
        optical = Laser(Place(2, 1), 1.5, cone=0.0004)
        heights = [
            optical.beam_at(Place(2 + x, 1 + y)) - 1.5 for x, y in ((20, 0), (0, -20), (-12, 16))
        ]  # fmt: skip
        self.assertAlmostEqual(mean(heights), 0.008, places=4)
        self.assertAlmostEqual(pstdev(heights), 0.0, places=9)
