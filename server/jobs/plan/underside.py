"""A slab's taper and thickened edges, from what was typed to the core's underside."""

from __future__ import annotations

from typing import TypedDict

from core.design import Taper, ThickenedEdge, Underside, check_edge
from core.errors import OutOfRange
from core.floors import Outline
from core.lengths import Length
from server.common.refusals import Entries
from server.jobs.plan.layers import LayerTyped, layer_entries, read_layers

MOST_DIGITS = 4


class ThickenedTyped(TypedDict):
    """A thickened edge as it is typed: which edge, how wide in plan, how deep in all."""

    edge: str
    width: str
    depth: str


class UndersideTyped(TypedDict):
    """How a slab's thickness varies and what it lies on, as it is typed; empty for neither.

    It is as thick as it is given along ``taper_edge``, and ``taper_to`` thick farthest from it.
    ``layers`` lie between it and the stone, the uppermost first.
    """

    taper_edge: str
    taper_to: str
    thickened: list[ThickenedTyped]
    layers: list[LayerTyped]


EVEN: UndersideTyped = {"taper_edge": "", "taper_to": "", "thickened": [], "layers": []}


def underside_entries(typed: UndersideTyped) -> dict[str, str]:
    """Return the typed entries of an underside by their places in a form."""
    found = {"taper_edge": typed["taper_edge"], "taper_to": typed["taper_to"]}
    for i, one in enumerate(typed["thickened"]):
        found |= {
            f"thickened.{i}.edge": one["edge"],
            f"thickened.{i}.width": one["width"],
            f"thickened.{i}.depth": one["depth"],
        }
    return found | layer_entries(typed["layers"])


def read_underside(
    entries: Entries,
    typed: UndersideTyped,
    outline: Outline,
    thickness: Length,
    least: Length,
) -> Underside | None:
    """Return a slab's underside, or None with the refusals kept."""
    before = len(entries.problems)
    taper = _taper(entries, outline, thickness, least)
    edges = [_thickened(entries, i, outline, thickness) for i in range(len(typed["thickened"]))]
    layers = read_layers(entries, typed["layers"])
    if layers is None or len(entries.problems) > before:
        return None
    thickened = tuple(edge for edge in edges if edge is not None)
    return Underside(outline, thickness, taper, thickened, layers)


def _taper(entries: Entries, outline: Outline, thickness: Length, least: Length) -> Taper | None:
    if not (entries.text("taper_edge").strip() or entries.text("taper_to").strip()):
        return None
    edge, far = _edge(entries, "taper_edge", outline), entries.length("taper_to")
    if edge is None or far is None:
        return None
    if far < least:
        why = "That is thinner than the least thickness that will do."
        _refuse(entries, "taper_to", why, "Give more, or lower the least thickness.")
    elif far > thickness:
        why = "A slab is thickest along the edge it tapers from."
        _refuse(entries, "taper_to", why, "Give no more than its thickness, or another edge.")
    return Taper(edge, far)


def _thickened(
    entries: Entries, i: int, outline: Outline, thickness: Length
) -> ThickenedEdge | None:
    edge = _edge(entries, f"thickened.{i}.edge", outline)
    width, depth = (entries.length(f"thickened.{i}.{name}") for name in ("width", "depth"))
    if edge is None or width is None or depth is None:
        return None
    if width.nanometres <= 0:
        why = "A thickened edge has a width."
        _refuse(entries, f"thickened.{i}.width", why, "Give its width in plan, above 0.")
    if depth <= thickness:
        why = "A thickened edge is deeper than the slab."
        _refuse(entries, f"thickened.{i}.depth", why, "Give the whole depth of concrete there.")
    return ThickenedEdge(edge, width, depth)


def _refuse(entries: Entries, field: str, why: str, accepts: str) -> None:
    """Keep a refusal of what was typed there."""
    entries.refuse(field, entries.text(field), why, accepts)


def _edge(entries: Entries, field: str, outline: Outline) -> int | None:
    return entries.check(field, lambda: _number(entries.text(field), outline))


def _number(text: str, outline: Outline) -> int:
    typed = text.strip()
    if not (typed.isascii() and typed.isdigit() and len(typed) <= MOST_DIGITS):
        raise OutOfRange(
            text, "This is no number of an edge.", "Count the edges from the first corner on."
        )
    check_edge(outline, int(typed))
    return int(typed)
