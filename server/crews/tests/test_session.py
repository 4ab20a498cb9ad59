"""Signing in, and what every answer carries."""

from __future__ import annotations

import json

from django.conf import settings
from django.test import Client, TestCase, override_settings

from server.crews.models import User

TYPED = {"username": "ann", "password": "right-and-long"}


class Session(TestCase):
    """The door."""

    def setUp(self) -> None:
        User.objects.create_user(**TYPED)
        self.browser = Client(enforce_csrf_checks=True)

    def sign_in(self, **changed: str) -> tuple[int, dict[str, object]]:
        self.browser.get("/api/v1/session")
        answer = self.browser.post(
            "/api/v1/session",
            TYPED | changed,
            content_type="application/json",
            headers={"X-CSRFToken": self.browser.cookies["csrftoken"].value},
        )
        return answer.status_code, answer.json()

    def test_in_and_out(self) -> None:
        self.assertEqual(self.sign_in()[0], 200)
        self.assertEqual(self.browser.get("/api/v1/session").json()["name"], "ann")
        token = self.browser.cookies["csrftoken"].value
        self.browser.delete("/api/v1/session", headers={"X-CSRFToken": token})
        self.assertEqual(self.browser.get("/api/v1/session").json()["name"], "")
        self.assertEqual(self.browser.get("/api/v1/jobs").status_code, 401)

    def test_without_the_forms_token_nothing_is_taken(self) -> None:
        answer = self.browser.post("/api/v1/session", TYPED, content_type="application/json")
        self.assertEqual(answer.status_code, 403)
        self.assertEqual(answer.json()["errors"][0]["code"], "csrf")

    def test_a_wrong_password_says_so_and_many_close_the_door(self) -> None:
        for _ in range(settings.AXES_FAILURE_LIMIT - 1):
            status, body = self.sign_in(password="wrong")
            self.assertEqual(status, 400)
        self.assertEqual(body["errors"][0]["field"], "password")  # type: ignore[index]
        self.sign_in(password="wrong")
        self.assertEqual(self.sign_in()[0], 429)

    def test_demo_accounts_stand_only_where_the_demo_is_loaded(self) -> None:
        with override_settings(DEMO=False):
            self.assertEqual(self.browser.get("/api/v1/session").json()["demo_accounts"], [])
        with override_settings(DEMO=True):
            accounts = self.browser.get("/api/v1/session").json()["demo_accounts"]
            self.assertEqual(len(accounts), 4)


class EveryAnswer(TestCase):
    """Headers, and addresses that are none."""

    def test_the_content_security_policy_lets_nothing_in_from_elsewhere(self) -> None:
        answer = self.client.get("/jobs")
        policy = answer.headers["Content-Security-Policy"]
        for directive in ("default-src 'none'", "script-src 'self'", "object-src 'none'"):
            self.assertIn(directive, policy)
        self.assertIn("script-src 'self' 'wasm-unsafe-eval';", policy + ";")
        self.assertIn("worker-src 'self';", policy + ";")
        self.assertEqual(policy.count("unsafe"), 1, "for the phone's Python, and for nothing else")
        self.assertNotIn("http", policy)
        self.assertEqual(answer.headers["X-Frame-Options"], "DENY")
        self.assertEqual(answer.headers["X-Content-Type-Options"], "nosniff")

    def test_the_page_carries_this_answers_nonce(self) -> None:
        answer = self.client.get("/")
        nonce = answer.headers["Content-Security-Policy"].split("'nonce-")[1].split("'")[0]
        self.assertIn(f'content="{nonce}"', answer.content.decode())

    def test_no_such_address_of_the_api(self) -> None:
        answer = self.client.get("/api/v1/nothing")
        self.assertEqual(answer.status_code, 404)
        self.assertEqual(answer.json()["errors"][0]["typed"], "/api/v1/nothing")

    def test_a_body_that_is_no_json(self) -> None:
        user = User.objects.create_user("bo")
        self.client.force_login(user)
        answer = self.client.post("/api/v1/jobs", "{", content_type="application/json")
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(json.loads(answer.content)["errors"][0]["code"], "parse_error")
