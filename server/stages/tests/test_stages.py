"""Each stage of the work, from the ground at the corners to the marks."""

from __future__ import annotations

from io import BytesIO
from math import ceil
from uuid import uuid4

from django.db import connection
from django.test.utils import CaptureQueriesContext
from openpyxl import load_workbook

from server.crews.models import Crew
from server.jobs.models import Point
from server.stages.tests.stage_case import StageCase
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT


class Stages(StageCase):
    """A floor at 51' 4 1/2\" with its elements; the beam at 54' 6 1/2\"."""

    def test_ground_gives_the_string_the_boards_and_the_stakes(self) -> None:
        boards = self.place("boards", measures={"tallest": "2 ft", "step": "1 ft"})
        self.assertIsNone(self.stage("layout")["boards"][0]["string"])
        for corner, reading in zip("1234", ("4 ft", "5 ft", "6' 6\"", "4' 6\""), strict=True):
            said = self.shoot(boards, "ground", corner, reading)
        self.assertEqual((said["verdict"], said["action"]), ("found", "at 50' 0 1/2\""))
        sheet = self.stage("layout")["boards"][0]
        self.assertEqual(sheet["string"]["text"], "51' 0 1/2\"")
        self.assertEqual((sheet["highest"], sheet["lowest"]), ("1", "3"))
        third = sheet["boards"][2]
        self.assertEqual(third["height"]["text"], "2' 0\"")
        self.assertEqual(third["stepped"], "step down 1' 0\"")
        self.assertEqual(third["stake"]["text"], "3' 6\"")
        self.assertEqual(sheet["diagonals"][0], sheet["diagonals"][1])

    def test_shots_are_looked_for_by_their_points_and_never_among_all_there_are(self) -> None:
        dig = self.place("excavation", part="sub-grade")
        self.shoot(dig, "formation", "A1", "4' 9\"")
        self.add_second_benchmark()
        for path in ("", "/stages/dig", "/ladder", "/take-off", "/stands?stage=dig"):
            with self.subTest(path), CaptureQueriesContext(connection) as asked:
                self.get(f"jobs/{self.job}{path}")
            of_shots = [one["sql"] for one in asked if "ROW_NUMBER() OVER" in one["sql"]]
            self.assertTrue(of_shots)
            self.assertEqual([shot for shot in of_shots if "jobs_element" in shot], [])

    def test_forms_that_are_all_shot_name_the_three_to_shoot_again_on_the_day(self) -> None:
        form = self.place("form")
        names = Point.objects.filter(element=form).values_list("name", flat=True)
        for name in names[1:]:
            self.shoot(form, "form", name, "3' 2\"")
        self.assertIsNone(self.stage("forms")["works"][0]["again"])
        self.shoot(form, "form", names[0], "3' 2 1/8\"")
        again = self.stage("forms")["works"][0]["again"]
        self.assertEqual(again["points"][0]["name"], names[0])
        self.assertEqual(again["points"][0]["why"], "farthest off its target")
        self.assertEqual(len({point["id"] for point in again["points"]}), 3)
        self.assertEqual(again["half_way"]["target"]["text"], "51' 4 1/2\"")
        self.assertTrue(all(point["read_at"] for point in again["points"]))

    def test_an_over_dug_footing_is_on_hold_and_a_formation_is_not(self) -> None:
        footing = self.place("footing", part="sub-grade")
        dig = self.place("excavation", part="sub-grade")
        self.assertEqual(self.shoot(footing, "footing-bottom", "1", "4' 7\"")["verdict"], "on")
        said = self.shoot(footing, "footing-bottom", "2", "4' 9\"")
        self.assertEqual(said["action"], 'over-dug by 2"')
        self.assertEqual(self.shoot(footing, "footing-bottom", "3", "4' 5\"")["action"], 'dig 2"')
        self.shoot(dig, "formation", "A1", "4' 9\"")
        hold, frost = self.stage("dig")["holds"]
        self.assertIn("no frost depth", frost["what"])
        self.assertIn("point 2", hold["what"])
        self.assertIn("engineer", hold["why"])

    def test_piers_from_the_ground_to_the_cut_list(self) -> None:
        deep = {"least_depth": "3 ft", "frost_depth": "", "head_least": '2"', "head_greatest": '5"'}
        piers = self.place("piers", measures=deep, level="3 ft", side="above")
        self.shoot(piers, "ground", "1", "4 ft")
        hole = Point.objects.get(element=piers, task="hole", name="1")
        path = f"set-ups/{self.set_up_id}/points/{hole.pk}"
        self.assertEqual(self.get(path)["clamp"]["rod"], "7' 0\"")
        self.assertEqual(self.shoot(piers, "hole", "1", "6' 9\"")["action"], 'dig 3"')
        self.strike_last(hole)
        deeper = self.shoot(piers, "hole", "1", "7' 6\"", taken_at="2026-05-04T09:40:00Z")
        self.assertEqual((deeper["verdict"], deeper["action"]), ("on", "deep enough"))
        holds = [hold["what"] for hold in self.stage("dig")["holds"]]
        self.assertEqual(len(holds), 2)
        self.assertIn("no frost depth", holds[0])
        finding = {"id": str(piers), "bearing": "rock", "is_cleaned": True, "taken_at": TAKEN_AT}
        self.ok(self.helper, f"points/{hole.pk}/findings", finding)
        self.ok(self.helper, f"points/{hole.pk}/findings", finding, 200)
        self.assertEqual(len(self.stage("dig")["holds"]), 1)
        self.shoot(piers, "pier-top", "1", "1' 2 1/4\"")
        (schedule,) = self.stage("piers")["schedules"]
        first, second, _ = schedule["piers"]
        self.assertEqual((first["depth"]["text"], first["bearing"]), ("3' 6\"", "rock"))
        self.assertEqual(first["top"]["text"], "53' 3 3/4\"")
        self.assertEqual(first["tube"]["text"], "6' 3 1/4\"")
        self.assertEqual(first["head"], 'turn its head DOWN 1/2", 2" left up, 1" down')
        self.assertEqual((second["bottom"], second["problem"]), (None, ""))
        self.assertEqual(schedule["stocks"][0]["pieces"], ["1: 6' 3 1/4\""])

    def test_pier_tops_against_the_floor_they_meet_and_their_heads(self) -> None:
        plain = {"level": "0"}
        headed = {"head_least": '2"', "head_greatest": '5"'}
        cast = self.place("piers", name="North row", **plain)
        turned = self.place("piers", name="South row", measures=headed, **plain)
        self.shoot(cast, "pier-top", "1", "3' 10 3/4\"")
        self.shoot(cast, "pier-top", "2", "3' 11 3/4\"")
        self.shoot(cast, "pier-top", "3", "3' 11 1/4\"")
        (sheet,) = self.stage("piers")["pier_tops"]
        self.assertEqual(sheet["floor"], "Floor")
        says = [top["says"] for top in sheet["tops"]]
        self.assertEqual(
            says[:3],
            ['1/2" too high: cut it, or raise what stands on it', '1/2" too low: pack it',
             "meets it"],
        )  # fmt: skip
        self.assertEqual(says[3:], ["not shot"] * 3)
        told = "1 of 6 meet it, 3 not shot; 0 of 3 heads locked."
        self.assertEqual(sheet["says"], told)
        self.shoot(cast, "pier-top", "3", "3' 11 1/2\"", taken_at="2026-05-04T11:00:00Z")
        for strict, meeting in ((False, 1), (True, 0)):
            Crew.objects.update(strict_calls=strict)
            (sheet,) = self.stage("piers")["pier_tops"]
            self.assertEqual(sheet["tops"][2]["says"], "meets it, close call")
            self.assertTrue(sheet["says"].startswith(f"{meeting} of 6 meet it"), sheet["says"])
        points = {p.element_id: p for p in Point.objects.filter(task="pier-top", name="1")}
        lock = {"id": str(uuid4()), "is_locked": True, "taken_at": TAKEN_AT}
        path = f"points/{points[turned].pk}/head-locks"
        self.ok(self.outsider, path, lock, 404)
        self.assertIn("not shot", self.refused(self.helper, path, lock)["word"])
        self.shoot(turned, "pier-top", "1", "4' 1 3/4\"")
        why = self.refused(self.helper, path, lock)["word"]
        self.assertEqual(why, 'It is not on: turn its head DOWN 1".')
        self.ok(self.helper, path, lock | {"word": "turned down after it was shot"})
        self.ok(self.helper, path, lock | {"word": "turned down after it was shot"}, 200)
        self.ok(self.helper, f"points/{points[cast].pk}/head-locks", lock, 409)
        self.ok(self.helper, path, {"id": "x", "is_locked": "perhaps", "taken_at": "then"}, 400)
        (sheet,) = self.stage("piers")["pier_tops"]
        self.assertIn("1 of 3 heads locked", sheet["says"])
        self.assertEqual(
            [bool(top["locked_by"]) for top in sheet["tops"]][3:], [True, False, False]
        )
        back = {"id": str(uuid4()), "is_locked": False, "taken_at": "2026-05-04T12:00:00Z"}
        self.ok(self.helper, path, back)
        self.assertIn("0 of 3 heads locked", self.stage("piers")["pier_tops"][0]["says"])

    def strike_last(self, point: Point) -> None:
        shot = point.shots.get()
        body = {"id": str(self.job), "reason": "dug on"}
        self.ok(self.helper, f"shots/{shot.pk}/strikes", body)

    def test_a_hole_above_its_stack_says_why_there_can_be_no_pier(self) -> None:
        piers = self.place("piers", measures={"stock": "1 ft"})
        self.shoot(piers, "hole", "1", "3 ft")
        self.shoot(piers, "hole", "2", "8 ft")
        (schedule,) = self.stage("piers")["schedules"]
        self.assertIn("taller than", schedule["piers"][0]["problem"])
        self.assertIn("Longer than the stock, to be spliced or ordered: 2", schedule["cut_problem"])

    def test_a_finding_belongs_to_a_hole(self) -> None:
        form = self.place("form")
        point = Point.objects.filter(element=form)[0]
        finding = {"id": str(form), "bearing": "rock", "is_cleaned": True, "taken_at": TAKEN_AT}
        self.ok(self.helper, f"points/{point.pk}/findings", finding, 409)

    def test_fine_and_rough_passes_and_counts_of_forms(self) -> None:
        form = self.place("form", tolerance='1/8"')
        self.assertEqual(self.shoot(form, "form", "1", "3' 2\"")["action"], "leave it")
        self.assertEqual(self.shoot(form, "form", "1a", "3' 2 3/8\"")["action"], 'shim up 3/8"')
        rough = self.shoot(form, "form", "1b", "3' 2 3/8\"", setting="coarse")
        self.assertEqual(rough["verdict"], "on")
        (work,) = self.stage("forms")["works"]
        counts = work["counts"]
        self.assertEqual((counts["points"], counts["low"], counts["rough"]), (10, 1, 1))
        steps = {step["key"]: step["note"] for step in self.get(f"jobs/{self.job}")["steps"]}
        self.assertEqual(steps["forms"], "2 of 10 shot")
        self.assertNotIn("dig", steps)

    def test_heights_of_a_wall_are_its_courses_and_of_points_their_targets(self) -> None:
        wall, marks = self.place("wall"), self.place("marks")
        path = f"set-ups/{self.set_up_id}/marks"
        courses = self.get(f"{path}?element={wall}&stage=forms")["surfaces"]
        self.assertEqual(
            [course["name"] for course in courses], ["Base", *(f"Course {n}" for n in "123")]
        )
        self.assertEqual(courses[1]["ways"]["clamp"]["rod"], "2' 6\"")
        sheet = self.get(f"{path}?element={marks}&stage=marks")
        self.assertEqual(sheet["surfaces"][0]["target"]["text"], "51' 4 1/2\"")
        self.assertEqual(len(sheet["places"]), 6)
        self.get(path, status=400)

    def test_a_height_already_built_is_matched(self) -> None:
        path = f"set-ups/{self.set_up_id}/match?reading=3 ft"
        self.assertEqual(self.get(path)["existing"]["text"], "51' 6 1/2\"")
        lower = self.get(f"{path}&amount=1 1/2 in&side=below")
        self.assertEqual(lower["ways"]["clamp"]["rod"], "3' 1 1/2\"")
        self.get(f"set-ups/{self.set_up_id}/match?reading=x", status=400)

    def test_a_bare_number_is_asked_about_where_the_ground_may_not_be_dug_yet(self) -> None:
        dig = self.place("excavation", part="sub-grade", level="3 ft")
        point = Point.objects.get(element=dig, name="A1")
        path = f"set-ups/{self.set_up_id}/points/{point.pk}"
        target = self.get(path, self.helper)["ways"]["clamp"]["rod"]
        self.assertEqual(target, "6' 11\"")
        for reading, sight in (("7", "standing"), ("7", "taped-down")):
            body = self.shot_body(self.set_up_id, str(point.pk), reading, sight=sight)
            with self.subTest(sight):
                (error,) = self.ok(self.helper, "shots", body, 400)["errors"]
                self.assertEqual(error["code"], "ambiguous-length")

    def test_a_string_between_two_points_is_measured_down_from_at_every_stake(self) -> None:
        path = f"jobs/{self.job}/string"
        typed = {"start": "52' 0\"", "end": "51' 6\"", "apart": "40 ft", "every": "12 ft"}
        sheet = self.ok(self.helper, path, typed | {"wanted": "51 ft", "beyond": "20 ft"}, 200)
        self.assertEqual(sheet["fall"], '0.15" per ft, 1:80, 1.25 %, falling')
        rows = [(row["along"], row["height"]["text"], row["down"]) for row in sheet["stakes"]]
        self.assertEqual(rows[0], ('0"', "52' 0\"", "1' 0\" down"))
        self.assertEqual(rows[-1], ("40' 0\"", "51' 6\"", '6" down'))
        self.assertEqual([row[0] for row in rows[1:-1]], ["12' 0\"", "24' 0\"", "36' 0\""])
        middle = sheet["stakes"][2]
        self.assertEqual((middle["sag"], middle["height"]["text"]), ('5/32"', "51' 8 1/4\""))
        self.assertEqual(sheet["carried_on"]["text"], "51' 3\"")
        hard = self.ok(self.helper, path, typed | {"pull": "hard", "string": "wire"}, 200)
        self.assertEqual((sheet["sag"], hard["sag"]), ('3/16"', '1/8"'))
        self.assertIn("pull", self.refused(self.helper, path, typed | {"pull": "by mule"}))
        follows = self.ok(self.helper, path, typed | {"wanted": "lower 9 in"}, 200)["stakes"]
        self.assertEqual((follows[0]["down"], follows[-1]["down"]), ('9" down', '9" down'))
        level = typed | {"end": "52' 0\"", "wanted": "lower 9 in", "wanted_end": "52' 1\""}
        stakes = self.ok(self.helper, path, level, 200)["stakes"]
        self.assertEqual(stakes[0]["down"], '9" down')
        self.assertEqual(stakes[-1]["down"], '1" UP: the string lies too low')
        for field, wrong in (("apart", "0"), ("every", "0.01 in"), ("start", "x"), ("end", "0")):
            self.assertIn(field, self.refused(self.helper, path, typed | {field: wrong}))

    def test_the_soil_of_a_dig_in_the_ground_and_loose(self) -> None:
        """6 m x 4 m, 2 ft 1/2 in below ground that was typed: 19.5 yd³, and a quarter more."""
        ground = {"ground": "52' 8\"", "loose": "1.25"}
        dig = self.place("excavation", part="sub-grade", measures=ground)
        (soil,) = self.stage("dig")["soils"]
        self.assertEqual(soil["element"], str(dig))
        self.assertAlmostEqual(soil["loose"]["value"], soil["in_ground"]["value"] * 1.25, places=6)
        self.assertAlmostEqual(soil["in_ground"]["value"], 19.53, delta=0.01)
        body = element_body("excavation", self.floor, name="Odd", measures={"loose": "3"})
        self.assertIn("loose", self.refused(self.foreman, f"jobs/{self.job}/elements", body))
        self.place("excavation", part="sub-grade", name="Ground unknown")
        self.assertEqual(len(self.stage("dig")["soils"]), 1)

    def test_points_leveled_again_after_weeks_say_how_far_they_moved(self) -> None:
        """3/8 in down in a month is told; 1/32 in is not, with this kit."""
        forms = self.place("form")
        path = f"elements/{forms}/movement"
        self.shoot(forms, "form", "1", "3' 2\"")
        self.shoot(forms, "form", "1a", "3' 2\"")
        self.assertEqual(self.get(path, self.helper)["points"], [])
        later = {"taken_at": "2026-05-05T09:30:00Z"}
        self.shoot(forms, "form", "1", "3' 2 3/8\"", **later)
        self.shoot(forms, "form", "1a", "3' 2\"", **later)
        one, other = self.get(path, self.helper)["points"]
        self.assertEqual((one["point"], one["is_told"]), ("1", True))
        self.assertIn('3/8" down', one["in_all"])
        self.assertEqual([row["day"] for row in one["levelings"]], ["2026-05-04", "2026-05-05"])
        self.assertIn("no movement that can be told", other["in_all"])
        self.get(path, self.outsider, 404)

    def test_small_sums(self) -> None:
        job = f"jobs/{self.job}"
        sides = {"side": "40 ft", "far_side": "30 ft", "first": "50' 3\"", "second": "49' 9\""}
        square = self.ok(self.helper, f"{job}/square", sides, 200)
        self.assertEqual(square["diagonal"]["text"], "50' 0\"")
        self.assertIn('5"', square["slide"])
        even = sides | {"first": "50 ft", "second": "50 ft"}
        self.assertTrue(self.ok(self.helper, f"{job}/square", even, 200)["is_square"])
        self.assertIn(
            "no such",
            self.refused(self.helper, f"{job}/square", sides | {"first": "90 ft"})["first"],
        )
        legs = self.ok(self.helper, f"{job}/triangle", {"multiple": "2 ft"}, 200)
        self.assertEqual(legs["across"]["text"], "10' 0\"")
        self.refused(self.helper, f"{job}/triangle", {"multiple": "0"})
        strip = {
            "stretches": [{"length": "20 ft", "start": '4"', "end": '6"'}],
            "strip_height": '4"', "roll": "50 ft",
        }  # fmt: skip
        made = self.ok(self.helper, f"{job}/isolation-strip", strip, 200)
        self.assertEqual((made["courses"], made["strip"]["text"], made["rolls"]), (2, "40' 0\"", 1))
        self.refused(self.helper, f"{job}/isolation-strip", strip | {"roll": "0"})
        self.get(f"{job}/stages/roof", status=404)

    def test_the_take_off_of_the_whole_job_and_its_workbook(self) -> None:
        self.place("footing", part="sub-grade")
        self.place("pad", name="=1+1")
        self.place("piers")
        sheet = self.get(f"jobs/{self.job}/take-off", self.helper)
        rows = {row["kind"]: row for row in sheet["rows"]}
        self.assertIn("needs three", rows["Floor"]["why"])
        self.assertIn("Shoot the bottom", rows["Piers"]["why"])
        self.assertEqual(rows["Pad"]["text"], "0.16 yd³")
        self.assertEqual((rows["Pad"]["waste"], rows["Pad"]["step"]), (0.05, 0.25))
        self.assertRegex(rows["Piers"]["rests_on"], r"^as shot, ± 0\.00 yd³, about 95 %$")
        self.assertFalse(sheet["is_whole"])
        self.get(f"jobs/{self.job}/take-off", self.outsider, 404)
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/take-off.xlsx")
        page = load_workbook(BytesIO(answer.content))["Take-off"]
        cells = {cell.value: cell for row in page.iter_rows() for cell in row if cell.value}
        self.assertEqual(cells["=1+1"].data_type, "s")
        self.assertEqual(cells["=CEILING(ROUND(SUM(E2:E5),6),0.25)"].data_type, "f")
        self.assertEqual(sheet["total"], 0.25 * ceil(sum(
            row["amount"] or 0 for row in sheet["rows"]) / 0.25))  # fmt: skip
        away = self.outsider.get(f"/api/v1/jobs/{self.job}/take-off.xlsx")
        self.assertEqual(away.status_code, 404)

    def test_after_the_pour_the_tilt_stands_apart_from_the_bumps(self) -> None:
        finished = self.place("finished", tolerance='1/4"')
        self.assertEqual(self.stage("after")["flatness"], [])
        names = list(Point.objects.filter(element=finished).values_list("name", flat=True))
        for name in names[:2]:
            self.shoot(finished, "finished", name, "3' 2\"")
        self.assertIn("needs three", self.stage("after")["flatness"][0]["why_none"])
        for name in names[2:]:
            self.shoot(finished, "finished", name, "3' 1 1/2\"" if name == "B2" else "3' 2\"")
        sheet = self.stage("after")
        (flat,) = sheet["flatness"]
        self.assertEqual((flat["range"]["text"], flat["worst"][0]["point"]), ('1/2"', "B2"))
        peg = next(peg for peg in sheet["works"][0]["pegs"] if peg["name"] == "B2")
        self.assertEqual(peg["shot"]["action"], 'grind 1/2"')
