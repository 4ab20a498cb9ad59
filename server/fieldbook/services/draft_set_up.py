"""Tells what a set-up that is being typed would give, and how far it can prove a tolerance."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from django.db.models import Q
from django.utils import timezone

from core.floors import PlanPoint
from core.instruments import Setting
from core.lengths import format_amount, format_fine
from core.setups import allowed_between
from core.uncertainty import Kit
from server.common.refusals import Problem
from server.common.shown import Place, show_place
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.proof import Proof, proof_of_kit, tightest_tolerance
from server.fieldbook.rules import Gear, kit_of, rod_of
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
from server.gear.versions import put_right
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job, Point
from server.jobs.plan.obstacles import blocks_of, unseen
from server.jobs.rules import reread_tolerance_of, style_of


class Agreeing(TypedDict):
    """How far several backsights disagree, against what is allowed."""

    text: str
    is_good: bool


class SetUpDraftSheet(TypedDict):
    """What a set-up that is being typed gives; parts it does not yet give are empty.

    ``unseen`` names the points that something on the plan hides from where it is to stand.
    """

    line: LineSheet | None
    place: Place | None
    proof: Proof | None
    agreeing: Agreeing | None
    asks_distance: bool
    unseen: str


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
        "unseen": _unseen(job, place) if place else "",
    }  # fmt: skip
    if sighted is not None:
        rod = rod_of(sighted.rod)
        sheet["line"] = line_sheet(sighted.taken.line, rod, sighted.first.seen, style)
        sheet["proof"] = _proof(job, form, sighted, place)
        sheet["agreeing"] = _agreeing(job, form, sighted, place)
        sheet["asks_distance"] = sighted.first.known.place is None
    return sheet, entries.problems


def _unseen(job: Job, place: PlanPoint) -> str:
    """Name the points of a job that something hides from a place; empty where all are seen."""
    blocks = blocks_of(job)
    if not blocks:
        return ""
    own = Q(floor__job=job) | Q(element__job=job)
    points = Point.objects.filter(own, retired_at=None).exclude(x=None)
    marks = Benchmark.objects.filter(job=job, retired_at=None).exclude(x=None)
    spots = [(point.name, point.place) for point in points.select_related("floor", "element")]
    spots += [(mark.name, mark.place) for mark in marks if mark.place]
    return unseen(spots, place, blocks)


def _kit(job: Job, form: SetUpForm, sighted: Sighted) -> Kit | None:
    instrument = (
        Instrument.objects.filter(crew_id=job.crew_id, pk=form.instrument)
        .select_related("crew")
        .first()
    )
    if instrument is None:
        return None
    put_right([(instrument, timezone.now())])
    slope = slope_error(instrument, checks_of([instrument.pk])[instrument.pk], timezone.now())
    return kit_of(Gear(instrument, receiver_of(job, form), sighted.rod), slope, Setting.FINE)


def _proof(job: Job, form: SetUpForm, sighted: Sighted, place: PlanPoint | None) -> Proof | None:
    kit, tolerance = _kit(job, form, sighted), tightest_tolerance(job)
    if kit is None or tolerance is None:
        return None
    return proof_of_kit(kit, sighted.sights(place), tolerance, style_of(job))


def _agreeing(
    job: Job, form: SetUpForm, sighted: Sighted, place: PlanPoint | None
) -> Agreeing | None:
    """Say how far several backsights disagree, None with one."""
    kit, style = _kit(job, form, sighted), style_of(job)
    if kit is None or not sighted.taken.can_disagree:
        return None
    tolerance = allowed_between(reread_tolerance_of(job), kit, sighted.sights(place))
    apart = format_fine(float(sighted.taken.disagreement), style)
    is_good = sighted.taken.agree(tolerance)
    compared = "within" if is_good else "more than"
    beyond = "" if is_good else " All that is read from here would be in doubt."
    allowed = format_amount(tolerance, style)
    return {
        "text": f"The backsights disagree by {apart}, {compared} {allowed}.{beyond}",
        "is_good": is_good,
    }
