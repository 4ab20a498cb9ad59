"""What goes out comes in again to equal coordinates and heights, and others read the same."""

from __future__ import annotations

import json
import subprocess
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from uuid import UUID

from server.imports.reading import Found
from server.imports.reading.dxf import read_dxf
from server.imports.reading.landxml import read_landxml
from server.tests.site import SiteTestCase

ORIGIN = "northing=701903.262&easting=2318455.137&heights=planned"
DIGITS = ("-lco", "COORDINATE_PRECISION=9")
EAST, NORTH = 2318455.137, 701903.262


class RoundTrips(SiteTestCase):
    """A floor, a pier row and a benchmark, from a state's plane."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor())
        self.add_second_benchmark()
        self.folder = TemporaryDirectory()
        self.addCleanup(self.folder.cleanup)

    def file(self, name: str, unit: str, more: str = "") -> Path:
        """Return a file as it went out."""
        address = f"/api/v1/jobs/{self.job}/{name}?unit={unit}&{ORIGIN}{more}"
        answer = self.helper.get(address)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        file = Path(self.folder.name) / name
        file.write_bytes(answer.content)
        return file

    def test_a_dxf_in_either_unit_is_read_to_the_same_plan(self) -> None:
        for unit, metre in (("m", 1.0), ("ft", 1 / 0.3048)):
            found = read_dxf(self.file("drawing.dxf", unit))
            self.assertEqual(found.unit, unit)
            (slab,) = [shape for shape in found.drawn if shape.layer == "SLAB-FLOOR"]
            spots = {
                (round((x - EAST) / metre, 6), round((y - NORTH) / metre, 6))
                for x, y in slab.corners(0.01)
            }
            self.assertEqual(spots, {(0, 0), (6, 0), (6, 4), (0, 4)})
            assert slab.height is not None
            self.assertAlmostEqual(slab.height / metre, 51.375 * 0.3048, places=9)
            self.check_marks(found, metre)

    def check_marks(self, found: Found, metre: float) -> None:
        """Hold every point against the plan's own."""
        sheet = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        expected = {
            (float(peg["place"]["x"]["metres"]), float(peg["place"]["y"]["metres"]))
            for peg in sheet
        }
        points = [mark for mark in found.marks if not mark.is_text and "benchmark" not in mark.text]
        read = {
            (round((point.x - EAST) / metre, 6), round((point.y - NORTH) / metre, 6))
            for point in points
        }
        self.assertEqual(read, expected)
        stone = (51.375 - 5 / 12) * 0.3048
        for point in points:
            assert point.height is not None
            self.assertAlmostEqual(point.height / metre, stone, places=9)

    def test_a_landxml_is_read_to_the_same_points_and_triangles(self) -> None:
        for unit, metre in (("m", 1.0), ("ft", 1 / 0.3048)):
            found = read_landxml(self.file("drawing.landxml", unit))
            self.assertEqual(found.unit, unit)
            self.check_marks(found, metre)
            (mesh,) = found.meshes
            self.assertEqual(mesh.name, "Floor, finished")
            corners = {
                (round((x - EAST) / metre, 6), round((y - NORTH) / metre, 6))
                for x, y, _ in mesh.corners
            }
            self.assertEqual(corners, {(0, 0), (6, 0), (6, 4), (0, 4)})
            self.assertEqual(len(mesh.faces), 2)

    def test_a_section_lies_below_the_plan_to_one_scale(self) -> None:
        ends = "&from_right=-1 m&from_away=2 m&to_right=7 m&to_away=2 m"
        found = read_dxf(self.file("drawing.dxf", "m", ends))
        cut = {shape.layer: shape for shape in found.drawn if shape.layer.startswith("SECTION")}
        self.assertEqual(set(cut), {"SECTION-FLOOR-TOP-OF-SLAB", "SECTION-FLOOR-STONE"})
        top = cut["SECTION-FLOOR-TOP-OF-SLAB"].bends
        stone = cut["SECTION-FLOOR-STONE"].bends
        self.assertAlmostEqual(top[0].x - EAST, 1, delta=0.04)
        self.assertAlmostEqual(top[-1].x - top[0].x, 6, delta=0.07)
        self.assertAlmostEqual(top[0].y - stone[0].y, 5 * 0.0254, places=6)
        self.assertLess(top[0].y, NORTH - 2.9)

    def test_another_reader_finds_the_same_geometry(self) -> None:
        shapes = self.geometry(self.file("drawing.dxf", "m"))
        rings = [one for layer, one in shapes if layer == "SLAB-FLOOR"]
        ring = (
            rings[0]["coordinates"][0] if rings[0]["type"] == "Polygon" else rings[0]["coordinates"]
        )
        spots = {(round(x - EAST, 6), round(y - NORTH, 6)) for x, y, *_ in ring}
        self.assertEqual(spots, {(0, 0), (6, 0), (6, 4), (0, 4)})
        heights = {round(spot[2], 6) for spot in ring}
        self.assertEqual(heights, {round(51.375 * 0.3048, 6)})
        points = [
            one["coordinates"]
            for layer, one in shapes
            if layer == "POINTS" and one["type"] == "Point"
        ]
        self.assertEqual(len(points), len(self.get(f"floors/{self.floor}")["plan"]["pegs"]))

    def geometry(self, file: Path) -> list[tuple[str, Any]]:
        """Return what GDAL reads of a drawing: each shape's layer and geometry."""
        told = subprocess.run(
            ["ogr2ogr", "-f", "GeoJSON", *DIGITS, "/vsistdout/", str(file)],
            capture_output=True, check=True, timeout=60,
        )  # fmt: skip
        features = json.loads(told.stdout)["features"]
        return [(feature["properties"]["Layer"], feature["geometry"]) for feature in features]
