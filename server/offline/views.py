"""What a phone answers in a way of its own."""

from __future__ import annotations

from uuid import UUID

from rest_framework.request import Request
from rest_framework.response import Response

from server.crews.signed_in import SignedInView
from server.offline.concrete import known_map


class MapView(SignedInView):
    """A floor's thickness map."""

    def get(self, request: Request, floor: UUID) -> Response:
        """Return it as the server drew it, or that it waits for a signal."""
        return Response(known_map(self.user(request), floor))
