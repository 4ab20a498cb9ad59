"""Go or hold, judged from one frozen record of facts, and the run sheet (section 12)."""

from core.pours.decision import CheckLine, Decision, Question, decide, listed
from core.pours.facts import (
    AnswerFact,
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
from core.pours.lines import (
    extra_of,
    holes_of,
    lines_of,
    missing_depths_of,
    needed_of,
    over_dug_of,
)
from core.pours.run_sheet import USUAL_STEPS, RunStep, loads_of, minutes_between_trucks, run_sheet

__all__ = [
    "USUAL_STEPS",
    "AnswerFact",
    "CheckLine",
    "Decision",
    "ElementFact",
    "FloorFact",
    "HoleFact",
    "InstrumentFact",
    "NoticeFact",
    "PointFact",
    "PourFacts",
    "Question",
    "RunStep",
    "SetUpFact",
    "ShotFact",
    "StoneFact",
    "decide",
    "extra_of",
    "holes_of",
    "lines_of",
    "listed",
    "loads_of",
    "minutes_between_trucks",
    "missing_depths_of",
    "needed_of",
    "over_dug_of",
    "run_sheet",
]
