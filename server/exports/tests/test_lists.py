"""Points and readings out and in: what goes out comes in again, and nothing is a formula."""

from __future__ import annotations

import csv
import io
from typing import Any
from uuid import UUID, uuid4

from django.test import Client
from openpyxl import load_workbook

from server.fieldbook.models import Shot
from server.jobs.models import Benchmark, Point
from server.tests.works import WorkTestCase

ORDER = "number,northing,easting,elevation,description"
SURVEY = f"order={ORDER}&unit=ft"


class Lists(WorkTestCase):
    """A floor, a set-up, and tables of every kind."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = UUID(self.add_floor())
        self.set_up_id = self.add_set_up()

    def named(self, floor: UUID) -> dict[str, str]:
        return {point.name: str(point.pk) for point in Point.objects.filter(floor=floor)}

    def points_in(self, table: str, **asked: str) -> Any:
        asked = {"order": ORDER, "unit": "ft", **asked}
        return self.hand_in(f"jobs/{self.job}/points-in", table.encode(), None, **asked)

    def csv_out(self, query: str, client: Client | None = None) -> list[list[str]]:
        answer = (client or self.helper).get(f"/api/v1/jobs/{self.job}/points.csv?{query}")
        self.assertEqual(answer.status_code, 200, answer.content)
        return list(csv.reader(io.StringIO(answer.content.decode())))

    def test_benchmarks_of_a_survey_come_in_and_go_out_where_they_were(self) -> None:
        table = "7,5012.5,7003.25,412.5,hub at the gate\n8,5020,7010,411.25,nail\n"
        origin = {"northing": "5000", "easting": "7000"}
        work = self.points_in(table, **origin)
        self.assertEqual((work["says"], work["problems"]), ("2 benchmarks are here.", []))
        self.points_in(table, **origin)
        self.assertEqual(Benchmark.objects.filter(job=self.job).count(), 3)
        rows = self.csv_out(f"{SURVEY}&heights=planned&northing=5000&easting=7000")
        self.assertEqual(rows[0], ORDER.split(","))
        self.assertEqual(rows[1][:4], ["7", "5012.5", "7003.25", "412.5"])
        self.assertEqual(rows[1][4], "benchmark, hub at the gate")
        turned = self.csv_out(
            f"order={'easting,northing,elevation,number,description'}&unit=m&heights=planned"
        )
        self.assertEqual(turned[1][:2], ["0.9906", "3.81"])

    def test_heights_go_out_as_planned_or_as_found(self) -> None:
        shot = self.shot_body(self.set_up_id, self.named(self.floor)["A1"], "3' 7\"")
        self.ok(self.helper, "shots", shot)
        planned, found = (
            {row[4]: row[3] for row in self.csv_out(f"{SURVEY}&heights={heights}")}
            for heights in ("planned", "found")
        )
        self.assertEqual(planned["Floor, A1"], found["Floor, A1"])
        self.assertEqual((bool(planned["Floor, B1"]), found["Floor, B1"]), (True, ""))

    def test_points_of_a_floor_are_extra_points_and_a_wrong_row_takes_none(self) -> None:
        floor = {"floor": str(self.floor), "unit": "m"}
        work = self.points_in("1,1.5,1.5,,a\n2,2.5,2.5,,b", **floor)
        self.assertIn("2 points are here", work["says"])
        extra = Point.objects.filter(floor=self.floor, is_extra=True)
        self.assertEqual([point.name for point in extra], ["X1", "X2"])
        outside = self.points_in("3,1,1,,c\n4,90,1,,d\n5,91,1,,e", **floor)
        self.assertEqual(outside["state"], "failed")
        why = [problem["why"] for problem in outside["problems"]]
        self.assertEqual(why[0], "Row 2: That place is outside the floor.")
        self.assertEqual((len(why), extra.count()), (2, 2))

    def test_tables_and_forms_that_can_not_be(self) -> None:
        wrong = {
            "A benchmark needs an elevation": "1,1,1,,x",
            "already stands in this job": "BM1,1,1,50,x",
            "Row 1, column 2: This is no number": "1,a1,1,1,x",
            "too long": f"{'9' * 30},1,1,1,x",
            "No site lies that high": "1,1,1,99999,x",
        }
        for says, table in wrong.items():
            with self.subTest(says):
                self.assertIn(says, self.points_in(table)["problems"][0]["why"])
        self.assertEqual(Benchmark.objects.count(), 1)
        for field, value in (("order", "up"), ("unit", "cubits"), ("northing", "far")):
            asked = {"order": ORDER, "unit": "ft", field: value}
            path = f"jobs/{self.job}/points-in"
            refused = self.handed(path, b"1,1,1,1,x", self.foreman, 400, **asked)
            self.assertEqual(refused["errors"][0]["field"], field)
        other = self.points_in("1,1,1,,x", floor=str(uuid4()))
        self.assertEqual(other["problems"][0]["code"], "missing")
        self.get(f"jobs/{self.job}/points.csv?order=up&unit=m&heights=found", status=400)

    def test_readings_come_in_as_if_they_were_typed_once_each(self) -> None:
        table = "surface,point,reading,pass,time\n" + "\n".join(
            [
                "floor,A1,\"3' 7\"\"\",,2026-05-04T10:00:00Z",
                'Floor , B1 ,"43""",rough,',
                "Floor,C1,\"3' 2\"\"\",fine,",
            ]
        )  # fmt: skip
        path = f"set-ups/{self.set_up_id}/readings-in"
        work = self.hand_in(path, table.encode(), self.helper)
        self.assertEqual(work["problems"], [])
        self.assertRegex(work["says"], r"^3 readings are in the book of set-up 1\. 1 are off")
        self.hand_in(path, table.encode())
        self.assertEqual(Shot.objects.count(), 3)
        rows = self.get(f"set-ups/{self.set_up_id}/book")["rows"]
        self.assertEqual(rows[1]["taken_at"], "2026-05-04T10:00:00+00:00")
        wrong = "surface,point,reading,time\nFloor,A1,19',\nRoof,A1,3',\nFloor,B1,3',noon\n"
        refused = self.hand_in(path, wrong.encode())
        why = [problem["why"] for problem in refused["problems"]]
        self.assertIn("Row 2: ", why[0])
        self.assertEqual(why[1], "Row 3: There is no such point.")
        self.assertEqual(why[2], "Row 4: That is no moment.")
        self.assertEqual(Shot.objects.count(), 3)

    def test_a_formula_in_a_name_is_never_one_when_it_goes_out(self) -> None:
        evil = '=HYPERLINK("x")'
        work = self.points_in(f'"=1+1",1,1,400,"{evil.replace(chr(34), chr(34) * 2)}"\n')
        self.assertEqual(work["state"], "done", work)
        row = self.csv_out(f"{SURVEY}&heights=planned")[1]
        self.assertEqual((row[0], row[4][:10]), ("'=1+1", "benchmark,"))
        quoted = self.points_in("12,2,2,400,'old' hub\n")
        self.assertEqual(quoted["state"], "done")
        self.assertTrue(Benchmark.objects.filter(name="12", description="'old' hub").exists())
        again = self.points_in(",".join(f'"{cell.replace(chr(34), chr(34) * 2)}"' for cell in row))
        self.assertIn("=1+1 already stands", again["problems"][0]["why"])
        shot = self.shot_body(self.set_up_id, self.named(self.floor)["A1"], "3' 7\"")
        self.ok(self.helper, "shots", shot)
        self.ok(self.helper, f"shots/{shot['id']}/strikes", {"id": str(uuid4()), "reason": evil})
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/readings.xlsx")
        book = load_workbook(io.BytesIO(answer.content))
        formulas = [
            cell.value for sheet in book for line in sheet.iter_rows() for cell in line
            if cell.data_type == "f"
        ]  # fmt: skip
        self.assertEqual(formulas, ["=F4+C4"])
        self.assertIn(f"struck: {evil}, ", book["Set-up 1"]["K5"].value)

    def test_the_workbooks_formulas_give_the_books_own_heights(self) -> None:
        rod = self.add_rod(numbering="down")
        second = self.add_set_up(rod, taken_at="2026-05-04T11:00:00Z")
        readings = (("A1", "3' 7\""), ("B1", "3' 6\""))
        for set_up in (self.set_up_id, second):
            for name, reading in readings:
                point = self.named(self.floor)[name]
                self.ok(self.helper, "shots", self.shot_body(set_up, point, reading))
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/readings.xlsx")
        book = load_workbook(io.BytesIO(answer.content))
        for number, line, sign in ((1, "=F4+C4", -1), (2, "=F4-C4", 1)):
            page = book[f"Set-up {number}"]
            self.assertEqual(page["E4"].value, line)
            stands = page["F4"].value - sign * page["C4"].value
            self.assertEqual(page["F5"].value, f"=E$4{'-' if sign < 0 else '+'}D5")
            set_up = self.set_up_id if number == 1 else second
            told = self.get(f"set-ups/{set_up}/book.csv".replace(".csv", ""))["rows"][1]
            height = stands + sign * page["D5"].value
            self.assertEqual(round(height, 3), round(feet(told["elevation"]), 3))
            self.assertEqual(page["G6"].value, "=MAX(F6-F5,0)")

    def test_who_may(self) -> None:
        points, asked = f"jobs/{self.job}/points-in", {"order": ORDER, "unit": "ft"}
        self.handed(f"set-ups/{self.set_up_id}/readings-in", b"x", self.outsider, 404)
        self.handed(points, b"1,1,1,1,x", self.helper, 403, **asked)
        self.handed(points, b"1,1,1,1,x", self.outsider, 404, **asked)
        for away in (f"points.csv?{SURVEY}&heights=found", "readings.xlsx"):
            for client, status in ((self.outsider, 404), (Client(), 401)):
                answer = client.get(f"/api/v1/jobs/{self.job}/{away}")
                self.assertEqual(answer.status_code, status)


def feet(text: str) -> float:
    """Read feet and inches as the book writes them."""
    whole, _, inches = text.partition("' ")
    parts = inches.removesuffix('"').split(" ")
    top, _, bottom = (parts[1] if len(parts) > 1 else "0/1").partition("/")
    return float(whole) + (float(parts[0]) + float(top) / float(bottom)) / 12
