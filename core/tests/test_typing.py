"""What crews type beyond a plain length: sums, traps on a rod, falls; and what is never shown."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design import Fall, fall_in_words, parse_fall
from core.errors import AmbiguousLength, OffTheRod, OutOfRange, RuleError, UnreadableFall, Unusual
from core.lengths import (
    Elevation,
    Length,
    Likely,
    Style,
    StyleKind,
    format_amount,
    format_deviation,
    format_length,
    parse_elevation,
    parse_length,
)
from core.rods import GRADUATIONS, Numbering, Observed, Rod, SightKind, SightLine, Tie, observe
from core.tests.worked import STYLES

FEET = Rod(Numbering.UP, GRADUATIONS["ft-in/8"], Length.from_feet(13))
TENTHS = Rod(Numbering.UP, GRADUATIONS["ft/100"], Length.from_feet(13))
INCHES = Rod(Numbering.DOWN, GRADUATIONS["in/8"], Length.from_feet(8))
MILLIMETRES = Rod(Numbering.UP, GRADUATIONS["mm"], Length.from_metres(4))
METRES = Rod(Numbering.UP, GRADUATIONS["m/cm"], Length.from_metres(4))
RULE = Rod(Numbering.CENTRE_ZERO, GRADUATIONS["ft-in/16"], Length.from_inches(24))
LONG_RULE = Rod(Numbering.CENTRE_ZERO, GRADUATIONS["ft-in/16"], Length.from_feet(8))

FREELY_SPACED = [
    ("5ft2in", "1.5748"),
    ('5 ft - 2 3/8"', "1.584325"),
    ("5'2\"3/8", "1.584325"),
    ("5.20ft.", "1.58496"),
    ("1.585 m.", "1.585"),
    ('3 / 8"', "0.009525"),
    ("1½'", "0.4572"),
    ("1 1/2 ft", "0.4572"),
    ("5 feet, 2 inches", "1.5748"),
    ("5 ft. 2 in.", "1.5748"),
    ('62" 3/8', "1.584325"),
]

SUMS = [
    ("7 9/16 - 1", INCHES, "6 9/16"),
    ("61 1/8 - 1", INCHES, "60 1/8"),
    ('3\' 5 1/4" + 6"', FEET, "47 1/4"),
    ('62"-1"', FEET, "61"),
    ('5-2-3/8 - 1"', FEET, "61 3/8"),
    ('5\' 2 3/8" - 1" + 1/8"', FEET, "61 1/2"),
    ("5.20 - 0.05", TENTHS, "61.8"),
    ('1 m + 3"', FEET, "42.37007874015748"),
]

ASKED = [
    (FEET, "5.2", ["5.2 ft", "5' 2\""]),
    (FEET, "1.0", ["1.0 ft", '1.0"']),
    (FEET, "12.9", ["12.9 ft", "12' 9\""]),
    (FEET, "7 9/16 - 1", ["7' 0 9/16\" - 1 ft", '7 9/16" - 1"']),
    (FEET, "3' 5 1/4\" + 6", ["3' 5 1/4\" + 6 ft", '3\' 5 1/4" + 6"']),
    (FEET, "62-1", ['62" - 1"']),
    (FEET, "5 - 2", ["5' 2\"", '5" - 2"']),
    (INCHES, "7 - 1", ["7' 1\"", '7" - 1"']),
    (RULE, "-1", ["-1 ft", '-1"']),
    (LONG_RULE, "-1 3/4", ["-1' 0 3/4\"", '-1 3/4"']),
    (MILLIMETRES, "1.274", ["1.274 mm", "1.274 m"]),
    (MILLIMETRES, "1.5", ["1.5 mm", "1.5 m"]),
    (MILLIMETRES, "1.274 - 0.025", ["1.274 mm - 0.025 mm", "1.274 m - 0.025 m"]),
]

CLEAR = [
    (MILLIMETRES, "1274", "1.274"),
    (MILLIMETRES, "12.5", "0.0125"),
    (MILLIMETRES, "1.274 m", "1.274"),
    (MILLIMETRES, "1.274 m - 25", "1.249"),
    (METRES, "1.37", "1.37"),
    (METRES, "137", "1.37"),
    (METRES, "918", "0.918"),
    (METRES, "1640", "1.64"),
    (METRES, "4", "4"),
    (INCHES, "62 3/8", "1.584325"),
    (RULE, '-1 3/4"', "-0.04445"),
    (RULE, "-1 3/4", "-0.04445"),
    (FEET, "62", "1.5748"),
    (FEET, "47.5", "1.2065"),
    (FEET, "61 1/8 - 1", "1.527175"),
]

FALLS = [
    ("1/4 in per ft", Fraction(1, 48)),
    ('3/8" over 12 ft', Fraction(1, 384)),
    ("3 in over 30 ft", Fraction(1, 120)),
    ("5 mm/m", Fraction(1, 200)),
    ("1:60", Fraction(1, 60)),
    ("1.5 %", Fraction(3, 200)),
    ("25 %", Fraction(1, 4)),
]


class Sums(TestCase):
    """A sum may be typed wherever a length may."""

    def test_spaces_and_closing_dots_are_free(self) -> None:
        for text, metres in FREELY_SPACED:
            with self.subTest(text):
                self.assertEqual(
                    parse_length(text, StyleKind.FEET_INCHES), Length.from_metres(metres)
                )

    def test_what_a_sum_gives(self) -> None:
        for text, rod, inches in SUMS:
            with self.subTest(text):
                whole, _, part = inches.partition(" ")
                expected = Length.from_inches(Fraction(whole) + Fraction(part or 0))
                self.assertEqual(rod.read(text).on_scale, expected)

    def test_a_sum_that_is_none_is_refused_and_named(self) -> None:
        refused = {
            "5 + -2": "It has two signs.",
            "5 - - 2": "It has two signs.",
            '5" +': "A sign has no number behind it.",
            '1" + nan': "“nan” is not a length.",
            '1" + 1/0"': "A fraction can't have 0 below.",
            '1" + 5 kg': "“kg” is no unit of length here.",
            '7" - 9 9/8"': "The fraction is one inch or more.",
            "1 inf - 2": "This is not a length.",
            "5 14": "There are 12 inches or more behind the feet.",
        }
        for text, why in refused.items():
            with self.subTest(text), self.assertRaises(RuleError) as caught:
                FEET.read(text)
            self.assertIn(why, (caught.exception.why, "This is not a length."))
            self.assertEqual(caught.exception.typed, text)

    @given(st.integers(1, 90), st.integers(0, 7), st.integers(1, 40))
    def test_a_burned_inch_comes_off_exactly(self, whole: int, eighths: int, burned: int) -> None:
        text = f"{whole} {eighths}/8 - {burned}" if eighths else f'{whole}" - {burned}"'
        expected = Length.from_inches(Fraction(8 * whole + eighths, 8) - burned)
        self.assertEqual(parse_length(text, StyleKind.INCHES), expected)


class Traps(TestCase):
    """What has two honest readings is never guessed; only what is on the rod is offered."""

    def test_what_is_offered(self) -> None:
        for rod, text, offered in ASKED:
            with self.subTest(f"{text} on {rod.graduation.code}"):
                with self.assertRaises(AmbiguousLength) as refused:
                    rod.read(text)
                self.assertEqual([offer.text for offer in refused.exception.offers], offered)

    def test_each_offer_can_be_typed_and_no_two_are_the_same_reading(self) -> None:
        for rod, text, offered in ASKED:
            with self.subTest(text):
                readings = {rod.read(offer) for offer in offered}
                self.assertEqual(len(readings), len(offered))

    def test_what_has_one_reading_on_the_rod_is_read(self) -> None:
        for rod, text, metres in CLEAR:
            with self.subTest(text):
                self.assertEqual(rod.read(text).on_scale, Length.from_metres(metres))

    def test_what_no_reading_brings_on_the_rod_is_off_it(self) -> None:
        for rod, text in ((FEET, "300"), (METRES, "9999"), (MILLIMETRES, "9000"), (TENTHS, "62")):
            with self.subTest(text):
                self.assertRaises(OffTheRod, rod.read, text)

    def test_an_offer_of_a_foot_or_more_in_inches_says_its_feet_too(self) -> None:
        with self.assertRaises(AmbiguousLength) as refused:
            parse_length("62", StyleKind.FEET_INCHES)
        self.assertEqual(refused.exception.offers[-1].label, '62" (5\' 2")')
        with self.assertRaisesRegex(AmbiguousLength, "only"):
            FEET.read("62-1")

    def test_an_elevation_in_meters_on_a_millimeter_form_is_asked_about(self) -> None:
        with self.assertRaises(AmbiguousLength):
            parse_length("64.300", StyleKind.MILLIMETRES)
        self.assertEqual(parse_length("1.5", StyleKind.MILLIMETRES), Length.from_metres("0.0015"))
        self.assertEqual(parse_length("137", StyleKind.METRES), Length.from_metres(137))

    @given(st.text(alphabet="0123456789 .-+/'\"½m", max_size=14), st.sampled_from([FEET, RULE]))
    def test_a_sign_stays_in_every_offer(self, text: str, rod: Rod) -> None:
        try:
            rod.read(f"-{text}")
        except AmbiguousLength as refused:
            self.assertTrue(all(offer.text.startswith("-") for offer in refused.offers))
        except RuleError:
            pass


class Amounts(TestCase):
    """A deviation is shown to the finer of the job's step and the rod's, and never as nothing."""

    def test_a_sixteenth_on_a_job_of_eighths(self) -> None:
        sixteenth, eighths = Length.from_inches("0.0625"), Style.from_code("in/8")
        self.assertEqual(format_deviation(sixteenth, eighths, sixteenth), '1/16" high')
        self.assertEqual(
            format_deviation(-sixteenth, eighths, Length.from_inches("0.125")), '1/8" low'
        )
        self.assertEqual(format_deviation(Length(0), eighths, sixteenth), '0" off')

    def test_what_is_below_every_step_is_said_to_be_under_it(self) -> None:
        for code, text in (
            ("ft-in/8", 'under 1/64"'),
            ("ft", "under 0.0001 ft"),
            ("m", "under 0.0001 m"),
            ("mm", "under 0.1 mm"),
        ):
            with self.subTest(code):
                self.assertEqual(format_amount(Length(10), Style.from_code(code)), text)

    def test_steps_of_each_style(self) -> None:
        for code, inches, step, text in (
            ("ft", "0.06", "0.0625", "0.005 ft"),
            ("m", "0.25", "1", "0.006 m"),
            ("mm", "0.01", "1", "0.3 mm"),
            ("ft-in/8", "13.0625", "0.0625", "1' 1 1/16\""),
            ("in/32", "0.5", "1", '1/2"'),
        ):
            with self.subTest(f"{inches} in {code}"):
                style = Style.from_code(code)
                amount = format_amount(Length.from_inches(inches), style, Length.from_inches(step))
                self.assertEqual(amount, text)

    @given(st.integers(1, 10**9), st.sampled_from(STYLES))
    def test_something_is_never_written_as_nothing(self, nanometres: int, style: Style) -> None:
        nothing = format_length(Length(0), style)
        self.assertNotEqual(format_amount(Length(nanometres), style), nothing)


class Falls(TestCase):
    """Falls as crews say them, and never shown as another fall."""

    def test_ways_of_saying_a_fall(self) -> None:
        for text, ratio in FALLS:
            with self.subTest(text):
                self.assertEqual(parse_fall(text).ratio, ratio)

    def test_all_three_ways_are_exact_or_say_about(self) -> None:
        inches, metric = Style.from_code("in/8"), Style.from_code("mm")
        for ratio, style, text in (
            (Fraction(1, 120), inches, '0.1" per ft, 1:120, about 0.8333 %'),
            (Fraction(1, 60), inches, '0.2" per ft, 1:60, about 1.6667 %'),
            (Fraction(1, 384), inches, '1/32" per ft, 1:384, about 0.2604 %'),
            (Fraction(1, 8), inches, '1 1/2" per ft, 1:8, 12.5 %'),
            (Fraction(1, 200), metric, "5 mm per m, 1:200, 0.5 %"),
            (Fraction(1, 70), metric, "about 14.29 mm per m, 1:70, about 1.4286 %"),
        ):
            with self.subTest(text):
                self.assertEqual(fall_in_words(Fall(ratio), style), text)

    def test_a_fall_beyond_reason_asks_and_takes_the_answer(self) -> None:
        with self.assertRaises(Unusual) as asked:
            parse_fall("26 %")
        self.assertIn("26 %", asked.exception.why)
        answer = asked.exception.offers[0].text
        self.assertEqual(parse_fall(answer).ratio, Fraction(13, 50))

    def test_what_is_no_fall(self) -> None:
        for text in (
            "",
            "nan",
            "1:0",
            "inf %",
            "9" * 400,
            "51 % for sure",
            "3 over",
            "1/4 in per 0 ft",
        ):
            with self.subTest(text[:20]):
                self.assertRaises(UnreadableFall, parse_fall, text)


class WhatNobodyDoubts(TestCase):
    """Asked is only where two readings are both likely where the length is typed."""

    def test_what_the_field_leaves_no_doubt_about_is_read(self) -> None:
        table = (
            (Likely.LAYER, "ft-in/8", "6", '6"'), (Likely.LAYER, "ft-in/8", "5 1/2", '5 1/2"'),
            (Likely.LAYER, "m", "100", "100 mm"), (Likely.TOLERANCE, "m", "5", "5 mm"),
            (Likely.LAYER, "ft-in/8", "-3", '-3"'),
            (Likely.SECTION, "ft-in/8", "16", '16"'), (Likely.SECTION, "ft-in/8", "1", "1 ft"),
            (Likely.SPACING, "ft-in/8", "8", "8 ft"), (Likely.SPACING, "m", "2.5", "2.5 m"),
            (Likely.IN_THE_GROUND, "ft-in/8", "42", '42"'),
        )  # fmt: skip
        for kind, style, text, meant in table:
            with self.subTest(kind=kind, text=text):
                of = Style.from_code(style).kind
                self.assertEqual(parse_length(text, of, likely=kind.has), parse_length(meant, of))

    def test_what_may_be_either_is_asked_and_what_neither_can_be_as_well(self) -> None:
        for kind, style, text in (
            (Likely.LAYER, "ft-in/8", "1.5"), (Likely.SECTION, "ft-in/8", "3"),
            (Likely.LAYER, "m", "12"),
        ):  # fmt: skip
            with self.subTest(kind=kind, text=text), self.assertRaises(AmbiguousLength) as asked:
                parse_length(text, Style.from_code(style).kind, likely=kind.has)
            self.assertEqual(len(asked.exception.offers), 2)

    def test_what_says_its_unit_is_never_read_otherwise(self) -> None:
        self.assertEqual(
            parse_length("6 ft", StyleKind.FEET_INCHES, likely=Likely.LAYER.has),
            Length.from_feet(6),
        )

    def test_a_tape_is_not_17_ft_down_a_pier_of_two(self) -> None:
        line = SightLine.tied(Numbering.UP, {Tie.BEAM: Elevation(0)})
        bottom = Elevation(-Length.from_inches(19).nanometres)

        def likely(seen: Observed) -> bool:
            return line.may_be_meant(seen, bottom)

        for text, meant in (("17", '17"'), ("5", '5"'), ("7 1/2", '7 1/2"')):
            with self.subTest(text):
                read = observe(FEET, SightKind.TAPED_DOWN, text, likely)
                self.assertEqual(read, observe(FEET, SightKind.TAPED_DOWN, meant))
        self.assertRaises(AmbiguousLength, observe, FEET, SightKind.TAPED_DOWN, "17")
        self.assertRaises(AmbiguousLength, observe, FEET, SightKind.TAPED_DOWN, "1.5", likely)
        self.assertRaises(AmbiguousLength, observe, FEET, SightKind.STANDING, "5", likely)

    def test_what_may_not_be_dug_yet_is_asked_about(self) -> None:
        line = SightLine.tied(Numbering.UP, {Tie.BEAM: Elevation(0)})
        target = Elevation(-Length.from_feet("8.2").nanometres)
        with self.assertRaises(AmbiguousLength):
            observe(FEET, SightKind.TAPED_DOWN, "8", lambda seen: line.may_be_meant(seen, target))


class Elevations(TestCase):
    """An elevation is typed as lengths are, but nobody gives one to tenths of a millimeter."""

    def test_a_decimal_on_a_millimeter_staff_is_in_meters(self) -> None:
        table = (
            ("63.4", 63_400), ("-0.5", -500), ("63400", 63_400), ("63", 63),
            ("63.4 mm", Fraction("63.4")), ("63.4 m", 63_400),
        )  # fmt: skip
        for text, millimetres in table:
            with self.subTest(text):
                read = parse_elevation(text, StyleKind.MILLIMETRES)
                self.assertEqual(read.nanometres, millimetres * 10**6)
        self.assertEqual(parse_elevation("63.4", StyleKind.DECIMAL_FEET), Length.from_feet("63.4"))

    def test_quarters_are_shown_and_never_carried_to_feet(self) -> None:
        style = Style.from_code("in/4")
        for inches, shown in (("19.25", '19 1/4"'), ("19.2", '19 1/4"'), ("-0.125", '-1/4"')):
            self.assertEqual(format_length(Length.from_inches(inches), style), shown)
        for parts in (2, 3, 64):
            with self.assertRaises(OutOfRange):
                Style(StyleKind.INCHES, parts)
