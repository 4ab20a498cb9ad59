"""A site that may be poured, as facts, and what changes one of them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from itertools import count

from core.design import FrostCover
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
    AcceptedFault,
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


def shot(
    off: float | str = 0, width: float = 0.001, doubted: bool = False, hours_ago: float = 0.5
) -> ShotFact:
    """Return a reading so many inches above its target, from set-up 3 with the laser."""
    return ShotFact(
        TARGET + inches(off),
        width,
        Length.from_inches("0.0625"),
        doubted,
        moment=NOW - hours_ago * HOUR,
        set_up=3,
        instrument="laser",
    )


numbers = count()


def point(task: Task, off: float | str | None = 0, name: str = "1") -> PointFact:
    """Return a point so many inches above its target, or not shot for None."""
    hole = Tolerance.at_least_so_deep() if task is Task.HOLE else Tolerance.either_way(QUARTER)
    key = f"{task} {next(numbers)}"
    return PointFact(key, name, task, TARGET, hole, None if off is None else shot(off))


def stone(
    off: float | str | None = 0, thick: float | str = 5, least: str = "4.5", name: str = "1"
) -> StoneFact:
    """Return a point of the stone."""
    return StoneFact(point(Task.STONE, off, name), inches(thick), inches(least))


def checked(days_ago: float, gap: float = 0.0002, axes: frozenset[Axis] = BOTH_AXES) -> MadeCheck:
    """Return a face-about over 20 m; a gap of 0.2 mm is within its specification."""
    return MadeCheck(NOW - days_ago * DAY, face_about(20.0, gap, 0.0005), axes)


def laser(
    *checks: MadeCheck, knocks: tuple[float, ...] = (), away: tuple[float, ...] = ()
) -> InstrumentFact:
    """Return a rotary laser with its checks, that stands there and was read half an hour ago."""
    record = InstrumentRecord(InstrumentKind.ROTARY_LASER, 0.0001, checks, knocks, away)
    return InstrumentFact("laser", "Laser", record, (NOW - HOUR / 2,), is_standing=True)


def said(answer: str, is_good: bool = True, accepted: tuple[AcceptedFault, ...] = ()) -> AnswerFact:
    """Return what somebody said, of the faults that were shown."""
    return AnswerFact(f"answer {answer}", answer, is_good, "Ines", accepted=accepted)


def ordered(answer: str, is_good: bool = True, unit: str = "yd³") -> AnswerFact:
    """Return what somebody said is ordered, in the unit the job was in then."""
    return replace(said(answer, is_good), unit=unit)


FLOOR = FloorFact("f", "Bay", (stone(), stone(0.125, name="2")), concrete=4.0)
FORM = ElementFact("forms", "Forms", (point(Task.FORM), point(Task.FORM)), floor="f")
FROST = FrostCover(TARGET + inches(50), inches(42))
FOOTING = ElementFact(
    "footing",
    "Footing",
    (point(Task.FOOTING_BOTTOM), point(Task.FORM)),
    concrete=1.0,
    frost=FROST,
)
PAD = ElementFact(
    "pad",
    "Pad",
    (point(Task.FOOTING_BOTTOM), point(Task.FORM)),
    concrete=0.5,
    frost=FROST,
)
HOLE = HoleFact(
    point(Task.GROUND), point(Task.HOLE, -1, name="3"), Bearing.UNDISTURBED_SOIL, is_cleaned=True
)
PIERS = ElementFact(
    "row",
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
    cubic_metres=0.764554857984,
    order_step=0.25,
    strictly=False,
    reread_minutes=60,
    reread_tolerance=inches("0.125"),
    floors=(FLOOR,),
    elements=(FORM, FOOTING, PAD, PIERS),
    instruments=(laser(checked(1)),),
    set_ups=(SetUpFact("third", 3, SOUND, (NOW - HOUR / 4,)),),
    answers=(
        ("ordered", ordered("6")),
        ("inspection", said("passed")),
        ("strip", said("on hand")),
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
    *checks: MadeCheck, knocks: tuple[float, ...] = (), away: tuple[float, ...] = ()
) -> Callable[[PourFacts], PourFacts]:
    """Change what is known of the laser."""
    return lambda site: replace(site, instruments=(laser(*checks, knocks=knocks, away=away),))


def with_set_up(**changed: object) -> Callable[[PourFacts], PourFacts]:
    """Change the only set-up."""
    return lambda site: replace(site, set_ups=(replace(site.set_ups[0], **changed),))  # type: ignore[arg-type]


def with_shots(task: Task, **changed: object) -> Callable[[PointFact], PointFact]:
    """Return what changes the reading of every point of a task."""

    def change(one: PointFact) -> PointFact:
        if one.task is not task or one.shot is None:
            return one
        return replace(one, shot=replace(one.shot, **changed))  # type: ignore[arg-type]

    return change


def with_points(change: Callable[[PointFact], PointFact]) -> Callable[[PourFacts], PourFacts]:
    """Change every point of the site, holes and stone among them."""

    def changed(site: PourFacts) -> PourFacts:
        return replace(
            site,
            elements=tuple(
                replace(
                    element,
                    points=tuple(change(one) for one in element.points),
                    holes=tuple(
                        replace(
                            hole,
                            bottom=change(hole.bottom),
                            ground=None if hole.ground is None else change(hole.ground),
                        )
                        for hole in element.holes
                    ),
                )
                for element in site.elements
            ),
            floors=tuple(
                replace(
                    floor,
                    stone=tuple(replace(one, point=change(one.point)) for one in floor.stone),
                )
                for floor in site.floors
            ),
        )

    return changed


def with_answer(key: str, answer: AnswerFact | None) -> Callable[[PourFacts], PourFacts]:
    """Change an answer, or take it away."""

    def change(site: PourFacts) -> PourFacts:
        others = tuple(one for one in site.answers if one[0] != key)
        return replace(site, answers=(*others, (key, answer)) if answer else others)

    return change


def bottoms(*offs: float | str | None, task: Task = Task.FOOTING_BOTTOM) -> tuple[PointFact, ...]:
    """Return points of a task."""
    return tuple(point(task, off, name=str(n)) for n, off in enumerate(offs, start=1))
