"""A practice site as a job: its crew, gear, benchmarks and floor, made by the usual services."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from uuid import UUID

from core.lengths import Elevation, format_elevation, format_length
from server.common.senders import sender_now, sent_by
from server.crews.models import Crew, Membership, Phone, Role, User
from server.crews.timed import counted_now
from server.gear.check_sheets import Site
from server.gear.services.add_gear import (
    InstrumentForm,
    ReceiverForm,
    RodForm,
    add_instrument,
    add_receiver,
    add_rod,
)
from server.gear.services.check_instrument import CheckForm, record_check
from server.jobs.models import Point
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.create_job import JobForm, create_job
from server.jobs.services.draft_floor import FloorForm
from server.jobs.services.lay_out_floor import lay_out_floor
from server.practice.run import Run, floor_of, length_of
from simulation.practice.rod import FOOT
from simulation.practice.scene import Mark

#: Who practices; nobody else has that key, here or on a server.
SOMEBODY = 2_000_000_000
LONG_AGO = datetime(2000, 1, 1, tzinfo=UTC)
#: A floor's own figures where a lesson gives none.
THICK, LEAST_LESS = 0.1, 0.01
#: A check of an instrument that was good, as it was typed.
BOTH_AXES = {
    "distance": "30 m", "gap": "0.001 m", "gap_side": "above", "gap_right": "0 m",
    "gap_right_side": "above", "resolution": "0.5 mm",
}  # fmt: skip
TWO_PEGS = {
    "a1": "1.412 m", "b1": "1.268 m", "a2": "1.530 m", "b2": "1.386 m", "to_a": "2.5 m",
    "to_b": "42.5 m", "resolution": "0.5 mm",
}  # fmt: skip
NEAR = 0.01


def make_job(run: Run) -> None:
    """Make the job of a lesson that is written down on one; made already, nothing more is done."""
    crew_id = run.key("crew")
    if Crew.objects.filter(pk=crew_id).exists():
        return
    _let_the_phone_be_known()
    user = _somebody()
    crew = Crew.objects.create(id=crew_id, name="Practice crew")
    Membership.objects.create(crew=crew, user=user, role=Role.FOREMAN)
    _gear(run, user, crew.pk)
    first, *others = [_benchmark(run, mark) for mark in run.scene.marks]
    form = JobForm(run.job, crew.pk, f"Practice site {run.scene.seed}", run.style.code,
                   run.lesson.title, first)  # fmt: skip
    create_job(user, form)
    for benchmark in others:
        add_benchmark(user, run.job, benchmark)
    if floor_of(run):
        lay_out_floor(user, run.job, _floor(run))


def spot_of(run: Run, point: Point) -> str:
    """Return which spot of the site a point of the job is; its own name where it is none."""
    x, y = float(point.x.metres), float(point.y.metres)
    near = [
        name
        for name, at in run.scene.spots.items()
        if abs(at.x - x) < NEAR and abs(at.y - y) < NEAR
    ]
    return near[0] if near else point.name


def _let_the_phone_be_known() -> None:
    """What is done again after a reload lies where it lay: the phone was known before."""
    sender = sender_now()
    if sender is not None and sender.phone is not None:
        Phone.objects.get_or_create(pk=sender.phone)
        Phone.objects.filter(pk=sender.phone).update(first_seen_at=LONG_AGO)


def _somebody() -> User:
    found = User.objects.filter(pk=SOMEBODY).first()
    if found is not None:
        return found
    user = User(pk=SOMEBODY, username="practice", first_name="You")
    user.set_unusable_password()
    user.save()
    return user


def _gear(run: Run, user: User, crew: UUID) -> None:
    gear = run.scene.gear
    is_optical = gear.instrument.is_optical
    reach = InstrumentForm(
        id=run.key("instrument"),
        name="Practice level" if is_optical else "Practice laser",
        kind="optical-level" if is_optical else "rotary-laser",
        range=_metres(gear.instrument.farthest),
        least_distance=_metres(gear.instrument.nearest),
        specification="3 mm at 30 m",
        beam_class="" if is_optical else "2",
    )
    add_instrument(user, crew, reach)
    _check(run, user, reach.id)
    if not is_optical:
        _receiver(run, user, crew)
    rod = RodForm(
        id=run.key("rod"),
        name="Practice rod",
        numbering=run.rod.numbering.value,
        graduation=gear.rod.marking,
        length=_metres(gear.rod.length),
        has_bubble=gear.has_bubble,
    )
    add_rod(user, crew, rod)


def _check(run: Run, user: User, instrument: UUID) -> None:
    """Record the check the crew made before: it was good then."""
    made_at = counted_now() - timedelta(days=run.scene.figure("days", 1.0))
    is_optical = run.scene.gear.instrument.is_optical
    method, typed = ("two-peg", TWO_PEGS) if is_optical else ("both-axes", BOTH_AXES)
    with sent_by(None):
        check = CheckForm(run.key("check"), method, typed, made_at)
        record_check(user, instrument, check, Site(run.style, None))


def _receiver(run: Run, user: User, crew: UUID) -> None:
    own = run.scene.gear.receiver
    receiver = ReceiverForm(
        id=run.key("receiver"),
        name="Practice receiver",
        signal=own.tells.value,
        fine=f"{own.fine * 1e3:.2f} mm",
        coarse=f"{own.coarse * 1e3:.2f} mm",
    )
    add_receiver(user, crew, receiver)


def _in_the_job(run: Run, mark: Mark) -> float:
    """Return the height that stands in the job for a mark: its tag's, or one misread by a whole."""
    if mark is not run.scene.marks[0]:
        return mark.told
    whole = 1.0 if run.style.kind.is_metric else FOOT
    return mark.told + whole * run.scene.slipped.number_misread


def _benchmark(run: Run, mark: Mark) -> BenchmarkForm:
    style = run.style
    return BenchmarkForm(
        id=run.key("benchmark", mark.name),
        name=mark.name,
        elevation=format_elevation(Elevation(length_of(_in_the_job(run, mark)).nanometres), style),
        description=mark.what.capitalize(),
        x=_metres(mark.place.x),
        y=_metres(mark.place.y),
    )


def _floor(run: Run) -> FloorForm:
    scene = run.scene
    length, width = scene.amount("length"), scene.amount("width")
    thick = scene.figure("thick", THICK)
    top = length_of(scene.design + scene.told_by + thick)
    return FloorForm(
        id=run.key("floor"),
        name="Practice floor",
        shape="polygon",
        length="",
        width="",
        notch_length="",
        notch_width="",
        corners=[[_metres(x), _metres(y)] for x, y in floor_of(run)],
        level_from="elevation",
        level=format_length(top, run.style),
        side="above",
        reference=None,
        thickness=format_length(length_of(thick), run.style),
        least_thickness=format_length(
            length_of(scene.figure("least", thick - LEAST_LESS)), run.style
        ),
        tolerance="6 mm" if run.style.kind.is_metric else "1/4 in",
        grid_spacing=_metres(max(length / 2, width)),
        mark_spacing=_metres(length),
        waste="10",
        order_step="0.1" if run.style.kind.is_metric else "0.25",
    )


def _metres(length: float) -> str:
    """Write a length so that nothing of it is lost; metres."""
    return f"{length:.6f} m"
