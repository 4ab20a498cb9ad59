"""Registers the app."""

from django.apps import AppConfig


class OfflineConfig(AppConfig):
    """The server as it runs in a phone."""

    name = "server.offline"
    label = "offline"
