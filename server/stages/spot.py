"""The spot check of forms on the day: which points are shot again, and when they were read."""

from __future__ import annotations

from collections.abc import Iterable
from typing import TypedDict
from uuid import UUID

from django.db.models import Max

from core.layout import SetPoint, half_way, spot_check
from core.lengths import Style
from server.common.shown import Shown, show
from server.fieldbook.models import Shot
from server.fieldbook.pegs import FoundPoint, OwnPegs


class SpotPoint(TypedDict):
    """A point to shoot again, why it is among them, and when it was read last."""

    id: str
    name: str
    why: str
    read_at: str


class HalfWaySheet(TypedDict):
    """The middle of the longest bay, and how high the board is to be there."""

    before: str
    after: str
    target: Shown


class SpotCheck(TypedDict):
    """What is shot again before the pour: three points, and half-way between two."""

    points: list[SpotPoint]
    half_way: HalfWaySheet | None


def spot_checks(owns: dict[UUID, OwnPegs], style: Style) -> dict[UUID, SpotCheck]:
    """Return the spot check of each element whose every point was shot, in one query."""
    found = {key: own.found for key, own in owns.items() if _is_all_shot(own)}
    chosen = {key: spot_check(_set(points)) for key, points in found.items()}
    ids = {
        (key, point.point.name): point.point.pk for key, points in found.items() for point in points
    }
    wanted = [ids[key, name] for key, names in chosen.items() for name, _ in names]
    latest = dict(
        Shot.objects.filter(point__in=wanted)
        .values_list("point")
        .annotate(last=Max("taken_at"))
        .values_list("point", "last")
    )
    return {
        key: {
            "points": [
                {
                    "id": str(ids[key, name]),
                    "name": name,
                    "why": str(why),
                    "read_at": latest[ids[key, name]].isoformat(),
                }
                for name, why in names
            ],
            "half_way": _half_way(found[key], style),
        }
        for key, names in chosen.items()
    }


def _is_all_shot(own: OwnPegs) -> bool:
    return bool(own.points) and len(own.found) == len(own.points) and bool(_set(own.found))


def _set(found: Iterable[FoundPoint]) -> list[SetPoint]:
    return [
        SetPoint(one.point.name, one.point.place, one.elevation, one.target)
        for one in found
        if one.target is not None
    ]


def _half_way(found: list[FoundPoint], style: Style) -> HalfWaySheet | None:
    middle = half_way(_set(found))
    if middle is None:
        return None
    return {
        "before": middle.before,
        "after": middle.after,
        "target": show(middle.target, style),
    }
