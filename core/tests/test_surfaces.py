"""Volumes over shot stone, and the order."""

from __future__ import annotations

import random
from unittest import TestCase

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from core.errors import NotEnoughShots, OutOfRange
from core.floors import Outline, PlanPoint
from core.lengths import Elevation
from core.orders import concrete_order
from core.surfaces import Plane, StoneShot, lift_thickness, slab_volume
from core.tests.worked import cases, place

FLAT = Plane(0.0)
SQUARE = Outline(tuple(place(x, y) for x, y in ((0, 0), (4, 0), (4, 4), (0, 4))))
HORSESHOE = Outline(
    tuple(
        place(x, y)
        for x, y in ((0, 0), (9, 0), (9, 7), (6, 7), (5.5, 2), (3.5, 2), (3, 7), (0, 7.5))
    )
)


class WorkedSlabs(TestCase):
    """The worked cases of the rule."""

    def test_all_figures(self) -> None:
        for number, case in enumerate(cases("slabs")):
            given_, expected = case["given"], case["expect"]
            outline = Outline(tuple(place(x, y) for x, y in given_["outline"]))
            shots = [StoneShot(place(s["x"], s["y"]), s["z"]) for s in given_["shots"]]
            nominal = given_["nominal_thickness"]
            slab = slab_volume(outline, shots, Plane(**given_["top_plane"]), nominal)
            figures = {
                "area": slab.area,
                "volume": slab.volume,
                "mean_thickness_of_shots": slab.mean_thickness,
                "field_book_volume": slab.field_book_volume,
                "thinnest": slab.thinnest.thickness,
                "thickest": slab.thickest.thickness,
                "extrapolated_share": slab.extrapolated_share,
                "extra_over_nominal": slab.extra,
                "order": concrete_order(slab.volume, given_["waste"], given_["step"]),
            }
            for name, figure in figures.items():
                with self.subTest(case=number, figure=name):
                    self.assertAlmostEqual(figure, expected[name], delta=case["tolerance"])
            self.assertEqual(slab.asks_for_corner_shots, expected["extrapolated_share"] > 0.15)


class Lifts(TestCase):
    """How thick a layer came out over what was shot below it."""

    CORNERS = [StoneShot(corner, z) for corner, z in zip(SQUARE.corners, (0, 0.04, 0.04, 0),
                                                         strict=True)]  # fmt: skip

    def top(self, *shots: tuple[str, float, float, str]) -> dict[str, tuple[PlanPoint, Elevation]]:
        return {name: (place(x, y), Elevation.from_metres(z)) for name, x, y, z in shots}

    def test_a_lift_over_a_formation_that_falls(self) -> None:
        top = self.top(("A1", 0, 0, "0.1"), ("A2", 2, 1, "0.11"), ("A3", 4, 4, "0.13"))
        lift = lift_thickness(SQUARE, top, self.CORNERS)
        self.assertEqual(
            {name: round(float(one), 9) for name, one in lift.at_points},
            {"A1": 0.1, "A2": 0.09, "A3": 0.09},
        )
        self.assertAlmostEqual(float(lift.mean), 0.28 / 3, places=9)
        self.assertEqual(lift.thinnest[0], "A2")

    def test_it_needs_shots_of_both(self) -> None:
        for top, below in (({}, self.CORNERS), (self.top(("A1", 0, 0, "1")), self.CORNERS[:2])):
            with self.assertRaises(NotEnoughShots):
                lift_thickness(SQUARE, top, below)

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 10_000), st.floats(-0.02, 0.02), st.floats(-0.02, 0.02))
    def test_over_a_plane_it_is_exact_wherever_it_is_shot(
        self, seed: int, gx: float, gy: float
    ) -> None:
        draw, ground = random.Random(seed), Plane(0.3, gx, gy)
        xy = [(float(c.x), float(c.y)) for c in HORSESHOE.corners]
        below = [StoneShot(place(x, y), 0.3 + gx * x + gy * y) for x, y in xy]
        places = [place(*draw.choice(xy)), place(draw.uniform(0, 3), draw.uniform(0, 6))]
        under = ground.at(np.array([(float(p.x), float(p.y)) for p in places]))
        top = {
            str(n): (at, Elevation.from_metres(f"{z + 0.1 * n:.9f}"))
            for n, (at, z) in enumerate(zip(places, under, strict=True), start=1)
        }
        lift = lift_thickness(HORSESHOE, top, below)
        for n in (1, 2):
            self.assertAlmostEqual(float(dict(lift.at_points)[str(n)]), 0.1 * n, places=7)


class Volumes(TestCase):
    """Properties of the triangulated volume."""

    @settings(max_examples=60, deadline=None)
    @given(
        st.floats(-0.05, 0.05),
        st.floats(-0.05, 0.05),
        st.integers(3, 40),
        st.integers(0, 10**6),
        st.sampled_from([SQUARE, HORSESHOE]),
    )
    def test_any_plane_is_exact_over_any_outline(
        self, gx: float, gy: float, count: int, seed: int, outline: Outline
    ) -> None:
        draw = random.Random(seed)
        xys = [(round(draw.uniform(0, 4), 3), round(draw.uniform(0, 4), 3)) for _ in range(count)]
        stone = [StoneShot(place(x, y), -(0.2 + gx * x + gy * y)) for x, y in xys]
        low, high = min(-shot.z for shot in stone), max(-shot.z for shot in stone)
        corners = [0.2 + gx * float(c.x) + gy * float(c.y) for c in outline.corners]
        try:
            slab = slab_volume(outline, stone, FLAT)
        except NotEnoughShots:
            return
        least, most = low - (high - low) - 1e-9, high + (high - low) + 1e-9
        self.assertTrue(least <= slab.volume / outline.area <= most)
        assume(all(least <= corner <= most for corner in corners))
        self.assertAlmostEqual(slab.volume, self.exact(outline, 0.2, gx, gy), places=6)

    @staticmethod
    def exact(outline: Outline, z0: float, gx: float, gy: float) -> float:
        """Integrate a plane over a polygon by its corners."""
        area, mx, my = 0.0, 0.0, 0.0
        for a, b in outline.edges:
            ax, ay, bx, by = (float(v) for v in (a.x, a.y, b.x, b.y))
            cross = (ax * by - bx * ay) / 2
            area, mx, my = area + cross, mx + cross * (ax + bx) / 3, my + cross * (ay + by) / 3
        return z0 * area + gx * mx + gy * my

    def test_the_order_of_the_shots_does_not_matter(self) -> None:
        draw = random.Random(4)
        shots = [
            StoneShot(place(draw.uniform(0, 9), draw.uniform(0, 7)), draw.gauss(-0.1, 0.01))
            for _ in range(60)
        ]
        once = slab_volume(HORSESHOE, shots, FLAT)
        draw.shuffle(shots)
        again = slab_volume(HORSESHOE, shots, FLAT)
        self.assertAlmostEqual(once.volume, again.volume, places=9)

    def test_a_place_shot_twice_counts_with_its_mean(self) -> None:
        corners = [StoneShot(corner, -0.1) for corner in SQUARE.corners]
        twice = [StoneShot(SQUARE.corners[0], -0.3), *corners]
        slab = slab_volume(SQUARE, twice, FLAT)
        self.assertAlmostEqual(slab.thickest.thickness, 0.2)
        self.assertEqual(slab.thickest.shot, 0)
        self.assertEqual(slab.extrapolated_share, 0.0)

    def test_stone_above_the_slab_takes_away(self) -> None:
        shots = [StoneShot(corner, 0.1) for corner in SQUARE.corners]
        self.assertAlmostEqual(slab_volume(SQUARE, shots, FLAT).volume, -1.6)

    def test_a_corner_beyond_shots_in_line_takes_the_nearest_that_make_a_plane(self) -> None:
        row = [StoneShot(place(x / 2, 1), -0.1 - x / 100) for x in range(1, 7)]
        off = StoneShot(place(1.5, 3), -0.13)
        slab = slab_volume(SQUARE, [*row, off], FLAT)
        self.assertAlmostEqual(slab.volume, 16 * (0.1 + 0.02 * 2), places=6)

    def test_four_shots_nearly_on_a_line_carry_no_plane(self) -> None:
        """A hair off their line would throw the far corner a meter up or down."""
        row = [
            StoneShot(place(x / 2, 0.5 + 0.001 * (x % 2)), -0.1 - 0.004 * (x % 2))
            for x in range(1, 7)
        ]
        off = StoneShot(place(1.5, 2.5), -0.104)
        slab = slab_volume(SQUARE, [*row, off], FLAT)
        self.assertTrue(0.1 - 0.004 <= slab.volume / 16 <= 0.104 + 0.004)

    def test_no_corner_lies_beyond_the_shots_by_more_than_their_spread(self) -> None:
        steep = [StoneShot(place(x, y), -0.1 - 0.05 * x) for x in (0, 0.2) for y in (0, 1, 2)]
        slab = slab_volume(SQUARE, steep, FLAT)
        self.assertLessEqual(slab.volume / 16, 0.11 + 0.01)

    def test_four_corners_ask_for_more_shots_whatever_they_say(self) -> None:
        four = [StoneShot(corner, -0.1) for corner in SQUARE.corners]
        self.assertTrue(slab_volume(SQUARE, four, FLAT).asks_for_more_shots)
        twice = [*four, StoneShot(SQUARE.corners[0], -0.1)]
        self.assertTrue(slab_volume(SQUARE, twice, FLAT).asks_for_more_shots)
        five = [*four, StoneShot(place(2, 2), -0.1)]
        self.assertFalse(slab_volume(SQUARE, five, FLAT).asks_for_more_shots)

    def test_shots_that_make_no_surface(self) -> None:
        table = {
            "A surface needs three.": [(0, 0), (1, 1)],
            "They all lie on one line.": [(0, 0), (1, 1), (2, 2), (3, 3)],
        }
        for why, places in table.items():
            shots = [StoneShot(place(x, y), 0.0) for x, y in places]
            with self.subTest(why), self.assertRaises(NotEnoughShots) as refused:
                slab_volume(SQUARE, shots, FLAT)
            self.assertEqual(refused.exception.why, why)
        self.assertRaises(NotEnoughShots, slab_volume, SQUARE, [], FLAT)

    def test_a_falling_plane(self) -> None:
        heights = Plane(1.0, 0.5, -0.25).at(np.array([[2.0, 4.0]]))
        self.assertAlmostEqual(float(heights[0]), 1.0)


class Order(TestCase):
    """Rounded up to the supplier's step, never by noise."""

    def test_steps(self) -> None:
        table = [
            ((5.0, 0.0, 0.25), 5.0),
            ((5.0000000001, 0.0, 0.25), 5.0),
            ((5.001, 0.0, 0.25), 5.25),
            ((0.3, 0.0, 0.1), 0.3),
            ((-3.0, 0.1, 0.25), 0.0),
            ((0.0, 0.1, 0.25), 0.0),
        ]
        for (volume, waste, step), expected in table:
            with self.subTest(volume=volume):
                self.assertEqual(concrete_order(volume, waste, step), expected)

    def test_refusals(self) -> None:
        for waste, step in ((-0.1, 1.0), (1.1, 1.0), (0.1, 0.0), (float("nan"), 1.0)):
            self.assertRaises(OutOfRange, concrete_order, 1.0, waste, step)
