"""Lessons of practice in a crew: shared by who did them, asked for by who plans."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.test import Client, TestCase

from server.crews.models import Crew, Membership, Role, SharedLesson, User
from simulation.practice.lessons import LESSONS


class Lessons(TestCase):
    """A foreman, a helper, and somebody of another crew."""

    def setUp(self) -> None:
        self.crew = Crew.objects.create(name="Lath & Line")
        self.foreman, self.one = self.member("Ada", Role.FOREMAN)
        self.helper, self.other = self.member("Bo", Role.HELPER)

    def member(self, name: str, role: Role) -> tuple[Client, User]:
        user = User.objects.create_user(name.lower(), first_name=name)
        Membership.objects.create(crew=self.crew, user=user, role=role)
        browser = Client()
        browser.force_login(user, backend="server.crews.sessions.PersonBackend")
        return browser, user

    def post(self, who: Client, what: str, status: int = 201, **body: Any) -> Any:
        address = f"/api/v1/crews/{self.crew.pk}/lessons-{what}"
        whole = {"id": str(uuid4())} | body
        answer = who.post(address, whole, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def share(self, who: Client, lesson: str, points: int, status: int = 201, **more: Any) -> Any:
        body = {"lesson": lesson, "points": points, "of": 50, "is_passed": points == 50} | more
        return self.post(who, "shared", status, **body)

    def sheet(self, who: Client) -> dict[str, Any]:
        answer = who.get(f"/api/v1/crews/{self.crew.pk}/lessons")
        self.assertEqual(answer.status_code, 200)
        told: dict[str, Any] = answer.json()
        return told

    def of(self, who: Client, name: str) -> dict[str, Any]:
        """Return what somebody is told of a person."""
        found: dict[str, Any] = next(
            person for person in self.sheet(who)["people"] if person["name"] == name
        )
        return found

    def test_a_foreman_sees_what_each_shared_and_a_helper_their_own_alone(self) -> None:
        self.share(self.helper, "move", 40)
        self.share(self.foreman, "knock", 50)
        names = [person["name"] for person in self.sheet(self.foreman)["people"]]
        self.assertEqual(names, ["Ada", "Bo"])
        own = self.sheet(self.helper)
        self.assertEqual(
            [(person["name"], person["is_you"]) for person in own["people"]], [("Bo", True)]
        )
        self.assertEqual((own["can_ask"], self.sheet(self.foreman)["can_ask"]), (False, True))
        (done,) = self.of(self.foreman, "Bo")["done"]
        self.assertEqual(
            (done["key"], done["points"], done["of"], done["is_passed"]), ("move", 40, 50, False)
        )
        self.assertEqual(len(own["lessons"]), len(LESSONS))

    def test_the_best_counts_and_a_pass_before_points(self) -> None:
        for points, passed in ((30, False), (45, True), (48, False), (20, False)):
            self.share(self.helper, "move", points, is_passed=passed)
        (done,) = self.of(self.helper, "Bo")["done"]
        self.assertEqual((done["points"], done["is_passed"]), (45, True))
        self.assertEqual(SharedLesson.objects.count(), 4)

    def test_what_is_asked_for_stands_until_it_is_passed_since(self) -> None:
        self.share(self.helper, "move", 50)
        self.post(self.foreman, "asked", person=self.other.pk, lesson="move")
        self.post(self.foreman, "asked", person=self.other.pk, lesson="run")
        asked = self.of(self.helper, "Bo")["asked"]
        self.assertEqual([one["key"] for one in asked], ["move", "run"])
        self.assertEqual(asked[0]["asked_by"], "Ada")
        self.share(self.helper, "run", 40)
        self.assertEqual(len(self.of(self.helper, "Bo")["asked"]), 2)
        self.share(self.helper, "run", 50)
        self.share(self.helper, "move", 50)
        self.assertEqual(self.of(self.helper, "Bo")["asked"], [])
        self.assertEqual(self.of(self.foreman, "Ada")["asked"], [])

    def test_only_who_plans_asks_and_only_of_the_crew(self) -> None:
        self.post(self.helper, "asked", 403, person=self.one.pk, lesson="move")
        stranger = User.objects.create_user("stranger")
        self.post(self.foreman, "asked", 404, person=stranger.pk, lesson="move")
        outside = Client()
        outside.force_login(stranger, backend="server.crews.sessions.PersonBackend")
        self.share(outside, "move", 50, 404)
        self.assertEqual(outside.get(f"/api/v1/crews/{self.crew.pk}/lessons").status_code, 404)

    def test_sent_twice_it_is_said_once(self) -> None:
        key = str(uuid4())
        self.share(self.helper, "move", 40, id=key)
        self.share(self.helper, "move", 40, 200, id=key)
        self.assertEqual(SharedLesson.objects.count(), 1)

    def test_what_can_not_be_is_refused_in_words(self) -> None:
        for wrong in ({"lesson": "nothing"}, {"points": 51}, {"points": -1}, {"of": 0}):
            body = {"lesson": "move", "points": 40, "of": 50, "is_passed": False} | wrong
            for error in self.post(self.helper, "shared", 400, **body)["errors"]:
                self.assertTrue(error["why"] and error["accepts"], error)
        self.post(self.foreman, "asked", 400, person=self.other.pk, lesson="nothing")
        self.assertEqual(SharedLesson.objects.count(), 0)
