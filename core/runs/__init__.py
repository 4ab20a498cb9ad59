"""Levels carried over several set-ups, and how they close (section 4)."""

from core.runs.run import Leg, LevelRun, close_run

__all__ = ["Leg", "LevelRun", "close_run"]
