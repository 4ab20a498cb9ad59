"""A job out as a file and in again: identical; and every file that can't be refused whole."""

from __future__ import annotations

import json
import random
import re
from collections.abc import Callable
from typing import Any
from unittest import mock
from uuid import uuid4

from django.apps import apps
from django.db import connection, models, transaction
from django.test import Client

from demo.load import load_demo
from server.background.models import LongWork
from server.background.services.ask_work import TakenIn
from server.common.refusals import Invalid, Refusal
from server.crews.models import Crew, Membership, Role, User
from server.exports.job_file.tables import TABLES, VERSION
from server.exports.job_file.write import digest_of, written_job
from server.exports.models import KeptPaper
from server.imports.job_file.bring_in import bring_in_job
from server.imports.job_file.parse import parsed
from server.imports.models import BroughtDrawing, PlacedShape
from server.jobs.models import Archived, BroughtIn, DayOnJob, Glance, Job
from server.overview.job_sheet import job_sheet
from server.pictures.models import NoticePicture, PictureContent
from server.tests.site import person
from server.tests.works import WorkTestCase

HEAD = ("format", "version", "digest", "seal")
APART = {
    LongWork, KeptPaper, BroughtIn, Archived, Glance, DayOnJob, PictureContent, NoticePicture,
    BroughtDrawing, PlacedShape,
}  # fmt: skip


def unsealed(file: bytes) -> bytes:
    """Return a file without its seal, which is another on every server and for every crew."""
    return re.sub(rb'"seal": "[0-9a-f]*"', b"", file)


#: The apps whose tables hold a job, and what was made of it.
OF_A_JOB = (
    "crews",
    "gear",
    "jobs",
    "fieldbook",
    "pours",
    "concrete",
    "notices",
    "background",
    "exports",
)


def forget_everything() -> None:
    """Empty the database, as on a machine that never saw the job."""
    with connection.cursor() as cursor:
        cursor.execute("SET FOREIGN_KEY_CHECKS = 0")
        for model in apps.get_models():
            if model._meta.app_label in OF_A_JOB:
                cursor.execute(f"DELETE FROM {model._meta.db_table}")
        cursor.execute("SET FOREIGN_KEY_CHECKS = 1")


def nothing(done: int, of: int) -> None:
    """Leave the progress alone."""


#: A moment before the first there is.
FIRST_DAY = "0001-01-01T00:00:00+14:00"


class JobFiles(WorkTestCase):
    """Files of the demo's jobs, and of a small one."""

    def bring_in(self, content: bytes, client: Client | None = None, crew: Any = None) -> Any:
        """Hand a job's file in to a crew."""
        return self.hand_in(f"crews/{crew or self.crew.pk}/jobs-in/file", content, client)

    def test_every_job_of_the_demo_comes_in_identical_where_nobody_knew_it(self) -> None:
        forget_everything()
        load_demo()
        files = {job.name: written_job(job) for job in Job.objects.all()}
        filled = {
            name for file in files.values() for name, rows in json.loads(file).items() if rows
        }
        self.assertGreater(len(filled), 20)
        forget_everything()
        crew = Crew.objects.create(name="Elsewhere")
        owner = person(crew, Role.OWNER)
        for name, file in files.items():
            with self.subTest(name):
                work = self.bring_in(file, owner, crew.pk)
                self.assertEqual((work["state"], work["problems"]), ("done", []))
                job = Job.objects.get(pk=work["job"])
                self.assertEqual(unsealed(written_job(job)), unsealed(file))
                sheet = self.get(f"jobs/{job.pk}", owner)
                self.assertEqual(sheet["name"], name)
        stand_in = User.objects.get(username__endswith="~marek")
        self.assertFalse(stand_in.is_active or stand_in.has_usable_password())

    def test_everything_that_belongs_to_a_job_is_in_its_file(self) -> None:
        reached: set[type[models.Model]] = {Job}
        while True:
            more = {
                field.related_model
                for model in reached
                for field in model._meta.get_fields(include_hidden=True)
                if field.one_to_many or field.one_to_one
                if field.auto_created
            } - reached
            if not more:
                break
            reached |= more  # type: ignore[arg-type]
        self.assertEqual(reached - APART - {table.model for table in TABLES}, set())

    def small(self) -> dict[str, Any]:
        """Return the file of a job with a floor, a set-up and a shot, its digest taken off."""
        floor, set_up = self.add_floor(), self.add_set_up()
        self.ok(self.helper, "shots", self.shot_body(set_up, self.points(floor)["A1"], "3' 7\""))
        body: dict[str, Any] = json.loads(written_job(Job.objects.get(pk=self.job)))
        forget_everything()
        self.crew = Crew.objects.create(name="Test crew")
        self.foreman, self.helper = (person(self.crew, r) for r in (Role.FOREMAN, Role.HELPER))
        self.user = User.objects.get(memberships__role=Role.FOREMAN)
        return body

    def test_files_that_can_not_be_leave_nothing_behind(self) -> None:
        good = self.small()

        def changed(change: Callable[[dict[str, Any]], object]) -> bytes:
            body = json.loads(json.dumps(good))
            change(body)
            body.pop("digest", None)
            return json.dumps(body).encode()

        def touch(table: str, **values: Any) -> Callable[[dict[str, Any]], object]:
            return lambda body: body[table][0].update(values)

        whole = json.dumps(good, indent=1).encode()
        another = {"id": str(uuid4())}
        cases = {
            "cut short": whole[: len(whole) // 2],
            "ends within a letter": b'{"format": "\xc3',
            "It is JSON, but no job.": b"[1]",
            "does not say its version": changed(lambda b: b.update(version="5")),
            "shots is no list": changed(lambda b: b.update(shots={})),
            "row: it is no row": changed(lambda b: b["shots"].append(5)),
            "typed: it holds what is no text": changed(touch("shots", typed="4\u0000")),
            "no record is of such a day": changed(touch("shots", taken_at=FIRST_DAY)),
            "It is half retired": changed(touch("floors", retired_at="2026-05-04T09:30:00Z")),
            "planned point has no place": changed(touch("points_of_floors", x=None)),
            "ends in the middle": whole[:-3],
            "no JSON: line 1": b"{nonsense}",
            "but no job of Yellow Peg": b'{"format": "other"}',
            "no text in UTF-8": b"\xff\xfe\x00",
            "nested deeper": b"[" * 100_000,
            "number that is none": b'{"a": NaN}',
            f"newer version: its format is {VERSION + 1}": changed(
                lambda b: b.update(version=VERSION + 1)
            ),
            "digest is another": whole.replace(b'"Shed"', b'"Sled"'),
            "weather is nothing this version knows": changed(lambda b: b.update(weather=[])),
            "shots is not in it": changed(lambda b: b.pop("shots")),
            "shots, row 1, mood": changed(touch("shots", mood="good")),
            "reading: it is no number": changed(touch("shots", reading="=1+1")),
            "row 1, reading: it is no number": changed(touch("shots", reading=f"1.{'0' * 29}")),
            "reading: it is no length": changed(touch("shots", reading="1e-12")),
            "taken_at: it is no moment": changed(touch("shots", taken_at="2026-05-04")),
            "nothing in the file has that key": changed(touch("shots", point=str(uuid4()))),
            "it is longer than 60": changed(touch("shots", typed="x" * 61)),
            "it is none of fine, coarse": changed(touch("shots", setting="odd")),
            "no such person": changed(touch("shots", taken_by="stranger")),
            "a person's key": changed(lambda b: b["people"][0].update(key="a~b")),
            "no job, or more than one": changed(lambda b: b["job"].append(b["job"][0] | another)),
            "it stands twice": changed(lambda b: b["shots"].append(b["shots"][0])),
            "refers to itself in a ring": changed(
                touch("floors", reference_floor=good["floors"][0]["id"], reference_benchmark=None)
            ),
            "Floor has no level, or half": changed(touch("floors", level_offset=None)),
            "can't be read": changed(touch("job", style="cubits")),
            "no clock is that far off": changed(touch("shots", clock_give="1e30")),
            "phone_number: it is no whole": changed(touch("shots", phone_number=-1)),
            "Its datum is not": changed(touch("job", datum="1.000000000")),
            "no style of lengths": changed(touch("floors", typed_style="cubits")),
            "contradict each other": changed(
                lambda b: b["benchmarks"].append(b["benchmarks"][0] | another)
            ),
        }
        for says, content in cases.items():
            with self.subTest(says):
                work = self.bring_in(content)
                self.assertEqual(work["state"], "failed", says)
                self.assertIn(says, " ".join(problem["why"] for problem in work["problems"]))
                self.assertFalse(Job.objects.exists())
        self.assertEqual(self.bring_in(whole)["state"], "done")
        self.assertIn("here already", self.bring_in(whole)["problems"][0]["why"])
        self.assertIsNone(LongWork.objects.order_by("-asked_at")[0].taken_in)

    def test_no_damage_to_a_file_does_more_than_refuse_it(self) -> None:
        good, draw = self.small(), random.Random(5)
        filled = [name for name, rows in good.items() if isinstance(rows, list) and rows]
        odd: list[Any] = [
            None,
            "",
            0,
            -1,
            1e300,
            True,
            [],
            {},
            "=1+1",
            "x" * 3000,
            "9" * 40,
            str(uuid4()),
        ]
        kept = 0
        for _ in range(250):
            body = json.loads(json.dumps(good))
            table = draw.choice(filled)
            row = draw.choice(body[table])
            column = draw.choice(sorted(row))
            damage = draw.choice(["change", "drop", "swap", "repeat"])
            if damage == "change":
                row[column] = draw.choice(odd)
            elif damage == "drop":
                del row[column]
            elif damage == "swap":
                row[column] = draw.choice(list(row.values()))
            else:
                body[table].append(dict(row))
            del body["digest"]
            file = TakenIn("x.json", json.dumps(body).encode())
            try:
                with transaction.atomic():
                    job = bring_in_job(self.user, self.crew.pk, file, nothing)
                    written_job(job)
                    job_sheet(self.user, job.pk)
                    kept += 1
                    transaction.set_rollback(True)
            except Refusal as refused:
                for problem in refused.problems:
                    self.assertTrue(problem.why and problem.accepts, (damage, table, column))
            self.assertFalse(Job.objects.exists())
        self.assertGreater(kept, 5)

    def test_wherever_a_file_is_cut_it_is_said_to_be_cut_short(self) -> None:
        whole = json.dumps(self.small() | {"é": "ü"}, ensure_ascii=False, indent=1).encode()
        for end in range(1, len(whole) - 1, 5):
            with self.subTest(whole[max(0, end - 12) : end]):
                with self.assertRaises(Invalid) as refused:
                    parsed(whole[:end])
                self.assertIn("cut short", refused.exception.problems[0].why)

    def test_a_failing_server_says_so(self) -> None:
        broken = mock.patch("server.entry.works.kinds.bring_in_job", side_effect=ZeroDivisionError)
        with broken, self.assertLogs("server.entry.works.carry_out", "ERROR") as logged:
            work = self.bring_in(b"{}")
        self.assertIn("a long work failed", logged.output[0])
        self.assertEqual(work["problems"][0]["why"], "The server failed at it.")

    def test_who_may_bring_a_job_in_and_take_one_out(self) -> None:
        path = f"crews/{self.crew.pk}/jobs-in/file"
        for client, status in ((self.helper, 403), (self.outsider, 404), (Client(), 401)):
            self.handed(path, b"{}", client, status)
        self.handed(path, b"", self.foreman, 400)
        self.get(f"crews/{self.crew.pk}/jobs-in", self.outsider, 404)
        out = f"/api/v1/jobs/{self.job}/job.json"
        for client, status in ((self.helper, 200), (self.outsider, 404), (Client(), 401)):
            self.assertEqual(client.get(out).status_code, status)
        self.assertEqual(self.get(f"crews/{self.crew.pk}/jobs-in", self.helper), {"works": []})
        removed = self.helper.get(out).content
        body = json.loads(removed)
        own = {name: rows for name, rows in body.items() if name not in HEAD}
        self.assertEqual(body["digest"], digest_of(own))
        Membership.objects.filter(crew=self.crew, role=Role.HELPER).delete()
        self.assertEqual(self.helper.get(out).status_code, 404)
