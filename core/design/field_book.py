"""The field book's figure: the mean thickness at the shots, over the whole slab (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from core.design.overlay import hull_of, pieces_of
from core.design.slab import Slab
from core.errors import NotEnoughShots
from core.floors import PlanPoint
from core.lengths import Elevation, Length

FEWEST_PLACES = 3
#: A hull narrower than this share of its length is a line.
ON_A_LINE = 1e-6


@dataclass(frozen=True, slots=True)
class Extreme:
    """The thinnest or thickest spot: the index of its (first) shot, and metres there."""

    shot: int
    thickness: float


@dataclass(frozen=True, slots=True)
class FieldBook:
    """What a slab's shots say without any surface between them; cubic metres, metres.

    ``nominal`` is the volume of its design, ``volume`` that less the shots' mean above it.
    """

    volume: float
    nominal: float
    mean_thickness: float
    thinnest: Extreme
    thickest: Extreme

    @property
    def extra(self) -> float:
        """The volume beyond the nominal."""
        return self.volume - self.nominal


def field_book(slab: Slab, stone: Sequence[tuple[PlanPoint, Elevation]]) -> FieldBook:
    """Return the field book's figure over stone; places shot twice count with their mean.

    Raises :class:`NotEnoughShots` for fewer than three places, as a surface does.
    """
    shots: dict[PlanPoint, list[tuple[int, Elevation]]] = {}
    for number, (place, elevation) in enumerate(stone):
        shots.setdefault(place, []).append((number, elevation))
    check_count(len(shots))
    _check_spread(list(shots))
    thick, above = [], []
    for place, here in shots.items():
        height = sum(float(elevation) for _, elevation in here) / len(here)
        design = float(slab.underside.thickness_at(place))
        above.append(height - float(slab.sub_base.elevation(place)))
        thick.append(Extreme(here[0][0], design - above[-1]))
    nominal = nominal_volume(slab)
    return FieldBook(
        volume=nominal - sum(above) / len(above) * slab.outline.area,
        nominal=nominal,
        mean_thickness=sum(one.thickness for one in thick) / len(thick),
        thinnest=min(thick, key=lambda one: one.thickness),
        thickest=max(thick, key=lambda one: one.thickness),
    )


def check_count(places: int) -> None:
    """Raise :class:`NotEnoughShots` for fewer places than a surface needs."""
    if places < FEWEST_PLACES:
        raise NotEnoughShots(
            f"{places} shot{'s' if places != 1 else ''}",
            "A surface needs three.",
            "Shoot at least three points.",
        )


def check_width(places: int, area: float, longest: float) -> None:
    """Raise :class:`NotEnoughShots` for a hull of an area, in square metres, that is a line."""
    if area < ON_A_LINE * longest * longest:
        raise NotEnoughShots(
            f"{places} shots",
            "They all lie on one line.",
            "Shoot at least one point off that line.",
        )


def _check_spread(places: Sequence[PlanPoint]) -> None:
    hull = hull_of([(float(place.x), float(place.y)) for place in places])
    area = abs(sum(ax * by - bx * ay for (ax, ay), (bx, by) in pairwise([*hull, hull[0]]))) / 2
    longest = max(max(along) - min(along) for along in zip(*hull, strict=True))
    check_width(len(places), area, longest)


def nominal_volume(slab: Slab) -> float:
    """Return the volume of a slab's design, its taper and its thickened edges included.

    Between the edges of those the thickness is a plane, whose mean over a piece is what it is
    in the piece's middle.
    """
    parts = [panel.outline for panel in slab.panels]
    strips = [slab.underside.strip(edge) for edge in slab.underside.thickened]
    whole, nominal = set(range(len(parts))), 0.0
    for piece in pieces_of([*parts, *strips]):
        if piece.within & whole:
            x, y = piece.middle
            middle = PlanPoint(Length.from_float(x), Length.from_float(y))
            nominal += piece.area * float(slab.underside.thickness_at(middle))
    return nominal
