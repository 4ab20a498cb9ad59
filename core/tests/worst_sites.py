"""Sites that must hold and sites that must go, each a change to one that is ready (section 12)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from core.design import FrostCover
from core.instruments import (
    InstrumentRecord,
)
from core.lengths import Length
from core.pours import (
    AcceptedFault,
    CarriedFact,
    ElementFact,
    Fault,
    InstrumentFact,
    PointFact,
    PourFacts,
    Question,
    lines_of,
)
from core.setups import SetUpRecord, doubt_of
from core.tasks import Task
from core.tests.pour_site import (
    DAY,
    EIGHTHS,
    FLOOR,
    FOOTING,
    FORM,
    HOUR,
    NOW,
    PAD,
    PIERS,
    POURS_AT,
    SITE,
    TARGET,
    checked,
    inches,
    laser,
    point,
    said,
    shot,
    with_answer,
    with_element,
    with_floor,
    with_hole,
    with_points,
    with_set_up,
    with_shots,
)

Change = Callable[[PourFacts], PourFacts]
Q = Question


def shot_at(hours_before: float, task: Task = Task.FORM) -> Change:
    """Change when every point of a task was read, in hours before the pour begins."""
    return with_points(with_shots(task, moment=POURS_AT - hours_before * HOUR))


def again(old: PointFact, moved: str = "0") -> PointFact:
    """Shoot a point again half an hour ago, so many inches higher than three weeks ago."""
    assert old.shot is not None
    before = replace(old.shot, moment=NOW - 21 * DAY)
    now = replace(shot(moved), moment=NOW - HOUR / 2)
    return replace(old, shot=now, before=before)


def of_forms(*points: PointFact) -> Change:
    """Change the forms' points."""
    return with_element(FORM, points=points)


def three_weeks_old(number: int) -> tuple[PointFact, ...]:
    """Return forms that were shot three weeks ago and are on."""
    old = shot(hours_ago=21 * 24)
    return tuple(replace(point(Task.FORM, name=str(n)), shot=old) for n in range(number))


def rough(one: PointFact, off: str, doubted: bool = False) -> PointFact:
    """Shoot a point roughly later, so many inches off its target."""
    return replace(one, rough=shot(off, 0.004, doubted))


def untrue_later(days_ago_of_failure: float) -> Change:
    """Find the laser 2 mm in 20 m out of true, adjust it, and pass it again today."""
    failed = checked(days_ago_of_failure, gap=0.08)
    record = laser(checked(1), failed, checked(0.001)).record
    return lambda site: replace(site, instruments=(replace(site.instruments[0], record=record),))


def another_laser(record: InstrumentRecord, hours_ago: float = 24 * 7, **more: bool) -> Change:
    """Add an instrument that carried a height so long ago."""
    one = InstrumentFact("rented", "Rented", record, (NOW - hours_ago * HOUR,), **more)
    return lambda site: replace(site, instruments=(*site.instruments, one))


RENTED = laser(checked(8)).record
SPARE = replace(SITE.set_ups[0], key="fourth", number=4, is_used=False)
KNOCKED = doubt_of(SetUpRecord(lost=("BM1",)), EIGHTHS)
NO_TARGET = replace(point(Task.FORM), target=None)
WALL_MARKS = tuple(point(Task.MARK, name=str(n)) for n in range(12))
ONE_OF_TWELVE = (point(Task.MARK, 6), *(replace(mark, shot=None) for mark in WALL_MARKS[1:]))
OTHERS_FORMS = replace(FORM, key="other", name="Other", floor=None)
WET = ElementFact(
    "pads", "Wet pads", (point(Task.SCREED, None),), is_poured=False, floor="f", is_wet=True
)
PINS = replace(WET, name="Pins", is_wet=False)
PILES = ElementFact("piles", "Piles", (point(Task.PIER_TOP),), concrete=0.0)
EIGHT_PADS = tuple(
    replace(PAD, key=f"pad {n}", name=f"Pad {n}", concrete=0.26 * 1.1) for n in range(8)
)
CARRIED = CarriedFact("tp1", "TP1", shot())


def only(*elements: ElementFact) -> Change:
    """Pour elements alone, no floor."""
    return lambda site: replace(site, floors=(), elements=elements)


def adding(*elements: ElementFact) -> Change:
    """Add elements."""
    return lambda site: replace(site, elements=(*site.elements, *elements))


def begun(hours_late: float) -> Change:
    """Let the planned hour be past."""
    return lambda site: replace(site, now=POURS_AT + hours_late * HOUR)


def carrying(**changed: bool) -> Change:
    """Carry a height over a turning point."""
    one = replace(CARRIED, shot=replace(CARRIED.shot, **changed))  # type: ignore[arg-type]
    return lambda site: replace(site, carried=(one,))


HOLDS: list[tuple[str, Question, str, Change]] = [
    ("a pour that starts 2 hours late", Q.BENCHMARK, "within 60 minutes", begun(2)),
    ("a pour that starts 72 hours late", Q.BENCHMARK, "within 60 minutes", begun(72)),
    (
        "forms from a set-up that was never read again, a newer one is good",
        Q.BENCHMARK,
        "Set-up 1: 4 readings since its benchmark was read",
        with_points(with_shots(Task.FORM, is_proven=False, set_up=1)),
    ),
    (
        "only a spare set-up was read within the limit, and it is in doubt",
        Q.BENCHMARK,
        "within 60 minutes",
        lambda s: replace(
            s,
            set_ups=(
                replace(s.set_ups[0], good_reads=(NOW - 5 * HOUR,)),
                replace(SPARE, good_reads=(NOW,), doubt=KNOCKED),
            ),
        ),
    ),
    (
        "no set-up in use",
        Q.BENCHMARK,
        "Nothing of this pour was read",
        lambda s: replace(s, set_ups=(SPARE,)),
    ),
    ("a turning point nobody proved", Q.BENCHMARK, "TP1", carrying(is_proven=False)),
    ("a kept benchmark in doubt", Q.DOUBT, "1 reading", carrying(is_doubted=True)),
    ("out of true afterward, passed again", Q.INSTRUMENT, "out of true", untrue_later(0.01)),
    (
        "and what it read is too close to call, in the plain school too",
        Q.POINTS,
        "2 off",
        lambda s: with_points(with_shots(Task.FORM, half_width=0.035))(untrue_later(0.01)(s)),
    ),
    (
        "and thin by U",
        Q.THIN,
        'Bay, 1: 5"',
        lambda s: with_points(with_shots(Task.STONE, half_width=0.035))(untrue_later(0.01)(s)),
    ),
    (
        "and too shallow by U",
        Q.DEPTHS,
        "short of the depth",
        lambda s: with_points(with_shots(Task.HOLE, half_width=0.035))(untrue_later(0.01)(s)),
    ),
    (
        "a laser that carried a turning point, never checked",
        Q.INSTRUMENT,
        "Rented: never checked",
        another_laser(laser().record),
    ),
    (
        "checked only after it was read",
        Q.INSTRUMENT,
        "Rented: never checked",
        another_laser(laser(checked(1)).record, hours_ago=48),
    ),
    (
        "due when it was read, checked since",
        Q.INSTRUMENT,
        "Rented: check is due",
        another_laser(laser(checked(20), checked(1)).record, hours_ago=48),
    ),
    (
        "a rented one that still stands",
        Q.INSTRUMENT,
        "due",
        another_laser(RENTED, is_standing=True),
    ),
    ("a point nothing says the height of", Q.POINTS, "how high it is to be", of_forms(NO_TARGET)),
    ("an element without points", Q.POINTS, "no point", with_element(FOOTING, points=())),
    ("a row without holes", Q.DEPTHS, "no holes", with_element(PIERS, holes=())),
    (
        "a pour of nothing",
        Q.POINTS,
        "Nothing is poured",
        lambda s: replace(s, floors=(), elements=()),
    ),
    (
        "on, then dug 6 in deeper and shot roughly so",
        Q.POINTS,
        '6" lower',
        with_element(FOOTING, points=(rough(FOOTING.points[0], "-6"), FOOTING.points[1])),
    ),
    (
        "a form kicked up, shot roughly so",
        Q.POINTS,
        '1" higher',
        of_forms(rough(FORM.points[0], "1"), FORM.points[1]),
    ),
    (
        "a hole that fell in, shot roughly so",
        Q.DEPTHS,
        "higher",
        with_hole(bottom=rough(PIERS.holes[0].bottom, "8")),
    ),
    (
        "stone heaped since, shot roughly so",
        Q.STONE,
        "higher",
        with_floor(stone=(replace(FLOOR.stone[0], point=rough(FLOOR.stone[0].point, "3")),)),
    ),
    (
        "one of twelve wall marks, 6 in off",
        Q.POINTS,
        "11 not shot, 1 off",
        of_forms(*ONE_OF_TWELVE),
    ),
    (
        "a floor with no forms of its own",
        Q.POINTS,
        "nothing of its own",
        lambda s: replace(s, elements=(OTHERS_FORMS,)),
    ),
    (
        "a floor that ends at wet pads",
        Q.POINTS,
        "nothing of its own",
        lambda s: replace(s, elements=(WET,)),
    ),
    ("fixed pins not shot", Q.POINTS, "Pins, the screed point: 1 not shot", adding(PINS)),
    ("forms shot three weeks ago", Q.AGE, "Forms, the top of the form", shot_at(21 * 24)),
    ("stone shot 25 hours ago", Q.AGE, "Bay, the stone", shot_at(25, Task.STONE)),
    (
        "two of many shot again",
        Q.AGE,
        "Shoot 3 points of it again",
        of_forms(*map(again, three_weeks_old(2)), *three_weeks_old(5)),
    ),
    (
        "three shot again and one moved",
        Q.AGE,
        '1/4" higher than when it was shot before',
        of_forms(
            *map(again, three_weeks_old(2)),
            again(three_weeks_old(1)[0], "0.25"),
            *three_weeks_old(5),
        ),
    ),
    (
        "bottoms over-dug deeper than it was answered for",
        Q.OVER_DIG,
        "point 1",
        lambda s: with_answer("over-dig", said("concrete", accepted=shown(deeper(-1)(s))))(
            deeper(-2)(s)
        ),
    ),
    (
        "a footing above the frost by U, for a strict crew",
        Q.DEPTHS,
        "frost depth",
        lambda s: replace(
            with_element(FOOTING, frost=FrostCover(TARGET + inches(42), inches(42)))(s),
            strictly=True,
        ),
    ),
]


def deeper(off: float) -> Change:
    """Dig the footing's bottom so many inches off."""
    return with_element(
        FOOTING, points=(replace(FOOTING.points[0], shot=shot(off)), FOOTING.points[1])
    )


def shown(site: PourFacts) -> tuple[AcceptedFault, ...]:
    """Return every fault of a site as a person was shown it."""
    return tuple(accepted(fault) for line in lines_of(site) for fault in line.faults)


def accepted(fault: Fault) -> AcceptedFault:
    """Return a fault as it is accepted."""
    return AcceptedFault(fault.identity, fault.amount, fault.give)


GOES: list[tuple[str, Change]] = [
    ("a pour that starts late, read again since", lambda s: with_set_up(
        good_reads=(POURS_AT + 1.5 * HOUR,))(begun(2)(s))),
    ("another crew's newer set-up, in doubt", lambda s: replace(
        s, set_ups=(*s.set_ups, replace(SPARE, doubt=KNOCKED)))),
    ("a rented laser that went back last week", another_laser(RENTED)),
    ("read before a check that passed", another_laser(laser(checked(9), checked(1)).record)),
    ("out of true after its next check had passed", another_laser(
        laser(checked(9), checked(3), checked(2, gap=0.08)).record)),
    ("a turning point that a run closed over", carrying()),
    ("a driven pile: no hole, no depth, no concrete", adding(PILES)),
    ("a rough reading that agrees", of_forms(rough(FORM.points[0], "0.2"), FORM.points[1])),
    ("a rough one in doubt", of_forms(rough(FORM.points[0], "3", doubted=True), FORM.points[1])),
    ("a hole dug deeper, roughly so", with_hole(bottom=rough(PIERS.holes[0].bottom, "-9"))),
    ("twelve wall marks, all on", of_forms(*WALL_MARKS)),
    ("wet pads before there is concrete", adding(WET)),
    ("forms shot 23 hours ago", shot_at(23)),
    ("three shot again and agreeing", of_forms(
        *map(again, three_weeks_old(3)), *three_weeks_old(5))),
    ("both of two shot again", of_forms(*map(again, three_weeks_old(2)))),
    ("moved once, and all of them shot since", of_forms(
        *(again(one, "0.2") for one in three_weeks_old(3)))),
    ("over-dug and filled with concrete", lambda s: with_answer(
        "over-dig", said("filled with concrete", accepted=shown(deeper(-2)(s))))(deeper(-2)(s))),
    ("a footing inside, no frost asked", with_element(FOOTING, frost=FrostCover(None, Length(0)))),
]  # fmt: skip
