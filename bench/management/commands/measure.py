"""Prints the figures of ./yp bench."""

from __future__ import annotations

from random import SystemRandom
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from bench.clock import Compared
from bench.day import copies_of, opening_the_day
from bench.drawings import printing_pegs, reading_a_drawing, writing_triangles
from bench.judgement.concrete import trenched_held, volumes_held
from bench.judgement.heights import covered_by_geometry, covered_by_runs
from bench.judgement.slips import slips_by_ground
from bench.papers import making_a_record, moving_a_job
from bench.practice import all_practiced
from bench.requests import logging_a_reading, opening_a_job
from bench.scripts import first_screen
from bench.site import Site, add_elements, as_in_use, make_site
from bench.stages import opening_stages
from bench.volumes import map_and_volume, volume
from bench.where_to_stand import choosing_a_stand
from demo.load import load_demo

SET_UPS, RUNS, FLOORS, SEEDS = 300, 1000, 200, 500


class Command(BaseCommand):
    """Measures on the database it is given, which must be one that goes away."""

    help = "Measure speed as ratios and print them."

    def handle(self, *args: Any, **options: Any) -> None:
        settings.ALLOWED_HOSTS = ["testserver"]
        load_demo()
        self._requests()
        self._stages()
        self._volumes()
        self._papers()
        self._drawings()
        seconds = choosing_a_stand(500, (60, 60))
        self._line(
            "where to stand, 500 points, 60 x 60 places", f"{seconds * 1000:.0f} ms", "200 ms"
        )
        self._judgement()
        self._practice()
        heaviest, whole = first_screen(settings.WEB_DIST)
        self._line("first screen's JavaScript, gzipped", f"{heaviest / 1000:.0f} kB", "250 kB")
        self._line("  all scripts", f"{whole / 1000:.0f} kB", "")

    def _requests(self) -> None:
        site, large = make_site(200), make_site(2000)
        self._ratio("logging a reading / a bare view's row", logging_a_reading(site, 300), 2.5)
        self._ratio("  with ten times the shots", logging_a_reading(large, 100), None)
        opened, queries = opening_a_job(site, 40)
        self._ratio(f"opening 200 points, 2,000 shots / SQL ({queries} queries)", opened, 3)
        opened, queries = opening_a_job(large, 10)
        self._ratio(f"  ten times as much ({queries} queries)", opened, None)
        self._day(site)

    def _day(self, site: Site) -> None:
        for more in (20, 180, 1800):
            opening_the_day(site, 1)
            copies_of(site, more)
            opened, jobs, queries = opening_the_day(site, 20)
            what = f"the day with {jobs} jobs / SQL ({queries} queries)"
            self._ratio(what, opened, 3 if more == 180 else None)

    def _stages(self) -> None:
        for times in (1, 10):
            site = make_site(1)
            add_elements(site, 60 * times, 3_000 * times, 20_000 * times)
            as_in_use()
            for stage, opened in opening_stages(site, 10 if times == 1 else 3).items():
                aim = 3 if times == 1 else None
                what = f"stage {stage}: 60 elements, 20,000 shots / SQL"
                self._ratio(what if times == 1 else f"  {stage}, ten times", opened, aim)

    def _volumes(self) -> None:
        self._ratio("volume of 10,000 shots / Delaunay", volume(10_000, 15), 2)
        self._ratio("  100,000 shots", volume(100_000, 3), None)
        self._ratio("map and volume of 10,000 / Delaunay, clip", map_and_volume(10_000, 9), 2)
        self._ratio("  100,000 shots", map_and_volume(100_000, 3), None)

    def _papers(self) -> None:
        first = self._record(make_site(200), "job record, 2,000 shots", "10 s", "300 MB")
        more = self._record(make_site(2000), "  ten times the shots", "", "")
        self._line("  ten times the shots / 2,000", f"{more / first:.1f} x", "")

    def _drawings(self) -> None:
        for entities in (5_000, 50_000):
            read = reading_a_drawing(entities, 3)
            is_asked = entities == 50_000
            what = f"a drawing of {entities:,} entities / the library's own reading"
            self._ratio(what, read.compared, 3 if is_asked else None)
            self._line("  its memory", f"{read.megabytes:.0f} MB", "500 MB" if is_asked else "")
        for faces in (10_000, 100_000):
            what = f"LandXML of {faces:,} triangles / lxml writing them"
            self._ratio(what, writing_triangles(faces, 3), 3 if faces == 100_000 else None)
        for points in (100, 1000):
            plan, labels = printing_pegs(make_site(points))
            aim = "10 s" if points == 1000 else ""
            self._line(f"plan sheet of {points:,} pegs", f"{plan:.1f} s", aim)
            self._line("  their labels with codes", f"{labels:.1f} s", aim)

    def _record(self, site: Site, what: str, aim: str, memory: str) -> float:
        made, moved = making_a_record(site), moving_a_job(site)
        self._line(what, f"{made.seconds:.1f} s", aim, f"({made.pages} pages)")
        self._line("  its memory", f"{made.megabytes:.0f} MB", memory)
        file = f"({moved.megabytes:.1f} MB; {moved.apart:.2f} s to take it apart)"
        self._line("  the job's file, written", f"{moved.out:.2f} s", "", file)
        return made.seconds

    def _judgement(self) -> None:
        seed = SystemRandom().randrange(1, 10**9)
        self._line("judgement, on sites drawn anew: their first seed", str(seed), "")
        for covered in covered_by_geometry(SET_UPS, seed):
            poor = f"({covered.poor_share:.1%} of set-ups under 80 %)"
            self._line(f"U holds, {covered.what}", f"{covered.share:.1%}", "95 to 99.5 %", poor)
        run = covered_by_runs(RUNS, seed)
        self._line(f"U holds, {run.what}", f"{run.share:.1%}", "95 to 99.5 %")
        for counted in slips_by_ground(FLOORS, seed):
            what, asked = f"slips on {counted.kind} ground", counted.asked.share
            self._line(f"{what}: true readings asked about", f"{asked:.2%}", "under 2 %")
            first = f"({counted.first_gross.share:.0%} at a pass's first reading)"
            gross = f"{counted.gross.share:.1%}"
            self._line(f"{what}: gross ones caught", gross, "over 97 %", first)
            self._line(f"{what}: finer ones caught", f"{counted.fine.share:.1%}", "")
        for held in (*volumes_held(FLOORS, seed), *trenched_held(FLOORS // 4, seed)):
            how = held.lie
            stone = f"{held.spread * 1000:.0f} mm in {held.patch:g} m"
            what = f"volume's range holds, {held.shots} shots, {how}, {stone}"
            self._line(what, f"{held.share:.1%}", "90 to 99 %")

    def _practice(self) -> None:
        for one in all_practiced(SEEDS):
            what = f"practice, {one.lesson}: passed with care"
            self._line(what, f"{one.passed:.1%}", "100 %", f"({one.played} times)")
            other = f"({one.other:.1%} told another, at most 2 %)"
            self._line("  a mistake told by its name", f"{one.named:.1%}", "over 95 %", other)

    def _ratio(self, what: str, compared: Compared, aim: float | None) -> None:
        figure = f"{compared.ratio:.2f} x"
        detail = f"({compared.ours * 1000:.1f} ms / {compared.least * 1000:.1f} ms)"
        self._line(what, figure, f"{aim} x" if aim else "", detail)

    def _line(self, what: str, figure: str, aim: str, detail: str = "") -> None:
        self.stdout.write(f"{what:<66}{figure:>9}  {'aim ' + aim if aim else '':<12}{detail}")
