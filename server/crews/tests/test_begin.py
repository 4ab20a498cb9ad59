"""The first crew of an installation, by the code that was printed; others where anybody may."""

from __future__ import annotations

import io
from typing import Any
from uuid import uuid4

from django.core.management import call_command
from django.test import Client, TestCase, override_settings

from server.crews.models import BY_A_FILE, Crew, Membership, Role, User
from server.crews.services.begin_crew import set_up_code
from server.crews.tests.people import account


def told_code() -> str:
    """Return what the start command prints."""
    said = io.StringIO()
    call_command("set_up_code", stdout=said)
    return said.getvalue().strip()


class FirstCrew(TestCase):
    """An empty installation."""

    def begin(self, status: int, code: str = "", **changed: Any) -> Any:
        body = account("ann", id=str(uuid4()), crew="Lath & Line", code=code) | changed
        answer = Client().post("/api/v1/crews", body, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def test_whoever_holds_the_code_begins_it_and_owns_it(self) -> None:
        self.assertEqual(self.client.get("/api/v1/session").json()["begins"], "first")
        code = told_code().rpartition(" ")[2]
        told = self.begin(200, f" {code.upper()} ")
        self.assertEqual([(crew["name"], crew["role"]) for crew in told["crews"]],
                         [("Lath & Line", "Owner")])  # fmt: skip
        place = Membership.objects.get()
        self.assertEqual((place.user.username, place.role), ("ann", Role.OWNER))
        self.assertEqual(told_code(), "", "it is told no more")
        self.assertEqual(self.client.get("/api/v1/session").json()["begins"], "no")
        self.begin(403, code, username="bob")
        self.assertEqual(User.objects.count(), 1)

    def test_a_wrong_code_and_a_wrong_account_make_nothing(self) -> None:
        for code in ("x", "aaaa-bbbb-cccc-dddd", set_up_code()[:-1]):
            self.assertEqual(self.begin(400, code)["errors"][0]["field"], "code")
        self.begin(403)
        for changed, field in (
            ({"username": "a b"}, "username"), ({"username": f"ann{BY_A_FILE}"}, "username"),
            ({"password": "12345678"}, "password"), ({"password": "short"}, "password"),
            ({"crew": "\u202ecrew"}, "crew"), ({"name": "\x07"}, "name"), ({"mail": "x"}, "mail"),
            ({"crew": "C" * 400}, "crew"),
        ):  # fmt: skip
            with self.subTest(changed):
                told = self.begin(400, set_up_code(), **changed)
                self.assertEqual([error["field"] for error in told["errors"]], [field])
        self.assertFalse(User.objects.exists() or Crew.objects.exists())

    def test_people_only_a_file_speaks_for_are_nobody_here(self) -> None:
        User.objects.create(username=f"x{BY_A_FILE}ann")
        self.begin(200, set_up_code())

    @override_settings(SECRET_KEY="another server's")
    def test_another_servers_code_is_none(self) -> None:
        other = set_up_code()
        with override_settings(SECRET_KEY="this one's"):
            self.assertNotEqual(set_up_code(), other)
            self.begin(400, other)

    @override_settings(SIGN_UP=True)
    def test_anybody_begins_one_where_the_settings_say_so(self) -> None:
        self.assertEqual(self.client.get("/api/v1/session").json()["begins"], "any")
        self.begin(200)
        told = self.begin(400)
        self.assertIn("signs in with this name already", told["errors"][0]["why"])
        self.begin(200, username="bob")
        owners = Membership.objects.values_list("user__username", "role")
        self.assertEqual(sorted(owners), [("ann", Role.OWNER), ("bob", Role.OWNER)])

    @override_settings(SIGN_UP=True)
    def test_a_key_that_is_there_takes_no_other_crew_over(self) -> None:
        key = str(uuid4())
        self.begin(200, id=key)
        self.begin(409, id=key, username="bob", crew="Mine now")
        self.assertEqual(Crew.objects.get().name, "Lath & Line")
        self.assertFalse(User.objects.filter(username="bob").exists())
