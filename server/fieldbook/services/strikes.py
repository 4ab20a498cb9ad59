"""Strikes readings through: they stay in the book, with the reason, and count no more."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeVar
from uuid import UUID

from django.db import transaction

from core.rods import Tie, tie_of
from server.common.records import SiteRecord, record_once
from server.common.refusals import Conflict
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.fieldbook.access import reread_for, set_up_for, shot_for, turning_point_for
from server.fieldbook.lines import JobLines, ReadBack
from server.fieldbook.models import (
    AcceptedRun,
    BacksightStrike,
    RereadStrike,
    SetUp,
    Strike,
    StruckThrough,
    TurningPointStrike,
)
from server.fieldbook.rules import rod_of

Struck = TypeVar("Struck", bound=StruckThrough)


@dataclass(frozen=True, slots=True)
class StrikeForm:
    """Why a reading is struck through."""

    id: UUID
    reason: str


def strike_shot(user: User, shot_id: UUID, form: StrikeForm) -> tuple[Strike, bool]:
    """Strike a shot through."""
    shot = shot_for(user, shot_id, Ability.RECORD)
    return _strike(Strike, {"shot": shot}, user, form)


def strike_reread(user: User, reread_id: UUID, form: StrikeForm) -> tuple[RereadStrike, bool]:
    """Strike a re-read that was misread; its doubt goes with it."""
    reread = reread_for(user, reread_id, Ability.RECORD)
    if AcceptedRun.objects.filter(closing=reread).exists():
        raise Conflict(
            reread.typed, "It closed a run that was accepted.", "Close the run anew from here."
        )
    return _strike(RereadStrike, {"reread": reread}, user, form)


def strike_backsight(
    user: User, set_up_id: UUID, key: UUID, form: StrikeForm
) -> tuple[BacksightStrike, bool]:
    """Strike a backsight of a set-up, its first by the set-up's own key; the others go on.

    One that no other stands in for can't be struck: another set-up takes its place.
    """
    set_up = set_up_for(user, set_up_id, Ability.RECORD)
    with transaction.atomic():
        SetUp.objects.select_for_update().get(pk=set_up.pk)
        read = JobLines(set_up.job_id).backsights(set_up.pk)
        chosen = next((one for one in read if one.key == key), None)
        if chosen is None:
            raise missing("backsight", key)
        tie = _tie(set_up, chosen)
        others = [one for one in read if not one.struck and one is not chosen]
        if not any(_tie(set_up, other) is tie for other in others):
            raise Conflict(
                chosen.typed,
                f"No other backsight of set-up {set_up.number} tells what it does.",
                "Set up again instead, with a new backsight.",
            )
        extra = set_up.extra_backsights.filter(pk=key).first()
        of: dict[str, SiteRecord] = {"extra": extra} if extra else {"first_of": set_up}
        return _strike(BacksightStrike, of, user, form)


def _tie(set_up: SetUp, read: ReadBack) -> Tie:
    return tie_of(read.sight.kind, rod_of(set_up.rod).numbering)


def strike_turning_point(
    user: User, point_id: UUID, form: StrikeForm
) -> tuple[TurningPointStrike, bool]:
    """Strike a turning point that nothing stands on yet."""
    point = turning_point_for(user, point_id, Ability.RECORD)
    stands = SetUp.objects.filter(turning_point=point).first()
    if stands is not None:
        raise Conflict(
            point.name, f"Set-up {stands.number} stands on it.", "Set up again on another point."
        )
    return _strike(TurningPointStrike, {"turning_point": point}, user, form)


def _strike(
    kind: type[Struck], reading: dict[str, SiteRecord], user: User, form: StrikeForm
) -> tuple[Struck, bool]:
    """Record a strike; a reading that is struck already keeps the first one."""
    already = kind._default_manager.filter(**reading).exclude(pk=form.id).first()
    if already is not None:
        return already, False
    return record_once(kind(id=form.id, reason=form.reason, taken_by=user, **reading))
