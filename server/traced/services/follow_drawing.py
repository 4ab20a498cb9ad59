"""Lets parts of the plan follow a drawing that was changed and brought in again."""

from __future__ import annotations

from uuid import UUID, uuid5

from django.db import transaction

from core.errors import BadShape, RuleError
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.models import Floor
from server.jobs.plan.typed import element_typed
from server.jobs.services.form_again import element_form_of, floor_form_of
from server.jobs.services.lay_out_floor import change_floor
from server.jobs.services.place_element import change_element
from server.jobs.sheets import typed_as_it_stands
from server.refusals import Invalid, Problem
from server.traced.access import drawing_for
from server.traced.geometry import Placed
from server.traced.laid import Laid, LayForm, kept_fit, lay
from server.traced.models import BroughtDrawing, PlacedShape
from server.traced.reading import Found
from server.traced.services.place_drawing import (
    corners_kept,
    element_as_drawn,
    floor_as_drawn,
    known,
)
from server.traced.sheets import layers_of


def follow_drawing(
    user: User, drawing_id: UUID, form: LayForm, placed_ids: list[UUID]
) -> BroughtDrawing:
    """Move parts of the plan to where a drawing has them now: all of them, or none.

    Points that were shot stay where they are, or it is refused with :class:`Invalid`.
    """
    drawing = drawing_for(user, drawing_id, Ability.PLAN)
    found = Found.unpacked(bytes(drawing.content))
    laid = lay(drawing, found, form)
    kept = PlacedShape.objects.filter(drawing__job=drawing.job, pk__in=placed_ids)
    with transaction.atomic():
        for one in kept.select_related("drawing", "floor__job", "element__job"):
            try:
                _follow(user, drawing, found, laid, one)
            except RuleError as refused:
                raise Invalid(Problem.of("changes", refused)) from refused
    return drawing


def _follow(
    user: User, drawing: BroughtDrawing, found: Found, laid: Laid, kept: PlacedShape
) -> None:
    part, shapes = kept.part, {one.handle: one for one in found.traced}
    if part.retired_at is not None:
        raise BadShape(part.name, "It was taken out of the plan.", "Place it anew.")
    was = layers_of(kept.drawing)
    for handle in kept.handles:
        if handle in shapes and shapes[handle].layer != was.get(handle):
            raise BadShape(
                handle,
                f"On layer {shapes[handle].layer} it is not what {part.name} was placed from.",
                "Place it anew from the shape it is now.",
            )
    placed = [Placed.of(known(shapes, handle), laid) for handle in kept.handles]
    if isinstance(part, Floor):
        floor = typed_as_it_stands(part)
        drawn = floor_as_drawn(floor_form_of(part.pk, floor), placed, laid)
        change_floor(user, part.pk, drawn, floor)
    else:
        element = element_typed(part)
        form = element_as_drawn(element_form_of(part.pk, element), placed, laid)
        change_element(user, part.pk, form, element)
    PlacedShape.objects.get_or_create(
        id=uuid5(drawing.pk, str(kept.pk)),
        defaults={
            "drawing": drawing,
            "floor": kept.floor,
            "element": kept.element,
            "handles": kept.handles,
            "corners": corners_kept(placed),
            "fit": kept_fit(laid.fit),
            "placed_by": user,
        },
    )
