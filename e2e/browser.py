"""A real browser on the real server; whatever the page complains of fails the test."""

from __future__ import annotations

import shutil
from typing import Any, ClassVar
from unittest import mock
from urllib.parse import urlparse

from django.conf import settings
from django.core.servers.basehttp import WSGIRequestHandler
from django.test import Client, LiveServerTestCase
from playwright.sync_api import (
    Browser,
    BrowserContext,
    ConsoleMessage,
    Page,
    Playwright,
    Request,
    sync_playwright,
)

from demo.ids import demo_id
from e2e.demo import load_demo
from server.crews.models import Crew, Membership, Role, User
from server.platform.memory import collect_seldom

MORE = "More: name, least thickness, fall, stone, points"
#: How long a page may take, in milliseconds: on two cores the other tests run beside it.
PATIENCE = 60_000
DESKTOP = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
STAYS_ON_THE_SERVER = "localStorage.setItem('yp-kept:stays-on-the-server', 'yes')"
#: What a page asked for is there: nothing on it turns any more.
IS_THERE = """
() => document.body.innerText.trim() && !document.querySelector("[aria-label=Loading]")"""
#: Nothing moves or fades any more; what turns without an end stands still.
AT_REST = """
document.getAnimations().forEach((one) =>
  one.effect.getComputedTiming().endTime === Infinity ? one.cancel() : one.finish())"""
IN_THEME = """
(theme) => {
  const page = document.documentElement;
  for (const other of ["light", "dark"]) page.toggleAttribute(`data-${other}`, other === theme);
}
"""
#: As a link of the application goes: its scripts are not begun anew.
GO = """
(path) => {
  document.querySelectorAll("main > *").forEach((one) => (one.dataset.left = "yes"));
  history.pushState({}, "", path);
  dispatchEvent(new PopStateEvent("popstate"));
}
"""
REFUSED_BY_THE_SERVER = "Failed to load resource: the server responded with a status of 4"


def settle(page: Page) -> None:
    """Wait until a page that was gone to shows all it asked for."""
    page.wait_for_load_state("networkidle")
    page.wait_for_function(IS_THERE)


class BrowserTestCase(LiveServerTestCase):
    """Opens a page for each test, as big as the class says, in one browser a class."""

    viewport: ClassVar[dict[str, int]] = DESKTOP
    #: Whether the browser takes jobs along and runs the server itself.
    works_alone: ClassVar[bool] = False
    #: What the browser says of its device.
    device: ClassVar[dict[str, Any]] = {}
    context: ClassVar[BrowserContext]
    playwright: ClassVar[Playwright]
    browser: ClassVar[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        if not (settings.WEB_DIST / "index.html").is_file():
            raise AssertionError("The web is not built.")
        cls.playwright = sync_playwright().start()
        cls.addClassCleanup(cls.playwright.stop)
        cls.browser = cls.playwright.chromium.launch(
            executable_path=shutil.which("chromium-headless-shell"), args=FLAGS
        )
        cls.addClassCleanup(cls.browser.close)

        cls.context = cls._new_context(cls.viewport, **cls.device)

    def setUp(self) -> None:
        self.complaints: list[str] = []
        if self.works_alone:
            # What lies on a phone outlives a test's database: each test has a phone of its own.
            type(self).context = self._new_context(self.viewport, **self.device)
            self.addCleanup(self.context.close)
        self.page = self._watched(self.context.new_page())

    def tearDown(self) -> None:
        self._forget()
        self.page.close()
        self.assertEqual(self.complaints, [])

    def _forget(self) -> None:
        """Leave the browser as if nobody had been there, but for the scripts it has fetched."""
        if self.page.url.startswith(self.live_server_url):
            self.page.evaluate("localStorage.clear(); sessionStorage.clear()")
        self.context.clear_cookies()

    @classmethod
    def _new_context(cls, size: dict[str, int], **options: Any) -> BrowserContext:
        viewport: Any = size
        context = cls.browser.new_context(viewport=viewport, reduced_motion="reduce", **options)
        context.set_default_timeout(PATIENCE)
        if not cls.works_alone:
            context.add_init_script(STAYS_ON_THE_SERVER)
        return context

    def new_page(self, size: dict[str, int] | None = None, **options: Any) -> Page:
        """Open a page in a browser that knows nothing of the other."""
        context = self._new_context(size or self.viewport, **options)
        self.addCleanup(context.close)
        return self._watched(context.new_page())

    def _watched(self, page: Page) -> Page:
        page.on("console", self._console)
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        page.on("request", self._request)
        return page

    def _console(self, message: ConsoleMessage) -> None:
        if message.type == "error" and not message.text.startswith(REFUSED_BY_THE_SERVER):
            self.complaints.append(message.text)

    def _request(self, request: Request) -> None:
        if urlparse(request.url).netloc not in (urlparse(self.live_server_url).netloc, ""):
            self.complaints.append(f"asked another host: {request.url}")

    def sign_in(self, username: str, password: str) -> None:
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.page.get_by_label("Name", exact=True).fill(username)
        self.page.get_by_label("Password").fill(password)
        self.page.keyboard.press("Enter")
        self.page.wait_for_url("**/jobs")

    def more(self) -> None:
        """Open the fields of a floor that have a usual figure."""
        self.page.get_by_role("button", name=MORE, exact=True).click()

    def open_demo_job(self, name: str, step: str = "") -> None:
        """Load the demo, come in as its foreman, and open a step of one of its jobs."""
        load_demo()
        self.come_in("marek")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(name)}/{step}")

    def come_in(self, username: str) -> None:
        """Be signed in, without the form."""
        client = Client()
        client.force_login(User.objects.get(username=username))
        cookie = client.cookies[settings.SESSION_COOKIE_NAME]
        self.context.add_cookies(
            [{"name": cookie.key, "value": cookie.value, "url": self.live_server_url}]
        )


class AnsweredAtOnce(BrowserTestCase):
    """On a server that sends small answers at once, and collects seldom, as people's does.

    That of the tests would wait 40 ms.
    """

    @classmethod
    def setUpClass(cls) -> None:
        at_once = mock.patch.object(WSGIRequestHandler, "disable_nagle_algorithm", new=True)
        at_once.start()
        cls.addClassCleanup(at_once.stop)
        collect_seldom()
        super().setUpClass()


def new_crew(role: Role = Role.FOREMAN) -> None:
    """Make a crew with one member, who signs in as flo."""
    crew = Crew.objects.create(name="Lath & Line")
    user = User.objects.create_user("flo", password="plumb-and-true", first_name="Flo")
    Membership.objects.create(crew=crew, user=user, role=role)
