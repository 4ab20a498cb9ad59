"""A good pour, broken one fact after the other at random: its verdict never gets better."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from hypothesis import settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from core.pours import (
    AcceptedFault,
    ElementFact,
    PointFact,
    PourFacts,
    ShotFact,
    decide,
    lines_of,
)
from core.tests.pour_site import DAY, HOUR, SITE, checked, inches, with_points

POINTS = [point.key for point in SITE.points]
ELEMENTS = [element.key for element in SITE.elements]
ANSWERS = [asked for asked, _ in SITE.answers]


def at(key: str, change: Callable[[PointFact], PointFact]) -> Callable[[PourFacts], PourFacts]:
    """Change one point of a site, by its key."""
    return with_points(lambda point: change(point) if point.key == key else point)


def reading(change: Callable[[ShotFact], ShotFact]) -> Callable[[PointFact], PointFact]:
    """Change the reading of a point, where it has one."""
    return lambda point: point if point.shot is None else replace(point, shot=change(point.shot))


def farther_off(point: PointFact, more: str) -> PointFact:
    """Push a point's reading farther from its target, upward where it is on it; a bottom's or a
    hole's, too."""
    if point.shot is None or point.target is None or point.off is None:
        return point
    way = -1 if point.off.nanometres < 0 and point.verdict and point.verdict.lean != "on" else 1
    up = replace(point.shot, elevation=point.shot.elevation + inches(more) * way)
    return replace(point, shot=up)


def renamed(site: PourFacts) -> PourFacts:
    """Call everything otherwise, and show it in another style's words."""

    def element(one: ElementFact) -> ElementFact:
        return replace(one, name=f"{one.name} (new)")

    moved = with_points(lambda point: replace(point, name=f"{point.name}'"))(site)
    return replace(
        moved,
        elements=tuple(map(element, moved.elements)),
        floors=tuple(replace(floor, name=f"Slab {floor.name}") for floor in moved.floors),
        instruments=tuple(
            replace(instrument, name="The other name") for instrument in moved.instruments
        ),
    )


class BrokenPour(RuleBasedStateMachine):
    """What holds goes on holding whatever else breaks, and what was lifted lifts nothing else."""

    def __init__(self) -> None:
        super().__init__()
        self.site, self.lifted = SITE, tuple[AcceptedFault, ...]()
        self.held: set[object] = set()

    def holding(self) -> set[object]:
        """Return which lines hold now, those lifted left out."""
        return set(decide(lines_of(self.site), self.lifted).holds)

    def lines_held(self) -> set[object]:
        """Return which lines hold, whatever was lifted."""
        return set(decide(lines_of(self.site), ()).holds)

    def break_by(self, change: Callable[[PourFacts], PourFacts]) -> None:
        """Apply a change for the worse."""
        before = self.lines_held()
        self.site = change(self.site)
        assert before <= self.lines_held(), (before, self.lines_held())

    @rule(key=st.sampled_from(POINTS))
    def remove_a_reading(self, key: str) -> None:
        """One in doubt, or not proven, takes its own doubt along: that one is left."""

        def unread(point: PointFact) -> PointFact:
            is_sound = point.shot and point.shot.is_proven and not point.shot.is_doubted
            return replace(point, shot=None) if is_sound else point

        self.break_by(at(key, unread))

    @rule(key=st.sampled_from(POINTS))
    def doubt_a_reading(self, key: str) -> None:
        self.break_by(at(key, reading(lambda shot: replace(shot, is_doubted=True))))

    @rule(key=st.sampled_from(POINTS))
    def leave_a_reading_unproven(self, key: str) -> None:
        def unproven(shot: ShotFact) -> ShotFact:
            return replace(shot, is_proven=False)

        self.break_by(at(key, reading(unproven)))

    @rule(key=st.sampled_from(POINTS), more=st.sampled_from(["0.3", "3", "30"]))
    def push_a_point_off(self, key: str, more: str) -> None:
        self.site = at(key, lambda point: farther_off(point, more))(self.site)

    @rule(hours=st.sampled_from([1, 25, 500]))
    def let_readings_age(self, hours: int) -> None:
        def older(shot: ShotFact) -> ShotFact:
            return replace(shot, moment=shot.moment - hours * HOUR)

        self.site = with_points(reading(older))(self.site)

    @rule(hours=st.sampled_from([1, 3, 72]))
    def begin_late(self, hours: int) -> None:
        self.site = replace(self.site, now=self.site.begins + hours * HOUR)

    @rule(key=st.sampled_from(ELEMENTS))
    def take_the_points_away(self, key: str) -> None:
        self.site = replace(
            self.site,
            elements=tuple(
                replace(element, points=(), holes=()) if element.key == key else element
                for element in self.site.elements
            ),
        )
        assert self.lines_held(), "an element without points is judged by nobody"

    @rule(asked=st.sampled_from(ANSWERS))
    def take_an_answer_back(self, asked: str) -> None:
        answers = tuple(answer for answer in self.site.answers if answer[0] != asked)
        self.break_by(lambda site: replace(site, answers=answers))

    @rule(days=st.integers(0, 3))
    def find_the_laser_out_of_true(self, days: int) -> None:
        def untrue(site: PourFacts) -> PourFacts:
            one = site.instruments[0]
            bad = replace(checked(0, gap=0.08), made_at=site.now + days * DAY)
            record = replace(one.record, checks=(*one.record.checks, bad))
            return replace(site, instruments=(replace(one, record=record),))

        self.break_by(untrue)
        assert self.lines_held()

    @rule()
    def lift_all_that_is_shown(self) -> None:
        self.lifted += tuple(
            AcceptedFault(fault.identity, fault.amount, fault.give)
            for line in lines_of(self.site)
            for fault in line.faults
        )
        assert not self.holding()

    @rule()
    def rename_everything(self) -> None:
        lifted, held = self.holding(), self.lines_held()
        self.site = renamed(self.site)
        assert (self.holding(), self.lines_held()) == (lifted, held)

    @rule(key=st.sampled_from(POINTS), more=st.sampled_from(["0.5", "5"]))
    def worsen_what_was_lifted(self, key: str, more: str) -> None:
        """A point that is off and lifted holds again once it is farther off."""
        self.lift_all_that_is_shown()
        point = next((one for one in self.site.points if one.key == key), None)
        if point is None or point.sound is None or point.off is None:
            return
        faults = {fault.identity.about for line in lines_of(self.site) for fault in line.faults}
        if key in faults and point.sound.is_proven and not self.site.counts_as_on(point):
            self.site = at(key, lambda one: farther_off(one, more))(self.site)
            assert self.holding(), (key, more)

    @invariant()
    def what_holds_says_why(self) -> None:
        for line in lines_of(self.site):
            assert line.reason, line
            assert all(fault.says.endswith(".") for fault in line.faults), line.faults


BrokenPour.TestCase.settings = settings(max_examples=60, stateful_step_count=20, deadline=None)
TestBrokenPour = BrokenPour.TestCase
