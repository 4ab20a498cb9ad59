"""The thickness map of a slab as screens read it."""

from __future__ import annotations

from typing import Literal, TypedDict

from core.design import Slab
from core.lengths import Style
from server.common.shown import Amount, Place, Shown, show


class BandSheet(TypedDict):
    """A band of the map: from how thick to how thick, as a path in metres."""

    low: Shown
    high: Shown
    kind: Literal["thin", "less", "on", "more"]
    share: float
    area: Amount
    path: str


class ContourSheet(TypedDict):
    """A contour line as a path in metres, and a place on it for its name."""

    level: Shown
    path: str
    at: Place | None


class SpotSheet(TypedDict):
    """A spot off its design, and what to do there."""

    point: str
    id: str
    thickness: Shown
    action: str
    is_thin: bool


class PlacedSoFar(TypedDict):
    """How much concrete it takes from one end up to a distance from there."""

    along: Shown
    volume: Amount


class ThicknessMap(TypedDict):
    """The thickness of a slab over its shot stone; ``why_none`` where it can't be drawn yet.

    ``placed`` adds the concrete up along its longer side, from the left or the near end.
    """

    nominal: Shown
    least: Shown
    bands: list[BandSheet]
    contours: list[ContourSheet]
    worst: list[SpotSheet]
    placed_from: Literal["left", "near"]
    placed: list[PlacedSoFar]
    why_none: str


def undrawn(slab: Slab, style: Style, why: str) -> ThicknessMap:
    """Return the map of a floor of which nothing can be drawn, and why."""
    return {
        "nominal": show(slab.levels.thickness, style),
        "least": show(slab.levels.least_thickness, style),
        "bands": [],
        "contours": [],
        "worst": [],
        "placed_from": "left",
        "placed": [],
        "why_none": why,
    }
