"""Django's test runner, closing with the plain count of what passed and failed."""

from __future__ import annotations

import logging
import unittest
from typing import Any

from django.conf import settings
from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Says at the end how many tests passed and how many failed."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        logging.getLogger("axes").setLevel(logging.ERROR)
        logging.getLogger("django.security.csrf").setLevel(logging.ERROR)
        super().setup_test_environment(**kwargs)
        # A slow hash guards real passwords; those of the tests stand in the repository.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        passed = result.testsRun - failed - len(result.skipped)
        self.stdout_line(f"{max(0, passed)} passed, {failed} failed")
        return super().suite_result(suite, result, **kwargs)

    def stdout_line(self, text: str) -> None:
        """Print one line at once."""
        print(text, flush=True)
