"""What of a drawing is placed on the plan, and what of it can not be."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from core.lengths import Length
from server.imports.models import PlacedShape
from server.imports.tests.drawn import dxf, landxml, shop
from server.jobs.models import Benchmark, Element, Floor, Point
from server.jobs.plan.job_plan import JobPlan
from server.tests.drawing_case import DrawingCase, known
from server.tests.plan import element_body
from server.tests.site import Body


class OnThePlan(DrawingCase):
    """What is placed."""

    def test_a_slab_and_the_piers_under_it_in_one_go(self) -> None:
        drawing = self.bring(dxf(shop))
        sheet = self.lay(drawing)
        slab = self.slab_part(sheet)
        piers = self.piers_part(sheet, slab["floor"]["id"])
        self.place(drawing, piers, slab, marks=[self.nail(sheet)])
        floor, row = Floor.objects.get(), Element.objects.get()
        outline = JobPlan(floor.job).outlines[floor.pk]
        self.assertEqual(
            outline.area, Length.from_feet(24).nanometres * Length.from_feet(16).nanometres / 1e18
        )
        points = Point.objects.filter(element=row, task="pier-top").order_by("position")
        places = [(point.x, point.y) for point in points]
        self.assertEqual(
            places, [(Length.from_feet(x), Length.from_feet(2)) for x in (2, 8, 14, 20)]
        )
        self.assertEqual(row.typed["measures"]["diameter"], "1' 0\"")
        nail = Benchmark.objects.get(name="BM7")
        self.assertEqual((nail.x, nail.y), (Length.from_feet(30), Length.from_feet(4)))
        self.assertEqual(float(nail.elevation), 50.25 * 0.3048)
        self.assertEqual(nail.description, "nail in the post")
        placed = {one["placed"] and one["placed"]["name"] for one in self.lay(drawing)["shown"]}
        self.assertEqual(placed, {"Shop floor", "The piers"})
        self.place(drawing, piers, slab, marks=[self.nail(sheet)])
        self.assertEqual((Floor.objects.count(), PlacedShape.objects.count()), (1, 2))

    def nail(self, sheet: Any) -> str:
        return next(str(mark["handle"]) for mark in sheet["marks"] if not mark["is_text"])

    def test_one_wrong_part_and_nothing_is_placed(self) -> None:
        drawing = self.bring(dxf(shop))
        sheet = self.lay(drawing)
        slab = self.slab_part(sheet)
        piers = self.piers_part(sheet, slab["floor"]["id"], measures={"kerf": "wide"})
        errors = self.place(drawing, slab, piers, status=400)["errors"]
        self.assertEqual([error["field"] for error in errors], ["parts.1.kerf"])
        self.assertEqual((Floor.objects.count(), PlacedShape.objects.count()), (0, 0))
        one_pier = piers | {"shapes": [*piers["shapes"], *slab["shapes"]]}
        errors = self.place(drawing, slab, one_pier, status=400)["errors"]
        self.assertEqual(errors[0]["field"], "parts.1.shapes")
        self.assertIn("even row", errors[0]["why"])
        thin = slab | {"floor": slab["floor"] | {"thickness": ""}}
        errors = self.place(drawing, thin, piers, status=400)["errors"]
        self.assertEqual([error["field"] for error in errors], ["parts.0.thickness"])
        gone = slab | {"shapes": ["FFFF"]}
        self.assertIn("FFFF", self.place(drawing, gone, status=400)["errors"][0]["typed"])
        self.assertIn("Nothing", self.place(drawing, status=400)["errors"][0]["why"])
        text = next(mark["handle"] for mark in sheet["marks"] if mark["is_text"])
        no_height = self.place(drawing, marks=[text], status=400)["errors"]
        self.assertEqual(no_height[0]["field"], "marks.shapes")

    def test_a_crossing_outline_is_refused_by_layer_and_handle(self) -> None:
        def draw(document: Any) -> None:
            bow = [(0, 0), (9, 9), (9, 0), (0, 7)]
            document.modelspace().add_lwpolyline(bow, close=True, dxfattribs={"layer": "SLAB"})

        drawing = self.bring(dxf(draw))
        (error,) = self.place(drawing, self.slab_part(self.lay(drawing)), status=400)["errors"]
        self.assertIn("crosses or touches itself", error["why"])
        self.assertEqual(error["field"], "parts.0.shapes")
        self.assertIn("layer SLAB, handle", error["typed"])

    def test_footings_from_edges_a_rectangle_and_a_middle_line(self) -> None:
        def draw(document: Any) -> None:
            space = document.modelspace()
            for ring in (
                [(0, 0), (30, 0), (30, 20), (0, 20)],
                [(2, 2), (28, 2), (28, 18), (2, 18)],
            ):
                space.add_lwpolyline(ring, close=True, dxfattribs={"layer": "RING"})
            strip = [(40, 0), (42, 0), (42, 20), (40, 20)]
            space.add_lwpolyline(strip, close=True, dxfattribs={"layer": "STRIP"})
            space.add_line((50, 0), (50, 20), dxfattribs={"layer": "MIDDLE"})

        drawing = self.bring(dxf(draw))
        sheet = self.lay(drawing)
        floor = self.add_floor()
        widths, lengths = [], []
        for layer, width in (("RING", ""), ("STRIP", ""), ("MIDDLE", "18 in")):
            form = element_body("footing", floor, name=layer, measures={"strip_width": width})
            self.place(
                drawing,
                {"shapes": self.on(sheet, layer), "floor": None, "element": form, "mesh": ""},
            )
            element = Element.objects.get(name=layer)
            strip: Any = JobPlan(element.job).element(element.pk)
            widths.append(strip.section.width)
            lengths.append(strip.line.length)
        self.assertEqual(widths, [Length.from_inches(one) for one in (24, 24, 18)])
        self.assertEqual(lengths, [Length.from_feet(one) for one in (92, 20, 20)])

    def test_pads_excavations_walls_and_lots(self) -> None:
        def draw(document: Any) -> None:
            space = document.modelspace()
            pad = [(2, 1), (5, 1), (5, 3), (2, 3)]
            space.add_lwpolyline(pad, close=True, dxfattribs={"layer": "PAD"})
            turned = [(10, 0), (12, 1), (11, 3), (9, 2)]
            space.add_lwpolyline(turned, close=True, dxfattribs={"layer": "TURNED"})
            space.add_circle((20, 2), 1, dxfattribs={"layer": "ROUND"})
            dig = [(0, 0), (40, 0), (40, 30), (0, 30)]
            space.add_lwpolyline(dig, close=True, dxfattribs={"layer": "DIG"})
            space.add_lwpolyline([(0, 20), (30, 20), (30, 28)], dxfattribs={"layer": "WALL"})

        drawing = self.bring(dxf(draw))
        sheet, floor = self.lay(drawing), self.add_floor()

        def part(kind: str, layer: str) -> Body:
            form = element_body(kind, floor, name=f"{kind} {layer}")
            return {"shapes": self.on(sheet, layer), "floor": None, "element": form, "mesh": ""}

        good = [
            part("pad", "PAD"),
            part("excavation", "DIG"),
            part("wall", "WALL"),
            part("lot", "DIG"),
        ]
        self.place(drawing, *good)
        pad: Any = self.built("pad PAD")
        self.assertEqual(pad.middle.x, Length.from_inches(42))
        self.assertEqual(pad.middle.y, Length.from_feet(2))
        self.assertEqual(pad.sides, (Length.from_feet(3), Length.from_feet(2)))
        wall: Any = self.built("wall WALL")
        self.assertFalse(wall.line.is_closed)
        self.assertEqual(wall.line.length, Length.from_feet(38))
        self.assertEqual(self.built("excavation DIG").outline.area, 40 * 30 * 0.3048**2)
        self.assertEqual(self.built("lot DIG").points(), ())
        for wrong, why in (
            (part("pad", "TURNED"), "at an angle"),
            (part("pad", "ROUND"), "round"),
            (part("excavation", "WALL"), "does not close"),
            (
                part("wall", "PAD") | {"shapes": self.on(sheet, "PAD") + self.on(sheet, "DIG")},
                "one shape",
            ),
        ):
            (error,) = self.place(drawing, wrong, status=400)["errors"]
            self.assertIn(why, error["why"])

    def built(self, name: str) -> Any:
        element = Element.objects.get(name=name)
        return JobPlan(element.job).element(element.pk)


class OnASurface(DrawingCase):
    """A surveyor's surface as formation and as design."""

    #: A plane that rises 1 in 10 to the right, 40 ft by 30 ft, in two triangles.
    SURFACE = (
        "<Surfaces><Surface name='Subgrade'><Definition surfType='TIN'><Pnts>"
        "<P id='1'>100 200 48</P><P id='2'>100 240 52</P><P id='3'>130 240 52</P>"
        "<P id='4'>130 200 48</P></Pnts><Faces><F>1 2 3</F><F>1 3 4</F></Faces>"
        "</Definition></Surface></Surfaces>"
    )

    def part(self, kind: str, **changed: Any) -> Body:
        form = element_body(kind, str(uuid4()), name=kind) | {
            "shape": "corners",
            "outline_of": None,
        }
        part: Body = {"shapes": [], "floor": None, "element": form, "mesh": "Subgrade"}
        return part | changed

    def test_each_point_is_set_to_the_surface_there(self) -> None:
        drawing = self.bring(landxml(self.SURFACE))
        sheet = self.lay(drawing)
        (mesh,) = sheet["meshes"]
        self.assertEqual((mesh["triangles"], mesh["lowest"]), (2, "48' 0\""))
        self.place(drawing, self.part("excavation"), self.part("finished"))
        dig = self.get(f"jobs/{self.job}/stages/dig")["works"][0]
        for peg in dig["pegs"]:
            right = float(peg["place"]["x"]["metres"]) / 0.3048
            self.assertAlmostEqual(
                float(peg["target"]["metres"]) / 0.3048, 48 + right / 10, places=6
            )
        element = Element.objects.get(name="excavation")
        self.assertEqual(self.built_area(element), 40 * 30 * 0.3048**2)
        typed = self.get(f"elements/{element.pk}")
        self.assertEqual(typed["mesh"]["name"], "Subgrade")
        self.change(
            f"elements/{element.pk}",
            typed | {"id": str(element.pk), "name": "Dig", "reference": None, "outline_of": None},
        )
        self.assertEqual(Element.objects.get(pk=element.pk).typed["mesh"]["name"], "Subgrade")

    def built_area(self, element: Element) -> float:
        built: Any = JobPlan(element.job).element(element.pk)
        return float(built.outline.area)

    def test_what_reaches_beyond_it_or_takes_no_surface_is_refused(self) -> None:
        drawing = self.bring(landxml(self.SURFACE))
        floor = self.add_floor(length="60 ft", width="10 ft")
        beyond = self.part("excavation")
        beyond["element"] |= {"shape": "floor", "outline_of": floor}
        (error,) = self.place(drawing, beyond, status=400)["errors"]
        self.assertIn("does not reach", error["why"])
        (error,) = self.place(drawing, self.part("form"), status=400)["errors"]
        self.assertIn("surface of triangles", error["why"])
        (error,) = self.place(drawing, self.part("finished", mesh="Other"), status=400)["errors"]
        self.assertIn("nothing of that handle", error["why"])
        self.assertEqual(Element.objects.count(), 0)


class AnotherZero(DrawingCase):
    """Heights of a drawing that are not above the job's own zero."""

    def bolt(self, height: float, text: str = "BM1 bolt in the curb") -> str:
        """Bring the shop in, with the job's own benchmark drawn beside it."""

        def draw(document: Any) -> None:
            shop(document)
            space = document.modelspace()
            space.add_point((60.0, 24.0, height), dxfattribs={"layer": "CONTROL"})
            words = space.add_text(text, height=0.3, dxfattribs={"layer": "CONTROL"})
            words.set_placement((60.1, 24.1))

        return self.bring(dxf(draw))

    def handles(self, sheet: Any) -> dict[str, str]:
        return {mark["text"][:3]: mark["handle"] for mark in sheet["marks"] if not mark["is_text"]}

    def test_a_benchmark_drawn_at_another_height_holds_all_heights_back(self) -> None:
        drawing = self.bolt(412.3)
        sheet = self.lay(drawing)
        why = (
            "BM1 stands at 50' 4 1/2\" in this job and is drawn at 412' 3 5/8\", "
            "361' 11 1/8\" apart: the drawing's heights are above another zero, "
            "or one of the two is wrong."
        )
        self.assertEqual(sheet["another_zero"], why)
        nail, slab = self.handles(sheet)["BM7"], self.slab_part(sheet)
        (error,) = self.place(drawing, slab, marks=[nail], status=400)["errors"]
        self.assertEqual((error["field"], error["why"]), ("marks.shapes", why))
        self.assertIn("Tie the job to BM1's real elevation", error["accepts"])
        self.assertEqual((Floor.objects.count(), Benchmark.objects.count()), (0, 1))
        self.place(drawing, slab)
        self.assertEqual(Floor.objects.count(), 1, "what takes no height is placed")

    def test_once_the_job_is_tied_to_it_heights_come_in(self) -> None:
        drawing = self.bolt(412.3)
        tie = {"id": str(uuid4()), "benchmark": str(self.benchmark), "real": "412.3 ft"}
        self.ok(self.foreman, f"jobs/{self.job}/ties", tie)
        sheet = self.lay(drawing)
        self.assertEqual(sheet["another_zero"], "")
        self.place(drawing, marks=[self.handles(sheet)["BM7"]])
        bolt, nail = (Benchmark.objects.get(name=name) for name in ("BM1", "BM7"))
        self.assertEqual(
            bolt.elevation - nail.elevation, Length.from_feet("412.3") - Length.from_feet("50.25")
        )

    def test_it_is_found_by_its_place_whatever_it_is_called_there(self) -> None:
        self.add_second_benchmark()
        Benchmark.objects.filter(name="BM2").update(x=Length.from_feet(50), y=Length.from_feet(4))
        for height, is_odd in ((50.02, False), (50.04, True), (49.96, True)):
            sheet = self.lay(self.bolt(height, "CP9 by the gate"))
            self.assertEqual("BM2 stands at" in sheet["another_zero"], is_odd, height)
        Benchmark.objects.filter(name="BM2").update(x=Length.from_feet(51))
        sheet = self.lay(self.bolt(70.0, "BM2 of another job"))
        self.assertEqual(sheet["another_zero"], "", "a namesake elsewhere is another point")

    def test_a_height_no_site_has_keeps_nobody_from_looking(self) -> None:
        sheet = self.lay(self.bolt(9.0e8))
        self.assertEqual(sheet["another_zero"], "")
        self.assertEqual(len(self.handles(sheet)), 2)

    def test_points_farther_off_than_any_site_keep_nobody_from_looking(self) -> None:
        self.add_second_benchmark()

        def far(document: Any) -> None:
            shop(document)
            document.modelspace().add_point((9e8, 0, 1.0), dxfattribs={"layer": "CONTROL"})

        self.assertEqual(self.lay(self.bring(dxf(far)))["another_zero"], "")

    def test_a_point_said_to_be_a_benchmark_is_one(self) -> None:
        self.add_second_benchmark()
        bm2 = str(Benchmark.objects.get(name="BM2").pk)
        drawing = self.bolt(61.0, "CP9 by the gate")
        handle = self.handles(self.lay(drawing))["CP9"]
        sheet = self.lay(drawing, known=[known(handle, "", "", benchmark=bm2)])
        self.assertIn("BM2 stands at 50' 0\"", sheet["another_zero"])
