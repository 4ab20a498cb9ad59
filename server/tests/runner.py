"""Django's test runner, closing with the plain count of what passed and failed."""

from __future__ import annotations

import logging
import os
import unittest
from pathlib import Path
from time import monotonic
from typing import Any

from django.conf import settings
from django.test.runner import DiscoverRunner

SLOWEST = 12


class TimedResult(unittest.TextTestResult):
    """Keeps how long each test took, and says at once what failed."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.took: list[tuple[float, str]] = []
        self._began = 0.0

    def addError(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        self._say("ERROR", test, err)
        super().addError(test, err)

    def addFailure(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        self._say("FAIL", test, err)
        super().addFailure(test, err)

    def addSubTest(self, test: unittest.TestCase, subtest: Any, err: Any) -> None:  # noqa: N802
        if err is not None:
            self._say("FAIL", subtest, err)
        super().addSubTest(test, subtest, err)

    def _say(self, what: str, test: unittest.TestCase, err: Any) -> None:
        print(f"\n{what}: {test.id()}: {str(err[1])[:300]}", flush=True)

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802 - unittest's own name
        self._began = monotonic()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802 - unittest's own name
        self.took.append((monotonic() - self._began, test.id()))
        super().stopTest(test)


class CountingRunner(DiscoverRunner):
    """Says at the end how many tests passed and how many failed, and which were slow."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        logging.getLogger("axes").setLevel(logging.ERROR)
        logging.getLogger("django.security.csrf").setLevel(logging.ERROR)
        super().setup_test_environment(**kwargs)
        # A slow hash guards real passwords; those of the tests stand in the repository.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        return TimedResult

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        passed = result.testsRun - failed - len(result.skipped)
        for seconds, name in sorted(result.took, reverse=True)[:SLOWEST]:
            print(f"{seconds:6.1f} s  {name}", flush=True)
        self.count(max(0, passed), failed)
        return super().suite_result(suite, result, **kwargs)

    def count(self, passed: int, failed: int) -> None:
        """Say how many passed; to the launcher's file where it adds up several runs."""
        file = os.environ.get("YP_COUNTS")
        if file is None:
            print(f"{passed} passed, {failed} failed", flush=True)
            return
        with Path(file).open("a") as counts:
            counts.write(f"{passed} {failed}\n")
