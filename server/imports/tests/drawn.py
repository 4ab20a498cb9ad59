"""Drawings and surveys made for tests."""

from __future__ import annotations

import io
from collections.abc import Callable
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from uuid import UUID, uuid4

from ezdxf.document import Drawing
from ezdxf.filemanagement import new

from core.cad import Bend, DrawnShape
from server.crews.models import User
from server.imports.models import BroughtDrawing
from server.imports.reading import Found

FEET, METERS = 2, 6
#: A shop's floor: a slab at 51.5 ft, four round piers along it, a nail beside it.
SLAB = [(10.0, 20.0), (34.0, 20.0), (34.0, 36.0), (10.0, 36.0)]
PIERS = [(12.0, 22.0), (18.0, 22.0), (24.0, 22.0), (30.0, 22.0)]


def dxf(draw: Callable[[Drawing], Any], *, units: int = FEET, version: str = "R2010") -> bytes:
    """Return a drawing as it is saved."""
    document = new(version, units=units)
    draw(document)
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def binary_dxf(draw: Callable[[Drawing], Any], version: str = "R2010") -> bytes:
    """Return a drawing as it is saved in binary."""
    document = new(version, units=FEET)
    draw(document)
    with TemporaryDirectory() as folder:
        file = Path(folder) / "a.dxf"
        document.saveas(file, fmt="bin")
        return file.read_bytes()


def shop(document: Drawing, moved: float = 0.0) -> None:
    """Draw a shop's floor, its piers and a benchmark; the slab's right side may be moved."""
    space = document.modelspace()
    slab = [(x + (moved if x > 30 else 0), y) for x, y in SLAB]
    if document.dxfversion < "AC1015":
        level = {"layer": "SLAB", "elevation": (0, 0, 51.5)}
        space.add_polyline2d(slab, close=True, dxfattribs=level)
    else:
        space.add_lwpolyline(slab, close=True, dxfattribs={"layer": "SLAB", "elevation": 51.5})
    for middle in PIERS:
        space.add_circle(middle, 0.5, dxfattribs={"layer": "PIERS"})
    space.add_point((40.0, 24.0, 50.25), dxfattribs={"layer": "CONTROL"})
    text = space.add_text("BM7 nail in the post", height=0.3, dxfattribs={"layer": "CONTROL"})
    text.set_placement((40.1, 24.1))


def landxml(inside: str, unit: str = "foot") -> bytes:
    """Return a survey as it is saved."""
    return (
        '<?xml version="1.0"?><LandXML xmlns="http://www.landxml.org/schema/LandXML-1.2"'
        f' version="1.2"><Units><Imperial linearUnit="{unit}"/></Units>{inside}</LandXML>'
    ).encode()


def a_drawing(job: Any) -> BroughtDrawing:
    """Return a drawing of a job with one outline, as if it had been read."""
    bends = tuple(Bend(x, y) for x, y in SLAB)
    found = Found(drawn=[DrawnShape("A1", "SLAB", bends, is_closed=True)])
    user = User.objects.filter(memberships__crew__jobs=job)[0]
    return BroughtDrawing.objects.create(
        id=uuid4(), job_id=UUID(str(job)), file_name="shop.dxf", digest="0" * 64,
        content=found.packed(), brought_by=user,
    )  # fmt: skip
