"""What lessons are made of: sites with stakes, and answers that follow from what was read."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from math import floor
from random import Random

from simulation.ground import Place
from simulation.practice.draw import Drawing, bench_of, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.lesson import Expected, near_enough
from simulation.practice.record import MarkMade, Purpose, Read, Record
from simulation.practice.rod import FOOT, INCH, Zero
from simulation.practice.scene import Mark, Scene, Target
from simulation.practice.slips import Slipped

BENCH, STAKES = "BM1", ("S1", "S2", "S3")
ANY = (Purpose.BACKSIGHT, Purpose.SHOT, Purpose.REREAD)
Expects = Callable[[Scene, Record], Expected | None]


def places(rng: Random, size: tuple[float, float], count: int, apart: float) -> list[Place]:
    """Draw places on a site that lie apart from each other, metres."""
    found: list[Place] = []
    while len(found) < count:
        at = Place(rng.uniform(1.5, size[0] - 1.5), rng.uniform(1.5, size[1] - 1.5))
        if all(at.distance(other) >= apart for other in found):
            found.append(at)
    return found


def reading(spot: str, **mistakes: Callable[[float], float]) -> Expects:
    """Expect what the rod really showed at a spot; each mistake makes something else of it."""

    def expects(scene: Scene, record: Record) -> Expected | None:
        read = record.last(spot, *ANY)
        if read is None:
            return None
        true = read.state.true_value()
        others = {Fault(name): makes(true) for name, makes in mistakes.items()}
        return Expected(true, others, near_enough(scene, 1))

    return expects


def truly(finds: Callable[[Scene, Record], Read | None]) -> Expects:
    """Expect what the rod really showed when a reading was taken."""

    def expects(scene: Scene, record: Record) -> Expected | None:
        read = finds(scene, record)
        return (
            None if read is None else Expected(read.state.true_value(), {}, near_enough(scene, 1))
        )

    return expects


def tenths_as_inches(length: float) -> float:
    """Return what becomes of decimal feet whose tenths are taken for inches, metres."""
    whole = floor(length / FOOT)
    return whole * FOOT + (length - whole * FOOT) / FOOT * 10 * INCH


def mark_at(level: float, **mistakes: float) -> Expects:
    """Expect a mark at a level; metres, as they really are."""

    def expects(scene: Scene, _: Record) -> Expected:
        others: dict[Fault, float | str] = {Fault(name): at for name, at in mistakes.items()}
        return Expected(level, others, near_enough(scene))

    return expects


def from_reading(spot: str, right: float, **mistakes: float) -> Expects:
    """Expect what was read at a spot and so much more; each mistake adds something else."""

    def expects(scene: Scene, record: Record) -> Expected | None:
        read = record.last(spot, *ANY)
        if read is None:
            return None
        others: dict[Fault, float | str] = {
            Fault(name): read.typed + more for name, more in mistakes.items()
        }
        return Expected(read.typed + right, others, scene.gear.rod.step)

    return expects


def was_coarse(_: Scene, record: Record) -> bool:
    """Whether something was read or marked with the receiver on its coarse band."""
    return any(
        entry.state.is_coarse for entry in record.entries if isinstance(entry, Read | MarkMade)
    )


def stakes_site(
    draw: Drawing, slipped: Slipped, above: tuple[float, float], zero: Zero = Zero.FOOT
) -> tuple[Scene, list[Place]]:
    """Draw a site with a benchmark so far above the ground at its stakes; no targets yet."""
    rng = draw.rng
    size = rng.uniform(14, 22), rng.uniform(10, 16)
    at = places(rng, size, 1 + len(STAKES), 3.0)
    surface = ground_of(draw, size)
    highest = max(surface.elevation(one) for one in at)
    told_by = draw.datum()
    gear = gear_of(draw, slipped, zero=zero)
    bench = bench_of(draw, BENCH, at[0], highest + rng.uniform(*above), told_by, slipped)
    scene = Scene(0, size, surface, bench.elevation, (bench,), (), gear, slipped, told_by)
    return scene, at[1:]


def with_targets(scene: Scene, seed: int, targets: list[Target], **amounts: float) -> Scene:
    """Return a site with its points and its own figures, metres."""
    return replace(scene, seed=seed, targets=tuple(targets), amounts=tuple(amounts.items()))


def bench(scene: Scene) -> Mark:
    """Return the benchmark that everything is carried from."""
    return scene.mark(BENCH)
