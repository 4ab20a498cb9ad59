"""Writes what a scripted person reads into a practice job's own book, as its screens do."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from django.test import Client
from django.utils import timezone

from server.crews.models import User
from server.fieldbook.models import SetUp, TurningPoint
from server.jobs.models import Benchmark, Point
from server.practice.job import SOMEBODY, spot_of
from server.practice.run import Run
from simulation.practice.on_site import Holding, OnSite
from simulation.practice.record import Read

Body = dict[str, Any]


class Book:
    """A practice job as whoever practices writes in it."""

    def __init__(self, run: Run, client: Client) -> None:
        self.run, self.client = run, client
        self.set_ups: dict[int, UUID] = {}
        client.force_login(
            User.objects.get(pk=SOMEBODY), backend="server.crews.sessions.PersonBackend"
        )

    def send(self, path: str, body: Body, status: int = 201) -> UUID:
        """Record something; returns its key."""
        key = uuid4()
        answer = self.client.post(
            f"/api/v1/{path}", {"id": str(key), **body}, content_type="application/json"
        )
        assert answer.status_code == status, answer.content[:800]
        return key

    @property
    def first(self) -> UUID:
        """The key of the first set-up."""
        return next(iter(self.set_ups.values()))

    def write(self, read: Read) -> UUID:
        """Write a reading down where it belongs; the first of a stand makes its set-up."""
        self.run.state = read.state
        body = {
            "reading": f"{read.typed:.9f} m",
            "sight": "upside-down" if read.state.holding is Holding.UPSIDE_DOWN else "standing",
            "taken_at": timezone.now().isoformat(),
        }
        stand = read.state.stands
        if stand not in self.set_ups:
            self.set_ups[stand] = self._set_up(read, body)
            return self.set_ups[stand]
        here = f"set-ups/{self.set_ups[stand]}"
        known = Benchmark.objects.filter(job=self.run.job, name=read.spot).first()
        if known is not None:
            is_there = self._is_stood_on(known)
            occasion = "end" if is_there else "closing"
            return self.send(
                f"{here}/rereads", body | {"point": str(known.pk), "occasion": occasion}
            )
        point = self._point(read.spot)
        if point is None:
            place = read.state.place
            named = {"name": read.spot, "x": f"{place.x:.3f} m", "y": f"{place.y:.3f} m"}
            return self.send(f"{here}/turning-points", body | named)
        own = {"set_up": str(self.set_ups[stand]), "point": str(point.pk)}
        return self.send("shots", body | own)

    def _is_stood_on(self, known: Benchmark) -> bool:
        return SetUp.objects.filter(benchmark=known).exists()

    def _point(self, spot: str) -> Point | None:
        points = Point.objects.filter(floor__job=self.run.job)
        return next((point for point in points if spot_of(self.run, point) == spot), None)

    def _set_up(self, read: Read, body: Body) -> UUID:
        known = Benchmark.objects.filter(job=self.run.job, name=read.spot).first()
        turns = TurningPoint.objects.filter(set_up__job=self.run.job, name=read.spot)
        on = known or turns.get()
        kit = {name: str(self.run.key(name)) for name in ("instrument", "receiver", "rod")}
        at = at_of(read.state)
        typed = {"backsight": body["reading"], "benchmark": str(on.pk)}
        rest = {name: body[name] for name in ("sight", "taken_at")}
        return self.send(f"jobs/{self.run.job}/set-ups", kit | at | typed | rest)


def at_of(state: OnSite) -> Body:
    """Return where the instrument stands, as it is typed."""
    assert state.stand is not None
    place = state.stand.place
    return {"x": f"{place.x:.3f} m", "y": f"{place.y:.3f} m"}
