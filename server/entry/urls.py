"""Every address: the API under one prefix, the web everywhere else."""

from django.http import HttpRequest, JsonResponse
from django.urls import include, path, re_path

from server.common.refusals import Problem
from server.crews.mailbox import mailbox
from server.entry.office_urls import office
from server.entry.site_urls import site
from server.platform.api.errors import body_of
from server.platform.page import page


def nothing_here(request: HttpRequest) -> JsonResponse:
    """Answer an address of the API that is none."""
    problem = Problem(
        None, "missing", request.path, "There is nothing here.", "See /api/v1/schema."
    )
    return JsonResponse({"errors": [body_of(problem)]}, status=404)


api = [*site, *office, re_path(r".*", nothing_here)]

handler500 = "server.platform.api.faults.failed"

urlpatterns = [
    path("api/v1/", include(api)),
    path("mailbox", mailbox),
    re_path(r"^(?!api/|assets/).*$", page),
]
