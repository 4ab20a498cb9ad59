"""Loads the demo scenario through the same services people use."""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.conf import settings
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from core.lengths import Style
from demo.heights import keep_demo_height
from demo.ids import demo_id, moment
from demo.second_crew import load_second_crew
from demo.survey import Survey
from server.concrete.services.prices import PricesForm, keep_prices
from server.crews.models import Crew, Membership, User
from server.fieldbook.models import SetUp
from server.fieldbook.services.backsights import BacksightForm
from server.fieldbook.services.findings import FindingForm, record_finding
from server.fieldbook.services.read_again import RereadForm, read_again
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.fieldbook.services.set_up import SetUpForm, set_up
from server.fieldbook.services.strikes import StrikeForm, strike_shot
from server.gear.check_sheets import Site
from server.gear.services.add_gear import (
    InstrumentForm,
    ReceiverForm,
    RodForm,
    add_instrument,
    add_receiver,
    add_rod,
)
from server.gear.services.check_instrument import (
    CheckForm,
    KnockForm,
    record_check,
    report_knock,
)
from server.jobs.models import Job, Point
from server.jobs.plan.element_form import Typed
from server.jobs.services.add_benchmark import BenchmarkForm, add_benchmark
from server.jobs.services.create_job import JobForm, create_job
from server.jobs.services.draft_element import ElementForm
from server.jobs.services.draft_floor import FloorForm
from server.jobs.services.lay_out_floor import lay_out_floor
from server.jobs.services.place_element import place_element
from server.notices.models import NoticeAcknowledgment
from server.notices.services.acknowledge_notice import AcknowledgeForm, acknowledge_notice
from server.notices.services.notices import link_of
from server.notices.services.send_notice import NoticeForm, send_notice
from server.overview.day.who_is_where import put_on_job
from server.pours.accepted import fault_sheet
from server.pours.facts import facts_of
from server.pours.models import Pour
from server.pours.services.answer_pour import AnswerForm, answer_pour
from server.pours.services.close_pour import CloseForm, close_pour
from server.pours.services.plan_pour import PourForm, plan_pour

Entry = dict[str, Any]
LAST_DAY = "2026-11-22T07:30:00+00:00"


@transaction.atomic
def load_demo() -> bool:
    """Load the demo into an empty database; returns False where there are crews already."""
    if Crew.objects.exists():
        return False
    people = _read("people")
    crew = Crew.objects.create(id=demo_id("crew"), name=people["crew"])
    users = {person["username"]: _person(crew, person) for person in people["people"]}
    _gear(users["ines"], crew)
    for job in _read("jobs"):
        _job(users, crew, job)
    for height in _read("heights"):
        keep_demo_height(users, crew, height)
    load_second_crew(users, _read("second_crew"))
    _days(users)
    return True


def _days(users: dict[str, User]) -> None:
    """Say who is where today and tomorrow."""
    today = timezone.localdate()
    for name, ahead, people in (
        ("Bicycle shelter", 0, ("marek", "tobi")),
        ("Orchard pack house", 1, ("marek",)),
        ("Pottery studio, kiln room", 1, ("tobi",)),
    ):
        keys = [users[person].pk for person in people]
        put_on_job(users["ines"], demo_id(name), today + timedelta(days=ahead), keys)


def _read(name: str) -> Any:
    return json.loads((settings.ROOT / "demo" / f"{name}.json").read_text())


def _person(crew: Crew, person: Entry) -> User:
    user = User.objects.create_user(
        person["username"],
        password=person["password"],
        first_name=person["first"],
        last_name=person["last"],
    )
    Membership.objects.create(crew=crew, user=user, role=person["role"])
    return user


def _gear(owner: User, crew: Crew) -> None:
    gear = _read("gear")
    for instrument in gear["instruments"]:
        _instrument(owner, crew, instrument)
    for receiver in gear["receivers"]:
        own = ReceiverForm(id=demo_id("receiver", receiver["name"]), **receiver)
        add_receiver(owner, crew.pk, own)
    for rod in gear["rods"]:
        add_rod(owner, crew.pk, RodForm(id=demo_id("rod", rod["name"]), **rod))


def _instrument(owner: User, crew: Crew, entry: Entry) -> None:
    """Add an instrument with its history."""
    checks, knocks = entry.pop("checks"), entry.pop("knocks")
    key = demo_id("instrument", entry["name"])
    add_instrument(owner, crew.pk, InstrumentForm(id=key, **entry))
    site = Site(Style.from_code("m"), None)
    for check in checks:
        days = check.pop("days_ago")
        form = CheckForm(id=demo_id("check", key, days), made_at=_days_ago(days), **check)
        record_check(owner, key, form, site)
    for knock in knocks:
        days = knock["days_ago"]
        happened = KnockForm(demo_id("knock", key, days), knock["note"], _days_ago(days))
        report_knock(owner, key, happened)


def _days_ago(days: int) -> datetime:
    return moment(LAST_DAY) - timedelta(days=days)


def _job(users: dict[str, User], crew: Crew, entry: Entry) -> None:
    name, foreman = entry["name"], users["marek"]
    first, *others = [
        BenchmarkForm(id=demo_id(name, "benchmark", benchmark["name"]), **benchmark)
        for benchmark in entry["benchmarks"]
    ]
    form = JobForm(demo_id(name), crew.pk, name, entry["style"], entry["place"], first)
    job, _ = create_job(foreman, form)
    for benchmark in others:
        add_benchmark(foreman, job.pk, benchmark)
    for floor in entry["floors"]:
        _floor(foreman, job, floor)
    for element in entry.get("elements", []):
        _element(foreman, job, element)
    if "prices" in entry:
        keep_prices(foreman, job.pk, PricesForm(**entry["prices"]))
    for number, station in enumerate(entry["set_ups"], start=1):
        _set_up(users, job, number, station)
    for notice in entry.get("notices", []):
        _notice(users["ines"], job, notice)
    for pour in entry.get("pours", []):
        _pour(users["ines"], job, pour)
    if "survey" in entry:
        Survey(job, users, entry["survey"]).walk()


def _floor(foreman: User, job: Job, floor: Entry) -> None:
    reference = floor.pop("reference", None)
    benchmark = demo_id(job.name, "benchmark", reference) if reference else None
    form = FloorForm(
        id=demo_id(job.name, "floor", floor["name"]),
        corners=floor.pop("corners", []),
        reference=benchmark,
        **floor,
    )
    lay_out_floor(foreman, job.pk, form)


def _element(foreman: User, job: Job, element: Entry) -> None:
    def floor(name: str) -> UUID | None:
        return demo_id(job.name, "floor", name) if name else None

    typed: Typed = {
        "shape": element.pop("shape"),
        "outline_of": str(floor(element.pop("outline_of")) or ""),
        "corners": element.pop("corners"),
        "measures": element.pop("measures"),
        "steps": element.pop("steps"),
        "layers": element.pop("layers"),
    }
    form = ElementForm(
        id=demo_id(job.name, "element", element["name"]),
        reference=floor(element.pop("reference")),
        typed=typed,
        **element,
    )
    place_element(foreman, job.pk, form)


def _pour(owner: User, job: Job, pour: Entry) -> None:
    form = PourForm(
        id=demo_id(job.name, "pour", pour["name"]),
        name=pour["name"],
        pours_at=moment(pour["pours_at"]),
        truck=pour["truck"],
        rate=pour["rate"],
        floors=[demo_id(job.name, "floor", name) for name in pour["floors"]],
        elements=[demo_id(job.name, "element", name) for name in pour["elements"]],
    )
    plan_pour(owner, job.pk, form)
    stored = Pour.objects.get(pk=form.id)
    for answer in pour["answers"]:
        key = demo_id(form.id, "answer", answer["question"])
        shown = [fault for line in facts_of(stored).lines() for fault in line.faults]
        faults: list[Any] = [fault_sheet(fault) for fault in shown]
        said = AnswerForm(key, **answer, faults=faults, taken_at=moment(LAST_DAY))
        answer_pour(owner, form.id, said)
    if "closed" in pour:
        closed = pour["closed"]
        began, at = moment(closed["began_at"]), moment(closed["taken_at"])
        close_pour(owner, form.id, CloseForm(demo_id(form.id, "closed"), closed["note"], began, at))


def _notice(owner: User, job: Job, entry: Entry) -> None:
    key = demo_id(job.name, "notice", entry["floor"])
    sent_at = moment(entry["taken_at"])
    form = NoticeForm(key, entry["rate"], entry["days"], sent_at)
    notice, _ = send_notice(owner, demo_id(job.name, "floor", entry["floor"]), form)
    if "acknowledged_by" in entry:
        said = AcknowledgeForm(demo_id(key, "acknowledged"), entry["acknowledged_by"])
        kept, _ = acknowledge_notice(link_of(notice), said)
        # What a customer says is kept with the moment it came in; the demo's came in earlier.
        QuerySet(NoticeAcknowledgment).filter(pk=kept.pk).update(recorded_at=sent_at)


def _set_up(users: dict[str, User], job: Job, number: int, station: Entry) -> None:
    user, taken_at = users[station["by"]], moment(station["taken_at"])
    sight = BacksightForm(
        rod=demo_id("rod", station["rod"]),
        benchmark=demo_id(job.name, "benchmark", station["benchmark"]),
        backsight=station["backsight"],
    )
    form = SetUpForm(
        id=demo_id(job.name, "set-up", number),
        instrument=demo_id("instrument", station["instrument"]),
        x=station["x"],
        y=station["y"],
        taken_at=taken_at,
        sight=sight,
        receiver=demo_id("receiver", station["receiver"]) if "receiver" in station else None,
    )
    stands, _ = set_up(user, job.pk, form)
    for shot in station["shots"]:
        _shot(users["tobi"], stands, taken_at, shot)
    for read in station.get("reads", []):
        again = RereadForm(
            demo_id(form.id, "read", read["minute"]),
            sight.benchmark,
            read["reading"],
            read["occasion"],
            taken_at + timedelta(minutes=read["minute"]),
        )
        read_again(user, stands.pk, again)


def _shot(user: User, stands: SetUp, start: datetime, shot: Entry) -> None:
    lies_on = {"floor__name": shot["floor"]} if "floor" in shot else {
        "element__name": shot["element"], "task": shot["task"],
    }  # fmt: skip
    owner = "floor" if "floor" in shot else "element"
    names = (stands.job_id, stands.number, *lies_on.values(), shot["point"], shot["minute"])
    point = Point.objects.get(**lies_on, **{f"{owner}__job_id": stands.job_id}, name=shot["point"])
    form = ShotForm(
        id=demo_id("shot", *names),
        set_up=stands.pk,
        point=point.pk,
        reading=shot["reading"],
        setting=shot.get("setting", "fine"),
        taken_at=start + timedelta(minutes=shot["minute"]),
    )
    record_shot(user, form)
    if "bears_on" in shot:
        clean = FindingForm(
            demo_id("finding", *names), shot["bears_on"], is_cleaned=True, taken_at=form.taken_at
        )
        record_finding(user, point.pk, clean)
    if "struck" in shot:
        strike_shot(user, form.id, StrikeForm(demo_id("strike", *names), shot["struck"]))
