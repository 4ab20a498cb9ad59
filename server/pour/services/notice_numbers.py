"""The numbers of a customer's notice, and what changed of them since it was sent."""

from __future__ import annotations

from typing import NamedTuple, TypedDict, cast

from core.options import price_of_extra
from server.fieldbook.pegs import FoundPoint, OwnPegs
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan
from server.pour.services.take_off import TakeOff
from server.shown import show, show_money, volume_unit_text


class ShotThickness(TypedDict):
    """A shot that proves the numbers: the slab's thickness over it."""

    point: str
    thickness: str


class NoticeNumbers(TypedDict):
    """What a customer is told: each amount as it is read, with its unit.

    ``rate`` is the price of a unit of concrete and ``price`` what the extra comes to, both in
    the currency the job is priced in.
    """

    nominal_thickness: str
    nominal_volume: str
    volume: str
    extra: str
    sure_within: str
    rests_on: str
    thinnest: str
    thickest: str
    rate: str
    price: str
    shots: list[ShotThickness]


def rests_on(shots: int) -> str:
    """Say in one plain sentence what the numbers rest on."""
    return (
        f"The amount rests on {shots} readings of the stone under the slab; the range says how far "
        "the readings, and the stone between them, may be off in about 95 of 100 cases."
    )


class Rate(NamedTuple):
    """What a unit of the extra costs, and in what."""

    amount: float
    currency: str


NAMES = {
    "extra": "The extra",
    "volume": "The volume",
    "nominal_thickness": "The nominal thickness",
    "nominal_volume": "The nominal volume",
    "rate": "The rate",
    "price": "The price",
}


def notice_numbers(
    plan: JobPlan, floor: Floor, own: OwnPegs, rate: Rate, taken: TakeOff | None
) -> NoticeNumbers | None:
    """Return a floor's numbers at a rate from its take-off; None while its shots make none."""
    style = plan.style
    if taken is None:
        return None
    price = price_of_extra(taken["extra"]["value"], rate.amount)
    return {
        "nominal_thickness": show(floor.thickness, style)["text"],
        "nominal_volume": taken["nominal_volume"]["text"],
        "volume": taken["volume"]["text"],
        "extra": taken["extra"]["text"],
        "sure_within": taken["sure_text"],
        "rests_on": rests_on(len(own.found)),
        "thinnest": taken["thinnest"]["thickness"]["text"],
        "thickest": taken["thickest"]["thickness"]["text"],
        "rate": f"{show_money(rate.amount, rate.currency)} a {volume_unit_text(style)}",
        "price": show_money(price, rate.currency),
        "shots": [shot_thickness(plan, floor, one) for one in own.found],
    }


def shot_thickness(plan: JobPlan, floor: Floor, found: FoundPoint) -> ShotThickness:
    """Return the slab's thickness over a shot, in words."""
    thickness = plan.surfaces(floor.pk).over(found.point.place).thickness_over(found.elevation)
    return {"point": found.point.name, "thickness": show(thickness, plan.style)["text"]}


def changed_since(kept: NoticeNumbers, now: NoticeNumbers | None) -> str:
    """Say what of a notice's numbers is not as it was; empty while they all stand."""
    if now is None:
        return "The stone it rests on was graded anew or its shots were struck."
    for key, name in NAMES.items():
        before, after = (cast("dict[str, str]", numbers)[key] for numbers in (kept, now))
        if before != after:
            return f"{name} was {before}; it is {after} now."
    before_shots, after_shots = (
        {shot["point"]: shot["thickness"] for shot in numbers["shots"]} for numbers in (kept, now)
    )
    changed = [
        point
        for point in {**before_shots, **after_shots}
        if before_shots.get(point) != after_shots.get(point)
    ]
    return f"Shots changed at {', '.join(changed[:5])}." if changed else ""
