"""How sheets on paper are asked for."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers
from rest_framework.request import Request

from core.drawings import SectionLine, center_zero_strip
from core.errors import RuleError
from core.floors import PlanPoint
from core.lengths import Length
from core.tasks import Task
from server.common.refusals import Entries, Invalid, Problem
from server.exports.plan_sheets.ask import SheetAsk
from server.exports.plan_sheets.labels import LabelAsk
from server.jobs.models import Job
from server.jobs.rules import style_of
from server.platform.api.inputs import Entry

LONGEST_BLOCK = Length.from_metres(1)
ENDS = ("from_right", "from_away", "to_right", "to_away")


class SheetInput(serializers.Serializer[Any]):
    """A sheet's paper, which way it lies, and how what is to be cut is written."""

    paper = serializers.ChoiceField(["a4", "letter", "a3"])
    wide = serializers.BooleanField(required=False, default=False)
    tenths = serializers.BooleanField(required=False, default=False)
    toward = serializers.ChoiceField(
        ["up", "right", "down", "left"], required=False, default="", allow_blank=True
    )
    side = serializers.ChoiceField(["north", "street"], required=False, default="north")


class TaskInput(SheetInput):
    """A sheet of the points of one task, or of all where none is named."""

    task = serializers.ChoiceField(
        [str(task) for task in Task], required=False, default="", allow_blank=True
    )


class StakesInput(TaskInput):
    """Labels for stakes."""

    offset = serializers.CharField(max_length=40, required=False, default="", allow_blank=True)
    one_each = serializers.BooleanField(required=False, default=False)


class StripInput(SheetInput):
    """A center-zero strip: how far it counts each way, and how high the beam is over the laser."""

    half = Entry()
    block = Entry(required=False, default="")


class EndsInput(serializers.Serializer[Any]):
    """A section from one place on the plan to another."""

    from_right = Entry()
    from_away = Entry()
    to_right = Entry()
    to_away = Entry()


class SectionInput(EndsInput, SheetInput):
    """A section on paper."""


def asked(request: Request, inputs: type[serializers.Serializer[Any]]) -> dict[str, Any]:
    """Return what a sheet is asked for by; refuses what can't be."""
    read = inputs(data=request.query_params)
    read.is_valid(raise_exception=True)
    typed: dict[str, Any] = read.validated_data
    return typed


def sheet_ask(typed: dict[str, Any]) -> SheetAsk:
    """Return a checked sheet."""
    return SheetAsk(typed["paper"], typed["wide"], typed["tenths"], typed["toward"], typed["side"])


def label_ask(typed: dict[str, Any]) -> LabelAsk:
    """Return checked labels."""
    return LabelAsk(sheet_ask(typed), typed["task"], typed["offset"], typed["one_each"])


def strip_lengths(job: Job, typed: dict[str, Any]) -> tuple[Length, Length | None]:
    """Return how far a strip counts, and its gauge block's height where one is wanted."""
    entries = Entries({name: typed[name] for name in ("half", "block")}, style_of(job))
    half, block = entries.length("half"), entries.optional("block")
    if half is not None:
        known: Length = half
        entries.check("half", lambda: center_zero_strip(known, style_of(job), LONGEST_BLOCK))
    if block is not None and not 0 < block.nanometres <= LONGEST_BLOCK.nanometres:
        why = "No laser's beam is that high over its foot."
        entries.refuse("block", typed["block"], why, "Measure from its foot to the beam.")
    entries.finish()
    assert half is not None
    return half, block


def section_line(job: Job, typed: dict[str, Any]) -> SectionLine:
    """Return a section's line; raises :class:`Invalid` with the field that can't be."""
    entries = Entries({name: typed[name] for name in ENDS}, style_of(job))
    found = [entries.length(name) for name in ENDS]
    entries.finish()
    known = [length for length in found if length is not None]
    try:
        return SectionLine(PlanPoint(*known[:2]), PlanPoint(*known[2:]))
    except RuleError as refused:
        raise Invalid(Problem.of("to_right", refused)) from refused
