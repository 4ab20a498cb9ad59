"""What is seen of a tape and a water level that are held between two spots."""

from __future__ import annotations

from typing import TypedDict

from server.practice.doing import refused_in_units
from server.practice.run import Run
from server.practice.sheets import LineShown, lines_shown
from simulation.practice.between import between
from simulation.practice.on_site import CantBeDone


class ScaleShown(TypedDict):
    """A scale where it is read: its lines, metres from there, and the whole number before it."""

    lines: list[LineShown]
    whole: str


class BetweenSheet(TypedDict):
    """A tape as it is read at the second spot, and a rod beside each end of a water level."""

    tape: ScaleShown
    first: ScaleShown
    second: ScaleShown


def between_sheet(run: Run, first: str, second: str) -> BetweenSheet:
    """Hold them from one spot to another; raises :class:`Invalid` with what can't be."""
    try:
        seen = between(run.state, first, second)
    except CantBeDone as refused:
        raise refused_in_units(run, refused) from refused
    tape, at_first, at_second = (
        ScaleShown(lines=lines_shown(lines), whole=whole)
        for lines, whole in zip((seen.tape, seen.first, seen.second), seen.wholes, strict=True)
    )
    return {"tape": tape, "first": at_first, "second": at_second}
