"""Gear as it was at a moment: what was typed first, with what was put right since."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from datetime import datetime
from typing import Any, TypeAlias
from uuid import UUID

from django.db import models
from django.db.models import Q

from core.lengths import Length, metres_text
from server.common.quantities import QuantityField
from server.gear.models import GearVersion, Instrument, Receiver, Rod

Gear: TypeAlias = Instrument | Receiver | Rod


def put_right(used: Iterable[tuple[Gear | None, datetime]]) -> None:
    """Give gear the values that held when it was used, in one query; what was typed is unchanged.

    The rows must not be saved afterwards.
    """
    pieces = [(gear, at) for gear, at in used if gear is not None]
    keys = {gear.pk for gear, _ in pieces}
    if not keys:
        return
    own = Q(instrument__in=keys) | Q(receiver__in=keys) | Q(rod__in=keys)
    versions: defaultdict[UUID, list[GearVersion]] = defaultdict(list)
    for version in GearVersion.objects.filter(own).order_by("recorded_at", "pk"):
        versions[version.instrument_id or version.receiver_id or version.rod_id].append(version)
    for gear, at in pieces:
        for one in versions[gear.pk]:
            if one.holds_from <= at:
                apply(gear, one.values)


def apply(gear: Gear, values: dict[str, Any]) -> None:
    """Set columns of gear from texts as a version keeps them."""
    for name, text in values.items():
        setattr(gear, name, _read(gear._meta.get_field(name), text))


def changed_columns(before: Gear, after: Gear) -> dict[str, Any]:
    """Return what differs between two states of gear, as a version keeps it."""
    names = [field.name for field in before._meta.concrete_fields if field.name not in KEPT]
    return {
        name: _written(getattr(after, name))
        for name in names
        if getattr(before, name) != getattr(after, name)
    }


#: What is never another by a version.
KEPT = ("id", "recorded_at", "crew", "retired_at", "retired_by", "retired_why")


def _written(value: Any) -> Any:
    return metres_text(value) if isinstance(value, Length) else value


def _read(field: Any, text: Any) -> Any:
    is_length = isinstance(field, QuantityField) and text is not None
    return Length.from_metres(text) if is_length else text


def as_they_are(rows: models.QuerySet[Any], now: datetime) -> list[Any]:
    """Return the gear of a query as it is now, what is retired left out."""
    found = list(rows.filter(retired_at=None))
    put_right((gear, now) for gear in found)
    return found
