"""A surface as somebody else gave it: triangles between points of known height (section 7)."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from core.errors import BadShape, OutOfRange
from core.floors import PlanPoint
from core.lengths import Elevation
from core.lengths.quantity import round_half_away

#: More triangles than these are no surface of one element.
MOST_FACES = 2_000
#: A place so far beside a surface still lies on it, in nanometres.
BESIDE = 5_000_000
Corner = tuple[PlanPoint, Elevation]
Face = tuple[int, int, int]


@dataclass(frozen=True, slots=True)
class TriangulatedSurface:
    """Corners in plan with their heights, and faces of three of them, by number from 0.

    Raises :class:`BadShape` for no face, too many, or one that names a corner there is not.
    """

    corners: tuple[Corner, ...]
    faces: tuple[Face, ...]

    def __post_init__(self) -> None:
        if not 1 <= len(self.faces) <= MOST_FACES:
            raise BadShape(
                f"{len(self.faces)} triangles",
                "No element is set to such a surface.",
                f"Bring in a part of it, of up to {MOST_FACES} triangles.",
            )
        for face in self.faces:
            if not all(0 <= corner < len(self.corners) for corner in face):
                why = "A triangle names a point that is not there."
                raise BadShape(str(face), why, "Bring the surface in anew.")

    def elevation(self, place: PlanPoint) -> Elevation:
        """The height at a place; raises :class:`OutOfRange` where the surface does not reach."""
        nearest: tuple[int, Face] | None = None
        for face in self.faces:
            off = self._off(face, place)
            if off <= 0:
                return self._on(face, place)
            if nearest is None or off < nearest[0]:
                nearest = off, face
        if nearest is not None and nearest[0] <= BESIDE:
            return self._on(nearest[1], place)
        raise OutOfRange(
            str(place), "The given surface does not reach there.", "Choose an outline inside it."
        )

    def _off(self, face: Face, place: PlanPoint) -> int:
        """How far at most a place lies outside a triangle's sides; 0 or less inside."""
        a, b, c = (self.corners[corner][0] for corner in face)
        turn = _turn(a, b, c)
        if turn == 0:
            return BESIDE + 1
        if turn < 0:
            b, c = c, b
        return max(_right_of(one, other, place) for one, other in ((a, b), (b, c), (c, a)))

    def _on(self, face: Face, place: PlanPoint) -> Elevation:
        (a, za), (b, zb), (c, zc) = (self.corners[corner] for corner in face)
        whole = _turn(a, b, c)
        of_b = Fraction(_turn(a, place, c), whole)
        of_c = Fraction(_turn(a, b, place), whole)
        up = of_b * (zb - za).nanometres + of_c * (zc - za).nanometres
        return Elevation(za.nanometres + round_half_away(up))

    def boundary(self) -> tuple[PlanPoint, ...]:
        """The corners around it: of several rings the longest; empty where there is none."""
        sides = {
            side
            for face in map(self._leftward, self.faces)
            for side in zip(face, (*face[1:], face[0]), strict=True)
        }
        ways = {one: other for one, other in sides if (other, one) not in sides}
        rings = []
        while ways:
            start, at = ways.popitem()
            ring = [start]
            while at != start and at in ways:
                ring.append(at)
                at = ways.pop(at)
            rings.append(ring)
        longest = max(rings, key=len, default=[])
        return _straightened(tuple(self.corners[one][0] for one in longest))

    def _leftward(self, face: Face) -> Face:
        a, b, c = face
        turn = _turn(*(self.corners[corner][0] for corner in face))
        return face if turn >= 0 else (a, c, b)


def _turn(a: PlanPoint, b: PlanPoint, c: PlanPoint) -> int:
    """Twice the signed area of a triangle, square nanometres; plus where it turns left."""
    return (b.x - a.x).nanometres * (c.y - a.y).nanometres - (b.y - a.y).nanometres * (
        c.x - a.x
    ).nanometres


def _right_of(a: PlanPoint, b: PlanPoint, place: PlanPoint) -> int:
    """How far a place lies to the right of a line, in nanometres; minus to its left."""
    run = a.distance(b).nanometres
    return -_turn(a, b, place) // run if run else 0


def _straightened(ring: tuple[PlanPoint, ...]) -> tuple[PlanPoint, ...]:
    """Leave out corners that lie on a straight way."""
    count = len(ring)
    return tuple(
        one for n, one in enumerate(ring) if _turn(ring[n - 1], one, ring[(n + 1) % count]) != 0
    )
