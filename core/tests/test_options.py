"""Thickness maps and the options of a pour: they agree with the volume, and with each other."""

from __future__ import annotations

import random
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from core.design import Underside, level_panel
from core.errors import OutOfRange
from core.floors import Outline, rectangle
from core.lengths import Elevation
from core.options import (
    Cost,
    Option,
    Prices,
    Way,
    Work,
    cheapest_of,
    cost_of,
    last_load,
    price_of_extra,
)
from core.surfaces import (
    Axis,
    PourRules,
    SlabModel,
    Sliders,
    band_levels,
    contours,
    longer_axis,
    model_of,
    options_of,
    over_trigger,
    steps_along,
    thickness_bands,
    volume_up_to,
    with_least,
)
from core.surfaces.triangles import Floats
from core.tests.worked import metres, place

TOP = Elevation.from_metres("10")
FLOOR = rectangle(metres(8), metres(5))
EVEN = Underside(FLOOR, metres("0.12"))
NOMINAL = 0.12
RULES = PourRules(least=0.1, waste=0.05, step=0.1)
PRICES = Prices(concrete=150.0, stone=40.0, labor=6.0)


def shot(seed: int, count: int = 40) -> tuple[SlabModel, Floats]:
    """Return a floor and how far its stone lies above design, corners included."""
    draw = random.Random(seed)
    places = [*FLOOR.corners] + [
        place(draw.uniform(0, 8), draw.uniform(0, 5)) for _ in range(count - 4)
    ]
    model = model_of([level_panel(FLOOR, TOP)], EVEN, places)
    off = np.array([draw.gauss(0, 0.012) for _ in model.places.first])
    return model, off


class Maps(TestCase):
    """Bands and contours of the triangles that give the volume."""

    @given(st.integers(0, 10_000))
    def test_the_bands_of_a_convex_floor_cover_it_and_hold_its_volume(self, seed: int) -> None:
        model, off = shot(seed)
        thickness = model.thickness - off
        levels = band_levels(float(thickness.min()), float(thickness.max()), 0.005)
        self.assertLessEqual(levels[0], thickness.min())
        self.assertGreaterEqual(levels[-1], thickness.max())
        bands = thickness_bands(model, off, levels)
        self.assertAlmostEqual(sum(band.area for band in bands), model.area, places=6)
        low, high = (
            sum(band.area * getattr(band, end) for band in bands) for end in ("low", "high")
        )
        self.assertTrue(low - 1e-9 <= model.volume(off) <= high + 1e-9)

    @given(st.integers(0, 10_000), st.floats(0.1, 0.14))
    def test_on_a_contour_the_slab_is_just_so_thick(self, seed: int, level: float) -> None:
        model = model_of([level_panel(FLOOR, TOP)], EVEN, [*FLOOR.corners, place(4, 2)])
        draw = random.Random(seed)
        off = np.array([draw.gauss(0, 0.02) for _ in model.places.first])
        (line,) = contours(model, off, [level])
        mesh = model.meshes[0]
        for stretch in line.stretches:
            for x, y in stretch:
                heights = [
                    _plane_at(mesh.xy[corners], (model.thickness - off)[corners], x, y)
                    for corners in mesh.triangles
                    if _holds(mesh.xy[corners], x, y)
                ]
                self.assertTrue(any(abs(height - level) < 1e-6 for height in heights))

    def test_very_many_bands_are_widened_and_none_is_refused(self) -> None:
        levels = band_levels(0.0, 1.0, 0.005)
        self.assertLessEqual(len(levels), 13)
        edges = band_levels(0.12, 0.12, 0.01, nominal=0.12)
        self.assertEqual([round(edge, 6) for edge in edges], [0.115, 0.125])

    def test_what_is_thin_is_a_band_of_its_own(self) -> None:
        self.assertEqual(with_least((0.1, 0.11, 0.12), 0.104), (0.1, 0.104, 0.11, 0.12))
        self.assertEqual(with_least((0.1, 0.12), 0.09), (0.1, 0.12))

    def test_a_flat_floor_lies_in_one_band(self) -> None:
        model, _ = shot(2)
        off = np.zeros(len(model.places.first))
        for levels in ((0.1, 0.115, 0.125), (0.1, float((model.thickness - off)[0]), 0.2)):
            bands = thickness_bands(model, off, levels)
            self.assertAlmostEqual(sum(band.area for band in bands), model.area, places=6)
        self.assertRaises(OutOfRange, band_levels, 0.1, 0.2, 0.0)


def _holds(corners: Floats, x: float, y: float) -> bool:
    (ax, ay), (bx, by), (cx, cy) = corners
    sides = [
        (bx - ax) * (y - ay) - (by - ay) * (x - ax),
        (cx - bx) * (y - by) - (cy - by) * (x - bx),
        (ax - cx) * (y - cy) - (ay - cy) * (x - cx),
    ]
    return bool(min(sides) > -1e-7 or max(sides) < 1e-7)


def _plane_at(corners: Floats, heights: Floats, x: float, y: float) -> float:
    rows = np.column_stack([np.ones(3), corners])
    return float(np.linalg.solve(rows, heights) @ np.array([1.0, x, y]))


class Options(TestCase):
    """Side by side, each from the same triangles."""

    @given(st.integers(0, 10_000), st.floats(0, 0.05), st.floats(-0.02, 0.03))
    def test_options_agree_with_the_volume_and_each_other(
        self, seed: int, trigger: float, raised: float
    ) -> None:
        model, off = shot(seed)
        sliders = Sliders(trigger, raised, down=0.05, up=0.05)
        as_is, everything, some, moved, settled = options_of(model, off, RULES, sliders, PRICES)
        self.assertAlmostEqual(as_is.volume, model.volume(off), places=9)
        self.assertAlmostEqual(everything.volume, model.area * NOMINAL, places=9)
        self.assertAlmostEqual(moved.volume, as_is.volume + raised * model.area, places=9)
        self.assertAlmostEqual(moved.thinnest, as_is.thinnest + raised, places=9)
        stone_moved = some.work.stone_added - some.work.stone_taken
        self.assertAlmostEqual(as_is.volume - some.volume, stone_moved, places=6)
        self.assertLessEqual(some.work.regraded, everything.work.regraded + 1e-9)
        mean = float((model.thickness - off).mean()) + settled.raised
        self.assertAlmostEqual(mean, NOMINAL, places=9)
        again = over_trigger(model, off, trigger)
        self.assertEqual(bool(again), some.work.regraded > 0)

    def test_with_no_trigger_all_is_regraded_and_with_a_wide_one_nothing(self) -> None:
        model, off = shot(3)
        for trigger, like in ((0.0, 1), (1.0, 0)):
            options = options_of(model, off, RULES, Sliders(trigger), PRICES)
            self.assertAlmostEqual(options[2].volume, options[like].volume, places=9)

    @given(st.integers(0, 10_000), st.floats(0, 0.03))
    def test_nothing_under_sheeting_is_regraded(self, seed: int, trigger: float) -> None:
        model, off = shot(seed)
        covered = [int(at) for at in np.flatnonzero(off > 0.005)]
        sliders, every = Sliders(trigger), range(len(off))
        shots = [int(np.flatnonzero(model.places.which == place)[0]) for place in covered]
        free = options_of(model, off, RULES, sliders, PRICES)
        for ways, lies in (
            (options_of(model, off, RULES, sliders, PRICES, shots), covered),
            (options_of(model, off, RULES, sliders, PRICES, every), every),
        ):
            as_is, everything, some = ways[:3]
            stays = np.isin(np.arange(len(off)), list(lies))
            self.assertEqual(as_is, free[0])
            self.assertAlmostEqual(
                everything.volume, model.volume(np.where(stays, off, 0.0)), places=9
            )
            self.assertLessEqual(some.work.regraded, free[2].work.regraded + 1e-9)
        self.assertEqual(some.volume, as_is.volume)
        self.assertEqual(over_trigger(model, off, trigger, every), ())
        self.assertFalse(set(over_trigger(model, off, trigger, shots)) & set(shots))

    def test_the_cheapest_without_a_hold_is_named_with_its_saving(self) -> None:
        model, off = shot(1)
        options = options_of(model, off, RULES, Sliders(0.01), PRICES)
        best = cheapest_of(options)
        assert best is not None
        sound = {o.way: o.cost.total or 0.0 for o in options if not o.is_held}
        self.assertEqual(sound[best.way], min(sound.values()))
        self.assertTrue(next(o for o in options if o.way is Way.AS_IT_IS).is_held)
        self.assertEqual(cheapest_of(options_of(model, off, RULES, Sliders(0.01), Prices())), None)

    def test_no_way_leaves_what_the_datum_allows(self) -> None:
        model, off = shot(4)
        for mean, down, up in ((0.03, 0.0, 0.0), (0.03, 0.02, 0.01), (-0.03, 0.02, 0.01)):
            stone = off - off.mean() + mean
            settled = options_of(model, stone, RULES, Sliders(0.01, 0.0, down, up), PRICES)[-1]
            self.assertAlmostEqual(settled.raised, min(max(mean, -down), up))
            self.assertTrue(settled.is_limited)
        free = options_of(model, off, RULES, Sliders(0.01, 0.0, 1.0, 1.0), PRICES)[-1]
        self.assertFalse(free.is_limited)
        self.assertAlmostEqual(free.raised, float(off.mean()))

    def test_only_a_saving_is_called_one(self) -> None:
        def option(way: Way, total: float | None, held: bool = False) -> Option:
            return Option(way, Work(1.0), 1.0, 0.1, held, Cost(total, ()), 0.0)

        as_is = option(Way.AS_IT_IS, 500.0, held=True)
        for total, saving in ((400.0, 100.0), (500.0, None), (500.01, None), (700.0, None)):
            best = cheapest_of((as_is, option(Way.REGRADE_ALL, total)))
            self.assertEqual((best.way, best.saving) if best else None, (Way.REGRADE_ALL, saving))
        self.assertIsNone(cheapest_of((as_is,)))
        alone = cheapest_of((option(Way.AS_IT_IS, 500.0),))
        self.assertEqual(alone and alone.saving, None)

    def test_what_a_price_lacks_and_what_it_can_not_be(self) -> None:
        work = Work(ordered=4.0, stone_added=1.0, regraded=10.0)
        self.assertEqual(cost_of(work, Prices(concrete=100.0)), Cost(None, ("stone", "labor")))
        self.assertEqual(cost_of(work, PRICES).total, 4 * 150 + 1.2 * 40 + 10 * 6)
        short = Prices(concrete=100.0, short_load=75.0, short_below=5.0)
        self.assertEqual(cost_of(Work(ordered=4.0), short).total, 475.0)
        self.assertEqual(cost_of(Work(ordered=5.0), short).total, 500.0)
        trucks = replace(short, truck=8.0)
        for ordered, last, charged in (
            (4.0, 4.0, 75), (5.0, 5.0, 0), (8.0, 8.0, 0), (12.0, 4.0, 75), (13.0, 5.0, 0),
            (16.0, 8.0, 0), (16.25, 0.25, 75), (0.0, 0.0, 0),
        ):  # fmt: skip
            with self.subTest(ordered=ordered):
                self.assertAlmostEqual(last_load(ordered, 8.0), last)
                total = cost_of(Work(ordered=ordered), trucks).total
                self.assertAlmostEqual(total or 0.0, 100 * ordered + charged)
        self.assertRaises(OutOfRange, Prices, -1.0)
        self.assertRaises(OutOfRange, Sliders, -0.01)
        self.assertRaises(OutOfRange, Sliders, 0.01, raised=0.01)

    @given(st.integers(0, 10**6))
    def test_concrete_adds_up_along_a_slab_to_its_whole_volume(self, seed: int) -> None:
        model, off = shot(seed)
        for axis in Axis:
            steps = steps_along(model, axis, 7)
            self.assertEqual(len(steps), 8)
            np.testing.assert_allclose(np.diff(steps), (steps[-1] - steps[0]) / 7)
            volumes = volume_up_to(model, off, axis, steps)
            self.assertAlmostEqual(volumes[0], 0.0, places=9)
            self.assertAlmostEqual(volumes[-1], model.volume(off), places=9)
        self.assertIs(longer_axis(model), Axis.RIGHT)
        level = np.zeros(len(off))
        (half,) = volume_up_to(model, level, Axis.RIGHT, [4.0])
        self.assertAlmostEqual(half, 4 * 5 * 0.12, places=9)

    def test_a_concave_floor_takes_its_volume_inside_alone(self) -> None:
        bent = Outline(
            tuple(place(x, y) for x, y in ((0, 0), (8, 0), (8, 2), (3, 2), (3, 5), (0, 5)))
        )
        model = model_of([level_panel(bent, TOP)], Underside(bent, metres("0.1")), bent.corners)
        off = np.zeros(len(model.places.first))
        self.assertAlmostEqual(model.volume(off), bent.area * 0.1, places=9)
        (part,) = volume_up_to(model, off, Axis.AWAY, [3.0])
        self.assertAlmostEqual(part, (8 * 2 + 3 * 1) * 0.1, places=9)

    def test_a_customer_who_multiplies_finds_the_price_of_the_extra(self) -> None:
        self.assertEqual(price_of_extra(0.797333, 180.0), 144.0)
        self.assertEqual(price_of_extra(-0.2, 180.0), 0.0)
        self.assertEqual(price_of_extra(2.0, 0.5), 1.0)
        self.assertEqual(price_of_extra(2.0, 0.0), 0.0)
        with self.assertRaisesRegex(OutOfRange, "not below nothing"):
            price_of_extra(1.0, -1.0)
