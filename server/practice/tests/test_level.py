"""The optical level, the open site's job and who practices, over the phone's addresses."""

from __future__ import annotations

import json
from math import hypot
from typing import Any
from uuid import UUID, uuid4

from django.test import override_settings
from django.urls import include, path

from core.lengths import Length
from server.crews.models import Crew, User
from server.gear.models import CheckMethod, Instrument, InstrumentCheck, Receiver, Rod
from server.practice.job import SOMEBODY
from server.practice.run import Run, run_of
from server.practice.session import PracticeSessionView
from server.practice.tests.book import Book
from server.practice.tests.site import PracticeTestCase
from server.practice.tests.test_truth import NEVER_NAMED, names_in
from simulation.practice.stand import COMPENSATES, SCREWS_REACH

urlpatterns = [path("api/v1/session", PracticeSessionView.as_view()),
               path("", include("server.practice.tests.addresses"))]  # fmt: skip


class OpenSite(PracticeTestCase):
    """An open site that is begun with what it is to be."""

    def open(self, seed: int = 21, **chosen: str) -> Run:
        key = str(uuid4())
        self.ask("", {"id": key, "lesson": "open", "seed": seed, **chosen})
        return run_of(UUID(key))

    def do(self, run: Run, kind: str, status: int = 200, **more: Any) -> Any:
        return self.act(str(run.job), kind, status, **more)


class TheLevel(OpenSite):
    """Stood up, leveled, focused, looked through."""

    def stood(self) -> tuple[Run, Any]:
        """Stand an optical level up, its legs set."""
        run = self.open(ground="even", structure="slab", rod="m/cm", instrument="optical-level")
        length, width = run.scene.size
        self.do(run, "stand-up", x=length / 2, y=width / 2, height=1.4)
        for _ in range(3):
            sheet = self.do(run, "set-legs")
        return run, sheet

    def level(self, run: Run, sheet: Any) -> Any:
        """Turn its screws until the bubble is in its ring."""
        bubble = sheet["stand"]["bubble"]
        turned = {name: bubble[of] * COMPENSATES for name, of in (("pair", "x"), ("single", "y"))}
        return self.do(run, "screws", **turned)

    def test_its_bubble_is_told_in_rings_and_follows_its_screws(self) -> None:
        run, sheet = self.stood()
        assert run.state.stand is not None
        x, y = run.state.stand.bubble
        told = sheet["stand"]["bubble"]
        self.assertAlmostEqual(told["x"], x / COMPENSATES, delta=0.006)
        self.assertAlmostEqual(told["y"], y / COMPENSATES, delta=0.006)
        leveled = self.level(run, sheet)["stand"]["bubble"]
        self.assertLess(hypot(leveled["x"], leveled["y"]), 0.1)
        (error,) = self.do(run, "screws", 400, pair=2.5 * SCREWS_REACH)["errors"]
        self.assertIn("end", error["why"])

    def test_what_is_seen_depends_on_the_focus_and_not_on_a_receiver(self) -> None:
        run, sheet = self.stood()
        self.level(run, sheet)
        self.do(run, "carry", spot="A1")
        key = str(run.job)
        blurred = self.sense(key, 0.5)
        self.assertEqual((blurred["blur"], blurred["lines"], blurred["whole"]), (1.0, [], ""))
        assert run.state.stand is not None
        away = run.state.stand.place.distance(run.state.place)
        self.do(run, "focus", focus=away)
        low, high = self.sense(key, 0.1), self.sense(key, 1.2)
        self.assertEqual(low, high)
        self.assertEqual((low["blur"], low["beeps"], low["is_steady"]), (0.0, 0.0, False))
        self.assertGreater(len(low["lines"]), 3)
        self.assertTrue(all(abs(line["height"]) <= low["span"] / 2 for line in low["lines"]))
        self.assertEqual(low["whole"], str(int(run.state.true_value())))

    def test_what_it_can_not_do_is_refused_in_the_lessons_units(self) -> None:
        run, _ = self.stood()
        (error,) = self.do(run, "focus", 400, focus=0.1)["errors"]
        self.assertIn(" m", error["accepts"])
        self.do(run, "focus", 400)
        self.do(run, "screws", 400, pair=99.0)
        laser = self.open(instrument="laser")
        for kind, more in (("screws", {"pair": 0.1}), ("focus", {"focus": 10.0})):
            self.do(laser, kind, 400, **more)

    def test_nothing_told_on_the_way_names_the_truth(self) -> None:
        run, sheet = self.stood()
        told = [sheet, self.level(run, sheet), self.do(run, "carry", spot="A2")]
        told.append(self.sense(str(run.job), 0.5))
        self.assertEqual(names_in(told) & NEVER_NAMED, set())
        for figure in (run.scene.told_by, *(mark.elevation for mark in run.scene.marks)):
            self.assertNotIn(f"{figure:.6f}"[:8], json.dumps(told))
        self.ask(f"/{run.job}/end", status=403)


class ItsJob(OpenSite):
    """Made as the site is."""

    def test_the_gear_on_record_is_what_stands_on_the_site(self) -> None:
        for instrument, kind, method, receivers in (
            ("laser", "rotary-laser", CheckMethod.BOTH_AXES, 1),
            ("optical-level", "optical-level", CheckMethod.TWO_PEG, 0),
        ):
            run = self.open(instrument=instrument, rod="ft-in/8")
            crew = run.key("crew")
            gear = run.scene.gear
            stored = Instrument.objects.get(crew=crew)
            self.assertEqual(stored.kind, kind)
            self.assertAlmostEqual(float(stored.range.metres), gear.instrument.farthest, 5)
            self.assertEqual(InstrumentCheck.objects.get(instrument=stored).method, method)
            self.assertEqual(Receiver.objects.filter(crew=crew).count(), receivers)
            rod = Rod.objects.get(crew=crew)
            self.assertEqual((rod.graduation, rod.has_bubble), ("ft-in/8", gear.has_bubble))
            self.assertAlmostEqual(float(rod.length.metres), gear.rod.length, 5)

    def test_two_benchmarks_lie_where_they_do_on_the_site(self) -> None:
        run = self.open()
        Book(run, self.client)
        sheet = self.client.get(f"/api/v1/jobs/{run.job}").json()
        found = {benchmark["name"]: benchmark["place"] for benchmark in sheet["benchmarks"]}
        for mark in run.scene.marks:
            place = found[mark.name]
            self.assertAlmostEqual(float(place["x"]["metres"]), mark.place.x, 4)
            self.assertAlmostEqual(float(place["y"]["metres"]), mark.place.y, 4)

    def test_lengths_of_the_site_are_kept_to_the_nanometre(self) -> None:
        run = self.open()
        self.assertEqual(Length(round(run.scene.gear.rod.length * 1e9)), run.rod.length)


@override_settings(ROOT_URLCONF="server.practice.tests.test_level")
class WhoPractices(OpenSite):
    """The session of a practice site."""

    def test_nobody_until_a_job_is_made_then_somebody_of_a_crew_of_one(self) -> None:
        nobody = self.client.get("/api/v1/session").json()
        self.assertEqual((nobody["person"], nobody["name"], nobody["crews"]), (0, "", []))
        run = self.open()
        Book(run, self.client)
        told = self.client.get("/api/v1/session").json()
        self.assertEqual((told["person"], told["name"]), (SOMEBODY, "You"))
        self.assertEqual([crew["can_plan"] for crew in told["crews"]], [True])
        self.assertGreater(len(told["styles"]), 3)
        self.assertEqual(Crew.objects.count(), 1)
        self.assertEqual(User.objects.get(pk=SOMEBODY).has_usable_password(), False)
