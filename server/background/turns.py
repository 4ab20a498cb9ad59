"""Whose turn it is among long works, and who has one: leases by the database's clock.

Many workers on many machines may ask at once. A work is taken by one statement that takes it
only as it stands, so that two never have the same one; whoever has it says now and then that
it is alive, and one that no longer does loses it.
"""

from __future__ import annotations

from datetime import timedelta
from uuid import UUID

from django.db.models import Exists, F, Func, Max, OuterRef, Q, QuerySet, Subquery
from django.db.models.fields import DateTimeField

from server.background.models import LongWork, WorkState
from server.common.refusals import Problem

LEASE = timedelta(seconds=30)
#: A work that no worker survived so often is not tried again.
MOST_TRIES = 3
PAUSE_AFTER_A_FAULT = timedelta(seconds=2)


class DatabaseNow(Func):
    """The database's own clock in UTC, whatever zone its machine is in."""

    template = "UTC_TIMESTAMP(6)"
    output_field = DateTimeField()


def take_next(owner: str) -> LongWork | None:
    """Take the work whose turn it is; returns None where none waits.

    The crew that was served longest ago is next, with what it asked for first; a crew has one
    work in hand at a time while others wait.
    """
    while True:
        work = _in_turn().first()
        if work is None:
            return None
        if work.tries >= MOST_TRIES:
            _give_up(work)
        elif _is_taken(work, owner):
            work.owner, work.tries = owner, work.tries + 1
            return work


def _free() -> Q:
    """Return what can be taken: it waits for nothing more, or its worker is gone."""
    is_open = Q(state__in=(WorkState.WAITING, WorkState.RUNNING))
    return is_open & (Q(leased_until=None) | Q(leased_until__lt=DatabaseNow()))


def _in_turn() -> QuerySet[LongWork]:
    of_the_crew = LongWork.objects.filter(crew=OuterRef("crew"))
    served = of_the_crew.order_by().values("crew").annotate(last=Max("taken_at")).values("last")
    in_hand = of_the_crew.filter(state=WorkState.RUNNING, leased_until__gte=DatabaseNow())
    return (
        LongWork.objects.filter(_free())
        .annotate(has_one=Exists(in_hand), served=Subquery(served))
        .order_by("has_one", F("served").asc(nulls_first=True), "asked_at", "pk")
    )


def _is_taken(work: LongWork, owner: str) -> bool:
    as_it_stands = LongWork.objects.filter(_free(), pk=work.pk, tries=work.tries, owner=work.owner)
    taken = as_it_stands.update(
        state=WorkState.RUNNING,
        owner=owner,
        tries=F("tries") + 1,
        taken_at=DatabaseNow(),
        leased_until=DatabaseNow() + LEASE,
        done=0,
        of=0,
    )
    return taken == 1


def keep(key: UUID, owner: str, *, using: str) -> bool:
    """Say that a work's owner is alive; returns False where it is another's by now."""
    mine = LongWork.objects.using(using).filter(pk=key, owner=owner, state=WorkState.RUNNING)
    return mine.update(leased_until=DatabaseNow() + LEASE) == 1


def end(work: LongWork, state: WorkState, **found: object) -> bool:
    """Write down what a work came to; returns False where it is another's by now."""
    mine = LongWork.objects.filter(pk=work.pk, owner=work.owner, state=WorkState.RUNNING)
    changed = mine.update(
        state=state, finished_at=DatabaseNow(), leased_until=None, taken_in=None, **found
    )
    return changed == 1


def put_back(work: LongWork, *, counts: bool) -> None:
    """Let a work wait again: after a fault that counts as a try, or a stop that does not."""
    mine = LongWork.objects.filter(pk=work.pk, owner=work.owner, state=WorkState.RUNNING)
    pause = PAUSE_AFTER_A_FAULT * 2 ** (work.tries - 1)
    mine.update(
        state=WorkState.WAITING,
        owner="",
        tries=work.tries if counts else work.tries - 1,
        leased_until=DatabaseNow() + pause if counts else None,
        done=0,
        of=0,
    )


def _give_up(work: LongWork) -> None:
    why = f"It was begun {work.tries} times, and the server was cut off from it each time."
    problem = Problem(None, "cut-off", work.file_name, why, "Nothing was changed; ask once more.")
    again = LongWork.objects.filter(_free(), pk=work.pk)
    again.update(
        state=WorkState.FAILED,
        finished_at=DatabaseNow(),
        leased_until=None,
        taken_in=None,
        problems=[problem.as_kept()],
    )
