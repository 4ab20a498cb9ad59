"""Every address of the API that takes something, with a body for it; and those that read."""

from __future__ import annotations

from uuid import uuid4

from core.tasks import Stage
from server.jobs.models import Point
from server.tests.plan import element_body
from server.tests.pours import NO_INSPECTION
from server.tests.site import TAKEN_AT, SiteTestCase, floor_body


class AddressCase(SiteTestCase):
    """A job with something at every address."""

    def setUp(self) -> None:
        super().setUp()
        self.instrument = self.add_instrument()
        self.floor, self.set_up_id = self.add_floor(), self.add_set_up()
        self.point = self.points(self.floor)["A1"]
        piers = element_body("piers", self.floor)
        self.element = self.ok(self.foreman, f"jobs/{self.job}/elements", piers)["id"]
        self.hole = Point.objects.filter(element=self.element, task="hole")[0].pk
        shot = self.shot_body(self.set_up_id, self.point, "3' 7\"")
        self.ok(self.helper, "shots", shot)
        self.shot = shot["id"]
        pour = {
            "id": str(uuid4()), "name": "Slab", "pours_at": TAKEN_AT, "truck": "8",
            "rate": "16", "floors": [self.floor], "elements": [],
        }  # fmt: skip
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", pour)["id"]
        self.reads = [
            f"jobs/{self.job}",
            f"floors/{self.floor}",
            f"crews/{self.crew.pk}/gear",
            f"set-ups/{self.set_up_id}/marks?floor={self.floor}",
            f"set-ups/{self.set_up_id}/reading?point={self.point}&reading=3 ft",
            f"set-ups/{self.set_up_id}/book",
            f"set-ups/{self.set_up_id}/way-out",
            f"jobs/{self.job}/runs",
            f"instruments/{self.instrument}?units=ft-in/8",
            *(f"jobs/{self.job}/stages/{stage}" for stage in Stage),
            f"elements/{self.element}",
            f"set-ups/{self.set_up_id}/marks?element={self.element}&stage=piers",
            f"set-ups/{self.set_up_id}/points/{self.hole}",
            f"set-ups/{self.set_up_id}/match?reading=3 ft",
            f"jobs/{self.job}/pours",
            f"pours/{self.pour}",
            f"jobs/{self.job}/take-off",
            f"jobs/{self.job}/prices",
            f"jobs/{self.job}/records",
            f"floors/{self.floor}/map",
            f"floors/{self.floor}/notices",
            f"crews/{self.crew.pk}/jobs-in",
            f"jobs/{self.job}/carried",
            f"crews/{self.crew.pk}/carried",
        ]

    def writes(self) -> list[tuple[str, dict[str, object], bool]]:
        """Every address that takes something, a body for it, and whether it plans."""
        key = {"id": str(uuid4())}
        rod = {
            "name": "r",
            "numbering": "up",
            "graduation": "mm",
            "length": "4000",
            "has_bubble": False,
            "read_parts": 1,
        }
        laser = {
            "name": "l",
            "kind": "line-laser",
            "range": "30 m",
            "least_distance": "",
            "specification": "",
            "beam_class": "",
        }
        receiver = {"name": "r", "signal": "too-low", "fine": "1 mm", "coarse": "2 mm"}
        reread = {
            "point": str(self.benchmark),
            "reading": "4' 2\"",
            "occasion": "clock",
            "taken_at": TAKEN_AT,
        }
        turn = {"name": "T", "reading": "4'", "x": "1 m", "y": "1 m", "taken_at": TAKEN_AT}
        check = {
            "method": "face-about",
            "made_at": TAKEN_AT,
            "typed": {"distance": "60 ft", "gap": '1/16"', "resolution": '1/32"'},
        }
        dropped = {"note": "off the tailgate", "happened_at": TAKEN_AT}
        found = {"bearing": "rock", "is_cleaned": True, "taken_at": TAKEN_AT}
        pour = {
            "name": "Other",
            "pours_at": TAKEN_AT,
            "truck": "8",
            "rate": "16",
            "floors": [self.floor],
            "elements": [],
        }
        answer = {"question": "strip", "answer": "on", "is_good": True, "taken_at": TAKEN_AT}
        lift = {"question": "inspection", "reason": "none needed", "taken_at": TAKEN_AT,
                "faults": [NO_INSPECTION]}  # fmt: skip
        closing = {"note": "", "began_at": TAKEN_AT, "taken_at": TAKEN_AT}
        notice = {"rate": "1", "days": 3, "taken_at": TAKEN_AT}
        from_here, its = f"set-ups/{self.set_up_id}", f"instruments/{self.instrument}"
        benchmark = {"name": "B", "elevation": "5 ft", "description": "d"}
        set_up = self.set_up_body(self.add_rod("down"), self.instrument)
        wanted = {"name": "w", "target": "51 ft"}
        height = {"rod": set_up["rod"], "known": "5 ft", "reading": "1 ft", "points": [wanted]}
        kept = key | height | {"taken_at": TAKEN_AT, "job_name": "Kept"}
        return [
            ("jobs", self.job_body(**key), True),
            (f"jobs/{self.job}/benchmarks", key | benchmark, True),
            (
                f"jobs/{self.job}/ties",
                key | {"benchmark": str(self.benchmark), "real": "612 ft"},
                True,
            ),
            (f"jobs/{self.job}/floors", floor_body(self.benchmark), True),
            (f"jobs/{self.job}/set-ups", set_up, False),
            (f"crews/{self.crew.pk}/heights", kept, False),
            (f"crews/{self.crew.pk}/usual-kit", {"units": "m"}, True),
            (f"jobs/{self.job}/point-groups", key | {"name": "Ceiling"}, False),
            (f"jobs/{self.job}/free-points", {"id": str(uuid4()), "name": "Sill"}, False),
            (f"crews/{self.crew.pk}/rods", key | rod, True),
            (f"crews/{self.crew.pk}/instruments", key | laser, True),
            (f"floors/{self.floor}/points", key | {"x": "1 m", "y": "1 m"}, False),
            ("shots", self.shot_body(self.set_up_id, self.point, "3' 7\""), False),
            (f"shots/{self.shot}/strikes", key | {"reason": "misread"}, False),
            (f"crews/{self.crew.pk}/receivers", key | receiver, True),
            (f"{from_here}/rereads", key | reread, False),
            (f"{from_here}/knocks", key | {"happened_at": TAKEN_AT}, False),
            (f"{from_here}/turning-points", key | turn, False),
            (f"{its}/checks?units=ft-in/8", key | check, False),
            (f"{its}/knocks", key | dropped, False),
            (f"jobs/{self.job}/elements", element_body("form", self.floor), True),
            (f"points/{self.hole}/findings", key | found, False),
            (f"jobs/{self.job}/pours", key | pour, True),
            (f"pours/{self.pour}/answers", key | answer, True),
            (f"pours/{self.pour}/lifts", key | lift, True),
            (f"pours/{self.pour}/closing", key | closing, True),
            (f"floors/{self.floor}/notices", key | notice, True),
            (f"jobs/{self.job}/records", key, False),
        ]  # fmt: skip
