"""A center-zero strip printed to scale: its marks, cut into pieces for sheets (section 3)."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Length, Style, format_length

LONGEST = Length.from_metres(2)


@dataclass(frozen=True, slots=True)
class StripMark:
    """A mark: how far from the zero, plus is up; its length as a share; its number, or none."""

    at: Length
    share: float
    number: str


@dataclass(frozen=True, slots=True)
class StripPiece:
    """A piece of a strip that fits a sheet: from where to where, and its marks."""

    start: Length
    end: Length
    marks: tuple[StripMark, ...]


def center_zero_strip(half: Length, style: Style, room: Length) -> tuple[StripPiece, ...]:
    """Return the pieces of a strip that counts ``half`` up and down from its zero.

    ``room`` is what a sheet takes of it. It is marked in sixteenths of an inch, hundredths of a
    foot or millimeters, by the job's style; numbers stand at every inch, tenth or centimeter.
    Raises :class:`OutOfRange` for a strip nobody needs.

    >>> inch = Length.from_inches
    >>> pieces = center_zero_strip(inch(12), Style.from_code("in/8"), inch(9))
    >>> [one.end == inch(end) for one, end in zip(pieces, (-3, 6, 12), strict=True)]
    [True, True, True]
    """
    if not 0 < half.nanometres <= LONGEST.nanometres or room.nanometres <= 0:
        raise OutOfRange(
            format_length(half, style),
            "No strip counts that far.",
            f"Give more than 0, at most {format_length(LONGEST, style)}.",
        )
    step, long_every, numbered_every = _marks_of(style)
    pieces, start = list[StripPiece](), -half.nanometres
    while start < half.nanometres:
        end = min(start + room.nanometres // step * step, half.nanometres)
        first = -(-start // step)
        marks = tuple(
            _mark(n, step, long_every, numbered_every, style) for n in range(first, end // step + 1)
        )
        pieces.append(StripPiece(Length(start), Length(end), marks))
        start = end
    return tuple(pieces)


def _marks_of(style: Style) -> tuple[int, int, int]:
    """Return a strip's step in nanometres, and every how many marks are long, and numbered."""
    if style.kind.is_metric:
        return Length.from_metres("0.001").nanometres, 5, 10
    if style.kind.has_fractions:
        return Length.from_inches("0.0625").nanometres, 4, 16
    return Length.from_feet("0.01").nanometres, 5, 10


def _mark(n: int, step: int, long_every: int, numbered_every: int, style: Style) -> StripMark:
    is_numbered, is_long = n % numbered_every == 0, n % long_every == 0
    number = str(abs(n) // numbered_every) if is_numbered else ""
    share = 1.0 if is_numbered else 0.65 if is_long else 0.4
    return StripMark(Length(n * step), share, number)
