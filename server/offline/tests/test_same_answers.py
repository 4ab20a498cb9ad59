"""A phone answers as the server does, to every request that the tests of site work send."""

from __future__ import annotations

import os
import re
import unittest
from collections.abc import Iterator
from importlib import import_module

from django.test import SimpleTestCase, TestCase

from server.offline.tests.mirror import Mirror
from server.offline.tests.node import PhoneInNode

#: In every run a part of them; all of them, and the others', by ./yp test phone.
ONE_IN = 9
#: The tests of shooting, marks, standing, runs, the plan and pours; where every answer is asked
#: for, all there are.
MODULES = (
    "server.fieldbook.tests.test_book", "server.fieldbook.tests.test_trust",
    "server.jobs.tests.test_elements", "server.pours.tests.test_decisions",
)  # fmt: skip
ALL_MODULES = (
    "server.fieldbook.tests", "server.jobs.tests", "server.stages.tests", "server.pours.tests",
    "server.gear.tests", "server.concrete.tests",
)  # fmt: skip
#: What is written for the phone's sake is counted with the rest.
COUNTS_QUERIES = re.compile(r"queries")


def tests_of(name: str) -> Iterator[unittest.TestCase]:
    """Yield the tests of a package or a module that send one request after another."""
    found, loader = import_module(name), unittest.TestLoader()
    folder = getattr(found, "__path__", None)
    if folder:
        suites = [loader.discover(folder[0], top_level_dir=".")]
    else:
        suites = [loader.loadTestsFromModule(found)]
    while suites:
        for one in suites.pop():
            if isinstance(one, unittest.TestSuite):
                suites.append(one)
            elif isinstance(one, TestCase) and not COUNTS_QUERIES.search(one.id()):
                yield one


class SameAnswers(SimpleTestCase):
    """Both servers side by side."""

    maxDiff = None
    databases = "__all__"

    def test_every_answer_is_the_same(self) -> None:
        phone = PhoneInNode()
        self.addCleanup(phone.end)
        mirror = Mirror(phone)
        every = "YP_EVERY_ANSWER" in os.environ
        tests = [one for name in (ALL_MODULES if every else MODULES) for one in tests_of(name)]
        suite = unittest.TestSuite(tests if every else tests[::ONE_IN])
        result = unittest.TestResult()
        with mirror.watching():
            suite.run(result)
        failed = [f"{test.id()}: {why[-900:]}" for test, why in result.failures + result.errors]
        self.assertEqual(failed[:3], [])
        for one in mirror.differing[:8]:
            with self.subTest(one[:80]):
                self.fail(one)
        self.assertGreater(mirror.compared, 100)
