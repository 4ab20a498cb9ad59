"""The elements of a plan: where they are shot, and what each point is set to."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from itertools import pairwise
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from core.design import (
    Fall,
    Layer,
    LevelSurface,
    Panel,
    PanelSurface,
    Shifted,
    Slab,
    SlabPart,
    StackUp,
    Toward,
    Underside,
    check_panels,
    formation_under,
    level_panel,
    panel_toward,
)
from core.elements import (
    AsDug,
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
    heights_of,
    read_count,
    screed_spacing,
)
from core.errors import BadLevel, BadOutline, BadPanels, OutOfRange, Unusual
from core.floors import FloorLevels, Line, Outline, rectangle
from core.lengths import Elevation, Length, Style
from core.piers import HoleDepths
from core.surfaces import SlabVolume, model_of
from core.tasks import Stage, Task, stage_of, tasks_of
from core.tests.worked import elevations, metres, place

LEVEL = Fall(Fraction(0))
TOP = Elevation.from_metres("100")
FLAT = LevelSurface(TOP)
SECTION = Section(metres("0.5"), metres("0.25"))
STRAIGHT = Line((place(0, 0), place(12, 0)))


class Lines(TestCase):
    """Lines in plan, and their stations."""

    @given(
        st.lists(st.tuples(st.integers(-90, 90), st.integers(-90, 90)), min_size=3, max_size=8),
        st.integers(500, 20_000),
        st.booleans(),
    )
    def test_stations_are_near_enough_and_reach_both_ends(
        self, corners: list[tuple[int, int]], spacing: int, closed: bool
    ) -> None:
        places = [place(x, y) for x, y in dict.fromkeys(corners)]
        if len(places) < 3:
            return
        line = Line(tuple(places), is_closed=closed)
        stations = line.stations(Length(spacing * 10**6))
        self.assertEqual(line.at(stations[0]), places[0])
        if not closed:
            self.assertEqual(line.at(stations[-1]), places[-1])
        ends = [*stations, line.length]
        for before, after in pairwise(ends):
            self.assertLessEqual((after - before).nanometres, spacing * 10**6 + 1)
        names = [mark.name for mark in line.marks(Length(spacing * 10**6))]
        self.assertEqual(len(set(names)), len(names))

    def test_what_is_no_line(self) -> None:
        self.assertRaises(BadOutline, Line, (place(0, 0),))
        self.assertRaises(BadOutline, Line, (place(0, 0), place(1, 0)), is_closed=True)
        self.assertRaises(BadOutline, Line, (place(0, 0), place(0, 0)))


class Footings(TestCase):
    """Strips that step, and pads."""

    def test_a_stepped_strip_is_shot_on_both_sides_of_its_step(self) -> None:
        step = FootingStep(metres(6), metres("0.4"))
        footing = StripFooting(STRAIGHT, TOP, SECTION, metres(4), (step,))
        tops = [(float(p.place.x), float(p.target - TOP)) for p in footing.points()
                if p.task is Task.FORM and p.target]  # fmt: skip
        self.assertEqual(tops, [(0, 0), (4, 0), (5.85, 0), (6.15, -0.4), (8, -0.4), (12, -0.4)])
        heights: dict[str, set[float]] = {"Bottom of footing": set(), "Top of form": set()}
        for height in heights_of(footing.points()):
            heights[height.name].add(float(height.target))
        self.assertEqual(heights["Bottom of footing"], {99.75, 99.35})
        self.assertEqual(heights["Top of form"], {100, 99.6})

    def test_around_a_building_no_place_is_shot_twice(self) -> None:
        line = Line.around(rectangle(metres(8), metres(6)))
        footing = StripFooting(line, TOP, SECTION, metres(5))
        places = [point.place for point in footing.points() if point.task is Task.FORM]
        self.assertEqual(len(places), len(set(places)))
        self.assertEqual(len(footing.drawn()), 4)

    def test_concrete_is_length_by_section_with_a_riser_a_step(self) -> None:
        steps = (FootingStep(metres(6), metres("0.4")), FootingStep(metres(9), metres("-0.4")))
        footing = StripFooting(STRAIGHT, TOP, SECTION, metres(4), steps)
        self.assertAlmostEqual(footing.concrete(AsDug()), (12 + 0.8) * 0.5 * 0.25)
        pad = Pad(place(3, 3), (metres(1), metres(2)), TOP, metres("0.3"))
        self.assertAlmostEqual(pad.concrete(AsDug()), 0.6)

    def test_steps_in_order_on_the_line(self) -> None:
        for alongs in ((0,), (12,), (13,), (7, 5), (5, 5)):
            steps = tuple(FootingStep(metres(along), metres("0.2")) for along in alongs)
            with self.subTest(alongs), self.assertRaises(OutOfRange):
                StripFooting(STRAIGHT, TOP, SECTION, metres(4), steps)
        self.assertRaises(OutOfRange, StripFooting, STRAIGHT, TOP, SECTION, Length(0))
        self.assertRaises(OutOfRange, Section, metres(1), Length(0))

    def test_a_pad(self) -> None:
        pad = Pad(place(3, 3), (metres(1), metres(2)), TOP, metres("0.3"))
        corners = [(float(c.x), float(c.y)) for c in pad.corners()]
        self.assertEqual(corners, [(2.5, 2), (3.5, 2), (3.5, 4), (2.5, 4)])
        bottoms = {p.target for p in pad.points() if p.task is Task.FOOTING_BOTTOM}
        self.assertEqual(bottoms, {TOP - metres("0.3")})
        self.assertTrue(pad.drawn()[0].is_closed)
        found = {(p.task, p.name): p.place for p in pad.points()}
        self.assertEqual(found[Task.FOOTING_BOTTOM, "5"], place(3, 3))
        for n, corner in enumerate(pad.corners(), start=1):
            self.assertEqual(found[Task.FOOTING_BOTTOM, str(n)], corner)
            self.assertEqual(found[Task.FORM, str(n)], corner)
        self.assertEqual(len(found), 9)


class Following(TestCase):
    """What follows a surface follows its fall."""

    FALLING = PanelSurface(
        (
            panel_toward(
                rectangle(metres(12), metres(6)), place(0, 0), TOP,
                [(Fall(Fraction(1, 100)), Toward.RIGHT)],
            ),
        )
    )  # fmt: skip

    def test_on_a_falling_edge_each_mark_has_its_own_height(self) -> None:
        marks = FollowingLine(Task.MARK, STRAIGHT, self.FALLING, metres(5))
        self.assertEqual([float(d) for _, d in marks.drops()], [0, 0.04, 0.08, 0.12])
        self.assertEqual(marks.level_line(), TOP)
        below = FollowingLine(Task.FORM, STRAIGHT, Shifted(self.FALLING, metres("-0.1")), metres(5))
        self.assertEqual(below.level_line(), TOP - metres("0.1"))

    @given(elevations, st.integers(10, 400), st.integers(0, 30), st.integers(1, 40))
    def test_courses_rise_by_unit_and_joint(
        self, base: Elevation, unit: int, joint: int, count: int
    ) -> None:
        courses = Courses(Length(unit * 10**6), Length(joint * 10**6), count)
        wall = Wall(STRAIGHT, base, courses, metres("0.2"), metres(5))
        self.assertEqual(wall.points()[0].target, base + Length((unit + joint) * 10**6 * count))
        self.assertEqual(len(wall.heights()), count + 1)

    def test_screed_points_are_no_wider_than_the_straightedge_less_its_overlap(self) -> None:
        spacing = screed_spacing(metres(3), metres("0.3"))
        screed = CoveredOutline(Task.SCREED, rectangle(metres(9), metres(5)), FLAT, spacing)
        xs = sorted({float(p.place.x) for p in screed.points()})
        self.assertTrue(all(b - a <= 2.7 for a, b in pairwise(xs)))
        self.assertEqual({p.target for p in screed.points()}, {TOP})
        self.assertRaises(OutOfRange, screed_spacing, metres(1), metres(1))

    def test_boards_stand_at_ground_nobody_planned(self) -> None:
        outline = rectangle(metres(9), metres(5))
        boards = BoardsAround(outline, metres("0.15"), metres("0.6"), metres("0.45"))
        self.assertEqual({p.target for p in boards.points()}, {None})
        self.assertEqual(heights_of(boards.points()), ())
        laid = boards.boards({"1": TOP, "3": TOP - metres("0.4")})
        self.assertEqual((laid.highest, laid.difference), ("1", metres("0.4")))
        self.assertEqual([float(boards.stake(board)) for board in laid.boards], [0.6, 1.0])
        self.assertEqual(*boards.diagonals())
        bent = Outline((place(0, 0), place(4, 0), place(2, 3)))
        around = BoardsAround(bent, metres("0.15"), metres("0.6"), metres("0.45"))
        self.assertEqual((around.diagonals(), len(around.drawn())), ((), 1))
        self.assertEqual(len(CoveredOutline(Task.FORMATION, bent, FLAT, metres(1)).drawn()), 1)
        self.assertRaises(
            OutOfRange, BoardsAround, outline, metres("-0.1"), metres("0.6"), Length(0)
        )
        self.assertRaises(OutOfRange, BoardsAround, outline, metres("0.1"), Length(0), Length(0))


class HowManyPiers(TestCase):
    """A job has at most ten thousand."""

    def test_the_most_there_may_be(self) -> None:
        first, last = place(0, 0), place(9, 0)
        row = PierGrid(first, last, 100, 100, Length.from_metres(1))
        self.assertEqual(len(row.places()), 10_000)
        for count, rows in ((10_001, 1), (101, 100), (0, 1), (3, 0)):
            with self.assertRaises(OutOfRange):
                PierGrid(first, last, count, rows, Length.from_metres(1))


class Piers(TestCase):
    """Rows and grids, their tops, and how deep their holes must be."""

    STACK = StackUp((Layer("boards", metres("0.03")), Layer("beam", metres("0.2"))))

    def test_a_grid_stands_square_to_its_first_row(self) -> None:
        grid = PierGrid(place(1, 1), place(1, 7), 4, 2, metres(3))
        found = {name: (float(p.x), float(p.y)) for name, p, _ in grid.places()}
        self.assertEqual(found["A1"], (1, 1))
        self.assertEqual(found["A4"], (1, 7))
        self.assertEqual(found["B2"], (-2, 3))

    def test_tops_follow_the_stack_and_the_fall(self) -> None:
        grid = PierGrid(place(0, 0), place(6, 0), 3, 1, Length(0))
        row = PierRow(grid, FLAT, self.STACK, Fall(Fraction(1, 60)))
        self.assertEqual([float(top) for _, top in row.tops()], [99.77, 99.72, 99.67])
        self.assertEqual(len(row.points()), 9)
        (line,) = row.drawn()
        self.assertEqual((line.places, line.is_closed), ((place(0, 0), place(6, 0)), False))
        two = replace(row, grid=PierGrid(place(0, 0), place(6, 0), 3, 2, metres(2)))
        ends = [one.places for one in two.drawn()]
        self.assertEqual(ends, [(place(0, 0), place(6, 0)), (place(0, 2), place(6, 2))])
        one = replace(row, grid=PierGrid(place(3, 4), place(3, 4), 1, 1, Length(0)))
        self.assertEqual(one.drawn(), ())

    def test_a_stack_taller_than_its_hole_is_refused(self) -> None:
        grid = PierGrid(place(0, 0), place(6, 0), 3, 1, Length(0))
        bottom = TOP - metres("0.2")
        self.assertRaises(BadLevel, PierRow, grid, FLAT, self.STACK, LEVEL, bottom)

    def test_counts_no_crew_sets(self) -> None:
        ends = place(0, 0), place(6, 0)
        for count, rows, spacing in ((0, 1, 1), (3, 0, 1), (3, 2, 0), (5001, 2, 1)):
            with self.subTest((count, rows, spacing)), self.assertRaises(OutOfRange):
                PierGrid(*ends, count, rows, metres(spacing))
        self.assertRaises(OutOfRange, PierGrid, ends[0], ends[0], 3, 1, metres(1))
        self.assertRaises(OutOfRange, PierGrid, ends[0], ends[0], 1, 2, metres(1))

    def test_a_typing_slip_is_asked_about_and_taken_when_it_is_meant(self) -> None:
        with self.assertRaises(Unusual) as asked:
            read_count("10000", "piers")
        self.assertEqual(read_count(asked.exception.offers[0].text, "piers"), 10_000)
        self.assertEqual(read_count(" 6 ", "piers"), 6)
        for text in ("", "six", "-3", "2.5", "9" * 12):
            self.assertRaises(OutOfRange, read_count, text, "piers")

    def test_a_hole_is_as_deep_as_the_deepest_rule(self) -> None:
        ground = TOP
        depths = HoleDepths(metres("0.9"), metres("1.1"))
        self.assertEqual(depths.bottom_below(ground, None), TOP - metres("1.1"))
        self.assertEqual(depths.bottom_below(ground, TOP - metres(2)), TOP - metres(2))
        self.assertEqual(HoleDepths(None, metres(1)).missing(), ("least depth",))
        self.assertIsNone(HoleDepths(None, None).bottom_below(ground, None))
        self.assertRaises(OutOfRange, HoleDepths, metres(-1), None)


class Panels(TestCase):
    """Panels make up their slab, and their volumes add up."""

    SLAB = rectangle(metres(8), metres(4))

    def part(self, left: float, right: float) -> Outline:
        return Outline((place(left, 0), place(right, 0), place(right, 4), place(left, 4)))

    def test_overlap_gap_and_reach_are_named(self) -> None:
        check_panels(self.SLAB, [("west", self.part(0, 3)), ("east", self.part(3, 8))])
        for left, right, word in ((3.5, 8, "open"), (2, 8, "overlap"), (3, 9, "over the slab")):
            panels = [("west", self.part(0, 3)), ("east", self.part(left, right))]
            with self.subTest(word), self.assertRaises(BadPanels) as refused:
                check_panels(self.SLAB, panels)
            self.assertIn(word, refused.exception.why)

    @given(st.integers(1, 79))
    def test_panels_of_one_plane_hold_what_the_whole_holds(self, cut: int) -> None:
        falls = [(Fall(Fraction(1, 50)), Toward.RIGHT)]
        whole = self.volume([panel_toward(self.SLAB, place(0, 0), TOP, falls)])
        halves = [
            panel_toward(self.part(0, cut / 10), place(0, 0), TOP, falls),
            panel_toward(self.part(cut / 10, 8), place(0, 0), TOP, falls),
        ]
        parts = self.volume(halves)
        self.assertAlmostEqual(parts.volume, whole.volume, places=6)
        self.assertAlmostEqual(parts.mean_thickness, whole.mean_thickness, places=6)
        self.assertEqual(parts.thinnest.shot, whole.thinnest.shot)

    def volume(self, panels: list[Panel]) -> SlabVolume:
        """Return what a slab in panels holds over stone with a pattern of its own."""
        places = [(x, y) for x in (0, 2, 5, 8) for y in (0, 1, 4)]
        stone = np.array([99.8 + 0.01 * ((x + 2 * y) % 3) for x, y in places])
        underside = Underside(self.SLAB, metres("0.2"))
        return model_of(panels, underside, [place(*at) for at in places]).slab(stone)

    def test_beside_its_panels_a_surface_goes_on_as_the_nearest(self) -> None:
        west = level_panel(self.part(0, 3), TOP)
        east = level_panel(self.part(3, 8), TOP + metres(1))
        surface = PanelSurface((west, east))
        self.assertEqual(surface.elevation(place(-1, 2)), TOP)
        self.assertEqual(surface.elevation(place(9, 2)), TOP + metres(1))


class Slabs(TestCase):
    """One finished level drives every surface below it."""

    def slab(self, fall: Fraction, *, is_level: bool) -> Slab:
        outline = rectangle(metres(8), metres(4))
        levels = FloorLevels(TOP, metres("0.1"), metres("0.09"), metres("0.15"))
        top = PanelSurface((panel_toward(outline, place(0, 0), TOP, [(Fall(fall), Toward.RIGHT)]),))
        under = Underside(outline, levels.thickness)
        below = formation_under(top, under, levels, is_level=is_level, style=Style.from_code("m"))
        return Slab(outline, levels, top, under, below)

    def test_the_surfaces_lie_a_thickness_apart_and_fall_together(self) -> None:
        slab, far = self.slab(Fraction(1, 100), is_level=False), place(8, 0)
        levels = {part: surface.elevation(far) for part in SlabPart
                  if (surface := slab.part(part)) is not None}  # fmt: skip
        found = {part: float(level) for part, level in levels.items()}
        self.assertEqual(found, {"top": 99.92, "finished": 100, "underside": 99.82,
                                 "sub-base": 99.82, "sub-grade": 99.67})  # fmt: skip
        self.assertTrue(slab.falls)
        self.assertEqual(slab.over(far).top, levels[SlabPart.TOP])

    def test_a_level_formation_keeps_some_stone_or_is_refused(self) -> None:
        slab = self.slab(Fraction(1, 100), is_level=True)
        assert slab.formation is not None
        self.assertEqual(slab.formation.elevation(place(8, 0)), TOP - metres("0.25"))
        with self.assertRaises(BadLevel):
            self.slab(Fraction(1, 50), is_level=True)

    def test_nobody_said_how_thick_the_stone_is(self) -> None:
        level = PanelSurface((level_panel(rectangle(metres(8), metres(4)), TOP),))
        levels = FloorLevels(TOP, metres("0.1"), metres("0.1"))
        style = Style.from_code("m")
        under = Underside(rectangle(metres(8), metres(4)), levels.thickness)
        self.assertIsNone(formation_under(level, under, levels, is_level=False, style=style))
        self.assertFalse(Slab(under.outline, levels, level, under, None).falls)


class Stages(TestCase):
    """Every task belongs to one stage."""

    def test_all_tasks_are_somewhere_once(self) -> None:
        found = [task for stage in Stage for task in tasks_of(stage)]
        self.assertEqual(sorted(found), sorted(Task))
        self.assertTrue(all(task in tasks_of(stage_of(task)) for task in Task))
