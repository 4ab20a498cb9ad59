"""Sums as crews type them: each part keeps its own sign and unit, and every offer is an answer."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import AmbiguousLength, UnreadableLength
from core.lengths import Length, Style, StyleKind, parse_length, retypable
from core.lengths.parse import with_unit

FT_IN, INCHES, FEET, METRES, MM = (
    StyleKind.FEET_INCHES, StyleKind.INCHES, StyleKind.DECIMAL_FEET, StyleKind.METRES,
    StyleKind.MILLIMETRES,
)  # fmt: skip

#: What is typed, in which field, and the metres it is.
SUMS = (
    ("-10 - 7", MM, "-0.017"),
    ("10 - 7", MM, "0.003"),
    ("-10-7", MM, "-0.017"),
    ("-10 + 7", MM, "-0.003"),
    ("-3 - 2", METRES, "-5"),
    ("3 - 10-7", MM, "-0.014"),
    ("-10-7+3", MM, "-0.014"),
    ('87 - 19"', MM, "-0.3956"),
    ('87 + 19"', MM, "0.5696"),
    ('-87 - 19"', MM, "-0.5696"),
    ('2 - 3"', METRES, "1.9238"),
    ('1 - 58"', FEET, "-1.1684"),
    ('-1 - 58"', FEET, "-1.778"),
    ('5.2 ft - 1"', METRES, "1.55956"),
    ('-5.2 ft - 1"', METRES, "-1.61036"),
    ("7 9/16 - 1", INCHES, "0.1666875"),
    ("61 1/8 - 1", INCHES, "1.527175"),
    ("-61 1/8 - 1", INCHES, "-1.577975"),
    ("3' 5 1/4\" + 6\"", FT_IN, "1.20015"),
    ("5 ft - 2 3/8\"", METRES, "1.584325"),
    ("-5-2", FT_IN, "-1.5748"),
    ("1 605", MM, "1.605"),
    ("1 605", METRES, "1.605"),
    ("1m605", MM, "1.605"),
    ("1m60", METRES, "1.6"),
    ("-1m605", METRES, "-1.605"),
    ("5' 3 & 1/4", FT_IN, "1.60655"),
    ("5' 3 and 1/4\"", METRES, "1.60655"),
    ("1/4 low", INCHES, "-0.00635"),
    ("1/4 high", INCHES, "0.00635"),
    ('7 3/4" lower', FT_IN, "-0.19685"),
    ('lower 7 3/4"', METRES, "-0.19685"),
    ("up 3 mm", METRES, "0.003"),
    ("12 below", MM, "-0.012"),
    ("3 + 1/2 down", INCHES, "-0.0889"),
    ("0 3/8", FT_IN, "0.009525"),
)  # fmt: skip
UNREADABLE = (
    ("-3 low", MM, "It has a sign and a word for it."),
    ("low", METRES, "There is a word for its side and no number."),
    ("10-7-2", MM, "This is not a length."),
    ("1 60", MM, "no foot or inch is marked"),
    ("3mlower", METRES, "is no unit of length"),
)

whole = st.integers(1, 400)
units = st.sampled_from(["mm", "cm", "m", "in", "ft"])
SIZES = {"mm": 10**6, "cm": 10**7, "m": 10**9, "in": 25_400_000, "ft": 304_800_000}


class Sums(TestCase):
    """Each part has its own sign and its own unit."""

    def test_what_crews_type(self) -> None:
        for text, kind, metres in SUMS:
            with self.subTest(text, kind=kind):
                self.assertEqual(parse_length(text, kind), Length.from_metres(metres))

    def test_what_is_refused_names_what_was_typed(self) -> None:
        for text, kind, why in UNREADABLE:
            with self.subTest(text), self.assertRaises(UnreadableLength) as refused:
                parse_length(text, kind)
            self.assertIn(why, refused.exception.why)
            self.assertEqual(refused.exception.typed, text)

    @given(
        st.sampled_from(["", "-", "+"]),
        st.lists(st.tuples(st.sampled_from("+-"), whole, units), min_size=2, max_size=4),
        st.sampled_from(StyleKind),
    )
    def test_parts_with_units_add_up_one_by_one(
        self, lead: str, parts: list[tuple[str, int, str]], kind: StyleKind
    ) -> None:
        (_, first, unit), *rest = parts
        text = f"{lead}{first} {unit}" + "".join(f" {s} {n} {u}" for s, n, u in rest)
        if any(u == "ft" and s == "-" for (_, _, u), (s, _, _) in zip(parts, rest, strict=False)):
            return  # `5 ft - 2 in` is feet and inches, as crews write it
        signed = [(-1 if lead == "-" else 1, first, unit)]
        signed += [(-1 if s == "-" else 1, n, u) for s, n, u in rest]
        total = sum(s * n * SIZES[u] for s, n, u in signed)
        if len(text) <= 60 and abs(total) < 10**12:
            self.assertEqual(parse_length(text, kind).nanometres, total)

    @given(whole, whole, st.sampled_from([MM, METRES, INCHES, FEET]))
    def test_bare_numbers_with_a_dash_are_a_difference_in_the_fields_unit(
        self, one: int, other: int, kind: StyleKind
    ) -> None:
        size = {MM: 10**6, METRES: 10**9, INCHES: 25_400_000, FEET: 304_800_000}[kind]
        for lead, sign in (("", 1), ("-", -1)):
            text = f"{lead}{one} - {other}"
            try:
                found = parse_length(text, kind).nanometres
            except AmbiguousLength:
                continue  # `5 - 2` may be feet and inches where those are marked
            self.assertEqual(found, (sign * one - other) * size, text)

    @given(
        st.sampled_from(["", "-"]),
        st.decimals(0, 90, places=1),
        st.sampled_from(["", ' - 1"', ' + 1/2"', " lower", " - 2"]),
        st.sampled_from(StyleKind),
    )
    def test_every_offer_is_an_answer_and_no_two_are_the_same(
        self, lead: str, number: object, behind: str, kind: StyleKind
    ) -> None:
        try:
            parse_length(f"{lead}{number}{behind}", kind)
        except AmbiguousLength as asked:
            answers = [parse_length(offer.text, kind) for offer in asked.offers]
            self.assertEqual(len(set(answers)), len(answers))
            for answer in answers:
                self.assertLessEqual(answer.nanometres < 0, bool(lead) or "lower" in behind or
                                     "-" in behind)  # fmt: skip
        except UnreadableLength:
            pass

    def test_an_amount_to_a_side_means_the_same_in_every_field(self) -> None:
        for text in ('7 3/4" lower', "lower 7 3/4"):
            kept = with_unit(text, INCHES)
            self.assertEqual({parse_length(kept, kind) for kind in StyleKind},
                             {Length.from_inches("-7.75")})  # fmt: skip

    def test_an_inch_stays_an_inch_in_a_job_of_decimal_feet(self) -> None:
        feet = Style(FEET)
        for inches, text in (("1", '1"'), ("0.25", '1/4"'), ("12", "1.00 ft")):
            length = Length.from_inches(inches)
            self.assertEqual(retypable(length, feet), text)
            self.assertEqual(parse_length(retypable(length, feet), FEET), length)
        self.assertEqual(retypable(Length(1), feet), "0.000000001 m")
        self.assertEqual(retypable(Length.from_inches("1"), Style(MM)), "0.0254 m")

    def test_a_side_is_judged_on_the_rod_with_its_sign(self) -> None:
        def below(length: Length) -> bool:
            return Length.from_metres("-3") < length < Length(0)

        with self.assertRaises(AmbiguousLength) as asked:
            parse_length("5.2 lower", FT_IN, below)
        self.assertEqual([o.text for o in asked.exception.offers],
                         ["5.2 ft lower", "5' 2\" lower"])  # fmt: skip
