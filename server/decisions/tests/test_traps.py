"""Sites that look ready through the interface, and what holds each of them."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from server.fieldbook.models import SetUp
from server.jobs.models import Point
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

    def place_and_pour(self, kind: str, /, **changed: Any) -> UUID:
        """Place an element on the floor, and pour it with the rest."""
        body = element_body(kind, str(self.floor), **changed)
        made: str = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        body = self.pour_body(name="Both", elements=[self.form, self.footing, made])
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", body)["id"]
        return UUID(made)
