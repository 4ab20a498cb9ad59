"""Who may do what: the table in the docs, held against every address, role by role."""

from __future__ import annotations

import re
from copy import deepcopy
from typing import Any
from uuid import uuid4

from django.conf import settings
from django.db import transaction
from django.test import Client, override_settings
from django.utils import timezone

from server.background.models import LongWork
from server.crews.models import Crew, Invitation, Membership, Role, User
from server.crews.permissions import ABILITIES, Ability
from server.fieldbook.models import Reread, TurningPoint
from server.imports.tests.drawn import a_drawing
from server.notices.models import Notice
from server.notices.services.notice_numbers import NoticeNumbers
from server.pictures.tests.pixels import a_picture
from server.tests.addresses import AddressCase
from server.tests.sample_bodies import FORM, Operation, operations
from server.tests.site import LONG_AGO, TAKEN_AT, person

PAGE = settings.ROOT / "docs" / "who-may-do-what.md"
#: What needs no place in a crew: one's own account, and what is open to whoever comes.
OWN, OPEN = "own", "open"
#: What is done to a free point alone.
FREE = ("points/{point}/target", "points/{point}/benchmark")
SIGNED_OUT, DENIED, MISSING = 401, 403, 404


def told() -> dict[str, str]:
    """Return what the page says each address needs."""
    rows = re.findall(r"^\| `([A-Z]+ [^`]+)` \| ([a-z-]+) \|$", PAGE.read_text(), re.MULTILINE)
    return dict(rows)


@override_settings(SENDS_MAIL=True)
class Roles(AddressCase):
    """A crew with one of each role, and something at every address."""

    def setUp(self) -> None:
        super().setUp()
        for path, body, _ in self.writes():
            if path.endswith(("rereads", "turning-points", "records")):
                self.foreman.post(f"/api/v1/{path}", body, content_type="application/json")
        shown = {
            "id": str(uuid4()), "kind": "pour", "about": self.pour, "picture": a_picture(),
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.picture = self.ok(self.foreman, f"jobs/{self.job}/pictures", shown)["id"]
        free = {"id": str(uuid4()), "name": "Sill"}
        self.free_point = self.ok(self.foreman, f"jobs/{self.job}/free-points", free)["id"]
        owner = person(self.crew, Role.OWNER)
        self.browsers = {
            Role.OWNER: owner,
            Role.FOREMAN: self.foreman,
            Role.HELPER: self.helper,
            Role.READER: person(self.crew, Role.READER),
        }
        asked = {"id": str(uuid4()), "role": "helper"}
        self.ok(owner, f"crews/{self.crew.pk}/invitations", asked)
        leaver = Membership.objects.create(
            crew=self.crew, user=User.objects.create_user("leaver"), role=Role.HELPER
        )
        numbers = {name: [] if name == "shots" else "" for name in NoticeNumbers.__annotations__}
        notice = Notice.objects.create(
            id=uuid4(), floor_id=self.floor, numbers=numbers, rate="1", taken_at=LONG_AGO,
            taken_by=leaver.user, expires_at=LONG_AGO,
        )  # fmt: skip
        self.keys: dict[str, Any] = {
            "crew": self.crew.pk, "job": self.job, "floor": self.floor, "element": self.element,
            "point": self.hole, "shot": self.shot, "set_up": self.set_up_id, "pour": self.pour,
            "instrument": self.instrument, "person": leaver.user_id, "stage": "stone",
            "invitation": Invitation.objects.get().pk, "reread": Reread.objects.get().pk,
            "turning_point": TurningPoint.objects.get().pk, "notice": notice.pk,
            "backsight": self.set_up_id,
            "kind": "floors", "part": self.floor, "benchmark": self.benchmark,
            "gear": self.instrument, "day": timezone.localdate().isoformat(),
            "picture": self.picture,
            "work": LongWork.objects.all()[0].pk, "paper": uuid4(),
            "drawing": a_drawing(self.job).pk, "sign_in": uuid4(), "token": "none", "who": "none",
        }  # fmt: skip

    def status(self, client: Client, one: Operation) -> int:
        """Return how a browser is answered; what it changed is undone."""
        keys = self.keys | ({"point": self.free_point} if one.place in FREE else {})
        place = re.sub(r"\{(\w+)\}", lambda name: str(keys[name[1]]), one.place)
        body = one.body() | ({"northing": "", "easting": ""} if one.kind == FORM else {})
        if "crew" in body:
            body["crew"] = str(self.crew.pk)
        for name, key in (("set_up", self.set_up_id), ("point", self.point)):
            if name in body:
                body[name] = str(key)
        kind = {} if one.kind == FORM or one.method == "get" else {"content_type": one.kind}
        address = f"/api/v1/{place}?floor={self.floor}&{one.query()}"
        cookies = deepcopy(client.cookies)
        with transaction.atomic():
            answer = getattr(client, one.method)(address, body, **kind)
            transaction.set_rollback(True)
        client.cookies = cookies
        return int(answer.status_code)

    def test_the_page_names_every_address_and_what_each_role_can(self) -> None:
        self.assertEqual(sorted(told()), sorted(str(operation) for operation in operations()))
        page = PAGE.read_text()
        for ability in Ability:
            can = " | ".join("yes" if ability in ABILITIES[role] else "no" for role in Role)
            row = next(line for line in page.splitlines() if line.startswith(f"| {ability} |"))
            self.assertTrue(row.endswith(f"| {can} |"), row)

    def test_each_address_is_each_roles_as_the_page_says(self) -> None:
        needs = told()
        wrong: list[str] = []
        for operation in operations():
            needed = needs[str(operation)]
            for role, client in self.browsers.items():
                allowed = needed in (OWN, OPEN) or Ability(needed) in ABILITIES[role]
                status = self.status(client, operation)
                if (status == DENIED) == allowed or status == SIGNED_OUT or status >= 500:
                    wrong.append(f"{operation}, {role}: {status}")
        self.assertEqual(wrong, [])

    def test_an_owner_takes_setting_up_from_the_helpers_and_nothing_else(self) -> None:
        self.crew.helpers_set_up = False
        self.crew.save()
        for operation in operations():
            needed = told()[str(operation)]
            if needed in (Ability.RECORD, Ability.SET_UP):
                is_denied = self.status(self.helper, operation) == DENIED
                self.assertEqual(is_denied, needed == Ability.SET_UP, operation)

    def test_another_crews_owner_finds_nothing_and_nobody_signed_in_gets_nothing(self) -> None:
        needs = told()
        wrong: list[str] = []
        for operation in operations():
            needed = needs[str(operation)]
            if needed != OPEN and self.status(Client(), operation) != SIGNED_OUT:
                wrong.append(f"{operation}, nobody")
            if needed not in (OWN, OPEN) and ("{" in operation.place or operation.method == "post"):
                status = self.status(self.outsider, operation)
                wrong += [f"{operation}, outsider: {status}"] if status != MISSING else []
        self.assertEqual(wrong, [])
        self.assertEqual(Crew.objects.get(pk=self.crew.pk).memberships.count(), 5)
