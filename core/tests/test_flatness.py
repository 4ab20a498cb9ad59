"""Tilt apart from bumps."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import NotEnoughShots
from core.flatness import Finished, flatness_of

tilts = st.floats(-0.01, 0.01)


class Flat(TestCase):
    """A plane is all tilt; what is left are bumps."""

    @given(tilts, tilts, st.floats(-0.02, 0.02))
    def test_a_plane_has_no_bumps(self, tilt_x: float, tilt_y: float, level: float) -> None:
        grid = [(x, y) for x in (0, 2, 5) for y in (0, 3, 4)]
        flat = flatness_of([Finished(x, y, level + tilt_x * x + tilt_y * y) for x, y in grid])
        self.assertAlmostEqual(flat.tilt_x, tilt_x)
        self.assertAlmostEqual(flat.tilt_y, tilt_y)
        self.assertAlmostEqual(flat.bump_range, 0.0)

    def test_a_bump_stands_out_of_its_tilt(self) -> None:
        square = [Finished(x, y, 0.001 * x) for x in (0, 4) for y in (0, 4)]
        flat = flatness_of([*square, Finished(2, 2, 0.012)])
        self.assertAlmostEqual(flat.tilt_x, 0.001)
        self.assertEqual(max(flat.bumps), flat.bumps[4])
        self.assertAlmostEqual(flat.range, 0.012)

    def test_points_on_one_line_and_too_few(self) -> None:
        row = flatness_of([Finished(x, 0, 0.002 * x) for x in (0, 1, 2)])
        self.assertAlmostEqual(row.tilt_x, 0.002)
        for run in (2.0, 7.0):
            row = flatness_of([Finished(0.6 * x, 0.8 * x, 0.002 * x) for x in (0, run, 3 * run)])
            self.assertAlmostEqual(row.tilt_x, 0.0012)
            self.assertAlmostEqual(row.tilt_y, 0.0016)
            self.assertAlmostEqual(row.bump_range, 0.0)
        short = flatness_of([Finished(0, y, 0.02 * y) for y in (0.0, 0.2, 0.5)])
        self.assertAlmostEqual(short.tilt_y, 0.02)
        heap = flatness_of([Finished(3, 4, off) for off in (0.001, 0.002, 0.006)])
        self.assertEqual((heap.tilt_x, heap.tilt_y), (0.0, 0.0))
        self.assertEqual(flatness_of([Finished(1, 1, 0.003)] * 3).bump_range, 0.0)
        self.assertRaises(NotEnoughShots, flatness_of, [Finished(0, 0, 0)] * 2)
