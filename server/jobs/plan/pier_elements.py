"""Piers and piles of the plan, from what was typed to the core's own."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from core.design import Fall, StackUp, parse_fall
from core.design.stack import AdjustableHead, Layer
from core.elements import Element, PierGrid, PierRow, read_count
from core.errors import OutOfRange
from core.floors import PlanPoint
from core.lengths import Length, Style, retypable
from core.piers import Bell, HoleDepths
from server.common.refusals import Entries
from server.jobs.plan.element_form import Ground, Typed, lengths_of
from server.jobs.plan.layers import read_layers


@dataclass(frozen=True, slots=True)
class PierWork:
    """What a row of piers is besides its geometry: tubes, holes, heads, and their stock."""

    diameter: Length
    bell: Bell | None
    depths: HoleDepths
    head: AdjustableHead | None
    stock: Length | None
    kerf: Length
    auger: Length | None = None


def piers(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    grid, stack = _grid(entries), _stack(entries, typed)
    fall = entries.check("fall", lambda: parse_fall(entries.text("fall")))
    planned = entries.elevation("bottom") if entries.text("bottom").strip() else None
    work = pier_work(entries)
    surface = ground.surface
    if grid is None or stack is None or fall is None or work is None or surface is None:
        return None
    return entries.check("bottom", lambda: PierRow(grid, surface, stack, fall, planned, work.head))


def piles(entries: Entries, typed: Typed, ground: Ground) -> Element | None:
    """Return a row of piles: evenly from its first on, their tops under a beam, with heads."""
    grid, beam, head = _row_of_piles(entries), entries.length("beam"), _head(entries)
    entries.optional("shaft")
    entries.optional("crown")
    if grid is None or beam is None or ground.surface is None:
        return None
    layer = entries.check("beam", lambda: Layer("Beam", beam))
    thicker = _own_beams(entries, grid, beam)
    if layer is None or thicker is None:
        return None
    stack, surface = StackUp((layer,)), ground.surface
    return entries.check(
        "beam",
        lambda: PierRow(
            grid, surface, stack, Fall(Fraction(0)), head=head, has_holes=False, thicker=thicker
        ),
    )


def _own_beams(
    entries: Entries, grid: PierGrid, beam: Length
) -> tuple[tuple[str, Length], ...] | None:
    """Return by how much the beam over some piles is thicker than over the others.

    Typed as "2: 9 3/8, 4: 9 1/2"; None with the refusal kept.
    """
    names = {name for name, _, _ in grid.places()}
    found: list[tuple[str, Length]] = []
    for part in filter(str.strip, entries.text("own_beams").replace(";", ",").split(",")):
        name, has_colon, typed = (one.strip() for one in part.partition(":"))
        own = entries.check("own_beams", lambda typed=typed: entries.measured(typed))  # type: ignore[misc]
        if not has_colon or name not in names or own is None:
            why = "This names no pile with its own beam."
            entries.refuse("own_beams", part.strip(), why, "Write it like 2: 9 3/8, 4: 9 1/2.")
            return None
        found.append((name, own - beam))
    return tuple(found)


def own_beams_retyped(typed: str, was: Style, style: Style) -> str:
    """Return the beams of their own as they can be typed in another style."""
    entries, said = Entries({}, was), list[str]()
    for part in filter(str.strip, typed.replace(";", ",").split(",")):
        name, _, own = part.partition(":")
        said.append(f"{name.strip()}: {retypable(entries.measured(own), style)}")
    return ", ".join(said)


def _row_of_piles(entries: Entries) -> PierGrid | None:
    """Return where piles stand: so far apart to the right, or evenly up to a last one."""
    first = lengths_of(entries, "x", "y")
    count = entries.check("count", lambda: read_count(entries.text("count"), "piles"))
    if first is None or count is None:
        return None
    start = PlanPoint(*first)
    if entries.text("x_last").strip() or entries.text("y_last").strip():
        last = lengths_of(entries, "x_last", "y_last")
        end = None if last is None else PlanPoint(*last)
    else:
        apart = entries.length("apart")
        end = None if apart is None else PlanPoint(first[0] + apart * (count - 1), first[1])
    if end is None:
        return None
    return entries.check("count", lambda: PierGrid(start, end, count, 1, Length(0)))


def _grid(entries: Entries) -> PierGrid | None:
    measured = lengths_of(entries, "x", "y", "x_last", "y_last")
    counts = [
        entries.check(name, lambda name=name: read_count(entries.text(name), name))  # type: ignore[misc]
        for name in ("count", "rows")
    ]
    count, rows = counts
    spacing = entries.length("row_spacing") if rows and rows > 1 else Length(0)
    if measured is None or count is None or rows is None or spacing is None:
        return None
    x, y, x_last, y_last = measured
    return entries.check(
        "count",
        lambda: PierGrid(PlanPoint(x, y), PlanPoint(x_last, y_last), count, rows, spacing),
    )


def _stack(entries: Entries, typed: Typed) -> StackUp | None:
    layers, drop = read_layers(entries, typed["layers"]), entries.length("extra_drop")
    return None if drop is None or layers is None else StackUp(layers, drop)


def pier_work(entries: Entries) -> PierWork | None:
    """Return what a row of piers is besides its geometry."""
    diameter, kerf = entries.length("diameter"), entries.length("kerf")
    least, frost, stock = (
        entries.optional(name) for name in ("least_depth", "frost_depth", "stock")
    )
    depths = entries.check("least_depth", lambda: HoleDepths(least, frost))
    bell, head = _bell(entries), _head(entries)
    if diameter is None or kerf is None or depths is None:
        return None
    if diameter.nanometres <= 0:
        refusal = OutOfRange(
            entries.text("diameter"), "A tube has a diameter.", "8 to 16 in is usual."
        )
        return entries.check("diameter", lambda: _raise(refusal))
    return PierWork(diameter, bell, depths, head, stock, kerf, entries.optional("auger"))


def _raise(refusal: OutOfRange) -> PierWork:
    raise refusal


def _bell(entries: Entries) -> Bell | None:
    height, wide = entries.optional("bell_height"), entries.optional("bell_diameter")
    return None if height is None or wide is None else Bell(height, wide)


def _head(entries: Entries) -> AdjustableHead | None:
    least, greatest = entries.optional("head_least"), entries.optional("head_greatest")
    if least is None or greatest is None:
        return None
    return entries.check("head_least", lambda: AdjustableHead(least, greatest))
