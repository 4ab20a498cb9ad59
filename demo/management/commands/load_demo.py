"""Loads the demo into an empty database."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from demo.load import load_demo


class Command(BaseCommand):
    """Loads the demo; does nothing where there are crews already."""

    help = "Load the demo into an empty database."

    def handle(self, *args: Any, **options: Any) -> None:
        loaded = load_demo()
        self.stdout.write("demo loaded" if loaded else "data is there already; nothing loaded")
