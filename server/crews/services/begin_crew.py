"""Begins a crew with its owner: the first of an installation, or where sign-up is switched on."""

from __future__ import annotations

import base64
import hmac
from hashlib import sha256
from uuid import UUID

from django.conf import settings
from django.db import transaction
from django.utils.crypto import constant_time_compare

from core.errors import quoted
from server.common.refusals import Conflict, Denied, Invalid, Problem
from server.crews.models import BY_A_FILE, Crew, Membership, Role, User
from server.crews.services.accounts import AccountForm, open_account, read_name

GROUP, GROUPS = 4, 4


def set_up_code() -> str:
    """Return the code that the first crew is begun with, as the start command prints it.

    It follows from the server's secret: whoever can read that can do anything already.
    """
    key = settings.SECRET_KEY.encode()
    text = base64.b32encode(hmac.digest(key, b"set-up code", sha256)).decode().lower()
    return "-".join(text[i * GROUP : (i + 1) * GROUP] for i in range(GROUPS))


def is_empty() -> bool:
    """Tell whether nobody has ever signed in here, nor could."""
    return not User.objects.exclude(username__contains=BY_A_FILE).exists()


def begin_first_crew(code: str, key: UUID, name: str, account: AccountForm) -> User:
    """Make the first crew and its owner, for whoever holds the set-up code."""
    typed = code.strip().lower()
    if not constant_time_compare(typed, set_up_code()):
        raise Invalid(
            Problem(
                "code",
                "wrong",
                quoted(code),
                "This is not this server's set-up code.",
                "It stands where the server was started.",
            )
        )
    if not is_empty():
        raise Denied("", "There is a crew here already.", "Ask its owner for a link, or sign in.")
    return _with_owner(key, name, account)


def sign_up(key: UUID, name: str, account: AccountForm) -> User:
    """Make a crew and its owner where the settings let anybody."""
    if not settings.SIGN_UP:
        raise Denied(
            "", "Crews are not begun here by whoever comes.", "Ask who runs this server for one."
        )
    return _with_owner(key, name, account)


@transaction.atomic
def _with_owner(key: UUID, name: str, account: AccountForm) -> User:
    problems = read_name(name, "crew")
    if problems:
        raise Invalid(*problems)
    owner = open_account(account)
    if Crew.objects.filter(pk=key).exists():
        raise Conflict(name, "A crew stands under this key already.", "Load the page anew.")
    crew = Crew.objects.create(id=key, name=name.strip())
    Membership.objects.create(crew=crew, user=owner, role=Role.OWNER)
    return owner
