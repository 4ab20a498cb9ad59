"""Where to stand, as a screen shows it."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

import numpy as np

from core.errors import RuleError
from core.floors import PlanPoint
from core.lengths import Length, Style, format_fine
from core.placing import (
    BeamRange,
    Placement,
    Reach,
    Stand,
    ToShoot,
    Why,
    beam_over,
    less_sure_by,
    not_read_from,
    set_ups_for,
    stand_at,
    where_to_stand,
)
from server.common.refusals import Entries
from server.common.shown import Place, Shown, show, show_place
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.proof import tightest_tolerance
from server.fieldbook.where_to_stand.asked import Asked, StandForm, what_is_asked
from server.jobs.access import job_for
from server.jobs.plan.obstacles import unseen
from server.jobs.rules import style_of

GRID = (60, 60)
#: Over the benchmark, where no beam does for all: what legs usually hold it at.
USUAL_LEGS = Length.from_metres("1.4")
SHADES = 5
#: To what a place to stand is told, metres.
COARSE, INCH = 0.05, 0.0254
#: Places that are looked at for several set-ups: every so many of the grid.
EVERY = 3


class StandSheet(TypedDict):
    """A place to stand: where, the largest U there, and at which point."""

    place: Place
    u: str
    worst: str


class BeamSheet(TypedDict):
    """Between which heights the beam does, and where it is best kept; ``says`` warns.

    ``ground`` is what legs and eyes are reckoned from, and ``ground_by`` what it is taken from.
    """

    lowest: Shown
    highest: Shown
    proposed: Shown
    says: str
    ground: Shown
    ground_by: str


class ShadesSheet(TypedDict):
    """The ground by its largest U: cells row by row from the near left, 0 the surest.

    -1 is too far, -2 too near, -3 hidden. ``steps`` are what each shade's U is at most. Metres.
    """

    left: float
    near: float
    width: float
    depth: float
    columns: int
    rows: int
    cells: list[int]
    steps: list[str]


class SeveralSheet(TypedDict):
    """Several set-ups, where no one place does: the places, and the turning points between."""

    says: str
    stands: list[Place]
    turning_points: list[Place]


class StandsSheet(TypedDict):
    """Where to stand for what is left to shoot.

    ``here`` is the place that was chosen, ``cost`` what it costs against the best.
    """

    points: int
    spots: list[list[float]]
    known: str
    gear: str
    best: StandSheet | None
    here: StandSheet | None
    cost: str
    beam: BeamSheet | None
    beam_problem: str
    ground: ShadesSheet
    several: SeveralSheet | None
    several_problem: str


def stands_sheet(user: User, job_id: UUID, form: StandForm, x: str, y: str) -> StandsSheet:
    """Return where to stand; raises :class:`Invalid` where something it rests on is missing."""
    job, _ = job_for(user, job_id, Ability.READ)
    asked, style = what_is_asked(job, form), style_of(job)
    beam, beam_problem = _beam(asked)
    height = beam.proposed if beam else asked.known.elevation + USUAL_LEGS
    points, known = asked.to_shoot(height)
    standing = where_to_stand(points, known, asked.kit, asked.reach, GRID, asked.floors)
    chosen = _chosen(x, y, style)
    here = stand_at(_spot(chosen), points, known, asked.kit) if chosen else None
    best = standing.best
    several, several_problem = (
        (None, "") if best else _several(asked, points, known, standing, style)
    )
    return {
        "points": len(points),
        "spots": [[round(part, 3) for part in point.at] for point in points],
        "known": asked.known.name,
        "gear": ", ".join(
            one.name
            for one in (asked.carried.instrument, asked.carried.receiver, asked.carried.rod)
            if one is not None
        ),
        "best": _stand(best, style) if best else None,
        "here": _stand(here, style) if here else None,
        "cost": _cost(here, best, points, known, asked.reach, style),
        "beam": _beam_sheet(beam, asked, style) if beam else None,
        "beam_problem": beam_problem,
        "ground": _shades(standing, tightest_tolerance(job), style),
        "several": several,
        "several_problem": several_problem,
    }


def _beam(asked: Asked) -> tuple[BeamRange | None, str]:
    try:
        return beam_over(asked.heights(), asked.carried.rod.length, asked.ground), ""
    except RuleError as refused:
        return None, f"{refused.typed}: {refused.why} {refused.accepts}"


def _beam_sheet(beam: BeamRange, asked: Asked, style: Style) -> BeamSheet:
    warns = "It stands where people's eyes are: keep them out of the beam."
    return {
        "lowest": show(beam.lowest, style),
        "highest": show(beam.highest, style),
        "proposed": show(beam.proposed, style),
        "says": warns if beam.is_at_eye_level else "",
        "ground": show(asked.ground, style),
        "ground_by": asked.ground_by,
    }


def _chosen(x: str, y: str, style: Style) -> PlanPoint | None:
    if not (x.strip() or y.strip()):
        return None
    entries = Entries({"x": x, "y": y}, style)
    right, away = entries.length("x"), entries.length("y")
    entries.finish()
    assert right is not None
    assert away is not None
    place = entries.check("x", lambda: PlanPoint(right, away))
    entries.finish()
    return place


def _spot(place: PlanPoint) -> tuple[float, float]:
    return float(place.x), float(place.y)


def _place(at: tuple[float, float], style: Style) -> Place:
    step = COARSE if style.kind.is_metric else INCH
    return show_place(
        PlanPoint(*(Length.from_float(round(one / step) * step) for one in at)), style
    )


def _stand(stand: Stand, style: Style) -> StandSheet:
    u = format_fine(stand.half_width, style)
    return {"place": _place(stand.at, style), "u": f"±{u}", "worst": stand.worst}


def _cost(
    here: Stand | None,
    best: Stand | None,
    points: list[ToShoot],
    known: ToShoot,
    reach: Reach,
    style: Style,
) -> str:
    """Say what a chosen place costs against the best."""
    if here is None:
        return ""
    missed = not_read_from(here.at, (*points, known), reach)
    if missed is not None:
        return f"From there {missed.name} is {'out of reach' if missed.is_far else 'too near'}."
    stands = PlanPoint(*map(Length.from_float, here.at))
    spots = [(one.name, PlanPoint(*map(Length.from_float, one.at))) for one in (*points, known)]
    hides = unseen(spots, stands, reach.blocks)
    if hides:
        return f"From there these can't be seen: {hides}."
    more = less_sure_by(here, best)
    return (
        f"U is {format_fine(more, style)} more there than at the best place."
        if more
        else "As sure as anywhere."
    )


def _shades(standing: Placement, tolerance: Length | None, style: Style) -> ShadesSheet:
    widths = standing.half_widths
    known = widths[np.isfinite(widths)]
    top = float(known.max()) if known.size else 0.0
    least = float(known.min()) if known.size else 0.0
    if tolerance is not None:
        top = max(top, float(tolerance))
    steps = np.linspace(least, top, SHADES + 1)[1:]
    shades = np.searchsorted(steps, np.nan_to_num(widths, nan=0.0) - 1e-12).clip(0, SHADES - 1)
    cells = np.where(standing.why == Why.CAN, shades, -standing.why.astype(int))
    wide, deep = standing.right[1] - standing.right[0], standing.away[1] - standing.away[0]
    return {
        "left": float(standing.right[0] - wide / 2),
        "near": float(standing.away[0] - deep / 2),
        "width": float(wide * len(standing.right)),
        "depth": float(deep * len(standing.away)),
        "columns": len(standing.right),
        "rows": len(standing.away),
        "cells": [int(one) for one in cells.ravel()],
        "steps": [f"±{format_fine(float(step), style)}" for step in steps],
    }


def _several(
    asked: Asked, points: list[ToShoot], known: ToShoot, standing: Placement, style: Style
) -> tuple[SeveralSheet | None, str]:
    right, away = standing.right[::EVERY], standing.away[::EVERY]
    places = np.stack(np.meshgrid(right, away), axis=-1).reshape(-1, 2)
    try:
        plan = set_ups_for(points, known, asked.reach, places)
    except RuleError as refused:
        return None, f"{refused.why} {refused.accepts}"
    least = "at least " if plan.is_fewest else ""
    says = f"No one place sees all: {least}{len(plan.stands)} set-ups, a turning point between."
    return {
        "says": says,
        "stands": [_place(at, style) for at in plan.stands],
        "turning_points": [_place(at, style) for at in plan.turning_points],
    }, ""
