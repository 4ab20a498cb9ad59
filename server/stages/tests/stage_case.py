"""A floor with its elements, shot stage by stage, for tests."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from server.jobs.models import Point
from server.tests.plan import element_body
from server.tests.site import SiteTestCase


class StageCase(SiteTestCase):
    """A floor at 51' 4 1/2" with its elements; the beam at 54' 6 1/2"."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor(stone_thickness='4"')
        self.set_up_id = self.add_set_up()

    def place(self, kind: str, /, **changed: Any) -> UUID:
        body = element_body(kind, self.floor, **changed)
        return UUID(self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"])

    def shoot(self, element: UUID, task: str, name: str, reading: str, **changed: Any) -> Any:
        point = Point.objects.get(element=element, task=task, name=name)
        body = self.shot_body(self.set_up_id, str(point.pk), reading, **changed)
        return self.ok(self.helper, "shots", body)

    def stage(self, stage: str) -> Any:
        return self.get(f"jobs/{self.job}/stages/{stage}", self.helper)
