"""The honest readings of one typed length, and how much is to be asked about them (section 2)."""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import IntEnum
from fractions import Fraction

from core.errors import UnreadableLength
from core.lengths import typed as t
from core.lengths.quantity import (
    NANOMETRES_PER_FOOT,
    NANOMETRES_PER_INCH,
    NANOMETRES_PER_METRE,
    Length,
)
from core.lengths.style import Style, StyleKind, format_length

EXAMPLES = {
    StyleKind.FEET_INCHES: 'Write it like 5\' 2 3/8" or 62 3/8".',
    StyleKind.INCHES: 'Write it like 62 3/8" or 62.375.',
    StyleKind.DECIMAL_FEET: "Write it like 5.20 or 5.20 ft.",
    StyleKind.METRES: "Write it like 1.585 or 1.585 m.",
    StyleKind.MILLIMETRES: "Write it like 1585 or 158.5 cm.",
}
BARE_UNITS = {
    StyleKind.INCHES: ('"', NANOMETRES_PER_INCH),
    StyleKind.DECIMAL_FEET: (" ft", NANOMETRES_PER_FOOT),
    StyleKind.METRES: (" m", NANOMETRES_PER_METRE),
    StyleKind.MILLIMETRES: (" mm", NANOMETRES_PER_METRE // 1000),
}
FINEST_FRACTIONS = (2, 4, 8, 16, 32, 64)


class Ask(IntEnum):
    """When a person is asked which reading is meant, from never to always."""

    NEVER = 0
    #: The first reading that can be is meant, as on a scale numbered in its units.
    FIRST_THAT_CAN_BE = 1
    #: The first reading is what anybody means; the others only where it can't be.
    IF_FIRST_CANT_BE = 2
    #: As before, but on a rod wherever more than one reading is on it.
    IF_SEVERAL_ON_A_ROD = 3
    IF_SEVERAL_CAN_BE = 4
    #: Always, but for a rod that leaves no doubt: only one reading is on it.
    UNLESS_A_ROD_TELLS = 5
    ALWAYS = 6


@dataclass(frozen=True, slots=True)
class Possible:
    """One reading of what was typed: as it would be typed without doubt, and its nanometres.

    ``behind`` is the part of them that stands behind a sign of its own: a sign before the whole
    is the first number's alone.
    """

    text: str
    nanometres: Fraction
    behind: Fraction = Fraction(0)

    def signed(self, sign: int) -> Fraction:
        """Return its nanometres with a sign before its first number."""
        return sign * (self.nanometres - self.behind) + self.behind


@dataclass(frozen=True, slots=True)
class Readings:
    """All honest readings of a text, the likeliest first, and when to ask."""

    all: tuple[Possible, ...]
    ask: Ask


def readings_of(text: str, body: str, kind: StyleKind) -> Readings | None:
    """Return the readings of one unsigned length; None where it is not written like one.

    ``text`` is the whole entry, which a refusal names. Raises :class:`UnreadableLength` for
    what is written like a length and can't be one.
    """
    for pattern, read in WAYS:
        if found := pattern.fullmatch(body):
            return read(text, found, kind)
    return None


def _one(text: str, nanometres: Fraction) -> Readings:
    return Readings((Possible(text, nanometres),), Ask.NEVER)


def _unmarked(text: str, found: re.Match[str], kind: StyleKind) -> Readings:
    """Read ``5 2 3/8`` and its kin; with a dash between two bare numbers it may be a difference."""
    is_difference = "-" in found["between"] and not found["top"]
    spaced = is_difference and found["between"].strip() != found["between"]
    if kind.is_metric and is_difference and (spaced or not found["mark"]):
        return _difference(found, kind)
    if kind.is_metric and not found["mark"]:
        if not is_difference and len(found["inches"]) == 3 and not found["top"]:
            whole = f"{found['feet']}{found['inches']}"
            return _one(f"{whole} mm", Fraction(whole) * t.UNIT_WORDS["mm"])
        raise UnreadableLength(
            text, "This field is metric and no foot or inch is marked.", EXAMPLES[kind]
        )
    try:
        nanometres = _feet_and_inches(text, found, kind)
    except UnreadableLength:
        if is_difference:
            return _difference(found, kind)
        raise
    plain = f"{found['feet']}' {_inches_text(found)}\""
    if not is_difference:
        return _one(plain, nanometres)
    (other,) = _difference(found, kind).all
    ask = Ask.ALWAYS if spaced else Ask.IF_FIRST_CANT_BE
    return Readings((Possible(plain, nanometres), other), ask)


def _inches_text(found: re.Match[str]) -> str:
    part = f" {found['top']}/{found['bottom']}" if found["top"] else ""
    return f"{found['inches']}{part}"


def _difference(found: re.Match[str], kind: StyleKind) -> Readings:
    """Two numbers with a dash between, as one less the other: a bare one in the field's unit."""
    bare = BARE_UNITS.get(kind, BARE_UNITS[StyleKind.INCHES])
    (mark, unit), (other_mark, other_unit) = (
        bare,
        BARE_UNITS[StyleKind.INCHES] if found["mark"] else bare,
    )
    first, behind = Fraction(found["feet"]) * unit, -Fraction(found["inches"]) * other_unit
    text = f"{found['feet']}{mark} - {found['inches']}{other_mark}"
    return Readings((Possible(text, first + behind, behind),), Ask.NEVER)


def _bare_number(_: str, found: re.Match[str], kind: StyleKind) -> Readings:
    body = found.group()
    number = Fraction(body)
    if number == 0:
        return _one(body, number)
    if kind is StyleKind.FEET_INCHES:
        return Readings(_feet_or_inches(body), Ask.UNLESS_A_ROD_TELLS)
    mark, unit = BARE_UNITS[kind]
    natural = Possible(f"{body}{mark}", number * unit)
    if kind is StyleKind.METRES:
        others = tuple(Possible(f"{body} {u}", number * t.UNIT_WORDS[u]) for u in ("cm", "mm"))
        return Readings((natural, *others), Ask.FIRST_THAT_CAN_BE)
    after = body.partition(".")[2]
    if kind is StyleKind.MILLIMETRES and after:
        in_metres = Possible(f"{body} m", number * NANOMETRES_PER_METRE)
        ask = Ask.IF_SEVERAL_CAN_BE if len(after) > 1 else Ask.IF_SEVERAL_ON_A_ROD
        return Readings((natural, in_metres), ask)
    return Readings((natural,), Ask.NEVER)


def _feet_or_inches(body: str) -> tuple[Possible, ...]:
    """The tenths trap: feet, feet and inches, or inches."""
    number = Fraction(body)
    feet, _, after = body.partition(".")
    plain = feet if not after else body
    found = [Possible(f"{plain} ft", number * NANOMETRES_PER_FOOT)]
    if after and int(after) < 12 and not (after.startswith("0") and len(after) > 1):
        inches = Fraction(int(feet or 0)) * 12 + int(after)
        found.append(Possible(f"{feet or 0}' {int(after)}\"", inches * NANOMETRES_PER_INCH))
    found.append(Possible(f'{plain}"', number * NANOMETRES_PER_INCH))
    return tuple(found)


def _number_with_unit(text: str, found: re.Match[str], _: StyleKind) -> Readings:
    number, unit = found.groups()
    size = t.UNIT_WORDS.get(unit)
    if size is None:
        raise UnreadableLength(
            text, f"“{unit}” is no unit of length here.", "Use ft, in, m, cm or mm."
        )
    return _one(found.group(), Fraction(number) * size)


def _inches_only(text: str, found: re.Match[str], kind: StyleKind) -> Readings:
    inches = _inches(text, found, kind)
    whole_is_bare = found["inches"] is not None and not found["mark"]
    if (whole_is_bare and kind.is_metric) or (not found["mark"] and kind is StyleKind.DECIMAL_FEET):
        raise UnreadableLength(text, "It has a fraction and no unit.", EXAMPLES[kind])
    in_inches = inches * NANOMETRES_PER_INCH
    if not (whole_is_bare and kind is StyleKind.FEET_INCHES):
        return _one(found.group() + ("" if found["mark"] else '"'), in_inches)
    whole, part = found["inches"], f"{found['top']}/{found['bottom']}"
    in_feet = Fraction(whole) * NANOMETRES_PER_FOOT + (inches - Fraction(whole)) * (
        NANOMETRES_PER_INCH
    )
    both = Possible(f"{whole}' 0 {part}\"", in_feet), Possible(f'{whole} {part}"', in_inches)
    return Readings(both, Ask.UNLESS_A_ROD_TELLS)


def _feet_fraction(text: str, found: re.Match[str], kind: StyleKind) -> Readings:
    part = _fraction(text, int(found["top"]), int(found["bottom"]), kind)
    if found["whole"] and part >= 1:
        raise UnreadableLength(text, "The fraction is one foot or more.", EXAMPLES[kind])
    feet = Fraction(found["whole"] or 0) + part
    return _one(found.group(), feet * NANOMETRES_PER_FOOT)


def _marked_feet(text: str, found: re.Match[str], kind: StyleKind) -> Readings:
    has_inches = found["inches"] is not None or found["top2"]
    if found["dash"] and has_inches and "." in found["feet"]:
        first = Fraction(found["feet"]) * NANOMETRES_PER_FOOT
        behind = -_inches(text, found, kind) * NANOMETRES_PER_INCH
        return Readings((Possible(found.group(), first + behind, behind),), Ask.NEVER)
    return _one(found.group(), _feet_and_inches(text, found, kind))


def _feet_and_inches(text: str, found: re.Match[str], kind: StyleKind) -> Fraction:
    feet = Fraction(found["feet"])
    has_inches = found["inches"] is not None or found["top2"]
    if not has_inches:
        return feet * NANOMETRES_PER_FOOT
    if feet.denominator != 1 or "." in found["feet"]:
        raise UnreadableLength(
            text, "Decimal feet can't be followed by inches.", EXAMPLES[StyleKind.FEET_INCHES]
        )
    inches = _inches(text, found, kind)
    if found["top2"] and inches >= 1:
        raise UnreadableLength(text, "The fraction is one inch or more.", EXAMPLES[kind])
    if inches >= 12:
        total = Length.from_inches(feet * 12 + inches)
        carried = format_length(total, Style(StyleKind.FEET_INCHES, 32))
        raise UnreadableLength(
            text,
            "There are 12 inches or more behind the feet.",
            f"If you mean {carried}, type that.",
        )
    return feet * NANOMETRES_PER_FOOT + inches * NANOMETRES_PER_INCH


def _inches(text: str, found: re.Match[str], kind: StyleKind) -> Fraction:
    whole = found["inches"]
    top, bottom = found["top"] or found["top2"], found["bottom"] or found["bottom2"]
    if not top:
        return Fraction(whole)
    part = _fraction(text, int(top), int(bottom), kind)
    if whole is None:
        return part
    if "." in whole:
        raise UnreadableLength(text, "It has decimals and a fraction.", EXAMPLES[kind])
    if part >= 1:
        raise UnreadableLength(text, "The fraction is one inch or more.", EXAMPLES[kind])
    return Fraction(whole) + part


def _fraction(text: str, top: int, bottom: int, kind: StyleKind) -> Fraction:
    if bottom == 0:
        raise UnreadableLength(text, "A fraction can't have 0 below.", EXAMPLES[kind])
    if bottom not in FINEST_FRACTIONS:
        raise UnreadableLength(
            text,
            f"No rod has {bottom} parts to an inch.",
            "Use halves, fourths, eighths, 16ths, 32nds or 64ths.",
        )
    return Fraction(top, bottom)


WAYS = (
    (t.FRACTION_OF_FEET, _feet_fraction),
    (t.FEET_AND_INCHES, _marked_feet),
    (t.UNMARKED_FEET_AND_INCHES, _unmarked),
    (t.BARE_DECIMAL, _bare_number),
    (t.WITH_UNIT, _number_with_unit),
    (t.INCHES_ONLY, _inches_only),
)
