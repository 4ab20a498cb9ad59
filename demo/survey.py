"""A job of the demo whose readings come from the simulated site."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from core.lengths import Length, StyleKind, metres_text, parse_length
from demo.ids import demo_id, moment
from server.crews.models import User
from server.fieldbook.models import SetUp
from server.fieldbook.services.backsights import BacksightForm
from server.fieldbook.services.read_again import RereadForm, read_again
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.fieldbook.services.set_up import SetUpForm, set_up
from server.fieldbook.services.turning_points import TurningPointForm, shoot_turning_point
from server.jobs.models import Benchmark, Job, Point
from simulation import (
    Knock,
    Laser,
    Place,
    ReceiverTruth,
    RodTruth,
    SimulatedSite,
    Tilt,
    rough_ground,
)

Entry = dict[str, Any]
STEP = 0.003048


def metres(text: str) -> float:
    """Read a bare number of feet as metres."""
    return float(parse_length(text, StyleKind.DECIMAL_FEET))


def feet(reading: float) -> str:
    """Write a simulated reading as the person at the rod says it."""
    return f"{reading / 0.3048:.2f} ft"


class Survey:
    """Walks the actions of a survey in order, reading the simulated site."""

    def __init__(self, job: Job, users: dict[str, User], entry: Entry) -> None:
        self.job, self.entry = job, entry
        self.foreman, self.helper = users[entry["by"]], users["tobi"]
        self.start = moment(entry["taken_at"])
        self.stands: SetUp | None = None
        self.known = {
            benchmark.name: (_place(benchmark), float(benchmark.elevation))
            for benchmark in Benchmark.objects.filter(job=job)
        } | {
            name: (Place(metres(x), metres(y)), metres(elevation))
            for name, (x, y, elevation) in entry["known"].items()
        }
        ground = entry["ground"]
        self.site = SimulatedSite(
            entry["seed"],
            rough_ground(
                entry["seed"], metres(ground["level"]), (9.8, 6.1), metres(ground["roughness"])
            ),
            self.known,
            ReceiverTruth(metres(entry["half_band"])),
            RodTruth(entry["lean"], STEP),
        )

    def walk(self) -> None:
        """Do everything the survey says."""
        does = {
            "set-up": self._set_up,
            "turn": self._turn,
            "close": self._read_again,
            "re-read": self._read_again,
            "shoot": self._shoot,
        }
        for action in self.entry["actions"]:
            does[action["do"]](action)

    def _at(self, action: Entry, later: int = 0) -> Any:
        return self.start + timedelta(minutes=action["minute"] + later)

    def _key(self, *names: object) -> Any:
        return demo_id(self.job.name, *names)

    def _point(self, name: str) -> Any:
        kind = "benchmark" if name.startswith("BM") else "turning-point"
        return self._key(kind, name)

    def _set_up(self, action: Entry) -> None:
        x, y = action["at"]
        tilt = Tilt(self.entry["tilt"], toward=35.0)
        self.site.stand_up(Laser(Place(metres(x), metres(y)), metres(action["beam"]), tilt))
        sight = BacksightForm(
            rod=demo_id("rod", self.entry["rod"]),
            benchmark=self._point(action["on"]),
            backsight=feet(self.site.sight(action["on"])),
        )
        form = SetUpForm(
            id=self._key("set-up", action["minute"]),
            instrument=demo_id("instrument", self.entry["instrument"]),
            receiver=demo_id("receiver", self.entry["receiver"]),
            x=x,
            y=y,
            taken_at=self._at(action),
            sight=sight,
        )
        self.stands, _ = set_up(self.foreman, self.job.pk, form)

    def _turn(self, action: Entry) -> None:
        assert self.stands is not None
        place, _ = self.known[action["name"]]
        form = TurningPointForm(
            id=self._point(action["name"]),
            name=action["name"],
            reading=feet(self.site.sight(action["name"])),
            x=f"{metres_text(Length.from_float(place.x))} m",
            y=f"{metres_text(Length.from_float(place.y))} m",
            taken_at=self._at(action),
        )
        shoot_turning_point(self.helper, self.stands.pk, form)

    def _read_again(self, action: Entry) -> None:
        assert self.stands is not None
        form = RereadForm(
            id=self._key("re-read", action["minute"]),
            point=self._point(action["on"]),
            reading=feet(self.site.sight(action["on"])),
            occasion=action.get("occasion", "closing"),
            taken_at=self._at(action),
        )
        read_again(self.helper, self.stands.pk, form)

    def _shoot(self, action: Entry) -> None:
        assert self.stands is not None
        points = {point.name: point for point in Point.objects.filter(floor__job=self.job)}
        for i, name in enumerate(action["points"]):
            if i == action.get("knock_before"):
                self.site.knock(Knock(self.site.readings, metres(action["knock_lift"])))
            point = points[name]
            form = ShotForm(
                id=self._key("shot", action["minute"], name),
                set_up=self.stands.pk,
                point=point.pk,
                reading=feet(self.site.shoot(_place(point))),
                taken_at=self._at(action, later=i),
                setting=action["setting"],
            )
            record_shot(self.helper, form)


def _place(found: Benchmark | Point) -> Place:
    assert found.place is not None
    return Place(float(found.place.x), float(found.place.y))
