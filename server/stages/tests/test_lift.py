"""How thick a layer came out over what was shot below it, over the API."""

from __future__ import annotations

from server.stages.tests.stage_case import StageCase


class Lift(StageCase):
    """A floor at 51' 4 1/2", a dig 8 in below it, and stone in a lift of 4 in over the dig."""

    def setUp(self) -> None:
        super().setUp()
        self.dig = self.place("excavation", part="sub-grade")
        self.layer = self.place("layer", part="sub-base", name="Stone, lift 1")

    def lift(self, status: int = 200) -> dict[str, str]:
        answer = self.helper.get(f"/api/v1/elements/{self.layer}/lift")
        self.assertEqual(answer.status_code, status, answer.content[:300])
        body: dict[str, str] = answer.json()
        return body

    def shoot_some(self, element: object, task: str, **readings: str) -> None:
        for name, reading in readings.items():
            self.shoot(element, task, name, reading)  # type: ignore[arg-type]

    def test_it_is_told_over_the_dig_as_it_was_shot(self) -> None:
        self.assertIn("Nothing below it was shot", self.lift()["why_none"])
        self.shoot_some(self.dig, "formation", A1="3' 11\"", A2="3' 11\"", B1="3' 11 1/2\"",
                        B2="3' 11 1/2\"")  # fmt: skip
        self.assertIn("Shoot the layer's top", self.lift()["why_none"])
        self.shoot_some(self.layer, "layer", A1="3' 7\"", A2="3' 7 1/2\"", B1="3' 7\"")
        found = self.lift()
        self.assertEqual(found["over"], "The excavation")
        self.assertEqual((found["thinnest"], found["planned"]), ('3 1/2" at A2', '4"'))
        self.assertEqual(found["mean"], '4"')

    def test_what_is_no_layer_is_refused(self) -> None:
        answer = self.helper.get(f"/api/v1/elements/{self.dig}/lift")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("Choose a layer", answer.content.decode())
