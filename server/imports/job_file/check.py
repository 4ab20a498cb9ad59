"""Looks over a job that was just brought in: everything that reads it must be able to."""

from __future__ import annotations

from typing import Any, get_type_hints

from django.db.models import Q

from core.lengths import Style
from core.lengths.style import OWN_ZERO
from core.tasks import Task
from server.fieldbook.pegs import pegs_of, scopes_of
from server.fieldbook.trust import JobTrust
from server.gear.methods import recorded_check
from server.gear.models import InstrumentCheck
from server.gear.sheets import receiver_sheet, rod_sheet
from server.imports.job_file.parse import refuse
from server.jobs.models import Benchmark, Element, Floor, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.sheets import element_sheet
from server.notices.models import Notice
from server.notices.services.notice_numbers import Figures, NoticeNumbers, ShotThickness
from server.pours.models import Pour, PourClosing
from server.pours.sheets import AskedLine, LiftedSheet

UNREADABLE = (ValueError, KeyError, TypeError, AttributeError, IndexError, ArithmeticError)


def check_job(job: Job) -> None:
    """Refuse a job whose plan can't be drawn, whose book can't be read, or whose sheets can't.

    What was typed is kept as it was typed; here it is read once as every screen reads it.
    """
    try:
        Style.from_code(job.style)
        _check_datum(job)
        _check_places(job)
        _check_retired(job)
        plan, job_trust = JobPlan(job), JobTrust(job)
        for floor in [*plan.floors.values(), *job.floors.exclude(retired_at=None)]:
            _check_level(floor, is_needed=True)
            plan.surfaces(floor.pk)
        for element in [*plan.elements.values(), *job.elements.exclude(retired_at=None)]:
            _check_level(element, is_needed=False)
            element_sheet(plan, element)
        for scope in scopes_of(plan):
            pegs_of(scope, plan, job_trust)
        _check_gear(job_trust)
    except UNREADABLE as failed:
        refuse(f"Its plan or its book can't be read: {failed}.", job.name)
    for closing in PourClosing.objects.filter(pour__job=job):
        if not isinstance(closing.lines, list) or not all(map(_is_line, closing.lines)):
            refuse("The list of a closed pour is none.", str(closing.pour))
    for notice in Notice.objects.filter(floor__job=job):
        if not (_is_numbers(notice.numbers) and _is_figures(notice.figures)):
            refuse("The numbers of a notice are none.", str(notice))


def _check_datum(job: Job) -> None:
    """Refuse heights above another datum than the job's last tie gave."""
    last = job.ties.order_by("-recorded_at").first()
    if job.datum != (last.datum if last else OWN_ZERO):
        refuse("Its datum is not the one its last tie gave.", job.name)


def _check_places(job: Job) -> None:
    """Refuse a planned point that is nowhere; only a free one may be."""
    planned = Point.objects.exclude(task=Task.FREE).filter(Q(x=None) | Q(y=None))
    for scope in (Q(floor__job=job), Q(element__job=job)):
        nowhere = planned.filter(scope).first()
        if nowhere is not None:
            refuse("This planned point has no place.", nowhere.name)


def _check_retired(job: Job) -> None:
    """Refuse what is half retired: without who said so, or what became of a benchmark."""
    for model in (Benchmark, Floor, Element, Pour, Point):
        own = Q(job=job)
        if model is Point:
            own = Q(floor__job=job) | Q(element__job=job)
        half = Q(retired_at=None) ^ Q(retired_by=None)
        if model is Benchmark:
            half |= Q(retired_at=None) ^ Q(retired_as="")
        found = model._default_manager.filter(own).filter(half).first()
        if found is not None:
            refuse("It is half retired.", str(found))


def _check_level(leveled: Floor | Element, *, is_needed: bool) -> None:
    """Refuse a level that is half given: one is an elevation, or an amount from one reference."""
    given = [leveled.level_elevation is not None, leveled.level_offset is not None]
    references = [leveled.reference_benchmark_id, leveled.reference_floor_id]
    count = sum(key is not None for key in references)
    if given == [False, False] and count == 0 and not is_needed:
        return
    if given not in ([True, False], [False, True]) or count != given[1]:
        refuse(f"{leveled.name} has no level, or half of one.", leveled.name)


def _check_gear(job_trust: JobTrust) -> None:
    used = {set_up.instrument_id for set_up in job_trust.lines.set_ups}
    for check in InstrumentCheck.objects.filter(instrument__in=used):
        recorded_check(check)
    for set_up in job_trust.lines.set_ups:
        rod_sheet(set_up.rod)
        if set_up.receiver is not None:
            receiver_sheet(set_up.receiver)


def _is_shaped(given: Any, shape: type, apart: tuple[str, ...] = ()) -> bool:
    """Tell whether a dict has the keys of a sheet, and texts under all but some of them."""
    return (
        isinstance(given, dict)
        and set(given) == set(get_type_hints(shape))
        and all(isinstance(value, str) for key, value in given.items() if key not in apart)
    )


def _is_line(given: Any) -> bool:
    if not _is_shaped(given, AskedLine, apart=("is_go", "faults", "lifted")):
        return False
    lists = isinstance(given["faults"], list) and isinstance(given["lifted"], list)
    return isinstance(given["is_go"], bool) and lists and all(map(_is_lifted, given["lifted"]))


def _is_lifted(given: Any) -> bool:
    """Tell whether a hold was lifted for faults that are sentences."""
    if not _is_shaped(given, LiftedSheet, apart=("faults",)):
        return False
    faults = given["faults"]
    return isinstance(faults, list) and all(isinstance(says, str) for says in faults)


def _is_figures(given: Any) -> bool:
    """Tell whether a notice's figures are such: numbers, texts, and thicknesses by points."""
    numbers = ("nominal_volume", "volume", "extra", "rate")
    if not _is_shaped(given, Figures, apart=(*numbers, "shots")):
        return False
    shots = given["shots"]
    are_numbers = all(
        isinstance(given[name], int | float) and not isinstance(given[name], bool)
        for name in numbers
    )
    return are_numbers and isinstance(shots, dict) and all(
        isinstance(thick, str) for thick in shots.values()
    )  # fmt: skip


def _is_numbers(given: Any) -> bool:
    return (
        _is_shaped(given, NoticeNumbers, apart=("shots",))
        and isinstance(given["shots"], list)
        and all(_is_shaped(shot, ShotThickness) for shot in given["shots"])
    )
