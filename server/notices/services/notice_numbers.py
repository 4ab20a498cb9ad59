"""What a notice says: the figures it stands or falls by, and the numbers a customer reads."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Literal, NamedTuple, TypedDict

from core.lengths import metres_text
from core.options import price_of_extra
from server.common.shown import show, show_money, volume_unit, volume_unit_text
from server.concrete.services.take_off import TakeOff
from server.fieldbook.pegs import FoundPoint, OwnPegs
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan

Compared = Literal["extra", "volume", "nominal_thickness", "nominal_volume", "rate"]


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


class Figures(TypedDict):
    """What a notice stands for, as data: it is void once one of them is another.

    Volumes are cubic meters, thicknesses meters as exact texts, ``shots`` by their points' keys.
    """

    nominal_thickness: str
    nominal_volume: float
    volume: float
    extra: float
    rate: float
    currency: str
    shots: dict[str, str]


class NoticeContent(NamedTuple):
    """A notice's figures, the numbers a customer reads, and what its points are called."""

    figures: Figures
    numbers: NoticeNumbers
    names: Mapping[str, str] = MappingProxyType({})


NAMES: tuple[tuple[Compared, str], ...] = (
    ("extra", "The extra"),
    ("volume", "The volume"),
    ("nominal_thickness", "The nominal thickness"),
    ("nominal_volume", "The nominal volume"),
    ("rate", "The rate"),
)
#: Volumes and rates that differ by less are the same: worked out twice they may.
A_HAIR = 1e-6


def notice_content(
    plan: JobPlan, floor: Floor, own: OwnPegs, rate: Rate, taken: TakeOff | None
) -> NoticeContent | None:
    """Return what a floor's notice says at a rate, from its take-off; None while there is none."""
    numbers = notice_numbers(plan, floor, own, rate, taken)
    if taken is None or numbers is None:
        return None
    unit = volume_unit(plan.style)
    over = plan.surfaces(floor.pk).over
    return NoticeContent(
        {
            "nominal_thickness": metres_text(floor.thickness),
            "nominal_volume": taken["nominal_volume"]["value"] * unit,
            "volume": taken["volume"]["value"] * unit,
            "extra": taken["extra"]["value"] * unit,
            "rate": rate.amount,
            "currency": rate.currency,
            "shots": {
                str(shot.point.pk): metres_text(
                    over(shot.point.place).thickness_over(shot.elevation)
                )
                for shot in own.found
            },
        },
        numbers,
        {str(shot.point.pk): shot.point.name for shot in own.found},
    )


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
        "shots": [shot_thickness(plan, floor, shot) for shot in own.found],
    }


def shot_thickness(plan: JobPlan, floor: Floor, found: FoundPoint) -> ShotThickness:
    """Return the slab's thickness over a shot, in words."""
    thickness = plan.surfaces(floor.pk).over(found.point.place).thickness_over(found.elevation)
    return {"point": found.point.name, "thickness": show(thickness, plan.style)["text"]}


def changed_since(kept: NoticeContent, now: NoticeContent | None) -> str:
    """Say what of a notice's figures is not as it was; empty while they all stand."""
    if now is None:
        return "The stone it rests on was graded anew or its shots were struck."
    before, after = kept.figures, now.figures
    if before["currency"] != after["currency"]:
        return f"The price was {kept.numbers['price']}; it is {now.numbers['price']} now."
    for key, name in NAMES:
        if _differ(before[key], after[key]):
            return f"{name} was {kept.numbers[key]}; it is {now.numbers[key]} now."
    changed = [
        now.names.get(point, "a point that is not shot any more")
        for point in {**before["shots"], **after["shots"]}
        if before["shots"].get(point) != after["shots"].get(point)
    ]
    return f"Shots changed at {', '.join(changed[:5])}." if changed else ""


def _differ(before: str | float, after: str | float) -> bool:
    if isinstance(before, str) or isinstance(after, str):
        return before != after
    return abs(before - after) > A_HAIR
