"""Opens a crew with its first owner, who signs in from then on."""

from __future__ import annotations

import getpass
import sys
from typing import Any

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import transaction

from server.crews.models import BY_A_FILE, Crew, Membership, Role, User


class Command(BaseCommand):
    """Makes a crew and an owner; the password is typed, and stands in no command line."""

    help = "Opens a crew with its first owner."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take the crew's name, and the owner's name to sign in with, first and last name."""
        for name in ("crew", "username", "first", "last"):
            parser.add_argument(name)

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        """Make both, or neither; somebody who signs in already becomes the owner of one more."""
        username = options["username"]
        if BY_A_FILE in username:
            raise CommandError(f"“{username}”: a name to sign in with has no {BY_A_FILE} in it.")
        user = User.objects.filter(username=username).first()
        if user is None:
            names = {"first_name": options["first"], "last_name": options["last"]}
            user = User(username=username, **names)
            user.set_password(_password(user))
            user.save()
        crew = Crew.objects.create(name=options["crew"])
        Membership.objects.create(crew=crew, user=user, role=Role.OWNER)
        self.stdout.write(f"{user.shown_name} is the owner of {crew.name}.")


def _password(user: User) -> str:
    typed = _typed("A password for the owner: ")
    try:
        validate_password(typed, user)
    except ValidationError as refused:
        raise CommandError(" ".join(refused.messages)) from refused
    if _typed("Once more: ") != typed:
        raise CommandError("The two are not the same; nothing was made.")
    return typed


def _typed(asked: str) -> str:
    if sys.stdin.isatty():
        return getpass.getpass(asked)
    return sys.stdin.readline().rstrip("\n")
