"""How the points of an element moved over time, as screens read it."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime
from typing import TypedDict
from uuid import UUID

from core.instruments import Setting
from core.lengths import Style, format_amount, format_fine
from core.movement import Leveled, Moved, Movement, movement
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import observed
from server.fieldbook.pegs import last_shots, parts_of
from server.fieldbook.services.level_again import due_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import element_for
from server.jobs.models import Point
from server.jobs.rules import style_of

#: So many readings of a point are looked at, the latest.
MOST = 60


class LevelingSheet(TypedDict):
    """A leveling of a point: its day, and how far it lay above the first one, meters."""

    day: str
    rise: float


class MovedSheet(TypedDict):
    """A point over time: how far it moved in all and lately, in words, and each leveling."""

    point: str
    in_all: str
    lately: str
    is_told: bool
    levelings: list[LevelingSheet]


class MovementSheet(TypedDict):
    """The points of an element that were leveled on two days or more.

    ``due_on`` is the day they are leveled again, as in 2026-05-04; empty where nobody said.
    """

    name: str
    due_on: str
    points: list[MovedSheet]


def movement_sheet(user: User, element_id: UUID) -> MovementSheet:
    """Return how an element's points moved, each from its first leveling to its last."""
    element, _ = element_for(user, element_id, Ability.READ)
    style = style_of(element.job)
    points = {point.pk: point for point in Point.objects.filter(element=element, retired_at=None)}
    by_point: dict[UUID, dict[str, Leveled]] = {}
    for key, day, found in _levelings(element_id, JobTrust(element.job), points):
        # The newest comes first, and it is the day's.
        by_point.setdefault(key, {}).setdefault(day, found)
    return {
        "name": element.name,
        "due_on": due.isoformat() if (due := due_of(element_id)) else "",
        "points": [
            _moved(point.name, movement(list(by_point[key].values())), style)
            for key, point in points.items()
            if len(by_point.get(key, ())) > 1
        ],
    }


def _levelings(
    element_id: UUID, job_trust: JobTrust, points: dict[UUID, Point]
) -> Iterator[tuple[UUID, str, Leveled]]:
    """Yield the fine readings that count, each with its point and its day."""
    scope = {**parts_of([element_id]), "retired_at": None}
    for shot in last_shots(scope, job_trust, ("sight", "reading"), last=MOST):
        if shot.in_doubt or shot.setting != Setting.FINE or shot.point not in points:
            continue
        sighting, seen = job_trust.lines.sighting(shot.set_up), observed(*shot.columns)
        at = shot.moment.seconds
        width = sighting.sure(seen, points[shot.point].spot).half_width
        found = Leveled(at, sighting.line.elevation(seen), width)
        yield shot.point, datetime.fromtimestamp(at, UTC).date().isoformat(), found


def _moved(name: str, moved: Movement, style: Style) -> MovedSheet:
    first = moved.levelings[0]
    return {
        "point": name,
        "in_all": _says(moved.in_all, style),
        "lately": _says(moved.lately, style),
        "is_told": moved.in_all.is_told,
        "levelings": [
            {
                "day": datetime.fromtimestamp(leveling.at, UTC).date().isoformat(),
                "rise": float(leveling.elevation - first.elevation),
            }
            for leveling in moved.levelings
        ],
    }


def _says(moved: Moved, style: Style) -> str:
    """Say how far and which way, or that it can't be told from the readings' own U."""
    untold = format_fine(moved.untold, style)
    if not moved.is_told:
        return f"no movement that can be told (under {untold})"
    way = "up" if moved.rise.nanometres > 0 else "down"
    return f"{format_amount(moved.rise, style)} {way} (±{untold})"
