"""A short trial of three machines, for ./yp test cluster: nothing that was acknowledged is lost."""

from __future__ import annotations

from unittest import TestCase

from launcher.trials.cluster import tried
from launcher.trials.stand import standing


class ThreeMachines(TestCase):
    """A node killed, one cut off, a program killed, while phones shoot."""

    def test_everything_acknowledged_stands_once_on_every_node(self) -> None:
        with standing() as stand:
            verdict = tried(stand, phones=3, seconds=5.0)
        self.assertGreater(verdict.acknowledged, 20)
        self.assertEqual((verdict.lost, verdict.twice), (0, 0))
        self.assertTrue(verdict.is_same_everywhere)
