"""What a lesson as it was done would have cost on a real site: concrete, work done again, time."""

from __future__ import annotations

from dataclasses import dataclass

from simulation.practice.on_site import height_of
from simulation.practice.record import MarkMade, Purpose, Record, heights_of
from simulation.practice.scene import Scene

#: How far off a height may be and nothing is done again, metres.
HARMLESS = 0.006
#: Minutes: to shoot a point again, to set a mark again, to stand the instrument up for it.
A_SHOT, A_MARK, A_SET_UP = 3, 10, 10


@dataclass(frozen=True, slots=True)
class PointTold:
    """A point's height as it was written and as it really is, in the papers' heights, metres."""

    spot: str
    written: float
    true: float

    @property
    def off(self) -> float:
        """How much too high it was written, metres."""
        return self.written - self.true


@dataclass(frozen=True, slots=True)
class Cost:
    """What it would have cost.

    ``concrete`` is how much more (or, negative, less) than written the floor takes, cubic metres;
    ``again`` names what has to be shot or marked again, ``minutes`` how long that takes; ``took``
    is how long the lesson took, minutes.
    """

    points: tuple[PointTold, ...]
    concrete: float
    again: tuple[str, ...]
    minutes: int
    took: int


def cost_of(scene: Scene, record: Record) -> Cost:
    """Work out what came of what was written down, had it been believed."""
    points = points_told(scene, record)
    shots = [point.spot for point in points if abs(point.off) > HARMLESS]
    marks = [mark.spot for mark in _last_marks(record) if _is_off(scene, mark)]
    minutes = A_SHOT * len(shots) + A_MARK * len(marks)
    seconds = max((entry.state.seconds for entry in record.entries), default=0.0)
    return Cost(
        points,
        _concrete(scene, points),
        (*shots, *marks),
        minutes + (A_SET_UP if minutes else 0),
        round(seconds / 60),
    )


def has_heights_off(scene: Scene, record: Record) -> bool:
    """Whether a height that was written down is off by more than is harmless, or none was."""
    points = points_told(scene, record)
    return not points or any(abs(point.off) > HARMLESS for point in points)


def points_told(scene: Scene, record: Record) -> tuple[PointTold, ...]:
    """Hold each point's height as it was written against the truth when it was last shot."""
    last = {read.spot: read.state.walks for read in record.reads(Purpose.SHOT)}
    targets = {target.name for target in scene.targets}
    return tuple(
        PointTold(spot, height, height_of(scene, spot, last[spot]) + scene.told_by)
        for spot, height in heights_of(scene, record).items()
        if spot in targets
    )


def _concrete(scene: Scene, points: tuple[PointTold, ...]) -> float:
    """Stone that lies lower than it was written takes more concrete, over the whole floor.

    Fewer than half of its points tell nothing of the floor.
    """
    area = scene.figure("length", 0.0) * scene.figure("width", 0.0)
    if 2 * len(points) < len(scene.targets) or area <= 0:
        return 0.0
    return area * sum(point.off for point in points) / len(points)


def _last_marks(record: Record) -> tuple[MarkMade, ...]:
    last = {entry.spot: entry for entry in record.entries if isinstance(entry, MarkMade)}
    return tuple(last.values())


def _is_off(scene: Scene, mark: MarkMade) -> bool:
    level = scene.target(mark.spot).level
    return abs(mark.height - level) > HARMLESS
