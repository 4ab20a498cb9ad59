"""Levels carried over several set-ups, and how they close (section 4)."""

from core.runs.run import Leg, LevelRun, carried_half_widths, close_run

__all__ = ["Leg", "LevelRun", "carried_half_widths", "close_run"]
