"""Go or hold, judged from one frozen record of facts, and the run sheet (section 12)."""

from core.pours.concrete_lines import extra_of, needed_of
from core.pours.decision import CheckLine, Decision, decide, listed
from core.pours.depth_lines import holes_of, missing_depths_of
from core.pours.facts import (
    USUAL_FRESH_HOURS,
    AnswerFact,
    CarriedFact,
    ElementFact,
    FloorFact,
    HoleFact,
    InstrumentFact,
    NoticeFact,
    PointFact,
    PourFacts,
    SetUpFact,
    ShotFact,
    StoneFact,
)
from core.pours.faults import (
    AcceptedFault,
    Fault,
    FaultKind,
    Identity,
    Question,
    Side,
    as_shown,
    not_accepted,
)
from core.pours.lines import lines_of, unanswered
from core.pours.point_lines import over_dug_of
from core.pours.run_sheet import USUAL_STEPS, RunStep, loads_of, minutes_between_trucks, run_sheet

__all__ = [
    "USUAL_FRESH_HOURS",
    "USUAL_STEPS",
    "AcceptedFault",
    "AnswerFact",
    "CarriedFact",
    "CheckLine",
    "Decision",
    "ElementFact",
    "Fault",
    "FaultKind",
    "FloorFact",
    "HoleFact",
    "Identity",
    "InstrumentFact",
    "NoticeFact",
    "PointFact",
    "PourFacts",
    "Question",
    "RunStep",
    "SetUpFact",
    "ShotFact",
    "Side",
    "StoneFact",
    "as_shown",
    "decide",
    "extra_of",
    "holes_of",
    "lines_of",
    "listed",
    "loads_of",
    "minutes_between_trucks",
    "missing_depths_of",
    "needed_of",
    "not_accepted",
    "over_dug_of",
    "run_sheet",
    "unanswered",
]
