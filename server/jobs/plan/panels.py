"""A slab's panels, from what was typed to the core's surfaces."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TypedDict

from core.design import (
    Panel,
    Toward,
    check_panels,
    fall_in_words,
    fall_to_point,
    level_panel,
    panel_toward,
    parse_fall,
)
from core.design.fall import Fall
from core.floors import Outline, PlanPoint, finished_level
from core.lengths import Elevation, Style
from server.common.refusals import Entries


class PanelTyped(TypedDict):
    """A panel as it is typed; its corners are empty where it is the whole slab.

    ``kind`` says whether it is level, falls one way or two, or to a low point at ``x``, ``y``.
    ``drop`` below the finished level lies its rim, or else the place ``x``, ``y``.
    """

    name: str
    kind: str
    toward: str
    fall: str
    toward_across: str
    fall_across: str
    x: str
    y: str
    drop: str
    corners: list[list[str]]


PANEL_ENTRIES = ("fall", "fall_across", "x", "y", "drop")


def panel_entries(panels: list[PanelTyped]) -> dict[str, str]:
    """Return the typed entries of panels by their places in a form."""
    typed: dict[str, str] = {}
    for i, panel in enumerate(panels):
        own: dict[str, str] = {name: panel[name] for name in PANEL_ENTRIES}  # type: ignore[literal-required]
        typed |= {f"panels.{i}.{name}": text for name, text in own.items()}
        for n, (x, y) in enumerate(panel["corners"]):
            typed |= {f"panels.{i}.corners.{n}.x": x, f"panels.{i}.corners.{n}.y": y}
    return typed


def read_panels(
    entries: Entries, panels: list[PanelTyped], outline: Outline, finished: Elevation
) -> tuple[Panel, ...] | None:
    """Return a slab's panels, or None with the refusals kept; a level one for none typed."""
    if not panels:
        return (level_panel(outline, finished),)
    found: list[Panel] = []
    own: list[tuple[str, Outline]] = []
    for i, panel in enumerate(panels):
        part = _part(entries, panel, outline, f"panels.{i}")
        read = _read(entries, panel, part, finished, f"panels.{i}") if part else None
        if part is None or read is None:
            return None
        found += read
        own.append((panel["name"] or f"Panel {i + 1}", part))
        if len(read) > 1:
            rings = [(f"wall {n}", one.outline) for n, one in enumerate(read, start=1)]
            if entries.check(f"panels.{i}.x", lambda p=part, r=rings: _fits(p, r)) is None:  # type: ignore[misc]
                return None
    fits = entries.check("panels.0.corners", lambda: _fits(outline, own))
    return tuple(found) if fits else None


def _fits(outline: Outline, parts: list[tuple[str, Outline]]) -> bool:
    check_panels(outline, parts)
    return True


def _part(entries: Entries, panel: PanelTyped, outline: Outline, at: str) -> Outline | None:
    if not panel["corners"]:
        return outline
    corners = entries.corners(f"{at}.corners", len(panel["corners"]))
    return None if corners is None else entries.check(f"{at}.corners", lambda: Outline(corners))


def _read(
    entries: Entries, panel: PanelTyped, part: Outline, finished: Elevation, at: str
) -> tuple[Panel, ...] | None:
    x, y, drop = (entries.length(f"{at}.{name}") for name in ("x", "y", "drop"))
    if x is None or y is None or drop is None:
        return None
    place = entries.check(f"{at}.x", lambda: PlanPoint(x, y))
    if place is None:
        return None
    level = finished_level(finished, -drop)
    if panel["kind"] == "level":
        return (level_panel(part, level),)
    return _falling(entries, panel, Panel(part, place, level), at)


def _falling(
    entries: Entries, panel: PanelTyped, level: Panel, at: str
) -> tuple[Panel, ...] | None:
    """Return the panels that fall from, or to, where a level one holds."""
    part, place = level.outline, level.at
    fall = _fall(entries, panel["fall"], f"{at}.fall")
    is_two = panel["kind"] == "two"
    across = _fall(entries, panel["fall_across"], f"{at}.fall_across") if is_two else fall
    if fall is None or across is None:
        return None
    if panel["kind"] == "point":
        return entries.check(f"{at}.x", lambda: fall_to_point(part, place, level.level, fall))
    falls = [(fall, Toward(panel["toward"]))]
    falls += [(across, Toward(panel["toward_across"]))] if is_two else []
    field = f"{at}.fall_across"
    one = entries.check(field, lambda: panel_toward(part, place, level.level, falls))
    return None if one is None else (one,)


def _fall(entries: Entries, text: str, field: str) -> Fall | None:
    return entries.check(field, lambda: parse_fall(text))


def falls_in_words(panels: Sequence[Panel], style: Style) -> str:
    """Say how a slab's top falls, each fall along an axis once; level where it does not."""
    rises = [rise for panel in panels for rise in (panel.rise_x, panel.rise_y) if rise]
    if not rises:
        same = len({panel.level for panel in panels}) == 1
        return "level" if same else "panels at different levels"
    falls = [Fall(abs(rise).limit_denominator(100_000)) for rise in rises]
    return "; ".join(dict.fromkeys(fall_in_words(fall, style) for fall in falls))
