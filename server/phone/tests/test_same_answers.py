"""A phone answers as the server does, to every request that the tests of site work send."""

from __future__ import annotations

import re
import unittest
from collections.abc import Iterator
from importlib import import_module

from django.test import SimpleTestCase, TestCase

from server.phone.tests.mirror import Mirror
from server.phone.tests.node import PhoneInNode

#: The tests of shooting, marks, standing, runs, the plan, gear and pours.
MODULES = (
    "server.fieldbook.tests", "server.jobs.tests", "server.stages.tests", "server.decisions.tests",
    "server.gear.tests", "server.pour.tests",
)  # fmt: skip
#: What is written for the phone's sake is counted with the rest.
COUNTS_QUERIES = re.compile(r"queries")


def tests_of(package: str) -> Iterator[unittest.TestCase]:
    """Yield the tests of a package that send one request after another."""
    folder = import_module(package).__path__[0]
    suites = [unittest.defaultTestLoader.discover(folder, top_level_dir=".")]
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
        suite = unittest.TestSuite(one for name in MODULES for one in tests_of(name))
        result = unittest.TestResult()
        with mirror.watching():
            suite.run(result)
        failed = [f"{test.id()}: {why[-900:]}" for test, why in result.failures + result.errors]
        self.assertEqual(failed[:3], [])
        self.assertEqual(mirror.differing[:20], [])
        self.assertGreater(mirror.compared, 500)
