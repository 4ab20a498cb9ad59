"""Up to when a set-up's readings are proven, and what is no number."""

from __future__ import annotations

from collections.abc import Callable
from math import inf, nan
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.clocks import LONG_AGO, Moment
from core.design import FrostCover
from core.errors import OutOfRange
from core.lengths import Elevation, Length
from core.orders import concrete_order, order_together, with_waste
from core.pours import loads_of, minutes_between_trucks
from core.setups import Agreement, BenchmarkRead, proven_until, told_apart
from core.surfaces import band_levels
from core.tests.worked import metres

ALLOWED = metres("0.003")


def read(minute: float, off: str = "0", give: float = 0.0, clock: str = "") -> BenchmarkRead:
    """Return the benchmark read again at a minute, so far off."""
    return BenchmarkRead(Moment(60 * minute, give, clock), metres(off), ALLOWED)


def at(*minutes: float) -> list[Moment]:
    """Return readings at minutes."""
    return [Moment(60.0 * minute) for minute in minutes]


def again(minute: float, off: str = "0") -> Agreement:
    """Return a reading of a minute whose point was shot again from a proven set-up."""
    return Agreement(Moment(60 * minute), metres(off), ALLOWED)


class Proven(TestCase):
    """By its own last good re-read, or by an early and a late point shot again."""

    def test_table(self) -> None:
        readings = at(1, 2, 3, 4, 11, 12, 13, 14)
        table: list[tuple[str, list[BenchmarkRead], list[Agreement], float | None]] = [
            ("never read again", [], [], None),
            ("its backsight alone proves nothing, a read does", [read(5)], [], 5),
            ("the last good one counts", [read(5), read(9), read(20, "0.02")], [], 9),
            ("a read that is off proves nothing", [read(5, "0.0031")], [], None),
            ("just within", [read(5, "0.003")], [], 5),
            ("an early and a late one agree", [], [again(2), again(13)], 13),
            ("two late ones agree", [], [again(12), again(13)], None),
            ("two early ones agree", [], [again(1), again(2)], None),
            ("one alone", [], [again(13)], None),
            ("one of three moved", [], [again(2), again(12), again(14, "0.02")], None),
            ("what was proven before asks no early one", [read(5)], [again(2), again(14)], 5),
            ("early and late of those behind the read", [read(5)], [again(11), again(14)], 14),
        ]
        for name, reads, agreements, minute in table:
            with self.subTest(name):
                until = proven_until(reads, readings, agreements)
                expected = LONG_AGO if minute is None else Moment(60.0 * minute)
                self.assertEqual(until, expected)

    def test_one_reading_has_no_early_and_late(self) -> None:
        self.assertEqual(proven_until([], at(3), [again(3)]), LONG_AGO)

    def test_a_clock_nobody_knows_counts_from_the_earliest(self) -> None:
        unsure = read(30, give=1500.0, clock="other")
        self.assertEqual(proven_until([read(10), unsure], at(1), []), read(10).moment)

    @given(st.lists(st.floats(0, 100), max_size=6), st.floats(0, 100))
    def test_another_good_read_never_takes_proof_away(
        self, minutes: list[float], more: float
    ) -> None:
        reads = [read(minute) for minute in minutes]
        before = proven_until(reads, at(1, 2), [])
        after = proven_until([*reads, read(more)], at(1, 2), [])
        self.assertGreaterEqual(after.earliest, before.earliest)

    def test_what_can_be_told_apart(self) -> None:
        self.assertEqual(told_apart(ALLOWED, 0.001, 0.001), ALLOWED)
        self.assertEqual(told_apart(ALLOWED, 0.003, 0.004), metres("0.005"))


class NoNumbers(TestCase):
    """What is no number is refused in words, and nothing hangs on it."""

    def test_each_is_refused(self) -> None:
        calls: tuple[Callable[[float], object], ...] = (
            Length.from_float,
            lambda x: band_levels(0.1, x, 0.005),
            lambda x: band_levels(x, 0.1, 0.005),
            lambda x: band_levels(0.0, 0.1, x),
            lambda x: loads_of(x, 8.0),
            lambda x: loads_of(8.0, x),
            lambda x: minutes_between_trucks(x, 10.0),
            lambda x: minutes_between_trucks(8.0, x),
            lambda x: with_waste(x, 0.05),
            lambda x: with_waste(4.0, x),
            lambda x: concrete_order(4.0, 0.05, x),
            lambda x: order_together([4.0], x),
        )
        for call in calls:
            for number in (nan, inf, -inf):
                with self.assertRaises(OutOfRange):
                    call(number)

    def test_bands_of_a_vast_range_are_found_at_once(self) -> None:
        levels = band_levels(0.0, 1e12, 0.001)
        self.assertLessEqual(len(levels), 14)
        self.assertTrue(levels[0] <= 0.0 <= levels[-1])

    def test_an_order_is_rounded_up_once(self) -> None:
        self.assertEqual(order_together([with_waste(0.26, 0.1)] * 8, 0.25), 2.5)
        self.assertEqual(sum(concrete_order(0.26, 0.1, 0.25) for _ in range(8)), 4.0)
        self.assertEqual(order_together([], 0.25), 0.0)
        self.assertEqual(with_waste(-1.0, 0.1), 0.0)


class Frost(TestCase):
    """A footing's bottom below the finished grade."""

    def test_worked_figures(self) -> None:
        """Grade 60.200, frost depth 1.050: the bottom lies at 59.150 or lower."""
        cover = FrostCover(Elevation.from_metres("60.200"), metres("1.050"))
        for bottom, short in (("59.250", "0.100"), ("59.151", "0.001"), ("59.150", None)):
            expected = metres(short) if short else None
            self.assertEqual(cover.short_by(Elevation.from_metres(bottom)), expected)
        self.assertEqual(cover.missing(), ())

    def test_what_is_missing(self) -> None:
        grade, depth = Elevation(0), metres("1")
        self.assertEqual(FrostCover(None, None).missing(), ("frost depth",))
        self.assertEqual(FrostCover(None, depth).missing(), ("finished grade",))
        self.assertEqual(FrostCover(grade, None).missing(), ("frost depth",))
        inside = FrostCover(None, Length(0))
        self.assertEqual((inside.missing(), inside.short_by(grade)), ((), None))
        self.assertIsNone(FrostCover(None, depth).short_by(grade))
        with self.assertRaises(OutOfRange):
            FrostCover(None, metres("-0.1"))
