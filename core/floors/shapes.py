"""The shapes floors are typed as, when not corner by corner."""

from __future__ import annotations

from core.errors import BadOutline
from core.floors.outline import Outline, PlanPoint
from core.lengths import Length


def _positive(side: Length, name: str) -> None:
    if side.nanometres <= 0:
        raise BadOutline(
            f"{side.metres.normalize():f} m",
            f"The {name} must be more than 0.",
            "Measure it along the wall.",
        )


def rectangle(length: Length, width: Length) -> Outline:
    """Return a rectangle with its first corner at the origin, ``length`` to the right."""
    _positive(length, "length")
    _positive(width, "width")
    return Outline(_corners((0, 0), (1, 0), (1, 1), (0, 1), xs=(length,), ys=(width,)))


def l_shape(length: Length, width: Length, notch_length: Length, notch_width: Length) -> Outline:
    """Return a rectangle with a notch out of its far right corner.

    Raises :class:`BadOutline` for a notch that is not smaller than the rectangle.
    """
    for side, name in (
        (length, "length"),
        (width, "width"),
        (notch_length, "notch's length"),
        (notch_width, "notch's width"),
    ):
        _positive(side, name)
    if notch_length >= length or notch_width >= width:
        raise BadOutline(
            "the notch",
            "It takes away a whole side of the floor.",
            "Make it smaller than the floor.",
        )
    return Outline(
        _corners(
            (0, 0), (2, 0), (2, 1), (1, 1), (1, 2), (0, 2),
            xs=(length - notch_length, length),
            ys=(width - notch_width, width),
        )
    )  # fmt: skip


def _corners(
    *steps: tuple[int, int], xs: tuple[Length, ...], ys: tuple[Length, ...]
) -> tuple[PlanPoint, ...]:
    x, y = (Length(0), *xs), (Length(0), *ys)
    return tuple(PlanPoint(x[i], y[j]) for i, j in steps)
