"""Shapes of a drawing as parts of a plan: what is typed for them, and what they can not be."""

from __future__ import annotations

from unittest import TestCase

from core.cad import Bend, DrawingUnit, DrawnShape, Fit, Fitted, Spot, circle
from core.errors import BadShape
from core.floors import PlanPoint
from core.lengths import Length, Style
from server.imports.geometry import Placed, geometry_of, outline_of, size_in_words
from server.imports.placement import Laid
from server.jobs.planned import ElementKind

ORIGIN = PlanPoint(Length(0), Length(0))


def laid(unit: DrawingUnit = DrawingUnit.FEET, style: str = "ft-in/8") -> Laid:
    """Return a drawing that lies as it is drawn."""
    fit = Fit(unit, (0.0, 0.0), ORIGIN)
    return Laid(
        Fitted(fit, ()), 0.01, Length.from_metres("0.003"), "corner", Style.from_code(style)
    )


def shape(*spots: Spot, closed: bool = True, layer: str = "L") -> Placed:
    """Return a shape through some spots, in feet."""
    bends = tuple(Bend(x, y) for x, y in spots)
    return Placed.of(DrawnShape("2F", layer, bends, closed), laid())


def ring(x: float, y: float, wide: float, deep: float) -> Placed:
    """Return a rectangle."""
    return shape((x, y), (x + wide, y), (x + wide, y + deep), (x, y + deep))


def pier(x: float, y: float, diameter: float = 1.0) -> Placed:
    """Return a round pier."""
    return Placed.of(circle(f"{x} {y}", "PIERS", (x, y), diameter / 2), laid())


class Sizes(TestCase):
    """What a shape is in a word."""

    def test_each_kind_says_what_it_measures(self) -> None:
        for one, word, lengths in (
            (ring(3, 4, 24, 16), "rectangle", (24, 16)),
            (pier(2, 2, 1.5), "circle", (1.5,)),
            (shape((0, 0), (3, 0), (3, 4), closed=False), "line", (7,)),
            (shape((0, 0), (9, 0), (9, 3), (4, 3), (4, 8), (0, 8)), "6 corners", (9, 8)),
        ):
            found = size_in_words(one, laid())
            self.assertEqual(found, (word, tuple(Length.from_feet(str(n)) for n in lengths)))


class Typed(TestCase):
    """As a person would have typed it."""

    def test_corners_are_in_the_jobs_own_style_where_it_is_exact(self) -> None:
        self.assertEqual(
            outline_of([ring(0, 0, 24.5, 16)], laid()),
            [['0"', '0"'], ["24' 6\"", '0"'], ["24' 6\"", "16' 0\""], ['0"', "16' 0\""]],
        )
        odd = outline_of([ring(0, 0, 24.01, 16)], laid())
        self.assertEqual(odd[1][0], "7.318248 m")

    def test_a_footing_by_its_edges_has_their_width_unless_one_is_typed(self) -> None:
        drawn = geometry_of(ElementKind.FOOTING, [ring(0, 0, 20, 2)], laid(), {"strip_width": ""})
        self.assertEqual(drawn.shape, "line")
        self.assertEqual(drawn.corners, [['0"', "1' 0\""], ["20' 0\"", "1' 0\""]])
        self.assertEqual(drawn.measures, {"strip_width": "2' 0\""})
        typed = geometry_of(
            ElementKind.FOOTING, [ring(0, 0, 20, 2)], laid(), {"strip_width": "1 ft"}
        )
        self.assertEqual((typed.shape, len(typed.corners), typed.measures), ("corners", 4, {}))

    def test_a_rectangle_wider_than_any_strip_is_a_middle_line(self) -> None:
        drawn = geometry_of(ElementKind.FOOTING, [ring(0, 0, 20, 5)], laid(), {})
        self.assertEqual((drawn.shape, drawn.measures), ("corners", {}))
        narrow = geometry_of(ElementKind.FOOTING, [ring(0, 0, 20, 4.9)], laid(), {})
        self.assertEqual(narrow.shape, "line")

    def test_piers_are_counted_for_sure_and_have_their_drawn_diameter(self) -> None:
        row = [pier(x, 2) for x in (14, 2, 8, 20)]
        measures = geometry_of(ElementKind.PIERS, row, laid(), {"diameter": ""}).measures
        self.assertEqual((measures["x"], measures["x_last"]), ("2' 0\"", "20' 0\""))
        self.assertEqual((measures["count"], measures["rows"]), ("4 for sure", "1"))
        self.assertEqual((measures["diameter"], measures["row_spacing"]), ("1' 0\"", ""))
        typed = geometry_of(ElementKind.PIERS, row, laid(), {"diameter": '10"'}).measures
        self.assertNotIn("diameter", typed)
        mixed = [*row[:3], pier(20, 2, 2)]
        self.assertNotIn("diameter", geometry_of(ElementKind.PIERS, mixed, laid(), {}).measures)

    def test_square_piers_stand_at_their_middles(self) -> None:
        row = [ring(0, 0, 1, 1), ring(5, 0, 1, 1)]
        measures = geometry_of(ElementKind.PIERS, row, laid(), {}).measures
        self.assertEqual((measures["x"], measures["y"]), ('6"', '6"'))
        self.assertEqual(measures["x_last"], "5' 6\"")

    def test_a_pad_drawn_from_any_corner_has_its_sides_along_the_jobs_axes(self) -> None:
        for spots in (
            ((2, 1), (5, 1), (5, 3), (2, 3)),
            ((5, 1), (5, 3), (2, 3), (2, 1)),
            ((2, 3), (5, 3), (5, 1), (2, 1)),
        ):
            measures = geometry_of(ElementKind.PAD, [shape(*spots)], laid(), {}).measures
            self.assertEqual(
                measures,
                {"x": "3' 6\"", "y": "2' 0\"", "length": "3' 0\"", "width": "2' 0\""},
            )


class Refused(TestCase):
    """What a shape is not."""

    def test_each_says_the_layer_and_the_handle_or_how_many(self) -> None:
        line = shape((0, 0), (5, 0), closed=False, layer="WALLS")
        two = [ring(0, 0, 2, 2), ring(5, 0, 2, 2)]
        for kind, shapes, why in (
            (ElementKind.EXCAVATION, [line], "does not close"),
            (ElementKind.PIERS, [line], "closed shape"),
            (ElementKind.PAD, [pier(0, 0)], "round"),
            (ElementKind.PAD, [shape((0, 0), (4, 0), (2, 3))], "no rectangle"),
            (ElementKind.PAD, [shape((0, 0), (2, 1), (1, 3), (-1, 2))], "at an angle"),
            (ElementKind.WALL, two, "one shape"),
            (ElementKind.FOOTING, [line, ring(0, 0, 2, 2)], "One edge is closed"),
            (ElementKind.FOOTING, two, "not equally far apart"),
        ):
            with self.subTest(f"{kind}: {why}"), self.assertRaises(BadShape) as refused:
                geometry_of(kind, shapes, laid(), {})
            self.assertIn(why, refused.exception.why)
            self.assertTrue(refused.exception.accepts)
            self.assertTrue(refused.exception.typed)
