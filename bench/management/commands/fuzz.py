"""Sends requests nobody means to every address, and tells whether any was our failure."""

from __future__ import annotations

import logging
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from bench.fuzz import Fuzzer

SHOWN = 10


class Command(BaseCommand):
    """Works on a database that goes away."""

    help = "Fuzz every address of the API."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take how many requests, and the seed they are drawn from."""
        parser.add_argument("number", type=int)
        parser.add_argument("--seed", type=int, default=1)

    def handle(self, *args: Any, **options: Any) -> None:
        """Send them and print the answers by status."""
        settings.ALLOWED_HOSTS = ["testserver"]
        settings.SECURE_SSL_REDIRECT = False
        logging.disable(logging.WARNING)
        told = Fuzzer("ines", options["seed"]).run(options["number"])
        by_status = ", ".join(f"{status}: {n}" for status, n in sorted(told.answers.items()))
        self.stdout.write(f"{options['number']} requests answered {by_status}")
        self.stdout.write(
            f"the worst took {told.worst_seconds:.2f} s of a processor ({told.worst});"
            f" the process grew by {told.megabytes:.0f} MB"
        )
        if told.failed:
            raise CommandError("answered as our failure:\n" + "\n".join(told.failed[:SHOWN]))
