"""Which text belongs to which point, and what is kept of a drawing: every number as it was."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from core.cad import Bend, DrawingUnit, DrawnShape
from server.imports.reading import Found, Mark, Mesh
from server.imports.reading.found import NAMED
from server.imports.reading.labels import labelled

NUMBER = st.floats(-1e8, 1e8, allow_nan=False)
WORDS = st.text(max_size=12)
#: An outline 64 by 48, so that a text belongs to a point within 1.
SITE = [DrawnShape("S", "0", (Bend(0, 0), Bend(64, 0), Bend(64, 48)), is_closed=True)]


def point(handle: str, x: float, y: float, text: str = "") -> Mark:
    """Return a point."""
    return Mark(handle, "P", x, y, None, text)


def words(handle: str, x: float, y: float, text: str) -> Mark:
    """Return a text."""
    return Mark(handle, "T", x, y, None, text, is_text=True)


class Labels(TestCase):
    """The nearest text, if it is near."""

    def named(self, *marks: Mark) -> dict[str, str]:
        return {one.handle: one.text for one in labelled(marks, SITE)}

    def test_each_point_has_the_nearest_text_and_texts_stay_as_they_are(self) -> None:
        found = self.named(
            point("1", 10, 10), point("2", 12, 10), words("a", 10.2, 10.1, "BM1"),
            words("b", 12.3, 10.1, "BM2"),
        )  # fmt: skip
        self.assertEqual(found, {"1": "BM1", "2": "BM2", "a": "BM1", "b": "BM2"})

    def test_a_text_farther_off_belongs_to_nobody(self) -> None:
        self.assertEqual(self.named(point("1", 10, 10), words("a", 11.01, 10, "far"))["1"], "")
        self.assertEqual(self.named(point("1", 10, 10), words("a", 10.99, 10, "near"))["1"], "near")

    def test_it_is_found_across_the_edge_of_a_cell(self) -> None:
        for x, y in ((9.99, 9.99), (10.01, 9.99), (9.99, 10.01)):
            self.assertEqual(self.named(point("1", 10, 10), words("a", x, y, "BM"))["1"], "BM")

    def test_a_point_with_a_text_of_its_own_keeps_it(self) -> None:
        found = self.named(point("1", 10, 10, "own"), words("a", 10, 10, "other"))
        self.assertEqual(found["1"], "own")

    def test_nothing_at_all_and_one_spot_alone_are_no_trouble(self) -> None:
        self.assertEqual(labelled([], []), [])
        (one, _) = labelled([point("1", 5, 5), words("a", 5, 5, "here")], [])
        self.assertEqual(one.text, "here")


BENDS = st.builds(Bend, NUMBER, NUMBER, st.floats(-3, 3))
SHAPES = st.builds(
    DrawnShape, WORDS, WORDS, st.lists(BENDS, min_size=2, max_size=5).map(tuple), st.booleans(),
    st.none() | NUMBER,
)  # fmt: skip
MARKS = st.builds(Mark, WORDS, WORDS, NUMBER, NUMBER, st.none() | NUMBER, WORDS, st.booleans())


class Kept(TestCase):
    """Packed and unpacked."""

    @given(
        st.none() | st.sampled_from(DrawingUnit),
        st.lists(SHAPES, max_size=4),
        st.lists(MARKS, max_size=4),
    )
    @settings(max_examples=40, suppress_health_check=[HealthCheck.too_slow])
    def test_what_is_kept_is_what_was_found(
        self, unit: DrawingUnit | None, shapes: list[DrawnShape], marks: list[Mark]
    ) -> None:
        mesh = Mesh("Ground", ((0.1, 0.2, 0.3), (1e7 + 0.001, 2, 3), (4, 5, 6)), ((0, 1, 2),))
        found = Found(unit, shapes, marks, [mesh])
        found.leave_out("L", "H", "why")
        self.assertEqual(Found.unpacked(found.packed()), found)

    def test_so_many_are_named_that_were_left_out_and_the_rest_is_counted(self) -> None:
        found = Found()
        for n in range(NAMED + 7):
            found.leave_out("L", str(n), "why")
        self.assertEqual((len(found.left_out), found.left_out_more), (NAMED, 7))
        self.assertEqual(found.left_out[-1].handle, str(NAMED - 1))

    def test_what_no_plan_has_is_not_kept(self) -> None:
        found = Found()
        nan, far = float("nan"), 1.1e9
        for bend in (Bend(nan, 0), Bend(0, far), Bend(0, 1, float("inf"))):
            found.add(DrawnShape("1", "0", (Bend(0, 0), bend), is_closed=False))
        for mark in (point("p", nan, 0), Mark("q", "0", 0, 0, far)):
            found.add_mark(mark)
        found.add(DrawnShape("2", "0", (Bend(1, 1), Bend(1, 1)), is_closed=False))
        self.assertEqual((found.drawn, found.marks), ([], []))
        self.assertEqual(len(found.left_out), 6)
        found.add(DrawnShape("3", "0", (Bend(0, 0), Bend(0, 1e9)), is_closed=False))
        self.assertEqual(len(found.drawn), 1)
