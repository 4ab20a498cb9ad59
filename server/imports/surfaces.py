"""A surface of a file as an element is set to it: laid over the site, and cut to its outline."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from core.design import TriangulatedSurface
from core.design.triangulated import MOST_FACES
from core.errors import BadShape
from core.floors import PlanPoint
from core.lengths import Elevation, typed_above
from server.imports.geometry import typed_places
from server.imports.placement import Laid
from server.imports.reading import Mesh
from server.jobs.plan.element_form import MeshTyped, Typed
from server.jobs.services.draft_element import ElementForm

Box = tuple[int, int, int, int]


def on_surface(
    form: ElementForm, mesh: Mesh, laid: Laid, outline: Sequence[PlanPoint] | None
) -> ElementForm:
    """Return an element's form set to a surface, cut to what reaches under its outline.

    Without an outline of its own, or a floor's that it follows, it has that of the surface.
    Raises :class:`BadShape` for a surface that is too large for an element.
    """
    places = [laid.fit.place((x, y)) for x, y, _ in mesh.corners]
    heights = [typed_above(laid.fit.height(z), laid.style) for _, _, z in mesh.corners]
    faces = mesh.faces
    if outline is not None:
        box = _box_of(outline)
        faces = tuple(face for face in faces if _meet(_box_of([places[n] for n in face]), box))
    if not 1 <= len(faces) <= MOST_FACES:
        raise BadShape(
            f"{mesh.name}: {len(faces)} triangles",
            f"An element is set to 1 to {MOST_FACES} triangles.",
            "Choose an outline on the surface, or bring in a coarser one.",
        )
    surface = _numbered_anew(places, heights, faces)
    typed: Typed = {**form.typed, "mesh": _typed(mesh.name, surface)}
    if outline is None:
        typed["shape"], typed["outline_of"] = "corners", ""
        typed["corners"] = typed_places(surface.boundary(), laid)
    return replace(form, typed=typed)


def _numbered_anew(
    places: Sequence[PlanPoint],
    heights: Sequence[Elevation],
    faces: Sequence[tuple[int, int, int]],
) -> TriangulatedSurface:
    """Return a surface of the corners alone that its faces name."""
    used = sorted({corner for face in faces for corner in face})
    number = {corner: at for at, corner in enumerate(used)}
    return TriangulatedSurface(
        tuple((places[one], heights[one]) for one in used),
        tuple((number[a], number[b], number[c]) for a, b, c in faces),
    )


def _typed(name: str, surface: TriangulatedSurface) -> MeshTyped:
    return {
        "name": name[:200],
        "corners": [
            [place.x.nanometres, place.y.nanometres, height.nanometres]
            for place, height in surface.corners
        ],
        "faces": [list(face) for face in surface.faces],
    }


def _box_of(places: Sequence[PlanPoint]) -> Box:
    xs, ys = [place.x.nanometres for place in places], [place.y.nanometres for place in places]
    return min(xs), min(ys), max(xs), max(ys)


def _meet(one: Box, other: Box) -> bool:
    return one[0] <= other[2] and other[0] <= one[2] and one[1] <= other[3] and other[1] <= one[3]
