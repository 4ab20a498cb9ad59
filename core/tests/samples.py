"""One of every value the core makes, for the contracts they all keep."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from typing import Any

import numpy as np

from core.beam_line import Measured, out_of_level
from core.book import Entry, keep_notes
from core.cad import DrawingUnit, Known, KnownTwice, circle, fit_by, strip_in
from core.clocks import Bounds, Moment, Stamp
from core.design import (
    AdjustableHead,
    Fall,
    FrostCover,
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
    TriangulatedSurface,
    Under,
    Underside,
    field_book,
    isolation_strip,
    level_panel,
    move_of,
    rejudged,
    soil_of,
)
from core.design.overlay import pieces_of
from core.drawings import (
    CutShot,
    DrawnPoint,
    DrawnShape,
    JobDrawing,
    SectionLine,
    SheetScale,
    center_zero_strip,
    cut,
)
from core.elements import (
    AsDug,
    BoardsAround,
    Courses,
    CoveredOutline,
    Curb,
    Embeds,
    FallingGround,
    FollowingLine,
    FootingStep,
    FreePoints,
    LotLine,
    Obstacle,
    Pad,
    PierGrid,
    PierRow,
    Recess,
    Section,
    StripFooting,
    Wall,
)
from core.errors import Offer
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
from core.layout import (
    HalfWay,
    PulledString,
    SetPoint,
    batter_boards,
    out_of_square,
    three_four_five,
)
from core.lengths import Elevation, Length, Reading, Style, StyleKind
from core.lengths.possible import readings_of
from core.movement import Leveled, movement
from core.options import Prices, cheapest_of
from core.piers import Bell, HoleDepths, Pier, cut_list, order_for_top
from core.placing import Reach, ToShoot, beam_over, set_ups_for, where_to_stand
from core.pours import (
    USUAL_STEPS,
    AcceptedFault,
    CarriedFact,
    CheckLine,
    Fault,
    FaultKind,
    Identity,
    NoticeFact,
    Question,
    decide,
)
from core.rods import GRADUATIONS, Numbering, Rod, SightLine, Station, mark_for, reach
from core.runs import Leg, close_run
from core.setups import (
    Agreement,
    Backsight,
    BenchmarkRead,
    Disagreeing,
    DoubtfulSpan,
    Reported,
    SetUpRecord,
    doubt_of,
    take_backsights,
)
from core.slips import Aim, Explanation, Near, Slip, expected_at
from core.slips.question import Offer as SlipOffer
from core.slips.question import Question as SlipQuestion
from core.stairs import flight
from core.surfaces import (
    Plane,
    PourRules,
    SetUpErrors,
    ShotErrors,
    Sliders,
    StoneShot,
    designed,
    lift_thickness,
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
from core.tests.pour_site import SITE, shot
from core.tests.worked import metres, place, stood
from core.uncertainty import Kit, Sight, sure_verdict, uncertainty
from core.verdicts import Tolerance, judge

KIT = Kit(0.0001, 0.001, 0.001, 0.5)


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
        Agreement(Moment(1.0), Length(1), Length(1)),
        BenchmarkRead(Moment(1.0), Length(1), Length(1)),
        DoubtfulSpan(Moment(1.0), Moment(2.0)),
    )
    yield from (backsight, take_backsights([backsight], Numbering.UP))
    level = out_of_level([Measured("a", Elevation(2)), Measured("b", Elevation(1))])
    yield from (
        level,
        level.points[0],
        Measured("a", Elevation(2)),
        FreePoints(),
        LotLine(Line.around(outline)),
        Obstacle(Line.around(outline)),
    )
    check = face_about(10.0, 0.001, 0.001)
    yield from (Tilt(check, check), Slope(metres("0.001"), metres(10)))
    yield from over_time_samples()
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
    yield from layout_samples()
    yield move_of("slab", {"a": Elevation(0)}, {"a": Elevation(1)})
    yield rejudged([(Elevation(0), Elevation(0), Elevation(10**9))], tolerance, tolerance)[0]
    flat = LevelSurface(Elevation(0))
    yield from (flat, Shifted(flat, Length(1)), PanelSurface((level_panel(outline, Elevation(1)),)))
    yield from plan_samples(outline)
    yield VERBS[Task.STONE]
    yield from pour_samples(outline)
    yield isolation_strip(((metres(4), metres("0.1")),), metres("0.1"), metres(10))
    bell = Bell(metres("0.2"), metres("0.4"))
    yield from (bell, Pier(Elevation(0), Elevation(10**9), metres("0.25"), bell))
    yield from (
        cut_list([("P1", metres(1))], metres(3), Length(1)),
        order_for_top(Elevation(1), Elevation(0), Tolerance.either_way(Length(5)), head),
    )
    offer = SlipOffer(Slip.INCH, Reading(1), Elevation(1))
    yield from (offer, Explanation(Slip.INCH, Reading(1), 5))
    yield SlipQuestion(Length(1), from_neighbours=True, offers=(offer,))
    yield from trust_samples()
    yield close_run(Elevation(0), [Leg(Reading(2), Reading(1))], Elevation(1))


def over_time_samples() -> Iterator[Any]:
    """One of every value of stairs, of points leveled again, of soil."""
    stairs = flight([Measured(name, Elevation(n * 10**8)) for n, name in enumerate("abc")])
    moves = movement([Leveled(float(n), Elevation(n), 0.001) for n in (1, 2)])
    yield from (stairs, stairs.odd, moves, moves.in_all, moves.levelings[0])
    strip = center_zero_strip(metres("0.01"), Style.from_code("m"), metres(1))[0]
    yield from (strip, strip.marks[0])
    yield soil_of(1.0, 1.0, 1.25)


def layout_samples() -> Iterator[Any]:
    """One of every value that laying out gives."""
    yield PulledString(Elevation(0), Elevation(1), metres(1))
    yield SetPoint("1", place(0, 0), Elevation(0), Elevation(1))
    yield HalfWay("1", "2", Elevation(0))
    yield batter_boards({"A": Elevation(1), "B": Elevation(9)}, Length(1), Length(1))
    yield out_of_square(metres(3), metres(4), metres(5), metres(5))


def trust_samples() -> Iterator[Any]:
    """One of every value that trust in instruments and set-ups rests on."""
    apart = Disagreeing(Length(2), Length(1))
    record = SetUpRecord((BenchmarkRead(Moment(1.0), Length(1), Length(1)),), backsights=apart)
    made = MadeCheck(1.0, face_about(10.0, 0.001, 0.001))
    instrument = InstrumentRecord(InstrumentKind.ROTARY_LASER, 0.0001, (made,))
    yield from (Stamp(1.0, 2.0), Bounds(), Reported(Moment(1.0)))
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
    yield Embeds((place(1, 1),), level)
    yield Recess(outline, level, metres("-0.05"), metres(2), Underside(outline, width))
    yield Curb(line, level, metres("0.15"), width, metres(2), outline)
    yield FallingGround(line, level, Fall(Fraction(1, 20)), metres(3), metres(2))
    yield BoardsAround(outline, metres("0.1"), metres("0.6"), metres("0.45"))
    yield PierRow(grid, level, StackUp((Layer("beam", width),)), Fall(Fraction(0)))
    yield HoleDepths(metres(1), None)
    edge = ThickenedEdge(1, width, metres(1))
    under = Underside(outline, width, Taper(2, metres("0.3")), (edge,))
    yield from (under, under.slab, Under(level, under))
    slab = Slab(
        outline,
        FloorLevels(Elevation(9), width, width),
        PanelSurface((level_panel(outline, Elevation(9)),)),
        under,
        None,
    )
    yield from (slab, slab.levels, SlabOver(Elevation(1), width))
    book = field_book(slab, [(corner, Elevation(1)) for corner in outline.corners])
    yield from (book, book.thinnest, next(iter(pieces_of([outline]))))
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
    low = [StoneShot(corner, 0.0) for corner in outline.corners]
    yield lift_thickness(outline, {"A1": (outline.corners[0], Elevation(1))}, low)
    options = options_of(model, np.full(4, -0.1), rules, sliders, prices)
    yield from (rules, sliders, prices, options[0], cheapest_of(options))
    identity = Identity(Question.THIN, FaultKind.TOO_THIN, "B4")
    fault = Fault(identity, "B4.", 0.01, 0.001)
    line = CheckLine(Question.THIN, (fault,), "B4.")
    flat = [Finished(0, 0, 0), Finished(1, 0, 0), Finished(0, 1, 0)]
    yield from (flat[0], flatness_of(flat))
    shape = DrawnShape("SLAB", outline.corners, is_closed=True)
    point = DrawnPoint("POINTS", "1", outline.corners[0], None, "A1")
    yield from (shape, point, JobDrawing((shape,), (point,)))
    across = SectionLine(outline.corners[0], outline.corners[2])
    yield from (across, cut("Top", across, outline, LevelSurface(Elevation(5))))
    yield from (CutShot("stone", "A1", Length(1), Elevation(2)), SheetScale(100, "1:100"))
    shot = ToShoot("A", (1.0, 2.0), 1.2)
    places = where_to_stand([shot], shot, KIT, Reach(0, 50), (3, 3))
    yield from (shot, places.best, Reach(0, 50))
    yield beam_over([("A", Elevation(0))], metres(4), Elevation(0))
    yield set_ups_for([shot], shot, Reach(0, 50), np.array([(0.0, 0.0)]))
    yield KnownTwice("BM1", Elevation(1), Elevation(2))
    known = Known("BM1", (0.0, 0.0), outline.corners[0])
    yield from (known, circle("2F", "PIERS", (1.0, 2.0), 0.15), strip_in(outline.corners))
    yield fit_by([known], DrawingUnit.FEET)
    corners = tuple((corner, Elevation(5)) for corner in outline.corners[:3])
    yield TriangulatedSurface(corners, ((0, 1, 2),))
    yield designed([outline], LevelSurface(Elevation(5)))
    yield from (line, decide([line], ()), USUAL_STEPS[0])
    yield from (identity, fault, AcceptedFault(identity, 0.01, 0.001), AsDug(0.1))
    yield FrostCover(Elevation(5), metres(1))
    yield from facts_samples()


def facts_samples() -> Iterator[Any]:
    """One of every fact a pour's list rests on."""
    yield SITE
    yield from (NoticeFact(is_acknowledged=True, why="Yes."), SITE.answers[0][1])
    yield from (SITE.set_ups[0], CarriedFact("tp1", "TP1", shot()))
