"""Accounts: a name to sign in with, a name that is shown, a password, an address for mail."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.validators import UnicodeUsernameValidator
from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import IntegrityError, transaction

from core.errors import quoted
from server.common.refusals import Invalid, Missing, Problem
from server.crews.models import Session, User


@dataclass(frozen=True, slots=True)
class AccountForm:
    """An account as it is typed; ``mail`` may be left empty."""

    username: str
    name: str
    password: str
    mail: str = ""


def read_name(name: str, field: str = "name") -> list[Problem]:
    """Return what is wrong with a name that is shown beside records.

    What can't be seen, such as a mark that turns the letters around it, says something else than
    it seems to.
    """
    if name.strip() and name.isprintable():
        return []
    why = "This is no name that can be read." if name.strip() else "Nothing was typed."
    return [Problem(field, "invalid", quoted(name), why, "Type it as others say it.")]


def read_mail(mail: str, field: str = "mail") -> list[Problem]:
    """Return what is wrong with an address for mail; it may be left empty."""
    if not mail:
        return []
    try:
        validate_email(mail)
    except ValidationError:
        why = "This is no address that mail can be sent to."
        return [Problem(field, "invalid", quoted(mail), why, "Such as ann@example.com, or none.")]
    return []


def read_password(password: str, user: User, field: str = "password") -> list[Problem]:
    """Return what is wrong with a password; it is never said again."""
    try:
        validate_password(password, user)
    except ValidationError as refused:
        why = " ".join(refused.messages)
        return [Problem(field, "weak", "", why, "Three or four words that have no sense together.")]
    return []


def _read_username(username: str) -> list[Problem]:
    try:
        UnicodeUsernameValidator()(username)
    except ValidationError:
        return [
            Problem(
                "username",
                "invalid",
                quoted(username),
                "A name to sign in with has letters, digits, and @ . + - _ alone.",
                "Such as ann or ann.marsh; no spaces.",
            )
        ]
    return []


def open_account(form: AccountForm) -> User:
    """Make an account; raises :class:`Invalid` with everything that is wrong with it."""
    user = User(username=form.username, first_name=form.name.strip(), email=form.mail)
    problems = [
        *_read_username(form.username),
        *read_name(form.name),
        *read_mail(form.mail),
        *read_password(form.password, user),
    ]
    if problems:
        raise Invalid(*problems)
    user.set_password(form.password)
    try:
        with transaction.atomic():
            user.save(force_insert=True)
    except IntegrityError:
        why = "Somebody signs in with this name already."
        taken = Problem("username", "taken", quoted(form.username), why, "Choose another one.")
        raise Invalid(taken) from None
    return user


def change_account(user: User, name: str, mail: str, password: str) -> None:
    """Change the name that is shown and the address for mail.

    Whoever reads the mail can take a new password: another address asks for the one there is.
    """
    problems = [*read_name(name), *read_mail(mail)]
    if mail != user.email and not user.check_password(password):
        why = "Another address for mail needs your password as it is."
        problems.append(Problem("password", "wrong", "", why, "Type the one you signed in with."))
    if problems:
        raise Invalid(*problems)
    user.first_name, user.last_name, user.email = name.strip(), "", mail
    user.save(update_fields=["first_name", "last_name", "email"])


def change_password(user: User, old: str, new: str) -> None:
    """Take a new password in place of the old one, which has to be known."""
    problems = read_password(new, user, "new")
    if not user.check_password(old):
        why = "This is not your password as it is."
        problems.append(Problem("old", "wrong", "", why, "Type the one you signed in with."))
    if problems:
        raise Invalid(*problems)
    user.set_password(new)
    user.save(update_fields=["password"])


def end_sign_ins(user: User, but: str = "") -> None:
    """End every sign-in of a person at once, all ``but`` one."""
    Session.objects.filter(person=user).exclude(session_key=but).delete()


def end_sign_in(user: User, key: UUID) -> None:
    """End one sign-in of a person; raises :class:`Missing` where it is none of theirs."""
    for session in Session.objects.filter(person=user):
        if session.key == key:
            session.delete()
            return
    raise Missing(str(key), "This sign-in is none of yours, or ended already.", "Look again.")
