"""What happened on a job: every change and every record, told once, and never changed."""

from __future__ import annotations

import csv
import io
from datetime import UTC, datetime
from typing import Any
from urllib.parse import quote
from uuid import uuid4

from server.common.records import SiteRecord, Unchangeable
from server.crews.models import User
from server.exports.job_file.tables import TABLES
from server.fieldbook.models import Shot
from server.jobs.models import Element, Happening
from server.overview.happened.kinds import TOLD
from server.overview.happened.rows import PAGE
from server.tests.pours import POURS_AT, PourTestCase
from server.tests.site import TAKEN_AT, floor_body


class WhatHappened(PourTestCase):
    """A pour's job, with something of most kinds in it."""

    def setUp(self) -> None:
        super().setUp()
        self.path = f"jobs/{self.job}/happened"

    def told(self, **asked: Any) -> list[Any]:
        query = "&".join(f"{name}={quote(str(value))}" for name, value in asked.items())
        rows: list[Any] = self.get(f"{self.path}?{query}", self.helper)["happened"]
        return rows

    def change_floor(self, status: int = 200, **changed: Any) -> None:
        body = floor_body(self.benchmark, id=str(self.floor), stone_thickness='4"') | changed
        self.change(f"floors/{self.floor}", body, status)

    def words(self, **asked: Any) -> list[str]:
        return [one["what"] for one in self.told(**asked)]

    def test_every_record_of_a_job_is_told(self) -> None:
        told = {one.model for one in TOLD}
        own = {table.model for table in TABLES if issubclass(table.model, SiteRecord)}
        silent = {model.__name__ for model in own - told}
        gear = {"GearVersion", "InstrumentCheck", "InstrumentKnock"}
        backsights = {"ExtraBacksight"}
        said_by_a_change = {"BenchmarkCorrection"}
        of_the_customer = {"NoticeAcknowledgment"}
        self.assertEqual(silent, gear | backsights | said_by_a_change | of_the_customer)

    def test_a_job_is_told_from_its_opening_on(self) -> None:
        self.shoot_all_but_the_bottoms()
        self.answer("strip", "on")
        self.lift("inspection")
        words = self.words()
        self.assertEqual(words[0], "Slab: inspection lifted: engineer on site")
        self.assertEqual(words[1], "Slab: isolation strip on")
        self.assertIn("Floor, A1 read 3' 7\"", words)
        self.assertIn("Set-up 1 on BM1, backsight 4' 2\"", words)
        self.assertEqual(sorted(words[-2:]), ["BM1 taken as a benchmark", "Job opened"])

    def test_a_change_of_the_plan_says_what_it_was_before(self) -> None:
        self.change_floor(tolerance='3/8"')
        moved = {"pours_at": "2026-05-05T10:00:00Z", "truck": "8", "rate": "20"}
        self.foreman.put(f"/api/v1/pours/{self.pour}", moved, content_type="application/json")
        limits = self.get(f"jobs/{self.job}")["limits"]
        kept = {
            name: limits[name] for name in ("reread_tolerance", "rough_tolerance", "run_allowance")
        }
        trust = kept | {"reread_minutes": "45", "fresh_hours": "12"}
        path = f"/api/v1/jobs/{self.job}/trust"
        for _ in range(2):
            self.foreman.put(path, trust, content_type="application/json")
        units = f"/api/v1/jobs/{self.job}/units"
        self.foreman.put(units, {"style": "m"}, content_type="application/json")
        changed = {one["what"]: one["changed"] for one in self.told(kind="change")}
        self.assertEqual(
            changed["Floor Floor changed"],
            [{"name": "tolerance", "before": '1/4"', "after": '3/8"'}],
        )
        self.assertEqual(
            changed["Limits of trust"],
            [
                {"name": "re-read every, minutes", "before": "60", "after": "45"},
                {"name": "forms and stone read within, hours", "before": "24", "after": "12"},
            ],
        )
        self.assertEqual(self.words().count("Limits of trust"), 1)
        pour = {one["name"]: (one["before"], one["after"]) for one in changed["Pour Slab"]}
        self.assertEqual(pour["placed an hour"], ("16.00", "20.00"))
        self.assertEqual(changed["Units"][0]["after"], "m")

    def test_a_reference_is_told_by_its_name(self) -> None:
        second = self.add_second_benchmark()
        self.change_floor(reference=second)
        (changed,) = [one for one in self.told(kind="change") if one["changed"]]
        self.assertIn(("BM1", "BM2"), [(one["before"], one["after"]) for one in changed["changed"]])

    def test_it_is_filtered_by_person_kind_and_day(self) -> None:
        self.shoot_all_but_the_bottoms()
        helper = User.objects.get(username__startswith="helper")
        self.assertEqual({one["by"] for one in self.told(person=helper.pk)}, {"Helper"})
        self.assertEqual({one["kind"] for one in self.told(kind="reading")}, {"reading"})
        self.assertEqual(self.told(until="2020-01-01T00:00:00Z"), [])
        now = datetime.now(UTC).isoformat()
        self.assertEqual(self.told(since=now), [])
        self.assertGreater(len(self.told(until=now)), 3)
        self.assertEqual(self.told(person=2**31 - 1), [])
        for wrong in ("kind=secrets", "person=0", "since=then", "page=0", "page=9999999"):
            self.get(f"{self.path}?{wrong}", status=400)
        named = {person["name"] for person in self.get(self.path)["people"]}
        self.assertEqual(named, {"Helper", "Foreman"})

    def test_it_is_told_of_one_floor_or_point_alone(self) -> None:
        self.shoot_all_but_the_bottoms()
        self.change_floor(name="Wash floor")
        of_floor = self.words(about=self.floor)
        self.assertEqual(of_floor[0], "Floor Wash floor changed")
        self.assertEqual(of_floor[-1], "Wash floor put on the plan")
        self.assertNotIn("Job opened", of_floor)
        shot = Shot.objects.filter(point__floor=self.floor).select_related("point").first()
        assert shot is not None
        of_point = self.told(about=shot.point_id)
        self.assertEqual({one["kind"] for one in of_point}, {"reading"})
        self.assertTrue(all(f", {shot.point.name} read" in one["what"] for one in of_point))
        self.assertEqual(self.told(about=uuid4()), [])
        others = Element.objects.filter(job=self.job).exclude(kind="free")
        for element in others:
            of_element = self.words(about=element.pk)
            self.assertTrue(set(of_element).isdisjoint(of_floor), element.name)
        self.get(f"{self.path}?about=floor", status=400)

    def test_a_reading_sent_behind_says_when_it_came_in_and_from_which_phone(self) -> None:
        self.shoot_all_but_the_bottoms()
        shot = self.told(kind="reading")[0]
        self.assertTrue(shot["at"].startswith(TAKEN_AT[:-1]))
        self.assertGreater(shot["came_in"], shot["at"])
        self.assertEqual(len(shot["phone"]), 4)

    def test_pages_follow_each_other_without_a_gap(self) -> None:
        for number in range(PAGE + 20):
            Happening.objects.create(
                id=uuid4(), crew=self.crew, job_key=self.job, what=f"n{number}",
                done_by=User.objects.all()[0],
            )  # fmt: skip
        first, second = self.get(self.path), self.get(f"{self.path}?page=2")
        self.assertTrue(first["is_more"])
        self.assertFalse(second["is_more"])
        words = [one["what"] for one in first["happened"] + second["happened"]]
        self.assertEqual(words[: PAGE + 20], [f"n{n}" for n in reversed(range(PAGE + 20))])
        self.assertIn("Job opened", words)

    def test_it_goes_out_as_a_table_without_formulas(self) -> None:
        body = {"name": "=1+1", "place": "Back lot"}
        self.foreman.put(f"/api/v1/jobs/{self.job}/name", body, content_type="application/json")
        answer = self.helper.get(f"/api/v1/{self.path}.csv?kind=change")
        self.assertEqual(answer.headers["Content-Type"], "text/csv; charset=utf-8")
        rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
        self.assertEqual(rows[0]["what"], "Name and place")
        self.assertEqual(rows[0]["changed"], "name: Shed → =1+1")
        self.assertFalse(any(cell.startswith("=") for row in rows for cell in row.values()))
        self.get(f"{self.path}.csv", self.outsider, 404)

    def test_nobody_is_told_of_another_crews_job_or_can_change_what_happened(self) -> None:
        self.get(self.path, self.outsider, 404)
        self.foreman.put(
            f"/api/v1/jobs/{self.job}/name", {"name": "Two"}, content_type="application/json"
        )
        noted = Happening.objects.filter(what="Name and place").get()
        noted.what = "nothing"
        with self.assertRaises(Unchangeable):
            noted.save()
        with self.assertRaises(Unchangeable):
            Happening.objects.all().delete()
        for method in ("put", "post", "patch", "delete"):
            status = getattr(self.foreman, method)(f"/api/v1/{self.path}").status_code
            self.assertEqual(status, 405)

    def test_what_is_refused_leaves_no_word(self) -> None:
        before = Happening.objects.count()
        self.change_floor(400, tolerance="")
        moved = {"pours_at": POURS_AT, "truck": "0", "rate": "20"}
        self.foreman.put(f"/api/v1/pours/{self.pour}", moved, content_type="application/json")
        self.assertEqual(Happening.objects.count(), before)
