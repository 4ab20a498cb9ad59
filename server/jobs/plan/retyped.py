"""What a plan was typed as, as it can be typed again after the job's units or datum changed."""

from __future__ import annotations

from core.floors import Outline
from core.lengths import Elevation, Style
from server.common.refusals import Entries
from server.jobs.models import Element, Floor
from server.jobs.plan.element_form import Ground, Typed, entries_of
from server.jobs.plan.kinds import build
from server.jobs.plan.layers import LayerTyped
from server.jobs.plan.panels import PANEL_ENTRIES, PanelTyped, panel_entries, read_panels
from server.jobs.plan.pier_elements import own_beams_retyped
from server.jobs.plan.underside import (
    EVEN,
    ThickenedTyped,
    UndersideTyped,
    read_underside,
    underside_entries,
)

ANYWHERE = Ground(None, None)


def element_retyped(element: Element, style: Style) -> Typed:
    """Return an element's geometry as it can be typed in a style; what it was typed in stays.

    Only what its kind reads is a length of it; the rest stands as it was typed.
    """
    typed: Typed = element.typed
    if style == element.typed_in:
        return typed
    entries = entries_of(typed, element.typed_in)
    build(element.kind, entries, typed, ANYWHERE)

    def again(field: str) -> str:
        return entries.retyped(field, style)

    return {
        **typed,
        "corners": [
            [again(f"corners.{i}.x"), again(f"corners.{i}.y")] for i in range(len(typed["corners"]))
        ],
        "measures": _measures(typed["measures"], entries, element, style),
        "steps": [
            {"along": again(f"steps.{i}.along"), "drop": again(f"steps.{i}.drop")}
            for i in range(len(typed["steps"]))
        ],
        "layers": _layers(typed["layers"], entries, style),
    }


def _measures(
    typed: dict[str, str], entries: Entries, element: Element, style: Style
) -> dict[str, str]:
    found = {name: entries.retyped(name, style) for name in typed}
    if typed.get("own_beams", "").strip():
        found["own_beams"] = own_beams_retyped(typed["own_beams"], element.typed_in, style)
    return found


def _layers(typed: list[LayerTyped], entries: Entries, style: Style) -> list[LayerTyped]:
    return [
        {
            "name": layer["name"],
            "nominal": entries.retyped(f"layers.{i}.nominal", style),
            "actual": entries.retyped(f"layers.{i}.actual", style),
        }
        for i, layer in enumerate(typed)
    ]


def panels_retyped(floor: Floor, outline: Outline, style: Style) -> list[PanelTyped]:
    """Return a floor's panels as they can be typed in a style."""
    typed: list[PanelTyped] = floor.panels
    entries = Entries(panel_entries(typed), floor.typed_in)
    read_panels(entries, typed, outline, Elevation(0))

    def again(i: int, panel: PanelTyped) -> PanelTyped:
        at = f"panels.{i}"
        own = {name: entries.retyped(f"{at}.{name}", style) for name in PANEL_ENTRIES}
        corners = [
            [entries.retyped(f"{at}.corners.{n}.{axis}", style) for axis in ("x", "y")]
            for n in range(len(panel["corners"]))
        ]
        return {**panel, **own, "corners": corners}  # type: ignore[typeddict-item]

    return [again(i, panel) for i, panel in enumerate(typed)]


def underside_retyped(floor: Floor, outline: Outline, style: Style) -> UndersideTyped:
    """Return how a floor's thickness varies as it can be typed in a style."""
    typed: UndersideTyped = floor.underside or EVEN
    entries = Entries(underside_entries(typed), floor.typed_in)
    read_underside(entries, typed, outline, floor.thickness, floor.least_thickness)
    thickened: list[ThickenedTyped] = [
        {
            "edge": one["edge"],
            "width": entries.retyped(f"thickened.{i}.width", style),
            "depth": entries.retyped(f"thickened.{i}.depth", style),
        }
        for i, one in enumerate(typed["thickened"])
    ]
    return {
        **typed,
        "taper_to": entries.retyped("taper_to", style),
        "thickened": thickened,
        "layers": _layers(typed["layers"], entries, style),
    }
