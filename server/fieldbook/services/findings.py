"""Records what was found at the bottom of a pier's hole."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.tasks import Task
from server.common.records import record_once
from server.common.refusals import Conflict, Entries
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import point_for
from server.fieldbook.models import HoleFinding
from server.jobs.models import Point
from server.jobs.planned import ElementKind
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class FindingForm:
    """What a pier bears on, whether its hole is clean and flat, and a pile's torque or refusal.

    ``depth`` is how deep the pile was then, as it was typed; it may be left empty.
    """

    id: UUID
    bearing: str
    is_cleaned: bool
    taken_at: datetime
    note: str = ""
    depth: str = ""


def record_finding(user: User, point_id: UUID, form: FindingForm) -> tuple[HoleFinding, bool]:
    """Record a finding; the last one of a hole counts, the earlier ones stay."""
    point = point_for(user, point_id, Ability.RECORD)
    if not (point.task == Task.HOLE or _is_a_pile(point)):
        raise Conflict(
            point.where, "This is no pier's hole.", "Record what a pier bears on at its hole."
        )
    entries = Entries({"depth": form.depth}, style_of(point.owner.job))
    depth = entries.optional("depth")
    if depth is not None and depth.nanometres <= 0:
        why = "It is not in the ground yet."
        entries.refuse("depth", form.depth, why, "Measure from the ground down to its tip.")
    entries.finish()
    return record_once(
        HoleFinding(
            id=form.id,
            point=point,
            bearing=form.bearing,
            is_cleaned=form.is_cleaned,
            note=form.note.strip(),
            depth=depth,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _is_a_pile(point: Point) -> bool:
    """Whether a point is the top of a pile, which has no hole: its torque is recorded there."""
    element = point.element
    return point.task == Task.PIER_TOP and element is not None and element.kind == ElementKind.PILES
