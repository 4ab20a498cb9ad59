"""Slips people make when they read and type, and which would explain a reading (section 13).

Only ever a suggestion: what was typed is kept until the person decides.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from math import hypot, sqrt

from core.errors import RuleError
from core.floors import PlanPoint
from core.lengths import Elevation, Length, Reading, StyleKind
from core.lengths.quantity import NANOMETRES_PER_FOOT, NANOMETRES_PER_INCH
from core.rods import Numbering, Rod, SightLine

NEIGHBOURS = 8
ENOUGH_FOR_A_PLANE = 5
ENOUGH_FOR_A_LEVEL = 2
LEAST_SPREAD = 0.004
SPREADS = 2.8
WIDEST_LIKELY = 0.045
LONGEST_REACH = 12.0
MILLIMETRE = 1_000_000


class Slip(StrEnum):
    """A usual slip, said as what happened."""

    FOOT = "a foot off"
    HUNDRED_MILLIMETRES = "100 mm off"
    INCH = "an inch off"
    TENTH = "a tenth off"
    CENTIMETRE = "10 mm off"
    TENTHS_FOR_INCHES = "inches taken for tenths"
    INCHES_FOR_TENTHS = "tenths taken for inches"
    SWAPPED = "two digits swapped"
    SIX_FOR_NINE = "6 and 9 mixed up"
    UPSIDE_DOWN = "the rod upside down"
    WRONG_WAY = "counted the wrong way"


@dataclass(frozen=True, slots=True)
class Suggestion:
    """A slip that would explain a reading, and the reading without it."""

    slip: Slip
    reading: Reading
    elevation: Elevation


@dataclass(frozen=True, slots=True)
class Expected:
    """What a surface should be at a place: the elevation, and how far off is still likely.

    ``from_neighbours`` says whether it rests on points shot nearby or on the design alone.
    """

    elevation: float
    likely: float
    from_neighbours: bool

    def off(self, elevation: Elevation) -> Length:
        """How far an elevation is from what is expected; plus is high."""
        return Length.from_float(float(elevation) - self.elevation)


@dataclass(frozen=True, slots=True)
class Near:
    """A point shot already: its place from the one that is read, and how far it is above design.

    Metres.
    """

    x: float
    y: float
    off: float


def near_points(here: PlanPoint, shot: Iterable[tuple[PlanPoint, Length]]) -> tuple[Near, ...]:
    """Return points that were shot as they lie around a place, each with how far it is off."""
    return tuple(
        Near(float(place.x - here.x), float(place.y - here.y), float(off)) for place, off in shot
    )


def expected_at(near: Sequence[Near], design: float, allowance: float, sure: float) -> Expected:
    """Return what a reading at the origin should give, metres.

    What the nearest points are off the design, as a plane where there are enough of them, a
    level where there are few, their own scatter saying how far off is likely; the design
    itself, with ``allowance``, where there are none. ``sure`` is U of the reading: nothing
    nearer than that is ever unlikely.
    """
    reach = sorted(near, key=lambda point: hypot(point.x, point.y))
    closest = [p for p in reach if hypot(p.x, p.y) <= LONGEST_REACH][:NEIGHBOURS]
    trend = _plane_at_origin(closest) or _level_of(closest)
    if trend is None:
        return Expected(design, allowance + sure, from_neighbours=False)
    off, spread, widening = trend
    likely = min(SPREADS * max(spread, LEAST_SPREAD) * widening, WIDEST_LIKELY)
    return Expected(design + off, max(likely, sure), from_neighbours=True)


def suggest(
    rod: Rod, line: SightLine, reading: Reading, expected: Expected, backsight: Reading
) -> tuple[Suggestion, ...]:
    """Return the slips that would bring an unlikely reading where it is expected.

    The nearest first; none where the reading is likely as it is.
    """
    if is_likely(line.elevation(reading), expected):
        return ()
    found: dict[Reading, Suggestion] = {}
    for slip, other in _without(rod, reading, backsight):
        elevation = line.elevation(other)
        if other != reading and rod.has(other) and is_likely(elevation, expected):
            found.setdefault(other, Suggestion(slip, other, elevation))
    return tuple(sorted(found.values(), key=lambda s: abs(float(s.elevation) - expected.elevation)))


def is_likely(elevation: Elevation, expected: Expected) -> bool:
    """Say whether an elevation is near enough to what is expected."""
    return abs(float(elevation) - expected.elevation) <= expected.likely


def _level_of(points: Sequence[Near]) -> tuple[float, float, float] | None:
    """Return the points' mean, their scatter about it, and its weakness; None for too few."""
    n = len(points)
    if n < ENOUGH_FOR_A_LEVEL:
        return None
    mean = sum(point.off for point in points) / n
    rest = sum((point.off - mean) ** 2 for point in points)
    return mean, sqrt(rest / (n - 1)), sqrt(1 + 1 / n)


def _plane_at_origin(points: Sequence[Near]) -> tuple[float, float, float] | None:
    """Fit a plane by least squares: its height here, the points' scatter, and its weakness here.

    None where the points are too few, or on one line.
    """
    n = len(points)
    if n < ENOUGH_FOR_A_PLANE:
        return None
    mx, my = sum(p.x for p in points) / n, sum(p.y for p in points) / n
    mz = sum(p.off for p in points) / n
    centred = [(p.x - mx, p.y - my, p.off - mz) for p in points]
    sxx, syy = sum(x * x for x, _, _ in centred), sum(y * y for _, y, _ in centred)
    sxy = sum(x * y for x, y, _ in centred)
    sxz, syz = sum(x * z for x, _, z in centred), sum(y * z for _, y, z in centred)
    determinant = sxx * syy - sxy * sxy
    if determinant < 1e-3 * max(sxx, syy) ** 2:
        return None
    a = (sxz * syy - syz * sxy) / determinant
    b = (syz * sxx - sxz * sxy) / determinant
    rest = sum((z - a * x - b * y) ** 2 for x, y, z in centred)
    leverage = 1 / n + (mx * mx * syy - 2 * mx * my * sxy + my * my * sxx) / determinant
    return mz - a * mx - b * my, sqrt(rest / (n - 3)), sqrt(1 + leverage)


def _without(rod: Rod, reading: Reading, backsight: Reading) -> Iterator[tuple[Slip, Reading]]:
    """Yield every reading that a slip could have turned into this one."""
    s, kind = reading.nanometres, rod.graduation.style.kind
    for slip, step in _steps(kind):
        yield slip, Reading(s + step)
        yield slip, Reading(s - step)
    if not kind.is_metric:
        yield from _tenths_and_inches(s)
    yield from _written_otherwise(rod, reading)
    yield Slip.UPSIDE_DOWN, Reading(rod.lowest.nanometres + rod.highest.nanometres - s)
    turned = 0 if rod.numbering is Numbering.CENTRE_ZERO else backsight.nanometres
    yield Slip.WRONG_WAY, Reading(2 * turned - s)


def _steps(kind: StyleKind) -> tuple[tuple[Slip, int], ...]:
    if kind.is_metric:
        return (
            (Slip.HUNDRED_MILLIMETRES, 100 * MILLIMETRE),
            (Slip.CENTIMETRE, 10 * MILLIMETRE),
        )
    tenth = (Slip.TENTH, NANOMETRES_PER_FOOT // 10)
    inch = (Slip.INCH, NANOMETRES_PER_INCH)
    return ((Slip.FOOT, NANOMETRES_PER_FOOT), tenth if kind is StyleKind.DECIMAL_FEET else inch)


def _tenths_and_inches(s: int) -> Iterator[tuple[Slip, Reading]]:
    """Yield the part behind the feet, its inches read as tenths and its tenths as inches."""
    feet, part = divmod(s, NANOMETRES_PER_FOOT)
    whole = feet * NANOMETRES_PER_FOOT
    yield Slip.INCHES_FOR_TENTHS, Reading(whole + part * 10 // 12)
    if part * 12 // 10 < NANOMETRES_PER_FOOT:
        yield Slip.TENTHS_FOR_INCHES, Reading(whole + part * 12 // 10)


def _written_otherwise(rod: Rod, reading: Reading) -> Iterator[tuple[Slip, Reading]]:
    """Yield the reading with two digits that stand together swapped, or a 6 for a 9."""
    text = rod.write(reading)
    if rod.numbering is Numbering.CENTRE_ZERO:
        return
    for match in re.finditer(r"(?=(\d)(\.?)(\d))", text):
        i, (one, dot, two) = match.start(), match.groups()
        swapped = text[:i] + two + dot + one + text[i + 2 + len(dot) :]
        yield from _read(rod, Slip.SWAPPED, swapped)
    for match in re.finditer(r"[69]", text):
        i = match.start()
        other = "9" if match[0] == "6" else "6"
        yield from _read(rod, Slip.SIX_FOR_NINE, text[:i] + other + text[i + 1 :])


def _read(rod: Rod, slip: Slip, text: str) -> Iterator[tuple[Slip, Reading]]:
    try:
        yield slip, rod.read(text)
    except RuleError:
        return
