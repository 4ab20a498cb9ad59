"""An invitation takes one person in, once, in time; whoever guesses or tampers gets nothing."""

from __future__ import annotations

from datetime import timedelta
from uuid import uuid4

from django.test import Client
from django.utils import timezone

from server.crews.models import Invitation, Membership, Role, User
from server.crews.tests.people import PeopleTestCase, account


class Invitations(PeopleTestCase):
    """From the link to the place in the crew."""

    def test_a_newcomer_joins_and_is_signed_in(self) -> None:
        token, newcomer = self.invite(Role.FOREMAN), Client()
        offer = newcomer.get(f"/api/v1/joining/{token}").json()
        self.assertEqual((offer["crew"], offer["role_text"], offer["you"]),
                         ("Lath & Line", "Foreman", ""))  # fmt: skip
        told = self.ask(newcomer, f"joining/{token}/newcomer", account("ann"))
        self.assertEqual([(crew["name"], crew["role"]) for crew in told["crews"]],
                         [("Lath & Line", "Foreman")])  # fmt: skip
        self.assertEqual(newcomer.get("/api/v1/session").json()["name"], "Ann Marsh")
        self.assertEqual(self.role_of(User.objects.get(username="ann")), Role.FOREMAN)
        self.assertEqual(self.people()["invitations"], [], "it is no more offered")

    def test_it_works_once(self) -> None:
        token = self.invite()
        self.ask(Client(), f"joining/{token}/newcomer", account("ann"))
        for client, path in ((Client(), f"joining/{token}/newcomer"),
                             (self.other_owner, f"joining/{token}")):  # fmt: skip
            why = self.refused(client, path, account("bob"), 410)[""]
            self.assertIn("used already", why)
        self.assertEqual(Client().get(f"/api/v1/joining/{token}").status_code, 410)
        self.assertFalse(User.objects.filter(username="bob").exists(), "nothing half done")

    def test_who_signs_in_here_already_joins_with_one_account(self) -> None:
        token, before = self.invite(Role.READER), User.objects.count()
        offer = self.other_owner.get(f"/api/v1/joining/{token}").json()
        self.assertEqual(offer["you"], "Owner")
        told = self.ask(self.other_owner, f"joining/{token}")
        self.assertEqual([(crew["name"], crew["role"]) for crew in told["crews"]],
                         [("Lath & Line", "Reader"), ("Others", "Owner")])  # fmt: skip
        self.assertEqual(User.objects.count(), before)

    def test_opened_by_somebody_in_the_crew_it_stays_for_somebody_else(self) -> None:
        token = self.invite(Role.OWNER)
        why = self.refused(self.browsers[Role.HELPER], f"joining/{token}", None, 409)[""]
        self.assertIn("You are in Lath & Line already", why)
        self.assertEqual(self.role_of(self.user(Role.HELPER)), Role.HELPER, "and no owner")
        self.assertIsNone(Invitation.objects.get().taken_by)

    def test_a_link_that_is_guessed_tampered_with_or_out_of_time_leads_nowhere(self) -> None:
        token = self.invite()
        for wrong in (token[:-1], f"{token}x", token.partition(":")[0], uuid4().hex, "x" * 300):
            with self.subTest(wrong):
                self.assertEqual(Client().get(f"/api/v1/joining/{wrong}").status_code, 404)
        invitation = Invitation.objects.get()
        last = invitation.expires_at - timezone.now()
        self.assertTrue(timedelta(days=6, hours=23) < last <= timedelta(days=7))
        Invitation.objects.update(expires_at=timezone.now())
        why = self.refused(Client(), f"joining/{token}/newcomer", account("ann"), 410)[""]
        self.assertIn("ran out on", why)
        self.assertEqual(self.people()["invitations"], [])

    def test_it_is_taken_back_by_an_owner_and_not_after_it_was_used(self) -> None:
        token = self.invite()
        key = Invitation.objects.get().pk
        self.ask(self.other_owner, f"invitations/{key}/withdrawal", None, 404)
        self.ask(self.browsers[Role.FOREMAN], f"invitations/{key}/withdrawal", None, 403)
        self.ask(self.owner, f"invitations/{key}/withdrawal")
        why = self.refused(Client(), f"joining/{token}/newcomer", account("ann"), 410)[""]
        self.assertIn("taken back", why)
        used = self.invite()
        self.ask(Client(), f"joining/{used}/newcomer", account("ann"))
        key = Invitation.objects.get(withdrawn_by=None).pk
        why = self.refused(self.owner, f"invitations/{key}/withdrawal", None, 409)[""]
        self.assertIn("Somebody took it already", why)

    def test_the_same_one_twice_is_one_and_only_an_owner_asks_in(self) -> None:
        body = {"id": str(uuid4()), "role": Role.HELPER}
        path = f"crews/{self.crew.pk}/invitations"
        self.ask(self.owner, path, body, 201)
        self.assertEqual(Invitation.objects.count(), 1)
        for role in (Role.FOREMAN, Role.HELPER, Role.READER):
            why = self.refused(self.browsers[role], path, body | {"id": str(uuid4())}, 403)[""]
            self.assertIn("can't say who is in the crew", why)
        self.ask(self.other_owner, path, body | {"id": str(uuid4())}, 404)
        self.refused(self.owner, path, body | {"id": str(uuid4()), "role": "boss"}, 400)
        self.assertEqual(Invitation.objects.count(), 1)

    def test_nobody_says_of_themselves_what_they_are(self) -> None:
        token = self.invite(Role.HELPER)
        more = {"role": "owner", "crew": str(self.other_crew.pk), "is_superuser": True}
        self.ask(Client(), f"joining/{token}/newcomer", account("ann", **more))
        ann = User.objects.get(username="ann")
        self.assertEqual(self.role_of(ann), Role.HELPER)
        self.assertFalse(ann.is_superuser or ann.is_staff)
        self.assertEqual(Membership.objects.filter(user=ann).count(), 1)

    def test_who_is_not_signed_in_is_not_taken_in_without_an_account(self) -> None:
        token = self.invite()
        self.assertEqual(Client().post(f"/api/v1/joining/{token}").status_code, 401)
        self.assertIsNone(Invitation.objects.get().taken_by)
