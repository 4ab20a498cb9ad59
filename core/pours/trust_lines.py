"""Whether the readings a pour rests on can be trusted: instruments, set-ups, doubt, age (12)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator
from math import inf

from core.instruments import TrustState, found_out_of_true, trust_of
from core.lengths import Length, format_amount
from core.pours.decision import CheckLine, line_of
from core.pours.facts import InstrumentFact, PointFact, PourFacts, SetUpFact, ShotFact
from core.pours.faults import Fault, FaultKind, Identity, Question, Side
from core.setups import told_apart
from core.tasks import SURFACES, Task

#: So many points of a group are shot again before old readings of it are used.
SHOT_AGAIN = 3

UNTRUSTED = {
    TrustState.NEVER: FaultKind.NEVER_CHECKED,
    TrustState.DUE: FaultKind.CHECK_DUE,
    TrustState.UNPROVEN: FaultKind.CHECK_PROVED_NOTHING,
    TrustState.ONE_AXIS: FaultKind.ONE_AXIS_CHECKED,
    TrustState.KNOCKED: FaultKind.KNOCKED,
    TrustState.AWAY: FaultKind.SENT_AWAY,
    TrustState.OUT_OF_TRUE: FaultKind.OUT_OF_TRUE,
}


def instrument_line(facts: PourFacts) -> CheckLine:
    """Every instrument that carried a height in use was in date when it was read, and was not
    found out of true by its next conclusive check; one that still stands is in date until then.
    """
    faults = [fault for instrument in facts.instruments for fault in _untrusted(instrument, facts)]
    if not facts.instruments:
        identity = Identity(Question.INSTRUMENT, FaultKind.NO_INSTRUMENT, "")
        faults.append(Fault(identity, "No instrument was set up."))
    return line_of(Question.INSTRUMENT, faults, "Checked when they were read, and found true.")


def _untrusted(instrument: InstrumentFact, facts: PourFacts) -> Iterator[Fault]:
    """Yield each way in which an instrument was not to be trusted, once."""

    def fault(kind: FaultKind, says: str, amount: float = 0.0) -> Fault:
        return Fault(
            Identity(Question.INSTRUMENT, kind, instrument.key),
            f"{instrument.name}: {says}.",
            amount,
        )

    moments = [*instrument.read_at, *([facts.now] if instrument.is_standing else [])]
    trusts = [trust_of(instrument.record, moment) for moment in sorted(moments)]
    for trust in {trust.state: trust for trust in trusts}.values():
        if not trust.state.is_trusted:
            knocks = len(instrument.record.knocks) if trust.state is TrustState.KNOCKED else 0
            yield fault(UNTRUSTED[trust.state], trust.in_words, float(knocks))
    later = [found_out_of_true(instrument.record, moment) for moment in instrument.read_at]
    slopes = [slope for slope in later if slope is not None]
    if slopes:
        says = "its next check found it out of true; what it read before that is not sure"
        yield fault(FaultKind.FOUND_OUT_OF_TRUE_LATER, says, max(slopes))
    is_due_then = not trust_of(instrument.record, facts.begins).state.is_trusted
    if (
        instrument.is_standing
        and is_due_then
        and trust_of(instrument.record, facts.now).state.is_trusted
    ):
        yield fault(FaultKind.CHECK_RUNS_OUT, "its check runs out before the pour")


def benchmark_line(facts: PourFacts) -> CheckLine:
    """Each set-up in use was closed by a good read of its benchmark, judged for itself; the
    latest of them lies within the limit of now or of the planned hour, whichever is later.
    """
    unproven = [*_unproven_points(facts), *_unproven_carried(facts)]
    late = list(_read_too_long_ago(facts))
    summary = [*_in_all(facts), *(fault.says for fault in _unproven_carried(facts))]
    summary += [fault.says for fault in late]
    return line_of(
        Question.BENCHMARK, [*unproven, *late], "Read within its limit, and good.", summary
    )


def _unproven(about: str, says: str) -> Fault:
    return Fault(Identity(Question.BENCHMARK, FaultKind.NOT_PROVEN, about), says)


def _unproven_points(facts: PourFacts) -> list[Fault]:
    return [
        _unproven(
            point.key,
            f"{SURFACES[point.task].capitalize()} at point {point.name} was read from set-up "
            f"{shot.set_up} after its benchmark was read last.",
        )
        for point, shot in _not_proven(facts.points)
    ]


def _not_proven(points: Iterable[PointFact]) -> Iterator[tuple[PointFact, ShotFact]]:
    for point in points:
        shot = point.sound
        if shot is not None and not shot.is_proven:
            yield point, shot


def _in_all(facts: PourFacts) -> list[str]:
    """Say of each set-up how many of its readings are not proven, and what proves them."""
    counted = Counter(shot.set_up for _, shot in _not_proven(facts.points))
    return [
        f"Set-up {number}: {many} reading{'s' if many > 1 else ''} since its benchmark was read. "
        "Read it again from there; if it is gone, shoot an early and a late point again."
        for number, many in sorted(counted.items())
    ]


def _unproven_carried(facts: PourFacts) -> list[Fault]:
    return [
        _unproven(
            height.key,
            f"{height.name}, which heights were carried over, was read from set-up "
            f"{height.shot.set_up} after its benchmark was read last. "
            "Read that again, or close a run over it.",
        )
        for height in facts.carried
        if not height.shot.is_proven and not height.shot.is_doubted
    ]


def _read_too_long_ago(facts: PourFacts) -> Iterator[Fault]:
    def fault(
        kind: FaultKind, set_up: SetUpFact | None, says: str, late: float = 0.0, give: float = 0.0
    ) -> Fault:
        identity = Identity(Question.BENCHMARK, kind, "" if set_up is None else set_up.key)
        return Fault(identity, says, late, give)

    limit = 60.0 * facts.reread_minutes
    if not any(set_up.is_used for set_up in facts.set_ups):
        yield fault(
            FaultKind.NO_SET_UP, None, "Nothing of this pour was read from a benchmark yet."
        )
        return
    standing = [set_up for set_up in facts.set_ups if set_up.doubt.stands]
    if not standing:
        last = max(facts.set_ups, key=lambda set_up: set_up.number)
        says = f"Set-up {last.number} is in doubt. {last.doubt.why}"
        yield fault(FaultKind.SET_UP_IN_DOUBT, last, says)
        return
    last = max(standing, key=lambda set_up: set_up.good_at(facts.now))
    late = facts.begins - last.good_at(facts.now)
    if late == inf:
        says = "The last read of the benchmark lies ahead of the clock: read it again."
        yield fault(FaultKind.BENCHMARK_READ_AHEAD, last, says)
    elif late > limit:
        says = f"Read it again within {facts.reread_minutes} minutes before the pour begins."
        yield fault(FaultKind.BENCHMARK_READ_LONG_AGO, last, says, late, limit)


def doubt_line(facts: PourFacts) -> CheckLine:
    """No reading in use is in doubt, nor any that carried a height to one."""
    doubted = [
        (point.key, point.name, point.shot)
        for point in facts.points
        if point.shot is not None and point.shot.is_doubted
    ]
    doubted += [
        (height.key, height.name, height.shot) for height in facts.carried if height.shot.is_doubted
    ]
    faults = [
        Fault(
            Identity(Question.DOUBT, FaultKind.IN_DOUBT, f"{key} from set-up {shot.set_up}"),
            f"The reading at {name}, from set-up {shot.set_up}, is in doubt.",
        )
        for key, name, shot in doubted
    ]
    is_single = len(faults) == 1
    summary = [f"{len(faults)} reading{' is' if is_single else 's are'} in doubt."]
    return line_of(Question.DOUBT, faults, "No reading in use is in doubt.", summary)


def age_line(facts: PourFacts) -> CheckLine:
    """Forms and stone were shot lately, or three points of each again since, and they agree."""
    groups = [
        (element.key, f"{element.name}, {SURFACES[Task.FORM]}", element.of([Task.FORM]))
        for element in facts.in_scope
    ]
    groups += [
        (floor.key, f"{floor.name}, the stone", tuple(stone.point for stone in floor.stone))
        for floor in facts.floors
    ]
    faults = [fault for key, name, points in groups for fault in _too_old(facts, key, name, points)]
    right = f"Forms and stone were read within {facts.fresh_hours} hours, or again since."
    return line_of(Question.AGE, faults, right)


def _too_old(
    facts: PourFacts, key: str, name: str, points: tuple[PointFact, ...]
) -> Iterator[Fault]:
    """Yield what is wrong with old readings of a group: none shot again, or one that moved."""
    limit = 3600.0 * facts.fresh_hours
    read = [(point, point.sound) for point in points if point.sound is not None]
    oldest = max((facts.begins - shot.moment for _, shot in read), default=0.0)
    if oldest <= limit:
        return
    moved, agreeing = [], 0
    for point, shot in read:
        if point.before is not None and facts.begins - shot.moment <= limit:
            found = _moved(facts, name, point, shot)
            moved += [found] if found else []
            agreeing += found is None
    yield from moved
    wanted = min(SHOT_AGAIN, len(points))
    if not moved and agreeing < wanted:
        hours = round(oldest / 3600)
        says = f"{name}: {hours} hours old by then. Shoot {wanted} points of it again."
        yield Fault(Identity(Question.AGE, FaultKind.READINGS_OLD, key), says, oldest, limit / 4)


def _moved(facts: PourFacts, name: str, point: PointFact, shot: ShotFact) -> Fault | None:
    """Return how far a point shot again lies from where it was, None where the two agree."""
    assert point.before is not None
    rise = shot.elevation - point.before.elevation
    widths = (shot.half_width, point.before.half_width)
    if abs(rise) <= told_apart(facts.reread_tolerance, *widths):
        return None
    side, far = _way(facts, rise, shot.step)
    says = (
        f"{name}: point {point.name} reads {far} than when it was shot before. "
        "Shoot all of them again."
    )
    identity = Identity(Question.AGE, FaultKind.MOVED, point.key, side)
    return Fault(identity, says, abs(float(rise)), min(widths))


def _way(facts: PourFacts, rise: Length, step: Length) -> tuple[Side, str]:
    """Return the side a second reading lies on, and how far, as "1/2 in higher"."""
    side, way = (Side.HIGH, "higher") if rise.nanometres > 0 else (Side.LOW, "lower")
    return side, f"{format_amount(rise, facts.style, step)} {way}"


def contradicted(facts: PourFacts, question: Question, where: str, point: PointFact) -> list[Fault]:
    """Return that a later rough reading contradicts the fine one that counts, if it does.

    It does where the two can be told apart, and the rough one is not on.
    """
    shot, rough = point.sound, point.rough
    if shot is None or rough is None or rough.is_doubted:
        return []
    rise, verdict = rough.elevation - shot.elevation, point.verdict_of(rough)
    is_on = verdict is not None and verdict.counts_as_on(strictly=False)
    if is_on or abs(rise) <= told_apart(Length(0), shot.half_width, rough.half_width):
        return []
    side, far = _way(facts, rise, rough.step)
    says = (
        f"{where}, point {point.name}: a rough reading taken later is {far}. Shoot it again, fine."
    )
    identity = Identity(question, FaultKind.ROUGH_SHOT_DIFFERS, point.key, side)
    return [Fault(identity, says, abs(float(rise)), min(shot.half_width, rough.half_width))]
