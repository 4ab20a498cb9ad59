"""Who is signed in, as screens read it."""

from __future__ import annotations

from typing import Literal, TypedDict

from server.common.styles import StyleChoice
from server.crews.models import Role, User
from server.crews.permissions import ABILITIES, Ability


class CrewSheet(TypedDict):
    """A crew of the person's, and what they may do in it."""

    id: str
    name: str
    role: str
    can_plan: bool


class Account(TypedDict):
    """A demo account."""

    username: str
    password: str
    who: str


class SessionSheet(TypedDict):
    """Who is signed in, by name and by number; 0 is nobody.

    ``begins`` is whether whoever comes may begin a crew: the first one, with the set-up code.
    Demo accounts stand only where the demo is loaded.
    """

    person: int
    name: str
    crews: list[CrewSheet]
    begins: Literal["no", "first", "any"]
    sends_mail: bool
    demo_accounts: list[Account]
    styles: list[StyleChoice]


def crews_of(user: User) -> list[CrewSheet]:
    """Return a person's crews, by name."""
    return [
        {
            "id": str(place.crew_id),
            "name": place.crew.name,
            "role": Role(place.role).label,
            "can_plan": Ability.PLAN in ABILITIES[place.role],
        }
        for place in user.memberships.select_related("crew").order_by("crew__name")
    ]
