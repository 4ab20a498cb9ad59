"""True scales for a plan on paper (section 1: scale)."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Length

#: One to so many, as crews of each kind of units read them.
METRIC = (10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000)
IMPERIAL = {
    12: '1" = 1 ft', 24: '1/2" = 1 ft', 48: '1/4" = 1 ft', 96: '1/8" = 1 ft', 120: '1" = 10 ft',
    192: '1/16" = 1 ft', 240: '1" = 20 ft', 360: '1" = 30 ft', 480: '1" = 40 ft',
    600: '1" = 50 ft', 720: '1" = 60 ft', 1200: '1" = 100 ft', 2400: '1" = 200 ft',
    6000: '1" = 500 ft',
}  # fmt: skip
#: Lengths of a bar that read well, metres and feet.
BARS = (1, 2, 5, 10, 20, 50, 100, 200, 500)
FOOT = Length.from_feet(1)
METRE = Length.from_metres(1)


@dataclass(frozen=True, slots=True)
class SheetScale:
    """A scale of one to ``ratio``, and how it is written."""

    ratio: int
    text: str

    def on_paper(self, length: Length) -> float:
        """How long something is on paper, in metres."""
        return float(length) / self.ratio


def scale_for(
    across: Length, along: Length, room: tuple[Length, Length], *, is_metric: bool
) -> SheetScale:
    """Return the largest true scale at which a plan fits the room on a sheet.

    ``across`` and ``along`` are how far the plan reaches, ``room`` is the sheet's width and
    height. Raises :class:`OutOfRange` for a plan that fits at none.
    """
    ratios = METRIC if is_metric else tuple(IMPERIAL)
    for ratio in ratios:
        if across.nanometres <= room[0].nanometres * ratio and (
            along.nanometres <= room[1].nanometres * ratio
        ):
            return SheetScale(ratio, f"1:{ratio}" if is_metric else IMPERIAL[ratio])
    raise OutOfRange(
        f"{float(across):.0f} m by {float(along):.0f} m",
        "No sheet of that size shows a plan that large at a scale anybody reads.",
        "Choose a larger sheet.",
    )


def bar_for(scale: SheetScale, room: Length, *, is_metric: bool) -> tuple[int, Length]:
    """Return a bar to check the print by: how many metres or feet, and that length.

    It is the longest that reads well and takes no more room than there is; the shortest else.
    """
    unit = METRE if is_metric else FOOT
    fitting = [bar for bar in BARS if (unit * bar).nanometres <= room.nanometres * scale.ratio]
    length = fitting[-1] if fitting else BARS[0]
    return length, unit * length
