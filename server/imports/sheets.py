"""A drawing as a screen shows it: laid over the site, with what its shapes are likely to be."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from math import degrees
from typing import TypedDict
from uuid import UUID

from core.cad import DrawingUnit, DrawnShape, LikelyKind, likely_kind_of, moved_by
from core.errors import RuleError
from core.floors import PlanPoint
from core.lengths import Length, format_fine, format_length, retypable
from server.crews.models import User
from server.crews.permissions import Ability
from server.imports.access import drawing_for
from server.imports.geometry import Placed, size_in_words
from server.imports.models import BroughtDrawing, PlacedShape
from server.imports.other_datum import another_zero
from server.imports.placement import Laid, LayForm, lay
from server.imports.reading import Found, LeftOut, Mark
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import style_of

#: So many shapes are shown at once, the largest of them.
MOST_SHOWN = 8_000
MOST_MARKS = 2_000
MOST_FAR = 50
#: Less than this is no move.
LEAST_MOVE = Length.from_metres("0.0005")


class DrawingLine(TypedDict):
    """A drawing in a list."""

    id: str
    file_name: str
    brought_by: str
    brought_at: str
    placed: int


class DrawingsSheet(TypedDict):
    """The drawings of a job, the last one first."""

    drawings: list[DrawingLine]


class LayerSheet(TypedDict):
    """A layer, how many shapes are on it, and what they are likely to be."""

    name: str
    shapes: int
    meant: LikelyKind | None


class PlacedAs(TypedDict):
    """What a shape was placed as, and how far it has moved in this drawing since.

    ``moved`` is empty where it did not; ``change`` is the key of what would follow it.
    """

    name: str
    moved: str
    change: str


class ShapeSheet(TypedDict):
    """A shape: where its corners lie in metres, how large it is, and where it was drawn at."""

    handle: str
    layer: str
    spots: list[list[float]]
    is_closed: bool
    is_round: bool
    size: str
    height: str
    meant: LikelyKind | None
    placed: PlacedAs | None


class MarkSheet(TypedDict):
    """A point or a text; ``height`` is empty where it was drawn flat."""

    handle: str
    layer: str
    spot: list[float]
    text: str
    height: str
    is_text: bool


class MeshSheet(TypedDict):
    """A surface: how many triangles, from its lowest to its highest point."""

    name: str
    triangles: int
    lowest: str
    highest: str


class LeftOutSheet(TypedDict):
    """Something of the file that can't be used."""

    layer: str
    handle: str
    why: str


class DrawingSheet(TypedDict):
    """A drawing over its site; ``shown`` of ``shapes`` are listed, the largest first.

    ``another_zero`` says where its heights are not above the job's own zero; empty where they
    are, or nothing is known twice.
    """

    id: str
    file_name: str
    unit: DrawingUnit
    unit_text: str
    says_unit: bool
    has_arcs: bool
    size: str
    within: str
    how: str
    turned: str
    misses: list[str]
    another_zero: str
    layers: list[LayerSheet]
    shapes: int
    shown: list[ShapeSheet]
    marks: list[MarkSheet]
    meshes: list[MeshSheet]
    left_out: list[LeftOutSheet]
    left_out_more: int


def drawings_sheet(user: User, job_id: UUID) -> DrawingsSheet:
    """Return the drawings that were brought in for a job."""
    job, _ = job_for(user, job_id, Ability.READ)
    drawings = BroughtDrawing.objects.filter(job=job).defer("content").select_related("brought_by")
    counts = Counter(
        PlacedShape.objects.filter(drawing__job=job).values_list("drawing_id", flat=True)
    )
    return {
        "drawings": [
            {
                "id": str(drawing.pk),
                "file_name": drawing.file_name,
                "brought_by": drawing.brought_by.shown_name,
                "brought_at": drawing.brought_at.isoformat(),
                "placed": counts[drawing.pk],
            }
            for drawing in drawings.order_by("-brought_at")
        ]
    }


def drawing_sheet(user: User, drawing_id: UUID, form: LayForm) -> DrawingSheet:
    """Return a drawing laid over its site; nothing is stored.

    Raises :class:`Invalid` where it can't be laid so.
    """
    drawing = drawing_for(user, drawing_id, Ability.READ)
    found = Found.unpacked(bytes(drawing.content))
    laid = lay(drawing, found, form)
    shown = sorted(found.drawn, key=_extent, reverse=True)[:MOST_SHOWN]
    shapes, far = _placed(shown, laid)
    before = _PlacedBefore(drawing)
    return {
        "id": str(drawing.pk),
        "file_name": drawing.file_name,
        "unit": laid.fit.unit,
        "unit_text": laid.fit.unit.text,
        "says_unit": found.unit is not None,
        "has_arcs": any(bend.bulge for one in found.drawn for bend in one.bends),
        "size": _size(shapes, laid),
        "within": format_fine(float(laid.within_length), laid.style),
        "how": laid.how,
        "turned": f"{degrees(laid.fit.turn):.3f}°" if laid.fit.turn else "",
        "misses": [format_fine(float(miss), laid.style) for miss in laid.fitted.misses],
        "another_zero": odd.why if (odd := another_zero(drawing, found, laid, form)) else "",
        "layers": _layers(found),
        "shapes": len(found.drawn),
        "shown": [_shape(shape, laid, before) for shape in shapes],
        "marks": [_mark(mark, laid) for mark in found.marks[:MOST_MARKS] if _lies(mark, laid)],
        "meshes": [_mesh(mesh.name, mesh.corners, len(mesh.faces), laid) for mesh in found.meshes],
        "left_out": [_left_out(one) for one in (*far[:MOST_FAR], *found.left_out)],
        "left_out_more": found.left_out_more + max(0, len(far) - MOST_FAR),
    }


def _placed(shapes: Iterable[DrawnShape], laid: Laid) -> tuple[list[Placed], list[LeftOut]]:
    """Return shapes where they lie, and those that lie farther out than any site."""
    placed, far = [], []
    for shape in shapes:
        try:
            placed.append(Placed.of(shape, laid))
        except RuleError as refused:
            far.append(LeftOut(shape.layer, shape.handle, f"{refused.why} {refused.accepts}"))
    return placed, far


def _extent(shape: DrawnShape) -> float:
    xs, ys = [bend.x for bend in shape.bends], [bend.y for bend in shape.bends]
    return max(max(xs) - min(xs), max(ys) - min(ys))


def _size(shapes: Sequence[Placed], laid: Laid) -> str:
    places = [corner for shape in shapes for corner in shape.corners]
    if not places:
        return ""
    across = max(place.x for place in places) - min(place.x for place in places)
    along = max(place.y for place in places) - min(place.y for place in places)
    return f"{format_length(across, laid.style)} × {format_length(along, laid.style)}"


def _layers(found: Found) -> list[LayerSheet]:
    counts = Counter(shape.layer for shape in found.drawn)
    return [
        {"name": name, "shapes": count, "meant": likely_kind_of(name)}
        for name, count in sorted(counts.items())
    ]


def _shape(one: Placed, laid: Laid, before: _PlacedBefore) -> ShapeSheet:
    word, lengths = size_in_words(one, laid)
    text = " × ".join(format_length(length, laid.style) for length in lengths)
    height = one.drawn.height
    return {
        "handle": one.drawn.handle,
        "layer": one.drawn.layer,
        "spots": [_spot(place) for place in one.corners],
        "is_closed": one.drawn.is_closed,
        "is_round": one.drawn.circle is not None,
        "size": f"{word}, {text}",
        "height": "" if height is None else retypable(laid.fit.height(height), laid.style),
        "meant": likely_kind_of(one.drawn.layer),
        "placed": before.placed_as(one),
    }


def _spot(place: PlanPoint) -> list[float]:
    return [round(float(place.x), 4), round(float(place.y), 4)]


def _lies(mark: Mark, laid: Laid) -> bool:
    try:
        return laid.fit.place((mark.x, mark.y)) is not None
    except RuleError:
        return False


def _mark(mark: Mark, laid: Laid) -> MarkSheet:
    height = mark.height
    return {
        "handle": mark.handle,
        "layer": mark.layer,
        "spot": _spot(laid.fit.place((mark.x, mark.y))),
        "text": mark.text,
        "height": "" if height is None else format_length(laid.fit.height(height), laid.style),
        "is_text": mark.is_text,
    }


def _mesh(
    name: str, corners: Sequence[tuple[float, float, float]], triangles: int, laid: Laid
) -> MeshSheet:
    heights = [laid.fit.height(z) for _, _, z in corners]
    return {
        "name": name,
        "triangles": triangles,
        "lowest": format_length(min(heights), laid.style),
        "highest": format_length(max(heights), laid.style),
    }


def _left_out(one: LeftOut) -> LeftOutSheet:
    return {"layer": one.layer, "handle": one.handle, "why": one.why}


def layers_of(drawing: BroughtDrawing) -> dict[str, str]:
    """Return the layer each shape of a drawing is on, by its handle."""
    return {one.handle: one.layer for one in Found.unpacked(bytes(drawing.content)).drawn}


class _PlacedBefore:
    """What was placed on the job from its drawings, by the handle it was drawn under."""

    def __init__(self, drawing: BroughtDrawing) -> None:
        known = PlacedShape.objects.filter(drawing__job=drawing.job).order_by("placed_at")
        self.drawing, self.style = drawing, style_of(_job(drawing))
        self.by_handle: dict[tuple[str, str], tuple[PlacedShape, int]] = {}
        layers: dict[UUID, dict[str, str]] = {}
        for one in known.select_related("floor", "element", "drawing"):
            if one.part.retired_at is None:
                if one.drawing_id not in layers:
                    layers[one.drawing_id] = layers_of(one.drawing)
                own = layers[one.drawing_id]
                for number, handle in enumerate(one.handles):
                    self.by_handle[own.get(handle, ""), handle] = one, number

    def placed_as(self, shape: Placed) -> PlacedAs | None:
        """Return what a shape was placed as, and whether it lies elsewhere now."""
        key = shape.drawn.layer, shape.drawn.handle
        if key not in self.by_handle:
            return None  # another drawing's handle on another layer is another shape
        kept, number = self.by_handle[key]
        corners = [PlanPoint(Length(x), Length(y)) for x, y in kept.corners[number]]
        moved = moved_by(corners, shape.corners)
        told = "its corners are others" if moved is None else self._told(moved)
        return {"name": kept.part.name, "moved": told, "change": str(kept.pk)}

    def _told(self, moved: Length) -> str:
        return format_fine(float(moved), self.style) if moved >= LEAST_MOVE else ""


def _job(drawing: BroughtDrawing) -> Job:
    job: Job = drawing.job
    return job
