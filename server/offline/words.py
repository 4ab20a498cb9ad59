"""What waits on a phone, in words: each record as the person who made it would tell it."""

from __future__ import annotations

import json
import re
from collections.abc import Callable
from typing import Any

from django.db import models

from server.fieldbook.models import SetUp
from server.gear.models import Instrument
from server.jobs.models import Benchmark, Element, Floor, Job, Point
from server.pours.models import Pour

Body = dict[str, Any]
Teller = Callable[[str, Body], str]
PREFIX = "/api/v1/"


def words_of(method: str, path: str, body: str) -> str:
    """Return what a request records, in words; plain ones where nothing better is known."""
    place = path.partition("?")[0].removeprefix(PREFIX)
    typed = _read(body)
    for pattern, tell in TELLERS:
        found = re.fullmatch(pattern, place)
        if found:
            return tell(found.group(1) if found.groups() else "", typed)
    verb = "Changed" if method == "PUT" else "Recorded"
    return f"{verb}: {place.rpartition('/')[2].replace('-', ' ')}"


def _read(body: str) -> Body:
    try:
        typed = json.loads(body)
    except ValueError:
        return {}
    return typed if isinstance(typed, dict) else {}


def _named(model: type[models.Model], key: object) -> str:
    found = model._default_manager.filter(pk=key).first() if key else None
    return str(found) if found else "something that is gone"


def _point(key: object) -> str:
    found = Point.objects.filter(pk=str(key)).select_related("floor", "element").first()
    return f"{found.name} of {found.where}" if found else "a point that is gone"


def _known(body: Body) -> str:
    return _named(Benchmark, body.get("benchmark")) if body.get("benchmark") else "a turning point"


def _shot(_: str, body: Body) -> str:
    return f"{body.get('reading', '')} on {_point(body.get('point'))}"


def _set_up(job: str, body: Body) -> str:
    return f"Set-up, {body.get('backsight', '')} on {_known(body)}, {_named(Job, job)}"


def _in_job(what: str) -> Teller:
    return lambda job, body: f"{what} {body.get('name', '')}, {_named(Job, job)}"


def _changed(model: type[models.Model]) -> Teller:
    return lambda key, body: f"Changed: {_named(model, key)}"


def _of(what: str, model: type[models.Model], *told: str) -> Teller:
    def tell(key: str, body: Body) -> str:
        more = " ".join(str(body[name]) for name in told if body.get(name))
        return f"{what}{f' {more}' if more else ''}: {_named(model, key)}"

    return tell


TELLERS: tuple[tuple[str, Teller], ...] = (
    ("shots", _shot),
    ("shots/(.+)/strikes", lambda key, body: f"Struck a reading: {body.get('reason', '')}"),
    ("jobs/(.+)/set-ups", _set_up),
    ("jobs", lambda key, body: f"New job {body.get('name', '')}"),
    ("jobs/(.+)/floors", _in_job("New floor")),
    ("jobs/(.+)/elements", _in_job("New on the plan:")),
    ("jobs/(.+)/benchmarks", _in_job("Benchmark")),
    ("jobs/(.+)/pours", _in_job("New pour")),
    ("jobs/(.+)/pictures", lambda key, body: f"Picture of a {body.get('kind', '')}"),
    ("floors/([^/]+)", _changed(Floor)),
    ("elements/([^/]+)", _changed(Element)),
    ("floors/(.+)/points", _of("Point", Floor, "name")),
    ("points/(.+)/findings", lambda key, body: f"Found in hole {_point(key)}"),
    ("points/(.+)/head-locks", lambda key, body: f"Head of {_point(key)}"),
    ("points/(.+)/target", lambda key, body: f"Target of {_point(key)}"),
    ("set-ups/(.+)/rereads", _of("Read again", SetUp, "reading")),
    ("set-ups/(.+)/knocks", _of("Knocked", SetUp)),
    ("set-ups/(.+)/turning-points", _of("Turning point", SetUp, "name")),
    ("pours/(.+)/answers", _of("Answered", Pour, "question", "answer")),
    ("pours/(.+)/lifts", _of("Hold lifted", Pour, "reason")),
    ("pours/(.+)/closing", _of("Poured", Pour)),
    ("instruments/(.+)/checks", _of("Check", Instrument)),
    ("instruments/(.+)/knocks", _of("Knocked", Instrument)),
)
