"""A pour to test on: a floor with its forms and its footing."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from server.jobs.models import Point
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT, SiteTestCase

POURS_AT = "2026-05-04T10:00:00Z"


class PourTestCase(SiteTestCase):
    """A floor, a footing and forms; the benchmark read half an hour before."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor(stone_thickness='4"'))
        self.set_up_id = self.add_set_up()
        self.form = self.ok(
            self.foreman, f"jobs/{self.job}/elements", element_body("form", str(self.floor))
        )["id"]
        self.footing = self.ok(
            self.foreman,
            f"jobs/{self.job}/elements",
            element_body("footing", str(self.floor), part="sub-grade"),
        )["id"]
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", self.pour_body())["id"]

    def pour_body(self, **changed: Any) -> dict[str, Any]:
        body = {
            "id": str(uuid4()), "name": "Slab", "pours_at": POURS_AT, "truck": "8",
            "rate": "16", "floors": [str(self.floor)], "elements": [self.form, self.footing],
        }  # fmt: skip
        return body | changed

    def lines(self) -> dict[str, tuple[bool, str]]:
        sheet = self.get(f"pours/{self.pour}", self.helper)
        return {line["question"]: (line["is_go"], line["reason"]) for line in sheet["lines"]}

    def shoot(self, points: Any, reading: str) -> None:
        for point in points:
            self.ok(self.helper, "shots", self.shot_body(self.set_up_id, str(point.pk), reading))

    def shoot_all_but_the_bottoms(self) -> Any:
        self.shoot(Point.objects.filter(floor=self.floor), "3' 7\"")
        self.shoot(Point.objects.filter(element=self.form), "3' 2\"")
        self.shoot(Point.objects.filter(element=self.footing, task="form"), "3' 11\"")
        return Point.objects.filter(element=self.footing, task="footing-bottom")

    def answer(self, question: str, answer: str, status: int = 201, is_good: bool = True) -> None:
        body = {
            "id": str(uuid4()), "question": question, "answer": answer, "is_good": is_good,
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{self.pour}/answers", body, status)

    def lift(self, question: str, status: int = 201) -> None:
        body = {
            "id": str(uuid4()), "question": question, "reason": "engineer on site",
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{self.pour}/lifts", body, status)
