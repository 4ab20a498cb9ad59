"""Drawings: places as a survey has them, and names that every program reads."""

from __future__ import annotations

from decimal import Decimal
from fractions import Fraction
from itertools import pairwise
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.drawings import (
    DrawnPoint,
    DrawnShape,
    JobDrawing,
    center_zero_strip,
    cut_or_fill,
    in_survey,
    layer_name,
)
from core.errors import OutOfRange
from core.floors import PlanPoint
from core.lengths import Elevation, Length, Style
from core.tables import SurveyOrigin, SurveyUnit, from_survey
from core.tests.worked import metres

NEAR = st.integers(-(10**12), 10**12)
ORIGIN = st.decimals(-9_999_999, 9_999_999, places=4)


def place(x: int, y: int) -> PlanPoint:
    """Return a place of so many nanometres."""
    return PlanPoint(Length(x), Length(y))


#: Letters and signs of several scripts, what files are cut at, and what is no letter at all.
LETTERS = "aZ09 _-./\\<>|*?:;,=`'\"äßÉ日本Жא\n\t\x00\u200b\U0001f9f1"


class Places(TestCase):
    """As eastings and northings."""

    def test_a_worked_place_in_feet_and_meters(self) -> None:
        at = place(3_048_000_000, -1_524_000_000)
        origin = SurveyOrigin(Decimal("500000.25"), Decimal("2000000.5"))
        self.assertEqual(in_survey(at, origin, SurveyUnit.FEET), (2000010.5, 499995.25))
        self.assertEqual(in_survey(at, origin, SurveyUnit.METRES), (2000003.548, 499998.726))

    @given(NEAR, NEAR, ORIGIN, ORIGIN, st.sampled_from(SurveyUnit))
    def test_read_again_from_a_states_plane_it_is_where_it_was(
        self, x: int, y: int, north: Decimal, east: Decimal, unit: SurveyUnit
    ) -> None:
        origin = SurveyOrigin(north, east)
        told_east, told_north = in_survey(place(x, y), origin, unit)
        for told, start, was in ((told_east, east, x), (told_north, north, y)):
            back = from_survey(Decimal(repr(told)), start, unit)
            self.assertLess(abs(back.nanometres - was), 1000)
            exact = Fraction(was, unit.nanometres) + Fraction(start)
            self.assertLessEqual(abs(Fraction(told) - exact), Fraction(1, 10**8))


class Layers(TestCase):
    """Named so that nothing typed breaks a file."""

    def test_names(self) -> None:
        for words, name in (
            (("slab", "Kiln room"), "SLAB-KILN-ROOM"),
            (("Strip footing", "Süd / Nord"), "STRIP-FOOTING-S-D-NORD"),
            (("slab", "<>|*\n"), "SLAB"),
            (("", "日本"), "OTHER"),
            (("a_b", "--c--"), "A_B-C"),
        ):
            self.assertEqual(layer_name(*words), name)

    @given(st.text(LETTERS, max_size=30), st.text(LETTERS, max_size=30))
    def test_any_words_give_a_name_of_plain_letters(self, one: str, other: str) -> None:
        self.assertRegex(layer_name(one, other), r"\A[A-Z0-9_-]{1,60}\Z")
        self.assertEqual(layer_name(one, other), layer_name(one, other))

    def test_each_once_in_the_order_they_are_drawn(self) -> None:
        at = (place(0, 0), place(1, 0))
        drawing = JobDrawing(
            (DrawnShape("B", at, True), DrawnShape("A", at, False), DrawnShape("B", at, True)),
            (DrawnPoint("P", "1", at[0], None, ""), DrawnPoint("A", "2", at[0], None, "")),
        )
        self.assertEqual(drawing.layers, ("B", "A", "P"))
        self.assertEqual(JobDrawing((), ()).layers, ())


class CutOrFill(TestCase):
    """What is sprayed beside a point."""

    def test_worked_amounts(self) -> None:
        for found, planned, unit, said in (
            ("3.5", "3.2", SurveyUnit.METRES, "C 0.300"),
            ("3.2", "3.5", SurveyUnit.METRES, "F 0.300"),
            ("3.2004", "3.2", SurveyUnit.METRES, "ON"),
            ("3.2005", "3.2", SurveyUnit.METRES, "C 0.001"),
            ("3.1995", "3.2", SurveyUnit.METRES, "F 0.001"),
            ("10.408432", "10", SurveyUnit.FEET, "C 1.34"),
            ("10", "10.03048", SurveyUnit.FEET, "F 0.10"),
            ("0", "31.0896", SurveyUnit.FEET, "F 102.00"),
        ):
            told = cut_or_fill(Elevation.from_metres(found), Elevation.from_metres(planned), unit)
            self.assertEqual(told, said)

    @given(st.integers(-(10**10), 10**10), st.sampled_from(SurveyUnit))
    def test_cut_one_way_is_fill_the_other(self, apart: int, unit: SurveyUnit) -> None:
        one, other = Elevation(apart), Elevation(0)
        there, back = cut_or_fill(one, other, unit), cut_or_fill(other, one, unit)
        if there == "ON":
            self.assertEqual(back, "ON")
            return
        self.assertEqual(there[1:], back[1:])
        self.assertEqual({there[0], back[0]}, {"C", "F"})
        self.assertEqual(there[0] == "C", apart > 0)
        places = 10 ** len(there.partition(".")[2])
        off = abs(Fraction(there[2:]) - Fraction(abs(apart), unit.nanometres))
        self.assertLessEqual(off, Fraction(1, 2 * places))


class CenterZeroStrips(TestCase):
    """Counted both ways from a zero, in the marks of the job's own rods."""

    def test_inches_are_marked_in_sixteenths_and_numbered_at_every_inch(self) -> None:
        inch = Length.from_inches
        (piece,) = center_zero_strip(inch(2), Style.from_code("ft-in/8"), inch(9))
        self.assertEqual(len(piece.marks), 65)
        numbered = [(mark.number, mark.at) for mark in piece.marks if mark.number]
        self.assertEqual(numbered, [("2", inch(-2)), ("1", inch(-1)), ("0", inch(0)),
                                    ("1", inch(1)), ("2", inch(2))])  # fmt: skip
        self.assertEqual([mark.share for mark in piece.marks[:5]], [1.0, 0.4, 0.4, 0.4, 0.65])

    def test_millimeters_and_hundredths(self) -> None:
        for code, step, far in (("mm", "0.001", "0.02"), ("m", "0.001", "0.02")):
            (piece,) = center_zero_strip(metres(far), Style.from_code(code), metres(1))
            self.assertEqual(piece.marks[1].at - piece.marks[0].at, metres(step))
            self.assertEqual([mark.number for mark in piece.marks if mark.number], list("21012"))
        (feet,) = center_zero_strip(Length.from_feet("0.2"), Style.from_code("ft"), metres(1))
        self.assertEqual(feet.marks[1].at - feet.marks[0].at, Length.from_feet("0.01"))

    def test_its_pieces_meet_and_leave_nothing_out(self) -> None:
        half, room = Length.from_inches(14), metres("0.21")
        pieces = center_zero_strip(half, Style.from_code("in/16"), room)
        self.assertEqual((pieces[0].start, pieces[-1].end), (-half, half))
        for one, other in pairwise(pieces):
            self.assertEqual(one.end, other.start)
            self.assertLessEqual(one.end - one.start, room)

    def test_a_strip_nobody_needs(self) -> None:
        for half in ("0", "-0.1", "2.01"):
            with self.assertRaisesRegex(OutOfRange, "No strip counts that far"):
                center_zero_strip(metres(half), Style.from_code("m"), metres(1))
