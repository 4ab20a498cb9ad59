"""A server's first owner, made from its own command line."""

from __future__ import annotations

import io
from unittest import mock

from django.core.management import CommandError, call_command
from django.test import TestCase

from server.crews.models import Crew, Membership, Role, User

GOOD = "a plumb bob 7"


class OpenCrew(TestCase):
    """Who runs the server types it."""

    def open(self, *typed: str, username: str = "ann") -> str:
        said = io.StringIO()
        stdin = io.StringIO("".join(f"{line}\n" for line in typed))
        with mock.patch("sys.stdin", stdin):
            call_command("open_crew", "Lath & Line", username, "Ann", "Marsh", stdout=said)
        return said.getvalue()

    def test_the_owner_signs_in_from_then_on(self) -> None:
        self.assertIn("Ann Marsh is the owner of Lath & Line", self.open(GOOD, GOOD))
        place = Membership.objects.get()
        self.assertEqual((place.role, place.user.check_password(GOOD)), (Role.OWNER, True))

    def test_what_can_not_be_makes_nothing(self) -> None:
        for typed, username, said in (
            (("short", "short"), "ann", "too short"),
            (("password123", "password123"), "ann", "too common"),
            ((GOOD, "another one 8"), "ann", "not the same"),
            ((GOOD, GOOD), "a~b", "has no ~ in it"),
        ):
            with self.subTest(said), self.assertRaises(CommandError) as refused:
                self.open(*typed, username=username)
            self.assertIn(said, str(refused.exception))
        self.assertFalse(Crew.objects.exists() or User.objects.exists())

    def test_somebody_who_signs_in_already_keeps_the_password(self) -> None:
        self.open(GOOD, GOOD)
        self.open()
        self.assertEqual(Membership.objects.filter(user__username="ann").count(), 2)
        self.assertTrue(User.objects.get().check_password(GOOD))
