"""The app of drawings that come in."""

from django.apps import AppConfig


class TracedConfig(AppConfig):
    """Drawings that come in."""

    name = "server.traced"
    label = "traced"
