"""Runs over several set-ups as screens read them: notes, sums, plan, profile, and what moves."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from typing import TypedDict
from uuid import UUID

from core.floors import PlanPoint
from core.lengths import (
    Elevation,
    Length,
    Style,
    format_elevation,
    format_fine,
    format_length,
)
from core.rods import SightKind
from server.common.shown import Place, Shown, show, show_place
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.lines import Run, RunLeg
from server.fieldbook.models import Shot, TurningPoint
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.rules import style_of


class RunLine(TypedDict):
    """A point of a run: its backsight, foresight, rise or fall, and elevation."""

    key: str
    point: str
    set_up: int
    backsight: str
    height_of_instrument: str
    foresight: str
    rise: str
    fall: str
    elevation: str
    adjusted: str
    correction: str
    uncertainty: str


class RunSums(TypedDict):
    """The sums under a run; the three differences must agree."""

    backsights: str
    foresights: str
    backsights_less_foresights: str
    rises: str
    falls: str
    rises_less_falls: str
    last_less_first: str
    proves: bool


class RunSpot(TypedDict):
    """A place of a run in plan and in profile; metres along it and above its lowest point."""

    name: str
    kind: str
    place: Place | None
    along: float
    height: float | None


class Moving(TypedDict):
    """What moves when a run is accepted: a set-up's readings, and by how much."""

    what: str
    by: str


class RunSheet(TypedDict):
    """A run, and how it closes."""

    closing: str
    name: str
    lines: list[RunLine]
    sums: RunSums
    misclosure: str
    allowed: str
    is_allowed: bool
    is_accepted: bool
    in_doubt: bool
    advice: str
    moving: list[Moving]
    spots: list[RunSpot]


class TurningPointSheet(TypedDict):
    """A turning point as it can be stood on, or kept as a benchmark."""

    id: str
    name: str
    elevation: Shown
    uncertainty: str
    place: Place
    set_up: int
    is_fixed: bool
    is_used: bool
    in_doubt: bool


class RunsSheet(TypedDict):
    """The runs of a job, and its turning points."""

    runs: list[RunSheet]
    turning_points: list[TurningPointSheet]


def runs_sheet(user: User, job_id: UUID) -> RunsSheet:
    """Return the runs of a job, the latest first."""
    job, _ = job_for(user, job_id, Ability.READ)
    job_trust, style = JobTrust(job), style_of(job)
    closings = sorted(job_trust.closings, key=lambda one: one.taken_at, reverse=True)
    return {
        "runs": [run_sheet(job_trust.lines.run(closing), job_trust, style) for closing in closings],
        "turning_points": turning_point_sheets(job_trust, style),
    }


def turning_point_sheets(job_trust: JobTrust, style: Style) -> list[TurningPointSheet]:
    """Return a job's turning points as they were shot."""
    lines = job_trust.lines
    used = {set_up.turning_point_id for set_up in lines.set_ups}
    return [
        {
            "id": str(point.pk),
            "name": point.name,
            "elevation": show(lines.elevation(point), style),
            "uncertainty": f"±{format_fine(lines.half_width(point), style)}",
            "place": show_place(PlanPoint(point.x, point.y), style),
            "set_up": lines.sighting(point.set_up_id).number,
            "is_fixed": point.pk in lines.corrections,
            "is_used": point.pk in used,
            "in_doubt": job_trust.by_id[point.set_up_id].doubts(point.moment),
        }
        for point in lines.turning_points.values()
    ]


def run_sheet(run: Run, job_trust: JobTrust, style: Style) -> RunSheet:
    """Return a run as screens read it."""
    levels = run.levels
    accepted = run.closing.pk in job_trust.lines.accepted
    in_doubt = is_doubtful(run, job_trust)
    return {
        "closing": str(run.closing.pk),
        "name": " → ".join([run.start_name, *(_to(leg, run) for leg in run.legs)]),
        "lines": list(_lines(run, style)),
        "sums": _sums(run, style),
        "misclosure": _off(levels.misclosure, style),
        "allowed": format_fine(float(levels.allowed), style),
        "is_allowed": levels.is_allowed,
        "is_accepted": accepted,
        "in_doubt": in_doubt,
        "advice": _advice(levels.is_allowed, accepted, in_doubt),
        "moving": [] if accepted else _moving(run, style),
        "spots": list(_spots(run, style)),
    }


def _off(misclosure: Length, style: Style) -> str:
    """Write a misclosure finely, with its sign as a word."""
    if misclosure.nanometres == 0:
        return "exactly"
    side = "high" if misclosure.nanometres > 0 else "low"
    return f"{format_fine(float(misclosure), style)} {side}"


def is_doubtful(run: Run, job_trust: JobTrust) -> bool:
    """Whether a reading the run rests on is in doubt."""
    points = [leg.to for leg in run.legs if leg.to is not None]
    return any(job_trust.by_id[p.set_up_id].doubts(p.moment) for p in points) or job_trust.by_id[
        run.closing.set_up_id
    ].doubts(run.closing.moment)


def _advice(is_allowed: bool, accepted: bool, in_doubt: bool) -> str:
    if in_doubt:
        return "It rests on a reading in doubt: it can't be accepted until that is cleared."
    if accepted:
        return "Accepted: the misclosure is spread over its set-ups."
    if is_allowed:
        return "Within what is allowed: it may be spread over the set-ups."
    return "More than is allowed: run it again. It is never spread."


def _to(leg: RunLeg, run: Run) -> str:
    return leg.to.name if leg.to else str(run.closing.benchmark)


def _lines(run: Run, style: Style) -> Iterator[RunLine]:
    levels, widths = run.levels, run.half_widths

    def text(length: Length | None) -> str:
        return "" if length is None else format_length(length, style)

    yield _line("", run.start_name, run.legs[0], style) | {
        "elevation": format_elevation(levels.start, style)
    }
    for i, leg in enumerate(run.legs):
        after = run.legs[i + 1] if i + 1 < len(run.legs) else None
        rise = leg.leg.rise
        adjusted = levels.adjusted[i] if levels.adjusted else None
        correction = levels.corrections[i] if levels.corrections else None
        yield _line(str(leg.to.pk) if leg.to else "", _to(leg, run), after, style) | {
            "set_up": leg.set_up.number,
            "foresight": leg.foresight.in_words(leg.sighting.rod),
            "rise": text(rise) if rise > Length(0) else "",
            "fall": text(-rise) if rise <= Length(0) else "",
            "elevation": format_elevation(levels.raw[i], style),
            "adjusted": format_elevation(adjusted, style) if adjusted is not None else "",
            "correction": moves(correction, style),
            "uncertainty": f"±{format_fine(widths[i], style)}" if leg.to else "",
        }


def _line(key: str, point: str, backsighted_by: RunLeg | None, style: Style) -> RunLine:
    """Return a point of a run with the backsight the next set-up read on it."""
    line: RunLine = {
        "key": key, "point": point, "set_up": 0, "backsight": "", "height_of_instrument": "",
        "foresight": "", "rise": "", "fall": "", "elevation": "", "adjusted": "",
        "correction": "", "uncertainty": "",
    }  # fmt: skip
    if backsighted_by is not None:
        constant = backsighted_by.sighting.line.constant
        line["backsight"] = _backsight(backsighted_by)
        line["height_of_instrument"] = format_elevation(constant, style)
        line["set_up"] = backsighted_by.set_up.number
    return line


def _backsight(leg: RunLeg) -> str:
    """Write a backsight as its sums take it; how it was held where the rod did not stand."""
    first, rod = leg.sighting.backsight, leg.sighting.rod
    if first.kind is SightKind.STANDING:
        return rod.write(leg.leg.backsight)
    return first.in_words(rod)


def moves(correction: Length | None, style: Style) -> str:
    """Say which way a point moves and by how much; finely, as corrections are small."""
    if correction is None:
        return ""
    if correction.nanometres == 0:
        return "stays"
    way = "up" if correction.nanometres > 0 else "down"
    return f"{way} {format_fine(float(correction), style)}"


def _sums(run: Run, style: Style) -> RunSums:
    levels = run.levels
    texts = {
        "backsights": levels.sum_of_backsights,
        "foresights": levels.sum_of_foresights,
        "backsights_less_foresights": levels.backsights_less_foresights,
        "rises": levels.sum_of_rises,
        "falls": levels.sum_of_falls,
        "rises_less_falls": levels.rises_less_falls,
        "last_less_first": levels.last_less_first,
    }
    written = {name: format_length(length, style) for name, length in texts.items()}
    return {**written, "proves": levels.proves}  # type: ignore[typeddict-item]


def _moving(run: Run, style: Style) -> list[Moving]:
    """List what moves when the misclosure is spread: turning points, and readings from them."""
    corrections = run.levels.corrections
    if corrections is None:
        return []
    counts = _counts(run)
    found: list[Moving] = []
    for leg, after, correction in zip(run.legs, run.legs[1:], corrections, strict=False):
        by = moves(correction, style)
        found.append({"what": _to(leg, run), "by": by})
        count = counts[after.set_up.pk]
        if count:
            what = f"{count} readings from set-up {after.set_up.number}"
            found.append({"what": what, "by": by})
    return found


def _counts(run: Run) -> Counter[UUID]:
    """Count the readings of each set-up of a run."""
    keys = [leg.set_up.pk for leg in run.legs]
    taken = Shot.objects.filter(set_up__in=keys, strike=None)
    return Counter(taken.values_list("set_up_id", flat=True))


def _spots(run: Run, style: Style) -> Iterator[RunSpot]:
    """Yield the run's places in order, with how far along it they are and how high."""
    along, before = 0.0, run.start_place
    start = run.levels.start
    lowest = min([start, *run.levels.raw])
    yield _spot(run.start_name, "known", (run.start_place, start), along, lowest, style)
    for leg, raw in zip(run.legs, run.levels.raw, strict=True):
        for name, kind, place, elevation in (
            (f"set-up {leg.set_up.number}", "set-up", leg.sighting.place, leg.sighting.line.beam),
            (_to(leg, run), "turn" if leg.to else "known", _place(leg, run), raw),
        ):
            if place is not None and before is not None:
                along += float(place.distance(before))
            before = place or before
            yield _spot(name, kind, (place, elevation), along, lowest, style)


def _place(leg: RunLeg, run: Run) -> PlanPoint | None:
    point: TurningPoint | None = leg.to
    if point is not None:
        return PlanPoint(point.x, point.y)
    return run.closing.benchmark.place if run.closing.benchmark else None


def _spot(
    name: str,
    kind: str,
    at: tuple[PlanPoint | None, Elevation | None],
    along: float,
    lowest: Elevation,
    style: Style,
) -> RunSpot:
    place, elevation = at
    return {
        "name": name,
        "kind": kind,
        "place": show_place(place, style) if place else None,
        "along": round(along, 3),
        "height": None if elevation is None else float(elevation - lowest),
    }
