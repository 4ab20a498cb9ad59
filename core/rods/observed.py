"""One sight as it was taken: the rod standing or upside down, or a tape (section 3)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

from core.errors import OffTheTape
from core.lengths import Length, Reading, format_length, parse_length
from core.rods.rod import Numbering, Rod

LONGEST_TAPE = Length.from_metres(30)


class SightKind(StrEnum):
    """How the beam's height over or under a point was read."""

    STANDING = "standing"
    UPSIDE_DOWN = "upside-down"
    TAPED_DOWN = "taped-down"
    TAPED_UP = "taped-up"
    ON_THE_POINT = "on-the-point"

    @property
    def is_on_the_rod(self) -> bool:
        """Whether the rod was read, and not a tape."""
        return self in (SightKind.STANDING, SightKind.UPSIDE_DOWN)

    @property
    def is_upward(self) -> bool:
        """Whether the point lies over the beam."""
        return self in (SightKind.UPSIDE_DOWN, SightKind.TAPED_UP)

    @property
    def in_words(self) -> str:
        """What was held, and how."""
        return WORDS[self]

    def sign(self, numbering: Numbering) -> int:
        """Return how a greater value moves the point: Z = K + sign·s."""
        match self:
            case SightKind.STANDING:
                return -numbering.direction
            case SightKind.UPSIDE_DOWN:
                return numbering.direction
            case SightKind.TAPED_UP:
                return 1
            case SightKind.TAPED_DOWN | SightKind.ON_THE_POINT:
                return -1


WORDS = {
    SightKind.STANDING: "rod standing",
    SightKind.UPSIDE_DOWN: "rod upside down",
    SightKind.TAPED_DOWN: "taped down from the beam",
    SightKind.TAPED_UP: "taped up from the beam",
    SightKind.ON_THE_POINT: "instrument on the point",
}


class Tie(StrEnum):
    """What a backsight ties to the datum."""

    ROD_STANDING = "rod-standing"
    ROD_UPSIDE_DOWN = "rod-upside-down"
    BEAM = "beam"


def tie_of(kind: SightKind, numbering: Numbering) -> Tie:
    """Return what a sight of a kind reads against, and ties as a backsight.

    A rod whose numbers grow up from its foot shows the beam's own height either way round. Of
    other rods the numbers say nothing of the foot, so that each way of holding them stands for
    itself, and a tape for the beam.
    """
    if numbering.counts_from_the_foot or not kind.is_on_the_rod:
        return Tie.BEAM
    return Tie.ROD_STANDING if kind is SightKind.STANDING else Tie.ROD_UPSIDE_DOWN


@dataclass(frozen=True, slots=True)
class Observed:
    """A sight: its kind, and the value that the rod or the tape showed.

    On a tape, and where the instrument stands on the point, the value is the distance from the
    beam, never negative.
    """

    kind: SightKind
    value: Reading

    @classmethod
    def standing(cls, value: Reading) -> Observed:
        """Return a reading of the rod standing on the point, the plain case."""
        return cls(SightKind.STANDING, value)

    def can_be(self, rod: Rod) -> bool:
        """Whether the rod, or a tape, has such a value."""
        if self.kind.is_on_the_rod:
            return rod.has(self.value)
        return 0 <= self.value.nanometres <= LONGEST_TAPE.nanometres

    def height_on(self, rod: Rod) -> Length:
        """How far from the beam the point is along what was held: what a lean works over."""
        return rod.height_of(self.value) if self.kind.is_on_the_rod else self.value.on_scale

    def written(self, rod: Rod) -> str:
        """Write the value on its scale; a tape is written as the rod is graduated."""
        if self.kind.is_on_the_rod:
            return rod.write(self.value)
        return format_length(self.value.on_scale, rod.graduation.style)

    def in_words(self, rod: Rod) -> str:
        """Write the value, and how it was read where that was not the rod standing."""
        value = self.written(rod)
        return value if self.kind is SightKind.STANDING else f"{value}, {self.kind.in_words}"


def observe(
    rod: Rod, kind: SightKind, text: str, likely: Callable[[Observed], bool] | None = None
) -> Observed:
    """Read what was typed of a sight: on the rod's scale, or of a tape in the rod's units.

    ``likely`` tells which of a tape's readings are likely there, as
    :meth:`SightLine.may_be_meant` does. Raises what :meth:`Rod.read` raises, and
    :class:`OffTheTape` for what no tape shows.
    """
    if kind.is_on_the_rod:
        return Observed(kind, rod.read(text))
    style = rod.graduation.style
    length = parse_length(
        text,
        style.kind,
        lambda one: _tapes(kind, one).can_be(rod),
        None if likely is None else lambda one: likely(_tapes(kind, one)),
    )
    sight = _tapes(kind, length)
    if length.nanometres < 0:
        raise OffTheTape(
            text,
            "A tape shows no minus.",
            "Type the distance, and say whether it was taped down or up from the beam.",
        )
    if not sight.can_be(rod):
        longest = format_length(LONGEST_TAPE, style)
        raise OffTheTape(text, "No tape measures that.", f"Give from 0 to {longest}.")
    return sight


def _tapes(kind: SightKind, length: Length) -> Observed:
    return Observed(kind, Reading(length.nanometres))
