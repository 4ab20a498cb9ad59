"""A surface as it was given: heights by its triangles, its boundary, what can't be."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design.triangulated import TriangulatedSurface
from core.errors import BadShape, OutOfRange
from core.floors import PlanPoint
from core.lengths import Elevation, Length


def corner(x: float, y: float, z: float) -> tuple[PlanPoint, Elevation]:
    """Return a corner of so many metres."""
    return place(x, y), Elevation(Length.from_float(z).nanometres)


def place(x: float, y: float) -> PlanPoint:
    """Return a place of so many metres."""
    return PlanPoint(Length.from_float(x), Length.from_float(y))


#: A plane that rises 1 in 10 to the right and falls 1 in 20 away.
PLANE = TriangulatedSurface(
    (corner(0, 0, 5), corner(10, 0, 6), corner(10, 8, 5.6), corner(0, 8, 4.6)),
    ((0, 1, 2), (0, 3, 2)),
)


class Heights(TestCase):
    """At places."""

    @given(st.integers(0, 100), st.integers(0, 80))
    def test_on_a_plane_every_height_is_the_planes(self, x: int, y: int) -> None:
        at = PLANE.elevation(place(x / 10, y / 10))
        expected = 5 + x / 100 - y / 200
        self.assertAlmostEqual(float(at), expected, places=8)

    def test_a_fold_is_kept(self) -> None:
        ridge = replace(PLANE, corners=(*PLANE.corners[:3], corner(0, 8, 9)))
        self.assertEqual(ridge.elevation(place(10, 8)), PLANE.elevation(place(10, 8)))
        self.assertGreater(ridge.elevation(place(1, 7)), PLANE.elevation(place(1, 7)))
        self.assertEqual(ridge.elevation(place(9, 1)), PLANE.elevation(place(9, 1)))

    def test_just_beside_it_is_on_it_and_farther_is_not(self) -> None:
        self.assertAlmostEqual(float(PLANE.elevation(place(10.004, 4))), 5.8004, places=6)
        for x, y in ((10.006, 4), (5, -0.006), (-1, -1), (5, 8.1)):
            with self.assertRaises(OutOfRange):
                PLANE.elevation(place(x, y))

    def test_a_triangle_without_area_is_never_stood_on(self) -> None:
        flat = replace(PLANE, faces=((0, 1, 1), *PLANE.faces))
        self.assertEqual(flat.elevation(place(5, 0)), PLANE.elevation(place(5, 0)))


class Boundaries(TestCase):
    """Around it."""

    def test_inner_sides_are_none_of_it_and_straight_ways_have_no_corner(self) -> None:
        halved = TriangulatedSurface(
            (*PLANE.corners, corner(5, 0, 5.5)), ((0, 4, 2), (4, 1, 2), (0, 2, 3))
        )
        for surface in (PLANE, halved):
            ring = surface.boundary()
            self.assertEqual(set(ring), {place(0, 0), place(10, 0), place(10, 8), place(0, 8)})
            self.assertEqual(len(ring), 4)


class Refused(TestCase):
    """What is no surface."""

    def test_no_triangle_too_many_and_corners_that_are_not_there(self) -> None:
        for faces in ((), ((0, 1, 2),) * 2001, ((0, 1, 4),), ((0, 1, -1),)):
            with self.assertRaises(BadShape):
                replace(PLANE, faces=faces)
