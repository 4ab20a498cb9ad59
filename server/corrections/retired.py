"""What of a job is retired: what it is, who said so, when and why."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TypedDict
from uuid import UUID

from server.corrections.kinds import NOUNS, Kind, Part, kind_of_part, part_of
from server.corrections.resting import resting_on
from server.crews.models import User
from server.crews.permissions import ABILITIES, Ability
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Element, Floor, Job, Point
from server.pours.models import Pour


class RetiredSheet(TypedDict):
    """Something that is out of the plan; what was recorded on it stays in the book."""

    kind: Kind
    id: str
    noun: str
    name: str
    why: str
    by: str
    at: str


class RetiredList(TypedDict):
    """All that is retired of a job, the last first."""

    retired: list[RetiredSheet]
    can_plan: bool


class RestingSheet(TypedDict):
    """What rests on a part; ``held_by`` says why it can't be taken out, empty where it can.

    ``is_removed`` is whether it would be gone for good, as nothing rests on it.
    """

    name: str
    on_it: list[str]
    is_removed: bool
    held_by: str
    instead: str


def retired_list(user: User, job_id: UUID) -> RetiredList:
    """Return what is retired of a job."""
    job, role = job_for(user, job_id, Ability.READ)
    found = sorted(map(_sheet, retired_parts(job)), key=lambda one: one["at"], reverse=True)
    return {"retired": found, "can_plan": Ability.PLAN in ABILITIES[role]}


def retired_parts(job: Job) -> Iterator[Part]:
    """Yield what is retired of a job, kind by kind, in one query each."""
    for model in (Benchmark, Floor, Element, Pour):
        rows = model._default_manager.filter(job=job).exclude(retired_at=None)
        yield from rows.select_related("retired_by")
    points = Point.objects.exclude(retired_at=None).select_related("retired_by", "floor", "element")
    yield from points.filter(floor__job=job)
    yield from points.filter(element__job=job)


def _sheet(part: Part) -> RetiredSheet:
    kind = kind_of_part(part)
    assert part.retired_at is not None
    assert part.retired_by is not None
    what = f", {part.retired_as}" if isinstance(part, Benchmark) else ""
    return {
        "kind": kind,
        "id": str(part.pk),
        "noun": NOUNS[kind] + what,
        "name": part.name,
        "why": part.retired_why,
        "by": part.retired_by.shown_name,
        "at": part.retired_at.isoformat(),
    }


def resting_sheet(user: User, job_id: UUID, kind: str, key: UUID) -> RestingSheet:
    """Return what rests on a part of a job, for who is about to take it out."""
    job, _ = job_for(user, job_id, Ability.READ)
    part = part_of(job, kind, key)
    resting = resting_on(part)
    return {
        "name": part.name,
        "on_it": list(resting.on_it),
        "is_removed": resting.leaves_no_trace and not resting.held_by,
        "held_by": resting.held_by,
        "instead": resting.instead,
    }
