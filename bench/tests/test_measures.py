"""The bench measures what it says."""

from __future__ import annotations

import gzip
import tempfile
from dataclasses import replace
from datetime import timedelta
from pathlib import Path
from unittest import TestCase, mock

from django.test import TestCase as DatabaseTestCase

from bench.clock import Compared, compare
from bench.day import copies_of, opening_the_day
from bench.practice import practiced
from bench.requests import opening_a_job
from bench.scripts import first_screen
from bench.site import make_site
from bench.volumes import volume
from demo.load import load_demo
from server.fieldbook.models import Shot
from simulation.practice.lessons import BY_KEY


class Clock(TestCase):
    """Both sides run in turn, as often as asked."""

    def test_they_take_turns_after_warming_up(self) -> None:
        ran: list[str] = []
        compared = compare(lambda: ran.append("least"), lambda: ran.append("ours"), 5)
        self.assertEqual(ran, ["least", "ours"] * 8)
        self.assertGreater(compared.ratio, 0)

    def test_the_ratio_is_ours_over_the_least(self) -> None:
        self.assertEqual(Compared(least=2.0, ours=5.0).ratio, 2.5)


class Scripts(TestCase):
    """Only what the first screen asks for counts."""

    FILES = {
        "main-1.js": 'import{a}from"./shared-1.js";' + "m" * 500,
        "shared-1.js": "s" * 400,
        "signin-1.js": 'import"./shared-1.js";import{b}from"./form-1.js"',
        "form-1.js": "f" * 300,
        "frame-1.js": "r" * 10,
        "jobs-1.js": "j" * 10,
        "stone-1.js": "x" * 9000,
    }

    def test_imports_are_followed_once_and_other_routes_are_left_out(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            dist = Path(folder)
            (dist / "assets").mkdir()
            (dist / "index.html").write_text('<script src="/assets/main-1.js"></script>')
            for name, text in self.FILES.items():
                (dist / "assets" / name).write_text(text)
            heaviest, whole = first_screen(dist)
        size = {name: len(gzip.compress(text.encode(), 9)) for name, text in self.FILES.items()}
        first = ("main-1.js", "shared-1.js", "signin-1.js", "form-1.js")
        self.assertEqual(heaviest, sum(size[name] for name in first))
        self.assertEqual(whole, sum(size.values()))


class Sites(DatabaseTestCase):
    """A job as large as asked, opened in as many queries whatever its size."""

    def test_queries_do_not_grow_with_ten_times_the_shots(self) -> None:
        load_demo()
        small, large = make_site(4), make_site(40)
        self.assertEqual(Shot.objects.filter(set_up=large.set_up).count(), 400)
        _, few = opening_a_job(small, 1)
        _, many = opening_a_job(large, 1)
        self.assertEqual(few, many)
        sheet = large.browser.get(f"/api/v1/jobs/{large.job}").json()
        self.assertEqual(sheet["floors"][0]["counts"]["not_shot"], 0)
        self.assertEqual(len(sheet["floors"][0]["pegs"]), 40)

    def test_volumes_are_measured_on_real_floors(self) -> None:
        self.assertGreater(volume(50, 1).ours, 0)


class Practice(TestCase):
    """What the bench counts of practice."""

    def test_a_lesson_is_played_by_each_kind_of_person(self) -> None:
        told = practiced(BY_KEY["go-or-hold"], 8)
        self.assertEqual(told.played, 8 * 4)
        self.assertEqual((told.passed, told.named, told.other), (1.0, 1.0, 0.0))

    def test_a_lesson_that_names_nothing_is_found_out(self) -> None:
        deaf = replace(BY_KEY["match"], watches={})
        told = practiced(deaf, 4)
        self.assertEqual((told.named, told.other), (0.0, 0.0))


class Day(DatabaseTestCase):
    """The first page is measured with as many jobs as asked, in as many queries as with few."""

    def test_queries_stay_the_same_with_more_jobs(self) -> None:
        load_demo()
        site = make_site(2)
        # On a slow machine a GO may be older than it is believed between two looks, and not
        # every job be worked out at the first of them.
        with (
            mock.patch("server.overview.day.glance.GO_HOLDS", timedelta(hours=6)),
            mock.patch("server.overview.day.sheet.PATIENCE", 3600.0),
        ):
            _, few, queries = opening_the_day(site, 1)
            copies_of(site, 30)
            compared, many, again = opening_the_day(site, 1)
        self.assertEqual((many - few, again), (30, queries))
        self.assertGreater(compared.ratio, 0)
