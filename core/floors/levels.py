"""One finished level drives the rest (section 7)."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import BadLevel
from core.lengths import Elevation, Length, Style, format_length

NOTHING = Length(0)
THICKEST_SLAB = Length.from_metres(3)


@dataclass(frozen=True, slots=True)
class FloorLevels:
    """A slab at its finished level: its thickness, the least that will do, the stone below.

    ``layers`` is how thick everything between the slab and the stone is together: insulation,
    sand, a barrier. On a falling slab they are the levels where its finished level holds.
    """

    top_of_slab: Elevation
    thickness: Length
    least_thickness: Length
    stone_thickness: Length | None = None
    layers: Length = NOTHING

    @property
    def underside(self) -> Elevation:
        """The level of the slab's underside: top of slab - slab thickness."""
        return self.top_of_slab - self.thickness

    @property
    def sub_base(self) -> Elevation:
        """The level the stone should have: the slab's underside - the layers on the stone."""
        return self.underside - self.layers

    @property
    def sub_grade(self) -> Elevation | None:
        """The level of the formation: sub-base - stone; None until somebody says how thick."""
        return None if self.stone_thickness is None else self.sub_base - self.stone_thickness


def finished_level(reference: Elevation, offset: Length) -> Elevation:
    """Return a finished level given as an amount from a reference; plus is above it."""
    return reference + offset


def check_thicknesses(thickness: Length, least: Length, style: Style) -> None:
    """Refuse a slab no crew pours; raises :class:`BadLevel` with both figures."""
    if not 0 < thickness.nanometres <= THICKEST_SLAB.nanometres:
        raise BadLevel(
            format_length(thickness, style),
            "A slab is not that thick.",
            f"Give more than 0 and at most {format_length(THICKEST_SLAB, style)}.",
        )
    if not 0 < least.nanometres <= thickness.nanometres:
        raise BadLevel(
            format_length(least, style),
            "The least thickness is more than 0 and no more than the slab's thickness.",
            f"The slab is {format_length(thickness, style)} thick.",
        )
