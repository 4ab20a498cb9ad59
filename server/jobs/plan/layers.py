"""Layers under a slab or over a pier, from what was typed to the core's own."""

from __future__ import annotations

from typing import TypedDict

from core.design import Layer
from server.common.refusals import Entries


class LayerTyped(TypedDict):
    """A layer of a stack-up as it is typed; its actual thickness is empty until measured."""

    name: str
    nominal: str
    actual: str


def layer_entries(layers: list[LayerTyped]) -> dict[str, str]:
    """Return the typed thicknesses of layers by their places in a form."""
    return {
        f"layers.{i}.{which}": text
        for i, layer in enumerate(layers)
        for which, text in (("nominal", layer["nominal"]), ("actual", layer["actual"]))
    }


def read_layers(entries: Entries, typed: list[LayerTyped]) -> tuple[Layer, ...] | None:
    """Return layers in their order, or None with the refusals kept."""
    found: list[Layer] = []
    for i, layer in enumerate(typed):
        name, at = layer["name"].strip() or f"Layer {i + 1}", f"layers.{i}"
        nominal, actual = entries.length(f"{at}.nominal"), entries.optional(f"{at}.actual")
        if nominal is not None:
            made = entries.check(
                f"{at}.nominal",
                lambda name=name, nominal=nominal, actual=actual: Layer(name, nominal, actual),  # type: ignore[misc]
            )
            found += [made] if made else []
    return tuple(found) if len(found) == len(typed) else None
