"""One line rules every rod: Z = K - d·s (section 3)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from core.lengths import Elevation, Length, Reading
from core.rods.rod import Numbering


class HeightKind(StrEnum):
    """What the constant K of a line of sight is."""

    HEIGHT_OF_INSTRUMENT = "height-of-instrument"
    CONSTANT = "constant"


@dataclass(frozen=True, slots=True)
class SightLine:
    """The line Z = K - d·s of one set-up.

    ``constant`` is K. ``beam`` is the elevation of the beam itself, None where neither the
    rod nor a tape has told it.
    """

    constant: Elevation
    numbering: Numbering
    beam: Elevation | None

    @classmethod
    def from_backsight(
        cls,
        benchmark: Elevation,
        backsight: Reading,
        numbering: Numbering,
        taped_above_benchmark: Length | None = None,
    ) -> SightLine:
        """Return the line of a backsight: K = Z_BM + d·s_BM.

        A rod whose numbers grow up from its foot gives the beam too. With the other rods
        the beam is known once its height above the benchmark was taped (negative: the
        benchmark is above the beam).

        >>> SightLine.from_backsight(
        ...     Elevation.from_metres("20.680"), Reading.from_metres("1.405"), Numbering.UP
        ... ).constant.metres
        Decimal('22.085000000')
        """
        along = Length(numbering.direction * backsight.nanometres)
        constant = benchmark + along
        if numbering is Numbering.UP:
            return cls(constant, numbering, constant)
        beam = None if taped_above_benchmark is None else benchmark + taped_above_benchmark
        return cls(constant, numbering, beam)

    @property
    def kind(self) -> HeightKind:
        """Whether K may be called the height of instrument."""
        if self.numbering is Numbering.UP:
            return HeightKind.HEIGHT_OF_INSTRUMENT
        return HeightKind.CONSTANT

    def elevation(self, reading: Reading) -> Elevation:
        """Return the elevation under the foot of a rod that reads ``reading``."""
        return self.constant - Length(self.numbering.direction * reading.nanometres)

    def clamp(self, target: Elevation) -> Reading:
        """Return the value to clamp at for a target: s_t = d·(K - Z_t).

        It may lie off the rod; :func:`core.rods.mark.mark_for` says so.
        """
        return Reading(self.numbering.direction * (self.constant - target).nanometres)
