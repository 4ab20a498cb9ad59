"""Every sight through the API: taken, said everywhere, and never silently another."""

from __future__ import annotations

import csv
import io
import json
from typing import Any
from uuid import UUID, uuid4

from openpyxl import load_workbook

from core.lengths import Elevation, Length
from core.tests.worked import cases
from server.crews.models import User
from server.exports.job_file.write import written_job
from server.fieldbook.models import ExtraBacksight, Shot
from server.jobs.models import Benchmark, Job
from server.tests.site import Body, SiteTestCase

SHOWN = ("standing", "upside-down", "taped-down", "taped-up", "on-the-point")


class SightSite(SiteTestCase):
    """A floor's points and a benchmark, to be read in every way."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        self.names = self.points(self.floor)
        self.instrument = self.add_instrument()

    def stand(self, rod: str, backsight: str, sight: str, **changed: Any) -> str:
        body = self.set_up_body(rod, self.instrument, backsight=backsight, sight=sight, **changed)
        made: str = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        return made

    def add_benchmark(self, elevation: str) -> str:
        body = {"id": str(uuid4()), "name": f"B{uuid4().hex[:6]}", "elevation": elevation,
                "description": "Bolt", "x": "", "y": ""}  # fmt: skip
        self.ok(self.foreman, f"jobs/{self.job}/benchmarks", body)
        return str(body["id"])

    def shoot(self, set_up: str, reading: str, sight: str, status: int = 201) -> Any:
        body = self.shot_body(set_up, self.names["A1"], reading, sight=sight)
        return self.ok(self.helper, "shots", body, status)


class Sights(SightSite):
    """Each kind of backsight with each kind of shot."""

    def test_the_worked_cases(self) -> None:
        rod = self.add_rod(graduation="mm", length="4 m")
        for number, case in enumerate(cases("sights")):
            given, expected = case["given"], case["expect"]
            back, shot = given["backsight"], given["shot"]
            benchmark = self.add_benchmark(f"{given['benchmark']} m")
            set_up = self.stand(
                rod, f"{back['reads']} m", back["sight"], benchmark=benchmark, distance="10 m"
            )
            says = self.shoot(set_up, f"{shot['reads']} m", shot["sight"])
            with self.subTest(number):
                elevation = float(says["elevation"]["metres"])
                self.assertAlmostEqual(elevation, expected["elevation"], places=6)
                self.assertEqual(says["sight"], shot["sight"])
                stored = Shot.objects.get(set_up=UUID(set_up))
                self.assertEqual((stored.sight, float(stored.reading)), tuple(shot.values()))
                sheets = self.get(f"jobs/{self.job}")["set_ups"]
                sheet = next(one for one in sheets if one["id"] == set_up)
                line = sheet["line"]
                self.assertAlmostEqual(float(line["beam"]["metres"]), expected["HI"], places=6)
                self.assertEqual(line["sight"], back["sight"])
                self.assertEqual(line["reads"], list(SHOWN))

    def test_what_the_rod_can_not_tell_is_refused_and_a_tape_beside_it_tells(self) -> None:
        rod = self.add_rod("down", "in/8", '48"')
        alone = self.stand(rod, '20"', "standing")
        for sight in SHOWN[1:]:
            error = self.shoot(alone, '10"', sight, 400)["errors"][0]
            self.assertEqual((error["field"], error["code"]), ("sight", "not-from-here"))
            query = f"?point={self.names['A1']}&reading=10&sight={sight}"
            self.get(f"set-ups/{alone}/reading{query}", status=400)
            reread = {
                "id": str(uuid4()), "point": str(self.benchmark), "reading": '10"',
                "occasion": "clock", "taken_at": "2026-05-04T10:00:00Z", "sight": sight,
            }  # fmt: skip
            self.assertIn("sight", self.refused(self.helper, f"set-ups/{alone}/rereads", reread))
        tape = {"benchmark": str(self.benchmark), "backsight": '30"', "sight": "taped-down"}
        both = self.stand(rod, '20"', "standing", extras=[tape])
        self.assertEqual(self.shoot(both, '10"', "taped-up")["elevation"]["text"], "53' 8 1/2\"")
        self.assertEqual(self.shoot(both, '10"', "standing")["elevation"]["text"], "49' 6 1/2\"")
        self.shoot(both, '10"', "upside-down", 400)

    def test_a_tape_beside_a_staff_is_a_backsight_like_any_other(self) -> None:
        """4' 2" on the rod and 4' 5" by tape on one bolt: 3 in apart, and so in doubt."""
        tape = {"benchmark": str(self.benchmark), "backsight": "4' 5\"", "sight": "taped-down"}
        rod = self.add_rod()
        set_up = self.stand(rod, "4' 2\"", "standing", extras=[tape])
        sheet = self.get(f"jobs/{self.job}")["set_ups"][-1]
        self.assertIn('disagree by 3"', sheet["standing"]["why"])
        self.assertEqual(sheet["line"]["constant"]["text"], "54' 8\"")
        reads = [backsight["reading"] for backsight in sheet["backsights"]]
        self.assertEqual(reads, ["4' 2\"", "4' 5\", taped down from the beam"])
        strike = {"id": str(uuid4()), "reason": "the tape sagged"}
        key = sheet["backsights"][1]["key"]
        self.ok(self.helper, f"set-ups/{set_up}/backsights/{key}/strikes", strike)
        sheet = self.get(f"jobs/{self.job}")["set_ups"][-1]
        self.assertEqual(sheet["line"]["constant"]["text"], "54' 6 1/2\"")

    def test_a_volume_is_as_sure_as_the_backsights_its_shots_read_against(self) -> None:
        """The rod ties on the benchmark near by; the tape on one carried here, 2 cm sure."""
        carried = Benchmark.objects.create(
            id=uuid4(), job_id=self.job, name="BM7", elevation=Elevation.from_metres("15.3543"),
            half_width=Length.from_metres("0.02"), created_by=User.objects.earliest("date_joined"),
        )  # fmt: skip
        tape = {"id": str(uuid4()), "benchmark": str(carried.pk), "backsight": '2"',
                "sight": "taped-down"}  # fmt: skip
        set_up = self.stand(self.add_rod("down", "in/8", '60"'), '50"', "standing", extras=[tape])
        sure = []
        for name, sight, reading in (("one", "standing", '57"'), ("two", "taped-down", '3"')):
            floor = self.add_floor(name=name)
            for point in self.points(floor).values():
                body = self.shot_body(set_up, point, reading, sight=sight)
                self.ok(self.helper, "shots", body)
            take_off = self.get(f"floors/{floor}")["take_off"]
            sure.append(take_off["sure_within"]["value"])
        self.assertGreater(sure[1], 3 * sure[0])

    def test_the_same_benchmark_twice_the_same_way_is_refused(self) -> None:
        again = {"benchmark": str(self.benchmark), "backsight": "4' 2\""}
        body = self.set_up_body(self.add_rod(), self.instrument, extras=[again])
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", body)
        self.assertIn("read the same way already", reasons["extras.0"])

    def test_what_alone_ties_a_way_of_reading_can_not_be_struck(self) -> None:
        tape = {"benchmark": str(self.benchmark), "backsight": '30"', "sight": "taped-down"}
        set_up = self.stand(self.add_rod("down", "in/8", '48"'), '20"', "standing", extras=[tape])
        for key in (set_up, str(ExtraBacksight.objects.get(set_up=UUID(set_up)).pk)):
            strike = {"id": str(uuid4()), "reason": "wrong bolt"}
            path = f"set-ups/{set_up}/backsights/{key}/strikes"
            told = self.ok(self.helper, path, strike, 409)["errors"][0]
            self.assertIn("No other backsight of set-up 1 tells what it does", told["why"])

    def test_a_kind_nobody_knows_and_a_negative_tape_are_refused(self) -> None:
        set_up = self.stand(self.add_rod(), "4' 2\"", "standing")
        for sight in ("", "sideways", None, 7):
            body = self.shot_body(set_up, self.names["A1"], "3' 6\"", sight=sight)
            self.assertIn("sight", self.refused(self.helper, "shots", body))
        body = self.shot_body(set_up, self.names["A1"], "-3' 6\"", sight="taped-up")
        self.assertIn("shows no minus", self.refused(self.helper, "shots", body)["reading"])
        self.assertEqual(Shot.objects.count(), 0)


class SaidEverywhere(SightSite):
    """The book, the CSV, the workbook and the job's file say how each was read."""

    def setUp(self) -> None:
        super().setUp()
        self.set_up_id = self.stand(self.add_rod(), "2' 0\"", "taped-up")
        self.shoot(self.set_up_id, "3' 0\"", "upside-down")
        again: Body = {
            "id": str(uuid4()), "point": str(self.benchmark), "reading": "2' 0\"",
            "occasion": "clock", "taken_at": "2026-05-04T10:00:00Z", "sight": "upside-down",
        }  # fmt: skip
        self.ok(self.helper, f"set-ups/{self.set_up_id}/rereads", again)
        turn = {"id": str(uuid4()), "name": "TP1", "reading": "1' 0\"", "x": "1 m", "y": "1 m",
                "taken_at": "2026-05-04T10:10:00Z", "sight": "taped-down"}  # fmt: skip
        self.ok(self.helper, f"set-ups/{self.set_up_id}/turning-points", turn)

    def test_the_book_books_what_lies_above_the_beam_negative_and_proves(self) -> None:
        book = self.get(f"set-ups/{self.set_up_id}/book")
        told = [(row["intermediate"] or row["foresight"], row["elevation"]) for row in book["rows"]]
        self.assertEqual(
            told[1:],
            [
                ("3' 0\", rod upside down", "51' 4 1/2\""),
                ("2' 0\", rod upside down", "50' 4 1/2\""),
                ("1' 0\", taped down from the beam", "47' 4 1/2\""),
            ],
        )
        self.assertEqual(book["rows"][0]["backsight"], "2' 0\", taped up from the beam")
        sums = book["sums"]
        self.assertEqual((sums["backsight"], sums["foresight"]), ("-2' 0\"", "1' 0\""))
        self.assertTrue(sums["proves"])
        self.assertTrue(book["set_up"]["standing"]["rereads"][0]["is_good"])

    def test_the_csv_has_a_column_for_it(self) -> None:
        text = self.helper.get(f"/api/v1/set-ups/{self.set_up_id}/book.csv").content.decode()
        rows = list(csv.DictReader(io.StringIO(text)))
        held = ["taped-up", "upside-down", "upside-down", "taped-down"]
        self.assertEqual([row["held"] for row in rows], held)
        self.assertEqual(rows[1]["reading_m"], "0.914400000")

    def test_the_workbooks_formulas_carry_each_ones_own_sign(self) -> None:
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/readings.xlsx")
        page = load_workbook(io.BytesIO(answer.content)).worksheets[0]
        self.assertEqual(page["E4"].value, "=F4-C4")
        formulas = [page[f"F{row}"].value for row in (5, 6, 7)]
        self.assertEqual(formulas, ["=E$4+D5", "=E$4+D6", "=E$4-D7"])
        self.assertIn("rod upside down", page["K5"].value)
        self.assertIn("taped up from the beam", page["K4"].value)

    def test_the_jobs_file_keeps_them(self) -> None:
        file = json.loads(written_job(Job.objects.get(pk=self.job)))
        kinds = [file[table][0]["sight"] for table in ("shots", "re_reads", "turning_points")]
        self.assertEqual(kinds, ["upside-down", "upside-down", "taped-down"])
        self.assertEqual(file["set_ups"][0]["backsight_sight"], "taped-up")

    def test_the_next_set_up_stands_on_the_turning_point_held_another_way(self) -> None:
        point = self.get(f"jobs/{self.job}/runs")["turning_points"][0]
        self.assertEqual(point["elevation"]["text"], "47' 4 1/2\"")
        up = self.add_rod("down", "in/8", '48"')
        tape = {"benchmark": point["id"], "backsight": "5' 0\"", "sight": "taped-down"}
        set_up = self.stand(up, '12"', "standing", benchmark=point["id"], extras=[tape])
        self.assertEqual(self.shoot(set_up, "1' 0\"", "taped-up")["elevation"]["text"],
                         "53' 4 1/2\"")  # fmt: skip
