"""The page the built web runs in."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

NOT_BUILT = "The web is not built: run ./yp start, or npm run build in web/."


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """Serve the built page for every address of the web, with this answer's style nonce."""
    index = settings.WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse(NOT_BUILT, status=503, content_type="text/plain")
    nonce = str(request.csp_nonce)  # type: ignore[attr-defined]
    return HttpResponse(index.read_text().replace("{{ style_nonce }}", nonce))
