"""The one time that counts: phones that are off, set anew, away all day, or set on purpose."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.clocks import (
    LEAST_GIVE,
    LONG_AGO,
    NEVER,
    NEXT,
    Bounds,
    Moment,
    Stamp,
    came_in_late,
    moment_that_counts,
)

HOUR, DAY = 3600.0, 86_400.0
NOON = 1_780_000_000.0
seconds = st.floats(NOON - 30 * DAY, NOON + 30 * DAY)
offs = st.none() | st.floats(-400 * DAY, 400 * DAY)


def phone(said: float, arrived: float, off: float | None = 0.0, sent: float | None = None) -> Stamp:
    """Return the stamp of a phone that sends at once, unless it says when."""
    now = arrived + (off or 0.0) if sent is None else sent
    return Stamp(said=said, arrived=arrived, sent=now, clock_off=off, clock="a")


class OnePhone(TestCase):
    """What one phone's clock is worth."""

    def test_a_clock_that_is_right_is_taken_at_its_word(self) -> None:
        self.assertEqual(
            moment_that_counts(phone(NOON, NOON + 1), Bounds()), Moment(NOON, LEAST_GIVE, "a")
        )

    def test_a_clock_that_is_off_is_put_right(self) -> None:
        for off in (-90.0, 7 * HOUR, 365 * DAY):
            counts = moment_that_counts(phone(NOON + off, NOON + 1, off), Bounds())
            self.assertEqual(counts, Moment(NOON, LEAST_GIVE, "a"))

    def test_a_phone_that_was_away_all_day_sends_when_it_was(self) -> None:
        evening = NOON + 8 * HOUR
        for off in (None, 0.0, 600.0):
            late = phone(NOON + (off or 0), evening, off, evening + (off or 0))
            self.assertEqual(moment_that_counts(late, Bounds()), Moment(NOON, LEAST_GIVE, "a"))

    def test_a_clock_set_anew_while_it_was_away_may_be_off_by_that(self) -> None:
        """It was an hour ahead when it was compared; by the evening somebody had put it right."""
        said, evening = NOON + HOUR, NOON + 8 * HOUR
        away = phone(said, evening, HOUR, evening)
        self.assertEqual(moment_that_counts(away, Bounds()), Moment(NOON, HOUR, "a"))

    def test_a_client_that_says_nothing_of_its_clock_may_have_made_it_anytime(self) -> None:
        stamp = Stamp(said=NOON - HOUR, arrived=NOON, clock="a")
        counts = moment_that_counts(stamp, Bounds(earliest=NOON - 3 * HOUR))
        self.assertEqual(counts, Moment(NOON, 3 * HOUR, "a"))

    def test_what_the_server_records_itself_stands_as_it_is(self) -> None:
        own = Stamp(said=NOON, arrived=NOON + DAY)
        self.assertEqual(moment_that_counts(own, Bounds()), Moment(NOON))

    @given(seconds, seconds, offs, offs, seconds)
    def test_nothing_lies_in_the_future_or_before_what_it_rests_on(
        self, said: float, arrived: float, off: float | None, sent: float | None, since: float
    ) -> None:
        at = None if sent is None else arrived + sent
        counts = moment_that_counts(phone(said, arrived, off, at), Bounds(earliest=since))
        self.assertLessEqual(counts.seconds, arrived)
        self.assertGreaterEqual(counts.seconds, min(since, arrived))
        self.assertGreaterEqual(counts.give, LEAST_GIVE)

    def test_a_date_of_2099_is_now_and_one_of_the_year_1_is_the_set_up(self) -> None:
        set_up = Bounds(earliest=NOON - HOUR)
        ahead = phone(NOON + 73 * 365 * DAY, NOON)
        self.assertEqual(moment_that_counts(ahead, set_up).seconds, NOON)
        behind = phone(NOON - 2000 * 365 * DAY, NOON)
        self.assertEqual(moment_that_counts(behind, set_up).seconds, NOON - HOUR)

    def test_its_own_order_is_kept_whatever_its_clock_says(self) -> None:
        first = moment_that_counts(phone(NOON, NOON), Bounds())
        earlier = phone(NOON - HOUR, NOON + 5)
        second = moment_that_counts(earlier, Bounds(after=first.seconds))
        self.assertEqual(second.seconds, NOON + NEXT)
        self.assertTrue(second.is_surely_behind(first))
        held_up = moment_that_counts(phone(NOON + 3, NOON + 9), Bounds(before=first.seconds))
        self.assertTrue(held_up.is_surely_by(first))


class TwoPhones(TestCase):
    """Order between two clocks is only what both allow."""

    def test_on_one_clock_a_hair_is_enough_and_between_two_it_is_not(self) -> None:
        first, second = Moment(NOON, 2.0, "a"), Moment(NOON + 3.9, 2.0, "a")
        other = Moment(NOON + 3.9, 2.0, "b")
        self.assertTrue(second.is_surely_behind(first))
        self.assertTrue(first.is_surely_by(second))
        self.assertFalse(other.is_surely_behind(first))
        self.assertFalse(first.is_surely_by(other))
        later = Moment(NOON + 4.1, 2.0, "b")
        self.assertTrue(later.is_surely_behind(first))
        self.assertTrue(first.is_surely_by(later))

    def test_at_the_same_moment_of_one_clock_it_is_by_and_not_behind(self) -> None:
        one = Moment(NOON, 5.0, "a")
        self.assertTrue(one.is_surely_by(one))
        self.assertFalse(one.is_surely_behind(one))

    @given(seconds, seconds, st.floats(0, DAY), st.floats(0, DAY), st.sampled_from("ab"))
    def test_nothing_is_surely_both(
        self, one: float, other: float, give: float, its: float, clock: str
    ) -> None:
        first, second = Moment(one, give, "a"), Moment(other, its, clock)
        self.assertFalse(first.is_surely_by(second) and first.is_surely_behind(second))
        self.assertFalse(first.is_surely_behind(second) and second.is_surely_behind(first))

    def test_long_ago_and_never_are_surely_so(self) -> None:
        for clock in ("", "a"):
            now = Moment(NOON, 2.0, clock)
            self.assertTrue(now.is_surely_behind(LONG_AGO))
            self.assertTrue(now.is_surely_by(NEVER))
            self.assertFalse(now.is_surely_by(LONG_AGO))
            self.assertFalse(now.is_surely_behind(NEVER))

    def test_late_is_what_lies_before_something_known_and_came_in_behind_it(self) -> None:
        failed, known = Moment(NOON, 2, "a"), NOON + 60
        for shot, arrived, is_late in (
            (Moment(NOON - HOUR, 2, "b"), NOON + 61, True),
            (Moment(NOON - HOUR, 2, "b"), NOON + 60, False),
            (Moment(NOON + 3.9, 2, "b"), NOON + 61, True),
            (Moment(NOON + 4.1, 2, "b"), NOON + 61, False),
            (Moment(NOON + NEXT, 2, "a"), NOON + 61, False),
        ):
            with self.subTest(shot):
                self.assertIs(came_in_late(shot, arrived, failed, known), is_late)
