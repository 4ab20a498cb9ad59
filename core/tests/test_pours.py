"""Go or hold, and the run sheet."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import OutOfRange
from core.pours import (
    USUAL_STEPS,
    CheckLine,
    Question,
    decide,
    listed,
    loads_of,
    minutes_between_trucks,
    run_sheet,
)

lines = st.lists(
    st.builds(CheckLine, st.sampled_from(Question), st.booleans(), st.sampled_from(["a", "b"])),
    max_size=12,
    unique_by=lambda line: line.question,
)


class Deciding(TestCase):
    """A pour goes when no line holds that nobody lifted."""

    @given(lines)
    def test_it_goes_when_every_hold_is_lifted_for_what_it_says(
        self, found: list[CheckLine]
    ) -> None:
        held = {line.question: line.reason for line in found if not line.is_go}
        self.assertEqual(set(decide(found, {}).holds), set(held))
        self.assertTrue(decide(found, held).is_go)
        changed = {question: f"{reason} more" for question, reason in held.items()}
        self.assertEqual(set(decide(found, changed).holds), set(held))

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
