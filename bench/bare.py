"""A bare Django view that writes one row, on the same server and database."""

from __future__ import annotations

import json

from django.http import HttpRequest, JsonResponse
from django.urls import include, path
from django.views.decorators.csrf import csrf_exempt

from server.crews.models import Crew


@csrf_exempt
def bare(request: HttpRequest) -> JsonResponse:
    """Read a body, write one row, and nothing else."""
    key = json.loads(request.body)["id"]
    Crew.objects.create(id=key, name="bare")
    return JsonResponse({"id": key})


urlpatterns = [path("bare", bare), path("", include("server.entry.urls"))]
