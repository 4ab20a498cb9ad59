"""What nobody named gets a name, once and for good."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from server.jobs.models import Benchmark, Element, Floor, Job
from server.tests.site import SiteTestCase, floor_body


class Unnamed(SiteTestCase):
    """A form is never stopped for a name."""

    def twice(self, path: str, body: dict[str, Any]) -> None:
        self.ok(self.foreman, path, body)
        self.ok(self.foreman, path, body, 200)

    def test_jobs_floors_and_benchmarks_are_numbered_over_what_is_there(self) -> None:
        for number in (1, 2):
            self.twice("jobs", self.job_body(id=str(uuid4()), name=" ", benchmark=None))
            self.assertTrue(Job.objects.filter(name=f"Job {number}").exists())
        path = f"jobs/{self.job}/floors"
        for name in ("Slab 2", "", ""):
            self.twice(path, floor_body(self.benchmark, name=name))
        self.assertEqual(
            sorted(Floor.objects.values_list("name", flat=True)), ["Slab 1", "Slab 2", "Slab 3"]
        )
        mark = {"id": str(uuid4()), "name": "", "elevation": "61.20 ft"}
        self.twice(f"jobs/{self.job}/benchmarks", mark)
        self.assertEqual(Benchmark.objects.get(pk=mark["id"]).name, "BM2")

    def test_a_free_point_and_its_group(self) -> None:
        group = {"id": str(uuid4()), "name": ""}
        self.twice(f"jobs/{self.job}/point-groups", group)
        self.assertEqual(Element.objects.get(pk=group["id"]).name, "Points 1")
        for name in ("P1", "P2"):
            point = {"id": str(uuid4()), "name": "", "group": group["id"]}
            self.twice(f"jobs/{self.job}/free-points", point)
            self.assertTrue(Element.objects.get().points.filter(name=name).exists())

    def test_a_floor_changed_without_a_name_keeps_its_own(self) -> None:
        body = floor_body(self.benchmark, name="")
        self.ok(self.foreman, f"jobs/{self.job}/floors", body)
        opened = self.get(f"floors/{body['id']}")["typed"]
        changed = self.foreman.put(
            f"/api/v1/floors/{body['id']}",
            {**body, "waste": "7", "opened": opened},
            content_type="application/json",
        )
        self.assertEqual(changed.status_code, 200, changed.content)
        floor = Floor.objects.get()
        self.assertEqual((floor.name, float(floor.waste)), ("Slab 1", 0.07))
