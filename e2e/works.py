"""The worker beside the server, for tests whose pages ask for long work."""

from __future__ import annotations

import threading

from django.db import connections

from e2e.browser import BrowserTestCase
from server.entry.works import carry_out_next

SECONDS_BETWEEN_LOOKS = 0.1


class WorkedFor(BrowserTestCase):
    """Carries out what the pages ask for, until the test is over."""

    databases = {"default", "beside"}

    def setUp(self) -> None:
        super().setUp()
        self.over = threading.Event()
        worker = threading.Thread(target=self._work)
        worker.start()
        self.addCleanup(worker.join)
        self.addCleanup(self.over.set)

    def _work(self) -> None:
        try:
            while not self.over.is_set():
                if not carry_out_next():
                    self.over.wait(SECONDS_BETWEEN_LOOKS)
        finally:
            connections.close_all()
