"""The addresses a phone answers by itself: all that a crew does on site."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.urls import include, path, re_path

from server.common.refusals import Problem
from server.entry.site_urls import site
from server.offline.views import MapView
from server.platform.api.errors import refused
from server.practice.session import PracticeSessionView
from server.practice.urls import practice

#: The status of what only the server can do.
NEEDS_A_LINE = 503


def needs_a_line(request: HttpRequest) -> HttpResponse:
    """Answer what only the server can do."""
    problem = Problem(
        None,
        "needs-a-signal",
        request.path,
        "This needs a signal: the server does it.",
        "Try again where there is one; all that is recorded on site works here.",
    )
    return refused(problem, NEEDS_A_LINE)


api = [
    *site,
    path("floors/<uuid:floor>/map", MapView.as_view()),
    path("session", PracticeSessionView.as_view()),
    *practice,
    re_path(r".*", needs_a_line),
]
urlpatterns = [path("api/v1/", include(api))]
handler500 = "server.platform.api.faults.failed"
