"""What a pour's go / hold list rests on, gathered in a fixed number of queries."""

from __future__ import annotations

from collections.abc import Sequence
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
    points_line,
    stone_line,
)
from core.tasks import SURFACES, Task
from server.fieldbook.aims import Aims
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.standing import JobStandings
from server.gear.check_sheets import Site
from server.gear.sheets import instrument_sheets
from server.gear.trust import TRUSTED
from server.jobs.plan.job_plan import JobPlan
from server.pour.models import Asked, Pour, PourAnswer
from server.pour.services.take_off import TakeOff, take_off
from server.stages.piers import findings_of
from server.stages.quantities import element_concrete
from server.stages.stage_sheet import over_dug, unanswered

SET_BEFORE_A_POUR = (Task.FORM, Task.COURSE, Task.PIER_TOP, Task.SCREED)


class Facts:
    """A pour with everything its list is worked out from."""

    def __init__(self, pour: Pour) -> None:
        self.pour, job = pour, pour.job
        self.plan, self.standings = JobPlan(job), JobStandings(job)
        parts = list(pour.parts.all())
        self.floors: list[UUID] = [part.floor_id for part in parts if part.floor_id]
        self.elements: list[UUID] = [part.element_id for part in parts if part.element_id]
        self.stone, _ = pegs_of(stone_of(self.floors), self.plan, self.standings)
        self.pegs, self.aims = pegs_of({"element__in": self.elements}, self.plan, self.standings)
        self.answers: dict[str, PourAnswer] = {
            answer.question: answer
            for answer in pour.answers.select_related("taken_by").order_by(
                "taken_at", "recorded_at"
            )
        }

    @property
    def unit(self) -> str:
        """The unit concrete is ordered in."""
        return "m³" if self.plan.style.kind.is_metric else "yd³"

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
        used = {set_up.instrument_id for set_up in self.standings.lines.set_ups}
        sheets = instrument_sheets(self.pour.job.crew_id, Site(self.plan.style, None))
        wrong = [
            f"{one['name']}: {one['trust']['text']}."
            for one in sheets
            if UUID(one["id"]) in used and one["trust"]["state"] not in TRUSTED
        ]
        if not used:
            wrong = ["No instrument was set up."]
        return counted_line(Question.INSTRUMENT, wrong, "Every check is in date.")

    def _benchmark(self) -> CheckLine:
        latest = list(self.standings.by_id.values())[-1:]
        minutes = self.pour.job.reread_minutes
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
                *(self._counts(own, tuple(Task)) for own in self.pegs.values()),
            ]
        )
        wrong = [f"{doubted} readings are in doubt."] if doubted else []
        return counted_line(Question.DOUBT, wrong, "No reading in use is in doubt.")

    def _counts(self, own: OwnPegs, tasks: Sequence[Task]) -> PegCounts:
        return counts_of(own.of(tasks), strictly=self.pour.job.crew.strict_calls)

    def _stone_counts(self, floor: UUID) -> PegCounts:
        return self._counts(self.stone.get(floor, OwnPegs()), [Task.STONE])

    @staticmethod
    def _tally(what: str, counts: PegCounts) -> Tally:
        shot = counts["points"] - counts["not_shot"] - counts["in_doubt"]
        return Tally(what, counts["points"], shot, counts["counted_on"])

    def _tallies(self) -> list[Tally]:
        return [
            self._tally(
                f"{self.plan.elements[pk].name}, {SURFACES[task]}",
                self._counts(self.pegs.get(pk, OwnPegs()), [task]),
            )
            for pk in self.elements
            for task in SET_BEFORE_A_POUR
        ]

    def _thin(self) -> list[str]:
        return [
            f"{self.plan.floors[pk].name}, {peg['name']}: {peg['shot']['thickness']['text']}."
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
        own = self.pegs.get(element_id, OwnPegs())
        return element_concrete(self.aims, element_id, own)

    def _ordered(self) -> float | None:
        answer = self.answers.get(Asked.ORDERED)
        return None if answer is None else float(answer.answer)

    def _extra(self) -> CheckLine:
        extra = [one["extra"] for one in self.take_offs.values() if one]
        more = [amount for amount in extra if amount["value"] > 0.005]
        answer = self.answers.get(Asked.EXTRA)
        if not more:
            return CheckLine(Question.EXTRA, is_go=True, reason="No more than the nominal.")
        said = " and ".join(amount["text"] for amount in more)
        if answer is None or not answer.is_good:
            why = f"{said} than the nominal; nobody acknowledged it."
            return CheckLine(Question.EXTRA, is_go=False, reason=why)
        why = f"{said} than the nominal, acknowledged by {answer.answer}."
        return CheckLine(Question.EXTRA, is_go=True, reason=why)

    def _over_dug(self) -> list[str]:
        return [
            f"{hold['what']}."
            for pk in self.elements
            for hold in over_dug(self.plan.elements[pk], self.pegs.get(pk, OwnPegs()))
        ]

    def _depths(self) -> list[str]:
        aims: Aims = self.aims
        piers = [pk for pk in self.elements if isinstance(self.plan.element(pk), PierRow)]
        findings = findings_of(self.pour.job_id) if piers else {}
        return [
            f"{hold['what']}."
            for pk in piers
            for hold in unanswered(
                self.plan.elements[pk], aims, self.pegs.get(pk, OwnPegs()), findings
            )
        ]

    def _answered(self, question: Question, asked: Asked, none: str) -> CheckLine:
        answer = self.answers.get(asked)
        if answer is None:
            return CheckLine(question, is_go=False, reason=none)
        said = f"{answer.answer}, said {answer.taken_by.shown_name}."
        return CheckLine(question, is_go=answer.is_good, reason=said)
