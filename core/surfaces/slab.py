"""The volume of a slab over shot stone (section 10).

Stone is held as how far it lies above its design: a slab may taper and have thickened edges, and
what lies between the shots follows the design there.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np

from core.design.field_book import Extreme
from core.floors import Outline, PlanPoint
from core.surfaces.triangles import (
    Floats,
    Integers,
    distinct_places,
    integral_over,
    mesh_over,
    neighbours_of,
    ring_of,
)

ASK_FOR_CORNERS_ABOVE = 0.15
FEW_SHOTS = 4


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

    def __sub__(self, other: Plane) -> Plane:
        return Plane(self.z0 - other.z0, self.gx - other.gx, self.gy - other.gy)


@dataclass(frozen=True, slots=True)
class Region:
    """A part of a slab whose top and whose design thickness are planes, in metres."""

    outline: Outline
    top: Plane
    thickness: Plane

    @property
    def design(self) -> Plane:
        """The stone as it should be."""
        return self.top - self.thickness


@dataclass(frozen=True, slots=True)
class StoneShot:
    """A shot on the stone: its place and its elevation in metres."""

    place: PlanPoint
    z: float


@dataclass(frozen=True, slots=True)
class SlabVolume:
    """What lies between the stone and the top of slab; square and cubic metres, metres.

    ``nominal`` is the volume of its design. ``extrapolated_share`` is the part of the area
    outside the hull of the shots; thinnest and thickest are of the shots themselves, never of an
    extrapolated corner; ``places`` is how many distinct ones there are.
    """

    area: float
    volume: float
    nominal: float
    mean_off: float
    mean_thickness: float
    extrapolated_share: float
    places: int
    thinnest: Extreme
    thickest: Extreme

    @property
    def field_book_volume(self) -> float:
        """Mean of the shots × area: the design's volume less their mean above it."""
        return self.nominal - self.mean_off * self.area

    @property
    def asks_for_corner_shots(self) -> bool:
        """Whether too much of the volume rests on no shot."""
        return self.extrapolated_share > ASK_FOR_CORNERS_ABOVE

    @property
    def asks_for_more_shots(self) -> bool:
        """Whether four corners or fewer are all that is known; they tell nothing of the middle."""
        return self.places <= FEW_SHOTS

    @property
    def field_book_difference(self) -> float:
        """How much more the field-book figure says than the triangles."""
        return self.field_book_volume - self.volume

    @property
    def extra(self) -> float:
        """The volume beyond the nominal."""
        return self.volume - self.nominal


class Part(NamedTuple):
    """The regions of a slab that are as thick by design: the indexes of the places on them, and
    the area of them that each of the slab's places stands for, square meters.
    """

    places: Integers
    weights: Floats


class SlabModel:
    """A slab in regions over the places its stone was shot.

    What hangs on the geometry alone is worked out once: after that a volume is a product, for
    whatever the stone at those places is. ``tops`` and ``design`` are the top and the stone's
    design at each place, ``thickness`` the slab's there, ``rings`` the regions' corners; between
    slab and stone lie ``layers`` meters of other things, as thick everywhere.
    """

    def __init__(
        self, regions: Sequence[Region], places: Sequence[PlanPoint], layers: float = 0.0
    ) -> None:
        self.regions = list(regions)
        self.places = distinct_places(places)
        self.meshes = [mesh_over(region.outline, self.places.xy) for region in regions]
        self.rings = [ring_of(region.outline) for region in regions]
        areas = [region.outline.area for region in regions]
        self.area = sum(areas)
        self.weights: Floats = sum((mesh.weights for mesh in self.meshes), np.zeros(1))
        shares = [
            mesh.extrapolated_share * area for mesh, area in zip(self.meshes, areas, strict=True)
        ]
        self.extrapolated_share = sum(shares) / self.area
        own = self._own_regions(places)
        self.tops = self._at_places(own, [region.top for region in regions])
        self.thickness = self._at_places(own, [region.thickness for region in regions])
        #: The floor and each depth of thickening: which places lie there, and what of the area
        #: there each place stands for.
        self.parts = self._parts(own)
        self.design: Floats = self.tops - self.thickness - layers
        #: The volume of the design.
        self.nominal = sum(
            integral_over(ring, (region.thickness.z0, region.thickness.gx, region.thickness.gy))
            for ring, region in zip(self.rings, regions, strict=True)
        )

    def _own_regions(self, places: Sequence[PlanPoint]) -> Integers:
        """Return the region each place lies on, the first beside all."""
        own = np.zeros(len(self.places.first), dtype=np.intp)
        if len(self.regions) > 1:
            for at, shot in enumerate(self.places.first):
                holding = (
                    n for n, one in enumerate(self.regions) if one.outline.contains(places[shot])
                )
                own[at] = next(holding, 0)
        return own

    def _parts(self, own: Integers) -> list[Part]:
        """Return the regions of one design thickness together, in the order they come."""
        alike: dict[Plane, list[int]] = {}
        for number, region in enumerate(self.regions):
            alike.setdefault(region.thickness, []).append(number)
        return [
            Part(
                np.flatnonzero(np.isin(own, numbers)),
                sum((self.meshes[n].weights for n in numbers), np.zeros(1)),
            )
            for numbers in alike.values()
        ]

    def _at_places(self, own: Integers, planes: Sequence[Plane]) -> Floats:
        heights = np.zeros(len(own))
        for number, plane in enumerate(planes):
            mine = own == number
            heights[mine] = plane.at(self.places.xy[mine])
        return heights

    @cached_property
    def neighbours(self) -> list[Integers]:
        """The places each place shares a triangle with."""
        return neighbours_of(self.places.xy)

    def off(self, stone: Floats) -> Floats:
        """Return how far stone at the places lies above its design."""
        above: Floats = stone - self.design
        return above

    def volume(self, off: Floats) -> float:
        """Return the volume between stone so far above its design and the top."""
        return self.nominal - sum(mesh.volume_of(off) for mesh in self.meshes)

    def thickness_of(self, number: int, off: Floats) -> Floats:
        """Return how thick the slab is at a region's mesh, corners outside the hull included."""
        mesh = self.meshes[number]
        thick: Floats = self.regions[number].thickness.at(mesh.xy) - mesh.at_all(off)
        return thick

    def slab(self, z: Floats) -> SlabVolume:
        """Return what lies over the stone of each shot; places shot twice count with their mean."""
        off = self.off(self.places.mean(z))
        thickness = self.thickness - off
        thin, thick = int(thickness.argmin()), int(thickness.argmax())
        first = self.places.first
        return SlabVolume(
            area=self.area,
            volume=self.volume(off),
            nominal=self.nominal,
            mean_off=float(off.mean()),
            mean_thickness=float(thickness.mean()),
            extrapolated_share=self.extrapolated_share,
            places=len(first),
            thinnest=Extreme(int(first[thin]), float(thickness[thin])),
            thickest=Extreme(int(first[thick]), float(thickness[thick])),
        )


def slab_volume(
    outline: Outline, shots: Sequence[StoneShot], top: Plane, thickness: float = 0.0
) -> SlabVolume:
    """Return the volume between shot stone and a plane, by triangles clipped to the outline.

    ``thickness`` is the slab's by design, metres. Corners outside the hull of the shots take
    their thickness from the least-squares plane of the nearest four that spread. Raises
    :class:`NotEnoughShots` for fewer than three places, or all of them on one line.
    """
    places = [shot.place for shot in shots]
    model = SlabModel([Region(outline, top, Plane(thickness))], places)
    return model.slab(np.array([shot.z for shot in shots], dtype=np.float64))
