"""Go or hold in the browser: a pour on hold for two reasons, led to GO; another planned."""

from __future__ import annotations

import re
from datetime import timedelta
from uuid import uuid4

from demo.ids import demo_id
from e2e.browser import PHONE, BrowserTestCase
from server.fieldbook.models import SetUp
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.jobs.models import Point
from server.pours.models import LiftedHold, PourClosing

SHELTER, PACK, WELL = "Bicycle shelter", "Orchard pack house", "Well house floor"


class GoOrHold(BrowserTestCase):
    """The list, its answers and its lifted holds."""

    viewport = PHONE

    def says(self, *texts: str) -> None:
        for text in texts:
            self.page.get_by_text(text).first.wait_for()

    def fill(self, **entries: str) -> None:
        for name, text in entries.items():
            self.page.locator(f"[name='{name}']").fill(text)

    def part(self, name: str) -> None:
        self.page.get_by_role("tab", name=name).click()

    def press(self, name: str | re.Pattern[str]) -> None:
        self.page.get_by_role("button", name=name, exact=True).click()

    def test_from_hold_to_go(self) -> None:
        self.open_demo_job(SHELTER, "pours")
        self.page.get_by_text("HOLD", exact=True).wait_for()
        self.page.get_by_role("link", name="Open the list").click()
        self.says("3 hold it", "4.40 m³ ordered", "acknowledged by the school's caretaker")
        self.part("Run sheet")
        self.says("Truck 1 of 1.", "A truck every 30 minutes.")
        self.part("Go or hold")
        self.says("Optical level: check is due.")
        self.press("Lift the hold: Instrument check in date")
        self.press("Lift the hold")
        self.says("Nothing was typed.")
        self.fill(reason="Checked this morning against the water level")
        self.press("Lift the hold")
        self.says("2 hold it", "Lifted by Marek")
        self.press("Lift the hold: Benchmark read again, and good")
        self.fill(reason="The sill is read at the first truck")
        self.press("Lift the hold")
        self.says("1 holds it")
        self.press("Lift the hold: Readings of forms and stone fresh enough")
        self.says("You lift these 2, and nothing else.")
        self.fill(reason="Covered and watched since")
        self.press("Lift the hold")
        self.says("Nothing holds it")
        self.page.get_by_text("GO", exact=True).wait_for()
        self.assertEqual(LiftedHold.objects.count(), 3)
        self.press("Ordered")
        self.fill(answer="plenty")
        self.press("Record the answer")
        self.says("This is no amount of concrete.")
        self.fill(answer="3.0")
        self.press("Record the answer")
        self.says("3.00 m³ ordered, 4.40 m³ needed.")
        self.page.get_by_text("HOLD", exact=True).first.wait_for()

    def test_a_pour_is_planned_and_says_what_is_missing(self) -> None:
        self.open_demo_job(PACK, "pours")
        self.says("No pour is planned.")
        self.fill(name="Cart bay and footing")
        self.press("Plan this pour")
        self.page.get_by_role("alert").or_(self.page.locator(".Mui-error")).first.wait_for()
        self.page.locator("input[type='date']").fill("2031-05-06")
        self.page.get_by_label("Cart bay", exact=True).check()
        self.page.get_by_label("South footing").check()
        self.page.reload()
        self.press("Plan this pour")
        self.page.get_by_role("heading", name="Cart bay and footing").wait_for()
        self.says("16 points are not shot.", 'over-dug by 1 1/2"', "Nobody knows yet")
        self.part("Run sheet")
        self.press("Move the pour")
        self.fill(truck="0")
        self.press("Move it")
        self.says("Both are more than 0.")
        self.page.locator("input[type='date']").fill("2031-05-09")
        self.fill(truck="8", rate="16")
        self.page.reload()
        self.press("Move the pour")
        self.press("Move it")
        self.says("May 9", "A truck every 30 minutes.")

    def test_a_customer_acknowledges_by_the_link_until_the_numbers_change(self) -> None:
        self.open_demo_job(SHELTER, "concrete?part=customer")
        self.fill(rate="-3")
        self.press("Make a notice for the customer")
        self.says("This is no price.")
        self.fill(rate="180")
        self.press("Make a notice for the customer")
        self.says("Not acknowledged yet.", "$7.20")
        link = self.page.get_by_text("works until").inner_text().split(",")[0]
        crew, self.page = self.page, self.new_page(PHONE)
        self.page.goto(link)
        self.says("Extra concrete, Shelter slab", "0.04 m³ more than the nominal, at $180.00 a m³")
        self.page.get_by_label("Thickness map of Shelter slab").wait_for()
        self.press("I have seen it and agree")
        self.says("Nothing was typed.")
        self.fill(name="Ruta Halm")
        self.page.reload()
        self.press("I have seen it and agree")
        self.says("Acknowledged by Ruta Halm")
        self.page.goto(link[:-1])
        self.says("This link leads nowhere.")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(SHELTER)}")
        self.page.get_by_role("button", name="Sign in").wait_for()
        crew.reload()
        crew.get_by_text("✓ acknowledged").wait_for()
        self.shoot_stone_lower()
        self.page.goto(link)
        self.says("It no longer stands. The extra was 0.04 m³ more")
        crew.reload()
        crew.get_by_text("VOID").wait_for()
        crew.get_by_role("button", name="Take it back").click()
        crew.get_by_text("Taken back by Marek").wait_for()
        self.page.reload()
        self.says("This notice was taken back.")
        crew.close()

    def shoot_stone_lower(self) -> None:
        stands = SetUp.objects.get(job=demo_id(SHELTER))
        point = Point.objects.get(floor__job=demo_id(SHELTER), name="B2")
        form = ShotForm(uuid4(), stands.pk, point.pk, "1.372", stands.taken_at + timedelta(hours=1))
        record_shot(stands.taken_by, form)

    def test_a_pour_is_closed_once_its_surface_is_shot(self) -> None:
        self.open_demo_job(SHELTER, "pours")
        self.page.get_by_role("link", name="Open the list").click()
        self.part("After the pour")
        self.says("Shelter slab has no finished surface yet.", "Once its finished surface is shot")
        PourClosing.objects.all()._raw_delete("default")
        pour = demo_id(WELL, "pour", "Well house")
        self.page.goto(f"{self.live_server_url}/jobs/{demo_id(WELL)}/pours/{pour}")
        # Looked at today it would hold: it is closed by the list as it stood when it began.
        self.page.get_by_text("HOLD", exact=True).first.wait_for()
        self.part("After the pour")
        self.says("all 9 points", "Bumps, tilt apart")
        self.fill(note="Dry all day")
        self.page.reload()
        self.press("Close the pour")
        self.page.get_by_text("POURED", exact=True).wait_for()
        self.says("Closed by Marek", "Dry all day", "The list as it stood")
        self.part("Go or hold")
        self.assertEqual(self.page.get_by_role("button", name="Ordered").count(), 0)
