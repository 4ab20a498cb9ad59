"""Every kind of entity and unit a file may have, one by one."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from unittest import TestCase

from ezdxf.document import Drawing

from core.cad import DrawingUnit
from server.imports.reading import Found
from server.imports.reading.dxf import UNITS as DXF_UNITS
from server.imports.reading.landxml import UNITS as XML_UNITS
from server.imports.tests.drawn import dxf, landxml
from server.imports.tests.test_reading import read


def drawn(draw: Callable[[Any], Any], **how: Any) -> Found:
    """Return what is read of a model space that was drawn so."""

    def on(document: Drawing) -> None:
        draw(document.modelspace())

    return read(dxf(on, **how))


class Entities(TestCase):
    """What each becomes."""

    def test_faces_and_solids_are_outlines_in_their_order(self) -> None:
        corners = [(0, 0), (4, 0), (4, 3), (0, 3)]

        def draw(space: Any) -> None:
            # A solid has its third and fourth corner the other way around.
            space.add_solid([corners[0], corners[1], corners[3], corners[2]])
            space.add_3dface([(*corner, 2.5) for corner in corners], dxfattribs={"layer": "FACE"})

        found = {one.layer: one for one in drawn(draw).drawn}
        for layer in ("0", "FACE"):
            self.assertEqual(found[layer].corners(0.01), tuple(corners))
            self.assertTrue(found[layer].is_closed)
        self.assertEqual((found["0"].height, found["FACE"].height), (None, 2.5))

    def test_a_line_in_space_has_a_height_only_where_it_is_level(self) -> None:
        def draw(space: Any) -> None:
            space.add_polyline3d([(0, 0, 7), (3, 0, 7), (3, 3, 7)], dxfattribs={"layer": "LEVEL"})
            space.add_polyline3d([(9, 0, 7), (12, 0, 8)], dxfattribs={"layer": "SLOPE"})
            space.add_line((0, 9, 4), (3, 9, 4), dxfattribs={"layer": "A"})
            space.add_line((0, 12, 4), (3, 12, 5), dxfattribs={"layer": "B"})

        heights = {one.layer: one.height for one in drawn(draw).drawn}
        self.assertEqual(heights, {"LEVEL": 7, "SLOPE": None, "A": 4, "B": None})

    def test_an_old_polyline_keeps_its_arcs_and_is_closed_where_it_says_so(self) -> None:
        def draw(space: Any) -> None:
            space.add_polyline2d([(0, 0, 0.5), (4, 0, 0), (4, 3, 0)], format="xyb", close=True)

        (one,) = drawn(draw, version="R12").drawn
        self.assertEqual([bend.bulge for bend in one.bends], [0.5, 0, 0])
        self.assertTrue(one.is_closed)
        self.assertGreater(len(one.corners(0.01)), 6)

    def test_text_of_every_kind_is_one_line_without_its_codes(self) -> None:
        def draw(space: Any) -> None:
            space.add_mtext("{\\fArial|b1;Slab}\\Pon \\C1;grade", dxfattribs={"insert": (1, 2)})
            space.add_text("%%uKiln%%u 100%%d", dxfattribs={"insert": (5, 6)})

        texts = {mark.text for mark in drawn(draw).marks}
        self.assertEqual(texts, {"Slab on grade", "Kiln 100°"})

    def test_meshes_and_pictures_of_dimensions_are_left_out_by_name(self) -> None:
        def draw(space: Any) -> None:
            space.add_polyface()
            space.add_linear_dim(base=(0, 2), p1=(0, 0), p2=(3, 0)).render()
            space.add_ray((0, 0), (1, 0))

        found = drawn(draw)
        self.assertEqual(found.drawn, [])
        whys = " ".join(one.why for one in found.left_out)
        for kind in ("mesh", "DIMENSION", "RAY"):
            self.assertIn(kind, whys)

    def test_a_block_put_mirrored_and_turned_lies_where_it_is_seen(self) -> None:
        def draw(document: Drawing) -> None:
            block = document.blocks.new("ELL")
            block.add_lwpolyline([(0, 0), (2, 0), (2, 1)], dxfattribs={"layer": "ELL"})
            put = {"xscale": -1, "rotation": 90}
            document.modelspace().add_blockref("ELL", (10, 10), dxfattribs=put)

        (one,) = read(dxf(draw)).drawn
        spots = [(round(x, 6), round(y, 6)) for x, y in one.corners(0.01)]
        self.assertEqual(spots, [(10, 10), (10, 8), (9, 8)])

    def test_what_hangs_together_only_by_chance_of_another_height_is_not_joined(self) -> None:
        def draw(space: Any) -> None:
            space.add_line((0, 0, 1), (3, 0, 1))
            space.add_line((3, 0, 2), (3, 3, 2))

        self.assertEqual(len(drawn(draw).drawn), 2)


class Units(TestCase):
    """As each format names them."""

    def test_every_unit_of_ours_can_be_told_by_both_formats(self) -> None:
        self.assertEqual(set(DXF_UNITS.values()), set(DrawingUnit))
        self.assertEqual(set(XML_UNITS.values()), set(DrawingUnit))

    def test_each_is_read_as_what_it_is(self) -> None:
        for number, unit in DXF_UNITS.items():
            found = drawn(lambda space: space.add_line((0, 0), (1, 1)), units=number)
            self.assertIs(found.unit, unit)
        point = "<CgPoints><CgPoint name='A'>1 2 3</CgPoint></CgPoints>"
        for name, unit in XML_UNITS.items():
            self.assertIs(read(landxml(point, name)).unit, unit)

    def test_one_that_no_plan_is_drawn_in_is_asked_for(self) -> None:
        for number in (3, 7, 20):  # miles, kilometers, parsecs
            found = drawn(lambda space: space.add_line((0, 0), (1, 1)), units=number)
            self.assertIsNone(found.unit)
        self.assertIsNone(read(landxml("<CgPoints/>", "furlong")).unit)


class LandXmlPoints(TestCase):
    """How others write them."""

    def test_a_code_stands_for_a_description_and_a_line_for_a_name(self) -> None:
        found = read(
            landxml(
                "<CgPoints><CgPoint name='7' code='IP'>1.5 2.5 3.5</CgPoint>\n"
                "<CgPoint> 4 \n 5 </CgPoint></CgPoints>"
            )
        )
        self.assertEqual([mark.text for mark in found.marks], ["7 IP", ""])
        self.assertEqual(found.marks[1].handle, "line 2")
        self.assertEqual((found.marks[1].x, found.marks[1].y), (5, 4))

    def test_a_version_before_and_no_namespace_are_read_as_well(self) -> None:
        for space in ("http://www.landxml.org/schema/LandXML-1.1", ""):
            body = landxml("<CgPoints><CgPoint name='A'>1 2 3</CgPoint></CgPoints>").decode()
            body = body.replace("http://www.landxml.org/schema/LandXML-1.2", space)
            self.assertEqual(len(read(body.encode()).marks), 1)

    def test_a_surface_without_a_triangle_is_left_out_by_its_name(self) -> None:
        inside = "<Surface name='Boundary'><Definition><Pnts/></Definition></Surface>"
        found = read(landxml(f"<Surfaces>{inside}</Surfaces>"))
        self.assertEqual(found.meshes, [])
        (left,) = found.left_out
        self.assertEqual((left.handle, left.layer), ("Boundary", "Surfaces"))
