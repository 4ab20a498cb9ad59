"""Mistakes put right: plans taken out of, benchmarks corrected and retired, jobs copied."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from core.lengths import Elevation
from server.concrete.models import PriceList
from server.fieldbook.models import Shot
from server.jobs.models import Benchmark, BenchmarkCorrection, Element, Floor, Happening, Job, Point
from server.pictures.tests.pixels import a_picture
from server.pours.models import Pour
from server.tests.plan import element_body
from server.tests.pours import POURS_AT, PourTestCase
from server.tests.site import LONG_AGO, TAKEN_AT, Body, SiteTestCase


def corrected(draft: Body, **changed: str) -> Body:
    """Return the body that accepts what a draft of a correction moves."""
    said = {"id": str(uuid4()), "elevation": "50' 5 1/2\"", "reason": "read 4 for 5"}
    return said | {"accepted": draft["accepted"]} | changed


class TakenOut(PourTestCase):
    """What rests on nothing goes; what was recorded on stays in the book, out of the plan."""

    def out(self, kind: str, key: object, status: int = 200, **said: str) -> Any:
        return self.ok(self.foreman, f"jobs/{self.job}/plan/{kind}/{key}/out", said, status)

    def why_not(self, kind: str, key: object) -> str:
        errors = self.out(kind, key, 409, why="not wanted")["errors"]
        return f"{errors[0]['why']} {errors[0]['accepts']}"

    def test_what_a_pour_rests_on_is_named_in_its_way_out(self) -> None:
        self.assertEqual(
            self.why_not("floors", self.floor),
            "Floor is part of Slab. Take that pour out first.",
        )
        self.assertTrue(self.out("pours", self.pour)["is_removed"])
        named = "takes" if Element.objects.count() == 1 else "take"
        self.assertIn(
            f"{named} a level or an outline from Floor.", self.why_not("floors", self.floor)
        )
        self.assertTrue(self.out("elements", self.form)["is_removed"])
        self.assertTrue(self.out("elements", self.footing)["is_removed"])
        self.assertTrue(self.out("floors", self.floor)["is_removed"])
        self.assertEqual(
            (Floor.objects.count(), Element.objects.count(), Pour.objects.count()), (0,) * 3
        )
        self.assertEqual(Point.objects.count(), 0)
        told = list(Happening.objects.order_by("recorded_at").values_list("what", flat=True))
        self.assertEqual(told[0], "Pour Slab removed")
        self.assertEqual(told[-1], "Floor Floor removed")

    def test_what_was_shot_is_retired_with_a_reason_and_its_name_is_free(self) -> None:
        self.out("pours", self.pour)
        bottoms = Point.objects.filter(element=self.footing, task="footing-bottom")
        self.shoot(bottoms, "4' 7\"")
        rests = self.get(f"jobs/{self.job}/plan/elements/{self.footing}/out")
        self.assertEqual(rests["on_it"], [f"{bottoms.count()} readings"])
        self.assertFalse(rests["is_removed"])
        name = Element.objects.get(pk=self.footing).name
        self.out("elements", self.footing, 400, why=" ")
        self.assertFalse(self.out("elements", self.footing, why="wrong side")["is_removed"])
        self.assertFalse(self.out("elements", self.footing, why="again")["is_removed"])
        sheet = self.get(f"jobs/{self.job}")
        self.assertNotIn(self.footing, [element["id"] for element in sheet["elements"]])
        self.assertNotIn("dig", [stage["stage"] for stage in sheet["stages"]])
        self.assertEqual(Shot.objects.count(), bottoms.count())
        self.assertIn(f"{name} (retired)", str(self.get(f"set-ups/{self.set_up_id}/book")))
        again = element_body("footing", str(self.floor), part="sub-grade", name=name)
        new = self.ok(self.foreman, f"jobs/{self.job}/elements", again)["id"]
        self.out("elements", new)
        listed = self.get(f"jobs/{self.job}/retired", self.helper)["retired"]
        self.assertEqual([(one["noun"], one["why"]) for one in listed], [("element", "wrong side")])
        back = f"jobs/{self.job}/plan/elements/{self.footing}/back"
        self.ok(self.helper, back, {}, 403)
        self.ok(self.foreman, back, {}, 200)
        self.assertEqual(Element.objects.get(pk=self.footing).name, name)
        self.assertIsNone(Element.objects.get(pk=self.footing).retired_at)

    def test_a_reading_on_what_is_retired_is_kept_and_counts_for_nothing(self) -> None:
        self.out("pours", self.pour)
        one, other = Point.objects.filter(element=self.form)[:2]
        self.shoot([one], "3' 2\"")
        self.out("elements", self.form, why="set anew")
        self.shoot([other], "9' 2\"")
        self.assertEqual(Shot.objects.filter(point__element=self.form).count(), 2)
        works = self.get(f"jobs/{self.job}/stages/forms")["works"]
        self.assertNotIn(self.form, [work["id"] for work in works])

    def test_a_high_spot_is_not_made_good_by_taking_its_point_out(self) -> None:
        self.out("pours", self.pour)
        extra = {"id": str(uuid4()), "x": "1.3 m", "y": "1.3 m"}
        self.ok(self.helper, f"floors/{self.floor}/points", extra)
        self.shoot([Point.objects.get(pk=extra["id"])], "3' 4\"")
        self.assertIn("was shot: it tells of the surface.", self.why_not("points", extra["id"]))
        planned = Point.objects.filter(floor=self.floor, is_extra=False).first()
        assert planned
        self.assertIn("Change its plan instead.", self.why_not("points", planned.pk))

    def test_a_pour_with_answers_is_retired_and_its_floor_is_free_for_another(self) -> None:
        self.answer("strip", "on")
        self.assertFalse(self.out("pours", self.pour, why="rained off")["is_removed"])
        self.assertEqual(self.get(f"jobs/{self.job}/pours")["pours"], [])
        self.ok(self.foreman, f"jobs/{self.job}/pours", self.pour_body(pours_at=POURS_AT))
        self.assertEqual(
            [pour["state"] for pour in self.get(f"jobs/{self.job}")["pours"]], ["hold"]
        )

    def test_free_points_go_on_after_their_group_was_retired(self) -> None:
        sill = {"id": str(uuid4()), "name": "Sill"}
        self.ok(self.helper, f"jobs/{self.job}/free-points", sill)
        group = Point.objects.get(pk=sill["id"]).element_id
        self.shoot([Point.objects.get(pk=sill["id"])], "2'")
        self.out("elements", group, why="other house")
        ceiling = {"id": str(uuid4()), "name": "Sill"}
        self.ok(self.helper, f"jobs/{self.job}/free-points", ceiling)
        self.assertNotEqual(Point.objects.get(pk=ceiling["id"]).element_id, group)
        self.shoot([Point.objects.get(pk=ceiling["id"])], "3'")
        self.out("points", ceiling["id"], why="stood on a clod")
        stage = self.get(f"jobs/{self.job}/stages/points")
        self.assertEqual([peg["name"] for work in stage["works"] for peg in work["pegs"]], [])

    def test_what_is_retired_keeps_what_its_heights_are_read_by(self) -> None:
        self.answer("strip", "on")
        self.out("pours", self.pour, why="rained off")
        self.shoot(Point.objects.filter(element=self.form)[:1], "3' 2\"")
        self.out("elements", self.form, why="set anew")
        self.out("elements", self.footing, why="not dug")
        rests = self.get(f"jobs/{self.job}/plan/floors/{self.floor}/out")
        form = Element.objects.get(pk=self.form).name
        self.assertIn(f"{form}, which follows it", rests["on_it"])
        self.assertIn("the pour Slab (retired)", rests["on_it"])
        self.assertFalse(self.out("floors", self.floor, why="moved")["is_removed"])
        self.get(f"set-ups/{self.set_up_id}/book")
        back = f"jobs/{self.job}/plan"
        self.ok(self.foreman, f"{back}/elements/{self.form}/back", {}, 409)
        self.ok(self.foreman, f"{back}/floors/{self.floor}/back", {}, 200)
        self.ok(self.foreman, f"{back}/elements/{self.form}/back", {}, 200)

    def test_what_was_photographed_is_retired_and_not_removed(self) -> None:
        second = self.add_second_benchmark()
        shown = {
            "id": str(uuid4()), "kind": "benchmark", "about": second, "picture": a_picture(),
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.helper, f"jobs/{self.job}/pictures", shown)
        rests = self.get(f"jobs/{self.job}/plan/benchmarks/{second}/out")
        self.assertEqual((rests["on_it"], rests["is_removed"]), (["1 picture"], False))

    def test_another_crews_and_another_jobs_parts_are_not_there(self) -> None:
        place = f"jobs/{self.job}/plan/floors/{self.floor}/out"
        self.ok(self.outsider, place, {}, 404)
        self.ok(self.helper, place, {}, 403)
        self.out("walls", self.floor, 404)
        self.out("elements", self.floor, 404)
        other = uuid4()
        body = self.job_body(id=str(other), name="Other", benchmark=None)
        self.ok(self.foreman, "jobs", body)
        self.ok(self.foreman, f"jobs/{other}/plan/floors/{self.floor}/out", {}, 404)


class CorrectedBenchmarks(PourTestCase):
    """A mistyped elevation moves all that was read from it, once the list was accepted."""

    def setUp(self) -> None:
        super().setUp()
        self.marks = f"jobs/{self.job}/benchmarks/{self.benchmark}"
        fixed = {
            "id": str(uuid4()),
            "name": "Fixed",
            "level_from": "elevation",
            "level": "51' 4 1/2\"",
        }
        self.fixed = UUID(self.add_floor(**fixed))
        self.shoot(Point.objects.filter(floor=self.fixed), "3' 7\"")
        self.shoot(Point.objects.filter(floor=self.floor), "3' 7\"")

    def draft(self, elevation: str = "50' 5 1/2\"") -> Any:
        path = f"{self.marks}/correction-draft"
        return self.ok(self.foreman, path, {"elevation": elevation}, 200)

    def verdicts(self, floor: object) -> set[str]:
        return {peg["state"] for peg in self.get(f"floors/{floor}")["plan"]["pegs"]}

    def test_the_list_says_what_moves_and_nothing_is_stored_by_it(self) -> None:
        moves = self.draft()["moves"]
        moved = {move["what"]: move["by"] for move in moves["moves"]}
        self.assertEqual(moved["all that was read from set-up 1"], 'up 1"')
        self.assertEqual(moved["Floor, top of slab"], 'up 1"')
        self.assertNotIn("Fixed, top of slab", moved)
        shot = Point.objects.filter(floor=self.fixed).count()
        self.assertEqual(moves["rejudged"], [f"Fixed: {shot} points that were on are high"])
        self.assertIn("1 set-up", moves["rests"])
        self.assertIn("the level of Floor", moves["rests"])
        self.assertEqual(self.verdicts(self.fixed), {"on"})
        self.assertEqual(BenchmarkCorrection.objects.count(), 0)
        self.assertEqual(Happening.objects.count(), 0)

    def test_what_was_accepted_is_done_once_and_said_in_every_record(self) -> None:
        place, body = f"{self.marks}/corrections", corrected(self.draft())
        self.ok(self.helper, place, body, 403)
        self.refused(self.foreman, place, body | {"reason": " "})
        self.ok(self.foreman, place, body)
        self.ok(self.foreman, place, body, 200)
        self.assertEqual(self.verdicts(self.fixed), {"high"})
        self.assertEqual(self.verdicts(self.floor), {"on"})
        mark = self.get(f"jobs/{self.job}")["benchmarks"][0]
        self.assertEqual(mark["elevation"]["text"], "50' 5 1/2\"")
        self.assertIn("taken for 50' 4 1/2\" until", mark["corrections"][0])
        self.assertIn("read 4 for 5", mark["corrections"][0])

    def test_a_reading_logged_behind_it_is_told_by_the_new_elevation(self) -> None:
        point = next(iter(self.points(str(self.fixed)).values()))
        self.ok(self.foreman, "shots", self.shot_body(self.set_up_id, point, "3' 7\""))
        self.ok(self.foreman, f"{self.marks}/corrections", corrected(self.draft()))
        said = self.ok(self.foreman, "shots", self.shot_body(self.set_up_id, point, "3' 8\""))
        self.assertEqual(said["elevation"]["text"], "50' 11 1/2\"")

    def test_with_two_backsights_it_moves_by_the_mean(self) -> None:
        second = self.add_second_benchmark()
        extra = [{"benchmark": second, "backsight": "4' 6 1/2\"", "sight": "standing"}]
        self.add_set_up(extras=extra)
        moved = {move["what"]: move["by"] for move in self.draft()["moves"]["moves"]}
        self.assertEqual(moved["all that was read from set-up 1"], 'up 1"')
        self.assertEqual(moved["all that was read from set-up 2"], 'up 1/2"')

    def test_another_list_than_the_one_accepted_is_refused(self) -> None:
        body = corrected(self.draft())
        self.shoot(Point.objects.filter(floor=self.fixed)[:1], "3' 9\"")
        self.ok(self.foreman, f"{self.marks}/corrections", body, 409)
        other = corrected(self.draft("50' 6\""))
        self.ok(self.foreman, f"{self.marks}/corrections", other, 409)
        self.ok(self.foreman, f"{self.marks}/corrections", corrected(self.draft()))

    def test_the_same_elevation_and_none_are_refused_in_words(self) -> None:
        for typed in ("50' 4 1/2\"", "", "high", "9e9"):
            with self.subTest(typed=typed):
                path = f"{self.marks}/correction-draft"
                self.refused(self.foreman, path, {"elevation": typed})

    def test_a_tie_says_what_it_said_after_its_benchmark_was_corrected(self) -> None:
        tie = {"id": str(uuid4()), "benchmark": str(self.benchmark), "real": "612 ft"}
        self.ok(self.foreman, f"jobs/{self.job}/ties", tie)
        body = corrected(self.draft("612' 1\""), elevation="612' 1\"")
        self.ok(self.foreman, f"{self.marks}/corrections", body)
        sheet = self.get(f"jobs/{self.job}")
        self.assertEqual(sheet["ties"][0]["real"], "612' 0\"")
        self.assertEqual(sheet["benchmarks"][0]["elevation"]["text"], "612' 1\"")
        self.assertEqual(
            Benchmark.objects.get().elevation, Elevation.from_metres("15.3797")
        )  # 50 ft 5 1/2 in

    def test_it_is_described_and_placed_better_with_what_it_was_before(self) -> None:
        place = f"/api/v1/{self.marks}/described"
        told = {"description": "Bolt in the north curb", "x": "1 m", "y": ""}
        refused = self.foreman.put(place, told, content_type="application/json")
        self.assertEqual(refused.status_code, 400)
        kept = self.foreman.put(place, told | {"y": "2 m"}, content_type="application/json")
        self.assertEqual(kept.status_code, 200)
        mark = self.get(f"jobs/{self.job}")["benchmarks"][0]
        self.assertEqual(mark["description"], "Bolt in the north curb")
        self.assertIsNotNone(mark["place"])
        noted = Happening.objects.get()
        self.assertEqual(noted.before["description"], "Bolt in the curb")
        self.assertEqual(noted.before["place"], "")


class RetiredBenchmarks(PourTestCase):
    """A doubted benchmark puts what was read from it in doubt; a destroyed one what comes after."""

    def out(self, retired_as: str, status: int = 200, why: str = "hit by the digger") -> Any:
        path = f"jobs/{self.job}/plan/benchmarks/{self.benchmark}/out"
        return self.ok(self.foreman, path, {"why": why, "retired_as": retired_as}, status)

    def doubt(self) -> tuple[bool, str]:
        return self.lines()["doubt"]

    def test_one_that_is_doubted_holds_the_pour_and_says_so_before(self) -> None:
        self.shoot_all_but_the_bottoms()
        self.assertTrue(self.doubt()[0])
        path = f"jobs/{self.job}/benchmarks/{self.benchmark}/retirement-draft"
        moves = self.ok(self.foreman, path, {"retired_as": "doubted"}, 200)
        self.assertTrue(any("stands on BM1, which is retired" in one for one in moves["rejudged"]))
        self.assertIn("the level of Floor", moves["rests"])
        self.assertTrue(self.doubt()[0])
        self.refused(
            self.foreman, path.replace("retirement-draft", "retirement-draft"), {"why": "x"}
        )
        self.out("doubted")
        self.assertFalse(self.doubt()[0])
        sheet = self.get(f"jobs/{self.job}")
        self.assertEqual(sheet["benchmarks"], [])
        self.assertEqual(sheet["retired_benchmarks"][0]["what"], "doubted")

    def test_one_that_was_destroyed_since_leaves_what_was_read_before(self) -> None:
        self.shoot_all_but_the_bottoms()
        self.out("destroyed")
        self.assertTrue(self.doubt()[0])
        self.assertTrue(self.get(f"jobs/{self.job}")["set_ups"][0]["standing"]["stands"])
        Benchmark.objects.update(retired_at=LONG_AGO)
        stands = self.get(f"jobs/{self.job}")["set_ups"][0]["standing"]
        self.assertFalse(stands["stands"])
        self.assertIn("BM1", stands["why"])

    def test_a_second_benchmark_in_the_same_set_up_still_holds_it(self) -> None:
        second = self.add_second_benchmark()
        extra = [{"benchmark": second, "backsight": "4' 6 1/2\"", "sight": "standing"}]
        self.add_set_up(extras=extra)
        self.out("doubted")
        by_number = {one["number"]: one for one in self.get(f"jobs/{self.job}")["set_ups"]}
        self.assertFalse(by_number[1]["standing"]["stands"])
        self.assertTrue(by_number[2]["standing"]["stands"])

    def test_what_became_of_it_is_asked(self) -> None:
        self.assertEqual(self.out("", 400)["errors"][0]["field"], "retired_as")
        self.assertEqual(self.out("doubted", 400, why="")["errors"][0]["field"], "why")
        unused = self.add_second_benchmark()
        path = f"jobs/{self.job}/plan/benchmarks/{unused}/out"
        self.assertTrue(self.ok(self.foreman, path, {}, 200)["is_removed"])


class Copies(PourTestCase):
    """A copy has the plan, the gear and the prices of a job, and nothing that was recorded."""

    def test_a_copy_has_the_plan_and_no_record(self) -> None:
        self.shoot_all_but_the_bottoms()
        PriceList.objects.create(
            job_id=self.job,
            is_metric=False,
            concrete="165",
            changed_by=Pour.objects.get().created_by,
        )
        Job.objects.filter(pk=self.job).update(reread_minutes=45)
        body = {"id": str(uuid4()), "name": "Shed 2", "place": "Next lot"}
        self.ok(self.helper, f"jobs/{self.job}/copies", body, 403)
        self.ok(self.foreman, f"jobs/{self.job}/copies", body)
        self.ok(self.foreman, f"jobs/{self.job}/copies", body, 200)
        old, new = (self.get(f"jobs/{key}") for key in (self.job, body["id"]))
        for name in ("set_ups", "benchmarks", "pours"):
            self.assertEqual(new[name], [], name)
        self.assertEqual(new["limits"]["reread_minutes"], 45)
        self.assertEqual(new["kit"]["rod"], old["set_ups"][0]["rod"]["id"])
        self.assertEqual([floor["name"] for floor in new["floors"]], ["Floor"])
        self.assertEqual(PriceList.objects.get(job=UUID(body["id"])).concrete, 165)
        self.assertEqual(self.plan_of(UUID(new["id"])), self.plan_of(self.job))
        of_the_copy = Point.objects.filter(floor__job=UUID(body["id"]))
        self.assertEqual(of_the_copy.count(), Point.objects.filter(floor__job=self.job).count())
        self.assertFalse(of_the_copy.filter(shots__isnull=False).exists())

    def plan_of(self, job: UUID) -> list[Any]:
        """Return where and how high everything of a job's plan is."""
        floors = Floor.objects.filter(job=job)
        elements = self.get(f"jobs/{job}")["elements"]
        drawn = [
            (element["name"], element["kind"], element["level"], element["drawn"])
            for element in elements
        ]
        typed = [self.get(f"floors/{floor.pk}")["plan"]["top_of_slab"]["text"] for floor in floors]
        return [drawn, typed]

    def test_the_copy_stands_by_itself(self) -> None:
        body = {"id": str(uuid4()), "name": "Shed 2"}
        self.ok(self.foreman, f"jobs/{self.job}/copies", body)
        Floor.objects.filter(job=self.job).update(level_offset="0.9")
        copy = Floor.objects.get(job=UUID(body["id"]))
        self.assertEqual(copy.level_elevation, Elevation.from_metres("15.6591"))
        followers = Element.objects.filter(job=UUID(body["id"]))
        self.assertEqual(
            {follower.reference_floor_id for follower in followers} - {None}, {copy.pk}
        )


class Records(SiteTestCase):
    """What was put right goes with the job's file, and comes in again."""

    def test_a_retired_floor_and_a_corrected_benchmark_come_back_as_they_were(self) -> None:
        floor = self.add_floor()
        set_up = self.add_set_up()
        point = next(iter(self.points(floor).values()))
        self.ok(self.foreman, "shots", self.shot_body(set_up, point, "3' 7\""))
        self.ok(self.foreman, f"jobs/{self.job}/plan/floors/{floor}/out", {"why": "moved"}, 200)
        marks = f"jobs/{self.job}/benchmarks/{self.benchmark}"
        draft = self.ok(
            self.foreman, f"{marks}/correction-draft", {"elevation": "50' 5 1/2\""}, 200
        )
        self.ok(self.foreman, f"{marks}/corrections", corrected(draft))
        kept = self.get(f"jobs/{self.job}/job.json")
        self.assertEqual(kept["benchmark_corrections"][0]["reason"], "read 4 for 5")
        self.assertEqual(kept["floors"][0]["retired_why"], "moved")
        self.assertEqual(kept["floors"][0]["name"], "Floor (retired)")
        self.assertEqual(
            (kept["floors"][0]["retired_by"] is None, kept["job"][0]["kit"]), (False, {})
        )
