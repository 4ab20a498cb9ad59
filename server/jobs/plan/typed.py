"""An element as it can be typed again."""

from __future__ import annotations

from typing import TypedDict

from core.lengths import retypable, written_above
from server.jobs.models import Element
from server.jobs.plan.element_form import MeshTyped, Shape, StepTyped
from server.jobs.plan.layers import LayerTyped
from server.jobs.plan.retyped import element_retyped
from server.jobs.planned import ElementKind, FloorPart
from server.jobs.rules import style_of
from server.jobs.sheets import Corner, LevelFrom, Side, level_from


class ElementTyped(TypedDict):
    """An element as it can be typed again."""

    kind: ElementKind
    name: str
    level_from: LevelFrom
    level: str
    side: Side
    reference: str
    part: FloorPart
    tolerance: str
    shape: Shape
    outline_of: str
    corners: list[Corner]
    measures: dict[str, str]
    steps: list[StepTyped]
    layers: list[LayerTyped]
    mesh: MeshTyped | None


def element_typed(element: Element) -> ElementTyped:
    """Return an element as it can be typed again."""
    style = style_of(element.job)
    typed = element_retyped(element, style)
    offset, level = element.level_offset, element.level_elevation
    amount = written_above(level, style) if level is not None else offset and abs(offset)
    return {
        "kind": ElementKind(element.kind),
        "name": element.name,
        "level_from": level_from(element),
        "level": retypable(amount, style) if amount is not None else "",
        "side": "below" if offset is not None and offset.nanometres < 0 else "above",
        "reference": str(element.reference_benchmark_id or element.reference_floor_id or ""),
        "part": FloorPart(element.part),
        "tolerance": retypable(element.tolerance, style),
        "shape": typed["shape"],
        "outline_of": typed["outline_of"],
        "corners": [{"x": x, "y": y} for x, y in typed["corners"]],
        "measures": typed["measures"],
        "steps": typed["steps"],
        "layers": typed["layers"],
        "mesh": typed.get("mesh"),
    }
