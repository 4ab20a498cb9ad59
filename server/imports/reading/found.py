"""What a file holds, whatever its format, and how that is kept."""

from __future__ import annotations

import json
import zlib
from collections import Counter
from collections.abc import Iterable
from dataclasses import asdict, dataclass, field, replace
from math import isfinite
from typing import Any

from core.cad import Bend, DrawingUnit, DrawnShape
from core.errors import RuleError

#: Beyond this no drawing reaches, in any unit.
FARTHEST = 1e9
#: How many things that were left out are named one by one.
NAMED = 200


class TooMuch(RuleError):
    """A file that holds more than any plan does, or what can't be read."""

    code = "unreadable-drawing"


@dataclass(frozen=True, slots=True)
class Mark:
    """A point or a text of a drawing; ``height`` is None where it was drawn flat.

    ``is_text`` is of a text that stands by itself.
    """

    handle: str
    layer: str
    x: float
    y: float
    height: float | None
    text: str = ""
    is_text: bool = False


@dataclass(frozen=True, slots=True)
class Mesh:
    """A surface of triangles: corners as x, y and height, faces as numbers of three of them."""

    name: str
    corners: tuple[tuple[float, float, float], ...]
    faces: tuple[tuple[int, int, int], ...]


@dataclass(frozen=True, slots=True)
class LeftOut:
    """Something that can't be used: where it is in the file, and why."""

    layer: str
    handle: str
    why: str


@dataclass(slots=True)
class Found:
    """All that was found; ``unit`` is empty where the file does not say."""

    unit: DrawingUnit | None = None
    drawn: list[DrawnShape] = field(default_factory=list)
    marks: list[Mark] = field(default_factory=list)
    meshes: list[Mesh] = field(default_factory=list)
    left_out: list[LeftOut] = field(default_factory=list)
    left_out_more: int = 0
    _known_as: Counter[str] = field(default_factory=Counter, compare=False, repr=False)

    def _own(self, handle: str) -> str:
        """Return what something is known by: its handle, numbered where that stands already."""
        own = handle
        while self._known_as[own]:
            self._known_as[handle] += 1
            own = f"{handle} ({self._known_as[handle]})"
        self._known_as[own] += 1
        return own

    def leave_out(self, layer: str, handle: str, why: str) -> None:
        """Keep what was left out, the first of them by name."""
        if len(self.left_out) < NAMED:
            self.left_out.append(LeftOut(layer, handle, why))
        else:
            self.left_out_more += 1

    def add(self, shape: DrawnShape) -> None:
        """Keep a shape, or leave it out where no plan can have it."""
        if not all(map(_is_near, (part for bend in shape.bends for part in (bend.x, bend.y)))):
            self.leave_out(shape.layer, shape.handle, "Its numbers are none, or no plan's.")
        elif not all(isfinite(bend.bulge) for bend in shape.bends):
            self.leave_out(shape.layer, shape.handle, "One of its arcs is no arc.")
        elif len({(bend.x, bend.y) for bend in shape.bends}) < 2:
            self.leave_out(shape.layer, shape.handle, "It has no length.")
        else:
            self.drawn.append(replace(shape, handle=self._own(shape.handle)))

    def add_mark(self, mark: Mark) -> None:
        """Keep a point or a text, or leave it out."""
        if _is_near(mark.x) and _is_near(mark.y) and (mark.height is None or _is_near(mark.height)):
            self.marks.append(replace(mark, handle=self._own(mark.handle)))
        else:
            self.leave_out(mark.layer, mark.handle, "Its numbers are none, or no plan's.")

    def add_mesh(self, mesh: Mesh) -> None:
        """Keep a surface."""
        self.meshes.append(replace(mesh, name=self._own(mesh.name)))

    def packed(self) -> bytes:
        """Return it as it is kept: every number as it was read."""
        body = {
            "unit": self.unit or "",
            "traced": [
                [one.handle, one.layer, _flat(one.bends), one.is_closed, one.height]
                for one in self.drawn
            ],
            "marks": [
                [mark.handle, mark.layer, mark.x, mark.y, mark.height, mark.text, mark.is_text]
                for mark in self.marks
            ],
            "meshes": [asdict(mesh) for mesh in self.meshes],
            "left_out": [asdict(one) for one in self.left_out],
            "left_out_more": self.left_out_more,
        }
        return zlib.compress(json.dumps(body, separators=(",", ":")).encode(), 3)

    @classmethod
    def unpacked(cls, packed: bytes) -> Found:
        """Return what was kept."""
        body: dict[str, Any] = json.loads(zlib.decompress(packed))
        return cls(
            DrawingUnit(body["unit"]) if body["unit"] else None,
            [
                DrawnShape(handle, layer, _bends(flat), is_closed, height)
                for handle, layer, flat, is_closed, height in body["traced"]
            ],
            [Mark(*mark) for mark in body["marks"]],
            [
                Mesh(
                    mesh["name"],
                    tuple((x, y, z) for x, y, z in mesh["corners"]),
                    tuple((a, b, c) for a, b, c in mesh["faces"]),
                )
                for mesh in body["meshes"]
            ],
            [LeftOut(**one) for one in body["left_out"]],
            body["left_out_more"],
        )


def _flat(bends: Iterable[Bend]) -> list[float]:
    return [part for bend in bends for part in (bend.x, bend.y, bend.bulge)]


def _bends(flat: list[float]) -> tuple[Bend, ...]:
    return tuple(Bend(*flat[at : at + 3]) for at in range(0, len(flat), 3))


def _is_near(number: float) -> bool:
    return isfinite(number) and abs(number) <= FARTHEST
