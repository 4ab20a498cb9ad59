"""A crew, its gear and a job to test on, made through the API as people make them."""

from __future__ import annotations

from datetime import UTC, datetime
from time import time
from typing import Any
from uuid import UUID, uuid4, uuid5

from django.apps import apps
from django.test import Client, TestCase

from server.crews.models import Crew, Membership, Phone, Role, User

Body = dict[str, Any]
TAKEN_AT = "2026-05-04T09:30:00Z"


LONG_AGO = datetime(2026, 1, 1, tzinfo=UTC)


class OnAPhone(Client):
    """A browser with a clock that is right, on a phone that was seen long ago."""

    def __init__(self, **defaults: Any) -> None:
        super().__init__(**defaults)
        self.key = uuid4()

    def force_login(self, user: Any, backend: str | None = None) -> None:
        super().force_login(user, backend)
        Phone.objects.create(pk=uuid5(self.key, str(user.pk)))
        Phone.objects.update(first_seen_at=LONG_AGO)

    def request(self, **request: Any) -> Any:
        clock = {"HTTP_X_PHONE_NOW": repr(time()), "HTTP_X_PHONE_CLOCK_OFF": "0"}
        return super().request(**{"HTTP_X_PHONE": str(self.key), **clock, **request})


def person(crew: Crew, role: Role) -> OnAPhone:
    """Return the phone of a new, signed-in member of a crew."""
    user = User.objects.create_user(f"{role}-{uuid4().hex[:8]}", first_name=role.label)
    Membership.objects.create(crew=crew, user=user, role=role)
    client = OnAPhone()
    client.force_login(user)
    return client


def floor_body(reference: UUID | None, /, **changed: Any) -> Body:
    """Return the body of a 6 m x 4 m floor, 5 in thick, a foot above its reference."""
    body = {
        "id": str(uuid4()), "name": "Floor", "shape": "rectangle", "length": "6 m",
        "width": "4 m", "notch_length": "", "notch_width": "", "corners": [],
        "level_from": "benchmark", "level": "12\"", "side": "above",
        "reference": str(reference), "thickness": "5\"", "least_thickness": "4 1/2\"",
        "tolerance": "1/4\"", "grid_spacing": "2 m", "mark_spacing": "16 ft",
        "waste": "5", "order_step": "0.25",
    }  # fmt: skip
    return body | changed


class SiteTestCase(TestCase):
    """A feet-inches job with a benchmark at 50 ft 4 1/2 in, and every kind of member."""

    def setUp(self) -> None:
        self.crew = Crew.objects.create(name="Test crew")
        self.foreman = person(self.crew, Role.FOREMAN)
        self.helper = person(self.crew, Role.HELPER)
        self.outsider = person(Crew.objects.create(name="Others"), Role.OWNER)
        self.job = uuid4()
        self.benchmark = uuid4()
        self.ok(self.foreman, "jobs", self.job_body(), 201)
        apps.get_model("jobs", "Job").objects.update(begun_at=LONG_AGO)

    def change(self, path: str, body: Body, status: int = 200, opened: Body | None = None) -> Any:
        """Change a floor or an element, by a form opened now or as it was ``opened``."""
        if opened is None:
            sheet = self.get(path)
            opened = sheet.get("typed", sheet)
        answer = self.foreman.put(
            f"/api/v1/{path}", body | {"opened": opened}, content_type="application/json"
        )
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def job_body(self, **changed: Any) -> Body:
        benchmark = {
            "id": str(self.benchmark), "name": "BM1", "elevation": "50' 4 1/2\"",
            "description": "Bolt in the curb",
        }  # fmt: skip
        body = {
            "id": str(self.job), "crew": str(self.crew.pk), "name": "Shed", "place": "Back lot",
            "style": "ft-in/8", "benchmark": benchmark,
        }  # fmt: skip
        return body | changed

    def get(self, path: str, client: Client | None = None, status: int = 200) -> Any:
        answer = (client or self.foreman).get(f"/api/v1/{path}")
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def ok(self, client: Client, path: str, body: Body, status: int = 201) -> Any:
        answer = client.post(f"/api/v1/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def refused(self, client: Client, path: str, body: Body, status: int = 400) -> dict[str, str]:
        """Post what can't be, and return the reason by field."""
        errors = self.ok(client, path, body, status)["errors"]
        for error in errors:
            self.assertTrue(error["why"] and error["accepts"], error)
        return {error["field"]: error["why"] for error in errors}

    def add_floor(self, **changed: Any) -> str:
        body = floor_body(self.benchmark, **changed)
        made: str = self.ok(self.foreman, f"jobs/{self.job}/floors", body)["id"]
        return made

    def add_second_benchmark(self) -> str:
        """Add BM2 at 50 ft, with its place."""
        body = {
            "id": str(uuid4()), "name": "BM2", "elevation": "50' 0\"", "description": "Nail",
            "x": "1 m", "y": "2 m",
        }  # fmt: skip
        self.ok(self.foreman, f"jobs/{self.job}/benchmarks", body)
        return str(body["id"])

    def add_rod(
        self, numbering: str = "up", graduation: str = "ft-in/8", length: str = "13 ft"
    ) -> str:
        body = {
            "id": str(uuid4()), "name": f"{numbering} {graduation}", "numbering": numbering,
            "graduation": graduation, "length": length, "has_bubble": True,
            "read_parts": 2,
        }  # fmt: skip
        made: str = self.ok(self.foreman, f"crews/{self.crew.pk}/rods", body)["id"]
        return made

    def add_instrument(self, **changed: Any) -> str:
        body = {
            "id": str(uuid4()), "name": "Laser", "kind": "rotary-laser", "range": "",
            "least_distance": "", "specification": "1.5 mm at 30 m", "beam_class": "2",
        }  # fmt: skip
        path = f"crews/{self.crew.pk}/instruments"
        made: str = self.ok(self.foreman, path, body | changed)["id"]
        return made

    def set_up_body(self, rod: str, instrument: str, /, **changed: Any) -> Body:
        body = {
            "id": str(uuid4()), "instrument": instrument, "rod": rod,
            "benchmark": str(self.benchmark), "backsight": "4' 2\"",
            "x": "-3 m", "y": "2 m", "taken_at": TAKEN_AT,
        }  # fmt: skip
        return body | changed

    def add_set_up(self, rod: str | None = None, **changed: Any) -> str:
        body = self.set_up_body(rod or self.add_rod(), self.add_instrument(), **changed)
        made: str = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        return made

    def points(self, floor: str) -> dict[str, str]:
        """Return the ids of a floor's points by name."""
        pegs = self.get(f"floors/{floor}")["plan"]["pegs"]
        return {peg["name"]: peg["id"] for peg in pegs}

    def shot_body(self, set_up: str, point: str, reading: str, **changed: Any) -> Body:
        body = {
            "id": str(uuid4()), "set_up": set_up, "point": point, "reading": reading,
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        return body | changed
