"""The run sheet counted back from the pour: what to do when, and the trucks (section 12)."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil

from core.errors import OutOfRange


@dataclass(frozen=True, slots=True)
class RunStep:
    """Something to do so many minutes before the pour; minus is after its start."""

    before: int
    what: str


USUAL_STEPS = (
    RunStep(24 * 60, "Check the instrument; charge laser, receiver and phones."),
    RunStep(18 * 60, "Call the inspector; lay out rebar caps and water for skin and eyes."),
    RunStep(120, "Last call to the supplier: amount, first truck, spacing."),
    RunStep(45, "Set up; read the benchmark again."),
    RunStep(30, "Shoot forms and screed points once more; wet the stone."),
)


def minutes_between_trucks(truck: float, rate: float) -> float:
    """Return the minutes a crew takes to place a truck; volumes in one unit, rate an hour.

    Raises :class:`OutOfRange` for a truck or a rate that is none.
    """
    if truck <= 0 or rate <= 0:
        raise OutOfRange(
            f"{truck:g} a truck, {rate:g} an hour",
            "Both are more than 0.",
            "A truck holds 8 to 10 yd³ (6 to 8 m³); a crew places 10 to 25 yd³ an hour.",
        )
    return truck / rate * 60


def run_sheet(ordered: float, truck: float, rate: float) -> tuple[RunStep, ...]:
    """Return what to do and when, trucks by their spacing; the last truck takes the rest."""
    spacing = minutes_between_trucks(truck, rate)
    loads = max(1, ceil(ordered / truck - 1e-9)) if ordered > 0 else 0
    trucks = tuple(RunStep(-round(n * spacing), f"Truck {n + 1} of {loads}.") for n in range(loads))
    return (*USUAL_STEPS, *trucks)
