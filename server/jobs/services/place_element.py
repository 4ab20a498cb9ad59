"""Stores an element of the plan with its points, and changes one while that is safe."""

from __future__ import annotations

from collections.abc import Mapping
from uuid import UUID

from django.db import transaction

from core.elements import PlannedPoint
from core.tasks import Task
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Invalid, Problem, Refusal
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import element_for, job_for
from server.jobs.models import Element, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.planned_key import planned_key
from server.jobs.plan.typed import element_typed
from server.jobs.planned import ElementKind
from server.jobs.services.changed_since import refuse_overwriting
from server.jobs.services.draft_element import ElementDraft, ElementForm, draft_element
from server.jobs.services.note_change import note_difference


def place_element(user: User, job_id: UUID, form: ElementForm) -> tuple[Element, bool]:
    """Put an element on a job's plan, with the points it is shot at."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    draft, name = _complete(job, form), _name(job, form)
    with transaction.atomic():
        element, created = record_once(
            Element(id=form.id, job=job, name=name, created_by=user, **draft.values)
        )
        if created:
            _match_points(element, draft)
    return element, created


def change_element(
    user: User, element_id: UUID, form: ElementForm, opened: Mapping[str, object]
) -> Element:
    """Change an element; points that were shot stay where they are, or it is refused.

    ``opened`` is the element as its form showed it: what another changed since is not overwritten.
    """
    found, _ = element_for(user, element_id, Ability.PLAN)
    draft, name = _complete(found.job, form), _name(found.job, form)
    with transaction.atomic():
        element = Element.objects.select_for_update().get(pk=element_id)
        before = element_typed(element)
        element.name = name
        for column, value in draft.values.items():
            setattr(element, column, value)
        element.save()
        after = element_typed(element)
        refuse_overwriting(opened, before, after)
        note_difference(user, element.job, f"{element.name} changed", before, after, element.pk)
        _match_points(element, draft)
    return element


def _complete(job: Job, form: ElementForm) -> ElementDraft:
    draft = draft_element(job, form)
    draft.entries.finish()
    return draft


def _name(job: Job, form: ElementForm) -> str:
    elements = Element.objects.filter(job=job)
    name = given_name(form.name, f"{ElementKind(form.kind).label} ", form.id, elements)
    if elements.filter(name=name).exclude(pk=form.id).exists():
        raise Invalid(
            Problem(
                "name",
                "taken",
                name,
                "This job has an element of that name.",
                "Give another name.",
            )
        )
    return name


def _match_points(element: Element, draft: ElementDraft) -> None:
    """Keep the points that stay, drop those nobody shot, and add what is new."""
    assert draft.element is not None
    planned = {(str(one.task), one.name): one for one in draft.element.points()}
    stored = {(point.task, point.name): point for point in element.points.all()}
    gone = [point for key, point in stored.items() if not _stays(point, planned.get(key))]
    shot = [p.name for p in Point.objects.filter(pk__in=[g.pk for g in gone], shots__isnull=False)]
    if shot:
        raise Invalid(
            Problem(
                "corners",
                "shot-already",
                ", ".join(sorted(set(shot))),
                "These points were shot already; they would move or go.",
                "Keep the geometry, or place a new element.",
            )
        )
    element.points.filter(pk__in=[point.pk for point in gone]).delete()
    lost = {point.pk for point in gone}
    kept = {key for key, point in stored.items() if point.pk not in lost}
    Point.objects.bulk_create(
        _point(element, one, i) for i, (key, one) in enumerate(planned.items()) if key not in kept
    )


def _stays(point: Point, planned: PlannedPoint | None) -> bool:
    return planned is not None and planned.place == point.place


def _point(element: Element, planned: PlannedPoint, position: int) -> Point:
    return Point(
        id=planned_key(element.pk, Task(planned.task), planned.name, planned.place),
        element=element,
        task=Task(planned.task),
        name=planned.name,
        position=position,
        x=planned.place.x,
        y=planned.place.y,
        is_extra=False,
    )


def check_carried(plan: JobPlan) -> None:
    """Refuse a change of a plan that an element on it can't follow, naming the element."""
    for element in plan.elements.values():
        try:
            plan.element(element.pk)
        except Refusal as refused:
            first = refused.problems[0]
            raise Invalid(
                Problem(
                    "level",
                    "carried",
                    element.name,
                    f"{element.name} can't follow: {first.why}",
                    first.accepts,
                )
            ) from refused
        except ValueError as refused:
            raise Invalid(
                Problem(
                    "level",
                    "carried",
                    element.name,
                    f"{element.name}: {refused}",
                    "Change it first.",
                )
            ) from refused
