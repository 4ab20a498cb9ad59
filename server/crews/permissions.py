"""Who may do what, by crew and role; the one place that says so."""

from __future__ import annotations

from enum import StrEnum
from uuid import UUID

from server.common.refusals import Denied, Missing
from server.crews.models import Membership, Role, User


class Ability(StrEnum):
    """What a role may allow."""

    READ = "read"
    RECORD = "record"  # readings, struck readings, extra points, checks, knocks
    SET_UP = "set-up"  # set-ups, and the benchmark and the job a height that is kept needs
    PLAN = "plan"  # jobs, benchmarks, floors, runs, gear, the crew's choices
    PEOPLE = "people"  # who is in the crew, as what


ABILITIES: dict[str, frozenset[Ability]] = {
    Role.OWNER: frozenset(Ability),
    Role.FOREMAN: frozenset(Ability) - {Ability.PEOPLE},
    Role.HELPER: frozenset({Ability.READ, Ability.RECORD, Ability.SET_UP}),
    Role.READER: frozenset({Ability.READ}),
}

IN_WORDS = {
    Ability.READ: "see this",
    Ability.RECORD: "record readings",
    Ability.SET_UP: "set up",
    Ability.PLAN: "plan levels",
    Ability.PEOPLE: "say who is in the crew",
}


def may(role: str, ability: Ability, *, helpers_set_up: bool = True) -> bool:
    """Whether a role has an ability; the owner may take setting up from the helpers."""
    if ability is Ability.SET_UP and role == Role.HELPER and not helpers_set_up:
        return False
    return ability in ABILITIES[role]


def require(role: str, ability: Ability, *, helpers_set_up: bool = True) -> None:
    """Raise :class:`Denied` unless a role has an ability."""
    if not may(role, ability, helpers_set_up=helpers_set_up):
        raise Denied(
            Role(role).label,
            f"A {Role(role).label.lower()} can't {IN_WORDS[ability]}.",
            "Ask the crew's foreman or owner.",
        )


def role_in_crew(user: User, crew_id: UUID, ability: Ability) -> str:
    """Return a person's role in a crew; :class:`Missing` unless they are in it."""
    place = (
        Membership.objects.filter(user=user, crew_id=crew_id)
        .values_list("role", "crew__helpers_set_up")
        .first()
    )
    if place is None:
        raise missing("crew", crew_id)
    role, helpers_set_up = place
    require(role, ability, helpers_set_up=helpers_set_up)
    return role


def missing(what: str, key: UUID) -> Missing:
    """Return the refusal for something that is not there, or not this person's to see."""
    return Missing(str(key), f"There is no such {what} in your crew.", "Go back to your jobs.")
