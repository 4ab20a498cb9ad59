"""What is asked for where a description is made; none is made here."""

from __future__ import annotations


def simplify_regex(pattern: str) -> str:
    """Return an address as it is written."""
    return pattern
