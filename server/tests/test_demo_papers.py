"""Every paper and file of every job of the demo: they are made, and what matters stands on them."""

from __future__ import annotations

import csv
import io
from functools import partial
from typing import cast

from django.test import TestCase
from openpyxl import load_workbook
from pypdf import PdfReader

from core.tables import AT_THE_ORIGIN, ColumnOrder, SurveyUnit, read_points
from demo.load import load_demo
from server.crews.models import Role, User
from server.exports.lists.points_out import points_csv
from server.exports.lists.readings_book import readings_workbook
from server.exports.pdf.job_record import job_record
from server.fieldbook.models import Strike
from server.jobs.models import Benchmark, Job, Point
from server.pours.models import Pour


def keep(told: list[tuple[int, int]], done: int, of: int) -> None:
    """Keep what was told of a work's progress."""
    told.append((done, of))


def owner_of(job: Job) -> User:
    """Return the owner of a job's crew."""
    return job.crew.memberships.get(role=Role.OWNER).user


class DemoPapers(TestCase):
    """The demo, as its owner takes it out."""

    def setUp(self) -> None:
        load_demo()

    def test_each_record_names_every_set_up_benchmark_strike_floor_and_pour(self) -> None:
        for job in Job.objects.all():
            told: list[tuple[int, int]] = []
            made = job_record(owner_of(job), job.pk, partial(keep, told))
            self.assertEqual([done for done, _ in told], list(range(len(told))))
            pages = PdfReader(io.BytesIO(made.paper.content)).pages
            texts = [" ".join(page.extract_text().split()) for page in pages]
            whole = " ".join(texts)
            for number, text in enumerate(texts, start=1):
                self.assertIn(f"Page {number} of {len(texts)}", text)
                self.assertIn(made.digest, text)
            named = [
                job.place,
                *(f"Set-up {set_up.number}" for set_up in job.set_ups.all()),
                *(benchmark.description for benchmark in job.benchmarks.all()),
                *(floor.name for floor in job.floors.all()),
                *(pour.name for pour in Pour.objects.filter(job=job)),
                *(
                    f"STRUCK: {strike.reason}"
                    for strike in Strike.objects.filter(shot__set_up__job=job)
                ),
            ]
            for name in named:
                with self.subTest(job=job.name, name=name):
                    self.assertIn("".join(name.split()), "".join(whole.split()))

    def test_points_that_go_out_in_any_order_are_read_where_they_are(self) -> None:
        for job in Job.objects.all():
            places = {
                (point.x.nanometres, point.y.nanometres)
                for point in cast(
                    "list[Point]",
                    [
                        *Point.objects.filter(floor__job=job),
                        *Point.objects.filter(element__job=job, x__isnull=False),
                        *Benchmark.objects.filter(job=job, x__isnull=False),
                    ],
                )
            }
            for order in ColumnOrder:
                unit = SurveyUnit.METRES
                _, table = points_csv(owner_of(job), job.pk, order, "found", unit, AT_THE_ORIGIN)
                points = read_points(table.encode(), order, unit, AT_THE_ORIGIN)
                found = {(p.place.x.nanometres, p.place.y.nanometres) for p in points}
                with self.subTest(job=job.name, order=order):
                    self.assertLess(worst_apart(places, found), 1000)
                    self.assertEqual(len(points) + 1, len(list(csv.reader(io.StringIO(table)))))

    def test_each_workbook_has_a_page_a_set_up_and_a_formula_a_reading_that_counts(self) -> None:
        for job in Job.objects.filter(set_ups__number=1):
            _, content = readings_workbook(owner_of(job), job.pk)
            book = load_workbook(io.BytesIO(content))
            with self.subTest(job.name):
                self.assertEqual(len(book.sheetnames), job.set_ups.count())
                for set_up, page in zip(job.set_ups.order_by("number"), book, strict=True):
                    heights = [cell for cell in page["F"][4:] if cell.data_type == "f"]
                    readings = [cell for cell in page["D"][4:] if cell.value is not None]
                    struck = [cell for cell in page["K"] if "struck: " in str(cell.value)]
                    self.assertEqual(len(heights), len(readings) - len(struck))
                    self.assertGreaterEqual(len(readings), set_up.shots.count())


def worst_apart(some: set[tuple[int, int]], others: set[tuple[int, int]]) -> int:
    """Return how far the farthest place of one set is from the nearest of the other, nm."""
    return max(min(abs(x - a) + abs(y - b) for a, b in others) for x, y in some)
