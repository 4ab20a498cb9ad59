"""Every sight is one of a few, for backsights and shots alike, on every kind of rod."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.book import Entry, keep_notes
from core.errors import AmbiguousLength, NotFromHere, OffTheRod, OffTheTape, UnreadableLength
from core.lengths import Elevation, Length, Reading, Style
from core.rods import (
    GRADUATIONS,
    LONGEST_TAPE,
    HeightKind,
    Numbering,
    Observed,
    Obstacle,
    Rod,
    SightKind,
    SightLine,
    Station,
    Tie,
    mark_for,
    observe,
    tie_of,
    tied_by,
)
from core.setups import Backsight, off_since_first, take_backsights
from core.slips import Slip, usual_slips
from core.tests.worked import cases, elevations, metres, readings, stood, there

STAFF = Rod(Numbering.UP, GRADUATIONS["mm"], metres(4))
POCKET = Rod(Numbering.DOWN, GRADUATIONS["mm"], metres(4))
RULE = Rod(Numbering.CENTRE_ZERO, GRADUATIONS["mm"], metres(1))
FEET_ROD = Rod(Numbering.UP, GRADUATIONS["ft-in/8"], Length.from_feet(13))
METRES = Style.from_code("m")
kinds = st.sampled_from(SightKind)


def seen(kind: str | SightKind, value: float | str) -> Observed:
    return Observed(SightKind(kind), Reading.from_metres(str(value)))


def known(value: float | str) -> Elevation:
    return Elevation.from_metres(str(value))


class WorkedCases(TestCase):
    """The signs of section 3, each kind of backsight with each kind of shot."""

    def test_open_cases(self) -> None:
        for number, case in enumerate(cases("sights")):
            given_, expected = case["given"], case["expect"]
            back, shot = (seen(given_[name]["sight"], given_[name]["reads"])
                          for name in ("backsight", "shot"))  # fmt: skip
            line = SightLine.from_backsight(known(given_["benchmark"]), back, Numbering.UP)
            with self.subTest(number):
                self.assertEqual(line.beam, known(expected["HI"]))
                self.assertEqual(line.elevation(shot), known(expected["elevation"]))

    def test_a_datum_above_the_beam(self) -> None:
        datum = known("64.300")
        line = SightLine.from_backsight(datum, seen("taped-up", "0.415"), Numbering.UP)
        self.assertEqual(line.beam, known("63.885"))
        mark = mark_for(Station(line, STAFF, datum), known("62.700"), METRES)
        self.assertEqual(mark.clamp, Reading.from_metres("1.185"))
        self.assertIsNone(mark.slide)
        self.assertIsNone(mark.direct)
        again = mark_for(Station(line, STAFF, datum), datum, METRES)
        self.assertEqual(again.upside_down, Reading.from_metres("0.415"))
        self.assertIn("Hold the rod upside down, foot up to the height, and clamp at 415 mm.",
                      there(again.infeasible).ways_out)  # fmt: skip

    def test_an_instrument_that_stands_on_the_point(self) -> None:
        on_it = SightLine.from_backsight(known("7.25"), seen("on-the-point", "0.2"), Numbering.UP)
        self.assertEqual(on_it.beam, known("7.45"))
        self.assertEqual(on_it.elevation(seen("on-the-point", "0.2")), known("7.25"))

    def test_the_signs_one_by_one(self) -> None:
        beam = known("10")
        signs = {"standing": -1, "upside-down": 1, "taped-down": -1, "taped-up": 1,
                 "on-the-point": -1}  # fmt: skip
        line = SightLine.tied(Numbering.UP, {Tie.BEAM: beam})
        self.assertEqual(set(signs), {str(kind) for kind in SightKind})
        for kind, sign in signs.items():
            sight = seen(kind, "1.5")
            self.assertEqual(line.elevation(sight) - beam, metres("1.5") * sign, kind)
            self.assertEqual(tied_by(beam, sight, Numbering.UP) - beam, metres("1.5") * -sign, kind)


class EveryRod(TestCase):
    """Rods whose numbers tell nothing of their foot keep each way of holding them apart."""

    @given(elevations, kinds, readings, st.sampled_from(Numbering))
    def test_a_backsight_read_again_gives_its_benchmark(
        self, benchmark: Elevation, kind: SightKind, value: Reading, numbering: Numbering
    ) -> None:
        sight = Observed(kind, value)
        line = SightLine.from_backsight(benchmark, sight, numbering)
        self.assertEqual(line.elevation(sight), benchmark)
        self.assertEqual(off_since_first(line, sight, sight), Length(0))

    @given(elevations, readings, readings, st.sampled_from(Numbering))
    def test_the_higher_point_of_two_by_each_way_of_reading(
        self, benchmark: Elevation, first: Reading, second: Reading, numbering: Numbering
    ) -> None:
        grows_up = numbering.direction * (second.nanometres - first.nanometres)
        for kind, sign in ((SightKind.STANDING, -1), (SightKind.UPSIDE_DOWN, 1)):
            line = SightLine.from_backsight(benchmark, Observed(kind, first), numbering)
            rise = line.elevation(Observed(kind, second)) - benchmark
            self.assertEqual(rise.nanometres, sign * grows_up)

    @given(elevations, elevations, readings)
    def test_upside_down_and_standing_on_the_same_point_agree(
        self, beam: Elevation, point: Elevation, above_the_foot: Reading
    ) -> None:
        """A point under the beam is read standing, one as far over it upside down."""
        line = SightLine.tied(Numbering.UP, {Tie.BEAM: beam})
        under = line.elevation(stood(above_the_foot))
        over = line.elevation(Observed(SightKind.UPSIDE_DOWN, above_the_foot))
        self.assertEqual(over - beam, beam - under)
        minus = Observed(SightKind.UPSIDE_DOWN, Reading(-above_the_foot.nanometres))
        self.assertEqual(line.elevation(minus), under)
        self.assertEqual(line.elevation(stood(line.booked(point))), point)

    def test_what_the_numbers_do_not_tell_is_refused(self) -> None:
        for rod in (POCKET, RULE):
            line = SightLine.from_backsight(known(5), stood(Reading(0)), rod.numbering)
            self.assertEqual(line.kind, HeightKind.CONSTANT)
            self.assertTrue(line.can_read(SightKind.STANDING))
            for kind in SightKind:
                if kind is SightKind.STANDING:
                    continue
                self.assertFalse(line.can_read(kind))
                with self.assertRaisesRegex(NotFromHere, kind.in_words):
                    line.elevation(Observed(kind, Reading(7)))

    def test_a_tape_beside_the_rod_ties_the_beam_of_any_rod(self) -> None:
        read = [
            Backsight(known(5), stood(Reading.from_metres("0.3"))),
            Backsight(known(5), seen("taped-down", "1.25")),
            Backsight(known("6.5"), seen("taped-up", "0.25")),
        ]
        taken = take_backsights(read, Numbering.DOWN)
        self.assertEqual(taken.line.standing, known("4.7"))
        self.assertEqual(taken.line.beam, known("6.25"))
        self.assertIsNone(taken.line.upside_down)
        self.assertEqual(taken.line.constant, known("4.7"))
        self.assertEqual(taken.disagreement, Length(0))
        self.assertTrue(taken.can_disagree)
        self.assertFalse(take_backsights(read[:2], Numbering.DOWN).can_disagree)
        staff = take_backsights(read[:2], Numbering.UP)
        self.assertEqual(staff.disagreement, metres("0.95"))
        self.assertTrue(staff.can_disagree)

    def test_a_tape_alone_leaves_the_rod_unread(self) -> None:
        line = SightLine.from_backsight(known(5), seen("taped-down", "1.2"), Numbering.DOWN)
        self.assertEqual(
            (line.kind, line.constant), (HeightKind.HEIGHT_OF_INSTRUMENT, known("6.2"))
        )
        mark = mark_for(Station(line, POCKET, known(5)), known("4.5"), METRES)
        self.assertEqual(there(mark.infeasible).obstacle, Obstacle.NOT_TIED)
        self.assertEqual((mark.clamp, mark.slide, mark.upside_down), (None, None, None))
        self.assertEqual(mark.tape, metres("1.7"))

    def test_the_clamp_upside_down_on_a_rod_whose_numbers_grow_down(self) -> None:
        """The beam 0.9 m under the benchmark falls on 0.4; a point 0.3 m higher is read 0.1."""
        line = SightLine.from_backsight(known(5), seen("upside-down", "0.4"), Numbering.DOWN)
        higher = there(line.clamp_upside_down(known("5.3"), POCKET))
        self.assertEqual(higher, Reading.from_metres("0.1"))
        self.assertIsNone(line.clamp_upside_down(known("5.5"), POCKET))
        self.assertEqual(line.elevation(Observed(SightKind.UPSIDE_DOWN, higher)), known("5.3"))

    def test_what_each_kind_ties(self) -> None:
        for kind in SightKind:
            self.assertIs(tie_of(kind, Numbering.UP), Tie.BEAM)
        on_a_rule = [tie_of(kind, Numbering.CENTRE_ZERO) for kind in SightKind]
        self.assertEqual(
            on_a_rule, [Tie.ROD_STANDING, Tie.ROD_UPSIDE_DOWN, Tie.BEAM, Tie.BEAM, Tie.BEAM]
        )


class Typed(TestCase):
    """What can be typed of each kind, and what is refused."""

    def test_a_tape_is_read_in_the_rods_units(self) -> None:
        self.assertEqual(observe(STAFF, SightKind.TAPED_UP, "415"), seen("taped-up", "0.415"))
        taped = observe(FEET_ROD, SightKind.TAPED_DOWN, "7 9/16 in - 1 in")
        self.assertEqual(taped.value.on_scale, Length.from_inches("6.5625"))
        longer = observe(STAFF, SightKind.TAPED_DOWN, "6.5 m")
        self.assertEqual(longer.value, Reading.from_metres("6.5"))

    def test_a_negative_tape_and_one_too_long_are_refused(self) -> None:
        for kind in (SightKind.TAPED_DOWN, SightKind.TAPED_UP, SightKind.ON_THE_POINT):
            with self.assertRaisesRegex(OffTheTape, "shows no minus"):
                observe(STAFF, kind, "-415")
            with self.assertRaisesRegex(OffTheTape, "from 0 to 30000 mm"):
                observe(STAFF, kind, "30.001 m")
        longest = observe(STAFF, SightKind.TAPED_DOWN, "30 m")
        self.assertEqual(longest.value.on_scale, LONGEST_TAPE)
        self.assertEqual(observe(STAFF, SightKind.TAPED_DOWN, "0").value, Reading(0))

    def test_the_rod_upside_down_has_the_rods_own_ends(self) -> None:
        with self.assertRaises(OffTheRod):
            observe(STAFF, SightKind.UPSIDE_DOWN, "4.001 m")
        below = observe(RULE, SightKind.UPSIDE_DOWN, "-35")
        self.assertEqual(below.value, Reading(-35_000_000))

    def test_what_is_no_reading_is_refused_of_every_kind(self) -> None:
        for kind in SightKind:
            for text in ("", "NaN", "1/0", "inf", "--3", "1 ft + 2 mm +", "9" * 400):
                with self.subTest(kind=kind, text=text[:8]), self.assertRaises(ValueError):
                    observe(STAFF, kind, text)
        with self.assertRaises(UnreadableLength):
            observe(STAFF, SightKind.TAPED_UP, "tape")

    def test_the_tenths_trap_holds_for_a_tape_too(self) -> None:
        with self.assertRaises(AmbiguousLength) as caught:
            observe(FEET_ROD, SightKind.TAPED_DOWN, "5.2")
        self.assertEqual(len(caught.exception.offers), 2)

    def test_it_says_how_it_was_read_where_that_is_not_plain(self) -> None:
        self.assertEqual(stood(Reading.from_metres("1.2")).in_words(STAFF), "1200 mm")
        said = {
            "upside-down": "1200 mm, rod upside down",
            "taped-down": "1200 mm, taped down from the beam",
            "taped-up": "1200 mm, taped up from the beam",
            "on-the-point": "1200 mm, instrument on the point",
        }
        for kind, text in said.items():
            self.assertEqual(seen(kind, "1.2").in_words(STAFF), text)
        self.assertEqual(seen("taped-up", "0.2").written(RULE), "200 mm")

    def test_what_a_lean_works_over(self) -> None:
        self.assertEqual(seen("taped-up", "0.2").height_on(POCKET), metres("0.2"))
        self.assertEqual(seen("upside-down", "0.2").height_on(POCKET), metres("3.8"))
        self.assertEqual(stood(Reading.from_metres("0.2")).height_on(STAFF), metres("0.2"))


class MarksEitherWay(TestCase):
    """A height is set standing under the beam, upside down over it, or by tape; never wrongly."""

    @given(
        elevations,
        st.tuples(kinds, st.integers(0, STAFF.length.nanometres).map(Reading)),
        st.integers(-(10**10), 10**10).map(Length),
        st.sampled_from([STAFF, FEET_ROD]),
    )
    def test_whatever_a_mark_says_gives_its_target_back(
        self, benchmark: Elevation, back: tuple[SightKind, Reading], up: Length, rod: Rod
    ) -> None:
        line = SightLine.from_backsight(benchmark, Observed(*back), rod.numbering)
        target = benchmark + up
        mark = mark_for(Station(line, rod, benchmark), target, METRES)
        clamp, tape = there(mark.clamp), there(mark.tape)
        self.assertEqual(line.elevation(stood(clamp)), target)
        held = SightKind.TAPED_DOWN if tape.nanometres >= 0 else SightKind.TAPED_UP
        self.assertEqual(line.elevation(Observed(held, Reading(abs(tape.nanometres)))), target)
        if mark.upside_down is not None:
            turned = Observed(SightKind.UPSIDE_DOWN, mark.upside_down)
            self.assertEqual(line.elevation(turned), target)
            self.assertLessEqual(tape, Length(0))
        if mark.infeasible is None:
            self.assertTrue(rod.has(clamp))
            self.assertGreaterEqual(tape, Length(0))
        elif mark.infeasible.obstacle is Obstacle.ABOVE_THE_BEAM:
            told = any("upside down" in way for way in mark.infeasible.ways_out)
            self.assertEqual(told, mark.upside_down is not None)

    @given(elevations, st.integers(0, POCKET.length.nanometres).map(Reading), elevations)
    def test_the_slide_is_there_only_where_the_rod_stands_on_the_reference(
        self, benchmark: Elevation, value: Reading, target: Elevation
    ) -> None:
        for kind, stands in ((SightKind.STANDING, True), (SightKind.UPSIDE_DOWN, False)):
            line = SightLine.from_backsight(benchmark, Observed(kind, value), Numbering.DOWN)
            mark = mark_for(Station(line, POCKET, benchmark), target, METRES)
            self.assertEqual(mark.slide is not None, stands)
            self.assertEqual(mark.direct is not None, stands)
            self.assertIsNone(mark.tape)
        staff = SightLine.from_backsight(
            benchmark, Observed(SightKind.UPSIDE_DOWN, Reading(1)), Numbering.UP
        )
        self.assertIsNone(mark_for(Station(staff, STAFF, benchmark), target, METRES).slide)

    def test_a_tape_up_to_zero_and_to_its_end(self) -> None:
        at_the_beam = SightLine.from_backsight(known(3), seen("taped-up", "0"), Numbering.UP)
        self.assertEqual(at_the_beam.beam, known(3))
        self.assertTrue(seen("taped-up", "30").can_be(RULE))
        self.assertFalse(seen("taped-up", "30.000000001").can_be(RULE))
        self.assertFalse(Observed(SightKind.TAPED_DOWN, Reading(-1)).can_be(STAFF))
        self.assertTrue(Observed(SightKind.STANDING, Reading(-1)).can_be(RULE))


class SightsElsewhere(TestCase):
    """The book's sums and the questions about slips take every kind."""

    @given(
        elevations,
        st.tuples(kinds, readings),
        st.lists(st.tuples(kinds, readings, st.booleans()), max_size=12),
    )
    def test_the_three_sums_agree_whatever_was_held(
        self,
        benchmark: Elevation,
        back: tuple[SightKind, Reading],
        taken: list[tuple[SightKind, Reading, bool]],
    ) -> None:
        line = SightLine.from_backsight(benchmark, Observed(*back), Numbering.UP)
        entries = [Entry("A", Observed(kind, value), struck) for kind, value, struck in taken]
        notes = keep_notes(benchmark, line, entries)
        self.assertTrue(notes.proves)
        for note in notes.lines:
            if note.elevation is not None:
                self.assertEqual(note.elevation, line.elevation(note.entry.sight))

    def test_a_ceiling_is_booked_negative(self) -> None:
        line = SightLine.from_backsight(known(10), stood(Reading.from_metres("1.5")), Numbering.UP)
        notes = keep_notes(known(10), line, [Entry("C1", seen("upside-down", "1.1"))])
        self.assertEqual(notes.lines[0].booked, Reading.from_metres("-1.1"))
        self.assertEqual(notes.sum_of_rises, metres("2.6"))

    def test_a_tape_is_not_turned_round(self) -> None:
        both = {Slip.UPSIDE_DOWN, Slip.WRONG_WAY}
        back = Reading.from_metres("1.5")
        on_the_rod = {slip.slip for slip in usual_slips(STAFF, seen("standing", "1.2"), back)}
        taped = {slip.slip for slip in usual_slips(STAFF, seen("taped-up", "1.2"), back)}
        self.assertLessEqual(both, on_the_rod)
        self.assertFalse(both & taped)
        self.assertIn(Slip.HUNDRED_MILLIMETRES, taped)
        longest = usual_slips(STAFF, seen("taped-up", "29.95"), back)
        self.assertTrue(all(one.reading.on_scale <= LONGEST_TAPE for one in longest))
