"""The elements of a job's plan: their geometry, the points to shoot, the heights to set."""

from core.elements.along import Courses, FollowingLine, Wall
from core.elements.curb import Curb
from core.elements.footing import FootingStep, Pad, Section, StripFooting, mean_over_dig
from core.elements.free import FreePoints
from core.elements.grade import FallingGround
from core.elements.in_slab import Embeds, Recess
from core.elements.lot import LotLine, Obstacle
from core.elements.over import BoardsAround, CoveredOutline, screed_spacing
from core.elements.piers import PierGrid, PierRow, read_count
from core.elements.planned import AsDug, Drawn, Element, PlannedHeight, PlannedPoint, heights_of

__all__ = [
    "AsDug",
    "BoardsAround",
    "Courses",
    "CoveredOutline",
    "Curb",
    "Drawn",
    "Element",
    "Embeds",
    "FallingGround",
    "FollowingLine",
    "FootingStep",
    "FreePoints",
    "LotLine",
    "Obstacle",
    "Pad",
    "PierGrid",
    "PierRow",
    "PlannedHeight",
    "PlannedPoint",
    "Recess",
    "Section",
    "StripFooting",
    "Wall",
    "heights_of",
    "mean_over_dig",
    "read_count",
    "screed_spacing",
]
