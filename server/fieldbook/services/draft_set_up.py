"""Tells what a set-up that is being typed would give, and how far it can prove a tolerance."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from django.utils import timezone

from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import Style, format_fine, format_length
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import TurningPoint
from server.fieldbook.proof import Proof, proof_of_kit, tightest_tolerance
from server.fieldbook.rules import ASSUMED_DISTANCE, Gear, kit_of, rod_of, sight_on
from server.fieldbook.services.backsights import Sighted, read_backsights
from server.fieldbook.services.set_up import (
    SetUpForm,
    check_gear,
    entries_of,
    read_place,
    receiver_of,
)
from server.fieldbook.sheets import LineSheet, line_sheet
from server.gear.models import Instrument
from server.gear.trust import checks_of, slope_error
from server.jobs.access import job_for
from server.jobs.models import Job
from server.jobs.rules import reread_tolerance_of, style_of
from server.refusals import Problem
from server.shown import Place, show_place


class Agreeing(TypedDict):
    """How far several backsights disagree, against what is allowed."""

    text: str
    is_good: bool


class SetUpDraftSheet(TypedDict):
    """What a set-up that is being typed gives; parts it does not yet give are empty."""

    line: LineSheet | None
    place: Place | None
    proof: Proof | None
    agreeing: Agreeing | None
    asks_distance: bool


def draft_set_up(
    user: User, job_id: UUID, form: SetUpForm
) -> tuple[SetUpDraftSheet, list[Problem]]:
    """Tell what a set-up that is being typed would give, and what is wrong with it so far."""
    job, _ = job_for(user, job_id, Ability.READ)
    entries, style = entries_of(job, form), style_of(job)
    place = read_place(entries)
    check_gear(job, form, entries)
    sighted = read_backsights(job, form.sight, entries)
    sheet: SetUpDraftSheet = {
        "line": None, "place": show_place(place, style) if place else None,
        "proof": None, "agreeing": None, "asks_distance": False,
    }  # fmt: skip
    if sighted is not None:
        rod = rod_of(sighted.rod)
        sheet["line"] = line_sheet(sighted.taken.line, rod, sighted.backsight, style)
        sheet["proof"] = _proof(job, form, sighted, place)
        sheet["agreeing"] = agreeing(job, sighted, style)
        sheet["asks_distance"] = _known_place(sighted) is None
    return sheet, entries.problems


def _proof(job: Job, form: SetUpForm, sighted: Sighted, place: PlanPoint | None) -> Proof | None:
    instrument = Instrument.objects.filter(crew_id=job.crew_id, pk=form.instrument).first()
    tolerance = tightest_tolerance(job)
    if instrument is None or tolerance is None:
        return None
    receiver = receiver_of(job, form)
    slope = slope_error(instrument, checks_of([instrument.pk])[instrument.pk], timezone.now())
    kit = kit_of(Gear(instrument, receiver, sighted.rod), slope, Setting.FINE)
    known = _known_place(sighted)
    distance = place.distance(known) if place and known else sighted.distance
    sight = sight_on(rod_of(sighted.rod), sighted.backsight, distance or ASSUMED_DISTANCE)
    return proof_of_kit(kit, sight, tolerance, style_of(job))


def _known_place(sighted: Sighted) -> PlanPoint | None:
    point = sighted.stands_on
    return PlanPoint(point.x, point.y) if isinstance(point, TurningPoint) else point.place


def agreeing(job: Job, sighted: Sighted, style: Style) -> Agreeing | None:
    """Say how far several backsights disagree, None with one."""
    if len(sighted.taken.constants) < 2:
        return None
    tolerance = reread_tolerance_of(job)
    apart = format_fine(float(sighted.taken.disagreement), style)
    is_good = sighted.taken.agree(tolerance)
    compared = "within" if is_good else "more than"
    allowed = format_length(tolerance, style)
    return {
        "text": f"The backsights disagree by {apart}, {compared} {allowed}.",
        "is_good": is_good,
    }
