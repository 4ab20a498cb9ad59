"""Shapes of a drawing: arcs cut to corners, lines joined, layers' words, units."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from itertools import pairwise
from math import cos, hypot, pi, tan
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.cad import (
    Bend,
    DrawingUnit,
    DrawnShape,
    LikelyKind,
    Spot,
    circle,
    join,
    likely_kind_of,
    middle_of,
    moved_by,
)
from core.cad.joining import named
from core.errors import BadShape
from core.floors import PlanPoint
from core.lengths import Length

SMALL = st.floats(-50, 50)


def line(handle: str, *spots: Spot, layer: str = "0") -> DrawnShape:
    """Return an open line through some spots."""
    return DrawnShape(handle, layer, tuple(Bend(x, y) for x, y in spots), is_closed=False)


class Units(TestCase):
    """A drawing's numbers."""

    def test_each_is_what_its_name_says(self) -> None:
        self.assertEqual(DrawingUnit.INCHES.nanometres * 12, DrawingUnit.FEET.nanometres)
        self.assertEqual(DrawingUnit.FEET.nanometres, 304_800_000)
        self.assertEqual(DrawingUnit.MILLIMETRES.nanometres * 1000, DrawingUnit.METRES.nanometres)
        self.assertEqual(DrawingUnit.CENTIMETRES.nanometres, 10_000_000)
        # 3937 survey feet are 1200 m exactly: 2 parts in a million more than as many feet.
        self.assertEqual(DrawingUnit.SURVEY_FEET.nanometres * 3937, Fraction(1200 * 10**9))
        self.assertEqual(len({unit.text for unit in DrawingUnit}), len(DrawingUnit))


class Arcs(TestCase):
    """Bulges, cut to corners within a tolerance."""

    def test_a_quarter_to_the_left_bends_to_the_right_of_its_way(self) -> None:
        # From (1, 0) to (0, 1) around the origin: a quarter turn to the left.
        quarter = DrawnShape("1", "0", (Bend(1, 0, tan(pi / 8)), Bend(0, 1)), is_closed=False)
        corners = quarter.corners(0.001)
        self.assertEqual((corners[0], corners[-1]), ((1, 0), (0, 1)))
        for x, y in corners:
            self.assertAlmostEqual(hypot(x, y), 1.0, places=9)
        self.assertTrue(all(x >= 0 and y >= 0 for x, y in corners))
        self.assertGreater(len(corners), 10)

    def test_to_the_right_it_bends_the_other_way(self) -> None:
        right = DrawnShape("1", "0", (Bend(1, 0, -tan(pi / 8)), Bend(0, 1)), is_closed=False)
        for x, y in right.corners(0.01):
            self.assertAlmostEqual(hypot(x - 1, y - 1), 1.0, places=9)

    @given(st.floats(0.05, 30), st.floats(0.0005, 0.05))
    def test_a_circle_is_never_farther_off_than_is_asked(
        self, radius: float, within: float
    ) -> None:
        whole = circle("A", "PIERS", (7.0, -3.0), radius)
        assert whole.circle is not None
        self.assertAlmostEqual(whole.circle[1], 2 * radius)
        corners = whole.corners(within)
        for (x1, y1), (x2, y2) in zip(corners, (*corners[1:], corners[0]), strict=True):
            half_way = hypot((x1 + x2) / 2 - 7, (y1 + y2) / 2 + 3)
            self.assertLessEqual(radius - half_way, max(within, radius * 1e-3) + 1e-12)
        self.assertAlmostEqual(middle_of(corners)[0], 7.0, places=6)

    def test_what_is_no_circle_is_none(self) -> None:
        whole = circle("A", "0", (0.0, 0.0), 1)
        self.assertIsNone(replace(whole, is_closed=False).circle)
        bent = (whole.bends[0], replace(whole.bends[1], bulge=-1.0))
        self.assertIsNone(replace(whole, bends=bent).circle)
        self.assertIsNone(line("1", (0, 0), (1, 0), (1, 1)).circle)

    def test_repeated_corners_are_left_out_and_so_is_one_that_closes(self) -> None:
        spots = (0, 0), (0, 0), (4, 0), (4, 3), (0, 0)
        ring = replace(line("1", *spots), is_closed=True)
        self.assertEqual(ring.corners(0.01), ((0, 0), (4, 0), (4, 3)))
        self.assertEqual(line("1", *spots).corners(0.01), ((0, 0), (4, 0), (4, 3), (0, 0)))

    def test_a_tolerance_of_nothing_is_refused(self) -> None:
        for bad in (0.0, -1.0, float("nan")):
            with self.assertRaises(BadShape):
                line("1", (0, 0), (1, 0)).corners(bad)


class Joined(TestCase):
    """Lines that meet, made to outlines."""

    def test_four_lines_in_any_order_and_way_are_one_outline(self) -> None:
        lines = [
            line("A", (0, 0), (6, 0)),
            line("B", (6, 4), (6, 0)),
            line("C", (0, 4), (6, 4)),
            line("D", (0, 4), (0, 0)),
        ]
        for order in ((0, 1, 2, 3), (2, 0, 3, 1), (3, 2, 1, 0)):
            (one,) = join([lines[n] for n in order])
            self.assertTrue(one.is_closed)
            self.assertEqual(set(one.corners(0.01)), {(0, 0), (6, 0), (6, 4), (0, 4)})
            self.assertEqual(len(one.bends), 4)

    def test_a_line_that_nothing_meets_keeps_its_way(self) -> None:
        alone = line("A", (0, 0), (6, 0), (6, 1))
        self.assertEqual(join([alone]), (alone,))
        self.assertEqual(
            [one.corners(0.01) for one in join([alone, line("B", (6, 1), (9, 1))])],
            [((0, 0), (6, 0), (6, 1), (9, 1))],
        )

    def test_another_layer_or_a_crossing_ends_a_line(self) -> None:
        apart = [line("A", (0, 0), (1, 0)), line("B", (1, 0), (1, 1), layer="other")]
        self.assertEqual(len(join(apart)), 2)
        star = [
            line(name, (0, 0), end) for name, end in (("A", (1, 0)), ("B", (0, 1)), ("C", (1, 1)))
        ]
        self.assertEqual(len(join(star)), 3)

    def test_an_arc_keeps_its_side_when_its_line_is_turned(self) -> None:
        bulge = tan(pi / 8)
        arc = DrawnShape("B", "0", (Bend(0, 1, -bulge), Bend(1, 0)), is_closed=False)
        (one,) = join([line("A", (3, 0), (1, 0)), arc])
        self.assertEqual(one.handle, "A+B")
        for x, y in one.corners(0.001)[1:]:
            self.assertAlmostEqual(hypot(x, y), 1.0, places=9)

    def test_every_arc_of_a_turned_line_keeps_its_side(self) -> None:
        bent = DrawnShape(
            "B", "0", (Bend(4, 0, 0.1), Bend(3, 1, -0.4), Bend(0, 0)), is_closed=False
        )
        (one,) = join([line("A", (-2, 0), (0, 0)), bent])
        self.assertEqual(one.bends, (Bend(-2, 0), Bend(0, 0, 0.4), Bend(3, 1, -0.1), Bend(4, 0)))

    def test_a_circle_keeps_its_middle_and_is_cut_no_finer_than_asked(self) -> None:
        drawn = circle("C", "0", (3.0, 4.0), 2.0)
        self.assertEqual(drawn.circle, ((3.0, 4.0), 4.0))
        for tolerance in (0.5, 0.01):
            corners = drawn.corners(tolerance)
            step = 2 * pi / len(corners)
            self.assertLessEqual(2 * (1 - cos(step / 2)), tolerance)
            coarser = 2 * pi / (len(corners) - 2)
            self.assertGreater(2 * (1 - cos(coarser / 2)), tolerance)

    def test_many_handles_are_named_in_short(self) -> None:
        self.assertEqual(named(["A", "B", "C"]), "A+B+C")
        self.assertEqual(named(["A", "B", "C", "D"]), "A+2+D")

    @given(st.lists(st.tuples(SMALL, SMALL), min_size=2, max_size=30, unique=True))
    def test_no_length_is_lost_or_gained(self, spots: list[Spot]) -> None:
        pieces = [line(f"{n}", a, b) for n, (a, b) in enumerate(pairwise(spots))]
        (one,) = join(pieces)
        self.assertEqual(set(one.corners(0.01)), set(spots))


class Words(TestCase):
    """What a layer's name says."""

    def test_the_usual_names(self) -> None:
        for layer, meant in (
            ("SLAB", LikelyKind.SLAB),
            ("A-SLAB-EDGE", LikelyKind.SLAB),
            ("s_ftg", LikelyKind.FOOTING),
            ("Piers 12in", LikelyKind.PIERS),
            ("PIER PADS", LikelyKind.PIERS),
            ("Pads", LikelyKind.PAD),
            ("EXCAVATION-2", LikelyKind.EXCAVATION),
            ("cmu wall", LikelyKind.WALL),
            ("FORMS", LikelyKind.FORM),
            ("Property", LikelyKind.LOT),
            ("SLABS OF FORMER HOUSE", LikelyKind.SLAB),
        ):
            self.assertIs(likely_kind_of(layer), meant, layer)
        for layer in ("0", "", "TRANSLABORATORY", "DIMENSIONS"):
            self.assertIsNone(likely_kind_of(layer), layer)


class Moved(TestCase):
    """A drawing brought in again."""

    def test_the_corner_that_moved_most_counts_however_it_is_drawn(self) -> None:
        before = [place(0, 0), place(6, 0), place(6, 4), place(0, 4)]
        now = [place(6, 4.25), place(6, 0), place(0, 0), place(0, 4)]
        self.assertEqual(moved_by(before, now), Length.from_metres("0.25"))
        self.assertEqual(moved_by(before, list(reversed(before))), Length(0))
        self.assertIsNone(moved_by(before, now[:3]))


def place(x: float, y: float) -> PlanPoint:
    """Return a place of so many metres."""
    return PlanPoint(Length.from_float(x), Length.from_float(y))
