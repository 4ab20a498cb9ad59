"""Carries out long work beside the server, until it is stopped."""

from __future__ import annotations

import signal
import threading
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import close_old_connections

from server.papers.works import carry_out_next, take_up_again

SECONDS_BETWEEN_LOOKS = 0.5


class Command(BaseCommand):
    """Looks for work, does it, and looks again."""

    help = "Carries out long work until it is stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take --once: the work that waits longest, and no more."""
        parser.add_argument("--once", action="store_true", help="do the next work and stop")

    def handle(self, *args: Any, **options: Any) -> None:
        """Work until SIGTERM or SIGINT; what was cut off before is taken up again first."""
        if options["once"]:
            carry_out_next()
            return
        stopped = threading.Event()
        for number in (signal.SIGTERM, signal.SIGINT):
            signal.signal(number, lambda *_: stopped.set())
        again = take_up_again()
        self.stdout.write(f"ready for work, {again} taken up again")
        self.stdout.flush()
        while not stopped.is_set():
            close_old_connections()
            if not carry_out_next():
                stopped.wait(SECONDS_BETWEEN_LOOKS)
