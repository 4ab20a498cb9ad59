"""The worst sites that would still get GO, one row a trap; and a sound site that gets it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from unittest import TestCase

from core.clocks import Moment
from core.design import FrostCover
from core.instruments import (
    Axis,
    TrustState,
)
from core.lengths import Length
from core.piers import HoleDepths
from core.pours import (
    AcceptedFault,
    NoticeFact,
    PourFacts,
    Question,
    decide,
    extra_of,
    lines_of,
    needed_of,
)
from core.pours.trust_lines import UNTRUSTED
from core.setups import Disagreeing, Reported, SetUpRecord, doubt_of
from core.tasks import Task
from core.tests.pour_site import (
    DAY,
    EIGHTHS,
    FOOTING,
    FORM,
    HOLE,
    HOUR,
    NOW,
    PAD,
    PIERS,
    SITE,
    TARGET,
    Trap,
    bottoms,
    checked,
    inches,
    ordered,
    point,
    said,
    shot,
    stone,
    with_answer,
    with_element,
    with_floor,
    with_hole,
    with_laser,
    with_set_up,
)

DOUBTED = replace(point(Task.FORM), shot=shot(doubted=True))
MARK, MARK_NOT_SHOT = point(Task.MARK), point(Task.MARK, None)
KNOCKED = doubt_of(SetUpRecord(knocks=(Reported(Moment(5.0)),)), EIGHTHS)
DISAGREEING = doubt_of(
    SetUpRecord(backsights=Disagreeing(inches(2), Length.from_inches("0.125"))), EIGHTHS
)
Q = Question

TRAPS: list[Trap] = [
    ("nothing set up", lambda s: replace(s, instruments=()), Q.INSTRUMENT, "No instrument"),
    ("never checked", with_laser(), Q.INSTRUMENT, "never checked"),
    ("due", with_laser(checked(8)), Q.INSTRUMENT, "check is due"),
    (
        "one axis only",
        with_laser(checked(1, axes=frozenset([Axis.FIRST]))),
        Q.INSTRUMENT,
        "one axis",
    ),
    ("inconclusive", with_laser(checked(1, 0.004)), Q.INSTRUMENT, "proven anything"),
    ("out of true", with_laser(checked(1, 0.012)), Q.INSTRUMENT, "out of true"),
    ("knocked", with_laser(checked(2), knocks=(NOW - DAY,)), Q.INSTRUMENT, "knocked"),
    ("sent away", with_laser(checked(2), away=(NOW - DAY,)), Q.INSTRUMENT, "sent away"),
    (
        "inconclusive since a knock",
        with_laser(checked(2), checked(0.5, 0.004), knocks=(NOW - DAY,)),
        Q.INSTRUMENT,
        "knocked",
    ),
    ("a check from 2099", with_laser(checked(-9999)), Q.INSTRUMENT, "never checked"),
    ("runs out before the pour", with_laser(checked(6.99)), Q.INSTRUMENT, "runs out"),
    ("no set-up", lambda s: replace(s, set_ups=()), Q.BENCHMARK, "Nothing of this pour was read"),
    ("knocked set-up", with_set_up(doubt=KNOCKED), Q.BENCHMARK, "Set-up 3 is in doubt"),
    ("backsights 2 in apart", with_set_up(doubt=DISAGREEING), Q.BENCHMARK, "Strike the wrong one"),
    (
        "read too long ago",
        with_set_up(good_reads=(NOW - 0.51 * HOUR,)),
        Q.BENCHMARK,
        "within 60 minutes",
    ),
    ("read tomorrow", with_set_up(good_reads=(NOW + DAY,)), Q.BENCHMARK, "ahead of the clock"),
    ("a doubted form", with_element(FORM, points=(DOUBTED,)), Q.DOUBT, "1 reading is"),
    ("and it is not shot then", with_element(FORM, points=(DOUBTED,)), Q.POINTS, "1 not shot"),
    (
        "doubted stone",
        with_floor(
            stone=(replace(stone(), point=replace(point(Task.STONE), shot=shot(doubted=True))),)
        ),
        Q.DOUBT,
        "1 reading is",
    ),
    (
        "a doubted hole",
        with_hole(bottom=replace(HOLE.bottom, shot=shot(doubted=True))),
        Q.DOUBT,
        "1",
    ),
    (
        "doubted ground",
        with_hole(ground=DOUBTED),
        Q.DOUBT,
        "1",
    ),
    (
        "a form not shot",
        with_element(FORM, points=bottoms(0, None, task=Task.FORM)),
        Q.POINTS,
        "1 not",
    ),
    ("a form off", with_element(FORM, points=bottoms("0.5", task=Task.FORM)), Q.POINTS, "1 off"),
    ("a form low", with_element(FORM, points=bottoms("-0.5", task=Task.FORM)), Q.POINTS, "1 off"),
    (
        "forms of the floor that nobody ticked",
        with_element(FORM, is_poured=False, points=bottoms(None, task=Task.FORM)),
        Q.POINTS,
        "1 not shot",
    ),
    (
        "bottoms never shot",
        with_element(FOOTING, points=bottoms(None, None)),
        Q.POINTS,
        "2 not shot",
    ),
    (
        "bottoms 6 in high",
        with_element(FOOTING, points=bottoms(6, 0)),
        Q.POINTS,
        "1 too high, not dug",
    ),
    (
        "a pad's bottom high",
        with_element(PAD, points=bottoms("0.3")),
        Q.POINTS,
        "Pad, the footing's",
    ),
    (
        "bottoms over-dug",
        with_element(FOOTING, points=bottoms(0, -2)),
        Q.OVER_DIG,
        'over-dug by 2"',
    ),
    ("a pad over-dug", with_element(PAD, points=bottoms("-0.26")), Q.OVER_DIG, "Pad, point 1"),
    (
        "a pier's top off",
        with_element(PIERS, points=bottoms(1, task=Task.PIER_TOP)),
        Q.POINTS,
        "1 off",
    ),
    (
        "a floor that ends nowhere",
        lambda s: replace(s, elements=(FOOTING,)),
        Q.POINTS,
        "nothing of its own says where its concrete ends",
    ),
    (
        "marks nobody shot",
        with_element(FORM, points=(MARK_NOT_SHOT,)),
        Q.POINTS,
        "the mark: 1 not shot",
    ),
    ("a hole never shot", with_hole(bottom=point(Task.HOLE, None)), Q.DEPTHS, "bottom is not shot"),
    (
        "a hole just too shallow",
        with_hole(bottom=point(Task.HOLE, 0.125, "3")),
        Q.DEPTHS,
        '1/8" short',
    ),
    ("a hole too shallow", with_hole(bottom=point(Task.HOLE, 24, "3")), Q.DEPTHS, "2' 0\" short"),
    ("ground not shot", with_hole(ground=point(Task.GROUND, None)), Q.DEPTHS, "ground is not shot"),
    ("no ground at all", with_hole(ground=None), Q.DEPTHS, "ground is not shot"),
    ("no bearing", with_hole(bearing=None), Q.DEPTHS, "nobody said what it bears on"),
    ("not cleaned", with_hole(is_cleaned=False), Q.DEPTHS, "not clean and flat"),
    (
        "no frost depth entered",
        with_element(PIERS, depths=HoleDepths(inches(12), None)),
        Q.DEPTHS,
        "no frost depth",
    ),
    (
        "no least depth entered",
        with_element(PIERS, depths=HoleDepths(None, inches(42))),
        Q.DEPTHS,
        "no least depth",
    ),
    (
        "no frost depth of a footing",
        with_element(FOOTING, frost=FrostCover(TARGET, None)),
        Q.DEPTHS,
        "Footing: no frost depth is entered",
    ),
    (
        "no grade beside a footing",
        with_element(FOOTING, frost=FrostCover(None, inches(42))),
        Q.DEPTHS,
        "Footing: no finished grade is entered",
    ),
    (
        "a footing above the frost",
        with_element(FOOTING, frost=FrostCover(TARGET + inches(42), inches("42.125"))),
        Q.DEPTHS,
        'Footing, point 1: 1/8" short of the frost depth',
    ),
    (
        "stone not shot",
        with_floor(stone=(stone(), stone(None, name="2"))),
        Q.STONE,
        "1 points are not shot",
    ),
    ("no grid", with_floor(stone=()), Q.STONE, "no grid"),
    ("four corners", with_floor(asks_for_shots="Shoot more."), Q.STONE, "Bay: Shoot more."),
    ("thin", with_floor(stone=(stone(0, "4.49"),)), Q.THIN, "Bay, 1: 4 1/2"),
    ("stone above the slab", with_floor(stone=(stone(0, -1),)), Q.THIN, '1" above the top of slab'),
    ("nothing ordered", with_answer("ordered", None), Q.CONCRETE, "Nothing is ordered"),
    ("ordered and refused", with_answer("ordered", ordered("9", False)), Q.CONCRETE, "Nothing is"),
    ("too little", with_answer("ordered", ordered("5.99")), Q.CONCRETE, "5.99 yd³ ordered, 6.00"),
    ("in the old unit", with_answer("ordered", ordered("9", unit="m³")), Q.CONCRETE, "9.00 m³"),
    ("in no unit", with_answer("ordered", ordered("9", unit="")), Q.CONCRETE, "nobody said how"),
    ("plenty", with_answer("ordered", ordered("plenty")), Q.CONCRETE, "is no amount"),
    ("not a number", with_answer("ordered", ordered("nan")), Q.CONCRETE, "is no amount"),
    ("endless", with_answer("ordered", ordered("inf")), Q.CONCRETE, "is no amount"),
    ("no take-off", with_floor(concrete=None), Q.CONCRETE, "Nobody knows yet"),
    ("no take-off, no extra", with_floor(concrete=None), Q.EXTRA, "Nobody knows yet"),
    ("a pier unknown", with_element(PIERS, concrete=None), Q.CONCRETE, "Nobody knows yet"),
    ("extra nobody knows of", with_floor(extra=1.0, extra_text="1.00 yd³ more"), Q.EXTRA, "Nobody"),
    (
        "a notice that is void",
        with_floor(extra=1.0, extra_text="1.00 yd³ more", notice=NoticeFact(False, "It is void.")),
        Q.EXTRA,
        "It is void.",
    ),
    ("no inspection", with_answer("inspection", None), Q.INSPECTION, "No inspection"),
    (
        "failed",
        with_answer("inspection", said("failed", False)),
        Q.INSPECTION,
        "failed, said Ines.",
    ),
    ("no strip", with_answer("strip", None), Q.STRIP, "Nobody said whether"),
    ("strip missing", with_answer("strip", said("at the shop", False)), Q.STRIP, "at the shop"),
]

STRICT_TRAPS: list[Trap] = [
    (
        "a form too close to call",
        with_element(FORM, points=(replace(point(Task.FORM), shot=shot("-0.1", 0.004)),)),
        Q.POINTS,
        "1 off",
    ),
    (
        "thin by U",
        with_floor(
            stone=(replace(stone(0, "4.6"), point=replace(point(Task.STONE), shot=shot(0, 0.004))),)
        ),
        Q.THIN,
        "4 5/8",
    ),
    (
        "a hole's depth too close to call",
        with_hole(bottom=replace(HOLE.bottom, shot=shot("-0.1", 0.004))),
        Q.DEPTHS,
        "short of the depth",
    ),
]


class Traps(TestCase):
    """Each holds the line it is a trap for, and says why."""

    def test_a_sound_site_goes(self) -> None:
        lines = lines_of(SITE)
        asked = [question for question in Question if question is not Question.STEEL]
        self.assertEqual([line.question for line in lines], asked)
        self.assertEqual([line for line in lines if not line.is_go], [])
        self.assertTrue(decide(lines, ()).is_go)
        self.assertEqual(needed_of(SITE), 6.0)

    def test_each_trap_holds(self) -> None:
        for name, trap, question, why in TRAPS:
            with self.subTest(name):
                self.holds(trap(SITE), question, why)

    def test_each_way_of_not_being_trusted_has_a_fault_of_its_own(self) -> None:
        self.assertEqual(set(UNTRUSTED), {state for state in TrustState if not state.is_trusted})

    def test_what_only_a_strict_crew_holds_for(self) -> None:
        for name, trap, question, why in STRICT_TRAPS:
            with self.subTest(name):
                site = trap(SITE)
                line = next(one for one in lines_of(site) if one.question is question)
                self.assertTrue(line.is_go, line)
                self.holds(replace(site, strictly=True), question, why)

    def holds(self, site: PourFacts, question: Question, why: str) -> None:
        lines = {line.question: line for line in lines_of(site)}
        self.assertFalse(lines[question].is_go, lines[question])
        self.assertIn(why, lines[question].reason)
        self.assertIn(question, decide(lines.values(), ()).holds)

    def test_what_looks_like_a_trap_and_is_none(self) -> None:
        table: list[tuple[str, Callable[[PourFacts], PourFacts]]] = [
            ("a hole deeper than asked", with_hole(bottom=point(Task.HOLE, -60))),
            (
                "at the tolerance",
                with_element(FORM, points=bottoms("0.25", "-0.25", task=Task.FORM)),
            ),
            ("just as thin as allowed", with_floor(stone=(stone(0, "4.5"),))),
            ("just as much", with_answer("ordered", ordered("6.00"))),
            ("read at the limit", with_set_up(good_reads=(NOW - HOUR / 2,))),
            ("a clock four minutes ahead", with_set_up(good_reads=(NOW + 240,))),
            ("high stone that is thick enough", with_floor(stone=(stone(2, 5),))),
            ("marks that were shot", with_element(FORM, points=(MARK,))),
            (
                "forms of another floor",
                lambda s: replace(
                    s,
                    elements=(
                        *s.elements,
                        replace(
                            FORM, floor="g", is_poured=False, points=bottoms(None, task=Task.FORM)
                        ),
                    ),
                ),
            ),
            (
                "no depth asked: the ground is nobody's business",
                with_element(
                    PIERS,
                    holes=(replace(HOLE, ground=None),),
                    depths=HoleDepths(Length(0), Length(0)),
                ),
            ),
            (
                "acknowledged on a notice",
                with_floor(extra=1.0, extra_text="1 more", notice=NoticeFact(True, "Yes.")),
            ),
            ("an extra of nothing", with_floor(extra=0.004, extra_text="0.00 yd³ more")),
        ]
        for name, change in table:
            with self.subTest(name):
                holds = [line for line in lines_of(change(SITE)) if not line.is_go]
                self.assertEqual(holds, [])

    def test_an_extra_acknowledged_by_name_stands_for_that_amount_alone(self) -> None:
        def told(extra: float) -> tuple[AcceptedFault, ...]:
            other = with_floor(extra=extra, extra_text=f"{extra:.2f} yd³ more")(SITE)
            line = next(line for line in lines_of(other) if line.question is Q.EXTRA)
            return tuple(
                AcceptedFault(fault.identity, fault.amount, fault.give) for fault in line.faults
            )

        site = with_floor(extra=1.0, extra_text="1.00 yd³ more")(SITE)
        self.assertEqual(extra_of(site), "Bay: 1.00 yd³ more")
        agreed = with_answer("extra", said("A. Lund", accepted=told(1.0)))(site)
        line = next(one for one in lines_of(agreed) if one.question is Q.EXTRA)
        self.assertEqual(
            (line.is_go, line.reason),
            (True, "Bay: 1.00 yd³ more than the nominal, acknowledged by A. Lund."),
        )
        less = with_answer("extra", said("A. Lund", accepted=told(0.8)))(site)
        self.holds(less, Q.EXTRA, "A. Lund was told otherwise.")
        unasked = with_answer("extra", said("A. Lund"))(site)
        self.holds(unasked, Q.EXTRA, "A. Lund was told otherwise.")
        refused = with_answer("extra", said("A. Lund", False, told(1.0)))(site)
        self.holds(refused, Q.EXTRA, "Nobody acknowledged it.")

    def test_a_hold_names_a_dozen_and_counts_the_rest(self) -> None:
        site = with_floor(stone=tuple(stone(0, 1, name=str(n)) for n in range(40)))(SITE)
        line = next(one for one in lines_of(site) if one.question is Q.THIN)
        self.assertTrue(line.reason.endswith("And 28 more."))
