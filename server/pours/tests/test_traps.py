"""Sites that look ready through the interface, and what holds each of them."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from server.fieldbook.models import SetUp, Shot
from server.jobs.models import Point
from server.pours.models import LiftedHold
from server.tests.plan import element_body
from server.tests.pours import PourTestCase
from server.tests.site import TAKEN_AT


class Traps(PourTestCase):
    """A pour that goes once everything is shot; each test leaves one thing as it should not be."""

    def setUp(self) -> None:
        super().setUp()
        self.bottoms = self.shoot_all_but_the_bottoms()

    def held(self, question: str) -> str:
        """Return why a line holds; fails where it does not."""
        is_go, reason = self.lines()[question]
        self.assertFalse(is_go, (question, reason))
        return reason

    def reshoot(self, task: str, name: str, reading: str) -> None:
        self.shoot(Point.objects.filter(element=self.footing, task=task, name=name), reading)

    def test_footing_bottoms(self) -> None:
        """Never shot, six inches high, one too high, one over-dug: each holds by its name."""
        count = self.bottoms.count()
        self.assertIn(f"the footing's bottom: {count} not shot", self.held("points"))
        self.shoot(self.bottoms, "4' 1\"")
        self.assertIn(f"{count} too high, not dug", self.held("points"))
        self.shoot(self.bottoms, "4' 7\"")
        self.assertTrue(self.lines()["points"][0])
        self.reshoot("footing-bottom", "2", "4' 6\"")
        self.assertIn("1 too high, not dug", self.held("points"))
        self.reshoot("footing-bottom", "2", "4' 9\"")
        self.assertIn("point 2", self.held("over-dig"))

    def test_a_pad_is_dug_like_a_footing(self) -> None:
        pad = self.place_and_pour("pad", part="sub-grade")
        self.shoot(self.bottoms, "4' 7\"")
        self.assertIn("The pad, the footing's bottom: ", self.held("points"))
        self.shoot(Point.objects.filter(element=pad).exclude(task="footing-bottom"), "3' 11\"")
        self.shoot(Point.objects.filter(element=pad, task="footing-bottom"), "4' 11\"")
        self.assertTrue(self.lines()["points"][0], self.lines()["points"])
        self.assertFalse(self.lines()["depths"][0])

    def test_holes(self) -> None:
        """18 in deep with a frost depth of 3' 6"; ground never shot; each one answered for."""
        frost = {"frost_depth": "3' 6\"", "least_depth": "1 ft"}
        holes = self.place_and_pour("piers", measures=frost)
        self.assertIn("pier 1: its bottom is not shot", self.held("depths"))
        ground = Point.objects.filter(element=holes, task="ground")
        bottoms = Point.objects.filter(element=holes, task="hole")
        self.shoot(bottoms, "5' 6\"")
        for point in bottoms:
            finding = {
                "id": str(uuid4()), "bearing": "rock", "is_cleaned": True, "taken_at": TAKEN_AT
            }  # fmt: skip
            self.ok(self.helper, f"points/{point.pk}/findings", finding)
        self.assertIn("ground", self.held("depths"))
        self.shoot(ground, "4'")
        for name in "123":
            self.assertIn(
                f"pier {name}: 2' 0\" short of the depth it is to have", self.held("depths")
            )
        self.shoot(bottoms, "7' 6\"")
        self.assertTrue(self.lines()["depths"][0], self.lines()["depths"])
        self.shoot(bottoms.filter(name="2"), "7' 5 7/8\"")
        self.assertEqual(self.held("depths").count("short of"), 1)

    def test_backsights_that_disagree(self) -> None:
        second = self.add_second_benchmark()
        self.shoot(self.bottoms, "4' 7\"")
        body = self.set_up_body(self.add_rod(), self.add_instrument())
        body["extras"] = [{"benchmark": second, "backsight": "4' 8 1/2\""}]
        self.set_up_id = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        self.shoot(Point.objects.filter(element=self.form)[:1], "3' 2\"")
        self.assertIn("1 reading", self.held("doubt"))

    def test_an_inconclusive_check_clears_nothing(self) -> None:
        instrument = SetUp.objects.get(pk=self.set_up_id).instrument_id
        self.assertEqual(self.held("instrument"), "Laser: never checked.")
        coarse = {"distance": "30", "gap": "3 mm", "resolution": "5 mm"}
        body = {
            "id": str(uuid4()), "method": "face-about", "typed": coarse,
            "made_at": "2026-05-04T09:00:00Z",
        }  # fmt: skip
        self.ok(self.helper, f"instruments/{instrument}/checks?units=m", body)
        self.assertIn("no check has proven anything", self.held("instrument"))

    def test_a_floor_nobody_laid_forms_for(self) -> None:
        self.shoot(self.bottoms, "4' 7\"")
        bare = UUID(self.add_floor(name="Bare slab", level='24"'))
        body = self.pour_body(name="Bare", floors=[str(bare)], elements=[])
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", body)["id"]
        self.shoot(Point.objects.filter(floor=bare), "2' 7\"")
        self.assertTrue(self.lines()["stone"][0], self.lines()["stone"])
        self.assertIn("Bare slab", self.held("points"))

    def test_a_lift_covers_what_was_shown_and_no_other_point(self) -> None:
        """1/2 in at one form is lifted; it is mended, and another is 3 in off: it says the same."""
        self.shoot(self.bottoms, "4' 7\"")
        self.reshoot_form("1", "3' 2 1/2\"")
        said = self.held("points")
        self.lift("points")
        self.assertEqual(self.shown("points"), [])
        self.reshoot_form("1", "3' 2\"", 36)
        self.reshoot_form("2", "3' 5\"", 37)
        self.assertEqual(self.held("points"), said)
        (open_fault,) = self.shown("points")
        second = Point.objects.get(element=self.form, task="form", name="2")
        self.assertEqual((open_fault["about"], open_fault["side"]), (str(second.pk), "low"))
        self.read_again()
        states = {line["question"]: line for line in self.get(f"pours/{self.pour}")["lines"]}
        self.assertEqual(states["points"]["lifted"], [])

    def test_what_a_client_makes_up_lifts_nothing(self) -> None:
        self.shoot(self.bottoms, "4' 7\"")
        self.reshoot_form("1", "3' 2 1/2\"")
        first = Point.objects.get(element=self.form, task="form", name="1")
        made_up = {
            "question": "points", "kind": "off", "about": str(first.pk), "side": "low",
            "amount": 9.0, "give": 9.0,
        }  # fmt: skip
        body = {
            "id": str(uuid4()), "question": "points", "reason": "all of it",
            "faults": [made_up, made_up | {"about": "any"}], "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{self.pour}/lifts", body)
        kept = LiftedHold.objects.get().faults
        self.assertEqual([fault["about"] for fault in kept], [str(first.pk)])
        self.assertAlmostEqual(kept[0]["amount"], 0.0127)
        self.reshoot_form("1", "3' 5\"", 36)
        self.assertEqual(len(self.shown("points")), 1)
        for wrong in ({"amount": -1}, {"kind": "bad luck"}, {"amount": "nan"}):
            self.ok(self.foreman, f"pours/{self.pour}/lifts",
                    body | {"id": str(uuid4()), "faults": [made_up | wrong]}, 400)  # fmt: skip

    def reshoot_form(self, name: str, reading: str, minute: int = 35) -> None:
        points = Point.objects.filter(element=self.form, task="form", name=name)
        self.shoot(points, reading, taken_at=f"2026-05-04T09:{minute}:00Z")

    def test_another_set_up_proves_nothing_of_the_first(self) -> None:
        self.shoot(self.bottoms, "4' 7\"")
        body = self.set_up_body(self.add_rod(), self.add_instrument(name="Second"),
                                taken_at="2026-05-04T09:36:00Z")  # fmt: skip
        first = self.set_up_id
        self.set_up_id = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        self.assertRegex(self.held("benchmark"), r"^Set-up 1: \d+ readings since")
        form = Point.objects.filter(element=self.form).order_by("position")
        self.shoot(form[:1], "3' 2\"", taken_at="2026-05-04T09:37:00Z")
        self.read_again()
        self.assertRegex(self.held("benchmark"), r"^Set-up 1: \d+ readings since")
        bottom = self.bottoms.order_by("position").last()
        self.shoot([bottom], "4' 7\"", taken_at="2026-05-04T09:38:00Z")
        self.assertTrue(self.lines()["benchmark"][0], self.lines()["benchmark"])
        self.assertNotEqual(first, self.set_up_id)

    def test_a_kept_benchmark_asks_the_laser_it_was_kept_from(self) -> None:
        group = self.ok(self.foreman, f"jobs/{self.job}/free-points",
                        {"id": str(uuid4()), "name": "Sill"})["id"]  # fmt: skip
        self.shoot(Point.objects.filter(pk=group), "4'")
        kept = {"id": str(uuid4()), "name": "BM9"}
        self.ok(self.foreman, f"points/{group}/benchmark", kept)
        body = self.set_up_body(self.add_rod(), self.add_instrument(name="Second"),
                                benchmark=kept["id"], backsight="4'")  # fmt: skip
        self.set_up_id = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        pour = self.pour_body(name="Forms", floors=[], elements=[self.form])
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", pour)["id"]
        Shot.objects.filter(point__element=self.form)._raw_delete("default")
        self.shoot(Point.objects.filter(element=self.form), "3' 2\"")
        self.assertEqual(self.held("instrument"), "Laser: never checked. Second: never checked.")
        self.assertIn("BM9, which heights were carried over", self.held("benchmark"))

    def place_and_pour(self, kind: str, /, **changed: Any) -> UUID:
        """Place an element on the floor, and pour it with the rest."""
        body = element_body(kind, str(self.floor), **changed)
        made: str = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        body = self.pour_body(name="Both", elements=[self.form, self.footing, made])
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", body)["id"]
        return UUID(made)
