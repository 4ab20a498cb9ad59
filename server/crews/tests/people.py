"""A crew with every kind of member, and newcomers with a browser each."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from django.test import Client, TestCase

from server.crews.models import Crew, Membership, Role, User
from server.tests.site import person

GOOD = "three plumb bobs 7"


def account(username: str, **changed: Any) -> dict[str, str]:
    """Return the body of a new account."""
    return {"username": username, "name": "Ann Marsh", "password": GOOD, "mail": ""} | changed


class PeopleTestCase(TestCase):
    """A crew of four, each with a different part in it; and another crew's owner."""

    def setUp(self) -> None:
        self.crew = Crew.objects.create(name="Lath & Line")
        self.browsers = {role: person(self.crew, role) for role in Role}
        self.owner = self.browsers[Role.OWNER]
        self.other_crew = Crew.objects.create(name="Others")
        self.other_owner = person(self.other_crew, Role.OWNER)

    def user(self, role: Role) -> User:
        """Return the person of a role."""
        return User.objects.get(memberships__crew=self.crew, memberships__role=role)

    def ask(
        self, client: Client, path: str, body: Any = None, status: int = 200, method: str = "post"
    ) -> Any:
        """Send something, and return what was answered with a status that is expected."""
        send = getattr(client, method)
        answer = send(f"/api/v1/{path}", body or {}, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def refused(
        self, client: Client, path: str, body: Any, status: int, method: str = "post"
    ) -> dict[str, str]:
        """Return what was refused, by its field."""
        errors = self.ask(client, path, body, status, method)["errors"]
        return {
            error["field"]: f"{error['typed']} {error['why']} {error['accepts']}"
            for error in errors
        }

    def people(self, client: Client | None = None) -> Any:
        """Return the crew's people as somebody sees them."""
        return (client or self.owner).get(f"/api/v1/crews/{self.crew.pk}/people").json()

    def invite(self, role: Role = Role.HELPER) -> str:
        """Have the owner ask somebody in; returns the link's token."""
        body = {"id": str(uuid4()), "role": role}
        self.ask(self.owner, f"crews/{self.crew.pk}/invitations", body, 201)
        link: str = self.people()["invitations"][-1]["link"]
        return link.removeprefix("/join/")

    def role_of(self, user: User) -> str | None:
        """Return what somebody is in the crew, None where they are not in it."""
        place = Membership.objects.filter(crew=self.crew, user=user).first()
        return place.role if place else None
