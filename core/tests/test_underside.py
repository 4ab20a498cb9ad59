"""Slabs that taper and have thickened edges: targets, regions, volumes."""

from __future__ import annotations

import random
from fractions import Fraction
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.design import (
    Fall,
    LevelSurface,
    PanelSurface,
    Slab,
    Taper,
    ThickenedEdge,
    Toward,
    Under,
    Underside,
    field_book,
    level_panel,
    panel_toward,
)
from core.errors import BadLevel, NotEnoughShots, OutOfRange
from core.floors import FloorLevels, Outline, rectangle
from core.lengths import Elevation
from core.surfaces import model_of, regions_of
from core.tests.worked import metres, place

TOP = Elevation.from_metres("10")
FLOOR = rectangle(metres(8), metres(5))
BENT = Outline(tuple(place(x, y) for x, y in ((0, 0), (8, 0), (8, 2), (3, 2), (3, 5), (0, 5))))
FIVE = metres("0.125")
FALL = Fall(Fraction(1, 80))


class Thickness(TestCase):
    """How thick a slab is by design."""

    def test_even(self) -> None:
        even = Underside(FLOOR, FIVE)
        self.assertTrue(even.is_even)
        self.assertEqual({even.thickness_at(corner) for corner in FLOOR.corners}, {FIVE})
        self.assertEqual(even.along(3), (FIVE, FIVE))

    def test_a_taper_is_thick_along_its_edge_and_thin_at_the_farthest_corner(self) -> None:
        taper = Underside(FLOOR, FIVE, Taper(1, metres("0.1")))
        found = [taper.thickness_at(place(x, y)) for x, y in ((0, 0), (8, 0), (8, 5), (4, 2.5))]
        self.assertEqual(found, [FIVE, FIVE, metres("0.1"), metres("0.1125")])
        self.assertEqual(taper.along(2), (FIVE, metres("0.1")))
        self.assertEqual(taper.along(4), (metres("0.1"), FIVE))
        other = Underside(FLOOR, FIVE, Taper(4, metres("0.1")))
        self.assertEqual(other.thickness_at(place(8, 1)), metres("0.1"))
        self.assertFalse(taper.is_even)

    def test_a_taper_runs_square_to_its_edge_however_that_lies(self) -> None:
        slanted = Outline((place(0, 0), place(8, 6), place(5, 10), place(-3, 4)))
        taper = Underside(slanted, FIVE, Taper(1, metres("0.1")))
        for along, aside, thick in (
            (0, 0, "0.125"),
            (10, 0, "0.125"),
            (4, 5, "0.1"),
            (7, 2, "0.115"),
        ):
            at = place(0.8 * along - 0.6 * aside, 0.6 * along + 0.8 * aside)
            self.assertAlmostEqual(float(taper.thickness_at(at)), float(thick), places=8)
        over = Underside(slanted, FIVE, Taper(3, metres("0.1")))
        self.assertAlmostEqual(float(over.thickness_at(place(0, 0))), 0.1, places=8)

    def test_a_thickened_edge_is_deep_over_its_width_and_no_farther(self) -> None:
        edge = ThickenedEdge(2, metres("0.3"), metres("0.3"))
        slab = Underside(FLOOR, FIVE, None, (edge,))
        table = {(8, 2): "0.3", (7.7, 2): "0.3", (7.69, 2): "0.125", (8, 0): "0.3", (4, 5): "0.125"}
        for (x, y), thick in table.items():
            with self.subTest(x=x, y=y):
                self.assertEqual(slab.thickness_at(place(x, y)), metres(thick))
        self.assertEqual(slab.along(2), (metres("0.3"), metres("0.3")))
        self.assertEqual(slab.along(1), (FIVE, FIVE))

    def test_a_thickened_edge_lies_along_its_own_edge_however_that_runs(self) -> None:
        slanted = Outline((place(0, 0), place(8, 6), place(5, 10), place(-3, 4)))
        slab = Underside(slanted, FIVE, None, (ThickenedEdge(1, metres("0.5"), metres("0.3")),))
        for along, aside, thick in (
            (0.1, 0.4, "0.3"), (5, 0.49, "0.3"), (9.9, 0.4, "0.3"), (5, 0.51, "0.125"),
            (0.1, 2, "0.125"), (9.9, 3, "0.125"),
        ):  # fmt: skip
            at = place(0.8 * along - 0.6 * aside, 0.6 * along + 0.8 * aside)
            with self.subTest(along=along, aside=aside):
                self.assertEqual(slab.thickness_at(at), metres(thick))

    def test_where_two_meet_the_deeper_counts(self) -> None:
        edges = (
            ThickenedEdge(1, metres("0.4"), metres("0.3")),
            ThickenedEdge(2, metres("0.3"), metres("0.5")),
        )
        slab = Underside(FLOOR, FIVE, None, edges)
        self.assertEqual(slab.thickness_at(place(7.9, 0.1)), metres("0.5"))
        self.assertEqual(slab.thickness_at(place(4, 0.1)), metres("0.3"))

    def test_the_stones_target_follows(self) -> None:
        slab = Underside(FLOOR, FIVE, None, (ThickenedEdge(2, metres("0.3"), metres("0.3")),))
        stone = Under(LevelSurface(TOP), slab)
        self.assertEqual(stone.elevation(place(8, 2)), Elevation.from_metres("9.7"))
        self.assertEqual(stone.elevation(place(1, 2)), Elevation.from_metres("9.875"))
        top = PanelSurface((level_panel(FLOOR, TOP),))
        self.assertEqual(Under(top, slab).elevation(place(1, 2)), Elevation.from_metres("9.875"))

    def test_what_can_not_be(self) -> None:
        for edge in (0, 5):
            self.assertRaises(OutOfRange, Underside, FLOOR, FIVE, Taper(edge, metres("0.1")))
            self.assertRaises(
                OutOfRange,
                Underside,
                FLOOR,
                FIVE,
                None,
                (ThickenedEdge(edge, metres(1), metres(1)),),
            )
        for far in ("0", "-0.1", "0.126"):
            self.assertRaises(BadLevel, Underside, FLOOR, FIVE, Taper(1, metres(far)))
        for width, depth in (("0", "0.3"), ("0.3", "0.125"), ("-1", "1")):
            edges = (ThickenedEdge(1, metres(width), metres(depth)),)
            self.assertRaises(BadLevel, Underside, FLOOR, FIVE, None, edges)


class Regions(TestCase):
    """Each has a plane for its top and one for its thickness; together they are the slab."""

    def test_a_thickened_edge_and_a_taper_take_their_own_concrete(self) -> None:
        edge = ThickenedEdge(2, metres("0.3"), metres("0.325"))
        model = model_of(
            [level_panel(FLOOR, TOP)], Underside(FLOOR, FIVE, None, (edge,)), FLOOR.corners
        )
        self.assertAlmostEqual(model.nominal, 40 * 0.125 + 0.3 * 5 * 0.2)
        taper = Underside(FLOOR, FIVE, Taper(1, metres("0.105")))
        model = model_of([level_panel(FLOOR, TOP)], taper, FLOOR.corners)
        self.assertAlmostEqual(model.nominal, 40 * 0.115)
        self.assertAlmostEqual(model.volume(np.zeros(4)), 40 * 0.115)

    def test_thickened_all_around_leaves_a_middle(self) -> None:
        edges = tuple(ThickenedEdge(n, metres("0.5"), metres("0.325")) for n in (1, 2, 3, 4))
        regions = regions_of([level_panel(FLOOR, TOP)], Underside(FLOOR, FIVE, None, edges))
        self.assertAlmostEqual(sum(region.outline.area for region in regions), 40.0, places=6)
        inside = [region for region in regions if region.thickness.z0 == 0.125]
        self.assertAlmostEqual(sum(one.outline.area for one in inside), 7 * 4.0, places=6)

    def test_stone_at_its_design_shows_the_designs_own_thickness(self) -> None:
        edge = ThickenedEdge(2, metres("0.3"), metres("0.325"))
        places = [*FLOOR.corners, place(4, 2), place(7.8, 2.5), place(7.2, 2.5)]
        model = model_of([level_panel(FLOOR, TOP)], Underside(FLOOR, FIVE, None, (edge,)), places)
        slab = model.slab(np.array([9.875, 9.675, 9.675, 9.875, 9.875, 9.675, 9.875]))
        self.assertAlmostEqual(slab.volume, slab.nominal)
        self.assertAlmostEqual(slab.extra, 0.0)
        self.assertAlmostEqual(slab.field_book_difference, 0.0)
        self.assertAlmostEqual(slab.thickest.thickness, 0.325)
        self.assertAlmostEqual(slab.thinnest.thickness, 0.125)

    @settings(max_examples=24, deadline=None)
    @given(st.integers(0, 10**6), st.integers(1, 6), st.integers(1, 6), st.floats(0.1, 0.9))
    def test_the_field_book_says_without_surfaces_what_it_says_with_them(
        self, seed: int, edge: int, other: int, width: float
    ) -> None:
        draw = random.Random(seed)
        thick = tuple(
            ThickenedEdge(number, metres(round(width, 3)), metres(depth))
            for number, depth in {edge: "0.3", other: "0.45"}.items()
        )
        under = Underside(BENT, FIVE, Taper(1, metres("0.1")), thick)
        top = PanelSurface((panel_toward(BENT, place(0, 0), TOP, [(FALL, Toward.RIGHT)]),))
        slab = Slab(BENT, FloorLevels(TOP, FIVE, metres("0.1")), top, under, None)
        places = [place(draw.randint(0, 8), draw.randint(0, 5)) for _ in range(9)]
        places = [at for at in places if BENT.contains(at)]
        places += [place(0, 0), place(8, 1), place(1, 5)]
        stone = [Elevation.from_metres(f"{draw.uniform(9.7, 9.95):.4f}") for _ in places]
        shots = list(zip(places, stone, strict=True))
        model = model_of(slab.panels, under, places).slab(np.array([float(z) for z in stone]))
        book = field_book(slab, shots)
        self.assertAlmostEqual(book.nominal, model.nominal, places=6)
        self.assertAlmostEqual(book.volume, model.field_book_volume, places=6)
        self.assertAlmostEqual(book.extra, model.field_book_volume - model.nominal, places=6)
        self.assertAlmostEqual(book.mean_thickness, model.mean_thickness, places=7)
        for own, its in ((book.thinnest, model.thinnest), (book.thickest, model.thickest)):
            self.assertAlmostEqual(own.thickness, its.thickness, places=7)
            self.assertEqual(places[own.shot], places[its.shot])
        self.assertRaises(NotEnoughShots, field_book, slab, [shots[0]] * 5 + [shots[-1]])

    @settings(max_examples=24, deadline=None)
    @given(st.integers(0, 10**6), st.integers(1, 6), st.floats(0.1, 0.9))
    def test_regions_cover_the_slab_and_hold_its_thickness(
        self, seed: int, edge: int, width: float
    ) -> None:
        draw = random.Random(seed)
        thick = ThickenedEdge(edge, metres(round(width, 3)), metres("0.3"))
        slab = Underside(BENT, FIVE, Taper(1, metres("0.1")), (thick,))
        regions = regions_of([level_panel(BENT, TOP)], slab)
        self.assertAlmostEqual(sum(region.outline.area for region in regions), BENT.area, places=5)
        for _ in range(20):
            at = place(draw.uniform(0, 8), draw.uniform(0, 5))
            for region in regions:
                if region.outline.contains(at) and region.outline.clearance(at) > 1e-3:
                    xy = np.array([[float(at.x), float(at.y)]])
                    found = float(region.thickness.at(xy)[0])
                    self.assertAlmostEqual(found, float(slab.thickness_at(at)), places=6)
