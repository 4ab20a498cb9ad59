"""A job driven by random true-to-life steps; after each, its sheets against plain arithmetic.

All lengths of the plain reckoning are whole eighths of an inch.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from decimal import Decimal
from random import Random
from typing import Any
from uuid import uuid4

from server.tests.site import TAKEN_AT, SiteTestCase

EIGHTH = Decimal("0.003175")
BENCHMARK = 604 * 8 + 4
THICK, ON = 5 * 8, 2
STEPS = 14


def typed(eighths: int) -> str:
    """Write eighths of an inch as one types them on a site."""
    inches, rest = divmod(abs(eighths), 8)
    return f'{inches} {rest}/8"' if rest else f'{inches}"'


@dataclass
class Reading:
    """A reading as it was logged: where, from which set-up, what it read, and in which pass."""

    key: str
    point: str
    set_up: str
    reads: int
    is_rough: bool
    is_struck: bool = False


@dataclass
class Reckoned:
    """The job as a pencil would keep it."""

    top: int = BENCHMARK + 12 * 8
    backsights: dict[str, int] = field(default_factory=dict)
    readings: list[Reading] = field(default_factory=list)

    @property
    def stone(self) -> int:
        return self.top - THICK

    def beam(self, set_up: str) -> int:
        return BENCHMARK + self.backsights[set_up]

    def height(self, one: Reading) -> int:
        return self.beam(one.set_up) - one.reads

    def counted(self, is_rough: bool) -> dict[str, Reading]:
        """The last reading of each point in a pass that is not struck."""
        sound = [
            reading
            for reading in self.readings
            if reading.is_rough is is_rough and not reading.is_struck
        ]
        return {one.point: one for one in sound}

    def verdict(self, one: Reading) -> str:
        off = self.height(one) - self.stone
        return "on" if abs(off) <= ON else "high" if off > 0 else "low"


class JobMachine(SiteTestCase):
    """Shoot, shoot again, strike, set up anew, go over it roughly, move the finished level."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        self.rod = self.add_rod()
        self.names = {key: name for name, key in self.points(self.floor).items()}
        self.job_as = Reckoned()

    def test_every_sheet_says_what_plain_arithmetic_says(self) -> None:
        for seed in (3, 14):
            with self.subTest(seed=seed):
                chance = Random(seed)
                self.set_up_anew(chance)
                for _ in range(STEPS):
                    chance.choices(
                        (self.shoot, self.go_over, self.strike, self.set_up_anew, self.move),
                        (10, 3, 3, 1, 2),
                    )[0](chance)
                    self.hold_against()

    def shoot(self, chance: Random, is_rough: bool = False) -> None:
        point, set_up = chance.choice(list(self.names)), list(self.job_as.backsights)[-1]
        reads = self.job_as.beam(set_up) - self.job_as.stone + chance.randint(-7, 7)
        body = self.shot_body(set_up, point, typed(reads))
        self.ok(self.helper, "shots", body | ({"setting": "coarse"} if is_rough else {}))
        self.job_as.readings.append(Reading(body["id"], point, set_up, reads, is_rough))

    def go_over(self, chance: Random) -> None:
        self.shoot(chance, is_rough=True)

    def strike(self, chance: Random) -> None:
        left = [reading for reading in self.job_as.readings if not reading.is_struck]
        if not left:
            return
        one = chance.choice(left)
        body = {"id": str(uuid4()), "reason": "read the foot below"}
        self.ok(self.helper, f"shots/{one.key}/strikes", body)
        one.is_struck = True

    def set_up_anew(self, chance: Random) -> None:
        reads = chance.randint(30 * 8, 70 * 8)
        key = self.add_set_up(self.rod, backsight=typed(reads), taken_at=TAKEN_AT)
        self.job_as.backsights[key] = reads

    def move(self, chance: Random) -> None:
        by = chance.randint(1, 6)
        way = chance.choice(("up", "down"))
        body = {"by": typed(by), "way": way}
        told = self.ok(self.helper, f"floors/{self.floor}/raised", body, 200)
        form = {**told["typed"], "shape": "corners", "id": self.floor}
        form |= dict.fromkeys(("length", "width", "notch_length", "notch_width"), "")
        self.change(f"floors/{self.floor}", form, opened=told["opened"])
        self.job_as.top += by if way == "up" else -by

    def hold_against(self) -> None:
        self.hold_floor(self.get(f"floors/{self.floor}")["plan"])
        self.hold_ladder(self.get(f"jobs/{self.job}/ladder"))
        for set_up in self.job_as.backsights:
            self.hold_book(set_up, self.get(f"set-ups/{set_up}/book"))

    def hold_floor(self, plan: Any) -> None:
        passes = {"shot": self.job_as.counted(False), "rough": self.job_as.counted(True)}
        for peg in plan["pegs"]:
            for name, counted in passes.items():
                one, shown = counted.get(peg["id"]), peg[name]
                self.assertEqual(shown is None, one is None, (peg["name"], name))
                if one is None:
                    continue
                height = self.job_as.height(one)
                self.assertEqual(shown["id"], one.key)
                self.assertEqual(Decimal(shown["elevation"]["metres"]), height * EIGHTH)
                self.assertEqual(
                    Decimal(shown["thickness"]["metres"]), (self.job_as.top - height) * EIGHTH
                )
                if name == "shot":
                    self.assertEqual(shown["verdict"], self.job_as.verdict(one), peg["name"])
            self.assertEqual(Decimal(peg["target"]["metres"]), self.job_as.stone * EIGHTH)
        counts = plan["counts"]
        self.assertEqual(counts["points"] - counts["not_shot"], len(passes["shot"]))
        self.assertEqual(counts["rough"], len(passes["rough"]))

    def hold_ladder(self, sheet: Any) -> None:
        levels = {rung["name"]: Decimal(rung["level"]["metres"]) for rung in sheet["rungs"]}
        self.assertEqual(levels["top of slab"], self.job_as.top * EIGHTH)
        self.assertEqual(levels["stone"], self.job_as.stone * EIGHTH)
        heights = [Decimal(rung["level"]["metres"]) for rung in sheet["rungs"]]
        self.assertEqual(heights, sorted(heights, reverse=True))
        stone = next(rung for rung in sheet["rungs"] if rung["name"] == "stone")
        found = sorted(Decimal(shot) for shot in stone["shots"])
        counted = self.job_as.counted(False).values()
        self.assertEqual(found, sorted(self.job_as.height(one) * EIGHTH for one in counted))
        last = list(self.job_as.backsights)[-1]
        self.assertEqual(sheet["beam"]["set_up"], last)
        self.assertEqual(Decimal(sheet["beam"]["level"]["metres"]), self.job_as.beam(last) * EIGHTH)

    def hold_book(self, set_up: str, sheet: Any) -> None:
        own = [reading for reading in self.job_as.readings if reading.set_up == set_up]
        rows = {row["shot"]: row for row in sheet["rows"] if row["shot"]}
        self.assertEqual(list(rows), [one.key for one in own])
        for one in own:
            self.assertEqual(rows[one.key]["struck"] != "", one.is_struck)
        if sheet["sums"] is not None:
            self.assertTrue(sheet["sums"]["proves"])
