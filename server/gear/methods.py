"""The entries of each check of an instrument, and what the core makes of them."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from core.errors import OutOfRange
from core.instruments import (
    SlopeCheck,
    Tilt,
    face_about,
    two_peg,
    two_position,
    water_level,
)
from core.lengths import Length, Style, StyleKind, parse_length
from server.common.refusals import Entries, Invalid
from server.gear.models import CheckMethod, InstrumentCheck

Metres = Mapping[str, float]
Measure = Literal["distance", "amount", "reading", "resolution"]

FARTHEST: dict[Measure, float] = {
    "distance": 1000, "amount": 0.5, "reading": 15, "resolution": 0.02
}  # fmt: skip
#: How finely a mark is read where nobody said, in feet and in meters: on a wall, on a rod.
MARK_ON_A_WALL = ("1/32 in", "0.5 mm")
READING_ON_A_ROD = ("1/16 in", "1 mm")
METRIC = re.compile(r"\d\s*(?:mm|cm|m|meters?|metres?)\b", re.IGNORECASE)
IMPERIAL = re.compile(r"""['"′″’”]|\d\s*(?:ft|in|foot|feet|inch|inches)\b""", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Read:
    """A check as it was read: the beam's slope, and its direction where both axes were.

    ``is_metric`` is whether it was typed in meters or in feet, None where no entry says a unit.
    """

    check: SlopeCheck
    tilt: Tilt | None
    gap: float | None
    is_metric: bool | None = None


@dataclass(frozen=True, slots=True)
class Method:
    """A check's entries by name, and how they make a slope; a sided one may be below."""

    entries: Mapping[str, Measure]
    make: Callable[[Metres], SlopeCheck | Tilt]
    gap: str | None = None
    optional: tuple[str, ...] = ()
    resolution: tuple[str, str] = MARK_ON_A_WALL

    def typed(self, typed: Mapping[str, str], *, is_metric: bool) -> dict[str, str]:
        """Return what was typed of its entries; how finely marks are read has a usual value.

        That one goes by the units of the other entries, or by ``is_metric`` where none says.
        """
        own = {name: typed.get(name, "") for name in self.entries}
        if not own["resolution"].strip():
            found = _is_metric(own.values())
            own["resolution"] = self.resolution[is_metric if found is None else found]
        sides = {side: typed[side] for name in own if (side := f"{name}_side") in typed}
        kept = {
            name: text for name, text in own.items() if text.strip() or name not in self.optional
        }
        return kept | sides


METHODS: dict[str, Method] = {
    CheckMethod.TWO_POSITION: Method(
        {
            "near": "distance", "far": "distance", "gap": "amount", "middle": "amount",
            "resolution": "resolution",
        },
        lambda m: two_position(
            m["near"], m["far"], m["gap"], m["resolution"], m.get("middle")
        ),
        gap="gap",
        optional=("middle",),
    ),
    CheckMethod.FACE_ABOUT: Method(
        {"distance": "distance", "gap": "amount", "resolution": "resolution"},
        lambda m: face_about(m["distance"], m["gap"], m["resolution"]),
        gap="gap",
    ),
    CheckMethod.BOTH_AXES: Method(
        {
            "distance": "distance", "gap": "amount", "gap_right": "amount",
            "resolution": "resolution",
        },
        lambda m: Tilt(
            face_about(m["distance"], m["gap"], m["resolution"]),
            face_about(m["distance"], m["gap_right"], m["resolution"]),
        ),
    ),
    CheckMethod.TWO_PEG: Method(
        {
            "a1": "reading", "b1": "reading", "a2": "reading", "b2": "reading",
            "to_a": "distance", "to_b": "distance", "resolution": "resolution",
        },
        lambda m: two_peg(
            (m["a1"], m["b1"]), (m["a2"], m["b2"]), (m["to_a"], m["to_b"]), m["resolution"]
        ),
        resolution=READING_ON_A_ROD,
    ),
    CheckMethod.WATER_LEVEL: Method(
        {
            "a": "amount", "b": "amount", "to_a": "distance", "to_b": "distance",
            "resolution": "resolution",
        },
        lambda m: water_level((m["a"], m["b"]), (m["to_a"], m["to_b"]), m["resolution"]),
    ),
}  # fmt: skip


def made(method: Method, metres: Metres, typed: Iterable[str] = ()) -> Read:
    """Return what a check's readings make; raises what the core's checks raise."""
    found = method.make(metres)
    gap = abs(metres[method.gap]) if method.gap else None
    is_metric = _is_metric(typed)
    if isinstance(found, Tilt):
        return Read(found.as_check, found, gap, is_metric)
    return Read(found, None, gap, is_metric)


def _is_metric(typed: Iterable[str]) -> bool | None:
    """Say which system of units entries were typed in; None where none says."""
    for text in typed:
        if METRIC.search(text):
            return True
        if IMPERIAL.search(text):
            return False
    return None


def recorded_check(check: InstrumentCheck) -> Read:
    """Return what a stored check says."""
    metres = {name: float(entry["metres"]) for name, entry in check.readings.items()}
    return made(
        METHODS[check.method], metres, (reading["typed"] for reading in check.readings.values())
    )


def read_entries(
    method: Method, typed: Mapping[str, str], style: Style
) -> tuple[dict[str, Length], Entries]:
    """Read a check's entries; refuses what no site has, and two systems of units in one check.

    An amount whose ``…_side`` is ``below`` counts downwards.
    """
    typed = method.typed(typed, is_metric=style.kind.is_metric)
    entries = Entries({name: typed[name] for name in method.entries if name in typed}, style)
    kind = style.kind
    lengths: dict[str, Length] = {}
    for name, measure in method.entries.items():
        if name not in typed:
            continue
        length = entries.check(name, lambda n=name, m=measure: _sensible(typed.get(n, ""), m, kind))  # type: ignore[misc]
        if length is not None:
            lengths[name] = -length if typed.get(f"{name}_side") == "below" else length
    _refuse_two_systems(entries, {name: typed[name] for name in method.entries if name in typed})
    return lengths, entries


def _sensible(text: str, measure: Measure, kind: StyleKind) -> Length:
    length, most = parse_length(text, kind), FARTHEST[measure]
    least = 0 if measure in ("amount", "reading") else 1
    if not least <= length.nanometres <= most * 1e9:
        more = "more than 0" if least else "0 or more"
        raise OutOfRange(
            text, f"That is no {measure} of a check.", f"Give {more}, at most {most:g} m."
        )
    return length


def _refuse_two_systems(entries: Entries, typed: Mapping[str, str]) -> None:
    metric = [name for name, text in typed.items() if METRIC.search(text)]
    imperial = [name for name, text in typed.items() if IMPERIAL.search(text)]
    if metric and imperial:
        odd = min((metric, imperial), key=len)[0]
        entries.refuse(
            odd,
            typed[odd],
            "The other readings of this check are in another system of units.",
            "Type all of them in feet and inches, or all in meters and millimeters.",
        )


def slope_of(lengths: Mapping[str, Length], method: Method, entries: Entries) -> Read | None:
    """Return what readings that were read make, once they are all there."""
    if entries.problems or not set(method.entries) <= set(lengths) | set(method.optional):
        return None
    metres = {name: float(length) for name, length in lengths.items()}
    typed = [entries.text(name) for name in method.entries]
    return entries.check(None, lambda: made(method, metres, typed))


def unknown_method(code: str) -> Invalid:
    """Return the refusal for a method that is none."""
    entries = Entries({}, Style(StyleKind.METRES))
    entries.refuse("method", code, "This is no check.", f"Choose one of {', '.join(METHODS)}.")
    return Invalid(*entries.problems)
