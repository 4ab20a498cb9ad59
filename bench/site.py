"""A job as large as asked, to measure on."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

from django.db import connection
from django.test import Client

from core.lengths import Length, Reading
from demo.ids import demo_id
from server.crews.models import User
from server.fieldbook.models import SetUp, Shot
from server.jobs.models import Benchmark, Floor, FloorCorner, Job, Point
from server.jobs.plan.element_form import Typed
from server.jobs.services.draft_element import ElementForm
from server.jobs.services.place_element import place_element

START = datetime(2026, 5, 4, 9, 0, tzinfo=UTC)
SHOTS_A_POINT = 10
KINDS = ("excavation", "footing", "form", "piers", "marks", "screed", "finished")


@dataclass(frozen=True, slots=True)
class Site:
    """A job, its one set-up, its points, and a browser that is signed in."""

    job: UUID
    set_up: UUID
    points: list[UUID]
    browser: Client


def metres(number: float) -> Length:
    """Return a length of metres."""
    return Length.from_float(number)


def make_site(points: int) -> Site:
    """Make a job with so many points and ten times as many shots, from the demo's crew."""
    user = User.objects.get(username="marek")
    found = SetUp.objects.filter(rod__graduation="ft/100", benchmark__isnull=False)
    found = found.filter(job__crew=demo_id("crew"))
    like = found.select_related("job", "benchmark").order_by("taken_at")[0]
    job = Job.objects.create(
        id=uuid4(), crew=like.job.crew, name=f"{points} points", place="bench",
        style="ft-in/8", created_by=user,
    )  # fmt: skip
    benchmark = Benchmark.objects.create(
        id=uuid4(), job=job, name="BM", elevation=like.benchmark.elevation,
        description="bench", created_by=user,
    )  # fmt: skip
    set_up = SetUp.objects.create(
        id=uuid4(), job=job, number=1, instrument_id=like.instrument_id, rod_id=like.rod_id,
        benchmark=benchmark, backsight=like.backsight, backsight_typed="bench", x=metres(0),
        y=metres(0), taken_at=START, taken_by=user,
    )  # fmt: skip
    placed = _points(_floor(job, benchmark, user), points)
    _shots(set_up, placed, user)
    browser = Client()
    browser.force_login(user, backend="server.crews.sessions.PersonBackend")
    return Site(job.pk, set_up.pk, [point.pk for point in placed], browser)


def _floor(job: Job, benchmark: Benchmark, user: User) -> Floor:
    floor = Floor.objects.create(
        id=uuid4(), job=job, name="Floor", level_offset=metres(0.3),
        reference_benchmark=benchmark, thickness=metres(0.127), least_thickness=metres(0.11),
        tolerance=metres(0.006), grid_spacing=metres(1), mark_spacing=metres(5),
        waste="0.05", order_step="0.25", typed_style=job.style, created_by=user,
    )  # fmt: skip
    corners = ((0, 0), (100, 0), (100, 100), (0, 100))
    FloorCorner.objects.bulk_create(
        FloorCorner(floor=floor, position=i, x=metres(x), y=metres(y))
        for i, (x, y) in enumerate(corners)
    )
    return floor


def _points(floor: Floor, count: int) -> list[Point]:
    return Point.objects.bulk_create(
        Point(
            id=uuid4(), floor=floor, name=f"P{i}", position=i, is_extra=False,
            x=metres(i % 100), y=metres(i // 100 * 4.99),
        )
        for i in range(count)
    )  # fmt: skip


def add_elements(site: Site, count: int, points: int, shots: int) -> None:
    """Add so many elements to a job, with about so many points and shots in all, evenly."""
    job, user = Job.objects.get(pk=site.job), User.objects.get(username="marek")
    each = points // count
    for i in range(count):
        kind = KINDS[i % len(KINDS)]
        form = ElementForm(
            id=uuid4(), kind=kind, name=f"{kind} {i}", level_from="elevation",
            level="100 ft", side="above", reference=None, part="top", tolerance="1/4 in",
            typed=_typed(kind, i, each),
        )  # fmt: skip
        place_element(user, job.pk, form)
    placed = list(Point.objects.filter(element__job=job))
    _shots(SetUp.objects.get(pk=site.set_up), placed, user, -(-shots // len(placed)))


def _typed(kind: str, place: int, points: int) -> Typed:
    """Return an element of about so many points, beside the others."""
    away = f"{place * 2} m"
    corners = [["0", away], ["40 m", away]]
    if kind in ("excavation", "screed", "finished"):
        corners += [["40 m", f"{place * 2 + 1} m"], ["0", f"{place * 2 + 1} m"]]
    spacing = f"{80 / points:.3f} m" if len(corners) > 2 else f"{40 / (points - 1):.3f} m"
    piers = {
        "x": "0", "y": away, "x_last": "40 m", "y_last": away, "count": f"{points // 3}",
        "rows": "1", "row_spacing": "", "extra_drop": "0", "fall": "level", "diameter": "10 in",
        "kerf": "3 mm", "least_depth": "3 ft", "frost_depth": "3 ft",
    }  # fmt: skip
    own = {
        "spacing": spacing, "straightedge": spacing, "overlap": "0",
        "strip_width": "400 mm", "depth": "200 mm",
    }  # fmt: skip
    return {
        "shape": "corners" if len(corners) > 2 else "line",
        "outline_of": "",
        "corners": corners,
        "measures": piers if kind == "piers" else own,
        "steps": [],
        "layers": [{"name": "Beam", "nominal": "9 in", "actual": ""}] if kind == "piers" else [],
    }


def _shots(set_up: SetUp, points: list[Point], user: User, a_point: int = SHOTS_A_POINT) -> None:
    Shot.objects.bulk_create(
        (
            Shot(
                id=uuid4(), set_up=set_up, point=point, typed="bench", taken_by=user,
                reading=Reading(1_100_000_000 + 3_175_000 * ((i + turn) % 13)),
                taken_at=(taken_at := START + timedelta(seconds=i + turn)), said_at=taken_at,
            )
            for i, point in enumerate(points)
            for turn in range(a_point)
        ),
        batch_size=2000,
    )  # fmt: skip


def as_in_use() -> None:
    """Let the database know how its rows lie, as one in use does: it may go another way then.

    It ends a transaction that is open.
    """
    with connection.cursor() as cursor:
        cursor.execute(f"ANALYZE TABLE {Shot._meta.db_table}, {Point._meta.db_table}")
        cursor.fetchall()
