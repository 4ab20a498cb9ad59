"""A datum tied later moves every height alike; units change, and nothing typed with them."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from decimal import Decimal
from typing import Any
from uuid import uuid4

from django.test import Client, TestCase
from openpyxl import load_workbook
from pypdf import PdfReader

from core.lengths import Length, format_length, parse_length
from demo.load import load_demo
from server.concrete.models import PriceList
from server.crews.models import User
from server.exports.pdf.job_record import job_record
from server.jobs.models import DatumTie, Element, Floor, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of
from server.jobs.services.tie_datum import TieForm, tie_datum
from server.pours.models import Pour
from server.tests.plan import element_body
from server.tests.reads import reads_of
from server.tests.site import TAKEN_AT, SiteTestCase, floor_body

REAL = "187.345678 m"
#: What holds a height of a sheet besides the pairs of meters and text.
HEIGHTS_AS_TEXTS = (
    ".elevation", ".adjusted", ".height_of_instrument", ".first", ".last", ".constant_on_rod",
    ".level", ".action",
)  # fmt: skip


def leaves(before: Any, after: Any, at: str) -> Iterator[tuple[str, Any, Any]]:
    """Walk two sheets side by side; yields what differs."""
    if isinstance(before, dict) and isinstance(after, dict):
        assert before.keys() == after.keys(), at
        for key in before:
            yield from leaves(before[key], after[key], f"{at}.{key}")
    elif isinstance(before, list) and isinstance(after, list):
        assert len(before) == len(after), at
        for one, other in zip(before, after, strict=True):
            yield from leaves(one, other, at)
    elif before != after:
        yield at, before, after


class DemoCase(TestCase):
    """Two jobs of the demo, with every kind of element, runs, pours and papers."""

    def setUp(self) -> None:
        load_demo()
        self.user = User.objects.get(username="ines")
        self.client = Client()
        self.client.force_login(self.user)
        own = Job.objects.filter(crew__memberships__user=self.user)
        richest = sorted(own, key=lambda job: -job.elements.count())
        self.rich = richest[0]
        self.with_a_run = next(job for job in own if self.runs_of(job))

    def runs_of(self, job: Job) -> Any:
        return self.client.get(f"/api/v1/jobs/{job.pk}/runs").json()["runs"]

    def sheets_of(self, job: Job, most_set_ups: int) -> dict[str, Any]:
        """Return every sheet of a job by its address, what was tied left out."""
        found, refused = {}, {}
        for address in reads_of(job, most_set_ups):
            answer = self.client.get(f"/api/v1/{address}")
            if answer.status_code != 200:
                refused[address] = answer.content[:200]
            elif answer["Content-Type"] == "application/json" and "job.json" not in address:
                found[address] = answer.json()
                found[address].pop("ties", None)
        self.assertEqual(refused, {})
        return found


class Ties(DemoCase):
    """A datum tied later."""

    def test_a_tie_moves_every_height_alike_and_nothing_else(self) -> None:
        for job, set_ups in ((self.rich, 0), (self.with_a_run, 1)):
            before = self.sheets_of(job, set_ups)
            mark = job.benchmarks.order_by("recorded_at")[0]
            tie_datum(self.user, job.pk, TieForm(uuid4(), mark.pk, REAL))
            job.refresh_from_db()
            self.assertEqual(mark.elevation.metres + job.datum.metres, Decimal("187.345678"))
            after, moved = self.sheets_of(job, set_ups), set()
            for address, sheet in before.items():
                for at, one, other in leaves(sheet, after[address], address.split("/")[0]):
                    with self.subTest(job=job.name, at=at, one=one, other=other):
                        self.check_moved(job, at, one, other)
                    moved.add(at)
            self.assertGreater(len(moved), 15)

    def check_moved(self, job: Job, at: str, one: str, other: str) -> None:
        datum = job.datum.metres
        if at.endswith(".metres"):
            self.assertEqual(Decimal(other) - Decimal(one), datum)
            return
        self.assertTrue(at.endswith((".text", *HEIGHTS_AS_TEXTS)), at)
        kind = style_of(job).kind
        texts = (text.removeprefix("at ") for text in (one, other))
        lengths = [parse_length(text, kind).metres for text in texts]
        self.assertAlmostEqual(float(lengths[1] - lengths[0] - datum), 0, delta=0.0065)

    def test_files_go_out_above_the_datum_and_points_come_in_above_it(self) -> None:
        job = self.with_a_run
        mark = job.benchmarks.order_by("recorded_at")[0]
        before = self.heights_out(job)
        tie_datum(self.user, job.pk, TieForm(uuid4(), mark.pk, REAL))
        job.refresh_from_db()
        record = PdfReader(io.BytesIO(job_record(self.user, job.pk, lambda *_: None).paper.content))
        said = " ".join(page.extract_text() for page in record.pages).replace("\n", " ")
        real = format_length(parse_length(REAL, style_of(job).kind), style_of(job))
        self.assertIn(f"{mark.name} was tied to {real} (typed {REAL}) by Ines Calloway", said)
        after, datum = self.heights_out(job), float(job.datum.metres)
        self.assertGreater(len(before), 20)
        for one, other in zip(before, after, strict=True):
            self.assertAlmostEqual(other - one, datum, places=5)

    def heights_out(self, job: Job) -> list[float]:
        """Return the heights of a job's points, book and workbook, in meters and feet."""
        asked = "order=number%2Cnorthing%2Ceasting%2Celevation%2Cdescription&heights=planned"
        points = f"jobs/{job.pk}/points.csv?{asked}&unit=m&northing=0&easting=0"
        rows = list(csv.reader(io.StringIO(self.read(points).decode())))[1:]
        set_up = job.set_ups.get(number=1)
        book = csv.DictReader(io.StringIO(self.read(f"set-ups/{set_up.pk}/book.csv").decode()))
        found = [float(row[3]) for row in rows if row[3]]
        found += [float(row["elevation_m"]) for row in book if row["elevation_m"]]
        page = load_workbook(io.BytesIO(self.read(f"jobs/{job.pk}/readings.xlsx"))).worksheets[0]
        known = page.cell(4, 6).value
        assert isinstance(known, float)
        return [*found, known if style_of(job).kind.is_metric else known * 0.3048]

    def read(self, address: str) -> bytes:
        answer = self.client.get(f"/api/v1/{address}")
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return answer.content


class OneTie(SiteTestCase):
    """A tie as it is typed."""

    def tie(self, real: str, key: str = "", status: int = 201) -> None:
        body = {"id": key or str(uuid4()), "benchmark": str(self.benchmark), "real": real}
        self.ok(self.foreman, f"jobs/{self.job}/ties", body, status)

    def elevation(self) -> str:
        (mark, *_) = self.get(f"jobs/{self.job}")["benchmarks"]
        text: str = mark["elevation"]["text"]
        return text

    def test_a_draft_tells_what_moves_and_stores_nothing(self) -> None:
        self.add_second_benchmark()
        body = {"id": str(uuid4()), "benchmark": str(self.benchmark), "real": "612 ft"}
        answer = self.ok(self.helper, f"jobs/{self.job}/tie-draft", body, 200)
        self.assertEqual(answer["errors"], [])
        self.assertEqual(answer["draft"]["moves"], "up 561' 7 1/2\"")
        rows = [list(row.values()) for row in answer["draft"]["heights"]]
        self.assertEqual(rows[0], ["BM1", "50' 4 1/2\"", "612' 0\""])
        self.assertEqual(rows[1], ["BM2", "50' 0\"", "611' 7 1/2\""])
        self.assertEqual(DatumTie.objects.count(), 0)
        self.assertEqual(self.elevation(), "50' 4 1/2\"")
        lower = self.ok(self.helper, f"jobs/{self.job}/tie-draft", body | {"real": "-3"}, 200)
        self.assertTrue(lower["errors"], "a bare -3 is feet or inches")
        lower = self.ok(self.helper, f"jobs/{self.job}/tie-draft", body | {"real": "-3 ft"}, 200)
        self.assertEqual(lower["draft"]["moves"], "down 53' 4 1/2\"")

    def test_a_tie_sent_twice_is_made_once_and_an_old_one_sent_again_moves_nothing(self) -> None:
        first = str(uuid4())
        self.tie("612 ft", first)
        self.tie("612 ft", first, 200)
        self.assertEqual(self.elevation(), "612' 0\"")
        self.tie("613 ft")
        self.tie("612 ft", first, 200)
        self.assertEqual(self.elevation(), "613' 0\"")
        ties = self.get(f"jobs/{self.job}")["ties"]
        self.assertEqual([tie["typed"] for tie in ties], ["613 ft", "612 ft"])

    def test_what_is_typed_after_a_tie_is_above_the_real_datum(self) -> None:
        self.tie("612 ft")
        self.add_second_benchmark()
        marks = {
            benchmark["name"]: benchmark for benchmark in self.get(f"jobs/{self.job}")["benchmarks"]
        }
        self.assertEqual(marks["BM2"]["elevation"]["text"], "50' 0\"")
        rise = Decimal(marks["BM1"]["elevation"]["metres"])
        self.assertEqual(rise - Decimal(marks["BM2"]["elevation"]["metres"]), Decimal("171.2976"))
        floor = self.add_floor(level_from="elevation", level="613 ft", reference=None)
        sheet = self.get(f"floors/{floor}")
        self.assertEqual(sheet["plan"]["top_of_slab"]["text"], "613' 0\"")
        self.assertEqual(sheet["typed"]["level"], "613' 0\"")
        self.tie("50 ft")
        self.assertEqual(self.get(f"floors/{floor}")["typed"]["level"], "51' 0\"")

    def test_a_planned_bottom_of_a_hole_moves_with_what_it_was_typed_above(self) -> None:
        floor = self.add_floor()
        piers = element_body("piers", floor, measures={"bottom": "46 ft"})
        key = self.ok(self.foreman, f"jobs/{self.job}/elements", piers)["id"]
        hole = Point.objects.filter(element=key, task="hole")[0].pk
        shown = f"set-ups/{self.add_set_up()}/points/{hole}"
        self.assertEqual(self.get(shown)["target"]["text"], "46' 0\"")
        self.tie("612 ft")
        self.assertEqual(self.get(shown)["target"]["text"], "607' 7 1/2\"")
        typed = self.get(f"elements/{key}")
        self.assertEqual(typed["measures"]["bottom"], "607' 7 1/2\"")
        self.assertEqual(typed["measures"]["kerf"], '1/8"')
        self.assertEqual(Element.objects.get(pk=key).typed["measures"]["bottom"], "46 ft")

    def test_wrong_ties_are_refused_and_nothing_moves(self) -> None:
        path = f"jobs/{self.job}/ties"
        for changed, field in (
            ({"real": ""}, "real"),
            ({"real": "high"}, "real"),
            ({"real": "10000 m"}, "real"),
            ({"real": "50' 4 1/2\""}, "real"),
            ({"benchmark": str(uuid4())}, "benchmark"),
        ):
            body = {"id": str(uuid4()), "benchmark": str(self.benchmark), "real": "612 ft"}
            with self.subTest(changed):
                self.assertIn(field, self.refused(self.foreman, path, body | changed))
        body = {"id": str(uuid4()), "benchmark": str(self.benchmark), "real": "612 ft"}
        self.refused(self.helper, path, body, 403)
        self.refused(self.outsider, path, body, 404)
        self.refused(self.outsider, f"jobs/{self.job}/tie-draft", body, 404)
        self.assertEqual((DatumTie.objects.count(), self.elevation()), (0, "50' 4 1/2\""))


class Units(SiteTestCase):
    """A job's units changed later."""

    def setUp(self) -> None:
        super().setUp()
        taper = {"taper_edge": "1", "taper_to": "4.75", "thickened": []}
        panels = [
            {"name": "", "kind": "one", "toward": "right", "fall": "1/8 in per ft", "toward_across":
             "right", "fall_across": "", "x": "1", "y": "0", "drop": '1"', "corners": []}
        ]  # fmt: skip
        with_inches = {"style": "in/8"}
        self.put("units", with_inches)
        self.floor = self.add_floor(panels=panels, **taper)
        self.element = self.ok(
            self.foreman,
            f"jobs/{self.job}/elements",
            element_body("footing", self.floor, measures={"strip_width": "16", "depth": "8 1/2"}),
        )["id"]

    def put(self, what: str, body: Any, status: int = 200) -> Any:
        path = f"/api/v1/jobs/{self.job}/{what}"
        answer = self.foreman.put(path, body, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def plan(self) -> Any:
        plan = JobPlan(Job.objects.get(pk=self.job))
        return (
            [plan.surfaces(key) for key in plan.floors],
            [plan.element(key) for key in plan.elements],
        )

    def test_the_plan_stays_what_it_was_in_every_style(self) -> None:
        plan, typed = self.plan(), Floor.objects.get(pk=self.floor).panels
        for style in ("ft", "m", "mm", "ft-in/16", "in/8"):
            with self.subTest(style):
                self.put("units", {"style": style})
                self.assertEqual(self.plan(), plan)
                self.assertEqual(Floor.objects.get(pk=self.floor).panels, typed)

    def test_what_is_typed_again_in_the_new_units_is_the_same_plan(self) -> None:
        plan = self.plan()
        for style in ("mm", "ft", "ft-in/8"):
            self.put("units", {"style": style})
            shown = self.get(f"floors/{self.floor}")["typed"]
            body = floor_body(self.benchmark) | shown | {"id": self.floor, "shape": "corners"}
            self.change(f"floors/{self.floor}", body)
            self.assertEqual(Floor.objects.get(pk=self.floor).typed_style, style)
            shown = self.get(f"elements/{self.element}")
            body = shown | {"id": self.element, "outline_of": shown["outline_of"] or None}
            self.change(f"elements/{self.element}", body)
            with self.subTest(style):
                self.assertEqual(self.plan(), plan)
                self.assertEqual(Element.objects.get(pk=self.element).typed_style, style)

    def test_limits_and_amounts_keep_what_they_meant(self) -> None:
        pour = self.add_pour()
        odd = Floor.objects.get(pk=self.add_floor(name="Odd", order_step="0.5"))
        told = self.ok(self.helper, f"jobs/{self.job}/units-draft", {"style": "m"}, 200)["changes"]
        self.assertIn({"what": "Slab: a truck holds", "before": "8 yd³", "after": "6.12 m³"}, told)
        self.assertIn(
            {"what": "A re-read may differ by", "before": '1/8"', "after": "0.003 m"}, told
        )
        self.assertEqual(Job.objects.get(pk=self.job).style, "in/8")
        self.put("units", {"style": "m"})
        job, kept = Job.objects.get(pk=self.job), Pour.objects.get(pk=pour)
        self.assertEqual(job.reread_tolerance, Length.from_inches("0.125"))
        self.assertEqual(job.rough_tolerance, Length.from_inches("0.5"))
        self.assertEqual((kept.truck, kept.rate), (Decimal("6.12"), Decimal("12.23")))
        odd.refresh_from_db()
        self.assertEqual(odd.order_step, Decimal("0.382"))
        self.assertEqual(Floor.objects.get(pk=self.floor).order_step, Decimal("0.1"))
        told = self.ok(self.helper, f"jobs/{self.job}/units-draft", {"style": "mm"}, 200)
        self.assertEqual(told["changes"], [], "meters to millimeters changes no amount")
        self.put("units", {"style": "in/8"})
        self.assertEqual(Floor.objects.get(pk=self.floor).order_step, Decimal("0.25"))

    def test_concrete_ordered_in_the_old_unit_no_longer_stands(self) -> None:
        pour = self.add_pour()
        set_up = self.add_set_up()
        for point in self.points(self.floor).values():
            self.ok(self.foreman, "shots", self.shot_body(set_up, point, "3' 7\""))
        answer = {
            "id": str(uuid4()), "question": "ordered", "answer": "90", "is_good": True,
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{pour}/answers", answer)
        self.assertEqual(self.concrete(pour)[0], True)
        self.put("units", {"style": "m"})
        is_go, why = self.concrete(pour)
        self.assertFalse(is_go)
        self.assertIn("90.00 yd³ ordered; in m³ nobody said", why)
        self.put("units", {"style": "ft"})
        self.assertEqual(self.concrete(pour)[0], True)

    def add_pour(self) -> str:
        body = {
            "id": str(uuid4()), "name": "Slab", "pours_at": TAKEN_AT, "truck": "8", "rate": "16",
            "floors": [self.floor], "elements": [],
        }  # fmt: skip
        made: str = self.ok(self.foreman, f"jobs/{self.job}/pours", body)["id"]
        return made

    def concrete(self, pour: str) -> tuple[bool, str]:
        lines = self.get(f"pours/{pour}")["lines"]
        return next(
            (line["is_go"], line["reason"]) for line in lines if line["question"] == "concrete"
        )

    def test_prices_of_the_old_unit_come_back_with_it(self) -> None:
        prices = {
            "currency": "$", "concrete": "150", "stone": "", "labor": "", "short_load": "",
            "short_below": "", "truck": "", "for_crew": False,
        }  # fmt: skip
        self.put("prices", prices)
        self.put("units", {"style": "m"})
        self.assertEqual(self.get(f"jobs/{self.job}/prices")["concrete"], "")
        self.put("prices", prices | {"concrete": "200"})
        self.put("units", {"style": "ft"})
        self.assertEqual(self.get(f"jobs/{self.job}/prices")["concrete"], "150")
        self.assertEqual(PriceList.objects.filter(job=self.job).count(), 2)

    def test_only_who_plans_changes_units_and_only_to_a_style(self) -> None:
        self.assertIn(
            "style", [e["field"] for e in self.put("units", {"style": "el"}, 400)["errors"]]
        )
        path = f"/api/v1/jobs/{self.job}/units"
        for client, status in ((self.helper, 403), (self.outsider, 404)):
            answer = client.put(path, {"style": "m"}, content_type="application/json")
            self.assertEqual(answer.status_code, status)
        self.refused(self.outsider, f"jobs/{self.job}/units-draft", {"style": "m"}, 404)
        self.assertEqual(Job.objects.get(pk=self.job).style, "in/8")
