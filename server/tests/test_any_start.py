"""Any start: a job with a name alone, work without a floor, heights above the beam."""

from __future__ import annotations

from typing import Any
from urllib.parse import urlencode
from uuid import UUID, uuid4

from core.lengths import Length
from server.jobs.models import Floor, Job, Point
from server.pours.models import PourPart
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT, Body, SiteTestCase, floor_body


class AnyStart(SiteTestCase):
    """A crew that begins with what it has."""

    def new_job(self, **changed: Any) -> str:
        body = {"id": str(uuid4()), "crew": str(self.crew.pk), "name": "Toll hut", "style": "m"}
        made: str = self.ok(self.foreman, "jobs", body | changed)["id"]
        return made

    def next_of(self, job: str) -> list[str]:
        steps = self.get(f"jobs/{job}")["steps"]
        return [step["key"] for step in steps if step["state"] == "next"]

    def states(self, job: str) -> dict[str, str]:
        return {step["key"]: step["state"] for step in self.get(f"jobs/{job}")["steps"]}

    def test_a_name_is_enough_and_the_rest_is_said_to_be_missing(self) -> None:
        job = self.new_job()
        stored = Job.objects.get(pk=job)
        self.assertEqual((stored.name, stored.place), ("Toll hut", ""))
        self.assertEqual(stored.benchmarks.count(), 0)
        self.assertEqual(self.next_of(job), ["control"])
        for changed, field in (
            ({"name": "x" * 81}, "name"),
            ({"style": "cubits"}, "style"),
            ({"place": "p" * 121}, "place"),
        ):
            body = {"id": str(uuid4()), "crew": str(self.crew.pk), "name": "n", "style": "m"}
            answer = self.ok(self.foreman, "jobs", body | changed, 400)
            self.assertIn(field, [error["field"] for error in answer["errors"]])

    def test_a_benchmark_needs_no_description(self) -> None:
        job = self.new_job()
        body = {"id": str(uuid4()), "name": "BM1", "elevation": "0"}
        self.ok(self.foreman, f"jobs/{job}/benchmarks", body)
        self.assertEqual(self.next_of(job), ["floors"])
        (mark,) = self.get(f"jobs/{job}")["benchmarks"]
        self.assertEqual((mark["elevation"]["text"], mark["description"]), ("0.000 m", ""))

    def test_a_dig_before_a_floor_asks_for_no_floor(self) -> None:
        dig = element_body("excavation", str(self.benchmark)) | {
            "level_from": "benchmark", "level": "3 ft", "shape": "rectangle", "outline_of": None,
        }  # fmt: skip
        dig["measures"] |= {"x": "0", "y": "0", "length": "4 m", "width": "3 m"}
        self.ok(self.foreman, f"jobs/{self.job}/elements", dig)
        self.assertEqual(self.next_of(str(self.job)), ["set-up"])
        self.add_set_up()
        self.assertEqual(self.next_of(str(self.job)), ["dig"])
        states = self.states(str(self.job))
        self.assertEqual((states["floors"], states["stone"]), ("open", "open"))
        self.assertNotIn("concrete", states)
        self.add_floor()
        self.assertIn("concrete", self.states(str(self.job)))

    def test_free_points_alone_ask_for_nothing(self) -> None:
        self.add_set_up()
        point = {"id": str(uuid4()), "name": "Sill"}
        self.ok(self.helper, f"jobs/{self.job}/free-points", point)
        self.assertEqual(self.next_of(str(self.job)), [])
        steps = {step["key"]: step for step in self.get(f"jobs/{self.job}")["steps"]}
        self.assertEqual(steps["points"]["note"], "0 of 1 shot")
        shot = self.shot_body(self.latest(), point["id"], "4' 0\"")
        self.ok(self.helper, "shots", shot)
        knock = {"id": str(uuid4()), "happened_at": "2026-05-04T09:00:00Z"}
        self.ok(self.helper, f"set-ups/{self.latest()}/knocks", knock)
        self.assertEqual(self.states(str(self.job))["set-up"], "attention")

    def latest(self) -> str:
        key: str = self.get(f"jobs/{self.job}")["set_ups"][0]["id"]
        return key

    def test_a_floor_by_four_entries(self) -> None:
        typed = {"least_thickness": "", "grid_spacing": "about 24 shots"}
        floor = Floor.objects.get(pk=self.add_floor(**typed))
        self.assertEqual(floor.thickness - floor.least_thickness, Length.from_inches("0.5"))
        self.assertTrue(20 <= Point.objects.filter(floor=floor).count() <= 28)
        thin = {"thickness": '3/4"', "name": "Skim", "least_thickness": ""}
        skim = Floor.objects.get(pk=self.add_floor(**thin))
        self.assertEqual(skim.least_thickness, skim.thickness)
        body = floor_body(self.benchmark, thickness="", least_thickness="")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/floors", body)
        self.assertEqual(reasons, {"thickness": "Nothing was typed."})

    def test_a_pour_takes_no_free_points(self) -> None:
        group = {"id": str(uuid4()), "name": "Ceiling"}
        self.ok(self.helper, f"jobs/{self.job}/point-groups", group)
        body = {
            "id": str(uuid4()), "name": "P", "pours_at": TAKEN_AT, "truck": "8", "rate": "16",
            "floors": [], "elements": [group["id"]],
        }  # fmt: skip
        reasons = self.refused(self.foreman, f"jobs/{self.job}/pours", body)
        self.assertEqual(reasons, {"floors": "Nothing is poured."})
        floor = self.add_floor()
        self.ok(self.foreman, f"jobs/{self.job}/pours", body | {"floors": [floor]})
        self.assertEqual(PourPart.objects.filter(element__isnull=False).count(), 0)


class AboveTheBeam(SiteTestCase):
    """Heights above the beam, and a set-up that a tape alone ties."""

    def match(self, set_up: str, asked: dict[str, str], status: int = 200) -> Any:
        return self.get(f"set-ups/{set_up}/match?{urlencode(asked)}", status=status)

    def test_an_old_ceiling_is_matched_upside_down(self) -> None:
        set_up = self.add_set_up()
        asked = {"reading": "3' 0\"", "sight": "upside-down", "amount": '2"', "side": "below"}
        told = self.match(set_up, asked)
        self.assertEqual(told["existing"]["text"], "57' 6 1/2\"")
        self.assertEqual(told["target"]["text"], "57' 4 1/2\"")
        self.assertEqual(told["ways"]["upside_down"]["rod"], "2' 10\"")
        self.assertEqual(told["ways"]["tape_verb"], "up from the beam")
        self.assertIn("above the beam", told["ways"]["obstacle"]["why"])
        self.match(set_up, {"reading": "3'", "sight": "sideways"}, 400)
        self.match(set_up, {"reading": "-3'", "sight": "taped-up"}, 400)

    def test_marks_of_a_set_up_whose_rod_nothing_ties(self) -> None:
        rod = self.add_rod("down", "in/8", '48"')
        set_up = self.add_set_up(rod, backsight='30"', sight="taped-down")
        floor = self.add_floor()
        surface = self.get(f"set-ups/{set_up}/marks?floor={floor}")["surfaces"][0]
        ways = surface["ways"]
        self.assertIsNone(ways["clamp"])
        self.assertIsNone(ways["slide"])
        self.assertIsNone(ways["direct"])
        self.assertEqual((ways["tape"]["job"] or ways["tape"]["rod"]), "1' 6\"")
        self.assertIn("no height", ways["obstacle"]["why"])
        point = self.points(floor)["A1"]
        shot = self.shot_body(set_up, point, '20"')
        error = self.ok(self.helper, "shots", shot, 400)["errors"][0]
        self.assertEqual((error["field"], error["code"]), ("sight", "not-from-here"))
        shot |= {"sight": "taped-down", "reading": '23"'}
        self.assertEqual(self.ok(self.helper, "shots", shot)["verdict"], "on")

    def test_where_it_stood_may_come_later_or_never_but_not_by_half(self) -> None:
        rod, instrument = self.add_rod(), self.add_instrument()
        half = self.set_up_body(rod, instrument, x="1 m", y="")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", half)
        self.assertEqual(reasons, {"y": "Nothing was typed."})
        nowhere = self.set_up_body(rod, instrument, x="", y=" ")
        self.ok(self.foreman, f"jobs/{self.job}/set-ups", nowhere)
        floor = UUID(self.add_floor())
        sheet = self.get(f"jobs/{self.job}")["set_ups"][0]
        self.assertIsNone(sheet["place"])
        marks = self.get(f"set-ups/{sheet['id']}/marks?floor={floor}")
        self.assertTrue(all(place["distance"] is None for place in marks["places"]))
        shot: Body = self.shot_body(sheet["id"], self.points(str(floor))["A1"], "3' 7\"")
        said = self.ok(self.helper, "shots", shot)
        self.assertEqual(said["verdict"], "on")
        knock = {"id": str(uuid4()), "happened_at": "2026-05-04T09:45:00Z"}
        self.ok(self.helper, f"set-ups/{sheet['id']}/knocks", knock)
        way = self.get(f"set-ups/{sheet['id']}/way-out")
        self.assertTrue(all(point["distance"] is None for point in way["points"]))
