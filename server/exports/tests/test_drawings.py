"""A job as DXF and LandXML, read again by the libraries that read everybody's."""

from __future__ import annotations

import io
from typing import Any
from uuid import UUID

import shapely
from django.test import Client
from ezdxf.document import Drawing
from ezdxf.filemanagement import read
from lxml import etree

from core.drawings import DrawnPoint
from core.floors import PlanPoint
from core.lengths import Length
from core.tables import AT_THE_ORIGIN, SurveyUnit
from server.crews.models import Crew, Role
from server.exports.drawings.dxf import plain
from server.exports.drawings.landxml import NAMESPACE, landxml_of
from server.jobs.models import Benchmark, Floor, Point
from server.tests.site import person
from server.tests.works import WorkTestCase

Found = dict[str, Any]


class AsDxf(WorkTestCase):
    """A floor and a benchmark, from a survey's origin."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor())
        self.asked = "unit=m&northing=500000.5&easting=2000000.25&heights=planned"

    def drawn(self, asked: str = "", client: Client | None = None) -> Drawing:
        address = f"/api/v1/jobs/{self.job}/drawing.dxf?{asked or self.asked}"
        answer = (client or self.helper).get(address)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertIn(".dxf", answer["Content-Disposition"])
        document = read(io.StringIO(answer.content.decode()))
        self.assertFalse(document.audit().has_errors)
        return document

    def of(self, document: Drawing, kind: str) -> list[Any]:
        return list(document.modelspace().query(kind))

    def test_an_outline_lies_where_it_is_at_its_level_on_a_layer_of_its_own(self) -> None:
        document = self.drawn()
        self.assertEqual(document.header["$INSUNITS"], 6)
        (outline,) = self.of(document, "LWPOLYLINE")
        self.assertTrue(outline.closed)
        self.assertEqual(outline.dxf.layer, "SLAB-FLOOR")
        places = {(round(x, 6), round(y, 6)) for x, y in outline.get_points("xy")}
        self.assertEqual(
            places,
            {
                (2000000.25 + x, 500000.5 + y)
                for x, y in ((0.0, 0.0), (6.0, 0.0), (6.0, 4.0), (0.0, 4.0))
            },
        )
        mark = Benchmark.objects.get(job=self.job)
        level = float(mark.elevation.metres) + 0.3048
        self.assertAlmostEqual(outline.dxf.elevation, level, 6)

    def test_points_stand_in_space_with_their_numbers_heights_and_names(self) -> None:
        document = self.drawn("unit=ft&northing=0&easting=0&heights=planned")
        self.assertEqual(document.header["$INSUNITS"], 2)
        points = {entity.dxf.layer: 0 for entity in self.of(document, "POINT")}
        self.assertEqual(set(points), {"BENCHMARKS", "POINTS"} & set(points))
        stored = Point.objects.get(floor=self.floor, name="B1")
        at = [
            entity.dxf.location
            for entity in self.of(document, "POINT")
            if abs(entity.dxf.location.x - float(stored.x.metres) / 0.3048) < 1e-6
            and abs(entity.dxf.location.y - float(stored.y.metres) / 0.3048) < 1e-6
        ]
        self.assertEqual(len(at), 1)
        texts = [entity.dxf.text for entity in self.of(document, "TEXT")]
        (said,) = [text for text in texts if text.endswith("Floor, B1")]
        self.assertEqual(float(said.split()[1]), round(at[0].z, 3))
        self.assertEqual(len(texts), len(self.of(document, "POINT")))

    def test_a_height_that_was_not_found_is_not_written(self) -> None:
        document = self.drawn("unit=m&northing=0&easting=0&heights=found")
        texts = [entity.dxf.text for entity in self.of(document, "TEXT")]
        (said,) = [text for text in texts if text.endswith("Floor, B1")]
        self.assertEqual(len(said.split()), 3)

    def test_what_is_cut_or_filled_stands_beside_what_was_shot(self) -> None:
        self.set_up_id = self.add_set_up()
        points = {point.name: str(point.pk) for point in Point.objects.filter(floor=self.floor)}
        read = {"A1": "3' 7\"", "A4": "3' 8 3/8\"", "C1": "3' 6\"", "C4": "3' 7\""}
        for name, reading in read.items():
            self.ok(self.helper, "shots", self.shot_body(self.set_up_id, points[name], reading))
        document = self.drawn("unit=ft&northing=0&easting=0&heights=found")
        sprayed = [entity for entity in self.of(document, "TEXT") if entity.dxf.layer == "CUT-FILL"]
        self.assertEqual(len(sprayed), 4)
        said = {one.dxf.text.split()[0] for one in sprayed}
        self.assertTrue(said <= {"C", "F", "ON"}, said)
        amounts = sorted(
            0.0 if text == "ON" else float(text[2:]) * (1 if text[0] == "C" else -1)
            for text in (one.dxf.text for one in sprayed)
        )
        self.assertAlmostEqual(amounts[-1] - amounts[0], 2.375 / 12, delta=0.011)
        lines = [
            entity for entity in self.of(document, "LWPOLYLINE")
            if entity.dxf.layer.startswith("THICKNESS-")
        ]  # fmt: skip
        self.assertGreater(len(lines), 3)
        for line in lines:
            for x, y in line.get_points("xy"):
                self.assertTrue(-1e-6 <= x * 0.3048 <= 6 + 1e-6 and -1e-6 <= y * 0.3048 <= 4 + 1e-6)
        bands = [
            shapely.Polygon(list(entity.get_points("xy")))
            for entity in self.of(document, "LWPOLYLINE")
            if entity.dxf.layer.startswith("BAND-")
        ]
        self.assertGreater(len(bands), 3)
        whole = shapely.unary_union(bands)
        self.assertAlmostEqual(whole.area * 0.3048**2, 24, delta=0.01)
        overlap = sum(band.area for band in bands) - whole.area
        self.assertAlmostEqual(overlap, 0, delta=0.01)

    def test_every_kind_of_element_is_drawn_on_its_own_layer(self) -> None:
        layers = {layer.dxf.name for layer in self.drawn().layers}
        self.assertIn("TEXT", layers)
        self.assertIn("SLAB-FLOOR", layers)

    def test_what_people_typed_stays_text(self) -> None:
        for typed, drawn in (
            ("%%u=1+1", "% %u=1+1"), ("a\nb\x00c", "a b c"), ("^J", "J"), ("  x ", "x"),
            ("Ø 10 日本", "Ø 10 日本"),
        ):  # fmt: skip
            self.assertEqual(plain(typed), drawn)

    def test_what_is_asked_wrong_is_refused_and_another_crews_is_not_there(self) -> None:
        for wrong in ("unit=mile&heights=planned", "unit=m&heights=planned&northing=five", ""):
            address = f"/api/v1/jobs/{self.job}/drawing.dxf?{wrong}"
            answer = self.helper.get(address)
            self.assertEqual(answer.status_code, 400, wrong)
            self.assertTrue(answer.json()["errors"][0]["accepts"])
        other = person(Crew.objects.create(name="Others"), Role.OWNER)
        address = f"/api/v1/jobs/{self.job}/drawing.dxf?{self.asked}"
        self.assertEqual(other.get(address).status_code, 404)
        self.assertEqual(Client().get(address).status_code, 401)


class AsLandXml(WorkTestCase):
    """Points, and surfaces that are shot."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor())
        self.set_up_id = self.add_set_up()

    def told(self, asked: str) -> etree._Element:
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/drawing.landxml?{asked}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return etree.fromstring(answer.content)

    def at(self, root: etree._Element, path: str) -> list[etree._Element]:
        return root.findall(path, {"x": NAMESPACE})

    def shoot(self, **readings: str) -> None:
        points = {point.name: str(point.pk) for point in Point.objects.filter(floor=self.floor)}
        for name, reading in readings.items():
            self.ok(self.helper, "shots", self.shot_body(self.set_up_id, points[name], reading))

    def test_points_are_northing_easting_height_in_the_unit_that_is_said(self) -> None:
        for unit, word, size in (("m", "meter", 1.0), ("ft", "foot", 0.3048)):
            root = self.told(f"unit={unit}&northing=5000&easting=7000&heights=planned")
            (units,) = self.at(root, "x:Units/*")
            self.assertEqual(units.get("linearUnit"), word)
            stored = Point.objects.get(floor=self.floor, name="B1")
            (point,) = [
                one for one in self.at(root, "x:CgPoints/x:CgPoint")
                if one.get("desc") == "Floor, B1"
            ]  # fmt: skip
            north, east, height = (float(one) for one in (point.text or "").split())
            self.assertAlmostEqual(north, 5000 + float(stored.y.metres) / size, 7)
            self.assertAlmostEqual(east, 7000 + float(stored.x.metres) / size, 7)
            planned = Floor.objects.get(pk=self.floor)
            mark = Benchmark.objects.get(job=self.job)
            target = float(mark.elevation.metres) + 0.3048 - float(planned.thickness.metres)
            self.assertAlmostEqual(height * size, target, 6)

    def test_the_design_is_two_triangles_and_stone_nobody_shot_is_no_surface(self) -> None:
        root = self.told("unit=m&northing=0&easting=0&heights=planned")
        names = [one.get("name") for one in self.at(root, "x:Surfaces/x:Surface")]
        self.assertEqual(names, ["Floor, finished"])
        faces = self.at(root, ".//x:Faces/x:F")
        corners = [one.get("id") for one in self.at(root, ".//x:Pnts/x:P")]
        self.assertEqual((len(faces), len(corners)), (2, 4))
        used = {corner for face in faces for corner in (face.text or "").split()}
        self.assertEqual(used, set(corners))

    def test_shot_stone_stands_at_its_own_heights(self) -> None:
        self.shoot(A1="3' 7\"", A4="3' 8\"", C1="3' 6\"")
        root = self.told("unit=m&northing=0&easting=0&heights=planned")
        surface = self.at(root, "x:Surfaces/x:Surface")[1]
        self.assertEqual(surface.get("name"), "Floor, stone")
        heights = sorted(float((one.text or "").split()[2]) for one in self.at(surface, ".//x:P"))
        self.assertEqual(len(heights), 3)
        self.assertAlmostEqual(heights[1] - heights[0], 0.0254, 6)
        self.assertAlmostEqual(heights[2] - heights[1], 0.0254, 6)

    def test_what_people_typed_is_escaped_and_what_xml_can_not_hold_is_left_out(self) -> None:
        point = DrawnPoint("P", "<1>&", PlanPoint(Length(0), Length(0)), None, "a\x00b\x1bc\"'")
        written = landxml_of([point], [], SurveyUnit.METRES, AT_THE_ORIGIN)
        (read,) = self.at(etree.fromstring(written), "x:CgPoints/x:CgPoint")
        self.assertEqual((read.get("name"), read.get("desc")), ("<1>&", "a b c\"'"))
        self.assertEqual(read.text, "0.0 0.0")
