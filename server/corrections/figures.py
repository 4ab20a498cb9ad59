"""All that a job says at one moment, to be held against what it says after a change."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.design import move_of
from core.lengths import Elevation, Length, Style, format_amount
from server.concrete.services.moves import Levels, MoveRow, levels_of
from server.fieldbook.pegs import PegState, pegs_of, scopes_of
from server.fieldbook.rules import Sighting
from server.fieldbook.trust import JobTrust
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.rules import style_of
from server.pours.sheets import rows_of

STATES: dict[str, str] = {
    "not-shot": "not shot",
    "close": "too close to tell",
    "in-doubt": "in doubt",
}


class MovesOfAll(TypedDict):
    """What a change moves: levels and set-ups by how much; verdicts and pours from what to what.

    ``rests`` is what is read from what is changed, in words.
    """

    moves: list[MoveRow]
    rejudged: list[str]
    rests: list[str]


@dataclass(frozen=True, slots=True)
class JobFigures:
    """What a job says: its planned levels, the lines of its set-ups, its pegs and its pours."""

    style: Style
    levels: Levels
    lines: dict[str, Elevation]
    pegs: dict[tuple[str, str, str], PegState]
    pours: dict[str, str]
    doubted: dict[str, str]


def figures_of(job_id: UUID) -> JobFigures:
    """Return all that a job says now."""
    job = Job.objects.select_related("crew").get(pk=job_id)
    plan, job_trust = JobPlan(job), JobTrust(job)
    pegs: dict[tuple[str, str, str], PegState] = {}
    for scope in scopes_of(plan):
        for own in pegs_of(scope, plan, job_trust)[0].values():
            for point in own.points:
                for peg in own.pegs[point.task]:  # type: ignore[index]
                    pegs[point.where, point.task, peg["name"]] = peg["state"]
    return JobFigures(
        style=style_of(job),
        levels=levels_of(plan),
        lines={str(trust.set_up): _tied(trust.sighting) for trust in job_trust.by_id.values()},
        pegs=pegs,
        pours={row["name"]: row["state"].upper() for row in rows_of(job, plan, job_trust)},
        doubted={str(trust.set_up): trust.why for trust in job_trust.by_id.values() if trust.why},
    )


def _tied(sighting: Sighting) -> Elevation:
    """Return how high a set-up takes the point it stands on, by all its backsights together."""
    return sighting.line.elevation(sighting.backsight)


def moved(before: JobFigures, after: JobFigures, rests: tuple[str, ...]) -> MovesOfAll:
    """Return what a change moves, from what a job said before it and says after it."""
    levels = [
        move
        for name, old in before.levels.items()
        if (move := move_of(name, old, after.levels.get(name, {})))
    ]
    return {
        "moves": [
            *_lines_moved(before, after),
            *(MoveRow(what=level.name, by=level.in_words(before.style)) for level in levels),
        ],
        "rejudged": [*_verdicts(before, after), *_doubts(before, after), *_pours(before, after)],
        "rests": list(rests),
    }


def _lines_moved(before: JobFigures, after: JobFigures) -> Iterator[MoveRow]:
    for name, line in before.lines.items():
        by: Length = after.lines.get(name, line) - line
        if by.nanometres:
            way = "up" if by.nanometres > 0 else "down"
            told = f"{way} {format_amount(abs(by), before.style)}"
            yield {"what": f"all that was read from {name}", "by": told}


def _verdicts(before: JobFigures, after: JobFigures) -> Iterator[str]:
    changes = Counter(
        (where, state, after.pegs[where, task, name])
        for (where, task, name), state in before.pegs.items()
        if state != after.pegs.get((where, task, name), state)
    )
    for (where, old, new), count in changes.most_common():
        noun, verb = ("point", "is") if count == 1 else ("points", "are")
        was = "was" if count == 1 else "were"
        now = STATES.get(new, new)
        yield f"{where}: {count} {noun} that {was} {STATES.get(old, old)} {verb} {now}"


def _doubts(before: JobFigures, after: JobFigures) -> Iterator[str]:
    for name, why in after.doubted.items():
        if before.doubted.get(name) != why:
            yield f"{name} is in doubt: {why}"
    for name in before.doubted.keys() - after.doubted.keys():
        yield f"{name} is in doubt no more"


def _pours(before: JobFigures, after: JobFigures) -> Iterator[str]:
    for name, state in before.pours.items():
        if after.pours.get(name, state) != state:
            yield f"{name}: {state} becomes {after.pours[name]}"
