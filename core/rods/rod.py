"""The kinds of rod a crew carries, and their scales (section 3)."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from core.errors import OffTheRod, OutOfRange
from core.lengths import Length, Reading, Style, format_length, parse_length

LEAST_ROD = Length.from_metres("0.1")
GREATEST_ROD = Length.from_metres(15)


class Numbering(StrEnum):
    """Which way the numbers of a rod run; a plain pole or a blank tape has none.

    That is marked at the beam, and the mark is measured from its foot up.
    """

    UP = "up"
    DOWN = "down"
    CENTRE_ZERO = "centre-zero"
    PLAIN = "plain"

    @property
    def direction(self) -> int:
        """The factor d of Z = K - d·s: +1 where numbers grow up the rod, -1 down it."""
        return -1 if self is Numbering.DOWN else 1

    @property
    def counts_from_the_foot(self) -> bool:
        """Whether a reading is a height above the rod's foot."""
        return self in (Numbering.UP, Numbering.PLAIN)


@dataclass(frozen=True, slots=True)
class Graduation:
    """A printed scale: how it is written, its smallest division, and its keys.

    ``division`` is the distance between two lines of the scale; ``style`` writes its
    readings; ``label`` is the crew's name for it.
    """

    code: str
    label: str
    style: Style
    division: Length

    @property
    def fractions(self) -> tuple[str, ...]:
        """The fractions of an inch between two whole ones, as keys; none on decimal scales."""
        parts = self.style.fraction
        return tuple(str(Fraction(n, parts)) for n in range(1, parts)) if parts else ()


def _graduation(code: str, label: str, style: str, division: Length) -> Graduation:
    return Graduation(code, label, Style.from_code(style), division)


GRADUATIONS: dict[str, Graduation] = {
    graduation.code: graduation
    for graduation in (
        _graduation("ft-in/8", "feet, inches and eighths", "ft-in/8", Length.from_inches("0.125")),
        _graduation("ft-in/16", "feet, inches and 16ths", "ft-in/16", Length.from_inches("0.0625")),
        _graduation("ft/100", "feet, tenths and hundredths", "ft", Length.from_feet("0.01")),
        _graduation("in/4", "inches and quarters", "in/4", Length.from_inches("0.25")),
        _graduation("in/8", "inches and eighths", "in/8", Length.from_inches("0.125")),
        _graduation("in/16", "inches and 16ths", "in/16", Length.from_inches("0.0625")),
        _graduation("in/32", "inches and 32nds", "in/32", Length.from_inches("0.03125")),
        _graduation("m/cm", "meters and centimeters", "m", Length.from_metres("0.01")),
        _graduation("mm", "millimeters", "mm", Length.from_metres("0.001")),
    )
}


@dataclass(frozen=True, slots=True)
class Rod:
    """A rod: the way its numbers run, its scale, and how long the scale is."""

    numbering: Numbering
    graduation: Graduation
    length: Length

    def __post_init__(self) -> None:
        if not LEAST_ROD <= self.length <= GREATEST_ROD:
            raise OutOfRange(
                format_length(self.length, self.graduation.style),
                "No rod has that length.",
                "Give a length between 0.1 m (4 in) and 15 m (49 ft).",
            )

    @property
    def lowest(self) -> Reading:
        """The smallest value of its scale; below 0 only on a centre-zero rule."""
        half = Reading(-(self.length.nanometres // 2))
        return half if self.numbering is Numbering.CENTRE_ZERO else Reading(0)

    @property
    def highest(self) -> Reading:
        """The greatest value of its scale."""
        return Reading(self.lowest.nanometres + self.length.nanometres)

    def has(self, reading: Reading) -> bool:
        """Whether the scale has that value."""
        return self.lowest <= reading <= self.highest

    def height_of(self, reading: Reading) -> Length:
        """How high above the rod's foot a value of its scale is."""
        if self.numbering is Numbering.DOWN:
            return self.highest - reading
        return reading - self.lowest

    def read(self, text: str) -> Reading:
        """Read what was typed as a value of this rod's scale.

        A scale numbered in centimeters is read in the first of meters, centimeters and
        millimeters that is on it.

        On a centre-zero rule a value below the zero carries a minus sign. Raises what
        :func:`core.lengths.parse_length` raises, and :class:`OffTheRod` past its ends.
        """
        kind = self.graduation.style.kind
        length = parse_length(text, kind, lambda one: self.has(Reading(one.nanometres)))
        reading = Reading(length.nanometres)
        if not self.has(reading):
            raise OffTheRod(text, "The rod has no such value.", f"It reads {self.span_in_words}.")
        return reading

    @property
    def span_in_words(self) -> str:
        """From which value to which the scale runs."""
        style = self.graduation.style
        if self.numbering is Numbering.CENTRE_ZERO:
            half = format_length(self.highest.on_scale, style)
            return f"from {half} below its zero to {half} above it"
        return f"from 0 to {format_length(self.length, style)}"

    def write(self, reading: Reading) -> str:
        """Write a value of the scale; a centre-zero rule says above or below its zero."""
        style = self.graduation.style
        if self.numbering is not Numbering.CENTRE_ZERO or reading.nanometres == 0:
            return format_length(reading.on_scale, style)
        side = "above" if reading.nanometres > 0 else "below"
        return f"{format_length(abs(reading.on_scale), style)} {side} zero"
