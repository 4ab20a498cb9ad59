"""What people are in a crew is its owner's to say; the last owner stays; who goes is gone."""

from __future__ import annotations

from uuid import uuid4

from django.test import Client

from server.crews.models import Membership, Role, Session, User
from server.crews.tests.people import PeopleTestCase
from server.tests.site import person


class People(PeopleTestCase):
    """The list, the roles, and the way out."""

    def path(self, user: User, what: str) -> str:
        return f"crews/{self.crew.pk}/people/{user.pk}/{what}"

    def test_owners_stand_first_and_sign_in_names_are_the_owners_to_see(self) -> None:
        seen = self.people()
        self.assertEqual([one["role"] for one in seen["people"]], list(Role))
        self.assertTrue(all(one["username"] for one in seen["people"]))
        by_reader = self.people(self.browsers[Role.READER])
        self.assertEqual(
            [bool(one["username"]) for one in by_reader["people"]], [False, False, False, True]
        )
        self.assertEqual(by_reader["invitations"], [])
        self.assertEqual([one["is_you"] for one in by_reader["people"]].index(True), 3)
        self.ask(self.other_owner, f"crews/{self.crew.pk}/people", status=404, method="get")

    def test_a_role_is_changed_and_counts_at_once(self) -> None:
        reader = self.user(Role.READER)
        body = {"id": "0d9a2b6c-7e11-4a0f-8b52-9d1f1c526a3d", "name": "Zip", "signal": "too-high",
                "fine": "1 mm", "coarse": "3 mm"}  # fmt: skip
        path = f"crews/{self.crew.pk}/receivers"
        self.refused(self.browsers[Role.READER], path, body, 403)
        self.ask(self.owner, self.path(reader, "role"), {"role": "foreman"}, method="put")
        self.assertEqual(self.role_of(reader), Role.FOREMAN)
        answer = self.browsers[Role.READER].post(
            f"/api/v1/{path}", body, content_type="application/json"
        )
        self.assertNotEqual(answer.status_code, 403)

    def test_nobody_but_an_owner_changes_anybody_even_themselves(self) -> None:
        for role in (Role.FOREMAN, Role.HELPER, Role.READER):
            for target in Role:
                for what, body, method in (("role", {"role": "owner"}, "put"),
                                           ("link", None, "post")):  # fmt: skip
                    where = self.path(self.user(target), what)
                    self.ask(self.browsers[role], where, body, 403, method)
        foreman = self.user(Role.FOREMAN)
        for what, body, method in (("role", {"role": "owner"}, "put"), ("leaving", None, "post"),
                                   ("link", None, "post")):  # fmt: skip
            self.ask(self.other_owner, self.path(foreman, what), body, 404, method)
        self.ask(self.browsers[Role.HELPER], self.path(foreman, "leaving"), None, 403)
        self.assertEqual(
            sorted(Membership.objects.filter(crew=self.crew).values_list("role", flat=True)),
            sorted(Role),
        )

    def test_the_last_owner_stays_one_until_there_is_another(self) -> None:
        owner, foreman = self.user(Role.OWNER), self.user(Role.FOREMAN)
        why = self.refused(self.owner, self.path(owner, "role"), {"role": "helper"}, 409, "put")[""]
        self.assertIn("this is its last one", why)
        self.refused(self.owner, self.path(owner, "leaving"), None, 409)
        self.ask(self.owner, self.path(owner, "role"), {"role": "owner"}, method="put")
        self.ask(self.owner, self.path(foreman, "role"), {"role": "owner"}, method="put")
        self.ask(self.owner, self.path(owner, "leaving"))
        self.assertIsNone(self.role_of(owner))
        self.refused(self.browsers[Role.FOREMAN], self.path(foreman, "leaving"), None, 409)

    def test_who_is_taken_out_is_signed_out_everywhere_and_who_leaves_is_not(self) -> None:
        foreman, helper = self.user(Role.FOREMAN), self.user(Role.HELPER)
        self.ask(self.owner, self.path(foreman, "leaving"))
        self.assertFalse(Session.objects.filter(person=foreman).exists())
        answer = self.browsers[Role.FOREMAN].get("/api/v1/jobs")
        self.assertEqual(answer.status_code, 401)
        told = self.ask(self.browsers[Role.HELPER], self.path(helper, "leaving"))
        self.assertEqual(told["crews"], [])
        self.assertEqual(self.browsers[Role.HELPER].get("/api/v1/jobs").status_code, 200)
        self.ask(self.owner, self.path(foreman, "leaving"), None, 404)

    def test_no_link_of_an_owner_who_is_none_any_more_leads_in(self) -> None:
        for what, body, method in (("role", {"role": "helper"}, "put"), ("leaving", None, "post")):
            second = person(self.crew, Role.OWNER)
            user = self.user_of(second)
            asked = {"id": str(uuid4()), "role": "owner"}
            self.ask(second, f"crews/{self.crew.pk}/invitations", asked, 201)
            link = self.people()["invitations"][-1]["link"].removeprefix("/join/")
            self.ask(self.owner, self.path(user, what), body, method=method)
            why = self.refused(self.other_owner, f"joining/{link}", None, 410)[""]
            self.assertIn("taken back", why)
            self.assertEqual(self.people()["invitations"], [])

    def test_an_owner_opens_no_account_that_others_depend_on(self) -> None:
        second = person(self.crew, Role.OWNER)
        helper, reader = self.user(Role.HELPER), self.user(Role.READER)
        Membership.objects.create(crew=self.other_crew, user=reader, role=Role.HELPER)
        why = self.refused(self.owner, self.path(reader, "link"), None, 409)[""]
        self.assertIn("in other crews too", why)
        owners = Membership.objects.filter(crew=self.crew, role=Role.OWNER).order_by("pk")
        other = next(owner.user for owner in owners if owner.user.pk != self.first_owner())
        for one in (other, self.user_of(self.owner)):
            self.refused(self.owner, self.path(one, "link"), None, 409)
        Membership.objects.create(crew=self.other_crew, user=helper, role=Role.OWNER)
        asking = self.user_of(self.owner)
        mine = Membership.objects.create(crew=self.other_crew, user=asking, role=Role.OWNER)
        self.refused(self.owner, self.path(helper, "link"), None, 409)
        mine.delete()
        Membership.objects.filter(crew=self.other_crew, user=helper).delete()
        self.assertIn("/new-password/", self.ask(second, self.path(helper, "link"))["link"])

    def user_of(self, client: Client) -> User:
        """Return who is signed in on a browser."""
        return User.objects.get(pk=client.get("/api/v1/session").json()["person"])

    def first_owner(self) -> int:
        """Return who the crew began with."""
        place = Membership.objects.filter(crew=self.crew, role=Role.OWNER).order_by("pk").first()
        assert place is not None
        return place.user_id
