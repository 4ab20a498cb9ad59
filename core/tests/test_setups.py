"""Backsights together, and what puts the readings of a set-up in doubt."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import NoBacksight
from core.lengths import Elevation, Length, Reading, Style
from core.rods import Numbering, SightLine
from core.setups import (
    Agreement,
    Backsight,
    BenchmarkRead,
    Disagreeing,
    SetUpRecord,
    allowed_again,
    allowed_between,
    doubt_of,
    doubtful_spans,
    last_good,
    off_from_known,
    off_since_first,
    take_backsights,
)
from core.tests.worked import elevations, metres, readings, stood
from core.uncertainty import Kit, Sight, uncertainty

TOLERANCE = metres("0.003")
EIGHTHS = Style.from_code("ft-in/8")
GOOD, BAD = metres("0.001"), metres("-0.010")
moments = st.integers(1, 1000).map(float)


class SeveralBacksights(TestCase):
    """K is their mean; how far they disagree is said."""

    def test_the_mean_and_the_disagreement(self) -> None:
        taken = take_backsights(
            [
                Backsight(Elevation.from_metres("10.000"), stood(Reading.from_metres("1.500"))),
                Backsight(Elevation.from_metres("10.400"), stood(Reading.from_metres("1.104"))),
            ],
            Numbering.UP,
        )
        self.assertEqual(taken.line.constant, Elevation.from_metres("11.502"))
        self.assertEqual(taken.line.beam, taken.line.constant)
        self.assertEqual(taken.disagreement, metres("0.004"))
        self.assertFalse(taken.agree(TOLERANCE))
        self.assertTrue(taken.agree(metres("0.004")))

    def test_none_is_refused(self) -> None:
        self.assertRaises(NoBacksight, take_backsights, [], Numbering.UP)

    @given(elevations, readings, st.sampled_from(Numbering))
    def test_the_same_backsight_twice_is_the_one(
        self, known: Elevation, reading: Reading, numbering: Numbering
    ) -> None:
        once = Backsight(known, stood(reading))
        alone = SightLine.from_backsight(known, stood(reading), numbering)
        twice = take_backsights([once, once], numbering)
        self.assertEqual(twice.line, alone)
        self.assertEqual(twice.disagreement, Length(0))


class Doubt(TestCase):
    """Exactly the readings since the last good check, until they are cleared."""

    SHOTS = (5, 15, 25, 35, 45)

    def doubted(
        self,
        *reads: tuple[float, Length],
        knocks: tuple[float, ...] = (),
        agreements: tuple[Agreement, ...] = (),
    ) -> set[int]:
        checks = [BenchmarkRead(*read, TOLERANCE) for read in reads]
        spans = doubtful_spans(checks, knocks, agreements)
        return {shot for shot in self.SHOTS if any(span.holds(shot) for span in spans)}

    def test_a_failed_re_read_doubts_all_since_the_last_good_one_and_all_after(self) -> None:
        self.assertEqual(self.doubted((20, GOOD), (30, BAD)), {25, 35, 45})
        self.assertEqual(self.doubted((30, BAD)), {5, 15, 25, 35, 45})
        self.assertEqual(self.doubted((20, GOOD), (40, GOOD)), set())

    def test_readings_between_two_good_checks_stand_whatever_happened_before(self) -> None:
        self.assertEqual(self.doubted((10, BAD), (30, GOOD), (50, GOOD)), {5, 15, 25})

    def test_a_knock_doubts_what_follows_until_the_benchmark_is_good(self) -> None:
        self.assertEqual(self.doubted(knocks=(20,)), {25, 35, 45})
        self.assertEqual(self.doubted((30, GOOD), knocks=(20,)), set())
        self.assertEqual(self.doubted((10, GOOD), (30, BAD), knocks=(20,)), {15, 25, 35, 45})

    def test_a_point_shot_again_that_agrees_clears_up_to_it(self) -> None:
        failed = ((10, GOOD), (40, BAD))
        self.assertEqual(
            self.doubted(*failed, agreements=(Agreement(25, GOOD, TOLERANCE),)), {35, 45}
        )
        self.assertEqual(
            self.doubted(*failed, agreements=(Agreement(25, BAD, TOLERANCE),)), {15, 25, 35, 45}
        )

    @given(
        st.lists(moments, unique=True, max_size=20),
        st.lists(
            st.tuples(moments, st.sampled_from([GOOD, BAD])), max_size=6, unique_by=lambda r: r[0]
        ),
        moments,
    )
    def test_no_more_is_doubted_than_without_clearing_and_the_rest_stands(
        self, shots: list[float], found: list[tuple[float, Length]], again: float
    ) -> None:
        reads = [BenchmarkRead(*read, TOLERANCE) for read in found]

        def doubted(*agreements: Agreement) -> set[float]:
            spans = doubtful_spans(reads, (), agreements)
            return {shot for shot in shots if any(span.holds(shot) for span in spans)}

        plain = doubted()
        self.assertLessEqual(doubted(Agreement(again, GOOD, TOLERANCE)), plain)
        if all(difference == GOOD for _, difference in found):
            self.assertEqual(plain, set())
        good = last_good(reads, 0.0)
        if doubt_of(SetUpRecord(tuple(reads)), EIGHTHS).stands:
            self.assertFalse({shot for shot in shots if shot > good} & plain)
        else:
            after = {shot for shot in shots if shot > max(read.moment for read in reads)}
            self.assertLessEqual(after, plain)

    def test_how_far_a_re_read_is_off(self) -> None:
        known, first, again = (
            Elevation(10**10),
            stood(Reading(1_500_000_000)),
            stood(Reading(1_495_000_000)),
        )
        line = SightLine.from_backsight(known, first, Numbering.UP)
        self.assertEqual(off_since_first(line, first, again), metres("0.005"))
        self.assertEqual(off_from_known(line, known, again), metres("0.005"))
        turned = SightLine.from_backsight(known, first, Numbering.DOWN)
        self.assertEqual(off_since_first(turned, first, again), metres("-0.005"))

    def test_whether_it_may_be_read_from_now(self) -> None:
        table = [
            ([], (), True),
            ([], (5.0,), False),
            ([BenchmarkRead(5, GOOD, TOLERANCE)], (4.0,), True),
            ([BenchmarkRead(5, GOOD, TOLERANCE)], (6.0,), False),
            ([BenchmarkRead(5, GOOD, TOLERANCE), BenchmarkRead(6, BAD, TOLERANCE)], (), False),
        ]
        for reads, knocks, stands in table:
            self.assertIs(doubt_of(SetUpRecord(tuple(reads), knocks), EIGHTHS).stands, stands)


class BacksightsThatDisagree(TestCase):
    """They put a set-up in doubt from its first reading, until one of them is struck."""

    KIT = Kit(0.001, 0.0015, 0.003175, 0.5)

    def test_two_inches_apart_doubt_every_reading_and_no_re_read_clears_them(self) -> None:
        apart = Disagreeing(Length.from_inches(2), Length.from_inches("0.125"))
        good = BenchmarkRead(9.0, GOOD, TOLERANCE)
        again = Agreement(5.0, GOOD, TOLERANCE)
        doubt = doubt_of(SetUpRecord((good,), (), (again,), apart), EIGHTHS)
        self.assertFalse(doubt.stands)
        self.assertTrue(all(doubt.holds(moment) for moment in (-5.0, 0.0, 5.0, 9.0, 99.0)))
        self.assertIn('disagree by 2"; 1/8" is allowed. Strike', doubt.why)

    def test_exactly_at_the_tolerance_they_agree(self) -> None:
        allowed = Length.from_inches("0.125")
        for apart, stands in ((allowed, True), (allowed + Length(1), False)):
            record = SetUpRecord(backsights=Disagreeing(apart, allowed))
            self.assertIs(doubt_of(record, EIGHTHS).stands, stands)
        self.assertIn('1/8" is allowed', doubt_of(record, EIGHTHS).why)

    def test_what_stands_on_a_point_in_doubt_is_in_doubt(self) -> None:
        doubt = doubt_of(SetUpRecord(carried_from=("TP1", 3)), EIGHTHS)
        self.assertEqual(doubt.why, "It stands on TP1, shot from set-up 3 in doubt.")
        self.assertTrue(doubt.holds(0.0))

    def test_the_reason_names_the_point_what_it_read_and_what_is_allowed(self) -> None:
        failed = BenchmarkRead(5.0, metres("-0.01"), TOLERANCE, "BM2")
        why = doubt_of(SetUpRecord((failed,)), Style.from_code("mm")).why
        self.assertEqual(why, "BM2 read 10 mm low when it was read again; 3 mm is allowed.")
        close = BenchmarkRead(5.0, metres("0.0033"), TOLERANCE, "BM2")
        why = doubt_of(SetUpRecord((close,)), Style.from_code("mm")).why
        self.assertEqual(why, "BM2 read 3.3 mm high when it was read again; 3.0 mm is allowed.")
        knocked = doubt_of(SetUpRecord(knocks=(4.0,)), EIGHTHS)
        self.assertIn("It was knocked", knocked.why)
        self.assertEqual(doubt_of(SetUpRecord(), EIGHTHS).why, "")

    def test_a_tolerance_is_never_finer_than_the_kit_can_tell(self) -> None:
        sight = Sight(20.0, 1.5, (20.0, 0.0))
        finest = Length.from_metres("0.0001")
        told = uncertainty(self.KIT.without_slope, sight, [sight]).half_width
        self.assertAlmostEqual(float(allowed_again(finest, self.KIT, sight, sight)), told, places=8)
        wide = metres("0.02")
        self.assertEqual(allowed_again(wide, self.KIT, sight, sight), wide)
        carried = Sight(25.0, 1.5, (0.0, 25.0), own=0.01)
        between = float(allowed_between(finest, self.KIT, [sight, carried]))
        self.assertAlmostEqual(between, (told**2 + 0.01**2) ** 0.5, delta=2e-5)
        self.assertGreater(between, 0.01)
        self.assertEqual(allowed_between(finest, self.KIT, [sight]), finest)
