"""The addresses of practice, as a phone answers them."""

from __future__ import annotations

from django.urls import include, path

from server.practice.urls import practice
from server.site_urls import site

urlpatterns = [path("api/v1/", include([*site, *practice]))]
