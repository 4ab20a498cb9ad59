"""Two people change one thing: the second is told what the first changed, and nothing is lost."""

from __future__ import annotations

from collections.abc import Mapping

from core.errors import quoted
from server.common.refusals import ChangedSince, Problem

#: What a form's fields are called in a sentence; one that is not here is called by its name.
NAMES = {
    "corners": "The outline",
    "panels": "The fall",
    "thickened": "The thickened parts",
    "level_from": "What the level is given from",
    "reference": "What the level is given from",
    "side": "The side of the level",
    "thickness": "The slab's thickness",
    "grid_spacing": "The spacing of the shots",
    "mark_spacing": "The spacing of the marks",
    "order_step": "The supplier's step",
    "measures": "The measures",
    "steps": "The steps",
    "layers": "The layers",
    "mesh": "The surface",
    "outline_of": "The floor it follows",
    "taper_edge": "The edge of the taper",
    "taper_to": "The taper's thickness",
}
#: Fields whose content means nothing to a reader.
UNSPOKEN = {"reference", "outline_of", "level_from", "shape", "formation", "part", "side"}


def refuse_overwriting(
    opened: Mapping[str, object], before: Mapping[str, object], after: Mapping[str, object]
) -> None:
    """Refuse a change that would undo what another changed since its form was opened.

    ``opened`` is what the form showed when it was opened, ``before`` what stands now, ``after``
    what would stand then. A field that another changed to what is sent is no quarrel. Raises
    :class:`ChangedSince` with every field there is one about.
    """
    problems = [
        _quarrel(field, opened.get(field), now, after[field])
        for field, now in before.items()
        if opened.get(field) != now and after[field] != now
    ]
    if problems:
        raise ChangedSince(*problems)


def _quarrel(field: str, was: object, now: object, sent: object) -> Problem:
    name = NAMES.get(field, "The " + field.replace("_", " "))
    plain = field not in UNSPOKEN and isinstance(now, str) and isinstance(was, str)
    if plain:
        why = f"{name} was {_said(was)} when you opened this; it is {_said(now)} by now."
    else:
        why = f"{name} was changed since you opened this."
    accepts = "Take it over, or keep yours instead."
    return Problem(field, "changed-since", quoted(str(sent)) if plain else "", why, accepts)


def _said(text: object) -> str:
    return quoted(str(text)) if text else "empty"
