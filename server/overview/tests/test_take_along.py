"""What to take along, worked out from a plan and the crew's gear."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from smtplib import SMTPException
from typing import Any
from unittest import mock
from uuid import uuid4

from django.core import mail
from django.test import override_settings

from server.crews.models import Membership, Role
from server.jobs.models import DayOnJob
from server.overview.evening import AHEAD, tell_what_is_short
from server.pours.models import Pour
from server.tests.plan import element_body
from server.tests.site import SiteTestCase


class TakeAlong(SiteTestCase):
    """A floor with forms, piers, steel and bolts."""

    def things(self) -> dict[str, dict[str, Any]]:
        items = self.get(f"jobs/{self.job}/take-along", self.helper)["items"]
        return {item["name"]: item for item in items}

    def place(self, kind: str, floor: str, **changed: Any) -> None:
        self.ok(self.foreman, f"jobs/{self.job}/elements", element_body(kind, floor, **changed))

    def test_a_crew_without_gear_is_told_what_is_short_first(self) -> None:
        self.add_floor()
        items = self.get(f"jobs/{self.job}/take-along")["items"]
        self.assertEqual([bool(item["short"]) for item in items[:3]], [True, True, False])
        self.assertIn("add one under Gear", items[0]["short"])

    def test_a_rod_that_reaches_and_one_that_does_not(self) -> None:
        floor = self.add_floor(stone_thickness='4"')
        self.add_instrument()
        self.add_rod()
        self.assertEqual(self.things()["up ft-in/8"]["short"], "")
        self.assertIn("from one set-up beside BM1", self.things()["up ft-in/8"]["why"])
        self.place("footing", floor, level="20 ft")
        self.assertIn("take a longer one", self.things()["up ft-in/8"]["short"])
        self.assertIn("never checked", self.things()["Laser"]["short"])

    def test_what_the_plan_asks_for_is_counted(self) -> None:
        """Forms around 6 m x 4 m: 65 ft 7 in, 18 stakes and two more, 6 boards."""
        floor = self.add_floor(stone_thickness='4"')
        self.place("form", floor)
        self.place("piers", floor)
        self.place("steel", floor, level='1 1/2"')
        self.place("embeds", floor)
        things = self.things()
        self.assertEqual(things["Stakes"]["amount"], "20")
        self.assertEqual(things["Form boards, 12 ft"]["amount"], "6")
        self.assertEqual(things["Tubes for The piers"]["amount"], "3")
        self.assertEqual(things["Covers for open holes"]["amount"], "3")
        self.assertEqual(things["The embeds"]["amount"], "2")
        self.assertEqual(things["Chairs"]["amount"], "32")
        why = 'every 3 ft under The steel, 3 1/2" from the stone to the top of the bars'
        self.assertEqual(things["Chairs"]["why"], why)
        self.get(f"jobs/{self.job}/take-along", self.outsider, 404)


class TheEveningBefore(SiteTestCase):
    """A pour at seven in the morning; the crew has no rod yet."""

    POURS_AT = datetime(2026, 5, 6, 7, tzinfo=UTC)

    def setUp(self) -> None:
        super().setUp()
        self.add_floor()
        places = Membership.objects.filter(crew__jobs=self.job).select_related("user")
        self.people = {place.role: place.user for place in places}
        for role, person in self.people.items():
            person.email = f"{role}@crew.example"
            person.save()
        self.pour = Pour.objects.create(
            id=uuid4(), job_id=self.job, name="Slab", pours_at=self.POURS_AT, truck="10",
            rate="20", created_by=self.people[Role.FOREMAN],
        )  # fmt: skip

    def told(self, hours: float) -> list[str]:
        """Return who was told when the pour was still so many hours ahead."""
        mail.outbox.clear()
        tell_what_is_short(self.POURS_AT - timedelta(hours=hours))
        return sorted(message.to[0] for message in mail.outbox)

    @override_settings(SENDS_MAIL=True)
    def test_foremen_are_told_once_and_not_before_the_evening(self) -> None:
        self.assertEqual(self.told(15.1), [])
        self.assertIn("foreman@crew.example", self.told(15))
        self.assertNotIn("helper@crew.example", [message.to[0] for message in mail.outbox])
        self.assertIn("add one under Gear", mail.outbox[0].body)
        self.assertEqual(mail.outbox[0].subject, f"Short for Slab, {self.pour.job.name}")
        self.assertEqual(self.told(14), [])

    @override_settings(SENDS_MAIL=True)
    def test_who_is_put_on_the_job_that_day_is_told_instead(self) -> None:
        helper, day = self.people[Role.HELPER], self.POURS_AT.date()
        DayOnJob.objects.create(job_id=self.job, day=day, person=helper)
        self.assertEqual(self.told(2), ["helper@crew.example"])

    @override_settings(SENDS_MAIL=True)
    def test_a_pour_put_to_another_day_is_told_of_again(self) -> None:
        self.assertTrue(self.told(2))
        Pour.objects.filter(pk=self.pour.pk).update(pours_at=self.POURS_AT + AHEAD)
        self.assertEqual(self.told(2), [])
        self.assertTrue(self.told(-1))

    @override_settings(SENDS_MAIL=True)
    def test_a_mail_server_that_is_down_stops_nobody(self) -> None:
        down = mock.patch("server.overview.evening.send_mail", side_effect=SMTPException("down"))
        with down as sent, self.assertLogs("server.overview.evening"):
            self.assertEqual(self.told(2), [])
        self.assertTrue(sent.called)

    @override_settings(SENDS_MAIL=False)
    def test_a_server_without_mail_sends_none(self) -> None:
        self.assertEqual(self.told(2), [])

    @override_settings(SENDS_MAIL=True)
    def test_an_archived_job_asks_nobody(self) -> None:
        path = f"/api/v1/jobs/{self.job}/archived"
        answer = self.foreman.put(path, {"is_archived": True}, content_type="application/json")
        self.assertLess(answer.status_code, 300)
        self.assertEqual(self.told(2), [])
