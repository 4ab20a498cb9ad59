"""A drawing as DXF: outlines by layer, points in space, and what they are as text."""

from __future__ import annotations

import io

from ezdxf import units
from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace

from core.drawings import DrawnPoint, DrawnShape, JobDrawing, in_survey
from core.tables import SurveyOrigin, SurveyUnit

#: The version nearly every program reads and writes.
VERSION = "R2010"
UNITS = {SurveyUnit.METRES: units.M, SurveyUnit.FEET: units.FT}
#: How tall text is, and how far beside its point, in the drawing's unit.
TEXT = {SurveyUnit.METRES: 0.12, SurveyUnit.FEET: 0.4}
COLORS = (7, 2, 3, 4, 5, 6, 30, 150)
LAYER_OF_TEXT, LAYER_OF_CUT = "TEXT", "CUT-FILL"


def dxf_of(drawing: JobDrawing, unit: SurveyUnit, origin: SurveyOrigin) -> str:
    """Write a drawing as a DXF file, its numbers eastings and northings of a survey."""
    document = new(VERSION, units=UNITS[unit])
    _layers(document, drawing)
    space = document.modelspace()
    for shape in drawing.shapes:
        _shape(space, shape, unit, origin)
    for point in drawing.points:
        _point(space, point, unit, origin)
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def _layers(document: Drawing, drawing: JobDrawing) -> None:
    for number, layer in enumerate(drawing.layers):
        document.layers.add(layer, color=COLORS[number % len(COLORS)])
    for layer in (LAYER_OF_TEXT, LAYER_OF_CUT):
        document.layers.add(layer, color=COLORS[0])


def _shape(space: Modelspace, shape: DrawnShape, unit: SurveyUnit, origin: SurveyOrigin) -> None:
    places = [in_survey(place, origin, unit) for place in shape.places]
    height = 0.0 if shape.elevation is None else _height(shape.elevation.nanometres, unit)
    space.add_lwpolyline(
        places, close=shape.is_closed, dxfattribs={"layer": shape.layer, "elevation": height}
    )


def _point(space: Modelspace, point: DrawnPoint, unit: SurveyUnit, origin: SurveyOrigin) -> None:
    east, north = in_survey(point.place, origin, unit)
    height = 0.0 if point.elevation is None else _height(point.elevation.nanometres, unit)
    space.add_point((east, north, height), dxfattribs={"layer": point.layer})
    known = "" if point.elevation is None else f" {height:.3f}"
    text = space.add_text(
        plain(f"{point.number}{known} {point.description}"),
        height=TEXT[unit],
        dxfattribs={"layer": LAYER_OF_TEXT},
    )
    beside = TEXT[unit] / 2
    if point.to_do:
        spray = space.add_text(
            point.to_do, height=1.5 * TEXT[unit], dxfattribs={"layer": LAYER_OF_CUT}
        )
        below = (east + beside, north - 2 * TEXT[unit], height)
        spray.set_placement(below, align=TextEntityAlignment.LEFT)
    text.set_placement((east + beside, north + beside, height), align=TextEntityAlignment.LEFT)


def _height(nanometres: int, unit: SurveyUnit) -> float:
    return nanometres / unit.nanometres


def plain(text: str) -> str:
    """Return text that a drawing shows as it stands: no control codes, one line."""
    printable = "".join(one if one.isprintable() else " " for one in text)
    return printable.replace("%%", "% %").replace("^", " ").strip()
