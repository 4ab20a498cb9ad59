"""How flat a finished surface is: its range, its tilt apart from its bumps (section 12)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import NotEnoughShots

ENOUGH = 3
DEGENERATE = 1e-9


@dataclass(frozen=True, slots=True)
class Finished:
    """A finished point: its place and how far it lies above its target, in metres."""

    x: float
    y: float
    off: float


@dataclass(frozen=True, slots=True)
class Flatness:
    """A finished surface against its design, metres.

    ``range`` is its highest point off less its lowest; ``tilt_x`` and ``tilt_y`` are the rise
    per metre of the best-fit plane, and ``bumps`` how far each point stands off that plane.
    """

    range: float
    mean: float
    tilt_x: float
    tilt_y: float
    bumps: tuple[float, ...]

    @property
    def bump_range(self) -> float:
        """The range of the bumps: what is left once the tilt is taken out."""
        return max(self.bumps) - min(self.bumps)


def flatness_of(points: Sequence[Finished]) -> Flatness:
    """Return how flat finished points lie; points on one line have no tilt across it.

    Raises :class:`NotEnoughShots` for fewer than three.
    """
    if len(points) < ENOUGH:
        raise NotEnoughShots(
            f"{len(points)} shots", "A surface needs three.", "Shoot the finished surface."
        )
    count = len(points)
    mean_x, mean_y, mean = (
        sum(getattr(point, name) for point in points) / count for name in ("x", "y", "off")
    )
    tilt_x, tilt_y = _tilt([(p.x - mean_x, p.y - mean_y, p.off - mean) for p in points])
    bumps = tuple(p.off - mean - tilt_x * (p.x - mean_x) - tilt_y * (p.y - mean_y) for p in points)
    offs = [point.off for point in points]
    return Flatness(max(offs) - min(offs), mean, tilt_x, tilt_y, bumps)


def _tilt(centred: Sequence[tuple[float, float, float]]) -> tuple[float, float]:
    """Solve the least-squares plane through points around their middle."""
    xx, yy, xy, xz, yz = (
        sum(x * x for x, _, _ in centred),
        sum(y * y for _, y, _ in centred),
        sum(x * y for x, y, _ in centred),
        sum(x * z for x, _, z in centred),
        sum(y * z for _, y, z in centred),
    )
    determinant = xx * yy - xy * xy
    if determinant <= DEGENERATE * (xx + yy) ** 2:
        along = xx + yy
        return (xz / along, yz / along) if along > 0 else (0.0, 0.0)
    return (xz * yy - yz * xy) / determinant, (yz * xx - xz * xy) / determinant
