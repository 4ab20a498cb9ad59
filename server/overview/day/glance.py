"""Where a job stands, at a glance; kept, and worked out again once anything of it changed."""

from __future__ import annotations

from contextlib import suppress
from datetime import datetime, timedelta
from typing import Literal, NamedTuple, TypedDict

from django.db import IntegrityError
from django.utils import timezone

from server.crews.models import Role
from server.jobs.models import Glance, Job
from server.overview.job_sheet import JobSheet, sheet_of
from server.overview.steps import Step
from server.pours.sheets import PourRow

Verdict = Literal["go", "hold", ""]
#: A GO rests on clocks too: it is said no longer than that without another look.
GO_HOLDS = timedelta(seconds=60)
#: What is said besides rests on the clocks of instruments, which count in days.
HOLDS = timedelta(hours=6)


class GlancePour(TypedDict):
    """A pour that is ahead, as the day shows it."""

    id: str
    name: str
    pours_at: str
    parts: list[str]
    state: Literal["go", "hold"]
    why: list[str]
    needed: str
    loads: int


class GlanceSheet(TypedDict):
    """Where a job stands: what comes next, go or hold and why, what is in doubt, what is left.

    The verdict is of its pours that are ahead: one on hold holds; empty where none is planned.
    """

    next: str
    note: str
    verdict: Verdict
    why: list[str]
    doubted: int
    left: int
    pours: list[GlancePour]


def work_out(job: Job) -> GlanceSheet:
    """Work out where a job stands, and keep it.

    What is recorded meanwhile marks it stale again: that it is fresh is said before it is read.
    """
    now = timezone.now()
    kept = Glance.objects.filter(job=job)
    is_known = kept.update(is_stale=False) > 0
    sheet = glance_of(sheet_of(job, Role.READER))
    if is_known:
        kept.update(sheet=sheet, made_at=now)
    else:
        first = {"sheet": sheet, "is_stale": True, "made_at": now}
        with suppress(IntegrityError):  # the job was deleted meanwhile
            Glance.objects.get_or_create(job=job, defaults=first)
    return sheet


def glance_of(sheet: JobSheet) -> GlanceSheet:
    """Return what a job's sheet comes to at a glance."""
    following = _next(sheet["steps"])
    ahead = [_pour(pour) for pour in sheet["pours"] if pour["state"] != "poured"]
    held = [one for one in ahead if one["state"] == "hold"]
    stages = sheet["stages"]
    return {
        "next": following["key"] if following else "",
        "note": following["note"] if following else "",
        "verdict": "hold" if held else "go" if ahead else "",
        "why": held[0]["why"] if held else [],
        "doubted": sum(floor["counts"]["in_doubt"] for floor in sheet["floors"])
        + sum(stage["in_doubt"] for stage in stages),
        "left": sum(floor["counts"]["not_shot"] for floor in sheet["floors"])
        + sum(one["points"] - one["shot"] - one["in_doubt"] for one in stages),
        "pours": ahead,
    }


def _next(steps: list[Step]) -> Step | None:
    """Return what comes next; where all is done, what asks for attention."""
    asking = [step for step in steps if step["state"] == "attention"]
    coming = [step for step in steps if step["state"] == "next"]
    return next(iter([*coming, *asking]), None)


def _pour(row: PourRow) -> GlancePour:
    return {
        "id": row["id"],
        "name": row["name"],
        "pours_at": row["pours_at"],
        "parts": row["parts"],
        "state": "go" if row["state"] == "go" else "hold",
        "why": row["why"],
        "needed": row["needed"],
        "loads": row["loads"],
    }


class Kept(NamedTuple):
    """What was worked out of a job, when, and whether anything of it changed since."""

    sheet: GlanceSheet
    is_stale: bool
    made_at: datetime


def is_fresh(glance: Kept | Glance, now: datetime) -> bool:
    """Whether what was worked out still holds: nothing changed, and no clock ran out on it.

    Time alone makes a GO a hold, and never the other way round.
    """
    holds = GO_HOLDS if any(pour["state"] == "go" for pour in glance.sheet["pours"]) else HOLDS
    return not glance.is_stale and now - glance.made_at < holds
