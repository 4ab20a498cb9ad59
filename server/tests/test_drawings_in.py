"""A drawing handed in, looked at, laid over its site, and brought in again after a change."""

from __future__ import annotations

from functools import partial
from typing import Any
from uuid import uuid4

from django.apps import apps
from django.test import Client

from core.lengths import Length
from server.imports.models import BroughtDrawing
from server.imports.tests.drawn import dxf, landxml, shop
from server.jobs.models import Benchmark, Element, Floor, Point
from server.jobs.plan.job_plan import JobPlan
from server.tests.drawing_case import DrawingCase, known, laid
from server.tests.plan import element_body
from server.tests.site import LONG_AGO, Body


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
        (nail,) = [mark for mark in sheet["marks"] if not mark["is_text"]]
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

    def test_shapes_farther_out_than_any_site_are_told_and_counted(self) -> None:
        def draw(document: Any) -> None:
            shop(document)
            for i in range(60):
                far = [(1e7 + i, 0), (1e7 + i + 1, 0), (1e7 + i, 1)]
                document.modelspace().add_lwpolyline(far, close=True, dxfattribs={"layer": "FAR"})

        sheet = self.lay(self.bring(dxf(draw)))
        told = [one for one in sheet["left_out"] if one["layer"] == "FAR"]
        self.assertEqual((len(told), sheet["left_out_more"]), (50, 10))
        self.assertEqual({one["layer"] for one in sheet["shown"]} & {"FAR"}, set())

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
        self.assertIsNone(apps.get_model("background", "LongWork").objects.all()[0].taken_in)


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
        nail = next(mark for mark in self.lay(self.drawing)["marks"] if not mark["is_text"])
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


def strip(document: Any, wide: float) -> None:
    """Draw a footing by its four edges, 20 ft long."""
    corners = [(40.0, 0.0), (40.0 + wide, 0.0), (40.0 + wide, 20.0), (40.0, 20.0)]
    layer = {"layer": "STRIP"}
    document.modelspace().add_lwpolyline(corners, close=True, dxfattribs=layer)


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
        corners = {(corner.x, corner.y) for corner in floor.corners.all()}
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
        self.assertIn(
            (Length.from_feet(24)), {corner.x for corner in Floor.objects.get().corners.all()}
        )

    def test_an_element_follows_and_keeps_what_was_typed_of_it(self) -> None:
        def draw(document: Any) -> None:
            shop(document)
            for entity in document.modelspace().query("CIRCLE"):
                x, y, _ = entity.dxf.center
                entity.dxf.center = (x, y + 1)

        third = self.bring(dxf(draw))
        shown = self.lay(third)["shown"]
        pier = next(one for one in shown if one["layer"] == "PIERS")
        self.assertEqual(pier["placed"]["moved"], '12"')
        body = laid() | {"changes": [pier["placed"]["change"]]}
        self.ok(self.foreman, f"drawings/{third}/following", body)
        row = Element.objects.get()
        self.assertEqual(row.typed["measures"]["y"], "3' 0\"")
        self.assertEqual(row.typed["measures"]["kerf"], '1/8"')
        tops = Point.objects.filter(element=row, task="pier-top")
        self.assertEqual({top.y for top in tops}, {Length.from_feet(3)})

    def test_a_strip_drawn_by_its_edges_follows_in_place_and_width(self) -> None:
        floor = str(Floor.objects.get().pk)
        for typed_since, width in (("", 18), ("20 in", 20)):
            with self.subTest(typed_since=typed_since):
                drawing = self.bring(dxf(partial(strip, wide=2.0)))
                shapes = self.on(self.lay(drawing), "STRIP")
                form = element_body("footing", floor, name=f"S{width}")
                form["measures"]["strip_width"] = ""
                self.place(drawing, {"shapes": shapes, "floor": None, "element": form, "mesh": ""})
                row = Element.objects.get(name=f"S{width}")
                self.assertEqual(row.typed["measures"]["strip_width"], "2' 0\"")
                if typed_since:
                    row.typed["measures"]["strip_width"] = typed_since
                    row.save()
                self.is_followed(partial(strip, wide=1.5), row)
                row.refresh_from_db()
                planned: Any = JobPlan(row.job).element(row.pk)
                self.assertEqual(planned.section.width, Length.from_inches(width))
                self.assertEqual(planned.line.length, Length.from_feet(20))

    def test_a_ring_along_a_narrow_rectangle_goes_on_being_one(self) -> None:
        floor = str(Floor.objects.get().pk)
        drawing = self.bring(dxf(partial(strip, wide=4.0)))
        shapes = self.on(self.lay(drawing), "STRIP")
        form = element_body("footing", floor, name="Ring")
        form["measures"]["strip_width"] = "18 in"
        self.place(drawing, {"shapes": shapes, "floor": None, "element": form, "mesh": ""})
        row = Element.objects.get(name="Ring")
        self.is_followed(partial(strip, wide=4.5), row)
        row.refresh_from_db()
        planned: Any = JobPlan(row.job).element(row.pk)
        self.assertEqual(planned.section.width, Length.from_inches(18))
        self.assertEqual(planned.line.length, Length.from_feet(49))

    def test_round_piers_drawn_larger_follow(self) -> None:
        def larger(document: Any) -> None:
            shop(document)
            for entity in document.modelspace().query("CIRCLE"):
                entity.dxf.radius = 0.75

        row = Element.objects.get()
        self.assertEqual(row.typed["measures"]["diameter"], "1' 0\"")
        self.is_followed(larger, row)
        row.refresh_from_db()
        self.assertEqual(row.typed["measures"]["diameter"], "1' 6\"")

    def is_followed(self, draw: Any, row: Element) -> None:
        """Bring a drawing in again, and let an element follow it."""
        again = self.bring(dxf(draw))
        shown = [one["placed"] for one in self.lay(again)["shown"] if one["placed"]]
        change = next(one["change"] for one in shown if one["name"] == row.name)
        body = laid() | {"changes": [change]}
        self.ok(self.foreman, f"drawings/{again}/following", body)

    def test_what_was_taken_out_or_is_no_longer_drawn_does_not_follow(self) -> None:
        def without(document: Any) -> None:
            shop(document)
            for entity in document.modelspace().query("LWPOLYLINE"):
                document.modelspace().delete_entity(entity)

        change, third = self.moved(), self.bring(dxf(without))
        body = laid() | {"changes": [change]}
        (error,) = self.ok(self.foreman, f"drawings/{third}/following", body, 400)["errors"]
        self.assertIn("nothing of that handle", error["why"])
        Floor.objects.update(retired_at=LONG_AGO)
        (error,) = self.follow(change, 400)["errors"]
        self.assertIn("taken out of the plan", error["why"])

    def test_another_drawings_shape_of_the_same_handle_is_no_moved_one(self) -> None:
        def other(document: Any) -> None:
            shop(document, 2.0)
            for entity in document.modelspace():
                entity.dxf.layer = "TREES"

        change, third = self.moved(), self.bring(dxf(other))
        shown = self.lay(third)["shown"]
        self.assertEqual({one["placed"] for one in shown}, {None})
        before = {(corner.x, corner.y) for corner in Floor.objects.get().corners.all()}
        body = laid() | {"changes": [change]}
        (error,) = self.ok(self.foreman, f"drawings/{third}/following", body, 400)["errors"]
        self.assertIn("On layer TREES it is not what Shop floor", error["why"])
        self.assertEqual(
            {(corner.x, corner.y) for corner in Floor.objects.get().corners.all()}, before
        )

    def test_another_unit_than_before_is_laid_anew_by_its_corner(self) -> None:
        sheet = self.lay(self.second, unit="m")
        self.assertEqual((sheet["how"], sheet["unit"]), ("corner", "m"))
        slab = next(one for one in sheet["shown"] if one["layer"] == "SLAB")
        self.assertTrue(slab["placed"]["moved"])

    def test_a_drawing_of_another_place_is_laid_anew_by_its_corner(self) -> None:
        def far(document: Any, feet: float) -> None:
            shop(document)
            for entity in document.modelspace():
                entity.translate(-feet, feet, 0)

        for feet, how in ((600.0, "before"), (800.0, "corner")):
            with self.subTest(feet=feet):
                self.assertEqual(self.lay(self.bring(dxf(partial(far, feet=feet))))["how"], how)

    def test_a_frame_drawn_far_off_does_not_make_it_another_place(self) -> None:
        def framed(document: Any) -> None:
            shop(document)
            document.modelspace().add_line((-1_500, -1_500), (-1_400, -1_500))

        self.assertEqual(self.lay(self.bring(dxf(framed)))["how"], "before")


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
