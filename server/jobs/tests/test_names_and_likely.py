"""What nobody named gets a name; what nobody doubts is not asked."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from core.lengths import Length
from server.jobs.models import Benchmark, Element, Floor, Job
from server.tests.plan import element_body
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


class NobodyDoubts(SiteTestCase):
    """A bare number is read as what a length can be where it is asked for."""

    def test_a_slab_is_not_5_ft_thick_and_its_grid_not_8_inches_wide(self) -> None:
        typed = {"thickness": "5", "least_thickness": "4 1/2", "tolerance": "1/4"}
        body = floor_body(
            self.benchmark, **typed, grid_spacing="8", mark_spacing="16", stone_thickness="4"
        )
        self.ok(self.foreman, f"jobs/{self.job}/floors", body)
        floor = Floor.objects.get()
        for column, meant in (("thickness", 5), ("least_thickness", 4.5), ("tolerance", 0.25),
                              ("grid_spacing", 96), ("mark_spacing", 192),
                              ("stone_thickness", 4)):  # fmt: skip
            self.assertEqual(getattr(floor, column), Length.from_inches(str(meant)), column)

    def test_in_meters_a_slab_of_100_is_in_millimeters_and_stays_so_in_feet(self) -> None:
        own = {"id": str(uuid4()), "name": "Metric", "style": "m"}
        benchmark = {"id": str(uuid4()), "name": "BM1", "elevation": "63.40"}
        job = self.ok(self.foreman, "jobs", self.job_body(**own, benchmark=benchmark))["id"]
        body = floor_body(UUID(benchmark["id"]), thickness="100", least_thickness="90",
                          tolerance="5", level="0.3", mark_spacing="5")  # fmt: skip
        self.ok(self.foreman, f"jobs/{job}/floors", body)
        floor = Floor.objects.get()
        self.assertEqual(floor.thickness, Length.from_metres("0.1"))
        self.assertEqual(floor.least_thickness, Length.from_metres("0.09"))
        self.assertEqual(floor.tolerance, Length.from_metres("0.005"))

    def test_a_dig_may_be_asked_for_in_shots(self) -> None:
        floor = self.add_floor()
        body = element_body(
            "excavation", floor, shape="floor", measures={"spacing": "about 12 shots"}
        )
        self.ok(self.foreman, f"jobs/{self.job}/elements", body)
        self.assertIn(Element.objects.get().points.count(), range(9, 17))
