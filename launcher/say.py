"""What the launcher tells the person who started it."""

from __future__ import annotations


class Trouble(Exception):
    """Something the launcher can't mend; its words say what would."""


def say(text: str) -> None:
    """Print one line at once."""
    print(f"yp: {text}", flush=True)
