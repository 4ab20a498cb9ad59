"""The API's shared parts: typed answers, errors, and inputs that are hostile."""

from __future__ import annotations

from typing import Any, Literal, TypedDict
from unittest import mock
from uuid import uuid4

from django.test import SimpleTestCase
from drf_spectacular.generators import SchemaGenerator
from drf_spectacular.plumbing import ComponentRegistry
from rest_framework.exceptions import ErrorDetail, ValidationError

from server.common.files import harmless
from server.common.refusals import Conflict, Denied, Invalid, Missing, Problem
from server.platform.api.errors import handle
from server.platform.api.typed import _object_schema
from server.tests.site import SiteTestCase, floor_body


class Inner(TypedDict):
    """An inner sheet."""

    name: str


class Outer(TypedDict):
    """An outer sheet.

    More words.
    """

    inner: Inner
    maybe: Inner | None
    many: list[Inner]
    word: Literal["a", "b"]
    number: float | None
    sure: bool


class TypedAnswers(SimpleTestCase):
    """OpenAPI says what the type checker knows."""

    def test_every_kind_of_hint(self) -> None:
        registry = ComponentRegistry()
        schema = _object_schema(Outer, registry)
        reference = {"$ref": "#/components/schemas/Inner"}
        self.assertEqual(schema["description"], "An outer sheet.")
        self.assertEqual(schema["required"], ["inner", "many", "maybe", "number", "sure", "word"])
        self.assertEqual(
            schema["properties"],
            {
                "inner": reference,
                "maybe": {"allOf": [reference], "nullable": True},
                "many": {"type": "array", "items": reference},
                "word": {"type": "string", "enum": ["a", "b"]},
                "number": {"type": "number", "format": "double", "nullable": True},
                "sure": {"type": "boolean"},
            },
        )

    def test_every_address_says_what_it_answers_and_how_it_refuses(self) -> None:
        schema = SchemaGenerator().get_schema(public=True)  # type: ignore[no-untyped-call]
        for path, methods in schema["paths"].items():
            self.assertTrue(path.startswith("/api/v1/"), path)
            for method, operation in methods.items():
                with self.subTest(path=path, method=method):
                    self.assertTrue(operation["operationId"])
                    self.assertTrue(operation["description"])
                    answers = operation["responses"]
                    self.assertTrue({"200", "201"} & set(answers))
                    if not path.endswith(
                        (".csv", ".ics", ".xlsx", ".pdf", ".json", ".zip", "schema")
                    ):
                        refusal = answers["400"]["content"]["application/json"]["schema"]
                        self.assertEqual(refusal, {"$ref": "#/components/schemas/ErrorsBody"})


class Refusals(SimpleTestCase):
    """One shape, the right status."""

    def test_each_kind_has_its_status(self) -> None:
        table: list[tuple[Exception, int]] = [
            (Invalid(Problem("x", "c", "t", "w", "a")), 400),
            (Denied("t", "w", "a"), 403),
            (Missing("t", "w", "a"), 404),
            (Conflict("t", "w", "a"), 409),
        ]
        for refusal, status in table:
            answer = handle(refusal, {})
            assert answer is not None
            self.assertEqual(answer.status_code, status)
            self.assertEqual(answer.data["errors"][0]["why"], "w")

    def test_what_is_no_refusal_stays_a_failure(self) -> None:
        self.assertIsNone(handle(KeyError("x"), {}))

    def test_nested_fields_keep_their_path_and_what_was_sent(self) -> None:
        class Sent:
            data = {"corners": [{"x": "1"}, {"x": "q" * 600}], "name": None}

        detail: Any = {
            "corners": [{}, {"x": [ErrorDetail("Too long.", "max_length")]}],
            "name": [ErrorDetail("Missing.", "null")],
        }
        answer = handle(ValidationError(detail), {"request": Sent()})
        assert answer is not None
        first, second = answer.data["errors"]
        self.assertEqual((first["field"], first["code"]), ("corners.1.x", "max_length"))
        self.assertEqual(len(first["typed"]), 40)
        self.assertEqual((second["field"], second["typed"]), ("name", ""))


class HostileInput(SiteTestCase):
    """Never a 500, whatever comes."""

    JUNK = (
        "",
        "\x00",
        "💥",
        "';--",
        "<script>",
        "=1+1",
        "NaN",
        "Infinity",
        "-0",
        "1e999",
        "٣",
        "9" * 499,
        "' OR 1=1",
    )
    SHAPES: tuple[Any, ...] = ({}, [], "text", 7, None, {"id": 5}, {"id": "not-a-key"}, {"id": []})

    def test_bodies_of_any_shape(self) -> None:
        floor, set_up = self.add_floor(), self.add_set_up()
        job, crew = f"jobs/{self.job}", f"crews/{self.crew.pk}"
        paths = ["jobs", "session", "shots", f"shots/{uuid4()}/strikes", f"floors/{floor}/points"]
        paths += [f"{job}/{name}" for name in ("benchmarks", "floors", "floor-draft")]
        paths += [f"{job}/set-ups", f"{job}/set-up-draft", f"{crew}/rods", f"{crew}/instruments"]
        for path in paths:
            for shape in self.SHAPES:
                with self.subTest(path=path, shape=shape):
                    answer = self.foreman.post(
                        f"/api/v1/{path}", shape, content_type="application/json"
                    )
                    self.assertIn(answer.status_code, (400, 404))
                    self.assertTrue(answer.json()["errors"][0]["why"])
        self.assertEqual(
            self.get(f"set-ups/{set_up}/marks?floor=x", status=400)["errors"][0]["field"], "floor"
        )

    def test_junk_in_every_entry_of_a_floor(self) -> None:
        entries = (
            "length",
            "width",
            "level",
            "thickness",
            "least_thickness",
            "tolerance",
            "grid_spacing",
            "mark_spacing",
            "waste",
            "order_step",
        )
        for junk in self.JUNK:
            body = floor_body(self.benchmark, **dict.fromkeys(entries, junk))
            answer = self.foreman.post(
                f"/api/v1/jobs/{self.job}/floors", body, content_type="application/json"
            )
            with self.subTest(junk=junk[:20]):
                self.assertEqual(answer.status_code, 400)
                least = 1 if "\0" in junk else 3  # what is no text is refused before it is read
                self.assertGreaterEqual(len(answer.json()["errors"]), least)

    def test_more_corners_of_panels_than_a_slab_has_are_refused_before_any_work(self) -> None:
        corners = [{"x": str(i), "y": "0"} for i in range(101)]
        panel = {
            "name": "", "kind": "level", "toward": "right", "fall": "", "toward_across": "right",
            "fall_across": "", "x": "0", "y": "0", "drop": "0", "corners": corners,
        }  # fmt: skip
        body = floor_body(self.benchmark, panels=[panel] * 4)
        with mock.patch("server.jobs.services.draft_floor.read_panels") as work:
            reasons = self.refused(self.foreman, f"jobs/{self.job}/floor-draft", body)
            work.assert_not_called()
        self.assertIn("400 are the most", reasons["panels"])

    def test_junk_as_a_reading(self) -> None:
        floor, set_up = self.add_floor(), self.add_set_up()
        point = self.points(floor)["A1"]
        for junk in self.JUNK:
            with self.subTest(junk=junk[:20]):
                answer = self.foreman.post(
                    "/api/v1/shots",
                    self.shot_body(set_up, point, junk),
                    content_type="application/json",
                )
                self.assertEqual(answer.status_code, 201 if junk == "-0" else 400)

    def test_names_come_back_as_they_were_typed_and_harmless_in_files(self) -> None:
        name = "<b>=SUM(A1)</b> “Hütte” 💥"
        job = self.job_body(id=str(uuid4()), name=name)
        job["benchmark"] = {**job["benchmark"], "id": str(uuid4())}
        self.ok(self.foreman, "jobs", job)
        self.assertIn(name, [row["name"] for row in self.get("jobs")["jobs"]])
        for cell in ("=1", "+1", "-1", "@x", "\tx"):
            self.assertEqual(harmless(cell), f"'{cell}")
        self.assertEqual(harmless("3' 7\""), "3' 7\"")
