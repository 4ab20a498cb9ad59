"""The demo's other crew: who is in both, a benchmark that is no more, a job begun as a copy."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid5

from demo.ids import demo_id, moment
from server.corrections.services.copy_job import CopyForm, copy_job
from server.corrections.services.take_out import OutForm, take_out
from server.crews.models import Crew, Membership, User
from server.fieldbook.services.backsights import BacksightForm
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.fieldbook.services.set_up import SetUpForm, set_up
from server.gear.services.usual_kit import give_usual_kit
from server.jobs.models import Job, Point
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.create_job import JobForm, create_job
from server.jobs.services.draft_floor import FloorForm
from server.jobs.services.lay_out_floor import lay_out_floor

Entry = dict[str, Any]


def load_second_crew(users: dict[str, User], entry: Entry) -> None:
    """Load it; somebody of the first crew is lent to it."""
    crew = Crew.objects.create(id=demo_id("second crew"), name=entry["crew"])
    owner = User.objects.create_user(
        entry["owner"]["username"],
        password=entry["owner"]["password"],
        first_name=entry["owner"]["first"],
        last_name=entry["owner"]["last"],
    )
    Membership.objects.create(crew=crew, user=owner, role=entry["owner"]["role"])
    lent = entry["lent"]
    Membership.objects.create(crew=crew, user=users[lent["username"]], role=lent["role"])
    _job(owner, crew, entry["job"])


def _job(owner: User, crew: Crew, entry: Entry) -> None:
    name = entry["name"]
    first = _benchmark(name, entry["benchmark"])
    job, _ = create_job(
        owner, JobForm(demo_id(name), crew.pk, name, entry["style"], entry["place"], first)
    )
    floor = FloorForm(id=demo_id(name, "floor"), corners=[], reference=None, **entry["floor"])
    lay_out_floor(owner, job.pk, floor)
    _shoot(owner, job, entry)
    add_benchmark(owner, job.pk, _benchmark(name, entry["second"]))
    gone = OutForm(why=entry["retired"], retired_as="destroyed")
    take_out(owner, job.pk, "benchmarks", first.id, gone)
    copy_job(owner, job.pk, CopyForm(id=demo_id(name, "copy"), **entry["copy"]))


def _benchmark(job: str, entry: Entry) -> BenchmarkForm:
    return BenchmarkForm(id=demo_id(job, "benchmark", entry["name"]), **entry)


def _shoot(owner: User, job: Job, entry: Entry) -> None:
    """Set up on the first benchmark, and shoot the stone as far as the crew came."""
    rod, _ = give_usual_kit(owner, job.crew_id, "ft")
    station = entry["set_up"]
    taken_at = moment(station["taken_at"])
    form = SetUpForm(
        id=demo_id(job.name, "set-up"),
        instrument=uuid5(job.crew_id, "usual laser"),
        x=station["x"],
        y=station["y"],
        taken_at=taken_at,
        sight=BacksightForm(
            rod=rod,
            benchmark=demo_id(job.name, "benchmark", entry["benchmark"]["name"]),
            backsight=station["backsight"],
        ),
        receiver=None,
    )
    stands, _ = set_up(owner, job.pk, form)
    points = Point.objects.filter(floor__job=job).order_by("position")
    for minute, (point, reading) in enumerate(zip(points, entry["readings"], strict=False), 2):
        record_shot(
            owner,
            ShotForm(
                id=demo_id(job.name, "shot", point.name),
                set_up=stands.pk,
                point=point.pk,
                reading=reading,
                taken_at=taken_at + timedelta(minutes=minute),
            ),
        )
