"""Jobs, benchmarks, floors and points over the API."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from server.tests.site import SiteTestCase, floor_body

BAD_FLOOR_ENTRIES: list[tuple[dict[str, Any], str, str | None]] = [
    ({"length": ""}, "length", "Nothing was typed."),
    ({"length": "nan"}, "length", "There is no number in it."),
    ({"length": "9" * 400}, "length", "That is too long for a length."),
    ({"length": "-6 m"}, "length", "The length must be more than 0."),
    ({"width": "5 kg"}, "width", "“kg” is no unit of length here."),
    ({"level": "5.2"}, "level", "It could be 5.2 ft or 5' 2\"."),
    ({"level": "-1 ft"}, "level", "The amount has a minus sign."),
    ({"level_from": "elevation", "level": "99999 m"}, "level", "No site lies that high or low."),
    ({"reference": None}, "reference", "There is no such reference in this job."),
    ({"thickness": '0"'}, "thickness", "A slab is not that thick."),
    ({"least_thickness": '6"'}, "least_thickness",
     "The least thickness is more than 0 and no more than the slab's thickness."),
    ({"tolerance": '-1"'}, "tolerance", "A tolerance can't be negative."),
    ({"grid_spacing": '0"'}, "grid_spacing", "A grid needs a spacing above 0."),
    ({"grid_spacing": '1"'}, "grid_spacing", None),
    ({"mark_spacing": "inf"}, "mark_spacing", "There is no number in it."),
    ({"waste": "NaN"}, "waste", "This is not a number."),
    ({"waste": "101"}, "waste", "Waste can't be that."),
    ({"order_step": "0"}, "order_step", "The step must be above 0 and at most 100."),
    ({"name": "x" * 41}, "name", "It is longer than 40 characters."),
]  # fmt: skip

CROSSED = [{"x": x, "y": y} for x, y in (("0", "0"), ("3 m", "3 m"), ("3 m", "0"), ("0", "2 m"))]


class Jobs(SiteTestCase):
    """Opening jobs."""

    def test_a_job_opens_with_its_benchmark_and_says_what_comes_next(self) -> None:
        sheet = self.get(f"jobs/{self.job}")
        self.assertEqual(sheet["benchmarks"][0]["elevation"]["text"], "50' 4 1/2\"")
        steps = {step["key"]: step["state"] for step in sheet["steps"]}
        self.assertEqual(steps["control"], "done")
        self.assertEqual(steps["floors"], "next")
        self.assertEqual([row["name"] for row in self.get("jobs")["jobs"]], ["Shed"])

    def test_the_same_form_twice_opens_one_job_and_another_under_its_id_is_refused(self) -> None:
        self.ok(self.foreman, "jobs", self.job_body(), 200)
        self.refused(self.foreman, "jobs", self.job_body(name="Other"), 409)
        self.assertEqual(len(self.get("jobs")["jobs"]), 1)

    def test_refusals_stand_in_their_fields(self) -> None:
        bad = self.job_body(id=str(uuid4()), name="x" * 81, style="cubits")
        reasons = self.refused(self.foreman, "jobs", bad)
        self.assertEqual(set(reasons), {"name", "style"})
        bad = self.job_body(id=str(uuid4()))
        bad["benchmark"] = {**bad["benchmark"], "id": str(uuid4()), "elevation": "5.2"}
        errors = self.ok(self.foreman, "jobs", bad, 400)["errors"]
        self.assertEqual(errors[0]["field"], "benchmark.elevation")
        self.assertEqual([o["text"] for o in errors[0]["offers"]], ["5.2 ft", "5' 2\""])

    def test_a_new_value_of_a_benchmark_is_a_new_record(self) -> None:
        body = {"id": str(uuid4()), "name": "BM1", "elevation": "51 ft", "description": "bolt"}
        reasons = self.refused(self.foreman, f"jobs/{self.job}/benchmarks", body)
        self.assertEqual(reasons["name"], "BM1 already stands in this job, at 50' 4 1/2\".")
        self.ok(self.foreman, f"jobs/{self.job}/benchmarks", body | {"name": "BM1b"})


class Floors(SiteTestCase):
    """Laying out floors."""

    def test_levels_flow_from_the_benchmark(self) -> None:
        plan = self.get(f"floors/{self.add_floor()}")["plan"]
        self.assertEqual(plan["top_of_slab"]["text"], "51' 4 1/2\"")
        self.assertEqual(plan["sub_base"]["text"], "50' 11 1/2\"")
        self.assertEqual(plan["counts"]["points"], 12)

    def test_every_bad_entry_is_refused_in_its_own_place(self) -> None:
        for changed, field, why in BAD_FLOOR_ENTRIES:
            with self.subTest(changed):
                body = floor_body(self.benchmark, **changed)
                reasons = self.refused(self.foreman, f"jobs/{self.job}/floors", body)
                self.assertEqual(list(reasons), [field])
                if why:
                    self.assertEqual(reasons[field], why)

    def test_outlines_that_are_none(self) -> None:
        for corners, why in (
            (CROSSED, "The outline crosses or touches itself there."),
            (CROSSED[:2], "A floor can't be made of them."),
        ):
            body = floor_body(self.benchmark, shape="corners", corners=corners)
            reasons = self.refused(self.foreman, f"jobs/{self.job}/floors", body)
            self.assertEqual(reasons, {"corners": why})

    def test_several_refusals_come_at_once(self) -> None:
        body = floor_body(self.benchmark, length="", thickness="x", waste="y")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/floors", body)
        self.assertEqual(set(reasons), {"length", "thickness", "waste"})

    def test_a_draft_draws_what_it_can_and_stores_nothing(self) -> None:
        body = floor_body(
            self.benchmark,
            name="",
            shape="l-shape",
            notch_length="2 m",
            notch_width="1 m",
            thickness="",
        )
        answer = self.ok(self.foreman, f"jobs/{self.job}/floor-draft", body, 200)
        self.assertEqual(len(answer["draft"]["outline"]), 6)
        self.assertEqual(answer["draft"]["top_of_slab"]["text"], "51' 4 1/2\"")
        self.assertIsNone(answer["draft"]["sub_base"])
        self.assertEqual([error["field"] for error in answer["errors"]], ["thickness"])
        self.assertEqual(self.get(f"jobs/{self.job}")["floors"], [])

    def test_a_floor_below_another_follows_it_and_rings_are_refused(self) -> None:
        upper = self.add_floor()
        lower = self.add_floor(
            name="Step", level_from="floor", reference=upper, side="below", level='6"'
        )
        self.assertEqual(self.get(f"floors/{lower}")["plan"]["top_of_slab"]["text"], "50' 10 1/2\"")
        self.replan(upper, level='18"')
        self.assertEqual(self.get(f"floors/{lower}")["plan"]["top_of_slab"]["text"], "51' 4 1/2\"")
        self.replan(upper, 400, level_from="floor", reference=lower)

    def replan(self, floor: str, status: int = 200, **changed: Any) -> Any:
        body = floor_body(self.benchmark, id=floor, **changed)
        return self.change(f"floors/{floor}", body, status)

    def test_what_was_typed_can_be_typed_again_unchanged(self) -> None:
        floor = self.add_floor()
        typed = self.get(f"floors/{floor}")["typed"]
        self.replan(floor, shape="corners", **typed)
        self.assertEqual(self.get(f"floors/{floor}")["typed"], typed)

    def test_the_outline_is_free_until_stone_is_shot(self) -> None:
        floor = self.add_floor()
        self.replan(floor, length="8 m")
        self.assertEqual(self.get(f"floors/{floor}")["plan"]["counts"]["points"], 15)
        point = self.points(floor)["A1"]
        self.ok(self.foreman, "shots", self.shot_body(self.add_set_up(), point, "3' 7\""))
        errors = self.replan(floor, 400, length="9 m")["errors"]
        self.assertEqual(errors[0]["code"], "shot-already")
        self.replan(floor, length="8 m", thickness='6"')
        self.assertEqual(self.get(f"floors/{floor}")["plan"]["sub_base"]["text"], "50' 10 1/2\"")

    def test_extra_points_lie_on_the_floor_and_nowhere_twice(self) -> None:
        floor = self.add_floor()
        path = f"floors/{floor}/points"
        body = {"id": str(uuid4()), "x": "1.1 m", "y": "1 m"}
        self.ok(self.helper, path, body)
        self.ok(self.helper, path, body, 200)
        self.assertIn("X1", self.points(floor))
        for x, y, why in (
            ("9 m", "1 m", "That place is outside the floor."),
            ("0", "0", "Point A1 is at that place."),
            ("", "0", "Nothing was typed."),
        ):
            reasons = self.refused(self.helper, path, {"id": str(uuid4()), "x": x, "y": y})
            self.assertEqual(reasons["x"], why)
        self.replan(floor, 400, length="3 ft", width="3 ft")
