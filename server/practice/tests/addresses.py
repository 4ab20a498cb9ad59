"""The addresses of practice, as a phone answers them."""

from __future__ import annotations

from django.urls import include, path

from server.entry.site_urls import site
from server.practice.urls import practice

urlpatterns = [path("api/v1/", include([*site, *practice]))]
