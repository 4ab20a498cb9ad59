"""One's own account: what stands in it, where one is signed in, a password put in place anew."""

from __future__ import annotations

import re
from datetime import datetime, timedelta
from unittest import mock

from django.core import mail
from django.test import Client, override_settings
from django.utils import timezone

from server.crews.models import Role, Session, User
from server.crews.sessions import BEGAN, DEVICE, device_of
from server.crews.tests.people import GOOD, PeopleTestCase, account

ON_A_PHONE = (
    "Mozilla/5.0 (Linux; Android 14; X9) AppleWebKit/537.36 (KHTML, like Gecko)"
    " Chrome/129.0.0.0 Mobile Safari/537.36"
)
NEW = "wet gloves off 8"


class AccountTestCase(PeopleTestCase):
    """Ann, a foreman with a password, signed in on a phone."""

    def setUp(self) -> None:
        super().setUp()
        token = self.invite(Role.FOREMAN)
        self.phone = Client(headers={"user-agent": ON_A_PHONE})
        self.ask(self.phone, f"joining/{token}/newcomer", account("ann", mail="ann@example.com"))
        self.ann = User.objects.get(username="ann")

    def come_in(self, password: str = GOOD, status: int = 200) -> Client:
        """Sign in from another browser."""
        client = Client()
        self.ask(client, "session", {"username": "ann", "password": password}, status)
        return client

    def is_in(self, client: Client) -> bool:
        """Tell whether a browser is signed in."""
        return client.get("/api/v1/account").status_code == 200


class Account(AccountTestCase):
    """Name, mail, sign-ins, password."""

    def test_what_stands_in_it_and_is_changed(self) -> None:
        sheet = self.ask(self.phone, "account", method="get")
        self.assertEqual((sheet["username"], sheet["name"], sheet["mail"]),
                         ("ann", "Ann Marsh", "ann@example.com"))  # fmt: skip
        body = {"name": " Ann Reed ", "mail": "ann@example.com"}
        sheet = self.ask(self.phone, "account", body, method="put")
        self.assertEqual((sheet["name"], sheet["mail"]), ("Ann Reed", "ann@example.com"))
        body["mail"] = "somebody@example.com"
        for wrong in ({}, {"password": "nope nope 1"}):
            told = self.refused(self.phone, "account", body | wrong, 400, "put")
            self.assertEqual(list(told), ["password"])
        sheet = self.ask(self.phone, "account", body | {"password": GOOD}, method="put")
        self.assertEqual(sheet["mail"], "somebody@example.com")
        self.ann.refresh_from_db()
        self.assertEqual(self.ann.shown_name, "Ann Reed")

    def test_what_can_not_be_is_said_and_changes_nothing(self) -> None:
        for body, field, said in (
            ({"name": "Ann\u202ehsraM", "mail": ""}, "name", "can be read"),
            ({"name": "Ann", "mail": "ann at home"}, "mail", "no address"),
            ({"name": "A" * 81, "mail": ""}, "name", "longer than 80"),
            ({"name": "Ann", "mail": ""}, "password", "needs your password"),
            ({"name": " ", "mail": ""}, "name", "Nothing was typed"),
        ):
            with self.subTest(body):
                told = self.refused(self.phone, "account", body, 400, "put")
                self.assertIn(said, told[field])
        more = {"username": "boss", "is_staff": True, "password": GOOD}
        self.ask(
            self.phone, "account", {"name": "Ann", "mail": self.ann.email} | more, method="put"
        )
        self.ann.refresh_from_db()
        self.assertEqual((self.ann.username, self.ann.is_staff), ("ann", False))
        self.assertTrue(self.ann.check_password(GOOD))

    def test_each_sign_in_says_on_what_and_is_ended_at_once(self) -> None:
        other = self.come_in()
        here, there = self.ask(self.phone, "account", method="get")["sign_ins"]
        self.assertEqual((here["device"], here["is_this"], there["is_this"]),
                         ("Chrome Mobile on Android", True, False))  # fmt: skip
        self.ask(self.owner, f"account/sign-ins/{there['id']}/end", None, 404)
        self.assertTrue(self.is_in(other), "nobody ends another's")
        left = self.ask(self.phone, f"account/sign-ins/{there['id']}/end")["sign_ins"]
        self.assertEqual([one["id"] for one in left], [here["id"]])
        self.assertEqual((self.is_in(other), self.is_in(self.phone)), (False, True))
        keys = Session.objects.filter(person=self.ann).values_list("session_key", flat=True)
        self.assertFalse({here["id"]} & set(keys), "what it is named by opens nothing")

    def test_a_sign_in_that_ran_out_is_listed_no_more(self) -> None:
        self.come_in()
        Session.objects.filter(person=self.ann, device="").update(expire_date=timezone.now())
        Session.objects.filter(person=self.ann).exclude(device__contains="Android").update(
            expire_date=timezone.now()
        )
        self.assertEqual(len(self.ask(self.phone, "account", method="get")["sign_ins"]), 1)

    def test_everywhere_is_everywhere(self) -> None:
        other = self.come_in()
        told = self.ask(other, "account/sign-ins/end")
        self.assertEqual(told["person"], 0)
        self.assertFalse(self.is_in(self.phone) or self.is_in(other))
        self.assertTrue(self.is_in(self.owner) or self.owner.get("/api/v1/jobs").status_code == 200)

    def test_a_new_password_ends_the_others_and_keeps_this_one(self) -> None:
        other = self.come_in()
        path = "account/password"
        told = self.refused(self.phone, path, {"old": "nope nope 1", "new": "short"}, 400)
        self.assertIn("not your password", told["old"])
        self.assertIn("too short", told["new"])
        self.assertNotIn("nope nope", str(told))
        self.assertTrue(self.is_in(other))
        sheet = self.ask(self.phone, path, {"old": GOOD, "new": NEW})
        self.assertEqual([one["is_this"] for one in sheet["sign_ins"]], [True])
        self.assertEqual((self.is_in(self.phone), self.is_in(other)), (True, False))
        self.come_in(GOOD, 400)
        self.assertTrue(self.is_in(self.come_in(NEW)))

    def test_a_sign_in_keeps_when_it_began_and_says_when_it_was_used(self) -> None:
        session = Session.objects.get(person=self.ann)
        began, later = session.began_at, timezone.now() + timedelta(days=3)
        with mock.patch("django.utils.timezone.now", return_value=later):
            self.phone.get("/api/v1/session")
        session.refresh_from_db()
        self.assertEqual((session.began_at, session.seen_on), (began, later.date()))
        self.assertEqual(session.device, "Chrome Mobile on Android")
        data = session.get_decoded()
        self.assertEqual((data[DEVICE], datetime.fromisoformat(data[BEGAN])),
                         (session.device, began))  # fmt: skip

    def test_a_browsers_own_words_are_anybodys(self) -> None:
        for words in ("", "x" * 90_000, "<script>", "Mozilla/5.0 (" * 200):
            self.assertLessEqual(len(device_of(words)), 80)


@override_settings(SENDS_MAIL=True)
class Forgotten(AccountTestCase):
    """A link that works once, by mail or by the owner."""

    def link(self) -> str:
        self.ask(Client(), "passwords", {"who": "ann"})
        found = re.search(r"http://\S*/new-password/(\S+)", str(mail.outbox[-1].body))
        assert found
        return found[1]

    def test_a_link_by_mail_works_once_and_ends_every_sign_in(self) -> None:
        link, stranger = self.link(), Client()
        self.assertEqual(mail.outbox[0].to, ["ann@example.com"])
        whose = self.ask(stranger, f"passwords/{link}", method="get")
        self.assertEqual(whose, {"name": "Ann Marsh", "username": "ann"})
        self.assertIn(
            "too common",
            self.refused(stranger, f"passwords/{link}", {"password": "password123"}, 400)[
                "password"
            ],
        )
        told = self.ask(stranger, f"passwords/{link}", {"password": NEW})
        self.assertEqual(told["name"], "Ann Marsh")
        self.assertFalse(self.is_in(self.phone))
        self.refused(Client(), f"passwords/{link}", {"password": GOOD}, 410)
        self.come_in(NEW)

    def test_nobody_learns_who_there_is(self) -> None:
        answers = [
            self.ask(Client(), "passwords", {"who": who})
            for who in ("ann", "ANN@example.com", "nobody", "nobody@example.com")
        ]
        self.assertEqual(len({answer["said"] for answer in answers}), 1)
        self.assertEqual([message.to for message in mail.outbox], [["ann@example.com"]] * 2)

    def test_a_link_that_is_old_or_anothers_is_none(self) -> None:
        link = self.link()
        who, _, token = link.partition("/")
        for wrong in (f"{who}/{token[:-1]}x", f"MQ/{token}", f"!!/{token}", f"{'9' * 40}/{token}"):
            self.refused(Client(), f"passwords/{wrong}", {"password": NEW}, 410)
        later = datetime.now() + timedelta(hours=25)  # noqa: DTZ005 - as Django's own token counts
        with mock.patch(
            "django.contrib.auth.tokens.PasswordResetTokenGenerator._now", return_value=later
        ):
            self.refused(Client(), f"passwords/{link}", {"password": NEW}, 410)
        self.assertTrue(User.objects.get(pk=self.ann.pk).check_password(GOOD))

    def test_the_owners_link_opens_the_account_it_was_made_for(self) -> None:
        path = f"crews/{self.crew.pk}/people/{self.ann.pk}/link"
        link = self.ask(self.owner, path)["link"].removeprefix("/new-password/")
        self.ask(Client(), f"passwords/{link}", {"password": NEW})
        self.come_in(NEW)

    @override_settings(SENDS_MAIL=False)
    def test_a_server_without_mail_says_whom_to_ask(self) -> None:
        why = self.refused(Client(), "passwords", {"who": "ann"}, 403)[""]
        self.assertIn("Ask your crew's owner", why)


class StandIn(PeopleTestCase):
    """The demo's mailbox, which a real server has not."""

    @override_settings(
        DEMO=True, SENDS_MAIL=True, EMAIL_BACKEND="server.crews.mailbox.StandInMailbox"
    )
    def test_mail_is_read_at_an_address_of_its_own(self) -> None:
        self.assertIn(b"No mail", self.client.get("/mailbox").content)
        owner = self.user(Role.OWNER)
        User.objects.filter(pk=owner.pk).update(email="o@example.com", username="olive")
        self.ask(Client(), "passwords", {"who": "olive"})
        answer = self.client.get("/mailbox")
        self.assertEqual(answer["Content-Type"], "text/plain; charset=utf-8")
        self.assertIn("To: o@example.com", answer.content.decode())
        self.assertIn("http://testserver/new-password/", answer.content.decode())

    def test_a_real_server_has_none(self) -> None:
        self.assertEqual(self.client.get("/mailbox").status_code, 404)
