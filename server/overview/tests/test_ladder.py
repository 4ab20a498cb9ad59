"""Every height of a job on one ladder, against the numbers worked by hand."""

from __future__ import annotations

from decimal import Decimal
from typing import Any
from uuid import uuid4

from server.tests.plan import element_body
from server.tests.site import SiteTestCase

#: A fall of 2 % to the right over 6 m.
PANEL = {
    "name": "All", "kind": "one", "toward": "right", "fall": "2 %", "toward_across": "away",
    "fall_across": "", "x": "0", "y": "0", "drop": "0", "corners": [],
}  # fmt: skip


class Ladder(SiteTestCase):
    """A slab at 51' 4 1/2" over BM1 at 50' 4 1/2"."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor(stone_thickness='4"')

    def ladder(self, query: str = "") -> Any:
        return self.get(f"jobs/{self.job}/ladder?{query}", self.helper)

    def named(self, sheet: Any) -> list[tuple[str, str, str]]:
        return [(rung["of"], rung["name"], rung["level"]["text"]) for rung in sheet["rungs"]]

    def test_the_highest_comes_first_and_nothing_is_left_out(self) -> None:
        self.assertEqual(
            self.named(self.ladder()),
            [
                ("Floor", "top of slab", "51' 4 1/2\""),
                ("Floor", "stone", "50' 11 1/2\""),
                ("Floor", "formation", "50' 7 1/2\""),
                ("BM1", "Bolt in the curb", "50' 4 1/2\""),
            ],
        )
        self.assertIsNone(self.ladder()["beam"])
        self.assertEqual({rung["clamp"] for rung in self.ladder()["rungs"]}, {""})

    def test_with_a_set_up_the_beam_lies_across_and_the_rod_shows_each(self) -> None:
        set_up = self.add_set_up()
        sheet = self.ladder()
        self.assertEqual(sheet["beam"]["level"]["text"], "54' 6 1/2\"")
        self.assertFalse(sheet["beam"]["in_doubt"])
        clamps = {rung["name"]: rung["clamp"] for rung in sheet["rungs"]}
        # The beam at 54' 6 1/2" less the level.
        self.assertEqual(clamps["top of slab"], "3' 2\"")
        self.assertEqual(clamps["stone"], "3' 7\"")
        self.assertEqual(clamps["formation"], "3' 11\"")
        self.assertEqual(clamps["Bolt in the curb"], "4' 2\"")
        again = self.add_set_up(backsight="5' 2\"")
        self.assertEqual(self.ladder(f"set_up={set_up}")["beam"]["set_up"], set_up)
        self.assertEqual(self.ladder()["beam"]["set_up"], again)

    def test_what_is_off_the_rod_says_so_and_shows_no_number(self) -> None:
        self.add_set_up()
        self.add_floor(name="Vault", level_from="elevation", level="38 ft", reference=None)
        rungs = {(rung["of"], rung["name"]): rung for rung in self.ladder()["rungs"]}
        vault = rungs["Vault", "top of slab"]
        self.assertEqual(vault["clamp"], "")
        self.assertIn("rod", vault["obstacle"])
        self.assertEqual(rungs["Floor", "top of slab"]["obstacle"], "")

    def test_what_was_shot_stands_by_its_own_surface(self) -> None:
        set_up = self.add_set_up()
        point = self.points(self.floor)["A1"]
        self.ok(self.helper, "shots", self.shot_body(set_up, point, "3' 6\""))
        shots = {rung["name"]: rung["shots"] for rung in self.ladder()["rungs"]}
        found = (Decimal("54.5") + Decimal("0.5") / 12 - Decimal("3.5")) * Decimal("0.3048")
        self.assertEqual([round(Decimal(one), 6) for one in shots["stone"]], [round(found, 6)])
        self.assertEqual(shots["top of slab"], [])

    def test_what_falls_has_both_its_ends_and_an_element_each_of_its_surfaces(self) -> None:
        self.add_floor(name="Apron", panels=[PANEL])
        self.ok(self.foreman, f"jobs/{self.job}/elements", element_body("footing", self.floor))
        rungs = {(rung["of"], rung["name"]): rung for rung in self.ladder()["rungs"]}
        apron = rungs["Apron", "top of slab"]
        fall = Decimal(apron["level"]["metres"]) - Decimal(apron["lowest"]["metres"])
        self.assertEqual(fall, Decimal("0.12"))
        top = Decimal(rungs["The footing", "top of form"]["level"]["metres"])
        bottom = Decimal(rungs["The footing", "bottom of footing"]["level"]["metres"])
        self.assertEqual(top - bottom, Decimal("0.2032"))
        self.assertIsNone(rungs["The footing", "top of form"]["lowest"])

    def test_a_beam_in_doubt_says_so(self) -> None:
        set_up = self.add_set_up()
        moment = {"id": str(uuid4()), "happened_at": "2026-05-04T10:30:00Z"}
        self.ok(self.foreman, f"set-ups/{set_up}/knocks", moment)
        self.assertTrue(self.ladder()["beam"]["in_doubt"])

    def test_levels_move_with_the_zero_the_crew_reads_by(self) -> None:
        before = self.named(self.ladder())
        tie = {"id": str(uuid4()), "benchmark": str(self.benchmark), "real": "350' 4 1/2\""}
        self.ok(self.foreman, f"jobs/{self.job}/ties", tie)
        after = self.named(self.ladder())
        self.assertEqual([one[:2] for one in after], [one[:2] for one in before])
        self.assertEqual(after[0][2], "351' 4 1/2\"")

    def test_another_crew_sees_none(self) -> None:
        self.get(f"jobs/{self.job}/ladder", self.outsider, 404)
