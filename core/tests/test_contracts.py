"""What every value and every refusal of the core promises, held once over all of them."""

from __future__ import annotations

import ast
import copy
import dataclasses
import importlib
import inspect
import pickle
import pkgutil
import sys
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path
from types import ModuleType
from typing import Any
from unittest import TestCase

import numpy as np

import core
from core import errors
from core.book import Entry, keep_notes
from core.design import (
    AdjustableHead,
    Fall,
    HeadTravel,
    Layer,
    LevelSurface,
    PanelSurface,
    Shifted,
    Slab,
    SlabOver,
    StackUp,
    Taper,
    ThickenedEdge,
    Under,
    Underside,
    isolation_strip,
    level_panel,
    move_of,
    rejudged,
)
from core.elements import (
    BoardsAround,
    Courses,
    CoveredOutline,
    FollowingLine,
    FootingStep,
    Pad,
    PierGrid,
    PierRow,
    Section,
    StripFooting,
    Wall,
)
from core.errors import Offer, RuleError
from core.flatness import Finished, flatness_of
from core.floors import FloorLevels, Line, Outline, propose_grid, rectangle, wall_marks
from core.floors.grid import Turned
from core.instruments import (
    InstrumentKind,
    InstrumentRecord,
    MadeCheck,
    Receiver,
    Signal,
    Slope,
    Tilt,
    face_about,
    trust_of,
)
from core.layout import batter_boards, out_of_square, three_four_five
from core.lengths import Elevation, Length, Reading, Style, StyleKind
from core.lengths.possible import readings_of
from core.options import Prices, cheapest_of
from core.piers import Bell, HoleDepths, Pier, cut_list, stand_head
from core.pours import USUAL_STEPS, CheckLine, NoticeFact, Question, decide
from core.rods import GRADUATIONS, Numbering, Rod, SightLine, Station, mark_for, reach
from core.runs import Leg, close_run
from core.setups import (
    Agreement,
    Backsight,
    BenchmarkRead,
    Disagreeing,
    DoubtfulSpan,
    SetUpRecord,
    doubt_of,
    take_backsights,
)
from core.slips import Aim, Explanation, Near, Slip, expected_at
from core.slips.question import Offer as SlipOffer
from core.slips.question import Question as SlipQuestion
from core.surfaces import (
    Plane,
    PourRules,
    SetUpErrors,
    ShotErrors,
    Sliders,
    StoneShot,
    model_of,
    options_of,
    slab_volume,
    volume_range,
)
from core.tables import (
    AT_THE_ORIGIN,
    ColumnOrder,
    SurveyUnit,
    read_corners,
    read_points,
    read_readings,
)
from core.tasks import VERBS, Task
from core.tests.pour_site import SITE
from core.tests.worked import metres, place, stood
from core.uncertainty import Kit, Sight, sure_verdict, uncertainty
from core.verdicts import Tolerance, judge

FOLDER = Path(core.__file__).parent
KIT = Kit(0.0001, 0.001, 0.001, 0.5)
NEEDS_MORE = {
    f"core.surfaces{part}"
    for part in (
        "",
        ".slab",
        ".order",
        ".panels",
        ".triangles",
        ".thickness",
        ".options",
        ".along",
        ".regions",
        ".sure",
    )
}
LONGEST_FUNCTION = 50
MOST_PARAMETERS = 6
LONGEST_FILE = 400


def samples() -> Iterator[Any]:
    """One of every value the core makes."""
    style = Style.from_code("m")
    rod = Rod(Numbering.UP, GRADUATIONS["m/cm"], metres(4))
    line = SightLine.from_backsight(Elevation(5), stood(Reading(7)), Numbering.UP)
    station = Station(line, rod, Elevation(5), metres(50), metres(1))
    outline = rectangle(metres(4), metres(3))
    shots = [StoneShot(corner, -0.1) for corner in outline.corners]
    notes = keep_notes(Elevation(5), line, [Entry("A1", stood(Reading(3)))])
    tolerance = Tolerance.either_way(metres("0.006"))
    yield from (Length(1), Elevation(1), Reading(1), style, rod, rod.graduation, line, station)
    yield from (mark_for(station, Elevation(2), style), reach(station, metres(60), style))
    yield from (place(1, 2), outline, wall_marks(outline, metres(2))[0])
    yield from (propose_grid(outline, metres(2))[0], tolerance)
    yield from (
        FloorLevels(Elevation(9), metres(1), metres(1)),
        judge(Elevation(1), Elevation(2), tolerance),
    )
    yield from (
        notes,
        notes.lines[0],
        Plane(1.0),
        shots[0],
        slab_volume(outline, shots, Plane(0.0)),
    )
    sight = Sight(10.0, 1.0)
    yield from (Offer("5.2 ft", "5.2 ft"), face_about(10.0, 0.001, 0.001), KIT, sight)
    yield from (uncertainty(KIT, sight, [sight]), sure_verdict(Length(1), tolerance, 0.001))
    backsight = Backsight(Elevation(5), stood(Reading(7)))
    yield from (
        Agreement(1.0, Length(1), Length(1)),
        BenchmarkRead(1.0, Length(1), Length(1)),
        DoubtfulSpan(1.0, 2.0),
    )
    yield from (backsight, take_backsights([backsight], Numbering.UP))
    check = face_about(10.0, 0.001, 0.001)
    yield from (Tilt(check, check), Slope(metres("0.001"), metres(10)))
    yield Receiver(Signal.FAST_IS_LOW, metres("0.001"), metres("0.002"))
    near = Near(1.0, 1.0, 0.0)
    yield from (near, expected_at((near,)), Aim(Task.STONE, Elevation(0), 0.006, 0.003))
    layer, head = Layer("beam", metres("0.2")), AdjustableHead(metres("0.1"), metres("0.2"))
    yield from (
        Fall(Fraction(1, 60)),
        layer,
        StackUp((layer,)),
        head,
        HeadTravel(Length(1), Length(2)),
    )
    yield from (level_panel(outline, Elevation(1)), three_four_five(metres(1)))
    yield move_of("slab", {"a": Elevation(0)}, {"a": Elevation(1)})
    yield rejudged([(Elevation(0), Elevation(0), Elevation(10**9))], tolerance, tolerance)[0]
    flat = LevelSurface(Elevation(0))
    yield from (flat, Shifted(flat, Length(1)), PanelSurface((level_panel(outline, Elevation(1)),)))
    yield from plan_samples(outline)
    yield VERBS[Task.STONE]
    yield from pour_samples(outline)
    yield isolation_strip(((metres(4), metres("0.1")),), metres("0.1"), metres(10))
    yield batter_boards({"A": Elevation(1), "B": Elevation(9)}, Length(1), Length(1))
    yield out_of_square(metres(3), metres(4), metres(5), metres(5))
    bell = Bell(metres("0.2"), metres("0.4"))
    yield from (bell, Pier(Elevation(0), Elevation(10**9), metres("0.25"), bell))
    yield from (
        cut_list([("P1", metres(1))], metres(3), Length(1)),
        stand_head(Elevation(1), head, Elevation(0)),
    )
    offer = SlipOffer(Slip.INCH, Reading(1), Elevation(1))
    yield from (offer, Explanation(Slip.INCH, Reading(1), 5))
    yield SlipQuestion(Length(1), from_neighbours=True, offers=(offer,))
    yield from trust_samples()
    yield close_run(Elevation(0), [Leg(Reading(2), Reading(1))], Elevation(1))


def trust_samples() -> Iterator[Any]:
    """One of every value that trust in instruments and set-ups rests on."""
    apart = Disagreeing(Length(2), Length(1))
    record = SetUpRecord((BenchmarkRead(1.0, Length(1), Length(1)),), backsights=apart)
    made = MadeCheck(1.0, face_about(10.0, 0.001, 0.001))
    instrument = InstrumentRecord(InstrumentKind.ROTARY_LASER, 0.0001, (made,))
    yield from (record, doubt_of(record, Style.from_code("m")), instrument)
    yield trust_of(instrument, 2.0)
    read = readings_of("5", "5", StyleKind.FEET_INCHES)
    yield from (read, Turned(1.0, 0.0))


def plan_samples(outline: Outline) -> Iterator[Any]:
    """One of every element of a plan, and what they give."""
    line, level = Line((place(0, 0), place(4, 0))), LevelSurface(Elevation(0))
    width, section = metres("0.4"), Section(metres("0.4"), metres("0.2"))
    step = FootingStep(metres(2), metres("0.2"))
    grid = PierGrid(place(0, 0), place(4, 0), 3, 1, Length(0))
    wall = Wall(line, Elevation(0), Courses(metres("0.2"), metres("0.01"), 3), width, metres(2))
    yield from (line, StripFooting(line, Elevation(0), section, metres(2), (step,)))
    yield from (Pad(place(1, 1), (width, width), Elevation(0), width), wall, wall.heights()[0])
    yield from (wall.points()[0], wall.drawn()[0])
    yield FollowingLine(Task.FORM, line, level, metres(2))
    yield CoveredOutline(Task.SCREED, outline, level, metres(2))
    yield BoardsAround(outline, metres("0.1"), metres("0.6"), metres("0.45"))
    yield PierRow(grid, level, StackUp((Layer("beam", width),)), Fall(Fraction(0)))
    yield HoleDepths(metres(1), None)
    edge = ThickenedEdge(1, width, metres(1))
    under = Underside(outline, width, Taper(2, metres("0.3")), (edge,))
    yield from (under, under.slab, Under(level, under))
    slab = Slab(outline, FloorLevels(Elevation(9), width, width), PanelSurface(()), under, None)
    yield from (slab, slab.levels, SlabOver(Elevation(1), width))
    yield from (read_corners(b"0,0", StyleKind.METRES)[0], AT_THE_ORIGIN)
    yield read_points(b"1,0,0,,", ColumnOrder.NUMBER_EASTING, SurveyUnit.FEET, AT_THE_ORIGIN)[0]
    yield read_readings(b"surface,point,reading\na,b,1")[0]


def pour_samples(outline: Outline) -> Iterator[Any]:
    """One of every value of a pour's options."""
    rules, sliders, prices = PourRules(0.09, 0.05, 0.1), Sliders(0.01), Prices(100.0)
    even = Underside(outline, metres("0.1"))
    model = model_of([level_panel(outline, Elevation(0))], even, outline.corners)
    yield from (model.regions[0], SetUpErrors(KIT, (Sight(1.0, 1.0),), (0.0, 0.0)))
    one = ShotErrors(0, 1.0)
    yield from (
        one,
        volume_range(
            model, np.zeros(4), [one] * 4, [SetUpErrors(KIT, (Sight(1.0, 1.0),), (0.0, 0.0))]
        ),
    )
    options = options_of(model, np.full(4, -0.1), rules, sliders, prices)
    yield from (rules, sliders, prices, options[0], cheapest_of(options))
    line = CheckLine(Question.THIN, is_go=False, reason="B4")
    flat = [Finished(0, 0, 0), Finished(1, 0, 0), Finished(0, 1, 0)]
    yield from (flat[0], flatness_of(flat))
    yield from (line, decide([line], {}), USUAL_STEPS[0])
    yield from facts_samples()


def facts_samples() -> Iterator[Any]:
    """One of every fact a pour's list rests on."""
    yield SITE
    yield from (NoticeFact(is_acknowledged=True, why="Yes."), SITE.answers[0][1])


def modules() -> Iterator[ModuleType]:
    """Every module of the core but its tests."""
    for found in pkgutil.walk_packages(core.__path__, "core."):
        if ".tests" not in found.name:
            yield importlib.import_module(found.name)


class Values(TestCase):
    """Frozen, equal by what they hold, and the same after any journey."""

    def test_every_dataclass_of_the_core_is_frozen_and_among_the_samples(self) -> None:
        sampled = {type(value) for value in samples()}
        for module in modules():
            for name, kind in inspect.getmembers(module, inspect.isclass):
                if not dataclasses.is_dataclass(kind):
                    continue
                with self.subTest(f"{module.__name__}.{name}"):
                    self.assertTrue(vars(kind)["__dataclass_params__"].frozen)
                    reachable = {type(part) for value in samples() for part in parts(value)}
                    self.assertIn(kind, sampled | reachable)

    def test_each_survives_copying_and_pickling(self) -> None:
        for value in samples():
            with self.subTest(type(value).__name__):
                self.assertEqual(copy.deepcopy(value), value)
                self.assertEqual(pickle.loads(pickle.dumps(value)), value)
                self.assertEqual(hash(value), hash(copy.deepcopy(value)))
                self.assertNotEqual(value, object())

    def test_none_can_be_changed(self) -> None:
        for value in samples():
            for field in dataclasses.fields(value):
                with self.subTest(f"{type(value).__name__}.{field.name}"):
                    held = getattr(value, field.name)
                    self.assertRaises(
                        dataclasses.FrozenInstanceError, setattr, value, field.name, held
                    )


def parts(value: Any) -> Iterator[Any]:
    """The values held inside a value."""
    for field in dataclasses.fields(value):
        held = getattr(value, field.name)
        for one in held if isinstance(held, tuple) else (held,):
            if dataclasses.is_dataclass(one):
                yield one
                yield from parts(one)


class RefusalsOfTheCore(TestCase):
    """Each has a code of its own, and says what was typed, why, and what would do."""

    def kinds(self) -> list[type[RuleError]]:
        found = inspect.getmembers(errors, inspect.isclass)
        return [kind for _, kind in found if issubclass(kind, RuleError) and kind is not RuleError]

    def test_codes_are_their_own(self) -> None:
        codes = [kind.code for kind in self.kinds()]
        self.assertEqual(len(set(codes)), len(codes))
        self.assertNotIn(RuleError.code, codes)

    def test_words_fields_and_journeys(self) -> None:
        offers = (Offer("a", "b"),)
        for kind in self.kinds():
            with self.subTest(kind.__name__):
                refusal = kind("5.2", "It is so.", "Do this.", offers)
                self.assertIsInstance(refusal, ValueError)
                self.assertEqual(str(refusal), "“5.2”: It is so. Do this.")
                again = pickle.loads(pickle.dumps(refusal))
                self.assertEqual((again.typed, again.offers), ("5.2", offers))

    def test_every_kind_is_raised_somewhere(self) -> None:
        source = "".join(
            file.read_text() for file in FOLDER.rglob("*.py") if "tests" not in file.parts
        )
        for kind in self.kinds():
            self.assertTrue(
                f"raise {kind.__name__}(" in source or f"return {kind.__name__}(" in source, kind
            )


class Shape(TestCase):
    """What a newcomer may rely on, read off the source."""

    def trees(self) -> Iterator[tuple[str, ast.Module, str]]:
        for file in sorted(FOLDER.rglob("*.py")):
            if "tests" not in file.parts:
                name = ".".join(file.relative_to(FOLDER.parent).with_suffix("").parts)
                text = file.read_text()
                yield name.removesuffix(".__init__"), ast.parse(text), text

    def test_only_surfaces_need_more_than_the_standard_library(self) -> None:
        for name, tree, _ in self.trees():
            for node in ast.walk(tree):
                named = (
                    [alias.name for alias in node.names]
                    if isinstance(node, ast.Import)
                    else [node.module or ""]
                    if isinstance(node, ast.ImportFrom)
                    else []
                )
                outside = {n.split(".")[0] for n in named} - sys.stdlib_module_names - {"core"}
                if name not in NEEDS_MORE:
                    self.assertEqual(outside, set(), name)
                self.assertLessEqual(outside, {"numpy", "scipy", "shapely"}, name)

    def test_no_clock_no_chance_no_files(self) -> None:
        for name, tree, _ in self.trees():
            imported = {
                alias.name.split(".")[0]
                for node in ast.walk(tree)
                if isinstance(node, ast.Import | ast.ImportFrom)
                for alias in node.names
            } | {
                (node.module or "").split(".")[0]
                for node in ast.walk(tree)
                if isinstance(node, ast.ImportFrom)
            }
            self.assertFalse(imported & {"time", "datetime", "random", "os", "pathlib", "io"}, name)

    def test_everything_public_is_documented_and_annotated_and_nothing_is_long(self) -> None:
        for name, tree, text in self.trees():
            self.assertTrue(ast.get_docstring(tree), name)
            self.assertLessEqual(text.count("\n"), LONGEST_FILE, name)
            for node in ast.walk(tree):
                if isinstance(node, ast.FunctionDef):
                    where = f"{name}.{node.name}"
                    self.assertIsNotNone(node.returns, where)
                    lines = (node.end_lineno or 0) - node.lineno
                    self.assertLessEqual(lines, LONGEST_FUNCTION, where)
                    self.assertLessEqual(len(node.args.args), MOST_PARAMETERS, where)
                if isinstance(node, ast.ClassDef | ast.FunctionDef) and not node.name.startswith(
                    "_"
                ):
                    is_overload = any(
                        "overload" in ast.dump(d) for d in getattr(node, "decorator_list", [])
                    )
                    if not is_overload and not self.is_within_function(tree, node):
                        self.assertTrue(ast.get_docstring(node), f"{name}.{node.name}")

    @staticmethod
    def is_within_function(tree: ast.Module, node: ast.AST) -> bool:
        """Whether a definition stands inside a function or a private class."""
        return any(
            node is not outer
            and (
                isinstance(outer, ast.FunctionDef)
                or (isinstance(outer, ast.ClassDef) and outer.name.startswith("_"))
            )
            and any(inner is node for inner in ast.walk(outer))
            for outer in ast.walk(tree)
        )
