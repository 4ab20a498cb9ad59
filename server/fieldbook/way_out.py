"""The way out of doubt: what to shoot again, nearest first, and which point to try first."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypedDict
from uuid import UUID

from core.floors import PlanPoint
from core.lengths import Length, Style
from core.tasks import Stage, Task, stage_of
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.fieldbook.models import Shot
from server.fieldbook.trust import JobTrust
from server.jobs.rules import style_of

FARTHEST = Length.from_metres(10_000)


class DoubtedPoint(TypedDict):
    """A point whose last reading is in doubt; it lies on a floor or on an element."""

    point: str
    name: str
    floor: str
    element: str
    stage: Stage
    floor_name: str
    reading: str
    taken_at: str
    distance: Shown | None
    is_to_try: bool


class WayOut(TypedDict):
    """What is in doubt at a set-up, nearest first from where the instrument stands now.

    ``from_set_up`` is the sound set-up to shoot from, 0 where there is none yet: set up again
    first. ``clears`` is how many readings one agreeing point would clear.
    """

    why: str
    from_set_up: int
    points: list[DoubtedPoint]
    turning_points: list[str]
    to_try: str
    clears: int


def way_out(user: User, set_up_id: UUID) -> WayOut:
    """Return the points to shoot again for a set-up in doubt."""
    set_up = set_up_for(user, set_up_id, Ability.READ)
    job_trust, style = JobTrust(set_up.job), style_of(set_up.job)
    trust = job_trust.by_id[set_up.pk]
    sound = job_trust.sound_after(trust)
    doubted = _still_doubted(job_trust, set_up_id)
    away = _distances((sound or trust).sighting.place)
    middle = doubted[len(doubted) // 2] if len(doubted) > 1 else None
    near = sorted(doubted, key=lambda shot: away(shot) or FARTHEST)
    return {
        "why": trust.why,
        "from_set_up": sound.set_up.number if sound else 0,
        "points": [
            {
                "point": str(shot.point_id),
                "name": shot.point.name,
                "floor": str(shot.point.floor_id or ""),
                "element": str(shot.point.element_id or ""),
                "stage": stage_of(Task(shot.point.task)),
                "floor_name": shot.point.where,
                "reading": shot.observed.in_words(trust.sighting.rod),
                "taken_at": shot.taken_at.isoformat(),
                "distance": _shown(away(shot), style),
                "is_to_try": shot is middle,
            }
            for shot in near
        ],
        "turning_points": [
            point.name
            for point in job_trust.lines.turning_points.values()
            if point.set_up_id == set_up.pk and trust.doubts(point.moment)
        ],
        "to_try": middle.point.name if middle else "",
        "clears": doubted.index(middle) + 1 if middle else 0,
    }


def _distances(stands: PlanPoint | None) -> Callable[[Shot], Length | None]:
    """Return how far a shot's point is from where the instrument stands, where both are known."""

    def away(shot: Shot) -> Length | None:
        spot = shot.point.spot
        return None if stands is None or spot is None else stands.distance(spot)

    return away


def _shown(length: Length | None, style: Style) -> Shown | None:
    return None if length is None else show(length, style)


def _still_doubted(job_trust: JobTrust, set_up_id: UUID) -> list[Shot]:
    """Return the doubted shots that are the last of their points, in the order they were taken."""
    doubts = job_trust.by_id[set_up_id].doubts
    shots = Shot.objects.filter(set_up=set_up_id, strike=None).select_related(
        "point__floor", "point__element"
    )
    doubted = [shot for shot in shots.order_by("taken_at", "recorded_at") if doubts(shot.moment)]
    last: dict[tuple[UUID, str], UUID] = {
        (point, setting): key
        for key, point, setting in Shot.objects.filter(
            point__in={shot.point_id for shot in doubted}, strike=None
        )
        .order_by("taken_at", "recorded_at")
        .values_list("id", "point_id", "setting")
    }
    return [shot for shot in doubted if last[shot.point_id, shot.setting] == shot.pk]
