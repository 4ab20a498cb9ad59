"""The finished surfaces of a pour: shot or not, how flat, and whether within tolerance."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.tasks import Task
from server.common.shown import show
from server.fieldbook.pegs import OwnPegs, pegs_of
from server.jobs.models import Element
from server.jobs.planned import ElementKind
from server.pours.facts import Facts, floor_under
from server.stages.flatness import FlatnessSheet, flatness_sheet


class FinishedSheet(TypedDict):
    """How a poured floor came out, from the surface that was laid out on it.

    ``off`` is how many of its points are out of its tolerance, high or low.
    """

    floor: str
    surface: str
    points: int
    left: int
    off: int
    tolerance: str
    flatness: FlatnessSheet | None


def finished_of(facts: Facts) -> list[FinishedSheet]:
    """Return the finished surface of each floor of a pour; one that has none says so."""
    plan = facts.plan
    surfaces = {
        floor: element
        for element in plan.elements.values()
        if element.kind == ElementKind.FINISHED
        for floor in [floor_under(element)]
        if floor in facts.floors
    }
    keys = [element.pk for element in surfaces.values()]
    pegs, _ = pegs_of({"element__in": keys}, plan, facts.job.job_trust)
    return [
        _sheet(facts, floor, surface, pegs)
        if (surface := surfaces.get(floor))
        else _none(facts, floor)
        for floor in facts.floors
    ]


def _none(facts: Facts, floor: UUID) -> FinishedSheet:
    return {
        "floor": facts.plan.floors[floor].name, "surface": "", "points": 0, "left": 0, "off": 0,
        "tolerance": "", "flatness": None,
    }  # fmt: skip


def _sheet(facts: Facts, floor: UUID, element: Element, pegs: dict[UUID, OwnPegs]) -> FinishedSheet:
    own = pegs.get(element.pk, OwnPegs())
    counts = facts.counts(own, tuple(Task))
    return {
        "floor": facts.plan.floors[floor].name,
        "surface": element.name,
        "points": counts["points"],
        "left": counts["not_shot"] + counts["in_doubt"],
        "off": counts["high"] + counts["low"],
        "tolerance": show(element.tolerance, facts.plan.style)["text"],
        "flatness": flatness_sheet(facts.plan, element, own) if own.found else None,
    }
