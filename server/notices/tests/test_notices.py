"""The customer's notice: what it tells, who may, and what makes its link worth nothing."""

from __future__ import annotations

import io
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

from django.db.models import QuerySet
from django.test import Client
from pypdf import PdfReader

from server.jobs.models import Point
from server.notices.models import Notice, NoticeAcknowledgment
from server.notices.services.acknowledge_notice import digest_of_numbers
from server.tests.site import TAKEN_AT, SiteTestCase


class Notices(SiteTestCase):
    """A 6 m x 4 m floor whose stone lies an inch low all over: 0.80 yd³ more than the nominal."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor(stone_thickness='4"'))
        self.set_up_id = self.add_set_up()
        for point in Point.objects.filter(floor=self.floor):
            self.shoot(point, "3' 8\"")
        self.customer = Client()

    def shoot(self, point: Point, reading: str) -> None:
        self.ok(self.helper, "shots", self.shot_body(self.set_up_id, str(point.pk), reading))

    def send(self, status: int = 201, client: Client | None = None, **changed: Any) -> Any:
        now = datetime.now(UTC)
        body = {"id": str(uuid4()), "rate": "180", "days": 14, "taken_at": now.isoformat()}
        path = f"floors/{self.floor}/notices"
        return self.ok(client or self.foreman, path, body | changed, status)

    def latest(self) -> dict[str, Any]:
        found: dict[str, Any] = self.get(f"floors/{self.floor}/notices", self.helper)["notices"][0]
        return found

    def link(self) -> str:
        return f"links/{self.latest()['link'].removeprefix('/notice/')}"

    def acknowledge(self, link: str, status: int = 201, **changed: Any) -> Any:
        body = {"id": str(uuid4()), "name": "Ada Lund"} | changed
        return self.ok(self.customer, link, body, status)

    def pour(self) -> str:
        body = {
            "id": str(uuid4()), "name": "Slab", "pours_at": TAKEN_AT, "truck": "8", "rate": "16",
            "floors": [str(self.floor)], "elements": [],
        }  # fmt: skip
        made: str = self.ok(self.foreman, f"jobs/{self.job}/pours", body)["id"]
        return made

    def extra_line(self, pour: str) -> tuple[bool, str]:
        lines = self.get(f"pours/{pour}")["lines"]
        return next((o["is_go"], o["reason"]) for o in lines if o["question"] == "extra")

    def test_it_tells_the_numbers_and_is_acknowledged_once(self) -> None:
        self.send()
        link, pour = self.link(), self.pour()
        page = self.get(link, self.customer)
        numbers = page["numbers"]
        self.assertEqual(numbers["extra"], "0.80 yd³ more")
        self.assertEqual((numbers["rate"], numbers["price"]), ("$180.00 a yd³", "$144.00"))
        self.assertEqual(len(numbers["shots"]), 12)
        self.assertEqual(numbers["shots"][0], {"point": "A1", "thickness": '6"'})
        self.assertTrue(page["map"]["bands"])
        self.assertEqual((page["state"], page["floor"]), ("open", "Floor"))
        self.assertEqual(self.extra_line(pour)[0], False)
        key = str(uuid4())
        self.acknowledge(link, id=key)
        self.acknowledge(link, 200, id=key)
        again = self.acknowledge(link, 409)["errors"][0]
        self.assertRegex(
            again["why"], r"^It was answered on \d{4}-\d\d-\d\d\. Acknowledged by Ada Lund\.$"
        )
        self.assertEqual(self.get(link, self.customer)["acknowledged_by"], "Ada Lund")
        self.assertEqual(
            self.extra_line(pour),
            (True, "Floor: 0.80 yd³ more than the nominal. Acknowledged by Ada Lund."),
        )

    def test_a_change_of_the_numbers_voids_it_and_says_why(self) -> None:
        self.send()
        link, pour = self.link(), self.pour()
        self.acknowledge(link)
        self.shoot(Point.objects.filter(floor=self.floor)[4], "3' 9\"")
        page = self.get(link, self.customer)
        self.assertEqual(page["state"], "void")
        self.assertRegex(
            page["why"], r"The extra was 0\.80 yd³ more; it is \d\.\d\d yd³ more now\.$"
        )
        self.assertEqual(page["numbers"]["extra"], "0.80 yd³ more")
        is_go, why = self.extra_line(pour)
        self.assertFalse(is_go)
        self.assertIn("It no longer stands.", why)
        self.send()
        self.shoot(Point.objects.filter(floor=self.floor)[4], "3' 8 1/2\"")
        why = self.acknowledge(self.link(), 410)["errors"][0]["why"]
        self.assertIn("It no longer stands.", why)
        self.assertEqual(NoticeAcknowledgment.objects.count(), 1)

    def test_what_is_only_written_otherwise_voids_nothing(self) -> None:
        """The job shown in meters, or a point by another name, changes no figure."""
        self.send()
        link = self.link()
        self.acknowledge(link)
        Point.objects.filter(floor=self.floor, name="A1").update(name="Q")
        self.foreman.put(
            f"/api/v1/jobs/{self.job}/units", {"style": "m"}, content_type="application/json"
        )
        page = self.get(link, self.customer)
        self.assertEqual(page["state"], "acknowledged", page["why"])
        self.assertEqual(page["numbers"]["extra"], "0.80 yd³ more")

    def test_links_that_are_worth_nothing(self) -> None:
        self.send()
        link = self.link()
        middle = len(link) // 2
        other = "0" if link[middle] != "0" else "1"
        for tampered in (link[:-1], f"{link[:middle]}{other}{link[middle + 1 :]}", "links/x"):
            with self.subTest(tampered):
                self.get(tampered, self.customer, 404)
                self.acknowledge(tampered, 404)
        taken_back, once = f"notices/{self.latest()['id']}/withdrawal", {"id": str(uuid4())}
        self.ok(self.foreman, taken_back, once)
        self.ok(self.foreman, taken_back, once, 200)
        again = self.ok(self.foreman, taken_back, {"id": str(uuid4())}, 409)["errors"][0]
        self.assertEqual(again["why"], "It was taken back already.")
        why = self.get(link, self.customer, 410)["errors"][0]["why"]
        self.assertEqual(why, "This notice was taken back.")
        self.acknowledge(link, 410)
        self.assertEqual(NoticeAcknowledgment.objects.count(), 0)

    def test_a_member_of_the_crew_is_no_customer(self) -> None:
        self.send()
        for member in (self.foreman, self.helper):
            answer = member.post(
                f"/api/v1/{self.link()}", {"id": str(uuid4()), "name": "A. Lund"},
                content_type="application/json",
            )  # fmt: skip
            self.assertEqual(answer.status_code, 403)
            self.assertIn("the customer's to say", answer.json()["errors"][0]["why"])
        self.assertEqual(NoticeAcknowledgment.objects.count(), 0)
        other = self.outsider.post(
            f"/api/v1/{self.link()}", {"id": str(uuid4()), "name": "A. Lund"},
            content_type="application/json", HTTP_USER_AGENT="Browser 7",
        )  # fmt: skip
        self.assertEqual(other.status_code, 201)
        kept = NoticeAcknowledgment.objects.get()
        self.assertEqual((kept.address, kept.browser), ("127.0.0.1", "Browser 7"))
        self.assertEqual(kept.digest, digest_of_numbers(kept.notice))
        self.assertEqual(len(kept.digest), 64)

    def test_what_was_said_by_phone_is_the_word_of_who_says_so(self) -> None:
        self.send()
        notice = self.latest()["id"]
        path, body = f"notices/{notice}/spoken", {"id": str(uuid4()), "name": "A. Lund"}
        self.ok(self.helper, path, body, 403)
        self.ok(self.outsider, path, body, 404)
        self.assertIn("name", self.refused(self.foreman, path, body | {"name": ""}))
        self.ok(self.foreman, path, body)
        self.ok(self.foreman, path, body, 200)
        self.ok(self.foreman, path, body | {"id": str(uuid4())}, 409)
        told = self.latest()
        self.assertEqual(told["state"], "acknowledged")
        self.assertEqual(told["why"], "Foreman says that A. Lund agreed by phone.")
        self.assertEqual(NoticeAcknowledgment.objects.get().witness, "Foreman")
        page = self.get(self.link(), self.customer)
        self.assertEqual(page["why"], "Foreman says that A. Lund agreed by phone.")
        pdf = PdfReader(io.BytesIO(self.customer.get(f"/api/v1/{self.link()}/notice.pdf").content))
        said = " ".join(" ".join(one.extract_text() for one in pdf.pages).split())
        self.assertIn("Foreman says that A. Lund agreed by phone, ", said)
        self.assertNotIn("Acknowledged by", said)

    def test_a_link_past_its_time_shows_no_numbers_and_takes_no_word(self) -> None:
        self.send()
        link = self.link()
        QuerySet(Notice).update(expires_at=datetime.now(UTC))
        for path in (link, f"{link}/notice.pdf"):
            answer = self.customer.get(f"/api/v1/{path}")
            self.assertEqual(answer.status_code, 410)
            self.assertNotIn(b"yd", answer.content)
        why = self.acknowledge(link, 410)["errors"][0]["why"]
        self.assertIn("Its time ran out", why)
        (kept,) = self.get(f"floors/{self.floor}/notices")["notices"]
        self.assertEqual(kept["state"], "expired")

    def test_a_links_life_is_counted_from_the_servers_time(self) -> None:
        """A phone that is a year ahead makes no link that lives a year longer, or none shorter."""
        for days in (365, -365):
            said = datetime.now(UTC) + timedelta(days=days)
            key = str(uuid4())
            self.send(id=key, taken_at=said.isoformat())
            left = Notice.objects.get(pk=key).expires_at - datetime.now(UTC)
            self.assertAlmostEqual(left / timedelta(days=1), 14, places=2)
            self.send(200, id=key, taken_at=said.isoformat())
        self.assertEqual(NoticeAcknowledgment.objects.count(), 0)

    def test_what_can_not_be_sent(self) -> None:
        path = f"floors/{self.floor}/notices"
        body = {"id": str(uuid4()), "rate": "-5", "days": 14, "taken_at": TAKEN_AT}
        self.assertIn("no price", self.refused(self.foreman, path, body)["rate"])
        self.assertIn("no", self.refused(self.foreman, path, body | {"rate": "much"})["rate"])
        self.assertIn("days", self.refused(self.foreman, path, body | {"days": 400, "rate": "1"}))
        self.floor = UUID(self.add_floor(name="Unshot"))
        why = self.send(409)["errors"][0]["why"]
        self.assertIn("The stone is not shot yet", why)
        self.assertFalse(Notice.objects.exists())

    def test_a_link_shows_its_notice_and_nothing_else(self) -> None:
        self.send()
        self.acknowledge(self.link(), 400, name="")
        for path in (f"floors/{self.floor}/notices", f"jobs/{self.job}"):
            self.get(path, self.customer, 401)
            self.get(path, self.outsider, 404)
        self.send(403, self.helper)
        self.send(404, self.outsider)
        taken_back = f"notices/{self.latest()['id']}/withdrawal"
        self.ok(self.helper, taken_back, {"id": str(uuid4())}, 403)
        self.ok(self.outsider, taken_back, {"id": str(uuid4())}, 404)
