"""What can happen on a job: each table of records, the way to its job, and what it says."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Literal, get_args
from uuid import UUID

from django.db import models

from core.tasks import Stage, Task, stage_of
from server.fieldbook import models as book
from server.jobs import models as jobs
from server.notices import models as notices
from server.pictures import models as pictures
from server.pours import models as pour

Kind = Literal[
    "change", "plan", "set-up", "reading", "strike", "check", "finding", "pour", "notice"
]
KINDS: tuple[Kind, ...] = get_args(Kind)
Before = Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class Told:
    """A table of what happened: the paths to its job, whose word it is, and how it is said.

    ``at`` is the column of when it came in, ``taken`` of when it was done by the phone's clock,
    empty where it has none. ``with_it`` is read with each row. ``pictured`` is what pictures of it
    are of, and that thing's key. ``about`` are the paths to the floor, element or point it is of.
    """

    kind: Kind
    model: type[models.Model]
    jobs: tuple[str, ...]
    says: Callable[[Any], str]
    by: str = "taken_by"
    at: str = "recorded_at"
    taken: str = ""
    with_it: tuple[str, ...] = ()
    pictured: Callable[[Any], tuple[str, UUID] | None] = lambda one: None
    about: tuple[str, ...] = ()


def _on_a_point(path: str = "point") -> tuple[str, ...]:
    """Return the paths to a point and to what it lies on."""
    return (f"{path}", f"{path}__floor", f"{path}__element")


def _shot(one: book.Shot) -> str:
    passed = "" if one.setting == "fine" else ", rough pass"
    slip = f" (first typed {one.first_typed})" if one.first_typed else ""
    return f"{one.point.where}, {one.point.name} read {one.typed}{slip}{passed}"


def _struck(what: str, one: book.StruckThrough) -> str:
    return f"{what} struck: {one.reason}"


def _backsight(one: book.BacksightStrike) -> str:
    set_up = one.first_of or (one.extra and one.extra.set_up)
    return _struck(f"backsight of {set_up}", one)


def _reread(one: book.Reread) -> str:
    occasion = book.Occasion(one.occasion).label
    return f"{one.benchmark or one.turning_point} read {one.typed} from {one.set_up}, {occasion}"


def _answer(one: pour.PourAnswer) -> str:
    return f"{one.pour}: {pour.Asked(one.question).label} {one.answer}"


def _owned(one: jobs.Floor | jobs.Element) -> str:
    return f"{one.name} put on the plan"


def _itself(kind: str) -> Callable[[Any], tuple[str, UUID]]:
    return lambda one: (kind, one.pk)


def _point(one: book.Shot) -> tuple[str, UUID]:
    """Return what a picture beside a reading is of: at a bottom, of what was dug too deep."""
    is_bottom = stage_of(Task(one.point.task)) is Stage.DIG
    return ("over-dig" if is_bottom else "point"), one.point_id


def _inspected(one: pour.PourAnswer) -> tuple[str, UUID] | None:
    return ("inspection", one.pk) if one.question == pour.Asked.INSPECTION else None


ON_A_POINT = ("point__floor", "point__element")
TOLD = (
    Told("plan", jobs.Job, ("pk",), lambda one: "Job opened", "created_by", "created_at"),
    Told("change", jobs.Happening, ("job_key",), lambda one: one.what, "done_by", about=("about",)),
    Told(
        "plan", jobs.Benchmark, ("job",), lambda one: f"{one.name} taken as a benchmark",
        "created_by",
        pictured=_itself("benchmark"),
    ),
    Told(
        "plan", book.KeptBenchmark, ("benchmark__job",),
        lambda one: f"{one.benchmark} kept from its reading {one.shot.typed}",
        with_it=("benchmark", "shot"),
    ),
    Told(
        "change", jobs.DatumTie, ("job",), lambda one: f"Every height tied: {one}",
        with_it=("benchmark",),
    ),
    Told("plan", jobs.Floor, ("job",), _owned, "created_by", "created_at", about=("pk",)),
    Told("plan", jobs.Element, ("job",), _owned, "created_by", "created_at", about=("pk",)),
    Told(
        "plan", pour.Pour, ("job",), lambda one: f"{one.name} planned", "created_by", "created_at",
        pictured=_itself("pour"),
    ),
    Told(
        "set-up", book.SetUp, ("job",),
        lambda one: f"Set-up {one.number} on {one.stands_on}, backsight {one.backsight_typed}",
        taken="taken_at", with_it=("benchmark", "turning_point"),
        pictured=_itself("set-up"),
    ),
    Told(
        "set-up", book.TurningPoint, ("set_up__job",),
        lambda one: f"Turning point {one.name} read {one.typed} from {one.set_up}",
        taken="taken_at", with_it=("set_up",),
    ),
    Told(
        "reading", book.Shot, ("set_up__job",), _shot, taken="taken_at",
        with_it=("point__floor", "point__element"),
        pictured=_point, about=_on_a_point(),
    ),
    Told(
        "strike", book.Strike, ("shot__set_up__job",),
        lambda one: _struck(f"{one.shot.point.name}, {one.shot.typed}", one),
        with_it=("shot__point",),
        pictured=_itself("strike"), about=_on_a_point("shot__point"),
    ),
    Told(
        "strike", book.RereadStrike, ("reread__set_up__job",),
        lambda one: _struck(str(one.reread), one), with_it=("reread__set_up",),
        pictured=_itself("strike"),
    ),
    Told(
        "strike", book.BacksightStrike, ("first_of__job", "extra__set_up__job"), _backsight,
        with_it=("first_of", "extra__set_up"),
        pictured=_itself("strike"),
    ),
    Told(
        "strike", book.TurningPointStrike, ("turning_point__set_up__job",),
        lambda one: _struck(str(one.turning_point), one), with_it=("turning_point",),
        pictured=_itself("strike"),
    ),
    Told(
        "check", book.Reread, ("set_up__job",), _reread, taken="taken_at",
        with_it=("benchmark", "turning_point", "set_up"),
    ),
    Told(
        "check", book.Knock, ("set_up__job",), lambda one: f"{one.set_up} was knocked",
        taken="happened_at", with_it=("set_up",),
        pictured=_itself("knock"),
    ),
    Told(
        "check", book.AcceptedRun, ("closing__set_up__job",),
        lambda one: f"Run accepted, closed from {one.closing.set_up}", "accepted_by",
        taken="accepted_at", with_it=("closing__set_up",),
    ),
    Told(
        "finding", book.HoleFinding, ("point__element__job",),
        lambda one: f"{one.point.name}: {one.bearing.replace('-', ' ')}", taken="taken_at",
        with_it=("point",),
        pictured=_itself("finding"), about=_on_a_point(),
    ),
    Told(
        "finding", book.HeadLock, ("point__element__job",),
        lambda one: f"Head on {one.point.name} {'locked' if one.is_locked else 'not locked'}"
        f"{one.word and f': {one.word}'}",
        taken="taken_at", with_it=("point",), about=_on_a_point(),
    ),
    Told(
        "finding", book.LevelingDue, ("element__job",),
        lambda one: f"{one.element} to be leveled again"
        f"{f' on {one.due_on.isoformat()}' if one.due_on else ': no more'}",
        with_it=("element",), about=("element",),
    ),
    Told(
        "finding", book.Sheeting, ("point__floor__job",),
        lambda one: f"Sheeting {'laid over' if one.is_down else 'taken up at'} {one.point.name}",
        taken="taken_at", with_it=("point",), about=_on_a_point(),
    ),
    Told(
        "finding", book.Regrade, ("floor__job",),
        lambda one: f"Stone of {one.floor} graded anew: {one.note}", taken="graded_at",
        with_it=("floor",), about=("floor",),
    ),
    Told(
        "finding", pictures.Picture, ("job",),
        lambda one: f"Picture of a {one.kind}" + (f": {one.note}" if one.note else ""),
        taken="taken_at", about=("about",),
    ),
    Told("pour", pour.PourAnswer, ("pour__job",), _answer, taken="taken_at", with_it=("pour",),
        pictured=_inspected,
    ),
    Told(
        "pour", pour.LiftedHold, ("pour__job",),
        lambda one: f"{one.pour}: {one.question} lifted: {one.reason}", taken="taken_at",
        with_it=("pour",),
    ),
    Told(
        "pour", pour.PourClosing, ("pour__job",), lambda one: f"{one.pour.name} poured",
        taken="taken_at", with_it=("pour",),
    ),
    Told(
        "notice", notices.Notice, ("floor__job",),
        lambda one: f"Customer told of {one.floor}", taken="taken_at", with_it=("floor",),
        about=("floor",),
    ),
    Told(
        "notice", notices.NoticeWithdrawal, ("notice__floor__job",),
        lambda one: f"Notice of {one.notice.floor} withdrawn", with_it=("notice__floor",),
        about=("notice__floor",),
    ),
)  # fmt: skip
