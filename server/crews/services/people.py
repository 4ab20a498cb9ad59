"""The people of a crew: what they are in it, and that they leave it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from server.common.refusals import Conflict
from server.crews.models import Crew, Invitation, Membership, Role, User
from server.crews.permissions import Ability, missing, role_in_crew
from server.crews.services.accounts import end_sign_ins
from server.crews.services.invitations import link_of


class PersonSheet(TypedDict):
    """Somebody in a crew; ``is_you`` is who asks.

    What they sign in with is told to an owner, and to themselves.
    """

    id: int
    name: str
    username: str
    role: Role
    role_text: str
    is_you: bool


class InvitationSheet(TypedDict):
    """A place that is offered; ``link`` is the path to send."""

    id: str
    role_text: str
    link: str
    expires_at: str
    invited_by: str


class RoleChoice(TypedDict):
    """What somebody can be in a crew, and what that means."""

    role: Role
    label: str
    means: str


class PeopleSheet(TypedDict):
    """A crew's people, and the places that are offered; those only to whoever may offer them."""

    crew: str
    people: list[PersonSheet]
    invitations: list[InvitationSheet]
    roles: list[RoleChoice]
    can_change: bool


MEANS = {
    Role.OWNER: "Everything, and who is in the crew.",
    Role.FOREMAN: "Plans jobs, floors and gear, sets up, records, decides, sends notices.",
    Role.HELPER: "Records readings and checks; sets up where the crew lets helpers.",
    Role.READER: "Sees everything and changes nothing: an inspector, or the office.",
}
ORDER = list(Role)


@dataclass(frozen=True, slots=True)
class _Place:
    """A person's place in a crew, held with all the others of it."""

    place: Membership
    others: list[Membership]

    @property
    def is_last_owner(self) -> bool:
        """Whether nobody else owns the crew."""
        return self.place.role == Role.OWNER and all(
            other.role != Role.OWNER for other in self.others
        )


def people_sheet(user: User, crew_id: UUID) -> PeopleSheet:
    """Return a crew's people, owners first."""
    role = role_in_crew(user, crew_id, Ability.READ)
    can_change = role == Role.OWNER
    crew = Crew.objects.get(pk=crew_id)
    places = sorted(
        crew.memberships.select_related("user"),
        key=lambda membership: (ORDER.index(Role(membership.role)), membership.user.shown_name),
    )
    offered = Invitation.objects.filter(
        crew=crew_id, taken_by=None, withdrawn_by=None, expires_at__gt=timezone.now()
    ).select_related("invited_by")
    return {
        "crew": crew.name,
        "people": [_person(place, user, can_change) for place in places],
        "invitations": [_offered(one) for one in offered.order_by("invited_at")]
        if can_change
        else [],
        "roles": [{"role": one, "label": one.label, "means": MEANS[one]} for one in Role],
        "can_change": can_change,
    }


def _person(place: Membership, asking: User, is_told: bool) -> PersonSheet:
    role, is_you = Role(place.role), place.user_id == asking.pk
    return {
        "id": place.user_id,
        "name": place.user.shown_name,
        "username": place.user.username if is_told or is_you else "",
        "role": role,
        "role_text": role.label,
        "is_you": is_you,
    }


def _offered(invitation: Invitation) -> InvitationSheet:
    return {
        "id": str(invitation.pk),
        "role_text": invitation.get_role_display(),
        "link": link_of(invitation),
        "expires_at": invitation.expires_at.isoformat(),
        "invited_by": invitation.invited_by.shown_name,
    }


@transaction.atomic
def change_role(user: User, crew_id: UUID, person: int, role: str) -> None:
    """Change what somebody is in a crew; its last owner stays one."""
    role_in_crew(user, crew_id, Ability.PEOPLE)
    found = _held(crew_id, person)
    if found.is_last_owner and role != Role.OWNER:
        raise _last(found.place)
    found.place.role = Role(role)
    found.place.save(update_fields=["role"])
    if role != Role.OWNER:
        _end_links_of(user, found.place)


@transaction.atomic
def take_out(user: User, crew_id: UUID, person: int) -> None:
    """Take somebody out of a crew, or leave it oneself; what they recorded keeps their name.

    Whoever is taken out is signed out everywhere at once.
    """
    own = person == user.pk
    role_in_crew(user, crew_id, Ability.READ if own else Ability.PEOPLE)
    found = _held(crew_id, person)
    if found.is_last_owner:
        raise _last(found.place)
    _end_links_of(user, found.place)
    found.place.delete()
    if not own:
        end_sign_ins(found.place.user)


def _end_links_of(user: User, place: Membership) -> None:
    """Take back what somebody offered who may offer nothing now: no link leads back in."""
    Invitation.objects.filter(
        crew=place.crew_id, invited_by=place.user_id, taken_by=None, withdrawn_by=None
    ).update(withdrawn_by=user)


def _held(crew_id: UUID, person: int) -> _Place:
    """Return a person's place, with all of the crew's held: two owners can't leave at once."""
    places = list(Membership.objects.select_for_update().filter(crew=crew_id).order_by("pk"))
    found = next((place for place in places if place.user_id == person), None)
    if found is None:
        raise missing("person", crew_id)
    return _Place(found, [place for place in places if place is not found])


def _last(place: Membership) -> Conflict:
    return Conflict(
        place.user.shown_name,
        "A crew has an owner, and this is its last one.",
        "Make somebody else an owner first.",
    )
