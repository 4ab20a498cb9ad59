"""A section along a line of the plan: levels as designed, and what was shot beside it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction

from core.design import LevelSurface, Surface
from core.errors import BadOutline
from core.floors import Line, Outline, PlanPoint
from core.floors.marks import between, rounded_up_distance
from core.lengths import Elevation, Length

#: How many steps a section is looked at in; a change between two is found to within one.
STEPS = 240
#: What was shot no farther from the line is shown on it.
BESIDE = Length.from_metres("0.75")
#: How many times higher than long a section may be drawn.
TIMES = (1, 2, 5, 10, 20, 50, 100)


@dataclass(frozen=True, slots=True)
class SectionLine:
    """A straight line on the plan that is cut along."""

    start: PlanPoint
    end: PlanPoint

    def __post_init__(self) -> None:
        if self.start == self.end:
            raise BadOutline(
                str(self.start), "A section runs from one place to another.", "Give both ends."
            )

    @property
    def length(self) -> Length:
        """How long it is."""
        return rounded_up_distance(self.start, self.end)

    def stations(self) -> tuple[tuple[Length, PlanPoint], ...]:
        """Places evenly along it, both ends included, each with how far along it lies."""
        run = self.length
        ways = [Length(run.nanometres * step // STEPS) for step in range(STEPS + 1)]
        return tuple((way, between(self.start, self.end, way, run)) for way in ways)

    def beside(self, place: PlanPoint) -> tuple[Length, Length] | None:
        """How far along a place lies and how far to the left of it; None beyond its ends."""
        dx, dy = (self.end.x - self.start.x).nanometres, (self.end.y - self.start.y).nanometres
        px, py = (place.x - self.start.x).nanometres, (place.y - self.start.y).nanometres
        run = self.length.nanometres
        along = Fraction(px * dx + py * dy, run)
        if not 0 <= along <= run:
            return None
        return Length(round(along)), Length(round(Fraction(dx * py - dy * px, run)))


@dataclass(frozen=True, slots=True)
class CutSurface:
    """A surface as a section cuts it: stretches of how far along and how high."""

    name: str
    stretches: tuple[tuple[tuple[Length, Elevation], ...], ...]


@dataclass(frozen=True, slots=True)
class CutShot:
    """What was found beside a section: how far along it, how high, and at which point."""

    surface: str
    point: str
    along: Length
    elevation: Elevation


def cut(name: str, line: SectionLine, outline: Outline | None, surface: Surface) -> CutSurface:
    """Return what a section cuts of a surface, within its outline where it has one."""
    stretches: list[list[tuple[Length, Elevation]]] = []
    is_in = False
    for way, place in line.stations():
        was_in, is_in = is_in, outline is None or outline.contains(place)
        if is_in and not was_in:
            stretches.append([])
        if is_in:
            stretches[-1].append((way, surface.elevation(place)))
    return CutSurface(name, tuple(tuple(stretch) for stretch in stretches if len(stretch) > 1))


def cut_strip(
    name: str, line: SectionLine, strip: Line, width: Length, level: Elevation
) -> CutSurface:
    """Return what a section cuts of a strip's own level, such as the bottom of a footing."""
    stretches: list[tuple[tuple[Length, Elevation], ...]] = []
    for ring in strip.strip(width):
        cut_here = cut(name, line, Outline(ring), LevelSurface(level))
        stretches += cut_here.stretches
    return CutSurface(name, tuple(sorted(stretches)))


def beside(
    line: SectionLine, shots: Iterable[tuple[str, str, PlanPoint, Elevation]]
) -> tuple[CutShot, ...]:
    """Return what was shot near enough to a section, in order along it.

    Each shot is its surface, its point, its place and its elevation.
    """
    found = []
    for surface, point, place, elevation in shots:
        at = line.beside(place)
        if at is not None and abs(at[1]) <= BESIDE:
            found.append(CutShot(surface, point, at[0], elevation))
    return tuple(sorted(found, key=lambda one: one.along))


def exaggeration(length: Length, height: Length, room: tuple[float, float]) -> int:
    """Return how many times higher than long a section is drawn: 1, 2, 5, 10, 20, 50 or 100.

    The most at which ``height`` still fits a room whose width the length fills.
    """
    scale = room[0] / max(float(length), 1e-6)
    fits = [times for times in TIMES if float(height) * scale * times <= room[1]]
    return fits[-1] if fits else TIMES[0]
