"""Reads the level of a floor or an element: an elevation, or an amount from something."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol
from uuid import UUID

from core import floors
from core.errors import SURELY, BadLevel, Offer, Unusual
from core.lengths import Elevation, Length, format_length
from server.common.refusals import Entries
from server.jobs.models import Benchmark, Floor, Job
from server.jobs.rules import finished_level, style_of

#: A level farther than this from every benchmark is asked about.
FARTHEST_FROM_A_BENCHMARK = Length.from_metres(30)


class LevelForm(Protocol):
    """A level as it is typed; ``reference`` is a benchmark or a floor."""

    @property
    def id(self) -> UUID: ...
    @property
    def level_from(self) -> str: ...
    @property
    def level(self) -> str: ...
    @property
    def side(self) -> str: ...
    @property
    def reference(self) -> UUID | None: ...


@dataclass(frozen=True, slots=True)
class LevelRead:
    """A level: its elevation where it could be read, and how it is stored."""

    elevation: Elevation | None
    values: dict[str, object]


def read_level(entries: Entries, job: Job, form: LevelForm) -> LevelRead:
    """Read a level; what is wrong with it is kept in the entries."""
    values: dict[str, object] = {
        "level_elevation": None,
        "level_offset": None,
        "reference_benchmark_id": None,
        "reference_floor_id": None,
    }
    if form.level_from == "elevation":
        elevation = entries.elevation("level")
        if elevation is not None and not form.level.strip().endswith(SURELY):
            entries.check("level", lambda: _near_benchmarks(job, form.level, elevation))
        return LevelRead(elevation, values | {"level_elevation": elevation})
    amount = entries.length("level")
    reference = _reference(entries, job, form, values)
    if amount is None or reference is None:
        return LevelRead(None, values)
    if amount.nanometres < 0:
        entries.refuse(
            "level",
            form.level,
            "The amount has a minus sign.",
            "Say above or below, and the amount.",
        )
        return LevelRead(None, values)
    offset = amount if form.side == "above" else -amount
    return LevelRead(floors.finished_level(reference, offset), values | {"level_offset": offset})


def _near_benchmarks(job: Job, typed: str, elevation: Elevation) -> None:
    """Ask about a level that no site has beside its benchmarks: it was left over, or misread."""
    known = Benchmark.objects.filter(job=job, retired_at=None).values_list("name", "elevation")
    nearest = min(known, key=lambda one: abs(elevation - one[1]), default=None)
    if nearest is None or abs(elevation - nearest[1]) <= FARTHEST_FROM_A_BENCHMARK:
        return
    away = format_length(abs(elevation - nearest[1]), style_of(job))
    answer = f"{typed.strip()} {SURELY}"
    raise Unusual(
        typed,
        f"That is {away} from {nearest[0]}.",
        "Give the elevation from the drawing, or say so if it is meant.",
        (Offer(answer, answer),),
    )


def _reference(
    entries: Entries, job: Job, form: LevelForm, values: dict[str, object]
) -> Elevation | None:
    """Return the elevation a relative level starts from, and note its record."""
    if form.level_from == "benchmark" and form.reference is not None:
        benchmark = Benchmark.objects.filter(job=job, pk=form.reference).first()
        if benchmark is not None:
            values["reference_benchmark_id"] = benchmark.pk
            elevation: Elevation = benchmark.elevation
            return elevation
    elif form.reference is not None:
        floor = (
            Floor.objects.filter(job=job, retired_at=None, pk=form.reference)
            .exclude(pk=form.id)
            .select_related("reference_floor")
            .first()
        )
        if floor is not None:
            values["reference_floor_id"] = floor.pk
            return entries.check("reference", lambda: _apart_from(form.id, floor))
    entries.refuse(
        "reference", "", "There is no such reference in this job.", "Choose a benchmark or a floor."
    )
    return None


def _apart_from(own: UUID, floor: Floor) -> Elevation:
    """Return a reference floor's level; refuse one that rests on the floor itself."""
    link: Floor | None = floor
    while link is not None:
        if link.pk == own:
            raise BadLevel(
                floor.name,
                "Its level rests on this very floor.",
                "Give the level from a benchmark.",
            )
        link = link.reference_floor
    return finished_level(floor)
