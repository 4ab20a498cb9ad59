"""The plan as screens read it: what is drawn, what is typed, and what a form would make."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core import elements as built
from core.elements import heights_of
from core.lengths import Style
from core.tasks import SURFACES, stage_of
from server.common.refusals import Problem
from server.common.shown import Place, Shown, show, show_place
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Element
from server.jobs.plan.element_form import entries_of
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind
from server.jobs.rules import style_of
from server.jobs.services.draft_element import ElementForm, draft_element


class DrawnLine(TypedDict):
    """A stretch of an element's drawing: an outline where it is closed, else a line."""

    places: list[Place]
    is_closed: bool


class ElementSheet(TypedDict):
    """An element as lists and plans show it; its level where it starts.

    No level where it is only found out; ``follows`` is the floor whose outline it has.
    """

    id: str
    name: str
    kind: ElementKind
    kind_text: str
    level: Shown | None
    tolerance: Shown
    drawn: list[DrawnLine]
    follows: str


class PlannedSheet(TypedDict):
    """A point an element would be shot at."""

    name: str
    stage: str
    surface: str
    place: Place
    target: Shown | None


class HeightRow(TypedDict):
    """A height an element would set, and at which points."""

    name: str
    target: Shown
    points: list[str]


class ElementDraftSheet(TypedDict):
    """What an element's form would make so far; nothing where a field was refused."""

    drawn: list[DrawnLine]
    corners: list[Place]
    points: list[PlannedSheet]
    heights: list[HeightRow]


def drawn_lines(element: built.Element, style: Style) -> list[DrawnLine]:
    """Return an element's drawing."""
    return [
        {
            "places": [show_place(place, style) for place in one.places],
            "is_closed": one.is_closed,
        }
        for one in element.drawn()
    ]


def element_sheet(plan: JobPlan, element: Element) -> ElementSheet:
    """Return an element as lists and plans show it."""
    made, surface = plan.element(element.pk), plan.surface_under(element)
    drawn = made.drawn()
    places = [place for one in drawn for place in one.places] or [p.place for p in made.points()]
    level = None if surface is None or not places else surface.elevation(places[0])
    return {
        "id": str(element.pk),
        "name": element.name,
        "kind": ElementKind(element.kind),
        "kind_text": ElementKind(element.kind).label,
        "level": None if level is None else show(level, plan.style),
        "tolerance": show(element.tolerance, plan.style),
        "drawn": drawn_lines(made, plan.style),
        "follows": str(element.typed["outline_of"]),
    }


def element_draft_sheet(
    user: User, job_id: UUID, form: ElementForm
) -> tuple[ElementDraftSheet, list[Problem]]:
    """Return what an element's form would make, and what is wrong with it so far."""
    job, _ = job_for(user, job_id, Ability.READ)
    style, draft = style_of(job), draft_element(job, form)
    typed = entries_of(form.typed, style_of(job)).corners("corners", len(form.typed["corners"]))
    corners = [show_place(corner, style) for corner in typed or ()]
    if draft.element is None:
        empty: ElementDraftSheet = {"drawn": [], "corners": corners, "points": [], "heights": []}
        return empty, draft.entries.problems
    points = draft.element.points()
    wall = draft.element.heights() if isinstance(draft.element, built.Wall) else None
    sheet: ElementDraftSheet = {
        "drawn": drawn_lines(draft.element, style),
        "corners": corners,
        "points": [
            {
                "name": point.name,
                "stage": str(stage_of(point.task)),
                "surface": SURFACES[point.task],
                "place": show_place(point.place, style),
                "target": None if point.target is None else show(point.target, style),
            }
            for point in points
        ],
        "heights": [
            {
                "name": height.name,
                "target": show(height.target, style),
                "points": list(height.points),
            }
            for height in wall or heights_of(points)
        ],
    }
    return sheet, draft.entries.problems
