"""What lies under a slab and is set in it, through the interface: levels, volume, order."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from server.jobs.models import Point
from server.tests.plan import element_body
from server.tests.pours import PourTestCase
from server.tests.site import SiteTestCase

FOAM = {"name": "Insulation", "nominal": '2"', "actual": ""}
SAND = {"name": "Sand", "nominal": '1"', "actual": ""}


class UnderASlab(SiteTestCase):
    """A slab on 2 in of insulation and 1 in of sand, over 4 in of stone."""

    def floor_on(self, *layers: dict[str, str]) -> str:
        return self.add_floor(stone_thickness='4"', layers=list(layers))

    def levels(self) -> dict[str, str]:
        rungs = self.get(f"jobs/{self.job}/ladder")["rungs"]
        return {rung["name"]: rung["level"]["text"] for rung in rungs if rung["kind"] == "floor"}

    def test_every_layer_has_its_level_and_moves_with_what_was_measured(self) -> None:
        floor = self.floor_on(FOAM, SAND)
        before = self.levels()
        self.assertEqual(
            list(before),
            ["top of slab", "top of insulation", "top of sand", "stone", "formation"],
        )
        self.place("layer", floor, part="underside")
        body = self.get(f"floors/{floor}")["typed"] | {"id": floor, "shape": "corners"}
        body["layers"] = [FOAM | {"actual": '1 1/2"'}, SAND]
        body |= {"length": "", "width": "", "notch_length": "", "notch_width": ""}
        self.change(f"floors/{floor}", body)
        after = self.levels()
        self.assertEqual(before["top of insulation"], after["top of insulation"])
        self.assertNotEqual(before["stone"], after["stone"])
        self.assertNotEqual(before["top of sand"], after["top of sand"])

    def place(self, kind: str, floor: str, **changed: Any) -> str:
        body = element_body(kind, floor, **changed)
        return str(self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"])

    def test_a_layer_that_is_none_is_refused_where_it_was_typed(self) -> None:
        floor = self.floor_on()
        body = self.get(f"floors/{floor}")["typed"] | {"id": floor, "shape": "corners"}
        body |= {"length": "", "width": "", "notch_length": "", "notch_width": ""}
        body |= {"layers": [FOAM | {"nominal": "0"}], "reference": body["reference"] or None}
        reasons = self.refused(self.foreman, f"jobs/{self.job}/floor-draft", body, 200)
        self.assertIn("thickness above 0", reasons["layers.0.nominal"])

    def test_what_it_takes_of_a_slab_must_be_known_from_that_slab(self) -> None:
        floor = self.floor_on()
        by_benchmark = {"level_from": "elevation", "reference": None, "level": "12' 3\""}
        body = element_body("recess", floor, **by_benchmark)
        reasons = self.refused(self.foreman, f"jobs/{self.job}/elements", body)
        self.assertIn("concrete isn't known", reasons["reference"])
        level = element_body("recess", floor, level="0")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/elements", level)
        self.assertIn("level with the slab", reasons["level"])
        deep = element_body("recess", floor, level="1 ft")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/elements", deep)
        self.assertIn("none of the slab would be left", reasons["level"])

    def test_ground_must_fall(self) -> None:
        body = element_body("grade", self.floor_on(), measures={"away": "level"})
        reasons = self.refused(self.foreman, f"jobs/{self.job}/elements", body)
        self.assertIn("Water would stand", reasons["reach"])


class PouredWithIt(PourTestCase):
    """What is set in a floor holds its pour until it is shot and on, and counts in its order."""

    def setUp(self) -> None:
        super().setUp()
        self.bottoms = self.shoot_all_but_the_bottoms()
        self.shoot(self.bottoms, "4' 7\"")

    def set_in(self, kind: str, **changed: Any) -> UUID:
        body = element_body(kind, str(self.floor), **changed)
        return UUID(self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"])

    def test_bolts_hold_it_until_they_are_shot_at_their_projection(self) -> None:
        self.assertTrue(self.lines()["points"][0], self.lines()["points"])
        bolts = self.set_in("embeds", level='2 1/2"', side="above")
        is_go, why = self.lines()["points"]
        self.assertFalse(is_go)
        self.assertIn("the embed: 2 not shot", why)
        points = Point.objects.filter(element=bolts)
        self.shoot(points, "2' 11 1/2\"")
        self.assertTrue(self.lines()["points"][0], self.lines()["points"])
        self.shoot(points[:1], "2' 10\"")
        self.assertIn("1 off", self.lines()["points"][1])

    def test_a_layer_and_steel_hold_it_too(self) -> None:
        self.set_in("layer", part="underside")
        self.set_in("steel", level='1 1/2"')
        why = self.lines()["points"][1]
        self.assertIn("the layer: ", why)
        self.assertIn("the steel: ", why)

    def test_mesh_or_bars_are_asked_for_where_steel_is_planned(self) -> None:
        self.assertNotIn("steel", self.lines())
        self.set_in("steel", level='1 1/2"')
        self.assertFalse(self.lines()["steel"][0])
        self.answer("steel", "6 sheets on the truck")
        self.assertTrue(self.lines()["steel"][0])
        self.answer("steel", "two short", is_good=False)
        self.assertIn("two short", self.lines()["steel"][1])

    def test_a_recess_takes_its_volume_off_what_is_ordered(self) -> None:
        sides = {"x": "1 ft", "y": "1 ft", "length": "9 ft", "width": "9 ft"}
        corner = {"notch_length": "", "notch_width": ""}
        before = self.order()
        self.set_in(
            "recess", level='4"', shape="rectangle", outline_of=None, measures=sides | corner
        )
        self.assertAlmostEqual(before - self.order(), 1.0, delta=0.26)

    def test_a_curb_adds_its_volume_to_what_is_ordered_and_is_shot_first(self) -> None:
        before = self.order()
        ends = [{"x": "1 ft", "y": "1 ft"}, {"x": "10 ft", "y": "1 ft"}]
        where = {"shape": "line", "outline_of": None, "corners": ends}
        self.set_in("curb", level="2 ft", side="above", measures={"strip_width": "18 in"}, **where)
        self.assertAlmostEqual(self.order() - before, 1.0, delta=0.26)
        self.assertIn("the top of the form: 3 not shot", self.lines()["points"][1])

    def test_a_curb_below_the_slab_is_refused(self) -> None:
        body = element_body("curb", str(self.floor), level="2 in", side="below")
        reasons = self.refused(self.foreman, f"jobs/{self.job}/elements", body)
        self.assertIn("stands above the slab", reasons["level"])

    def order(self) -> float:
        return float(self.lines()["concrete"][1].split(" needed")[0].split()[-2].split("takes")[-1])
