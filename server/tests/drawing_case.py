"""A job whose plan comes with a drawing, for tests."""

from __future__ import annotations

from typing import Any

from server.tests.plan import element_body
from server.tests.site import Body, floor_body
from server.tests.works import WorkTestCase


class DrawingCase(WorkTestCase):
    """A job whose plan comes with a drawing."""

    def bring(self, content: bytes) -> str:
        """Hand a drawing in, and return its key."""
        work = self.hand_in(f"jobs/{self.job}/drawings-in", content)
        self.assertEqual(work["state"], "done", work)
        return str(work["id"])

    def lay(self, drawing: str, status: int = 200, /, **changed: Any) -> Any:
        """Look at a drawing."""
        return self.ok(self.helper, f"drawings/{drawing}/laid", laid(**changed), status)

    def place(self, drawing: str, *parts: Body, status: int = 201, **changed: Any) -> Any:
        """Place parts of a drawing."""
        body = laid(**changed) | {"parts": list(parts), "marks": changed.pop("marks", [])}
        return self.ok(self.foreman, f"drawings/{drawing}/placing", body, status)

    def on(self, sheet: Any, layer: str) -> list[str]:
        """Return the handles on a layer."""
        return [one["handle"] for one in sheet["shown"] if one["layer"] == layer]

    def slab_part(self, sheet: Any, /, **changed: Any) -> Body:
        """Return the slab of the shop."""
        form = floor_body(self.benchmark, name="Shop floor", grid_spacing="8 ft", **changed)
        return {"shapes": self.on(sheet, "SLAB"), "floor": form, "element": None, "mesh": ""}

    def piers_part(self, sheet: Any, floor: str, /, **changed: Any) -> Body:
        """Return the piers of the shop, under a floor."""
        measures = {"diameter": "", **changed.pop("measures", {})}
        form = element_body("piers", floor, measures=measures, **changed) | {"part": "finished"}
        return {"shapes": self.on(sheet, "PIERS"), "floor": None, "element": form, "mesh": ""}


def laid(**changed: Any) -> Body:
    """Return how a drawing is laid where nobody says otherwise."""
    return {"unit": "", "within": "", "known": []} | changed


def known(handle: str, right: str, away: str, corner: int = 0, benchmark: Any = None) -> Body:
    """Return a point known in both."""
    return {
        "handle": handle, "corner": corner, "benchmark": benchmark, "right": right, "away": away,
    }  # fmt: skip
