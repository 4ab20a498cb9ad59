"""Two people change one floor: the second is told what changed, and nothing is overwritten."""

from __future__ import annotations

from server.common.refusals import ChangedSince
from server.jobs.models import Floor
from server.jobs.services.changed_since import refuse_overwriting
from server.tests.plan import element_body
from server.tests.site import Body, SiteTestCase, floor_body


class TwoAtOneFloor(SiteTestCase):
    """Both open the floor's form; one sends first."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        self.path = f"floors/{self.floor}"
        self.opened = self.get(self.path)["typed"]

    def body(self, **changed: object) -> Body:
        return floor_body(self.benchmark, id=self.floor, **changed)

    def quarrels(self, opened: Body, **changed: object) -> dict[str, str]:
        errors = self.change(self.path, self.body(**changed), 409, opened)["errors"]
        self.assertEqual({error["code"] for error in errors}, {"changed-since"})
        return {error["field"]: error["why"] for error in errors}

    def test_the_second_is_told_what_the_first_changed_and_overwrites_nothing(self) -> None:
        self.change(self.path, self.body(thickness='6"', panels=[FALL]), opened=self.opened)
        before = Floor.objects.values().get(pk=self.floor)
        why = self.quarrels(self.opened, tolerance='1/2"')
        self.assertEqual(set(why), {"thickness", "panels"})
        self.assertIn('was 5" when you opened this; it is 6" by now', why["thickness"])
        self.assertIn("The fall was changed", why["panels"])
        self.assertEqual(Floor.objects.values().get(pk=self.floor), before)

    def test_having_seen_it_the_second_may_keep_either(self) -> None:
        self.change(self.path, self.body(thickness='6"'), opened=self.opened)
        seen = self.get(self.path)["typed"]
        self.change(self.path, self.body(thickness='5"', tolerance='1/2"'), opened=seen)
        typed = self.get(self.path)["typed"]
        self.assertEqual((typed["thickness"], typed["tolerance"]), ('5"', '1/2"'))

    def test_sent_twice_or_typed_alike_by_both_is_no_quarrel(self) -> None:
        mine = self.body(thickness='6"', level='13"')
        for _ in range(2):
            self.change(self.path, mine, opened=self.opened)
        self.assertEqual(self.get(self.path)["typed"]["thickness"], '6"')

    def test_an_outline_and_units_that_changed_are_noticed(self) -> None:
        self.change(self.path, self.body(width="5 m"), opened=self.opened)
        self.assertEqual(set(self.quarrels(self.opened)), {"corners"})
        opened = self.get(self.path)["typed"]
        units = self.foreman.put(
            f"/api/v1/jobs/{self.job}/units", {"style": "mm"}, content_type="application/json"
        )
        self.assertEqual(units.status_code, 200)
        self.assertIn("thickness", self.quarrels(opened, width="5 m", thickness="130"))

    def test_a_form_that_says_nothing_of_what_it_showed_changes_nothing(self) -> None:
        answer = self.foreman.put(
            f"/api/v1/{self.path}", self.body(level='13"'), content_type="application/json"
        )
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(answer.json()["errors"][0]["field"], "opened")
        self.assertIn("level", self.quarrels({"level": None}, level='13"'))
        self.assertEqual(self.get(self.path)["typed"]["level"], self.opened["level"])

    def test_an_element_is_kept_the_same_way(self) -> None:
        body = element_body("footing", self.floor)
        key = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        path = f"elements/{key}"
        opened = self.get(path)
        self.change(path, body | {"tolerance": '1"'}, opened=opened)
        refused = self.change(path, body | {"name": "Long side"}, 409, opened)["errors"]
        self.assertEqual([error["field"] for error in refused], ["tolerance"])
        self.assertEqual(self.get(path)["name"], body["name"])
        self.change(path, body | {"name": "Long side"})

    def test_only_what_would_be_undone_is_a_quarrel(self) -> None:
        opened, now = {"a": "1", "b": "1", "c": "1"}, {"a": "2", "b": "1", "c": "2"}
        refuse_overwriting(opened, now, {"a": "2", "b": "3", "c": "2"})
        refuse_overwriting(now, now, {"a": "9", "b": "9", "c": "9"})
        with self.assertRaises(ChangedSince) as refused:
            refuse_overwriting(opened, now, {"a": "1", "b": "3", "c": "3"})
        self.assertEqual([problem.field for problem in refused.exception.problems], ["a", "c"])


FALL = {
    "name": "Panel 1", "kind": "one", "toward": "right", "fall": "1/8 in per ft",
    "toward_across": "away", "fall_across": "", "x": "0", "y": "0", "drop": "0", "corners": [],
}  # fmt: skip
