"""What lies under a slab and what is set in it (section 7), by worked figures."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

import numpy as np

from core.design import (
    Fall,
    Layer,
    LevelSurface,
    PanelSurface,
    Slab,
    SlabPart,
    Underside,
    field_book,
    formation_under,
    level_panel,
)
from core.elements import AsDug, Curb, Embeds, FallingGround, Recess
from core.errors import BadLevel, OutOfRange
from core.floors import FloorLevels, Line, Outline, PlanPoint, rectangle
from core.lengths import Elevation, Length, Style
from core.surfaces import model_of
from core.tasks import Task
from core.tests.worked import metres, place

TOP = Elevation.from_metres("31.240")
ROOM = rectangle(metres(6), metres(4))
STYLE = Style.from_code("m")


def slab(layers: str, stone: str = "0.100", *, is_level: bool = False) -> Slab:
    """A level slab 100 mm thick on so much insulation and sand, over stone."""
    between = metres(layers)
    levels = FloorLevels(TOP, metres("0.100"), metres("0.090"), metres(stone), between)
    sand = Layer("Sand", metres("0.030"))
    foam = [Layer("Insulation", between - sand.nominal)] if between > sand.nominal else []
    under = Underside(ROOM, levels.thickness, layers=(*foam, sand) if foam else ())
    top = PanelSurface((level_panel(ROOM, TOP),))
    formation = formation_under(top, under, levels, is_level=is_level, style=STYLE)
    return Slab(ROOM, levels, top, under, formation)


class TestLayersUnderASlab(TestCase):
    """Every surface between the finished level and the formation moves with it."""

    def levels(self, layers: str) -> list[str]:
        parts = (SlabPart.UNDERSIDE, SlabPart.SUB_BASE, SlabPart.SUB_GRADE)
        surfaces = [slab(layers).part(part) for part in parts]
        return [
            str(surface.elevation(place(1, 1)).metres)
            for surface in surfaces
            if surface is not None
        ]

    def test_fifty_of_insulation_and_thirty_of_sand(self) -> None:
        self.assertEqual(self.levels("0.080"), ["31.140000000", "31.060000000", "30.960000000"])
        self.assertEqual(self.levels("0"), ["31.140000000", "31.140000000", "31.040000000"])
        levels = slab("0.080").levels
        self.assertEqual(
            (levels.underside, levels.sub_base), (TOP - metres("0.1"), TOP - metres("0.18"))
        )
        self.assertEqual(levels.sub_grade, TOP - metres("0.28"))

    def test_every_surface_between_has_its_name_and_its_level(self) -> None:
        named = [(name, one.elevation(place(1, 1))) for name, one in slab("0.080").surfaces()]
        below = ("0", "0.1", "0.15", "0.18", "0.28")
        names = ("top of slab", "top of insulation", "top of sand", "stone", "formation")
        self.assertEqual(named, [(n, TOP - metres(b)) for n, b in zip(names, below, strict=True)])

    def test_a_layer_as_it_was_found_counts(self) -> None:
        thin = Layer("Insulation", metres("0.050"), actual=metres("0.045"))
        self.assertEqual(Underside(ROOM, metres("0.1"), layers=(thin,)).between, metres("0.045"))

    def test_a_level_formation_leaves_room_for_them(self) -> None:
        formation = slab("0.080", is_level=True).formation
        assert formation is not None
        self.assertEqual(formation.elevation(place(1, 1)), TOP - metres("0.28"))

    def test_concrete_lies_on_the_layers_and_not_on_the_stone(self) -> None:
        """Stone 20 mm low under 80 mm of layers: 120 mm of concrete, 24 x 0.12 m³."""
        thick, low = slab("0.080"), TOP - metres("0.200")
        over = thick.over(place(2, 2))
        self.assertEqual(over.thickness_over(low), metres("0.120"))
        self.assertFalse(over.is_thin(over.thickness_over(low)))
        model = model_of(thick.panels, thick.underside, ROOM.corners)
        volume = model.slab(np.full(4, float(low)))
        self.assertAlmostEqual(volume.volume, 2.88)
        self.assertAlmostEqual(volume.nominal, 2.4)
        self.assertAlmostEqual(volume.thinnest.thickness, 0.12)
        book = field_book(thick, [(corner, low) for corner in ROOM.corners])
        self.assertAlmostEqual(book.volume, 2.88)
        self.assertAlmostEqual(book.thickest.thickness, 0.12)

    def test_what_is_there_of_the_layers_wins_over_what_was_meant(self) -> None:
        """Insulation 10 mm thinner than its name: the stone comes up by that much."""
        meant, found = slab("0.080").sub_base, slab("0.070").sub_base
        self.assertEqual(
            found.elevation(place(1, 1)) - meant.elevation(place(1, 1)), metres("0.01")
        )


class TestEmbeds(TestCase):
    def test_each_bolt_stands_out_of_the_slab_by_its_projection(self) -> None:
        """Bolts 65 mm over a slab that falls: each at the slab's level there, and 65 more."""
        top = LevelSurface(TOP + metres("0.065"))
        first, second = Embeds((place(1, 1), place(3, 1)), top).points()
        self.assertEqual((first.name, second.name), ("1", "2"))
        self.assertEqual(first.target, Elevation.from_metres("31.305"))
        self.assertEqual(second.place, place(3, 1))

    def test_none_at_all_is_refused(self) -> None:
        with self.assertRaisesRegex(OutOfRange, "from 1 to 200"):
            Embeds((), LevelSurface(TOP))


class TestRecess(TestCase):
    def recess(self, rise: str) -> Recess:
        below = LevelSurface(TOP + metres(rise))
        own = rectangle(metres("1.2"), metres("0.9"))
        return Recess(own, below, metres(rise), metres(3), Underside(ROOM, metres("0.100")))

    def test_it_takes_concrete_away_and_a_raised_part_adds_it(self) -> None:
        self.assertAlmostEqual(self.recess("-0.040").concrete(AsDug()), -0.0432)
        self.assertAlmostEqual(self.recess("0.100").concrete(AsDug()), 0.108)

    def test_its_corners_are_set_to_its_own_level(self) -> None:
        points = self.recess("-0.040").points()
        self.assertEqual([point.name for point in points], ["1", "2", "3", "4"])
        self.assertEqual({point.target for point in points}, {Elevation.from_metres("31.200")})

    def test_one_that_leaves_no_slab_or_reaches_beyond_it_is_refused(self) -> None:
        for rise in ("-0.100", "-0.140"):
            with self.assertRaisesRegex(BadLevel, "none of the slab would be left"):
                self.recess(rise)
        self.assertLess(self.recess("-0.099").concrete(AsDug()), 0)
        wide, level = rectangle(metres("6.1"), metres(2)), LevelSurface(TOP)
        with self.assertRaisesRegex(OutOfRange, "beyond the slab"):
            Recess(wide, level, metres("-0.04"), metres(3), Underside(ROOM, metres("0.1")))

    def test_level_with_the_slab_it_is_none(self) -> None:
        with self.assertRaisesRegex(BadLevel, "level with the slab"):
            self.recess("0")


class TestCurb(TestCase):
    """A curb 200 mm wide and 150 mm over the slab, along 10 m: 0.3 m³ beside the slab's own."""

    def curb(self, face: str = "0.150", width: str = "0.200", to: int = 10) -> Curb:
        line, top = Line((place(0, 0), place(to, 0))), LevelSurface(TOP + metres(face))
        slab = rectangle(metres(10), metres(4))
        return Curb(line, top, metres(face), metres(width), metres(4), slab)

    def test_it_takes_its_length_times_width_times_face(self) -> None:
        self.assertAlmostEqual(self.curb().concrete(AsDug()), 0.3)
        self.assertAlmostEqual(self.curb().concrete(AsDug(over_dug=0.1)), 0.3)

    def test_the_top_of_its_form_is_shot_along_it_at_its_own_level(self) -> None:
        points = self.curb().points()
        self.assertEqual([point.name for point in points], ["1", "1a", "1b", "2"])
        self.assertEqual({point.target for point in points}, {Elevation.from_metres("31.390")})
        self.assertEqual({point.task for point in points}, {Task.FORM})

    def test_one_that_does_not_stand_above_the_slab_is_none(self) -> None:
        for face in ("0", "-0.05"):
            with self.assertRaisesRegex(BadLevel, "stands above the slab"):
                self.curb(face)
        with self.assertRaisesRegex(OutOfRange, "width of the curb"):
            self.curb(width="0")

    def test_one_that_leaves_its_slab_would_have_no_concrete_under_it(self) -> None:
        with self.assertRaisesRegex(OutOfRange, "leaves the slab"):
            self.curb(to=11)

    def test_it_is_drawn_as_a_strip_of_its_width(self) -> None:
        (strip,) = self.curb().drawn()
        self.assertEqual({abs(corner.y) for corner in strip.places}, {metres("0.100")})


class TestFallingGround(TestCase):
    """Six inches in ten feet, around a house and along one wall."""

    fall = Fall(Fraction(1, 20))
    wall = LevelSurface(Elevation(0) + Length.from_feet("102.40"))
    reach = Length.from_feet(10)

    def around(self, outline: Outline) -> FallingGround:
        far = Length.from_feet(100)
        return FallingGround(Line.around(outline), self.wall, self.fall, self.reach, far)

    def out(self, ground: FallingGround) -> dict[str, tuple[float, float]]:
        return {
            point.name: (round(float(point.place.x), 6), round(float(point.place.y), 6))
            for point in ground.points()
            if point.name.endswith("out")
        }

    def test_the_ground_is_lower_by_the_fall_ten_feet_out(self) -> None:
        points = self.around(rectangle(Length.from_feet(30), Length.from_feet(20))).points()
        levels = {point.name: point.target for point in points}
        self.assertEqual(levels["1"], (Elevation(0) + Length.from_feet("102.40")))
        self.assertEqual(levels["1 out"], (Elevation(0) + Length.from_feet("101.90")))
        self.assertEqual(len(points), 8)

    def test_it_falls_outward_whichever_way_the_outline_runs(self) -> None:
        box = rectangle(metres(9), metres(6))
        turned = Outline(tuple(reversed(box.corners)))
        aside = 3.048 / 2**0.5
        corner = (round(-aside, 6), round(-aside, 6))
        self.assertIn(corner, self.out(self.around(box)).values())
        self.assertIn(corner, self.out(self.around(turned)).values())

    def test_an_inside_corner_has_no_ground_of_its_own_out_there(self) -> None:
        corners = ((0, 0), (8, 0), (8, 3), (4, 3), (4, 7), (0, 7))
        found = self.out(self.around(Outline(tuple(place(x, y) for x, y in corners))))
        self.assertEqual(sorted(found), ["1 out", "2 out", "3 out", "5 out", "6 out"])

    def test_along_one_wall_it_falls_to_the_side_that_was_said(self) -> None:
        line = Line((place(0, 0), place(10, 0)))
        ahead = FallingGround(line, self.wall, self.fall, metres(2), metres(20))
        self.assertEqual(self.out(ahead), {"1 out": (0.0, -2.0), "2 out": (10.0, -2.0)})
        left = FallingGround(line, self.wall, self.fall, metres(2), metres(20), is_left=True)
        self.assertEqual(self.out(left), {"1 out": (0.0, 2.0), "2 out": (10.0, 2.0)})

    def test_ground_that_does_not_fall_is_refused(self) -> None:
        line = Line((PlanPoint(Length(0), Length(0)), place(10, 0)))
        with self.assertRaisesRegex(OutOfRange, "Water would stand"):
            FallingGround(line, self.wall, Fall(Fraction(0)), metres(2), metres(5))
        with self.assertRaisesRegex(OutOfRange, "more than 0"):
            FallingGround(line, self.wall, self.fall, metres(0), metres(5))
