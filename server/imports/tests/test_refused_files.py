"""Every way a job's file is refused before anything is stored, by the words that are said."""

from __future__ import annotations

import json
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import mock

from django.db import models
from django.test import SimpleTestCase
from django.utils import timezone

from server.common.refusals import Invalid
from server.exports.job_file.tables import LONGEST_JSON, TABLES, VERSION, read
from server.fieldbook.models import SetUp, Shot
from server.imports.job_file import parse
from server.imports.job_file.parse import parsed
from server.jobs.models import Floor, Job, Point
from server.pours.models import Pour

EMPTY: dict[str, Any] = {"format": "yellow-peg-job", "version": VERSION, "people": []}
EMPTY |= {table.name: [] for table in TABLES}
NEWER = f"It comes from a newer version: its format is {VERSION + 1}, this one reads {VERSION}."


def column(model: type[models.Model], name: str) -> Any:
    """Return a column of a model."""
    return model._meta.get_field(name)


def nested(depth: int) -> list[Any]:
    """Return a list within a list, so many times."""
    value: list[Any] = []
    for _ in range(depth):
        value = [value]
    return value


class WholeFiles(SimpleTestCase):
    """Files that are no job's."""

    def refused(self, content: bytes | dict[str, Any]) -> tuple[str, str]:
        """Return what was typed and why it is refused."""
        given = content if isinstance(content, bytes) else json.dumps(content).encode()
        with self.assertRaises(Invalid) as raised:
            parsed(given)
        (problem,) = raised.exception.problems
        self.assertEqual((problem.field, problem.code), ("file", "bad-file"))
        self.assertTrue(problem.accepts)
        return problem.typed, problem.why

    def test_what_is_no_job(self) -> None:
        for content, typed, why in (
            (b"\xff\xfe", "", "It is no text in UTF-8."),
            ('{"name": "é'.encode()[:-1], "", "It is cut short: it ends within a letter."),
            (b'{"format": "yellow', "", "It is cut short: it ends in the middle, in line 1."),
            (b'{"format"\n 7, "version": 5, "more": []}', "", "It is no JSON: line 2, column 2."),
            (b'{"version": NaN}', "NaN", "It holds a number that is none."),
            (b"[" * 100_000, "", "It is nested deeper than any job."),
            (b"[]", "", "It is JSON, but no job."),
            (b'{"format": "a-list"}', "a-list", "It is JSON, but no job of Yellow Peg."),
            (EMPTY | {"version": True}, "True", "It does not say its version."),
            (EMPTY | {"version": "6"}, "6", "It does not say its version."),
            (EMPTY | {"version": 0}, "0", "It does not say its version."),
            (
                EMPTY | {"version": VERSION + 1},
                f"{VERSION + 1}",
                NEWER,
            ),
            (EMPTY | {"stones": []}, "stones", "stones is nothing this version knows."),
            (
                {name: rows for name, rows in EMPTY.items() if name != "shots"},
                "shots",
                "shots is not in it.",
            ),
            (EMPTY | {"shots": {}}, "shots", "shots is no list."),
            (EMPTY | {"shots": [7]}, "7", "shots, row 1, row: it is no row."),
            (EMPTY | {"shots": [{}]}, "", "shots, row 1, clock_give: it is missing."),
            (EMPTY, "job", "It holds no job, or more than one."),
        ):
            with self.subTest(why):
                self.assertEqual(self.refused(content), (typed, why))

    def test_what_is_larger_than_any_job(self) -> None:
        with mock.patch.object(parse, "LARGEST", 30):
            self.assertEqual(self.refused(b" " * 31), ("31 bytes", "No job is that large."))
            self.assertIn("cut short", self.refused(b" " * 30)[1])
        with mock.patch.object(parse, "MOST_VALUES", 3):
            many = ("4 values", "No job holds so many values.")
            self.assertEqual(self.refused(b"[1, 2, 3, 4]"), many)
            self.assertEqual(self.refused(b"[1, 2, 3]")[1], "It is JSON, but no job.")


class Cells(SimpleTestCase):
    """Values that no column takes."""

    def test_each_says_why(self) -> None:
        ahead = (timezone.now() + timedelta(hours=1)).isoformat()
        amount, count = column(Floor, "waste"), column(Point, "position")
        for field, value, why in (
            (column(Job, "name"), None, "it is empty"),
            (column(Job, "name"), 7, "it is no text"),
            (column(Job, "name"), "a\x00b", "it holds what is no text"),
            (column(Job, "name"), "a" * 500, "it is longer than"),
            (column(Shot, "setting"), "finer", "it is none of fine, coarse"),
            (column(Shot, "reading"), "1.23.4", "it is no number"),
            (column(Shot, "reading"), "NaN", "it is no number"),
            (column(Shot, "reading"), "1." + "0" * 29, "it is no number"),
            (column(Shot, "reading"), "0.0000000001", "it is no length in metres"),
            (column(Shot, "reading"), "1000000", "it is no length in metres"),
            (amount, "0.00000000001", "it is out of its range"),
            (amount, f"{10 ** (amount.max_digits - amount.decimal_places)}", "it is out of its"),
            (column(Shot, "taken_at"), "2026-05-04T09:30:00", "it is no moment such as"),
            (column(Shot, "taken_at"), "yesterday", "it is no moment such as"),
            (column(Shot, "taken_at"), "0001-01-01T00:00:00+14:00", "no record is of such a day"),
            (column(Shot, "taken_at"), ahead, "it is still to come"),
            (count, True, "it is no whole number"),
            (count, -1, "it is no whole number"),
            (count, 2**31, "it is no whole number"),
            (column(Shot, "phone_number"), 2**53, "it is no whole number"),
            (column(Shot, "clock_give"), "1e30", "no clock is that far off"),
            (column(Point, "is_extra"), 1, "it is neither true nor false"),
            (column(Floor, "underside"), {"a": ["\x00"]}, "it holds what is no text"),
            (column(Floor, "underside"), [{"\ud800": 1}], "it holds what is no text"),
            (column(Floor, "underside"), ["a" * LONGEST_JSON], "it is too long"),
            (column(Floor, "underside"), nested(3_000), "it is nested deeper than any job"),
            (column(Shot, "set_up"), "of last week", "badly formed"),
            (models.BinaryField(), "00", "it is of no known kind"),
        ):
            with self.subTest(field=field, why=why):
                with self.assertRaises(ValueError) as refused:
                    read(field, value)
                self.assertIn(why, str(refused.exception))

    def test_what_is_just_within_is_taken(self) -> None:
        self.assertEqual(
            float(read(column(Shot, "reading"), "999999.999999999")), 999_999.999_999_999
        )
        self.assertEqual(read(column(Point, "position"), 2**31 - 1), 2**31 - 1)
        self.assertEqual(read(column(Shot, "phone_number"), 2**53 - 1), 2**53 - 1)
        self.assertIsNone(read(column(SetUp, "x"), None))
        now = timezone.now()
        soon, later = (now + timedelta(minutes=minutes) for minutes in (5, 60 * 24))
        taken = read(column(Shot, "taken_at"), soon.isoformat())
        self.assertLess(taken, soon, "another server's clock is ahead: it counts as now")
        self.assertEqual(read(column(Pour, "pours_at"), later.isoformat()), later.astimezone(UTC))
        long_ago = read(column(Shot, "taken_at"), "1001-01-01T00:00:00Z")
        self.assertEqual(long_ago, datetime(1970, 1, 2, tzinfo=UTC))
