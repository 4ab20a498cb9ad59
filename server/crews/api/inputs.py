"""What is typed of people and accounts."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from server.crews.models import Role
from server.platform.api.inputs import Key, Named

LONGEST_NAME, LONGEST_PASSWORD, LONGEST_MAIL = 80, 200, 254


class Password(serializers.CharField):
    """A password, as it is typed; it is never sent back."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(
            max_length=LONGEST_PASSWORD, trim_whitespace=False, write_only=True, **kwargs
        )


class Mail(serializers.CharField):
    """An address for mail, or nothing."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(max_length=LONGEST_MAIL, allow_blank=True, default="", **kwargs)


class AccountInput(serializers.Serializer[Any]):
    """A new account."""

    username = Named(LONGEST_NAME)
    name = Named(LONGEST_NAME)
    password = Password()
    mail = Mail()


class BeginInput(AccountInput):
    """A crew that begins with its owner; ``code`` is empty where anybody may sign up."""

    id = Key()
    crew = Named(LONGEST_NAME)
    code = serializers.CharField(max_length=60, allow_blank=True, default="")


class InvitationInput(serializers.Serializer[Any]):
    """A place in a crew that is offered."""

    id = Key()
    role = serializers.ChoiceField(Role.values)


class RoleInput(serializers.Serializer[Any]):
    """What somebody is to be in a crew."""

    role = serializers.ChoiceField(Role.values)


class OwnAccountInput(serializers.Serializer[Any]):
    """One's own account; the password is asked for where the mail address changes."""

    name = Named(LONGEST_NAME)
    mail = Mail()
    password = Password(allow_blank=True, default="")


class NewPasswordInput(serializers.Serializer[Any]):
    """A new password, and the old one."""

    old = Password()
    new = Password()


class ChosenPasswordInput(serializers.Serializer[Any]):
    """A password chosen by a link."""

    password = Password()


class ForgottenInput(serializers.Serializer[Any]):
    """A name to sign in with, or an address for mail."""

    who = Named(LONGEST_MAIL)
