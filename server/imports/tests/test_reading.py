"""Files of every kind read to shapes and points; hostile ones refused and nothing worse."""

from __future__ import annotations

import random
from math import hypot, pi, tan
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase, mock

from ezdxf.document import Drawing

from core.cad import DrawingUnit
from server.imports.reading import Found, TooMuch, limits, read_apart
from server.imports.reading import own_process as apart
from server.imports.reading.dxf import read_dxf
from server.imports.reading.landxml import read_landxml
from server.imports.tests.drawn import METERS, PIERS, SLAB, binary_dxf, dxf, landxml, shop


def read(content: bytes) -> Found:
    """Read a file here, as the process of its own does."""
    reads = {"dxf": read_dxf, "landxml": read_landxml}[apart.kind_of("a file", content)]
    with TemporaryDirectory() as folder:
        file = Path(folder) / "file"
        file.write_bytes(content)
        return reads(file)


class Dxf(TestCase):
    """Layers, shapes, points, units."""

    def test_a_floor_its_piers_and_its_benchmark_in_any_version_text_or_binary(self) -> None:
        files = [dxf(shop, version=one) for one in ("R12", "R2000", "R2010", "R2018")]
        for content in (*files, binary_dxf(shop), binary_dxf(shop, "R2000")):
            found = read(content)
            slab = next(shape for shape in found.drawn if shape.layer == "SLAB")
            self.assertEqual(slab.corners(0.01), tuple(SLAB))
            self.assertTrue(slab.is_closed)
            self.assertEqual(slab.height, 51.5)
            circles = [shape.circle for shape in found.drawn if shape.layer == "PIERS"]
            self.assertEqual(circles, [(middle, 1.0) for middle in PIERS])
            (nail,) = [mark for mark in found.marks if not mark.is_text]
            self.assertEqual((nail.x, nail.y, nail.height), (40.0, 24.0, 50.25))
            self.assertEqual(nail.text, "BM7 nail in the post")
            self.assertEqual(found.left_out, [])
        self.assertIs(read(files[3]).unit, DrawingUnit.FEET)
        self.assertIs(read(dxf(shop, units=METERS)).unit, DrawingUnit.METRES)
        self.assertIsNone(read(dxf(shop, units=0)).unit)

    def test_arcs_splines_ellipses_and_single_lines_become_corners(self) -> None:
        def draw(document: Drawing) -> None:
            space = document.modelspace()
            for a, b in (((0, 0), (8, 0)), ((8, 4), (8, 0)), ((8, 4), (0, 4))):
                space.add_line(a, b, dxfattribs={"layer": "E"})
            space.add_arc((0, 2), 2, 90, 270, dxfattribs={"layer": "ARC"})
            space.add_lwpolyline([(1, 0, tan(pi / 8)), (0, 1, 0)], format="xyb")
            space.add_ellipse((20, 0), (3, 0), 0.5, dxfattribs={"layer": "ELLIPSE"})
            space.add_spline([(30, 0), (31, 2), (33, 1)], dxfattribs={"layer": "SPLINE"})

        found = {one.layer: one for one in read(dxf(draw)).drawn}
        self.assertEqual(found["E"].corners(0.01), ((0, 0), (8, 0), (8, 4), (0, 4)))
        for x, y in found["ARC"].corners(0.01):
            self.assertAlmostEqual(hypot(x, y - 2), 2, delta=0.001)
            self.assertLessEqual(x, 1e-6)
        for x, y in found["0"].corners(0.001):
            self.assertAlmostEqual(hypot(x, y), 1, places=9)
        for x, y in found["ELLIPSE"].corners(0.01):
            self.assertAlmostEqual(((x - 20) / 3) ** 2 + (y / 1.5) ** 2, 1, delta=0.003)
        ends = found["SPLINE"].corners(0.01)
        self.assertEqual(tuple(round(one, 6) for one in (*ends[0], *ends[-1])), (30, 0, 33, 1))

    def test_blocks_lie_where_they_were_put_named_by_their_own_handle(self) -> None:
        def draw(document: Drawing) -> None:
            block = document.blocks.new("POST")
            block.add_circle((0, 0), 0.25, dxfattribs={"layer": "POSTS"})
            block.add_attdef("N", (0, 0))
            put = document.modelspace().add_blockref("POST", (5, 6, 1.5))
            put.add_auto_attribs({"N": "P4"})
            document.modelspace().add_blockref(
                "POST", (50, 0), dxfattribs={"column_count": 3, "column_spacing": 2}
            )

        found = read(dxf(draw))
        circles = [shape.circle for shape in found.drawn]
        middles = [(5, 6), (50, 0), (52, 0), (54, 0)]
        self.assertEqual(circles, [(middle, 0.5) for middle in middles])
        (mark,) = [one for one in found.marks if one.text == "P4"]
        self.assertEqual((mark.x, mark.y, mark.height), (5, 6, 1.5))
        self.assertEqual(len({shape.handle for shape in found.drawn}), 4)

    def test_a_mirrored_shape_lies_where_it_is_drawn(self) -> None:
        def draw(document: Drawing) -> None:
            below = {"extrusion": (0, 0, -1)}
            space = document.modelspace()
            space.add_lwpolyline([(1, 0), (4, 0), (4, 2)], close=True, dxfattribs=below)
            space.add_circle((3, 1), 1, dxfattribs=below | {"layer": "C"})

        found = {one.layer: one for one in read(dxf(draw)).drawn}
        self.assertEqual(set(found["0"].corners(0.01)), {(-1, 0), (-4, 0), (-4, 2)})
        circle = found["C"].circle
        assert circle is not None
        self.assertEqual(circle[0], (-3, 1))

    def test_what_no_plan_has_is_left_out_by_layer_and_handle(self) -> None:
        def draw(document: Drawing) -> None:
            space = document.modelspace()
            space.add_line((0, 0), (float("nan"), 1), dxfattribs={"layer": "BAD"})
            space.add_line((5, 5), (5, 5), dxfattribs={"layer": "ZERO"})
            space.add_lwpolyline([(0, 0), (2e12, 0), (1, 1)], dxfattribs={"layer": "FAR"})
            space.add_point((0, float("inf")), dxfattribs={"layer": "INF"})
            space.add_hatch(dxfattribs={"layer": "HATCH"})
            space.add_line((0, 0), (1, 1), dxfattribs={"layer": "GOOD"})

        found = read(dxf(draw))
        self.assertEqual([shape.layer for shape in found.drawn], ["GOOD"])
        left = {one.layer: one for one in found.left_out}
        self.assertEqual(set(left), {"BAD", "ZERO", "FAR", "INF", "HATCH"})
        self.assertIn("no length", left["ZERO"].why)
        self.assertIn("HATCH", left["HATCH"].why)
        self.assertTrue(all(one.handle for one in found.left_out))


class HostileDxf(TestCase):
    """More than any plan, or no drawing at all."""

    def refused(self, content: bytes) -> TooMuch:
        with self.assertRaises(TooMuch) as refused:
            read(content)
        self.assertTrue(refused.exception.why and refused.exception.accepts)
        return refused.exception

    def test_endless_blocks(self) -> None:
        def draw(document: Drawing) -> None:
            block = document.blocks.new("SELF")
            block.add_blockref("SELF", (1, 1), dxfattribs={"layer": "L"})
            document.modelspace().add_blockref("SELF", (0, 0))

        self.assertIn("block SELF", self.refused(dxf(draw)).typed)

    def test_blocks_that_multiply(self) -> None:
        def draw(document: Drawing) -> None:
            inner = document.blocks.new("B0")
            inner.add_line((0, 0), (1, 1))
            for depth in range(1, 5):
                block = document.blocks.new(f"B{depth}")
                for n in range(40):
                    block.add_blockref(f"B{depth - 1}", (n, 0))
            document.modelspace().add_blockref("B4", (0, 0))

        with mock.patch("server.imports.reading.blocks.MOST_ENTITIES", 3000):
            self.assertIn("come to more than 3000", self.refused(dxf(draw)).why)
        repeated = dict.fromkeys(
            ("column_count", "row_count", "column_spacing", "row_spacing"), 2000
        )

        def repeat(document: Drawing) -> None:
            document.blocks.new("R").add_line((0, 0), (1, 1))
            document.modelspace().add_blockref("R", (0, 0), dxfattribs=repeated)

        self.assertIn("4000000 times", self.refused(dxf(repeat)).why)

    def test_entities_layers_and_corners_without_number(self) -> None:
        content = dxf(shop)
        with mock.patch.object(limits, "MOST_ENTITIES", 20):
            self.assertIn("entities", self.refused(content).typed)
            self.assertIn("entities", self.refused(binary_dxf(shop)).typed)
        with mock.patch.object(limits, "MOST_LAYERS", 2):

            def draw(document: Drawing) -> None:
                for n in range(3):
                    document.layers.add(f"L{n}")

            self.assertIn("layers", self.refused(dxf(draw)).typed)
        with mock.patch("server.imports.reading.dxf.MOST_CORNERS", 5):
            self.assertIn("handle", self.refused(content).typed)

    def test_what_is_no_drawing(self) -> None:
        for content in (b"", b"%PDF-1.7", b"PK\x03\x04", b"\x00" * 500, "héllo".encode("utf-16")):
            self.assertIn("not read", self.refused(content).why)

    def test_cut_off_swapped_and_repeated_files_are_refused_or_read_and_nothing_worse(self) -> None:
        chance, whole = random.Random(7), dxf(shop)
        lines = whole.splitlines(keepends=True)
        for _ in range(60):
            damaged = list(lines)
            a, b = sorted(chance.sample(range(len(lines)), 2))
            match chance.randrange(4):
                case 0:
                    damaged = damaged[:b]
                case 1:
                    damaged[a], damaged[b] = damaged[b], damaged[a]
                case 2:
                    damaged[b:b] = damaged[max(a, b - 40) : b]
                case _:
                    damaged[a] = bytes(chance.randrange(256) for _ in range(6)) + b"\n"
            try:
                found = read(b"".join(damaged))
            except TooMuch:
                continue
            Found.unpacked(found.packed())

    def test_layers_in_an_encoding_nobody_said_are_read_all_the_same(self) -> None:
        plain = dxf(shop, version="R12")
        for bad in (b"SL\xc4B", b"\xff\xfe\x00SLAB", b"SL\xe6\x97"):
            found = read(plain.replace(b"SLAB", bad))
            self.assertEqual(sum(1 for shape in found.drawn if shape.circle is None), 1)


class LandXml(TestCase):
    """Control and surfaces."""

    POINTS = (
        "<CgPoints><CgPoint name='CP1' desc='Iron pin'>701903.262 2318455.137 351.25</CgPoint>"
        "<CgPoint name='CP2'>701950.5 2318455.137</CgPoint><CgPoint pntRef='CP1'/></CgPoints>"
    )
    SURFACE = (
        "<Surfaces><Surface name='Ground'><Definition surfType='TIN'><Pnts>"
        "<P id='7'>0 0 1</P><P id='9'>0 10 2</P><P id='11'>10 0 3</P></Pnts>"
        "<Faces><F>7 9 11</F><F i='1'>9 11 7</F></Faces></Definition></Surface></Surfaces>"
    )

    def test_points_have_northing_before_easting_and_lose_nothing(self) -> None:
        found = read(landxml(self.POINTS, "USSurveyFoot"))
        self.assertIs(found.unit, DrawingUnit.SURVEY_FEET)
        one, other = found.marks
        self.assertEqual((one.x, one.y, one.height), (2318455.137, 701903.262, 351.25))
        self.assertEqual((one.text, one.handle), ("CP1 Iron pin", "CP1"))
        self.assertEqual((other.height, other.text), (None, "CP2"))

    def test_a_surface_has_its_visible_triangles(self) -> None:
        (mesh,) = read(landxml(self.SURFACE)).meshes
        self.assertEqual(mesh.corners, ((0, 0, 1), (10, 0, 2), (0, 10, 3)))
        self.assertEqual((mesh.name, mesh.faces), ("Ground", ((0, 1, 2),)))

    def refused(self, content: bytes) -> TooMuch:
        with self.assertRaises(TooMuch) as refused:
            read(content)
        return refused.exception

    def test_what_can_not_be_is_refused_by_its_line(self) -> None:
        bad = self.POINTS.replace("701950.5", "north")
        self.assertIn("line 1: north", self.refused(landxml(bad)).typed)
        lost = self.SURFACE.replace("<F>7 9 11</F>", "<F>7 9 12</F>")
        self.assertIn("not there", self.refused(landxml(lost)).why)
        with mock.patch("server.imports.reading.landxml.MOST_POINTS", 2):
            self.assertIn("more than 2 points", self.refused(landxml(self.SURFACE)).why)
            more = self.POINTS.replace("</CgPoints>", "<CgPoint name='3'>1 2</CgPoint></CgPoints>")
            self.assertIn("2 points are the most", self.refused(landxml(more)).why)
        self.assertIn("no XML", self.refused(landxml("<Oh")).why)
        nan = self.POINTS.replace("701950.5", "nan")
        self.assertEqual([one.handle for one in read(landxml(nan)).left_out], ["CP2"])

    def test_what_stands_twice_under_a_name_is_told_apart(self) -> None:
        points = "".join(
            f"<CgPoint name='{name}'>{x} 0 {height}</CgPoint>"
            for x, name, height in ((1, "BM1", 7), (2, "BM1", 8), (3, "BM1 (2)", 9), (4, "BM1", 6))
        )
        found = read(landxml(f"<CgPoints>{points}</CgPoints>{self.SURFACE}{self.SURFACE}"))
        self.assertEqual(
            {mark.handle: mark.height for mark in found.marks},
            {"BM1": 7, "BM1 (2)": 8, "BM1 (2) (2)": 9, "BM1 (3)": 6},
        )
        self.assertEqual([mark.text for mark in found.marks], ["BM1", "BM1", "BM1 (2)", "BM1"])
        self.assertEqual([mesh.name for mesh in found.meshes], ["Ground", "Ground (2)"])

    def test_entities_that_multiply_or_fetch_are_refused(self) -> None:
        body = (
            landxml("&a;")
            .decode()
            .replace(
                '<?xml version="1.0"?>',
                '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY f SYSTEM "file:///etc/passwd">]>',
            )
        )
        for entity in ("&a;", "&f;", ""):
            self.assertIn(
                "entities", self.refused(body.replace("&a;</Land", f"{entity}</Land").encode()).why
            )

    def test_damaged_files_are_refused_or_read_and_nothing_worse(self) -> None:
        chance, whole = random.Random(11), landxml(self.POINTS + self.SURFACE)
        for _ in range(200):
            damaged = bytearray(whole)
            a, b = sorted(chance.sample(range(len(whole)), 2))
            match chance.randrange(3):
                case 0:
                    del damaged[b:]
                case 1:
                    damaged[a], damaged[b] = damaged[b], damaged[a]
                case _:
                    damaged[b:b] = damaged[max(a, b - 60) : b]
            try:
                found = read(bytes(damaged))
            except TooMuch:
                continue
            Found.unpacked(found.packed())


class Apart(TestCase):
    """The process of its own."""

    def test_it_finds_what_is_found_here(self) -> None:
        content = dxf(shop)
        self.assertEqual(read_apart("shop.dxf", content), read(content))

    def test_its_refusal_is_told_as_it_was_said(self) -> None:
        with self.assertRaises(TooMuch) as refused:
            read_apart("bad.xml", landxml("<CgPoint>1</CgPoint>"))
        self.assertIn("line 1: 1", refused.exception.typed)

    def test_one_that_takes_too_long_or_too_much_is_refused(self) -> None:
        for name, limit in (("SECONDS", 0.001),):
            with mock.patch.object(apart, name, limit), self.assertRaises(TooMuch) as refused:
                read_apart("slow.dxf", dxf(shop))
            self.assertIn("longer than", refused.exception.why)
        for told in (b"", b"Segmentation fault", b"[1]", b'{"typed": 1}'):
            self.assertIn("takes more", apart._refused("a.dxf", told).why)
