"""Pictures in a customer's notice: chosen by the crew, seen by the link, fixed by the answer."""

from __future__ import annotations

import base64
import io
from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.test import Client
from django.utils import timezone
from pypdf import PdfReader

from server.exports.pdf.job_record import job_record
from server.jobs.models import Point
from server.notices.models import Notice
from server.notices.services.notices import link_of
from server.pictures.jpeg import is_bare
from server.pictures.tests.pixels import a_picture
from server.tests.pours import PourTestCase
from server.tests.site import TAKEN_AT


class InNotices(PourTestCase):
    """A notice of the floor, and two pictures of the job."""

    def setUp(self) -> None:
        super().setUp()
        self.shoot(Point.objects.filter(floor=self.floor), "3' 8\"")
        sent = {"id": str(uuid4()), "rate": "150", "days": 9, "taken_at": TAKEN_AT}
        self.notice = self.ok(self.foreman, f"floors/{self.floor}/notices", sent)["id"]
        self.pictures = [self.add((640, 480)), self.add((300, 480))]
        self.link = link_of(Notice.objects.get())

    def add(self, size: tuple[int, int]) -> str:
        body = {
            "id": str(uuid4()), "kind": "pour", "about": self.pour, "picture": a_picture(size),
            "taken_at": TAKEN_AT, "note": "the low corner",
        }  # fmt: skip
        made: str = self.ok(self.helper, f"jobs/{self.job}/pictures", body)["id"]
        return made

    def choose(self, pictures: list[str], status: int = 200, client: Any = None) -> Any:
        answer = (client or self.foreman).put(
            f"/api/v1/notices/{self.notice}/pictures",
            {"pictures": pictures},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def seen(self) -> list[Any]:
        answer = Client().get(f"/api/v1/links/{self.link}/pictures")
        self.assertEqual(answer.status_code, 200)
        found: list[Any] = answer.json()["pictures"]
        return found

    def test_the_customer_sees_what_was_chosen_and_nothing_else(self) -> None:
        self.assertEqual(self.seen(), [])
        first, second = self.pictures
        self.choose([first, second, first])
        self.choose([second])
        (shown,) = self.seen()
        self.assertEqual(shown["note"], "the low corner")
        self.assertTrue(is_bare(base64.b64decode(shown["jpeg"])))
        self.assertEqual(self.get(f"notices/{self.notice}/pictures")["pictures"], [second])
        paper = self.helper.get(f"/api/v1/notices/{self.notice}/notice.pdf")
        pages = PdfReader(io.BytesIO(paper.content)).pages
        self.assertEqual(sum(len(page.images) for page in pages), 1)

    def test_others_pictures_and_others_hands_are_refused(self) -> None:
        other = str(uuid4())
        self.ok(self.foreman, "jobs", self.job_body(id=other, name="O", benchmark=None))
        self.choose([self.pictures[0], str(uuid4())], 400)
        self.choose(self.pictures * 20, 400)
        self.choose(self.pictures, 403, self.helper)
        self.choose(self.pictures, 404, self.outsider)
        self.assertEqual(self.seen(), [])

    def test_what_was_answered_shows_what_it_showed(self) -> None:
        self.choose(self.pictures)
        said = {"id": str(uuid4()), "name": "A. Customer"}
        Client().post(f"/api/v1/links/{self.link}", said, content_type="application/json")
        self.choose([], 409)
        self.assertEqual(len(self.seen()), 2)

    def test_a_link_that_ended_shows_none(self) -> None:
        self.choose(self.pictures)
        body = {"id": str(uuid4())}
        self.ok(self.foreman, f"notices/{self.notice}/withdrawal", body)
        self.assertEqual(Client().get(f"/api/v1/links/{self.link}/pictures").status_code, 410)
        self.assertEqual(Client().get("/api/v1/links/none/pictures").status_code, 404)
        self.assertGreater(Notice.objects.get().expires_at, timezone.now() + timedelta(days=8))

    def test_the_job_record_holds_them_all(self) -> None:
        user = Notice.objects.get().taken_by
        made = job_record(user, self.job, lambda done, of: None)
        pages = PdfReader(io.BytesIO(made.paper.content)).pages
        words = " ".join(page.extract_text() for page in pages)
        self.assertIn("the low corner", words)
        self.assertGreaterEqual(sum(len(page.images) for page in pages), 2)
