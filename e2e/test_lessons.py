"""Lessons of practice in a crew: let known by who did them, asked for by a foreman."""

from __future__ import annotations

from demo.ids import demo_id
from e2e.browser import BrowserTestCase
from e2e.demo import load_demo
from server.crews.models import AskedLesson, SharedLesson

PASSED = """localStorage.setItem("yp-practice-passed", JSON.stringify({
  move: { points: 45, of: 50, passed: true },
}))"""


class CrewLessons(BrowserTestCase):
    """Marek did one on this device, and asks Tobi for another."""

    def see(self, username: str) -> None:
        self.come_in(username)
        self.page.goto(f"{self.live_server_url}/practiced/{demo_id('crew')}")
        self.page.get_by_role("heading", name="Practice in the crew").wait_for()

    def test_one_is_let_known_and_another_asked_for(self) -> None:
        load_demo()
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.page.evaluate(PASSED)
        self.see("marek")
        self.page.get_by_role("button", name="Let the crew know").click()
        self.page.get_by_role("heading", name="Marek Dunmore (you): 1 of 14 passed").wait_for()
        self.assertEqual(self.page.get_by_text("known to nobody").count(), 0)
        self.page.get_by_role("button", name="Ask Tobi Ferrant for a lesson").click()
        self.page.get_by_role("combobox", name="Lesson").click()
        self.page.get_by_role("option", name="A run that closes").click()
        self.page.get_by_role("button", name="Ask", exact=True).click()
        self.page.get_by_text("Marek Dunmore asks for: A run that closes").wait_for()
        shared, asked = SharedLesson.objects.get(), AskedLesson.objects.get()
        self.assertEqual((shared.lesson, shared.points, shared.of), ("move", 45, 50))
        self.assertEqual((asked.lesson, asked.user.username), ("run", "tobi"))
        self._forget()
        self.see("tobi")
        self.assertEqual(self.page.get_by_text("Marek Dunmore (you)").count(), 0)
        self.assertEqual(self.page.get_by_role("button", name="Ask for a lesson").count(), 0)
        link = self.page.get_by_role("link", name="Do it now")
        link.wait_for()
        self.assertEqual(link.get_attribute("href"), "/practice/run?again=yes")
