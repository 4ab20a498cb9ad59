"""Gear put right: anew while it was never used, from a moment on once it was; retired."""

from __future__ import annotations

from typing import Any
from uuid import UUID, uuid4

from core.lengths import Length
from server.gear.models import GearVersion, Instrument, Receiver, Rod
from server.jobs.models import Happening
from server.tests.site import TAKEN_AT, Body, SiteTestCase

LATER, BEFORE = "2026-05-04T12:00:00Z", "2026-05-04T09:00:00Z"


class GearPutRight(SiteTestCase):
    """A laser that was read from, and a spare that never was."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        self.rod, self.laser = self.add_rod(), self.add_instrument()
        body = self.set_up_body(self.rod, self.laser)
        self.set_up_id = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]

    def laser_body(self, **changed: Any) -> Body:
        body = {
            "id": self.laser, "name": "Laser", "kind": "rotary-laser", "range": "",
            "least_distance": "", "specification": "1.5 mm at 30 m", "beam_class": "2",
        }  # fmt: skip
        return body | changed

    def rod_body(self, **changed: Any) -> Body:
        body = {
            "id": self.rod, "name": "up ft-in/8", "numbering": "up", "graduation": "ft-in/8",
            "length": "13 ft", "has_bubble": True, "read_parts": 2,
        }  # fmt: skip
        return body | changed

    def put_right(self, kind: str, body: Body, status: int = 200, client: Any = None) -> Any:
        answer = (client or self.foreman).put(
            f"/api/v1/crews/{self.crew.pk}/{kind}/{body['id']}/put-right",
            body,
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def widths(self) -> set[str]:
        """Return U of every reading of the job, as it is written."""
        pegs = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        return {peg["shot"]["uncertainty"] for peg in pegs if peg["shot"]}

    def shoot(self) -> None:
        point = next(iter(self.points(self.floor).values()))
        self.ok(self.foreman, "shots", self.shot_body(self.set_up_id, point, "3' 7\""))

    def test_what_was_never_used_is_typed_anew(self) -> None:
        spare = self.add_rod(length="10 ft")
        self.put_right(
            "rods", self.rod_body(id=spare, length="16 ft", graduation="ft/100", name="Tall")
        )
        rod = Rod.objects.get(pk=spare)
        self.assertEqual(
            (rod.name, rod.length, rod.graduation), ("Tall", Length.from_feet("16"), "ft/100")
        )
        self.assertEqual(GearVersion.objects.count(), 0)
        noted = Happening.objects.get(what="up ft-in/8 put right")
        self.assertEqual((noted.before["name"], noted.after["name"]), ("up ft-in/8", "Tall"))

    def test_what_was_used_is_another_from_a_moment_on_and_says_why(self) -> None:
        self.shoot()
        before = self.widths()
        worse = self.laser_body(specification="15 mm at 30 m")
        errors = {error["field"] for error in self.put_right("instruments", worse, 400)["errors"]}
        self.assertEqual(errors, {"reason"})
        said = worse | {"reason": "read off the wrong sheet"}
        self.put_right("instruments", said | {"holds_from": LATER})
        self.assertEqual(self.widths(), before)
        again = said | {"specification": "16 mm at 30 m", "holds_from": BEFORE}
        self.put_right("instruments", again)
        self.assertNotEqual(self.widths(), before)
        self.assertEqual(
            Instrument.objects.get(pk=self.laser).specification_typed, "1.5 mm at 30 m"
        )
        shown = self.get(f"crews/{self.crew.pk}/gear")["instruments"][0]
        self.assertIn("16", shown["specification"])
        typed = self.get(f"crews/{self.crew.pk}/gear/instruments/{self.laser}/typed")
        self.assertEqual(
            [version["reason"] for version in typed["versions"]], ["read off the wrong sheet"] * 2
        )
        self.assertEqual(typed["used"], ["1 set-up"])

    def test_the_next_reading_is_judged_by_what_was_put_right(self) -> None:
        self.shoot()
        before = self.widths()
        said = self.laser_body(specification="15 mm at 30 m", reason="wrong", holds_from=BEFORE)
        self.put_right("instruments", said)
        point = list(self.points(self.floor).values())[1]
        logged = self.ok(self.foreman, "shots", self.shot_body(self.set_up_id, point, "3' 7\""))
        self.assertNotIn(logged["uncertainty"], before)

    def test_what_moves_is_told_before_and_nothing_is_stored_by_it(self) -> None:
        self.shoot()
        place = f"crews/{self.crew.pk}/rods/{self.rod}/put-right-draft"
        said = self.rod_body(has_bubble=False, holds_from=BEFORE)
        self.ok(self.helper, place, said, 403)
        told = self.ok(self.foreman, place, said, 200)["moves"]
        self.assertIsInstance(told, list)
        self.assertEqual(GearVersion.objects.count(), 0)
        self.assertFalse(Happening.objects.filter(job_key=self.crew.pk).exists())

    def test_another_scale_of_a_rod_that_was_read_is_another_rod(self) -> None:
        for changed in ({"graduation": "ft/100"}, {"numbering": "down"}):
            said = self.rod_body(**changed) | {"reason": "mistyped"}
            told = self.put_right("rods", said, 400)["errors"][0]
            self.assertEqual(told["field"], next(iter(changed)))
            self.assertIn("Add it anew", told["accepts"])
        ahead = self.rod_body(has_bubble=False, reason="x", holds_from="2099-01-01T00:00:00Z")
        self.assertEqual(self.put_right("rods", ahead, 400)["errors"][0]["field"], "holds_from")
        self.put_right("rods", self.rod_body(length="high"), 400)

    def test_what_is_shown_can_be_typed_again_and_changes_nothing(self) -> None:
        laser = self.add_instrument(name="Far", range="250 m", least_distance="2 ft")
        eye = {
            "id": str(uuid4()), "name": "Eye", "signal": "arrows", "fine": "1/32 in",
            "coarse": "4 mm",
        }  # fmt: skip
        self.ok(self.foreman, f"crews/{self.crew.pk}/receivers", eye)
        for kind, key, names in (
            (
                "instruments",
                laser,
                ("kind", "range", "least_distance", "specification", "beam_class"),
            ),
            ("receivers", eye["id"], ("signal", "fine", "coarse")),
            ("rods", self.rod, ("numbering", "graduation", "length", "has_bubble", "read_parts")),
        ):
            typed = self.get(f"crews/{self.crew.pk}/gear/{kind}/{key}/typed")
            body = {name: typed[name] for name in ("id", "name", *names)}
            self.put_right(kind, body)
        self.assertFalse(Happening.objects.filter(job_key=self.crew.pk).exists())
        self.assertEqual(GearVersion.objects.count(), 0)

    def test_it_is_the_crews_own_and_the_foremans(self) -> None:
        body = self.rod_body(length="14 ft", reason="x")
        self.put_right("rods", body, 403, self.helper)
        self.put_right("rods", body, 404, self.outsider)
        self.put_right(
            "receivers", body | {"signal": "arrows", "fine": "1 mm", "coarse": "2 mm"}, 404
        )
        self.get(f"crews/{self.crew.pk}/gear/ladders/{self.rod}/typed", status=404)

    def test_what_was_never_used_goes_and_what_was_is_retired_with_why(self) -> None:
        out = f"crews/{self.crew.pk}/gear"
        spare = self.add_rod("down")
        self.assertTrue(self.ok(self.foreman, f"{out}/rods/{spare}/out", {}, 200)["is_removed"])
        self.assertFalse(Rod.objects.filter(pk=spare).exists())
        self.assertIn("why", self.refused(self.foreman, f"{out}/rods/{self.rod}/out", {}))
        self.ok(self.helper, f"{out}/rods/{self.rod}/out", {"why": "bent"}, 403)
        said = self.ok(self.foreman, f"{out}/rods/{self.rod}/out", {"why": "bent"}, 200)
        self.assertFalse(said["is_removed"])
        self.assertEqual(self.get(out)["rods"], [])
        self.assertEqual(self.get(f"{out}/retired")["retired"][0]["why"], "bent")
        self.assertEqual(self.get(f"jobs/{self.job}")["set_ups"][0]["rod"]["id"], self.rod)
        self.ok(self.foreman, f"{out}/rods/{self.rod}/back", {}, 200)
        self.assertEqual([rod["id"] for rod in self.get(out)["rods"]], [self.rod])

    def test_a_retired_instrument_is_due_no_more(self) -> None:
        due = [
            instrument["name"]
            for instrument in self.get(f"crews/{self.crew.pk}/gear")["instruments"]
        ]
        self.assertEqual(due, ["Laser"])
        path = f"crews/{self.crew.pk}/gear/instruments/{self.laser}/out"
        self.ok(self.foreman, path, {"why": "sold"}, 200)
        self.assertEqual(self.get(f"crews/{self.crew.pk}/gear")["instruments"], [])

    def test_a_receiver_is_put_right_too(self) -> None:
        body = {
            "id": str(uuid4()), "name": "Eye", "signal": "arrows", "fine": "1 mm", "coarse": "4 mm",
        }  # fmt: skip
        self.ok(self.foreman, f"crews/{self.crew.pk}/receivers", body)
        self.put_right("receivers", body | {"fine": "2 mm"})
        self.assertEqual(Receiver.objects.get().fine, Length.from_metres("0.002"))

    def test_versions_go_with_the_jobs_file_and_retirement_does_not(self) -> None:
        said = self.rod_body(has_bubble=False, reason="never had one", holds_from=TAKEN_AT)
        self.put_right("rods", said)
        path = f"crews/{self.crew.pk}/gear/rods/{self.rod}/out"
        self.ok(self.foreman, path, {"why": "bent"}, 200)
        kept = self.get(f"jobs/{self.job}/job.json")
        self.assertEqual(kept["rod_versions"][0]["values"], {"has_bubble": False})
        self.assertNotIn("retired_at", kept["rods"][0])
        told = self.get(f"jobs/{self.job}/happened?kind=change")["happened"]
        self.assertIn("up ft-in/8 put right", [one["what"] for one in told])
        self.assertEqual(UUID(kept["rod_versions"][0]["rod"]), UUID(self.rod))
