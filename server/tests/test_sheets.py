"""What screens read, figure by figure, for a job worked out by hand."""

from __future__ import annotations

from fractions import Fraction
from typing import Any
from uuid import uuid4

from server.jobs.models import Job
from server.tests.site import LONG_AGO, TAKEN_AT, SiteTestCase

SHED = {
    # benchmark 50' 4 1/2", backsight 4' 2": the line is at 54' 6 1/2"
    "A1": ("3' 7\"", "50' 11 1/2\"", '5"', "on", "leave it", '0" off'),
    "A2": ("3' 6 1/2\"", "51' 0\"", '4 1/2"', "high", 'take off 1/2"', '1/2" high'),
    "A3": ("3' 6\"", "51' 0 1/2\"", '4"', "high", 'take off 1"', '1" high'),
    "A4": ("3' 8 1/8\"", "50' 10 3/8\"", '6 1/8"', "low", 'add 1 1/8"', '1 1/8" low'),
    "B4": ("3' 7 1/4\"", "50' 11 1/4\"", '5 1/4"', "close", "leave it", '1/4" low'),
}


class Sheets(SiteTestCase):
    """Every screen's data."""

    def setUp(self) -> None:
        super().setUp()
        self.floor, self.rod = self.add_floor(), self.add_rod()
        self.set_up_id = self.add_set_up(self.rod)
        self.names = self.points(self.floor)
        for minute, (point, (reading, *_)) in enumerate(SHED.items()):
            body = self.shot_body(
                self.set_up_id, self.names[point], reading, taken_at=f"2026-05-04T09:4{minute}:00Z"
            )
            self.ok(self.helper, "shots", body)

    def pegs(self) -> dict[str, Any]:
        return {peg["name"]: peg for peg in self.get(f"floors/{self.floor}")["plan"]["pegs"]}

    def test_each_peg_says_what_its_shot_says(self) -> None:
        pegs = self.pegs()
        for name, (reading, elevation, thickness, state, action, off) in SHED.items():
            shot = pegs[name]["shot"]
            with self.subTest(name):
                self.assertEqual(pegs[name]["state"], state)
                self.assertEqual(shot["reading"], {"rod": reading, "job": ""})
                self.assertEqual(shot["elevation"]["text"], elevation)
                self.assertEqual(shot["thickness"]["text"], thickness)
                self.assertEqual((shot["action"], shot["deviation"]), (action, off))
                self.assertEqual(shot["is_thin"], name == "A3")
        self.assertIsNone(pegs["C1"]["shot"])

    def test_counts_extremes_and_mean(self) -> None:
        sheet = self.get(f"floors/{self.floor}")
        counts = {
            "points": 12, "not_shot": 7, "on": 1, "high": 2, "low": 1, "close": 1,
            "found": 0, "in_doubt": 0, "counted_on": 2, "rough": 0, "thin": 1,
        }  # fmt: skip
        self.assertEqual(sheet["plan"]["counts"], counts)
        take_off = sheet["take_off"]
        self.assertEqual(
            (take_off["thinnest"]["point"], take_off["thickest"]["point"]), ("A3", "A4")
        )
        self.assertEqual(take_off["mean"]["text"], '5"')
        self.assertEqual(take_off["extrapolated_percent"], 75.0)
        self.assertIn("Shoot the corners", take_off["asks_for_shots"])

    def test_the_job_knows_where_it_stands(self) -> None:
        sheet = self.get(f"jobs/{self.job}", self.helper)
        self.assertEqual((sheet["can_plan"], sheet["can_record"]), (False, True))
        self.assertEqual(sheet["volume_unit"], "yd³")
        notes = {step["key"]: (step["state"], step["note"]) for step in sheet["steps"]}
        self.assertEqual(notes["stone"], ("next", "5 of 12 shot"))
        self.assertEqual(notes["concrete"], ("later", "1 thin"))
        self.assertEqual(notes["marks"][0], "open")
        point = sheet["floors"][0]["pegs"][0]["id"]
        target = self.get(f"set-ups/{self.set_up_id}/points/{point}", self.helper)
        self.assertEqual(target["clamp"]["rod"], "3' 7\"")
        self.assertAlmostEqual(target["ways"]["clamp_value"], 1.0922)

    def test_the_book_carries_rise_and_fall_beside_the_elevations(self) -> None:
        book = self.get(f"set-ups/{self.set_up_id}/book")
        steps = [(row["rise"], row["fall"]) for row in book["rows"][1:]]
        expected = [('7"', ""), ('1/2"', ""), ('1/2"', ""), ("", '2 1/8"'), ('7/8"', "")]
        self.assertEqual(steps, expected)
        sums = book["sums"]
        self.assertEqual((sums["rises"], sums["falls"]), ('8 7/8"', '2 1/8"'))
        self.assertEqual(sums["backsight_less_foresight"], '6 3/4"')
        self.assertEqual((sums["first"], sums["last"]), ("50' 4 1/2\"", "50' 11 1/4\""))
        self.assertTrue(sums["proves"])
        self.assertEqual(book["rows"][-1]["foresight"], "3' 7 1/4\"")

    def test_a_rod_whose_numbers_grow_down_gives_the_same_floor(self) -> None:
        rule = self.add_rod("down", "in/8", '60"')
        mirrored = self.add_set_up(rule, backsight='50"')
        other = self.add_floor(name="Again")
        names = self.points(other)
        for point, (_, elevation, *rest) in SHED.items():
            # K = 50' 4 1/2" - 50" = 46' 2 1/2": a height above it is what the rule reads
            feet, inches = elevation.rstrip('"').split("' ")
            whole, _, part = inches.partition(" ")
            above = int(feet) * 12 + int(whole) + float(Fraction(part or "0"))
            read = above - (46 * 12 + 2.5)
            figures = self.ok(
                self.helper, "shots", self.shot_body(mirrored, names[point], f"{read}")
            )
            self.assertEqual(
                [figures["elevation"]["text"], figures["thickness"]["text"]], [elevation, rest[0]]
            )
        book = self.get(f"set-ups/{mirrored}/book")
        self.assertEqual(book["set_up"]["line"]["name"], "Constant")
        self.assertTrue(book["sums"]["proves"])

    def test_gear_is_listed_with_both_units_and_its_scales(self) -> None:
        self.add_instrument(name="Far", range="600 ft", least_distance="1 m")
        gear = self.get(f"crews/{self.crew.pk}/gear")
        far = next(instrument for instrument in gear["instruments"] if instrument["name"] == "Far")
        self.assertEqual(far["range_text"], "600 ft (183 m)")
        self.assertEqual(far["least_distance_text"], "3.28 ft (1 m)")
        (rod,) = gear["rods"]
        self.assertEqual(rod["length_text"], "13' 0\"")
        self.assertEqual(
            rod["graduation"]["fractions"], ["1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8"]
        )
        self.assertEqual(len(gear["graduations"]), 9)

    def test_a_metric_job_speaks_meters_throughout(self) -> None:
        job, benchmark = str(uuid4()), str(uuid4())
        body = self.job_body(id=job, name="Metric", style="mm")
        body["benchmark"] = {
            "id": benchmark,
            "name": "BM",
            "elevation": "12345",
            "description": "pin",
        }
        self.ok(self.foreman, "jobs", body)
        Job.objects.update(begun_at=LONG_AGO)
        rod = self.add_rod(graduation="mm", length="4000")
        set_up = self.set_up_body(
            rod, self.add_instrument(), benchmark=benchmark, backsight="1500", x="-2000", y="0"
        )
        self.ok(self.foreman, f"jobs/{job}/set-ups", set_up)
        sheet = self.get(f"jobs/{job}")
        self.assertEqual(sheet["volume_unit"], "m³")
        self.assertEqual(sheet["set_ups"][0]["line"]["constant"]["text"], "13845 mm")
        self.assertEqual(sheet["set_ups"][0]["place"]["x"]["metres"], "-2.000000000")
        self.assertEqual(sheet["set_ups"][0]["taken_at"][:19], TAKEN_AT[:19])
