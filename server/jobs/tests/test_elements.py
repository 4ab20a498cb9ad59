"""Elements of the plan: placed, changed while it is safe, refused with what would do."""

from __future__ import annotations

import base64
from typing import Any

from server.jobs.models import Point
from server.jobs.planned import ElementKind
from server.tests.plan import element_body
from server.tests.site import SiteTestCase, floor_body

PANEL = {
    "name": "All", "kind": "one", "toward": "right", "fall": "1/4 in per ft",
    "toward_across": "away", "fall_across": "", "x": "0", "y": "0", "drop": "0", "corners": [],
}  # fmt: skip


def square(left: str, right: str) -> list[dict[str, str]]:
    """Return the corners of a panel across the floor."""
    return [
        {"x": left, "y": "0"},
        {"x": right, "y": "0"},
        {"x": right, "y": "4 m"},
        {"x": left, "y": "4 m"},
    ]


class Elements(SiteTestCase):
    """On a falling floor, an element of every kind."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor(panels=[PANEL], stone_thickness='4"')

    def place(self, kind: str, status: int = 201, /, **changed: Any) -> Any:
        body = element_body(kind, self.floor, **changed)
        return self.ok(self.foreman, f"jobs/{self.job}/elements", body, status)

    def test_each_kind_brings_its_points_and_is_drawn(self) -> None:
        expected = {
            "boards": 4, "excavation": 12, "footing": 20, "pad": 9, "wall": 10, "form": 10,
            "piers": 9, "piles": 3, "marks": 6, "screed": 12, "finished": 12, "lot": 0,
            "obstacle": 0,
            "layer": 12, "steel": 9, "embeds": 2, "recess": 10, "curb": 10, "grade": 12,
        }  # fmt: skip
        self.assertEqual(set(expected), set(ElementKind.values) - {ElementKind.FREE})
        free = element_body("form", self.floor) | {"kind": "free"}
        reasons = self.refused(self.foreman, f"jobs/{self.job}/elements", free)
        self.assertIn("no plan", reasons["kind"])
        for kind, count in expected.items():
            with self.subTest(kind):
                body = element_body(kind, self.floor)
                path = f"jobs/{self.job}/elements"
                placed = self.ok(self.foreman, path, body)["id"]
                self.assertEqual(self.ok(self.foreman, path, body, 200)["id"], placed)
                self.assertEqual(Point.objects.filter(element=placed).count(), count)
                typed = self.get(f"elements/{placed}")
                self.assertEqual(typed["measures"], body["measures"])
                draft = self.ok(self.helper, f"jobs/{self.job}/element-draft", body, 200)
                self.assertEqual(draft["errors"], [])
                self.assertEqual(len(draft["draft"]["points"]), count)
        drawn = self.get(f"jobs/{self.job}")["elements"]
        self.assertTrue(all(one["drawn"] for one in drawn))

    def test_forms_follow_the_fall_and_the_formation_lies_below_the_stone(self) -> None:
        self.place("form")
        self.place("excavation", part="sub-grade")
        form = self.stage("forms")["works"][0]
        targets = {(peg["place"]["x"]["text"], peg["target"]["text"]) for peg in form["pegs"]}
        self.assertIn(('0"', "51' 4 1/2\""), targets)
        self.assertIn(("19' 8 1/4\"", "50' 11 5/8\""), targets)
        dig = self.stage("dig")["works"][0]["pegs"][0]
        self.assertEqual(dig["target"]["text"], "50' 7 1/2\"")

    def stage(self, stage: str) -> Any:
        return self.get(f"jobs/{self.job}/stages/{stage}")

    def test_what_can_not_be_is_refused_in_its_field(self) -> None:
        path, piers = f"jobs/{self.job}/elements", element_body("piers", self.floor)["measures"]
        table: list[tuple[str, dict[str, Any], str, str]] = [
            ("excavation", {"measures": {"spacing": "0"}}, "spacing", "above 0"),
            ("footing", {"measures": {"depth": ""}}, "depth", ""),
            ("footing", {"steps": [{"along": "900 ft", "drop": '8"'}]}, "steps.0.along", "on it"),
            ("pad", {"measures": {"length": "-1 ft"}}, "length", "more than 0"),
            ("wall", {"measures": {"courses": "many"}}, "courses", "no whole number"),
            ("piers", {"measures": {"count": "10000"}}, "count", "a great many"),
            ("piers", {"measures": {"x_last": "0"}}, "count", "zero spacing"),
            ("piers", {"measures": {"fall": "steep"}}, "fall", "no fall"),
            ("piers", {"measures": {"bottom": "51 ft"}}, "bottom", "taller than"),
            ("piers", {"measures": {"diameter": "0"}}, "diameter", "has a diameter"),
            ("piers", {"measures": {**piers, "head_least": '5"', "head_greatest": '2"'}},
             "head_least", "more than its least"),
            ("boards", {"measures": {"clearance": '-6"'}}, "clearance", "above the ground"),
            ("screed", {"measures": {"overlap": "12 ft"}}, "straightedge", "overlap"),
            ("form", {"tolerance": "-1"}, "tolerance", ""),
            ("form", {"outline_of": None}, "outline_of", "No floor"),
            ("form", {"shape": "line", "corners": [{"x": "0", "y": "0"}]}, "corners", "line"),
            ("form", {"level_from": "floor", "reference": str(self.job)}, "reference", "no such"),
            ("form", {"shape": "rectangle", "measures": {"spacing": "8 ft", "length": "9 ft",
              "width": "9 ft", "x": "1999 m", "y": "0"}}, "length", "off the site"),
        ]  # fmt: skip
        for kind, changed, field, words in table:
            with self.subTest(kind, field=field):
                why = self.refused(self.foreman, path, element_body(kind, self.floor, **changed))
                self.assertIn(words, why[field])
        self.assertEqual(Point.objects.filter(element__isnull=False).count(), 0)
        sure = self.place("piers", measures={**piers, "count": "201 for sure"})
        self.assertEqual(Point.objects.filter(element=sure["id"]).count(), 603)

    def test_a_name_stands_once_and_a_formation_needs_its_stone(self) -> None:
        self.place("form")
        taken = self.refused(
            self.foreman, f"jobs/{self.job}/elements", element_body("form", self.floor)
        )
        self.assertIn("that name", taken["name"])
        bare = self.add_floor(name="Bare")
        body = element_body("excavation", bare, part="sub-grade")
        self.assertIn(
            "nobody said", self.refused(self.foreman, f"jobs/{self.job}/elements", body)["part"]
        )

    def test_once_shot_its_points_stay_and_the_rest_may_move(self) -> None:
        body = element_body("footing", self.floor, shape="line", corners=[
            {"x": "0", "y": "0"}, {"x": "6 m", "y": "0"},
        ])  # fmt: skip
        key = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        point = Point.objects.get(element=key, task="form", name="1")
        shot = self.shot_body(self.add_set_up(), str(point.pk), "3' 7\"")
        self.ok(self.helper, "shots", shot)
        longer = body | {"corners": [{"x": "0", "y": "0"}, {"x": "9 m", "y": "0"}]}
        self.change(f"elements/{key}", longer)
        self.assertEqual(Point.objects.filter(element=key, task="form").count(), 5)
        self.assertEqual(Point.objects.filter(element=key, shots__isnull=False).count(), 1)
        away = body | {"corners": [{"x": "1 m", "y": "0"}, {"x": "9 m", "y": "0"}]}
        refused = self.change(f"elements/{key}", away, 400)["errors"][0]
        self.assertEqual((refused["field"], refused["typed"]), ("corners", "1"))

    def test_a_change_of_the_floor_lists_all_it_moves_and_what_can_not_follow(self) -> None:
        self.place("form")
        self.place("marks")
        self.place("piers", measures={"bottom": "49 ft"})
        same = floor_body(self.benchmark, panels=[PANEL], stone_thickness='4"')
        path = f"floors/{self.floor}/moves"
        self.assertEqual(self.ok(self.helper, path, same, 200)["moves"], [])
        up = self.ok(self.helper, path, same | {"level": '13"'}, 200)["moves"]
        moved = {row["what"]: row["by"] for row in up}
        self.assertEqual(set(moved.values()), {'up 1"'})
        self.assertIn("The form, top of form", moved)
        self.assertIn("The piers, top of pier", moved)
        self.assertIn("Floor, formation", moved)
        steeper = PANEL | {"fall": "1/2 in per ft"}
        turned = self.ok(self.helper, path, same | {"panels": [steeper]}, 200)["moves"]
        by = {row["what"]: row["by"] for row in turned}["The marks, mark"]
        self.assertEqual(by, 'down 4 7/8" to not at all')
        low = same | {"level": '9"', "side": "below"}
        refused = self.ok(self.helper, path, low, 200)["refused"]
        self.assertIn("The piers can't follow", refused)
        self.assertIn(
            "can't follow", self.change(f"floors/{self.floor}", low, 400)["errors"][0]["why"]
        )
        self.change(f"floors/{self.floor}", same | {"level": '13"'})

    def test_an_element_lists_what_its_own_change_moves(self) -> None:
        body = element_body("form", self.floor)
        key = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        moves = self.ok(self.helper, f"elements/{key}/moves", body | {"level": '1"'}, 200)
        self.assertEqual(moves["moves"], [{"what": "The form, top of form", "by": 'down 1"'}])


class Slabs(SiteTestCase):
    """Panels that fit, and those that do not."""

    def refuse(self, **changed: Any) -> dict[str, str]:
        body = floor_body(self.benchmark, **changed)
        return self.refused(self.foreman, f"jobs/{self.job}/floors", body)

    def test_panels_that_overlap_leave_a_gap_or_fall_through_the_stone(self) -> None:
        west, east = (
            PANEL | {"name": name, "corners": square(*ends)}
            for name, ends in (("west", ("0", "3 m")), ("east", ("2 m", "6 m")))
        )
        self.assertIn("overlap", self.refuse(panels=[west, east])["panels.0.corners"])
        east = east | {"corners": square("4 m", "6 m")}
        self.assertIn("open", self.refuse(panels=[west, east])["panels.0.corners"])
        steep = PANEL | {"fall": "1:20"}
        thin = self.refuse(panels=[steep], stone_thickness='4"', formation="level")
        self.assertIn("below the level formation", thin["stone_thickness"])
        self.assertIn("no fall", self.refuse(panels=[PANEL | {"fall": "x"}])["panels.0.fall"])
        both = PANEL | {"kind": "two", "toward_across": "left", "fall_across": "1 %"}
        self.assertIn("same way", self.refuse(panels=[both])["panels.0.fall_across"])
        outside = PANEL | {"kind": "point", "x": "9 m", "y": "9 m"}
        self.assertIn("low point", self.refuse(panels=[outside])["panels.0.x"])
        self.assertIn("0 or more", self.refuse(stone_thickness='-4"')["stone_thickness"])

    def test_a_slab_that_falls_to_a_drain_is_judged_by_its_panels(self) -> None:
        drain = PANEL | {"kind": "point", "x": "3 m", "y": "2 m", "fall": "1:100"}
        floor = self.add_floor(panels=[drain], stone_thickness='4"')
        plan = self.get(f"floors/{floor}")["plan"]
        self.assertEqual(len(plan["panels"]), 4)
        targets = {float(peg["target"]["metres"]) for peg in plan["pegs"]}
        rim = float(plan["sub_base"]["metres"])
        self.assertAlmostEqual(max(targets), rim, places=9)
        self.assertLess(min(targets), rim - 0.01)
        set_up, point = self.add_set_up(), plan["pegs"][0]["id"]
        said = self.ok(self.helper, "shots", self.shot_body(set_up, point, "3' 7\""))
        self.assertEqual(said["thickness"]["text"], '5"')
        marks = self.get(f"set-ups/{set_up}/marks?floor={floor}")
        self.assertEqual(marks["surfaces"][0]["name"], "Level line")
        self.assertTrue(all(place["drop"] == '0"' for place in marks["places"]))


class Tables(SiteTestCase):
    """Corners from a file: all of them or none."""

    def read(self, table: bytes, status: int = 200) -> Any:
        body = {"table": base64.b64encode(table).decode()}
        return self.ok(self.foreman, f"jobs/{self.job}/corners", body, status)

    def test_read_whole_or_refused_with_row_and_column(self) -> None:
        read = self.read(b"\xef\xbb\xbfx,y\n0,0\n10 ft,0\n")
        self.assertEqual(read["corners"], [{"x": "0", "y": "0"}, {"x": "10 ft", "y": "0"}])
        refused = self.read(b"x,y\n0,0\n10 ft,far\n", 400)["errors"][0]
        self.assertIn("Row 3, column 2", refused["why"])
        body = {"table": "no base64"}
        self.ok(self.foreman, f"jobs/{self.job}/corners", body, 400)
