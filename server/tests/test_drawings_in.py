"""A drawing handed in, looked at, placed on the plan, and brought in again after a change."""

from __future__ import annotations

from functools import partial
from typing import Any
from uuid import uuid4

from django.apps import apps
from django.test import Client

from core.lengths import Length
from server.jobs.models import Benchmark, Element, Floor, Point
from server.jobs.plan.job_plan import JobPlan
from server.tests.plan import element_body
from server.tests.site import Body, floor_body
from server.tests.works import WorkTestCase
from server.traced.models import BroughtDrawing, PlacedShape
from server.traced.tests.drawn import dxf, landxml, shop


class DrawingCase(WorkTestCase):
    """A job whose plan comes with a drawing."""

    def bring(self, content: bytes) -> str:
        """Hand a drawing in, and return its key."""
        work = self.hand_in(f"jobs/{self.job}/drawings-in", content)
        self.assertEqual(work["state"], "done", work)
        return str(work["id"])

    def lay(self, drawing: str, status: int = 200, /, **changed: Any) -> Any:
        """Look at a drawing."""
        return self.ok(self.helper, f"drawings/{drawing}/laid", laid(**changed), status)

    def place(self, drawing: str, *parts: Body, status: int = 201, **changed: Any) -> Any:
        """Place parts of a drawing."""
        body = laid(**changed) | {"parts": list(parts), "marks": changed.pop("marks", [])}
        return self.ok(self.foreman, f"drawings/{drawing}/placing", body, status)

    def on(self, sheet: Any, layer: str) -> list[str]:
        """Return the handles on a layer."""
        return [one["handle"] for one in sheet["shown"] if one["layer"] == layer]

    def slab_part(self, sheet: Any, /, **changed: Any) -> Body:
        """Return the slab of the shop."""
        form = floor_body(self.benchmark, name="Shop floor", grid_spacing="8 ft", **changed)
        return {"shapes": self.on(sheet, "SLAB"), "floor": form, "element": None, "mesh": ""}

    def piers_part(self, sheet: Any, floor: str, /, **changed: Any) -> Body:
        """Return the piers of the shop, under a floor."""
        measures = {"diameter": "", **changed.pop("measures", {})}
        form = element_body("piers", floor, measures=measures, **changed) | {"part": "finished"}
        return {"shapes": self.on(sheet, "PIERS"), "floor": None, "element": form, "mesh": ""}


def laid(**changed: Any) -> Body:
    """Return how a drawing is laid where nobody says otherwise."""
    return {"unit": "", "within": "", "known": []} | changed


def known(handle: str, right: str, away: str, corner: int = 0, benchmark: Any = None) -> Body:
    """Return a point known in both."""
    return {
        "handle": handle, "corner": corner, "benchmark": benchmark, "right": right, "away": away,
    }  # fmt: skip


class Looked(DrawingCase):
    """A drawing before anything of it is on the plan."""

    def test_it_shows_sizes_levels_and_what_shapes_are_likely_to_be(self) -> None:
        sheet = self.lay(self.bring(dxf(shop)))
        self.assertEqual((sheet["unit"], sheet["says_unit"], sheet["how"]), ("ft", True, "corner"))
        slab = next(one for one in sheet["shown"] if one["layer"] == "SLAB")
        self.assertEqual((slab["meant"], slab["size"]), ("slab", "rectangle, 24' 0\" × 16' 0\""))
        self.assertEqual(slab["height"], "51' 6\"")
        pier = next(one for one in sheet["shown"] if one["layer"] == "PIERS")
        self.assertEqual((pier["meant"], pier["size"]), ("piers", "circle, 1' 0\""))
        self.assertEqual(slab["spots"][0], [0.0, 0.0])
        (nail,) = [one for one in sheet["marks"] if not one["is_text"]]
        self.assertEqual((nail["text"], nail["height"]), ("BM7 nail in the post", "50' 3\""))
        self.assertEqual(Floor.objects.count() + Element.objects.count(), 0)

    def test_a_unit_nobody_said_is_asked_and_decides_the_sizes(self) -> None:
        drawing = self.bring(dxf(shop, units=0))
        (error,) = self.lay(drawing, 400)["errors"]
        self.assertEqual(error["field"], "unit")
        sheet = self.lay(drawing, unit="m")
        self.assertFalse(sheet["says_unit"])
        self.assertIn("78' 8", next(o["size"] for o in sheet["shown"] if o["layer"] == "SLAB"))

    def test_arcs_are_cut_as_finely_as_is_asked(self) -> None:
        drawing = self.bring(dxf(shop))
        fine, rough = (
            len(
                next(o for o in self.lay(drawing, within=within)["shown"] if o["is_round"])["spots"]
            )
            for within in ("1/32 in", '1"')
        )
        self.assertGreater(fine, 2 * rough)
        self.assertIn("more than 0", self.lay(drawing, 400, within="0")["errors"][0]["why"])

    def test_what_is_left_out_says_where(self) -> None:
        def draw(document: Any) -> None:
            shop(document)
            document.modelspace().add_line((0, 0), (float("nan"), 0), dxfattribs={"layer": "BAD"})
            document.modelspace().add_line((0, 0), (9e6, 0), dxfattribs={"layer": "ROAD"})

        sheet = self.lay(self.bring(dxf(draw)))
        left = {one["layer"]: one["why"] for one in sheet["left_out"]}
        self.assertIn("no plan's", left["BAD"])
        self.assertIn("farther out than any site", left["ROAD"])

    def test_files_that_can_not_be_leave_nothing(self) -> None:
        for content, why in (
            (b"no drawing", "not read"),
            (dxf(lambda _: None), "no line"),
            (landxml("<CgPoints><CgPoint>1</CgPoint></CgPoints>"), "northing"),
        ):
            work = self.hand_in(f"jobs/{self.job}/drawings-in", content)
            self.assertEqual(work["state"], "failed")
            self.assertIn(why, work["problems"][0]["why"])
            self.assertTrue(work["problems"][0]["accepts"])
        self.assertEqual(BroughtDrawing.objects.count(), 0)
        self.assertIsNone(apps.get_model("papers", "LongWork").objects.all()[0].taken_in)


class Fitted(DrawingCase):
    """By known points."""

    def setUp(self) -> None:
        super().setUp()
        self.drawing = self.bring(dxf(shop))
        self.slab = self.on(self.lay(self.drawing), "SLAB")[0]

    def test_two_corners_turn_it_and_each_miss_is_told(self) -> None:
        two = [known(self.slab, "10 ft", "0"), known(self.slab, "10 ft", "24' 1/4\"", corner=1)]
        sheet = self.lay(self.drawing, known=two)
        self.assertEqual((sheet["how"], sheet["turned"]), ("known", "90.000°"))
        self.assertEqual(sheet["misses"], ['1/8"', '1/8"'])
        far = next(one for one in sheet["shown"] if one["layer"] == "SLAB")["spots"][2]
        self.assertAlmostEqual(far[0], (10 - 16) * 0.3048, places=3)

    def test_a_benchmark_with_a_place_is_one_too(self) -> None:
        Benchmark.objects.update(x=Length.from_feet(40), y=Length.from_feet(5))
        nail = next(one for one in self.lay(self.drawing)["marks"] if not one["is_text"])
        one = known(nail["handle"], "", "", benchmark=str(self.benchmark))
        spots = self.lay(self.drawing, known=[one])["shown"][0]["spots"]
        self.assertAlmostEqual(spots[0][0], 10 * 0.3048, places=4)
        Benchmark.objects.update(x=None, y=None)
        self.assertEqual(
            self.lay(self.drawing, 400, known=[one])["errors"][0]["field"], "known.0.benchmark"
        )

    def test_lengths_that_dont_agree_and_points_that_are_none_are_refused(self) -> None:
        two = [known(self.slab, "0", "0"), known(self.slab, "24 m", "0", corner=1)]
        (error,) = self.lay(self.drawing, 400, known=two)["errors"]
        self.assertIn("In meters it would agree", error["accepts"])
        for wrong, field in (
            (known("FFFF", "0", "0"), "known.0.handle"),
            (known(self.slab, "0", "0", corner=4), "known.0.handle"),
            (known(self.slab, "x", "0"), "known.0.right"),
        ):
            errors = self.lay(self.drawing, 400, known=[wrong])["errors"]
            self.assertEqual(errors[0]["field"], field)


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
        places = [(one.x, one.y) for one in points]
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
        return next(str(one["handle"]) for one in sheet["marks"] if not one["is_text"])

    def test_one_wrong_part_and_nothing_is_placed(self) -> None:
        drawing = self.bring(dxf(shop))
        sheet = self.lay(drawing)
        slab = self.slab_part(sheet)
        piers = self.piers_part(sheet, slab["floor"]["id"], measures={"kerf": "wide"})
        errors = self.place(drawing, slab, piers, status=400)["errors"]
        self.assertEqual([one["field"] for one in errors], ["parts.1.kerf"])
        self.assertEqual((Floor.objects.count(), PlacedShape.objects.count()), (0, 0))
        one_pier = piers | {"shapes": [*piers["shapes"], *slab["shapes"]]}
        errors = self.place(drawing, slab, one_pier, status=400)["errors"]
        self.assertEqual(errors[0]["field"], "parts.1.shapes")
        self.assertIn("even row", errors[0]["why"])
        thin = slab | {"floor": slab["floor"] | {"thickness": ""}}
        errors = self.place(drawing, thin, piers, status=400)["errors"]
        self.assertEqual([one["field"] for one in errors], ["parts.0.thickness"])
        gone = slab | {"shapes": ["FFFF"]}
        self.assertIn("FFFF", self.place(drawing, gone, status=400)["errors"][0]["typed"])
        self.assertIn("Nothing", self.place(drawing, status=400)["errors"][0]["why"])
        text = next(one["handle"] for one in sheet["marks"] if one["is_text"])
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


class BroughtAgain(DrawingCase):
    """A drawing that was changed."""

    def setUp(self) -> None:
        super().setUp()
        first = self.bring(dxf(shop))
        sheet = self.lay(first)
        slab = self.slab_part(sheet)
        self.place(first, slab, self.piers_part(sheet, slab["floor"]["id"]))
        self.second = self.bring(dxf(partial(shop, moved=0.5)))

    def test_what_moved_is_told_and_the_rest_is_not(self) -> None:
        sheet = self.lay(self.second)
        self.assertEqual(sheet["how"], "before")
        slab = next(one for one in sheet["shown"] if one["layer"] == "SLAB")
        self.assertEqual(slab["placed"]["moved"], '6"')
        piers = [one["placed"]["moved"] for one in sheet["shown"] if one["layer"] == "PIERS"]
        self.assertEqual(piers, [""] * 4)

    def follow(self, change: str, status: int = 201) -> Any:
        body = laid() | {"changes": [change]}
        return self.ok(self.foreman, f"drawings/{self.second}/following", body, status)

    def moved(self) -> str:
        shown = self.lay(self.second)["shown"]
        return str(next(one for one in shown if one["layer"] == "SLAB")["placed"]["change"])

    def test_the_plan_follows_once_and_then_nothing_has_moved(self) -> None:
        self.follow(self.moved())
        floor = Floor.objects.get()
        corners = {(one.x, one.y) for one in floor.corners.all()}
        self.assertIn((Length.from_inches(294), Length.from_feet(16)), corners)
        self.assertEqual(floor.thickness, Length.from_inches(5))
        slab = next(o for o in self.lay(self.second)["shown"] if o["layer"] == "SLAB")
        self.assertEqual(slab["placed"]["moved"], "")

    def test_a_floor_that_was_shot_stays(self) -> None:
        change, point = self.moved(), Point.objects.filter(floor__isnull=False)[0]
        shot = self.shot_body(self.add_set_up(), str(point.pk), "4' 5\"")
        self.ok(self.foreman, "shots", shot)
        (error,) = self.follow(change, 400)["errors"]
        self.assertIn("already shot", error["why"])
        self.assertIn((Length.from_feet(24)), {one.x for one in Floor.objects.get().corners.all()})


class WhoMay(DrawingCase):
    """Another crew, and a helper."""

    def test_no_other_crew_sees_it_and_a_helper_places_nothing(self) -> None:
        drawing = self.bring(dxf(shop))
        part = self.slab_part(self.lay(drawing))
        for client, status in ((self.outsider, 404), (self.helper, 403)):
            self.posts(client, drawing, "placing", {"parts": [part], "marks": []}, status)
            self.posts(client, drawing, "following", {"changes": [str(uuid4())]}, status)
        self.posts(self.outsider, drawing, "laid", {}, 404)
        self.get(f"jobs/{self.job}/drawings", self.outsider, 404)
        (line,) = self.get(f"jobs/{self.job}/drawings", self.helper)["drawings"]
        self.assertEqual((line["file_name"], line["placed"]), ("file", 0))

    def posts(self, client: Client, drawing: str, what: str, body: Body, status: int) -> None:
        self.ok(client, f"drawings/{drawing}/{what}", laid() | body, status)
