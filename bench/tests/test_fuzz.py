"""A few of the requests nobody means to; ./yp trial sends thousands."""

from __future__ import annotations

import logging
from unittest import mock

from django.core.management import CommandError, call_command
from django.test import TestCase

from bench.fuzz import Fuzzed, Fuzzer
from demo.load import load_demo
from server.jobs.models import Job


class Fuzzing(TestCase):
    """The demo, and somebody who owns it."""

    @classmethod
    def setUpTestData(cls) -> None:
        load_demo()

    def setUp(self) -> None:
        logging.disable(logging.CRITICAL)
        self.addCleanup(logging.disable, logging.NOTSET)

    def test_nothing_is_answered_as_our_failure(self) -> None:
        jobs = set(Job.objects.values_list("pk", flat=True))
        told = Fuzzer("ines", 11).run(250)
        self.assertEqual(told.failed, [])
        self.assertEqual(sum(told.answers.values()), 250)
        self.assertLessEqual({200, 400, 404}, set(told.answers), "it is no fuzz that meets nothing")
        self.assertLessEqual(jobs, set(Job.objects.values_list("pk", flat=True)))

    def test_a_seed_draws_the_same_again(self) -> None:
        def drawn(seed: int) -> list[bytes]:
            fuzzer = Fuzzer("ines", seed)
            operations = [fuzzer.draw.choice(fuzzer.operations)[2] for _ in range(30)]
            return [fuzzer._body(operation) for operation in operations]

        with (
            mock.patch("bench.fuzz._keys", return_value={"job": [1, 2, 3]}),
            mock.patch("bench.fuzz.uuid4", return_value="a key"),
        ):
            self.assertEqual(drawn(5), drawn(5))
            self.assertNotEqual(drawn(5), drawn(6))

    def test_one_failure_is_told_with_its_request(self) -> None:
        with mock.patch(
            "server.overview.api.job_sheet", side_effect=ZeroDivisionError, create=True
        ):
            told = Fuzzer("ines", 1)
            told.operations = [("/api/v1/jobs/{job}", "get", {})]
            found = told.run(12)
        self.assertGreater(found.answers[500], 6)
        self.assertIn("get /api/v1/jobs/", found.failed[0])

    def test_the_command_fails_where_anything_did(self) -> None:
        bad = Fuzzed(failed=["get /x: 500"])
        bad.answers[500] = 1
        with (
            mock.patch.object(Fuzzer, "run", return_value=bad),
            self.assertRaises(CommandError) as failed,
        ):
            call_command("fuzz", "1", stdout=mock.Mock())
        self.assertIn("get /x: 500", str(failed.exception))
