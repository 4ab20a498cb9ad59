"""Reads an element of the plan as it is typed and works out what it would be; stores nothing."""

from __future__ import annotations

from dataclasses import dataclass, field
from uuid import UUID

from core import elements as built
from core.lengths import Length
from core.verdicts import Tolerance
from server.common.refusals import Entries
from server.jobs.models import Element, Job
from server.jobs.plan.element_form import Ground, Typed, entries_of
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.kinds import build, kind_of
from server.jobs.planned import ElementKind, as_typed_in
from server.jobs.rules import style_of
from server.jobs.services.draft_level import read_level

NO_TOLERANCE = Length(0)


@dataclass(frozen=True, slots=True)
class ElementForm:
    """An element as it is typed; ``part`` is the floor's surface its level is given from."""

    id: UUID
    kind: str
    name: str
    level_from: str
    level: str
    side: str
    reference: UUID | None
    part: str
    tolerance: str
    typed: Typed


@dataclass(slots=True)
class ElementDraft:
    """What could be made of a form so far; no element where a field was refused."""

    entries: Entries
    element: built.Element | None = None
    stored: Element | None = None
    values: dict[str, object] = field(default_factory=dict)


def draft_element(job: Job, form: ElementForm, plan: JobPlan | None = None) -> ElementDraft:
    """Work out an element from its form, gathering every refusal."""
    entries = entries_of(form.typed, style_of(job), level=form.level, tolerance=form.tolerance)
    draft = ElementDraft(entries)
    draft.values = {"kind": form.kind, "part": form.part, "typed": form.typed}
    draft.values |= as_typed_in(style_of(job))
    if form.kind == ElementKind.FREE:
        why, accepts = "Free points have no plan.", "Add them one by one, as they are shot."
        entries.refuse("kind", form.kind, why, accepts)
    mesh = form.typed.get("mesh")
    kind = kind_of(form.kind)
    is_level_known = not kind.has_level or mesh is not None
    tolerance = _tolerance(entries) if mesh is not None else NO_TOLERANCE
    if mesh is not None and not kind.takes_mesh:
        why = "It is not set to a surface of triangles."
        entries.refuse("mesh", mesh["name"], why, "Give it a level.")
    if not is_level_known:
        level = read_level(entries, job, form)
        draft.values |= level.values
        is_level_known = level.elevation is not None
        tolerance = _tolerance(entries)
    draft.values["tolerance"] = tolerance
    draft.stored = Element(id=form.id, job=job, name=form.name, **draft.values)
    plan = plan or JobPlan(job, parts=[])
    ground = entries.check("part", lambda: _ground(plan, draft.stored, is_level_known))
    draft.element = build(form.kind, entries, form.typed, ground or Ground(None, None))
    return draft


def _ground(plan: JobPlan, stored: Element | None, is_level_known: bool) -> Ground:
    assert stored is not None
    if is_level_known:
        return plan.ground(stored)
    followed = stored.typed["outline_of"]
    return Ground(None, plan.outlines.get(UUID(followed)) if followed else None)


def _tolerance(entries: Entries) -> Length | None:
    tolerance = entries.length("tolerance")
    if tolerance is None:
        return None
    known: Length = tolerance
    return entries.check("tolerance", lambda: Tolerance.either_way(known).plus)
