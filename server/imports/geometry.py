"""What the shapes of a drawing come to as parts of a plan, typed as a person would type it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

from core.cad import DrawnShape, Spot, middle_of, rows_of, sides_of, strip_between, strip_in
from core.errors import BadShape
from core.floors import PlanPoint
from core.lengths import Length, retypable
from server.imports.placement import Laid
from server.jobs.plan.element_form import Shape
from server.jobs.plan.kinds import DrawnAs, kind_of
from server.jobs.planned import ElementKind

BOTH_EDGES = 2
#: A drawn rectangle narrower than this is a strip by its two edges, where no width is given.
WIDEST_STRIP = Length.from_metres("1.5")
SQUARE_OFF = Length.from_metres("0.005")


@dataclass(frozen=True, slots=True)
class Geometry:
    """A shape and its corners as they are typed, and the measures that follow from the drawing."""

    shape: Shape
    corners: list[list[str]]
    measures: dict[str, str]


@dataclass(frozen=True, slots=True)
class Placed:
    """A shape laid over the site: its corners there."""

    drawn: DrawnShape
    corners: tuple[PlanPoint, ...]

    @classmethod
    def of(cls, drawn: DrawnShape, laid: Laid) -> Placed:
        """Lay a shape over the site; raises for one that reaches farther than any site."""
        spots = drawn.corners(laid.within)
        return cls(drawn, tuple(laid.fit.place(spot) for spot in spots))


def outline_of(shapes: Sequence[Placed], laid: Laid) -> list[list[str]]:
    """Return the corners of the one outline among shapes.

    Raises :class:`BadShape` for several, and for a line that is not closed.
    """
    one = _alone(shapes)
    if not one.drawn.is_closed:
        raise BadShape(_named(one), "It is a line that does not close.", "Choose an outline.")
    return typed_places(one.corners, laid)


def geometry_of(
    kind: ElementKind, shapes: Sequence[Placed], laid: Laid, measures: dict[str, str]
) -> Geometry:
    """Return what shapes come to as an element of a kind.

    ``measures`` are what a person typed beside it. Raises :class:`BadShape` for shapes that are
    no such thing, with what would do.
    """
    match kind_of(kind).drawn_as:
        case DrawnAs.STRIP:
            return _strip(shapes, laid, measures)
        case DrawnAs.SIDES:
            return Geometry("corners", [], _pad(_alone(shapes), laid))
        case DrawnAs.PLACES:
            return Geometry("corners", _middles(shapes, laid), {})
        case DrawnAs.ROWS:
            return Geometry("corners", [], _piers(shapes, laid, measures))
        case DrawnAs.OUTLINE:
            return Geometry("corners", outline_of(shapes, laid), {})
        case DrawnAs.LINE:
            one = _alone(shapes)
            return Geometry(_shape(one.drawn.is_closed), typed_places(one.corners, laid), {})


def typed_places(corners: Sequence[PlanPoint], laid: Laid) -> list[list[str]]:
    """Return places as they can be typed, to the nanometre."""
    return [
        [retypable(corner.x, laid.style), retypable(corner.y, laid.style)] for corner in corners
    ]


def _middles(shapes: Sequence[Placed], laid: Laid) -> list[list[str]]:
    return typed_places([laid.fit.place(_middle(shape, laid)) for shape in shapes], laid)


def _strip(shapes: Sequence[Placed], laid: Laid, measures: dict[str, str]) -> Geometry:
    """Return a strip by its middle and a width that is typed, or by its edges."""
    if len(shapes) == BOTH_EDGES:
        one, other = shapes
        closed = one.drawn.is_closed
        if closed is not other.drawn.is_closed:
            raise BadShape(_named(one), "One edge is closed, the other is not.", "Choose both.")
        strip = strip_between(one.corners, other.corners, is_closed=closed)
        own = {"strip_width": retypable(strip.width, laid.style)}
        return Geometry(_shape(closed), typed_places(strip.corners, laid), own)
    one = _alone(shapes)
    sides = sides_of(one.corners) if one.drawn.is_closed else None
    is_strip = sides is not None and min(sides) <= WIDEST_STRIP
    if not measures.get("strip_width", "").strip() and is_strip:
        strip = strip_in(one.corners)
        return Geometry(
            "line",
            typed_places(strip.corners, laid),
            {"strip_width": retypable(strip.width, laid.style)},
        )
    return Geometry(_shape(one.drawn.is_closed), typed_places(one.corners, laid), {})


def _pad(one: Placed, laid: Laid) -> dict[str, str]:
    round_one = one.drawn.circle
    if round_one is not None:
        raise BadShape(_named(one), "A pad has four sides; this is round.", "Place it as a pier.")
    sides = sides_of(one.corners) if one.drawn.is_closed else None
    if sides is None:
        raise BadShape(_named(one), "It is no rectangle.", "Choose the pad's own outline.")
    a, b = one.corners[0], one.corners[1]
    right, away = abs(b.x - a.x), abs(b.y - a.y)
    if min(right, away) > SQUARE_OFF:
        why = "It stands at an angle to the job's own axes."
        raise BadShape(_named(one), why, "Lay the drawing along them, or place it as a slab.")
    across, along = sides if right > away else (sides[1], sides[0])
    middle = laid.fit.place(middle_of(one.drawn.corners(laid.within)))
    return {
        "x": retypable(middle.x, laid.style), "y": retypable(middle.y, laid.style),
        "length": retypable(across, laid.style), "width": retypable(along, laid.style),
    }  # fmt: skip


def _piers(shapes: Sequence[Placed], laid: Laid, measures: dict[str, str]) -> dict[str, str]:
    grid = rows_of([laid.fit.place(_middle(shape, laid)) for shape in shapes])
    own = {
        "x": retypable(grid.first.x, laid.style), "y": retypable(grid.first.y, laid.style),
        "x_last": retypable(grid.last.x, laid.style), "y_last": retypable(grid.last.y, laid.style),
        "count": f"{grid.count} for sure", "rows": f"{grid.rows}",
        "row_spacing": retypable(grid.row_spacing, laid.style) if grid.rows > 1 else "",
    }  # fmt: skip
    drawn = diameter_of(shapes, laid)
    if drawn is not None and not measures.get("diameter", "").strip():
        own["diameter"] = retypable(drawn, laid.style)
    return own


def diameter_of(shapes: Sequence[Placed], laid: Laid) -> Length | None:
    """Return the diameter that round piers are drawn with, where all have the same."""
    circles = [shape.drawn.circle for shape in shapes]
    found = {laid.fit.height(circle[1]) for circle in circles if circle is not None}
    return found.pop() if len(found) == 1 and None not in circles else None


def _middle(one: Placed, laid: Laid) -> Spot:
    circle = one.drawn.circle
    if circle is not None:
        return circle[0]
    if not one.drawn.is_closed:
        raise BadShape(_named(one), "A pier is drawn as a closed shape.", "Choose its outline.")
    return middle_of(one.drawn.corners(laid.within))


def size_in_words(one: Placed, laid: Laid) -> tuple[str, tuple[Length, ...]]:
    """Return what a shape is in a word, and its lengths: sides, diameter, or length."""
    circle = one.drawn.circle
    if circle is not None:
        return "circle", (laid.fit.height(circle[1]),)
    sides = sides_of(one.corners) if one.drawn.is_closed else None
    if sides is not None:
        return "rectangle", sides
    xs = [float(place.x) for place in one.corners]
    ys = [float(place.y) for place in one.corners]
    if one.drawn.is_closed:
        box = Length.from_float(max(xs) - min(xs)), Length.from_float(max(ys) - min(ys))
        return f"{len(one.corners)} corners", box
    legs = zip(one.corners, one.corners[1:], strict=False)
    run = sum(hypot(float(b.x - a.x), float(b.y - a.y)) for a, b in legs)
    return "line", (Length.from_float(run),)


def _alone(shapes: Sequence[Placed]) -> Placed:
    if len(shapes) != 1:
        many = f"{len(shapes)} shapes"
        raise BadShape(many, "It is made of one shape.", "Choose one shape for it.")
    return shapes[0]


def _shape(is_closed: bool) -> Shape:
    return "corners" if is_closed else "line"


def _named(one: Placed) -> str:
    return f"layer {one.drawn.layer}, handle {one.drawn.handle}"
