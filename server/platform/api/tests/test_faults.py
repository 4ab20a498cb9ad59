"""The database away, two at once, and bodies that are too much: one shape, and again by itself."""

from __future__ import annotations

from pathlib import Path
from typing import Any
from unittest import mock
from wsgiref.headers import Headers

from django.conf import settings
from django.db import IntegrityError, InterfaceError, OperationalError
from django.http import HttpRequest
from django.test import Client, RequestFactory
from django.test.utils import override_settings

from server.common.plain import no_page
from server.common.records import record_once
from server.fieldbook.models import Shot
from server.platform.api.errors import AT_ONCE, AWAY, fault_of
from server.platform.api.faults import LARGEST_UPLOAD, _too_large
from server.tests.site import SiteTestCase

RECORD = "server.fieldbook.services.record_shot.record_once"
ALL_SQL = "django.db.backends.utils.CursorWrapper.execute"


@mock.patch("server.platform.api.faults.sleep", mock.Mock())
@mock.patch("server.platform.api.faults.connections.close_all", mock.Mock())
class Faults(SiteTestCase):
    """Faults of the database, as a phone sees them."""

    def setUp(self) -> None:
        super().setUp()
        self.floor, self.set_up_id = self.add_floor(), self.add_set_up()
        self.body = self.shot_body(self.set_up_id, self.points(self.floor)["A1"], "3' 7\"")

    def post(self) -> Any:
        return self.helper.post("/api/v1/shots", self.body, content_type="application/json")

    def test_two_at_once_is_done_again_and_recorded_once(self) -> None:
        for number in (*sorted(AT_ONCE), 2006):
            kind = IntegrityError if number == 1062 else OperationalError
            failed = kind(number, "again")
            self.body["id"] = self.body["id"][:-4] + f"{number:04d}"
            with mock.patch(RECORD, side_effect=failing_first(record_once, failed, failed)):
                answer = self.post()
            self.assertEqual(answer.status_code, 201, answer.content)
            self.assertEqual(Shot.objects.filter(pk=self.body["id"]).count(), 1)

    def test_what_stays_so_is_a_clear_answer(self) -> None:
        for number, status in ((1213, 409), (1205, 409), (2002, 503), (2013, 503)):
            failed = OperationalError(number, "again")
            with mock.patch(RECORD, side_effect=failed) as asked:
                answer = self.post()
            self.assertEqual((answer.status_code, asked.call_count), (status, 4))
            (error,) = answer.json()["errors"]
            self.assertTrue(error["why"] and error["accepts"])
            self.assertEqual(answer.headers.get("Retry-After"), "2" if status == 503 else None)
        self.assertEqual(Shot.objects.count(), 0)

    def test_a_database_that_is_away_is_said_to_be_everywhere(self) -> None:
        self.helper.raise_request_exception = False
        away = OperationalError(2003, "can't connect")
        with mock.patch(ALL_SQL, side_effect=away):
            for path in (f"jobs/{self.job}", "jobs", "session", f"floors/{self.floor}"):
                answer = self.helper.get(f"/api/v1/{path}")
                self.assertEqual(answer.status_code, 503, path)
                self.assertEqual(answer.json()["errors"][0]["code"], "away")
                self.assertEqual(answer.headers["Retry-After"], "2")

    def test_what_nobody_foresaw_is_in_the_same_shape_and_is_not_tried_again(self) -> None:
        self.helper.raise_request_exception = False
        for failed in (OSError("disk"), IntegrityError(1048, "null"), InterfaceError(0, "")):
            with mock.patch(RECORD, side_effect=failed) as asked:
                answer = self.post()
            self.assertEqual((answer.status_code, asked.call_count), (500, 1))
            self.assertEqual(answer.json()["errors"][0]["code"], "failed")
            self.assertNotIn("disk", answer.content.decode())

    def test_only_what_may_be_over_in_a_moment_counts_as_a_fault(self) -> None:
        self.assertEqual(fault_of(OperationalError(1213, "")), 1213)
        for other in (OperationalError(1054, ""), OperationalError(), ValueError(1213), None):
            self.assertIsNone(fault_of(other))
        self.assertFalse(AT_ONCE & AWAY)


def failing_first(last: Any, *failures: Exception) -> Any:
    """Return a side effect that fails so often, and then does what is meant."""
    left = list(failures)

    def act(*args: Any) -> Any:
        if left:
            raise left.pop()
        return last(*args)

    return act


class OneShape(SiteTestCase):
    """Every refusal has the API's shape; nothing of a crew's is kept by a browser."""

    def test_size_type_method_and_address(self) -> None:
        json = "application/json"
        large = b'"' + b"x" * (settings.DATA_UPLOAD_MAX_MEMORY_SIZE + 1) + b'"'
        for status, answer in (
            (413, self.foreman.post("/api/v1/jobs", large, content_type=json)),
            (415, self.foreman.post("/api/v1/jobs", b"<a/>", content_type="text/xml")),
            (405, self.foreman.delete("/api/v1/jobs")),
            (404, self.foreman.get("/api/v1/nothing/here")),
            (404, self.foreman.post("/api/v1/nothing/here", b"{}", content_type=json)),
            (401, Client().get("/api/v1/jobs")),
            (401, Client().post("/api/v1/jobs", b"{}", content_type=json)),
        ):
            with self.subTest(status):
                self.assertEqual(answer.status_code, status, answer.content[:200])
                for error in answer.json()["errors"]:
                    self.assertTrue(error["why"] and error["accepts"])
                self.assertEqual(answer.headers["Cache-Control"], "no-store")

    def test_what_says_that_it_is_too_large_is_refused_before_any_of_it_is_taken(self) -> None:
        file, json = "multipart/form-data; boundary=x", "application/json"
        path = f"/api/v1/crews/{self.crew.pk}/jobs-in/file"
        for kind, most in (
            (file, LARGEST_UPLOAD),
            (json, settings.DATA_UPLOAD_MAX_MEMORY_SIZE),
        ):
            with self.subTest(kind), mock.patch.object(HttpRequest, "read") as read:
                length = {"Content-Length": str(most + 1)}
                answer = self.foreman.post(path, b"{}", content_type=kind, headers=length)
                self.assertEqual(answer.status_code, 413)
                self.assertIn(f"{most + 1} bytes", answer.json()["errors"][0]["why"])
                self.assertEqual(answer.headers["Connection"], "close")
                read.assert_not_called()
                length = {"Content-Length": str(most)}
                may_be = RequestFactory().post(path, b"{}", content_type=kind, headers=length)
                self.assertIsNone(_too_large(may_be))

    def test_nothing_of_a_crews_is_kept_by_a_browser(self) -> None:
        floor = self.add_floor()
        for path in ("session", "jobs", f"jobs/{self.job}", f"floors/{floor}",
                     f"jobs/{self.job}/job.json", f"jobs/{self.job}/take-off.xlsx"):  # fmt: skip
            answer = self.foreman.get(f"/api/v1/{path}")
            self.assertIn("no-store", answer.headers["Cache-Control"], path)

    def test_a_built_page_asked_for_as_a_file_does_nothing(self) -> None:
        headers = Headers()
        no_page(headers, "/dist/index.html", "/index.html")
        self.assertIn("default-src 'none'", str(headers["Content-Security-Policy"]))
        self.assertEqual(headers["X-Frame-Options"], "DENY")
        plain = Headers()
        no_page(plain, "/dist/assets/a.js", "/assets/a.js")
        self.assertEqual(plain.items(), [])

    def test_the_page_itself_has_its_policy_and_stands_in_no_frame(self) -> None:
        with override_settings(WEB_DIST=Path(__file__).parent):
            answer = self.foreman.get("/jobs")
        self.assertIn("script-src 'self'", str(answer.headers["Content-Security-Policy"]))
        self.assertEqual(answer.headers["X-Frame-Options"], "DENY")
