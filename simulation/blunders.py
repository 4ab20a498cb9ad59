"""Mistakes a person makes with a good reading."""

from __future__ import annotations

from collections.abc import Callable
from enum import StrEnum
from random import Random

FOOT = 0.3048
INCH = 0.0254


class Blunder(StrEnum):
    """A kind of mistake."""

    FOOT = "foot"
    METRE = "meter"
    HUNDRED_MILLIMETRES = "100 mm"
    INCH = "inch"
    CENTIMETRE = "10 mm"
    UPSIDE_DOWN = "upside-down"
    SWAPPED = "swapped"
    SIX_FOR_NINE = "six-for-nine"


def _swapped(centimetres: str, rng: Random) -> str:
    places = [i for i in range(len(centimetres) - 1) if centimetres[i] != centimetres[i + 1]]
    if not places:
        return centimetres
    i = rng.choice(places)
    return centimetres[:i] + centimetres[i + 1] + centimetres[i] + centimetres[i + 2 :]


def _six_for_nine(digits: str, rng: Random) -> str:
    places = [i for i, digit in enumerate(digits) if digit in "69"]
    if not places:
        return digits
    i = rng.choice(places)
    return digits[:i] + ("9" if digits[i] == "6" else "6") + digits[i + 1 :]


def _in_digits(change: Callable[[str, Random], str]) -> Callable[[float, float, Random], float]:
    """A mistake in the digits of a reading in thousandths."""

    def spoiled(reading: float, _: float, rng: Random) -> float:
        return int(change(f"{round(reading * 1000):04}", rng)) / 1000

    return spoiled


BLUNDERS: dict[Blunder, Callable[[float, float, Random], float]] = {
    Blunder.FOOT: lambda reading, _, rng: reading + rng.choice((-FOOT, FOOT)),
    Blunder.METRE: lambda reading, _, rng: reading + rng.choice((-1.0, 1.0)),
    Blunder.HUNDRED_MILLIMETRES: lambda reading, _, rng: reading + rng.choice((-0.1, 0.1)),
    Blunder.INCH: lambda reading, _, rng: reading + rng.choice((-INCH, INCH)),
    Blunder.CENTIMETRE: lambda reading, _, rng: reading + rng.choice((-0.01, 0.01)),
    Blunder.UPSIDE_DOWN: lambda reading, length, _: length - reading,
    Blunder.SWAPPED: _in_digits(_swapped),
    Blunder.SIX_FOR_NINE: _in_digits(_six_for_nine),
}


def spoil(blunder: Blunder, reading: float, rod_length: float, rng: Random) -> float:
    """Return a reading as the mistake makes it; it may come out the same."""
    return BLUNDERS[blunder](reading, rod_length, rng)
