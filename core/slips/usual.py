"""The usual slips, and every reading one of them could have been meant as (section 13)."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from core.errors import RuleError
from core.lengths import Reading, StyleKind
from core.lengths.quantity import NANOMETRES_PER_FOOT, NANOMETRES_PER_INCH
from core.rods import Numbering, Observed, Rod

MILLIMETRE = 1_000_000
#: A wrong unit is a gross slip only where it moves the reading by as much.
GROSS_WRONG_UNIT = 60 * MILLIMETRE


class Slip(StrEnum):
    """A usual slip, said as what happened."""

    FOOT = "a foot off"
    METRE = "a meter off"
    HUNDRED_MILLIMETRES = "100 mm off"
    INCH = "an inch off"
    TENTH = "a tenth off"
    CENTIMETRE = "10 mm off"
    TENTHS_FOR_INCHES = "inches taken for tenths"
    INCHES_FOR_TENTHS = "tenths taken for inches"
    SWAPPED = "two digits swapped"
    SIX_FOR_NINE = "6 and 9 mixed up"
    UPSIDE_DOWN = "the rod upside down"
    WRONG_WAY = "counted the wrong way"


GROSS = frozenset([Slip.FOOT, Slip.METRE, Slip.HUNDRED_MILLIMETRES, Slip.UPSIDE_DOWN])
OF_THE_ROD_ALONE = frozenset([Slip.UPSIDE_DOWN, Slip.WRONG_WAY])
WRONG_UNIT = frozenset([Slip.TENTHS_FOR_INCHES, Slip.INCHES_FOR_TENTHS])


@dataclass(frozen=True, slots=True)
class Explanation:
    """A slip that could have made a reading, the reading it was meant as, and its size.

    ``shift`` is how far the slip moved the reading, in nanometres, always positive.
    """

    slip: Slip
    reading: Reading
    shift: int

    @property
    def is_gross(self) -> bool:
        """Whether the design alone is a reason to ask about it."""
        if self.slip in WRONG_UNIT:
            return self.shift >= GROSS_WRONG_UNIT
        return self.slip in GROSS


def usual_slips(rod: Rod, sight: Observed, backsight: Reading) -> tuple[Explanation, ...]:
    """Return what a reading could have been meant as, each meaning once, on its scale alone.

    A tape can't be turned round, nor be counted the wrong way from the backsight.
    """
    found: dict[Reading, Explanation] = {}
    for slip, other in _meant(rod, sight.value, backsight):
        if slip in OF_THE_ROD_ALONE and not sight.kind.is_on_the_rod:
            continue
        shift = abs(other.nanometres - sight.value.nanometres)
        if shift and Observed(sight.kind, other).can_be(rod):
            found.setdefault(other, Explanation(slip, other, shift))
    return tuple(found.values())


def _meant(rod: Rod, reading: Reading, backsight: Reading) -> Iterator[tuple[Slip, Reading]]:
    """Yield every reading that a slip could have turned into this one."""
    s, kind = reading.nanometres, rod.graduation.style.kind
    for slip, step in _steps(kind):
        yield slip, Reading(s + step)
        yield slip, Reading(s - step)
    if not kind.is_metric:
        yield from _tenths_and_inches(s)
    yield from _written_otherwise(rod, reading)
    yield Slip.UPSIDE_DOWN, Reading(rod.lowest.nanometres + rod.highest.nanometres - s)
    turned = 0 if rod.numbering is Numbering.CENTRE_ZERO else backsight.nanometres
    yield Slip.WRONG_WAY, Reading(2 * turned - s)


def _steps(kind: StyleKind) -> tuple[tuple[Slip, int], ...]:
    if kind.is_metric:
        return (
            (Slip.METRE, 1000 * MILLIMETRE),
            (Slip.HUNDRED_MILLIMETRES, 100 * MILLIMETRE),
            (Slip.CENTIMETRE, 10 * MILLIMETRE),
        )
    tenth = (Slip.TENTH, NANOMETRES_PER_FOOT // 10)
    inch = (Slip.INCH, NANOMETRES_PER_INCH)
    return ((Slip.FOOT, NANOMETRES_PER_FOOT), tenth if kind is StyleKind.DECIMAL_FEET else inch)


def _tenths_and_inches(s: int) -> Iterator[tuple[Slip, Reading]]:
    """Yield the part behind the feet, its inches read as tenths and its tenths as inches."""
    feet, part = divmod(s, NANOMETRES_PER_FOOT)
    whole = feet * NANOMETRES_PER_FOOT
    yield Slip.INCHES_FOR_TENTHS, Reading(whole + part * 10 // 12)
    if part * 12 // 10 < NANOMETRES_PER_FOOT:
        yield Slip.TENTHS_FOR_INCHES, Reading(whole + part * 12 // 10)


def _written_otherwise(rod: Rod, reading: Reading) -> Iterator[tuple[Slip, Reading]]:
    """Yield the reading with two digits that stand together swapped, or a 6 for a 9."""
    text = rod.write(reading)
    if rod.numbering is Numbering.CENTRE_ZERO:
        return
    for match in re.finditer(r"(?=(\d)(\.?)(\d))", text):
        i, (one, dot, two) = match.start(), match.groups()
        swapped = text[:i] + two + dot + one + text[i + 2 + len(dot) :]
        yield from _read(rod, Slip.SWAPPED, swapped)
    for match in re.finditer(r"[69]", text):
        i = match.start()
        other = "9" if match[0] == "6" else "6"
        yield from _read(rod, Slip.SIX_FOR_NINE, text[:i] + other + text[i + 1 :])


def _read(rod: Rod, slip: Slip, text: str) -> Iterator[tuple[Slip, Reading]]:
    try:
        yield slip, rod.read(text)
    except RuleError:
        return
