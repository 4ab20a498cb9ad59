"""Go or hold: each line from the data, answers, lifted holds, the run sheet, and who may."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.jobs.models import Point
from server.pours.models import LiftedHold
from server.tests.plan import element_body
from server.tests.pours import PourTestCase
from server.tests.site import TAKEN_AT

POURS_AT = "2026-05-04T10:00:00Z"


class Pours(PourTestCase):
    """A list from nothing shot to go, and back."""

    def test_from_nothing_to_go(self) -> None:
        lines = self.lines()
        self.assertFalse(lines["stone"][0])
        self.assertEqual(lines["stone"][1], "12 points are not shot.")
        self.assertIn("10 not shot", lines["points"][1])
        self.assertIn("Nobody knows yet", lines["concrete"][1])
        self.assertIn("Nothing of this pour was read", lines["benchmark"][1])
        bottoms = self.shoot_all_but_the_bottoms()
        self.shoot(bottoms[1:], "4' 7\"")
        self.shoot(bottoms[:1], "4' 9\"")
        self.assertRegex(self.lines()["benchmark"][1], r"^Set-up 1: \d+ readings since its bench")
        self.read_again()
        lines = self.lines()
        for question in ("benchmark", "points", "age", "stone", "thin", "doubt", "extra"):
            self.assertTrue(lines[question][0], (question, lines[question]))
        self.assertIn("over-dug by 2", lines["over-dig"][1])
        self.assertIn("Nothing is ordered", lines["concrete"][1])
        self.answer("ordered", "2")
        self.assertIn("2.00 yd³ ordered", self.lines()["concrete"][1])
        self.answer("ordered", "9")
        self.answer("inspection", "passed, inspector 14")
        self.answer("strip", "on hand")
        self.assertTrue(self.lines()["concrete"][0])
        row = self.get(f"jobs/{self.job}/pours")["pours"][0]
        self.assertEqual((row["state"], row["holds"]), ("hold", 2))
        step = next(s for s in self.get(f"jobs/{self.job}")["steps"] if s["key"] == "pours")
        self.assertEqual((step["state"], step["note"]), ("attention", "HOLD: Slab"))
        body = {
            "id": str(uuid4()), "question": "over-dig", "reason": "engineer on site",
            "faults": self.shown("over-dig"), "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"pours/{self.pour}/lifts", body)
        self.ok(self.foreman, f"pours/{self.pour}/lifts", body, 200)
        self.assertEqual(LiftedHold.objects.count(), 1)
        self.lift("stone", 409)
        lifted = self.get(f"pours/{self.pour}")
        held = [line["question"] for line in lifted["lines"] if not line["is_go"]]
        self.assertEqual(held, ["instrument", "over-dig"])
        self.lift("instrument")
        self.assertEqual(self.get(f"pours/{self.pour}")["state"], "go")
        self.shoot(bottoms[1:2], "4' 10\"", taken_at="2026-05-04T09:35:00Z")
        again = self.get(f"pours/{self.pour}")
        self.assertEqual((again["state"], again["holds"]), ("hold", 1))

    def test_a_pour_closes_once_nothing_holds_it_and_its_surface_is_shot(self) -> None:
        def close(status: int) -> str:
            body = {"id": str(uuid4()), "note": "dry, no wind", "began_at": POURS_AT,
                    "taken_at": TAKEN_AT}  # fmt: skip
            said = self.ok(self.foreman, f"pours/{self.pour}/closing", body, status)
            return "" if status == 201 else str(said["errors"][0]["why"])

        self.shoot(self.shoot_all_but_the_bottoms(), "4' 7\"")
        self.read_again()
        self.assertIn("hold when it began: instrument check in date, concrete ordered", close(409))
        self.answer("ordered", "9")
        self.answer("inspection", "passed")
        self.answer("strip", "on hand")
        self.lift("instrument")
        self.assertEqual(close(409), "Floor has no finished surface to shoot.")
        finished = element_body("finished", str(self.floor), name="Top")
        top = self.ok(self.foreman, f"jobs/{self.job}/elements", finished)["id"]
        self.assertRegex(close(409), r"^12 of 12 points")
        self.shoot(Point.objects.filter(element=top), "3' 2\"")
        close(201)
        sheet = self.get(f"pours/{self.pour}")
        self.assertEqual((sheet["state"], sheet["closed"]["note"]), ("poured", "dry, no wind"))
        self.assertEqual((sheet["finished"][0]["left"], sheet["finished"][0]["off"]), (0, 0))
        self.assertIn("closed on 2026-05-04", close(409))
        self.answer("strip", "gone", 409, is_good=False)
        self.lift("stone", 409)
        self.assertEqual(self.get(f"pours/{self.pour}")["lines"], sheet["lines"])
        step = next(s for s in self.get(f"jobs/{self.job}")["steps"] if s["key"] == "pours")
        self.assertEqual((step["state"], step["note"]), ("done", "poured"))

    def test_as_many_queries_for_many_pours_as_for_two(self) -> None:
        def queries() -> int:
            with CaptureQueriesContext(connection) as made:
                self.get(f"jobs/{self.job}/pours")
            return len(made)

        self.ok(self.foreman, f"jobs/{self.job}/pours", self.pour_body(name="Second"))
        before = queries()
        for number in range(4):
            body = self.pour_body(name=f"Pour {number}")
            self.ok(self.foreman, f"jobs/{self.job}/pours", body)
        self.assertEqual(queries(), before)

    def test_a_pour_is_moved_and_what_was_lifted_for_the_old_time_holds_again(self) -> None:
        def move(status: int, client: Any = None, **changed: str) -> dict[str, str]:
            body = {"pours_at": "2026-05-05T09:00:00Z", "truck": "6", "rate": "12"} | changed
            answer = (client or self.foreman).put(
                f"/api/v1/pours/{self.pour}", body, content_type="application/json"
            )
            self.assertEqual(answer.status_code, status, answer.content)
            return {one["field"]: one["why"] for one in answer.json().get("errors", [])}

        self.shoot(Point.objects.filter(element=self.form), "3' 2\"")
        self.read_again()
        self.lift("inspection")
        held = self.get(f"pours/{self.pour}")["holds"]
        move(200, pours_at=POURS_AT)
        self.assertEqual(self.get(f"pours/{self.pour}")["holds"], held)
        move(200)
        sheet = self.get(f"pours/{self.pour}")
        self.assertEqual((sheet["pours_at"], sheet["truck"]), ("2026-05-05T09:00:00+00:00", "6"))
        self.assertEqual(sheet["holds"], held + 2)
        self.assertIn("within 60 minutes", self.lines()["benchmark"][1])
        self.assertIn("more than 0", move(400, truck="0")["truck"])
        self.assertIn("not a number", move(400, rate="fast")["rate"])
        self.assertIn("Choose both", move(400, pours_at="Monday")["pours_at"])
        move(403, self.helper)
        move(404, self.outsider)
        self.lift("inspection")
        self.assertEqual(self.get(f"pours/{self.pour}")["holds"], held + 1)

    def test_stone_that_is_thin_or_above_the_slab_holds_by_name(self) -> None:
        points = list(Point.objects.filter(floor=self.floor))
        self.shoot(points[2:], "3' 7\"")
        is_go, why = self.lines()["stone"]
        self.assertEqual((is_go, why[:22]), (False, "2 points are not shot."))
        self.assertIn("lies outside the shots. Shoot the corners.", why)
        self.shoot(points[:1], "3' 6 1/2\"")
        self.shoot(points[1:2], "3' 1\"")
        is_go, why = self.lines()["thin"]
        names = [point.name for point in points[:2]]
        self.assertEqual(
            (is_go, why), (False, f'Floor, {names[1]}: the stone is 1" above the top of slab.')
        )
        self.shoot(points[:1], "3' 6\"")
        self.assertIn(f'Floor, {names[0]}: 4".', self.lines()["thin"][1])
        self.shoot(points[:2], "3' 7\"")
        self.assertTrue(self.lines()["thin"][0])

    def test_each_line_holds_just_past_its_bound(self) -> None:
        self.shoot(self.shoot_all_but_the_bottoms(), "4' 7\"")
        needed = float(self.get(f"pours/{self.pour}")["needed"].split()[0])
        for ordered, is_go in ((needed - 0.02, False), (needed + 0.01, True)):
            self.answer("ordered", f"{ordered:.2f}")
            self.assertEqual(self.lines()["concrete"][0], is_go, ordered)
        for question in ("inspection", "strip"):
            self.assertFalse(self.lines()[question][0])
            self.answer(question, "failed", is_good=False)
            self.assertEqual(self.lines()[question], (False, "failed, said Foreman."))
            self.answer(question, "passed now")
            self.assertTrue(self.lines()[question][0])
        form = Point.objects.filter(element=self.form)
        self.shoot(form[:1], "3' 3\"")
        self.assertEqual(self.lines()["points"][1], "The form, the top of the form: 1 off.")
        knock = {"id": str(uuid4()), "happened_at": "2026-05-04T09:20:00Z"}
        self.ok(self.foreman, f"set-ups/{self.set_up_id}/knocks", knock)
        lines = self.lines()
        self.assertRegex(lines["doubt"][1], r"^\d+ readings are in doubt\.$")
        self.assertIn("Set-up 1 is in doubt", lines["benchmark"][1])

    def test_an_extra_acknowledged_by_name_stands_for_that_amount_alone(self) -> None:
        points = Point.objects.filter(floor=self.floor)
        self.shoot(points, "3' 8\"")
        self.assertFalse(self.lines()["extra"][0])
        self.answer("extra", "A. Lund, by phone")
        self.assertIn("acknowledged by A. Lund, by phone", self.lines()["extra"][1])
        self.shoot(points[:3], "3' 9\"")
        is_go, why = self.lines()["extra"]
        self.assertFalse(is_go)
        self.assertIn("A. Lund, by phone was told otherwise.", why)
        self.answer("extra", "A. Lund, by phone again")
        self.assertTrue(self.lines()["extra"][0])

    def test_a_later_pour_asks_for_the_benchmark_again(self) -> None:
        self.shoot(Point.objects.filter(element=self.form), "3' 2\"")
        self.read_again()
        self.assertTrue(self.lines()["benchmark"][0])
        later = self.pour_body(name="Later", pours_at="2026-05-06T10:00:00Z")
        self.pour = self.ok(self.foreman, f"jobs/{self.job}/pours", later)["id"]
        self.assertIn("within 60 minutes", self.lines()["benchmark"][1])

    def test_the_run_sheet_counts_back_and_goes_to_a_calendar(self) -> None:
        self.shoot(Point.objects.filter(floor=self.floor), "3' 7\"")
        sheet = self.get(f"pours/{self.pour}")
        self.assertEqual(sheet["minutes_between_trucks"], 30)
        times = [step["at"] for step in sheet["run"]]
        self.assertEqual(times, sorted(times))
        self.assertIn("Truck 1 of", sheet["run"][-1]["what"])
        answer = self.helper.get(f"/api/v1/pours/{self.pour}/run-sheet.ics")
        self.assertEqual(answer["Content-Type"], "text/calendar; charset=utf-8")
        self.assertEqual(answer.content.count(b"BEGIN:VEVENT"), len(times))
        self.assertEqual(answer.content.count(b"SUMMARY:HOLD\\, Slab: "), len(times))

    def test_what_can_not_be(self) -> None:
        path = f"jobs/{self.job}/pours"
        empty = self.pour_body(name="Other", floors=[], elements=[], truck="0", rate="fast")
        self.assertEqual(set(self.refused(self.foreman, path, empty)), {"floors", "rate"})
        none = self.pour_body(name="Other", truck="0")
        self.assertIn("more than 0", self.refused(self.foreman, path, none)["truck"])
        self.assertIn("of that name", self.refused(self.foreman, path, self.pour_body())["name"])
        self.answer("ordered", "plenty", 400)
        self.answer("weather", "fine", 400)

    def test_helpers_look_and_outsiders_find_nothing(self) -> None:
        body = {
            "id": str(uuid4()), "question": "stone", "reason": "r", "faults": [],
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.helper, f"pours/{self.pour}/lifts", body, 403)
        self.ok(self.helper, f"jobs/{self.job}/pours", self.pour_body(name="x"), 403)
        for path in (f"pours/{self.pour}", f"jobs/{self.job}/pours"):
            self.get(path, self.helper)
            self.get(path, self.outsider, 404)
        self.ok(self.outsider, f"pours/{self.pour}/lifts", body, 404)
        away = self.outsider.get(f"/api/v1/pours/{self.pour}/run-sheet.ics")
        self.assertEqual(away.status_code, 404)
