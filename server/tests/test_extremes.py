"""What no form sends, and the extremes of what forms do: refused or stored, and all still reads."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any
from unittest import mock
from urllib.parse import urlencode
from uuid import uuid4

from django.test import Client

from server.common.refusals import Missing
from server.jobs.models import Element, Floor, Job
from server.jobs.plan.job_plan import JobPlan
from server.pours.models import Pour
from server.tests.addresses import AddressCase
from server.tests.plan import element_body
from server.tests.reads import reads_of
from server.tests.site import Body, SiteTestCase

DAYS = (
    "0001-01-01T00:00:00+14:00", "1969-12-31T23:59:59Z", "2099-06-01T00:00:00Z",
    "9999-12-31T23:59:59-14:00",
)  # fmt: skip
NUMBERS = ("1e400", "-9223372036854775808", "1e-400", "nan", "0", "999999999")
TEXTS = ("", "\u0000", "=1+1", "z" * 600)
NOT_TEXT = (
    b'"\\ud800"', b'"a\\udfffb"', b"1e400", b"-1e400", b"9223372036854775808", b"NaN",
    b"[" * 40 + b"]" * 40, b'{"a":' * 40 + b"1" + b"}" * 40, b"true", b"5", b"null", b"[]", b"{}",
)  # fmt: skip


def each_changed(body: Any) -> Iterator[Body]:
    """Yield a body with one of its entries at each of its extremes."""
    for name, value in body.items():
        if name.endswith("_at"):
            extremes: tuple[Any, ...] = DAYS
        elif isinstance(value, bool) or not isinstance(value, str):
            extremes = (2**53, -1)
        else:
            extremes = (*NUMBERS, *TEXTS)
        for extreme in extremes:
            yield body | {name: extreme, **({"id": str(uuid4())} if "id" in body else {})}


class Extremes(AddressCase):
    """Every address that takes something, given what nobody means."""

    def post(self, path: str, content: bytes) -> Any:
        return self.foreman.post(f"/api/v1/{path}", content, content_type="application/json")

    def check_answer(self, answer: Any) -> None:
        self.assertLess(answer.status_code, 500, answer.content[:300])
        if answer.status_code >= 400:
            for error in answer.json()["errors"]:
                self.assertTrue(error["why"] and error["accepts"], error)

    def test_all_still_reads_after_the_extremes_of_every_field_were_sent(self) -> None:
        stored = 0
        for path, body, _ in self.writes():
            for changed in each_changed(body):
                answer = self.post(path, json.dumps(changed).encode())
                with self.subTest(path=path, changed=changed):
                    self.check_answer(answer)
                stored += answer.status_code in (200, 201)
        self.assertGreater(stored, 100)
        Client.raise_request_exception = False
        for job in Job.objects.order_by("created_at")[:2]:
            for address in reads_of(job, most_set_ups=2):
                with self.subTest(address):
                    answer = self.foreman.get(f"/api/v1/{address}")
                    self.assertIn(answer.status_code, (200, 400), answer.content[:300])
        self.get(f"crews/{self.crew.pk}/gear")
        self.get("jobs")

    def test_what_no_form_sends_is_refused_in_one_shape(self) -> None:
        for path, body, _ in self.writes():
            for name in body:
                whole = json.dumps({**body, name: "@"}).encode()
                for odd in NOT_TEXT:
                    answer = self.post(path, whole.replace(b'"@"', odd))
                    with self.subTest(path=path, name=name, odd=odd[:20]):
                        self.check_answer(answer)
                        if name == "id":
                            self.assertEqual(answer.status_code, 400)

    def test_a_body_that_is_none(self) -> None:
        for content in (b"", b"[]", b"5", b"nul", b"\xff", b"[" * 5000, b'{"a":' * 5000):
            self.check_answer(self.post("jobs", content))


class Meanwhile(SiteTestCase):
    """What comes in while something is being read."""

    def test_an_element_and_a_floor_added_after_the_plan_was_read_are_found(self) -> None:
        plan = JobPlan(Job.objects.get(pk=self.job))
        floor = Floor.objects.get(pk=self.add_floor())
        body = element_body("form", str(floor.pk))
        key = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]
        element = Element.objects.get(pk=key)
        self.assertEqual(plan.element(element.pk), JobPlan(plan.job).element(element.pk))
        self.assertEqual(plan.surfaces(floor.pk).outline, plan.outlines[floor.pk])
        for found in (plan.floors, plan.elements, plan.outlines):
            with self.assertRaises(Missing):
                found[uuid4()]

    def test_tables_are_made_while_an_element_is_added(self) -> None:
        floor = self.add_floor()
        added: list[str] = []
        read = JobPlan.__init__

        def add_behind(plan: JobPlan, *args: Any, **kwargs: Any) -> None:
            read(plan, *args, **kwargs)
            if not added:
                added.append("")
                body = element_body("footing", floor)
                added[0] = self.ok(self.foreman, f"jobs/{self.job}/elements", body)["id"]

        order = "number,northing,easting,elevation,description"
        asked = {"order": order, "heights": "found", "unit": "m", "northing": "0", "easting": "0"}
        for path in (
            "take-off", "take-off.xlsx", "stages/forms", "stages/dig",
            f"points.csv?{urlencode(asked)}",
        ):  # fmt: skip
            added.clear()
            with mock.patch.object(JobPlan, "__init__", add_behind):
                answer = self.foreman.get(f"/api/v1/jobs/{self.job}/{path}")
            self.assertEqual(answer.status_code, 200, answer.content[:300])
            Element.objects.filter(pk=added[0]).update(name=added[0])

    def test_a_pour_is_of_this_century(self) -> None:
        body = {
            "id": str(uuid4()), "name": "P", "truck": "8", "rate": "16", "elements": [],
            "floors": [self.add_floor()], "pours_at": "",
        }  # fmt: skip
        path = f"jobs/{self.job}/pours"
        for day in DAYS:
            if not day.startswith("2099"):
                reasons = self.refused(self.foreman, path, body | {"pours_at": day})
                self.assertIn("this century", reasons["pours_at"])
        self.assertEqual(Pour.objects.count(), 0)
        self.ok(self.foreman, path, body | {"pours_at": "2099-12-31T23:59:59Z"})
