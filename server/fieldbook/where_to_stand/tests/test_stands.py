"""Where to stand for a job's points, through the API."""

from __future__ import annotations

from math import hypot
from typing import Any

from core.lengths import Length
from server.jobs.models import Benchmark
from server.tests.plan import element_body
from server.tests.site import SiteTestCase


class Stands(SiteTestCase):
    """A 6 m x 4 m floor, its benchmark 20 m to the left, read with an optical level."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor(level_from="elevation", level="51' 4 1/2\"", reference=None)
        Benchmark.objects.update(x=Length.from_metres(-20), y=Length.from_metres(2))
        self.level = self.add_instrument(
            name="Level",
            kind="optical-level",
            beam_class="",
            specification="2 mm at 30 m",
            range="60 m",
            least_distance="1 m",
        )
        self.rod = self.add_rod()

    def stands(self, status: int = 200, **asked: str) -> Any:
        query = "&".join(
            f"{name}={text}" for name, text in ({"instrument": self.level} | asked).items()
        )
        return self.get(f"jobs/{self.job}/stands?{query}", self.helper, status)

    def test_a_level_is_best_where_the_sights_are_equal(self) -> None:
        sheet = self.stands()
        best = sheet["best"]
        x, y = (float(best["place"][axis]["metres"]) for axis in ("x", "y"))
        self.assertAlmostEqual(hypot(x + 20, y - 2), hypot(x - 3, y - 2), delta=2.5)
        self.assertEqual(sheet["known"], "BM1")
        self.assertIn("Level", sheet["gear"])
        self.assertEqual(sheet["points"], len(self.points(self.floor)))
        ground = sheet["ground"]
        self.assertEqual(len(ground["cells"]), ground["columns"] * ground["rows"])
        column = int((x - ground["left"]) / ground["width"] * ground["columns"])
        row = int((y - ground["near"]) / ground["depth"] * ground["rows"])
        self.assertEqual(ground["cells"][row * ground["columns"] + column], 0)

    def test_a_wall_hides_points_and_says_so_before_the_legs_are_set(self) -> None:
        wall = {"shape": "line", "outline_of": None, "level_from": "elevation", "reference": None}
        corners = [{"x": "-2 m", "y": "-30 m"}, {"x": "-2 m", "y": "1 m"}]
        body = element_body("obstacle", self.floor, **wall, corners=corners)
        self.ok(self.foreman, f"jobs/{self.job}/elements", body)
        here = self.stands(x="-10 m", y="-4 m")
        self.assertIn("From there these can't be seen: ", here["cost"])
        self.assertIn(-3, here["ground"]["cells"])
        place = {"x": "-10 m", "y": "-4 m"}
        asked = self.set_up_body(self.rod, self.level) | place
        told = self.ok(self.foreman, f"jobs/{self.job}/set-up-draft", asked, 200)["draft"]
        self.assertIn(" more", told["unseen"])
        beside = self.set_up_body(self.rod, self.level) | {"x": "-2 m", "y": "9 m"}
        told = self.ok(self.foreman, f"jobs/{self.job}/set-up-draft", beside, 200)["draft"]
        self.assertEqual(told["unseen"], "")

    def test_another_place_says_what_it_costs(self) -> None:
        here = self.stands(x="-22 m", y="2 m")
        self.assertRegex(here["cost"], r"U is \d.* more there than at the best place")
        self.assertEqual(self.stands(x="-20 m", y="2 m")["cost"], "From there BM1 is too near.")
        far = self.stands(x="70 m", y="2 m")
        self.assertIn("out of reach", far["cost"])
        best = self.stands()["best"]["place"]
        same = self.stands(x=f"{best['x']['metres']} m", y=f"{best['y']['metres']} m")
        self.assertEqual(same["cost"], "As sure as anywhere.")

    def test_the_beam_is_over_every_point_and_says_where_it_can_not_be(self) -> None:
        beam = self.stands()["beam"]
        # The stone lies at 50' 11 1/2", BM1 at 50' 4 1/2": the ground is taken for the stone's.
        self.assertGreater(float(beam["lowest"]["metres"]), (50 + 11.5 / 12) * 0.3048)
        self.assertEqual(
            (beam["ground"]["text"], beam["ground_by"]),
            ("50' 11 1/2\"", "the mean of what is planned"),
        )
        point = self.points(self.floor)["A1"]
        set_up = self.add_set_up(rod=self.rod)
        self.ok(self.helper, "shots", self.shot_body(set_up, point, "3' 7\""))
        beam = self.stands()["beam"]
        # BM1 at 50' 4 1/2" and 4' 2" read on it: the beam at 54' 6 1/2".
        self.assertEqual(
            (beam["ground"]["text"], beam["ground_by"]),
            ("50' 11 1/2\"", "the mean of what was found"),
        )
        Benchmark.objects.update(
            elevation=Benchmark.objects.get().elevation - Length.from_metres(6)
        )
        sheet = self.stands()
        self.assertIsNone(sheet["beam"])
        self.assertIn("No one beam reads both", sheet["beam_problem"])

    def test_where_no_one_place_does_several_do(self) -> None:
        Benchmark.objects.update(x=Length.from_metres(-90))
        sheet = self.stands(
            instrument=self.add_instrument(
                name="Short",
                kind="optical-level",
                beam_class="",
                specification="2 mm at 30 m",
                range="40 m",
                least_distance="1 m",
            )
        )
        self.assertIsNone(sheet["best"])
        self.assertEqual(set(sheet["ground"]["cells"]) - {-1, -2}, set())
        self.assertIn("at least 2 set-ups", sheet["several"]["says"])
        self.assertEqual(len(sheet["several"]["turning_points"]), 1)

    def test_the_gear_of_the_last_set_up_is_taken_where_none_is_named(self) -> None:
        self.add_set_up(self.rod)
        sheet = self.get(f"jobs/{self.job}/stands", self.helper)
        self.assertIn("Laser", sheet["gear"])
        named = self.stands(rod=self.add_rod("up", "ft-in/16"))
        self.assertIn("ft-in/16", named["gear"])
        # A laser's plane errs by the way to the benchmark, wherever it stands.
        shades = {cell for cell in sheet["ground"]["cells"] if cell >= 0}
        self.assertEqual(len(shades), 1)

    def test_u_counts_how_sure_the_benchmark_itself_is(self) -> None:
        known = self.stands()["best"]["u"]
        Benchmark.objects.update(half_width=Length.from_metres("0.02"))
        self.assertNotEqual(self.stands()["best"]["u"], known)
        self.assertEqual(self.stands()["best"]["u"], '±13/16"')

    def test_only_what_is_left_of_a_stage_counts(self) -> None:
        body = element_body("form", self.floor)
        self.ok(self.foreman, f"jobs/{self.job}/elements", body)
        whole = self.stands()["points"]
        forms = self.stands(stage="forms")["points"]
        self.assertEqual(forms, 10)
        self.assertGreaterEqual(whole, forms)
        set_up = self.add_set_up(self.rod)
        a1 = self.points(self.floor)["A1"]
        before = self.stands(stage="stone")["points"]
        self.ok(self.foreman, "shots", self.shot_body(set_up, a1, "4' 5\""))
        self.assertEqual(self.stands(stage="stone")["points"], before - 1)

    def test_what_is_missing_is_said_and_another_crew_is_told_nothing(self) -> None:
        self.get(f"jobs/{self.job}/stands", self.outsider, 404)
        self.assertIn("Nothing", self.stands(400, stage="piers")["errors"][0]["why"])
        Benchmark.objects.update(x=None, y=None)
        (error,) = self.stands(400)["errors"]
        self.assertEqual(error["field"], "benchmark")
        (error,) = self.stands(400, x="a", y="1 m", benchmark=str(self.benchmark))["errors"]
        self.assertEqual(error["field"], "benchmark")
