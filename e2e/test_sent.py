"""What a person typed is what is sent, letter by letter, and once whatever became of it."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from typing import Any
from uuid import UUID

from playwright.sync_api import Route

from demo.ids import demo_id
from e2e.browser import BrowserTestCase, settle
from e2e.demo import load_demo

STUDIO, HILL = (
    f"jobs/{demo_id(name)}" for name in ("Pottery studio, kiln room", "Hillside workshop")
)
CREW = f"gear/{demo_id('crew')}"


@dataclass(frozen=True, slots=True)
class Form:
    """A form: where it stands, what opens it, what is typed, what sends it and where to."""

    screen: str
    opens: str
    typed: dict[str, str]
    sends: str
    to: str
    more: dict[str, Any] = field(default_factory=dict)


FORMS = (
    Form(
        f"{STUDIO}/control", "Add a benchmark",
        {
            "name": "BM9", "elevation": "349' 1 1/8\"", "description": "Spike = in the oak",
            "x": "3 ft", "y": "-2.5 ft",
        },
        "Add the benchmark", "benchmarks",
    ),
    Form(
        f"{STUDIO}/control", "Limits of trust",
        {
            "reread_minutes": "45", "fresh_hours": "18", "reread_tolerance": "3/16\"",
            "rough_tolerance": "5/8 in", "run_allowance": "0.01 ft",
        },
        "Keep these limits", "trust",
    ),
    Form(f"{STUDIO}/settings", "", {"name": "Kiln & glaze room", "place": ""}, "Keep", "name"),
    Form(
        f"{STUDIO}/concrete?part=prices", "",
        {
            "currency": "$", "concrete": "171.50", "stone": "44", "labor": "62.25",
            "short_load": "95", "short_below": "4", "truck": "9.5",
        },
        "Keep the prices", "prices", {"for_crew": False},
    ),
    Form(
        f"{STUDIO}/points", "Name a point",
        {"name": "Door sill", "target": "348' 2 \"", "x": "", "y": ""},
        "Add the point", "free-points",
    ),
    Form(
        f"{HILL}/runs", "Shoot a turning point from set-up",
        {"name": "TP7", "reading": "4.125", "x": "61 ft", "y": "-8 ft"},
        "Record the turning point", "turning-points",
    ),
    Form(
        CREW, "Add a rod", {"name": "Short rod", "length": "9' 6\""}, "Add the rod", "rods",
    ),
    Form(
        CREW, "Add an instrument",
        {
            "name": "Old level", "range": "200 ft", "least_distance": "",
            "specification": "1/16 in at 100 ft",
        },
        "Add the instrument", "instruments",
    ),
    Form(
        "jobs/new", "", {"name": "Tack room  floor", "place": "North paddock"}, "Open the job",
        "jobs",
    ),
)  # fmt: skip
RECORDS = ("benchmarks", "free-points", "turning-points", "rods", "instruments", "jobs")


class Sent(BrowserTestCase):
    """Each form by what it sends."""

    def setUp(self) -> None:
        super().setUp()
        load_demo()
        self.come_in("marek")

    def fill(self, form: Form) -> None:
        self.page.goto(f"{self.live_server_url}/{form.screen}")
        settle(self.page)
        if form.opens:
            self.page.get_by_role("button", name=form.opens).first.click()
        for name, text in form.typed.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def press(self, form: Form) -> None:
        self.page.get_by_role("button", name=form.sends, exact=True).last.click()

    def sent_by(self, form: Form) -> Any:
        """Send a form, and return the body it went with; the answer is waited for."""
        bodies: list[Any] = []

        def note(route: Route) -> None:
            if route.request.method != "GET":
                bodies.append(route.request.post_data_json)
            route.continue_()

        ends = re.compile(rf"/{form.to}$")
        self.page.route(ends, note)
        with self.page.expect_response(
            lambda one: bool(ends.search(one.url)) and one.request.method != "GET"
        ):
            self.press(form)
        self.page.unroute_all()
        (body,) = bodies
        return body

    def test_what_was_typed_is_sent_as_it_was_typed(self) -> None:
        for form in FORMS:
            with self.subTest(screen=form.screen, form=form.to):
                self.fill(form)
                body = self.sent_by(form)
                self.assertEqual({name: body.get(name) for name in form.typed}, form.typed)
                self.assertLessEqual(form.more.items(), body.items())
                if form.to in RECORDS:
                    self.assertEqual(UUID(body["id"]).version, 4)

    def test_what_was_lost_on_its_way_is_sent_again_under_its_own_key(self) -> None:
        form, bodies = FORMS[0], list[Any]()

        def lose(route: Route) -> None:
            bodies.append(route.request.post_data_json)
            route.abort()

        self.fill(form)
        self.page.route(re.compile(r"/benchmarks$"), lose)
        self.press(form)
        self.page.get_by_text("The server could not be reached.").first.wait_for()
        self.page.unroute_all()
        self.complaints.clear()
        self.page.reload()
        settle(self.page)
        kept = self.page.locator("[name='elevation']")
        self.assertEqual(kept.input_value(), form.typed["elevation"])
        self.assertEqual(self.sent_by(form), bodies[0])
