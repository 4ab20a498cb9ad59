"""What of a job can be taken out of its plan, found for the members of its crew."""

from __future__ import annotations

from typing import Literal, TypeAlias
from uuid import UUID

from server.crews.permissions import missing
from server.jobs.models import Benchmark, Element, Floor, Job, Point
from server.pours.models import Pour

Kind = Literal["floors", "elements", "points", "pours", "benchmarks"]
Part: TypeAlias = Floor | Element | Point | Pour | Benchmark
NOUNS: dict[Kind, str] = {
    "floors": "floor",
    "elements": "element",
    "points": "point",
    "pours": "pour",
    "benchmarks": "benchmark",
}


def part_of(job: Job, kind: str, key: UUID) -> Part:
    """Return a part of a job; raises :class:`Missing` for one of another job or kind."""
    found: Part | None = None
    if kind == "points":
        points = Point.objects.select_related("floor", "element")
        found = points.filter(pk=key, floor__job=job).first()
        found = found or points.filter(pk=key, element__job=job).first()
    elif kind == "floors":
        found = job.floors.filter(pk=key).first()
    elif kind == "elements":
        found = job.elements.filter(pk=key).first()
    elif kind == "pours":
        found = Pour.objects.filter(job=job, pk=key).first()
    elif kind == "benchmarks":
        found = job.benchmarks.filter(pk=key).first()
    if found is None:
        raise missing("part", key)
    return found


def kind_of_part(part: Part) -> Kind:
    """Return what kind of part it is."""
    kinds: dict[type, Kind] = {
        Floor: "floors", Element: "elements", Point: "points", Pour: "pours",
        Benchmark: "benchmarks",
    }  # fmt: skip
    return kinds[type(part)]
