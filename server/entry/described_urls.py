"""Every address the web asks: the server's, and those of practice, which a phone answers alone."""

from __future__ import annotations

from django.urls import include, path

from server.entry.urls import urlpatterns as answered
from server.practice.urls import practice

urlpatterns = [path("api/v1/", include(practice)), *answered]
