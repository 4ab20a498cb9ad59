"""Laying a drawing over the site: shifted and turned, never stretched."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations
from math import atan2, cos, hypot, sin

from core.cad.shape import Spot
from core.cad.units import DrawingUnit
from core.errors import BadFit
from core.floors import PlanPoint
from core.lengths import Length
from core.lengths.quantity import NANOMETRES_PER_METRE, round_half_away

#: How far a known point may miss, and how much more for its distance from another.
MISS = Length.from_metres("0.02")
PER_LENGTH = 5000
#: Known points nearer than this tell no turn.
APART = Length.from_metres(2)
#: A length that agrees this well in another unit was drawn in that one.
ALIKE = 0.002
TURN_NEEDS = 2
#: What is turned is known no finer than this, nanometres.
TURNED_TO = 10_000


@dataclass(frozen=True, slots=True)
class Known:
    """A point known in both: where it is drawn, in the drawing's unit, and where on the site."""

    name: str
    drawn: Spot
    place: PlanPoint


@dataclass(frozen=True, slots=True)
class Fit:
    """How a drawing lies on the site: ``pivot`` of the drawing on ``at``, turned around it.

    ``turn`` is in radians, plus to the left. Without a turn every place is exact to the
    nanometre, however large the drawing's numbers are.
    """

    unit: DrawingUnit
    pivot: Spot
    at: PlanPoint
    turn: float = 0.0

    def place(self, drawn: Spot) -> PlanPoint:
        """Return where on the site something is drawn.

        Raises :class:`core.errors.OutOfRange` for a place no site reaches to.
        """
        right, away = (
            (_as_written(drawn[i]) - _as_written(self.pivot[i])) * self.unit.nanometres
            for i in (0, 1)
        )
        if self.turn:
            turned = _turned(float(right), float(away), self.turn)
            right, away = (Fraction(round(one / TURNED_TO) * TURNED_TO) for one in turned)
        return PlanPoint(
            self.at.x + Length(round_half_away(right)), self.at.y + Length(round_half_away(away))
        )

    def metres(self, drawn: Spot) -> tuple[float, float]:
        """Return where something is drawn, metres and not exact, however far off that is."""
        scale = float(self.unit.nanometres) / NANOMETRES_PER_METRE
        right, away = ((drawn[i] - self.pivot[i]) * scale for i in (0, 1))
        straight, across = cos(self.turn), sin(self.turn)
        return (
            float(self.at.x) + right * straight - away * across,
            float(self.at.y) + right * across + away * straight,
        )

    def height(self, drawn: float) -> Length:
        """Return a height of the drawing above the drawing's zero."""
        return Length(round_half_away(_as_written(drawn) * self.unit.nanometres))


@dataclass(frozen=True, slots=True)
class Fitted:
    """A fit, and how far each known point misses by it, in the order they were given."""

    fit: Fit
    misses: tuple[Length, ...]


def fit_by(known: Sequence[Known], unit: DrawingUnit) -> Fitted:
    """Return the fit by one known point (a shift alone) or several (least squares).

    Raises :class:`BadFit` for none, for two that are nearer than 2 m, and for lengths that don't
    agree: a drawing is never stretched to the site.
    """
    if not known:
        raise BadFit("0 points", "Nothing ties the drawing to the site.", "Give a known point.")
    _check_apart(known)
    _check_lengths(known, unit)
    shifted = Fit(unit, known[0].drawn, known[0].place)
    fit = shifted if len(known) < TURN_NEEDS else _least_squares(known, shifted)
    misses = tuple(fit.place(one.drawn).distance(one.place) for one in known)
    for one, miss in zip(known, misses, strict=True):
        if miss > MISS:
            raise BadFit(
                one.name,
                f"It misses by {float(miss):.3f} m: the points don't fit the drawing.",
                "Check which point is which, or leave this one out.",
            )
    return Fitted(fit, misses)


def _check_apart(known: Sequence[Known]) -> None:
    for one, other in combinations(known, 2):
        if one.place.distance(other.place) < APART:
            raise BadFit(
                f"{one.name} and {other.name}",
                "They are too near each other to turn a drawing by.",
                f"Choose points at least {float(APART):g} m (6 ft) apart.",
            )


def _check_lengths(known: Sequence[Known], unit: DrawingUnit) -> None:
    for one, other in combinations(known, 2):
        drawn = hypot(other.drawn[0] - one.drawn[0], other.drawn[1] - one.drawn[1])
        site = float(one.place.distance(other.place))
        length = drawn * float(unit.nanometres) / NANOMETRES_PER_METRE
        if abs(length - site) <= float(MISS) + site / PER_LENGTH:
            continue
        why = f"It is {length:.3f} m in the drawing and {site:.3f} m on the site."
        meant = _unit_that_agrees(drawn, site)
        accepts = (
            f"In {meant.text} it would agree: is that what the drawing is in?"
            if meant
            else "Check which point is which; a drawing is not stretched."
        )
        raise BadFit(f"{one.name} to {other.name}", why, accepts)


def _unit_that_agrees(drawn: float, site: float) -> DrawingUnit | None:
    for unit in DrawingUnit:
        length = drawn * float(unit.nanometres) / NANOMETRES_PER_METRE
        if abs(length - site) <= ALIKE * site:
            return unit
    return None


def _least_squares(known: Sequence[Known], shifted: Fit) -> Fit:
    """Return the turn and the shift with the least squares of what is missed."""
    first = known[0].place
    drawn = [_from(first, shifted.place(one.drawn)) for one in known]
    site = [_from(first, one.place) for one in known]
    middle_drawn, middle_site = _middle(drawn), _middle(site)
    across = along = 0.0
    for (x, y), (east, north) in zip(drawn, site, strict=True):
        dx, dy = x - middle_drawn[0], y - middle_drawn[1]
        de, dn = east - middle_site[0], north - middle_site[1]
        across += dx * dn - dy * de
        along += dx * de + dy * dn
    turn = atan2(across, along)
    # The first point of the drawing stays the pivot; where it comes to lie follows.
    right, away = _turned(middle_drawn[0], middle_drawn[1], turn)
    at = PlanPoint(
        first.x + Length(round(middle_site[0]) - round_half_away(right)),
        first.y + Length(round(middle_site[1]) - round_half_away(away)),
    )
    return Fit(shifted.unit, shifted.pivot, at, turn)


def _as_written(number: float) -> Fraction:
    """Return a number as its file wrote it: the shortest decimal that is this one."""
    return Fraction(repr(number))


def _from(first: PlanPoint, place: PlanPoint) -> Spot:
    return float((place.x - first.x).nanometres), float((place.y - first.y).nanometres)


def _middle(spots: Sequence[Spot]) -> Spot:
    return sum(x for x, _ in spots) / len(spots), sum(y for _, y in spots) / len(spots)


def _turned(x: float, y: float, turn: float) -> tuple[Fraction, Fraction]:
    return (
        Fraction(x * cos(turn) - y * sin(turn)),
        Fraction(x * sin(turn) + y * cos(turn)),
    )
