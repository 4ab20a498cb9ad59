"""What a pour's go / hold list rests on, gathered in a fixed number of queries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from datetime import timedelta
from functools import cached_property
from uuid import UUID

from core.elements import PierRow
from core.pours import (
    CheckLine,
    Question,
    Tally,
    concrete_line,
    counted_line,
    listed,
    points_line,
    stone_line,
)
from core.tasks import SURFACES, Task
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.standing import JobStandings
from server.gear.check_sheets import Site
from server.gear.sheets import InstrumentSheet, instrument_sheets
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.pour.models import Asked, LiftedHold, Pour, PourAnswer
from server.pour.services.notices import (
    NoticeState,
    latest_notices,
    numbers_now,
    standing_of,
)
from server.pour.services.take_off import TakeOff, take_off
from server.shown import Shown, volume_unit_text
from server.stages.piers import Findings, findings_of
from server.stages.quantities import element_concrete
from server.stages.stage_sheet import over_dug, unanswered

NOTHING = 0.005
SET_BEFORE_A_POUR = (Task.FORM, Task.COURSE, Task.PIER_TOP, Task.SCREED)


class JobFacts:
    """What the lists of a job's pours rest on, read once for all of them."""

    def __init__(
        self, job: Job, pours: Iterable[Pour], plan: JobPlan, standings: JobStandings
    ) -> None:
        self.job, self.plan, self.standings = job, plan, standings
        self.pours = list(pours)
        parts = [part for pour in self.pours for part in pour.parts.all()]
        floors = {part.floor_id for part in parts if part.floor_id}
        elements = {part.element_id for part in parts if part.element_id}
        self.stone, _ = pegs_of(stone_of(floors), plan, standings)
        self.pegs, self.aims = pegs_of({"element__in": list(elements)}, plan, standings)
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
    def instruments(self) -> list[InstrumentSheet]:
        """The crew's instruments and where they stand with their checks."""
        return instrument_sheets(self.job.crew_id, Site(self.plan.style, None))

    @cached_property
    def findings(self) -> Findings:
        """What was found in the holes of the job's piers."""
        return findings_of(self.job.pk)


def facts_of(pour: Pour) -> Facts:
    """Return the facts of one pour."""
    job = pour.job
    return Facts(pour, JobFacts(job, [pour], JobPlan(job), JobStandings(job)))


class Facts:
    """A pour with everything its list is worked out from."""

    def __init__(self, pour: Pour, job: JobFacts) -> None:
        self.pour, self.job, self.plan = pour, job, job.plan
        parts = list(pour.parts.all())
        self.floors: list[UUID] = [part.floor_id for part in parts if part.floor_id]
        self.elements: list[UUID] = [part.element_id for part in parts if part.element_id]
        self.stone, self.pegs, self.aims = job.stone, job.pegs, job.aims
        self.answers, self.lifted = job.answers[pour.pk], job.lifted[pour.pk]

    @property
    def unit(self) -> str:
        """The unit concrete is ordered in."""
        return volume_unit_text(self.plan.style)

    def lines(self) -> tuple[CheckLine, ...]:
        """Return the list of section 12, in its order."""
        return (
            self._instrument(),
            self._benchmark(),
            self._doubt(),
            points_line(self._tallies()),
            stone_line([self._tally("Stone", self._stone_counts(pk)) for pk in self.floors]),
            counted_line(Question.THIN, self._thin(), "No spot is thinner than allowed."),
            concrete_line(self.needed, self._ordered(), self.unit),
            self._extra(),
            counted_line(Question.OVER_DIG, self._over_dug(), "No footing is over-dug."),
            counted_line(Question.DEPTHS, self._depths(), "Every hole is answered for."),
            self._answered(Question.INSPECTION, Asked.INSPECTION, "No inspection is recorded."),
            self._answered(
                Question.STRIP, Asked.STRIP, "Nobody said whether the isolation strip is on hand."
            ),
        )

    def _instrument(self) -> CheckLine:
        used = {set_up.instrument_id for set_up in self.job.standings.lines.set_ups}
        wrong = [
            f"{one['name']}: {one['trust']['text']}."
            for one in self.job.instruments
            if UUID(one["id"]) in used and not one["trust"]["state"].is_trusted
        ]
        if not used:
            wrong = ["No instrument was set up."]
        return counted_line(Question.INSTRUMENT, wrong, "Every check is in date.")

    def _benchmark(self) -> CheckLine:
        latest = list(self.job.standings.by_id.values())[-1:]
        minutes = self.job.job.reread_minutes
        limit = self.pour.pours_at - timedelta(minutes=minutes)
        wrong = []
        if not latest:
            wrong = ["No benchmark was read."]
        elif not latest[0].stands:
            wrong = [f"Set-up {latest[0].set_up.number} is in doubt. {latest[0].why}"]
        elif latest[0].good_at < limit:
            wrong = [f"Read it again within {minutes} minutes before the pour."]
        return counted_line(Question.BENCHMARK, wrong, "Read within its limit, and good.")

    def _doubt(self) -> CheckLine:
        doubted = sum(
            counts["in_doubt"]
            for counts in [
                *(self._stone_counts(pk) for pk in self.floors),
                *(self.counts(own, tuple(Task)) for own in map(self._own, self.elements)),
            ]
        )
        wrong = [f"{doubted} readings are in doubt."] if doubted else []
        return counted_line(Question.DOUBT, wrong, "No reading in use is in doubt.")

    def counts(self, own: OwnPegs, tasks: Sequence[Task]) -> PegCounts:
        """Return how many points of some tasks are in each state, as the crew counts."""
        return counts_of(own.of(tasks), strictly=self.job.job.crew.strict_calls)

    def _stone_counts(self, floor: UUID) -> PegCounts:
        return self.counts(self.stone.get(floor, OwnPegs()), [Task.STONE])

    @staticmethod
    def _tally(what: str, counts: PegCounts) -> Tally:
        shot = counts["points"] - counts["not_shot"] - counts["in_doubt"]
        return Tally(what, counts["points"], shot, counts["counted_on"])

    def _tallies(self) -> list[Tally]:
        return [
            self._tally(
                f"{self.plan.elements[pk].name}, {SURFACES[task]}",
                self.counts(self._own(pk), [task]),
            )
            for pk in self.elements
            for task in SET_BEFORE_A_POUR
        ]

    def _thin(self) -> list[str]:
        return [
            f"{self.plan.floors[pk].name}, {peg['name']}: {_thickness(peg['shot']['thickness'])}."
            for pk in self.floors
            for peg in self.stone.get(pk, OwnPegs()).of([Task.STONE])
            if peg["shot"] and peg["shot"]["is_thin"] and peg["shot"]["thickness"]
        ]

    @cached_property
    def take_offs(self) -> dict[UUID, TakeOff | None]:
        """The take-off of each floor, None where its shots make none yet."""
        return {
            pk: take_off(
                self.plan.floors[pk],
                self.plan.surfaces(pk),
                self.stone.get(pk, OwnPegs()).found,
                self.plan.style,
            )[0]
            for pk in self.floors
        }

    @cached_property
    def needed(self) -> float | None:
        """The concrete to order, in its unit; None while a part of it is not known."""
        total = 0.0
        for taken in self.take_offs.values():
            if taken is None:
                return None
            total += taken["order"]["value"]
        for pk in self.elements:
            volume = self._concrete(pk)
            if volume is None:
                return None
            total += volume
        return total

    def _concrete(self, element_id: UUID) -> float | None:
        return element_concrete(self.aims, element_id, self._own(element_id))

    def _ordered(self) -> float | None:
        answer = self.answers.get(Asked.ORDERED)
        return None if answer is None else float(answer.answer)

    @cached_property
    def extra(self) -> str:
        """The concrete over the nominal, floor by floor, as it is told; empty where none is."""
        over = [
            f"{self.plan.floors[pk].name}: {one['extra']['text']}"
            for pk, one in self.take_offs.items()
            if one and one["extra"]["value"] > NOTHING
        ]
        return listed(over, "; ")

    @cached_property
    def notices(self) -> dict[UUID, tuple[NoticeState | None, str]]:
        """Where the customer's word stands for each floor with extra concrete."""
        return {
            pk: self._noticed(pk, one)
            for pk, one in self.take_offs.items()
            if one and one["extra"]["value"] > NOTHING
        }

    def _noticed(self, floor_id: UUID, taken: TakeOff) -> tuple[NoticeState | None, str]:
        notice = self.job.notices.get(floor_id)
        if notice is None:
            return None, "Nobody acknowledged it."
        own = self.stone.get(floor_id, OwnPegs())
        return standing_of(notice, numbers_now(notice, self.plan, own, taken))

    def _extra(self) -> CheckLine:
        """The customer acknowledged the extra: floor by floor on a notice, or all by name."""
        if not self.extra:
            return CheckLine(Question.EXTRA, is_go=True, reason="No more than the nominal.")
        answer = self.answers.get(Asked.EXTRA)
        if answer is not None and answer.is_good and answer.given_for == self.extra:
            why = f"{self.extra} than the nominal, acknowledged by {answer.answer}."
            return CheckLine(Question.EXTRA, is_go=True, reason=why)
        said = dict.fromkeys(why for _, why in self.notices.values())
        if answer is not None and answer.is_good and answer.given_for != self.extra:
            said[f"{answer.answer} was told otherwise: {answer.given_for or 'no extra'}."] = None
        agreed = all(state is NoticeState.ACKNOWLEDGED for state, _ in self.notices.values())
        why = f"{self.extra} than the nominal. {' '.join(said)}"
        return CheckLine(Question.EXTRA, is_go=agreed, reason=why)

    def _over_dug(self) -> list[str]:
        return [
            f"{hold['what']}."
            for pk in self.elements
            for hold in over_dug(self.plan.elements[pk], self._own(pk))
        ]

    def _depths(self) -> list[str]:
        piers = [pk for pk in self.elements if isinstance(self.plan.element(pk), PierRow)]
        findings = self.job.findings if piers else {}
        return [
            f"{hold['what']}."
            for pk in piers
            for hold in unanswered(self.plan.elements[pk], self.aims, self._own(pk), findings)
        ]

    def _own(self, element_id: UUID) -> OwnPegs:
        return self.pegs.get(element_id, OwnPegs())

    def _answered(self, question: Question, asked: Asked, none: str) -> CheckLine:
        answer = self.answers.get(asked)
        if answer is None:
            return CheckLine(question, is_go=False, reason=none)
        said = f"{answer.answer}, said {answer.taken_by.shown_name}."
        return CheckLine(question, is_go=answer.is_good, reason=said)


def _thickness(shown: Shown) -> str:
    """Say a thickness; one below nothing is stone that stands above the slab."""
    if not shown["metres"].startswith("-"):
        return shown["text"]
    return f"the stone is {shown['text'].removeprefix('-')} above the top of slab"
