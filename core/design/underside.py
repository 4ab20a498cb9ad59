"""How thick a slab is by design: even, tapering, with thickened edges (section 7)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from math import hypot

from core.design.stack import Layer, total
from core.design.surface import Surface
from core.errors import BadLevel, OutOfRange
from core.floors import Outline, PlanPoint
from core.lengths import Elevation, Length
from core.lengths.quantity import round_half_away

MOST_THICKENED = 40


@dataclass(frozen=True, slots=True)
class Taper:
    """A slab as thick as it is given along an edge (counted from 1), and ``far`` at the corner
    farthest from it.
    """

    edge: int
    far: Length


@dataclass(frozen=True, slots=True)
class ThickenedEdge:
    """A trench along an edge (counted from 1): its width in plan, and the slab's depth over it."""

    edge: int
    width: Length
    depth: Length


def check_edge(outline: Outline, edge: int) -> None:
    """Raise :class:`OutOfRange` for an edge the outline does not have; they count from 1."""
    if not 1 <= edge <= len(outline.edges):
        raise OutOfRange(
            str(edge),
            f"The outline has {len(outline.edges)} edges.",
            "Count them from the first corner on.",
        )


@dataclass(frozen=True, slots=True)
class ThicknessPlane:
    """A design thickness: at an edge's first corner, and what it gains along x and y."""

    at: PlanPoint
    thickness: Length
    gain_x: Fraction = Fraction(0)
    gain_y: Fraction = Fraction(0)

    def thickness_at(self, place: PlanPoint) -> Length:
        """The thickness at a place."""
        dx, dy = (place.x - self.at.x).nanometres, (place.y - self.at.y).nanometres
        return self.thickness + Length(round_half_away(self.gain_x * dx + self.gain_y * dy))


@dataclass(frozen=True, slots=True)
class Underside:
    """The design thickness of a slab everywhere in its outline, and the layers it lies on.

    ``layers`` lie between it and the stone, the uppermost first.

    Raises :class:`OutOfRange` for edges the outline does not have, and :class:`BadLevel` for
    thicknesses that are none, or a trench that is no deeper than the slab.
    """

    outline: Outline
    thickness: Length
    taper: Taper | None = None
    thickened: tuple[ThickenedEdge, ...] = ()
    layers: tuple[Layer, ...] = ()

    def __post_init__(self) -> None:
        if self.taper is not None:
            check_edge(self.outline, self.taper.edge)
            if not 0 < self.taper.far.nanometres <= self.thickness.nanometres:
                raise BadLevel(
                    f"{float(self.taper.far):g} m",
                    "A slab tapers from its thickness along the edge to less, and stays a slab.",
                    "Give more than 0 and no more than its thickness.",
                )
        for edge in self.thickened:
            check_edge(self.outline, edge.edge)
            if edge.width.nanometres <= 0 or edge.depth <= self.thickness:
                raise BadLevel(
                    f"{float(edge.width):g} m wide, {float(edge.depth):g} m deep",
                    "A thickened edge has a width, and is deeper than the slab.",
                    "Give its width in plan and the whole depth of concrete there.",
                )

    @property
    def between(self) -> Length:
        """How thick the layers between the slab and the stone are together."""
        return total(layer.thickness for layer in self.layers)

    @property
    def is_even(self) -> bool:
        """Whether it is as thick everywhere."""
        return self.taper is None and not self.thickened

    @property
    def slab(self) -> ThicknessPlane:
        """The thickness of the slab without its thickened edges."""
        start, end = self.outline.edges[self.taper.edge - 1 if self.taper else 0]
        even = ThicknessPlane(start, self.thickness)
        if self.taper is None:
            return even
        dx, dy = (end.x - start.x).nanometres, (end.y - start.y).nanometres
        across = [_across(start, end, corner) for corner in self.outline.corners]
        farthest = max(across, key=abs)
        share = Fraction((self.taper.far - self.thickness).nanometres, farthest)
        return ThicknessPlane(start, self.thickness, -share * dy, share * dx)

    def thickness_at(self, place: PlanPoint) -> Length:
        """The design thickness at a place: of the slab, or of the deepest trench it lies over."""
        depths = [edge.depth for edge in self.thickened if self._is_over(edge, place)]
        return max([self.slab.thickness_at(place), *depths])

    def _is_over(self, one: ThickenedEdge, place: PlanPoint) -> bool:
        start, end = self.outline.edges[one.edge - 1]
        dx, dy = float(end.x - start.x), float(end.y - start.y)
        px, py = float(place.x - start.x), float(place.y - start.y)
        run = hypot(dx, dy)
        along, aside = (px * dx + py * dy) / run, abs(px * dy - py * dx) / run
        return -1e-9 <= along <= run + 1e-9 and aside <= float(one.width) + 1e-9

    def strip(self, one: ThickenedEdge) -> Outline:
        """What a thickened edge covers in plan, and as much beside the slab, where nothing is."""
        start, end = self.outline.edges[one.edge - 1]
        dx, dy = float(end.x - start.x), float(end.y - start.y)
        wide = float(one.width) / hypot(dx, dy)
        x, y = Length.from_float(-dy * wide), Length.from_float(dx * wide)
        return Outline(
            (
                PlanPoint(start.x + x, start.y + y),
                PlanPoint(end.x + x, end.y + y),
                PlanPoint(end.x - x, end.y - y),
                PlanPoint(start.x - x, start.y - y),
            )
        )

    def trenches(self) -> tuple[tuple[PlanPoint, PlanPoint], ...]:
        """The middle line of each thickened edge, as far as it lies inside the outline."""
        lines = []
        for edge in self.thickened:
            start, end = self.outline.edges[edge.edge - 1]
            dx, dy = float(end.x - start.x), float(end.y - start.y)
            inward = float(edge.width) / 2 / hypot(dx, dy)
            if self.outline.twice_area < 0:
                inward = -inward
            aside = Length.from_float(-dy * inward), Length.from_float(dx * inward)
            ends = tuple(PlanPoint(at.x + aside[0], at.y + aside[1]) for at in (start, end))
            if all(self.outline.contains(at) for at in ends):
                lines.append((ends[0], ends[1]))
        return tuple(lines)

    def along(self, edge: int) -> tuple[Length, Length]:
        """The thickness at both ends of an edge, as a strip along it meets it."""
        check_edge(self.outline, edge)
        start, end = self.outline.edges[edge - 1]
        own = [one.depth for one in self.thickened if one.edge == edge]
        first, last = (max([self.slab.thickness_at(at), *own]) for at in (start, end))
        return first, last


def _across(start: PlanPoint, end: PlanPoint, place: PlanPoint) -> int:
    """Twice the signed area between an edge and a place: its distance times the edge's run."""
    dx, dy = (end.x - start.x).nanometres, (end.y - start.y).nanometres
    px, py = (place.x - start.x).nanometres, (place.y - start.y).nanometres
    return dx * py - dy * px


@dataclass(frozen=True, slots=True)
class Under:
    """The surface the stone should have: a top less the design thickness and the layers there."""

    top: Surface
    underside: Underside

    def elevation(self, place: PlanPoint) -> Elevation:
        """The level of the stone at a place."""
        under = self.underside
        return self.top.elevation(place) - under.thickness_at(place) - under.between
