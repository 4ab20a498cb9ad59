"""The concrete of a floor on a phone: as the server worked it out, or by the field book."""

from __future__ import annotations

from typing import cast
from uuid import UUID

from core.design import Slab
from core.design.field_book import field_book
from core.errors import NotEnoughShots
from core.lengths import Style
from server.concrete.services.map_sheet import ThicknessMap, undrawn
from server.concrete.services.take_off import WAITS, TakeOff, by_the_book
from server.concrete.services.what_it_rests_on import rests_on
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import FoundPoint, OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import floor_for
from server.jobs.models import Floor
from server.jobs.plan.job_plan import JobPlan
from server.offline.models import KnownConcrete


def concrete_over(floor: Floor, surfaces: Slab, stone: list[FoundPoint], style: Style) -> TakeOff:
    """Return a floor's take-off: the server's while it rests on the same, else the field book's."""
    known = _known(floor, surfaces, stone, style)
    if known is not None:
        return cast("TakeOff", known.take_off)
    return by_the_book(floor, surfaces, stone, style)


def known_map(user: User, floor_id: UUID) -> ThicknessMap:
    """Return a floor's map as the server drew it; undrawn where its stone is another now."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    plan = JobPlan(floor.job)
    pegs, _ = pegs_of(stone_of([floor_id]), plan, JobTrust(floor.job))
    slab, own = plan.surfaces(floor_id), pegs.get(floor_id, OwnPegs())
    known = _known(floor, slab, own.found, plan.style)
    if known is not None:
        return cast("ThicknessMap", known.map)
    return undrawn(slab, plan.style, _why_undrawn(slab, own.found))


def _why_undrawn(slab: Slab, stone: list[FoundPoint]) -> str:
    """Say that the map waits for a signal, or that none could be drawn with one either."""
    try:
        field_book(slab, [(one.point.place, one.elevation) for one in stone])
    except NotEnoughShots as refused:
        return f"{refused.why} {refused.accepts}"
    return WAITS


def _known(
    floor: Floor, surfaces: Slab, stone: list[FoundPoint], style: Style
) -> KnownConcrete | None:
    now = rests_on(floor, surfaces, stone, style)
    return KnownConcrete._default_manager.filter(floor=floor.pk, rests_on=now).first()
