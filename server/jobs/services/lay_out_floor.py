"""Stores a floor and the points proposed on it, and changes one while that is safe."""

from __future__ import annotations

from collections.abc import Mapping
from uuid import UUID

from django.db import transaction

from core.floors import Outline
from core.tasks import Task
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import floor_for, job_for
from server.jobs.models import Floor, FloorCorner, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.planned_key import planned_key
from server.jobs.rules import outline_of
from server.jobs.services.changed_since import refuse_overwriting
from server.jobs.services.draft_floor import FloorDraft, FloorForm, draft_floor
from server.jobs.services.note_change import note_difference
from server.jobs.services.place_element import check_carried
from server.jobs.sheets import typed_as_it_stands


def lay_out_floor(user: User, job_id: UUID, form: FloorForm) -> tuple[Floor, bool]:
    """Create a floor with its corners and its grid of points."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    draft, name = _complete(job, form), _name(job, form)
    with transaction.atomic():
        floor, created = record_once(
            Floor(id=form.id, job=job, name=name, created_by=user, **draft.values)
        )
        if created:
            _store_plan(floor, draft)
    return floor, created


def change_floor(
    user: User, floor_id: UUID, form: FloorForm, opened: Mapping[str, object]
) -> Floor:
    """Change a floor's plan; once stone was shot its outline and grid stay as they are.

    ``opened`` is the plan as its form showed it: what another changed since is not overwritten.
    """
    floor, _ = floor_for(user, floor_id, Ability.PLAN)
    draft, name = _complete(floor.job, form), _name(floor.job, form)
    with transaction.atomic():
        floor = Floor.objects.select_for_update().get(pk=floor_id)
        before = typed_as_it_stands(floor)
        _change_plan(floor, draft)
        floor.name = name
        for column, value in draft.values.items():
            setattr(floor, column, value)
        floor.save()
        after = typed_as_it_stands(floor)
        refuse_overwriting(opened, before, after)
        note_difference(user, floor.job, f"Floor {floor.name} changed", before, after, floor.pk)
        check_carried(JobPlan(floor.job))
    return floor


def _complete(job: Job, form: FloorForm) -> FloorDraft:
    draft = draft_floor(job, form)
    draft.entries.finish()
    return draft


def _name(job: Job, form: FloorForm) -> str:
    floors = Floor.objects.filter(job=job)
    name = given_name(form.name, "Slab ", form.id, floors)
    if floors.filter(name=name).exclude(pk=form.id).exists():
        raise Invalid(
            Problem(
                "name",
                "taken",
                name,
                "This job has a floor of that name.",
                "Give another name.",
            )
        )
    return name


def _change_plan(floor: Floor, draft: FloorDraft) -> None:
    assert draft.outline is not None
    same_outline = outline_of(floor.corners.all()) == draft.outline
    if same_outline and floor.grid_spacing == draft.values["grid_spacing"]:
        return
    if floor.points.filter(shots__isnull=False).exists():
        raise Invalid(
            Problem(
                "grid_spacing" if same_outline else "corners",
                "shot-already",
                floor.name,
                "Stone was already shot on this floor; its outline and grid stay as they are.",
                "Lay out a new floor for another shape, or add extra points.",
            )
        )
    _refuse_lost_points(floor, draft.outline)
    floor.points.filter(is_extra=False).delete()
    floor.corners.all().delete()
    _store_plan(floor, draft)


def _refuse_lost_points(floor: Floor, outline: Outline) -> None:
    from_outside = [
        point.name
        for point in floor.points.filter(is_extra=True)
        if not outline.contains(point.place)
    ]
    if from_outside:
        raise Invalid(
            Problem(
                "corners",
                "points-outside",
                ", ".join(from_outside),
                "These extra points would lie outside the floor.",
                "Keep them inside the new outline.",
            )
        )


def _store_plan(floor: Floor, draft: FloorDraft) -> None:
    assert draft.outline is not None
    FloorCorner.objects.bulk_create(
        FloorCorner(floor=floor, position=i, x=corner.x, y=corner.y)
        for i, corner in enumerate(draft.outline.corners)
    )
    Point.objects.bulk_create(
        Point(
            id=planned_key(floor.pk, Task.STONE, proposed.name, proposed.place),
            floor=floor,
            name=proposed.name,
            position=i,
            x=proposed.place.x,
            y=proposed.place.y,
            is_extra=False,
        )
        for i, proposed in enumerate(draft.grid)
    )
