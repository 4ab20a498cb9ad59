"""Takes a part out of a job's plan: removed while nothing rests on it, else retired; and back."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.db import transaction
from django.db.models import ProtectedError
from django.utils import timezone

from server.common.refusals import Conflict, Invalid, Problem
from server.corrections.kinds import NOUNS, Part, kind_of_part, part_of
from server.corrections.resting import resting_on
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Element, Floor, Job, Point, RetiredAs
from server.jobs.services.note_change import note

#: What a name is followed by once its bearer is out of the plan, so that it is free again.
MARK = "retired"


@dataclass(frozen=True, slots=True)
class OutForm:
    """Why a part is taken out; ``retired_as`` says of a benchmark what became of it."""

    why: str = ""
    retired_as: str = ""


@transaction.atomic
def take_out(user: User, job_id: UUID, kind: str, key: UUID, form: OutForm) -> bool:
    """Take a part out of a job's plan; tell whether it was removed for good.

    Sent again, it does nothing more. Raises :class:`Conflict` while something holds it there,
    and :class:`Invalid` where no reason is given for what was recorded.
    """
    job, _ = job_for(user, job_id, Ability.PLAN)
    Job.objects.select_for_update().get(pk=job.pk)
    part = part_of(job, kind, key)
    if part.is_retired:
        return False
    resting = resting_on(part)
    if resting.held_by:
        raise Conflict(part.name, resting.held_by, resting.instead)
    told = _named(part)
    if resting.leaves_no_trace:
        note(user, job, f"{told} removed", {"name": part.name}, {})
        _remove(part)
        return True
    _retire(user, part, form)
    became = {"why": form.why.strip()} | ({"as": form.retired_as} if form.retired_as else {})
    note(user, job, f"{told} retired", {"rests on it": ", ".join(resting.on_it)}, became)
    return False


def _named(part: Part) -> str:
    return f"{NOUNS[kind_of_part(part)].capitalize()} {part.name}"


def _remove(part: Part) -> None:
    """Delete a part; what was recorded on it this very moment keeps it there."""
    try:
        with transaction.atomic():
            if isinstance(part, Floor | Element):
                part.points.all().delete()
            part.delete()
    except ProtectedError as rests:
        why = "Something was recorded on it just now."
        raise Conflict(part.name, why, "Look at what rests on it, and retire it.") from rests


def _retire(user: User, part: Part, form: OutForm) -> None:
    _refuse_unsaid(part, form)
    if isinstance(part, Benchmark):
        part.retired_as = form.retired_as
    else:
        part.name = _name_once(part)
    part.retired_at, part.retired_by = timezone.now(), user
    part.retired_why = form.why.strip()
    part.save()


def _refuse_unsaid(part: Part, form: OutForm) -> None:
    """Refuse to retire something without why, or a benchmark without what became of it."""
    problems = []
    if not form.why.strip():
        why = "What was recorded on it stays in the book; so does why it is retired."
        problems.append(Problem("why", "blank", "", why, "Say why, in a few words."))
    if isinstance(part, Benchmark) and form.retired_as not in RetiredAs.values:
        why = "Nobody said whether what was read from it still stands."
        problems.append(Problem("retired_as", "blank", "", why, "Choose one of them."))
    if problems:
        raise Invalid(*problems)


def _name_once(part: Part) -> str:
    """Return a name under which a retired part stands, beside others of its name."""
    longest = part._meta.get_field("name").max_length or 0
    taken = {one.name for one in _beside(part)}
    for number in range(1, len(taken) + 2):
        ending = f" ({MARK})" if number == 1 else f" ({MARK} {number})"
        name = part.name[: longest - len(ending)] + ending
        if name not in taken:
            return name
    raise AssertionError("more names than parts")


def _beside(part: Part) -> list[Part]:
    """Return what stands under names of the same kind."""
    if isinstance(part, Point):
        alike = {"floor": part.floor_id, "element": part.element_id, "task": part.task}
        return list(Point.objects.filter(**alike))
    return list(type(part)._default_manager.filter(job=part.job_id))


def _needed_by(part: Part) -> Floor | Element | None:
    """Return what must be in the plan for a part to be: a point's owner, the floor it follows."""
    if isinstance(part, Point):
        return part.owner
    if isinstance(part, Element) and part.typed.get("outline_of"):
        return Floor.objects.filter(pk=part.typed["outline_of"]).first()
    return part.reference_floor if isinstance(part, Floor | Element) else None


@transaction.atomic
def bring_back(user: User, job_id: UUID, kind: str, key: UUID) -> None:
    """Bring a retired part back into the plan; sent again, it does nothing more."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    Job.objects.select_for_update().get(pk=job.pk)
    part = part_of(job, kind, key)
    if not part.is_retired:
        return
    needed = _needed_by(part)
    if needed is not None and needed.is_retired:
        raise Conflict(part.name, f"{needed} is retired.", "Bring that back first.")
    was = {"why": part.retired_why, "name": part.name}
    own = part.name.rpartition(f" ({MARK}")[0] or part.name
    if own != part.name and own not in {one.name for one in _beside(part)}:
        part.name = own
    part.retired_at = part.retired_by = None
    part.retired_why = ""
    if isinstance(part, Benchmark):
        part.retired_as = ""
    part.save()
    note(user, job, f"{_named(part)} brought back", was, {"name": part.name})
