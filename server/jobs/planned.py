"""What everything that is planned has: a level, the style it was typed in, and what it is."""

from __future__ import annotations

from django.db import models

from core.design import SlabPart
from core.lengths import Length, Style
from server.common.quantities import ElevationField, LengthField


def no_height() -> Length:
    """Return no height at all: the datum of what is tied to none."""
    return Length(0)


class TypedIn(models.Model):
    """Something kept as it was typed, with the style and the datum it was typed in."""

    typed_style = models.CharField(max_length=10)
    typed_datum = LengthField(default=no_height)

    class Meta:
        abstract = True

    @property
    def typed_in(self) -> Style:
        """The style it was typed in."""
        return Style.from_code(self.typed_style).tied(self.typed_datum)


def as_typed_in(style: Style) -> dict[str, object]:
    """Return the columns that keep the style something is typed in."""
    return {"typed_style": style.code, "typed_datum": style.datum}


class Leveled(models.Model):
    """Something with a level: an elevation, or an amount above a benchmark or a floor."""

    level_elevation = ElevationField(null=True)
    level_offset = LengthField(null=True)
    reference_benchmark = models.ForeignKey(
        "jobs.Benchmark", null=True, on_delete=models.PROTECT, related_name="+"
    )
    reference_floor = models.ForeignKey(
        "jobs.Floor", null=True, on_delete=models.PROTECT, related_name="+"
    )

    class Meta:
        abstract = True


class ElementKind(models.TextChoices):
    """What an element of the plan is."""

    BOARDS = "boards", "Batter boards"
    EXCAVATION = "excavation", "Excavation"
    FOOTING = "footing", "Strip footing"
    PAD = "pad", "Pad"
    WALL = "wall", "Wall of courses"
    FORM = "form", "Forms"
    PIERS = "piers", "Piers"
    PILES = "piles", "Screwed or driven piles"
    LAYER = "layer", "Layer or lift"
    STEEL = "steel", "Steel"
    EMBEDS = "embeds", "Bolts, sleeves, drains"
    RECESS = "recess", "Recess or raised part"
    CURB = "curb", "Curb"
    MARKS = "marks", "Wall marks"
    SCREED = "screed", "Screed points"
    FINISHED = "finished", "Finished surface"
    GRADE = "grade", "Ground away from a wall"
    FREE = "free", "Free points"
    LOT = "lot", "Lot line"
    OBSTACLE = "obstacle", "Wall, stack or machine"


ELEMENT_KINDS = list(ElementKind.values)


class FloorPart(models.TextChoices):
    """The surface of a floor a level is given from."""

    TOP = SlabPart.TOP, "top of slab"
    FINISHED = SlabPart.FINISHED, "finished level, without its fall"
    UNDERSIDE = SlabPart.UNDERSIDE, "underside of slab"
    SUB_BASE = SlabPart.SUB_BASE, "stone"
    SUB_GRADE = SlabPart.SUB_GRADE, "formation"
