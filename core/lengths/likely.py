"""What a length can be where it is asked for: a slab is not 6 ft thick (section 2).

A bare number with several readings is asked about only where more than one of them is likely.
"""

from __future__ import annotations

from enum import Enum

from core.lengths.quantity import Length


class Likely(Enum):
    """A kind of length, from its least to its greatest likely amount, both of them inside."""

    TOLERANCE = Length.from_inches("0.015625"), Length.from_inches("1.25")
    LAYER = Length.from_inches("0.0625"), Length.from_inches("23.9")
    SECTION = Length.from_inches(2), Length.from_inches("59.9")
    SPACING = Length.from_inches(20), Length.from_feet(100)
    IN_THE_GROUND = Length.from_inches(6), Length.from_inches("119.9")

    def has(self, length: Length) -> bool:
        """Whether a length is a likely one, whatever its sign.

        >>> Likely.LAYER.has(Length.from_inches(6)), Likely.LAYER.has(Length.from_feet(6))
        (True, False)
        """
        least, most = self.value
        return bool(least <= abs(length) <= most)
