"""Free points, and surfaces held against the beam."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from core.floors import PlanPoint
from core.lengths import Length, Reading
from core.rods import Observed
from server.fieldbook.tests.test_height_now import HeightSite
from server.fieldbook.trust import JobTrust
from server.jobs.models import Benchmark, Job, Point


class FreePoints(HeightSite):
    """Points no plan asks for: named, shot, aimed at, and made benchmarks when asked."""

    def setUp(self) -> None:
        super().setUp()
        self.set_up_id = self.add_set_up(self.rod, backsight="4.20", x="", y="")

    def add(self, name: str, status: int = 201, **typed: Any) -> Any:
        body = {"id": str(uuid4()), "name": name} | typed
        return self.ok(self.helper, f"jobs/{self.job}/free-points", body, status)

    def shoot(self, point: str, reading: str, **changed: Any) -> Any:
        return self.ok(
            self.helper, "shots", self.shot_body(self.set_up_id, point, reading, **changed)
        )

    def sheet(self) -> Any:
        return self.get(f"jobs/{self.job}/stages/points")

    def test_a_point_without_a_place_is_found_in_the_book_and_the_list(self) -> None:
        point = self.add("Door sill")["id"]
        says = self.shoot(point, "3.10")
        self.assertEqual((says["verdict"], says["elevation"]["text"]), ("found", "51' 5 3/4\""))
        rows = self.get(f"set-ups/{self.set_up_id}/book")["rows"]
        self.assertEqual((rows[1]["point"], rows[1]["floor"]), ("Door sill", "Points, the point"))
        target = self.get(f"set-ups/{self.set_up_id}/points/{point}")
        self.assertIsNone(target["ways"])

    def test_a_target_is_set_changed_and_taken_away(self) -> None:
        point = self.add("Sill", target="51.50 ft")["id"]
        self.assertEqual(self.shoot(point, "3.10")["verdict"], "low")
        path = f"/api/v1/points/{point}/target"
        for target, state in (("51.48 ft", "close"), ("", "found")):
            answer = self.helper.put(path, {"target": target}, content_type="application/json")
            self.assertEqual(answer.status_code, 200, answer.content)
            self.assertEqual(self.sheet()["works"][0]["pegs"][0]["state"], state)
        bad = self.helper.put(path, {"target": "up"}, content_type="application/json")
        self.assertEqual(bad.json()["errors"][0]["field"], "target")
        away = self.outsider.put(path, {"target": "1"}, content_type="application/json")
        self.assertEqual(away.status_code, 404)

    def test_a_ceiling_held_against_the_beam(self) -> None:
        group = self.ok(self.helper, f"jobs/{self.job}/point-groups",
                        {"id": str(uuid4()), "name": "Ceiling"})["id"]  # fmt: skip
        self.assertEqual(self.sheet()["levels"], [])
        readings = (("NW", "3.10", "0"), ("NE", "3.14", "10 ft"), ("SE", "3.12", "20 ft"))
        for name, reading, x in readings:
            point = self.add(name, group=group, x=x, y="0")["id"]
            self.shoot(point, reading, sight="upside-down")
        (level,) = self.sheet()["levels"]
        self.assertEqual(
            level["says"],
            'NE is the highest. NW is 15/32" lower (±5/32"): 15/32" out of level in all.',
        )
        self.assertEqual([one["point"] for one in level["points"]], ["NE", "SE", "NW"])
        self.assertIn("in 10 ft", level["per_run"])

    def test_what_can_not_be_told_apart_is_called_level(self) -> None:
        for name, reading in (("a", "3.10"), ("b", "3.11"), ("c", "3.16")):
            self.shoot(self.add(name)["id"], reading)
            if name == "b":
                (level,) = self.sheet()["levels"]
                self.assertTrue(level["says"].startswith(
                    'Level as far as can be told: a and b differ by 1/8", and '
                ), level["says"])  # fmt: skip
        (level,) = self.sheet()["levels"]
        self.assertIn('a is the highest. c is 23/32" lower (±', level["says"])
        told = [(point["point"], point["is_told"]) for point in level["points"]]
        self.assertEqual(told, [("a", False), ("b", False), ("c", True)])

    def test_stairs_name_the_odd_riser(self) -> None:
        """Rises of 0.59, 0.59 and 0.66 ft: the last is an inch higher than the others."""
        for name, reading in (("floor", "5.00"), ("1", "4.41"), ("2", "3.82")):
            self.shoot(self.add(name)["id"], reading)
        (level,) = self.sheet()["levels"]
        self.assertIn("The risers differ by 0", level["stairs"]["says"])
        self.shoot(self.add("landing")["id"], "3.16")
        stairs = self.sheet()["levels"][0]["stairs"]
        self.assertIn("2 to landing is the odd one", stairs["says"])
        self.assertEqual([row["is_odd"] for row in stairs["risers"]], [False, False, True])
        self.assertEqual(stairs["risers"][0]["below"], "floor")

    def test_two_beams_are_not_taken_for_one(self) -> None:
        """The second set-up stands on the same benchmark, misread by 0.30 ft."""
        for name in ("a", "b"):
            self.shoot(self.add(name)["id"], "3.10")
        second = self.add_set_up(self.rod, backsight="4.50", x="", y="")
        for name, set_up in (("c", second), ("d", second), ("e", self.set_up_id)):
            body = self.shot_body(set_up, self.add(name)["id"], "3.10")
            self.ok(self.helper, "shots", body)
        (level,) = self.sheet()["levels"]
        self.assertEqual([point["point"] for point in level["points"]], ["a", "b", "e"])
        self.assertTrue(level["says"].startswith("Level"), level["says"])
        self.assertEqual(
            level["left_out"], "c, d from another set-up: shoot from set-up 1 to compare."
        )

    def test_points_wanted_at_a_height_are_not_held_against_each_other(self) -> None:
        for name in ("a", "b"):
            self.shoot(self.add(name, target="51 ft")["id"], "3.10")
        self.assertEqual(self.sheet()["levels"], [])

    def test_it_becomes_a_benchmark_as_sure_as_it_was_found(self) -> None:
        point = self.add("Sill", x="1 m", y="1 m")["id"]
        body = {"id": str(uuid4()), "name": "BM9"}
        path = f"points/{point}/benchmark"
        self.assertIn("no height", self.ok(self.foreman, path, body, 409)["errors"][0]["why"])
        self.shoot(point, "3.10")
        self.ok(self.helper, path, body, 403)
        self.ok(self.outsider, path, body, 404)
        self.ok(self.foreman, path, body)
        self.ok(self.foreman, path, body, 200)
        kept = Benchmark.objects.get(pk=body["id"])
        self.assertEqual(kept.description, "Points, the point, Sill")
        self.assertAlmostEqual(float(kept.elevation) / 0.3048, 51.475, places=3)
        self.assertGreater(float(kept.half_width), 0.001)
        floor = self.points(self.add_floor())["A1"]
        self.ok(self.foreman, f"points/{floor}/benchmark", body | {"id": str(uuid4())}, 409)

    def test_names_are_taken_once_a_group_and_bad_entries_are_refused(self) -> None:
        self.add("Sill")
        again = self.add("Sill", 400)["errors"][0]
        self.assertEqual((again["field"], again["code"]), ("name", "taken"))
        for typed, field in (
            ({"target": "x"}, "target"), ({"x": "1 m"}, "y"), ({"y": "1/0", "x": "1"}, "y"),
        ):  # fmt: skip
            errors = self.add("Other", 400, **typed)["errors"]
            self.assertIn(field, [error["field"] for error in errors])
        self.add("Other", 404, group=str(uuid4()))
        self.add("")
        floor = UUID(self.add_floor())
        group = {"id": str(uuid4()), "name": "Points"}
        self.ok(self.helper, f"jobs/{self.job}/point-groups", group, 400)
        names = Point.objects.filter(element__name="Points").values_list("name", flat=True)
        self.assertEqual(sorted(names), ["P1", "Sill"])
        self.assertTrue(Point.objects.filter(floor=floor).exists())

    def test_u_without_places_is_the_worst_that_can_be(self) -> None:
        placed = self.add_set_up(self.rod, backsight="4.20")
        lines = JobTrust(Job.objects.get(pk=self.job)).lines
        vague, known = (lines.sighting(UUID(key)) for key in (self.set_up_id, placed))
        seen = Observed.standing(Reading.from_metres("1.2"))
        here = PlanPoint(Length(0), Length(0))
        self.assertEqual(vague.sure(seen, here), vague.sure(seen, None))
        self.assertEqual(vague.sure(seen, None), known.sure(seen, None))
        on_the_plan = self.add_second_benchmark()
        near = self.add_set_up(self.rod, backsight="4.20", benchmark=on_the_plan)
        lines = JobTrust(Job.objects.get(pk=self.job)).lines
        sighted = lines.sighting(UUID(near))
        wide, narrow = sighted.sure(seen, None).half_width, sighted.sure(seen, here).half_width
        self.assertGreater(wide, narrow)
