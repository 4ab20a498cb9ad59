"""DXF, text and binary, R12 to today's: read by ezdxf, to shapes and points."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from contextlib import suppress
from pathlib import Path
from typing import Any

from ezdxf import path as paths
from ezdxf import recover
from ezdxf.document import Drawing
from ezdxf.entities.dxfgfx import DXFGraphic
from ezdxf.filemanagement import readfile

from core.cad import Bend, DrawingUnit, DrawnShape, circle, join
from server.imports.reading.blocks import Blocks
from server.imports.reading.found import Found, Mark, TooMuch
from server.imports.reading.labels import labelled
from server.imports.reading.limits import ACCEPTS, MOST_CORNERS, check_entities, check_layers

#: The numbers that a drawing names its unit by.
UNITS = {
    1: DrawingUnit.INCHES,
    2: DrawingUnit.FEET,
    4: DrawingUnit.MILLIMETRES,
    5: DrawingUnit.CENTIMETRES,
    6: DrawingUnit.METRES,
    21: DrawingUnit.SURVEY_FEET,
}
#: Curves that are no arcs are cut to within their size divided by so much.
FINENESS = 4000
#: A vertex that only pulls a curve.
PULLS = 16
SPOILT = "Open it where it was drawn, and save it as DXF once more."


def read_dxf(file: Path) -> Found:
    """Read a drawing; raises :class:`TooMuch` for one that is none, or more than a plan holds."""
    check_entities(file.read_bytes())
    document = _document(file)
    check_layers(len(document.layers))
    found = Found(UNITS.get(int(document.header.get("$INSUNITS", 0) or 0)))
    reader = _Reader(found)
    for entity in document.modelspace():
        reader.take(entity)
    found.drawn = list(join(found.drawn))
    found.marks = labelled(found.marks, found.drawn)
    return found


def _document(file: Path) -> Drawing:
    # A damaged file breaks a reader in any way; the second one mends what it can.
    with suppress(Exception):
        return readfile(str(file), errors="ignore")
    try:
        document, _ = recover.readfile(str(file), errors="ignore")
    except Exception as bad:
        raise TooMuch(file.name, f"It is no drawing that can be read: {bad}", SPOILT) from bad
    return document


class _Reader:
    """Takes one entity after another; what it has no use for is left out by name."""

    def __init__(self, found: Found) -> None:
        self.found, self.corners, self.blocks = found, 0, Blocks()
        self.takes: dict[str, Callable[[Any, str], None]] = {
            "LINE": self._line,
            "LWPOLYLINE": self._lwpolyline,
            "POLYLINE": self._polyline,
            "CIRCLE": self._circle,
            "ARC": self._arc,
            "ELLIPSE": self._curve,
            "SPLINE": self._curve,
            "SOLID": self._face,
            "TRACE": self._face,
            "3DFACE": self._face,
            "POINT": self._point,
            "TEXT": self._text,
            "MTEXT": self._mtext,
            "ATTRIB": self._text,
        }

    def take(self, entity: DXFGraphic, inside: str = "", depth: int = 0) -> None:
        """Take an entity; one inside a block is named by the block's handle, and its number."""
        kind, handle = entity.dxftype(), inside or entity.dxf.handle or "?"
        if kind == "INSERT":
            self._insert(entity, handle, depth)
            return
        taker = self.takes.get(kind)
        if taker is None:
            self.found.leave_out(entity.dxf.layer, handle, f"A {kind} is no outline or point.")
            return
        try:
            taker(entity, handle)
        except TooMuch:
            raise
        except Exception as bad:  # noqa: BLE001
            self.found.leave_out(entity.dxf.layer, handle, f"Its {kind} can't be read: {bad}")

    def _insert(self, entity: Any, handle: str, depth: int) -> None:
        texts = [attrib.dxf.text for attrib in entity.attribs]
        if texts:
            x, y, z = entity.dxf.insert
            self._mark(entity, handle, (x, y, z), " ".join(texts))
        try:
            for number, part in enumerate(self.blocks.parts_of(entity, depth), start=1):
                self.take(part, f"{handle}.{number}", depth + 1)
        except TooMuch:
            raise
        except Exception as bad:  # noqa: BLE001
            self.found.leave_out(entity.dxf.layer, handle, f"Its block can't be read: {bad}")

    def _add(self, entity: Any, handle: str, bends: Iterable[Bend], closed: bool, z: float) -> None:
        known = tuple(bends)
        self.corners += len(known)
        if self.corners > MOST_CORNERS:
            why = f"Its shapes have more than {MOST_CORNERS} corners."
            raise TooMuch(f"layer {entity.dxf.layer}, handle {handle}", why, ACCEPTS)
        height = z if z else None
        self.found.add(DrawnShape(handle, entity.dxf.layer, known, closed, height))

    def _line(self, entity: Any, handle: str) -> None:
        start, end = entity.dxf.start, entity.dxf.end
        level = start.z if start.z == end.z else 0.0
        bends = (Bend(start.x, start.y), Bend(end.x, end.y))
        self._add(entity, handle, bends, False, level)

    def _lwpolyline(self, entity: Any, handle: str) -> None:
        if not _lies_flat(entity):
            self._curve(entity, handle)
            return
        bends = (Bend(x, y, bulge) for x, y, bulge in entity.get_points("xyb"))
        self._add(entity, handle, bends, entity.closed, entity.dxf.elevation)

    def _polyline(self, entity: Any, handle: str) -> None:
        if entity.is_poly_face_mesh or entity.is_polygon_mesh:
            self.found.leave_out(entity.dxf.layer, handle, "A mesh is no outline.")
            return
        if not _lies_flat(entity):
            self._curve(entity, handle)
            return
        corners = [vertex for vertex in entity.vertices if not vertex.dxf.flags & PULLS]
        heights = {corner.dxf.location.z for corner in corners}
        level = heights.pop() if len(heights) == 1 else 0.0
        if entity.is_2d_polyline and entity.dxf.hasattr("elevation"):
            level = level or entity.dxf.elevation.z
        bends = (
            Bend(corner.dxf.location.x, corner.dxf.location.y, corner.dxf.get("bulge", 0.0))
            for corner in corners
        )
        self._add(entity, handle, bends, entity.is_closed, level)

    def _circle(self, entity: Any, handle: str) -> None:
        middle = entity.ocs().to_wcs(entity.dxf.center)
        drawn = circle(handle, entity.dxf.layer, (middle.x, middle.y), entity.dxf.radius)
        self._add(entity, handle, drawn.bends, True, middle.z)

    def _arc(self, entity: Any, handle: str) -> None:
        self._curve(entity, handle)

    def _curve(self, entity: Any, handle: str) -> None:
        path = paths.make_path(entity)
        box = [(vertex.x, vertex.y) for vertex in path.control_vertices()]
        size = max(max(x for x, _ in box) - min(x for x, _ in box),
                   max(y for _, y in box) - min(y for _, y in box))  # fmt: skip
        cut = list(path.flattening(max(size, 1e-9) / FINENESS))
        level = cut[0].z if all(one.z == cut[0].z for one in cut) else 0.0
        self._add(entity, handle, (Bend(one.x, one.y) for one in cut), path.is_closed, level)

    def _face(self, entity: Any, handle: str) -> None:
        corners = entity.wcs_vertices()
        bends = (Bend(corner.x, corner.y) for corner in corners)
        heights = {corner.z for corner in corners}
        self._add(entity, handle, bends, True, heights.pop() if len(heights) == 1 else 0.0)

    def _point(self, entity: Any, handle: str) -> None:
        self._mark(entity, handle, entity.dxf.location, "")

    def _text(self, entity: Any, handle: str) -> None:
        self._mark(entity, handle, entity.dxf.insert, entity.plain_text(), is_text=True)

    def _mtext(self, entity: Any, handle: str) -> None:
        text = " ".join(entity.plain_text().split())
        self._mark(entity, handle, entity.dxf.insert, text, is_text=True)

    def _mark(self, entity: Any, handle: str, at: Any, text: str, *, is_text: bool = False) -> None:
        x, y, z = at
        height = float(z) if z else None
        mark = Mark(handle, entity.dxf.layer, float(x), float(y), height, text[:200], is_text)
        self.found.add_mark(mark)


def _lies_flat(entity: Any) -> bool:
    """Tell whether an entity's own numbers are those of the drawing: its axis points up."""
    up = entity.dxf.extrusion
    return bool(up.x == 0 and up.y == 0 and up.z > 0)
