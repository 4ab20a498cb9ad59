"""A site that may be poured, as facts, and what changes one of them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from core.instruments import (
    BOTH_AXES,
    Axis,
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
    face_about,
)
from core.lengths import Elevation, Length, Style
from core.piers import Bearing, HoleDepths
from core.pours import (
    AnswerFact,
    ElementFact,
    FloorFact,
    HoleFact,
    InstrumentFact,
    PointFact,
    PourFacts,
    Question,
    SetUpFact,
    ShotFact,
    StoneFact,
)
from core.setups import SetUpRecord, doubt_of
from core.tasks import Task
from core.verdicts import Tolerance

HOUR, DAY = 3600.0, 86_400.0
NOW, POURS_AT = 100 * DAY, 100 * DAY + HOUR / 2
EIGHTHS = Style.from_code("ft-in/8")
QUARTER = Length.from_inches("0.25")
TARGET = Elevation(10**10)
SOUND = doubt_of(SetUpRecord(), EIGHTHS)


def inches(number: float | str) -> Length:
    """Return a length of inches."""
    return Length.from_inches(str(number))


def shot(off: float | str = 0, width: float = 0.001, doubted: bool = False) -> ShotFact:
    """Return a reading so many inches above its target."""
    return ShotFact(TARGET + inches(off), width, Length.from_inches("0.0625"), doubted)


def point(task: Task, off: float | str | None = 0, name: str = "1") -> PointFact:
    """Return a point so many inches above its target, or not shot for None."""
    hole = Tolerance.at_least_so_deep() if task is Task.HOLE else Tolerance.either_way(QUARTER)
    return PointFact(name, task, TARGET, hole, None if off is None else shot(off))


def stone(off: float | str | None = 0, thick: float | str = 5, least: str = "4.5") -> StoneFact:
    """Return a point of the stone."""
    return StoneFact(point(Task.STONE, off), inches(thick), inches(least))


def checked(days_ago: float, gap: float = 0.0002, axes: frozenset[Axis] = BOTH_AXES) -> MadeCheck:
    """Return a face-about over 20 m; a gap of 0.2 mm is within its specification."""
    return MadeCheck(NOW - days_ago * DAY, face_about(20.0, gap, 0.0005), axes)


def laser(*checks: MadeCheck, knocks: tuple[float, ...] = ()) -> InstrumentFact:
    """Return a rotary laser with its checks."""
    record = InstrumentRecord(InstrumentKind.ROTARY_LASER, 0.0001, checks, knocks)
    return InstrumentFact("Laser", record)


def said(answer: str, is_good: bool = True, given_for: str = "") -> AnswerFact:
    """Return what somebody said."""
    return AnswerFact(answer, is_good, "Ines", given_for)


def ordered(answer: str, is_good: bool = True, unit: str = "yd³") -> AnswerFact:
    """Return what somebody said is ordered, in the unit the job was in then."""
    return said(answer, is_good, unit)


FLOOR = FloorFact("f", "Bay", (stone(), stone(0.125)), order=4.0)
FORM = ElementFact("Forms", (point(Task.FORM), point(Task.FORM)), floor="f")
FOOTING = ElementFact("Footing", (point(Task.FOOTING_BOTTOM), point(Task.FORM)), concrete=1.0)
PAD = replace(FOOTING, name="Pad", concrete=0.5)
HOLE = HoleFact(
    point(Task.GROUND), point(Task.HOLE, -1, name="3"), Bearing.UNDISTURBED_SOIL, is_cleaned=True
)
PIERS = ElementFact(
    "Row",
    (point(Task.PIER_TOP),),
    concrete=0.5,
    holes=(HOLE,),
    depths=HoleDepths(inches(12), inches(42)),
)
SITE = PourFacts(
    now=NOW,
    pours_at=POURS_AT,
    style=EIGHTHS,
    unit="yd³",
    strictly=False,
    reread_minutes=60,
    floors=(FLOOR,),
    elements=(FORM, FOOTING, PAD, PIERS),
    instruments=(laser(checked(1)),),
    latest=SetUpFact(3, "Laser", SOUND, NOW - HOUR / 4),
    answers=(
        ("ordered", ordered("6")),
        ("inspection", said("passed")),
        ("strip", said("on hand")),
        ("frost", said("below it")),
    ),
)

Trap = tuple[str, Callable[[PourFacts], PourFacts], Question, str]


def with_floor(**changed: object) -> Callable[[PourFacts], PourFacts]:
    """Change the floor."""
    return lambda site: replace(site, floors=(replace(FLOOR, **changed),))  # type: ignore[arg-type]


def with_element(element: ElementFact, **changed: object) -> Callable[[PourFacts], PourFacts]:
    """Change an element."""

    def change(site: PourFacts) -> PourFacts:
        own = replace(element, **changed)  # type: ignore[arg-type]
        return replace(site, elements=tuple(own if e is element else e for e in site.elements))

    return change


def with_hole(**changed: object) -> Callable[[PourFacts], PourFacts]:
    """Change the hole of the row of piers."""
    return with_element(PIERS, holes=(replace(HOLE, **changed),))  # type: ignore[arg-type]


def with_laser(
    *checks: MadeCheck, knocks: tuple[float, ...] = ()
) -> Callable[[PourFacts], PourFacts]:
    """Change what is known of the laser."""
    return lambda site: replace(site, instruments=(laser(*checks, knocks=knocks),))


def with_latest(**changed: object) -> Callable[[PourFacts], PourFacts]:
    """Change the set-up made last."""
    return lambda site: replace(site, latest=replace(site.latest, **changed))  # type: ignore[type-var]


def with_answer(key: str, answer: AnswerFact | None) -> Callable[[PourFacts], PourFacts]:
    """Change an answer, or take it away."""

    def change(site: PourFacts) -> PourFacts:
        others = tuple(one for one in site.answers if one[0] != key)
        return replace(site, answers=(*others, (key, answer)) if answer else others)

    return change


def bottoms(*offs: float | str | None, task: Task = Task.FOOTING_BOTTOM) -> tuple[PointFact, ...]:
    """Return points of a task."""
    return tuple(point(task, off, name=str(n)) for n, off in enumerate(offs, start=1))
