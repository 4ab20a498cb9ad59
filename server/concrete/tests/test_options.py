"""Maps, options, prices and regrading of a floor, over the API."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from server.tests.site import SiteTestCase, floor_body

SLIDERS = {"trigger": '1/2"', "raised": "0", "down": "0", "up": "0"}
PRICES = {
    "concrete": "180", "stone": "45", "labor": "1.50", "short_load": "", "short_below": "",
    "for_crew": False,
}  # fmt: skip


class Pours(SiteTestCase):
    """A floor whose stone is on but for two spots: one an inch high, one half an inch low."""

    def setUp(self) -> None:
        super().setUp()
        self.floor, self.set_up_id = self.add_floor(), self.add_set_up()
        self.names = self.points(self.floor)
        self.path = f"floors/{self.floor}"

    def shoot_all(self) -> None:
        for name, point in self.names.items():
            reading = {"B2": "3' 6\"", "B3": "3' 7 1/2\""}.get(name, "3' 7\"")
            self.ok(self.helper, "shots", self.shot_body(self.set_up_id, point, reading))

    def put(self, path: str, body: Any, status: int = 200) -> Any:
        answer = self.foreman.put(f"/api/v1/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def options(self, **changed: Any) -> Any:
        return self.ok(self.helper, f"{self.path}/options", SLIDERS | changed, 200)

    def by_way(self, sheet: Any) -> Any:
        return {option["way"]: option for option in sheet["options"]}

    def test_the_map_covers_the_floor_and_names_the_worst_spots(self) -> None:
        self.assertIn("needs three", self.get(f"{self.path}/map")["why_none"])
        self.shoot_all()
        sheet = self.get(f"{self.path}/map", self.helper)
        area = sum(band["area"]["value"] for band in sheet["bands"])
        self.assertAlmostEqual(area, 24 / 0.09290304, delta=0.1)
        self.assertEqual(sheet["bands"][0]["kind"], "thin")
        worst = [(spot["point"], spot["action"], spot["is_thin"]) for spot in sheet["worst"]]
        self.assertEqual(worst, [("B2", 'take off 1"', True), ("B3", 'add 1/2"', False)])
        self.assertTrue(sheet["contours"][0]["at"])

    def test_what_sheeting_lies_over_is_raked_by_nobody(self) -> None:
        self.shoot_all()
        lay = {
            "id": str(uuid4()), "points": [str(self.names["B2"])], "is_down": True,
            "taken_at": "2026-05-04T12:00:00Z",
        }  # fmt: skip
        path = f"{self.path}/sheeting"
        self.ok(self.helper, path, lay)
        self.ok(self.helper, path, lay, 200)
        shots = {peg["name"]: peg for peg in self.get(self.path)["plan"]["pegs"]}
        self.assertEqual([shot for shot in shots if shots[shot]["is_covered"]], ["B2"])
        self.assertEqual(shots["B2"]["shot"]["action"], '1" high, under the sheeting')
        self.assertEqual(shots["B3"]["shot"]["action"], 'add 1/2"')
        sheet = self.options(trigger='1/4"')
        self.assertEqual((sheet["covered"], sheet["touched"]), (["B2"], ["B3"]))
        everything = self.by_way(sheet)["regrade-all"]
        self.assertTrue(everything["is_held"])
        self.assertEqual(everything["thinnest"]["text"], '4"')
        up = lay | {"id": str(uuid4()), "is_down": False, "taken_at": "2026-05-04T13:00:00Z"}
        self.ok(self.helper, path, up)
        self.assertEqual(set(self.options(trigger='1/4"')["touched"]), {"B2", "B3"})
        for wrong in ([], [str(uuid4())]):
            self.ok(self.helper, path, lay | {"id": str(uuid4()), "points": wrong}, 400)

    def test_options_stand_side_by_side_and_say_what_they_lack(self) -> None:
        self.assertIn("needs three", self.options()["why_none"])
        self.shoot_all()
        ways = self.by_way(self.options())
        self.assertEqual(ways["as-it-is"]["thinnest"]["text"], '4"')
        self.assertTrue(ways["as-it-is"]["is_held"])
        self.assertIn("price of concrete", ways["as-it-is"]["lacks"])
        self.put(f"jobs/{self.job}/prices", PRICES)
        sheet = self.options()
        ways = self.by_way(sheet)
        self.assertEqual(sheet["touched"], ["B2"])
        self.assertEqual(sheet["cheapest"], "regrade-over")
        self.assertRegex(ways["regrade-over"]["cost"], r"^\$[\d,]+\.\d\d$")
        self.assertFalse(ways["regrade-over"]["is_held"])
        self.assertEqual(ways["regrade-all"]["thinnest"]["text"], '5"')
        self.assertEqual(ways["from-stone"]["moves"], "")
        self.assertEqual(ways["from-stone"]["limit"], "the datum fixes the level")
        moved = self.by_way(self.options(raised='1/2"', up='1"'))["move-level"]
        self.assertEqual((moved["moves"], moved["level"]), ('raise it 1/2"', "51' 5\""))
        over = self.refused(self.helper, f"{self.path}/options", SLIDERS | {"raised": '1"'})
        self.assertIn("datum", over["raised"])
        self.assertIn("trigger", self.refused(
            self.helper, f"{self.path}/options", SLIDERS | {"trigger": '-1"'}
        ))  # fmt: skip

    def test_prices_are_the_jobs_own_or_the_crews(self) -> None:
        path = f"jobs/{self.job}/prices"
        self.assertEqual(self.get(path)["concrete"], "")
        self.put(path, PRICES | {"for_crew": True})
        other = self.job_body(id=str(uuid4()), name="Other")
        other["benchmark"] = {**other["benchmark"], "id": str(uuid4())}
        job = self.ok(self.foreman, "jobs", other)["id"]
        found = self.get(f"jobs/{job}/prices")
        self.assertEqual((found["concrete"], found["is_own"]), ("180", False))
        self.assertTrue(self.get(path)["is_own"])
        errors = self.put(path, PRICES | {"stone": "-4", "labor": "cheap"}, 400)["errors"]
        self.assertEqual({error["field"] for error in errors}, {"stone", "labor"})
        body = self.helper.put(f"/api/v1/{path}", PRICES, content_type="application/json")
        self.assertEqual(body.status_code, 403)
        self.get(path, self.outsider, 404)
        self.get(f"{self.path}/map", self.outsider, 404)
        self.ok(self.outsider, f"{self.path}/options", SLIDERS, 404)

    def test_what_was_regraded_is_shot_again_and_the_rest_stands(self) -> None:
        body = {"id": str(uuid4()), "trigger": '1/2"', "graded_at": "2026-05-04T11:00:00Z"}
        self.ok(self.foreman, f"{self.path}/regrades", body, 409)
        self.shoot_all()
        self.ok(self.helper, f"{self.path}/regrades", body, 403)
        self.ok(self.outsider, f"{self.path}/regrades", body, 404)
        self.ok(self.foreman, f"{self.path}/regrades", body)
        self.ok(self.foreman, f"{self.path}/regrades", body, 200)
        pegs = {peg["name"]: peg["state"] for peg in self.get(self.path)["plan"]["pegs"]}
        self.assertEqual(pegs["B2"], "not-shot")
        self.assertEqual(sum(state != "not-shot" for state in pegs.values()), 11)
        again = self.shot_body(
            self.set_up_id, self.names["B2"], "3' 7\"", taken_at="2026-05-04T12:00:00Z"
        )
        self.ok(self.helper, "shots", again)
        sheet = self.get(self.path)
        self.assertEqual(sheet["plan"]["counts"]["thin"], 0)
        self.assertGreater(sheet["take_off"]["sure_within"]["value"], 0)
        rows = self.get(f"set-ups/{self.set_up_id}/book")["rows"]
        self.assertEqual(len([row for row in rows if row["point"] == "B2"]), 2)

    def test_a_sub_base_above_the_slab_is_named_and_held(self) -> None:
        self.shoot_all()
        thin = floor_body(self.benchmark, level='7 1/2"', id=self.floor)
        self.change(self.path, thin)
        sheet = self.get(f"{self.path}/map")
        self.assertTrue(all(spot["is_thin"] for spot in sheet["worst"]))
        self.assertTrue(self.by_way(self.options())["as-it-is"]["is_held"])
