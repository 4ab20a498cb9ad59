"""Backsights together, and what puts the readings of a set-up in doubt."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.clocks import Moment
from core.errors import NoBacksight
from core.lengths import Elevation, Length, Reading, Style
from core.rods import Numbering, SightLine
from core.setups import (
    Agreement,
    Backsight,
    BenchmarkRead,
    Disagreeing,
    Reported,
    SetUpRecord,
    allowed_again,
    allowed_between,
    counting,
    doubt_of,
    doubtful_spans,
    is_late,
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
        checks = [BenchmarkRead(Moment(at), off, TOLERANCE) for at, off in reads]
        spans = doubtful_spans(checks, [Moment(at) for at in knocks], agreements)
        return {shot for shot in self.SHOTS if any(span.holds(Moment(shot)) for span in spans)}

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
            self.doubted(*failed, agreements=(Agreement(Moment(25), GOOD, TOLERANCE),)), {35, 45}
        )
        self.assertEqual(
            self.doubted(*failed, agreements=(Agreement(Moment(25), BAD, TOLERANCE),)),
            {15, 25, 35, 45},
        )

    def test_where_the_order_of_two_clocks_can_not_be_told_a_reading_is_in_doubt(self) -> None:
        """A good read at 20 and a failed one at 40, by phone a; the shots are phone b's."""
        reads = [
            BenchmarkRead(Moment(20, 2, "a"), GOOD, TOLERANCE),
            BenchmarkRead(Moment(40, 2, "a"), BAD, TOLERANCE),
        ]
        spans = doubtful_spans(reads, (), ())
        shots = {
            Moment(16, 2, "b"): False,
            Moment(16.1, 2, "b"): True,
            Moment(19.9, 0, "a"): False,
            Moment(20.1, 0, "a"): True,
            Moment(30, 60, "b"): True,
        }
        for shot, is_doubted in shots.items():
            with self.subTest(shot):
                self.assertIs(any(span.holds(shot) for span in spans), is_doubted)

    def test_a_knock_by_another_clock_doubts_where_it_may_lie_behind_the_good_read(self) -> None:
        good = [BenchmarkRead(Moment(20, 2, "a"), GOOD, TOLERANCE)]
        for knock, is_doubted in ((16.0, False), (16.1, True), (30.0, True)):
            spans = doubtful_spans(good, [Moment(knock, 2, "b")], ())
            self.assertIs(any(span.holds(Moment(90, 2, "a")) for span in spans), is_doubted)

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
        reads = [BenchmarkRead(Moment(at), off, TOLERANCE) for at, off in found]

        def doubted(*agreements: Agreement) -> set[float]:
            spans = doubtful_spans(reads, (), agreements)
            return {shot for shot in shots if any(span.holds(Moment(shot)) for span in spans)}

        plain = doubted()
        self.assertLessEqual(doubted(Agreement(Moment(again), GOOD, TOLERANCE)), plain)
        if all(difference == GOOD for _, difference in found):
            self.assertEqual(plain, set())
        good = last_good(reads, Moment(0.0)).seconds
        if doubt_of(SetUpRecord(tuple(reads)), EIGHTHS).stands:
            self.assertFalse({shot for shot in shots if shot > good} & plain)
        else:
            after = {shot for shot in shots if shot > max(read.moment.seconds for read in reads)}
            self.assertLessEqual(after, plain)

    def test_a_good_read_that_came_in_too_late_clears_nothing(self) -> None:
        """The failed read of 40 was in at 41; then b sends a good one and dates it 35."""
        failed = BenchmarkRead(Moment(40, 2, "a"), BAD, TOLERANCE, "BM1", 41.0)
        for clock, moment, arrived, is_doubted in (
            ("b", 35.0, 50.0, True),
            ("b", 35.0, 41.0, False),
            ("a", 35.0, 36.0, False),
        ):
            good = BenchmarkRead(Moment(moment, 2, clock), GOOD, TOLERANCE, "BM1", arrived)
            record = SetUpRecord((good, failed))
            self.assertIs(good in counting(record), not is_doubted)
            shot = Moment(30, 2, "a")
            self.assertIs(doubt_of(record, EIGHTHS).holds(shot), is_doubted)
            self.assertIs(is_late(shot, 50.0, record), True)
            self.assertIs(is_late(shot, 31.0, record), False)

    def test_a_good_read_of_a_clock_nobody_knows_dates_nothing(self) -> None:
        """It came in at 100 and may have been taken anytime in the 90 before that."""
        anytime = BenchmarkRead(Moment(100, 90, "mute"), GOOD, TOLERANCE)
        start, known = Moment(50, 2, "a"), BenchmarkRead(Moment(60, 2, "a"), GOOD, TOLERANCE)
        self.assertEqual(last_good([anytime], start).earliest, 48)
        self.assertEqual(last_good([anytime, known], start).earliest, 58)
        self.assertEqual(last_good([], start), start)

    def test_a_knock_that_was_known_is_not_cleared_from_before_it(self) -> None:
        knock = Reported(Moment(40, 2, "a"), 41.0)
        for moment, stands in ((35.0, False), (45.0, True)):
            good = BenchmarkRead(Moment(moment, 2, "b"), GOOD, TOLERANCE, "BM1", 50.0)
            doubt = doubt_of(SetUpRecord((good,), (knock,)), EIGHTHS)
            self.assertIs(doubt.stands, stands)

    @given(
        st.lists(
            st.tuples(moments, st.sampled_from([GOOD, BAD])), max_size=6, unique_by=lambda r: r[0]
        ),
        st.lists(moments, max_size=3),
        moments,
        st.floats(0, 30),
    )
    def test_a_clock_less_sure_of_itself_clears_nothing(
        self, found: list[tuple[float, Length]], knocks: list[float], shot: float, give: float
    ) -> None:
        reads = [BenchmarkRead(Moment(at, 0, "a"), off, TOLERANCE) for at, off in found]
        spans = doubtful_spans(reads, [Moment(at, 0, "a") for at in knocks], ())
        if any(span.holds(Moment(shot, 0, "a")) for span in spans):
            self.assertTrue(any(span.holds(Moment(shot, give, "b")) for span in spans))

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
            ([], (Reported(Moment(5.0)),), False),
            ([BenchmarkRead(Moment(5), GOOD, TOLERANCE)], (Reported(Moment(4.0)),), True),
            ([BenchmarkRead(Moment(5), GOOD, TOLERANCE)], (Reported(Moment(6.0)),), False),
            (
                [
                    BenchmarkRead(Moment(5), GOOD, TOLERANCE),
                    BenchmarkRead(Moment(6), BAD, TOLERANCE),
                ],
                (),
                False,
            ),
        ]
        for reads, knocks, stands in table:
            self.assertIs(doubt_of(SetUpRecord(tuple(reads), knocks), EIGHTHS).stands, stands)


class BacksightsThatDisagree(TestCase):
    """They put a set-up in doubt from its first reading, until one of them is struck."""

    KIT = Kit(0.001, 0.0015, 0.003175, 0.5)

    def test_two_inches_apart_doubt_every_reading_and_no_re_read_clears_them(self) -> None:
        apart = Disagreeing(Length.from_inches(2), Length.from_inches("0.125"))
        good = BenchmarkRead(Moment(9.0), GOOD, TOLERANCE)
        again = Agreement(Moment(5.0), GOOD, TOLERANCE)
        doubt = doubt_of(SetUpRecord((good,), (), (again,), apart), EIGHTHS)
        self.assertFalse(doubt.stands)
        self.assertTrue(all(doubt.holds(Moment(moment)) for moment in (-5.0, 0.0, 5.0, 9.0, 99.0)))
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
        self.assertTrue(doubt.holds(Moment(0.0)))

    def test_what_stands_on_a_retired_benchmark_is_in_doubt_whatever_was_read_again(self) -> None:
        good = BenchmarkRead(Moment(100.0), GOOD, TOLERANCE, "BM1")
        doubt = doubt_of(SetUpRecord(reads=(good,), lost=("BM1", "BM2")), EIGHTHS)
        self.assertTrue(all(doubt.holds(Moment(moment)) for moment in (-5.0, 99.0, 101.0)))
        self.assertFalse(doubt.stands)
        self.assertTrue(doubt.why.startswith("It stands on BM1 and BM2, which are retired."))
        one = doubt_of(SetUpRecord(reads=(good,), lost=("BM1",)), EIGHTHS)
        self.assertTrue(one.why.startswith("It stands on BM1, which is retired."))
        self.assertEqual(doubt_of(SetUpRecord(reads=(good,)), EIGHTHS).spans, ())

    def test_the_reason_names_the_point_what_it_read_and_what_is_allowed(self) -> None:
        failed = BenchmarkRead(Moment(5.0), metres("-0.01"), TOLERANCE, "BM2")
        why = doubt_of(SetUpRecord((failed,)), Style.from_code("mm")).why
        self.assertEqual(why, "BM2 read 10 mm low when it was read again; 3 mm is allowed.")
        close = BenchmarkRead(Moment(5.0), metres("0.0033"), TOLERANCE, "BM2")
        why = doubt_of(SetUpRecord((close,)), Style.from_code("mm")).why
        self.assertEqual(why, "BM2 read 3.3 mm high when it was read again; 3.0 mm is allowed.")
        knocked = doubt_of(SetUpRecord(knocks=(Reported(Moment(4.0)),)), EIGHTHS)
        self.assertIn("has not been read again since", knocked.why)
        before = BenchmarkRead(Moment(3.0), GOOD, TOLERANCE, "BM1")
        still = doubt_of(SetUpRecord((before,), (Reported(Moment(4.0)),)), EIGHTHS)
        self.assertIn("has not been read again since", still.why)

    def test_a_knock_read_again_by_a_clock_nobody_knows_says_what_is_true(self) -> None:
        """The read may lie anywhere within two hours of the knock: it stays in doubt."""
        unsure = BenchmarkRead(Moment(3600.0, 7200.0, "phone"), GOOD, TOLERANCE, "BM1", 9e9)
        record = SetUpRecord((unsure,), (Reported(Moment(3000.0), 3000.0),))
        doubt = doubt_of(record, EIGHTHS)
        self.assertFalse(doubt.stands)
        self.assertIn("BM1 was read again and is good, but by a clock nobody knows", doubt.why)
        self.assertIn("Read it once more", doubt.why)
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
