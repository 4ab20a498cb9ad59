"""Triangulated surfaces: they cover what they should, once, at the heights that were given."""

from __future__ import annotations

from random import Random
from unittest import TestCase

import numpy as np
import shapely

from core.design import LevelSurface
from core.errors import NotEnoughShots
from core.floors import Outline, PlanPoint, l_shape, rectangle
from core.lengths import Elevation, Length
from core.surfaces import StoneShot, Triangulated, around, as_shot, designed, inside


def at(x: float, y: float) -> PlanPoint:
    """Return a place in metres."""
    return PlanPoint(Length.from_float(x), Length.from_float(y))


def area(outline: Outline) -> float:
    """Return an outline's area by an independent library."""
    return float(shapely.Polygon([(float(c.x), float(c.y)) for c in outline.corners]).area)


def triangles(surface: Triangulated) -> list[shapely.Polygon]:
    """Return the triangles in plan."""
    xy = [(float(place.x), float(place.y)) for place in surface.places]
    return [shapely.Polygon([xy[corner] for corner in face]) for face in surface.faces]


L_SHAPE = l_shape(*(Length.from_float(side) for side in (8.0, 6.0, 3.0, 2.0)))
BOX = rectangle(Length.from_float(5.0), Length.from_float(4.0))


class Around(TestCase):
    """Pieces side by side, as one ring."""

    def test_halves_that_meet_are_one_ring_and_a_hole_is_another(self) -> None:
        halves = np.array([[(0, 0), (2, 0), (2, 4), (0, 4)], [(2, 0), (5, 0), (5, 4), (2, 4)]])
        (ring,) = around(halves.astype(float), BOX)
        self.assertAlmostEqual(shapely.Polygon(ring).area, 20.0, places=5)
        sides = [(0, 0, 5, 1), (0, 3, 5, 4), (0, 1, 2, 3), (3, 1, 5, 3)]
        frame = [[(a, b), (c, b), (c, d), (a, d)] for a, b, c, d in sides]
        rings = around(np.array(frame, dtype=float), BOX)
        areas = sorted(shapely.Polygon(ring).area for ring in rings)
        self.assertEqual([round(area, 4) for area in areas], [2.0, 20.0])

    def test_it_stays_within_the_outline(self) -> None:
        wide = np.array([[(-3, -3), (9, -3), (9, 9), (-3, 9)]], dtype=float)
        (ring,) = around(wide, L_SHAPE)
        self.assertAlmostEqual(shapely.Polygon(ring).area, area(L_SHAPE), places=5)


class Designed(TestCase):
    """Over outlines, convex or not."""

    def test_triangles_between_the_corners_cover_an_outline_once_and_no_more(
        self,
    ) -> None:
        star = Outline(tuple(at(x, y) for x, y in ((0, 0), (4, 1), (8, 0), (7, 4), (8, 8), (1, 6))))
        for outline in (BOX, L_SHAPE, star):
            surface = designed([outline], LevelSurface(Elevation.from_metres("12.5")))
            cut = triangles(surface)
            self.assertEqual(len(cut), len(outline.corners) - 2)
            self.assertAlmostEqual(sum(one.area for one in cut), area(outline), 9)
            self.assertAlmostEqual(shapely.union_all(cut).area, area(outline), 9)
            self.assertEqual(set(surface.heights), {12.5})
            self.assertTrue(all(one.exterior.is_ccw for one in cut))

    def test_several_outlines_are_one_surface_with_their_own_corners(self) -> None:
        other = Outline(tuple(at(x, y) for x, y in ((5, 0), (9, 0), (9, 4), (5, 4))))
        surface = designed([BOX, other], LevelSurface(Elevation.from_metres("3")))
        self.assertEqual((len(surface.places), len(surface.faces)), (8, 4))
        self.assertEqual({min(face) // 4 for face in surface.faces}, {0, 1})
        self.assertAlmostEqual(sum(triangle.area for triangle in triangles(surface)), 36.0)


class AsShot(TestCase):
    """Between the shots alone."""

    def test_heights_stand_at_their_shots_and_two_on_one_place_are_their_mean(self) -> None:
        shots = [
            StoneShot(at(0, 0), 1.0), StoneShot(at(5, 0), 2.0), StoneShot(at(5, 4), 3.0),
            StoneShot(at(0, 4), 4.0), StoneShot(at(0, 4), 5.0),
        ]  # fmt: skip
        surface = as_shot(BOX, shots)
        heights = dict(zip(surface.places, surface.heights, strict=True))
        self.assertEqual(heights, {at(0, 0): 1.0, at(5, 0): 2.0, at(5, 4): 3.0, at(0, 4): 4.5})
        self.assertAlmostEqual(sum(triangle.area for triangle in triangles(surface)), 20.0)
        self.assertTrue(all(triangle.exterior.is_ccw for triangle in triangles(surface)))

    def test_no_triangle_spans_a_notch_or_leads_where_nobody_shot(self) -> None:
        rng = Random(4)
        polygon = shapely.Polygon([(float(c.x), float(c.y)) for c in L_SHAPE.corners])
        shots = [StoneShot(corner, 1.0) for corner in L_SHAPE.corners]
        while len(shots) < 60:
            x, y = rng.uniform(0, 8), rng.uniform(0, 6)
            if polygon.contains(shapely.Point(x, y)):
                shots.append(StoneShot(at(x, y), rng.random()))
        surface = as_shot(L_SHAPE, shots)
        middles = [triangle.centroid for triangle in triangles(surface)]
        self.assertTrue(all(polygon.intersects(middle) for middle in middles))
        self.assertGreater(
            sum(triangle.area for triangle in triangles(surface)), 0.93 * area(L_SHAPE)
        )
        inner = as_shot(BOX, [StoneShot(at(x, y), 0.0) for x, y in ((1, 1), (3, 1), (2, 3))])
        self.assertEqual((len(inner.places), len(inner.faces)), (3, 1))

    def test_too_few_shots_are_no_surface(self) -> None:
        for places in ((), (at(0, 0), at(1, 0)), (at(0, 0), at(1, 0), at(2, 0))):
            with self.assertRaises(NotEnoughShots):
                as_shot(BOX, [StoneShot(place, 1.0) for place in places])


class Inside(TestCase):
    """Stretches that are cut off at an outline."""

    def test_what_lies_outside_is_left_out_and_a_notch_parts_a_stretch(self) -> None:
        across = np.array([[[-1.0, 5.0], [9.0, 5.0]], [[-5.0, -5.0], [-1.0, -5.0]]])
        corners = ((0, 0), (8, 0), (8, 6), (5, 6), (5, 3), (3, 3), (3, 6), (0, 6))
        notch = Outline(tuple(at(x, y) for x, y in corners))
        kept = inside(across, notch)
        spans = sorted(sorted(float(end[0]) for end in one) for one in kept)
        self.assertEqual(spans, [[0.0, 3.0], [5.0, 8.0]])
        self.assertEqual({float(end[1]) for one in kept for end in one}, {5.0})

    def test_nothing_stays_nothing(self) -> None:
        self.assertEqual(len(inside(np.empty((0, 2, 2)), BOX)), 0)
        touching = np.array([[[5.0, 4.0], [9.0, 9.0]]])
        self.assertEqual(len(inside(touching, BOX)), 0)
