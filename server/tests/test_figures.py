"""The figures Prometheus is given: what stands, and what waits."""

from __future__ import annotations

from datetime import timedelta
from unittest import mock
from uuid import uuid4

from django.db import OperationalError
from django.utils import timezone

from server.background.models import Backup, LongWork, WorkKind, WorkState
from server.crews.models import User
from server.entry.management.commands.figures import figures
from server.platform.health import say_a_worker_is_here
from server.tests.site import SiteTestCase


class Figures(SiteTestCase):
    """Asked for while something waits."""

    def setUp(self) -> None:
        super().setUp()
        closed = mock.patch("server.entry.management.commands.figures.connection.close")
        closed.start()
        self.addCleanup(closed.stop)

    def value(self, name: str, **labels: str) -> float | None:
        return figures().get_sample_value(f"yellow_peg_{name}", labels)

    def work(self, state: WorkState, minutes: int) -> None:
        person = User.objects.get(first_name="Foreman")
        made = LongWork.objects.create(
            id=uuid4(), kind=WorkKind.RECORD, crew=self.crew, asked_by=person, state=state
        )
        asked_at = timezone.now() - timedelta(minutes=minutes)
        LongWork.objects.filter(pk=made.pk).update(asked_at=asked_at)

    def test_works_by_state_and_how_long_the_longest_waits(self) -> None:
        self.assertEqual(self.value("long_work_waits_seconds"), 0.0)
        self.work(WorkState.WAITING, 3)
        self.work(WorkState.WAITING, 9)
        self.work(WorkState.DONE, 90)
        self.assertEqual(self.value("long_works", state="waiting"), 2.0)
        self.assertEqual(self.value("long_works", state="done"), 1.0)
        self.assertEqual(self.value("long_works", state="failed"), 0.0)
        self.assertAlmostEqual(self.value("long_work_waits_seconds") or 0, 540, delta=60)

    def test_how_old_the_last_backup_is_once_there_is_one(self) -> None:
        self.assertIsNone(self.value("last_backup_age_seconds"))
        for hours in (30, 5):
            made = Backup.objects.create(file_name="x", size=1, jobs=1)
            Backup.objects.filter(pk=made.pk).update(
                made_at=timezone.now() - timedelta(hours=hours)
            )
        self.assertAlmostEqual(self.value("last_backup_age_seconds") or 0, 5 * 3600, delta=60)

    def test_the_health_part_by_part(self) -> None:
        self.assertEqual((self.value("database_is_well"), self.value("worker_is_well")), (1.0, 0.0))
        say_a_worker_is_here()
        self.assertEqual(self.value("worker_is_well"), 1.0)

    def test_without_a_database_it_says_that_much(self) -> None:
        away = OperationalError(2002, "away")
        with (
            mock.patch("server.platform.health.connection.cursor", side_effect=away),
            mock.patch.object(LongWork.objects, "values_list", side_effect=away),
            self.assertLogs("server.platform.health", "WARNING"),
        ):
            self.assertEqual(self.value("database_is_well"), 0.0)
