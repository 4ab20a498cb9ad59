"""Two phones without a signal on one job: sent, it is as if both had been on line."""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from datetime import UTC, datetime
from time import time
from typing import Any
from uuid import uuid4

from core.tasks import Stage
from server.crews.models import Membership, Role
from server.fieldbook.models import Shot
from server.offline.tests.node import PhoneInNode
from server.sync.tests.site import READING, SiteWithShots
from server.tests.site import OnAPhone

AHEAD = 3_000.0


@dataclass
class InAHand:
    """A phone in a hand: its server, its browser, how far its clock is ahead, what waits."""

    server: PhoneInNode
    browser: OnAPhone
    person: str
    ahead: float
    waiting: list[dict[str, Any]] = field(default_factory=list)

    def headers(self, **more: str) -> dict[str, str]:
        """Return what this phone says of itself as it sends now."""
        return {
            "X-Phone": str(self.browser.key), "X-Phone-Now": f"{time() + self.ahead:.3f}",
            "X-Phone-Clock-Off": f"{self.ahead:.3f}", "X-Person": self.person,
            "Content-Type": "application/json", **more,
        }  # fmt: skip

    def ask(self, path: str) -> Any:
        """Return what this phone answers."""
        told = self.server.call(
            "answer",
            {"method": "GET", "path": f"/api/v1/{path}", "headers": self.headers(), "body": ""},
        )
        return json.loads(told["body"])

    def record(self, path: str, body: dict[str, Any]) -> int:
        """Record something here, to be sent later; returns the status."""
        headers = self.headers(
            **{"X-Phone-Number": str(len(self.waiting) + 1),
               "X-Phone-Said": f"{time() + self.ahead:.3f}"}
        )  # fmt: skip
        asked = {"method": "POST", "path": f"/api/v1/{path}", "headers": headers}
        asked["body"] = json.dumps(body)
        told = self.server.call("answer", asked)
        self.waiting.append(asked)
        status: int = told["status"]
        return status


class TwoPhones(SiteWithShots):
    """A foreman's and a helper's, one of them with a clock that is fifty minutes ahead."""

    def setUp(self) -> None:
        super().setUp()
        self.phones = []
        held = ((self.foreman, Role.FOREMAN, 0.0), (self.helper, Role.HELPER, AHEAD))
        for browser, role, ahead in held:
            server = PhoneInNode()
            self.addCleanup(server.end)
            place = Membership.objects.get(crew=self.crew, role=role)
            phone = InAHand(server, browser, str(place.user_id), ahead)
            server.call("keepTime", ahead)
            self.hear(phone)
            self.phones.append(phone)

    def hear(self, phone: InAHand) -> None:
        carried = phone.browser.get(f"/api/v1/jobs/{self.job}/carried").json()
        self.assertTrue(phone.server.call("hear", json.dumps(carried)))

    def shoot_with(self, phone: InAHand, at: int) -> str:
        """Log a reading on a phone; its clock is the server's and what it is ahead."""
        taken_at = _iso(time() + phone.ahead)
        body = self.shot_body(self.set_up, str(self.grid[at].pk), READING, taken_at=taken_at)
        self.assertEqual(phone.record("shots", body), 201)
        return str(body["id"])

    def send(self, asked: dict[str, Any], phone: InAHand) -> None:
        """Send something that waits to the server, twice: the answer was lost."""
        sent = {
            name: value
            for name, value in {**asked["headers"], **_now(phone)}.items()
            if name.startswith("X-Phone")
        }
        for status in (201, 200):
            told = phone.browser.post(
                asked["path"], asked["body"], content_type="application/json", headers=sent
            )
            self.assertEqual(told.status_code, status, told.content[:300])

    def test_interleaved_and_sent_in_either_order_both_hold_what_the_server_holds(self) -> None:
        first, second = self.phones
        keys = [
            self.shoot_with(phone, at)
            for at, phone in enumerate((first, second, second, first, second), start=1)
        ]
        strike = {"id": str(uuid4()), "reason": "rod on a clod"}
        self.assertEqual(second.record(f"shots/{keys[4]}/strikes", strike), 201)
        for phone in (second, first):
            for asked in phone.waiting:
                self.send(asked, phone)
        times = {str(s.pk): s.taken_at for s in Shot.objects.filter(pk__in=keys)}
        self.assertEqual([*sorted(keys, key=lambda key: times[key])], keys, "by when, not by whom")
        for phone in self.phones:
            self.hear(phone)
            for stage in Stage:
                path = f"jobs/{self.job}/stages/{stage}"
                self.assertEqual(phone.ask(path), self.get(path), stage)
            book = f"set-ups/{self.set_up}/book"
            self.assertEqual(phone.ask(book), self.get(book))
            self.assertEqual(phone.ask(f"floors/{self.floor}"), self.get(f"floors/{self.floor}"))


def _now(phone: InAHand) -> dict[str, str]:
    return {"X-Phone-Now": f"{time() + phone.ahead:.3f}"}


def _iso(seconds: float) -> str:
    return datetime.fromtimestamp(seconds, UTC).isoformat()
