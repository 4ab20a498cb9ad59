"""Least privilege by crew and role, on every address."""

from __future__ import annotations

from uuid import uuid4

from django.test import Client

from server.jobs.models import Point
from server.tests.addresses import AddressCase
from server.tests.plan import element_body
from server.tests.site import floor_body


class EveryAddress(AddressCase):
    """Outsiders see nothing, helpers record, foremen plan."""

    def test_outsiders_find_nothing(self) -> None:
        for path in self.reads:
            with self.subTest(path):
                self.get(path, self.outsider, 404)
        for path, body, _ in self.writes():
            with self.subTest(path):
                self.ok(self.outsider, path, body, 404)
        self.ok(self.outsider, f"jobs/{self.job}/floor-draft", floor_body(self.benchmark), 404)
        element, job = element_body("form", self.floor), f"jobs/{self.job}"
        self.ok(self.outsider, f"{job}/element-draft", element, 404)
        self.ok(self.outsider, f"elements/{self.element}/moves", element, 404)
        self.ok(self.outsider, f"{job}/corners", {"table": ""}, 404)
        self.ok(self.helper, f"{job}/corners", {"table": ""}, 403)
        self.ok(self.outsider, f"{job}/triangle", {"multiple": "1 ft"}, 404)
        kit = {"rod": self.add_rod("down"), "known": "5 ft", "reading": "1 ft"}
        self.ok(self.outsider, f"crews/{self.crew.pk}/height-now", kit, 404)
        csv = self.outsider.get(f"/api/v1/set-ups/{self.set_up_id}/book.csv")
        self.assertEqual(csv.status_code, 404)
        self.assertEqual(self.get("jobs", self.outsider)["jobs"], [])

    def test_nobody_signed_in_gets_anything(self) -> None:
        for path in [*self.reads, "jobs", "schema", f"set-ups/{self.set_up_id}/book.csv"]:
            with self.subTest(path):
                self.assertEqual(Client().get(f"/api/v1/{path}").status_code, 401)

    def test_helpers_read_and_record_and_do_not_plan(self) -> None:
        for path in self.reads:
            self.get(path, self.helper)
        for path, body, plans in self.writes():
            with self.subTest(path):
                self.ok(self.helper, path, body, 403 if plans else 201)
        limits = {"reread_minutes": "30", "reread_tolerance": "", "rough_tolerance": ""} | {
            "run_allowance": "", "fresh_hours": "24",
        }  # fmt: skip
        for path, change in (
            (f"floors/{self.floor}", floor_body(self.benchmark) | {"opened": {}}),
            (f"elements/{self.element}", element_body("piers", self.floor) | {"opened": {}}),
            (f"jobs/{self.job}/trust", limits),
            (f"jobs/{self.job}/units", {"style": "m"}),
            (f"crews/{self.crew.pk}/choices", {"strict_calls": True, "check_days": 3}),
        ):
            answer = self.helper.put(f"/api/v1/{path}", change, content_type="application/json")
            self.assertEqual(answer.status_code, 403, path)
            why = answer.json()["errors"][0]["why"]
            self.assertEqual(why, "A helper can't plan levels.")
            self.assertEqual(
                self.outsider.put(
                    f"/api/v1/{path}", change, content_type="application/json"
                ).status_code,
                404,
            )

    def test_ids_of_other_jobs_are_not_there(self) -> None:
        other = self.job_body(id=str(uuid4()), name="Other")
        other["benchmark"] = {**other["benchmark"], "id": str(uuid4())}
        job = self.ok(self.foreman, "jobs", other)["id"]
        foreign = floor_body(self.benchmark)
        reasons = self.refused(self.foreman, f"jobs/{job}/floors", foreign)
        self.assertEqual(list(reasons), ["reference"])
        self.ok(self.foreman, "shots", self.shot_body(self.set_up_id, str(uuid4()), "3 ft"), 404)
        own = f"set-ups/{self.set_up_id}"
        self.get(f"{own}/marks?floor={uuid4()}", status=404)
        self.get(f"{own}/points/{uuid4()}", status=404)
        elsewhere = self.ok(
            self.foreman,
            f"jobs/{job}/floors",
            floor_body(None, level_from="elevation", level="9 ft", reference=None),
        )["id"]
        away = element_body("form", elsewhere)
        self.assertIn("reference", self.refused(self.foreman, f"jobs/{self.job}/elements", away))
        there = self.ok(self.foreman, f"jobs/{job}/elements", away)["id"]
        self.get(f"{own}/marks?element={there}&stage=forms", status=404)
        point = Point.objects.filter(element=there)[0].pk
        self.get(f"{own}/reading?point={point}&reading=3 ft", status=404)
        self.ok(self.foreman, "shots", self.shot_body(self.set_up_id, str(point), "3 ft"), 404)

    def test_gear_that_can_not_be(self) -> None:
        rods, lasers = f"crews/{self.crew.pk}/rods", f"crews/{self.crew.pk}/instruments"
        rod = {"id": str(uuid4()), "name": "r", "numbering": "up", "graduation": "ft-in/8"}
        rod |= {"has_bubble": "false", "read_parts": "1"}
        for length in ("", "20 m", "-3 ft", "5.2"):
            self.assertIn("length", self.refused(self.foreman, rods, rod | {"length": length}))
        odd = rod | {"length": "13 ft", "graduation": "cubits", "numbering": "sideways"}
        self.assertEqual(set(self.refused(self.foreman, rods, odd)), {"graduation", "numbering"})
        laser = {"id": str(uuid4()), "name": "l", "kind": "rotary-laser", "range": "0 ft"}
        odd = {"least_distance": "x", "specification": "1.5 mm", "beam_class": "2"}
        reasons = self.refused(self.foreman, lasers, laser | odd)
        self.assertEqual(set(reasons), {"range", "least_distance", "specification"})
        bands = {"id": str(uuid4()), "name": "r", "signal": "too-high", "coarse": "1 mm"}
        receivers = f"crews/{self.crew.pk}/receivers"
        self.assertIn("fine", self.refused(self.foreman, receivers, bands | {"fine": "2 mm"}))
