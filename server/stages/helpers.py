"""Small sums a crew does in its head on site: square corners, and the isolation strip."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.design import isolation_strip
from core.layout import OutOfSquare, out_of_square, three_four_five
from core.lengths import Length, Style, format_length, retypable
from server.common.refusals import Entries
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class SquareForm:
    """A rectangle's sides and both its diagonals as measured."""

    side: str
    far_side: str
    first: str
    second: str


class SquareSheet(TypedDict):
    """What two measured diagonals say, and how far to slide which side."""

    diagonal: Shown
    difference: Shown
    is_square: bool
    wrong_side: str
    slide: str


class TriangleSheet(TypedDict):
    """A right triangle for a first corner."""

    leg: Shown
    other: Shown
    across: Shown


class StripSheet(TypedDict):
    """An isolation strip: courses at its deepest, strip in all, rolls."""

    courses: int
    strip: Shown
    rolls: int


class SlabEdge(TypedDict):
    """An edge of a floor as a stretch of strip can be typed: its length, its ends' thickness."""

    floor: str
    edge: int
    length: str
    start: str
    end: str


class SlabEdges(TypedDict):
    """The edges of a job's floors."""

    edges: list[SlabEdge]


@dataclass(frozen=True, slots=True)
class StripForm:
    """Stretches of a slab's edge, each with its thickness at both ends; the strip on its roll."""

    stretches: list[dict[str, str]]
    strip_height: str
    roll: str


def square_sheet(user: User, job_id: UUID, form: SquareForm) -> SquareSheet:
    """Return how a rectangle lies from its diagonals."""
    job, _ = job_for(user, job_id, Ability.READ)
    names = ("side", "far_side", "first", "second")
    entries = Entries({name: getattr(form, name) for name in names}, style_of(job))
    a, b, first, second = (entries.length(name) for name in names)
    if a is None or b is None or first is None or second is None:
        entries.finish()
        raise AssertionError
    style = style_of(job)
    found = entries.check("first", lambda: out_of_square(a, b, first, second))
    entries.finish()
    assert found is not None
    amount = show(found.slide, style)["text"]
    longer = "first" if found.first_is_longer else "second"
    return {
        "diagonal": show(found.diagonal, style),
        "difference": show(found.difference, style),
        "is_square": found.difference.nanometres == 0 and not found.has_a_wrong_side(),
        "wrong_side": _wrong_side(found, style),
        "slide": (
            ""
            if found.difference.nanometres == 0
            else f"Slide the far side {amount} along itself, from the end of the {longer} diagonal."
        ),
    }


def _wrong_side(found: OutOfSquare, style: Style) -> str:
    """Say that the diagonals belong to other sides, empty where they do not."""
    if not found.has_a_wrong_side():
        return ""
    amount = show(abs(found.sides_off), style)["text"]
    way = "longer" if found.sides_off.nanometres > 0 else "shorter"
    return (
        f"The diagonals are {amount} {way} than these sides ask for: a side is wrong. "
        "Measure all four again."
    )


def triangle_sheet(user: User, job_id: UUID, multiple: str) -> TriangleSheet:
    """Return three, four and five times a length."""
    job, _ = job_for(user, job_id, Ability.READ)
    entries, style = Entries({"multiple": multiple}, style_of(job)), style_of(job)
    length = entries.length("multiple")
    entries.finish()
    assert length is not None
    found = entries.check("multiple", lambda: three_four_five(length))
    entries.finish()
    assert found is not None
    return {
        "leg": show(found.leg, style),
        "other": show(found.other, style),
        "across": show(found.across, style),
    }


def slab_edges(user: User, job_id: UUID) -> SlabEdges:
    """Return every floor's edges, as thick as its taper and its thickened edges make them."""
    job, _ = job_for(user, job_id, Ability.READ)
    plan, style = JobPlan(job), style_of(job)
    edges: list[SlabEdge] = []
    for pk, floor in plan.floors.items():
        underside = plan.surfaces(pk).underside
        for number, (start, end) in enumerate(underside.outline.edges, start=1):
            first, last = underside.along(number)
            edges.append(
                {
                    "floor": floor.name,
                    "edge": number,
                    "length": format_length(start.distance(end), style),
                    "start": retypable(first, style),
                    "end": retypable(last, style),
                }
            )
    return {"edges": edges}


def strip_sheet(user: User, job_id: UUID, form: StripForm) -> StripSheet:
    """Return the strip along a slab's edges; a tapering one counts with its thicker end."""
    job, _ = job_for(user, job_id, Ability.READ)
    typed = {"strip_height": form.strip_height, "roll": form.roll} | {
        f"stretches.{i}.{name}": text
        for i, stretch in enumerate(form.stretches)
        for name, text in stretch.items()
    }
    entries, style = Entries(typed, style_of(job)), style_of(job)
    height, roll = entries.length("strip_height"), entries.length("roll")
    edges: list[tuple[Length, Length]] = []
    for i in range(len(form.stretches)):
        length, start, end = (
            entries.length(f"stretches.{i}.{name}") for name in ("length", "start", "end")
        )
        if length is not None and start is not None and end is not None:
            edges.append((length, max(start, end)))
    entries.finish()
    assert height is not None
    assert roll is not None
    found = entries.check("strip_height", lambda: isolation_strip(tuple(edges), height, roll))
    entries.finish()
    assert found is not None
    return {"courses": found.courses, "strip": show(found.strip, style), "rolls": found.rolls}
