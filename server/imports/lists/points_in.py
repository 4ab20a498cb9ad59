"""Brings a survey's points into a job: as benchmarks, or as extra points of a floor."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from uuid import UUID, uuid5

from django.db import transaction

from core.errors import RuleError
from core.lengths import Elevation, Length, metres_text
from core.tables import ColumnOrder, SurveyPoint, SurveyUnit, read_points
from server.common.files import as_typed
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.exports.lists.origin import origin_of
from server.imports.lists.rows import each_row
from server.jobs.access import floor_for, job_for
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.add_point import PointForm, add_point

LONGEST_NAME, LONGEST_DESCRIPTION = 20, 200


def bring_in_points(
    user: User,
    job_id: UUID,
    asked: dict[str, Any],
    table: bytes,
    progress: Callable[[int, int], None],
) -> str:
    """Bring a table of points in, whole or not at all, and say what became of it.

    ``asked`` tells the order of its columns, its unit, where the job's origin lies in it, and
    the floor its points are put on (none: they are benchmarks).
    """
    job, _ = job_for(user, job_id, Ability.PLAN)
    unit = SurveyUnit(asked["unit"])
    try:
        points = read_points(table, ColumnOrder(asked["order"]), unit, origin_of(asked))
    except RuleError as refused:
        raise Invalid(Problem.of("file", refused)) from refused
    floor = UUID(asked["floor"]) if asked["floor"] else None
    if floor is not None and floor_for(user, floor, Ability.PLAN)[0].job_id != job.pk:
        why = "That floor is not in this job."
        raise Invalid(Problem("floor", "missing", str(floor), why, "Choose one of its floors."))

    def add(point: SurveyPoint) -> None:
        if floor is None:
            _add_benchmark(user, job_id, point)
        else:
            x, y = _typed(point.place.x), _typed(point.place.y)
            add_point(user, floor, PointForm(_key(floor, point), x, y))

    with transaction.atomic():
        each_row([(point.row, point) for point in points], add, progress)
    if floor is None:
        return f"{len(points)} benchmarks are here."
    return f"{len(points)} points are here, to be shot; the file's elevations are not used."


def _add_benchmark(user: User, job_id: UUID, point: SurveyPoint) -> None:
    if point.elevation is None:
        raise _refused(point.number, "A benchmark needs an elevation.", "Fill its elevation.")
    name, about = map(as_typed, (point.number, point.description))
    if len(name) > LONGEST_NAME or len(about) > LONGEST_DESCRIPTION:
        longest = f"{LONGEST_NAME} and {LONGEST_DESCRIPTION} characters"
        raise _refused(name, "Its number or its description is too long.", f"Up to {longest}.")
    form = BenchmarkForm(
        id=_key(job_id, point),
        name=name,
        elevation=_typed(point.elevation),
        description=about or "from a survey",
        x=_typed(point.place.x),
        y=_typed(point.place.y),
    )
    add_benchmark(user, job_id, form)


def _refused(typed: str, why: str, accepts: str) -> Invalid:
    return Invalid(Problem("file", "bad-row", typed, why, accepts))


def _typed(length: Length | Elevation) -> str:
    return f"{metres_text(Length(length.nanometres))} m"


def _key(owner: UUID, point: SurveyPoint) -> UUID:
    """Return the key a point always has there, so that a file sent twice adds it once."""
    place = f"{metres_text(point.place.x)} {metres_text(point.place.y)}"
    height = "" if point.elevation is None else metres_text(point.elevation)
    return uuid5(owner, f"{point.number} {place} {height}")
