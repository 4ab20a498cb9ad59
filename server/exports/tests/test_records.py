"""The job record: what stands on its pages, its digests, and copies that are compared."""

from __future__ import annotations

import io
from typing import Any
from uuid import UUID, uuid4

from django.test import Client
from pypdf import PdfReader

from server.entry.works import carry_out_next
from server.exports.models import KeptPaper
from server.jobs.models import Point
from server.tests.pours import NO_INSPECTION
from server.tests.site import TAKEN_AT
from server.tests.works import WorkTestCase


def words(content: bytes) -> list[str]:
    """Return the words of each page, spaces as they come."""
    return [" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(content)).pages]


class Records(WorkTestCase):
    """A floor shot an inch low, a struck reading, a pour with a lifted hold, a notice."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor(name="Slab <b>&"))
        self.set_up_id = self.add_set_up()
        points = list(Point.objects.filter(floor=self.floor))
        for point in points:
            body = self.shot_body(self.set_up_id, str(point.pk), "3' 8\"")
            self.ok(self.helper, "shots", body)
        struck = self.shot_body(self.set_up_id, str(points[0].pk), "3' 1\"")
        self.ok(self.helper, "shots", struck)
        reason = {"id": str(uuid4()), "reason": "read upside\x07 down " + "x" * 150}
        self.ok(self.helper, f"shots/{struck['id']}/strikes", reason)
        pour = {
            "id": str(uuid4()), "name": "Monday", "pours_at": TAKEN_AT, "truck": "8",
            "rate": "16", "floors": [str(self.floor)], "elements": [],
        }  # fmt: skip
        self.ok(self.foreman, f"jobs/{self.job}/pours", pour)
        lift = {
            "id": str(uuid4()), "question": "inspection", "reason": "none called for here",
            "faults": [NO_INSPECTION], "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{pour['id']}/lifts", lift)
        notice = {"id": str(uuid4()), "rate": "180", "days": 14, "taken_at": TAKEN_AT}
        self.notice = self.ok(self.foreman, f"floors/{self.floor}/notices", notice)["id"]

    def make(self, client: Client | None = None) -> tuple[bytes, dict[str, Any]]:
        """Ask for a record, let it be made, and return it and its row."""
        client = client or self.helper
        work = self.ok(client, f"jobs/{self.job}/records", {"id": str(uuid4())})["id"]
        self.assertTrue(carry_out_next())
        self.assertEqual(self.get(f"works/{work}")["state"], "done")
        paper = self.get(f"jobs/{self.job}/records", client)["papers"][0]
        answer = client.get(f"/api/v1/records/{paper['id']}/record.pdf")
        self.assertEqual(answer["Content-Type"], "application/pdf")
        return answer.content, paper

    def compare(self, content: bytes) -> dict[str, Any]:
        return self.handed(f"jobs/{self.job}/records/copy", content, self.helper, 200)

    def test_everything_stands_on_its_numbered_pages(self) -> None:
        content, paper = self.make()
        pages = words(content)
        self.assertEqual(len(pages), paper["pages"])
        for number, page in enumerate(pages, start=1):
            self.assertIn(f"Page {number} of {len(pages)}", page)
            self.assertIn(f"Digest {paper['digest']}", page)
        whole = " ".join(pages)
        for said in (
            "Shed", "Bolt in the curb", "50' 4 1/2\"", "Laser", "never checked", "Slab <b>&",
            "Take-off", "0.80 yd³ more", "Monday", "HOLD", "none called for here", "Lifted by",
            "STRUCK: read upside", "All three agree", "Customer's notice", "$144.00",
        ):  # fmt: skip
            with self.subTest(said):
                self.assertIn(said, whole)

    def test_a_copy_is_told_from_a_changed_one_and_from_a_changed_job(self) -> None:
        content, paper = self.make()
        same = self.compare(content)
        self.assertEqual(same["sameness"], "same")
        self.assertTrue(same["says"].endswith("The job has not changed since."), same)
        self.assertEqual(self.compare(content + b" ")["sameness"], "unknown")
        self.add_floor(name="Later")
        self.assertTrue(self.compare(content)["says"].endswith("The job has changed since."))
        path = f"jobs/{self.job}/records/digest"
        spaced = f" {paper['digest'][:32]} {paper['digest'][32:].upper()}"
        found = self.ok(self.helper, path, {"digest": spaced}, 200)
        self.assertEqual(found["sameness"], "same-job")
        other = self.ok(self.helper, path, {"digest": "0" * 64}, 200)
        self.assertEqual(other["sameness"], "unknown")

    def test_the_same_ask_makes_one_record_and_outsiders_get_none(self) -> None:
        key = {"id": str(uuid4())}
        self.ok(self.helper, f"jobs/{self.job}/records", key)
        self.ok(self.helper, f"jobs/{self.job}/records", key, 200)
        self.assertTrue(carry_out_next())
        self.assertFalse(carry_out_next())
        paper = KeptPaper.objects.get()
        for client, status in ((self.outsider, 404), (Client(), 401)):
            answer = client.get(f"/api/v1/records/{paper.pk}/record.pdf")
            self.assertEqual(answer.status_code, status)
            self.get(f"works/{key['id']}", client, status)
            self.get(f"jobs/{self.job}/records", client, status)
        self.ok(self.outsider, f"jobs/{self.job}/records", {"id": str(uuid4())}, 404)
        self.ok(self.outsider, f"jobs/{self.job}/records/digest", {"digest": "0"}, 404)

    def test_works_that_wait_are_limited(self) -> None:
        for _ in range(10):
            self.ok(self.helper, f"jobs/{self.job}/records", {"id": str(uuid4())})
        refused = self.ok(self.helper, f"jobs/{self.job}/records", {"id": str(uuid4())}, 409)
        self.assertIn("10 works wait", refused["errors"][0]["why"])

    def test_the_notice_on_paper_for_its_crew_and_by_its_link(self) -> None:
        link = self.get(f"floors/{self.floor}/notices")["notices"][0]["link"]
        by_link = f"links/{link.removeprefix('/notice/')}/notice.pdf"
        for path, client in (
            (f"notices/{self.notice}/notice.pdf", self.helper),
            (by_link, Client()),
        ):
            answer = client.get(f"/api/v1/{path}")
            self.assertEqual(answer.status_code, 200)
            whole = " ".join(words(answer.content))
            self.assertIn("Price of the extra: $144.00", whole)
            self.assertIn('A1: 6"', whole)
        self.get(f"notices/{self.notice}/notice.pdf", self.outsider, 404)
        self.get(f"{by_link.replace('links/', 'links/0')}", Client(), 404)
