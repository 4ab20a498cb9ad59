"""Whether the points of what is poured are shot and on: bottoms, forms, marks, stone (12)."""

from __future__ import annotations

from collections.abc import Iterator

from core.lengths import Length, Style, format_amount, format_length
from core.pours.decision import CheckLine, line_of
from core.pours.facts import BOTTOMS, ElementFact, FloorFact, PointFact, PourFacts, StoneFact
from core.pours.faults import Fault, FaultKind, Identity, Question, Side, not_accepted
from core.pours.trust_lines import contradicted
from core.tasks import SURFACES, VERBS, Task
from core.verdicts import Verdict

#: What follows a floor and says where its concrete ends.
EDGES_OF_A_FLOOR = (Task.FORM, Task.SCREED, Task.MARK)
#: What is set under and within a floor before it is poured.
SET_IN_A_FLOOR = (Task.LAYER, Task.STEEL, Task.EMBED, Task.RECESS)
SET_WITH_A_FLOOR = (*EDGES_OF_A_FLOOR, *SET_IN_A_FLOOR)
SET_BEFORE_A_POUR = (Task.FOOTING_BOTTOM, Task.COURSE, Task.PIER_TOP, *SET_WITH_A_FLOOR)


def points_line(facts: PourFacts) -> CheckLine:
    """Every bottom, form, mark, fixed screed point, pier, layer, mat and embed of what is poured
    is shot and on, and each floor has something of its own to end at. A bottom that is over-dug
    has its own line.
    """
    faults: list[Fault] = []
    summary: list[str] = []
    if not facts.floors and not facts.poured:
        faults.append(_fault(FaultKind.NOTHING_POURED, "", "Nothing is poured: add its parts."))
    for element in facts.in_scope:
        for task in SET_BEFORE_A_POUR if element.is_poured else SET_WITH_A_FLOOR:
            found, said = _wanting(facts, element, task)
            faults += found
            summary += said
    lacking = [fault for fault in map(_lacks_points, facts.poured) if fault is not None]
    ends = [fault for floor in facts.floors for fault in _ends_nowhere(facts, floor)]
    summary += [fault.says for fault in (*lacking, *ends)]
    whole = [*faults, *lacking, *ends]
    return line_of(Question.POINTS, whole, "All are shot and on.", summary or None)


def _fault(kind: FaultKind, about: str, says: str) -> Fault:
    return Fault(Identity(Question.POINTS, kind, about), says)


def _judged(element: ElementFact, task: Task) -> tuple[PointFact, ...]:
    """Return the points of a task that are judged before the pour: wet pads are struck in it."""
    return () if element.is_wet and task is Task.SCREED else element.of([task])


def _lacks_points(element: ElementFact) -> Fault | None:
    """Return that an element has nothing that could be judged, as nothing can't be on."""
    if element.is_wet or element.holes or element.of(SET_BEFORE_A_POUR):
        return None
    says = f"{element.name}: it has no point that could be shot. Look at its plan."
    return _fault(FaultKind.NO_POINTS, element.key, says)


def _ends_nowhere(facts: PourFacts, floor: FloorFact) -> Iterator[Fault]:
    """Yield that nothing laid out on a floor says where its concrete ends, if nothing does.

    Another floor's or element's forms end no floor. Whether its own are shot and on is asked
    point by point.
    """
    own = (element for element in facts.elements if element.floor == floor.key)
    if not any(_judged(element, task) for element in own for task in EDGES_OF_A_FLOOR):
        says = (
            f"{floor.name}: nothing of its own says where its concrete ends. Lay out forms, "
            "screed points or marks on it, and shoot them."
        )
        yield _fault(FaultKind.NO_EDGE, floor.key, says)


def _wanting(facts: PourFacts, element: ElementFact, task: Task) -> tuple[list[Fault], list[str]]:
    """Return the faults of an element's points of a task, and the sentences that sum them up."""
    where = f"{element.name}, {SURFACES[task]}"
    points = _judged(element, task)
    missing = [_not_shot(where, point) for point in points if point.sound is None]
    unplanned = [_no_target(where, point) for point in points if point.target is None]
    off = [_off(facts, where, point) for point in points if _is_off(facts, point)]
    rough = [
        fault for point in points for fault in contradicted(facts, Question.POINTS, where, point)
    ]
    counted = [f"{len(missing)} not shot"] if missing else []
    if off:
        words = "too high, not dug" if task in BOTTOMS else "off"
        counted.append(f"{len(off)} {words}")
    summary = [f"{where}: {', '.join(counted)}."] if counted else []
    summary += [fault.says for fault in (*unplanned, *rough)]
    return [*missing, *unplanned, *off, *rough], summary


def _not_shot(where: str, point: PointFact) -> Fault:
    return _fault(FaultKind.NOT_SHOT, point.key, f"{where}, point {point.name}: not shot.")


def _no_target(where: str, point: PointFact) -> Fault:
    says = f"{where}, point {point.name}: nothing says how high it is to be."
    return _fault(FaultKind.NO_TARGET, point.key, says)


def _is_off(facts: PourFacts, point: PointFact) -> bool:
    """Say whether a point that was shot is not on; a bottom below its target is over-dug."""
    verdict = point.verdict
    if verdict is None or facts.counts_as_on(point):
        return False
    return not (point.task in BOTTOMS and verdict.lean is Verdict.LOW)


def _off(facts: PourFacts, where: str, point: PointFact) -> Fault:
    shot, off, verdict = point.sound, point.off, point.verdict
    assert shot is not None
    assert off is not None
    assert verdict is not None
    side = Side.LOW if off.nanometres < 0 else Side.HIGH
    amount = format_amount(off, facts.style, shot.step)
    says = f"{where}, point {point.name}: {amount} {side}"
    if verdict.lean is Verdict.ON:
        says += ", too close to call"
        if facts.must_be_sure(point):
            says += ": its instrument was found out of true afterward"
    identity = Identity(Question.POINTS, FaultKind.OFF, point.key, side)
    return Fault(identity, f"{says}.", abs(float(off)), shot.half_width)


def stone_line(facts: PourFacts) -> CheckLine:
    """The stone is shot to its grid, in enough places to know what lies between them."""
    missing = [
        Fault(
            Identity(Question.STONE, FaultKind.NOT_SHOT, stone.point.key),
            f"{floor.name}, point {stone.point.name}: not shot.",
        )
        for floor in facts.floors
        for stone in floor.stone
        if stone.point.sound is None
    ]
    others = [
        Fault(Identity(Question.STONE, kind, floor.key), f"{floor.name}: {says}")
        for floor in facts.floors
        for kind, says, is_so in (
            (FaultKind.MORE_SHOTS, floor.asks_for_shots, bool(floor.asks_for_shots)),
            (FaultKind.NO_GRID, "no grid is laid out.", not floor.stone),
        )
        if is_so
    ]
    others += [
        fault
        for floor in facts.floors
        for stone in floor.stone
        for fault in contradicted(facts, Question.STONE, floor.name, stone.point)
    ]
    summary = [f"{len(missing)} points are not shot."] if missing else []
    summary += [fault.says for fault in others]
    return line_of(Question.STONE, [*missing, *others], "Shot to its grid.", summary)


def thin_line(facts: PourFacts) -> CheckLine:
    """No spot is thinner than allowed; a strict crew counts what U leaves too close to call."""
    faults = [
        fault
        for floor in facts.floors
        for stone in floor.stone
        for fault in _too_thin(facts, floor, stone)
    ]
    return line_of(Question.THIN, faults, "No spot is thinner than allowed.")


def _too_thin(facts: PourFacts, floor: FloorFact, stone: StoneFact) -> Iterator[Fault]:
    shot, thick = stone.point.sound, stone.thickness
    if shot is None or thick is None:
        return
    must_be_sure = facts.strictly or facts.must_be_sure(stone.point)
    spare = Length.from_float(shot.half_width) if must_be_sure else Length(0)
    if thick - spare < stone.least:
        says = f"{floor.name}, {stone.point.name}: {_thickness(facts, thick)}."
        identity = Identity(Question.THIN, FaultKind.TOO_THIN, stone.point.key)
        lacking = max(0.0, float(stone.least - thick))
        yield Fault(identity, says, lacking, shot.half_width)


def _thickness(facts: PourFacts, thick: Length) -> str:
    """Say a thickness; one below nothing is stone that stands above the slab."""
    text = format_length(abs(thick), facts.style)
    return text if thick.nanometres >= 0 else f"the stone is {text} above the top of slab"


def over_dig_line(facts: PourFacts) -> CheckLine:
    """No footing's or pad's bottom is over-dug, or it was answered how it is filled (section 9).

    A hole may be any deeper. An answer stands for the bottoms that were shown, no deeper.
    """
    faults = [fault for element in facts.poured for fault in over_dug_of(element, facts.style)]
    answer = facts.answer("over-dig")
    if answer is None or not answer.is_good:
        return line_of(Question.OVER_DIG, faults, "No bottom is over-dug.")
    left = not_accepted(faults, answer.accepted)
    right = f"{answer.answer}, said {answer.by}." if faults else "No bottom is over-dug."
    return line_of(Question.OVER_DIG, left, right)


def over_dug_of(element: ElementFact, style: Style) -> list[Fault]:
    """Return which bottoms of an element are over-dug, and by how much."""
    return [
        Fault(
            Identity(Question.OVER_DIG, FaultKind.OVER_DUG, point.key, Side.LOW),
            f"{element.name}, point {point.name}: {VERBS[point.task].low} "
            f"{format_amount(off, style, shot.step)}.",
            abs(float(off)),
            shot.half_width,
        )
        for point in element.of(BOTTOMS)
        for shot, off, verdict in [(point.sound, point.off, point.verdict)]
        if shot and off is not None and verdict and verdict.lean is Verdict.LOW
    ]
