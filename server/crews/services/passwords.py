"""A forgotten password: a link by mail, or one that the crew's owner makes; it works once."""

from __future__ import annotations

from uuid import UUID

from django.conf import settings
from django.contrib.auth.tokens import default_token_generator
from django.core.mail import send_mail
from django.db.models import Q
from django.utils.encoding import force_bytes, force_str
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode

from server.common.refusals import Conflict, Denied, Gone, Invalid
from server.crews.models import Membership, Role, User
from server.crews.permissions import Ability, missing, role_in_crew
from server.crews.services.accounts import end_sign_ins, read_password

SUBJECT = "A new password for Yellow Peg"
TEXT = """{name},

somebody asked for a new password for the account “{username}” at {address}.

Choose one here, within {hours} hours; the link works once:

{link}

If it was not you, leave this be: your password stays as it is.
"""


def link_to_choose(user: User) -> str:
    """Return the path where a person chooses a new password; it works once, for some hours."""
    who = urlsafe_base64_encode(force_bytes(user.pk))
    return f"/new-password/{who}/{default_token_generator.make_token(user)}"


def mail_links(typed: str, address: str) -> None:
    """Mail a link to every account of a name or a mail address; says nothing of what there is.

    Raises :class:`Denied` where this server sends no mail.
    """
    if not settings.SENDS_MAIL:
        raise Denied(
            "", "This server sends no mail.", "Ask your crew's owner for a link to choose one."
        )
    wanted = typed.strip()
    people = User.objects.filter(Q(username=wanted) | Q(email__iexact=wanted), is_active=True)
    for person in people.exclude(email=""):
        text = TEXT.format(
            name=person.shown_name,
            username=person.username,
            address=address,
            hours=settings.PASSWORD_RESET_TIMEOUT // 3600,
            link=f"{address}{link_to_choose(person)}",
        )
        send_mail(SUBJECT, text, settings.DEFAULT_FROM_EMAIL, [person.email])


def link_by_owner(user: User, crew_id: UUID, person: int) -> str:
    """Return the link for one of an owner's crew.

    Whoever holds it signs in as that person: it is for none who is in another owner's crew, or
    an owner anywhere, oneself among them.
    """
    role_in_crew(user, crew_id, Ability.PEOPLE)
    place = Membership.objects.filter(crew=crew_id, user=person).select_related("user").first()
    if place is None:
        raise missing("person", crew_id)
    owned = Membership.objects.filter(user=user, role=Role.OWNER).values("crew")
    places = place.user.memberships
    if places.exclude(crew__in=owned).exists() or places.filter(role=Role.OWNER).exists():
        raise Conflict(
            place.user.shown_name,
            "An owner can't open the account of an owner, or of somebody in other crews too.",
            "They have a link mailed to them, from the sign-in page.",
        )
    return link_to_choose(place.user)


def person_of(who: str, token: str) -> User:
    """Return whose link it is; raises :class:`Gone` where it works no more, or never did."""
    try:
        key = int(force_str(urlsafe_base64_decode(who)))
        found = User.objects.filter(pk=key, is_active=True).first()
    except (ValueError, OverflowError):
        found = None
    if found is None or not default_token_generator.check_token(found, token):
        raise Gone(
            "", "This link was used, ran out, or is not whole.", "Ask for a new one to be sent."
        )
    return found


def choose_password(who: str, token: str, password: str) -> User:
    """Take a new password by a link, and end every sign-in that came before."""
    user = person_of(who, token)
    problems = read_password(password, user)
    if problems:
        raise Invalid(*problems)
    user.set_password(password)
    user.save(update_fields=["password"])
    end_sign_ins(user)
    return user
