"""One line rules every rod; the sign of the slide; marks that can't be made."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import AmbiguousLength, OffTheRod, OutOfRange
from core.lengths import Elevation, Length, Reading, Style, format_length
from core.rods import (
    GRADUATIONS,
    HeightKind,
    Numbering,
    Observed,
    Obstacle,
    Rod,
    SightKind,
    SightLine,
    Slide,
    Station,
    mark_for,
    reach,
    slide_in_steps,
)
from core.setups import Backsight, take_backsights
from core.tests.worked import cases, elevations, metres, readings, stood, there

EIGHTHS = Style.from_code("ft-in/8")
METRES = Style.from_code("m")
GRADE_ROD = Rod(Numbering.UP, GRADUATIONS["ft/100"], Length.from_feet(13))
TAPE_RULE = Rod(Numbering.DOWN, GRADUATIONS["in/8"], Length.from_inches(48))
CENTRE_ZERO = Rod(Numbering.CENTRE_ZERO, GRADUATIONS["in/8"], Length.from_inches(48))


def feet(number: str) -> Elevation:
    return Elevation(Length.from_feet(number).nanometres)


def inches(number: str) -> Reading:
    return Reading(Length.from_inches(number).nanometres)


def station(rod: Rod, benchmark: Elevation, backsight: Reading, **more: Length) -> Station:
    sights = [Backsight(benchmark, stood(backsight))]
    if taped := more.pop("taped", None):
        tape = Observed(SightKind.TAPED_DOWN, Reading(taped.nanometres))
        sights.append(Backsight(benchmark, tape))
    line = take_backsights(sights, rod.numbering).line
    return Station(line, rod, benchmark, **more)


class OneLine(TestCase):
    """Z = K - d·s."""

    def test_worked_cases(self) -> None:
        for number, case in enumerate(cases("rods")):
            given_, expected = case["given"], case["expect"]
            numbering = Numbering.UP if given_["direction"] == 1 else Numbering.DOWN
            reference = Elevation.from_metres(str(given_["z_reference"]))
            target = Elevation.from_metres(str(given_["z_target"]))
            line = SightLine.from_backsight(
                reference, stood(Reading.from_metres(str(given_["s_reference"]))), numbering
            )
            shot = line.elevation(stood(Reading.from_metres(str(given_["s_shot"]))))
            with self.subTest(number):
                self.assertEqual(line.constant, Elevation.from_metres(str(expected["K"])))
                self.assertEqual(line.clamp(target), Reading.from_metres(str(expected["clamp"])))
                self.assertEqual(reference - target, metres(expected["receiver_moves_up"]))
                self.assertEqual(shot, Elevation.from_metres(str(expected["z_shot"])))

    def test_decimal_feet_example(self) -> None:
        sight = station(GRADE_ROD, feet("312.84"), Reading(Length.from_feet("5.17").nanometres))
        mark = mark_for(sight, feet("309.50"), Style.from_code("ft"))
        self.assertEqual(sight.line.constant, feet("318.01"))
        self.assertEqual(GRADE_ROD.write(there(mark.clamp)), "8.51 ft")
        self.assertEqual(there(mark.slide).in_words(Style.from_code("ft")), "slide UP 3.34 ft")
        self.assertIsNone(mark.infeasible)

    def test_zero_at_top_example(self) -> None:
        benchmark = feet("50.37")
        sight = station(TAPE_RULE, benchmark, inches("11.25"))
        mark = mark_for(sight, benchmark - Length.from_inches("9.25"), EIGHTHS)
        self.assertEqual(TAPE_RULE.write(there(mark.clamp)), '2"')
        self.assertEqual(there(mark.slide).in_words(EIGHTHS), 'slide UP 9 1/4"')

    @given(elevations, readings, elevations, st.sampled_from(Numbering))
    def test_a_clamp_read_back_gives_its_target(
        self, benchmark: Elevation, backsight: Reading, target: Elevation, numbering: Numbering
    ) -> None:
        line = SightLine.from_backsight(benchmark, stood(backsight), numbering)
        self.assertEqual(line.elevation(stood(there(line.clamp(target)))), target)
        self.assertEqual(line.elevation(stood(backsight)), benchmark)

    @given(elevations, st.integers(0, TAPE_RULE.length.nanometres).map(Reading), elevations)
    def test_a_lower_target_means_up_the_rod_whichever_way_its_numbers_run(
        self, benchmark: Elevation, backsight: Reading, target: Elevation
    ) -> None:
        up = mark_for(station(GRADE_ROD, benchmark, backsight), target, METRES)
        down = mark_for(station(TAPE_RULE, benchmark, backsight), target, METRES)
        self.assertEqual(up.slide, down.slide)
        self.assertEqual(there(up.clamp) - backsight, backsight - there(down.clamp))
        self.assertEqual(there(up.slide).up.nanometres > 0, target < benchmark)

    def test_only_a_rod_that_grows_up_from_its_foot_tells_the_height_of_instrument(self) -> None:
        kinds = {
            Numbering.UP: HeightKind.HEIGHT_OF_INSTRUMENT,
            Numbering.DOWN: HeightKind.CONSTANT,
            Numbering.CENTRE_ZERO: HeightKind.CONSTANT,
            Numbering.PLAIN: HeightKind.HEIGHT_OF_INSTRUMENT,
        }
        for numbering, kind in kinds.items():
            line = SightLine.from_backsight(feet("10"), stood(Reading(0)), numbering)
            self.assertEqual(line.kind, kind)
            self.assertEqual(line.beam is None, not numbering.counts_from_the_foot)
        down, known = Numbering.DOWN, feet("10")
        for line, kind in (
            (SightLine(down, beam=known), HeightKind.HEIGHT_OF_INSTRUMENT),
            (SightLine(down, standing=known, beam=known), HeightKind.CONSTANT),
            (SightLine(down, upside_down=known), HeightKind.CONSTANT),
            (SightLine(down, standing=known), HeightKind.CONSTANT),
        ):
            self.assertEqual(line.kind, kind, line)


class FourWays(TestCase):
    """Book, transfer, direct and tape from the same numbers."""

    def test_a_taped_beam_gives_the_tape_with_every_rod(self) -> None:
        for rod in (TAPE_RULE, CENTRE_ZERO):
            sight = station(rod, feet("10"), Reading(0), taped=Length.from_feet(4))
            mark = mark_for(sight, feet("9"), EIGHTHS)
            self.assertEqual(mark.tape, Length.from_feet(5))

    def test_the_tape_goes_up_for_a_height_above_the_beam(self) -> None:
        sight = station(GRADE_ROD, feet("10"), inches("12"))
        self.assertEqual(mark_for(sight, feet("13"), EIGHTHS).tape, Length.from_feet(-2))

    def test_without_a_tape_the_beam_of_the_other_rods_is_not_known(self) -> None:
        sight = station(CENTRE_ZERO, feet("10"), Reading(0))
        self.assertIsNone(mark_for(sight, feet("9.5"), EIGHTHS).tape)

    def test_the_direct_way_reads_above_zero_for_a_lower_target(self) -> None:
        sight = station(CENTRE_ZERO, feet("10"), Reading(0))
        mark = mark_for(sight, feet("9.5"), EIGHTHS)
        self.assertEqual(mark.direct, mark.clamp)
        self.assertEqual(CENTRE_ZERO.write(there(mark.direct)), '6" above zero')
        self.assertEqual(CENTRE_ZERO.write(Reading(0)), '0"')

    def test_the_slide_is_said_as_verb_and_amount(self) -> None:
        self.assertEqual(Slide(Length(0)).in_words(EIGHTHS), "leave the clamp where it is")
        self.assertEqual(Slide(Length.from_inches(-3)).in_words(EIGHTHS), 'slide DOWN 3"')


class CantBeDone(TestCase):
    """Infeasible marks get a reason and ways out."""

    def obstacle(self, rod: Rod, backsight: str, up: str) -> tuple[Obstacle, str, int]:
        sight = station(rod, feet("10"), inches(backsight))
        target = feet("10") + Length.from_inches(up)
        infeasible = mark_for(sight, target, EIGHTHS).infeasible
        assert infeasible is not None
        return infeasible.obstacle, infeasible.ways_out[0], len(infeasible.ways_out)

    def test_reasons_and_first_ways_out(self) -> None:
        above, short = Obstacle.ABOVE_THE_BEAM, Obstacle.ROD_TOO_SHORT
        upside_down = "Hold the rod upside down, foot up to the height, and clamp at 0.42 ft."
        table = [
            (GRADE_ROD, "12", "17", above, upside_down, 3),
            (GRADE_ROD, "12", "400", above, "Tape 32' 4\" up from the beam.", 2),
            (GRADE_ROD, "12", "-150", short, "Use a rod of at least 13' 6\".", 3),
            (TAPE_RULE, "40", "10", above, 'Tape 2" up from the beam.', 2),
            (TAPE_RULE, "4", "-10", short, "Use a rod of at least 4' 6\".", 3),
            (CENTRE_ZERO, "0", "25", short, "Use a grade rod for this height.", 2),
            (CENTRE_ZERO, "0", "-25", short, "Use a grade rod for this height.", 2),
        ]
        for rod, backsight, up, *expected in table:
            with self.subTest(rod=rod.numbering, up=up):
                self.assertEqual(self.obstacle(rod, backsight, up), tuple(expected))

    def test_out_of_the_instruments_reach(self) -> None:
        sight = station(
            GRADE_ROD, feet("10"), inches("12"), range=metres(100), least_distance=metres(1)
        )
        far, near = reach(sight, metres(101), METRES), reach(sight, metres("0.5"), METRES)
        assert far is not None
        assert near is not None
        self.assertEqual(far.why, "It is 101.000 m away; the instrument reaches 100.000 m.")
        self.assertEqual(near.obstacle, Obstacle.TOO_CLOSE)
        self.assertIsNone(reach(sight, metres(50), METRES))
        self.assertIsNone(reach(station(GRADE_ROD, feet("1"), Reading(0)), metres(9999), METRES))


class ReadingRods(TestCase):
    """What is typed must be on the scale."""

    def test_past_its_ends(self) -> None:
        spans = {
            "14 ft": (GRADE_ROD, "It reads from 0 to 13.00 ft."),
            "-1": (GRADE_ROD, "It reads from 0 to 13.00 ft."),
            '25"': (CENTRE_ZERO, 'It reads from 24" below its zero to 24" above it.'),
        }
        for text, (rod, accepts) in spans.items():
            with self.subTest(text), self.assertRaises(OffTheRod) as refused:
                rod.read(text)
            self.assertEqual(refused.exception.accepts, accepts)

    def test_a_bare_number_goes_by_the_rods_own_scale(self) -> None:
        self.assertEqual(GRADE_ROD.read("5.2"), Reading(Length.from_feet("5.2").nanometres))
        foot_rod = Rod(Numbering.UP, GRADUATIONS["ft-in/8"], Length.from_feet(13))
        self.assertRaises(AmbiguousLength, foot_rod.read, "5.2")
        self.assertEqual(CENTRE_ZERO.write(CENTRE_ZERO.read("-3 1/8")), '3 1/8" below zero')

    def test_keys_are_the_fractions_of_the_graduation(self) -> None:
        self.assertEqual(GRADUATIONS["in/8"].fractions[:3], ("1/8", "1/4", "3/8"))
        self.assertEqual(GRADUATIONS["m/cm"].fractions, ())

    def test_lengths_no_rod_has(self) -> None:
        for length in (Length(0), metres(16), metres(-4)):
            self.assertRaises(OutOfRange, Rod, Numbering.UP, GRADUATIONS["mm"], length)


class InSteps(TestCase):
    """A slide is done part by part: feet, then tenths, then hundredths."""

    def test_each_rods_own_parts(self) -> None:
        table = (
            ("ft", Length.from_feet("5.47"), ("5 feet", "4 tenths", "7 hundredths")),
            ("ft", Length.from_feet("-1.05"), ("1 foot", "5 hundredths")),
            ("ft", Length.from_feet("0.004"), ()),
            ("ft-in/8", Length.from_inches("41.375"), ("3 feet", "5 inches", '3/8"')),
            ("ft-in/8", Length.from_inches("12.125"), ("1 foot", '1/8"')),
            ("in/4", Length.from_inches("25.75"), ("25 inches", '3/4"')),
            ("m", Length.from_metres("1.374"), ("1 m", "30 cm", "7 cm", "4 mm")),
            ("mm", Length.from_metres("1.374"), ("1000 mm", "300 mm", "70 mm", "4 mm")),
            ("m", Length.from_metres("2"), ()),
        )
        for code, up, parts in table:
            with self.subTest(code=code, up=up):
                self.assertEqual(slide_in_steps(up, Style.from_code(code)), parts)

    @given(st.integers(-15_000_000_000, 15_000_000_000))
    def test_the_parts_add_up_to_the_slide_as_the_rod_shows_it(self, nanometres: int) -> None:
        up = Length(nanometres)
        words = {"foot": 100, "feet": 100, "tenth": 10, "tenths": 10, "hundredth": 1,
                 "hundredths": 1, "mm": 1}  # fmt: skip
        for code, unit in (("ft", 100), ("mm", 1)):
            style = Style.from_code(code)
            parts = [part.split() for part in slide_in_steps(up, style)]
            if parts:
                total = sum(int(count) * words[word] for count, word in parts)
                shown = format_length(abs(up), style).split()[0]
                self.assertEqual(Fraction(total, unit), Fraction(shown))
