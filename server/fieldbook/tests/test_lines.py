"""What set-ups stand on: turning points on any rod, carried benchmarks, check shots, the book."""

from __future__ import annotations

import csv
import io
from typing import Any
from uuid import UUID, uuid4

from core.lengths import Length
from server.fieldbook.tests.test_trust import Trusted, at
from server.jobs.models import Benchmark


class Lines(Trusted):
    """A height is only as good as what it is carried from."""

    def turn(self, set_up: str, name: str, reading: str, minute: int) -> str:
        body = {
            "id": str(uuid4()), "name": name, "reading": reading, "x": "8 m", "y": "3 m",
            "taken_at": at(minute),
        }  # fmt: skip
        key: str = self.ok(self.helper, f"set-ups/{set_up}/turning-points", body)["id"]
        return key

    def sheet(self, number: int) -> Any:
        sheets = self.get(f"jobs/{self.job}")["set_ups"]
        return next(sheet for sheet in sheets if sheet["number"] == number)

    def add_benchmark(self, name: str, elevation: str) -> str:
        body = {"id": str(uuid4()), "name": name, "elevation": elevation, "description": "d"}
        key: str = self.ok(self.foreman, f"jobs/{self.job}/benchmarks", body)["id"]
        return key

    def test_a_run_on_a_rule_whose_numbers_grow_down(self) -> None:
        rule = self.add_rod("down", "in/8", '60"')
        first = self.add_set_up(rule, backsight='20"')
        turn = self.turn(first, "TP1", '28"', 5)
        second = self.add_set_up(rule, backsight='30"', benchmark=turn, taken_at=at(10))
        self.assertEqual(self.sheet(3)["known_elevation"]["text"], "51' 0 1/2\"")
        self.reread(20, '22 1/8"', set_up=second, occasion="closing")
        (run,) = self.get(f"jobs/{self.job}/runs")["runs"]
        self.assertEqual([line["rise"] for line in run["lines"]], ["", '8"', ""])
        self.assertEqual([line["fall"] for line in run["lines"]], ["", "", '7 7/8"'])
        self.assertEqual((run["misclosure"], run["sums"]["proves"]), ('1/8" high', True))
        self.assertEqual(run["sums"]["backsights_less_foresights"], '1/8"')

    def test_what_a_run_may_be_off_is_the_jobs_own(self) -> None:
        turn = self.turn(self.set_up_id, "TP1", "4' 2\"", 5)
        second = self.add_set_up(backsight="4' 0\"", benchmark=turn, taken_at=at(10))
        self.reread(20, "4' 0 1/2\"", set_up=second, occasion="closing")
        limits = {"reread_minutes": "60", "reread_tolerance": "", "rough_tolerance": "",
                  "fresh_hours": "24"}  # fmt: skip
        allowed = []
        for own in ("", '1/2"'):
            answer = self.foreman.put(
                f"/api/v1/jobs/{self.job}/trust", limits | {"run_allowance": own},
                content_type="application/json",
            )  # fmt: skip
            self.assertEqual(answer.status_code, 200)
            (run,) = self.get(f"jobs/{self.job}/runs")["runs"]
            allowed.append((run["allowed"], run["is_allowed"]))
        self.assertEqual(allowed, [('3/16"', False), ('23/32"', True)])

    def test_u_is_carried_over_turning_points_and_benchmarks(self) -> None:
        turn = self.turn(self.set_up_id, "TP1", "4' 2\"", 5)
        self.add_set_up(benchmark=turn, taken_at=at(10))
        self.assertEqual(self.sheet(1)["known_uncertainty"], "")
        self.assertEqual(self.sheet(2)["known_uncertainty"], '±1/8"')
        carried = Benchmark.objects.create(
            id=uuid4(), job_id=self.job, name="BM5", elevation=Benchmark.objects.get().elevation,
            description="d", half_width=Length.from_inches("0.5"),
            created_by=Benchmark.objects.get().created_by,
        )  # fmt: skip
        self.add_set_up(benchmark=str(carried.pk), taken_at=at(12))
        proof = self.sheet(3)["proof"]
        self.assertIsNone(proof["metres"])
        self.assertIn("the benchmark's own elevation: carry it in a run", proof["text"])

    def test_how_far_the_backsight_was_counts_where_nobody_knows_the_place(self) -> None:
        self.add_set_up(distance="3 m")
        self.add_set_up(distance="30 m")
        near, far = (self.sheet(number)["proof"]["metres"] for number in (2, 3))
        self.assertGreater(near, far)
        wrong = self.set_up_body(self.add_rod(), self.add_instrument(), distance="2000 m")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", wrong)
        self.assertIn("distance", reasons)

    def test_a_check_shot_on_another_benchmark_doubts_what_came_before_it(self) -> None:
        other = self.add_benchmark("BM2", "51' 0\"")
        self.shoot("A1", 5)
        self.reread(10, "3' 6 1/2\"", point=other, occasion="check")
        self.assertEqual(self.states(), {"A1": "on"})
        self.shoot("A2", 15)
        self.reread(20, "3' 7\"", point=other, occasion="check")
        self.assertEqual(self.states(), {"A1": "on", "A2": "in-doubt"})
        self.reread(25, "3'", 404, point=str(uuid4()))

    def test_another_instrument_that_stands_is_the_way_out(self) -> None:
        second = self.add_set_up(taken_at=at(1))
        self.shoot("A1", 5, set_up=second)
        self.shoot("A2", 6, set_up=second)
        self.reread(10, "4' 3\"", set_up=second)
        way = self.get(f"set-ups/{second}/way-out")
        self.assertEqual((way["from_set_up"], len(way["points"])), (1, 2))
        self.reread(12, "4' 2\"", occasion="end")
        self.assertTrue(self.sheet(1)["standing"]["has_ended"])
        self.assertEqual(self.get(f"set-ups/{second}/way-out")["from_set_up"], 0)

    def test_the_book_and_its_csv_carry_every_reading_and_what_it_was_for(self) -> None:
        self.shoot("A1", 5)
        turn = self.turn(self.set_up_id, "TP1", "3' 2\"", 10)
        self.reread(20, "4' 2 1/2\"")
        second = self.add_set_up(benchmark=turn, backsight="4' 4\"", taken_at=at(30))
        answer = self.foreman.get(f"/api/v1/set-ups/{self.set_up_id}/book.csv")
        rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
        self.assertEqual([row["point"] for row in rows], ["BM1", "A1", "TP1", "BM1"])
        self.assertEqual(
            [row["note"] for row in rows][2:], ["turning point", "read again, on the clock"]
        )
        self.assertEqual({row["in_doubt"] for row in rows[1:]}, {"in doubt"})
        self.assertEqual([row["sight"] for row in rows], ["BS", "IS", "IS", "FS"])
        book = self.get(f"set-ups/{second}/book")
        self.assertEqual((book["rows"][0]["point"], book["sums"]), ("TP1", None))
        self.assertEqual(book["rows"][0]["height_of_instrument"], "55' 8 1/2\"")

    def test_a_turning_point_that_was_struck_is_none(self) -> None:
        turn = self.turn(self.set_up_id, "TP1", "4' 2\"", 5)
        strike = {"id": str(uuid4()), "reason": "kicked over"}
        self.ok(self.helper, f"turning-points/{turn}/strikes", strike)
        self.ok(self.helper, f"turning-points/{turn}/strikes", strike, 200)
        again = {"id": str(uuid4()), "reason": "another"}
        kept = self.ok(self.helper, f"turning-points/{turn}/strikes", again, 200)
        self.assertEqual(kept["id"], strike["id"])
        body = self.set_up_body(self.add_rod(), self.add_instrument(), benchmark=turn)
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", body)
        self.assertEqual(list(reasons), ["benchmark"])
        self.assertEqual(self.get(f"jobs/{self.job}/runs")["turning_points"], [])
        self.turn(self.set_up_id, "TP1", "4' 3\"", 8)

    def test_readings_of_other_jobs_are_not_read_again_here(self) -> None:
        other = self.job_body(id=str(uuid4()), name="Other")
        other["benchmark"] = {**other["benchmark"], "id": str(uuid4())}
        self.ok(self.foreman, "jobs", other)
        self.reread(5, "4' 2\"", 404, point=other["benchmark"]["id"])
        foreign = [{"benchmark": other["benchmark"]["id"], "backsight": "4'"}]
        body = self.set_up_body(self.add_rod(), self.add_instrument(), extras=foreign)
        self.assertIn("extras.0", self.refused(self.foreman, f"jobs/{self.job}/set-ups", body))
        receiver = self.set_up_body(
            self.add_rod(), self.add_instrument(), receiver=str(UUID(int=7))
        )
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", receiver)
        self.assertEqual(list(reasons), ["receiver"])
