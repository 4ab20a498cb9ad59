"""Outlines over each other: panels that fit, and areas an independent overlay agrees with."""

from __future__ import annotations

import contextlib
from math import atan2
from unittest import TestCase

import shapely
from hypothesis import given
from hypothesis import strategies as st

from core.design import check_panels
from core.design.overlay import pieces_of
from core.errors import BadOutline, BadPanels
from core.floors import Outline, rectangle
from core.tests.worked import metres, place

SLAB = rectangle(metres(8), metres(4))


def part(left: float, right: float) -> Outline:
    return Outline((place(left, 0), place(right, 0), place(right, 4), place(left, 4)))


@st.composite
def outlines(draw: st.DrawFn) -> Outline:
    """Draw an outline whose corners go once around a middle, dented or not."""
    corners = draw(st.sets(st.tuples(st.integers(-9, 9), st.integers(-9, 9)), min_size=3))
    around = sorted(corners, key=lambda at: (atan2(at[1] - 0.31, at[0] - 0.17), at))
    try:
        return Outline(tuple(place(x, y) for x, y in around[:12]))
    except BadOutline:
        return SLAB


def polygon(outline: Outline) -> shapely.Polygon:
    return shapely.Polygon([(float(corner.x), float(corner.y)) for corner in outline.corners])


class Overlay(TestCase):
    """The pieces of outlines that lie over each other."""

    @given(st.lists(outlines(), min_size=2, max_size=4))
    def test_pieces_add_up_as_an_independent_overlay_says(self, drawn: list[Outline]) -> None:
        shapes, pieces = [polygon(one) for one in drawn], list(pieces_of(drawn))
        for i, shape in enumerate(shapes):
            whole = sum(piece.area for piece in pieces if i in piece.within)
            self.assertAlmostEqual(whole, shape.area, places=6)
            for j in range(i):
                both = sum(piece.area for piece in pieces if {i, j} <= piece.within)
                self.assertAlmostEqual(both, shape.intersection(shapes[j]).area, places=6)

    @given(st.lists(outlines(), min_size=1, max_size=3))
    def test_the_middle_of_a_piece_lies_where_the_piece_does(self, drawn: list[Outline]) -> None:
        shapes = [polygon(one) for one in drawn]
        for piece in pieces_of(drawn):
            if piece.area > 1e-3:
                middle = shapely.Point(piece.middle)
                holding = {at for at, shape in enumerate(shapes) if shape.contains(middle)}
                self.assertEqual(piece.within, holding)


class PanelsThatFit(TestCase):
    """What is told of panels that do not make up their slab."""

    def test_what_is_wrong_is_told_by_how_much_and_where(self) -> None:
        for right, said in (
            ((3.5, 8), "leave 2 m² of the slab open, near 3.25 m, 2.00 m"),
            ((2.5, 8), "overlap by 2 m², near 2.75 m, 2.00 m"),
            ((3, 8.25), "reaches 1 m² over the slab's edge, near 8.12 m, 2.00 m"),
        ):
            with self.subTest(said), self.assertRaises(BadPanels) as refused:
                check_panels(SLAB, [("west", part(0, 3)), ("east", part(*right))])
            self.assertIn(said, refused.exception.why)

    def test_a_rounding_of_corners_is_let_be_and_no_more(self) -> None:
        for gap, is_refused in ((2e-6, False), (3e-6, True)):
            with self.subTest(gap), contextlib.ExitStack() as refusing:
                if is_refused:
                    refusing.enter_context(self.assertRaises(BadPanels))
                check_panels(SLAB, [("west", part(0, 3)), ("east", part(3 + gap, 8))])
