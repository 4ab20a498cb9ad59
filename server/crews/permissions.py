"""Who may do what, by crew and role; the one place that says so."""

from __future__ import annotations

from enum import StrEnum
from uuid import UUID

from server.crews.models import Membership, Role, User
from server.refusals import Denied, Missing


class Ability(StrEnum):
    """What a role may allow."""

    READ = "read"
    RECORD = "record"  # readings, struck readings, extra points, checks, knocks
    PLAN = "plan"  # jobs, benchmarks, floors, set-ups, runs, gear, the crew's choices


ABILITIES: dict[str, frozenset[Ability]] = {
    Role.OWNER: frozenset(Ability),
    Role.FOREMAN: frozenset(Ability),
    Role.HELPER: frozenset({Ability.READ, Ability.RECORD}),
}

IN_WORDS = {
    Ability.READ: "see this",
    Ability.RECORD: "record readings",
    Ability.PLAN: "plan levels and set up",
}


def require(role: str, ability: Ability) -> None:
    """Raise :class:`Denied` unless a role has an ability."""
    if ability not in ABILITIES[role]:
        raise Denied(
            Role(role).label,
            f"A {Role(role).label.lower()} can't {IN_WORDS[ability]}.",
            "Ask the crew's foreman or owner.",
        )


def role_in_crew(user: User, crew_id: UUID, ability: Ability) -> str:
    """Return a person's role in a crew; :class:`Missing` unless they are in it."""
    role = (
        Membership.objects.filter(user=user, crew_id=crew_id).values_list("role", flat=True).first()
    )
    if role is None:
        raise missing("crew", crew_id)
    require(role, ability)
    return role


def missing(what: str, key: UUID) -> Missing:
    """Return the refusal for something that is not there, or not this person's to see."""
    return Missing(str(key), f"There is no such {what} in your crew.", "Go back to your jobs.")
