"""Adds jobs to measure on, each with a floor and its shots, from the demo's crew."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from bench.site import make_site

POINTS = 30


class Command(BaseCommand):
    """Works on a database that goes away, with the demo in it."""

    help = "Add jobs of 30 points and 300 shots."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take how many."""
        parser.add_argument("number", type=int)

    def handle(self, *args: Any, **options: Any) -> None:
        """Add them."""
        for _ in range(options["number"]):
            make_site(POINTS)
