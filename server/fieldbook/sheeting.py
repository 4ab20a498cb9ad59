"""Which points of the stone lie under sheeting: nobody rakes what is covered."""

from __future__ import annotations

from collections.abc import Iterable
from uuid import UUID

from django.db.models import BooleanField, OuterRef, Subquery, Value
from django.db.models.functions import Coalesce

from server.fieldbook.models import Sheeting
from server.jobs.models import Point


def covered() -> Coalesce:
    """Return the column that says whether sheeting lies over a point, for a query of points."""
    last = Sheeting.objects.filter(point=OuterRef("pk")).order_by("-taken_at", "-recorded_at")
    return Coalesce(Subquery(last.values("is_down")[:1]), Value(False), output_field=BooleanField())


def covered_among(points: Iterable[UUID]) -> frozenset[UUID]:
    """Return those of some points that sheeting lies over."""
    lying = Point.objects.filter(pk__in=list(points)).annotate(lies_covered=covered())
    return frozenset(lying.filter(lies_covered=True).values_list("pk", flat=True))
