"""Writes the addresses that only the server answers, for the web to tell them from a phone's."""

from __future__ import annotations

import re
from typing import Any

from django.core.management.base import BaseCommand

from server.entry.office_urls import PHONES_TOO, office

HEAD = """/** What only the server answers, * for a key; written from the server's URLs. */
export const OFFICE_ADDRESSES: readonly string[] = [
"""


def addresses() -> list[str]:
    """Return every address that no phone answers by itself, in order, a ``*`` for each key."""
    routes = {str(url.pattern) for url in office} - set(PHONES_TOO)
    return sorted(re.sub(r"<[^>]*>", "*", route) for route in routes)


class Command(BaseCommand):
    """Prints a TypeScript module."""

    help = "Print the addresses that only the server answers."

    def handle(self, *args: Any, **options: Any) -> None:
        """Print them, one a line."""
        lines = "".join(f'  "{address}",\n' for address in addresses())
        self.stdout.write(f"{HEAD}{lines}];")
