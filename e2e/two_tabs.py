"""One lesson of practice in two tabs; run by ./yp test phone."""

from __future__ import annotations

from e2e.test_practice import OnASite


class TwoTabs(OnASite):
    """What is done in one is there in the other, once."""

    def test_they_share_one_lesson(self) -> None:
        self.begin()
        self.stand_up()
        other = self._watched(self.context.new_page())
        other.goto(f"{self.live_server_url}/practice/{self.lesson}")
        other.get_by_role("img", name="The instrument").wait_for()
        spots = other.get_by_role("group", name="Carry the rod").get_by_role("button")
        spots.first.click()
        heading = other.get_by_role("heading", name="The rod on")
        heading.wait_for()
        carried = heading.text_content() or ""
        self.page.reload()
        self.page.get_by_role("heading", name=carried).wait_for()
        other.close()
        kept = self.page.evaluate(
            "async () => (await indexedDB.databases()).map(({ name }) => name).length"
        )
        self.assertGreater(kept, 0)
        self.assertEqual(self.sent, [])
