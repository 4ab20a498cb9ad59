"""Reads a drawing that was handed in, and keeps what was found in it."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from typing import Protocol
from uuid import UUID

from core.errors import RuleError
from server.common.files import as_typed
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.imports.models import BroughtDrawing
from server.imports.reading import read_apart
from server.jobs.access import job_for

STEPS = 2


class HandedIn(Protocol):
    """A drawing on its way in."""

    @property
    def pk(self) -> UUID: ...
    @property
    def job_id(self) -> UUID | None: ...
    @property
    def asked_by(self) -> User: ...
    @property
    def file_name(self) -> str: ...


def keep_drawing(work: HandedIn, content: bytes, progress: Callable[[int, int], None]) -> str:
    """Read a drawing whole or refuse it whole, and say what was found.

    Raises :class:`Invalid` for a file that can't be read.
    """
    assert work.job_id is not None
    job, _ = job_for(work.asked_by, work.job_id, Ability.PLAN)
    progress(0, STEPS)
    try:
        found = read_apart(as_typed(work.file_name), content)
    except RuleError as refused:
        raise Invalid(Problem.of("file", refused)) from refused
    progress(1, STEPS)
    if not (found.drawn or found.marks or found.meshes):
        why = "There is no line, outline, point or surface in it."
        accepts = "Save the plan's own lines to DXF, not as a picture or a block of another file."
        raise Invalid(Problem("file", "nothing-drawn", work.file_name, why, accepts))
    BroughtDrawing.objects.create(
        id=work.pk,
        job=job,
        file_name=work.file_name,
        digest=hashlib.sha256(content).hexdigest(),
        content=found.packed(),
        brought_by=work.asked_by,
    )
    layers = {shape.layer for shape in found.drawn} | {mark.layer for mark in found.marks}
    parts = [
        f"{len(found.drawn)} lines and outlines" if found.drawn else "",
        f"{len(found.marks)} points and texts" if found.marks else "",
        f"{len(found.meshes)} surfaces" if found.meshes else "",
    ]
    return f"{', '.join(filter(None, parts))} on {len(layers)} layers; nothing is on the plan yet."
