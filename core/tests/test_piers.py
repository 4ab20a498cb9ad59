"""Stacks and piers: tops, heads, holes, concrete and cutting lists."""

from __future__ import annotations

from fractions import Fraction
from math import pi
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.design import (
    AdjustableHead,
    Fall,
    Layer,
    StackUp,
)
from core.errors import BadLevel, OutOfRange
from core.lengths import Elevation, Length, Style
from core.piers import (
    Bell,
    Do,
    Pier,
    concrete_of,
    concrete_sure_within,
    crown_at,
    cut_list,
    meets,
    order_for_top,
    tube_length,
)
from core.tests.worked import cases, metres
from core.verdicts import Tolerance

LEVEL = Fall(Fraction(0))
falls = st.fractions(0, Fraction(1, 2), max_denominator=1000).map(Fall)
tubes = st.lists(
    st.integers(1, 3_600).map(lambda n: Length(n * 1_000_000)), min_size=1, max_size=25
)


class StacksAndPiers(TestCase):
    """From a finished level to the bottom of the hole."""

    def test_a_cast_top_is_cut_or_packed_and_a_head_is_turned(self) -> None:
        inches, step = Style.from_code("in/8"), Length.from_inches("0.0625")
        tolerance = Tolerance.either_way(Length.from_inches("0.125"))
        head = AdjustableHead(Length.from_inches(2), Length.from_inches(5))
        left = '%s" left up, %s" down'
        table = [
            ("0.125", "meets it", "meets it, " + left % ("1 1/2", "1 1/2")),
            ("-0.125", "meets it", "meets it, " + left % ("1 1/2", "1 1/2")),
            ("0.5", '1/2" too high: cut it, or raise what stands on it',
             'turn its head DOWN 1/2", ' + left % (2, 1)),
            ("-0.1875", '3/16" too low: pack it',
             'turn its head UP 3/16", ' + left % ("1 3/8", "1 3/4")),
            ("2", '2" too high: cut it, or raise what stands on it',
             "cut 2\", beyond its head's travel; then " + left % ("1 1/2", "1 1/2")),
        ]  # fmt: skip
        seat = Elevation(0)
        for off, cast, headed in table:
            above = Length.from_inches(off)
            plain = order_for_top(seat, seat + above, tolerance)
            self.assertEqual(meets(plain, inches, step), cast)
            top = head.cut_level(seat) + above
            self.assertEqual(meets(order_for_top(seat, top, tolerance, head), inches, step), headed)

    def test_worked_cases_of_heads(self) -> None:
        for number, case in enumerate(cases("pile_heads")):
            g, expected, delta = case["given"], case["expect"], case["tolerance"]
            head = AdjustableHead(metres(g["head_least"]), metres(g["head_greatest"]))
            now = metres(g["head_now"])
            top = Elevation(metres(g["top_of_head_shot"]).nanometres) - now
            seat = Elevation(metres(g["seat"]).nanometres)
            within = Tolerance.either_way(metres(g["tolerance"]))
            order = order_for_top(seat, top, within, head, now)
            with self.subTest(number):
                does = {"nothing": Do.LEAVE, "turn": Do.TURN, "cut": Do.CUT, "pack": Do.PACK}
                self.assertIs(order.do, does[expected["do"]])
                amount = expected.get("amount", expected.get("up", 0.0))
                self.assertAlmostEqual(float(order.amount), amount, delta=delta)
                assert order.left is not None
                for way in ("up", "down"):
                    if f"left_{way}" in expected:
                        left = float(getattr(order.left, way))
                        self.assertAlmostEqual(left, expected[f"left_{way}"], delta=delta)

    @given(st.integers(-300, 300), st.integers(0, 60), st.integers(1, 120), st.integers(0, 5))
    def test_one_order_brings_the_head_to_its_seat_and_never_past_its_travel(
        self, off: int, least: int, travel: int, within: int
    ) -> None:
        head = AdjustableHead(Length(least * 10**6), Length((least + travel) * 10**6))
        seat = Elevation(5 * 10**9)
        top = head.cut_level(seat) + Length(off * 10**6)
        order = order_for_top(seat, top, Tolerance.either_way(Length(within * 10**6)), head)
        height = head.middle
        if order.do is Do.TURN:
            height = height + order.amount
        elif order.do is Do.CUT:
            top = top - order.amount
        elif order.do is Do.PACK:
            top = top + order.amount
        self.assertLessEqual(abs((top + height) - seat).nanometres, within * 10**6)
        self.assertTrue(head.least <= height <= head.greatest)
        could_turn = head.least <= seat - (head.cut_level(seat) + Length(off * 10**6))
        could_turn = could_turn and head.greatest >= head.middle - Length(off * 10**6)
        if order.do in (Do.CUT, Do.PACK):
            self.assertFalse(could_turn, "nothing is cut where the head has the travel")

    def test_worked_cases(self) -> None:
        for case in cases("piers"):
            g, expected, delta = case["given"], case["expect"], case["tolerance"]
            stack = StackUp(
                tuple(Layer(str(i), metres(layer)) for i, layer in enumerate(g["layers"])),
                metres(g["extra_drop"]),
            )
            fall = Fall(Fraction(g["fall"]).limit_denominator(10_000))
            top = stack.pier_top(
                Elevation.from_metres(str(g["finished"])), fall, metres(g["distance"])
            )
            bell = Bell(metres(g["bell_height"]), metres(g["bell_diameter"]))
            bottom = Elevation.from_metres(str(g["hole_bottom"]))
            pier = Pier(bottom, top, metres(g["tube_diameter"]), bell)
            with self.subTest(g):
                self.assertAlmostEqual(float(top), expected["top"], delta=delta)
                self.assertAlmostEqual(
                    float(tube_length(pier)), expected["tube_length"], delta=delta
                )
                self.assertAlmostEqual(concrete_of(pier), expected["concrete"], delta=delta)
                below = Elevation.from_metres(str(g["HI"])) - top
                self.assertAlmostEqual(float(below), expected["below_beam"], delta=delta)

    def test_the_measured_layer_wins_and_the_change_is_told(self) -> None:
        deck = Layer("floor board", metres("0.040"), metres("0.0368"))
        self.assertEqual((deck.thickness, deck.change), (metres("0.0368"), metres("-0.0032")))
        self.assertRaises(BadLevel, Layer, "nothing", Length(0))

    def test_a_stack_taller_than_there_is_room_is_refused(self) -> None:
        stack = StackUp((Layer("beam", metres(3)),))
        top = stack.pier_top(Elevation.from_metres(2), LEVEL, Length(0))
        with self.assertRaises(BadLevel) as refused:
            stack.check_over(top, Elevation(0))
        self.assertIn("raise the finished level", refused.exception.accepts)
        stack.check_over(Elevation(1), Elevation(0))

    def test_a_pier_without_a_tube_is_refused(self) -> None:
        bell = Bell(metres("0.5"), metres("0.6"))
        for made in (
            lambda: Pier(Elevation(0), Elevation.from_metres("0.4"), metres("0.25"), bell),
            lambda: Pier(Elevation(0), Elevation.from_metres(2), Length(0)),
        ):
            self.assertRaises(BadLevel, made)
        belled = Pier(Elevation(0), Elevation.from_metres(2), metres("0.4"), bell)
        cone = pi * 0.5 / 3 * (0.3**2 + 0.3 * 0.2 + 0.2**2)
        self.assertAlmostEqual(concrete_of(belled), pi * 0.2**2 * 1.5 + cone, places=12)
        plain = Pier(Elevation(0), Elevation.from_metres(2), metres(1))
        self.assertAlmostEqual(concrete_of(plain), 1.5707963)
        unsure = Length.from_float(0.004)
        deeper = Pier(plain.bottom - unsure, plain.top, plain.tube_diameter)
        more = concrete_sure_within(plain.tube_diameter, 0.004)
        self.assertAlmostEqual(concrete_of(deeper) - concrete_of(plain), more, places=9)

    def test_a_head_is_cut_for_its_mid_travel(self) -> None:
        head = AdjustableHead(metres("0.10"), metres("0.16"))
        seat = Elevation.from_metres("5.000")
        self.assertEqual(head.cut_level(seat), Elevation.from_metres("4.870"))
        travel = head.travel_at(metres("0.15"))
        self.assertEqual((travel.up, travel.down), (metres("0.01"), metres("0.05")))
        self.assertRaises(BadLevel, AdjustableHead, metres("0.2"), metres("0.1"))

    def test_a_cut_list_finds_what_the_first_that_fits_misses(self) -> None:
        lengths = ("0.4", "0.4", "0.3", "0.3", "0.3", "0.3")
        named = [(f"P{i}", metres(length)) for i, length in enumerate(lengths)]
        exactly = cut_list(named, metres("1"), Length(0))
        self.assertEqual([len(stock.pieces) for stock in exactly.stocks], [3, 3])
        self.assertEqual(exactly.waste, Length(0))
        with_a_saw = cut_list(named, metres("1"), metres("0.001"))
        self.assertEqual(len(with_a_saw.stocks), 3)

    def test_a_tube_as_long_as_the_stock_is_one_of_it(self) -> None:
        whole, over = ("A", metres("3.6")), ("B", metres("3.600000001"))
        cuts = cut_list([over, whole], metres("3.6"), metres("0.003"))
        self.assertEqual(cuts.too_long, (over,))
        self.assertEqual([stock.pieces for stock in cuts.stocks], [(whole,)])
        self.assertEqual(cuts.waste, Length(0))

    def test_the_longest_are_cut_first_whatever_they_are_called(self) -> None:
        named = [("Z", metres("0.3")), ("A", metres("0.5")), ("M", metres("0.9"))]
        cuts = cut_list(named, metres("1"), Length(0))
        self.assertEqual(
            [[name for name, _ in stock.pieces] for stock in cuts.stocks], [["M"], ["A", "Z"]]
        )

    @given(tubes, st.integers(0, 5_000_000))
    def test_a_cut_list_is_never_short(self, lengths: list[Length], kerf: int) -> None:
        stock = metres("3.6")
        named = [(f"P{i}", length) for i, length in enumerate(lengths)]
        cuts = cut_list(named, stock, Length(kerf))
        cut = [piece for one in cuts.stocks for piece in one.pieces]
        self.assertEqual(sorted(cut), sorted(named))
        for one in cuts.stocks:
            used = sum((length for _, length in one.pieces), Length(0))
            self.assertLessEqual(used + Length(kerf) * (len(one.pieces) - 1), stock)
            self.assertLessEqual(used + one.waste, stock)
        self.assertEqual(cuts.waste, sum((one.waste for one in cuts.stocks), Length(0)))


class Crowns(TestCase):
    """What a beam that bows up adds to a gap that is measured under it."""

    def test_most_in_the_middle_and_nothing_at_its_ends(self) -> None:
        crown, run = metres("0.012"), metres(6)
        for along, bows in ((0, "0"), (3, "0.012"), (6, "0"), ("1.5", "0.009"), (9, "0")):
            self.assertEqual(crown_at(crown, metres(along), run), metres(bows))

    def test_what_can_be_no_crown(self) -> None:
        for crown, run in (("-0.001", 6), ("0.01", 0)):
            with self.assertRaisesRegex(OutOfRange, "A crown is 0 or more"):
                crown_at(metres(crown), metres(1), metres(run))
