"""The four checks through the API, their history, and what makes one due."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from server.gear.models import InstrumentCheck
from server.tests.site import SiteTestCase


class Checks(SiteTestCase):
    """Readings in, what they say out."""

    def setUp(self) -> None:
        super().setUp()
        self.instrument = self.add_instrument()

    def draft(self, method: str, typed: dict[str, str], units: str = "m") -> Any:
        body = self.body(method, typed)
        path = f"instruments/{self.instrument}/check-draft?units={units}&sight=41.5"
        return self.ok(self.helper, path, body, 200)

    def body(self, method: str, typed: dict[str, str], days_ago: int = 0) -> dict[str, object]:
        made_at = timezone.now() - timedelta(days=days_ago)
        return {
            "id": str(uuid4()), "method": method, "typed": typed, "made_at": made_at.isoformat()
        }  # fmt: skip

    def record(self, days_ago: int, gap: str = "0.4 mm") -> None:
        typed = {"distance": "30", "gap": gap, "gap_right": "0 mm", "resolution": "0.5 mm"}
        path = f"instruments/{self.instrument}/checks?units=m"
        body = self.body("both-axes", typed, days_ago)
        self.ok(self.helper, path, body)
        self.ok(self.helper, path, body, 200)

    def trust(self) -> str:
        state: str = self.history()["instrument"]["trust"]["state"]
        return state

    def history(self, units: str = "m") -> Any:
        return self.get(f"instruments/{self.instrument}?units={units}")

    def test_each_check_says_what_the_worked_cases_say(self) -> None:
        table: list[tuple[str, dict[str, str], str, str]] = [
            (
                "two-position",
                {"near": "1", "far": "17", "gap": "3.3 mm", "gap_side": "below",
                 "resolution": "0.5 mm"},
                "3.1 mm at 30 m", "fail",
            ),
            (
                "face-about",
                {"distance": "26.2", "gap": "1.9 mm", "resolution": "0.5 mm"},
                "1.1 mm at 30 m", "pass",
            ),
            (
                "two-peg",
                {"a1": "1.0491", "b1": "0.4531", "a2": "1.1062", "b2": "0.5139",
                 "to_a": "2.2", "to_b": "39", "resolution": "0.5 mm"},
                "3.0 mm at 30 m", "fail",
            ),
            (
                "water-level",
                {"a": "51 mm", "b": "24.4 mm", "to_a": "3.9", "to_b": "27.5",
                 "resolution": "1 mm"},
                "33.8 mm at 30 m", "fail",
            ),
        ]  # fmt: skip
        for method, typed, slope, verdict in table:
            with self.subTest(method):
                says = self.draft(method, typed)["draft"]["says"]
                self.assertEqual((says["slope"], says["verdict"]), (slope, verdict))
                self.assertEqual([e["at"] for e in says["errors"]][-1], "41.500 m")
        rows = [(row["what"], row["at"], row["error"]) for row in says["errors"]]
        self.assertEqual(rows[0], ("as you checked it", "23.6 m", "26.6 mm low"))
        self.assertEqual(rows[1], ("", "10.000 m", "11.3 mm low"))
        self.assertEqual(rows[-1][0], "longest sight here")

    def test_how_finely_marks_are_read_has_a_usual_value_in_the_units_typed(self) -> None:
        table = (
            ("m", {"distance": "30", "gap": "2.5 mm"}, "0.5 mm"),
            ("m", {"distance": "98 ft", "gap": "1/8 in"}, "1/32 in"),
            ("ft-in/8", {"distance": "98 ft", "gap": "1/8 in", "resolution": " "}, "1/32 in"),
            ("ft-in/8", {"distance": "30 m", "gap": "2.5 mm"}, "0.5 mm"),
        )
        for units, typed, usual in table:
            with self.subTest(units=units, typed=typed):
                says = self.draft("face-about", typed, units)["draft"]["says"]
                same = self.draft("face-about", typed | {"resolution": usual}, units)
                self.assertEqual(says, same["draft"]["says"])
        pegs = {"a1": "1.2", "b1": "1.3", "a2": "1.4", "b2": "1.5", "to_a": "2", "to_b": "39"}
        same = self.draft("two-peg", pegs | {"resolution": "1 mm"})
        self.assertEqual(self.draft("two-peg", pegs)["draft"], same["draft"])
        body = self.body("face-about", {"distance": "30", "gap": "2 mm"})
        kept = self.ok(self.helper, f"instruments/{self.instrument}/checks?units=m", body)["id"]
        stored = InstrumentCheck.objects.get(pk=kept).readings["resolution"]
        self.assertEqual((stored["typed"], float(stored["metres"])), ("0.5 mm", 0.0005))

    def test_from_the_middle_half_of_the_gap_is_found_again(self) -> None:
        typed = {"near": "1.5", "far": "13.5", "gap": "6 mm"}
        says = self.draft("two-position", typed)["draft"]["says"]
        for middle in ("3 mm", "3.5 mm", ""):
            again = self.draft("two-position", typed | {"middle": middle})["draft"]["says"]
            self.assertEqual(again, says)
        for middle, side in (("4 mm", "above"), ("3 mm", "below"), ("6 mm", "above")):
            wrong = typed | {"middle": middle, "middle_side": side}
            (error,) = self.draft("two-position", wrong)["errors"]
            self.assertIn("a mark was misread", error["why"])

    def test_the_gap_stands_beside_the_true_error(self) -> None:
        typed = {"near": "1.63", "far": "13.5", "gap": "0.8 mm", "resolution": "0.5 mm"}
        says = self.draft("two-position", typed)["draft"]["says"]
        self.assertEqual((says["gap"], says["true_error"]), ("0.8 mm", "0.4 mm"))
        self.assertEqual((says["base"], says["verdict"]), ("11.9 m", "inconclusive"))
        self.assertIn("would settle it", says["settle"])

    def test_two_axes_give_the_direction(self) -> None:
        typed = {
            "distance": "20", "gap": "4 mm", "gap_right": "4 mm", "gap_right_side": "below",
            "resolution": "0.5 mm",
        }  # fmt: skip
        says = self.draft("both-axes", typed)["draft"]["says"]
        self.assertEqual(says["direction_degrees"], 315.0)
        self.assertIn("ahead and left", says["direction"])

    def test_what_proves_nothing_says_what_would(self) -> None:
        half_way = {"a": "40 mm", "b": "41 mm", "to_a": "12", "to_b": "13.5", "resolution": "1 mm"}
        (error,) = self.draft("water-level", half_way)["errors"]
        self.assertIn("half-way", error["why"])
        self.assertIn("close to one end", error["accepts"])
        path = f"instruments/{self.instrument}/checks?units=m"
        reasons = self.refused(self.helper, path, self.body("water-level", half_way))
        self.assertIn("half-way", reasons[""])
        short = {"near": "2", "far": "2.2", "gap": "1 mm", "resolution": "1 mm"}
        self.assertIn("short", self.draft("two-position", short)["errors"][0]["why"])

    def test_mixed_units_and_missing_readings_are_refused_where_they_stand(self) -> None:
        typed = {"distance": "60 ft", "gap": "2 mm", "resolution": "1/32 in"}
        (error,) = self.draft("face-about", typed, "ft-in/8")["errors"]
        self.assertEqual((error["field"], error["typed"]), ("gap", "2 mm"))
        self.assertIn("another system of units", error["why"])
        errors = self.draft("two-peg", {"a1": "1.2", "b1": "x", "to_a": "-3"})["errors"]
        self.assertLessEqual({"b1", "to_a", "a2"}, {error["field"] for error in errors})

    def test_the_history_is_kept_and_says_when_the_next_is_due(self) -> None:
        self.assertEqual(self.trust(), "never-checked")
        self.record(days_ago=8)
        self.assertEqual(self.trust(), "due")
        self.record(days_ago=1)
        self.assertEqual(self.trust(), "in-date")
        self.assertEqual([c["says"]["plotted"] for c in self.history()["checks"]], [0.2, 0.2])
        knock = {
            "id": str(uuid4()), "note": "slid off the tailgate",
            "happened_at": timezone.now().isoformat(),
        }  # fmt: skip
        self.ok(self.helper, f"instruments/{self.instrument}/knocks", knock)
        self.assertEqual(self.trust(), "knocked")
        self.record(days_ago=0, gap="9 mm")
        self.assertEqual(self.trust(), "out-of-true")
        self.assertEqual(self.history()["knocks"][0]["note"], "slid off the tailgate")
        self.assertEqual(self.history("ft")["plot_unit"], "in at 100 ft")

    def test_a_check_that_proves_nothing_neither_dates_nor_clears(self) -> None:
        self.record(days_ago=1, gap="3 mm")
        self.assertEqual(self.trust(), "unproven")
        self.record(days_ago=0, gap="0.2 mm")
        self.assertEqual(self.trust(), "in-date")

    def test_one_axis_dates_only_itself(self) -> None:
        typed = {"distance": "30", "gap": "0.4 mm", "resolution": "0.5 mm"}
        path = f"instruments/{self.instrument}/checks?units=m"
        for axis, state in (("first", "one-axis"), ("second", "in-date")):
            self.ok(self.helper, path, self.body("face-about", typed) | {"axis": axis})
            self.assertEqual(self.trust(), state)
        wrong = self.body("face-about", typed) | {"axis": "third"}
        self.assertIn("axis", self.refused(self.helper, path, wrong))

    def test_the_crew_chooses_how_long_a_check_holds(self) -> None:
        self.record(days_ago=8)
        path = f"/api/v1/crews/{self.crew.pk}/choices"
        choice = {"strict_calls": True, "check_days": 30}
        answer = self.foreman.put(path, choice, content_type="application/json")
        kept = answer.json()["choices"]
        self.assertEqual({key: kept[key] for key in choice}, choice)
        self.assertTrue(kept["helpers_set_up"])
        self.assertEqual(self.trust(), "in-date")
        self.assertEqual(kept["usual"]["error"], "true")
        usual = kept["usual"] | {"error": "gap", "screeds": "wet"}
        answer = self.foreman.put(path, choice | {"usual": usual}, content_type="application/json")
        self.assertEqual(answer.json()["choices"]["usual"], usual)
        checked = self.get(f"instruments/{self.instrument}?units=m")["checks"][0]["says"]
        self.assertTrue(checked["is_gap_first"])
        answer = self.foreman.put(path, choice, content_type="application/json")
        self.assertEqual(answer.json()["choices"]["usual"], usual)
        odd = choice | {"usual": usual | {"floor": "the sky"}}
        answer = self.foreman.put(path, odd, content_type="application/json")
        self.assertEqual(answer.status_code, 400)
        wrong = self.foreman.put(path, choice | {"check_days": 0}, content_type="application/json")
        self.assertEqual(wrong.json()["errors"][0]["accepts"], "Give 1 to 366 days.")
