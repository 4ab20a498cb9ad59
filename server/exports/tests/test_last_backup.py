"""How old the last good backup is: told to owners, and late when it is."""

from __future__ import annotations

from datetime import timedelta

from django.core.management import call_command
from django.test import Client
from django.utils import timezone

from server.background.models import Backup
from server.crews.models import Role
from server.tests.site import SiteTestCase, person


class LastBackup(SiteTestCase):
    """An owner looks in."""

    def setUp(self) -> None:
        super().setUp()
        self.owner = person(self.crew, Role.OWNER)

    def made(self, **ago: float) -> None:
        call_command("note_backup", "yellow-peg.tar", "1234", "7")
        Backup.objects.filter(pk=Backup.objects.latest("pk").pk).update(
            made_at=timezone.now() - timedelta(**ago)
        )

    def told(self) -> tuple[str, bool]:
        sheet = self.get("backups", self.owner)
        return sheet["says"], sheet["is_late"]

    def test_none_is_late(self) -> None:
        says, is_late = self.told()
        self.assertIn("No backup of this server was made yet", says)
        self.assertTrue(is_late)

    def test_its_age_in_words(self) -> None:
        for ago, words, is_late in (
            ({"days": 9}, "9 days old", True),
            ({"hours": 49}, "2 days old", True),
            ({"hours": 47.9}, "47 hours old", False),
            ({"hours": 1.5}, "1 hour old", False),
            ({"minutes": 59}, "less than an hour old", False),
        ):
            self.made(**ago)
            says, late = self.told()
            self.assertIn(words, says)
            self.assertEqual(late, is_late, ago)

    def test_nobody_else_is_told(self) -> None:
        for client, status in ((self.foreman, 403), (self.helper, 403), (Client(), 401)):
            self.get("backups", client, status)
