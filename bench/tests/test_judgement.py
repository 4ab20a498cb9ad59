"""Judgement on simulated sites that no limit was chosen on; a small part of the bench."""

from __future__ import annotations

from unittest import TestCase

from bench.judgement.concrete import trenched_held, volumes_held
from bench.judgement.heights import covered_by_geometry, covered_by_runs
from bench.judgement.slips import slips_by_ground
from simulation import SurfaceKind

SEED = 50_000
HARD = (
    SurfaceKind.STEPPED,
    SurfaceKind.BENCHED,
    SurfaceKind.NOT_PITCHED,
    SurfaceKind.LOW_EDGED,
    SurfaceKind.DISHED,
)


class OnSimulatedSites(TestCase):
    """U, slips and volumes hold where nobody tuned them."""

    def test_u_holds_by_every_geometry(self) -> None:
        shares: list[float] = []
        for covered in covered_by_geometry(40, SEED):
            with self.subTest(covered.what):
                self.assertTrue(0.85 <= covered.share <= 1.0, covered.share)
                shares.append(covered.share)
                self.assertLess(covered.poor_share, 0.3)
        self.assertTrue(0.95 <= sum(shares) / len(shares) <= 0.995, shares)

    def test_u_holds_along_a_spread_run(self) -> None:
        self.assertTrue(0.93 <= covered_by_runs(200, SEED).share <= 0.995)

    def test_slips_are_caught_and_true_readings_left_alone(self) -> None:
        for counted in slips_by_ground(6, SEED):
            with self.subTest(counted.kind):
                self.assertLess(counted.asked.share, 0.03)
                hard = counted.kind.is_dug or counted.kind in HARD
                self.assertGreater(counted.gross.share, 0.7 if hard else 0.95)

    def test_a_volumes_range_holds(self) -> None:
        shares = [held.share for held in volumes_held(3, SEED)]
        self.assertGreater(sum(shares) / len(shares), 0.93)

    def test_it_holds_where_the_trench_is_rougher_than_the_floor(self) -> None:
        shares = [held.share for held in trenched_held(2, SEED)]
        self.assertGreater(sum(shares) / len(shares), 0.9)
