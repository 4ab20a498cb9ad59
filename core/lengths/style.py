"""How lengths are written: the job's style, and a rod's own (section 2)."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from decimal import Decimal
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache, partial
from math import ceil, floor

from core.errors import OutOfRange
from core.lengths.quantity import (
    NANOMETRES_PER_FOOT,
    NANOMETRES_PER_INCH,
    Elevation,
    Length,
    round_half_away,
)

FRACTION_STEPS = (4, 8, 16, 32)
HIGHEST = Length.from_metres(9000)
OWN_ZERO = Length(0)
UNDER = "under"
NANOMETRES_PER_MILLIMETRE = 1_000_000


class StyleKind(StrEnum):
    """The five ways crews write a length."""

    FEET_INCHES = "ft-in"
    INCHES = "in"
    DECIMAL_FEET = "ft"
    METRES = "m"
    MILLIMETRES = "mm"

    @property
    def is_metric(self) -> bool:
        """Whether sums, areas and volumes go with meters."""
        return self in (StyleKind.METRES, StyleKind.MILLIMETRES)

    @property
    def has_fractions(self) -> bool:
        """Whether it is written with fractions of an inch."""
        return self in (StyleKind.FEET_INCHES, StyleKind.INCHES)


@dataclass(frozen=True, slots=True)
class Style:
    """A way to write lengths, the finest fraction of an inch it shows, and the datum of heights.

    ``fraction`` is 4, 8, 16 or 32 for the two styles with fractions and None for the others.
    ``datum`` is the real elevation of the zero that elevations are kept above: nothing until a
    job that began without a datum is tied to one (section 3). It is no part of the code.
    """

    kind: StyleKind
    fraction: int | None = None
    datum: Length = OWN_ZERO

    def __post_init__(self) -> None:
        if self.kind.has_fractions and self.fraction not in FRACTION_STEPS:
            raise OutOfRange(
                f"{self.kind}/{self.fraction}",
                "Inches are shown to a fraction.",
                "Choose quarters, eighths, sixteenths or thirty-seconds.",
            )
        if not self.kind.has_fractions and self.fraction is not None:
            raise OutOfRange(
                f"{self.kind}/{self.fraction}",
                "Only feet-inches and inches have fractions.",
                "Leave the fraction away.",
            )

    @classmethod
    def from_code(cls, code: str) -> Style:
        """Return the style of a code such as ``ft-in/8`` or ``m``."""
        kind, _, fraction = code.partition("/")
        try:
            return cls(StyleKind(kind), int(fraction) if fraction else None)
        except ValueError as refused:
            if isinstance(refused, OutOfRange):
                raise
            raise OutOfRange(
                code, "This is no style of lengths.", f"Choose one of {', '.join(STYLE_CODES)}."
            ) from refused

    def tied(self, datum: Length) -> Style:
        """Return it with its heights written above a datum."""
        return replace(self, datum=datum)

    @property
    def code(self) -> str:
        """The code it is stored and sent by."""
        return f"{self.kind}/{self.fraction}" if self.fraction else str(self.kind)

    @property
    def step(self) -> Length:
        """The step a display is rounded to."""
        match self.kind:
            case StyleKind.FEET_INCHES | StyleKind.INCHES:
                return Length(NANOMETRES_PER_INCH // (self.fraction or 1))
            case StyleKind.DECIMAL_FEET:
                return Length(NANOMETRES_PER_FOOT // 100)
            case StyleKind.METRES | StyleKind.MILLIMETRES:
                return Length(NANOMETRES_PER_MILLIMETRE)


STYLE_CODES = tuple(
    [f"{kind}/{step}" for kind in ("ft-in", "in") for step in FRACTION_STEPS] + ["ft", "m", "mm"]
)


def steps_of(length: Length, style: Style) -> int:
    """Return the whole number of the style's steps, halves away from zero."""
    return round_half_away(Fraction(length.nanometres, style.step.nanometres))


@lru_cache(maxsize=8192)
def format_length(length: Length, style: Style) -> str:
    """Write a length in a style, with its unit; negative ones with a minus sign before.

    >>> format_length(Length(1_584_325_000), Style(StyleKind.FEET_INCHES, 8))
    '5\\' 2 3/8"'
    >>> format_length(Length(0), Style(StyleKind.METRES))
    '0.000 m'
    """
    steps = steps_of(length, style)
    sign = "-" if steps < 0 else ""
    steps = abs(steps)
    match style.kind:
        case StyleKind.FEET_INCHES:
            return sign + _feet_inches(steps, style.fraction or 1)
        case StyleKind.INCHES:
            return f'{sign}{_inches(steps, style.fraction or 1)}"'
        case StyleKind.DECIMAL_FEET:
            return f"{sign}{steps // 100}.{steps % 100:02} ft"
        case StyleKind.METRES:
            return f"{sign}{steps // 1000}.{steps % 1000:03} m"
        case StyleKind.MILLIMETRES:
            return f"{sign}{steps} mm"


def written_above(elevation: Elevation, style: Style) -> Length:
    """Return an elevation as the length above the style's datum that is written for it."""
    return Length(elevation.nanometres) + style.datum


def typed_above(length: Length, style: Style) -> Elevation:
    """Return the elevation that is meant by a length typed above the style's datum.

    Raises :class:`OutOfRange` for one no site on land has.
    """
    if abs(length) > HIGHEST:
        raise OutOfRange(
            f"{length.metres.normalize():f} m",
            "No site lies that high or low.",
            "Give the elevation above the job's datum.",
        )
    return Elevation((length - style.datum).nanometres)


def typed_beside(difference: Length, known: Elevation, style: Style) -> Elevation:
    """Return the elevation that lies a typed difference above a known one, below it if negative.

    Raises :class:`OutOfRange` for one no site on land has.

    >>> typed_beside(Length(-(10**9)), Elevation(5 * 10**9), Style(StyleKind.METRES)).metres
    Decimal('4.000000000')
    """
    return typed_above(written_above(known, style) + difference, style)


def tied_to(known: Elevation, real: Elevation) -> Length:
    """Return the datum that gives a known point, kept as ``known``, its real elevation.

    Every elevation moves by it alike, and nothing against anything else (section 3).

    >>> tied_to(Elevation(0), Elevation(152_400_000_000)).metres
    Decimal('152.400000000')
    """
    return real - known


def format_elevation(elevation: Elevation, style: Style) -> str:
    """Write an elevation above the style's datum.

    >>> format_elevation(Elevation(-250_000_000), Style(StyleKind.METRES).tied(Length(10**9)))
    '0.750 m'
    """
    return format_length(written_above(elevation, style), style)


def retypable(length: Length, style: Style) -> str:
    """Write a length so that it reads back the same: in the style where that is exact, else in
    inches, which feet are typed in as well, else in meters.

    >>> retypable(Length(1), Style(StyleKind.METRES))
    '0.000000001 m'
    """
    if length.nanometres % style.step.nanometres == 0:
        return format_length(length, style)
    in_inches = Style(StyleKind.INCHES, FINE_FRACTION)
    if not style.kind.is_metric and length.nanometres % in_inches.step.nanometres == 0:
        return format_length(length, in_inches)
    return f"{length.metres.normalize():f} m"


def _feet_inches(steps: int, fraction: int) -> str:
    feet, rest = divmod(steps, 12 * fraction)
    if not feet:
        return f'{_inches(rest, fraction)}"'
    return f"{feet}' {_inches(rest, fraction, always_whole=True)}\""


def _inches(steps: int, fraction: int, *, always_whole: bool = False) -> str:
    whole, rest = divmod(steps, fraction)
    if not rest:
        return str(whole)
    part = Fraction(rest, fraction)
    return f"{whole} {part}" if whole or always_whole else str(part)


@lru_cache(maxsize=8192)
def format_amount(amount: Length, style: Style, step: Length | None = None) -> str:
    """Write an unsigned amount to the finer of a style's step and another, such as a rod's.

    What is not nothing is never written as 0: below the step it is written finer still, and
    below the finest step as under that.

    >>> format_amount(Length(1_587_500), Style(StyleKind.INCHES, 8), Length(1_587_500))
    '1/16"'
    """
    length = abs(amount)
    finest = ""
    for unit, write in _ever_finer(style):
        steps = round_half_away(Fraction(length.nanometres) / unit)
        finest = write(1)
        if (steps or not length.nanometres) and (step is None or unit <= step.nanometres):
            return write(steps)
    steps = round_half_away(Fraction(length.nanometres) / unit)
    return write(steps) if steps else f"{UNDER} {finest}"


Writer = Callable[[int], str]


def _ever_finer(style: Style) -> Iterator[tuple[Fraction, Writer]]:
    """Yield a style's steps from its own to the finest, each with how its number is written."""
    kind = style.kind
    if kind.has_fractions:
        for parts in (4, 8, 16, 32, 64):
            if parts >= (style.fraction or 1):
                yield Fraction(NANOMETRES_PER_INCH, parts), partial(_in_fractions, kind, parts)
        return
    unit, decimals, mark = {
        StyleKind.DECIMAL_FEET: (NANOMETRES_PER_FOOT, 2, "ft"),
        StyleKind.METRES: (1000 * NANOMETRES_PER_MILLIMETRE, 3, "m"),
        StyleKind.MILLIMETRES: (NANOMETRES_PER_MILLIMETRE, 0, "mm"),
    }[kind]
    for more in range(3 if kind is StyleKind.DECIMAL_FEET else 2):
        places = decimals + more
        yield Fraction(unit, 10**places), partial(_in_decimals, places, mark)


def _in_fractions(kind: StyleKind, parts: int, steps: int) -> str:
    if kind is StyleKind.FEET_INCHES:
        return _feet_inches(steps, parts)
    return f'{_inches(steps, parts)}"'


def _in_decimals(places: int, mark: str, steps: int) -> str:
    return f"{Decimal(steps).scaleb(-places):.{places}f} {mark}"


@lru_cache(maxsize=8192)
def format_deviation(deviation: Length, style: Style, step: Length | None = None) -> str:
    """Write how far a surface is from its target, with the sign as a word (section 2).

    To the finer of the style's step and the rod's; what is below the finest step is not off.

    >>> format_deviation(Length(-6_350_000), Style(StyleKind.INCHES, 8))
    '1/4" low'
    """
    amount = format_amount(deviation, style, step)
    if deviation.nanometres == 0 or amount.startswith(UNDER):
        return f"{format_length(Length(0), style)} off"
    return f"{amount} {'high' if deviation.nanometres > 0 else 'low'}"


FINE_FRACTION = 32
FINEST_FRACTION = 64


def format_at_most(metres: float, style: Style) -> str:
    """Write a step that something must be read to, rounded down to one a person can read: a power
    of two of an inch, tenths of a millimeter, thousandths of a foot. Empty below the finest.

    >>> (
    ...     format_at_most(0.0007, Style(StyleKind.INCHES, 8)),
    ...     format_at_most(0.0007, Style.from_code("mm")),
    ... )
    ('1/64"', '0.7 mm')
    """
    if style.kind.has_fractions:
        parts = FINEST_FRACTION
        if metres < 0.0254 / parts:
            return ""
        while parts > 1 and 0.0254 / (parts // 2) <= metres:
            parts //= 2
        return '1"' if parts == 1 else f'1/{parts}"'
    unit, places, mark = (0.3048, 3, "ft") if style.kind is StyleKind.DECIMAL_FEET else (
        0.001, 1, "mm"
    )  # fmt: skip
    steps = floor(metres / unit * 10**places + 1e-9)
    return f"{steps / 10**places:.{places}f} {mark}" if steps else ""


def format_distance(metres: float, style: Style) -> str:
    """Write how far something is, to the foot or to a tenth of a meter.

    >>> (
    ...     format_distance(24.38, Style.from_code("mm")),
    ...     format_distance(24.38, Style.from_code("in/8")),
    ... )
    ('24.4 m', '80 ft')
    """
    return f"{metres:.1f} m" if style.kind.is_metric else f"{round(metres / 0.3048)} ft"


def format_at_least(metres: float, style: Style) -> str:
    """Write a distance that is needed, rounded up to whole feet or to tenths of a meter.

    >>> (
    ...     format_at_least(18.213, Style.from_code("m")),
    ...     format_at_least(18.213, Style.from_code("ft")),
    ... )
    ('18.3 m', '60 ft')
    """
    if style.kind.is_metric:
        return f"{ceil(metres * 10 - 1e-9) / 10:.1f} m"
    return f"{ceil(metres / 0.3048 - 1e-9)} ft"


def format_fine(metres: float, style: Style) -> str:
    """Write a small amount finer than the style's step, rounded up; without a sign.

    For how sure something is: 32nds of an inch, thousandths of a foot, tenths of a millimetre.

    >>> format_fine(0.0033, Style(StyleKind.FEET_INCHES, 8))
    '5/32"'
    """
    amount = abs(metres) - 1e-9
    if style.kind.has_fractions:
        parts = max(ceil(amount / 0.0254 * FINE_FRACTION), 0)
        return f'{_inches(parts, FINE_FRACTION)}"'
    if style.kind is StyleKind.DECIMAL_FEET:
        return f"{max(ceil(amount / 0.3048 * 1000), 0) / 1000:.3f} ft"
    return f"{max(ceil(amount * 10_000), 0) / 10:.1f} mm"
