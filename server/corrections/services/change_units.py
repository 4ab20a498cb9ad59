"""Changes the units a job is shown in; what was typed stays, and means what it meant."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from typing import TypedDict
from uuid import UUID

from django.db import transaction

from core.lengths import Style, format_length
from core.orders import CUBIC_METRES_PER_CUBIC_YARD, usual_step
from server.common.shown import volume_unit_text
from server.concrete.models import PriceList
from server.concrete.services.prices import prices_for
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Floor, Job
from server.jobs.rules import reread_tolerance_of, rough_tolerance_of, style_of
from server.jobs.services.note_change import note_difference
from server.pours.models import Pour

CUBIC_YARD = Decimal(str(CUBIC_METRES_PER_CUBIC_YARD))


@dataclass(frozen=True, slots=True)
class Volume:
    """A stored amount of concrete in the job's unit: what it is, and its column."""

    what: str
    stored: Floor | Pour
    column: str

    @property
    def amount(self) -> Decimal:
        """The amount as it is stored."""
        amount: Decimal = getattr(self.stored, self.column)
        return amount


class UnitChange(TypedDict):
    """An amount that is kept in the job's units, before and after."""

    what: str
    before: str
    after: str


class UnitsDraft(TypedDict):
    """What a change of units would change besides how heights and lengths are shown."""

    changes: list[UnitChange]


def draft_units(user: User, job_id: UUID, code: str) -> UnitsDraft:
    """Tell what a change of units would change; nothing is stored."""
    job, _ = job_for(user, job_id, Ability.READ)
    return {"changes": list(_changes(job, _style(job, code)))}


@transaction.atomic
def change_units(user: User, job_id: UUID, code: str) -> Job:
    """Show a job in another style.

    Limits that were the old style's defaults are kept as what they were, so that nothing that
    held fails by it. Amounts of concrete go over to the new unit; prices of the old unit stay for
    when it comes back.
    """
    job_for(user, job_id, Ability.PLAN)
    job = Job.objects.select_for_update().get(pk=job_id)
    before, after = style_of(job), _style(job, code)
    if before.kind.is_metric != after.kind.is_metric:
        job.reread_tolerance = reread_tolerance_of(job)
        job.rough_tolerance = rough_tolerance_of(job)
        for volume in _volumes(job):
            setattr(volume.stored, volume.column, converted(volume, after))
            volume.stored.save(update_fields=[volume.column])
    job.style = after.code
    job.save(update_fields=["style", "reread_tolerance", "rough_tolerance"])
    shown = "lengths are shown in"
    note_difference(user, job, "Units", {shown: before.code}, {shown: after.code})
    return job


def converted(volume: Volume, after: Style) -> Decimal:
    """Return an amount in the other unit; the step concrete is usually sold by, as that."""
    is_metric, amount = after.kind.is_metric, volume.amount
    if volume.column == "order_step" and amount == usual_step(is_metric=not is_metric):
        return usual_step(is_metric=is_metric)
    field = volume.stored._meta.get_field(volume.column)
    least = Decimal(1).scaleb(-field.decimal_places)  # type: ignore[union-attr]
    there = amount * CUBIC_YARD if is_metric else amount / CUBIC_YARD
    return max(there.quantize(least, ROUND_HALF_UP), least)


def _style(job: Job, code: str) -> Style:
    return Style.from_code(code).tied(style_of(job).datum)


def _volumes(job: Job) -> Iterator[Volume]:
    for floor in Floor.objects.filter(job=job).order_by("created_at"):
        yield Volume(f"{floor.name}: concrete is sold by", floor, "order_step")
    for pour in Pour.objects.filter(job=job).order_by("created_at"):
        yield Volume(f"{pour.name}: a truck holds", pour, "truck")
        yield Volume(f"{pour.name}: placed an hour", pour, "rate")


def _changes(job: Job, after: Style) -> Iterator[UnitChange]:
    before = style_of(job)
    if before.kind.is_metric == after.kind.is_metric:
        return
    for what, length in (
        ("A re-read may differ by", reread_tolerance_of(job)),
        ("Rough pass: on within", rough_tolerance_of(job)),
    ):
        yield _change(what, format_length(length, before), format_length(length, after))
    for volume in _volumes(job):
        yield _change(
            volume.what, _said(volume.amount, before), _said(converted(volume, after), after)
        )
    if prices_for(job) is not None:
        there = PriceList.objects.filter(job=job, is_metric=after.kind.is_metric).exists()
        kept = "those typed for it before" if there else "the crew's for it, or none yet"
        yield _change("Prices", f"by the {volume_unit_text(before)}", kept)


def _change(what: str, before: str, after: str) -> UnitChange:
    return {"what": what, "before": before, "after": after}


def _said(amount: Decimal, style: Style) -> str:
    return f"{amount.normalize():f} {volume_unit_text(style)}"
