"""Invitations into a crew, by a link that is signed, ends, and works once."""

from __future__ import annotations

from datetime import timedelta
from uuid import UUID

from django.core import signing
from django.db import transaction
from django.utils import timezone

from server.common.records import record_once
from server.common.refusals import Conflict, Gone, Missing
from server.crews.models import Invitation, Membership, Role, User
from server.crews.permissions import Ability, missing, role_in_crew

LASTS = timedelta(days=7)
ASK = "Ask whoever sent it for a new one."
_links = signing.Signer(salt="invitation")


def invite(user: User, crew_id: UUID, key: UUID, role: str) -> tuple[Invitation, bool]:
    """Offer a place in a crew; only its owner can."""
    role_in_crew(user, crew_id, Ability.PEOPLE)
    expires_at = timezone.now() + LASTS
    return record_once(
        Invitation(id=key, crew_id=crew_id, role=Role(role), invited_by=user, expires_at=expires_at)
    )


def link_of(invitation: Invitation) -> str:
    """Return the path of an invitation's link; nobody can make one without the secret."""
    return f"/join/{_links.sign(invitation.pk.hex)}"


def invitation_by(token: str, *, held: bool = False) -> Invitation:
    """Return the invitation of a link, ``held`` for this transaction.

    Raises :class:`Missing` where the link is none, :class:`Gone` where it works no more.
    """
    try:
        key = UUID(_links.unsign(token))
    except (signing.BadSignature, ValueError):
        key = None
    rows = Invitation.objects.all()
    rows = rows.select_for_update() if held else rows.select_related("crew", "invited_by")
    found = rows.filter(pk=key).first() if key else None
    if found is None:
        raise Missing(token[:12], "This link leads nowhere.", ASK)
    if found.taken_by_id:
        raise Gone(f"{found.taken_at:%Y-%m-%d}", "This invitation was used already.", ASK)
    if found.withdrawn_by_id:
        raise Gone(found.crew.name, "This invitation was taken back.", ASK)
    if found.expires_at <= timezone.now():
        day = found.expires_at.date().isoformat()
        raise Gone(day, f"This invitation ran out on {day}.", ASK)
    return found


@transaction.atomic
def join(user: User, token: str) -> Membership:
    """Take the place an invitation offers; once, by one person."""
    invitation = invitation_by(token, held=True)
    crew = invitation.crew
    if Membership.objects.filter(crew=crew, user=user).exists():
        raise Conflict(
            user.shown_name, f"You are in {crew.name} already.", "Leave it for somebody else."
        )
    invitation.taken_by, invitation.taken_at = user, timezone.now()
    invitation.save(update_fields=["taken_by", "taken_at"])
    return Membership.objects.create(crew=crew, user=user, role=invitation.role)


@transaction.atomic
def withdraw(user: User, key: UUID) -> UUID:
    """Take an invitation back that nobody took yet; returns the crew's key."""
    found = Invitation.objects.select_for_update().filter(pk=key).first()
    if found is None:
        raise missing("invitation", key)
    role_in_crew(user, found.crew_id, Ability.PEOPLE)
    if found.taken_by_id:
        raise Conflict(
            found.get_role_display(), "Somebody took it already.", "Take the person out instead."
        )
    found.withdrawn_by = found.withdrawn_by or user
    found.save(update_fields=["withdrawn_by"])
    return found.crew_id
