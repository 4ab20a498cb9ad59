"""A stand-in for mail: what would be sent lies in the database and is read at /mailbox.

Only where the demo is loaded; a real server sends through its own settings.
"""

from __future__ import annotations

from collections.abc import Sequence

from django.conf import settings
from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend
from django.http import Http404, HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache

from server.crews.models import StandInMail

#: So many are kept, the latest.
MOST = 50
NONE = "No mail was sent yet."


class StandInMailbox(BaseEmailBackend):
    """Keeps what is sent, as a backend of Django's mail."""

    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        """Keep the messages; returns how many."""
        for message in email_messages:
            StandInMail.objects.create(
                to=", ".join(message.to)[:254],
                subject=message.subject[:200],
                body=str(message.body),
            )
        kept = StandInMail.objects.order_by("-pk").values_list("pk", flat=True)[:MOST]
        StandInMail.objects.exclude(pk__in=list(kept)).delete()
        return len(email_messages)


@never_cache
def mailbox(request: HttpRequest) -> HttpResponse:
    """Show what was sent, the last first; there is nothing here on a real server."""
    if not settings.DEMO:
        raise Http404
    told = [
        f"To: {mail.to}\nDate: {mail.sent_at:%Y-%m-%d %H:%M} UTC\n"
        f"Subject: {mail.subject}\n\n{mail.body}"
        for mail in StandInMail.objects.order_by("-pk")
    ]
    line = f"\n{'-' * 72}\n\n"
    return HttpResponse(line.join(told) or NONE, content_type="text/plain; charset=utf-8")
