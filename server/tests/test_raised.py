"""A finished level moved up and down, before it is accepted and after."""

from __future__ import annotations

from typing import Any

from server.tests.site import SiteTestCase

TOP = "Floor, top of slab"


class Raised(SiteTestCase):
    """A slab at 51' 4 1/2", a foot above BM1, over stone at 50' 11 1/2"."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor(stone_thickness='4"')

    def raised(self, by: str, way: str = "up", status: int = 200, floor: str = "") -> Any:
        path = f"floors/{floor or self.floor}/raised"
        return self.ok(self.helper, path, {"by": by, "way": way}, status)

    def accept(self, raised: Any) -> None:
        body = {**raised["typed"], "shape": "corners", "id": self.floor}
        body |= dict.fromkeys(("length", "width", "notch_length", "notch_width"), "")
        self.change(f"floors/{self.floor}", body, opened=raised["opened"])

    def test_all_below_it_moves_alike_and_is_told_before(self) -> None:
        told = self.raised('1/2"')
        self.assertEqual((told["level"]["text"], told["by"]), ("51' 5\"", 'up 1/2"'))
        moved = {move["what"]: move["by"] for move in told["moves"]["moves"]}
        self.assertEqual(
            moved,
            {
                TOP: 'up 1/2"',
                "Floor, stone": 'up 1/2"',
                "Floor, formation": 'up 1/2"',
            },
        )
        self.assertEqual(self.get(f"floors/{self.floor}")["typed"], told["opened"])

    def test_accepted_it_stands_there_and_nothing_else_changed(self) -> None:
        told = self.raised('14"', "down")
        self.assertEqual(told["level"]["text"], "50' 2 1/2\"")
        self.assertEqual((told["typed"]["level"], told["typed"]["side"]), ('2"', "below"))
        self.accept(told)
        now = self.get(f"floors/{self.floor}")["typed"]
        self.assertEqual(now, told["typed"])
        changed = {name for name in now if now[name] != told["opened"][name]}
        self.assertEqual(changed, {"level", "side"})
        back = self.raised('14"')
        self.assertEqual(back["level"]["text"], "51' 4 1/2\"")
        self.assertEqual(back["typed"], told["opened"])

    def test_a_level_typed_as_an_elevation_stays_one(self) -> None:
        floor = self.add_floor(level_from="elevation", level="60 ft", name="Upper", reference=None)
        told = self.raised("1 ft", "up", floor=floor)
        self.assertEqual(told["typed"]["level_from"], "elevation")
        self.assertEqual((told["typed"]["level"], told["level"]["text"]), ("61' 0\"", "61' 0\""))

    def test_what_follows_another_floor_moves_with_it(self) -> None:
        self.add_floor(level_from="floor", reference=self.floor, level="2 ft", name="Upper")
        moved = {move["what"]: move["by"] for move in self.raised('3/8"', "down")["moves"]["moves"]}
        self.assertEqual(moved["Upper, top of slab"], 'down 3/8"')

    def test_what_is_no_amount_and_whose_it_is_not_are_refused(self) -> None:
        (error,) = self.raised("a bit", status=400)["errors"]
        self.assertEqual((error["field"], error["typed"]), ("by", "a bit"))
        (error,) = self.raised('-1/2"', status=400)["errors"]
        self.assertIn("up or down", error["accepts"])
        self.raised('1"', "sideways", 400)
        self.ok(self.outsider, f"floors/{self.floor}/raised", {"by": '1"', "way": "up"}, 404)
