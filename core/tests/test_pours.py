"""Go or hold, and the run sheet."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import OutOfRange
from core.pours import (
    USUAL_STEPS,
    AcceptedFault,
    CheckLine,
    Fault,
    FaultKind,
    Identity,
    Question,
    Side,
    as_shown,
    decide,
    listed,
    loads_of,
    minutes_between_trucks,
    run_sheet,
)

identities = st.builds(
    Identity,
    st.sampled_from(Question),
    st.sampled_from([FaultKind.OFF, FaultKind.NOT_SHOT]),
    st.sampled_from(["A", "B", "C"]),
    st.sampled_from(Side),
)
sizes = st.integers(0, 100).map(lambda n: n / 1000)
faults = st.lists(
    st.builds(Fault, identities, st.sampled_from(["one", "other"]), sizes, sizes),
    max_size=12,
    unique_by=lambda fault: fault.identity,
)


def as_lines(found: list[Fault]) -> list[CheckLine]:
    """Return faults as the lines they stand in."""
    return [
        CheckLine(question, tuple(one for one in found if one.question is question), "")
        for question in Question
    ]


def accepted(found: Iterable[Fault]) -> list[AcceptedFault]:
    """Return faults as they are accepted."""
    return [AcceptedFault(one.identity, one.amount, one.give) for one in found]


class Deciding(TestCase):
    """A pour goes when no fault holds that nobody lifted."""

    @given(faults)
    def test_it_goes_when_every_fault_is_lifted_however_it_is_worded(
        self, found: list[Fault]
    ) -> None:
        self.assertEqual(set(decide(as_lines(found), ()).holding), set(found))
        reworded = [replace(one, says=f"{one.says} more") for one in found]
        self.assertTrue(decide(as_lines(reworded), accepted(found)).is_go)

    @given(faults, st.data())
    def test_mending_one_lifts_no_other_and_nothing_new_is_lifted(
        self, found: list[Fault], data: st.DataObject
    ) -> None:
        shown = data.draw(st.lists(st.sampled_from(found), unique=True)) if found else []
        left = decide(as_lines(found), accepted(shown)).holding
        self.assertEqual(set(left), set(found) - set(shown))
        mended = found[1:]
        self.assertEqual(
            set(decide(as_lines(mended), accepted(shown)).holding), set(mended) - set(shown)
        )

    @given(faults, sizes, sizes)
    def test_what_got_worse_by_more_than_can_be_told_apart_holds_again(
        self, found: list[Fault], more: float, give: float
    ) -> None:
        worse = [replace(one, amount=one.amount + more, give=give) for one in found]
        left = set(decide(as_lines(worse), accepted(found)).holding)
        for before, now in zip(found, worse, strict=True):
            self.assertEqual(now in left, more > min(before.give, give) + 1e-9)

    def test_the_other_side_the_other_task_and_the_other_point_are_others(self) -> None:
        high = Identity(Question.POINTS, FaultKind.OFF, "A", Side.HIGH)
        lifted = [AcceptedFault(high, 0.01, 0.002)]
        for other in (
            replace(high, side=Side.LOW),
            replace(high, about="B"),
            replace(high, kind=FaultKind.NOT_SHOT),
            replace(high, question=Question.DEPTHS),
        ):
            line = CheckLine(other.question, (Fault(other, "", 0.001),), "")
            self.assertFalse(decide([line], lifted).is_go, other)

    @given(faults, faults)
    def test_what_is_accepted_is_what_was_shown_and_holds_and_no_more_of_it(
        self, now: list[Fault], shown: list[Fault]
    ) -> None:
        standing = {one.identity: one for one in now}
        for one in as_shown(now, accepted(shown)):
            self.assertIn(one.identity, {other.identity for other in shown})
            self.assertLessEqual(one.amount, standing[one.identity].amount)
            self.assertLessEqual(one.give, standing[one.identity].give)

    def test_of_many_reasons_the_first_are_named_and_the_rest_counted(self) -> None:
        thin = [f"P{n}." for n in range(500)]
        reason = listed(thin)
        self.assertEqual(reason.split(" And ")[0], " ".join(thin[:12]))
        self.assertTrue(reason.endswith("And 488 more."))
        self.assertEqual(listed(thin[:12]), " ".join(thin[:12]))
        self.assertTrue(listed(thin[:13], "; ").endswith("; And 1 more."))


class Running(TestCase):
    """Counted back from the pour, and on through its trucks."""

    def test_a_truck_that_is_full_to_the_brim_is_one(self) -> None:
        for ordered, loads in ((0.0, 0), (0.01, 1), (8.0, 1), (8.01, 2), (16.0, 2), (16.25, 3)):
            self.assertEqual(loads_of(ordered, 8.0), loads, ordered)

    @given(st.floats(0.1, 100), st.floats(1, 12), st.floats(1, 40))
    def test_trucks_hold_what_is_ordered_at_the_crews_pace(
        self, ordered: float, truck: float, rate: float
    ) -> None:
        steps = run_sheet(ordered, truck, rate)
        trucks = [step for step in steps if step.what.startswith("Truck")]
        self.assertTrue((len(trucks) - 1) * truck < ordered <= len(trucks) * truck + 1e-6)
        self.assertEqual(list(steps), sorted(steps, key=lambda step: -step.before))
        self.assertEqual(trucks[0].before, 0)

    def test_what_is_done_before_is_counted_back_from_the_pour(self) -> None:
        before = {step.what.split(";")[0].rstrip("."): step.before for step in USUAL_STEPS}
        self.assertEqual(
            before,
            {
                "Check the instrument": 1440,
                "Call the inspector": 1080,
                "Last call to the supplier: amount, first truck, spacing": 120,
                "Set up": 45,
                "Shoot forms and screed points once more": 30,
            },
        )
        trucks = run_sheet(20.0, 8.0, 16.0)[len(USUAL_STEPS) :]
        self.assertEqual([step.before for step in trucks], [0, -30, -60])
        self.assertEqual(trucks[1].what, "Truck 2 of 3.")

    def test_spacing(self) -> None:
        self.assertEqual(minutes_between_trucks(8.0, 16.0), 30.0)
        self.assertEqual(run_sheet(0.0, 8.0, 16.0), USUAL_STEPS)
        (truck,) = [step for step in run_sheet(1e-10, 8.0, 16.0) if "Truck" in step.what]
        self.assertEqual(truck.what, "Truck 1 of 1.")
        self.assertRaises(OutOfRange, minutes_between_trucks, 0.0, 16.0)
        self.assertRaises(OutOfRange, minutes_between_trucks, 8.0, 0.0)
