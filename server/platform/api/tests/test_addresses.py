"""Limits by address: a forged header neither locks anybody out nor slips past one."""

from __future__ import annotations

from typing import Any
from unittest import mock
from uuid import uuid4

from axes.models import AccessAttempt
from django.core.cache import cache
from django.test import RequestFactory, TestCase
from django.test.utils import override_settings
from rest_framework.throttling import ScopedRateThrottle

from server.crews.models import CacheRow, Crew, Role, User
from server.platform.api.addresses import client_address
from server.tests.site import person

SIGN_IN = "/api/v1/session"


class Addresses(TestCase):
    """Where a request comes from."""

    def address(self, forwarded: str | None) -> str:
        more: Any = {} if forwarded is None else {"HTTP_X_FORWARDED_FOR": forwarded}
        return client_address(RequestFactory().get("/", REMOTE_ADDR="10.0.0.9", **more))

    def test_without_a_proxy_what_a_client_says_counts_for_nothing(self) -> None:
        for forwarded in (None, "", "203.0.113.7", "a, b"):
            self.assertEqual(self.address(forwarded), "10.0.0.9")

    def test_behind_so_many_proxies_the_last_so_many_count(self) -> None:
        for proxies, forwarded, expected in (
            (1, "203.0.113.7", "203.0.113.7"),
            (1, "6.6.6.6, 203.0.113.7", "203.0.113.7"),
            (2, "6.6.6.6, 203.0.113.7, 10.0.0.2", "203.0.113.7"),
            (2, "203.0.113.7", "203.0.113.7"),
            (1, None, "10.0.0.9"),
            (1, "", "10.0.0.9"),
        ):
            with override_settings(PROXIES=proxies), self.subTest(forwarded):
                self.assertEqual(self.address(forwarded), expected)


class Limits(TestCase):
    """Of signing in."""

    def setUp(self) -> None:
        cache.clear()
        self.browser = person(Crew.objects.create(name="C"), Role.OWNER)
        self.browser.logout()
        self.owner = User.objects.get()
        self.owner.set_password("a plumb bob 7")
        self.owner.save()

    def sign_in(self, password: str, forwarded: str = "") -> int:
        body = {"username": self.owner.username, "password": password}
        answer = self.browser.post(
            SIGN_IN, body, content_type="application/json", HTTP_X_FORWARDED_FOR=forwarded
        )
        if answer.status_code >= 400:
            self.assertTrue(answer.json()["errors"][0]["why"])
        return answer.status_code

    def test_forged_addresses_are_one_and_lock_that_one_alone(self) -> None:
        for i in range(9):
            self.sign_in("wrong", forwarded=f"198.51.100.{i}")
        self.assertEqual(AccessAttempt.objects.count(), 1)
        self.assertEqual(self.sign_in("a plumb bob 7", "203.0.113.9"), 429)
        elsewhere = self.browser.post(
            SIGN_IN,
            {"username": self.owner.username, "password": "a plumb bob 7"},
            content_type="application/json",
            REMOTE_ADDR="192.0.2.44",
        )
        self.assertEqual(elsewhere.status_code, 200)

    def test_what_is_worked_out_is_bounded_for_each_person(self) -> None:
        crew = self.owner.memberships.get().crew
        first, other = person(crew, Role.FOREMAN), person(crew, Role.HELPER)
        path = f"/api/v1/floors/{uuid4()}/moves"
        rates = {"worked-out": "5/min"}
        with mock.patch.object(ScopedRateThrottle, "THROTTLE_RATES", rates):
            for browser in (first, other):
                answers = [
                    browser.post(path, {}, content_type="application/json").status_code
                    for _ in range(7)
                ]
                self.assertEqual(answers[5:], [429, 429])
                self.assertNotIn(429, answers[:5])

    def test_so_many_a_minute_and_no_password_is_looked_at_beyond(self) -> None:
        rates = {"sign-in": "5/min"}
        with (
            mock.patch.object(ScopedRateThrottle, "THROTTLE_RATES", rates),
            mock.patch("server.crews.api.views.authenticate", return_value=None) as look,
        ):
            answers = [self.sign_in("wrong", forwarded=f"198.51.100.{i}") for i in range(7)]
        self.assertEqual(answers, [400] * 5 + [429] * 2)
        self.assertEqual(look.call_count, 5)
        self.assertTrue(CacheRow.objects.exists(), "every process counts in the same place")
        self.assertEqual(self.browser.get(SIGN_IN).status_code, 200)
