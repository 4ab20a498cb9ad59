"""An element's form as it is typed: what stands in it, and what it is built on."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NotRequired, TypedDict

from core.design import Surface, TriangulatedSurface, Underside
from core.floors import Outline, PlanPoint
from core.lengths import Elevation, Length, Style
from server.common.refusals import Entries
from server.jobs.plan.layers import LayerTyped, layer_entries

Shape = Literal["line", "corners", "rectangle", "l-shape", "floor"]


class StepTyped(TypedDict):
    """A step of a footing as it is typed."""

    along: str
    drop: str


class MeshTyped(TypedDict):
    """A surface an element is set to, as a drawing gave it; all in whole nanometres.

    Corners are to the right, away and up; faces are numbers of three corners, from 0.
    """

    name: str
    corners: list[list[int]]
    faces: list[list[int]]


class Typed(TypedDict):
    """An element's geometry as it is typed; which entries count, its kind says.

    ``mesh`` is the surface of one that is set to neither a level nor a floor.
    """

    shape: Shape
    outline_of: str
    corners: list[list[str]]
    measures: dict[str, str]
    steps: list[StepTyped]
    layers: list[LayerTyped]
    mesh: NotRequired[MeshTyped | None]


def given_surface(mesh: MeshTyped) -> TriangulatedSurface:
    """Return a surface as the core knows it; raises :class:`BadShape` for what is none."""
    corners = tuple((PlanPoint(Length(x), Length(y)), Elevation(z)) for x, y, z in mesh["corners"])
    return TriangulatedSurface(corners, tuple((a, b, c) for a, b, c in mesh["faces"]))


def entries_of(typed: Typed, style: Style, **more: str) -> Entries:
    """Return the entries of an element's form, by their places in it."""
    found = {**typed["measures"], **more}
    for i, (x, y) in enumerate(typed["corners"]):
        found |= {f"corners.{i}.x": x, f"corners.{i}.y": y}
    for i, step in enumerate(typed["steps"]):
        found |= {f"steps.{i}.along": step["along"], f"steps.{i}.drop": step["drop"]}
    return Entries(found | layer_entries(typed["layers"]), style)


@dataclass(frozen=True, slots=True)
class Ground:
    """What an element is built on: its surface, and the outline of the floor it follows.

    There is no surface where it has no level, or that was refused. ``rise`` is how far it lies
    above the top of a slab, negative below it, and ``slab`` how thick that slab is and where; None
    where its level is not given from one.
    """

    surface: Surface | None
    outline: Outline | None
    rise: Length | None = None
    slab: Underside | None = None


def lengths_of(entries: Entries, *names: str) -> tuple[Length, ...] | None:
    """Read lengths that must all be there."""
    found = [entries.length(name) for name in names]
    known = tuple(length for length in found if length is not None)
    return known if len(known) == len(found) else None
