"""The pier tops that a floor stands on, as one list a floor (section 11)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from typing import TypedDict
from uuid import UUID

from core.elements import PierRow
from core.instruments import Setting
from core.lengths import Length, Style, format_length
from core.piers import crown_at, meets
from core.tasks import Task
from core.uncertainty import sure_verdict
from core.verdicts import Verdict
from server.fieldbook.aims import Aims
from server.fieldbook.models import HeadLock, HoleFinding
from server.fieldbook.pegs import OwnPegs
from server.jobs.models import Element, Point
from server.jobs.plan.element_form import entries_of
from server.jobs.planned import ElementKind


class PierTop(TypedDict):
    """A pier's or a pile's top: how it meets its floor, and whether its head is locked.

    ``asked`` is the torque or refusal that is asked of a pile, ``driven`` what it was screwed or
    driven to; each empty while nobody said.

    ``locked_by`` is who said so last, empty where it is not, and ``lock_word`` why it was locked
    though the top is not on; ``verdict`` is empty while it was not shot.
    """

    point: str
    row: str
    pier: str
    verdict: Verdict | None
    says: str
    has_head: bool
    is_pile: bool
    asked: str
    driven: str
    locked_by: str
    lock_word: str


class PierTops(TypedDict):
    """Every pier top a floor meets, over all rows; ``floor`` is empty for rows of their own."""

    floor: str
    says: str
    tops: list[PierTop]


#: Elements with tops that carry something.
ON_PIERS = (ElementKind.PIERS, ElementKind.PILES)
Locks = Mapping[UUID, HeadLock]
Driven = Mapping[UUID, list[HoleFinding]]


def driven_of(job_id: UUID) -> dict[UUID, list[HoleFinding]]:
    """Return what was said of each pile of a job while it was driven, in order, in one query."""
    piles = HoleFinding.objects.filter(
        point__element__job=job_id, point__element__kind=ElementKind.PILES
    )
    found: dict[UUID, list[HoleFinding]] = {}
    for finding in piles.order_by("taken_at", "recorded_at"):
        found.setdefault(finding.point_id, []).append(finding)
    return found


def locks_of(job_id: UUID) -> dict[UUID, HeadLock]:
    """Return what was said last of each head of a job, in one query."""
    said = HeadLock.objects.filter(point__element__job=job_id).select_related("taken_by")
    return {lock.point_id: lock for lock in said.order_by("taken_at", "recorded_at")}


def pier_tops(
    aims: Aims, found: Mapping[UUID, OwnPegs], locks: Locks, driven: Driven
) -> list[PierTops]:
    """Return the pier tops of a job by the floor their rows are set from."""
    by_floor: dict[str, list[PierTop]] = {}
    meeting: Counter[str] = Counter()
    for element in aims.plan.elements.values():
        if element.kind not in ON_PIERS:
            continue
        floor = (
            aims.plan.floors.get(element.reference_floor_id)
            if (element.reference_floor_id)
            else None
        )
        own = found.get(element.pk, OwnPegs())
        name = floor.name if floor else ""
        tops = by_floor.setdefault(name, [])
        for point in own.points:
            if point.task == Task.PIER_TOP:
                top, counts = _top(aims, element, own, point, (locks, driven))
                tops.append(top)
                meeting[name] += counts
    return [
        {"floor": floor, "says": _says(tops, meeting[floor]), "tops": tops}
        for floor, tops in by_floor.items()
        if tops
    ]


def _says(tops: list[PierTop], meeting: int) -> str:
    shot = [top for top in tops if top["verdict"] is not None]
    heads = [top for top in tops if top["has_head"]]
    said = f"{meeting} of {len(tops)} meet it, {len(tops) - len(shot)} not shot"
    if heads:
        said += f"; {sum(bool(head['locked_by']) for head in heads)} of {len(heads)} heads locked"
    return f"{said}."


def _top(
    aims: Aims, element: Element, own: OwnPegs, point: Point, said: tuple[Locks, Driven]
) -> tuple[PierTop, bool]:
    """Return a pier's top, and whether the crew counts it as meeting its floor."""
    locks, driven = said
    shot = next((one for one in own.found if one.point.pk == point.pk), None)
    made = aims.plan.element(element.pk)
    has_head = isinstance(made, PierRow) and made.head is not None
    counts, verdict, says = False, None, "in doubt" if point.pk in own.doubted else "not shot"
    if shot is not None and shot.target is not None:
        judged = aims.judged(point, Setting.FINE)
        sure = sure_verdict(shot.elevation - shot.target, judged.tolerance, shot.half_width)
        counts = sure.counts_as_on(strictly=aims.plan.job.crew.strict_calls)
        verdict = sure.lean
        says = meets(judged.order(shot.elevation), aims.plan.style, shot.sighting.step)
        says += ", close call" if sure.is_close else ""
        says += _crown(made, element, point.name, aims.plan.style)
    lock = locks.get(point.pk)
    top: PierTop = {
        "point": str(point.pk),
        "row": element.name,
        "pier": point.name,
        "verdict": verdict,
        "says": says,
        "has_head": has_head,
        "is_pile": element.kind == ElementKind.PILES,
        "asked": element.typed["measures"].get("torque", "").strip(),
        "driven": _driven(driven.get(point.pk, []), aims.plan.style),
        "locked_by": lock.taken_by.shown_name if lock and lock.is_locked else "",
        "lock_word": lock.word if lock and lock.is_locked else "",
    }
    return top, counts


def _crown(row: object, element: Element, name: str, style: Style) -> str:
    """Say what a beam's crown is there, where it has one: it is no gap to be packed."""
    typed = entries_of(element.typed, element.typed_in)
    crown = typed.optional("crown")
    if crown is None or not isinstance(row, PierRow):
        return ""
    places = row.grid.places()
    along = next((far for own, _, far in places if own == name), None)
    run = max(far for _, _, far in places)
    bows = crown_at(crown, along, run) if along is not None and run.nanometres else Length(0)
    if not bows.nanometres:
        return ""
    return f"; of a gap under the beam {format_length(bows, style)} is its crown, do not pack that"


def _driven(findings: list[HoleFinding], style: Style) -> str:
    """Say what a pile was screwed or driven to, at each depth it was read at."""
    at_depths = [
        f"at {format_length(finding.depth, style)} {finding.note or finding.bearing}"
        for finding in findings
        if finding.depth is not None
    ]
    last = findings[-1] if findings else None
    if last is not None and last.depth is None:
        at_depths.append(f"{last.bearing}{last.note and f', {last.note}'}")
    return "; ".join(at_depths)
