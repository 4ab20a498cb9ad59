"""Piles and piers: one order, torque against depth, beams of their own, the auger at hand."""

from __future__ import annotations

from uuid import uuid4

from server.jobs.models import Job, Point
from server.stages.tests.stage_case import StageCase
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT


class Piles(StageCase):
    """Each told wherever it is asked."""

    def test_a_pile_has_one_order_wherever_it_is_told_and_no_hole(self) -> None:
        """Beam 9 1/4 in, head 2 to 5 in: the top is cut 12 3/4 in under the floor's top."""
        piles = self.place("piles", level="0")
        names = Point.objects.filter(element=piles).values_list("task", "name")
        self.assertEqual(set(names), {("pier-top", str(n)) for n in (1, 2, 3)})
        for name, reading, order in (
            ("1", "4' 2 3/4\"", "leave it"),
            ("2", "4' 1 3/4\"", 'turn its head DOWN 1"'),
            ("3", "4' 0 3/4\"", 'cut 2"'),
        ):
            said = self.shoot(piles, "pier-top", name, reading)
            self.assertEqual(said["action"], order)
            (sheet,) = self.stage("piers")["pier_tops"]
            (top,) = (one for one in sheet["tops"] if one["pier"] == name)
            told = "meets it" if order == "leave it" else order
            self.assertTrue(top["says"].startswith(told), top["says"])
        self.assertEqual(top["asked"], "3,000 ft-lb")
        top_of_first = Point.objects.get(element=piles, name="1")
        driven = {"id": str(uuid4()), "bearing": "torque reached", "is_cleaned": True,
                  "note": "3,400 ft-lb", "taken_at": TAKEN_AT}  # fmt: skip
        self.ok(self.helper, f"points/{top_of_first.pk}/findings", driven)
        (sheet,) = self.stage("piers")["pier_tops"]
        self.assertEqual(sheet["tops"][0]["driven"], "torque reached, 3,400 ft-lb")
        self.assertEqual(self.stage("dig")["holds"], [])
        rows = self.get(f"jobs/{self.job}/take-off")["rows"]
        self.assertNotIn("The piles", [row["name"] for row in rows])
        lock = {"id": str(uuid4()), "is_locked": True, "taken_at": TAKEN_AT}
        self.ok(self.helper, f"points/{top_of_first.pk}/head-locks", lock)

    def test_a_torque_stands_against_its_depth_and_a_pile_may_have_a_beam_of_its_own(self) -> None:
        """A beam 1/2 in thicker over pile 2, bowed up 3/8 in: its top 1/2 in lower there."""
        own = {"own_beams": '2: 9 3/4"', "crown": '3/8"', "head_least": "", "head_greatest": ""}
        piles = self.place("piles", level="0", measures=own)
        self.assertEqual(self.shoot(piles, "pier-top", "1", "3' 11 1/4\"")["action"], "leave it")
        second = self.shoot(piles, "pier-top", "2", "4' 0 3/4\"")
        self.assertEqual(second["action"], 'pack 1"')
        told = self.stage("piers")["pier_tops"][0]["tops"][1]["says"]
        self.assertIn('of a gap under the beam 3/8" is its crown', told)
        first = Point.objects.get(element=piles, name="1")
        for depth, note in (("6 ft", "2,100 ft-lb"), ("8 ft", "3,000 ft-lb")):
            driven = {"id": str(uuid4()), "bearing": "torque reached", "is_cleaned": True,
                      "note": note, "depth": depth, "taken_at": TAKEN_AT}  # fmt: skip
            self.ok(self.helper, f"points/{first.pk}/findings", driven)
        top = self.stage("piers")["pier_tops"][0]["tops"][0]
        self.assertEqual(top["driven"], "at 6' 0\" 2,100 ft-lb; at 8' 0\" 3,000 ft-lb")
        odd = driven | {"id": str(uuid4()), "depth": "0"}
        self.assertIn("not in the ground", self.refused(
            self.helper, f"points/{first.pk}/findings", odd)["depth"])  # fmt: skip
        for wrong in ("9: 9 3/4", "9 3/4", "2: x"):
            body = element_body("piles", self.floor, name="Odd", measures={"own_beams": wrong})
            self.assertIn(
                "own_beams", self.refused(self.foreman, f"jobs/{self.job}/elements", body)
            )
        Job.objects.filter(pk=self.job).update(style="mm")
        typed = self.get(f"elements/{piles}")["measures"]
        self.assertEqual(typed["own_beams"], "2: 0.24765 m")

    def test_a_hole_deeper_than_the_auger_reaches_says_so_before_it_is_drilled(self) -> None:
        reach = {"auger": "3 ft", "frost_depth": "3' 6\""}
        piers = self.place("piers", measures=reach)
        self.shoot(piers, "ground", "1", "4 ft")
        first = self.stage("piers")["schedules"][0]["piers"][0]
        self.assertIn("3' 6\" deep, and the auger reaches 3' 0\"", first["problem"])
        enough = self.place("piers", name="Others", measures=reach | {"auger": "3' 6\""})
        self.shoot(enough, "ground", "1", "4 ft")
        self.assertEqual(self.stage("piers")["schedules"][1]["piers"][0]["problem"], "")

    def test_what_a_pile_was_driven_to_stands_beside_what_it_bears_on(self) -> None:
        piers = self.place("piers")
        self.shoot(piers, "hole", "1", "7' 6\"")
        hole = Point.objects.get(element=piers, task="hole", name="1")
        finding = {
            "id": str(uuid4()), "bearing": "refusal", "is_cleaned": True, "taken_at": TAKEN_AT,
            "note": "  2,400 ft lb at 11 ft ",
        }  # fmt: skip
        self.ok(self.helper, f"points/{hole.pk}/findings", finding)
        self.ok(self.helper, f"points/{hole.pk}/findings", finding | {"note": "x" * 121}, 400)
        first = self.stage("piers")["schedules"][0]["piers"][0]
        self.assertEqual((first["bearing"], first["note"]), ("refusal", "2,400 ft lb at 11 ft"))
