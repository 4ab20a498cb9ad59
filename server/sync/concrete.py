"""The concrete of floors as it was worked out, by all that it rests on.

A figure stands wherever it rests on the same: on a phone that can't work out surfaces it is told
as the server found it, until a shot more is logged or a level changes.
"""

from __future__ import annotations

from server.concrete.services.take_off import take_off
from server.concrete.services.thickness_map import map_of
from server.concrete.services.what_it_rests_on import rests_on
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.sync.sheets import ConcreteSheet


def concrete_of(job: Job) -> list[ConcreteSheet]:
    """Return what is worked out of a job's floors over their stone; none where it makes none."""
    plan, job_trust = JobPlan(job), JobTrust(job)
    stone, _ = pegs_of(stone_of(plan.floors), plan, job_trust)
    found: list[ConcreteSheet] = []
    for pk, floor in plan.floors.items():
        own, slab = stone.get(pk, OwnPegs()), plan.surfaces(pk)
        taken, _ = take_off(floor, slab, own.found, plan.style)
        if taken is not None:
            found.append(
                {
                    "floor": str(pk),
                    "rests_on": rests_on(floor, slab, own.found, plan.style),
                    "take_off": taken,
                    "map": map_of(plan, pk, own),
                }
            )
    return found
