"""Lets parts of the plan follow a drawing that was changed and brought in again."""

from __future__ import annotations

from dataclasses import replace
from uuid import UUID, uuid5

from django.db import transaction

from core.cad import Fitted
from core.errors import BadShape, RuleError
from core.lengths import parse_length
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.imports.access import drawing_for
from server.imports.geometry import Placed, geometry_of
from server.imports.models import BroughtDrawing, PlacedShape
from server.imports.placement import Laid, LayForm, fit_kept, lay
from server.imports.reading import Found
from server.imports.services.place_drawing import (
    element_as_drawn,
    floor_as_drawn,
    keep_placed,
    known,
)
from server.imports.sheets import layers_of
from server.jobs.models import Floor
from server.jobs.plan.element_form import Typed
from server.jobs.plan.typed import element_typed
from server.jobs.planned import ElementKind
from server.jobs.services.draft_element import ElementForm
from server.jobs.services.form_again import element_form_of, floor_form_of
from server.jobs.services.lay_out_floor import change_floor
from server.jobs.services.place_element import change_element
from server.jobs.sheets import typed_as_it_stands

#: What of a part is typed where the drawing does not say it.
TYPED_OR_DRAWN = ("strip_width", "diameter")


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
    part, shapes = kept.part, {shape.handle: shape for shape in found.drawn}
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
        form = element_form_of(part.pk, element)
        drawn_once = _measured_before(kept, ElementKind(part.kind), form.typed["shape"], laid)
        change_element(user, part.pk, _following(form, drawn_once, placed, laid), element)
    keep_placed(
        PlacedShape(
            id=uuid5(drawing.pk, str(kept.pk)),
            drawing=drawing,
            floor=kept.floor,
            element=kept.element,
            handles=kept.handles,
            placed_by=user,
        ),
        placed,
        laid,
    )


def _measured_before(
    kept: PlacedShape, kind: ElementKind, stands_as: str, laid: Laid
) -> dict[str, str]:
    """Return the measures that a part would have of the drawing it was placed from.

    None where it does not stand as that drawing says: a narrow rectangle whose width was typed is
    the middle of a ring, and goes on being one.
    """
    found = Found.unpacked(bytes(kept.drawing.content))
    shapes = {shape.handle: shape for shape in found.drawn}
    before = replace(laid, fitted=Fitted(fit_kept(kept.fit), ()))
    placed = [Placed.of(known(shapes, handle), before) for handle in kept.handles]
    drawn = geometry_of(kind, placed, before, {})
    if drawn.shape != stands_as:
        return {}
    return {name: drawn.measures[name] for name in TYPED_OR_DRAWN if name in drawn.measures}


def _following(
    form: ElementForm, drawn_once: dict[str, str], placed: list[Placed], laid: Laid
) -> ElementForm:
    """Return a part's form as it is drawn now; a measure that somebody typed since stays."""
    stands: dict[str, str] = form.typed["measures"]
    typed_since = {
        name: stands[name]
        for name, drawn in drawn_once.items()
        if not _is_same(stands.get(name, ""), drawn, laid)
    }
    left_to_it = {name: text for name, text in stands.items() if name not in drawn_once}
    typed: Typed = {**form.typed, "measures": left_to_it}
    followed = element_as_drawn(replace(form, typed=typed), placed, laid)
    measures = followed.typed["measures"] | typed_since
    return replace(followed, typed={**followed.typed, "measures": measures})


def _is_same(typed: str, drawn: str, laid: Laid) -> bool:
    """Whether two lengths are one; nothing typed is what the drawing says."""
    kind = laid.style.kind
    return not typed.strip() or parse_length(typed, kind) == parse_length(drawn, kind)
