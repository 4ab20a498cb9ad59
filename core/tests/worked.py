"""Worked cases, and the strategies properties draw from."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any, TypeVar

from hypothesis import strategies as st

from core.floors import PlanPoint
from core.lengths import Elevation, Length, Reading, Style
from core.lengths.style import STYLE_CODES
from core.rods import Observed

CASES = Path(__file__).parent / "cases"
MILLIMETRE = 1_000_000

STYLES = tuple(Style.from_code(code) for code in STYLE_CODES)
lengths = st.integers(-(10**12), 10**12).map(Length)
elevations = st.integers(-(10**12), 10**12).map(Elevation)
readings = st.integers(0, 5 * 10**9).map(Reading)
stood = Observed.standing

Value = TypeVar("Value")


def cases(name: str) -> list[dict[str, Any]]:
    """Return the worked cases of one rule."""
    found: list[dict[str, Any]] = json.loads((CASES / f"{name}.json").read_text())["cases"]
    return found


def there(value: Value | None) -> Value:
    """Return what must be there."""
    assert value is not None
    return value


def metres(number: float | str) -> Length:
    """Return a length of metres."""
    return Length.from_metres(str(number))


def place(x: float, y: float) -> PlanPoint:
    """Return a place in plan, in metres."""
    return PlanPoint(Length.from_float(x), Length.from_float(y))
