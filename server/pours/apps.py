"""Registers the app."""

from django.apps import AppConfig


class PoursConfig(AppConfig):
    """Pours: planned, answered, told go or hold, closed."""

    name = "server.pours"
    label = "pours"
