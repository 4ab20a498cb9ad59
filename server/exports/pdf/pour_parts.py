"""What a job record says of concrete, pours and notices."""

from __future__ import annotations

from uuid import UUID

from reportlab.platypus import Flowable

from core.floors import PlanPoint
from server.concrete.services.take_off import TakeOff, take_off
from server.concrete.services.thickness_map import map_of
from server.crews.models import User
from server.exports.pdf.map import MapDrawing
from server.exports.pdf.page import HEADING, PART, figures, moment_text, table, text
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.plan.job_plan import JobPlan
from server.notices.models import Notice
from server.notices.services.notice_numbers import shot_thickness
from server.notices.services.notices import content_now, notices_of, standing_of
from server.pours.models import Pour
from server.pours.sheets import AskedLine, PourSheet, pour_sheet
from server.stages.quantities import quantities_sheet


def quantities_part(user: User, plan: JobPlan, width: float) -> list[Flowable]:
    """Return the take-off of the whole job."""
    sheet = quantities_sheet(user, plan.job.pk)
    rows = [
        [row["name"], row["kind"], row["text"] or "not known", row["why"] or row["rests_on"]]
        for row in sheet["rows"]
    ]
    total = sheet["total_text"] if sheet["is_whole"] else f"{sheet['total_text']}, as far as known"
    return [
        text("Take-off", HEADING),
        *table(("Part", "Kind", "Order", "Rests on"), rows, (3, 2, 2, 6), width),
        figures([("In all", total)], width),
    ]


def floors_part(plan: JobPlan, job_trust: JobTrust, width: float) -> list[Flowable]:
    """Return each floor: its map with the shots on it, its figures, its notices."""
    pegs, _ = pegs_of(stone_of(plan.floors), plan, job_trust)
    story: list[Flowable] = [text("Floors", HEADING)]
    for key in plan.floors:
        story += _floor(plan, pegs.get(key, OwnPegs()), key, width)
    return story


def _floor(plan: JobPlan, own: OwnPegs, key: UUID, width: float) -> list[Flowable]:
    floor, slab = plan.floors[key], plan.surfaces(key)
    story: list[Flowable] = [text(floor.name, PART)]
    taken, undecided = take_off(floor, slab, own.found, plan.style)
    if taken is None:
        assert undecided is not None
        return [*story, text(undecided["why"])]
    shots = [
        (
            point.point.name,
            shot_thickness(plan, floor, point)["thickness"],
            _spot(point.point.place),
        )
        for point in own.found
    ]
    corners = [_spot(corner) for corner in plan.outlines[key].corners]
    story += [MapDrawing(map_of(plan, key, own), corners, shots, width)]
    story += [figures(_figures(taken), width)]
    for notice in notices_of(key):
        _, why = standing_of(notice, content_now(notice, plan, own, taken))
        story.append(text(_notice(notice, why)))
    return story


def _spot(place: PlanPoint) -> tuple[float, float]:
    return float(place.x), float(place.y)


def _figures(taken: TakeOff) -> list[tuple[str, str]]:
    thin, thick = taken["thinnest"], taken["thickest"]
    return [
        ("Order", taken["order"]["text"]),
        ("Over the shot stone", taken["volume"]["text"]),
        ("Range", taken["sure_text"]),
        ("Field book: mean × area", taken["field_book_volume"]["text"]),
        ("Nominal: area × planned", taken["nominal_volume"]["text"]),
        ("Against nominal", taken["extra"]["text"]),
        (f"Thinnest, at {thin['point']}", thin["thickness"]["text"]),
        (f"Thickest, at {thick['point']}", thick["thickness"]["text"]),
        ("Outside the shots", f"{taken['extrapolated_percent']} % of the area"),
    ]


def _notice(notice: Notice, why: str) -> str:
    numbers = notice.numbers
    return (
        f"Customer's notice of {moment_text(notice.taken_at)} by {notice.taken_by.shown_name}: "
        f"{numbers['extra']} at {numbers['rate']}, {numbers['price']}. {why}"
    )


def pours_part(user: User, plan: JobPlan, width: float) -> list[Flowable]:
    """Return each pour: go or hold, who lifted what, and how it came out."""
    story: list[Flowable] = [text("Pours: go or hold", HEADING)]
    pours = list(Pour.objects.filter(job=plan.job, retired_at=None).order_by("pours_at"))
    for pour in pours:
        story += _pour(pour_sheet(user, pour.pk), width)
    return story if pours else [*story, text("No pour is planned.")]


def _pour(sheet: PourSheet, width: float) -> list[Flowable]:
    state = sheet["state"].upper()
    title = f"{sheet['name']}, {moment_text(sheet['pours_at'])}: {state}"
    story: list[Flowable] = [
        text(title, PART),
        text(", ".join(sheet["parts"])),
        *table(("", "Line", "Reason"), [_line(line) for line in sheet["lines"]], (1, 3, 7), width),
    ]
    for one in sheet["finished"]:
        flat = one["flatness"]
        if flat and flat["range"] and flat["bumps"]:
            said = f"{one['off']} of {one['points']} points out of {one['tolerance']}"
            pairs = [
                (f"{one['surface']}, against its design", said),
                ("Range, highest to lowest", flat["range"]["text"]),
                ("Tilt, as a whole", flat["tilt"]),
                ("Bumps, tilt apart", flat["bumps"]["text"]),
            ]
            story.append(figures(pairs, width))
    closed = sheet["closed"]
    if closed is not None:
        story.append(
            text(f"Closed by {closed['by']}, {moment_text(closed['at'])}. {closed['note']}")
        )
    return story


def _line(line: AskedLine) -> list[str]:
    state = "HOLD" if line["faults"] else "go" if line["is_go"] else "lifted"
    by = [
        f"Lifted by {lifted['by']}, {moment_text(lifted['at'])}: {lifted['reason']} "
        f"Lifted was: {' '.join(lifted['faults'])}"
        for lifted in line["lifted"]
    ]
    return [state, line["title"], " ".join([line["reason"], *by])]
