"""One line rules every rod: Z = K - d·s (section 3)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from core.errors import NotFromHere
from core.lengths import Elevation, Length, Reading
from core.rods.observed import Observed, SightKind, Tie, tie_of
from core.rods.rod import Numbering, Rod

#: So far below what it is dug to no hole is taped.
FARTHEST_BELOW = Length.from_metres(1)


class HeightKind(StrEnum):
    """What the constant K of a line of sight is."""

    HEIGHT_OF_INSTRUMENT = "height-of-instrument"
    CONSTANT = "constant"


@dataclass(frozen=True, slots=True)
class SightLine:
    """What one set-up sees, as far as its backsights tie it to the datum.

    ``standing`` is K of Z = K - d·s with the rod standing on the point, ``upside_down`` K of
    Z = K + d·s with its foot up against it, ``beam`` the elevation of the beam itself, which a
    tape goes down or up from. Each is None where no backsight told it; on a rod whose numbers
    grow up from its foot all three are the height of instrument.
    """

    numbering: Numbering
    standing: Elevation | None = None
    upside_down: Elevation | None = None
    beam: Elevation | None = None

    @classmethod
    def tied(cls, numbering: Numbering, ties: Mapping[Tie, Elevation]) -> SightLine:
        """Return the line that some ties give; there is at least one of them."""
        beam = ties.get(Tie.BEAM)
        if numbering.counts_from_the_foot:
            return cls(numbering, beam, beam, beam)
        return cls(numbering, ties.get(Tie.ROD_STANDING), ties.get(Tie.ROD_UPSIDE_DOWN), beam)

    @classmethod
    def from_backsight(
        cls, benchmark: Elevation, sight: Observed, numbering: Numbering
    ) -> SightLine:
        """Return the line of one backsight.

        >>> SightLine.from_backsight(
        ...     Elevation.from_metres("20.680"),
        ...     Observed.standing(Reading.from_metres("1.405")),
        ...     Numbering.UP,
        ... ).constant.metres
        Decimal('22.085000000')
        """
        tie = tie_of(sight.kind, numbering)
        return cls.tied(numbering, {tie: tied_by(benchmark, sight, numbering)})

    @property
    def constant(self) -> Elevation:
        """The constant the book stands on: K of the rod standing, else the beam, else the other."""
        return next(k for k in (self.standing, self.beam, self.upside_down) if k is not None)

    @property
    def kind(self) -> HeightKind:
        """Whether the constant may be called the height of instrument."""
        is_beam = self.numbering.counts_from_the_foot or (self.standing is None and self.beam)
        return HeightKind.HEIGHT_OF_INSTRUMENT if is_beam else HeightKind.CONSTANT

    def tied_to(self, tie: Tie) -> Elevation | None:
        """Return what a tie gives, None where no backsight told it."""
        return {
            Tie.ROD_STANDING: self.standing,
            Tie.ROD_UPSIDE_DOWN: self.upside_down,
            Tie.BEAM: self.beam,
        }[tie]

    def can_read(self, kind: SightKind) -> bool:
        """Whether a sight of a kind tells a height from here."""
        return self.tied_to(tie_of(kind, self.numbering)) is not None

    def elevation(self, sight: Observed) -> Elevation:
        """Return the elevation of the point a sight was taken on.

        Raises :class:`NotFromHere` where no backsight ties that kind of sight.
        """
        constant = self.tied_to(tie_of(sight.kind, self.numbering))
        if constant is None:
            raise _not_from_here(sight.kind)
        return constant + sight.value.on_scale * sight.kind.sign(self.numbering)

    def may_be_meant(self, sight: Observed, target: Elevation) -> bool:
        """Whether a sight is a likely one of what is wanted at a target (section 2).

        A tape is not 17 ft down a pier of 2 ft. What lies high may not be dug yet, and a rod
        stands on any ground: both are always likely.
        """
        if sight.kind.is_on_the_rod:
            return True
        return self.elevation(sight) >= target - FARTHEST_BELOW

    def booked(self, elevation: Elevation) -> Reading:
        """Return the value that the book's sums are kept in for a height: s = d·(K - Z).

        For a rod read standing it is the reading itself; a point above the beam of a rod whose
        numbers grow up is booked negative.
        """
        return Reading(self.numbering.direction * (self.constant - elevation).nanometres)

    def clamp(self, target: Elevation) -> Reading | None:
        """Return the value to clamp at on the rod standing: s_t = d·(K - Z_t).

        It may lie off the rod; :func:`core.rods.mark.mark_for` says so. None where no backsight
        was read with the rod standing.
        """
        return None if self.standing is None else self.booked(target)

    def clamp_upside_down(self, target: Elevation, rod: Rod) -> Reading | None:
        """Return the value to clamp at with the rod upside down, None where that can't be."""
        if self.upside_down is None:
            return None
        above = (target - self.upside_down).nanometres
        value = Reading(self.numbering.direction * above)
        return value if rod.has(value) else None


def tied_by(benchmark: Elevation, sight: Observed, numbering: Numbering) -> Elevation:
    """Return the constant a backsight on a benchmark gives, of what its kind ties."""
    return benchmark - sight.value.on_scale * sight.kind.sign(numbering)


def _not_from_here(kind: SightKind) -> NotFromHere:
    return NotFromHere(
        kind.in_words,
        "No backsight of this set-up tells what that reads against: the numbers of this rod "
        "say nothing of its foot.",
        "Set up again and read a benchmark this way too, or shoot the point as the benchmark "
        "was read.",
    )
