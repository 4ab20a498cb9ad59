"""Carries out long work beside the server, until it is stopped."""

from __future__ import annotations

import logging
import resource
import signal
import threading
import time
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import DatabaseError, close_old_connections, connections
from django.utils import timezone

from server.entry.tidying import tidy_daily
from server.entry.works import Interrupted, carry_out_next
from server.overview.evening import tell_what_is_short
from server.platform.api.errors import fault_of
from server.platform.health import say_a_worker_is_here

SECONDS_BETWEEN_LOOKS = 0.5
SECONDS_WHILE_AWAY = 2.0
SECONDS_BETWEEN_CHORES = 10.0
#: What reading the worst file may take; beyond it that file is refused, and the worker lives.
MOST_MEMORY = 2 * 1024**3
log = logging.getLogger(__name__)


class Command(BaseCommand):
    """Looks for work, does it, and looks again; any number of them may run at once."""

    help = "Carries out long work until it is stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take --once: the work whose turn it is, and no more."""
        parser.add_argument("--once", action="store_true", help="do the next work and stop")

    def handle(self, *args: Any, **options: Any) -> None:
        """Work until SIGTERM or SIGINT; what is in hand then is put back whole."""
        if options["once"]:
            carry_out_next()
            return
        resource.setrlimit(resource.RLIMIT_DATA, (MOST_MEMORY, MOST_MEMORY))
        stopped = threading.Event()
        for number in (signal.SIGTERM, signal.SIGINT):
            signal.signal(number, lambda *_: stopped.set())
        self.stdout.write("ready for work")
        self.stdout.flush()
        worker = Worker(stopped)
        while not stopped.is_set():
            stopped.wait(worker.look())


class Worker:
    """Does what waits, and what is to be done now and then."""

    def __init__(self, stopped: threading.Event) -> None:
        self.stopped = stopped
        self.chores_due = 0.0

    def look(self) -> float:
        """Do the next work and return how long to wait before the next look, in seconds."""
        close_old_connections()
        try:
            self._do_chores()
            return 0.0 if carry_out_next(self.stopped.is_set) else SECONDS_BETWEEN_LOOKS
        except Interrupted:
            return 0.0
        except DatabaseError as failed:
            if fault_of(failed) is None:
                raise
            log.warning("the database is away; looking again: %s", failed)
            connections.close_all()
            return SECONDS_WHILE_AWAY

    def _do_chores(self) -> None:
        now = time.monotonic()
        if now >= self.chores_due:
            self.chores_due = now + SECONDS_BETWEEN_CHORES
            say_a_worker_is_here()
            tidy_daily()
            tell_what_is_short(timezone.now())
