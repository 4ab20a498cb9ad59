"""Gathers what a pour's go / hold list rests on; the core judges it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import replace
from functools import cached_property
from uuid import UUID

from django.utils import timezone

from core.pours import (
    AnswerFact,
    CheckLine,
    ElementFact,
    FloorFact,
    InstrumentFact,
    NoticeFact,
    PourFacts,
    Question,
    SetUpFact,
    StoneFact,
    extra_of,
    lines_of,
    needed_of,
)
from core.tasks import Task
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.standing import JobStandings
from server.gear.models import InstrumentKnock
from server.gear.trust import checks_of, record_of
from server.jobs.models import Element, Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind
from server.pour.models import LiftedHold, Pour, PourAnswer
from server.pour.services.notices import (
    NoticeState,
    latest_notices,
    numbers_now,
    standing_of,
)
from server.pour.services.take_off import TakeOff, take_off
from server.shown import volume_unit_text
from server.stages.facts import element_fact, point_facts
from server.stages.piers import Findings, findings_of
from server.stages.quantities import element_order

#: What follows a floor and says where its concrete ends.
ENDS_A_FLOOR = (ElementKind.FORM, ElementKind.SCREED, ElementKind.MARKS)


class JobFacts:
    """What the lists of a job's pours rest on, read once for all of them."""

    def __init__(
        self, job: Job, pours: Iterable[Pour], plan: JobPlan, standings: JobStandings
    ) -> None:
        self.job, self.plan, self.standings = job, plan, standings
        self.now = timezone.now().timestamp()
        self.pours = list(pours)
        parts = [part for pour in self.pours for part in pour.parts.all()]
        floors = {part.floor_id for part in parts if part.floor_id}
        elements = {part.element_id for part in parts if part.element_id}
        elements |= {
            element.pk
            for element in plan.elements.values()
            if element.kind in ENDS_A_FLOOR and floor_under(element) in floors
        }
        self.stone, _ = pegs_of(stone_of(floors), plan, standings, shown=())
        self.pegs, self.aims = pegs_of({"element__in": list(elements)}, plan, standings, shown=())
        self.answers: dict[UUID, dict[str, PourAnswer]] = defaultdict(dict)
        for answer in (
            PourAnswer.objects.filter(pour__in=self.pours)
            .select_related("taken_by")
            .order_by("taken_at", "recorded_at")
        ):
            self.answers[answer.pour_id][answer.question] = answer
        self.lifted: dict[UUID, dict[Question, LiftedHold]] = defaultdict(dict)
        lifted = LiftedHold.objects.filter(pour__in=self.pours).select_related("taken_by")
        moved = {pour.pk: pour.moved_at for pour in self.pours if pour.moved_at}
        for one in lifted.order_by("taken_at", "recorded_at"):
            if one.pour_id in moved and one.recorded_at <= moved[one.pour_id]:
                continue
            self.lifted[one.pour_id][Question(one.question)] = one
        self.notices = latest_notices(floors)

    @cached_property
    def instruments(self) -> dict[UUID, InstrumentFact]:
        """The instruments of the job's set-ups, each with all its trust rests on."""
        used = {one.instrument_id: one.instrument for one in self.standings.lines.set_ups}
        checks = checks_of(used)
        knocks: dict[UUID, list[InstrumentKnock]] = defaultdict(list)
        for knock in InstrumentKnock.objects.filter(instrument__in=list(used)):
            knocks[knock.instrument_id].append(knock)
        return {
            pk: InstrumentFact(one.name, record_of(one, checks[pk], knocks[pk]))
            for pk, one in used.items()
        }

    @cached_property
    def findings(self) -> Findings:
        """What was found in the holes of the job's piers."""
        return findings_of(self.job.pk)


def facts_of(pour: Pour) -> Facts:
    """Return the facts of one pour."""
    job = pour.job
    return Facts(pour, JobFacts(job, [pour], JobPlan(job), JobStandings(job)))


def floor_under(element: Element) -> UUID | None:
    """Return the floor an element's outline or level is taken from."""
    outline = element.typed.get("outline_of")
    key: UUID | None = UUID(outline) if outline else element.reference_floor_id
    return key


class Facts:
    """A pour with everything its list is worked out from."""

    def __init__(self, pour: Pour, job: JobFacts) -> None:
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

    @property
    def extra(self) -> str:
        """The concrete over the nominal, floor by floor, as it is told; empty where none is."""
        return extra_of(self.gathered)

    def lines(self) -> tuple[CheckLine, ...]:
        """Return the list of section 12, as the core judges it."""
        return lines_of(self.gathered)

    def counts(self, own: OwnPegs, tasks: Sequence[Task]) -> PegCounts:
        """Return how many points of some tasks are in each state, as the crew counts."""
        return counts_of(own.of(tasks), strictly=self.job.job.crew.strict_calls)

    @cached_property
    def gathered(self) -> PourFacts:
        """All of it, as one frozen record."""
        job = self.job.job
        return PourFacts(
            now=self.job.now,
            pours_at=self.pour.pours_at.timestamp(),
            style=self.plan.style,
            unit=self.unit,
            strictly=job.crew.strict_calls,
            reread_minutes=job.reread_minutes,
            floors=tuple(self._floor(pk) for pk in self.floors),
            elements=tuple(self._element(pk) for pk in self._in_reach()),
            instruments=tuple(self.instruments.values()),
            latest=self._latest(),
            answers=tuple(
                (key, _answer(one)) for key, one in self.job.answers[self.pour.pk].items()
            ),
        )

    def _in_reach(self) -> list[UUID]:
        """Return the elements that are poured, and those that end a floor that is."""
        ending = [
            pk
            for pk, element in self.plan.elements.items()
            if element.kind in ENDS_A_FLOOR and floor_under(element) in self.floors
        ]
        return list(dict.fromkeys([*self.elements, *ending]))

    def _latest(self) -> SetUpFact | None:
        standing = next(reversed(list(self.job.standings.by_id.values())), None)
        if standing is None:
            return None
        good_at = standing.good_at.timestamp()
        name = standing.set_up.instrument.name
        return SetUpFact(standing.set_up.number, name, standing.doubt, good_at)

    @cached_property
    def instruments(self) -> dict[UUID, InstrumentFact]:
        """The instruments that readings in use rest on, and the one that stands there."""
        own = [
            *(self.job.stone.get(pk, OwnPegs()) for pk in self.floors),
            *(self._own(pk) for pk in self._in_reach()),
        ]
        set_ups = {one.sighting.set_up for pegs in own for one in pegs.found}
        set_ups |= {set_up for pegs in own for set_up in pegs.doubted.values()}
        latest = self.job.standings.lines.set_ups[-1:]
        used = [self.job.standings.lines.set_up(key).instrument_id for key in set_ups]
        used += [set_up.instrument_id for set_up in latest]
        found = {pk: self.job.instruments[pk] for pk in used}
        return dict(sorted(found.items(), key=lambda one: one[1].name))

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
            for point, fact in point_facts(own, self.aims)
        )
        return FloorFact(
            key=str(floor_id),
            name=floor.name,
            stone=stone,
            order=taken["order"]["value"] if taken else None,
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
        state, why = standing_of(notice, numbers_now(notice, self.plan, own, taken))
        return NoticeFact(state is NoticeState.ACKNOWLEDGED, why)

    def _element(self, element_id: UUID) -> ElementFact:
        element, own = self.plan.elements[element_id], self._own(element_id)
        is_poured, floor = element_id in self.elements, floor_under(element)
        fact = element_fact(element, own, self.aims, self.job.findings)
        return replace(
            fact,
            is_poured=is_poured,
            floor=None if floor is None else str(floor),
            concrete=element_order(self.aims, element_id, own) if is_poured else 0.0,
        )

    def _own(self, element_id: UUID) -> OwnPegs:
        return self.job.pegs.get(element_id, OwnPegs())


def _answer(answer: PourAnswer) -> AnswerFact:
    by = answer.taken_by.shown_name
    return AnswerFact(answer.answer, answer.is_good, by, answer.given_for)
