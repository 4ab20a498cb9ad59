"""The go / hold list, line by line, judged from a pour's facts alone (section 12)."""

from __future__ import annotations

from collections.abc import Iterator
from math import isfinite

from core.instruments import trust_of
from core.lengths import Length, Style, format_amount, format_length
from core.pours.decision import CheckLine, Question, counted_line, listed
from core.pours.facts import BOTTOMS, ElementFact, FloorFact, HoleFact, PointFact, PourFacts
from core.tasks import SURFACES, VERBS, Task
from core.verdicts import Verdict

SET_BEFORE_A_POUR = (Task.FOOTING_BOTTOM, Task.FORM, Task.COURSE, Task.PIER_TOP, Task.SCREED)
#: What follows a floor and says where its concrete ends.
ENDS_A_FLOOR = (Task.FORM, Task.SCREED)
MARKS_A_FLOOR = (*ENDS_A_FLOOR, Task.MARK)
NOTHING = 0.005
#: How far ahead of this clock another may run, seconds.
CLOCKS_APART = 300
A_HAIR = 1e-9


def lines_of(facts: PourFacts) -> tuple[CheckLine, ...]:
    """Return the list of section 12, in its order."""
    return (
        instrument_line(facts),
        benchmark_line(facts),
        doubt_line(facts),
        points_line(facts),
        stone_line(facts),
        thin_line(facts),
        concrete_line(facts),
        extra_line(facts),
        over_dig_line(facts),
        depths_line(facts),
        answered_line(facts, Question.INSPECTION, "No inspection is recorded."),
        answered_line(facts, Question.STRIP, "Nobody said whether the isolation strip is on hand."),
    )


def instrument_line(facts: PourFacts) -> CheckLine:
    """Every instrument the readings rest on is checked, in date now and when it is poured."""
    wrong = [] if facts.instruments else ["No instrument was set up."]
    for one in facts.instruments:
        trust = trust_of(one.record, facts.now)
        if not trust.state.is_trusted:
            wrong.append(f"{one.name}: {trust.in_words}.")
        elif not trust_of(one.record, max(facts.now, facts.pours_at)).state.is_trusted:
            wrong.append(f"{one.name}: its check runs out before the pour.")
    return counted_line(Question.INSTRUMENT, wrong, "Every check is in date.")


def benchmark_line(facts: PourFacts) -> CheckLine:
    """The set-up that stands there now was read on its benchmark within the limit, and good."""
    latest, minutes, wrong = facts.latest, facts.reread_minutes, []
    if latest is None:
        wrong = ["No benchmark was read."]
    elif not latest.doubt.stands:
        wrong = [f"Set-up {latest.number} is in doubt. {latest.doubt.why}"]
    elif latest.good_at > facts.now + CLOCKS_APART:
        wrong = ["The last read of the benchmark lies ahead of the clock: read it again."]
    elif latest.good_at < facts.pours_at - 60 * minutes:
        wrong = [f"Read it again within {minutes} minutes before the pour."]
    return counted_line(Question.BENCHMARK, wrong, "Read within its limit, and good.")


def doubt_line(facts: PourFacts) -> CheckLine:
    """No reading in use is in doubt."""
    doubted = sum(point.shot is not None and point.shot.is_doubted for point in _points(facts))
    wrong = [f"{doubted} readings are in doubt."] if doubted else []
    return counted_line(Question.DOUBT, wrong, "No reading in use is in doubt.")


def _points(facts: PourFacts) -> Iterator[PointFact]:
    """Every point of what is poured, holes and stone among them."""
    for element in facts.in_scope:
        yield from element.points
        for hole in element.holes:
            yield hole.bottom
            if hole.ground is not None:
                yield hole.ground
    for floor in facts.floors:
        yield from (one.point for one in floor.stone)


def points_line(facts: PourFacts) -> CheckLine:
    """Every bottom, form, screed point and pier is shot and on; a floor has something to end at.

    A bottom that is over-dug has a line of its own.
    """
    wrong = [
        said
        for element in facts.in_scope
        for task in (SET_BEFORE_A_POUR if element.is_poured else ENDS_A_FLOOR)
        if (said := _wanting(element, task, strictly=facts.strictly))
    ]
    wrong += [
        f"{floor.name}: nothing says where its concrete ends. Lay out forms, screed points or "
        "marks, and shoot them."
        for floor in facts.floors
        if not _ends(facts, floor)
    ]
    return counted_line(Question.POINTS, wrong, "All are shot and on.")


def _ends(facts: PourFacts, floor: FloorFact) -> bool:
    """Say whether anything laid out on a floor, and shot, says where its concrete ends."""
    own = [
        one
        for one in facts.elements
        if one.floor == floor.key or (one.is_poured and one.floor is None and not one.is_dug)
    ]
    points = [point for one in own for point in one.points if point.task in MARKS_A_FLOOR]
    laid = [point for point in points if point.task in ENDS_A_FLOOR]
    return bool(laid) or any(point.sound is not None for point in points)


def _wanting(element: ElementFact, task: Task, *, strictly: bool) -> str:
    """Say how many points of a task are not shot, and how many are off; empty for none."""
    points = [point for point in element.points if point.task is task]
    missing = sum(point.sound is None for point in points)
    off = sum(_is_off(point, strictly=strictly) for point in points)
    if not missing and not off:
        return ""
    words = "too high, not dug" if task in BOTTOMS else "off"
    return f"{element.name}, {SURFACES[task]}: {missing} not shot, {off} {words}."


def _is_off(point: PointFact, *, strictly: bool) -> bool:
    verdict = point.verdict
    if verdict is None or verdict.counts_as_on(strictly=strictly):
        return False
    return not (point.task in BOTTOMS and verdict.lean is Verdict.LOW)


def stone_line(facts: PourFacts) -> CheckLine:
    """The stone is shot to its grid, in enough places to know what lies between them."""
    missing = sum(one.point.sound is None for floor in facts.floors for one in floor.stone)
    wrong = [f"{missing} points are not shot."] if missing else []
    wrong += [
        f"{floor.name}: {floor.asks_for_shots}" for floor in facts.floors if floor.asks_for_shots
    ]
    wrong += [f"{floor.name}: no grid is laid out." for floor in facts.floors if not floor.stone]
    return counted_line(Question.STONE, wrong, "Shot to its grid.")


def thin_line(facts: PourFacts) -> CheckLine:
    """No spot is thinner than allowed; a strict crew counts what U leaves too close to call."""
    wrong = []
    for floor in facts.floors:
        for one in floor.stone:
            shot, thick = one.point.sound, one.thickness
            if shot is None or thick is None:
                continue
            spare = Length.from_float(shot.half_width) if facts.strictly else Length(0)
            if thick - spare < one.least:
                wrong.append(f"{floor.name}, {one.point.name}: {_thickness(facts, thick)}.")
    return counted_line(Question.THIN, wrong, "No spot is thinner than allowed.")


def _thickness(facts: PourFacts, thick: Length) -> str:
    """Say a thickness; one below nothing is stone that stands above the slab."""
    text = format_length(abs(thick), facts.style)
    return text if thick.nanometres >= 0 else f"the stone is {text} above the top of slab"


def needed_of(facts: PourFacts) -> float | None:
    """Return the concrete to order, in its unit; None while a part of it is not known."""
    orders = [floor.order for floor in facts.floors] + [one.concrete for one in facts.poured]
    known = [order for order in orders if order is not None]
    return sum(known) if len(known) == len(orders) else None


def concrete_line(facts: PourFacts) -> CheckLine:
    """At least as much concrete is ordered as is needed; both in the unit it is ordered in."""
    needed, answer, unit = needed_of(facts), facts.answer("ordered"), facts.unit
    if needed is None:
        why = "Nobody knows yet how much it takes."
        return CheckLine(Question.CONCRETE, is_go=False, reason=why)
    if answer is None or not answer.is_good:
        why = f"Nothing is ordered; it takes {needed:.2f} {unit}."
        return CheckLine(Question.CONCRETE, is_go=False, reason=why)
    ordered = _amount(answer.answer)
    if ordered is None:
        why = f"“{answer.answer}” is no amount; it takes {needed:.2f} {unit}."
        return CheckLine(Question.CONCRETE, is_go=False, reason=why)
    if answer.given_for != unit:
        why = f"{ordered:.2f} {answer.given_for} ordered; in {unit} nobody said how much that is."
        return CheckLine(Question.CONCRETE, is_go=False, reason=why)
    why = f"{ordered:.2f} {unit} ordered, {needed:.2f} {unit} needed."
    return CheckLine(Question.CONCRETE, is_go=ordered >= needed - A_HAIR, reason=why)


def _amount(text: str) -> float | None:
    try:
        amount = float(text)
    except ValueError:
        return None
    return amount if isfinite(amount) else None


def extra_of(facts: PourFacts) -> str:
    """Return the concrete over the nominal, floor by floor, as it is told; empty for none."""
    over = [f"{floor.name}: {floor.extra_text}" for floor in _with_extra(facts)]
    return listed(over, "; ")


def _with_extra(facts: PourFacts) -> list[FloorFact]:
    return [one for one in facts.floors if one.order is not None and one.extra > NOTHING]


def extra_line(facts: PourFacts) -> CheckLine:
    """The customer acknowledged the extra: floor by floor on a notice, or all by name."""
    extra, answer = extra_of(facts), facts.answer("extra")
    if any(floor.order is None for floor in facts.floors):
        why = "Nobody knows yet whether it takes more than the nominal."
        return CheckLine(Question.EXTRA, is_go=False, reason=why)
    if not extra:
        return CheckLine(Question.EXTRA, is_go=True, reason="No more than the nominal.")
    is_good = answer is not None and answer.is_good
    if answer is not None and is_good and answer.given_for == extra:
        why = f"{extra} than the nominal, acknowledged by {answer.answer}."
        return CheckLine(Question.EXTRA, is_go=True, reason=why)
    notices = [floor.notice for floor in _with_extra(facts)]
    said = dict.fromkeys(one.why if one else "Nobody acknowledged it." for one in notices)
    if answer is not None and is_good:
        said[f"{answer.answer} was told otherwise: {answer.given_for or 'no extra'}."] = None
    agreed = all(one is not None and one.is_acknowledged for one in notices)
    why = f"{extra} than the nominal. {' '.join(said)}"
    return CheckLine(Question.EXTRA, is_go=agreed, reason=why)


def over_dig_line(facts: PourFacts) -> CheckLine:
    """No footing's or pad's bottom is over-dug; a hole may be any deeper (section 9)."""
    wrong = [f"{what}." for element in facts.poured for what in over_dug_of(element, facts.style)]
    return counted_line(Question.OVER_DIG, wrong, "No bottom is over-dug.")


def over_dug_of(element: ElementFact, style: Style) -> list[str]:
    """Say which bottoms of an element are over-dug, and by how much."""
    return [
        f"{element.name}, point {point.name}: {VERBS[point.task].low} {_amount_off(point, style)}"
        for point in element.points
        if point.task in BOTTOMS and point.verdict and point.verdict.lean is Verdict.LOW
    ]


def _amount_off(point: PointFact, style: Style) -> str:
    assert point.sound is not None
    return format_amount(point.off or Length(0), style, point.sound.step)


def depths_line(facts: PourFacts) -> CheckLine:
    """Every hole is shot, deep enough for its ground, its least and its frost depth, and what it
    bears on is known; of a footing or a pad somebody said that it is below the frost.
    """
    wrong: list[str] = []
    for element in facts.poured:
        found = holes_of(element, facts.style, strictly=facts.strictly)
        wrong += [f"{what}." for what in (*missing_depths_of(element), *found)]
    if any(element.has_bottoms for element in facts.poured):
        frost = answered_line(facts, Question.DEPTHS, "Nobody said that it is below the frost.")
        if not frost.is_go:
            wrong.append(f"Footings: {frost.reason}")
    return counted_line(Question.DEPTHS, wrong, "Every bottom is deep enough, and answered for.")


def missing_depths_of(element: ElementFact) -> list[str]:
    """Say which depths of local code nobody entered for a row of piers (section 11)."""
    missing = element.depths.missing() if element.depths else ()
    return [f"{element.name}: no {depth} is entered" for depth in missing]


def holes_of(
    element: ElementFact, style: Style, *, strictly: bool, only_shot: bool = False
) -> list[str]:
    """Say what each hole of an element still wants; of those that were shot alone if asked."""
    return [
        f"{element.name}, pier {hole.bottom.name}: {why}"
        for hole in element.holes
        if hole.bottom.sound is not None or not only_shot
        for why in _hole_wants(element, hole, style, strictly=strictly)
    ]


def _hole_wants(
    element: ElementFact, hole: HoleFact, style: Style, *, strictly: bool
) -> Iterator[str]:
    depths, bottom = element.depths, hole.bottom
    is_grounded = hole.ground is not None and hole.ground.sound is not None
    if bottom.sound is None:
        yield "its bottom is not shot"
    elif depths is not None and depths.asks_any and not is_grounded:
        yield "its ground is not shot, so nobody knows how deep it is"
    elif bottom.verdict and not bottom.verdict.counts_as_on(strictly=strictly):
        yield f"{_amount_off(bottom, style)} short of the depth it is to have"
    if hole.bearing is None:
        yield "nobody said what it bears on"
    elif not hole.is_cleaned:
        yield "the hole is not clean and flat"


ASKED = {
    Question.INSPECTION: "inspection",
    Question.STRIP: "strip",
    Question.DEPTHS: "frost",
}


def answered_line(facts: PourFacts, question: Question, none: str) -> CheckLine:
    """A line that only a person can answer."""
    answer = facts.answer(ASKED[question])
    if answer is None:
        return CheckLine(question, is_go=False, reason=none)
    return CheckLine(question, is_go=answer.is_good, reason=f"{answer.answer}, said {answer.by}.")
