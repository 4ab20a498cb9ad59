"""Section 12 line by line: the worst site that must hold, and the plainest that must go."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from core.instruments import (
    BOTH_AXES,
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
    found_out_of_true,
    two_peg,
)
from core.lengths import Length
from core.piers import HoleDepths
from core.pours import (
    FloorFact,
    Question,
    decide,
    lines_of,
    needed_of,
)
from core.tests.pour_site import (
    DAY,
    FLOOR,
    FORM,
    NOW,
    PAD,
    PIERS,
    SITE,
    checked,
    inches,
    laser,
    ordered,
    said,
    shot,
    stone,
    with_answer,
    with_floor,
)
from core.tests.worst_sites import EIGHT_PADS, GOES, HOLDS, PILES, begun, of_forms, only, shown

Q = Question


class WorstSites(TestCase):
    """Each row of section 12."""

    def test_the_worst_site_holds(self) -> None:
        for name, question, why, change in HOLDS:
            with self.subTest(name):
                lines = {line.question: line for line in lines_of(change(SITE))}
                self.assertIn(question, lines)
                self.assertFalse(lines[question].is_go, lines[question])
                self.assertIn(why, lines[question].reason)

    def test_the_plainest_site_goes(self) -> None:
        for name, change in GOES:
            with self.subTest(name):
                held = [line for line in lines_of(change(SITE)) if not line.is_go]
                self.assertEqual(held, [])

    def test_only_what_can_bite_is_asked(self) -> None:
        always = [Q.INSTRUMENT, Q.BENCHMARK, Q.DOUBT, Q.POINTS, Q.AGE]
        of_floors = [Q.STONE, Q.THIN, Q.CONCRETE, Q.EXTRA, Q.INSPECTION, Q.STRIP]
        for change, asked in (
            (only(PIERS), [*always, Q.CONCRETE, Q.DEPTHS, Q.INSPECTION]),
            (only(PILES), [*always, Q.INSPECTION]),
            (only(PAD), [*always, Q.CONCRETE, Q.OVER_DIG, Q.DEPTHS, Q.INSPECTION]),
            (lambda s: replace(s, elements=(FORM,)), [*always, *of_floors]),
        ):
            self.assertEqual([line.question for line in lines_of(change(SITE))], asked)

    def test_concrete_is_rounded_up_once_for_all_that_is_poured_together(self) -> None:
        site = only(*EIGHT_PADS)(SITE)
        self.assertEqual(needed_of(site), 2.5)
        unknown = replace(PAD, concrete=None)
        self.assertIsNone(needed_of(only(PAD, unknown)(SITE)))

    def test_a_hold_lifted_for_one_point_covers_no_worse_one(self) -> None:
        """1/2 in at one point is lifted; it is mended, and another point is 3 in off."""
        half = replace(FORM.points[1], shot=shot("0.5"))
        before = of_forms(FORM.points[0], half)(SITE)
        lifted = shown(before)
        other = of_forms(replace(FORM.points[0], shot=shot("3")), FORM.points[1])(SITE)
        first, second = (lines_of(site)[3].reason for site in (before, other))
        self.assertEqual(first, second, "both say the same sentence")
        self.assertFalse(decide(lines_of(other), lifted).is_go)

    def test_the_fourteenth_thin_spot_may_not_get_thinner_unseen(self) -> None:
        thin = tuple(stone(0, 4, name=str(n)) for n in range(14))
        site = with_floor(stone=thin)(SITE)
        lifted = shown(site)
        self.assertTrue(decide(lines_of(site), lifted).is_go)
        worse = with_floor(stone=(*thin[:13], replace(thin[13], thickness=inches(1))))(SITE)
        self.assertEqual(
            [fault.identity.about for fault in decide(lines_of(worse), lifted).holding],
            [thin[13].point.key],
        )

    def test_a_lifted_re_read_is_good_for_one_more_limit(self) -> None:
        late = begun(2)(SITE)
        lifted = shown(late)
        self.assertTrue(decide(lines_of(late), lifted).is_go)
        self.assertTrue(decide(lines_of(begun(2.9)(SITE)), lifted).is_go)
        self.assertFalse(decide(lines_of(begun(3.1)(SITE)), lifted).is_go)

    def test_a_bad_answer_that_was_lifted_lifts_no_other(self) -> None:
        site = with_answer("inspection", said("failed: rebar", False))(SITE)
        lifted = shown(site)
        self.assertTrue(decide(lines_of(site), lifted).is_go)
        other = with_answer("inspection", said("failed: depth", False))(SITE)
        self.assertFalse(decide(lines_of(other), lifted).is_go)

    def test_a_unit_that_changed_lifts_no_larger_amount(self) -> None:
        """2 m³ short is more than the 2 yd³ that were lifted."""
        lifted = shown(with_answer("ordered", ordered("4"))(SITE))
        metric = replace(SITE, unit="m³", cubic_metres=1.0)
        short = with_answer("ordered", ordered("4", unit="m³"))(metric)
        self.assertFalse(decide(lines_of(short), lifted).is_go)


class FoundOutOfTrue(TestCase):
    """What the next conclusive check says of what was read before it."""

    def record(self, *checks: MadeCheck) -> InstrumentRecord:
        return laser(*checks).record

    def test_only_the_next_conclusive_check_counts(self) -> None:
        bad, vague = checked(1, gap=0.08), checked(2, gap=0.004)
        for checks, moment, slope in (
            ((), NOW - 3 * DAY, None),
            ((bad,), NOW - 3 * DAY, 0.002),
            ((bad,), NOW, None),
            ((vague, bad), NOW - 3 * DAY, 0.002),
            ((checked(2), bad), NOW - 3 * DAY, None),
            ((checked(2, axes=frozenset([next(iter(BOTH_AXES))])), bad), NOW - 3 * DAY, 0.002),
        ):
            self.assertEqual(found_out_of_true(self.record(*checks), moment), slope)

    def test_a_check_whose_clock_nobody_knows_may_be_the_next(self) -> None:
        bad = replace(checked(3, gap=0.08), latest=NOW)
        self.assertEqual(found_out_of_true(self.record(bad), NOW - DAY), 0.002)
        passed = replace(checked(3), latest=NOW - DAY / 2)
        later = checked(0.1, gap=0.08)
        self.assertEqual(found_out_of_true(self.record(passed, later), NOW - DAY), 0.002)

    def test_an_optical_level_has_one_axis(self) -> None:
        check = MadeCheck(NOW, two_peg((1.5, 1.4), (1.6, 1.49), (3.0, 33.0), 0.001))
        record = InstrumentRecord(InstrumentKind.OPTICAL_LEVEL, 0.0001, (check,))
        self.assertAlmostEqual(found_out_of_true(record, NOW - DAY) or 0.0, 0.01 / 30)

    def test_depths_of_a_row_are_its_own(self) -> None:
        row = replace(PIERS, depths=HoleDepths(Length(0), Length(0)))
        self.assertTrue(all(line.is_go for line in lines_of(only(row)(SITE))), row)

    def test_a_floor_is_known_by_its_key(self) -> None:
        twin = FloorFact("g", "Bay", (), concrete=0.0)
        lifted = shown(replace(SITE, floors=(*SITE.floors, twin)))
        without = replace(SITE, floors=(replace(FLOOR, stone=()),))
        self.assertFalse(decide(lines_of(without), lifted).is_go)
