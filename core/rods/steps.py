"""A slide as it is done on the rod: whole feet, then tenths, then hundredths (section 3)."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from itertools import accumulate

from core.lengths import Length, Style, StyleKind
from core.lengths.style import steps_of

#: By the way a rod is numbered: how many of its finest steps one part is, and what it is called,
#: the greatest first. A single one and several may have names of their own.
DECIMALS = {
    StyleKind.DECIMAL_FEET: (
        (100, 1, "foot", "feet"), (10, 1, "tenth", "tenths"), (1, 1, "hundredth", "hundredths"),
    ),
    StyleKind.METRES: ((1000, 1, "m", "m"), (100, 10, "cm", "cm"), (10, 1, "cm", "cm"),
                       (1, 1, "mm", "mm")),
    StyleKind.MILLIMETRES: ((1000, 1000, "mm", "mm"), (100, 100, "mm", "mm"), (10, 10, "mm", "mm"),
                            (1, 1, "mm", "mm")),
}  # fmt: skip


def slide_in_steps(up: Length, style: Style) -> tuple[str, ...]:
    """Return a slide up or down part by part, the greatest first; one part alone is no step.

    ``style`` is the rod's own. The parts add up to the slide as the rod shows it.

    >>> slide_in_steps(Length.from_feet("5.47"), Style(StyleKind.DECIMAL_FEET))
    ('5 feet', '4 tenths', '7 hundredths')
    """
    return tuple(said for said, _ in _parts(up, style))


def slide_stops(up: Length, style: Style) -> tuple[float, ...]:
    """Return how much of a slide is done after each of its parts, as shares up to 1.

    >>> slide_stops(Length.from_feet("5.00"), Style(StyleKind.DECIMAL_FEET))
    ()
    >>> slide_stops(Length.from_feet("2.50"), Style(StyleKind.DECIMAL_FEET))
    (0.8, 1.0)
    """
    parts = [steps for _, steps in _parts(up, style)]
    whole, done = sum(parts), accumulate(parts)
    return tuple(float(so_far / whole) for so_far in done)


def _parts(up: Length, style: Style) -> list[tuple[str, Fraction]]:
    """Return the parts of a slide, each in words and in the rod's finest steps; none of one."""
    steps = abs(steps_of(up, style))
    parts = _in_fractions(steps, style) if style.kind.has_fractions else _in_decimals(steps, style)
    found = list(parts)
    return found if len(found) > 1 else []


def _in_decimals(steps: int, style: Style) -> Iterator[tuple[str, Fraction]]:
    for size, unit, one, several in DECIMALS[style.kind]:
        count, steps = divmod(steps, size)
        if count:
            said = f"{count * unit} {one if count * unit == 1 else several}"
            yield said, Fraction(count * size)


def _in_fractions(steps: int, style: Style) -> Iterator[tuple[str, Fraction]]:
    parts = style.fraction or 1
    inches, rest = divmod(steps, parts)
    if style.kind is StyleKind.FEET_INCHES:
        feet, inches = divmod(inches, 12)
        if feet:
            yield "1 foot" if feet == 1 else f"{feet} feet", Fraction(feet * 12 * parts)
    if inches:
        yield "1 inch" if inches == 1 else f"{inches} inches", Fraction(inches * parts)
    if rest:
        yield f'{Fraction(rest, parts)}"', Fraction(rest)
