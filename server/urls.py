"""Every address: the API under one prefix, the web everywhere else."""

from django.http import HttpRequest, JsonResponse
from django.urls import include, path, re_path

from server.api.errors import body_of
from server.common.refusals import Problem
from server.crews.mailbox import mailbox
from server.office_urls import office
from server.site_urls import site
from server.webapp.views import page


def nothing_here(request: HttpRequest) -> JsonResponse:
    """Answer an address of the API that is none."""
    problem = Problem(
        None, "missing", request.path, "There is nothing here.", "See /api/v1/schema."
    )
    return JsonResponse({"errors": [body_of(problem)]}, status=404)


api = [*site, *office, re_path(r".*", nothing_here)]

handler500 = "server.api.faults.failed"

urlpatterns = [
    path("api/v1/", include(api)),
    path("mailbox", mailbox),
    re_path(r"^(?!api/|assets/).*$", page),
]
