"""Least privilege by crew and role, on every address."""

from __future__ import annotations

from uuid import uuid4

from django.test import Client

from core.tasks import Stage
from server.jobs.models import Point
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT, SiteTestCase, floor_body


class EveryAddress(SiteTestCase):
    """Outsiders see nothing, helpers record, foremen plan."""

    def setUp(self) -> None:
        super().setUp()
        self.instrument = self.add_instrument()
        self.floor, self.set_up_id = self.add_floor(), self.add_set_up()
        self.point = self.points(self.floor)["A1"]
        piers = element_body("piers", self.floor)
        self.element = self.ok(self.foreman, f"jobs/{self.job}/elements", piers)["id"]
        self.hole = Point.objects.filter(element=self.element, task="hole")[0].pk
        shot = self.shot_body(self.set_up_id, self.point, "3' 7\"")
        self.ok(self.helper, "shots", shot)
        self.shot = shot["id"]
        pour = {
            "id": str(uuid4()), "name": "Slab", "pours_at": TAKEN_AT, "truck": "8",
            "rate": "16", "floors": [self.floor], "elements": [],
        }  # fmt: skip
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", pour)["id"]
        self.reads = [
            f"jobs/{self.job}",
            f"floors/{self.floor}",
            f"crews/{self.crew.pk}/gear",
            f"set-ups/{self.set_up_id}/marks?floor={self.floor}",
            f"set-ups/{self.set_up_id}/reading?point={self.point}&reading=3 ft",
            f"set-ups/{self.set_up_id}/book",
            f"set-ups/{self.set_up_id}/way-out",
            f"jobs/{self.job}/runs",
            f"instruments/{self.instrument}?units=ft-in/8",
            *(f"jobs/{self.job}/stages/{stage}" for stage in Stage),
            f"elements/{self.element}",
            f"set-ups/{self.set_up_id}/marks?element={self.element}&stage=piers",
            f"set-ups/{self.set_up_id}/points/{self.hole}",
            f"set-ups/{self.set_up_id}/match?reading=3 ft",
            f"jobs/{self.job}/pours",
            f"pours/{self.pour}",
            f"jobs/{self.job}/take-off",
            f"jobs/{self.job}/prices",
            f"jobs/{self.job}/records",
            f"floors/{self.floor}/map",
            f"floors/{self.floor}/notices",
            f"crews/{self.crew.pk}/jobs-in",
        ]

    def writes(self) -> list[tuple[str, dict[str, object], bool]]:
        """Every address that takes something, a body for it, and whether it plans."""
        key = {"id": str(uuid4())}
        rod = {
            "name": "r",
            "numbering": "up",
            "graduation": "mm",
            "length": "4000",
            "has_bubble": False,
            "read_parts": 1,
        }
        laser = {
            "name": "l",
            "kind": "line-laser",
            "range": "30 m",
            "least_distance": "",
            "specification": "",
            "beam_class": "",
        }
        receiver = {"name": "r", "signal": "too-low", "fine": "1 mm", "coarse": "2 mm"}
        reread = {
            "point": str(self.benchmark),
            "reading": "4' 2\"",
            "occasion": "clock",
            "taken_at": TAKEN_AT,
        }
        turn = {"name": "T", "reading": "4'", "x": "1 m", "y": "1 m", "taken_at": TAKEN_AT}
        check = {
            "method": "face-about",
            "made_at": TAKEN_AT,
            "typed": {"distance": "60 ft", "gap": '1/16"', "resolution": '1/32"'},
        }
        dropped = {"note": "off the tailgate", "happened_at": TAKEN_AT}
        found = {"bearing": "rock", "is_cleaned": True, "taken_at": TAKEN_AT}
        pour = {
            "name": "Other",
            "pours_at": TAKEN_AT,
            "truck": "8",
            "rate": "16",
            "floors": [self.floor],
            "elements": [],
        }
        answer = {"question": "strip", "answer": "on", "is_good": True, "taken_at": TAKEN_AT}
        lift = {"question": "strip", "reason": "none needed", "taken_at": TAKEN_AT}
        notice = {"rate": "1", "days": 3, "taken_at": TAKEN_AT}
        from_here, its = f"set-ups/{self.set_up_id}", f"instruments/{self.instrument}"
        benchmark = {"name": "B", "elevation": "5 ft", "description": "d"}
        set_up = self.set_up_body(self.add_rod("down"), self.instrument)
        wanted = {"name": "w", "target": "51 ft"}
        height = {"rod": set_up["rod"], "known": "5 ft", "reading": "1 ft", "points": [wanted]}
        kept = key | height | {"taken_at": TAKEN_AT, "job_name": "Kept"}
        return [
            ("jobs", self.job_body(**key), True),
            (f"jobs/{self.job}/benchmarks", key | benchmark, True),
            (
                f"jobs/{self.job}/ties",
                key | {"benchmark": str(self.benchmark), "real": "612 ft"},
                True,
            ),
            (f"jobs/{self.job}/floors", floor_body(self.benchmark), True),
            (f"jobs/{self.job}/set-ups", set_up, False),
            (f"crews/{self.crew.pk}/heights", kept, False),
            (f"crews/{self.crew.pk}/usual-kit", {"units": "m"}, True),
            (f"jobs/{self.job}/point-groups", key | {"name": "Ceiling"}, False),
            (f"jobs/{self.job}/free-points", {"id": str(uuid4()), "name": "Sill"}, False),
            (f"crews/{self.crew.pk}/rods", key | rod, True),
            (f"crews/{self.crew.pk}/instruments", key | laser, True),
            (f"floors/{self.floor}/points", key | {"x": "1 m", "y": "1 m"}, False),
            ("shots", self.shot_body(self.set_up_id, self.point, "3' 7\""), False),
            (f"shots/{self.shot}/strikes", key | {"reason": "misread"}, False),
            (f"crews/{self.crew.pk}/receivers", key | receiver, True),
            (f"{from_here}/rereads", key | reread, False),
            (f"{from_here}/knocks", key | {"happened_at": TAKEN_AT}, False),
            (f"{from_here}/turning-points", key | turn, False),
            (f"{its}/checks?units=ft-in/8", key | check, False),
            (f"{its}/knocks", key | dropped, False),
            (f"jobs/{self.job}/elements", element_body("form", self.floor), True),
            (f"points/{self.hole}/findings", key | found, False),
            (f"jobs/{self.job}/pours", key | pour, True),
            (f"pours/{self.pour}/answers", key | answer, True),
            (f"pours/{self.pour}/lifts", key | lift, True),
            (f"pours/{self.pour}/closing", key | {"note": "", "taken_at": TAKEN_AT}, True),
            (f"floors/{self.floor}/notices", key | notice, True),
            (f"jobs/{self.job}/records", key, False),
        ]  # fmt: skip

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
            "run_allowance": ""
        }
        for path, change in (
            (f"floors/{self.floor}", floor_body(self.benchmark)),
            (f"elements/{self.element}", element_body("piers", self.floor)),
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
