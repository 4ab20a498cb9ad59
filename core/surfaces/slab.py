"""The volume of a slab over shot stone (section 10)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from core.floors import Outline, PlanPoint
from core.surfaces.triangles import Floats, distinct_places, mesh_over, ring_of

ASK_FOR_CORNERS_ABOVE = 0.15


@dataclass(frozen=True, slots=True)
class Plane:
    """A plane z = z0 + gx·x + gy·y, in metres."""

    z0: float
    gx: float = 0.0
    gy: float = 0.0

    def at(self, xy: Floats) -> Floats:
        """Return z at an (n, 2) array of places."""
        heights: Floats = self.z0 + xy @ np.array([self.gx, self.gy])
        return heights


@dataclass(frozen=True, slots=True)
class StoneShot:
    """A shot on the stone: its place and its elevation in metres."""

    place: PlanPoint
    z: float


@dataclass(frozen=True, slots=True)
class Extreme:
    """The thinnest or thickest spot: the index of its (first) shot, and metres there."""

    shot: int
    thickness: float


@dataclass(frozen=True, slots=True)
class SlabVolume:
    """What lies between the stone and the top of slab; square and cubic metres, metres.

    ``extrapolated_share`` is the part of the area outside the hull of the shots; thinnest
    and thickest are of the shots themselves, never of an extrapolated corner.
    """

    area: float
    volume: float
    mean_thickness: float
    extrapolated_share: float
    thinnest: Extreme
    thickest: Extreme

    @property
    def field_book_volume(self) -> float:
        """Mean of the shots × area."""
        return self.mean_thickness * self.area

    @property
    def asks_for_corner_shots(self) -> bool:
        """Whether too much of the volume rests on no shot."""
        return self.extrapolated_share > ASK_FOR_CORNERS_ABOVE

    @property
    def field_book_difference(self) -> float:
        """How much more the field-book figure says than the triangles."""
        return self.field_book_volume - self.volume

    def nominal_volume(self, nominal_thickness: float) -> float:
        """Area × nominal thickness."""
        return self.area * nominal_thickness

    def extra_over(self, nominal_thickness: float) -> float:
        """The volume beyond area × nominal thickness."""
        return self.volume - self.nominal_volume(nominal_thickness)


class SlabModel:
    """A slab's top in panels over the places its stone was shot.

    What hangs on the geometry alone is worked out once: after that a volume is one product,
    for whatever the stone at those places is. ``tops`` is the top above each place, ``rings``
    are the panels' corners in metres.
    """

    def __init__(
        self, panels: Sequence[tuple[Outline, Plane]], places: Sequence[PlanPoint]
    ) -> None:
        self.places = distinct_places(places)
        self.meshes = [mesh_over(outline, self.places.xy) for outline, _ in panels]
        self.planes = [plane for _, plane in panels]
        self.rings = [ring_of(outline) for outline, _ in panels]
        self.area = sum(outline.area for outline, _ in panels)
        self.weights: Floats = sum((mesh.weights for mesh in self.meshes), np.zeros(1))
        shares = [
            mesh.extrapolated_share * outline.area
            for mesh, (outline, _) in zip(self.meshes, panels, strict=True)
        ]
        self.extrapolated_share = sum(shares) / self.area
        self.tops = self._tops([outline for outline, _ in panels], places)
        self._under_tops = sum(
            float(mesh.weights @ plane.at(self.places.xy))
            for mesh, plane in zip(self.meshes, self.planes, strict=True)
        )

    def _tops(self, outlines: list[Outline], places: Sequence[PlanPoint]) -> Floats:
        """Return the top above each place: that of its own panel, the first beside all."""
        tops = self.planes[0].at(self.places.xy)
        if len(outlines) > 1:
            for at, shot in enumerate(self.places.first):
                own = (n for n, one in enumerate(outlines) if one.contains(places[shot]))
                plane = self.planes[next(own, 0)]
                tops[at] = float(plane.at(self.places.xy[at : at + 1])[0])
        return tops

    def volume(self, stone: Floats) -> float:
        """Return the volume between stone at the places and the top."""
        return self._under_tops - float(self.weights @ stone)

    def slab(self, z: Floats) -> SlabVolume:
        """Return what lies over the stone of each shot; places shot twice count with their mean."""
        stone = self.places.mean(z)
        thickness = self.tops - stone
        thin, thick = int(thickness.argmin()), int(thickness.argmax())
        first = self.places.first
        return SlabVolume(
            area=self.area,
            volume=self.volume(stone),
            mean_thickness=float(thickness.mean()),
            extrapolated_share=self.extrapolated_share,
            thinnest=Extreme(int(first[thin]), float(thickness[thin])),
            thickest=Extreme(int(first[thick]), float(thickness[thick])),
        )


def slab_volume(outline: Outline, shots: Sequence[StoneShot], top: Plane) -> SlabVolume:
    """Return the volume between shot stone and a plane, by triangles clipped to the outline.

    Corners outside the hull of the shots take their thickness from the least-squares plane
    of the nearest four. Raises :class:`NotEnoughShots` for fewer than three places, or all
    of them on one line.
    """
    model = SlabModel([(outline, top)], [shot.place for shot in shots])
    return model.slab(np.array([shot.z for shot in shots], dtype=np.float64))
