"""Tables of corners, as spreadsheets write them and as they go wrong."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import BadTable
from core.lengths import StyleKind
from core.tables import LARGEST, read_corners
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
            b"0,0\n" * (LARGEST // 4 + 1): "that long",
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
