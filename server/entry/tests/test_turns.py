"""Whose turn it is among long works, who has one, and what becomes of one that is cut off."""

from __future__ import annotations

from datetime import timedelta
from unittest import mock
from uuid import uuid4

from django.db import OperationalError, connection
from django.db.models import F
from django.utils import timezone

from server.background import turns
from server.background.models import LongWork, WorkKind, WorkState
from server.common.refusals import Invalid
from server.crews.models import Crew, User
from server.entry.works import Interrupted, carry_out_next
from server.entry.works.kinds import DOES, Outcome, Progress
from server.exports.models import KeptPaper
from server.imports.job_file import parse
from server.jobs.models import Job
from server.tests.works import WorkTestCase


class Turns(WorkTestCase):
    """Two crews ask for records; workers come, die, and come back."""

    def setUp(self) -> None:
        super().setUp()
        self.others = Crew.objects.create(name="North side")

    def ask(self, crew: Crew | None = None) -> LongWork:
        return LongWork.objects.create(
            id=uuid4(),
            kind=WorkKind.RECORD,
            crew=crew or self.crew,
            asked_by=User.objects.get(first_name="Foreman"),
            job=Job.objects.get(pk=self.job),
        )

    def let_its_lease_run_out(self, work: LongWork, by: timedelta = turns.LEASE) -> None:
        LongWork.objects.filter(pk=work.pk).update(leased_until=F("leased_until") - by)

    def test_a_crew_never_waits_behind_another_s_long_list(self) -> None:
        long_list = [self.ask() for _ in range(4)]
        asked_last = [self.ask(self.others), self.ask(self.others)]
        order = []
        while (work := turns.take_next("a worker")) is not None:
            order.append(work.pk)
            self.assertTrue(turns.end(work, WorkState.DONE))
        first, second, third, fourth = (work.pk for work in long_list)
        ours, theirs = asked_last[0].pk, asked_last[1].pk
        self.assertEqual(order, [first, ours, second, theirs, third, fourth])

    def test_two_workers_serve_two_crews_at_once(self) -> None:
        mine, _, theirs = self.ask(), self.ask(), self.ask(self.others)
        taken = [turns.take_next("one"), turns.take_next("two")]
        self.assertEqual([work and work.pk for work in taken], [mine.pk, theirs.pk])

    def test_what_runs_is_never_begun_by_another(self) -> None:
        work = self.ask()
        taken = turns.take_next("one")
        assert taken is not None
        self.assertIsNone(turns.take_next("two"))
        self.let_its_lease_run_out(work, turns.LEASE - timedelta(seconds=5))
        self.assertIsNone(turns.take_next("two"))
        self.assertTrue(turns.keep(work.pk, "one", using="default"))
        self.let_its_lease_run_out(work, turns.LEASE - timedelta(seconds=5))
        self.assertIsNone(turns.take_next("two"))

    def test_a_work_whose_worker_died_goes_to_another_and_what_the_dead_says_is_lost(self) -> None:
        work = self.ask()
        dead = turns.take_next("one")
        assert dead is not None
        self.let_its_lease_run_out(work, turns.LEASE + timedelta(seconds=1))
        heir = turns.take_next("two")
        assert heir is not None
        self.assertEqual((heir.pk, heir.owner, heir.tries), (work.pk, "two", 2))
        self.assertFalse(turns.keep(work.pk, "one", using="default"))
        self.assertFalse(turns.end(dead, WorkState.FAILED))
        turns.put_back(dead, counts=True)
        work.refresh_from_db()
        self.assertEqual((work.state, work.owner), (WorkState.RUNNING, "two"))
        self.assertTrue(turns.end(heir, WorkState.DONE, says="made"))

    def test_the_zone_of_the_database_s_machine_changes_no_lease(self) -> None:
        for zone in ("-11:00", "+13:00"):
            with self.subTest(zone), connection.cursor() as cursor:
                cursor.execute("SET time_zone = %s", [zone])
                work = self.ask()
                self.assertIsNotNone(turns.take_next("one"))
                self.assertIsNone(turns.take_next("two"))
                work.refresh_from_db()
                assert work.leased_until is not None
                left = work.leased_until - timezone.now()
                self.assertAlmostEqual(left / turns.LEASE, 1.0, delta=0.2)
                self.assertTrue(turns.keep(work.pk, "one", using="default"))
                LongWork.objects.all().delete()
                cursor.execute("SET time_zone = SYSTEM")

    def test_two_that_reach_for_one_work_get_it_once(self) -> None:
        self.ask()
        seen_by_both = turns._in_turn().get()
        self.assertTrue(turns._is_taken(seen_by_both, "one"))
        self.assertFalse(turns._is_taken(seen_by_both, "two"))

    def test_work_nobody_survives_is_given_up_and_says_why(self) -> None:
        work = self.ask()
        for tried in (1, 2, 3):
            taken = turns.take_next("a worker")
            assert taken is not None
            self.assertEqual(taken.tries, tried)
            self.let_its_lease_run_out(work, turns.LEASE + timedelta(seconds=1))
        self.assertIsNone(turns.take_next("a worker"))
        told = self.get(f"works/{work.pk}")
        self.assertEqual(told["state"], "failed")
        self.assertIn("3 times", told["problems"][0]["why"])

    def test_after_a_fault_it_waits_a_little_and_is_done(self) -> None:
        work = self.ask()
        failing = mock.Mock(side_effect=OperationalError(1213, "again"))
        with (
            mock.patch.dict(DOES, {WorkKind.RECORD: failing}),
            mock.patch("server.entry.works.carry_out.connections.close_all"),
        ):
            self.assertTrue(carry_out_next())
        self.assertFalse(carry_out_next())
        self.let_its_lease_run_out(work, turns.PAUSE_AFTER_A_FAULT)
        self.assertTrue(carry_out_next())
        work.refresh_from_db()
        self.assertEqual((work.state, work.tries), (WorkState.DONE, 2))

    def test_a_fault_of_its_own_fails_it_at_once(self) -> None:
        work = self.ask()
        failing = mock.Mock(side_effect=OperationalError(1054, "no such column"))
        with mock.patch.dict(DOES, {WorkKind.RECORD: failing}), self.assertLogs(level="ERROR"):
            self.assertTrue(carry_out_next())
        work.refresh_from_db()
        self.assertEqual(work.state, WorkState.FAILED)

    def test_a_worker_told_to_stop_puts_its_work_back_whole_and_that_is_no_try(self) -> None:
        work = self.ask()
        with self.assertRaises(Interrupted):
            carry_out_next(lambda: True)
        work.refresh_from_db()
        self.assertEqual((work.state, work.tries, work.owner), (WorkState.WAITING, 0, ""))
        self.assertFalse(KeptPaper.objects.exists())
        self.assertTrue(carry_out_next())

    def test_what_a_worker_made_after_it_lost_the_work_is_undone(self) -> None:
        work = self.ask()

        does_it = DOES[WorkKind.RECORD]

        def slow(taken: LongWork, progress: Progress) -> Outcome:
            made = does_it(taken, progress)
            LongWork.objects.filter(pk=taken.pk).update(owner="another")
            return made

        with (
            mock.patch.dict(DOES, {WorkKind.RECORD: slow}),
            self.assertLogs("server.entry.works.carry_out", "WARNING"),
        ):
            self.assertTrue(carry_out_next())
        self.assertFalse(KeptPaper.objects.exists())
        work.refresh_from_db()
        self.assertEqual(work.state, WorkState.RUNNING)

    def test_a_file_of_countless_values_is_refused_before_it_is_taken_apart(self) -> None:
        for many in (b"[" + b"[]," * parse.MOST_VALUES, b"[" + b"1," * parse.MOST_VALUES):
            with (
                mock.patch("server.imports.job_file.parse.json.loads") as taken_apart,
                self.assertRaises(Invalid) as refused,
            ):
                parse.parsed(many)
            taken_apart.assert_not_called()
            self.assertIn("so many values", refused.exception.problems[0].why)

    def test_one_that_runs_out_of_memory_fails_and_the_worker_goes_on(self) -> None:
        too_large = mock.Mock(side_effect=MemoryError)
        work = self.ask()
        with mock.patch.dict(DOES, {WorkKind.RECORD: too_large}):
            self.assertTrue(carry_out_next())
        told = self.get(f"works/{work.pk}")
        self.assertEqual(told["problems"][0]["code"], "too-large")
