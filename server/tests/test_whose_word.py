"""A job that came in with a file: whose word it is, and whose it is never taken for."""

from __future__ import annotations

import json
from datetime import timedelta
from uuid import uuid4

from django.test import Client
from django.utils import timezone

from server.crews.models import Crew, Role, User
from server.exports.job_file.seal import is_sealed, sealed
from server.exports.job_file.write import digest_of, written_job
from server.fieldbook.models import Shot
from server.jobs.models import BroughtIn, Job
from server.notices.models import NoticeAcknowledgment
from server.tests.site import Body, person
from server.tests.test_job_file import forget_everything
from server.tests.works import WorkTestCase

HEAD = ("format", "version", "digest", "seal")


def rewritten(file: bytes, **tables: object) -> bytes:
    """Return a file with other content and a digest that goes with it, its old seal left on."""
    body = json.loads(file)
    body |= tables
    content = {name: rows for name, rows in body.items() if name not in HEAD}
    return json.dumps(body | {"digest": digest_of(content)}).encode()


class WhoseWord(WorkTestCase):
    """The crew has a member called as one in the file."""

    def setUp(self) -> None:
        super().setUp()
        floor, set_up = self.add_floor(), self.add_set_up()
        self.ok(self.helper, "shots", self.shot_body(set_up, self.points(floor)["A1"], "3' 7\""))
        self.name = Shot.objects.get().taken_by.username
        self.file = written_job(Job.objects.get(pk=self.job))
        crew = self.crew.pk
        forget_everything()
        self.crew = Crew.objects.create(pk=crew, name="Test crew")
        self.foreman = person(self.crew, Role.FOREMAN)
        person(self.crew, Role.HELPER)
        User.objects.filter(memberships__role=Role.HELPER).update(
            username=self.name, first_name="Nan"
        )

    def bring_in(self, file: bytes) -> Body:
        work = self.hand_in(f"crews/{self.crew.pk}/jobs-in/file", file, self.foreman)
        self.assertEqual(work["problems"], [])
        sheet: Body = self.get(f"jobs/{work['job']}", self.foreman)
        return sheet

    def shot_by(self) -> str:
        return Shot.objects.get().taken_by.shown_name

    def test_the_crews_own_file_unchanged_speaks_of_its_people(self) -> None:
        sheet = self.bring_in(self.file)
        self.assertEqual(self.shot_by(), "Nan")
        self.assertIn("Brought back from this crew's own file", sheet["came_in"])
        self.assertIn("by Foreman", sheet["came_in"])

    def test_one_word_changed_and_it_speaks_of_nobody_here(self) -> None:
        people = json.loads(self.file)["people"]
        people[0]["last"] = "Other"
        sheet = self.bring_in(rewritten(self.file, people=people))
        self.assertEqual(self.shot_by(), "Helper (by a file)")
        self.assertIn("only the file says by whom", sheet["came_in"])

    def test_another_crews_file_never_speaks_of_this_one(self) -> None:
        body = json.loads(self.file)
        body["seal"] = sealed(uuid4(), body["digest"])
        self.bring_in(json.dumps(body).encode())
        self.assertIn("(by a file)", self.shot_by())
        self.assertFalse(BroughtIn.objects.get().is_sealed)

    def test_taken_out_here_and_brought_back_a_foreign_file_is_still_only_a_file(self) -> None:
        people = json.loads(self.file)["people"]
        people[0]["last"] = "Other"
        self.bring_in(rewritten(self.file, people=people))
        again = written_job(Job.objects.get())
        crew = self.crew.pk
        forget_everything()
        self.crew = Crew.objects.create(pk=crew, name="Test crew")
        self.foreman = person(self.crew, Role.FOREMAN)
        person(self.crew, Role.HELPER)
        User.objects.filter(memberships__role=Role.HELPER).update(username=self.name)
        self.bring_in(again)
        self.assertIn("(by a file)", self.shot_by())
        self.assertFalse(BroughtIn.objects.get().is_sealed)

    def test_a_seal_is_of_one_crew_one_content_and_one_server(self) -> None:
        crew, digest = uuid4(), "0" * 64
        seal = sealed(crew, digest)
        self.assertTrue(is_sealed(seal, crew, digest))
        self.assertFalse(is_sealed(seal, uuid4(), digest))
        self.assertFalse(is_sealed(seal, crew, "1" * 64))
        with self.settings(SECRET_KEY="another server's"):
            self.assertFalse(is_sealed(seal, crew, digest))

    def test_a_job_begun_here_says_nothing_of_a_file(self) -> None:
        self.ok(self.foreman, "jobs", self.job_body(id=str(uuid4())), 201)
        job = Job.objects.get()
        self.assertEqual(self.get(f"jobs/{job.pk}", self.foreman)["came_in"], "")

    def test_what_is_still_to_come_is_no_record(self) -> None:
        shots = json.loads(self.file)["shots"]
        shots[0]["taken_at"] = (timezone.now() + timedelta(hours=1)).isoformat()
        path = f"crews/{self.crew.pk}/jobs-in/file"
        work = self.hand_in(path, rewritten(self.file, shots=shots), self.foreman)
        self.assertIn("still to come", work["problems"][0]["why"])
        self.assertFalse(Job.objects.exists())


class AcknowledgedElsewhere(WorkTestCase):
    """A file that says a customer agreed and a foreman lifted a hold."""

    def setUp(self) -> None:
        super().setUp()
        self.send_a_notice()
        self.file = written_job(Job.objects.get(pk=self.job))
        forget_everything()
        self.crew = Crew.objects.create(name="Others")
        self.foreman = person(self.crew, Role.FOREMAN)

    def send_a_notice(self) -> None:
        self.floor = self.add_floor()
        set_up = self.add_set_up()
        for point in self.points(self.floor).values():
            self.ok(self.helper, "shots", self.shot_body(set_up, point, "3' 8\""))
        notice = {
            "id": str(uuid4()), "rate": "180", "days": 14, "taken_at": timezone.now().isoformat(),
        }  # fmt: skip
        self.ok(self.foreman, f"floors/{self.floor}/notices", notice)
        said = {"id": str(uuid4()), "name": "A. Customer"}
        self.ok(self.foreman, f"notices/{notice['id']}/spoken", said)

    def bring_in(self, file: bytes) -> Body:
        self.hand_in(f"crews/{self.crew.pk}/jobs-in/file", file, self.foreman)
        (notice,) = self.get(f"floors/{self.floor}/notices", self.foreman)["notices"]
        return dict(notice)

    def test_the_customers_word_is_the_files(self) -> None:
        notice = self.bring_in(self.file)
        self.assertEqual(notice["state"], "acknowledged")
        self.assertTrue(notice["why"].startswith("By the file the job came in with, "), notice)
        self.assertIn("(by a file)", notice["sent_by"])

    def test_nobody_acknowledges_here_what_nobody_here_sent(self) -> None:
        notice = self.bring_in(rewritten(self.file, notice_acknowledgments=[]))
        path = f"links/{notice['link'].removeprefix('/notice/')}"
        body = {"id": str(uuid4()), "name": "A. Customer"}
        answer = Client().post(f"/api/v1/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, 409, answer.content)
        self.assertIn("came in with a file", answer.json()["errors"][0]["why"])
        self.assertFalse(NoticeAcknowledgment.objects.exists())
