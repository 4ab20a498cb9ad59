"""What rests on a part of a job: what would be lost, and what must be settled first."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from uuid import UUID

from django.utils import timezone

from core.tasks import Task
from server.corrections.kinds import Part
from server.fieldbook.models import (
    ExtraBacksight,
    HeadLock,
    HoleFinding,
    Regrade,
    RegradedPoint,
    Reread,
    SetUp,
    Sheeting,
    Shot,
)
from server.jobs.models import Benchmark, Element, Floor, Point
from server.notices.models import Notice
from server.pictures.models import Picture
from server.pours.models import LiftedHold, Pour, PourAnswer, PourPart


@dataclass(frozen=True, slots=True)
class Resting:
    """What rests on a part, in words; and, where it can't be taken out, why and what would do."""

    on_it: tuple[str, ...]
    held_by: str = ""
    instead: str = ""

    @property
    def leaves_no_trace(self) -> bool:
        """Whether nothing was recorded on it, so that it can be removed for good."""
        return not self.on_it


def resting_on(part: Part) -> Resting:
    """Return what rests on a part."""
    on_it = tuple(_in_words(part))
    held, instead = _held(part)
    return Resting(on_it, held, instead)


def _counted(count: int, noun: str) -> Iterator[str]:
    if count:
        yield f"{count} {noun}" + ("" if count == 1 else "s")


def _in_words(part: Part) -> Iterator[str]:
    if isinstance(part, Floor | Element | Point):
        yield from _on_points(part)
    if isinstance(part, Floor):
        yield from _counted(Regrade.objects.filter(floor=part).count(), "regrade")
        yield from _counted(Notice.objects.filter(floor=part).count(), "notice to the customer")
    if isinstance(part, Pour):
        yield from _counted(PourAnswer.objects.filter(pour=part).count(), "answer")
        yield from _counted(LiftedHold.objects.filter(pour=part).count(), "lifted hold")
    if isinstance(part, Benchmark):
        yield from _on_a_benchmark(part)
    yield from _counted(Picture.objects.filter(about__in=_keys(part)).count(), "picture")
    yield from _retired_on(part)


def _keys(part: Part) -> list[UUID]:
    """Return what a picture of a part may be of: itself, and the points on it."""
    points = part.points.values_list("pk", flat=True) if isinstance(part, Floor | Element) else ()
    return [part.pk, *points]


def _retired_on(part: Part) -> Iterator[str]:
    """Name what is retired and still needs a part: its heights are read by it in the book."""
    if isinstance(part, Floor):
        for follower in _following(part, is_retired=True):
            yield f"{follower}, which follows it"
    if isinstance(part, Floor | Element):
        owner = {"floor": part} if isinstance(part, Floor) else {"element": part}
        gone = PourPart.objects.filter(**owner).exclude(pour__retired_at=None)
        for one in gone.select_related("pour"):
            yield f"the pour {one.pour.name}"


def _on_points(part: Floor | Element | Point) -> Iterator[str]:
    of = {
        Floor: {"point__floor": part},
        Element: {"point__element": part},
        Point: {"point": part},
    }[type(part)]
    yield from _counted(Shot.objects.filter(**of).count(), "reading")
    for model, noun in (
        (HoleFinding, "finding in a hole"),
        (HeadLock, "locked head"),
        (RegradedPoint, "regraded point"),
        (Sheeting, "record of sheeting"),
    ):
        yield from _counted(model._default_manager.filter(**of).count(), noun)


def _on_a_benchmark(mark: Benchmark) -> Iterator[str]:
    yield from _counted(SetUp.objects.filter(benchmark=mark).count(), "set-up")
    yield from _counted(ExtraBacksight.objects.filter(benchmark=mark).count(), "further backsight")
    yield from _counted(Reread.objects.filter(benchmark=mark).count(), "re-read")
    yield from _counted(mark.ties.count(), "tie to a real elevation")
    for model in (Floor, Element):
        for owner in model.objects.filter(reference_benchmark=mark):
            yield f"the level of {owner}"


def _held(part: Part) -> tuple[str, str]:
    """Return what must be settled before a part is taken out, and how; empty where nothing."""
    if isinstance(part, Pour) and hasattr(part, "closing"):
        return f"{part.name} was poured.", "A pour that was made stays."
    if isinstance(part, Point) and (part.task != Task.FREE and not part.is_extra):
        return f"{part.name} is one of the points of {part.owner.name}.", "Change its plan instead."
    if isinstance(part, Point) and part.task != Task.FREE and part.shots.exists():
        return (
            f"{part.name} on {part.owner.name} was shot: it tells of the surface.",
            "Strike a wrong reading with a reason, or shoot it again.",
        )
    if isinstance(part, Floor | Element):
        return _held_by_the_plan(part)
    return "", ""


def _held_by_the_plan(part: Floor | Element) -> tuple[str, str]:
    owner = {"floor": part} if isinstance(part, Floor) else {"element": part}
    in_pours = PourPart.objects.filter(**owner, pour__retired_at=None)
    for pour in in_pours.select_related("pour__closing"):
        if hasattr(pour.pour, "closing"):
            return f"{part.name} was poured with {pour.pour.name}.", "What was poured stays."
        return f"{part.name} is part of {pour.pour.name}.", "Take that pour out first."
    if isinstance(part, Floor):
        standing = Notice.objects.filter(
            floor=part, withdrawal=None, acknowledgment=None, expires_at__gt=timezone.now()
        )
        if standing.exists():
            return f"The customer holds a notice of {part.name}.", "Withdraw it first."
        following = _following(part, is_retired=False)
        if following:
            named = ", ".join(following)
            verb = "takes" if len(following) == 1 else "take"
            why = f"{named} {verb} a level or an outline from {part.name}."
            return why, "Give them one of their own first."
    return "", ""


def _following(floor: Floor, *, is_retired: bool) -> list[str]:
    """Name what takes its level or its outline from a floor, of the plan or of what is retired."""
    floors = Floor.objects.filter(reference_floor=floor, retired_at__isnull=not is_retired)
    elements = Element.objects.filter(job=floor.job_id, retired_at__isnull=not is_retired)
    return [
        *(one.name for one in floors),
        *(
            element.name
            for element in elements
            if element.reference_floor_id == floor.pk
            or element.typed.get("outline_of") == str(floor.pk)
        ),
    ]
