"""The run sheet counted back from the pour: what to do when, and the trucks (section 12)."""

from __future__ import annotations

from dataclasses import dataclass
from math import ceil

from core.errors import OutOfRange, require_finite


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
    require_finite("a truck's load or what is placed an hour", truck, rate)
    if truck <= 0 or rate <= 0:
        raise OutOfRange(
            f"{truck:g} a truck, {rate:g} an hour",
            "Both are more than 0.",
            "A truck holds 8 to 10 yd³ (6 to 8 m³); a crew places 10 to 25 yd³ an hour.",
        )
    return truck / rate * 60


def loads_of(ordered: float, truck: float) -> int:
    """Return how many trucks an order comes in; a load that is full to the brim is one.

    Both are in the same unit of volume.

    >>> loads_of(16.0, 8.0), loads_of(16.25, 8.0), loads_of(0.0, 8.0)
    (2, 3, 0)
    """
    require_finite("an amount of concrete", ordered, truck)
    return max(1, ceil(ordered / truck - 1e-9)) if ordered > 0 else 0


def run_sheet(ordered: float, truck: float, rate: float) -> tuple[RunStep, ...]:
    """Return what to do and when, trucks by their spacing; the last truck takes the rest."""
    spacing = minutes_between_trucks(truck, rate)
    loads = loads_of(ordered, truck)
    trucks = tuple(RunStep(-round(n * spacing), f"Truck {n + 1} of {loads}.") for n in range(loads))
    return (*USUAL_STEPS, *trucks)
