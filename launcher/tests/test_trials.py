"""The trials' own figures, and a short trial of three machines."""

from __future__ import annotations

import io
from contextlib import redirect_stdout
from unittest import TestCase, mock

from launcher.trials import cluster
from launcher.trials.cluster import Verdict
from launcher.trials.phones import Tally


class Figures(TestCase):
    """What a trial tells is what happened."""

    def test_the_longest_time_without_an_answer_has_its_ends(self) -> None:
        tally = Tally(acknowledged=[(t, "") for t in (90.0, 103.0, 101.0, 107.5, 120.0)])
        self.assertEqual(tally.longest_gap(100.0, 110.0), 4.5)
        self.assertEqual(tally.longest_gap(102.5, 103.5), 0.5)
        self.assertEqual(tally.longest_gap(108.0, 112.0), 4.0)

    def test_parts_of_the_answers(self) -> None:
        tally = Tally(seconds=[float(n) for n in range(100, 0, -1)])
        self.assertEqual((tally.at(0.5), tally.at(0.95), tally.at(1.0)), (51.0, 96.0, 100.0))
        self.assertEqual(Tally().at(0.5), 0.0)

    def test_what_makes_a_trial_good(self) -> None:
        def verdict(**changed: object) -> bool:
            good = {
                "acknowledged": 9, "lost": 0, "twice": 0, "uncured": {}, "longest_gap": 10.0,
                "is_same_everywhere": True,
            }  # fmt: skip
            return Verdict(**(good | changed)).is_good  # type: ignore[arg-type]

        self.assertTrue(verdict())
        for wrong in (
            {"lost": 1}, {"twice": 1}, {"uncured": {"500": 1}}, {"longest_gap": 10.1},
            {"is_same_everywhere": False},
        ):  # fmt: skip
            self.assertFalse(verdict(**wrong), wrong)

    def test_a_trial_that_is_not_good_fails(self) -> None:
        bad = Verdict(5, 1, 0, {}, 1.0, is_same_everywhere=True)
        for verdict, code in ((bad, 1), (Verdict(5, 0, 0, {}, 1.0, is_same_everywhere=True), 0)):
            with (
                mock.patch.object(cluster, "standing"),
                mock.patch.object(cluster, "tried", return_value=verdict),
                redirect_stdout(io.StringIO()),
            ):
                self.assertEqual(cluster.trial([]), code)
