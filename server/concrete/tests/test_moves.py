"""What a change of a floor's level moves, told before it is accepted."""

from __future__ import annotations

from typing import Any

from core.lengths import Length
from server.fieldbook.tests.test_trust import Trusted
from server.jobs.models import Floor
from server.tests.site import floor_body

NOTHING = {"moves": [], "rejudged": [], "refused": ""}


class Moves(Trusted):
    """The list before the change."""

    def moves(self, **changed: Any) -> Any:
        body = floor_body(self.benchmark, **changed)
        return self.ok(self.helper, f"floors/{self.floor}/moves", body, 200)

    def test_levels_floors_carried_by_it_and_shots_are_listed(self) -> None:
        porch = self.add_floor(
            name="Porch", level_from="floor", reference=self.floor, level='2"', side="below"
        )
        self.add_floor(name="Step", level_from="floor", reference=porch, level='6"', side="below")
        self.shoot("A1", 5)
        self.shoot("A2", 6, "3' 6 1/2\"")
        self.assertEqual(self.moves(), NOTHING)
        sheet = self.moves(level='12 1/2"')
        self.assertEqual(
            {row["what"]: row["by"] for row in sheet["moves"]},
            {
                f"{floor}, {part}": 'up 1/2"'
                for floor in ("Floor", "Porch", "Step")
                for part in ("top of slab", "stone")
            },
        )
        self.assertEqual(
            set(sheet["rejudged"]),
            {"Floor: 1 point that was on is low", "Floor: 1 point that was high is on"},
        )
        self.assertEqual(Floor.objects.get(pk=self.floor).level_offset, Length.from_feet(1))

    def test_thicker_moves_the_stone_alone_and_doubtful_shots_are_not_judged(self) -> None:
        self.shoot("A1", 5)
        self.reread(10, "4' 3\"")
        sheet = self.moves(thickness='6"')
        self.assertEqual(sheet["moves"], [{"what": "Floor, stone", "by": 'down 1"'}])
        self.assertEqual(sheet["rejudged"], [])

    def test_while_it_is_refused_nothing_moves(self) -> None:
        self.assertEqual(self.moves(thickness="x"), NOTHING)
        body = floor_body(self.benchmark)
        self.ok(self.outsider, f"floors/{self.floor}/moves", body, 404)
