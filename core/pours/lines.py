"""The go / hold list of section 12, judged from a pour's facts alone."""

from __future__ import annotations

from dataclasses import replace

from core.pours.concrete_lines import concrete_line, extra_line, needed_of
from core.pours.decision import CheckLine, line_of
from core.pours.depth_lines import asks_of_depths, depths_line
from core.pours.facts import BOTTOMS, PourFacts
from core.pours.faults import Fault, FaultKind, Identity, Question
from core.pours.point_lines import over_dig_line, points_line, stone_line, thin_line
from core.pours.trust_lines import age_line, benchmark_line, doubt_line, instrument_line
from core.tasks import Task

ASKED = {Question.INSPECTION: "inspection", Question.STRIP: "strip", Question.STEEL: "steel"}


def lines_of(facts: PourFacts) -> tuple[CheckLine, ...]:
    """Return the list in its order; only what can bite in this pour is asked.

    Stone, thin spots, extra and the isolation strip are a floor's; mesh or bars are asked for
    where steel is planned; bottoms that are dug are a
    footing's, a pad's or a row of piers'; concrete is asked of what takes any.
    """
    has_floors = bool(facts.floors)
    has_bottoms = any(element.of(BOTTOMS) for element in facts.poured)
    lines = [instrument_line(facts), benchmark_line(facts), doubt_line(facts), points_line(facts)]
    lines.append(age_line(facts))
    if has_floors:
        lines += [stone_line(facts), thin_line(facts)]
    if needed_of(facts) != 0 or has_floors:
        lines.append(concrete_line(facts))
    if has_floors:
        lines.append(extra_line(facts))
    if has_bottoms:
        lines.append(over_dig_line(facts))
    if any(asks_of_depths(element) for element in facts.poured):
        lines.append(depths_line(facts))
    lines.append(answered_line(facts, Question.INSPECTION, "No inspection is recorded."))
    if has_floors:
        none = "Nobody said whether the isolation strip is on hand."
        lines.append(answered_line(facts, Question.STRIP, none))
    if any(element.of([Task.STEEL]) for element in facts.in_scope):
        none = "Nobody said whether the mesh or the bars are on hand."
        lines.append(answered_line(facts, Question.STEEL, none))
    return tuple(lines)


def unanswered(facts: PourFacts, question: Question) -> tuple[Fault, ...]:
    """Return the faults of a line as they stand where nobody has answered anything yet."""
    lines = lines_of(replace(facts, answers=()))
    return next((line.faults for line in lines if line.question is question), ())


def answered_line(facts: PourFacts, question: Question, none: str) -> CheckLine:
    """A line that only a person can answer; what was lifted of one bad answer lifts no other."""
    answer = facts.answer(ASKED[question])
    if answer is None:
        return line_of(question, [Fault(Identity(question, FaultKind.NOT_ANSWERED, ""), none)], "")
    says = f"{answer.answer}, said {answer.by}."
    if answer.is_good:
        return line_of(question, [], says)
    identity = Identity(question, FaultKind.ANSWERED_NO, answer.key)
    return line_of(question, [Fault(identity, says)], "")
