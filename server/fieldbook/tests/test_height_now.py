"""Three numbers to a height, in any units, kept in one step."""

from __future__ import annotations

from typing import Any
from unittest import mock
from uuid import uuid4

from core.lengths import Style
from server.common.shown import show
from server.crews.models import Crew, Role
from server.fieldbook.models import SetUp, Shot
from server.gear.models import Instrument, Rod
from server.jobs.models import Benchmark, Element, Job, Point
from server.tests.site import TAKEN_AT, Body, SiteTestCase, person


class HeightSite(SiteTestCase):
    """A crew with a rod and a laser."""

    def setUp(self) -> None:
        super().setUp()
        self.rod = self.add_rod(graduation="ft/100")
        self.add_instrument()

    def typed(self, **changed: Any) -> Body:
        """Return the rule's own example: BM 312.84, BS 5.17, footing bottom 309.50."""
        point = {"name": "Footing", "target": "309.50"}
        body = {"rod": self.rod, "known": "312.84", "reading": "5.17", "points": [point]}
        return body | changed

    def told(self, **changed: Any) -> Any:
        path = f"crews/{self.crew.pk}/height-now"
        return self.ok(self.helper, path, self.typed(**changed), 200)

    def to_keep(self, **changed: Any) -> Body:
        own = {"id": str(uuid4()), "taken_at": TAKEN_AT, "job_name": "Fence line"}
        return self.typed() | own | changed

    def keep(self, status: int = 201, **changed: Any) -> Any:
        return self.ok(self.foreman, f"crews/{self.crew.pk}/heights", self.to_keep(**changed),
                       status)  # fmt: skip


class ThreeNumbers(HeightSite):
    """Worked out as one types; nothing is stored."""

    def test_the_rules_own_example_four_ways(self) -> None:
        answer = self.told()
        self.assertEqual(answer["errors"], [])
        height = answer["height"]
        self.assertEqual(height["line"]["constant"]["text"], "318.01 ft")
        ways = height["points"][0]["ways"]
        self.assertEqual(ways["clamp"]["rod"], "8.51 ft")
        self.assertEqual(ways["slide"]["rod"], "slide UP 3.34 ft")
        self.assertEqual(ways["slide_steps"], ["3 feet", "3 tenths", "4 hundredths"])
        start, end = ways["reference_value"], ways["clamp_value"]
        self.assertAlmostEqual(ways["slide_stops"][0], start + (end - start) * 3.0 / 3.34)
        self.assertAlmostEqual(ways["slide_stops"][-1], end)
        self.assertEqual(
            (ways["tape"]["rod"], ways["tape_verb"]), ("8.51 ft", "down from the beam")
        )
        self.assertEqual((ways["direct"]["rod"], ways["direct_verb"]), ("3.34 ft", "above zero"))
        self.assertEqual((Job.objects.count(), SetUp.objects.count()), (1, 0))

    def test_nothing_known_is_taken_as_zero(self) -> None:
        height = self.told(known="", points=[{"target": "-3.34"}])["height"]
        self.assertTrue(height["is_zero"])
        self.assertEqual(height["line"]["constant"]["text"], "5.17 ft")
        self.assertEqual(height["points"][0]["ways"]["clamp"]["rod"], "8.51 ft")
        self.assertFalse(self.told(known="0")["height"]["is_zero"])

    def test_lower_and_higher_are_meant_from_what_one_stands_on(self) -> None:
        for target, clamp in (
            ("lower 3.34", "8.51 ft"), ("3.34 lower", "8.51 ft"), ("higher 1.10", "4.07 ft"),
            ("309.50", "8.51 ft"),
        ):  # fmt: skip
            with self.subTest(target):
                (point,) = self.told(points=[{"target": target}])["height"]["points"]
                self.assertEqual(point["ways"]["clamp"]["rod"], clamp)
        height = self.told(known="", points=[{"target": "lower 3.34"}])["height"]
        self.assertEqual(height["points"][0]["ways"]["clamp"]["rod"], "8.51 ft")
        far = self.told(points=[{"target": "higher 60000"}])["errors"]
        self.assertEqual([one["field"] for one in far], ["points.0.target"])

    def test_a_reading_judged_against_the_height(self) -> None:
        point = {"target": "309.50", "reading": "8.48"}
        says = self.told(points=[point])["height"]["points"][0]["says"]
        self.assertEqual((says["verdict"], says["action"]), ("high", "lower it 0.030 ft"))
        found = self.told(points=[{"reading": "8.48"}])["height"]["points"][0]["says"]
        self.assertEqual((found["verdict"], found["elevation"]["text"]), ("found", "309.53 ft"))

    def test_half_typed_it_tells_what_it_can(self) -> None:
        halves: list[Body] = [
            {"reading": ""},
            {"points": []},
            {"known": "", "reading": "", "points": []},
        ]
        for changed in halves:
            answer = self.told(**changed)
            self.assertEqual(answer["errors"], [])
            self.assertEqual(answer["height"]["line"] is None, not changed.get("reading", "x"))

    def test_wrong_entries_stand_in_their_own_places(self) -> None:
        table: list[tuple[Body, str, str]] = [
            ({"known": "tall"}, "known", "unreadable-length"),
            ({"known": "9" * 300}, "known", "unreadable-length"),
            ({"known": "99999"}, "known", "out-of-range"),
            ({"reading": "14"}, "reading", "off-the-rod"),
            ({"reading": "-1", "sight": "taped-up"}, "reading", "off-the-tape"),
            ({"points": [{"target": "NaN"}]}, "points.0.target", "unreadable-length"),
            ({"points": [{}, {"reading": "99"}]}, "points.1.reading", "off-the-rod"),
        ]
        for changed, field, code in table:
            with self.subTest(field=field, changed=changed):
                (error,) = self.told(**changed)["errors"]
                self.assertEqual((error["field"], error["code"]), (field, code), error)
                self.assertTrue(error["why"] and error["accepts"])

    def test_each_entry_is_refused_whatever_the_others_are(self) -> None:
        points = [{"target": "NaN", "reading": "99"}]
        errors = self.told(known="tall", reading="14", points=points)["errors"]
        fields = {error["field"] for error in errors}
        self.assertEqual(fields, {"known", "reading", "points.0.target"})

    def test_an_unknown_rod_and_another_crews_job(self) -> None:
        path = f"crews/{self.crew.pk}/height-now"
        self.ok(self.helper, path, self.typed(rod=str(uuid4())), 404)
        self.ok(self.outsider, path, self.typed(), 404)
        self.ok(self.helper, path, self.typed(job=str(uuid4())), 404)
        self.ok(self.helper, path, self.typed(job=str(self.job), benchmark=str(uuid4())), 404)
        for junk in (None, 5, "x", [5], [{"target": "1"}] * 41):
            self.ok(self.helper, path, self.typed(points=junk), 400)

    def test_in_a_job_it_stands_on_the_jobs_benchmark_in_the_jobs_style(self) -> None:
        own = {"job": str(self.job), "benchmark": str(self.benchmark), "points": []}
        height = self.told(known="ignored", **own)["height"]
        self.assertEqual(height["known"]["text"], "50' 4 1/2\"")
        self.assertEqual(height["line"]["constant"]["text"], "55' 6 1/2\"")


class KeepIt(HeightSite):
    """One step makes the job, its benchmark, its set-up and its points, whole or not at all."""

    def test_it_makes_a_job_that_says_the_same_again(self) -> None:
        body = self.to_keep(points=[{"target": "309.50", "reading": "8.48"}, {"name": "Sill"}])
        path = f"crews/{self.crew.pk}/heights"
        job = self.ok(self.foreman, path, body)["id"]
        self.assertEqual(self.ok(self.foreman, path, body, 200)["id"], job)
        kept = Job.objects.get(pk=job)
        self.assertEqual((kept.name, kept.place, kept.style), ("Fence line", "", "ft"))
        self.assertEqual(
            [benchmark.name for benchmark in Benchmark.objects.filter(job=kept)], ["BM1"]
        )
        self.assertEqual((SetUp.objects.count(), Shot.objects.count()), (1, 1))
        sheet = self.get(f"jobs/{job}")
        self.assertIsNone(sheet["set_ups"][0]["place"])
        self.assertEqual(sheet["set_ups"][0]["line"]["constant"]["text"], "318.01 ft")
        (work,) = self.get(f"jobs/{job}/stages/points")["works"]
        pegs = [(peg["name"], peg["state"], peg["place"]) for peg in work["pegs"]]
        self.assertEqual(pegs, [("P1", "high", None), ("Sill", "not-shot", None)])
        names = [step["key"] for step in sheet["steps"] if step["state"] == "next"]
        self.assertEqual(names, [])

    def test_a_difference_is_kept_as_the_height_it_means(self) -> None:
        job = self.keep(points=[{"name": "Sill", "target": "lower 3.34"}])["id"]
        target = Point.objects.get(element__job=job).target
        self.assertEqual(show(target, Style.from_code("ft"))["text"], "309.50 ft")

    def test_zero_is_said_to_be_assumed(self) -> None:
        job = self.keep(known="")["id"]
        benchmark = Benchmark.objects.get(job=job)
        self.assertEqual(float(benchmark.elevation), 0.0)
        self.assertIn("Taken as zero", benchmark.description)

    def test_into_an_open_job_under_the_next_name(self) -> None:
        footing = [{"name": "Footing", "target": "309.50 ft"}]
        kept = self.keep(job=str(self.job), job_name="", known="312.84 ft", points=footing)["id"]
        self.assertEqual(kept, str(self.job))
        names = Benchmark.objects.filter(job=self.job).values_list("name", flat=True)
        self.assertEqual(sorted(names), ["BM1", "BM2"])
        on_it = self.keep(job=str(self.job), benchmark=str(self.benchmark), points=[])["id"]
        self.assertEqual(SetUp.objects.filter(job=on_it, benchmark=self.benchmark).count(), 1)
        self.assertEqual(Benchmark.objects.filter(job=self.job).count(), 2)
        self.assertEqual(Point.objects.filter(element__job=self.job, name="Footing").count(), 1)

    def test_zero_does_not_contradict_a_datum_the_job_has(self) -> None:
        height = self.told(known="", job=str(self.job), points=[])["height"]
        self.assertEqual((height["known"], height["is_zero"], height["line"]), (None, False, None))
        (error,) = self.keep(400, known="", job=str(self.job), points=[])["errors"]
        self.assertEqual((error["field"], error["code"]), ("known", "blank"))
        self.assertEqual(Benchmark.objects.filter(job=self.job).count(), 1)
        own = self.keep(known="", points=[], id=(key := str(uuid4())))["id"]
        again = self.keep(200, known="", points=[], id=key)["id"]
        self.assertEqual(own, again)

    def test_nothing_is_half_kept(self) -> None:
        table: list[tuple[Body, str]] = [
            ({"known": "x"}, "known"),
            ({"reading": ""}, "reading"),
            ({"reading": "14"}, "reading"),
            ({"points": [{"target": "y"}]}, "points.0.target"),
            ({"points": [{"name": "a"}, {"name": "a"}]}, "points.1.name"),
            ({"points": [{"name": "a", "reading": "1' 2\" 3"}]}, "points.0.reading"),
        ]
        for changed, field in table:
            with self.subTest(changed):
                errors = self.keep(400, **changed)["errors"]
                self.assertIn(field, [error["field"] for error in errors], errors)
        self.assertEqual(Job.objects.count(), 1)
        self.assertEqual((SetUp.objects.count(), Element.objects.count()), (0, 0))

    def test_a_failure_in_the_middle_leaves_nothing(self) -> None:
        with (
            mock.patch("server.fieldbook.services.keep_height._keep_point", side_effect=OSError),
            self.assertLogs("django.request", "ERROR"),
            self.assertRaises(OSError),
        ):
            self.keep()
        self.assertEqual((Job.objects.count(), SetUp.objects.count()), (1, 0))

    def test_who_may(self) -> None:
        path = f"crews/{self.crew.pk}/heights"
        self.ok(self.outsider, path, self.to_keep(), 404)
        self.ok(self.helper, path, self.to_keep())
        owner = person(self.crew, Role.OWNER)
        choices = {"strict_calls": False, "check_days": 7, "helpers_set_up": False}
        put = f"/api/v1/crews/{self.crew.pk}/choices"
        for client, status in ((self.helper, 403), (self.foreman, 403), (owner, 200)):
            answer = client.put(put, choices, content_type="application/json")
            self.assertEqual(answer.status_code, status, answer.content)
        self.ok(self.helper, path, self.to_keep(), 403)
        body = self.set_up_body(self.rod, str(Instrument.objects.get().pk))
        self.ok(self.helper, f"jobs/{self.job}/set-ups", body, 403)
        self.assertFalse(self.get(f"jobs/{self.job}", self.helper)["can_set_up"])
        self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)
        kept = {"strict_calls": True, "check_days": 9}
        answer = self.foreman.put(put, kept, content_type="application/json")
        self.assertEqual(answer.status_code, 200)
        self.assertFalse(Crew.objects.get(pk=self.crew.pk).helpers_set_up)

    def test_a_crew_without_an_instrument_is_told_so(self) -> None:
        Instrument.objects.all()._raw_delete(using="default")
        error = self.keep(409)["errors"][0]
        self.assertIn("no instrument yet", error["why"])


class AnyUnits(SiteTestCase):
    """A crew without gear works in any units, and nothing is stored until a height is kept."""

    def rods(self) -> dict[str, Any]:
        sheet = self.get(f"crews/{self.crew.pk}/gear")
        return {rod["units"]: rod["rod"] for rod in sheet["usual_rods"]}

    def typed(self, units: str, known: str, reading: str, target: str) -> Body:
        points = [{"target": target}]
        rod = self.rods()[units]["id"]
        return {"rod": rod, "known": known, "reading": reading, "points": points}

    def test_the_same_three_numbers_in_all_six(self) -> None:
        table = (
            ("ft-in", "62' 6\"", "5 2 3/8", "61' 6\"", "6' 2 3/8\""),
            ("in", '750"', "62 3/8", '738"', '74 3/8"'),
            ("in-4", "15", "19 1/4", "8 1/2", '25 3/4"'),
            ("ft", "62.50", "5.20", "61.50", "6.20 ft"),
            ("m", "63.4", "1.58", "63.1", "1.880 m"),
            ("mm", "63.4", "1580", "63.1", "1880 mm"),
        )
        for units, known, reading, target, clamp in table:
            with self.subTest(units):
                body = self.typed(units, known, reading, target)
                answer = self.ok(self.helper, f"crews/{self.crew.pk}/height-now", body, 200)
                self.assertEqual(answer["errors"], [])
                (point,) = answer["height"]["points"]
                self.assertEqual(point["ways"]["clamp"]["rod"], clamp)
        self.assertEqual((Rod.objects.count(), Instrument.objects.count()), (0, 0))

    def test_what_is_kept_has_the_gear_it_was_read_with_and_its_style(self) -> None:
        for units, style in (("in-4", "in/4"), ("m", "m"), ("mm", "mm")):
            with self.subTest(units):
                typed = self.typed(units, "", "1", "lower 1")
                kept = {"id": str(uuid4()), "taken_at": TAKEN_AT, "job_name": units}
                path = f"crews/{self.crew.pk}/heights"
                self.ok(self.helper, path, typed | kept, 409)
                job = self.ok(self.foreman, path, typed | kept)["id"]
                self.assertEqual(self.ok(self.foreman, path, typed | kept, 200)["id"], job)
                self.assertEqual(Job.objects.get(pk=job).style, style)
                self.assertEqual(Instrument.objects.count(), 1)
                self.assertNotIn(units, self.rods())

    def test_it_is_no_rod_of_another_crews(self) -> None:
        body = self.typed("m", "", "1", "2")
        other = Crew.objects.exclude(pk=self.crew.pk).get()
        self.ok(self.outsider, f"crews/{other.pk}/height-now", body, 404)


class UsualKit(SiteTestCase):
    """A crew begins with the kit most carry, in its units, and goes on from there."""

    def test_it_is_given_once_in_each_units(self) -> None:
        path = f"crews/{self.crew.pk}/usual-kit"
        rod = self.ok(self.foreman, path, {"units": "m"})["id"]
        self.assertEqual(self.ok(self.foreman, path, {"units": "m"}, 200)["id"], rod)
        self.ok(self.foreman, path, {"units": "ft-in"})
        graduations = sorted(Rod.objects.values_list("graduation", flat=True))
        self.assertEqual(graduations, ["ft-in/8", "m/cm"])
        self.assertEqual(Instrument.objects.count(), 1)
        for units in ("", "cubits", None):
            self.ok(self.foreman, path, {"units": units}, 400)
        self.ok(self.helper, path, {"units": "ft"}, 403)
        self.ok(self.outsider, path, {"units": "ft"}, 404)
