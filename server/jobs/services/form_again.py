"""A part of the plan as a service's form, from how it can be typed again."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from server.jobs.plan.typed import ElementTyped
from server.jobs.services.draft_element import ElementForm
from server.jobs.services.draft_floor import FloorForm
from server.jobs.sheets import Corner, FloorTyped


def floor_form_of(key: UUID, typed: FloorTyped) -> FloorForm:
    """Return a floor's form, corner by corner."""
    own: dict[str, Any] = {
        **typed,
        "corners": _pairs(typed["corners"]),
        "panels": [{**panel, "corners": _pairs(panel["corners"])} for panel in typed["panels"]],
        "reference": _key(typed["reference"]),
    }
    own |= dict.fromkeys(("length", "width", "notch_length", "notch_width"), "")
    return FloorForm(id=key, shape="corners", **own)


def element_form_of(key: UUID, typed: ElementTyped) -> ElementForm:
    """Return an element's form."""
    return ElementForm(
        id=key,
        kind=typed["kind"],
        name=typed["name"],
        level_from=typed["level_from"],
        level=typed["level"],
        side=typed["side"],
        reference=_key(typed["reference"]),
        part=typed["part"],
        tolerance=typed["tolerance"],
        typed={
            "shape": typed["shape"],
            "outline_of": typed["outline_of"],
            "corners": _pairs(typed["corners"]),
            "measures": typed["measures"],
            "steps": typed["steps"],
            "layers": typed["layers"],
            "mesh": typed["mesh"],
        },
    )


def _key(text: str) -> UUID | None:
    return UUID(text) if text else None


def _pairs(corners: list[Corner]) -> list[list[str]]:
    return [[corner["x"], corner["y"]] for corner in corners]
