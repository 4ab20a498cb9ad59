"""Tables of corners, as spreadsheets write them and as they go wrong."""

from __future__ import annotations

from decimal import Decimal
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import BadTable
from core.instruments import Setting
from core.lengths import StyleKind
from core.tables import (
    AT_THE_ORIGIN,
    ColumnOrder,
    SurveyOrigin,
    SurveyUnit,
    read_corners,
    read_points,
    read_readings,
    to_survey,
)
from core.tests.worked import place

METRES = StyleKind.METRES
SQUARE = [place(0, 0), place(4.5, 0), place(4.5, 3)]


class Corners(TestCase):
    """Read whole, or refused with the row and the column."""

    def test_ways_of_writing_the_same_corners(self) -> None:
        written = {
            "plain": b"0,0\n4.5,0\n4.5,3\n",
            "with names": b"x,y\r\n0,0\r\n4.5,0\r\n4.5,3",
            "other order, other columns": b"corner,Y,X\nA,0,0\nB,0,4.5\nC,3,4.5",
            "decimal commas": b"x;y\n0;0\n4,5;0\n4,5;3",
            "tabs and blank lines": b"\n0\t0\n\n4.5\t0\n4.5\t3\n\n",
            "byte-order mark": b"\xef\xbb\xbfx,y\n0,0\n4.5,0\n4.5,3",
            "utf-16": "x,y\n0,0\n4.5,0\n4.5,3".encode("utf-16"),
            "latin-1": "corner,x,y\nHof-S\xfcd,0,0\nb,4.5,0\nc,4.5,3".encode("latin-1"),
            "with units": b"0 mm,0\n4500 mm,0\n450 cm,3 m",
        }
        for how, table in written.items():
            with self.subTest(how):
                self.assertEqual([c.place for c in read_corners(table, METRES)], SQUARE)

    def test_what_is_wrong_is_named_by_row_and_column(self) -> None:
        wrong = {
            b"0,0\n4.5,five\n": "Row 2, column 2",
            b"x,y\n0,0\n4.5": "Row 3, column 2",
            b"x;y\n0;0\n4,5;3.2\n": "Row 3, column 2: Decimal commas",
            b"x,z\n0,0\n": "columns are not x and y",
            b"1,2,3\n": "columns are not x and y",
            b"0,0\n9999,0": "Row 2, column 1",
            b"": "no corner",
            b"x,y\n": "no outline",
            b"\x00\x01": "as a table",
            b"=1+1,0\n0,0": "Row 1, column 1",
            b'"0,0\n': "columns are not",
            b"0,0\n" * 16_384 + b" ": "that long",
            b"0,0\n" * 16_384: "no outline",
        }
        for table, words in wrong.items():
            with self.subTest(table[:20]), self.assertRaises(BadTable) as refused:
                read_corners(table, METRES)
            self.assertIn(words, f"{refused.exception.why}")

    @given(st.binary(max_size=80))
    def test_no_file_does_anything_but_read_or_refuse(self, table: bytes) -> None:
        try:
            corners = read_corners(table, StyleKind.FEET_INCHES)
        except BadTable:
            return
        self.assertGreaterEqual(len(corners), 1)


def cells(text: str) -> bytes:
    """Return a table of points as bytes."""
    return text.encode()


HERE, METERS = AT_THE_ORIGIN, SurveyUnit.METRES
NUMBERED = ColumnOrder.NUMBER_NORTHING
SIXTY_FOURTH, FAR = 396_875, Decimal("500000")


class Points(TestCase):
    """A survey's points, in whatever order its columns are."""

    def test_each_order_reads_the_same_point(self) -> None:
        written = {
            ColumnOrder.NUMBER_NORTHING: "7,12.5,3.25,101.2,hub",
            ColumnOrder.NUMBER_EASTING: "7,3.25,12.5,101.2,hub",
            ColumnOrder.NORTHING: "12.5,3.25,101.2,7,hub",
            ColumnOrder.EASTING: "3.25,12.5,101.2,7,hub",
        }
        for order, row in written.items():
            with self.subTest(order):
                (point,) = read_points(cells(row), order, METERS, HERE)
                self.assertEqual((point.number, point.place), ("7", place(3.25, 12.5)))
                self.assertEqual(str(point.elevation and point.elevation.metres), "101.200000000")
                headed = cells(order.value.title() + "\n" + row)
                self.assertEqual(read_points(headed, order, METERS, HERE)[0].place, point.place)

    def test_a_survey_far_from_the_job_is_read_from_the_jobs_own_origin(self) -> None:
        table = cells("1;5000012,5;700003,25;;")
        origin = SurveyOrigin(Decimal(5_000_000), Decimal(700_000))
        (point,) = read_points(table, NUMBERED, METERS, origin)
        self.assertEqual(to_survey(point.place.x, origin.easting, METERS), "700003.25")
        self.assertEqual((point.place, point.elevation), (place(3.25, 12.5), None))

    def test_what_can_not_be_names_its_row_and_column(self) -> None:
        wrong = {
            "Row 2, column 1: That number stands twice": "1,0,0,0,a\n1,1,1,1,b",
            "Row 1, column 3: That is farther out": "1,0,9000,0,a",
            "Row 1, column 2: This is no number": "1,2 cats,0,0,a",
            "no number": ",1,1,1,a",
            "no list of points": "number,northing,easting,elevation,description",
            "mixed": "1;0,5;0.5;0;a",
        }
        for says, table in wrong.items():
            with self.subTest(says), self.assertRaisesRegex(BadTable, says):
                read_points(cells(table), NUMBERED, METERS, HERE)

    @given(
        st.lists(st.tuples(st.integers(-(10**6), 10**6), st.integers(-(10**6), 10**6)), min_size=1)
    )
    def test_points_read_as_they_were_written(self, places: list[tuple[int, int]]) -> None:
        rows = [f"{n},{y / 1000:.3f},{x / 1000:.3f},,P" for n, (x, y) in enumerate(places)]
        found = read_points(cells("\n".join(rows)), NUMBERED, METERS, HERE)
        self.assertEqual(
            [
                (point.place.x.nanometres // 10**6, point.place.y.nanometres // 10**6)
                for point in found
            ],
            places,
        )


class Readings(TestCase):
    """Readings by the names of their columns."""

    def test_columns_are_found_by_name_and_a_pass_is_fine_unless_said(self) -> None:
        table = cells("Reading,Point,Surface,Pass\n3' 7\",A1,Floor,\n3.5,B1,Floor,Rough\n")
        fine, rough = read_readings(table)
        self.assertEqual((fine.point.text, fine.reading.text), ("A1", "3' 7\""))
        self.assertEqual((fine.setting, rough.setting), (Setting.FINE, Setting.COARSE))
        self.assertEqual((rough.surface.row, fine.time.text), (3, ""))

    def test_what_can_not_be_names_its_row_and_column(self) -> None:
        wrong = {
            "no column surface and no reading": "point\nA1",
            "Row 2, column 2: There is no point": "surface,point,reading\nFloor,,3",
            "no such pass": "surface,point,reading,pass\nFloor,A1,3,quick",
            "no list of readings": "surface,point,reading",
        }
        for says, table in wrong.items():
            with self.subTest(says), self.assertRaisesRegex(BadTable, says):
                read_readings(cells(table))
