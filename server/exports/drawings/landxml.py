"""A job as LandXML 1.2: its points, and each floor's surfaces as triangles."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from lxml import etree

from core.drawings import DrawnPoint, in_survey
from core.lengths.quantity import NANOMETRES_PER_METRE
from core.tables import SurveyOrigin, SurveyUnit
from server.exports.drawings.surfaces import NamedSurface

NAMESPACE = "http://www.landxml.org/schema/LandXML-1.2"
UNITS = {
    SurveyUnit.METRES: ("Metric", {
        "areaUnit": "squareMeter", "linearUnit": "meter", "volumeUnit": "cubicMeter",
        "temperatureUnit": "celsius", "pressureUnit": "milliBars",
    }),
    SurveyUnit.FEET: ("Imperial", {
        "areaUnit": "squareFoot", "linearUnit": "foot", "volumeUnit": "cubicYard",
        "temperatureUnit": "fahrenheit", "pressureUnit": "inchHG",
    }),
}  # fmt: skip
#: Every tag is of this one; lxml names it by None.
SPACES: Any = {None: NAMESPACE}
#: What XML can't hold at all.
NEVER = {*range(32), 0xFFFE, 0xFFFF, *range(0xD800, 0xE000)} - {9, 10, 13}


def landxml_of(
    points: Iterable[DrawnPoint],
    surfaces: Iterable[NamedSurface],
    unit: SurveyUnit,
    origin: SurveyOrigin,
) -> bytes:
    """Write points and surfaces, northing before easting as LandXML has them."""
    root = etree.Element(f"{{{NAMESPACE}}}LandXML", nsmap=SPACES, version="1.2")
    kind, units = UNITS[unit]
    _add(_add(root, "Units"), kind, **units)
    cg_points = _add(root, "CgPoints")
    for point in points:
        where = _where(point, unit, origin)
        _add(cg_points, "CgPoint", where, name=_held(point.number), desc=_held(point.description))
    listed = _add(root, "Surfaces")
    for surface in surfaces:
        _surface(listed, surface, unit, origin)
    return etree.tostring(root, xml_declaration=True, encoding="UTF-8", pretty_print=True)


def _where(point: DrawnPoint, unit: SurveyUnit, origin: SurveyOrigin) -> str:
    east, north = in_survey(point.place, origin, unit)
    known = "" if point.elevation is None else f" {point.elevation.nanometres / unit.nanometres!r}"
    return f"{north!r} {east!r}{known}"


def _surface(
    listed: etree._Element, one: NamedSurface, unit: SurveyUnit, origin: SurveyOrigin
) -> None:
    surface = _add(listed, "Surface", name=_held(one.name), desc=_held(one.description))
    definition = _add(surface, "Definition", surfType="TIN")
    corners, faces = _add(definition, "Pnts"), _add(definition, "Faces")
    in_unit = NANOMETRES_PER_METRE / unit.nanometres
    pairs = zip(one.surface.places, one.surface.heights, strict=True)
    for number, (place, height) in enumerate(pairs, start=1):
        east, north = in_survey(place, origin, unit)
        _add(corners, "P", f"{north!r} {east!r} {height * in_unit!r}", id=str(number))
    for face in one.surface.faces:
        _add(faces, "F", " ".join(str(corner + 1) for corner in face))


def _add(parent: etree._Element, tag: str, text: str = "", /, **attributes: str) -> etree._Element:
    child = etree.SubElement(parent, f"{{{NAMESPACE}}}{tag}", attrib=attributes)
    child.text = text or None
    return child


def _held(text: str) -> str:
    """Return text as XML can hold it."""
    return "".join(" " if ord(one) in NEVER else one for one in text)
