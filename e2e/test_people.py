"""People come in by themselves: a crew from an empty installation to its first reading."""

from __future__ import annotations

from django.test import override_settings
from playwright.sync_api import Page

from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase
from e2e.demo import load_demo
from server.crews.models import Crew, Membership, Role
from server.crews.services.begin_crew import set_up_code
from server.crews.tests.people import GOOD
from server.fieldbook.models import Shot


def fill(page: Page, **typed: str) -> None:
    """Fill fields by their names."""
    for name, text in typed.items():
        page.locator(f"[name='{name}']").fill(text)


def press(page: Page, name: str) -> None:
    """Press the one button of a name."""
    page.get_by_role("button", name=name, exact=True).locator("visible=true").click()


class FromNothing(BrowserTestCase):
    """Two people, two phones, an empty installation."""

    viewport = PHONE

    def test_a_crew_begins_asks_a_helper_in_and_reads_its_first_point(self) -> None:
        self.owner_begins()
        link = self.link_for_a_helper()
        helper = self.new_page()
        helper.goto(link)
        helper.get_by_text("Rosa Kettle asks you in as helper.").wait_for()
        fill(helper, name="Ivo Brandt", username="ivo", password="short")
        press(helper, "Join")
        helper.get_by_text("This password is too short").wait_for()
        self.assertEqual(Membership.objects.count(), 1)
        fill(helper, password=GOOD)
        press(helper, "Join")
        helper.wait_for_url("**/jobs")
        self.owner_lays_a_floor_out()
        helper.reload()
        helper.get_by_role("link", name="Spring house").click()
        helper.get_by_role("heading", name="Where the job stands").wait_for()
        helper.get_by_role("link", name="Shoot the stone").locator("visible=true").first.click()
        helper.get_by_role("heading", name="Point A1").wait_for()
        helper.get_by_label("Reading on the rod").fill("4 7 1/8")
        press(helper, "Log it")
        helper.get_by_text("A1 is logged").wait_for()
        shot = Shot.objects.get(typed="4 7 1/8")
        self.assertEqual((shot.taken_by.shown_name, shot.point.name), ("Ivo Brandt", "A1"))
        again = self.new_page()
        again.goto(link)
        again.get_by_text("This invitation was used already.").wait_for()
        self.complaints.clear()

    def owner_begins(self) -> None:
        """Begin the crew, at first with a code that is none."""
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.page.get_by_role("link", name="Begin a crew").click()
        fill(self.page, code="abcd", crew="Kettle Slabs", name="Rosa Kettle", username="rosa")
        fill(self.page, password=GOOD)
        press(self.page, "Begin the crew")
        self.page.get_by_text("This is not this server's set-up code.").wait_for()
        self.assertFalse(Crew.objects.exists())
        fill(self.page, code=set_up_code())
        press(self.page, "Begin the crew")
        self.page.wait_for_url("**/jobs")
        place = Membership.objects.get()
        self.assertEqual((place.user.shown_name, place.role), ("Rosa Kettle", Role.OWNER))

    def link_for_a_helper(self) -> str:
        """Ask somebody in."""
        self.page.get_by_role("link", name="People of Kettle Slabs").click()
        press(self.page, "Make a link")
        return self.page.get_by_label("For one helper").input_value()

    def owner_lays_a_floor_out(self) -> None:
        """From a height to a floor."""
        page = self.page
        page.goto(f"{self.live_server_url}/jobs")
        page.get_by_role("link", name="Height now").click()
        page.get_by_role("button", name="Feet and inches").click()
        fill(page, known="21.40 ft", reading="4 10 1/8")
        press(page, "Keep it")
        fill(page, job_name="Spring house")
        press(page, "Keep it in a new job")
        page.get_by_role("link", name="The plan").locator("visible=true").first.click()
        fill(page, length="20 ft", width="14 ft", thickness='5"', level='8"')
        press(page, "Lay out the floor")
        page.get_by_role("link", name="Shoot the stone").locator("visible=true").first.wait_for()


class OwnAccount(BrowserTestCase):
    """At a desk: an account, and what an owner does with the others'."""

    def setUp(self) -> None:
        super().setUp()
        load_demo()
        self.come_in("ines")

    def test_another_sign_in_is_ended_from_the_list(self) -> None:
        other = self.new_page()
        other.goto(f"{self.live_server_url}/sign-in")
        other.get_by_label("Name", exact=True).fill("ines")
        other.get_by_label("Password").fill("level-headed-7")
        other.keyboard.press("Enter")
        other.wait_for_url("**/jobs")
        self.page.goto(f"{self.live_server_url}/account")
        self.page.get_by_role("button", name="End it on").click()
        self.page.get_by_role("button", name="End it on").wait_for(state="detached")
        other.reload()
        other.wait_for_url("**/sign-in")
        self.complaints.clear()

    @override_settings(SENDS_MAIL=False)
    def test_an_owner_takes_somebody_out_and_changes_what_another_is(self) -> None:
        self.page.goto(f"{self.live_server_url}/jobs")
        self.page.get_by_role("link", name="People of").click()
        self.page.get_by_role("button", name="Change Tobi").click()
        press(self.page, "Take out of the crew")
        self.page.get_by_text("Every sign-in of theirs ends at once.").wait_for()
        press(self.page, "Yes, take out of the crew")
        self.page.get_by_text("Tobi Ferrant", exact=True).wait_for(state="detached")
        self.page.get_by_role("button", name="Change Ines").click()
        press(self.page, "Leave the crew")
        press(self.page, "Yes, leave the crew")
        self.page.get_by_text("Make somebody else an owner first.").wait_for()
        self.page.get_by_role("button", name="Change Marek").click()
        self.page.get_by_label("What Marek Dunmore is").click()
        self.page.get_by_role("option", name="Owner").click()
        self.page.get_by_text("Owner · marek").wait_for()
        roles = Membership.objects.filter(crew=demo_id("crew")).values_list(
            "user__username", "role"
        )
        self.assertEqual(sorted(roles), [("ines", Role.OWNER), ("marek", Role.OWNER)])
        self.complaints.clear()
