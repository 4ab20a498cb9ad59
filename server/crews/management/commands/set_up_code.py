"""Tells the code that the first crew is begun with, while there is none."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from server.crews.services.begin_crew import is_empty, set_up_code


class Command(BaseCommand):
    """Says nothing where somebody signs in already."""

    help = "Tells the code that the first crew is begun with."

    def handle(self, *args: Any, **options: Any) -> None:
        """Write one line, or none."""
        if is_empty():
            self.stdout.write(f"Nobody is here yet. At /begin, set-up code {set_up_code()}")
