"""Registers the app."""

from django.apps import AppConfig


class ImportsConfig(AppConfig):
    """Drawings, points, readings and jobs that come in as files."""

    name = "server.imports"
    label = "imports"
