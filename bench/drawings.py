"""How fast drawings are read and written, against the libraries that read and write them."""

from __future__ import annotations

import subprocess
import sys
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass
from itertools import product
from pathlib import Path
from tempfile import TemporaryDirectory
from time import perf_counter

from ezdxf.filemanagement import new, readfile
from lxml import etree

from bench.clock import Compared
from bench.papers import greatest_memory
from bench.site import Site
from core.floors import PlanPoint
from core.lengths import Length
from core.surfaces import Triangulated
from core.tables import AT_THE_ORIGIN, SurveyUnit
from server.exports.drawings.landxml import NAMESPACE, landxml_of
from server.exports.drawings.surfaces import NamedSurface
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.labels import LabelAsk, labels_of, labels_paper
from server.exports.plan_sheets.plan_paper import plan_paper
from server.imports.reading.dxf import read_dxf
from server.jobs.models import Job

SECONDS_BETWEEN_LOOKS = 0.01
KINDS = 5


@dataclass(frozen=True, slots=True)
class Read:
    """Reading a drawing here, against the library's own; the greatest memory of its process."""

    compared: Compared
    megabytes: float
    entities: int


def reading_a_drawing(entities: int, times: int) -> Read:
    """Read a drawing of so many outlines, lines, circles, texts and blocks."""
    with TemporaryDirectory() as folder:
        file = Path(folder) / "drawing.dxf"
        _draw(file, entities)
        ours = min(_seconds(lambda: read_dxf(file)) for _ in range(times))
        least = min(_seconds(lambda: readfile(str(file))) for _ in range(times))
        return Read(Compared(least=least, ours=ours), _memory(file), entities)


def _draw(file: Path, entities: int) -> None:
    document = new("R2010", units=2)
    document.blocks.new("POST").add_circle((0, 0), 0.25)
    space = document.modelspace()
    for n in range(entities // KINDS):
        x, y = 40.0 * (n % 100), 30.0 * (n // 100)
        corners = [(x, y), (x + 24, y), (x + 24, y + 16), (x, y + 16)]
        space.add_lwpolyline(corners, close=True, dxfattribs={"layer": "SLAB"})
        space.add_line((x, y), (x + 24, y + 16), dxfattribs={"layer": "LINES"})
        space.add_circle((x + 3, y + 3), 0.5, dxfattribs={"layer": "PIERS"})
        space.add_text(f"A{n}", height=0.3, dxfattribs={"insert": (x, y)})
        space.add_blockref("POST", (x + 6, y + 6))
    document.saveas(file)


def _memory(file: Path) -> float:
    """Return the most memory a process of its own has while it reads, in megabytes."""
    command = [sys.executable, "-m", "server.imports.reading.child", "dxf", str(file)]
    kilobytes = 0
    with subprocess.Popen(command, stdout=subprocess.DEVNULL) as child:  # noqa: S603 - ours
        while child.poll() is None:
            kilobytes = max(kilobytes, greatest_memory(child.pid))
            with suppress(subprocess.TimeoutExpired):
                child.wait(SECONDS_BETWEEN_LOOKS)
    assert child.returncode == 0
    return kilobytes / 1024


def writing_triangles(faces: int, times: int) -> Compared:
    """Write a surface as LandXML, against lxml writing as many nodes of the same text."""
    surface = NamedSurface("Stone", "as shot", _grid(faces))
    least = min(_seconds(lambda: _bare(surface.surface)) for _ in range(times))
    ours = min(_seconds(lambda: _written(surface)) for _ in range(times))
    return Compared(least=least, ours=ours)


def _written(surface: NamedSurface) -> bytes:
    return landxml_of((), [surface], SurveyUnit.METRES, AT_THE_ORIGIN)


def _grid(faces: int) -> Triangulated:
    side = round((faces / 2) ** 0.5)
    wide = range(side + 1)
    places = tuple(
        PlanPoint(Length(x * 100_000_000), Length(y * 100_000_000)) for y, x in product(wide, wide)
    )
    cells = [y * (side + 1) + x for y, x in product(range(side), range(side))]
    halves = [((at, at + 1, at + side + 2), (at, at + side + 2, at + side + 1)) for at in cells]
    return Triangulated(
        places, (1.25,) * len(places), tuple(face for two in halves for face in two)
    )


def _bare(surface: Triangulated) -> bytes:
    root = etree.Element(f"{{{NAMESPACE}}}LandXML")
    points = etree.SubElement(root, f"{{{NAMESPACE}}}Pnts")
    for number, place in enumerate(surface.places):
        one = etree.SubElement(points, f"{{{NAMESPACE}}}P", attrib={"id": str(number)})
        one.text = f"{float(place.y)!r} {float(place.x)!r} 1.25"
    faces = etree.SubElement(root, f"{{{NAMESPACE}}}Faces")
    for a, b, c in surface.faces:
        etree.SubElement(faces, f"{{{NAMESPACE}}}F").text = f"{a} {b} {c}"
    return etree.tostring(root, xml_declaration=True, encoding="UTF-8", pretty_print=True)


def printing_pegs(site: Site) -> tuple[float, float]:
    """Return the seconds a plan sheet takes, and the labels of all its pegs."""
    job = Job.objects.get(pk=site.job)
    plan = _seconds(lambda: plan_paper(job, SheetAsk("a3")))
    ask = LabelAsk(SheetAsk())
    return plan, _seconds(lambda: labels_paper(labels_of(job, ask, "https://peg.example"), ask))


def _seconds(work: Callable[[], object]) -> float:
    started = perf_counter()
    work()
    return perf_counter() - started
