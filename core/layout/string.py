"""A string pulled between two points: its height, its sag, and its fall carried on (section 9)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from core.design import Fall
from core.errors import OutOfRange
from core.lengths import Elevation, Length, format_length
from core.lengths.quantity import round_half_away
from core.lengths.style import Style

#: What usual strings weigh, newtons a meter.
STRINGS = {"braided": 0.0108, "twine": 0.0147, "wire": 0.0151}
#: How hard they are pulled, newtons: drawn up loosely, by hand, or round a stake and hard.
PULLS = {"loose": 25.0, "hand": 50.0, "hard": 100.0}
LINE_WEIGHT = STRINGS["braided"]
HAND_PULL = PULLS["hand"]
LONGEST = Length.from_metres(300)
MOST_STAKES = 200


@dataclass(frozen=True, slots=True)
class PulledString:
    """A string from one point to another so far away, in plan; level where both are as high.

    ``weight`` is newtons a meter, ``pull`` newtons. Raises :class:`OutOfRange` where the points
    lie on each other or farther apart than a string is pulled.
    """

    start: Elevation
    end: Elevation
    apart: Length
    weight: float = LINE_WEIGHT
    pull: float = HAND_PULL

    def __post_init__(self) -> None:
        if not 0 < self.apart.nanometres <= LONGEST.nanometres:
            raise OutOfRange(
                f"{float(self.apart):g} m",
                "No string is pulled between points so far apart.",
                "Give more than 0, at most 300 m (984 ft); shoot a point between them.",
            )

    @property
    def fall(self) -> Fall:
        """How much it falls from the start to the end, or rises: ``rises`` tells which.

        Raises what :class:`Fall` raises where it is steeper than any slab or walk.
        """
        return Fall(Fraction(abs((self.start - self.end).nanometres), self.apart.nanometres))

    @property
    def rises(self) -> bool:
        """Whether its end is higher than its start."""
        return self.end > self.start

    def straight_at(self, along: Length) -> Elevation:
        """The height of the straight line so far from the start; carried on beyond the end."""
        drop = Fraction((self.start - self.end).nanometres * along.nanometres)
        return self.start - Length(round_half_away(drop / self.apart.nanometres))

    def sag_at(self, along: Length) -> Length:
        """How far the string hangs below the straight line there: w·x·(L - x)/2T.

        In the middle that is w·L²/8T; nothing at the ends and beyond them.
        """
        x, whole = float(along), float(self.apart)
        if not 0 < x < whole:
            return Length(0)
        return Length.from_float(self.weight * x * (whole - x) / (2 * self.pull))

    @property
    def most_sag(self) -> Length:
        """How far it hangs in its middle."""
        return self.sag_at(Length(self.apart.nanometres // 2))

    def height_at(self, along: Length) -> Elevation:
        """The height of the string itself."""
        return self.straight_at(along) - self.sag_at(along)

    def stakes(self, every: Length) -> tuple[Length, ...]:
        """How far from the start there are stakes: at both ends, and every so far between.

        Raises :class:`OutOfRange` for a spacing that is none, or gives too many.
        """
        count = 0 if every.nanometres <= 0 else self.apart.nanometres // every.nanometres
        if every.nanometres <= 0 or count > MOST_STAKES:
            raise OutOfRange(
                format_length(every, Style.from_code("m")),
                "That is no distance between stakes.",
                "Give more than 0, such as 4 ft or 1.2 m.",
            )
        places = (Length(every.nanometres * number) for number in range(count + 1))
        return (*(place for place in places if place < self.apart), self.apart)
