"""People in a job's file: known by the name they sign in with, in their own crew alone."""

from __future__ import annotations

from typing import Any

from server.crews.models import BY_A_FILE, Crew, User

LONGEST_KEY = 100


def key_of(user: User) -> str:
    """Return what a person is called in a file; one who came in with a file keeps the name."""
    return user.username.rpartition(BY_A_FILE)[2]


def person_row(user: User) -> dict[str, str]:
    """Return a person as a file holds one."""
    return {"key": key_of(user), "first": user.first_name, "last": user.last_name}


def person_of(crew: Crew, row: Any, *, is_sealed: bool) -> User:
    """Return the member of a crew a file names; else one who only stands beside records.

    Only a file that this crew's own server sealed is believed to speak of its members: anybody
    may write another. One who only stands beside records belongs to no crew, can't sign in, and
    is shown as what he is. Raises ValueError for what is no person.
    """
    if not isinstance(row, dict) or set(row) != {"key", "first", "last"}:
        raise ValueError("a person has a key, a first and a last name")
    if not all(isinstance(text, str) and len(text) <= LONGEST_KEY for text in row.values()):
        raise ValueError("the names of a person are texts")
    if not row["key"] or BY_A_FILE in row["key"]:
        raise ValueError("a person's key is a name without ~")
    if is_sealed:
        member = User.objects.filter(memberships__crew=crew, username=row["key"]).first()
        if member is not None:
            return member
    stand_in, created = User.objects.get_or_create(
        username=f"{crew.pk.hex}{BY_A_FILE}{row['key']}",
        defaults={"first_name": row["first"], "last_name": row["last"], "is_active": False},
    )
    if created:
        stand_in.set_unusable_password()
        stand_in.save()
    return stand_in
