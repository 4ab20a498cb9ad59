"""What is killed at the wrong moment: a server that is sent to, a page, an update half-way."""

from __future__ import annotations

import json
import os
import signal
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from unittest import mock
from uuid import uuid4

from django.db import connection
from django.http import HttpRequest, HttpResponse
from django.test import Client
from whitenoise.middleware import WhiteNoiseMiddleware

from bench.served import served
from core.tasks import Stage
from demo.ids import demo_id
from e2e.losses import LEAVE
from e2e.test_losses import READING, STUDIO, LossesTestCase
from server.crews.models import User
from server.fieldbook.models import Shot

MANY = 50
#: How many of them are at the server when it goes.
A_FEW = 5
UPDATES = """async () => {
  const registration = await navigator.serviceWorker.getRegistration();
  await registration.update().catch(() => undefined);
}"""
IS_SETTLED = """async () => {
  const { installing, waiting } = await navigator.serviceWorker.getRegistration();
  return !installing && !waiting;
}"""
FILES = "[{url:"
NEVER_ARRIVES = '[{url:"assets/never-arrives.js",revision:"1"},{url:'


class Killed(LossesTestCase):
    """The stone of the studio, on a phone."""

    def test_a_server_killed_while_fifty_are_sent_has_each_of_them_once(self) -> None:
        database = str(connection.settings_dict["NAME"])
        with served(database) as server:
            self.live_server_url = f"http://127.0.0.1:{server.port}"
            self.take_along(STUDIO, "stone")
            self.lose_the_line()
            self.log("A6")
            bodies = self._leave_many()
            self.page.reload()
            self.line_says(f"{MANY} to send")
            sheets = self.sheets_of_the_phone(str(demo_id(STUDIO)))
            self.page.context.set_offline(False)
            self._until(lambda: self.logged() >= A_FEW)
            server.kill()
        self.assertLess(self.logged(), MANY, "killed while they were sent")
        self.line_says("to send")
        with served(database, server.port):
            self.find_the_line()
            self.assertEqual(self.logged(), MANY)
            self.assertEqual({str(shot.pk) for shot in Shot.objects.filter(typed=READING)}, bodies)
        client = Client()
        client.force_login(User.objects.get(username="marek"))
        for stage in Stage:
            path = f"/api/v1/jobs/{demo_id(STUDIO)}/stages/{stage}"
            self.assertEqual(sheets[stage], client.get(path).content.decode(), stage)

    def _leave_many(self) -> set[str]:
        """Have the one record that waits wait as many times, each a shot of its own."""
        (one,) = self.on_the_phone()["outbox"]
        body = json.loads(one["body"])
        more: list[dict[str, Any]] = []
        for number in range(1, MANY):
            key = str(uuid4())
            headers = {**one["headers"], "x-phone-number": str(10_000 + number)}
            changed = {"id": key, "headers": headers, "body": json.dumps({**body, "id": key})}
            more.append({name: value for name, value in one.items() if name != "seq"} | changed)
        self.page.evaluate(LEAVE, more)
        return {body["id"], *(one["id"] for one in more)}

    def test_a_page_killed_as_it_logs_has_recorded_or_keeps_what_was_typed(self) -> None:
        self.take_along(STUDIO, "stone")
        self.lose_the_line()
        address = self.page.url
        self.page.get_by_role("heading", name="Point A6").wait_for()
        self.page.get_by_label("Reading on the rod").fill(READING)
        self._kill_the_page(address)
        self._until(self._is_typed)
        self.page.evaluate(
            "() => [...document.querySelectorAll('button')]"
            ".find((one) => one.textContent === 'Log it').click()"
        )
        self._kill_the_page(address)
        self.page.get_by_role("heading", name="Point ").wait_for()
        self._until(lambda: self._is_recorded() or self._is_typed())
        if not self._is_recorded():
            self.log("A6")
        self.log("B6")
        self.line_says("2 to send")
        self.find_the_line()
        self.assertEqual(self.logged(), 2)

    def _is_typed(self) -> bool:
        return self.page.get_by_label("Reading on the rod").input_value() == READING

    def _is_recorded(self) -> bool:
        return len(self.on_the_phone()["outbox"]) == 1

    def _kill_the_page(self, address: str) -> None:
        """End the processes that draw pages and work for them, and come back."""
        wire = self.browser.new_browser_cdp_session()
        running = wire.send("SystemInfo.getProcessInfo")["processInfo"]
        with self.page.expect_event("crash"):
            for one in running:
                if one["type"] == "renderer":
                    os.kill(one["id"], signal.SIGKILL)
        wire.detach()
        self.page.close()
        self.page = self._watched(self.context.new_page())
        self.page.goto(address)

    def test_an_update_that_came_half_changes_nothing_and_a_whole_one_is_offered(self) -> None:
        self.take_along(STUDIO, "stone")
        with another_version(FILES, NEVER_ARRIVES):
            self.page.evaluate(UPDATES)
            self._until(lambda: self.page.evaluate(IS_SETTLED))
            self.lose_the_line()
            self.page.reload()
            self.log("A6")
            self.line_says("1 to send")
        self.page.context.set_offline(False)
        self._until(lambda: self.logged() == 1)
        self.page.route("**/api/v1/shots", lambda route: route.fulfill(status=503))
        self.log("B6")
        self.line_says("1 to send")
        with another_version(FILES, "[/* newer */{url:"):
            self.page.evaluate(UPDATES)
            self.line_says("A newer version is here")
            self.page.get_by_test_id("line").click()
            self.page.unroute("**/api/v1/shots")
            self._until(lambda: self.logged() == 2)
        self.log("C1")
        self._until(lambda: not self.on_the_phone()["outbox"])
        self.assertEqual(self.logged(), 3)
        self.complaints.clear()


@contextmanager
def another_version(before: str, after: str) -> Iterator[None]:
    """Serve what keeps the application on a phone with something in it changed."""
    as_it_is = WhiteNoiseMiddleware.__call__

    def call(self: WhiteNoiseMiddleware, request: HttpRequest) -> Any:
        answer = as_it_is(self, request)
        if request.path_info != "/sw.js":
            return answer
        text = b"".join(answer.streaming_content).decode()
        assert before in text
        return HttpResponse(text.replace(before, after, 1), content_type="text/javascript")

    with mock.patch.object(WhiteNoiseMiddleware, "__call__", call):
        yield
