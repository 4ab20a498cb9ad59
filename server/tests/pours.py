"""A pour to test on: a floor with its forms and its footing."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from unittest import mock
from uuid import UUID, uuid4

from server.jobs.models import Point
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT, SiteTestCase

NOW = "2026-05-04T09:45:00Z"
#: A fault as the list shows it, and takes it back.
NO_INSPECTION = {
    "question": "inspection", "kind": "not-answered", "about": "", "side": "", "amount": 0,
    "give": 0,
}  # fmt: skip
POURS_AT = "2026-05-04T10:00:00Z"


class PourTestCase(SiteTestCase):
    """A floor, a footing and forms; the benchmark read half an hour before."""

    def setUp(self) -> None:
        super().setUp()
        self.at(NOW)
        self.floor = UUID(self.add_floor(stone_thickness='4"'))
        self.set_up_id = self.add_set_up()
        self.form = self.ok(
            self.foreman, f"jobs/{self.job}/elements", element_body("form", str(self.floor))
        )["id"]
        self.footing = self.ok(
            self.foreman,
            f"jobs/{self.job}/elements",
            element_body(
                "footing", str(self.floor), part="sub-grade", measures={"frost_depth": "0"}
            ),
        )["id"]
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", self.pour_body())["id"]

    def at(self, moment: str) -> None:
        """Look at the pour's list at a moment from now on."""
        now = datetime.fromisoformat(moment)
        pinned = mock.patch("server.pours.facts.timezone", mock.Mock(now=lambda: now))
        pinned.start()
        self.addCleanup(pinned.stop)

    def pour_body(self, **changed: Any) -> dict[str, Any]:
        body = {
            "id": str(uuid4()), "name": "Slab", "pours_at": POURS_AT, "truck": "8",
            "rate": "16", "floors": [str(self.floor)], "elements": [self.form, self.footing],
        }  # fmt: skip
        return body | changed

    def lines(self) -> dict[str, tuple[bool, str]]:
        sheet = self.get(f"pours/{self.pour}", self.helper)
        return {line["question"]: (line["is_go"], line["reason"]) for line in sheet["lines"]}

    def shown(self, question: str) -> list[dict[str, Any]]:
        """Return the faults of a line as the list shows them, to be sent back."""
        sheet = self.get(f"pours/{self.pour}", self.helper)
        faults = [f for line in sheet["lines"] for f in line["faults"] if f["question"] == question]
        return [{k: v for k, v in fault.items() if k != "says"} for fault in faults]

    def shoot(self, points: Any, reading: str, **changed: Any) -> None:
        for point in points:
            body = self.shot_body(self.set_up_id, str(point.pk), reading, **changed)
            self.ok(self.helper, "shots", body)

    def read_again(self, reading: str = "4' 2\"", taken_at: str = "2026-05-04T09:40:00Z") -> None:
        """Read the benchmark again from the set-up that stands."""
        body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": reading,
            "occasion": "clock", "taken_at": taken_at,
        }  # fmt: skip
        self.ok(self.foreman, f"set-ups/{self.set_up_id}/rereads", body)

    def shoot_all_but_the_bottoms(self) -> Any:
        self.shoot(Point.objects.filter(floor=self.floor), "3' 7\"")
        self.shoot(Point.objects.filter(element=self.form), "3' 2\"")
        self.shoot(Point.objects.filter(element=self.footing, task="form"), "3' 11\"")
        return Point.objects.filter(element=self.footing, task="footing-bottom")

    def answer(self, question: str, answer: str, status: int = 201, is_good: bool = True) -> None:
        body = {
            "id": str(uuid4()), "question": question, "answer": answer, "is_good": is_good,
            "faults": self.shown(question), "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{self.pour}/answers", body, status)

    def lift(self, question: str, status: int = 201) -> None:
        body = {
            "id": str(uuid4()), "question": question, "reason": "engineer on site",
            "faults": self.shown(question), "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{self.pour}/lifts", body, status)
