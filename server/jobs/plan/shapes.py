"""The line or the outline of an element, from what was typed."""

from __future__ import annotations

import re

from core.errors import BadOutline
from core.floors import Line, Outline, PlanPoint, l_shape, rectangle, spacing_for
from core.lengths import Length
from server.common.refusals import Entries

ABOUT = re.compile(r"(?:about\s+)?(?P<shots>\d{1,5})\s+(?:shots?|points?)", re.ASCII | re.I)
SIDES = {
    "rectangle": ("length", "width"),
    "l-shape": ("length", "width", "notch_length", "notch_width"),
}


def read_outline(
    entries: Entries, shape: str, corners: int, floor: Outline | None
) -> Outline | None:
    """Return an outline: a floor's own, a rectangle or an L from a corner, or its corners."""
    if shape == "floor":
        return _of_floor(entries, floor)
    if shape in SIDES:
        sides = [entries.length(name) for name in SIDES[shape]]
        x, y = entries.length("x"), entries.length("y")
        known = [side for side in sides if side is not None]
        if len(known) < len(sides) or x is None or y is None:
            return None
        make = rectangle if shape == "rectangle" else l_shape
        return entries.check("length", lambda: _moved(make(*known), x, y))
    places = entries.corners("corners", corners)
    return None if places is None else entries.check("corners", lambda: Outline(places))


def read_spacing(
    entries: Entries,
    field: str,
    outline: Outline | None,
    kept: tuple[PlanPoint, ...] = (),
    along: tuple[tuple[PlanPoint, PlanPoint], ...] = (),
) -> Length | None:
    """Read a spacing, or "about 24 shots": the spacing that gives about so many."""
    asked = ABOUT.fullmatch(entries.text(field).strip())
    if asked is None:
        return entries.length(field)
    if outline is None:
        return None
    about = int(asked["shots"])
    return entries.check(field, lambda: spacing_for(outline, about, kept, along))


def read_line(entries: Entries, shape: str, corners: int, floor: Outline | None) -> Line | None:
    """Return a line: open from corner to corner, or around an outline."""
    if shape == "line":
        places = entries.corners("corners", corners)
        return None if places is None else entries.check("corners", lambda: Line(places))
    outline = read_outline(entries, shape, corners, floor)
    return None if outline is None else Line.around(outline)


def _of_floor(entries: Entries, floor: Outline | None) -> Outline | None:
    if floor is None:
        entries.refuse(
            "outline_of", "", "No floor is chosen.", "Choose the floor whose outline it has."
        )
    return floor


def _moved(outline: Outline, x: Length, y: Length) -> Outline:
    try:
        return Outline(tuple(PlanPoint(c.x + x, c.y + y) for c in outline.corners))
    except ValueError as refused:
        raise BadOutline(
            f"{float(x):g} m, {float(y):g} m", "It would lie off the site.", "Move it nearer."
        ) from refused
