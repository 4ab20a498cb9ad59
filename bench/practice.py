"""Scripted people who practice: with care, and with each mistake a lesson is about."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from simulation.practice.faults import Fault
from simulation.practice.judge import Debrief, debrief
from simulation.practice.lesson import Lesson
from simulation.practice.lessons import LESSONS
from simulation.practice.player import Player


@dataclass(frozen=True, slots=True)
class Practiced:
    """How often a lesson ended as it had to, of how many times it was played.

    ``passed`` is of careful people; ``named`` of those who made a mistake, told exactly that one,
    ``other`` told another; the two are the worst over the lesson's mistakes. Shares, 0 to 1.
    """

    lesson: str
    played: int
    passed: float
    named: float
    other: float


def practiced(lesson: Lesson, seeds: int) -> Practiced:
    """Play a lesson over so many seeds by each kind of person."""
    passed = sum(_told(lesson, seed)[1].is_passed for seed in range(seeds)) / seeds
    told = [_with_mistake(lesson, fault, seeds) for fault in lesson.about]
    return Practiced(
        lesson.key,
        seeds * (1 + len(lesson.about)),
        passed,
        min(named for named, _ in told),
        max(other for _, other in told),
    )


def all_practiced(seeds: int) -> list[Practiced]:
    """Play every lesson."""
    return [practiced(lesson, seeds) for lesson in LESSONS]


def _told(lesson: Lesson, seed: int, fault: Fault | None = None) -> tuple[Player, Debrief]:
    player = Player(lesson, seed, fault)
    return player, debrief(lesson, player.scene, player.play())


def _with_mistake(lesson: Lesson, fault: Fault, seeds: int) -> tuple[float, float]:
    """Return the shares told exactly this mistake, and told another, where it was made."""
    counts: Counter[str] = Counter()
    for seed in range(seeds):
        player, told = _told(lesson, seed, fault)
        if player.erred:
            counts["made"] += 1
            counts["named"] += fault in told.faults
            counts["other"] += any(one is not fault for one in told.faults)
    made = max(1, counts["made"])
    return counts["named"] / made, counts["other"] / made
