"""The key of a planned point: the same wherever the same plan is laid out."""

from __future__ import annotations

from uuid import UUID, uuid5

from core.floors import PlanPoint
from core.tasks import Task


def planned_key(owner: UUID, task: Task, name: str, place: PlanPoint) -> UUID:
    """Return the key of a point that a floor or an element plans at a place.

    A plan laid out on a phone gives the points the keys the server will give them, so that shots
    made there before it was sent are of the same points. At another place it is another point.
    """
    return uuid5(owner, f"{task} {name} {place.x.nanometres} {place.y.nanometres}")
