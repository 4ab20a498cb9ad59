"""What the screens never send, and a hurried person or another program does: refused in words."""

from __future__ import annotations

from typing import Any
from unittest import mock
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile

from core.errors import BadLevel
from server.imports.tests.drawn import METERS, dxf, shop
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import finished_level
from server.tests.drawing_case import DrawingCase, laid
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT, SiteTestCase, floor_body
from server.tests.works import WorkTestCase


class OfAJob(SiteTestCase):
    """Its name, its floors, and where to stand on it."""

    def put(self, path: str, body: dict[str, str], status: int) -> Any:
        answer = self.foreman.put(f"/api/v1/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_a_job_has_a_name(self) -> None:
        body = {"name": "x" * 81, "place": "Yard"}
        (error,) = self.put(f"jobs/{self.job}/name", body, 400)["errors"]
        self.assertEqual(
            (error["field"], error["why"]), ("name", "It is longer than 80 characters.")
        )
        self.put(f"jobs/{self.job}/name", {"name": "  ", "place": "Yard"}, 200)
        sheet = self.get(f"jobs/{self.job}")
        self.assertEqual((sheet["name"], sheet["place"]), ("Shed", "Yard"))

    def test_levels_that_lead_back_to_themselves_are_told_by_the_floor(self) -> None:
        one = Floor.objects.get(pk=self.add_floor())
        other = Floor.objects.get(pk=self.add_floor(name="Other"))
        both = {"reference_benchmark": None}
        Floor.objects.filter(pk=one.pk).update(reference_floor=other, **both)
        Floor.objects.filter(pk=other.pk).update(reference_floor=one, **both)
        one.refresh_from_db()
        for level in (finished_level, JobPlan(one.job).finished):
            with self.assertRaisesRegex(BadLevel, "too many floors, or back to itself"):
                level(one)

    def test_where_to_stand_needs_a_rod_and_an_instrument(self) -> None:
        self.add_second_benchmark()
        self.add_floor()
        path = f"jobs/{self.job}/stands"
        (error,) = self.get(path, status=400)["errors"]
        self.assertEqual((error["field"], error["why"]), ("instrument", NO_INSTRUMENT))
        self.add_instrument()
        (error,) = self.get(path, status=400)["errors"]
        self.assertEqual((error["field"], error["why"]), ("rod", "The crew has no rod."))

    def test_a_check_of_no_method_is_none(self) -> None:
        instrument = self.add_instrument()
        body = {"id": str(uuid4()), "method": "shake-it", "typed": {}, "taken_at": TAKEN_AT}
        for path in ("checks", "check-draft"):
            self.refused(self.foreman, f"instruments/{instrument}/{path}?units=m", body)

    def test_a_reading_from_a_set_up_nobody_made(self) -> None:
        point = self.points(self.add_floor())["A1"]
        self.ok(self.helper, "shots", self.shot_body(str(uuid4()), point, "4'"), 404)

    def test_a_form_that_is_larger_than_any_is_refused_before_it_is_read(self) -> None:
        with self.settings(DATA_UPLOAD_MAX_MEMORY_SIZE=2_000):
            body = floor_body(self.benchmark, name="x" * 3_000)
            (error,) = self.ok(self.foreman, f"jobs/{self.job}/floors", body, 413)["errors"]
        self.assertEqual((error["code"], error["accepts"]), ("too-large", UP_TO))
        self.assertFalse(Floor.objects.exists())


NO_INSTRUMENT = "The crew has no instrument."
UP_TO = "Up to 2000 are taken at once."


class OfAFile(WorkTestCase):
    """Files that are handed in."""

    def test_one_that_is_too_large_is_no_work(self) -> None:
        with mock.patch("server.background.services.ask_work.LARGEST_FILE", 10):
            path, asked = f"jobs/{self.job}/points-in", {"order": ORDER, "unit": "ft"}
            said = self.handed(path, b"x" * 11, self.foreman, 409, **asked)
        (error,) = said["errors"]
        self.assertEqual((error["why"], error["accepts"]), (ELEVEN, "Up to 10 bytes are taken."))

    def test_points_go_on_a_floor_of_this_job(self) -> None:
        other = str(uuid4())
        self.ok(self.foreman, "jobs", self.job_body(id=other, name="O", benchmark=None))
        level = {"level_from": "elevation", "level": "50 ft", "reference": None}
        body = floor_body(None) | level
        floor = self.ok(self.foreman, f"jobs/{other}/floors", body)["id"]
        work = self.hand_in(
            f"jobs/{self.job}/points-in", b"7,1,1,412.5,hub\n", floor=floor, unit="ft", order=ORDER
        )
        self.assertEqual(work["state"], "failed")
        self.assertEqual(work["problems"][0]["why"], "That floor is not in this job.")

    def test_tables_of_readings_that_are_none(self) -> None:
        self.add_floor()
        path = f"set-ups/{self.add_set_up()}/readings-in"
        head = "surface,point,reading,time\n"
        cases = {
            "It has no column": "surface,point\nFloor,A1\n",
            "That is no reading": f"{head}Floor,A1,{'4' * 70},\n",
            "That is no moment": f"{head}Floor,A1,43 in,2026-13-04T10:00:00Z\n",
        }
        for why, table in cases.items():
            with self.subTest(why):
                work = self.hand_in(path, table.encode())
                self.assertEqual(work["state"], "failed")
                self.assertIn(why, work["problems"][0]["why"])

    def test_a_zip_that_is_packed_in_a_way_nobody_reads(self) -> None:
        file = SimpleUploadedFile("p.zip", ODD_ZIP, "application/zip")
        body = {"id": str(uuid4()), "file": file}
        answer = self.foreman.post(f"/api/v1/jobs/{self.job}/pictures-in", body)
        self.assertEqual(answer.status_code, 400, answer.content)


ORDER = "number,northing,easting,elevation,description"
ELEVEN = "The file has 11 bytes."
#: An archive whose end says that it goes on elsewhere.
ODD_ZIP = b"PK\x05\x06" + b"\xff" * 18


class OfADrawing(DrawingCase):
    """Parts that are drawn as nothing, and surveys that are no site's."""

    def test_a_part_is_one_thing_and_is_drawn_as_something(self) -> None:
        drawing = self.bring(dxf(shop))
        slab = self.slab_part(self.lay(drawing))
        piers = element_body("piers", slab["floor"]["id"])
        for part, why in (
            (slab | {"element": piers}, "A part is a floor or an element."),
            (slab | {"floor": None}, "A part is a floor or an element."),
            (slab | {"shapes": []}, "A part is drawn as something."),
        ):
            (error,) = self.place(drawing, part, status=400)["errors"]
            self.assertEqual((error["field"], error["why"]), ("parts.0.shapes", why))
        self.assertFalse(Floor.objects.exists())

    def test_a_drawing_nobody_brought_is_not_there(self) -> None:
        self.ok(self.foreman, f"drawings/{uuid4()}/laid", laid(), 404)

    def test_one_that_says_no_unit_is_laid_in_that_of_the_one_before(self) -> None:
        first = self.bring(dxf(shop, units=METERS))
        self.place(first, self.slab_part(self.lay(first)))
        again = self.lay(self.bring(dxf(shop, units=0)))
        self.assertEqual((again["unit"], again["how"]), ("m", "before"))
