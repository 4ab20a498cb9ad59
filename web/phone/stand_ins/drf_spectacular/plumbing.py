"""The parts of a description; none is made here."""

from __future__ import annotations


class ResolvedComponent:
    """Named by ours, never made."""
