"""Safe where nothing is set."""

from __future__ import annotations

import json
import os
import subprocess
import sys

from django.conf import settings
from django.test import SimpleTestCase

ASK = """
import json
from django.conf import settings as s
print(json.dumps([getattr(s, n) for n in %r]))
"""
CHECK = """
from django.core.management import execute_from_command_line
execute_from_command_line(["", "check", "--deploy"])
"""
LONG = "a-long-and-random-secret-of-more-than-fifty-characters-0123456789"
SAID = ("HTTP_X_FORWARDED_PROTO", "https")
SAFE = {
    "DEBUG": False,
    "DEMO": False,
    "SESSION_COOKIE_SECURE": True,
    "CSRF_COOKIE_SECURE": True,
    "SESSION_COOKIE_HTTPONLY": True,
    "SECURE_HSTS_SECONDS": 31536000,
    "SECURE_CONTENT_TYPE_NOSNIFF": True,
    "ALLOWED_HOSTS": ["localhost", "127.0.0.1"],
}


def asked(code: str, **environment: str) -> subprocess.CompletedProcess[str]:
    """Run code with the settings of an environment that has nothing else of ours."""
    ours = ("YP_", "DJANGO_ALLOW")
    bare = {name: value for name, value in os.environ.items() if not name.startswith(ours)}
    return subprocess.run(
        [sys.executable, "-c", code],
        cwd=settings.ROOT,
        env={**bare, **environment},
        capture_output=True,
        text=True,
        check=False,
    )


class Defaults(SimpleTestCase):
    """What a server is that nobody configured."""

    def test_without_a_secret_it_does_not_start(self) -> None:
        done = asked("from django.conf import settings; settings.DEBUG")
        self.assertNotEqual(done.returncode, 0)
        self.assertIn("YP_SECRET_KEY", done.stderr)

    def test_all_else_is_safe(self) -> None:
        done = asked(ASK % list(SAFE), YP_SECRET_KEY="k")
        values = dict(zip(SAFE, json.loads(done.stdout), strict=True))
        self.assertEqual(values, SAFE)

    def test_djangos_own_check_for_deployment_finds_nothing_behind_a_proxy(self) -> None:
        done = asked(CHECK, YP_SECRET_KEY=LONG, YP_PROXIES="1")
        self.assertIn("no issues", done.stdout, done.stderr)

    def test_without_a_proxy_it_finds_that_nothing_redirects_to_https(self) -> None:
        done = asked(CHECK, YP_SECRET_KEY=LONG)
        found = {word for word in done.stderr.split() if word.startswith("(security.W")}
        self.assertEqual(found, {"(security.W008)"})

    def test_only_a_proxy_is_believed_to_say_how_it_was_asked(self) -> None:
        names = ["SECURE_PROXY_SSL_HEADER", "SECURE_SSL_REDIRECT"]
        for proxies, expected in (("0", [None, False]), ("1", [[*SAID], True])):
            done = asked(ASK % names, YP_SECRET_KEY="k", YP_PROXIES=proxies)
            self.assertEqual(json.loads(done.stdout), expected)
