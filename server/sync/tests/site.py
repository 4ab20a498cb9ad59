"""A site with shots, and what a phone takes along of it."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from server.jobs.models import Point
from server.tests.site import SiteTestCase

READING = "3' 7\""


class SiteWithShots(SiteTestCase):
    """A floor, a set-up, and two shots on it."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        rod, instrument = self.add_rod(), self.add_instrument()
        path = f"jobs/{self.job}/set-ups"
        self.set_up = self.ok(self.foreman, path, self.set_up_body(rod, instrument))["id"]
        self.grid = list(Point.objects.filter(floor=UUID(self.floor)))
        self.shoot(self.grid[0])

    def shoot(self, point: Point) -> None:
        """Log a reading on a point."""
        self.ok(self.helper, "shots", self.shot_body(self.set_up, str(point.pk), READING))

    def carried(self, **held: str) -> Any:
        """Return what the foreman's phone takes along of the job."""
        query = "&".join(f"{name}={value}" for name, value in held.items())
        return self.get(f"jobs/{self.job}/carried?{query}".replace("+", "%2B"))

    def since(self, carried: Any) -> dict[str, str]:
        """Return what is sent back for what changed since."""
        digests = ",".join(f"{name}:{digest}" for name, digest in carried["digests"].items())
        return {"since": carried["at"], "digests": digests}
