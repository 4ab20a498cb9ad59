"""Lengths: read as crews type them, exact inside, written in every style."""

from __future__ import annotations

import copy
import pickle
from decimal import Decimal
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import AmbiguousLength, OutOfRange, RuleError, UnreadableLength
from core.lengths import (
    Elevation,
    Length,
    Reading,
    Style,
    StyleKind,
    format_amount,
    format_deviation,
    format_elevation,
    format_fine,
    format_length,
    metres_text,
    parse_length,
    retypable,
    tied_to,
    typed_above,
    with_unit,
    written_above,
)
from core.lengths.style import steps_of
from core.lengths.typed import terms_of
from core.tests.worked import STYLES, cases, lengths

FEET_INCHES = StyleKind.FEET_INCHES
EIGHTHS = Style(FEET_INCHES, 8)

READ = [
    ("5'", "in", "1.524"),
    ("5 ft. 2 in.", "m", "1.5748"),
    ("5ft 2-3/8in", "m", "1.584325"),
    ("5'-2\"", "ft-in", "1.5748"),
    ("5 2", "ft-in", "1.5748"),
    ("5' ½", "in", "1.5367"),
    ("5½″", "ft-in", "0.1397"),
    ("3/8", "ft-in", "0.009525"),
    ('9/8"', "in", "0.028575"),
    ("5' 2.5\"", "ft", "1.5875"),
    ("− 3.5", "m", "-3.5"),
    ('-3 1/2"', "ft-in", "-0.0889"),
    ("5 ' 2 ''", "in", "1.5748"),
    (".5", "ft", "0.1524"),
    ("0", "ft-in", "0"),
    ("62.375in", "mm", "1.584325"),
    ("9/8 ft", "ft-in", "0.3429"),
    ("5 1/2 ft", "ft-in", "1.6764"),
]

REFUSED = [
    ("", "m", "Nothing was typed."),
    ("-", "m", "There is a sign and no number."),
    ("nan", "ft-in", "There is no number in it."),
    ("inf", "m", "There is no number in it."),
    ("٣", "m", "There is no number in it."),
    ("1e5", "m", "This is not a length."),
    ("5--2", "ft-in", "It has two signs."),
    ("5 kg", "m", "“kg” is no unit of length here."),
    ("1,585", "mm", "A comma could part thousands or decimals."),
    ("5.2' 3\"", "ft-in", "Decimal feet can't be followed by inches."),
    ("5' 13\"", "ft-in", "There are 12 inches or more behind the feet."),
    ("5' 2 9/8\"", "ft-in", "The fraction is one inch or more."),
    ("5' 9/8\"", "ft-in", "The fraction is one inch or more."),
    ("5 9/8 ft", "ft-in", "The fraction is one foot or more."),
    ("5 8/8 ft", "ft-in", "The fraction is one foot or more."),
    ('2.5 3/8"', "in", "It has decimals and a fraction."),
    ('3/0"', "in", "A fraction can't have 0 below."),
    ('1/3"', "in", "No rod has 3 parts to an inch."),
    ("3/8", "ft", "It has a fraction and no unit."),
    ("5 2 3/8", "m", "This field is metric and no foot or inch is marked."),
    ("0.0000000001", "m", "It is finer than anything a rod can show."),
    ("9" * 50, "mm", "No site is that large."),
    ("9" * 400, "mm", "That is too long for a length."),
]

TRAPS = [
    ("5.2", ["5.2 ft", "5' 2\""]),
    ("5.10", ["5.10 ft", "5' 10\""]),
    ("5.11", ["5.11 ft", "5' 11\""]),
    ("5.12", ["5.12 ft", '5.12"']),
    ("5.25", ["5.25 ft", '5.25"']),
    ("5.02", ["5.02 ft", '5.02"']),
    ("-5.2", ["-5.2 ft", "-5' 2\""]),
    (".5", [".5 ft", "0' 5\""]),
    ("5", ["5 ft", '5"']),
    ("5 3/8", ["5' 0 3/8\"", '5 3/8"']),
]


class ReadingLengths(TestCase):
    """What crews type."""

    def test_worked_cases(self) -> None:
        for case in cases("lengths"):
            with self.subTest(case["text"]):
                kind, expected = StyleKind(case["style"]), case["metres"]
                if expected.startswith("refused"):
                    self.assertRaises(RuleError, parse_length, case["text"], kind)
                else:
                    length = parse_length(case["text"], kind)
                    self.assertEqual(str(length.metres), expected)

    def test_ways_of_writing(self) -> None:
        for text, kind, expected in READ:
            with self.subTest(text):
                length = parse_length(text, StyleKind(kind))
                self.assertEqual(length, Length.from_metres(expected))

    def test_refusals_name_what_was_typed_and_why(self) -> None:
        for text, kind, why in REFUSED:
            with self.subTest(text), self.assertRaises(UnreadableLength) as refused:
                parse_length(text, StyleKind(kind))
            self.assertEqual(refused.exception.why, why)
            self.assertTrue(text.startswith(refused.exception.typed.rstrip("…")))
            self.assertTrue(refused.exception.accepts)

    def test_tenths_trap_offers_both_readings_and_each_can_be_typed(self) -> None:
        for text, offered in TRAPS:
            with self.subTest(text), self.assertRaises(AmbiguousLength) as refused:
                parse_length(text, FEET_INCHES)
            texts = [offer.text for offer in refused.exception.offers]
            self.assertEqual(texts, offered)
            read = {parse_length(offer, FEET_INCHES) for offer in texts}
            self.assertEqual(len(read), 2)

    def test_twelve_inches_behind_feet_names_the_carried_length(self) -> None:
        with self.assertRaises(UnreadableLength) as refused:
            parse_length("5' 13\"", FEET_INCHES)
        self.assertEqual(refused.exception.accepts, "If you mean 6' 1\", type that.")

    @given(st.text(max_size=70), st.sampled_from(StyleKind))
    def test_any_text_is_a_length_or_a_refusal(self, text: str, kind: StyleKind) -> None:
        try:
            self.assertIsInstance(parse_length(text, kind), Length)
        except RuleError as refused:
            self.assertTrue(refused.why)


class TermsOfASum(TestCase):
    """What is typed as a sum, part by part (section 2 of the rules)."""

    def test_one_term_stands_for_itself_and_each_sign_for_its_own(self) -> None:
        for body, terms in (
            ("5' 2\"", ((1, "5' 2\""),)),
            ("5-2-3/8", ((1, "5-2-3/8"),)),
            ("5' + 2\"", ((1, "5'"), (1, '2"'))),
            ("5' - 2\"", ((1, "5'"), (-1, '2"'))),
        ):
            self.assertEqual(terms_of(body), terms, body)


class WritingLengths(TestCase):
    """The job's style."""

    @given(lengths, st.sampled_from(STYLES))
    def test_what_is_written_reads_back_to_the_rounded_length(
        self, length: Length, style: Style
    ) -> None:
        rounded = Length(steps_of(length, style) * style.step.nanometres)
        self.assertEqual(parse_length(format_length(length, style), style.kind), rounded)

    def test_halves_round_away_from_zero_in_every_style(self) -> None:
        for style in STYLES:
            for steps in (-3, -2, -1, 0, 1, 2):
                half = Length(steps * style.step.nanometres + style.step.nanometres // 2)
                away = steps + 1 if steps >= 0 else steps
                with self.subTest(style=style.code, steps=steps):
                    self.assertEqual(steps_of(half, style), away)

    def test_texts(self) -> None:
        texts = {
            "ft-in/8": "5' 2 3/8\"", "ft-in/32": "5' 2 3/8\"", "in/16": '62 3/8"',
            "ft": "5.20 ft", "m": "1.584 m", "mm": "1584 mm",
        }  # fmt: skip
        for code, text in texts.items():
            self.assertEqual(format_length(Length(1_584_325_000), Style.from_code(code)), text)
        self.assertEqual(format_length(Length.from_inches("-60.125"), EIGHTHS), "-5' 0 1/8\"")
        self.assertEqual(format_length(Length.from_inches("-0.01"), EIGHTHS), '0"')

    def test_a_deviation_says_its_sign_as_a_word(self) -> None:
        quarter = Length.from_inches("0.25")
        self.assertEqual(format_deviation(quarter, EIGHTHS), '1/4" high')
        self.assertEqual(format_deviation(-quarter, EIGHTHS), '1/4" low')
        self.assertEqual(format_deviation(Length(1), EIGHTHS), '0" off')

    def test_what_is_below_a_step_is_written_finer_and_never_as_nothing(self) -> None:
        for code, nanometres, step, text in (
            ("ft-in/8", 1_587_500, None, '1/8"'),
            ("ft-in/8", 1_587_500, 1_587_500, '1/16"'),
            ("ft-in/8", 1_587_499, None, '1/16"'),
            ("ft-in/8", 200_000, None, '1/64"'),
            ("ft-in/8", 190_000, None, 'under 1/64"'),
            ("in/32", 1_587_500, 3_175_000, '1/16"'),
            ("ft", 1_524_000, None, "0.01 ft"),
            ("ft", 1_523_999, None, "0.005 ft"),
            ("ft", 16_000, None, "0.0001 ft"),
            ("ft", 15_000, None, "under 0.0001 ft"),
            ("m", 500_000, None, "0.001 m"),
            ("m", 499_999, None, "0.0005 m"),
            ("m", 49_999, None, "under 0.0001 m"),
            ("mm", 400_000, None, "0.4 mm"),
            ("mm", 1_000_000, 500_000, "1.0 mm"),
            ("mm", 0, None, "0 mm"),
        ):
            with self.subTest(code=code, nanometres=nanometres, step=step):
                finer = None if step is None else Length(step)
                amount = format_amount(Length(-nanometres), Style.from_code(code), finer)
                self.assertEqual(amount, text)

    def test_how_sure_is_rounded_up_to_a_fine_step(self) -> None:
        for code, metres, text in (
            ("ft-in/8", 0.0, '0"'),
            ("ft-in/8", 0.0254 / 32, '1/32"'),
            ("ft-in/8", 0.0254 / 32 + 1e-6, '1/16"'),
            ("in/16", 0.0254 * 2, '2"'),
            ("ft", 0.3048, "1.000 ft"),
            ("ft", 0.3048 + 1e-6, "1.001 ft"),
            ("m", 0.5, "500.0 mm"),
            ("mm", -0.0012, "1.2 mm"),
            ("mm", 0.00121, "1.3 mm"),
        ):
            with self.subTest(code=code, metres=metres):
                self.assertEqual(format_fine(metres, Style.from_code(code)), text)

    def test_styles_that_are_none_are_refused(self) -> None:
        for code in ("ft-in", "ft-in/7", "m/8", "yards", "in/x"):
            with self.subTest(code):
                self.assertRaises(OutOfRange, Style.from_code, code)


class Quantities(TestCase):
    """Three types that can't be mixed, each a value."""

    def test_a_length_an_elevation_and_a_reading_are_never_equal(self) -> None:
        self.assertEqual(len({Length(1), Elevation(1), Reading(1)}), 3)

    def test_all_are_values(self) -> None:
        for kind in (Length, Elevation, Reading):
            with self.subTest(kind.__name__):
                value = kind.from_metres("1.000000001")
                self.assertEqual(pickle.loads(pickle.dumps(value)), value)
                self.assertEqual(copy.copy(value), value)
                self.assertTrue(kind(1) < value)  # type: ignore[operator]
                self.assertEqual(kind.from_metres(value.metres), value)
                self.assertEqual(metres_text(kind(-5)), "-0.000000005")
                self.assertAlmostEqual(float(value), 1.0)
                self.assertRaises(OutOfRange, kind.from_metres, "0.0000000001")
                self.assertRaises(OutOfRange, kind.from_metres, Decimal("Infinity"))
                self.assertRaises(AttributeError, setattr, value, "nanometres", 2)

    @given(lengths, lengths)
    def test_carrying_a_height_up_and_down_closes(self, up: Length, down: Length) -> None:
        start = Elevation(5)
        self.assertEqual(start + up - down - up + down, start)
        self.assertEqual((start + up) - start, up)
        self.assertEqual((Reading(up.nanometres) - Reading(down.nanometres)), up - down)

    def test_averages_and_thousandths_of_a_foot_are_whole_nanometres(self) -> None:
        self.assertEqual(Length.from_float(0.1), Length(100_000_000))
        self.assertEqual(Length.from_feet("0.001") * 2, Length(609_600))


SAID_WITH_ITS_UNIT = [
    ("12", StyleKind.FEET_INCHES, None),
    ("12 6", StyleKind.FEET_INCHES, "12' 6\""),
    ("7 9/16", StyleKind.INCHES, '7 9/16"'),
    ("7 9/16 - 1", StyleKind.INCHES, '7 9/16" - 1"'),
    ("12.5", StyleKind.DECIMAL_FEET, "12.5 ft"),
    ("1.585", StyleKind.METRES, "1.585 m"),
    ("-250", StyleKind.MILLIMETRES, "-250 mm"),
    ("5' 2 3/8", StyleKind.METRES, "5' 2 3/8"),
    ("0", StyleKind.METRES, "0"),
]


class InAnotherStyle(TestCase):
    """What was typed in one style, read in another; and heights above a datum."""

    def test_a_unit_is_said_where_it_went_without(self) -> None:
        for text, kind, said in SAID_WITH_ITS_UNIT:
            with self.subTest(text=text, kind=kind):
                if said is None:
                    with self.assertRaises(AmbiguousLength):
                        with_unit(text, kind)
                else:
                    self.assertEqual(with_unit(text, kind), said)

    @given(
        st.sampled_from(list(StyleKind)),
        st.integers(0, 90),
        st.integers(0, 11),
        st.sampled_from(["", " 1/2", " 3/8", ".25"]),
        st.sampled_from(["", "-"]),
    )
    def test_it_means_the_same_in_every_style(
        self, kind: StyleKind, whole: int, inches: int, part: str, sign: str
    ) -> None:
        for text in (f"{sign}{whole}{part}", f"{sign}{whole} {inches}{part}", f"{sign}{whole}'"):
            try:
                length = parse_length(text, kind)
            except (UnreadableLength, AmbiguousLength):
                continue
            said = with_unit(text, kind)
            for other in StyleKind:
                self.assertEqual(parse_length(said, other), length, (text, kind, said, other))

    @given(lengths, lengths, st.sampled_from(STYLES))
    def test_a_datum_moves_every_height_alike(
        self, one: Length, datum: Length, style: Style
    ) -> None:
        low, high = Elevation(0), Elevation(one.nanometres)
        tied = style.tied(datum)
        self.assertEqual(written_above(high, tied) - written_above(low, tied), high - low)
        self.assertEqual(written_above(high, tied) - written_above(high, style), datum)
        self.assertEqual(format_elevation(high, style), format_length(one, style))
        self.assertEqual(typed_above(written_above(low, tied), tied), low)
        again = parse_length(retypable(written_above(high, tied), tied), style.kind)
        self.assertEqual(again, written_above(high, tied))

    def test_the_datum_gives_the_known_point_its_real_elevation(self) -> None:
        known, real = Elevation.from_metres("1.25"), Elevation.from_metres("84.5")
        style = Style(StyleKind.METRES).tied(tied_to(known, real))
        self.assertEqual(format_elevation(known, style), "84.500 m")
        self.assertEqual(format_elevation(Elevation(0), style), "83.250 m")
        self.assertEqual(style.code, "m")

    def test_no_site_lies_above_9000_m_or_as_far_below(self) -> None:
        style = Style(StyleKind.METRES).tied(Length.from_metres(500))
        for metres in ("9000", "-9000"):
            length = Length.from_metres(metres)
            self.assertEqual(written_above(typed_above(length, style), style), length)
        for metres in ("9000.000000001", "-9000.000000001"):
            with self.assertRaisesRegex(OutOfRange, "No site lies that high or low"):
                typed_above(Length.from_metres(metres), style)
