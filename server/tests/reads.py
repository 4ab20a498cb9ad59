"""Every address that reads something of a job, filled with what the job has."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import product
from typing import Any
from urllib.parse import urlencode

from core.tables import ColumnOrder
from core.tasks import Stage
from server.fieldbook.models import SetUp
from server.gear.models import Instrument
from server.jobs.models import Element, Floor, Job, Point
from server.jobs.planned import ElementKind
from server.notices.models import Notice
from server.pours.models import Pour

#: A job's own.
OF_A_JOB = (
    "jobs/{job}", "jobs/{job}/runs", "jobs/{job}/take-off", "jobs/{job}/take-off.xlsx",
    "jobs/{job}/pours", "jobs/{job}/records", "jobs/{job}/job.json",
    "jobs/{job}/readings.xlsx", "jobs/{job}/prices",
    *(f"jobs/{{job}}/stages/{stage}" for stage in Stage),
)  # fmt: skip
OF_A_FLOOR = (
    "floors/{floor}", "floors/{floor}/map", "floors/{floor}/notices",
)  # fmt: skip
OF_A_SET_UP = (
    "set-ups/{set_up}/book", "set-ups/{set_up}/book.csv", "set-ups/{set_up}/way-out",
)  # fmt: skip


def reads_of(job: Job, most_set_ups: int | None = None) -> Iterator[str]:
    """Yield the address of every sheet and file of a job, of so many set-ups at most."""
    yield from _filled(OF_A_JOB, "job", [job.pk])
    for order, heights in product(ColumnOrder, ("planned", "found")):
        asked = {"order": order, "heights": heights, "unit": "m", "northing": "0", "easting": "0"}
        yield f"jobs/{job.pk}/points.csv?{urlencode(asked)}"
    floors = Floor.objects.filter(job=job)
    yield from _filled(OF_A_FLOOR, "floor", [floor.pk for floor in floors])
    elements = Element.objects.filter(job=job).exclude(kind=ElementKind.FREE)
    yield from _filled(("elements/{element}",), "element", [element.pk for element in elements])
    pours = Pour.objects.filter(job=job)
    yield from _filled(
        ("pours/{pour}", "pours/{pour}/run-sheet.ics"), "pour", [pour.pk for pour in pours]
    )
    notices = Notice.objects.filter(floor__job=job)
    yield from _filled(
        ("notices/{notice}/notice.pdf",), "notice", [notice.pk for notice in notices]
    )
    set_ups = list(SetUp.objects.filter(job=job))[:most_set_ups]
    yield from _of_set_ups(job, set_ups, [floor.pk for floor in floors])


def _of_set_ups(job: Job, set_ups: list[SetUp], floors: list[Any]) -> Iterator[str]:
    points = list(Point.objects.filter(floor__job=job)[:3])
    points += list(Point.objects.filter(element__job=job)[:12])
    for set_up in set_ups:
        key = set_up.pk
        yield from _filled(OF_A_SET_UP, "set_up", [key])
        yield f"set-ups/{key}/match?{urlencode({'reading': set_up.backsight_typed})}"
        for floor in floors:
            yield f"set-ups/{key}/marks?{urlencode({'floor': floor})}"
        for point in points:
            yield f"set-ups/{key}/points/{point.pk}"
        instrument = Instrument.objects.get(pk=set_up.instrument_id)
        yield f"instruments/{instrument.pk}?{urlencode({'units': job.style})}"


def _filled(addresses: tuple[str, ...], name: str, keys: list[Any]) -> Iterator[str]:
    for key in keys:
        for address in addresses:
            yield address.replace(f"{{{name}}}", str(key))
