"""Junk in every entry that takes a sum, a fall or a number of its own: never a 500, all kept."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from server.concrete.services.prices import NAMES
from server.tests.plan import element_body
from server.tests.site import SiteTestCase, floor_body

JUNK = (
    "NaN",
    "inf - inf",
    "9" * 400,
    "1 ft - " + "9" * 400,
    "- - - -1 ft",
    "1 ft - - - 1 in",
    "1/0",
    "7 9/0 - 1",
    "1 ft -",
    "((1 ft))",
    "1 ft * 2",
    "٣ ft",
    " - ".join(["1 ft"] * 70),
)
THICKENED = {"edge": "1", "width": '12"', "depth": '12"'}


class Junk(SiteTestCase):
    """A job, and what its forms refuse."""

    def told(self, path: str, body: dict[str, Any], field: str, junk: str) -> None:
        """Post it and see it refused in its own field, with what was typed given back."""
        with self.subTest(path=path, field=field, junk=junk[:24]):
            errors = self.ok(self.foreman, path, body, 400)["errors"]
            here = [error for error in errors if error["field"] == field]
            self.assertTrue(here, errors)
            self.assertTrue(here[0]["why"])
            self.assertTrue(here[0]["accepts"])
            self.assertTrue(junk.startswith(here[0]["typed"].rstrip("…")), here)

    def test_a_slabs_thickness(self) -> None:
        path = f"jobs/{self.job}/floors"
        for junk in (*JUNK, ""):
            for field in ("taper_edge", "taper_to"):
                changed = {"taper_edge": "1", "taper_to": '4 3/4"'} | {field: junk}
                self.told(path, floor_body(self.benchmark, **changed), field, junk)
            for name in THICKENED:
                body = floor_body(self.benchmark, thickened=[THICKENED | {name: junk}])
                self.told(path, body, f"thickened.0.{name}", junk)
        self.assertEqual(len(self.get(f"jobs/{self.job}")["floors"]), 0)

    def test_edges_and_depths_that_can_not_be(self) -> None:
        path = f"jobs/{self.job}/floors"
        for edge in ("0", "5", "-1", "1.5"):
            body = floor_body(self.benchmark, taper_edge=edge, taper_to='4 3/4"')
            self.told(path, body, "taper_edge", edge)
            body = floor_body(self.benchmark, thickened=[THICKENED | {"edge": edge}])
            self.told(path, body, "thickened.0.edge", edge)
        for far in ('4"', '6"', '-4 3/4"', '0"'):
            body = floor_body(self.benchmark, taper_edge="1", taper_to=far)
            self.told(path, body, "taper_to", far)
        for name, wrong in (("depth", '5"'), ("depth", '-12"'), ("width", '0"'), ("width", '-1"')):
            body = floor_body(self.benchmark, thickened=[THICKENED | {name: wrong}])
            self.told(path, body, f"thickened.0.{name}", wrong)

    def test_about_so_many_shots(self) -> None:
        path = f"jobs/{self.job}/floors"
        for junk in ("about 0 shots", "about 99999 shots", "about 100000 shots", "about x shots"):
            self.told(path, floor_body(self.benchmark, grid_spacing=junk), "grid_spacing", junk)
        for asked in ("about 24 shots", "24 points", "About  26 Shots"):
            floor = self.add_floor(name=asked, grid_spacing=asked)
            count = self.get(f"floors/{floor}")["plan"]["counts"]["points"]
            self.assertTrue(20 <= count <= 28, (asked, count))

    def test_sums_on_the_helpers_panels(self) -> None:
        job = f"jobs/{self.job}"
        sides = {"side": "20 ft", "far_side": "30 ft", "first": "36 ft", "second": "36 ft"}
        stretch = {"length": "20 ft", "start": '4"', "end": '6"'}
        strip = {"stretches": [stretch], "strip_height": '4"', "roll": "50 ft"}
        for junk in (*JUNK, ""):
            for name in sides:
                self.told(f"{job}/square", sides | {name: junk}, name, junk)
            for name in stretch:
                body = strip | {"stretches": [stretch | {name: junk}]}
                self.told(f"{job}/isolation-strip", body, f"stretches.0.{name}", junk)

    def test_a_sum_of_both_systems_is_exact(self) -> None:
        point = self.points(self.add_floor())["A1"]
        body = self.shot_body(self.add_set_up(), point, "3' 7\" - 20 mm")
        elevation = self.ok(self.helper, "shots", body)["elevation"]
        self.assertEqual(elevation["metres"], "15.552100000")

    def test_waste_falls_and_prices(self) -> None:
        floor = self.add_floor()
        for junk in JUNK:
            body = element_body("footing", floor, part="top", measures={"waste": junk})
            self.told(f"jobs/{self.job}/elements", body, "waste", junk)
            body = element_body("piers", floor, measures={"fall": junk})
            self.told(f"jobs/{self.job}/elements", body, "fall", junk)
            prices = dict.fromkeys(NAMES, "") | {"truck": junk, "for_crew": False}
            answer = self.foreman.put(
                f"/api/v1/jobs/{self.job}/prices", prices, content_type="application/json"
            )
            self.assertEqual(answer.status_code, 400, junk[:24])
            self.assertEqual(answer.json()["errors"][0]["field"], "truck")

    def test_readings_as_sums(self) -> None:
        floor, set_up = self.add_floor(), self.add_set_up()
        point = self.points(floor)["A1"]
        for junk in (*JUNK, ""):
            self.told("shots", self.shot_body(set_up, point, junk), "reading", junk)
        body = self.shot_body(set_up, point, '3\' 8" - 1"')
        self.assertEqual(self.ok(self.helper, "shots", body)["verdict"], "on")

    def test_a_strike_of_a_backsight_wants_its_reason(self) -> None:
        set_up = self.add_set_up()
        path = f"set-ups/{set_up}/backsights/{set_up}/strikes"
        for reason in ("", " ", "x" * 2000):
            self.told(path, {"id": str(uuid4()), "reason": reason}, "reason", reason)
        self.ok(self.foreman, path, {"id": "no key", "reason": "r"}, 400)
        away = {"id": str(uuid4()), "reason": "read on a clod"}
        self.ok(self.outsider, path, away, 404)
        other = path.replace(f"backsights/{set_up}", f"backsights/{uuid4()}")
        self.ok(self.foreman, other, away, 404)
