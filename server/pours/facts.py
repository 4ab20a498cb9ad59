"""Gathers what a pour's go / hold list rests on; the core judges it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import replace
from datetime import datetime
from functools import cached_property
from uuid import UUID

from django.utils import timezone

from core.instruments import InstrumentRecord, Setting
from core.orders import with_waste
from core.pours import (
    AnswerFact,
    CheckLine,
    ElementFact,
    FloorFact,
    InstrumentFact,
    NoticeFact,
    PourFacts,
    SetUpFact,
    ShotFact,
    StoneFact,
    lines_of,
    needed_of,
)
from core.tasks import Task
from server.common.shown import volume_unit, volume_unit_text
from server.concrete.services.take_off import TakeOff, take_off
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.history import History, Read, histories
from server.fieldbook.pegs import OwnPegs, parts_of, pegs_of, stone_of
from server.fieldbook.trust import JobTrust, SetUpTrust
from server.gear.models import InstrumentKnock
from server.gear.trust import checks_of, record_of
from server.jobs.models import Element, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.kinds import kind_of
from server.jobs.rules import reread_tolerance_of
from server.notices.services.notices import NoticeState, content_now, latest_notices, standing_of
from server.pours.accepted import accepted_of
from server.pours.models import LiftedHold, Pour, PourAnswer
from server.pours.used import Carriers, Proofs, Used
from server.stages.facts import Shots, element_fact, point_facts
from server.stages.piers import Findings, findings_of
from server.stages.quantities import element_with_waste, order_step


class JobFacts:
    """What the lists of a job's pours rest on, read once for all of them."""

    def __init__(self, job: Job, pours: Iterable[Pour], plan: JobPlan, job_trust: JobTrust) -> None:
        self.job, self.plan, self.job_trust = job, plan, job_trust
        self.now = timezone.now().timestamp()
        self.pours = list(pours)
        parts = [part for pour in self.pours for part in pour.parts.all()]
        floors = {part.floor_id for part in parts if part.floor_id}
        elements = {part.element_id for part in parts if part.element_id}
        elements |= {
            element.pk
            for element in plan.elements.values()
            if kind_of(element.kind).goes_with_floor and floor_under(element) in floors
        }
        stone, own = stone_of(floors), parts_of(elements)
        self.stone, _ = pegs_of(stone, plan, job_trust, shown=())
        self.pegs, self.aims = pegs_of(own, plan, job_trust, shown=())
        self.histories = {**histories(stone, job_trust), **histories(own, job_trust)}
        self.proofs = Proofs(job, job_trust)
        self.proofs.prove(self.histories.values())
        self.answers: dict[UUID, dict[str, PourAnswer]] = defaultdict(dict)
        for answer in (
            PourAnswer.objects.filter(pour__in=self.pours)
            .select_related("taken_by")
            .order_by("taken_at", "recorded_at")
        ):
            self.answers[answer.pour_id][answer.question] = answer
        self.lifted: dict[UUID, list[LiftedHold]] = defaultdict(list)
        lifted = LiftedHold.objects.filter(pour__in=self.pours).select_related("taken_by")
        moved = {pour.pk: pour.moved_at for pour in self.pours if pour.moved_at}
        for one in lifted.order_by("taken_at", "recorded_at"):
            if one.pour_id not in moved or one.recorded_at > moved[one.pour_id]:
                self.lifted[one.pour_id].append(one)
        self.notices = latest_notices(floors)

    @cached_property
    def carriers(self) -> Carriers:
        """What heights of the job were carried over."""
        return Carriers(self.job, self.job_trust, self.proofs)

    @cached_property
    def records(self) -> dict[UUID, InstrumentRecord]:
        """All that the trust in each instrument of the job's set-ups rests on."""
        used = {one.instrument_id: one.instrument for one in self.job_trust.lines.set_ups}
        checks = checks_of(used)
        knocks: dict[UUID, list[InstrumentKnock]] = defaultdict(list)
        for knock in InstrumentKnock.objects.filter(instrument__in=list(used)):
            knocks[knock.instrument_id].append(knock)
        return {pk: record_of(one, checks[pk], knocks[pk]) for pk, one in used.items()}

    @cached_property
    def findings(self) -> Findings:
        """What was found in the holes of the job's piers."""
        return findings_of(self.job.pk)

    def shots(self, point: Point) -> Shots:
        """Return the readings of a point as the core judges them."""
        history = self.histories.get(point.pk, History())
        before = None if history.before is None or history.before.in_doubt else history.before
        return Shots(
            self._shot(point, history.fine, Setting.FINE),
            self._shot(point, before, Setting.FINE),
            self._shot(point, history.rough_since, Setting.COARSE),
        )

    def _shot(self, point: Point, read: Read | None, setting: Setting) -> ShotFact | None:
        if read is None:
            return None
        sighting = self.job_trust.lines.sighting(read.set_up)
        return ShotFact(
            elevation=sighting.line.elevation(read.seen),
            half_width=sighting.sure(read.seen, point.spot, setting).half_width,
            step=sighting.step,
            is_doubted=read.in_doubt,
            is_proven=self.proofs.is_proven(read.set_up, read.moment),
            moment=read.moment.earliest,
            set_up=sighting.number,
            instrument=str(self.job_trust.by_id[read.set_up].set_up.instrument_id),
        )


def facts_of(pour: Pour, began_at: datetime | None = None) -> Facts:
    """Return the facts of one pour, as of now, or of when it began."""
    job = pour.job
    read = JobFacts(job, [pour], JobPlan(job), JobTrust(job))
    if began_at is not None:
        read.now = began_at.timestamp()
    return Facts(pour, read, read.now if began_at else pour.pours_at.timestamp())


def floor_under(element: Element) -> UUID | None:
    """Return the floor an element's outline or level is taken from."""
    outline = element.typed.get("outline_of")
    key: UUID | None = UUID(outline) if outline else element.reference_floor_id
    return key


class Facts:
    """A pour with everything its list is worked out from."""

    def __init__(self, pour: Pour, job: JobFacts, pours_at: float) -> None:
        self.pours_at = pours_at
        self.pour, self.job, self.plan, self.aims = pour, job, job.plan, job.aims
        parts = list(pour.parts.all())
        self.floors: list[UUID] = [part.floor_id for part in parts if part.floor_id]
        self.elements: list[UUID] = [part.element_id for part in parts if part.element_id]
        self.lifted = job.lifted[pour.pk]

    @property
    def unit(self) -> str:
        """The unit concrete is ordered in."""
        return volume_unit_text(self.plan.style)

    @property
    def needed(self) -> float | None:
        """The concrete to order, in its unit; None while a part of it is not known."""
        return needed_of(self.gathered)

    def lines(self) -> tuple[CheckLine, ...]:
        """Return the list of section 12, as the core judges it."""
        return lines_of(self.gathered)

    def counts(self, own: OwnPegs, tasks: Sequence[Task]) -> PegCounts:
        """Return how many points of some tasks are in each state, as the crew counts."""
        return counts_of(own.of(tasks), strictly=self.job.job.crew.strict_calls)

    @cached_property
    def gathered(self) -> PourFacts:
        """All of it, as one frozen record."""
        job, style = self.job.job, self.plan.style
        return PourFacts(
            now=self.job.now,
            pours_at=self.pours_at,
            style=style,
            unit=self.unit,
            cubic_metres=volume_unit(style),
            order_step=self._order_step(),
            strictly=job.crew.strict_calls,
            reread_minutes=job.reread_minutes,
            reread_tolerance=reread_tolerance_of(job),
            fresh_hours=job.fresh_hours,
            floors=tuple(self._floor(pk) for pk in self.floors),
            elements=tuple(self._element(pk) for pk in self._in_reach()),
            instruments=tuple(self.instruments.values()),
            set_ups=self.set_ups,
            carried=tuple(self.used.carried),
            answers=tuple(
                (key, _answer(one)) for key, one in self.job.answers[self.pour.pk].items()
            ),
        )

    def _order_step(self) -> float:
        """Return what concrete is sold by: the largest step that one of the floors asks for."""
        steps = [float(self.plan.floors[pk].order_step) for pk in self.floors]
        return max(steps, default=order_step(self.plan.style))

    def _in_reach(self) -> list[UUID]:
        """Return the elements that are poured, and those that follow a floor that is."""
        following = [
            pk
            for pk, element in self.plan.elements.items()
            if kind_of(element.kind).goes_with_floor and floor_under(element) in self.floors
        ]
        return list(dict.fromkeys([*self.elements, *following]))

    @cached_property
    def used(self) -> Used:
        """The set-ups that carried the heights of the pour, and what they stand on."""
        owns = [
            *(self.job.stone.get(pk, OwnPegs()) for pk in self.floors),
            *(self._own(pk) for pk in self._in_reach()),
        ]
        points = [point.pk for own in owns for point in own.points]
        histories = self.job.histories
        return self.job.carriers.used_by(histories[pk] for pk in points if pk in histories)

    @cached_property
    def set_ups(self) -> tuple[SetUpFact, ...]:
        """The set-ups in use, and those their instruments stand at now."""
        return self.job.carriers.set_ups(self.used)

    @cached_property
    def last_good(self) -> SetUpTrust | None:
        """The set-up whose benchmark was found good last, of those; None where none stands."""
        trust = [set_up for set_up in self.set_ups if set_up.doubt.stands]
        last = max(trust, key=lambda set_up: set_up.good_at(self.job.now), default=None)
        return self.job.job_trust.by_id[UUID(last.key)] if last else None

    @cached_property
    def instruments(self) -> dict[UUID, InstrumentFact]:
        """The instruments that carried heights in use, by their key, in the order of names."""
        job_trust, read_at = self.job.job_trust.by_id, dict[UUID, list[float]]()
        for key, moments in self.used.read_at.items():
            read_at.setdefault(job_trust[key].set_up.instrument_id, []).extend(moments)
        last = self.last_good
        stands = last.set_up.instrument_id if last and not last.has_ended else None
        names = {
            trust.set_up.instrument_id: trust.set_up.instrument.name for trust in job_trust.values()
        }
        return {
            pk: InstrumentFact(
                str(pk), names[pk], self.job.records[pk], tuple(sorted(moments)), pk == stands
            )
            for pk, moments in sorted(read_at.items(), key=lambda item: names[item[0]])
        }

    def _floor(self, floor_id: UUID) -> FloorFact:
        floor, own = self.plan.floors[floor_id], self.job.stone.get(floor_id, OwnPegs())
        over = self.plan.surfaces(floor_id).over
        taken = take_off(floor, self.plan.surfaces(floor_id), own.found, self.plan.style)[0]
        elevations = {one.point.pk: one.elevation for one in own.found}
        stone = tuple(
            StoneFact(
                fact,
                over(point.place).thickness_over(elevations[point.pk])
                if point.pk in elevations
                else None,
                floor.least_thickness,
            )
            for point, fact in point_facts(own, self.aims, self.job.shots)
        )
        return FloorFact(
            key=str(floor_id),
            name=floor.name,
            stone=stone,
            concrete=with_waste(taken["volume"]["value"], float(floor.waste)) if taken else None,
            extra=taken["extra"]["value"] if taken else 0.0,
            extra_text=taken["extra"]["text"] if taken else "",
            asks_for_shots=(taken["waits"] or taken["asks_for_shots"]) if taken else "",
            notice=self._notice(floor_id, own, taken),
        )

    def _notice(self, floor_id: UUID, own: OwnPegs, taken: TakeOff | None) -> NoticeFact | None:
        notice = self.job.notices.get(floor_id)
        if notice is None or taken is None:
            return None
        if taken["waits"]:
            return NoticeFact(is_acknowledged=False, why=taken["waits"])
        state, why = standing_of(notice, content_now(notice, self.plan, own, taken))
        return NoticeFact(state is NoticeState.ACKNOWLEDGED, why)

    def _element(self, element_id: UUID) -> ElementFact:
        element, own = self.plan.elements[element_id], self._own(element_id)
        is_poured, floor = element_id in self.elements, floor_under(element)
        is_cast = is_poured or kind_of(element.kind).cast_with_floor
        fact = element_fact(element, own, self.aims, self.job.findings, self.job.shots)
        return replace(
            fact,
            is_poured=is_poured,
            floor=None if floor is None else str(floor),
            concrete=element_with_waste(self.aims, element_id, own) if is_cast else 0.0,
        )

    def _own(self, element_id: UUID) -> OwnPegs:
        return self.job.pegs.get(element_id, OwnPegs())


def _answer(answer: PourAnswer) -> AnswerFact:
    return AnswerFact(
        key=str(answer.pk),
        answer=answer.answer,
        is_good=answer.is_good,
        by=answer.taken_by.shown_name,
        unit=answer.unit,
        accepted=accepted_of(answer.accepted),
    )
