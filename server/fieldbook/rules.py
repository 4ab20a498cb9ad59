"""From stored set-ups and rods to the core's values."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from uuid import UUID

from core.floors import PlanPoint
from core.lengths import Elevation
from core.rods import GRADUATIONS, Numbering, Rod, SightLine, Station
from server.fieldbook.models import SetUp
from server.gear import models as gear


def rod_of(rod: gear.Rod) -> Rod:
    """Return a stored rod as the core knows it."""
    return Rod(Numbering(rod.numbering), GRADUATIONS[rod.graduation], rod.length)


def line_of(set_up: SetUp) -> SightLine:
    """Return a set-up's line of sight; needs its rod and benchmark."""
    return SightLine.from_backsight(
        set_up.benchmark.elevation,
        set_up.backsight,
        Numbering(set_up.rod.numbering),
        set_up.taped_above_benchmark,
    )


def station_of(set_up: SetUp) -> Station:
    """Return a set-up as marks need it; needs its rod, instrument and benchmark."""
    benchmark: Elevation = set_up.benchmark.elevation
    return Station(
        line=line_of(set_up),
        rod=rod_of(set_up.rod),
        reference=benchmark,
        range=set_up.instrument.range,
        least_distance=set_up.instrument.least_distance,
    )


@dataclass(frozen=True, slots=True)
class Sighting:
    """A set-up, as a reading taken from it needs it."""

    job: UUID
    number: int
    line: SightLine
    rod: Rod


def sighting_of(set_up: SetUp) -> Sighting:
    """Return a set-up's sighting; needs its rod and benchmark."""
    return Sighting(set_up.job_id, set_up.number, line_of(set_up), rod_of(set_up.rod))


@lru_cache(maxsize=512)
def recorded_sighting(set_up_id: UUID) -> Sighting:
    """Return the sighting of a set-up by its key, from memory after the first time.

    Set-ups, rods and benchmarks are append-only, so what is remembered stays true. Raises
    ``SetUp.DoesNotExist``, which is not remembered.
    """
    return sighting_of(SetUp.objects.select_related("rod", "benchmark").get(pk=set_up_id))


def place_of(set_up: SetUp) -> PlanPoint:
    """Return where the instrument stood."""
    return PlanPoint(set_up.x, set_up.y)
