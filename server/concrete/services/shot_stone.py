"""The stone of a floor as it was shot, remembered for as long as nothing is added to the book."""

from __future__ import annotations

from collections import OrderedDict
from dataclasses import dataclass
from uuid import UUID

import numpy as np
from django.db import connection
from numpy.typing import NDArray

from core.floors import PlanPoint
from server.common.records import as_stored
from server.fieldbook.pegs import pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan

MOST_REMEMBERED = 64

EDITION = """
SELECT
    (SELECT COUNT(*) FROM fieldbook_strike k JOIN fieldbook_shot s ON s.id = k.shot_id
        JOIN jobs_point p ON p.id = s.point_id WHERE p.floor_id = %(floor)s),
    (SELECT COUNT(*) FROM jobs_point WHERE floor_id = %(floor)s),
    (SELECT MAX(id) FROM jobs_point WHERE floor_id = %(floor)s),
    (SELECT COUNT(*) FROM fieldbook_regrade WHERE floor_id = %(floor)s),
    (SELECT COUNT(*) FROM fieldbook_setup WHERE job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_shot s JOIN fieldbook_setup u ON u.id = s.set_up_id
        WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_reread r JOIN fieldbook_setup u ON u.id = r.set_up_id
        WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_rereadstrike k JOIN fieldbook_reread r ON r.id = k.reread_id
        JOIN fieldbook_setup u ON u.id = r.set_up_id WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_knock n JOIN fieldbook_setup u ON u.id = n.set_up_id
        WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_acceptedrun a JOIN fieldbook_reread r ON r.id = a.closing_id
        JOIN fieldbook_setup u ON u.id = r.set_up_id WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_backsightstrike k
        LEFT JOIN fieldbook_extrabacksight e ON e.id = k.extra_id
        JOIN fieldbook_setup u ON u.id = COALESCE(k.first_of_id, e.set_up_id)
        WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM fieldbook_turningpointstrike k
        JOIN fieldbook_turningpoint t ON t.id = k.turning_point_id
        JOIN fieldbook_setup u ON u.id = t.set_up_id WHERE u.job_id = %(job)s),
    (SELECT COUNT(*) FROM gear_instrumentcheck c JOIN gear_instrument i ON i.id = c.instrument_id
        WHERE i.crew_id = %(crew)s)
"""


@dataclass(frozen=True, slots=True, eq=False)
class ShotStone:
    """Stone that counts: where it was shot, how high it lies, how sure that is; metres."""

    points: tuple[UUID, ...]
    names: tuple[str, ...]
    places: tuple[PlanPoint, ...]
    heights: NDArray[np.float64]
    half_widths: NDArray[np.float64]


_remembered: OrderedDict[tuple[object, ...], ShotStone] = OrderedDict()


def shot_stone(floor: Floor, plan: JobPlan) -> ShotStone:
    """Return a floor's stone, from memory while the book and the job's limits are the same.

    The book is append-only: while nothing was added to what a height rests on, nothing of it
    has changed.
    """
    edition = _edition(floor)
    found = _remembered.get(edition)
    if found is None:
        found = _remembered[edition] = _read(floor, plan)
    _remembered.move_to_end(edition)
    while len(_remembered) > MOST_REMEMBERED:
        _remembered.popitem(last=False)
    return found


def _edition(floor: Floor) -> tuple[object, ...]:
    job = floor.job
    asked = {"floor": floor.pk, "job": job.pk, "crew": job.crew_id}
    with connection.cursor() as cursor:
        cursor.execute(EDITION, {name: as_stored(key) for name, key in asked.items()})
        counts = cursor.fetchone()
    return (floor.pk, job.reread_tolerance, job.run_allowance, *counts)


def _read(floor: Floor, plan: JobPlan) -> ShotStone:
    pegs, _ = pegs_of(stone_of([floor.pk]), plan, JobTrust(floor.job))
    found = pegs[floor.pk].found if floor.pk in pegs else []
    return ShotStone(
        tuple(one.point.pk for one in found),
        tuple(one.point.name for one in found),
        tuple(one.point.place for one in found),
        np.array([float(one.elevation) for one in found], dtype=np.float64),
        np.array([one.half_width for one in found], dtype=np.float64),
    )
