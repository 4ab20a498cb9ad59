"""Set-ups, marks, shots and the book over the API."""

from __future__ import annotations

import csv
import io
from threading import Thread
from typing import Any
from uuid import uuid4

from django.db import connection
from django.test import TransactionTestCase
from django.test.utils import CaptureQueriesContext

from server.common.records import Unchangeable
from server.fieldbook.models import SetUp, Shot, Strike
from server.tests.site import SiteTestCase


class SetUps(SiteTestCase):
    """Where the instrument stands, and its line."""

    def draft(self, rod: str, **changed: Any) -> Any:
        body = self.set_up_body(rod, self.add_instrument(), **changed)
        return self.ok(self.foreman, f"jobs/{self.job}/set-up-draft", body, 200)

    def test_the_height_of_instrument_shows_while_it_is_typed(self) -> None:
        line = self.draft(self.add_rod())["draft"]["line"]
        self.assertEqual(line["name"], "Height of instrument (HI)")
        self.assertEqual(line["constant"]["text"], "54' 6 1/2\"")
        self.assertEqual(SetUp.objects.count(), 0)

    def test_a_decimal_feet_rod_on_a_feet_inches_job_shows_both(self) -> None:
        rod = self.add_rod(graduation="ft/100")
        line = self.draft(rod, backsight="5.20")["draft"]["line"]
        self.assertEqual(line["backsight"], {"rod": "5.20 ft", "job": "5' 2 3/8\""})
        self.assertEqual(line["constant_on_rod"], "55.58 ft")

    def test_with_other_rods_it_is_a_constant_and_the_tape_tells_the_beam(self) -> None:
        rod = self.add_rod("down", "in/8", '48"')
        taped = {"benchmark": str(self.benchmark), "backsight": '30"', "sight": "taped-down"}
        line = self.draft(rod, backsight="10", extras=[taped])["draft"]["line"]
        self.assertEqual(line["name"], "Constant")
        self.assertEqual(line["constant"]["text"], "49' 6 1/2\"")
        self.assertEqual(line["beam"]["text"], "52' 10 1/2\"")

    def test_refusals_stand_in_their_fields(self) -> None:
        table = [
            ({"backsight": "5.2"}, "backsight", "It could be 5.2 ft or 5' 2\"."),
            ({"backsight": "14 ft"}, "backsight", "The rod has no such value."),
            ({"x": ""}, "x", "Nothing was typed."),
            (
                {"sight": "taped-up", "backsight": "40 m"},
                "backsight",
                "No tape measures that.",
            ),
            ({"sight": "taped-up", "backsight": "-4"}, "backsight", "A tape shows no minus."),
            (
                {"instrument": str(uuid4())},
                "instrument",
                "There is no such instrument in your crew.",
            ),
            ({"rod": str(uuid4())}, "rod", "There is no such rod in your crew."),
            ({"benchmark": str(uuid4())}, "benchmark", "There is no such benchmark here."),
        ]
        rod, instrument = self.add_rod(), self.add_instrument()
        for changed, field, why in table:
            with self.subTest(changed):
                body = self.set_up_body(rod, instrument, **changed)
                reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", body)
                self.assertEqual(reasons, {field: why})
        zero = self.add_rod("centre-zero", "in/8", '48"')
        body = self.set_up_body(zero, instrument, backsight="2")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", body)
        self.assertIn("slid until the benchmark reads 0", reasons["backsight"])

    def test_set_ups_are_numbered_and_the_same_form_twice_records_one(self) -> None:
        body = self.set_up_body(self.add_rod(), self.add_instrument())
        self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)
        self.ok(self.foreman, f"jobs/{self.job}/set-ups", body, 200)
        self.add_set_up(body["rod"])
        numbers = [one["number"] for one in self.get(f"jobs/{self.job}")["set_ups"]]
        self.assertEqual(numbers, [2, 1])


class Marks(SiteTestCase):
    """Four ways side by side."""

    def test_each_surface_four_ways_at_every_corner_and_between(self) -> None:
        floor, set_up = self.add_floor(), self.add_set_up()
        sheet = self.get(f"set-ups/{set_up}/marks?floor={floor}")
        top, stone = sheet["surfaces"]
        self.assertEqual(top["ways"]["clamp"]["rod"], "3' 2\"")
        self.assertEqual(top["ways"]["slide"]["rod"], "slide DOWN 1' 0\"")
        self.assertEqual(stone["ways"]["tape"]["rod"], "3' 7\"")
        self.assertEqual(stone["ways"]["direct"]["rod"], '7"')
        self.assertEqual(stone["ways"]["direct_verb"], "below zero")
        self.assertEqual([p["name"] for p in sheet["places"]], ["1", "1a", "2", "3", "3a", "4"])

    def test_a_mark_that_can_not_be_made_says_why_and_what_would(self) -> None:
        floor = self.add_floor(level="9 ft")
        ways = self.get(f"set-ups/{self.add_set_up()}/marks?floor={floor}")["surfaces"][0]["ways"]
        self.assertIn("above the beam", ways["obstacle"]["why"])
        self.assertEqual(len(ways["obstacle"]["ways_out"]), 3)

    def test_places_out_of_the_instruments_reach(self) -> None:
        instrument = self.add_instrument(range="7 m", least_distance="3 ft")
        body = self.set_up_body(self.add_rod(), instrument)
        set_up = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        places = self.get(f"set-ups/{set_up}/marks?floor={self.add_floor()}")["places"]
        blocked = [place["name"] for place in places if place["obstacle"]]
        self.assertEqual(blocked, ["2", "3"])


class Shots(SiteTestCase):
    """Readings on the stone."""

    def setUp(self) -> None:
        super().setUp()
        self.floor, self.set_up_id = self.add_floor(), self.add_set_up()
        self.names = self.points(self.floor)

    def shoot(self, point: str, reading: str, status: int = 201, **changed: str) -> Any:
        body = self.shot_body(self.set_up_id, self.names[point], reading, **changed)
        return self.ok(self.helper, "shots", body, status)

    def peg(self, point: str) -> Any:
        pegs = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        return next(peg for peg in pegs if peg["name"] == point)

    def test_each_reading_answers_at_once(self) -> None:
        table = {
            "3' 7\"": ("on", "leave it", '5"', False),
            "3' 6 3/8\"": ("high", 'take off 5/8"', '4 3/8"', True),
            "3' 7 1/2\"": ("low", 'add 1/2"', '5 1/2"', False),
        }
        for reading, (verdict, action, thickness, thin) in table.items():
            path = f"set-ups/{self.set_up_id}/reading?point={self.names['A1']}&reading={reading}"
            for said in (self.get(path)["says"], self.shoot("A1", reading)):
                self.assertEqual(said["verdict"], verdict)
                self.assertEqual(said["action"], action)
                self.assertEqual(said["thickness"]["text"], thickness)
                self.assertEqual(said["is_thin"], thin)

    def test_a_reading_takes_the_place_of_one_that_was_misread_or_neither_is_recorded(self) -> None:
        rod = self.add_rod()
        set_up, points = self.add_set_up(rod), self.points(self.add_floor(name="Again"))
        first = self.shot_body(set_up, points["A1"], "3' 7\"")
        self.ok(self.helper, "shots", first)
        again = self.shot_body(set_up, points["A1"], "3' 6\"", misread=first["id"])
        self.ok(self.helper, "shots", again | {"reading": "99 ft"}, 400)
        self.ok(self.helper, "shots", again | {"misread": str(uuid4())}, 404)
        self.ok(self.helper, "shots", again | {"point": points["A2"]}, 404)
        self.assertEqual(Strike.objects.count(), 0)
        self.assertEqual(Shot.objects.count(), 1)
        self.ok(self.helper, "shots", again)
        self.ok(self.helper, "shots", again, 200)
        struck = Strike.objects.get()
        self.assertEqual((str(struck.shot_id), struck.reason), (first["id"], "misread the rod"))
        self.assertEqual(Shot.objects.filter(strike=None).get().typed, "3' 6\"")

    def test_the_tenths_trap_offers_both(self) -> None:
        answer = self.shoot("A1", "3.7", 400)
        offers = answer["errors"][0]["offers"]
        self.assertEqual([offer["text"] for offer in offers], ["3.7 ft", "3' 7\""])
        self.assertEqual(answer["errors"][0]["field"], "reading")

    def test_sent_twice_is_one_shot_and_other_content_is_a_conflict(self) -> None:
        key = str(uuid4())
        self.shoot("A1", "3' 7\"", id=key)
        self.shoot("A1", "3' 7\"", 200, id=key)
        self.shoot("A1", "3' 8\"", 409, id=key)
        self.shoot("A2", "3' 7\"", 409, id=key)
        self.assertEqual(Shot.objects.count(), 1)

    def test_a_struck_reading_stays_in_the_book_and_out_of_the_floor(self) -> None:
        self.shoot("A1", "3' 1\"")
        shot = self.peg("A1")["shot"]["id"]
        strike = {"id": str(uuid4()), "reason": ""}
        self.assertEqual(
            self.refused(self.helper, f"shots/{shot}/strikes", strike),
            {"reason": "Nothing was typed."},
        )
        strike["reason"] = "misread"
        self.ok(self.helper, f"shots/{shot}/strikes", strike)
        self.ok(self.helper, f"shots/{shot}/strikes", strike, 200)
        self.assertEqual(self.peg("A1")["state"], "not-shot")
        self.shoot("A1", "3' 7\"", taken_at="2026-05-04T09:40:00Z")
        book = self.get(f"set-ups/{self.set_up_id}/book")
        self.assertEqual([row["struck"] for row in book["rows"]], ["", "misread", ""])
        self.assertEqual(book["rows"][2]["foresight"], "3' 7\"")
        self.assertEqual(book["sums"]["last_less_first"], '7"')
        self.assertTrue(book["sums"]["proves"])

    def test_of_two_shots_on_a_point_both_are_kept_and_the_later_counts(self) -> None:
        """The foreman's phone comes in behind the helper's with a reading taken before."""
        self.shoot("A1", "3' 8\"", taken_at="2026-05-04T10:00:00Z")
        body = self.shot_body(
            self.set_up_id, self.names["A1"], "3' 7\"", taken_at="2026-05-04T09:45:00Z"
        )
        self.ok(self.foreman, "shots", body)
        self.assertEqual(self.peg("A1")["state"], "low")
        self.assertEqual(Shot.objects.count(), 2)

    def test_site_records_are_append_only(self) -> None:
        self.shoot("A1", "3' 7\"")
        shot = Shot.objects.get()
        for change in (shot.save, shot.delete, Shot.objects.all().delete):
            self.assertRaises(Unchangeable, change)
        self.assertRaises(Unchangeable, Shot.objects.update, typed="4 ft")

    def test_the_csv_carries_no_formula(self) -> None:
        self.shoot("A1", "3' 7\"")
        shot = self.peg("A1")["shot"]["id"]
        strike = {"id": str(uuid4()), "reason": '=HYPERLINK("x")'}
        self.ok(self.helper, f"shots/{shot}/strikes", strike)
        self.shoot("A1", "+3' 7\"", taken_at="2026-05-04T09:40:00Z")
        answer = self.foreman.get(f"/api/v1/set-ups/{self.set_up_id}/book.csv")
        self.assertIn('filename="shed-set-up-1.csv"', answer.headers["Content-Disposition"])
        rows = list(csv.DictReader(io.StringIO(answer.content.decode())))
        self.assertEqual([row["sight"] for row in rows], ["BS", "", "FS"])
        self.assertEqual(rows[1]["struck"], '\'=HYPERLINK("x")')
        self.assertEqual(rows[2]["typed"], "'+3' 7\"")
        self.assertEqual(rows[2]["elevation_m"], "15.532100000")
        self.assertTrue(rows[0]["taken_at"].startswith("2026-05-04T09:30:00"))

    def test_a_floor_with_too_few_shots_says_what_would_do(self) -> None:
        sheet = self.get(f"floors/{self.floor}")
        self.assertIsNone(sheet["take_off"])
        self.assertEqual(sheet["undecided"]["why"], "A surface needs three.")
        for point in ("A1", "A2", "A3"):
            self.shoot(point, "3' 7\"")
        sheet = self.get(f"floors/{self.floor}")
        self.assertEqual(sheet["undecided"]["why"], "They all lie on one line.")

    def test_the_concrete_of_a_floor(self) -> None:
        for point in self.names:
            self.shoot(point, "3' 7 1/2\"")
        take_off = self.get(f"floors/{self.floor}")["take_off"]
        self.assertEqual(take_off["thickest"]["point"], "A1")
        self.assertEqual(take_off["nominal_volume"]["text"], "3.99 yd³")
        self.assertEqual(take_off["volume"]["text"], "4.39 yd³")
        self.assertEqual(take_off["extra"]["text"], "0.40 yd³ more")
        self.assertEqual(take_off["order"]["text"], "4.75 yd³")
        steps = {step["key"]: step["state"] for step in self.get(f"jobs/{self.job}")["steps"]}
        self.assertEqual((steps["stone"], steps["concrete"]), ("done", "done"))

    def test_queries_do_not_grow_with_the_rows(self) -> None:
        book = f"set-ups/{self.set_up_id}/book"
        paths = {f"jobs/{self.job}": 27, f"floors/{self.floor}": 18, book: 16}
        self.shoot("A1", "3' 7\"")
        before = {path: self.queries(path) for path in paths}
        for point in self.names:
            self.shoot(point, "3' 7\"")
        for path, most in paths.items():
            with self.subTest(path):
                self.assertEqual(self.queries(path), before[path])
                self.assertLessEqual(before[path], most)

    def queries(self, path: str) -> int:
        with CaptureQueriesContext(connection) as captured:
            self.get(path)
        return len(captured)


class AtOnce(TransactionTestCase):
    """Two people at the same set-up."""

    def test_shots_sent_at_once_are_all_kept_and_twins_are_one(self) -> None:
        site = SiteTestCase()
        site.setUp()
        floor, set_up = site.add_floor(), site.add_set_up()
        point = site.points(floor)["A1"]
        twin = str(uuid4())
        bodies = [
            site.shot_body(set_up, point, "3' 7\"", id=key) for key in (twin, twin, str(uuid4()))
        ]
        statuses: list[int] = []

        def send(body: dict[str, object]) -> None:
            answer = site.helper.post("/api/v1/shots", body, content_type="application/json")
            statuses.append(answer.status_code)
            connection.close()

        threads = [Thread(target=send, args=(body,)) for body in bodies]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(statuses), [200, 201, 201])
        self.assertEqual(Shot.objects.count(), 2)
