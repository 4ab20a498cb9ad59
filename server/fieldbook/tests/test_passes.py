"""Several backsights, passes kept apart, and readings that are asked about."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from server.fieldbook.tests.test_trust import Trusted, at


class BackSightsPassesAndSlips(Trusted):
    """Several backsights, coarse and fine kept apart, and readings that look like slips."""

    def test_two_backsights_give_their_mean_and_say_how_they_disagree(self) -> None:
        second = self.add_second_benchmark()
        body = self.set_up_body(self.add_rod(), self.add_instrument())
        body["extras"] = [{"benchmark": second, "backsight": "4' 6 3/4\""}]
        draft = self.ok(self.foreman, f"jobs/{self.job}/set-up-draft", body, 200)["draft"]
        self.assertIn('The backsights disagree by 1/4", more than 1/8".', draft["agreeing"]["text"])
        self.assertTrue(draft["asks_distance"])
        self.assertEqual(draft["line"]["constant"]["metres"], "16.627475000")
        key = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        self.ok(self.foreman, f"jobs/{self.job}/set-ups", body, 200)
        book = self.get(f"set-ups/{key}/book")
        self.assertEqual([row["backsight"] for row in book["rows"]], ["4' 2\"", "4' 6 3/4\""])
        self.assertEqual(book["rows"][1]["note"], "mean of 2 backsights")
        body["extras"][0]["benchmark"] = str(self.benchmark)
        body["id"] = str(uuid4())
        reasons = self.refused(self.foreman, f"jobs/{self.job}/set-ups", body)
        self.assertIn("read the same way already", reasons["extras.0"])

    def test_backsights_that_disagree_doubt_all_that_is_read_until_one_is_struck(self) -> None:
        second = self.add_second_benchmark()
        body = self.set_up_body(self.add_rod(), self.add_instrument())
        body["extras"] = [{"benchmark": second, "backsight": "4' 8 1/2\""}]
        key = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        shot = self.shot_body(key, self.names["A1"], "3' 6\"", taken_at=at(9))
        self.ok(self.helper, "shots", shot)
        self.assertEqual(self.states()["A1"], "in-doubt")
        doubted = self.latest(key)
        self.assertIn('disagree by 2"; 1/8" is allowed', doubted["standing"]["why"])
        self.assertEqual(
            (doubted["standing"]["stands"], doubted["backsights_agree"]), (False, False)
        )
        path = f"set-ups/{key}/backsights/{{}}/strikes"
        strike = {"id": str(uuid4()), "reason": "read on the wrong nail"}
        further = doubted["backsights"][1]["key"]
        self.refused(self.helper, path.format(further), strike | {"reason": ""})
        self.ok(self.outsider, path.format(further), strike, 404)
        self.ok(self.helper, path.format(uuid4()), strike, 404)
        self.ok(self.helper, path.format(further), strike)
        self.ok(self.helper, path.format(further), strike, 200)
        sound = self.latest(key)
        self.assertEqual((sound["standing"]["stands"], sound["standing"]["why"]), (True, ""))
        self.assertNotEqual(self.states()["A1"], "in-doubt")
        struck = [
            (backsight["benchmark"], backsight["struck"]) for backsight in sound["backsights"]
        ]
        self.assertEqual(struck, [("BM1", ""), ("BM2", "read on the wrong nail")])
        rows = self.get(f"set-ups/{key}/book")["rows"]
        self.assertEqual(rows[1]["struck"], "read on the wrong nail")
        self.assertEqual(rows[0]["height_of_instrument"], sound["line"]["constant"]["text"])
        last = self.ok(self.helper, path.format(key), strike | {"id": str(uuid4())}, 409)
        self.assertIn("No other backsight", last["errors"][0]["why"])

    def test_the_first_backsight_struck_leaves_the_line_of_the_other(self) -> None:
        second = self.add_second_benchmark()
        body = self.set_up_body(self.add_rod(), self.add_instrument())
        body["extras"] = [{"benchmark": second, "backsight": "4' 8 1/2\""}]
        key = self.ok(self.foreman, f"jobs/{self.job}/set-ups", body)["id"]
        strike = {"id": str(uuid4()), "reason": "read on a clod"}
        self.ok(self.helper, f"set-ups/{key}/backsights/{key}/strikes", strike)
        sheet = self.latest(key)
        self.assertEqual((sheet["known"], sheet["known_id"]), ("BM2", second))
        self.assertEqual(sheet["line"]["constant"]["text"], "54' 8 1/2\"")
        self.assertEqual(sheet["disagreement"], "")
        answer = self.ok(self.helper, "shots", self.shot_body(key, self.names["A1"], "3' 8 1/2\""))
        self.assertEqual(answer["elevation"]["text"], "51' 0\"")
        csv = self.helper.get(f"/api/v1/set-ups/{key}/book.csv").content.decode()
        self.assertIn("read on a clod", csv)

    def latest(self, key: str) -> Any:
        sheets = self.get(f"jobs/{self.job}")["set_ups"]
        return next(sheet for sheet in sheets if sheet["id"] == key)

    def test_a_set_up_says_how_far_it_proves_the_tolerance(self) -> None:
        body = self.set_up_body(self.add_rod(), self.add_instrument())
        proof = self.ok(self.foreman, f"jobs/{self.job}/set-up-draft", body, 200)["draft"]["proof"]
        self.assertIn('Can prove ±1/4" up to', proof["text"])
        coarse = self.add_instrument(specification="10 mm at 10 m")
        body = self.set_up_body(self.add_rod(), coarse)
        proof = self.ok(self.foreman, f"jobs/{self.job}/set-up-draft", body, 200)["draft"]["proof"]
        self.assertIsNone(proof["metres"])
        self.assertIn(
            "mostly the slope of the beam: stand so that the points lie nearer", proof["text"]
        )

    def test_coarse_and_fine_passes_are_kept_apart(self) -> None:
        self.shoot("A1", 5, "3' 7 1/2\"", setting="coarse")
        self.assertEqual((self.states(), self.states("rough_state")), ({}, {"A1": "close"}))
        self.shoot("A1", 9, "3' 7 1/2\"")
        self.assertEqual(self.states(), {"A1": "low"})
        counts = self.get(f"floors/{self.floor}")["plan"]["counts"]
        self.assertEqual((counts["rough"], counts["not_shot"]), (1, len(self.names) - 1))

    def test_a_strict_crew_counts_sure_calls_only(self) -> None:
        self.shoot("A1", 5, "3' 7 1/4\"")
        shot = self.get(f"floors/{self.floor}")["plan"]["pegs"][0]["shot"]
        self.assertEqual(shot["verdict_text"], "on, close call")
        self.assertIn("mostly", shot["largest_part"])
        counted = self.get(f"floors/{self.floor}")["plan"]["counts"]["counted_on"]
        choice = {"strict_calls": True, "check_days": 7}
        path = f"/api/v1/crews/{self.crew.pk}/choices"
        self.foreman.put(path, choice, content_type="application/json")
        strictly = self.get(f"floors/{self.floor}")["plan"]["counts"]["counted_on"]
        self.assertEqual((counted, strictly), (1, 0))

    def test_a_failed_check_after_the_shots_widens_their_u(self) -> None:
        self.shoot("A4", 5)
        instrument = self.get(f"jobs/{self.job}")["set_ups"][0]["instrument_id"]
        before = self.uncertainty()
        typed = {"distance": "60 ft", "gap": '3/4"', "resolution": '1/32"'}
        check = {"id": str(uuid4()), "method": "face-about", "typed": typed, "made_at": at(90)}
        self.ok(self.helper, f"instruments/{instrument}/checks?units=ft-in/8", check)
        self.assertGreater(self.uncertainty(), before)
        answer = self.ok(
            self.helper, "shots", self.shot_body(self.set_up_id, self.names["A4"], "3' 7\"")
        )
        self.assertIn("the slope of the beam", answer["largest_part"])

    def uncertainty(self) -> float:
        pegs = self.get(f"floors/{self.floor}")["plan"]["pegs"]
        text = next(peg for peg in pegs if peg["shot"])["shot"]["uncertainty"].strip('±"')
        whole, _, part = text.rpartition(" ")
        top, _, bottom = part.partition("/")
        return float(whole or 0) + float(top) / float(bottom or 1)

    def preview(self, point: str, reading: str, setting: str = "fine") -> Any:
        path = f"set-ups/{self.set_up_id}/reading?point={self.names[point]}"
        return self.get(f"{path}&reading={reading}&setting={setting}")

    def test_an_unlikely_reading_offers_the_likely_slips_and_changes_nothing(self) -> None:
        for minute, point in enumerate(("A1", "A2", "A3", "B1", "B2", "B3")):
            self.shoot(point, minute, "3' 7\"" if minute % 2 else "3' 7 1/8\"")
        self.assertIsNone(self.preview("B4", "3' 7 1/4\"")["unlikely"])
        unlikely = self.preview("B4", "4' 7\"")["unlikely"]
        self.assertIn("against the points around it", unlikely["why"])
        offer = unlikely["offers"][0]
        self.assertEqual((offer["slip"], offer["reading"]), ("a foot off", "3' 7\""))
        self.assertEqual(offer["says"]["verdict"], "on")
        body = self.shot_body(
            self.set_up_id, self.names["B4"], offer["reading"], taken_at=at(20),
            first_typed="4' 7\"", slip=offer["slip"],
        )  # fmt: skip
        self.ok(self.helper, "shots", body)
        row = self.get(f"set-ups/{self.set_up_id}/book")["rows"][-1]
        self.assertEqual(row["note"], "first 4' 7\": a foot off")
        alone = self.preview("C4", "4' 7\"", "coarse")["unlikely"]
        self.assertIn("against its design level", alone["why"])
