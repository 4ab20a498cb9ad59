"""The web sends the office's addresses to the server, and only those."""

from __future__ import annotations

import re

from django.conf import settings
from django.test import SimpleTestCase
from django.urls import URLPattern

from server.entry.office_urls import office
from server.entry.site_urls import site

PHONE = settings.ROOT / "web" / "src" / "phone"
ROUTE, OFFICE = PHONE / "route.ts", PHONE / "office.gen.ts"
#: A phone answers these of what it knows where there is no line.
KNOWN_IN_PART = {"floors/<uuid:floor>/map"}
KEY = "0d9a2b6c-7e11-4a0f-8b52-9d1f1c526a3d"


def regex(name: str) -> re.Pattern[str]:
    """Return a regular expression of the web's."""
    found = re.search(rf"const {name} =\s*/(.*)/;", ROUTE.read_text())
    assert found, name
    return re.compile(found.group(1).replace(r"\/", "/"))


def listed() -> list[str]:
    """Return the addresses the web has for the server's, a ``*`` for each key."""
    return re.findall(r'^  "([^"]+)",$', OFFICE.read_text(), re.MULTILINE)


def as_pattern(address: str) -> str:
    """Return an address as the web matches it: a ``*`` is one part of a path."""
    return re.escape(address).replace(r"\*", "[^/]+")


def places(patterns: list[URLPattern]) -> set[str]:
    """Return the addresses as they are written."""
    return {str(pattern.pattern) for pattern in patterns}


def example(place: str) -> str:
    """Return an address with keys in it."""
    return "/api/v1/" + re.sub(r"<[^>]*>", KEY, place)


class Route(SimpleTestCase):
    """Who is asked."""

    def test_office_work_is_the_servers_and_site_work_is_the_phones(self) -> None:
        of_the_server = [re.compile(f"/api/v1/{as_pattern(address)}") for address in listed()]
        for place in places(office) - KNOWN_IN_PART:
            self.assertTrue(
                any(address.fullmatch(example(place)) for address in of_the_server), place
            )
        for place in places(site) | KNOWN_IN_PART:
            self.assertFalse(
                any(address.fullmatch(example(place)) for address in of_the_server), place
            )

    def test_what_a_phone_knows_in_part_is_the_servers_while_there_is_a_line(self) -> None:
        first = regex("LINE_FIRST")
        for place in KNOWN_IN_PART:
            self.assertIn(place, places(office))
            self.assertTrue(first.search(example(place)), place)
