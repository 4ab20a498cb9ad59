"""Gear put right: anew while it was never used, from a moment on once it was; or out of use."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, TypeAlias
from uuid import UUID, uuid4

from django.db import models, transaction
from django.utils import timezone

from core.errors import quoted
from server.common.refusals import Conflict, Invalid, Problem
from server.corrections.figures import figures_of, moved
from server.crews.models import User
from server.crews.permissions import Ability, missing, role_in_crew
from server.fieldbook.models import SetUp
from server.gear.models import (
    GearVersion,
    Instrument,
    InstrumentCheck,
    InstrumentKnock,
    Receiver,
    Rod,
)
from server.gear.services.add_gear import (
    InstrumentForm,
    ReceiverForm,
    RodForm,
    read_instrument,
    read_receiver,
    read_rod,
)
from server.gear.versions import Gear, apply, changed_columns, put_right
from server.jobs.models import Job
from server.jobs.services.note_change import note_under

Kind = Literal["instruments", "receivers", "rods"]
Form: TypeAlias = InstrumentForm | ReceiverForm | RodForm
MODELS: dict[str, type[Gear]] = {"instruments": Instrument, "receivers": Receiver, "rods": Rod}
COLUMNS: dict[str, str] = {"instruments": "instrument", "receivers": "receiver", "rods": "rod"}
#: What a reading that was typed rests on: another scale is another rod.
READ_BY = ("numbering", "graduation", "kind")


@dataclass(frozen=True, slots=True)
class FromForm:
    """Since when gear that was used was otherwise than it was typed, and what went wrong."""

    holds_from: datetime | None = None
    reason: str = ""


def gear_of(user: User, crew_id: UUID, kind: str, key: UUID, ability: Ability) -> Gear:
    """Return a piece of a crew's gear as it was typed; missing where it is another's."""
    role_in_crew(user, crew_id, ability)
    model = MODELS.get(kind)
    found: Gear | None = (
        model._default_manager.filter(crew=crew_id, pk=key).first() if model else None
    )
    if found is None:
        raise missing("piece of gear", key)
    return found


def used_in_words(kind: str, gear: Gear) -> list[str]:
    """Say what was recorded with a piece of gear; nothing while it was never used."""
    counts = [(SetUp.objects.filter(**{COLUMNS[kind]: gear}).count(), "set-up")]
    if isinstance(gear, Instrument):
        counts.append((InstrumentCheck.objects.filter(instrument=gear).count(), "check"))
        counts.append((InstrumentKnock.objects.filter(instrument=gear).count(), "knock"))
    return [f"{count} {noun}" + ("" if count == 1 else "s") for count, noun in counts if count]


@transaction.atomic
def correct_gear(user: User, crew_id: UUID, kind: str, form: Form, since: FromForm) -> None:
    """Put right what was typed of gear; of gear that was used, from a moment on, with a reason."""
    gear = gear_of(user, crew_id, kind, form.id, Ability.PLAN)
    now = timezone.now()
    put_right([(gear, now)])
    wanted = _read(crew_id, form)
    values = changed_columns(gear, wanted)
    if not values:
        return
    if used_in_words(kind, gear):
        _refuse_another_scale(gear, values)
        _check_since(since, now)
        GearVersion.objects.create(
            id=uuid4(), **{COLUMNS[kind]: gear}, holds_from=since.holds_from or now, values=values,
            reason=since.reason.strip(), taken_by=user,
        )  # fmt: skip
    else:
        _as_typed(crew_id, kind, form.id, values)
    before = changed_columns(wanted, gear)
    after = values | ({"why": since.reason.strip()} if since.reason.strip() else {})
    note_under(user, crew_id, crew_id, f"{gear.name} put right", before, after)


def _as_typed(crew_id: UUID, kind: str, key: UUID, values: dict[str, Any]) -> None:
    """Change what was typed itself: nothing was recorded with it."""
    stored = MODELS[kind]._default_manager.get(crew=crew_id, pk=key)
    apply(stored, values)
    stored.save()


def _read(crew_id: UUID, form: Form) -> Gear:
    if isinstance(form, InstrumentForm):
        return read_instrument(crew_id, form)
    return (
        read_receiver(crew_id, form) if isinstance(form, ReceiverForm) else read_rod(crew_id, form)
    )


def _refuse_another_scale(gear: Gear, values: dict[str, Any]) -> None:
    other = next((name for name in READ_BY if name in values), None)
    if other is not None:
        why = f"{gear.name} was used: its readings were typed by what it was then."
        accepts = "Add it anew as another piece of gear, and retire this one."
        raise Invalid(Problem(other, "used", quoted(str(values[other])), why, accepts))


def _check_since(since: FromForm, now: datetime) -> None:
    problems = []
    if not since.reason.strip():
        why = "It was used already: the record says why it was wrong."
        problems.append(Problem("reason", "blank", "", why, "Say why, in a few words."))
    if since.holds_from is not None and since.holds_from > now:
        why, accepts = "That moment is not here yet.", "Choose one up to now."
        problems.append(Problem("holds_from", "ahead", str(since.holds_from), why, accepts))
    if problems:
        raise Invalid(*problems)


def moves_of_gear(user: User, crew_id: UUID, kind: str, form: Form, since: FromForm) -> list[str]:
    """Tell what putting gear right would move on the jobs it was used on; nothing is stored."""
    gear = gear_of(user, crew_id, kind, form.id, Ability.PLAN)
    since = FromForm(since.holds_from, since.reason or "asked")
    used = SetUp.objects.filter(
        **{COLUMNS[kind]: gear}, taken_at__gte=since.holds_from or timezone.now()
    )
    jobs = list(Job.objects.filter(pk__in=used.values("job")).order_by("name"))
    with transaction.atomic():
        before = {job.pk: figures_of(job.pk) for job in jobs}
        correct_gear(user, crew_id, kind, form, since)
        after = {job.pk: figures_of(job.pk) for job in jobs}
        transaction.set_rollback(True)
    return [line for job in jobs for line in _moved(job, moved(before[job.pk], after[job.pk], ()))]


def _moved(job: Job, moves: Any) -> Iterator[str]:
    for move in moves["moves"]:
        yield f"{job.name}: {move['what']}: {move['by']}"
    for line in moves["rejudged"]:
        yield f"{job.name}: {line}"


@transaction.atomic
def retire_gear(user: User, crew_id: UUID, kind: str, key: UUID, why: str) -> bool:
    """Take gear out of use: removed while it was never used, else retired; whether it is gone."""
    gear = gear_of(user, crew_id, kind, key, Ability.PLAN)
    if gear.is_retired:
        return False
    if not used_in_words(kind, gear):
        try:
            with transaction.atomic():
                gear.delete()
        except models.ProtectedError as rests:
            reason = "Something was recorded with it just now."
            raise Conflict(gear.name, reason, "Look again, and retire it.") from rests
        note_under(user, crew_id, crew_id, f"{gear.name} removed", {"name": gear.name}, {})
        return True
    if not why.strip():
        told = "What was recorded with it stays; so does why it is retired."
        raise Invalid(Problem("why", "blank", quoted(why), told, "Say why, in a few words."))
    gear.retired_at, gear.retired_by, gear.retired_why = timezone.now(), user, why.strip()
    gear.save(update_fields=["retired_at", "retired_by", "retired_why"])
    note_under(user, crew_id, crew_id, f"{gear.name} retired", {}, {"why": why.strip()})
    return False


@transaction.atomic
def use_again(user: User, crew_id: UUID, kind: str, key: UUID) -> None:
    """Take retired gear into use again."""
    gear = gear_of(user, crew_id, kind, key, Ability.PLAN)
    if not gear.is_retired:
        return
    was = {"why": gear.retired_why}
    gear.retired_at = gear.retired_by = None
    gear.retired_why = ""
    gear.save(update_fields=["retired_at", "retired_by", "retired_why"])
    note_under(user, crew_id, crew_id, f"{gear.name} used again", was, {})
