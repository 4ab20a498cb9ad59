"""Readings that can be trusted: re-reads, doubt and the way out, runs, passes, slips."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from time import time
from typing import Any
from uuid import uuid4

from core.clocks import LEAST_GIVE
from server.fieldbook.models import SetUp
from server.tests.site import SiteTestCase

START = datetime(2026, 5, 4, 9, 30, tzinfo=UTC)


def at(minute: int) -> str:
    """Return a moment so many minutes after the set-up."""
    return (START + timedelta(minutes=minute)).isoformat()


class Trusted(SiteTestCase):
    """A floor, a set-up, and ways to read."""

    def setUp(self) -> None:
        super().setUp()
        self.began = time()
        self.floor, self.set_up_id = self.add_floor(), self.add_set_up()
        self.names = self.points(self.floor)

    def shoot(self, point: str, minute: int, reading: str = "3' 7\"", **changed: str) -> None:
        set_up = changed.pop("set_up", self.set_up_id)
        body = self.shot_body(set_up, self.names[point], reading, taken_at=at(minute), **changed)
        self.ok(self.helper, "shots", body)

    def reread(self, minute: int, reading: str, status: int = 201, **changed: Any) -> Any:
        set_up = changed.pop("set_up", self.set_up_id)
        body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": reading,
            "occasion": "clock", "taken_at": at(minute),
        } | changed  # fmt: skip
        return self.ok(self.helper, f"set-ups/{set_up}/rereads", body, status)

    def states(self, key: str = "state") -> dict[str, str]:
        pegs = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        return {peg["name"]: peg[key] for peg in pegs if peg[key] != "not-shot"}

    def counted_from(self, moment: str, minute: int) -> None:
        """Check a moment said as early as the phone's clock allows, however slow the machine."""
        early = START + timedelta(minutes=minute) - datetime.fromisoformat(moment)
        gone_by = timedelta(seconds=time() - self.began)
        self.assertGreaterEqual(early, timedelta(seconds=LEAST_GIVE))
        self.assertLessEqual(early, timedelta(seconds=LEAST_GIVE) + gone_by)

    def standing(self, set_up: str | None = None) -> Any:
        sheets = self.get(f"jobs/{self.job}")["set_ups"]
        key = set_up or self.set_up_id
        return next(sheet for sheet in sheets if sheet["id"] == key)["standing"]


class DoubtAndTheWayOut(Trusted):
    """A failed re-read doubts what was shot since the last good one, everywhere it counts."""

    def spoil(self) -> None:
        for minute, point in enumerate(("A1", "A2", "A3", "B1", "B2", "B3")):
            if minute == 2:
                self.reread(20, "4' 2\"")
            self.shoot(point, 10 * minute + 5)
        self.reread(60, "4' 2 1/2\"")

    def test_exactly_the_readings_since_the_last_good_check_are_in_doubt(self) -> None:
        self.spoil()
        states = self.states()
        doubted = {name for name, state in states.items() if state == "in-doubt"}
        self.assertEqual(doubted, {"A3", "B1", "B2", "B3"})
        self.assertEqual({states["A1"], states["A2"]}, {"on"})
        standing = self.standing()
        self.assertFalse(standing["stands"])
        self.assertEqual(
            standing["why"], 'BM1 read 1/2" low when it was read again; 1/8" is allowed.'
        )
        self.counted_from(standing["good_at"], 20)
        sheet = self.get(f"floors/{self.floor}")
        self.assertEqual(sheet["plan"]["counts"]["in_doubt"], 4)
        self.assertEqual(sheet["undecided"]["typed"], "2 shots")
        marks = self.get(f"set-ups/{self.set_up_id}/marks?floor={self.floor}")
        self.assertTrue(marks["set_up"]["standing"]["in_doubt"])
        book = self.get(f"set-ups/{self.set_up_id}/book")
        self.assertEqual(sum(row["in_doubt"] for row in book["rows"]), 5)
        steps = {step["key"]: step["state"] for step in self.get(f"jobs/{self.job}")["steps"]}
        self.assertEqual((steps["set-up"], steps["stone"]), ("attention", "attention"))

    def test_the_way_out_lists_them_nearest_first_and_one_that_agrees_clears_up_to_it(self) -> None:
        self.spoil()
        self.assertEqual(self.get(f"set-ups/{self.set_up_id}/way-out")["from_set_up"], 0)
        again = self.add_set_up(taken_at=at(70), x="5 m", y="1 m")
        way = self.get(f"set-ups/{self.set_up_id}/way-out")
        self.assertEqual((way["from_set_up"], way["to_try"], way["clears"]), (2, "B2", 3))
        self.assertEqual(way["points"][0]["name"], "A3")
        self.shoot("B2", 80, set_up=again)
        states = self.states()
        doubted = {name for name, state in states.items() if state == "in-doubt"}
        self.assertEqual(doubted, {"B3"})
        self.shoot("B3", 81, "3' 6\"", set_up=again)
        self.assertEqual(self.states()["B3"], "high")
        self.assertEqual(self.get(f"set-ups/{self.set_up_id}/way-out")["points"], [])

    def test_a_point_that_does_not_agree_clears_nothing_but_itself(self) -> None:
        self.spoil()
        again = self.add_set_up(taken_at=at(70))
        self.shoot("B2", 80, "3' 6\"", set_up=again)
        states = self.states()
        doubted = {name for name, state in states.items() if state == "in-doubt"}
        self.assertEqual(doubted, {"A3", "B1", "B3"})

    def test_a_knock_asks_for_a_re_read_and_makes_the_instrument_due(self) -> None:
        self.shoot("A1", 5)
        bump = {"id": str(uuid4()), "happened_at": at(10)}
        self.ok(self.helper, f"set-ups/{self.set_up_id}/knocks", bump)
        self.ok(self.helper, f"set-ups/{self.set_up_id}/knocks", bump, 200)
        self.shoot("A2", 15)
        self.assertEqual(self.states(), {"A1": "on", "A2": "in-doubt"})
        self.assertIn("It was knocked", self.standing()["why"])
        instruments = self.get(f"jobs/{self.job}")["instruments"]
        self.assertEqual(
            {instrument["trust"]["state"] for instrument in instruments}, {"never-checked"}
        )
        self.reread(20, "4' 2\"", occasion="knock")
        self.assertEqual(self.states(), {"A1": "on", "A2": "on"})

    def test_a_misread_re_read_is_struck_and_the_doubt_goes(self) -> None:
        self.shoot("A1", 5)
        key = self.reread(10, "4' 3\"")["id"]
        self.assertEqual(self.states(), {"A1": "in-doubt"})
        strike = {"id": str(uuid4()), "reason": "read the inch above"}
        self.ok(self.helper, f"rereads/{key}/strikes", strike)
        self.assertEqual(self.states(), {"A1": "on"})
        book = self.get(f"set-ups/{self.set_up_id}/book")
        self.assertEqual(book["rows"][-1]["struck"], "read the inch above")

    def test_what_a_re_read_would_say_is_told_before_it_is_recorded(self) -> None:
        self.shoot("A1", 5)
        body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": "4' 2 1/4\"",
            "occasion": "clock", "taken_at": at(10),
        }  # fmt: skip
        said = self.ok(self.helper, f"set-ups/{self.set_up_id}/reread-draft", body, 200)
        self.assertEqual((said["text"], said["is_good"]), ('1/4" low', False))
        self.assertEqual(said["doubts"], "1 reading since the last good check")
        self.assertEqual(self.states(), {"A1": "on"})
        limits = {"reread_minutes": "45", "reread_tolerance": '1/4"', "rough_tolerance": "",
            "run_allowance": "", "fresh_hours": "24",
        }  # fmt: skip
        path = f"/api/v1/jobs/{self.job}/trust"
        self.foreman.put(path, limits, content_type="application/json")
        said = self.ok(self.helper, f"set-ups/{self.set_up_id}/reread-draft", body, 200)
        self.assertTrue(said["is_good"])
        self.counted_from(self.standing()["due_at"], 45)
        wrong = self.foreman.put(
            path, limits | {"reread_minutes": "2", "fresh_hours": "0", "rough_tolerance": "5 ft"},
            content_type="application/json",
        )  # fmt: skip
        fields = {error["field"] for error in wrong.json()["errors"]}
        self.assertEqual(fields, {"reread_minutes", "fresh_hours", "rough_tolerance"})


class Runs(Trusted):
    """Levels carried over turning points, closed, spread, and kept."""

    def carry(self, close: str = "4' 0\"") -> str:
        """Carry the level over two turning points and back to BM1; returns the closing's id."""
        stands = self.set_up_id
        self.shoot("A1", 5)
        for i, reading in enumerate(("3' 0\"", "5' 2\"")):
            point = {
                "id": str(uuid4()), "name": f"TP{i + 1}", "reading": reading,
                "x": f"{10 * (i + 1)} m", "y": "4 m", "taken_at": at(10 * i + 10),
            }  # fmt: skip
            self.ok(self.helper, f"set-ups/{stands}/turning-points", point)
            stands = self.add_set_up(
                benchmark=point["id"], backsight="4' 0\"", taken_at=at(10 * i + 15),
                x=f"{10 * i + 15} m",
            )  # fmt: skip
        self.last = stands
        self.shoot("A2", 40, "3' 0\"", set_up=stands)
        key: str = self.reread(60, close, set_up=stands, occasion="closing")["id"]
        return key

    def run_sheet(self) -> Any:
        return self.get(f"jobs/{self.job}/runs")["runs"][0]

    def test_the_notes_prove_and_say_how_it_closes(self) -> None:
        self.carry(close="4' 0 1/8\"")
        run = self.run_sheet()
        self.assertEqual(run["name"], "BM1 → TP1 → TP2 → BM1")
        self.assertEqual(
            [line["foresight"] for line in run["lines"]][1:], ["3' 0\"", "5' 2\"", "4' 0 1/8\""]
        )
        self.assertEqual([line["rise"] for line in run["lines"]], ["", "1' 2\"", "", ""])
        self.assertEqual([line["fall"] for line in run["lines"]], ["", "", "1' 2\"", '1/8"'])
        self.assertTrue(run["sums"]["proves"])
        self.assertEqual(run["sums"]["rises_less_falls"], run["sums"]["last_less_first"])
        self.assertEqual((run["misclosure"], run["allowed"]), ('1/8" low', '7/32"'))
        self.assertTrue(run["is_allowed"])
        self.assertEqual([spot["kind"] for spot in run["spots"]][:3], ["known", "set-up", "turn"])

    def test_accepting_spreads_it_moves_what_stands_on_it_and_keeps_benchmarks(self) -> None:
        key = self.carry(close="4' 0 1/8\"")
        moving = {one["what"]: one["by"] for one in self.run_sheet()["moving"]}
        self.assertEqual(moving["1 readings from set-up 3"], 'up 3/32"')
        before = self.elevation("A2")
        points = {p["name"]: p for p in self.get(f"jobs/{self.job}/runs")["turning_points"]}
        keep = [{"turning_point": points["TP2"]["id"], "name": "BM9"}]
        body = {"id": str(uuid4()), "accepted_at": at(70), "keep": keep}
        self.ok(self.helper, f"rereads/{key}/acceptance", body, 403)
        self.ok(self.foreman, f"rereads/{key}/acceptance", body)
        self.ok(self.foreman, f"rereads/{key}/acceptance", body, 200)
        self.assertAlmostEqual(self.elevation("A2") - before, 2 / 3 * 0.003175, places=6)
        benchmarks = {b["name"]: b for b in self.get(f"jobs/{self.job}")["benchmarks"]}
        self.assertTrue(benchmarks["BM9"]["uncertainty"].startswith("±"))
        run = self.run_sheet()
        self.assertEqual((run["is_accepted"], run["name"]), (True, "BM1 → TP1 → TP2 → BM1"))
        self.assertEqual((run["misclosure"], run["moving"]), ('1/8" low', []))
        self.shoot("A3", 80, "3' 0\"", set_up=self.last)
        self.assertAlmostEqual(self.elevation("A3"), self.elevation("A2"), places=9)
        strike = {"id": str(uuid4()), "reason": "no"}
        self.ok(self.helper, f"rereads/{key}/strikes", strike, 409)
        point = points["TP1"]["id"]
        self.ok(self.helper, f"turning-points/{point}/strikes", strike, 409)
        for path, sent in (
            (f"rereads/{key}/strikes", strike),
            (f"turning-points/{point}/strikes", strike),
            (f"rereads/{key}/acceptance", body),
        ):
            self.ok(self.outsider, path, sent, 404)

    def elevation(self, name: str) -> float:
        pegs = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        shot = next(peg for peg in pegs if peg["name"] == name)["shot"]
        return float(shot["elevation"]["metres"])

    def test_what_closes_no_run_and_what_is_not_of_it_are_refused(self) -> None:
        key = self.carry(close="4' 0 1/8\"")
        aside = {
            "id": str(uuid4()), "name": "TP9", "reading": "3'", "x": "1 m", "y": "1 m",
            "taken_at": at(65),
        }  # fmt: skip
        self.ok(self.helper, f"set-ups/{self.last}/turning-points", aside)
        keep = [{"turning_point": aside["id"], "name": "BM9"}]
        accept = {"id": str(uuid4()), "accepted_at": at(70), "keep": keep}
        why = self.refused(self.foreman, f"rereads/{key}/acceptance", accept)
        self.assertEqual(why, {"keep.0": "This point is not of the run."})
        self.assertFalse(self.run_sheet()["is_accepted"])
        on_a_turn = {
            "id": str(uuid4()), "point": aside["id"], "reading": "4'", "occasion": "closing",
            "taken_at": at(66),
        }  # fmt: skip
        why = self.refused(self.helper, f"set-ups/{self.last}/rereads", on_a_turn)
        self.assertEqual(why, {"point": "A run closes on a benchmark."})
        strike = {"id": str(uuid4()), "reason": "misread"}
        self.ok(self.helper, f"rereads/{key}/strikes", strike)
        accept["keep"] = []
        struck = self.ok(self.foreman, f"rereads/{key}/acceptance", accept, 409)["errors"][0]
        self.assertEqual(struck["why"], "The closing reading was struck through.")

    def test_too_far_off_is_never_spread(self) -> None:
        key = self.carry(close="4' 1\"")
        self.assertIn("run it again", self.run_sheet()["advice"])
        self.assertEqual(self.run_sheet()["lines"][1]["adjusted"], "")
        body = {"id": str(uuid4()), "accepted_at": at(70), "keep": []}
        refused = self.ok(self.foreman, f"rereads/{key}/acceptance", body, 409)
        self.assertIn("never spread", refused["errors"][0]["why"])

    def test_a_missing_leg_and_points_in_use(self) -> None:
        body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": "4'",
            "occasion": "closing", "taken_at": at(5),
        }  # fmt: skip
        reasons = self.refused(self.helper, f"set-ups/{self.set_up_id}/rereads", body)
        self.assertIn("A leg is missing", reasons["occasion"])
        self.carry()
        point = SetUp.objects.get(pk=self.last).turning_point_id
        strike = {"id": str(uuid4()), "reason": "loose stone"}
        self.ok(self.helper, f"turning-points/{point}/strikes", strike, 409)
        taken = {
            "id": str(uuid4()), "name": "TP1", "reading": "20'", "x": "", "y": "1 m",
            "taken_at": at(5),
        }  # fmt: skip
        reasons = self.refused(self.helper, f"set-ups/{self.set_up_id}/turning-points", taken)
        self.assertEqual(set(reasons), {"name", "reading", "x"})

    def test_doubt_goes_on_over_turning_points_and_stops_the_run(self) -> None:
        key = self.carry()
        self.reread(65, "4' 3\"")
        self.assertEqual(self.states(), {"A1": "in-doubt", "A2": "in-doubt"})
        self.assertIn("It stands on TP2", self.standing(self.last)["why"])
        body = {"id": str(uuid4()), "accepted_at": at(70), "keep": []}
        refused = self.ok(self.foreman, f"rereads/{key}/acceptance", body, 409)
        self.assertIn("in doubt", refused["errors"][0]["why"])

    def test_a_benchmark_in_use_is_not_changed_and_says_what_rests_on_it(self) -> None:
        again = {"id": str(uuid4()), "name": "BM1", "elevation": "51'", "description": "d"}
        why = self.refused(self.foreman, f"jobs/{self.job}/benchmarks", again)["name"]
        self.assertIn("On it rest: Floor, set-up 1", why)
