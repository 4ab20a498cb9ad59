"""Registers the app."""

from django.apps import AppConfig


class ExportsConfig(AppConfig):
    """Papers, drawings, tables and jobs that go out as files."""

    name = "server.exports"
    label = "exports"
