"""LandXML 1.2 and before: control points and surfaces, with their unit; read by lxml."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import Any

from lxml import etree

from core.cad import DrawingUnit
from server.imports.reading.found import Found, Mark, Mesh, TooMuch

MOST_POINTS = 200_000
UNITS = {
    "meter": DrawingUnit.METRES,
    "centimeter": DrawingUnit.CENTIMETRES,
    "millimeter": DrawingUnit.MILLIMETRES,
    "foot": DrawingUnit.FEET,
    "USSurveyFoot": DrawingUnit.SURVEY_FEET,
    "inch": DrawingUnit.INCHES,
}
POINTS = "CgPoints"
ACCEPTS = "Write it once more from the program it came from, with the points and surfaces alone."
CORNERS = 3


def read_landxml(file: Path) -> Found:
    """Read control points and surfaces; raises :class:`TooMuch` with the line that can't be."""
    found = Found()
    try:
        with file.open("rb") as opened:
            for _, element in etree.iterparse(
                opened, events=("end",), resolve_entities=False, no_network=True, huge_tree=False
            ):
                _take(element, found)
    except etree.XMLSyntaxError as bad:
        raise TooMuch(file.name, f"It is no XML that can be read: {bad}", ACCEPTS) from bad
    return found


def _take(element: Any, found: Found) -> None:
    if element.getroottree().docinfo.internalDTD is not None:
        why = "It defines entities of its own, as no survey needs."
        raise TooMuch("<!DOCTYPE", why, ACCEPTS)
    name = _name(element)
    if name in ("Metric", "Imperial"):
        found.unit = UNITS.get(element.get("linearUnit", ""))
    elif name == "CgPoint":
        _point(element, found)
    elif name == "Surface":
        _surface(element, found)
        element.clear()


def _point(element: Any, found: Found) -> None:
    if element.get("pntRef") is not None:
        return
    if len(found.marks) >= MOST_POINTS:
        raise TooMuch(f"line {element.sourceline}", f"{MOST_POINTS} points are the most.", ACCEPTS)
    numbers = _numbers(element, (2, 3))
    about = element.get("desc") or element.get("code") or ""
    text = " ".join(f"{element.get('name', '')} {about}".split())
    height = numbers[2] if len(numbers) == CORNERS else None
    handle = element.get("name") or f"line {element.sourceline}"
    # Northing comes before easting.
    found.add_mark(Mark(handle, POINTS, numbers[1], numbers[0], height, text[:200]))


def _surface(element: Any, found: Found) -> None:
    name = element.get("name", f"line {element.sourceline}")
    corners: dict[str, tuple[float, float, float]] = {}
    for one in _each(element, "P"):
        if len(corners) >= MOST_POINTS:
            why = f"A surface of more than {MOST_POINTS} points is no site's."
            raise TooMuch(f"line {one.sourceline}", why, ACCEPTS)
        northing, easting, height = _numbers(one, (CORNERS,))
        corners[one.get("id", "")] = (easting, northing, height)
    number = {key: at for at, key in enumerate(corners)}
    faces = []
    for face in _each(element, "F"):
        if face.get("i") == "1":
            continue  # an invisible one closes a hole
        keys = (face.text or "").split()
        if len(keys) != CORNERS or not all(key in number for key in keys):
            why = "Its triangle names a point that is not there."
            raise TooMuch(f"line {face.sourceline}", why, ACCEPTS)
        one, two, three = (number[key] for key in keys)
        faces.append((one, two, three))
    if faces:
        found.add_mesh(Mesh(name, tuple(corners.values()), tuple(faces)))
    else:
        found.leave_out("Surfaces", name, "It has no triangles.")


def _numbers(element: Any, counts: tuple[int, ...]) -> list[float]:
    parts = (element.text or "").split()
    try:
        numbers = [float(part) for part in parts]
    except ValueError:
        numbers = []
    if len(numbers) not in counts:
        typed = f"line {element.sourceline}: {(element.text or '').strip()}"
        raise TooMuch(typed, "A point is a northing, an easting and an elevation.", ACCEPTS)
    return numbers


def _each(element: Any, name: str) -> Iterator[Any]:
    return (one for one in element.iter() if _name(one) == name)


def _name(element: Any) -> str:
    tag = element.tag
    return tag.rpartition("}")[2] if isinstance(tag, str) else ""
