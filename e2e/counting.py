"""Counting taps and entries in the real interface, from where a person is to what is wanted."""

from __future__ import annotations

import os
from pathlib import Path

from playwright.sync_api import Locator

from e2e.browser import PHONE, BrowserTestCase, new_crew


class Counting(BrowserTestCase):
    """On a phone, from where a person is to what the person wants."""

    viewport = PHONE

    device = {"has_touch": True, "is_mobile": True}

    def setUp(self) -> None:
        super().setUp()
        self.taps = self.entries = 0

    def tap(self, target: Locator) -> None:
        target.tap()
        self.taps += 1

    def button(self, name: str) -> Locator:
        return self.page.get_by_role("button", name=name, exact=True).locator("visible=true")

    def link(self, name: str) -> Locator:
        return self.page.get_by_role("link", name=name).locator("visible=true").first

    def type(self, text: str) -> None:
        """Type into what has the focus, as the keys that stand on the screen would."""
        self.page.wait_for_function("document.activeElement.tagName === 'INPUT'")
        self.page.keyboard.type(text)
        self.entries += 1

    def enter(self, name: str, text: str, *, is_focused: bool = False) -> None:
        """Fill a field: a tap into it, where it is not the one that has the focus."""
        field = self.page.locator(f"[name='{name}']")
        if is_focused:
            self.page.wait_for_function("name => document.activeElement.name === name", arg=name)
        else:
            self.tap(field)
        self.type(text)

    def at_most(self, what: str, taps: int, entries: int) -> None:
        """Print what was counted, and hold it against the aim."""
        line = f"{what}: {self.taps} taps, {self.entries} entries (at most {taps}, {entries})"
        if folder := os.environ.get("YP_COUNTED"):
            with (Path(folder) / "taps").open("a") as file:
                file.write(line + "\n")
        print(line, flush=True)
        self.assertLessEqual((self.taps, self.entries), (taps, entries), line)
        self.assertLessEqual(self.entries, entries, line)

    def begin(self) -> None:
        """Sign in to a crew that has nothing, and begin its first height."""
        new_crew()
        self.sign_in("flo", "plumb-and-true")
        self.tap(self.link("Height now"))
        self.tap(self.page.get_by_role("button", name="Feet and inches"))
