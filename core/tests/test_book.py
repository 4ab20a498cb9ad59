"""Verdicts, and the level notes with their sums."""

from __future__ import annotations

import doctest
import importlib
import pkgutil
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

import core
from core.book import Entry, keep_notes
from core.errors import OutOfRange, quoted
from core.lengths import Elevation, Length, Reading, Style
from core.rods import Numbering, SightLine
from core.tasks import VERBS, Task
from core.tests.worked import elevations, metres, readings, stood
from core.verdicts import Tolerance, Verdict, judge

TARGET = Elevation.from_metres("10")


class Verdicts(TestCase):
    """High, low or on, and what to do."""

    def test_at_the_tolerance_is_still_on(self) -> None:
        tolerance = Tolerance(metres("0.006"), metres("0.003"))
        table = {
            "0.006": (Verdict.ON, "leave it"),
            "0.006000001": (Verdict.HIGH, "take off 6 mm"),
            "-0.003": (Verdict.ON, "leave it"),
            "-0.0034": (Verdict.LOW, "add 3 mm"),
            "0": (Verdict.ON, "leave it"),
        }
        for off, expected in table.items():
            judgement = judge(TARGET + metres(off), TARGET, tolerance)
            with self.subTest(off):
                said = (
                    judgement.verdict,
                    judgement.action(Style.from_code("mm"), VERBS[Task.STONE]),
                )
                self.assertEqual(said, expected)

    def test_a_negative_tolerance_is_refused(self) -> None:
        self.assertRaises(OutOfRange, Tolerance.either_way, metres("-0.001"))


class Notes(TestCase):
    """The book proves, struck rows and all."""

    @given(
        elevations,
        readings,
        st.lists(st.tuples(readings, st.booleans()), max_size=12),
        st.sampled_from(Numbering),
    )
    def test_the_three_sums_always_agree(
        self,
        benchmark: Elevation,
        backsight: Reading,
        taken: list[tuple[Reading, bool]],
        numbering: Numbering,
    ) -> None:
        line = SightLine.from_backsight(benchmark, stood(backsight), numbering)
        entries = [
            Entry(str(i), stood(reading), struck) for i, (reading, struck) in enumerate(taken)
        ]
        notes = keep_notes(benchmark, line, entries)
        self.assertTrue(notes.proves)
        self.assertEqual(len(notes.lines), len(entries))
        good = [entry for entry in entries if not entry.struck]
        if good:
            assert notes.foresight is not None
            self.assertEqual(notes.foresight.entry, good[-1])
            last = notes.foresight.elevation
            self.assertEqual(last, benchmark + notes.last_less_first)

    def test_a_struck_row_carries_no_height_and_enters_no_sum(self) -> None:
        line = SightLine.from_backsight(TARGET, stood(Reading.from_metres("1.5")), Numbering.UP)
        entries = [
            Entry("A1", stood(Reading.from_metres("1.4"))),
            Entry("A2", stood(Reading.from_metres("0.4")), struck=True),
            Entry("A2", stood(Reading.from_metres("1.45"))),
        ]
        notes = keep_notes(TARGET, line, entries)
        struck = notes.lines[1]
        self.assertEqual((struck.elevation, struck.rise, struck.fall), (None, None, None))
        self.assertEqual(notes.sum_of_rises, metres("0.1"))
        self.assertEqual(notes.sum_of_falls, metres("0.05"))
        self.assertEqual(notes.backsight_less_foresight, Length(50_000_000))

    def test_an_empty_book_proves_and_has_no_foresight(self) -> None:
        line = SightLine.from_backsight(TARGET, stood(Reading(0)), Numbering.UP)
        notes = keep_notes(TARGET, line, [])
        self.assertIsNone(notes.foresight)
        self.assertTrue(notes.proves)


class Documented(TestCase):
    """What the docstrings show is so."""

    def test_examples_in_docstrings(self) -> None:
        for module in pkgutil.walk_packages(core.__path__, "core."):
            if ".tests" not in module.name:
                with self.subTest(module.name):
                    result = doctest.testmod(importlib.import_module(module.name))
                    self.assertEqual(result.failed, 0)

    def test_long_entries_are_quoted_short(self) -> None:
        self.assertEqual(quoted("ok"), "ok")
        self.assertEqual(len(quoted("9" * 400)), 40)
