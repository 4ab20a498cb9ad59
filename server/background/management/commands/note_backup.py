"""Notes that a backup was made and proved good."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from server.background.models import Backup


class Command(BaseCommand):
    """Keeps when it was made, so that owners see how old the last one is."""

    help = "Notes a backup that was proved good."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the file's name, its size in bytes, and how many jobs it holds."""
        parser.add_argument("file_name")
        parser.add_argument("size", type=int)
        parser.add_argument("jobs", type=int)

    def handle(self, *args: Any, **options: Any) -> None:
        """Note it."""
        name, size, jobs = options["file_name"], options["size"], options["jobs"]
        Backup.objects.create(file_name=name, size=size, jobs=jobs)
