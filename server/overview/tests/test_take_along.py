"""What to take along, worked out from a plan and the crew's gear."""

from __future__ import annotations

from typing import Any

from server.tests.plan import element_body
from server.tests.site import SiteTestCase


class TakeAlong(SiteTestCase):
    """A floor with forms, piers, steel and bolts."""

    def things(self) -> dict[str, dict[str, Any]]:
        items = self.get(f"jobs/{self.job}/take-along", self.helper)["items"]
        return {item["name"]: item for item in items}

    def place(self, kind: str, floor: str, **changed: Any) -> None:
        self.ok(self.foreman, f"jobs/{self.job}/elements", element_body(kind, floor, **changed))

    def test_a_crew_without_gear_is_told_what_is_short_first(self) -> None:
        self.add_floor()
        items = self.get(f"jobs/{self.job}/take-along")["items"]
        self.assertEqual([bool(item["short"]) for item in items[:3]], [True, True, False])
        self.assertIn("add one under Gear", items[0]["short"])

    def test_a_rod_that_reaches_and_one_that_does_not(self) -> None:
        floor = self.add_floor(stone_thickness='4"')
        self.add_instrument()
        self.add_rod()
        self.assertEqual(self.things()["up ft-in/8"]["short"], "")
        self.assertIn("from one set-up beside BM1", self.things()["up ft-in/8"]["why"])
        self.place("footing", floor, level="20 ft")
        self.assertIn("take a longer one", self.things()["up ft-in/8"]["short"])
        self.assertIn("never checked", self.things()["Laser"]["short"])

    def test_what_the_plan_asks_for_is_counted(self) -> None:
        """Forms around 6 m x 4 m: 65 ft 7 in, 18 stakes and two more, 6 boards."""
        floor = self.add_floor(stone_thickness='4"')
        self.place("form", floor)
        self.place("piers", floor)
        self.place("steel", floor, level='1 1/2"')
        self.place("embeds", floor)
        things = self.things()
        self.assertEqual(things["Stakes"]["amount"], "20")
        self.assertEqual(things["Form boards, 12 ft"]["amount"], "6")
        self.assertEqual(things["Tubes for The piers"]["amount"], "3")
        self.assertEqual(things["Covers for open holes"]["amount"], "3")
        self.assertEqual(things["The embeds"]["amount"], "2")
        self.assertEqual(things["Chairs"]["amount"], "32")
        self.get(f"jobs/{self.job}/take-along", self.outsider, 404)
